import { type KeyboardEvent, useEffect, useState } from "react";
import type { Exercise } from "../api/client";
import { DECK, READING } from "./places";
import { drawn, letterOf, type Pencil, rubbedOut, stepOf, within } from "./sheet";
import type { Sheet } from "./useSheet";

type Change = (to: (sheet: Sheet) => Partial<Sheet>) => void;

/** The pencil over the plates of an exercise: where it is, and what it draws there. */
export function usePencil(exercise: Exercise, changed: Change) {
  const [pencil, setPencil] = useState<Pencil>({ inches: 0, on: "both", ahead: true });
  const [reached, reach] = useState(0);
  // The letter comes next, on the deck: once the pencil is there, and not before.
  useEffect(() => {
    if (reached > 0) document.getElementById(DECK)?.focus();
  }, [reached]);
  const longest = Math.max(exercise.top.inches, exercise.bottom.inches);

  const move = (part: Partial<Pencil>) =>
    setPencil((before) => ({
      ...before,
      ...part,
      inches: within(part.inches ?? before.inches, longest),
    }));
  const draw = (symbol: string, at = pencil) => changed(({ marks }) => ({ marks: drawn(marks, at, symbol) }));
  const rub = () => changed(({ marks }) => ({ marks: rubbedOut(marks, pencil) }));

  /** Go to a reading that was typed, and draw the letter typed after it. */
  function read(inches: number, symbol: string | null) {
    move({ inches });
    if (symbol) draw(symbol, { ...pencil, inches: within(inches, longest) });
    else reach(reached + 1);
  }

  function key(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const step = stepOf(event.key, event.shiftKey);
    const letter = letterOf(
      event.key,
      exercise.letters.map(({ symbol }) => symbol),
    );
    if (step !== null) move({ inches: pencil.inches + step });
    else if (event.key === "ArrowUp") move({ on: pencil.on === "bottom" ? "both" : "top" });
    else if (event.key === "ArrowDown") move({ on: pencil.on === "top" ? "both" : "bottom" });
    else if (event.key === "<" || event.key === ",") move({ ahead: false });
    else if (event.key === ">" || event.key === ".") move({ ahead: true });
    else if (event.key === "Delete" || event.key === "Backspace") rub();
    else if (/^\d$/.test(event.key)) {
      // The figure itself arrives in the field that is entered.
      document.getElementById(READING)?.focus();
      return;
    } else if (letter) draw(letter);
    else return;
    event.preventDefault();
  }

  return { pencil, move, draw, rub, read, key };
}
