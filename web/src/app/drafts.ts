import { useState } from "react";

/** What was typed and has not gone in yet: it outlives a reload and Back, in this tab. */

function read<T>(key: string): T | null {
  try {
    return JSON.parse(sessionStorage.getItem(`bluff-draft-${key}`) ?? "null") as T | null;
  } catch {
    return null; // A browser that keeps nothing: the draft lasts as long as its field.
  }
}

function write(key: string, draft: unknown): void {
  try {
    const isNone = draft === null || draft === "" || (Array.isArray(draft) && draft.length === 0);
    if (isNone) sessionStorage.removeItem(`bluff-draft-${key}`);
    else sessionStorage.setItem(`bluff-draft-${key}`, JSON.stringify(draft));
  } catch {
    // As above.
  }
}

/** A state that is kept as a draft under a key until it is null or empty again. */
export function useDraft<T extends object | string | null>(
  key: string,
  none: T,
): [T, (next: T | ((now: T) => T)) => void] {
  const [draft, setDraft] = useState<T>(() => read<T>(key) ?? none);
  function keep(next: T | ((now: T) => T)) {
    setDraft((now) => {
      const kept = typeof next === "function" ? next(now) : next;
      write(key, kept);
      return kept;
    });
  }
  return [draft, keep];
}
