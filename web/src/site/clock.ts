/** Times as a device on the site shows them. */

import { t } from "@lingui/core/macro";
import { clock24, dayOfYear, weekday } from "../language/when";

/** A moment with the offset of the clock it is read on, so that nobody else's day is planned. */
export function onThisClock(moment: Date): string {
  const ahead = -moment.getTimezoneOffset();
  const two = (figure: number) => String(Math.trunc(figure)).padStart(2, "0");
  const local = new Date(moment.getTime() + ahead * 60_000).toISOString().slice(0, 19);
  const size = Math.abs(ahead);
  return `${local}${ahead < 0 ? "-" : "+"}${two(size / 60)}:${two(size % 60)}`;
}

/** The time of day of an entry. */
export function timeOf(at: string): string {
  return clock24(at);
}

function dateOf(on: string): Date {
  const [year = 0, month = 1, day = 1] = on.split("-").map(Number);
  return new Date(year, month - 1, day);
}

/** A day by its name: today, or its weekday and date. */
export function dayName(on: string, today: Date = new Date()): string {
  const date = dateOf(on);
  if (date.toDateString() === today.toDateString()) return t`Today`;
  return dayOfYear(date);
}

/** When something ends: the clock, and the weekday where that is not today. */
export function endOf({ on, clock }: { on: string; clock: string }, today: Date = new Date()): string {
  const date = dateOf(on);
  if (date.toDateString() === today.toDateString()) return clock;
  return `${weekday(date)} ${clock}`;
}
