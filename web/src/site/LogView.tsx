import { Box, Button, chakra, Flex, Heading, Input, Text, Textarea } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Download as DownloadIcon, NotebookPen, Printer } from "lucide-react";
import { type FormEvent, useDeferredValue, useId, useState } from "react";
import { useSearchParams } from "react-router";
import type { Job, LogLine } from "../api/client";
import { Changes } from "../app/Changes";
import { Download } from "../app/Download";
import { FileButton } from "../app/FileButton";
import { unparted } from "../app/figures";
import { Shown } from "../app/Shown";
import { fullDate } from "../language/when";
import { record, recordWithPhoto, useWaiting, type Waiting } from "../outbox/outbox";
import { timeOf } from "./clock";
import { inWords } from "./NotSaved";
import { shownAtOnce, small } from "./photo";
import { useLog } from "./useSite";

/** The log of a wall or of the whole job, the last entry first and day by day, with a note to add. */
export function LogView({ job, wall }: { job: Job; wall?: string }) {
  const [words, setWords] = useState("");
  const [day, setDay] = useState("");
  const filter = {
    ...(wall && { wall }),
    ...(day && { day }),
    ...(useDeferredValue(words).trim() && { words: words.trim() }),
  };
  const found = useLog(job.id, filter);
  const waiting = useWaiting(job.id).filter(
    ({ entry, refused }) => refused === null && (!wall || ("wall" in entry && entry.wall === wall)),
  );
  return (
    <Box flex="1" minH="0" overflowY="auto" px="3" pb="6" maxW="880px" w="full">
      <Note job={job} {...(wall && { wall })} />
      <Flex gap="2" wrap="wrap" py="2" align="center">
        <Input
          type="search"
          size="md"
          h="44px"
          flex="1 1 180px"
          aria-label={t`Search the log`}
          placeholder={t`Text, a name or a wall`}
          maxLength={200}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <Input
          type="date"
          size="md"
          h="44px"
          w="160px"
          aria-label={t`Only this day`}
          value={day}
          onChange={(event) => setDay(event.target.value)}
        />
        <Download
          job={job.id}
          file="site/log.csv"
          params={filter}
          size="lg"
          title={t`Export this list as CSV`}
        >
          <DownloadIcon /> {t`CSV`}
        </Download>
        <Download
          job={job.id}
          file="site/log.pdf"
          params={filter}
          size="lg"
          isOpened
          title={t`Print this list`}
        >
          <Printer /> {t`Print`}
        </Download>
      </Flex>
      <NotSent waiting={waiting} logged={found.data ?? []} />
      <Shown query={found} what={t`Loading the log`} trouble={t`The log could not be read`}>
        {(lines) =>
          lines.length > 0 ? (
            <Days job={job.id} lines={lines} isOfOne={wall !== undefined} />
          ) : (
            <Nothing isSought={words !== "" || day !== ""} isWaiting={waiting.length > 0} />
          )
        }
      </Shown>
    </Box>
  );
}

/** Entries of this device that are not on the server yet, nor in its log. */
function NotSent({ waiting, logged }: { waiting: readonly Waiting[]; logged: readonly LogLine[] }) {
  // For a moment both the log and this device have an entry; it is shown once.
  const keys = new Set(logged.map(({ key }) => key));
  const unsent = waiting.filter(({ entry }) => !keys.has(entry.key));
  if (unsent.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Not sent yet`} mt="3">
      <Heading
        as="h2"
        fontFamily="heading"
        fontSize="18px"
        fontWeight="700"
        borderBottomWidth="1px"
        pb="1"
      >{t`Not sent yet`}</Heading>
      <Box as="ol" listStyleType="none">
        {unsent.toReversed().map((one) => (
          <Flex as="li" key={one.number} gap="3" py="2" borderBottomWidth="1px" align="baseline">
            <Text fontFamily="figure" fontSize="17px" color="faint" w="52px" flexShrink="0">
              {timeOf(one.entry.at)}
            </Text>
            <Text flex="1" fontSize="17px" overflowWrap="anywhere">
              {inWords(one)}
            </Text>
            {one.by && <Text fontWeight="600">{one.by.name}</Text>}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function Nothing({ isSought, isWaiting }: { isSought: boolean; isWaiting: boolean }) {
  if (isSought) return <Text py="4">{t`No entries match.`}</Text>;
  if (isWaiting) return null;
  return <Text py="4">{t`No entries yet. Marks, checks and finished work are listed here.`}</Text>;
}

function Days({ job, lines, isOfOne }: { job: string; lines: LogLine[]; isOfOne: boolean }) {
  const days = new Map<string, LogLine[]>();
  for (const line of lines) {
    const day = fullDate(line.at);
    days.set(day, [...(days.get(day) ?? []), line]);
  }
  return [...days].map(([day, of]) => (
    <Box as="section" key={day} aria-label={day} mt="3">
      <Heading as="h2" fontFamily="heading" fontSize="18px" fontWeight="700" borderBottomWidth="1px" pb="1">
        {day}
      </Heading>
      <Box as="ol" listStyleType="none">
        {of.map((line, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: lines are only ever added, and two may read alike
          <Flex as="li" key={index} gap="3" py="2" borderBottomWidth="1px" align="baseline">
            <Text fontFamily="figure" fontSize="17px" color="faint" w="52px" flexShrink="0">
              {timeOf(line.at)}
            </Text>
            <Text flex="1" fontSize="17px" overflowWrap="anywhere">
              {!isOfOne && line.wall && <b>{line.wall} </b>}
              {unparted(line.says)}
              {line.picture && (
                <a
                  href={`/api/jobs/${job}/site/pictures/${line.picture}.jpg`}
                  target="_blank"
                  rel="noreferrer"
                >
                  <chakra.img
                    src={`/api/jobs/${job}/site/pictures/${line.picture}.jpg`}
                    alt={t`Photograph by ${line.name}`}
                    loading="lazy"
                    maxH="180px"
                    mt="1"
                    display="block"
                  />
                </a>
              )}
            </Text>
            <Text title={line.name} fontWeight="600">
              {line.initials}
            </Text>
          </Flex>
        ))}
      </Box>
    </Box>
  ));
}

/** Something to be remembered, with a photo if one is taken, under the signed-in person. */
function Note({ job, wall }: { job: Job; wall?: string }) {
  const id = useId();
  // A note opened from a piece is about that piece.
  const piece = useSearchParams()[0].get("piece");
  const [words, setWords] = useState("");
  const [photo, setPhoto] = useState<{ blob: Blob; shown: string } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isTaking, setSaving] = useState(false);
  function keep(event: FormEvent) {
    event.preventDefault();
    if (!words.trim() && !photo) return;
    const note = {
      kind: "note",
      words: words.trim() || t`Photograph`,
      ...(wall && { wall }),
      ...(piece && { piece }),
    } as const;
    void (photo ? recordWithPhoto(job.id, photo.blob, note) : record(job.id, note));
    setWords("");
    setPhoto(null);
  }
  async function take(file: File) {
    setTrouble(null);
    // A note is not kept before the photograph that goes with it is ready.
    setSaving(true);
    try {
      const blob = await small(file);
      setPhoto({ blob, shown: await shownAtOnce(blob) });
    } catch {
      setTrouble(t`Bluff cannot read this picture. Take it again.`);
    }
    setSaving(false);
  }
  return (
    <Changes right="record">
      <Flex as="form" direction="column" gap="2" pt="3" onSubmit={keep}>
        <label htmlFor={id}>{piece ? t`Note about ${piece}` : t`Note`}</label>
        <Textarea
          id={id}
          value={words}
          maxLength={2000}
          rows={2}
          fontSize="17px"
          p="2"
          borderWidth="1px"
          bg="raised"
          onChange={(event) => setWords(event.target.value)}
        />
        {photo && <chakra.img src={photo.shown} alt={t`Goes with the note`} maxH="160px" alignSelf="start" />}
        {trouble && (
          <Text role="alert" color="crayon">
            {trouble}
          </Text>
        )}
        <Flex gap="2">
          <Button type="submit" size="lg" disabled={isTaking || (!words.trim() && !photo)}>
            <NotebookPen /> {t`Save note`}
          </Button>
          <FileButton
            label={t`Photograph`}
            accept="image/*"
            size="lg"
            onFile={(file) => void take(file)}
          >{t`Photograph`}</FileButton>
        </Flex>
      </Flex>
    </Changes>
  );
}
