import { Box, chakra, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Bench, NamedSum, Steps } from "../api/client";
import { Figure } from "../drawing/Figure";
import { printer } from "../drawing/figures";
import { ROLE_NAMES } from "../drawing/wood";
import { marksOf } from "./picking";

/** The piece that is picked: its name, how many are alike, and the sum behind each of its numbers. */
export function PieceCard({ bench, picked }: { bench: Bench; picked: string | null }) {
  const member = bench.wall.members.find(({ id }) => id === picked);
  if (member) {
    const alike = bench.cut_list.find(({ size, length }) => size === member.size && length === member.length);
    const whose = member.opening ? ` of ${member.opening}` : "";
    const plies = member.plies > 1 ? `${member.plies} x ` : "";
    return (
      <Card
        bench={bench}
        title={`${ROLE_NAMES[member.role]}${whose}`}
        line={`${plies}${member.size}, ${member.orientation === "flat" ? "flat" : "on edge"}${
          alike && alike.count > member.plies ? `, one of ${alike.count} boards alike` : ""
        }, ${member.pounds} lb`}
        sums={[
          { name: "Length", value: member.length, steps: member.why.length },
          { name: "Stands at", value: member.x, steps: member.why.x },
          { name: "Above the floor", value: member.y, steps: member.why.y },
        ]}
      />
    );
  }
  const line = picked ? marksOf(bench, picked)[0] : undefined;
  if (line)
    return (
      <Card
        bench={bench}
        title={`${ROLE_NAMES.cut_line} of ${line.mark.opening}`}
        line="The bottom plate is cut out here once the wall stands"
        sums={[{ name: "Line at", value: line.mark.at, steps: line.mark.why.at }]}
      />
    );
  return (
    <Card
      bench={bench}
      title={`Wall ${bench.wall.id}`}
      line={`${bench.entered.stud} studs, ${bench.wall.pounds} lb, ${bench.wall.hands} hands to lift. Pick a piece for its sum.`}
      sums={[
        { ...bench.plate, name: "Plate" },
        { ...bench.stud_length, name: "Studs" },
      ]}
    >
      {bench.meets.length > 0 && <Neighbours walls={bench.meets.map(({ wall }) => wall)} />}
    </Card>
  );
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
  bench,
  title,
  line,
  sums,
  children,
}: {
  bench: Bench;
  title: string;
  line: string;
  sums: NamedSum[];
  children?: ReactNode;
}) {
  const print = printer(bench.figures);
  return (
    <Box as="section" aria-label="Picked piece" px="4" pt="3" pb="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontSize="24px" fontWeight="800" lineHeight="1.1">
        {title}
      </Heading>
      <Text color="faint" fontSize="14px" mb="2">
        {line}
      </Text>
      {sums.map(({ name, value, steps }) => (
        <SumColumn key={name} name={name} value={value} steps={steps} print={print} />
      ))}
      {children}
    </Box>
  );
}

/** A sum as a column: each step with its amount, a rule, and what they come to. */
export function SumColumn({
  name,
  value,
  steps,
  print,
}: {
  name: string;
  value: number;
  steps: Steps;
  print: (inches: number) => string;
}) {
  const isPlain = steps.length === 1;
  return (
    <Box mb="2">
      <Flex justify="space-between" align="baseline" fontWeight="700">
        <Text>
          {name}
          {isPlain && (
            <Text as="span" color="faint" fontWeight="400" fontSize="14px" ms="2">
              {steps[0]?.[0]}
            </Text>
          )}
        </Text>
        <Figure text={print(value)} fontSize="21px" />
      </Flex>
      {!isPlain && (
        <Grid templateColumns="1fr auto auto" columnGap="1" fontSize="14px" color="faint" lineHeight="1.4">
          {steps.map(([words, amount], index) => (
            <SumStep
              // biome-ignore lint/suspicious/noArrayIndexKey: steps never move, and two may read alike
              key={index}
              words={words}
              sign={amount < 0 ? "−" : index > 0 ? "+" : ""}
              text={print(amount)}
            />
          ))}
        </Grid>
      )}
    </Box>
  );
}

function SumStep({ words, sign, text }: { words: string; sign: string; text: string }) {
  return (
    <>
      <Text minW="0">{words}</Text>
      <Text fontFamily="figure">{sign}</Text>
      <Figure text={text} textAlign="end" color="ink" fontSize="15px" />
    </>
  );
}
