import { Box } from "@chakra-ui/react";
import type { Check, Checks, Measure } from "../api/client";
import { color } from "../app/colors";

const AROUND = 14;
/** Inches drawn around an opening that is checked alone. */
const NEAR = 24;

/** Where the tape is held: the wall, or the part of it that is checked, with the tape to read now in chalk. */
export function CheckDrawing({ checks, check, measure }: { checks: Checks; check: Check; measure: Measure }) {
  const { left, right, top, bottom } = seen(checks, check);
  const width = right - left;
  const height = top - bottom;
  const flip = ([x, y]: readonly [number, number]): [number, number] => [x - left, top - y];
  const path = (points: readonly (readonly [number, number])[]) =>
    points.map((one) => flip(one).join(" ")).join("L");
  const thick = Math.max(width / 3, height) / 90;
  return (
    <Box
      as="svg"
      role="img"
      aria-label={`${check.name}: ${measure.name}`}
      w="full"
      h={{ base: "112px", lg: "340px" }}
      flexShrink="0"
      {...{ viewBox: `${-AROUND} ${-AROUND} ${width + 2 * AROUND} ${height + 2 * AROUND}` }}
    >
      <path
        d={`M${path(checks.outline)}Z`}
        fill={color("pine")}
        fillOpacity="0.45"
        stroke={color("pineEdge")}
        strokeWidth={thick}
      />
      {checks.holes.map(([x, y, w, h]) => (
        <path
          key={x}
          d={`M${path([
            [x, y],
            [x + w, y],
            [x + w, y + h],
            [x, y + h],
          ])}Z`}
          fill={color("ground")}
          stroke={color("pineEdge")}
          strokeWidth={thick}
        />
      ))}
      {check.measures.map((one) => (
        <Held
          key={one.id}
          from={flip(one.start)}
          to={flip(one.end)}
          isNow={one.id === measure.id}
          thick={thick}
        />
      ))}
    </Box>
  );
}

/** A tape from where it hooks to where it is read. */
function Held({
  from,
  to,
  isNow,
  thick,
}: {
  from: [number, number];
  to: [number, number];
  isNow: boolean;
  thick: number;
}) {
  const ink = isNow ? color("chalk") : color("faint");
  return (
    <g stroke={ink} strokeWidth={isNow ? 2.5 * thick : thick} opacity={isNow ? 1 : 0.5}>
      <path d={`M${from.join(" ")}L${to.join(" ")}`} strokeDasharray={isNow ? undefined : `${4 * thick}`} />
      <circle cx={from[0]} cy={from[1]} r={isNow ? 4 * thick : 2 * thick} fill={ink} />
      {isNow && <circle cx={to[0]} cy={to[1]} r={4 * thick} fill={color("bench")} />}
    </g>
  );
}

/** The part of the wall a check is about: an opening with what is around it, or all of it. */
function seen({ outline }: Checks, check: Check) {
  const points = check.id.startsWith("opening/")
    ? check.measures
        .flatMap(({ start, end }) => [start, end])
        .flatMap(([x, y]) => [
          [x - NEAR, y - NEAR],
          [x + NEAR, y + NEAR],
        ])
    : [...outline, ...check.measures.flatMap(({ start, end }) => [start, end])];
  const xs = points.map(([x = 0]) => x);
  const ys = points.map(([, y = 0]) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys, 0), top: Math.max(...ys) };
}
