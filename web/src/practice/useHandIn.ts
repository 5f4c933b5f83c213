import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import type { Exercise, Grade, Hint } from "../api/client";
import { useNotices } from "../app/notices";
import type { Source } from "./source";
import { asSent, useSheet } from "./useSheet";

/** The longest a sheet can have taken, in seconds: a day. */
const LONGEST = 86_400;

/**
 * A sheet of an exercise, and what the server says of it: its grade once it is handed in, and hints.
 *
 * Both are gone once anything on the sheet changes, since they are no longer true of it.
 */
export function useHandIn(exercise: Exercise, source: Source) {
  const { sheet, change, clear } = useSheet(source.key);
  const [lit, light] = useState<number | null>(null);
  const [hint, setHint] = useState<{ hint: Hint | null; step: number } | null>(null);
  const [graded, setGraded] = useState<Grade | null>(null);
  const { tell } = useNotices();
  const trouble = (error: Error) => tell({ text: error.message, tone: "trouble" });
  const sent = () => asSent(sheet, exercise.sums);
  const countHint = () => change(({ hints }) => ({ hints: hints + 1 }));

  const grade = useMutation({
    mutationFn: () => {
      const seconds = sheet.began === null ? 0 : Math.round((Date.now() - sheet.began) / 1000);
      return source.grade({ ...sent(), seconds: Math.min(seconds, LONGEST), hints: sheet.hints });
    },
    onSuccess: (grade) => {
      setGraded(grade);
      setHint(null);
      light(grade.named.length > 0 ? 0 : null);
    },
    onError: trouble,
  });
  const ask = useMutation({
    mutationFn: () => source.hint(sent()),
    onSuccess: (hint) => {
      countHint();
      setHint({ hint, step: 0 });
    },
    onError: trouble,
  });

  function unsay() {
    setGraded(null);
    light(null);
    setHint(null);
  }

  return {
    sheet,
    graded,
    lit,
    light,
    hint,
    changed(to: Parameters<typeof change>[0]) {
      unsay();
      change(to);
    },
    startOver() {
      clear();
      unsay();
    },
    askHint: () => ask.mutate(),
    nextHint() {
      if (!hint) return;
      countHint();
      setHint({ ...hint, step: hint.step + 1 });
    },
    handIn: () => grade.mutate(),
    canStartOver: sheet.began !== null,
    canAsk: !ask.isPending,
    canHandIn: !grade.isPending && sheet.marks.length > 0,
  };
}

export type HandIn = ReturnType<typeof useHandIn>;
