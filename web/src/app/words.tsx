import { t } from "@lingui/core/macro";
import { createContext, type ReactNode, useContext } from "react";
import type { Job } from "../api/client";

/** What pieces are called on this job. */
export interface Words {
  /** A piece by its role as the crew calls it, written as in the server's messages: `jack`, `jack:many`, `Jack:many`. */
  piece: (field: string) => string;
  /** What a piece is called, by its role, with a capital. */
  name: (role: string) => string;
  /** What is written for a piece, if anything is. */
  letter: (role: string) => string | undefined;
}

/** What a line on a plate is called where nothing stands. */
const LINES: Record<string, string> = {
  cut_line: t`Doorway cut`,
  plate_break: t`Plate splice`,
  anchor_bolt: t`Anchor bolt`,
  pin: t`Pin`,
  kept_clear: t`Kept clear`,
};

/** Puts a piece into words by how it is written in a message. */
export type Piece = Words["piece"];

/** Where no job is open nothing names a piece by its role. */
const Context = createContext<Words>(wordsOf({ names: {}, many: {}, letters: {} }));

/** Everything below says what the crew of the job says. */
export function WordsProvider({ words, children }: { words: Job["words"]; children: ReactNode }) {
  return <Context value={wordsOf(words)}>{children}</Context>;
}

export function useWords(): Words {
  return useContext(Context);
}

/** Words as the server lists them, by role. */
export function wordsOf({ names, many, letters }: Job["words"]): Words {
  const one = (role: string) => names[role] ?? role.replaceAll("_", " ");
  return {
    piece: (field) => {
      const [named = field, form] = field.split(":");
      const role = named.toLowerCase();
      const name = form === "many" ? (many[role] ?? `${one(role)}s`) : one(role);
      return role === named ? name : capital(name);
    },
    name: (role) => capital(LINES[role] ?? one(role)),
    letter: (role) => letters[role],
  };
}

/** With a capital first letter. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
