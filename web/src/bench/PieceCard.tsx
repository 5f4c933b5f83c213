import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Bench, Member, NamedSum, Purpose } from "../api/client";
import type { Change } from "../api/useChange";
import { Changes } from "../app/Changes";
import { changeWall } from "../app/changeWall";
import { countOf } from "../app/countOf";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { HeaderCheckCard } from "../headers/HeaderCheckCard";
import { useHeaders } from "../headers/useHeaders";
import { PurposeCard } from "./PurposeCard";
import { faceOf, marksOf } from "./picking";
import { withoutClear, withoutSpecial } from "./specials";

/** The piece that is picked: its name, how many are alike, and the sum behind each of its numbers. */
export function PieceCard({
  bench,
  picked,
  purpose,
  onChange,
}: {
  bench: Bench;
  picked: string | null;
  /** What the picked piece is for, while that is asked for. */
  purpose: Purpose | null;
  onChange: (change: Change) => void;
}) {
  const words = useWords();
  const member = bench.wall.members.find(({ id }) => id === picked);
  if (member) {
    const without = withoutSpecial(bench.entered, member);
    const whose = member.opening ? ` of ${member.opening}` : "";
    const plies = member.plies > 1 ? `${member.plies} x ` : "";
    return (
      <Card
        title={`${words.name(member.role)}${whose}`}
        line={`${plies}${member.size}, ${member.orientation === "flat" ? "flat" : "on edge"}${
          member.alike > member.plies ? `, one of ${member.alike} boards alike` : ""
        }, ${member.pounds} lb${faceOf(member, bench)}`}
        sums={member.sums}
      >
        {member.cut && <Cut cut={member.cut} />}
        <PurposeCard purpose={purpose} />
        {member.role === "header" && member.opening && (
          <OfHeader revision={bench.revision} opening={member.opening} />
        )}
        {without && (
          <Changes>
            <Button
              onClick={() =>
                onChange(changeWall(bench.wall.id, (wall) => withoutSpecial(wall, member) ?? wall))
              }
            >
              <Trash2 /> Take it out of the wall
            </Button>
          </Changes>
        )}
      </Card>
    );
  }
  const line = picked ? marksOf(bench, picked)[0] : undefined;
  if (line)
    return (
      <Card
        title={`${words.name(line.role)}${line.opening ? ` of ${line.opening}` : ""}`}
        line={words.say(LINES[line.role] ?? "")}
        sums={line.sum ? [line.sum] : []}
      />
    );
  return (
    <Card
      title={`Wall ${bench.wall.id}`}
      line={words.say(
        `${bench.entered.stud} studs, ${bench.wall.bare.pounds} lb, ${countOf(bench.wall.bare.hands, "person", "people")} to lift${sheeted(bench)}${held(bench)}. Pick a piece for its sum.`,
      )}
      sums={[
        { ...bench.plate, name: "Plate" },
        {
          ...bench.stud_length,
          name: words.say(bench.wall.slopes.length > 0 ? "Short {stud}" : "{Stud:many}"),
        },
      ]}
    >
      <Slopes slopes={bench.wall.slopes} />
      {bench.wall.clear.map(({ id, use, width }) => (
        <Flex key={id} align="center" gap="2" fontSize="15px">
          <Text flex="1">
            <b>{id}</b> {words.say(`kept clear for a ${use}`)}, <Figure text={width.text} fontWeight="700" />
          </Text>
          <Changes>
            <Button
              size="sm"
              aria-label={`Take ${id} out of the wall`}
              onClick={() => onChange(changeWall(bench.wall.id, (wall) => withoutClear(wall, id)))}
            >
              <Trash2 />
            </Button>
          </Changes>
        </Flex>
      ))}
      {bench.meets.length > 0 && <Neighbours walls={bench.meets.map(({ wall }) => wall)} />}
    </Card>
  );
}

/** The check of the header over an opening, once it is there. */
function OfHeader({ revision, opening }: { revision: number; opening: string }) {
  const { job = "" } = useParams();
  const { data } = useHeaders(job, revision);
  const line = data?.lines.find(({ marks }) => marks.includes(opening));
  return line ? <HeaderCheckCard line={line} isShort /> : null;
}

/** What it takes with the sheets on, where there are any. */
function sheeted({ wall: { sheets, sheeted } }: Bench): string {
  return sheets.count > 0
    ? `; with its sheets ${sheeted.pounds} lb, ${countOf(sheeted.hands, "person", "people")}`
    : "";
}

/** What holds its plate to a slab, where it stands on one. */
function held({ wall: { marks } }: Bench): string {
  const count = (role: string) => marks.filter((mark) => mark.role === role).length;
  const [bolts, pins] = [count("anchor_bolt"), count("pin")];
  const all = [bolts > 0 && `${bolts} anchor bolts`, pins > 0 && `${pins} pins`].filter(Boolean);
  return all.length > 0 ? `; held to the slab by ${all.join(" and ")}` : "";
}

/** What a line that is only a line says of itself. */
const LINES: Record<string, string> = {
  cut_line: "The {bottom_plate} is cut out here once the wall stands",
  plate_break: "Two boards of this plate meet here, on a {stud}",
  anchor_bolt: "Comes up through the {bottom_plate}; the drawings and the local code rule",
  kept_clear: "An edge of a bay that no wood may stand in",
  pin: "Shot through the {bottom_plate} into the slab: eyes and ears covered, nobody behind",
};

/** Where to cut a piece that is not square at its end: what the saw is set to, read from across it. */
function Cut({ cut: { short, long, degrees } }: { cut: NonNullable<Member["cut"]> }) {
  return (
    <Flex gap="5" mt="2" align="baseline" wrap="wrap" data-testid="cut">
      {short && <Point name="short point" figure={short.text} />}
      <Point name={short ? "long point" : "plumb cuts, each face"} figure={long.text} />
      <Point name="bevel" figure={`${degrees}°`} />
    </Flex>
  );
}

function Point({ name, figure }: { name: string; figure: string }) {
  return (
    <Box>
      <Figure text={figure} fontSize="34px" fontWeight="700" lineHeight="1" />
      <Text color="faint" fontSize="13px">
        {name}
      </Text>
    </Box>
  );
}

/** The stretches of a top that is not level: how it rises, from where to where, and how long its plates are. */
function Slopes({ slopes }: { slopes: Bench["wall"]["slopes"] }) {
  const said = slopes.map(({ pitch, low, high, length }) => [pitch, low.text, high.text, length.text].join());
  const unlike = slopes.filter((_, index) => said.indexOf(said[index] ?? "") === index);
  return unlike.map(({ start, pitch, low, high, length }) => (
    <Text key={start} fontSize="15px">
      {unlike.length < slopes.length && "Both ways "}
      {pitch ? (
        <>
          <b>{pitch}</b> from <Figure text={low.text} fontWeight="700" /> up to{" "}
          <Figure text={high.text} fontWeight="700" />, plates <Figure text={length.text} fontWeight="700" />{" "}
          on the slope
        </>
      ) : (
        <>
          Level at <Figure text={low.text} fontWeight="700" /> for{" "}
          <Figure text={length.text} fontWeight="700" />
        </>
      )}
    </Text>
  ));
}

const Neighbour = chakra(Link, {
  base: {
    fontFamily: "heading",
    fontSize: "18px",
    fontWeight: 700,
    color: "chalk",
    px: "1",
    _hover: { textDecoration: "underline" },
    _focusVisible: { outline: "2px solid", outlineColor: "chalk" },
  },
});

/** The walls that meet this one, from its start to its end, each on its own bench. */
function Neighbours({ walls }: { walls: string[] }) {
  const { job } = useParams();
  return (
    <Flex align="baseline" gap="2" wrap="wrap">
      <Text fontWeight="700">Meets</Text>
      {walls.map((wall) => (
        <Neighbour key={wall} to={`/jobs/${job}/bench/${encodeURIComponent(wall)}`}>
          {wall}
        </Neighbour>
      ))}
    </Flex>
  );
}

function Card({
  title,
  line,
  sums,
  children,
}: {
  title: string;
  line: string;
  sums: NamedSum[];
  children?: ReactNode;
}) {
  return (
    <Box as="section" aria-label="Picked piece" px="4" pt="3" pb="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontSize="24px" fontWeight="800" lineHeight="1.1">
        {title}
      </Heading>
      <Text color="faint" fontSize="14px" mb="2">
        {line}
      </Text>
      {sums.map((sum) => (
        <SumColumn key={sum.name} sum={sum} />
      ))}
      {children}
    </Box>
  );
}
