import { expect, test } from "vitest";
import { DRAWINGS } from "./all";

test("what is drawn of a way stays in its box, and no two of it look alike", () => {
  for (const drawn of Object.values(DRAWINGS)) {
    const shapes = Object.values(drawn);
    expect(shapes.length).toBeGreaterThan(1);
    expect(new Set(shapes.map((one) => JSON.stringify(one))).size).toBe(shapes.length);
    for (const [x, y, width, height] of shapes.flat()) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(0);
      expect(x + width).toBeLessThanOrEqual(64);
      expect(y + height).toBeLessThanOrEqual(40);
    }
  }
});
