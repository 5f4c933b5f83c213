import { useEffect } from "react";

const NEXT = new Set(["ArrowRight", "ArrowDown", "PageDown", "MediaTrackNext", "MediaPlayPause"]);
const BACK = new Set(["ArrowLeft", "ArrowUp", "PageUp", "MediaTrackPrevious"]);
/** These press whatever is under the focus; only where nothing is they go on. */
const PRESS = new Set(["Enter", " "]);

interface Going {
  next: () => void;
  back: () => void;
}

/** A keyboard or a page turner goes on and back, as a thumb does. */
export function useCallKeys({ next, back }: Going) {
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
    return () => window.removeEventListener("keydown", pressed);
  }, [next, back]);
}

/**
 * A headset goes on and back while stops are called aloud. Its keys go to whatever plays, so silence does; not while
 * nobody listens, since somebody's music would stop for it.
 */
export function useHeadset({ next, back }: Going, isAloud: boolean) {
  useEffect(() => {
    if (!isAloud) return;
    const silence = new Audio("/silence.wav");
    silence.loop = true;
    // A page may make no sound before it is touched; then it is played from the first touch on.
    const play = () => void silence.play().catch(() => undefined);
    play();
    window.addEventListener("pointerup", play, { once: true });
    return () => {
      window.removeEventListener("pointerup", play);
      silence.pause();
    };
  }, [isAloud]);
  useEffect(() => {
    const media = navigator.mediaSession;
    if (!isAloud || !media) return;
    const keys = [
      ["nexttrack", next],
      ["previoustrack", back],
    ] as const;
    for (const [key, go] of keys) media.setActionHandler(key, go);
    return () => {
      for (const [key] of keys) media.setActionHandler(key, null);
    };
  }, [next, back, isAloud]);
}
