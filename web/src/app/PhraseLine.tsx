import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { CircleHelp, CornerDownLeft } from "lucide-react";
import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";
import { answered, client, type Edit, type EditReading } from "../api/client";
import { useDraft } from "./drafts";
import { Figure } from "./Figure";
import { PhraseList } from "./PhraseList";
import type { JobChange } from "./useJobChange";

const SOON = 120;
/** Typed alone, it asks for everything that can be typed. */
const HELP = "?";

interface Line {
  job: string;
  revision: number;
  /** The wall an opening goes into when the line names none. */
  wall: string | null;
  label: string;
  placeholder: string;
  /** What else could be typed, shown while nothing is. */
  hint?: string;
  change: JobChange;
  /** What was understood so far, null while nothing is. */
  onReading?: (edit: Edit | null) => void;
  onDone?: (reading: EditReading) => void;
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
  const instead = read?.instead;
  const isAsking = text.trim() === HELP;
  function take(line: string) {
    put(line);
    field.current?.focus();
  }
  function onKey(event: KeyboardEvent<HTMLInputElement>) {
    if (isAsking && event.key === "Escape") put("");
    if (!instead || !event.altKey || event.code !== "KeyF") return;
    event.preventDefault();
    take(instead);
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
        aria-label={label}
        placeholder={placeholder}
        autoComplete="off"
        spellCheck={false}
        value={text}
        onChange={(event) => put(event.target.value)}
        onKeyDown={onKey}
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
      <Box minW="0" flex={{ base: "1 1 100%", md: "1" }} aria-live="polite">
        {settled !== "" && settled !== HELP && <Understood reading={reading.data} error={reading.error} />}
        {instead && (
          <Button
            h="22px"
            minH="0"
            fontSize="13px"
            px="2"
            onClick={() => take(instead)}
            aria-keyshortcuts="Alt+F"
          >{t`In feet: ${instead} (Alt F)`}</Button>
        )}
        {settled === "" && hint && (
          <Text color="faint" fontSize="13px">
            {hint}
          </Text>
        )}
      </Box>
      {isAsking && <PhraseList job={job} revision={revision} onTake={take} />}
    </Flex>
  );
}

/** What is typed, what the server understands of it once it stands still, and how it is entered. */
function useTyped({ job, revision, wall, label, change, onReading, onDone }: Line, onEntered: () => void) {
  const [text, setText] = useDraft<string>(`line-${job}-${label}`, "");
  const settled = useSettled(text.trim(), SOON);
  const [sent, setSent] = useState<string | null>(null);
  const reading = useQuery({
    queryKey: ["phrase", job, revision, wall, settled],
    queryFn: () => answered<EditReading>(understand(job, settled, wall)),
    // Sent, it is not read again at the revision it makes.
    enabled: settled !== "" && settled !== HELP && settled !== sent,
    retry: false,
    placeholderData: keepPreviousData,
  });
  const isUnderstood = !reading.error && !reading.isPlaceholderData;
  const understood = settled !== "" && isUnderstood ? reading.data?.edit : null;
  useEffect(() => {
    if (understood !== undefined) onReading?.(understood);
  }, [understood, onReading]);

  /** What the line as it stands was understood as, once it is. */
  const read = settled === text.trim() && isUnderstood ? (reading.data ?? null) : null;

  async function submit(event: FormEvent) {
    event.preventDefault();
    const line = text.trim();
    if (!line || line === HELP) return;
    // What was typed last may not have been understood yet: ask for exactly that.
    const latest = read ?? (await answered<EditReading>(understand(job, line, wall)).catch(() => null));
    if (!latest) return;
    setSent(line);
    await change.make(latest.edit, () => {
      setText("");
      onDone?.(latest);
      onEntered();
    });
  }

  function put(line: string) {
    setText(line);
    setSent(null);
  }

  return { text, settled, put, reading, read, submit };
}

function Understood({ reading, error }: { reading: EditReading | undefined; error: Error | null }) {
  if (error)
    return (
      // Two lines and no more: the wall below must not move while somebody types.
      <Text color="crayon" fontSize="14px" lineHeight="1.2" lineClamp={{ md: 2 }} title={error.message}>
        {error.message}
      </Text>
    );
  if (!reading) return null;
  const worst = reading.findings.find(({ severity }) => severity === "error");
  return (
    <Flex gap="4" align="baseline" wrap="wrap" rowGap="0" lineHeight="1.1">
      <Text fontWeight="700">{reading.says}</Text>
      {reading.sums.map(({ name, value }) => (
        <Text key={name} color="faint" fontSize="14px" lineHeight="1.1" whiteSpace="nowrap">
          {name} <Figure text={value.text} color="ink" fontSize="18px" fontWeight="700" lineHeight="1.1" />
        </Text>
      ))}
      {reading.warns && (
        <Text color="crayon" fontSize="14px" fontWeight="700">
          {reading.warns}
        </Text>
      )}
      {worst && (
        <Text color="crayon" fontSize="14px">
          {worst.text}
        </Text>
      )}
    </Flex>
  );
}

function understand(job: string, text: string, wall: string | null) {
  return client.POST("/api/jobs/{job_id}/phrase", {
    params: { path: { job_id: job } },
    body: { text, wall },
  });
}

/** A value once it has stood still for a moment. */
function useSettled(value: string, milliseconds: number): string {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}
