import { Box } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useRef } from "react";
import type { Exercise } from "../api/client";
import { color } from "../app/colors";
import { lettering } from "../drawing/lettering";
import { SvgFigure } from "../drawing/SvgFigure";
import { useBoxSize } from "../drawing/useBoxSize";
import { Hatches } from "../drawing/wood";

const WALL = 14;
const BESIDE = 22;
const ROW = 20;
const ABOVE = 8;
/** Beside the wall, for what lies beyond its ends. */
const MARGIN = 44;

/** The wall as the plan has it, from above: what it meets, its openings, and what they are measured from. */
export function PlanStrip({ plan }: { plan: Exercise["plan"] }) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useBoxSize(frame);
  const { beside, holes, dimensions } = plan;
  if (beside.length + holes.length === 0) return null;
  const x = (inches: number) => MARGIN + (inches * (width - 2 * MARGIN)) / plan.length;
  const wall = ABOVE + dimensions.length * ROW;
  return (
    <Box ref={frame} borderBottomWidth="1px">
      <svg width="100%" height={wall + WALL + BESIDE + 6} role="img" aria-label={t`The wall on the plan`}>
        <Hatches />
        {beside.map(({ of, start, end }) => (
          <g key={of}>
            <rect
              x={x(start)}
              y={wall}
              width={Math.max(x(end) - x(start), 3)}
              height={WALL + BESIDE}
              fill={color("bench")}
              stroke={color("rule")}
            />
            <text
              x={x((start + end) / 2)}
              y={wall + WALL + BESIDE - 5}
              textAnchor="middle"
              style={lettering(13, 700)}
              fill={color("ink")}
            >
              {of}
            </text>
          </g>
        ))}
        <rect
          x={x(0)}
          y={wall}
          width={Math.max(x(plan.length) - x(0), 0)}
          height={WALL}
          fill="url(#hatch-grain)"
          stroke={color("pineEdge")}
        />
        {holes.map(({ of, start, end }) => (
          <g key={of}>
            <rect
              x={x(start)}
              y={wall}
              width={x(end) - x(start)}
              height={WALL}
              fill={color("ground")}
              stroke={color("ink")}
            />
            <text
              x={x((start + end) / 2)}
              y={wall + WALL + 15}
              textAnchor="middle"
              style={lettering(14, 750)}
              fill={color("ink")}
            >
              {of}
            </text>
          </g>
        ))}
        {dimensions.map(({ of, start, end, text }, row) => {
          const y = ABOVE + row * ROW + ROW / 2;
          return (
            <g key={of} stroke={color("chalk")} strokeWidth={1}>
              <path
                d={`M${x(start)} ${y}H${x(end)}M${x(start)} ${y - 4}V${wall}M${x(end)} ${y - 4}V${wall + WALL}`}
                strokeDasharray="1 0"
              />
              <path d={`M${x(start) - 3} ${y + 3}l6 -6M${x(end) - 3} ${y + 3}l6 -6`} strokeWidth={1.6} />
              <SvgFigure
                x={x((start + end) / 2)}
                y={y + 5}
                textAnchor="middle"
                size={15}
                weight={700}
                fill={color("ink")}
                stroke={color("ground")}
                strokeWidth={5}
                paintOrder="stroke"
                text={text}
              />
            </g>
          );
        })}
      </svg>
    </Box>
  );
}
