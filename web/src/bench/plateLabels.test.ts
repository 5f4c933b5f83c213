import { expect, test } from "vitest";
import type { OpeningOnBench } from "../api/client";
import { plateLabels } from "./plateLabels";

const figure = (text: string) => ({ inches: Number(text), text });
const opening = (id: string, x: number, y: number): OpeningOnBench =>
  ({
    opening: { id },
    framed: true,
    hole: { x, y, width: 37, height: 49 },
    rough_width: { value: figure("37") },
    rough_height: { value: figure("49") },
  }) as unknown as OpeningOnBench;

test("of openings above one another each plate names the one next to it", () => {
  const openings = [opening("W2", 60, 142), opening("W1", 62, 33), opening("W3", 200, 33)];
  const named = (plate: "bottom" | "top") =>
    plateLabels(openings, plate).map(({ text }) => text.split(" ")[0]);
  expect(named("bottom")).toEqual(["W1", "W3"]);
  expect(named("top")).toEqual(["W2", "W3"]);
});
