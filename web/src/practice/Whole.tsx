import { Box } from "@chakra-ui/react";
import { useRef } from "react";
import type { DrawnMark, Exercise, Grade } from "../api/client";
import { color } from "../app/colors";
import { MARGIN } from "../drawing/scale";
import { useBoxSize } from "../drawing/useBoxSize";
import type { Pencil, Plate } from "./sheet";

const STRIP = 16;
const BETWEEN = 4;
const EDGE = 6;
const HEIGHT = 2 * STRIP + BETWEEN + 2 * EDGE;

/** Both plates from end to end, small: what is drawn so far, and where the pencil is; a press moves it there. */
export function Whole({
  exercise,
  marks,
  pencil,
  grade,
  onPencil,
}: {
  exercise: Exercise;
  marks: readonly DrawnMark[];
  pencil: Pencil;
  grade: Grade | null;
  onPencil: (part: Partial<Pencil>) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useBoxSize(frame);
  const lengths = { top: exercise.top.inches, bottom: exercise.bottom.inches };
  const perInch = (width - 2 * MARGIN) / Math.max(lengths.top, lengths.bottom);
  const x = (inches: number) => MARGIN + inches * perInch;
  return (
    <Box ref={frame} aria-hidden>
      <svg
        width="100%"
        height={HEIGHT}
        style={{ display: "block", cursor: "pointer" }}
        onPointerUp={({ clientX, currentTarget }) =>
          onPencil({ inches: (clientX - currentTarget.getBoundingClientRect().left - MARGIN) / perInch })
        }
      >
        {(["top", "bottom"] as const).map((plate) => (
          <rect
            key={plate}
            x={x(0)}
            y={topOf(plate)}
            width={Math.max(lengths[plate] * perInch, 0)}
            height={STRIP}
            fill={color("pine")}
            stroke={color("pineEdge")}
          />
        ))}
        {marks.map(({ plate, inches }, at) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: a mark is known by its place on the sheet
            key={at}
            d={`M${x(inches)} ${topOf(plate)}v${STRIP}`}
            stroke={color(grade?.wrong.includes(at) ? "crayon" : "ink")}
            strokeWidth={1.5}
          />
        ))}
        <path
          d={`M${x(pencil.inches)} ${EDGE - 4}v${HEIGHT - 2 * EDGE + 8}`}
          stroke={color("chalk")}
          strokeWidth={2}
        />
      </svg>
    </Box>
  );
}

const topOf = (plate: Plate) => EDGE + (plate === "top" ? 0 : STRIP + BETWEEN);
