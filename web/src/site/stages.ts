/** How far a wall is, in order; the core has the same in `site/work`. */
export const STAGES = [
  { stage: "cut", name: "Cut" },
  { stage: "framed", name: "Framed" },
  { stage: "checked", name: "Checked" },
  { stage: "sheathed", name: "Sheathed" },
  { stage: "standing", name: "Standing" },
] as const;
