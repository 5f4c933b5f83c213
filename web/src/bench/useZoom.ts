import { useGesture } from "@use-gesture/react";
import { type RefObject, useLayoutEffect, useState } from "react";
import { MARGIN } from "../drawing/scale";

/** How near the wall is looked at, and which place of it stays where on screen. */
interface Zoomed {
  perInch: number;
  /** Inches along the wall, and pixels from the left of what scrolls. */
  inch: number;
  at: number;
}

/**
 * Looking at a wall from nearer or farther: by buttons, with two fingers, or by pinching a pad.
 *
 * The place between the fingers stays between them; one finger, and the bar below, move along the wall.
 */
export function useZoom(
  frame: RefObject<HTMLElement | null>,
  { usual, least, most }: { usual: number; least: number; most: number },
) {
  const [zoomed, zoom] = useState<Zoomed | null>(null);
  const perInch = zoomed?.perInch ?? usual;

  // Only once the wall is drawn as wide as it is now can it be scrolled to there.
  useLayoutEffect(() => {
    if (zoomed) frame.current?.scrollTo({ left: MARGIN + zoomed.inch * zoomed.perInch - zoomed.at });
  }, [zoomed, frame]);

  const clamped = (wanted: number) => Math.min(Math.max(wanted, least), most);

  /** The place of the wall that is so many pixels from the left of what scrolls. */
  function placeAt(at: number): Omit<Zoomed, "perInch"> {
    return { inch: ((frame.current?.scrollLeft ?? 0) + at - MARGIN) / perInch, at };
  }

  useGesture(
    {
      onPinch({ event, origin: [x], movement: [scale], first, memo }): Zoomed {
        event.preventDefault();
        const at = x - (frame.current?.getBoundingClientRect().left ?? 0);
        const before: Zoomed = first ? { perInch, ...placeAt(at) } : memo;
        zoom({ ...before, perInch: clamped(before.perInch * scale), at });
        return before;
      },
    },
    { target: frame, eventOptions: { passive: false } },
  );

  return {
    perInch,
    zoomBy: (by: number) =>
      zoom({ perInch: clamped(perInch * by), ...placeAt((frame.current?.clientWidth ?? 0) / 2) }),
    showWhole: () => zoom({ perInch: least, inch: 0, at: MARGIN }),
  };
}
