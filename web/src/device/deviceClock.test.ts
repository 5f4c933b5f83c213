import { expect, test } from "vitest";
import { ageOf, heardFrom, knownServerTime, momentNow } from "./deviceClock";

function answered(date: string): Response {
  return new Response(null, { headers: { date } });
}

test("the server's time only goes on, whatever an older answer that was kept says", () => {
  expect(knownServerTime()).toBeNull();
  heardFrom(answered("Tue, 01 Dec 2026 12:00:00 GMT"));
  heardFrom(answered("Tue, 01 Dec 2026 11:00:00 GMT"));
  heardFrom(answered("no time"));
  heardFrom(new Response(null));
  // The header has whole seconds, so it may be a second later.
  expect(knownServerTime()).toBe("2026-12-01T12:00:01.000Z");
});

test("the age of a moment is known within its own visit", () => {
  const now = momentNow();
  expect(ageOf({ ...now, ms: now.ms - 5_000 })).toBeGreaterThanOrEqual(5_000);
  expect(ageOf({ visit: "another", ms: 0 })).toBeNull();
});
