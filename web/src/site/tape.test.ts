import { expect, test } from "vitest";
import { isLow, practiceTape, type TapeEvent } from "./tape";

test("the practice tape is off by no more than a 32nd, misses, runs low and is lost", () => {
  const tape = practiceTape();
  const told: TapeEvent[] = [];
  tape.press?.(43);
  expect(told).toEqual([]);
  tape.connect((event) => told.push(event));
  for (let press = 0; press < 20; press++) tape.press?.(43);
  const readings = told.flatMap((event) => (event.kind === "reading" ? [event.inches] : []));
  expect(readings.length).toBe(9);
  for (const inches of readings) expect(Math.abs(inches - 43)).toBeLessThanOrEqual(1 / 32);
  expect(told.filter(({ kind }) => kind === "missed")).toHaveLength(2);
  expect(told.some((event) => event.kind === "battery" && isLow(event.percent))).toBe(true);
  expect(told.at(-1)).toEqual({ kind: "lost" });
  expect(told.filter(({ kind }) => kind === "lost")).toHaveLength(1);
});

test("let go of, it tells nobody; connected again it has a new battery", () => {
  const tape = practiceTape();
  const told: TapeEvent[] = [];
  const leave = tape.connect((event) => told.push(event));
  leave();
  tape.press?.(43);
  expect(told).toEqual([{ kind: "connected", battery: 60 }]);
  tape.connect((event) => told.push(event));
  expect(told.at(-1)).toEqual({ kind: "connected", battery: 60 });
});
