import { t } from "@lingui/core/macro";
import type { CrewStandard, Edit, Way } from "../api/client";

/** Something looked at before it is taken: what it is, and the edits it would be. */
export interface Considered {
  says: string;
  edits: readonly Edit[];
  /** The row it is typed into, if it is a way, and what. */
  way: { way: string; key: string; text: string | null } | null;
}

/**
 * A way with something typed into its row, to be looked at.
 *
 * What is tried in one row of a key goes with what is tried in the next, until it is left: a header is several rows.
 */
export function tryWay(before: Considered | null, row: Way, text: string | null): Considered {
  const { way, key, name } = row;
  const option = row.options.find(({ value }) => value === text)?.name;
  const kept = before?.way?.key === key ? before.edits.filter((edit) => !isOf(edit, way)) : [];
  return {
    says: `${name}: ${text === null ? t`as before this job` : (option ?? (text || t`usual`))}`,
    // A key that follows again says nothing of its rows any more.
    edits: [...(text === null ? [] : kept), { edit: "set-way", way, text }],
    way: { way, key, text },
  };
}

/** The job framed by one of the crew’s standards, or by the usual ways. */
export function applyStandard(standard: CrewStandard | null): Considered {
  return {
    says: standard ? t`Framed by ${standard.name}` : t`Framed by the usual ways`,
    edits: [
      { edit: "apply-standard", taken: standard && { name: standard.name, standard: standard.standard } },
    ],
    way: null,
  };
}

/** What is considered as one edit. */
export function editOf({ edits }: Considered): Edit {
  const [only, ...more] = edits;
  if (only && more.length === 0) return only;
  return { edit: "several", edits: [...edits] };
}

function isOf(edit: Edit, way: string): boolean {
  return edit.edit === "set-way" && edit.way === way;
}
