/** Numbers as a person reads them, in their language. */
import { i18n } from "@lingui/core";

/** So many of a hundred. */
export function inPercent(value: number): string {
  return new Intl.NumberFormat(i18n.locales ?? i18n.locale, {
    style: "percent",
    maximumFractionDigits: 1,
  }).format(value / 100);
}
