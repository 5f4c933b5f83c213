import { describe, expect, it } from "vitest";
import { comfortable, fitting, MARGIN, READABLE, scaleOf } from "./scale";

const BOX = { width: 852, height: 440 };

describe("scale", () => {
  it("puts the same inch on the same whole pixel, no matter who asks", () => {
    const scale = scaleOf(3.66);
    expect(scale.x(86.5)).toBe(MARGIN + 317);
    expect(Number.isInteger(scale.x(19.2))).toBe(true);
  });

  it("shows a wall whole where that can be read", () => {
    expect(comfortable(222, 97, BOX)).toBe(fitting(222, 97, BOX));
  });

  it("lets a long wall scroll rather than become unreadable", () => {
    const perInch = comfortable(432, 97, BOX);
    expect(perInch).toBeGreaterThan(READABLE);
    expect(perInch).toBe(BOX.height / 97);
  });
});
