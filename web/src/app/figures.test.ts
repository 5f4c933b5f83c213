import { describe, expect, it } from "vitest";
import { asKeyed, parts, reduced } from "./figures";

describe("parts", () => {
  it("splits a length where its fraction is", () => {
    expect(parts("86 1/2")).toEqual([
      { kind: "plain", text: "86 " },
      { kind: "fraction", key: 3, top: "1", bottom: "2" },
    ]);
  });

  it("keeps what has no fraction", () => {
    expect(parts("222")).toEqual([{ kind: "plain", text: "222" }]);
    expect(parts("")).toEqual([]);
  });

  it("finds every fraction of a size, and what follows", () => {
    const kinds = parts("7'-2 5/8\" x 42 1/4").map((part) => part.kind);
    expect(kinds).toEqual(["plain", "fraction", "plain", "fraction"]);
  });

  it("loses no character", () => {
    const text = parts("96 1/2 x 82 15/16")
      .map((part) => (part.kind === "plain" ? part.text : `${part.top}/${part.bottom}`))
      .join("");
    expect(text).toBe("96 1/2 x 82 15/16");
  });
});

it("sets a reading as it is keyed in, to the 32nd, in lowest terms", () => {
  expect([43.25, 43.28125, 0.5, 12, 0].map(asKeyed)).toEqual(["43 1/4", "43 9/32", "1/2", "12", "0"]);
  expect(asKeyed(92.999)).toBe("93");
  expect(reduced(24, 32)).toBe("3/4");
});
