import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Plus } from "lucide-react";
import type { Bench, OpeningOnBench } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { kindName } from "../app/openingKinds";
import { useWords } from "../app/words";

/** The wall's openings, each with its rough opening and header. */
export function OpeningsPanel({ bench, onOpen }: { bench: Bench; onOpen: (id: string) => void }) {
  return (
    <Box>
      <Box as="ul" listStyleType="none" aria-label={t`Openings`}>
        {bench.openings.map((opening) => (
          <OpeningRow key={opening.opening.id} opening={opening} onOpen={() => onOpen(opening.opening.id)} />
        ))}
      </Box>
      {bench.openings.length === 0 && (
        <Text
          px="4"
          pt="4"
          color="faint"
        >{t`No openings in this wall yet. Type one above, like 3-6x4-6 @ 9-3, or use the form.`}</Text>
      )}
      <Box p="4">
        <Changes>
          <Button onClick={() => onOpen("")}>
            <Plus /> {t`Opening`}
          </Button>
        </Changes>
      </Box>
    </Box>
  );
}

function OpeningRow({ opening, onOpen }: { opening: OpeningOnBench; onOpen: () => void }) {
  const { id, kind, unit, rough } = opening.opening;
  const { piece } = useWords();
  return (
    <Flex as="li" px="4" py="2" gap="3" align="center" borderBottomWidth="1px">
      <Box flex="1" minW="0">
        <Text>
          <Text as="span" fontFamily="heading" fontWeight="800" fontSize="19px">
            {id}
          </Text>{" "}
          {kindName(kind)} {String(unit ?? rough)}
        </Text>
        <Text color="faint" fontSize="14px">
          <Trans>
            RO <Figure text={opening.rough_width.value.text} color="ink" fontSize="17px" fontWeight="700" /> x{" "}
            <Figure text={opening.rough_height.value.text} color="ink" fontSize="17px" fontWeight="700" />,
            {piece("header")} {opening.header}
          </Trans>
          {!opening.framed && <Text as="span" color="crayon" fontWeight="700">{t`left out`}</Text>}
        </Text>
      </Box>
      <Button onClick={onOpen} aria-label={t`Change ${id}`}>{t`Change`}</Button>
    </Flex>
  );
}
