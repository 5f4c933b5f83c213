import { t } from "@lingui/core/macro";
import type { Bench } from "../api/client";
import { color } from "../app/colors";
import type { Rise } from "./Elevation";
import { lettering } from "./lettering";
import type { Scale } from "./scale";

/** The sheets of one face, over the framing: every edge, a number in the order they go up, openings cut out. The number is at
 * the top, since a doorway leaves nothing of a sheet’s foot. */
export function SheetLayer({
  sheets,
  scale,
  rise,
}: {
  sheets: Bench["wall"]["sheets"]["sheets"];
  scale: Scale;
  rise: Rise;
}) {
  return (
    <g aria-label={t`Sheets`} pointerEvents="none">
      {sheets.map((sheet, index) => {
        const left = scale.x(sheet.x);
        const right = scale.x(sheet.x + sheet.width);
        const top = rise.y(sheet.y + sheet.height);
        const over = sheet.over
          ? sheet.over.map(([x, y]) => `${scale.x(x)} ${rise.y(y)}`).join("L")
          : `${left} ${top}H${right}`;
        const holes = sheet.cut_outs
          .map(
            (hole) =>
              `M${scale.x(hole.x)} ${rise.y(hole.y)}H${scale.x(hole.x + hole.width)}V${rise.y(hole.y + hole.height)}H${scale.x(hole.x)}Z`,
          )
          .join("");
        return (
          <g key={`${sheet.row} ${sheet.x}`} data-sheet={index + 1}>
            <path
              d={`M${over}L${right} ${rise.y(sheet.y)}H${left}Z${holes}`}
              fill={color("tape")}
              fillOpacity={0.55}
              fillRule="evenodd"
            />
            <path
              d={sheet.edges
                .map(([x1, y1, x2, y2]) => `M${scale.x(x1)} ${rise.y(y1)}L${scale.x(x2)} ${rise.y(y2)}`)
                .join("")}
              stroke={color("chalk")}
              strokeWidth={1.6}
            />
            <text
              x={left + 8}
              y={top + 20}
              fill={color("chalk")}
              stroke={color("tape")}
              strokeWidth={4}
              paintOrder="stroke"
              style={lettering(17, 800)}
            >
              {index + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}
