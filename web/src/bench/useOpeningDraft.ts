import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import type { Job, Opening, Refused } from "../api/client";
import { sayInForm } from "../ways/queries";
import { asEntered } from "./openingDraft";

/**
 * An opening while it is in a form.
 *
 * What is typed into a row of its ways is read by the server, and the next thing may be typed before that is answered:
 * one change comes after the other, each on what the one before left, and saving comes after all of them.
 */
export function useOpeningDraft(job: Job, before: string | null, first: Opening) {
  const queries = useQueryClient();
  const [draft, setDraft] = useState(first);
  const newest = useRef(Promise.resolve(first));

  function alter(change: (opening: Opening) => Opening | Promise<Opening>): Promise<string | null> {
    const held = newest.current;
    const changed = held.then(change);
    // What is refused leaves what was there.
    newest.current = changed.catch(() => held);
    return changed.then(
      (opening) => {
        setDraft(opening);
        return null;
      },
      ({ message }: Refused) => message,
    );
  }

  return {
    draft,
    /** Say something of the opening itself. */
    set: (changes: Partial<Opening>) => void alter((opening) => asEntered({ ...opening, ...changes })),
    /** Say one of its ways, null to let it follow again; what is refused is for its field to say. */
    sayWay: (way: string, text: string | null) =>
      alter((opening) => sayInForm(queries, job, { opening, before, way, text })),
    /** Do something with the opening once everything that was entered is in it. */
    whenSettled: (act: (opening: Opening) => void) => void newest.current.then(act),
  };
}
