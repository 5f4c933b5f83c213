/** Moments as a person reads them, in their language and the way of their region. */
import { i18n } from "@lingui/core";

type Moment = string | number | Date;

function shown(moment: Moment, style: Intl.DateTimeFormatOptions): string {
  return new Intl.DateTimeFormat(i18n.locales ?? i18n.locale, style).format(new Date(moment));
}

/** A day and the time of day. */
export function dateTime(moment: Moment): string {
  return shown(moment, { dateStyle: "medium", timeStyle: "short" });
}

/** A day. */
export function dateOnly(moment: Moment): string {
  return shown(moment, { dateStyle: "medium" });
}

/** A day with its weekday, the whole of it written out. */
export function fullDate(moment: Moment): string {
  return shown(moment, { dateStyle: "full" });
}

/** A day of this year with its weekday. */
export function dayOfYear(moment: Moment): string {
  return shown(moment, { weekday: "long", day: "numeric", month: "long" });
}

export function weekday(moment: Moment): string {
  return shown(moment, { weekday: "long" });
}

/** A time of day as the region writes it. */
export function clockTime(moment: Moment): string {
  return shown(moment, { timeStyle: "short" });
}

/** A time of day on a clock of 24 hours, as the day's plan has it. */
export function clock24(moment: Moment): string {
  return shown(moment, { timeStyle: "short", hourCycle: "h23" });
}
