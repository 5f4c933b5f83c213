import { t } from "@lingui/core/macro";
import type { Opening } from "../api/client";

type Kind = Opening["kind"];

/** Every kind of opening there is, as a choice. */
export const OPENING_KINDS: readonly { value: Kind; label: string }[] = [
  { value: "window", label: t`Window` },
  { value: "door", label: t`Door` },
  { value: "pocket-door", label: t`Pocket door` },
  { value: "bypass-door", label: t`Bypass door` },
  { value: "bifold-door", label: t`Bifold door` },
  { value: "sliding-door", label: t`Sliding door` },
  { value: "overhead-door", label: t`Overhead door` },
  { value: "cased-opening", label: t`Cased opening` },
];

/** What a kind of opening is called. */
export function kindName(kind: Kind): string {
  return OPENING_KINDS.find(({ value }) => value === kind)?.label ?? kind;
}
