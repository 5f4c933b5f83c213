import { color } from "../app/colors";

const WIDE = 120;
const HIGH = 84;

/** The mark as it is pencilled on the plate: the line, and the letter on the side of it the wood goes. */
export function MarkDrawing({
  symbol,
  ahead,
  isStruck,
}: {
  symbol: string;
  ahead: boolean | null;
  isStruck: boolean;
}) {
  const middle = WIDE / 2;
  const letter = ahead === null ? middle : ahead ? middle + 26 : middle - 26;
  const isWord = symbol.length > 2;
  return (
    <svg aria-hidden width={WIDE} height={HIGH} viewBox={`0 0 ${WIDE} ${HIGH}`}>
      <rect width={WIDE} height={HIGH} fill={color("pine")} />
      <path d={`M0 0h${WIDE}M0 ${HIGH}h${WIDE}`} stroke={color("pineEdge")} strokeWidth="3" />
      <path d={`M${middle} 3v${HIGH - 6}`} stroke={color("ink")} strokeWidth="4" />
      <text
        x={isWord ? middle + 8 : letter}
        y={HIGH / 2 + (isWord ? 7 : 16)}
        textAnchor={isWord ? "start" : "middle"}
        style={{ fontFamily: "'Sofia Sans Condensed Variable'", fontWeight: 800, fontSize: isWord ? 22 : 46 }}
        fill={color("ink")}
      >
        {symbol}
      </text>
      {isStruck && <path d={`M6 ${HIGH - 8}L${WIDE - 6} 8`} stroke={color("crayon")} strokeWidth="6" />}
    </svg>
  );
}
