import { describe, expect, it } from "vitest";
import { placeOf } from "./codes";

const JOB = "http://127.0.0.1:8460/jobs/3f0c5a52-2f0b-4f0e-9a55-0d4f3a7b1c22";
const SITE = "/jobs/3f0c5a52-2f0b-4f0e-9a55-0d4f3a7b1c22/site";

describe("codes on sheets and labels", () => {
  it("lead to the job, the wall and the piece, by whatever name the server was called", () => {
    expect(placeOf(JOB)).toBe(SITE);
    expect(placeOf(`${JOB}/bench/C`)).toBe(`${SITE}/walls/C/build`);
    expect(placeOf(`${JOB}/bench/C?piece=C/opening/W6/header`)).toBe(
      `${SITE}/walls/C/build?piece=C%2Fopening%2FW6%2Fheader`,
    );
    expect(placeOf(JOB.replace("http://127.0.0.1:8460", "https://192.168.7.5:8461"))).toBe(SITE);
  });

  it("lead nowhere when they are somebody else's", () => {
    expect(placeOf("https://example.test/other")).toBeNull();
    expect(placeOf("a text")).toBeNull();
  });
});
