import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Trash2 } from "lucide-react";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Bench, Member, NamedSum, Purpose } from "../api/client";
import type { Change } from "../api/useChange";
import { Changes } from "../app/Changes";
import { changeWall } from "../app/changeWall";
import { Figure } from "../app/Figure";
import { useWords, type Words } from "../app/words";
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
    const size = member.plies > 1 ? `${member.plies} x ${member.size}` : member.size;
    const details = [
      size,
      member.orientation === "flat" ? t`flat` : t`on edge`,
      member.alike > member.plies && t`one of ${member.alike} boards alike`,
      `${member.pounds} lb`,
      faceOf(member, bench),
    ];
    return (
      <Card title={nameOf(member, words)} line={details.filter(Boolean).join(", ")} sums={member.sums}>
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
              <Trash2 /> {t`Remove from the wall`}
            </Button>
          </Changes>
        )}
      </Card>
    );
  }
  const line = picked ? marksOf(bench, picked)[0] : undefined;
  if (line)
    return (
      <Card title={nameOf(line, words)} line={onlyLine(line.role, words)} sums={line.sum ? [line.sum] : []} />
    );
  return (
    <Card
      title={t`Wall ${bench.wall.id}`}
      line={[
        t`${bench.entered.stud} studs, ${bench.wall.bare.pounds} lb, ${plural(bench.wall.bare.people, { one: "# person", other: "# people" })} to lift.`,
        sheeted(bench),
        held(bench),
        t`Pick a piece for its sum.`,
      ]
        .filter(Boolean)
        .join(" ")}
      sums={[
        { ...bench.plate, name: t`Plate` },
        {
          ...bench.stud_length,
          name: bench.wall.slopes.length > 0 ? t`Short ${words.piece("stud")}` : words.piece("Stud:many"),
        },
      ]}
    >
      <Slopes slopes={bench.wall.slopes} />
      {bench.wall.clear.map(({ id, use, width }) => (
        <Flex key={id} align="center" gap="2" fontSize="15px">
          <Text flex="1">
            <b>{id}</b> {t`kept clear for a ${use}`}, <Figure text={width.text} fontWeight="700" />
          </Text>
          <Changes>
            <Button
              size="sm"
              aria-label={t`Remove ${id} from the wall`}
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
    ? t`With its sheets ${sheeted.pounds} lb, ${plural(sheeted.people, { one: "# person", other: "# people" })}.`
    : "";
}

/** What holds its plate to a slab, where it stands on one. */
function held({ wall: { marks } }: Bench): string {
  const count = (role: string) => marks.filter((mark) => mark.role === role).length;
  const [bolts, pins] = [count("anchor_bolt"), count("pin")];
  const all = [
    bolts > 0 && plural(bolts, { one: "# anchor bolt", other: "# anchor bolts" }),
    pins > 0 && plural(pins, { one: "# pin", other: "# pins" }),
  ].filter(Boolean);
  return all.length > 0 ? t`Held to the slab by ${all.join(", ")}.` : "";
}

/** A piece by its name, and the opening it belongs to. */
function nameOf({ role, opening }: { role: string; opening?: string | null }, { name }: Words): string {
  const named = name(role);
  return opening ? t`${named} of ${opening}` : named;
}

/** What a mark that is only a line is for. */
function onlyLine(role: string, { piece }: Words): string {
  const plate = piece("bottom_plate");
  switch (role) {
    case "cut_line":
      return t`The ${plate} is cut out here once the wall stands`;
    case "plate_break":
      return t`Two boards of this plate meet here, on a ${piece("stud")}`;
    case "anchor_bolt":
      return t`Comes up through the ${plate}; the drawings and the local code decide where`;
    case "kept_clear":
      return t`An edge of a bay that must stay clear of wood`;
    case "pin":
      return t`Shot through the ${plate} into the slab: wear eye and ear protection, and let nobody stand behind`;
    default:
      return "";
  }
}

/** Where to cut a piece that is not square at its end: what the saw is set to, read from across it. */
function Cut({ cut: { short, long, degrees } }: { cut: NonNullable<Member["cut"]> }) {
  return (
    <Flex gap="5" mt="2" align="baseline" wrap="wrap" data-testid="cut">
      {short && <Point name={t`short point`} figure={short.text} />}
      <Point name={short ? t`long point` : t`plumb cuts, each face`} figure={long.text} />
      <Point name={t`bevel`} figure={`${degrees}°`} />
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
  const shown = slopes.map(({ pitch, low, high, length }) =>
    [pitch, low.text, high.text, length.text].join(),
  );
  const unlike = slopes.filter((_, index) => shown.indexOf(shown[index] ?? "") === index);
  return unlike.map(({ start, pitch, low, high, length }) => (
    <Text key={start} fontSize="15px">
      {unlike.length < slopes.length && <>{t`Both ways`} </>}
      {pitch ? (
        <Trans>
          <b>{pitch}</b> from <Figure text={low.text} fontWeight="700" /> up to{" "}
          <Figure text={high.text} fontWeight="700" />, plates <Figure text={length.text} fontWeight="700" />{" "}
          on the slope
        </Trans>
      ) : (
        <Trans>
          Level at <Figure text={low.text} fontWeight="700" /> for{" "}
          <Figure text={length.text} fontWeight="700" />
        </Trans>
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
      <Text fontWeight="700">{t`Meets`}</Text>
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
    <Box as="section" aria-label={t`Picked piece`} px="4" pt="3" pb="3" borderBottomWidth="1px">
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
