/** The ways an opening can answer for itself; the others are the whole wall's. */
export const OPENING_WAYS = ["door_allowance", "end_top_cripples", "head_height", "header", "heads", "jack_count", "jacks", "king_count", "sill_top", "sills", "usual_allowances", "wide_opening", "window_allowance"] as const;
