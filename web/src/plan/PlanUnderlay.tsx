import type { Drawing } from "../api/client";
import { color } from "../app/colors";
import { toScreen, type View } from "./view";

/** A drawing under the walls that were understood of it. */
export function PlanUnderlay({ drawing, view }: { drawing: Drawing; view: View }) {
  return (
    <g
      aria-hidden
      pointerEvents="none"
      transform={`translate(${view.x} ${view.y}) scale(${view.scale} ${-view.scale})`}
    >
      <Lines lines={drawing.lines} />
    </g>
  );
}

/** Where what was left of a drawing is, by its number in the list beside. */
export function LeftMarks({
  drawing,
  pointed,
  view,
}: {
  drawing: Drawing;
  pointed: number | null;
  view: View;
}) {
  return (
    <g aria-hidden pointerEvents="none">
      {drawing.left.map(({ at }, index) => {
        if (!at) return null;
        const [x, y] = toScreen(view, [at[0], at[1]]);
        const radius = pointed === index ? 16 : 9;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: numbered by their order in the list beside
          <g key={index}>
            <circle
              cx={x}
              cy={y}
              r={radius}
              fill={pointed === index ? color("crayon") : color("ground")}
              stroke={color("crayon")}
              strokeWidth={2}
            />
            <text
              x={x}
              y={y}
              dy="0.36em"
              textAnchor="middle"
              fontSize={pointed === index ? 17 : 12}
              fontWeight={700}
              fill={pointed === index ? color("ground") : color("ink")}
            >
              {index + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Thousands of lines are one path, made once: only its frame moves as the plan is zoomed. */
function Lines({ lines }: { lines: Drawing["lines"] }) {
  const path = lines.map(([x1, y1, x2, y2]) => `M${x1} ${y1}L${x2} ${y2}`).join("");
  return (
    <path
      d={path}
      fill="none"
      stroke={color("chalk")}
      strokeWidth={1}
      opacity={0.8}
      vectorEffect="non-scaling-stroke"
    />
  );
}
