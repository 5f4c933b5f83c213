import { Box, Flex, SimpleGrid, Text } from "@chakra-ui/react";
import { memo } from "react";
import type { Ways, Whence } from "../api/client";
import { Field, FieldGroup } from "../app/Field";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import { InUsualWords } from "../app/words";
import { type Asked, SaidBy, standingOf } from "./PartOfStandard";
import { useWordsToChoose } from "./useStandards";
import { presetOf, withWord } from "./wordList";

/** What its part of the standard is called. */
export const WORDS = "Words";

type Words = NonNullable<Ways["words"]>;

/** What each piece is called and what is written for it: from a preset, or typed. They frame nothing otherwise. */
export const WordsCard = memo(function WordsCard({
  words,
  whence,
  onAsk,
  onTake,
}: {
  words: Words;
  whence: Whence;
  onAsk: (asked: Asked) => void;
  onTake: (alter: (words: Words) => Words) => void;
}) {
  const { data } = useWordsToChoose();
  if (!data) return null;
  const preset = presetOf(words, data.presets);
  const presets = data.presets.map(({ name }) => ({ value: name, label: name }));
  return (
    <InUsualWords>
      <FieldGroup name={WORDS}>
        <Text fontSize="13px" color="faint" mb="1">
          Chosen once, said on every screen, sheet and table of this job.{" "}
          <SaidBy level={whence.of.words ?? null} />
        </Text>
        <Box maxW="420px" mb="2">
          <Field label="Words of" {...standingOf(WORDS, "words", whence, onAsk)}>
            <SelectField
              label="Words of"
              value={preset ?? ""}
              choices={preset ? presets : [{ value: "", label: "The crew’s own" }, ...presets]}
              onChoose={(name) => {
                const chosen = data.presets.find((one) => one.name === name);
                if (chosen) onTake(() => chosen.words);
              }}
            />
          </Field>
        </Box>
        <SimpleGrid columns={{ base: 1, xl: 2 }} columnGap="6">
          {data.pieces.map(({ piece, name, letter }) => (
            <Flex key={piece} align="center" gap="2" py="0.5">
              <Text fontSize="14px" w="132px" flexShrink="0" lineHeight="1.15">
                {name}
              </Text>
              <Box flex="1" minW="0">
                <TextField
                  label={`Word for ${name}`}
                  value={words[piece]?.name ?? ""}
                  placeholder={name}
                  onEnter={(text) => onTake((newest) => withWord(newest, piece, { name: text || null }))}
                />
              </Box>
              <Box w="52px" flexShrink="0">
                {letter && (
                  <TextField
                    label={`Letter for ${name}`}
                    value={words[piece]?.letter ?? ""}
                    placeholder={letter}
                    onEnter={(text) => onTake((newest) => withWord(newest, piece, { letter: text || null }))}
                  />
                )}
              </Box>
            </Flex>
          ))}
        </SimpleGrid>
      </FieldGroup>
    </InUsualWords>
  );
});
