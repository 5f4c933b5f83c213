import { useEffect } from "react";
import type { JobChange } from "./useJobChange";

/** Control Z and Shift Control Z, except where text is being typed. */
export function useUndoKeys(change: JobChange) {
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      const isTyping = event.target instanceof HTMLInputElement && event.target.value !== "";
      if (isTyping || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (!change.isAllowed) return;
      change.make(event.shiftKey ? "redo" : "undo");
    }
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [change]);
}
