import { t } from "@lingui/core/macro";
import type { ScheduleLine } from "../api/client";

/** Who checked a line against the plan and when, or what is the matter with that. */
export function checkedInWords(checked: ScheduleLine["checked"]): string {
  if (!checked) return t`Not checked against the plan yet`;
  const who = `${checked.by}, ${when(checked.at)}`;
  return checked.is_lost
    ? t`Size changed since it was checked by ${who}`
    : t`Checked against the plan by ${who}`;
}

/** A time as it is written on a plan: day, month, hour. */
function when(at: string): string {
  return new Date(at).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
}
