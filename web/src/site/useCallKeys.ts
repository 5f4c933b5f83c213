import { useEffect } from "react";

const NEXT = new Set(["ArrowRight", "ArrowDown", "PageDown", "MediaTrackNext", "MediaPlayPause"]);
const BACK = new Set(["ArrowLeft", "ArrowUp", "PageUp", "MediaTrackPrevious"]);
/** These press whatever is under the focus; only where nothing is they go on. */
const PRESS = new Set(["Enter", " "]);

/** A keyboard, a page turner or a headset goes on and back, as a thumb does. */
export function useCallKeys({ next, back }: { next: () => void; back: () => void }) {
  useEffect(() => {
    function pressed(event: KeyboardEvent) {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      const isTyping =
        event.target instanceof Element && event.target.closest("input, select, textarea, [role=dialog]");
      const isOnControl = event.target instanceof Element && event.target.closest("button, a, [role=button]");
      if (isTyping) return;
      if (NEXT.has(event.key) || (PRESS.has(event.key) && !isOnControl)) next();
      else if (BACK.has(event.key)) back();
      else return;
      event.preventDefault();
    }
    window.addEventListener("keydown", pressed);
    const media = navigator.mediaSession;
    media?.setActionHandler("nexttrack", next);
    media?.setActionHandler("previoustrack", back);
    return () => {
      window.removeEventListener("keydown", pressed);
      media?.setActionHandler("nexttrack", null);
      media?.setActionHandler("previoustrack", null);
    };
  }, [next, back]);
}
