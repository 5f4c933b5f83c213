import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Plural, Trans } from "@lingui/react/macro";
import type { Drawing, DrawingGuess, DrawingPart } from "../api/client";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import type { Brought } from "./useDrawingImport";

const MOST_LEFT = 60;

/** What was understood of a drawing, what of it was guessed and what was left, before any of it is taken in. */
export function DrawingCard({
  brought,
  isBusy,
  pointed,
  onPoint,
  onAnswer,
  onTake,
  onLeave,
}: {
  brought: Brought;
  isBusy: boolean;
  /** Which of what was left is pointed out on the plan. */
  pointed: number | null;
  onPoint: (index: number | null) => void;
  onAnswer: (key: string, values: readonly string[]) => void;
  onTake: (drawing: Drawing) => void;
  onLeave: () => void;
}) {
  const { drawing, file } = brought;
  const guessed = drawing.guesses.filter(({ is_sure }) => !is_sure);
  const sure = drawing.guesses.filter(({ is_sure }) => is_sure);
  return (
    <Box role="region" aria-label={t`Drawing`} borderBottomWidth="1px" overflowY="auto" flex="1">
      <Box px="4" pt="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px" overflowWrap="anywhere">
          {file.name}
        </Heading>
        <Text py="1">
          <Trans>
            Found{" "}
            <b>
              <Plural value={drawing.walls} one="# wall" other="# walls" />
            </b>{" "}
            and{" "}
            <b>
              <Plural value={drawing.openings} one="# opening" other="# openings" />
            </b>
            , penciled over the drawing.
          </Trans>
        </Text>
      </Box>
      <Flex gap="2" px="4" pb="3">
        <Button
          variant="solid"
          disabled={!drawing.edit || isBusy}
          onClick={() => drawing.edit && onTake(drawing)}
        >{t`Import`}</Button>
        <Button onClick={onLeave}>{t`Cancel`}</Button>
      </Flex>
      <Parts drawing={drawing} isBusy={isBusy} onAnswer={onAnswer} />
      <Guesses isGuess title={t`Guessed`} guesses={guessed} onAnswer={onAnswer} />
      <Guesses title={t`As drawn, or as you chose`} guesses={sure} onAnswer={onAnswer} />
      <NotUnderstood left={drawing.left} pointed={pointed} onPoint={onPoint} />
    </Box>
  );
}

/** The drawing's layers, any of which may hold walls, or its stories, one of which is framed. */
function Parts({
  drawing: { part, parts },
  isBusy,
  onAnswer,
}: {
  drawing: Drawing;
  isBusy: boolean;
  onAnswer: (key: string, values: readonly string[]) => void;
}) {
  const isStory = part === "story";
  if (parts.length === 0) return null;
  const chosen = parts.filter(({ is_chosen }) => is_chosen).map(({ name }) => name);
  function turn(name: string) {
    if (isStory) return onAnswer(part, [name]);
    const rest = chosen.filter((one) => one !== name);
    const next = chosen.includes(name) ? rest : [...rest, name];
    if (next.length > 0) onAnswer(part, next);
  }
  return (
    <Box role="group" aria-label={isStory ? t`Story to import` : t`Layers of the walls`} px="4" pb="2">
      <Text fontWeight="700">{isStory ? t`Story to import` : t`Walls are on`}</Text>
      <Box maxH="168px" overflowY="auto">
        {parts.map((one) => (
          <PartRow key={one.name} part={one} isBusy={isBusy} onTurn={() => turn(one.name)} />
        ))}
      </Box>
    </Box>
  );
}

function PartRow({
  part: { name, walls, note, is_chosen },
  isBusy,
  onTurn,
}: {
  part: DrawingPart;
  isBusy: boolean;
  onTurn: () => void;
}) {
  const says = [walls > 0 ? plural(walls, { one: "# wall", other: "# walls" }) : t`no walls`, note]
    .filter(Boolean)
    .join(", ");
  return (
    <Button
      variant={is_chosen ? "solid" : "outline"}
      aria-pressed={is_chosen}
      disabled={isBusy}
      w="full"
      my="0.5"
      justifyContent="space-between"
      onClick={onTurn}
    >
      <Text as="span" truncate>
        {name}
      </Text>
      <Text as="span" fontWeight="400" fontSize="14px" flexShrink="0">
        {says}
      </Text>
    </Button>
  );
}

/** What the drawing does not say, or says; each row can be answered otherwise, for all it is of alike. */
function Guesses({
  isGuess = false,
  title,
  guesses,
  onAnswer,
}: {
  isGuess?: boolean;
  title: string;
  guesses: readonly DrawingGuess[];
  onAnswer: (key: string, values: readonly string[]) => void;
}) {
  if (guesses.length === 0) return null;
  return (
    <Box role="group" aria-label={title} px="4" pb="2">
      <Text fontWeight="700" color={isGuess ? "warn" : undefined}>
        {title}
      </Text>
      {guesses.map(({ key, label, value, choices }) =>
        choices.length > 0 ? (
          <SelectField
            key={key}
            label={label}
            isLong
            value={value}
            choices={choices}
            onChoose={(chosen) => onAnswer(key, [chosen])}
          />
        ) : (
          <TextField key={key} label={label} isLong value={value} onEnter={(text) => onAnswer(key, [text])} />
        ),
      )}
    </Box>
  );
}

/** What was left and why; what has a place on the drawing is pointed out there, by its number. */
function NotUnderstood({
  left,
  pointed,
  onPoint,
}: {
  left: Drawing["left"];
  pointed: number | null;
  onPoint: (index: number | null) => void;
}) {
  if (left.length === 0) return null;
  return (
    <Box px="4" pb="3">
      <Text fontWeight="700" color="warn">{t`Not understood`}</Text>
      <Box as="ul" listStyleType="none" aria-label={t`Not understood`} fontSize="14px">
        {left.slice(0, MOST_LEFT).map(({ text, at }, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: sentences may repeat, and their order stands
          <Flex as="li" key={index} gap="2" py="0.5" align="baseline">
            {at && (
              <Button
                variant={pointed === index ? "solid" : "outline"}
                minW="32px"
                h="26px"
                px="1"
                aria-pressed={pointed === index}
                aria-label={t`Show ${index + 1} on the drawing`}
                onClick={() => onPoint(pointed === index ? null : index)}
              >
                {index + 1}
              </Button>
            )}
            <span>{text}</span>
          </Flex>
        ))}
        {left.length > MOST_LEFT && <li>{t`and ${left.length - MOST_LEFT} more`}</li>}
      </Box>
    </Box>
  );
}
