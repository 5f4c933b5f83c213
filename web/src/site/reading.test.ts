import { expect, test } from "vitest";
import { isReading } from "./reading";

test.each(["43", "43 1/4", "1/2", "43.25", "0", "3'-7 1/4\"", "3' 7", "3-7 1/2", "12ft 6", " 55 3/32 "])(
  "%s is a reading",
  (text) => {
    expect(isReading(text)).toBe(true);
  },
);

test.each(["hello", "-3", "", " ", "43 1/5", "43 5/4", "1/0", "43 1/", "4 3 1/2", "forty", "3--7", "'"])(
  "%s is none",
  (text) => {
    expect(isReading(text)).toBe(false);
  },
);
