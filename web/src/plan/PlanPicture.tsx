import type { Picture } from "../api/client";
import { color } from "../app/colors";
import { type Place, toScreen, type View } from "./view";

/** The picture of the plan, under everything else, with the places it is being scaled by. */
export function PlanPicture({
  job,
  picture,
  corner,
  view,
  pressed,
}: {
  job: string;
  picture: Picture;
  /** Where it lies now, in inches, while it may be dragged. */
  corner: Place;
  view: View;
  pressed: readonly Place[];
}) {
  const [x, y] = toScreen(view, corner);
  const [width, height] = picture.pixels;
  const scale = picture.scale * view.scale;
  return (
    <>
      <image
        href={`/api/jobs/${job}/pictures/${picture.image}.png`}
        x={x}
        y={y}
        width={width * scale}
        height={height * scale}
        preserveAspectRatio="none"
        opacity={1 - (picture.fade ?? 50) / 100}
      />
      {pressed.map(([across, down]) => (
        <path
          key={`${across} ${down}`}
          d={`M${x + across * scale - 9} ${y + down * scale}h18M${x + across * scale} ${y + down * scale - 9}v18`}
          stroke={color("crayon")}
          strokeWidth={2.5}
        />
      ))}
    </>
  );
}
