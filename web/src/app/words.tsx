import { createContext, type ReactNode, useContext } from "react";
import type { Job } from "../api/client";

/** What pieces are called on this job. The server's sentences are in these words already; labels are put into them. */
export interface Words {
  /** A label in the crew's words. */
  say: (text: string) => string;
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

const USUAL = wordsOf({ names: {}, letters: {}, says: {} });
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

/** Words as the server lists them: names and letters by role, and what is said for what. */
export function wordsOf({ names, letters, says }: Job["words"]): Words {
  const forms = Object.keys(says).sort((one, other) => other.length - one.length);
  // As in the core: a wall jack is a tool, an id like A/jack is no word.
  const pattern =
    forms.length > 0 && new RegExp(`(?<![\\w/-])(?<!wall )(${forms.join("|")})(?![\\w/-])`, "g");
  return {
    say: (text) => (pattern ? text.replace(pattern, (form) => says[form] ?? form) : text),
    name: (role) => capital(LINES[role] ?? names[role] ?? role.replaceAll("_", " ")),
    letter: (role) => letters[role],
  };
}

/** With a capital first letter. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
