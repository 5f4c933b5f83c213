import { expect, test } from "vitest";
import { bestOf } from "./language";
import { madeUp } from "./madeUp";
import { inPercent } from "./numbers";
import { clock24, dateOnly, dayOfYear } from "./when";

test("the first language somebody prefers that there is, with or without its region", () => {
  const languages = ["en", "es", "pt-BR"];
  expect(bestOf(["fr", "es-MX", "en"], languages)).toEqual({ language: "es", region: "es-MX" });
  expect(bestOf(["pt-BR"], languages)).toEqual({ language: "pt-BR", region: "pt-BR" });
  expect(bestOf(["en-GB", "es"], languages)).toEqual({ language: "en", region: "en-GB" });
});

test("English as in America where there is none of them", () => {
  expect(bestOf(["fr"], ["en", "es"])).toEqual({ language: "en", region: "en-US" });
  expect(bestOf([], ["en"])).toEqual({ language: "en", region: "en-US" });
});

test("the made-up language is longer, and keeps what stands for elements", () => {
  expect(madeUp("Save ")).toBe("Šåvé·· ");
  expect(madeUp("<0>Cut</0> at ")).toBe("<0>Çûţ</0> åţ·· ");
  expect(madeUp("12 3/4")).toBe("12 3/4");
});

test("moments are written as the language has them", () => {
  const moment = new Date(2026, 4, 6, 15, 5);
  expect([dateOnly(moment), dayOfYear(moment), clock24(moment)]).toEqual([
    "May 6, 2026",
    "Wednesday, May 6",
    "15:05",
  ]);
});

test("percents are written as the language has them", () => {
  expect([inPercent(75), inPercent(22.06)]).toEqual(["75%", "22.1%"]);
});
