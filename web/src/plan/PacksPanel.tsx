import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Plan } from "../api/client";
import { Figure } from "../app/Figure";
import { type Piece, useWords } from "../app/words";

type Kind = Plan["packs"][number]["kind"];

const KINDS = ["corner", "intersection", "kings and jacks", "header"] as const satisfies readonly Kind[];

const HANDS: Record<string, string> = { left: t`left hand`, right: t`right hand` };

function packName(kind: Kind, piece: Piece): string {
  switch (kind) {
    case "corner":
      return t`Corners`;
    case "intersection":
      return t`Intersections`;
    case "kings and jacks":
      return t`${piece("King:many")} and ${piece("jack:many")}`;
    case "header":
      return piece("Header:many");
  }
}

/** What is built before the walls, counted by what it is made of. */
export function PacksPanel({ plan }: { plan: Plan }) {
  const { piece } = useWords();
  const kinds = KINDS.filter((kind) => plan.packs.some((pack) => pack.kind === kind));
  if (kinds.length === 0)
    return (
      <Text
        p="4"
        color="faint"
      >{t`No corners, intersections or openings yet, so nothing to build before the walls.`}</Text>
    );
  return (
    <Box pb="4">
      {kinds.map((kind) => (
        <Box key={kind} as="section" aria-label={packName(kind, piece)}>
          <Heading as="h3" fontFamily="heading" fontWeight="700" fontSize="17px" px="4" pt="3" pb="1">
            {packName(kind, piece)}
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
                    {[pack.hand && HANDS[pack.hand], pack.places.join(", ")].filter(Boolean).join(": ")}
                  </Text>
                </Box>
              </Flex>
            ))}
        </Box>
      ))}
      <Flex px="4" pt="3" gap="2" align="baseline" wrap="wrap" fontSize="14px">
        <Figure text={String(plan.ties.laps)} fontSize="22px" fontWeight="700" />
        <Text>
          <Trans>
            laps of {piece("cap_plate:many")}, {plan.ties.nails} nails in them, 16d
          </Trans>
        </Text>
        {plan.ties.connectors > 0 && (
          <>
            <Figure text={String(plan.ties.connectors)} fontSize="22px" fontWeight="700" color="warn" />
            <Text>{t`plate connectors where nothing laps`}</Text>
          </>
        )}
      </Flex>
      <Text px="4" pt="2" fontSize="13px" color="faint">
        {plan.handedness} {t`${piece("Header")} sizes follow the approved drawings.`}
      </Text>
    </Box>
  );
}
