import { useEffect, useState } from "react";
import type { DrawnMark, SheetSoFar } from "../api/client";

/** What is on somebody's sheet, and how they came to it. */
export interface Sheet {
  marks: DrawnMark[];
  /** Figures as typed, by opening and figure. */
  sums: Record<string, string>;
  hints: number;
  /** When the first thing was drawn or written, in milliseconds; null before. */
  began: number | null;
}

const EMPTY: Sheet = { marks: [], sums: {}, hints: 0, began: null };

/** The sheet of an exercise, kept on this device until it is cleared. */
export function useSheet(key: string) {
  const [sheet, setSheet] = useState(() => kept(key));
  useEffect(() => {
    try {
      localStorage.setItem(key, JSON.stringify(sheet));
    } catch {
      // A full device keeps the sheet as long as the page is open.
    }
  }, [key, sheet]);
  return {
    sheet,
    /** What becomes of the sheet as it then is. */
    change: (to: (before: Sheet) => Partial<Sheet>) =>
      setSheet((before) => ({ ...before, began: before.began ?? Date.now(), ...to(before) })),
    clear: () => setSheet(EMPTY),
  };
}

/** Forget a sheet, for an exercise that is done again from the first line. */
export function forget(key: string) {
  localStorage.removeItem(key);
}

function kept(key: string): Sheet {
  try {
    return { ...EMPTY, ...JSON.parse(localStorage.getItem(key) ?? "{}") };
  } catch {
    return EMPTY;
  }
}

/** A figure's name on a sheet. */
export const sumKey = (opening: string, figure: string) => `${opening}/${figure}`;

/** A sheet as it is sent. */
export function asSent(
  { marks, sums }: Sheet,
  wanted: readonly { opening: string; figure: string }[],
): SheetSoFar {
  return {
    marks,
    sums: wanted
      .map(({ opening, figure }) => ({ opening, figure, typed: sums[sumKey(opening, figure)] ?? "" }))
      .filter(({ typed }) => typed.trim() !== "") as Required<SheetSoFar>["sums"],
  };
}
