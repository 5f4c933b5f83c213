import { COVERING } from "./covering";
import { MEETINGS } from "./meetings";
import { OPENINGS } from "./openings";
import type { Drawings } from "./shapes";
import { WALL } from "./wall";

/** What each way that is drawn looks like. */
export const DRAWINGS: Drawings = { ...WALL, ...OPENINGS, ...MEETINGS, ...COVERING };
