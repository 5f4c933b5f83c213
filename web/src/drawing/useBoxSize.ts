import { type RefObject, useLayoutEffect, useState } from "react";

/** The inner size of an element, as it changes. */
export function useBoxSize(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 800, height: 560 });
  useLayoutEffect(() => {
    const watched = element.current;
    if (!watched) return;
    const observer = new ResizeObserver(() => {
      setSize({ width: watched.clientWidth, height: watched.clientHeight });
    });
    observer.observe(watched);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
