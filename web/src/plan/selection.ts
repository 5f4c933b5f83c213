/** What is selected in the plan: some walls, or one opening. */
export interface Selection {
  walls: readonly string[];
  opening: string | null;
}

export const NOTHING: Selection = { walls: [], opening: null };

export type Select =
  | { type: "wall"; id: string; isMore: boolean }
  | { type: "walls"; ids: readonly string[] }
  | { type: "opening"; id: string }
  | { type: "nothing" };

/** A click picks one; with Shift it adds a wall, or takes it off again. */
export function select(selection: Selection, action: Select): Selection {
  switch (action.type) {
    case "wall": {
      if (!action.isMore) return { walls: [action.id], opening: null };
      const others = selection.walls.filter((id) => id !== action.id);
      const walls = others.length === selection.walls.length ? [...others, action.id] : others;
      return { walls, opening: null };
    }
    case "walls":
      return { walls: action.ids, opening: null };
    case "opening":
      return { walls: [], opening: action.id };
    case "nothing":
      return NOTHING;
  }
}
