import { describe, expect, test } from "vitest";
import { CHOICES, saidAs, schoolOf } from "./choices";

describe("the choices of a standard", () => {
  test("each key is there once", () => {
    const keys = CHOICES.map(({ key, part }) => `${key} ${part}`);
    expect(new Set(keys).size).toBe(keys.length);
  });

  test("each school has a name, a reason and a drawing of its own that stays in its box", () => {
    for (const { schools } of CHOICES) {
      expect(schools.length).toBeGreaterThan(1);
      expect(new Set(schools.map(({ name }) => name)).size).toBe(schools.length);
      expect(new Set(schools.map(({ shapes }) => JSON.stringify(shapes))).size).toBe(schools.length);
      for (const { when, shapes } of schools) {
        expect(when).toMatch(/\.$/);
        for (const [x, y, width, height] of shapes) {
          expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
          expect(x + width).toBeLessThanOrEqual(64);
          expect(y + height).toBeLessThanOrEqual(40);
        }
      }
    }
  });

  test("values are what the job file says", () => {
    expect(saidAs({ key: "sills" }, "2", {})).toBe(2);
    expect(saidAs({ key: "high_wind" }, "true", {})).toBe(true);
    expect(saidAs({ key: "spacing" }, "19.2", {})).toBe("19.2");
    expect(saidAs({ key: "header", part: "place" }, "raised", { header: { size: "2x10" } })).toEqual({
      size: "2x10",
      place: "raised",
    });
  });

  test("what a school says is read back as that school", () => {
    for (const choice of CHOICES) {
      for (const { value } of choice.schools) {
        const ways = { [choice.key]: saidAs(choice, value, {}) };
        expect(schoolOf(choice, ways)).toBe(value);
      }
    }
    expect(schoolOf({ key: "window_allowance" }, { window_allowance: { width: "3", height: "1" } })).toBe("");
  });
});
