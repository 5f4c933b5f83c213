import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { NotebookPen, Scissors, TriangleAlert } from "lucide-react";
import { Link, useSearchParams } from "react-router";
import type { Job, WallWork } from "../api/client";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { Shown } from "../app/Shown";
import { capital } from "../app/words";
import { TickRow, TickSquare } from "./TickRow";
import { useWork } from "./useSite";
import { useTicks } from "./useTicks";
import { useOpenWall } from "./WallScreen";

/** How a wall is built: its packs before, its headers, then step by step; each ticked when it is done. */
export function BuildView() {
  const { job, wall } = useOpenWall();
  const query = useWork(job.id, wall, job.revision);
  return (
    <Shown query={query} what={t`Laying out the steps`} trouble={t`This wall could not be opened`}>
      {(work) => <Build job={job} work={work} />}
    </Shown>
  );
}

/** The piece somebody came for, by the code on its label: what it is, and when it goes in. */
function ThisPiece({ work: { wall, steps } }: { work: WallWork }) {
  const piece = useSearchParams()[0].get("piece");
  if (!piece) return null;
  const step = steps.find(({ pieces }) => pieces.some(({ members }) => members.includes(piece)));
  const found = step?.pieces.find(({ members }) => members.includes(piece));
  return (
    <Box
      as="section"
      aria-label={t`This piece`}
      mt="3"
      p="3"
      borderWidth="2px"
      borderColor="chalk"
      bg="chalkWash"
    >
      {step && found ? (
        <>
          <Text fontSize="17px">
            {capital(found.name)}, {found.board}
          </Text>
          <Figure text={found.length} fontSize="44px" fontWeight="800" lineHeight="1.1" />
          <Text fontSize="17px">{t`${unparted(piece)}: goes in with “${step.name}”.`}</Text>
          <Button asChild size="lg" mt="2">
            <Link to={`../log?piece=${encodeURIComponent(piece)}`} relative="path">
              <NotebookPen /> {t`Add a note`}
            </Link>
          </Button>
        </>
      ) : (
        <Text fontSize="17px" color="crayon">
          <Trans>
            Wall {wall} has no piece {piece} any more: the plan changed since its label was printed.
          </Trans>
        </Text>
      )}
    </Box>
  );
}

function Build({ job, work }: { job: Job; work: WallWork }) {
  const ticks = useTicks(job.id, work);
  return (
    <Box flex="1" minH="0" overflowY="auto" px="3" pb="6" maxW="880px" w="full">
      <ThisPiece work={work} />
      <Flex py="3">
        <Button asChild size="lg">
          <Link to={`/jobs/${job.id}/cut?wall=${encodeURIComponent(work.wall)}`}>
            <Scissors /> {t`Cut its boards`}
          </Link>
        </Button>
      </Flex>
      {work.packs.length > 0 && (
        <Part name={t`Built before`}>
          {work.packs.map((pack) => {
            const left = pack.places.filter(({ work: name }) => !ticks.isDone(name)).length;
            return (
              <Box key={`${pack.name} ${pack.pieces.join()}`} py="2" borderBottomWidth="1px">
                <Flex justify="space-between" align="baseline" gap="3">
                  <Text fontSize="18px" fontWeight="700">
                    {capital(pack.name)}
                  </Text>
                  <Text fontSize="17px" color={left ? "ink" : "faint"} whiteSpace="nowrap">
                    {left ? t`${left} to build` : t`all built`}
                  </Text>
                </Flex>
                <Text color="faint" fontSize="16px">
                  {unparted(pack.pieces.join(", "))}
                </Text>
                <Flex wrap="wrap" gap="1" mt="1">
                  {pack.places.map(({ work: name, place }) => (
                    <TickSquare key={name} work={name} name={`${capital(pack.name)} ${place}`} ticks={ticks}>
                      {place}
                    </TickSquare>
                  ))}
                </Flex>
              </Box>
            );
          })}
        </Part>
      )}
      {work.headers.length > 0 && (
        <Part name={t`Headers, as they are made`}>
          {work.headers.map(({ opening, header, steps }) => (
            <Box key={opening} py="2" borderBottomWidth="1px">
              <Text fontSize="18px" fontWeight="700">
                {opening}, {header}
              </Text>
              <Box as="ol" ps="5" fontSize="17px">
                {steps.map((line) => (
                  <li key={line}>{unparted(line)}</li>
                ))}
              </Box>
            </Box>
          ))}
        </Part>
      )}
      <Part name={t`Step by step`}>
        {work.steps.map((step) => (
          <Box key={step.work} py="2" borderBottomWidth="1px">
            <TickRow work={step.work} name={step.name} ticks={ticks}>
              <Text fontFamily="heading" fontSize="22px" fontWeight="800">
                {step.name}
              </Text>
            </TickRow>
            <Text fontSize="17px">{step.do}</Text>
            <Box as="ul" listStyleType="none" my="1">
              {step.pieces.map(({ count, name, board, length }) => (
                <Flex as="li" key={`${name} ${board} ${length}`} gap="2" align="baseline" fontSize="17px">
                  <Text fontFamily="figure" fontWeight="700" w="32px" textAlign="end">
                    {count}
                  </Text>
                  <Text flex="1">
                    {name}, {board}
                  </Text>
                  <Figure text={length} fontSize="19px" fontWeight="600" />
                </Flex>
              ))}
            </Box>
            {step.nails.length > 0 && (
              <Text color="faint" fontSize="16px">
                {t`16d: ${step.nails.map(({ joint, count }) => `${count} ${joint}`).join(", ")}`}
              </Text>
            )}
            <Caution>{step.caution}</Caution>
          </Box>
        ))}
      </Part>
    </Box>
  );
}

/** Raising a wall: what it takes, what must be so before anybody lifts, what is done once it is up. */
export function RaiseView() {
  const { job, wall } = useOpenWall();
  const query = useWork(job.id, wall, job.revision);
  return (
    <Shown query={query} what={t`Weighing the wall`} trouble={t`This wall could not be opened`}>
      {(work) => <Raise job={job} work={work} />}
    </Shown>
  );
}

function Raise({ job, work }: { job: Job; work: WallWork }) {
  const ticks = useTicks(job.id, work);
  const { bare, sheeted, says, before, after } = work.raising;
  return (
    <Box flex="1" minH="0" overflowY="auto" px="3" pb="6" maxW="880px" w="full">
      <Flex gap="6" py="3" wrap="wrap">
        <Weight name={t`Bare`} {...bare} />
        {sheeted.pounds !== bare.pounds && <Weight name={t`With its sheets`} {...sheeted} />}
      </Flex>
      {says.map((line) => (
        <Text key={line} fontSize="18px" py="0.5">
          {unparted(line)}
        </Text>
      ))}
      <Caution>{t`Walls are heavy and fall: nobody stands under one or beyond its bottom plate.`}</Caution>
      <Part name={t`Before you lift`}>
        {before.map((one) => (
          <TickRow key={one.work} work={one.work} name={one.says} ticks={ticks}>
            <Text fontSize="18px">{unparted(one.says)}</Text>
          </TickRow>
        ))}
      </Part>
      <Part name={t`Once it is up`}>
        {after.map((one) => (
          <TickRow key={one.work} work={one.work} name={one.says} ticks={ticks}>
            <Text fontSize="18px">{unparted(one.says)}</Text>
          </TickRow>
        ))}
      </Part>
    </Box>
  );
}

function Weight({ name, pounds, people }: { name: string; pounds: number; people: number }) {
  return (
    <Box>
      <Text color="faint" fontSize="16px">
        {name}
      </Text>
      <Figure
        text={plural(people, { one: "# person", other: "# people" })}
        display="block"
        fontSize="44px"
        fontWeight="800"
        lineHeight="1.1"
      />
      <Text fontSize="18px">{t`${pounds} lb`}</Text>
    </Box>
  );
}

function Part({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={name} mt="4">
      <Heading
        as="h2"
        fontFamily="heading"
        fontSize="19px"
        fontWeight="700"
        color="faint"
        borderBottomWidth="2px"
        pb="1"
      >
        {name}
      </Heading>
      {children}
    </Box>
  );
}

function Caution({ children }: { children: string }) {
  return (
    <Flex gap="2" align="start" fontSize="16px" fontWeight="600" color="warn" mt="1">
      <TriangleAlert size={19} style={{ flexShrink: 0, marginTop: 2 }} aria-hidden />
      <Text>{children}</Text>
    </Flex>
  );
}
