import { describe, expect, it } from "vitest";
import {
  across,
  along,
  beside,
  boundsWith,
  pan,
  readable,
  snap,
  toPlan,
  toScreen,
  wholeOf,
  zoom,
} from "./view";

const BOX = { width: 900, height: 600 };

describe("the view of a plan", () => {
  it("fits the whole of it with north up", () => {
    const view = wholeOf([0, 0, 432, 270], BOX);
    const [x, y] = toScreen(view, [0, 0]);
    const [right, top] = toScreen(view, [432, 270]);
    expect(x).toBeGreaterThan(80);
    expect(right).toBeLessThan(820);
    expect(top).toBeLessThan(y);
    expect((x + right) / 2).toBeCloseTo(450);
  });

  it("comes back from the screen to the place it left", () => {
    const view = pan(zoom(wholeOf([0, 0, 432, 270], BOX), 1.7, [10, 20]), 31, -7);
    const [east, north] = toPlan(view, toScreen(view, [123.25, 45.5]));
    expect(east).toBeCloseTo(123.25);
    expect(north).toBeCloseTo(45.5);
  });

  it("keeps the place under the pointer while it zooms", () => {
    const view = wholeOf([0, 0, 432, 270], BOX);
    const place = toPlan(view, [300, 200]);
    const [x, y] = toScreen(zoom(view, 3, [300, 200]), place);
    expect(x).toBeCloseTo(300);
    expect(y).toBeCloseTo(200);
  });

  it("does not zoom out of sight", () => {
    const view = wholeOf([0, 0, 432, 270], BOX);
    expect(zoom(view, 1e-9, [0, 0]).scale).toBeGreaterThan(0);
    expect(zoom(view, 1e9, [0, 0]).scale).toBeLessThan(100);
  });
});

describe("a drag on a wall", () => {
  it.each([
    [10.3, 8, 10.25],
    [10.3, 3, 10.5],
    [10.3, 1, 10],
  ])("is trusted to what can be seen: %s at %s is %s", (inches, scale, snapped) => {
    expect(snap(inches, scale)).toBe(snapped);
  });

  it("moves it square across, and an opening along it", () => {
    const [x, y] = across([0, 0], [100, 0], [7, 3]);
    expect([x + 0, y]).toEqual([0, 3]);
    expect(along([0, 0], [0, -100], [7, 3])).toBe(-3);
  });

  it.each([
    [[0, 0], [10, 0], 0],
    [[10, 0], [0, 0], 0],
    [[0, 0], [0, 10], -90],
    [[0, 10], [0, 0], -90],
    [[0, 0], [10, 10], -45],
    [[10, 0], [0, 10], 45],
  ] as const)("letters from %j to %j are turned by %s", (start, end, degrees) => {
    expect(readable(start, end) + 0).toBeCloseTo(degrees);
  });

  it("finds the left of a wall that runs east above it on screen", () => {
    const view = { scale: 2, x: 0, y: 0 };
    const wall = { start: [0, 0], end: [10, 0] } as const;
    expect(beside(view, wall, [5, 0], 8, "left")).toEqual([10, -8]);
    expect(beside(view, wall, [5, 0], 8, "right")).toEqual([10, 8]);
  });
});

it("shows the picture while there are no walls", () => {
  const picture = { pixels: [100, 50], scale: 2 } as const;
  const empty = { bounds: null, picture_corner: [10, 100] } as const;
  expect(boundsWith(empty, picture, null)).toEqual([10, 0, 210, 100]);
  expect(boundsWith({ ...empty, bounds: [0, 0, 9, 9] }, picture, null)).toEqual([0, 0, 9, 9]);
  expect(boundsWith(empty, null, null)).toBeNull();
  const drawing = { lines: [[0, 0, 40, 8]] as const, left: [{ at: [90, -5] as const }, { at: null }] };
  expect(boundsWith({ ...empty, bounds: [-3, 0, 9, 9] }, picture, drawing)).toEqual([-3, -5, 90, 9]);
  expect(boundsWith(empty, null, { lines: [], left: [] })).toBeNull();
});
