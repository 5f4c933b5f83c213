import { expect, test } from "vitest";
import type { Finding } from "../api/client";
import { alike } from "./findings";

test("findings of a kind stand together where the first of them stood", () => {
  const finding = (code: string, at: number, severity = "info") => ({ code, at, severity }) as Finding;
  const found = [
    finding("bolt-under-wood", 48, "warning"),
    finding("narrow-gap", 10),
    finding("stud-slid", 12),
    finding("narrow-gap", 40),
  ];
  expect(alike(found).map((group) => group.map(({ at }) => at))).toEqual([[48], [10, 40], [12]]);
  expect(alike([])).toEqual([]);
});
