import { describe, expect, it } from "vitest";
import { dayName, endOf, onThisClock } from "./clock";

describe("times on the site", () => {
  it("says the moment together with how far ahead the clock is", () => {
    const moment = new Date("2026-01-12T07:05:09Z");
    expect(new Date(onThisClock(moment)).getTime()).toBe(moment.getTime());
    expect(onThisClock(moment)).toMatch(/^2026-01-1\d.*[+-]\d\d:\d\d$/);
  });

  it("reads ahead and behind Greenwich", () => {
    const moment = new Date("2026-01-12T07:05:09Z");
    moment.getTimezoneOffset = () => -330;
    expect(onThisClock(moment)).toBe("2026-01-12T12:35:09+05:30");
    moment.getTimezoneOffset = () => 210;
    expect(onThisClock(moment)).toBe("2026-01-12T03:35:09-03:30");
  });

  it("calls the day one stands in today and any other by its name", () => {
    const today = new Date(2026, 0, 12, 6);
    expect(dayName("2026-01-12", today)).toBe("Today");
    expect(dayName("2026-01-13", today)).toContain("13");
  });

  it("says the weekday of what ends another day", () => {
    const monday = new Date(2026, 0, 12, 6);
    expect(endOf({ on: "2026-01-12", clock: "8:10" }, monday)).toBe("8:10");
    expect(endOf({ on: "2026-01-13", clock: "8:10" }, monday)).toMatch(/^\S+ 8:10$/);
  });
});
