import { createContext, type ReactNode, useContext } from "react";
import type { Job } from "../api/client";

/** What pieces are called on this job. */
export interface Words {
  /**
   * A label with its pieces as the crew calls them. They are fields by their roles, as in the server's messages:
   * `{jack}`, `{jack:many}`, with a capital `{Jack:many}`. What the server says is in words already.
   */
  say: (template: string) => string;
  /** What a piece is called, by its role, with a capital. */
  name: (role: string) => string;
  /** What is written for a piece, if anything is. */
  letter: (role: string) => string | undefined;
}

/** What a line on a plate is called where nothing stands. */
const LINES: Record<string, string> = {
  cut_line: "Doorway cut",
  plate_break: "Joint of the plate",
  anchor_bolt: "Anchor bolt",
  pin: "Pin",
  kept_clear: "Kept clear",
};

const USUAL = wordsOf({ names: {}, many: {}, letters: {} });
const Context = createContext<Words>(USUAL);

/** Everything below says what the crew of the job says. */
export function WordsProvider({ words, children }: { words: Job["words"]; children: ReactNode }) {
  return <Context value={wordsOf(words)}>{children}</Context>;
}

/** Where the words themselves are chosen, they are called as usual. */
export function InUsualWords({ children }: { children: ReactNode }) {
  return <Context value={USUAL}>{children}</Context>;
}

export function useWords(): Words {
  return useContext(Context);
}

/** A label where text stands, in the crew's words. */
export function Said({ children }: { children: string }) {
  return useWords().say(children);
}

/** Words as the server lists them, by role. */
export function wordsOf({ names, many, letters }: Job["words"]): Words {
  const one = (role: string) => names[role] ?? role.replaceAll("_", " ");
  return {
    say: (template) =>
      template.replace(/\{(\w+)(:many)?\}/g, (_, field: string, isMany?: string) => {
        const role = field.toLowerCase();
        const name = isMany ? (many[role] ?? `${one(role)}s`) : one(role);
        return role === field ? name : capital(name);
      }),
    name: (role) => capital(LINES[role] ?? one(role)),
    letter: (role) => letters[role],
  };
}

/** With a capital first letter. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
