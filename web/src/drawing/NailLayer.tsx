import { t } from "@lingui/core/macro";
import type { Bench } from "../api/client";
import { color } from "../app/colors";
import type { Rise } from "./Elevation";
import { lettering } from "./lettering";
import type { Scale } from "./scale";

/** How many nails every joint gets, at the joint. */
export function NailLayer({
  nails,
  scale,
  rise,
}: {
  nails: Bench["wall"]["nails"];
  scale: Scale;
  rise: Rise;
}) {
  return (
    <g aria-label={t`Nails`} pointerEvents="none">
      {nails.map(({ joint, at }) =>
        at.map(([x, y, driven]) => (
          <text
            key={`${joint} ${x} ${y}`}
            data-joint={joint}
            x={scale.x(x)}
            y={rise.y(y) + 3.5}
            textAnchor="middle"
            fill={color("chalk")}
            stroke={color("pine")}
            strokeWidth={2.5}
            paintOrder="stroke"
            style={lettering(10, 800)}
          >
            {driven}
          </text>
        )),
      )}
    </g>
  );
}
