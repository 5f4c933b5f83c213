import { parts } from "./figures";

/** A printed length inside a drawing, its fractions set as fractions. */
export function SvgFigure({ text, ...attributes }: { text: string } & React.SVGProps<SVGTextElement>) {
  return (
    <text style={FIGURE} {...attributes}>
      {parts(text).map((part) =>
        part.kind === "plain" ? (
          <tspan key={part.text}>{part.text}</tspan>
        ) : (
          <tspan key={part.key} fontSize="0.68em">
            <tspan dy="-0.35em">{part.top}</tspan>
            <tspan dy="0.35em">/</tspan>
            <tspan>{part.bottom}</tspan>
          </tspan>
        ),
      )}
    </text>
  );
}

const FIGURE = {
  fontFamily: "'Sofia Sans Condensed Variable', sans-serif",
  fontVariantNumeric: "tabular-nums lining-nums",
} as const;
