import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Printer, Scroll } from "lucide-react";
import type { Bench } from "../api/client";
import { color } from "../app/colors";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { SvgFigure } from "../drawing/SvgFigure";

type Snapped = NonNullable<Bench["snap_out"]>;

const WIDTH = 300;
const HEIGHT = 190;
const EDGE = { side: 46, top: 24, bottom: 26 };

/** The wall's outline as chalk lines on the deck: its corners from the hooked one, and the diagonals that prove it. */
export function SnapOut({ job, wall, snapped }: { job: string; wall: string; snapped: Snapped }) {
  const { piece } = useWords();
  const { base, points, slopes, diagonals } = snapped;
  const pole = `/api/jobs/${job}/layout-pole.pdf?wall=${encodeURIComponent(wall)}`;
  return (
    <Box px="4" py="3">
      <Outline base={base} points={points} />
      <Text fontSize="14px" color="faint" mb="2">
        <Trans>
          Snap the bottom line, hook the tape on its corner and leave it there. Set each corner of the top,
          then both diagonals before anything is cut.
        </Trans>
      </Text>
      {points.map(({ along, up }) => (
        <Text key={along.inches} fontSize="15px">
          <Trans>
            <Figure text={along.text} fontSize="20px" fontWeight="700" /> along,{" "}
            <Figure text={up.text} fontSize="20px" fontWeight="700" /> up
          </Trans>
        </Text>
      ))}
      {[...slopes, ...diagonals].map((sum, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: both slopes of a gable are the same sum
        <SumColumn key={`${sum.name} ${index}`} sum={sum} />
      ))}
      <Text fontSize="14px" color="faint" mt="4" mb="2">
        <Trans>
          Where the {piece("top_plate")} cannot hold its marks, set them plumb on a straight stick: its layout
          pole.
        </Trans>
      </Text>
      <Flex gap="2">
        <Button asChild size="sm">
          <a href={pole} target="_blank" rel="noreferrer">
            <Printer /> {t`Layout pole`}
          </a>
        </Button>
        <Button asChild size="sm">
          <a href={`${pole}&full_size=true`} target="_blank" rel="noreferrer">
            <Scroll /> {t`Full-size strip`}
          </a>
        </Button>
      </Flex>
    </Box>
  );
}

/** Seen with the hooked corner on the left, whichever end that is. */
function Outline({ base, points }: Pick<Snapped, "base" | "points">) {
  const tallest = Math.max(...points.map(({ up }) => up.inches));
  const scale = Math.min((WIDTH - 2 * EDGE.side) / base.inches, (HEIGHT - EDGE.top - EDGE.bottom) / tallest);
  const floor = HEIGHT - EDGE.bottom;
  const left = (WIDTH - base.inches * scale) / 2;
  const at = (x: number, y: number) => `${left + x * scale} ${floor - y * scale}`;
  const top = points.map(({ along, up }) => at(along.inches, up.inches));
  const [near, far] = [top[0] ?? "", top.at(-1) ?? ""];
  return (
    <svg width="100%" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={t`The wall on the deck`}>
      <path
        d={`M${at(0, 0)}L${far}M${at(base.inches, 0)}L${near}`}
        stroke={color("chalk")}
        strokeWidth="1.2"
        strokeDasharray="5 4"
      />
      <path
        d={`M${at(0, 0)}L${top.join("L")}L${at(base.inches, 0)}Z`}
        fill="none"
        stroke={color("ink")}
        strokeWidth="2"
      />
      <path
        d={`M${at(0, 0)}m-9 -12v16h16`}
        fill="none"
        stroke={color("crayon")}
        strokeWidth="3"
        transform="translate(-1 5)"
      />
      {points.map(({ along, up }, index) => (
        <SvgFigure
          key={along.inches}
          x={left + along.inches * scale + (index === 0 ? -6 : index === points.length - 1 ? 6 : 0)}
          y={floor - up.inches * scale - 6}
          size={14}
          weight={700}
          textAnchor="middle"
          fill={color("ink")}
          text={up.text}
        />
      ))}
      <SvgFigure
        x={WIDTH / 2}
        y={floor + 18}
        size={14}
        weight={700}
        textAnchor="middle"
        fill={color("ink")}
        text={base.text}
      />
    </svg>
  );
}
