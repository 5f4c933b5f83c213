import { color } from "../app/colors";
import { lettering } from "./lettering";
import type { Scale } from "./scale";

/** Narrowest a printed inch mark may be before its neighbours are left out, in pixels. */
const ROOM = 24;
/** Graduations nearer to each other than this are one smear, in pixels. */
const APART = 3.4;
/** How long the lines of halves, quarters, eighths and sixteenths are. */
const LONG: Record<number, number> = { 2: 7, 4: 5.5, 8: 4, 16: 2.5 };
const STEPS = [1, 2, 4, 6, 12, 24, 48];

interface Held {
  hook: "start" | "end";
  burned: number;
}

/**
 * The tape as it lies along the plates: its figures run from the end it hooks on, and start at the
 * burned inch where it is held on that.
 */
export function Tape({
  length,
  scale,
  y,
  height,
  held,
  isRead = false,
}: {
  length: number;
  scale: Scale;
  y: number;
  height: number;
  held: Held;
  /** Whether somebody reads places between its inches. */
  isRead?: boolean;
}) {
  const step = STEPS.find((inches) => inches * scale.perInch >= ROOM) ?? 96;
  const last = Math.floor(length + held.burned);
  const inches = Array.from({ length: last + 1 }, (_, inch) => inch).filter((inch) => inch >= held.burned);
  const at = (inch: number) =>
    scale.x(held.hook === "start" ? inch - held.burned : length - (inch - held.burned));
  const hook = at(held.burned);
  const outward = held.hook === "start" ? -1 : 1;
  return (
    <g aria-hidden>
      <rect
        x={scale.x(0)}
        y={y}
        width={scale.x(length) - scale.x(0)}
        height={height}
        fill={color("tape")}
        stroke={color("rule")}
      />
      <g shapeRendering="crispEdges" stroke={color("ink")}>
        {inches.map((inch) =>
          inch % step === 0 || scale.perInch >= 3 ? (
            <path
              key={inch}
              d={`M${at(inch) + 0.5} ${y}v${tick(inch, step)}M${at(inch) + 0.5} ${y + height}v${-tick(inch, step)}`}
              strokeOpacity={inch % step === 0 ? 1 : 0.45}
            />
          ) : null,
        )}
      </g>
      {isRead && (
        <path d={graduations(length, scale, y, height, at)} stroke={color("ink")} strokeOpacity={0.55} />
      )}
      <g textAnchor="middle">
        {inches
          .filter((inch) => inch % step === 0 && inch > held.burned)
          .map((inch) => (
            <text
              key={inch}
              x={at(inch)}
              y={y + height / 2 + 4.5}
              style={lettering(14, inch % 12 === 0 ? 750 : 500)}
              fill={color("ink")}
            >
              {inch}
            </text>
          ))}
      </g>
      <path d={`M${hook + outward * 5} ${y + 2}v${height - 4}`} stroke={color("chalk")} strokeWidth={4} />
    </g>
  );
}

/** The lines between the inches, as fine as there is room for, shorter the finer. */
function graduations(
  length: number,
  scale: Scale,
  y: number,
  height: number,
  at: (inch: number) => number,
): string {
  const parts = [16, 8, 4, 2].find((count) => scale.perInch / count >= APART);
  if (!parts) return "";
  return Array.from({ length: Math.floor(length * parts) + 1 }, (_, part) => part)
    .filter((part) => part % parts !== 0)
    .map((part) => {
      const long = LONG[parts / shared(part, parts)] ?? 2;
      const x = at(part / parts) + 0.5;
      return `M${x} ${y}v${long}M${x} ${y + height}v${-long}`;
    })
    .join("");
}

/** The largest power of two that goes into both. */
function shared(part: number, parts: number): number {
  return part % 2 === 0 && parts > 1 ? 2 * shared(part / 2, parts / 2) : 1;
}

function tick(inch: number, step: number): number {
  return inch % step === 0 ? 8 : 4;
}
