import { parts } from "./figures";
import { lettering } from "./lettering";

/** A printed length inside a drawing, its fractions set as fractions. */
export function SvgFigure({
  text,
  size,
  weight = 600,
  ...attributes
}: { text: string; size: number; weight?: number } & Omit<React.SVGProps<SVGTextElement>, "style">) {
  const small = { fontSize: Math.round(size * 0.68) };
  return (
    <text style={lettering(size, weight)} {...attributes}>
      {parts(text).map((part) =>
        part.kind === "plain" ? (
          <tspan key={part.text}>{part.text}</tspan>
        ) : (
          <tspan key={part.key} style={small}>
            <tspan dy={-size * 0.28}>{part.top}</tspan>
            <tspan dy={size * 0.28}>/{part.bottom}</tspan>
          </tspan>
        ),
      )}
    </text>
  );
}
