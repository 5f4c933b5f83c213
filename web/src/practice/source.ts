import {
  answered,
  client,
  type Exercise,
  type ExerciseOf,
  type Grade,
  type Hint,
  type SheetSoFar,
} from "../api/client";

/** A sheet that is handed in: how long it took, and how many hints were taken. */
export type HandedIn = SheetSoFar & { seconds: number; hints: number };

/** Where an exercise comes from, and who looks at what is made of it: oneself, or a class's teacher. */
export interface Source {
  /** Names it on this device. */
  key: string;
  exercise: () => Promise<Exercise>;
  hint: (sheet: SheetSoFar) => Promise<Hint | null>;
  grade: (sheet: HandedIn) => Promise<Grade>;
  /** Where a typed reading is, in inches. */
  reading: (typed: string) => Promise<number>;
}

/** An exercise of one's own. */
export function ownSource(of: ExerciseOf): Source {
  return {
    key: `exercise ${JSON.stringify(of)}`,
    exercise: () => answered<Exercise>(client.POST("/api/practice/exercise", { body: of })),
    hint: (sheet) => answered<Hint | null>(client.POST("/api/practice/hint", { body: { of, sheet } })),
    grade: (sheet) => answered<Grade>(client.POST("/api/practice/grade", { body: { of, sheet } })),
    reading: async (typed) => {
      const { inches } = await answered<{ inches: number }>(
        client.GET("/api/practice/reading", { params: { query: { typed } } }),
      );
      return inches;
    },
  };
}

/** An exercise of a class, by the class's link and a pupil's name. */
export function classSource(token: string, place: number, pupil: string): Source {
  const path = { token, place };
  return {
    key: `class ${token} ${place} ${pupil}`,
    exercise: () =>
      answered<Exercise>(client.POST("/api/classes/{token}/{place}/exercise", { params: { path } })),
    hint: (sheet) =>
      answered<Hint | null>(
        client.POST("/api/classes/{token}/{place}/hint", { params: { path }, body: sheet }),
      ),
    grade: (sheet) =>
      answered<Grade>(
        client.POST("/api/classes/{token}/{place}/grade", { params: { path }, body: { pupil, sheet } }),
      ),
    reading: async (typed) => {
      const { inches } = await answered<{ inches: number }>(
        client.GET("/api/classes/{token}/reading", { params: { path: { token }, query: { typed } } }),
      );
      return inches;
    },
  };
}
