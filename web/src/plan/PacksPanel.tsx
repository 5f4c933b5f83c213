import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import type { Plan } from "../api/client";
import { Figure } from "../app/Figure";
import { Said } from "../app/words";

const KINDS = {
  corner: "Corners",
  intersection: "Intersections",
  "kings and jacks": "{King:many} and {jack:many}",
  header: "{Header:many}",
} as const satisfies Record<Plan["packs"][number]["kind"], string>;

/** What is built before the walls, counted by what it is made of. */
export function PacksPanel({ plan }: { plan: Plan }) {
  const kinds = (Object.keys(KINDS) as (keyof typeof KINDS)[]).filter((kind) =>
    plan.packs.some((pack) => pack.kind === kind),
  );
  if (kinds.length === 0)
    return (
      <Text p="4" color="faint">
        No corners, intersections or openings yet, so nothing to build before the walls.
      </Text>
    );
  return (
    <Box pb="4">
      {kinds.map((kind) => (
        <Box key={kind} as="section" aria-label={KINDS[kind]}>
          <Heading as="h3" fontFamily="heading" fontWeight="700" fontSize="17px" px="4" pt="3" pb="1">
            <Said>{KINDS[kind]}</Said>
          </Heading>
          {plan.packs
            .filter((pack) => pack.kind === kind)
            .map((pack) => (
              <Flex
                key={`${pack.pieces.join()} ${pack.hand}`}
                gap="3"
                px="4"
                py="1.5"
                borderBottomWidth="1px"
                align="baseline"
              >
                <Figure
                  text={String(pack.count)}
                  fontSize="22px"
                  fontWeight="700"
                  minW="28px"
                  textAlign="end"
                />
                <Box flex="1" minW="0">
                  {pack.pieces.map((piece) => (
                    <Box key={piece}>
                      <Figure text={piece} fontSize="16px" fontWeight="600" />
                    </Box>
                  ))}
                  <Text fontSize="13px" color="faint" lineHeight="1.25">
                    {pack.hand && `${pack.hand} hand: `}
                    {pack.places.join(", ")}
                  </Text>
                </Box>
              </Flex>
            ))}
        </Box>
      ))}
      <Flex px="4" pt="3" gap="2" align="baseline" wrap="wrap" fontSize="14px">
        <Figure text={String(plan.ties.laps)} fontSize="22px" fontWeight="700" />
        <Text>
          <Said>{"laps of {cap_plate:many},"}</Said> {plan.ties.nails} nails in them, 16d
        </Text>
        {plan.ties.connectors > 0 && (
          <>
            <Figure text={String(plan.ties.connectors)} fontSize="22px" fontWeight="700" color="warn" />
            <Text>plate connectors where nothing laps</Text>
          </>
        )}
      </Flex>
      <Text px="4" pt="2" fontSize="13px" color="faint">
        {plan.hands} <Said>{"{Header} sizes follow the approved drawings."}</Said>
      </Text>
    </Box>
  );
}
