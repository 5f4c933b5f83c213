import { Box } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useRef } from "react";
import type { Pole, Poles } from "../api/client";
import { color } from "../app/colors";
import { useWords } from "../app/words";
import { lettering } from "../drawing/lettering";
import { SvgFigure } from "../drawing/SvgFigure";
import { spread } from "../drawing/spread";
import { useBoxSize } from "../drawing/useBoxSize";
import { fillOf, Hatches } from "../drawing/wood";

/** Room for the heights to the left of a pole. */
const HEIGHTS = 48;
const WOOD = { least: 66, most: 112 };
const LABEL_GAP = 17;
const HEADS = 52;
const FEET = 40;
const RULER = 44;
const GAP = 6;

/** Every pole of the job side by side on one vertical scale; the usual head runs through as a chalk line. */
export function PoleDrawing({
  poles,
  picked,
  pencilled,
  onPick,
}: {
  poles: Poles;
  picked: number;
  /** Poles as a what-if would leave them: drawn in chalk where they differ. */
  pencilled: boolean;
  onPick: (index: number) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const size = useBoxSize(box);
  const count = Math.max(poles.poles.length, 1);
  const column = Math.max((size.width - RULER) / count, HEIGHTS + WOOD.least + GAP);
  const width = Math.max(size.width, RULER + column * count);
  const floor = size.height - FEET;
  const highest = Math.max(...poles.poles.map(({ stretches }) => stretches.at(-1)?.top.inches ?? 0), 1);
  const scale = (floor - HEADS) / highest;
  const y = (inches: number) => Math.round(floor - inches * scale);
  const usual = poles.poles.find(({ off }) => off.inches === 0)?.head_at.inches;
  return (
    <Box
      ref={box}
      flex="1"
      minW="0"
      minH="0"
      overflowX="auto"
      overflowY="hidden"
      // More poles than there is room for are reached with the arrow keys.
      tabIndex={0}
      role="region"
      aria-label={t`Story poles side by side`}
      _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-3px" }}
    >
      <svg
        width={width}
        height={size.height}
        role="img"
        aria-label={t`Story poles`}
        style={{ display: "block" }}
      >
        <Hatches />
        <Ruler highest={highest} y={y} />
        <path d={`M0 ${floor + 0.5}H${width}`} stroke={color("ink")} strokeWidth={1.5} />
        {usual !== undefined && (
          <path
            d={`M${RULER} ${y(usual) + 0.5}H${width}`}
            stroke={color("chalk")}
            strokeWidth={1}
            strokeDasharray="8 4"
          />
        )}
        {poles.poles[picked] && (
          <rect
            x={RULER + picked * column}
            y={0}
            width={column - GAP}
            height={size.height}
            fill={color("chalkWash")}
            fillOpacity={0.6}
          />
        )}
        {poles.poles.map((pole, index) => (
          <OnePole
            key={pole.marks.join(" ")}
            pole={pole}
            x={RULER + index * column}
            width={column}
            y={y}
            isPicked={index === picked}
            isPencilled={pencilled && index === picked}
            onPick={() => onPick(index)}
          />
        ))}
      </svg>
    </Box>
  );
}

/** Heights above the floor, a foot at a time, as on a tape stood up. */
function Ruler({ highest, y }: { highest: number; y: (inches: number) => number }) {
  // Where inches would run into each other the half feet do; a foot's figure of three digits has its tick beside it.
  const every = y(0) - y(1) >= 3 ? 1 : 6;
  const inches = Array.from({ length: Math.floor(highest / every) + 1 }, (_, index) => index * every);
  return (
    <g aria-hidden>
      <rect x={0} y={y(highest)} width={RULER - 10} height={y(0) - y(highest)} fill={color("tape")} />
      {inches.map((inch) => (
        <path
          key={inch}
          d={`M${RULER - 10} ${y(inch) + 0.5}h${inch % 12 === 0 ? (inch < 100 ? -18 : -8) : inch % 6 === 0 ? -8 : -6}`}
          stroke={color("ink")}
          strokeOpacity={inch % 12 === 0 ? 1 : 0.5}
        />
      ))}
      {inches
        .filter((inch) => inch % 12 === 0 && inch > 0)
        .map((inch) => (
          <text
            key={inch}
            x={4}
            y={y(inch) + 4}
            fill={inch % 16 === 0 ? color("crayon") : color("ink")}
            style={lettering(12, 600)}
          >
            {inch}
          </text>
        ))}
    </g>
  );
}

interface OnePoleProps {
  pole: Pole;
  x: number;
  width: number;
  y: (inches: number) => number;
  isPicked: boolean;
  isPencilled: boolean;
  onPick: () => void;
}

function OnePole({ pole, x, width, y, isPicked, isPencilled, onPick }: OnePoleProps) {
  const isOff = pole.off.inches !== 0;
  const wood = x + HEIGHTS;
  const woodWidth = Math.min(width - HEIGHTS - GAP, WOOD.most);
  const ink = isPencilled ? color("chalk") : color("ink");
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the panel beside has a button for every pole
    <g
      data-pole={pole.marks.join(" ")}
      data-off={pole.off.inches || undefined}
      style={{ cursor: "pointer" }}
      onClick={onPick}
    >
      <rect x={x} y={0} width={width - GAP} height={y(0) + FEET} fill="transparent" />
      <PoleHead pole={pole} x={wood - 2} ink={ink} />
      {pole.stretches.map(({ what, bottom, top: high }) => (
        <rect
          key={`${what} ${bottom.inches}`}
          x={wood}
          y={y(high.inches)}
          width={woodWidth}
          height={Math.max(y(bottom.inches) - y(high.inches), 1)}
          fill={what === "clear" ? color("ground") : fillOf(what)}
          stroke={isPencilled ? color("chalk") : color("pineEdge")}
          strokeWidth={1}
        />
      ))}
      <path
        d={`M${wood - 6} ${y(pole.head_at.inches) + 0.5}h${woodWidth + 12}`}
        stroke={isOff ? color("crayon") : color("chalk")}
        strokeWidth={3}
      />
      <Heights pole={pole} wood={wood} y={y} ink={ink} ground={isPicked ? "chalkWash" : "ground"} />
      {pole.stretches.map(({ what, name, bottom, top: high, length }) => (
        <StretchLabel
          key={`${what} ${bottom.inches}`}
          figure={length.text}
          name={name}
          isStrong={what === "clear" || what === "header"}
          isCut={what.endsWith("_cripple")}
          x={wood + woodWidth / 2}
          width={woodWidth}
          low={y(bottom.inches)}
          high={y(high.inches)}
          ground={what === "clear" ? "ground" : "pine"}
          fill={ink}
        />
      ))}
      <PoleFoot pole={pole} x={wood} y={y(0)} />
    </g>
  );
}

/** Which openings a pole is of, and how far their head is from the usual one. */
function PoleHead({ pole: { marks, off }, x, ink }: { pole: Pole; x: number; ink: string }) {
  return (
    <>
      <text x={x} y={22} fill={ink} style={lettering(18, 800)}>
        {marks.length > 4 ? `${marks.slice(0, 3).join(" ")} …` : marks.join(" ")}
      </text>
      {off.inches !== 0 && (
        <SvgFigure
          x={x}
          y={40}
          text={off.inches > 0 ? t`head ${off.text} above` : t`head ${off.text} below`}
          size={13}
          weight={700}
          fill={color("crayon")}
        />
      )}
    </>
  );
}

/** The heights beside a pole, spread where they would run into each other. */
function Heights({
  pole: { stretches, head_at, off },
  wood,
  y,
  ink,
  ground,
}: Pick<OnePoleProps, "pole" | "y"> & { wood: number; ink: string; ground: "chalkWash" | "ground" }) {
  const heights = stretches.map((stretch) => stretch.top).toReversed();
  const places = spread(
    heights.map(({ inches }) => y(inches)),
    LABEL_GAP,
    y(stretches.at(-1)?.top.inches ?? 0),
    y(0),
  );
  return heights.map(({ inches, text }, index) => {
    const isHead = inches === head_at.inches;
    return (
      <g key={inches}>
        <path
          d={`M${wood} ${y(inches) + 0.5}L${wood - 7} ${places[index] ?? 0}`}
          stroke={color("faint")}
          strokeWidth={0.7}
        />
        <SvgFigure
          x={wood - 9}
          y={(places[index] ?? 0) + 5}
          text={text}
          size={14}
          weight={isHead ? 800 : 600}
          textAnchor="end"
          stroke={color(ground)}
          strokeWidth={4}
          paintOrder="stroke"
          fill={isHead && off.inches !== 0 ? color("crayon") : ink}
        />
      </g>
    );
  });
}

/** How long the king and the jack beside it are cut. */
function PoleFoot({ pole: { king, jack }, x, y }: { pole: Pole; x: number; y: number }) {
  const { piece } = useWords();
  return (
    <>
      <SvgFigure x={x} y={y + 20} text={`${piece("king")} ${king.text}`} size={13} fill={color("faint")} />
      <SvgFigure
        x={x}
        y={y + 35}
        text={jack === null ? t`on hangers` : `${piece("jack")} ${jack.text}`}
        size={13}
        fill={color("faint")}
      />
    </>
  );
}

/** A letter's width by the size it is set in; a little more than most letters of the condensed face take. */
const LETTER = 0.46;

/**
 * What a stretch is, inside it: its length over its name, or both in one line, or what has room. Of a thin one its
 * name alone, since the heights beside it say how thick it is.
 */
function StretchLabel({
  figure,
  name,
  isStrong,
  isCut,
  x,
  width,
  low,
  high,
  ground,
  fill,
}: {
  figure: string;
  name: string;
  isStrong: boolean;
  /** Whether it is cut to that length: of a thin one the figure is what counts. */
  isCut: boolean;
  x: number;
  width: number;
  low: number;
  high: number;
  ground: "ground" | "pine";
  fill: string;
}) {
  const room = low - high;
  const middle = (low + high) / 2;
  const set = {
    x,
    textAnchor: "middle" as const,
    stroke: color(ground),
    strokeWidth: 4,
    paintOrder: "stroke",
    fill,
  };
  const weight = isStrong ? 800 : 700;
  if (room < 9) return null;
  if (room < 18 && !isCut) return <SvgFigure {...set} y={middle + 3.5} text={name} size={10} weight={600} />;
  if (room < 18) return <SvgFigure {...set} y={middle + 4} text={figure} size={12} weight={700} />;
  if (room >= 36)
    return (
      <>
        <SvgFigure {...set} y={middle + 1} text={figure} size={isStrong ? 19 : 17} weight={weight} />
        <SvgFigure {...set} y={middle + 15} text={name} size={12} weight={600} />
      </>
    );
  const both = `${figure} ${name}`;
  const isWide = both.length * 13 * LETTER > width - 4;
  return <SvgFigure {...set} y={middle + 5} text={isWide ? figure : both} size={13} weight={weight} />;
}
