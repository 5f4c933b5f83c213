import { fractionSize, parts } from "../app/figures";
import { lettering } from "./lettering";

/** A printed length inside a drawing, its fractions set as fractions; in an ink, since by itself it is black in the dark. */
export function SvgFigure({
  text,
  size,
  weight = 600,
  ...attributes
}: { text: string; size: number; weight?: number; fill: string } & Omit<
  React.SVGProps<SVGTextElement>,
  "style" | "fill"
>) {
  const small = { fontSize: fractionSize(size) };
  // So high that its top stands level with the other figures', or above where it is nearly as large.
  const rise = size * 0.26;
  return (
    <text style={lettering(size, weight)} {...attributes}>
      {parts(text).map((part) =>
        part.kind === "plain" ? (
          <tspan key={part.text}>{part.text}</tspan>
        ) : (
          <tspan key={part.key} style={small}>
            <tspan dy={-rise}>{part.top}</tspan>
            <tspan dy={rise}>/{part.bottom}</tspan>
          </tspan>
        ),
      )}
    </text>
  );
}
