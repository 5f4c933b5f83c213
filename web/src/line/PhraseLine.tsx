import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { CircleHelp, CornerDownLeft } from "lucide-react";
import { type ClipboardEvent, type KeyboardEvent, useId, useRef, useState } from "react";
import { Completions } from "./Completions";
import { PhraseList } from "./PhraseList";
import { chosen } from "./parts";
import { recalled } from "./recentLines";
import { Understood } from "./Understood";
import { HELP, type TypedLine, useCompletions, useTyped } from "./useTyped";

interface Line extends TypedLine {
  placeholder: string;
  /** What else could be typed, shown while nothing is. */
  hint?: string;
}

/**
 * One line that understands what would be called across the deck, and says what it understood before Enter is pressed.
 */
export function PhraseLine(line: Line) {
  return line.change.isAllowed ? <Typing {...line} /> : null;
}

function Typing(line: Line) {
  const { job, revision, label, placeholder, hint, change } = line;
  const field = useRef<HTMLInputElement>(null);
  const { text, settled, put, reading, read, submit } = useTyped(line, () => field.current?.focus());
  const isAsking = text.trim() === HELP;
  const list = useId();
  const completing = useCompleting(line, text, take);
  const keys = useRecalling(text, put);

  function take(next: string) {
    put(next);
    field.current?.focus();
  }
  function onKey(event: KeyboardEvent<HTMLInputElement>) {
    if (isAsking && event.key === "Escape") put("");
    const choice = event.altKey && event.code.startsWith("Digit") ? event.code.slice(-1) : null;
    if (choice) {
      event.preventDefault();
      field.current?.form?.querySelector<HTMLButtonElement>(`[data-choice="${choice}"]`)?.click();
    } else if (!completing.onKey(event)) keys(event);
  }
  return (
    <Flex
      as="form"
      onSubmit={submit}
      align="center"
      gap="3"
      px="4"
      py="1.5"
      position="relative"
      // Two lines of what was understood fit: what is drawn below must not move while somebody types.
      minH="54px"
      wrap={{ base: "wrap", md: "nowrap" }}
      borderBottomWidth="1px"
      flexShrink="0"
    >
      <Input
        ref={field}
        size="md"
        w={{ base: "auto", md: "380px" }}
        minW="0"
        flex={{ base: "1 1 140px", md: "none" }}
        role="combobox"
        aria-label={label}
        aria-autocomplete="list"
        aria-expanded={completing.isOpen}
        aria-controls={list}
        aria-activedescendant={completing.active >= 0 ? `${list}-${completing.active}` : undefined}
        placeholder={placeholder}
        autoComplete="off"
        spellCheck={false}
        value={text}
        onChange={(event) => put(event.target.value)}
        onKeyDown={onKey}
        onFocus={completing.onFocus}
        onBlur={completing.onBlur}
        onPaste={(event) => pasted(event, put)}
      />
      <Button type="submit" size="md" variant="solid" disabled={!text.trim() || isAsking || change.isBusy}>
        <CornerDownLeft /> {t`Enter`}
      </Button>
      <Button
        size="md"
        variant="plain"
        aria-label={t`What can be typed`}
        aria-expanded={isAsking}
        title={t`Everything that can be typed; or type ?`}
        onClick={() => take(isAsking ? "" : HELP)}
      >
        <CircleHelp />
      </Button>
      <Box minW="0" flex={{ base: "1 1 100%", md: "1" }} alignSelf="stretch" position="relative">
        {/* What takes more than two lines lies over the drawing, which must not move while somebody types. */}
        <Flex
          direction="column"
          justify="center"
          aria-live="polite"
          position={{ md: "absolute" }}
          top="-1.5"
          left="-2"
          right="-4"
          minH={{ md: "53px" }}
          px={{ md: "2" }}
          py={{ md: "1" }}
          bg={{ md: "ground" }}
          borderBottomWidth={{ md: "1px" }}
          zIndex="dropdown"
        >
          {settled !== "" && settled !== HELP && (
            <Understood
              reading={read ?? reading.data}
              error={reading.error}
              isBegun={completing.isOpen}
              onChoose={(part, choice) => take(chosen(text, part.text, choice))}
            />
          )}
          {settled === "" && hint && (
            <Text color="faint" fontSize="13px">
              {hint}
            </Text>
          )}
        </Flex>
      </Box>
      {completing.isOpen && (
        <Completions
          id={list}
          lines={completing.lines}
          typed={text}
          active={completing.active}
          onTake={take}
        />
      )}
      {isAsking && <PhraseList job={job} revision={revision} onTake={take} />}
    </Flex>
  );
}

/** The list of how the line may go on: open while somebody types in it, until Escape. */
function useCompleting(line: Line, text: string, take: (line: string) => void) {
  const [isIn, setIn] = useState(false);
  const [closed, setClosed] = useState<string | null>(null);
  const [picked, setPicked] = useState<{ text: string; index: number } | null>(null);
  const lines = useCompletions(line, text);
  const isOpen = isIn && closed !== text && lines.length > 0;
  const active = isOpen && picked?.text === text ? picked.index : -1;

  function onKey(event: KeyboardEvent<HTMLInputElement>): boolean {
    if (!isOpen || event.altKey || event.ctrlKey || event.metaKey) return false;
    const line = lines[Math.max(active, 0)];
    if (event.key === "Escape") setClosed(text);
    else if (event.key === "ArrowDown") setPicked({ text, index: Math.min(active + 1, lines.length - 1) });
    else if (event.key === "ArrowUp" && active >= 0) setPicked({ text, index: active - 1 });
    else if (line && ((event.key === "Tab" && !event.shiftKey) || (event.key === "Enter" && active >= 0)))
      take(`${line} `);
    else return false;
    event.preventDefault();
    return true;
  }
  return { lines, isOpen, active, onKey, onFocus: () => setIn(true), onBlur: () => setIn(false) };
}

/** The arrows bring back lines that were entered before. */
function useRecalling(text: string, put: (line: string) => void) {
  const [recall, setRecall] = useState<{ typed: string; back: number; shown: string } | null>(null);
  return (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== "ArrowUp" && event.key !== "ArrowDown") return;
    const now = recall?.shown === text ? recall : { typed: text, back: 0, shown: text };
    const { line, back } = recalled(now.typed, now.back + (event.key === "ArrowUp" ? 1 : -1));
    event.preventDefault();
    setRecall({ typed: now.typed, back, shown: line });
    put(line);
  };
}

/** Lines that are pasted stay parted: a field of one line would run them together. */
function pasted(event: ClipboardEvent<HTMLInputElement>, put: (line: string) => void) {
  const lines = event.clipboardData
    .getData("text")
    .split(/\r?\n/)
    .filter((line) => line.trim());
  if (lines.length < 2) return;
  event.preventDefault();
  const { value, selectionStart, selectionEnd } = event.currentTarget;
  put(value.slice(0, selectionStart ?? 0) + lines.join("; ") + value.slice(selectionEnd ?? value.length));
}
