import { describe, expect, it } from "vitest";
import { colors } from "./colors";

type Mode = "_light" | "_dark";

/** Relative luminance of an sRGB color, as the accessibility guidelines define it. */
function luminance(hex: string): number {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5].map((from) => {
    const share = Number.parseInt(hex.slice(from, from + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

function contrast(one: string, other: string): number {
  const [darker = 0, lighter = 0] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (lighter + 0.05) / (darker + 0.05);
}

describe("colors on the site", () => {
  it("agree with worked examples of the definition", () => {
    expect(contrast("#000000", "#ffffff")).toBeCloseTo(21, 5);
    expect(contrast("#777777", "#ffffff")).toBeCloseTo(4.48, 2);
  });

  it.each(["_light", "_dark"] as Mode[])(
    "stand out seven to one from every ground they are on, %s",
    (mode) => {
      const inks = ["ink", "sunFaint", "sunCrayon", "sunWarn"] as const;
      const grounds = ["ground", "bench", "raised", "chalkWash"] as const;
      for (const ink of inks)
        for (const ground of grounds)
          expect(
            contrast(colors[ink][mode], colors[ground][mode]),
            `${ink} on ${ground}`,
          ).toBeGreaterThanOrEqual(7);
      expect(contrast(colors.sunCrayon[mode], colors.crayonWash[mode])).toBeGreaterThanOrEqual(7);
    },
  );
});
