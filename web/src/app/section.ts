/** Sections of lumber by their keys, as job files write them: `2x6`, `2x6 treated`. */
import { t } from "@lingui/core/macro";

const TREATED = " treated";

/** Whether boards of a section are treated. */
export function isTreated(section: string): boolean {
  return section.endsWith(TREATED);
}

/** What a section is called. */
export function sectionName(section: string): string {
  if (!isTreated(section)) return section;
  const size = section.slice(0, -TREATED.length);
  return t`${size} treated`;
}
