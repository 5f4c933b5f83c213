import { Box, Button, chakra, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Download as DownloadIcon } from "lucide-react";
import { type FormEvent, useState } from "react";
import { answered, type ClassResults, type CrewClass, client, type PracticeLevel } from "../api/client";
import { Figure } from "../app/Figure";
import { ListTable } from "../app/ListTable";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { OneTimeLink } from "../crew/OneTimeLink";
import { inPercent } from "../language/numbers";
import { dateOnly } from "../language/when";
import { anyNumber, lasted, useClasses, useClassResults, usePractice, type Whose } from "./usePractice";
import { Wrongs } from "./Wrongs";

/** Classes: the same exercises for everybody who has a link, and what came of them for the teacher. */
export function ClassesCard({ whose }: { whose: Whose }) {
  const classes = useClasses(true);
  const [made, show] = useState<{ name: string; path: string } | null>(null);
  const [opened, open] = useState<string | null>(null);
  return (
    <Box as="section" mt="8" aria-label={t`Classes`}>
      <Heading as="h2" fontSize="18px" fontWeight="700">{t`Classes`}</Heading>
      <Text mb="2">
        <Trans>
          The same walls for everybody who has the link; nobody needs a name in the crew. You see what each of
          them made of it.
        </Trans>
      </Text>
      <NewClass whose={whose} onMade={show} />
      {made && <OneTimeLink key={made.path} {...made} isGoodUntilEnded onDone={() => show(null)} />}
      <Shown query={classes} what={t`Loading the classes`} trouble={t`The classes could not be read`}>
        {(all) => (
          <Flex as="ul" direction="column" listStyleType="none" mt="4">
            {all.map((one) => (
              <ClassRow
                key={one.id}
                one={one}
                isOpen={opened === one.id}
                onOpen={() => open(opened === one.id ? null : one.id)}
              />
            ))}
          </Flex>
        )}
      </Shown>
    </Box>
  );
}

function NewClass({
  whose,
  onMade,
}: {
  whose: Whose;
  onMade: (made: { name: string; path: string }) => void;
}) {
  const { data } = usePractice();
  const [name, setName] = useState("");
  const [levels, choose] = useState<readonly PracticeLevel["level"][]>([]);
  const queries = useQueryClient();
  const { tell } = useNotices();
  const make = useMutation({
    mutationFn: () =>
      answered<{ path: string }>(
        client.POST("/api/practice/classes", {
          body: { name, ...whose, exercises: levels.map((level) => ({ level, seed: anyNumber() })) },
        }),
      ),
    onSuccess: ({ path }) => {
      onMade({ name: name.trim(), path });
      setName("");
      choose([]);
      void queries.invalidateQueries({ queryKey: ["classes"] });
    },
    onError: (error) => tell({ text: error.message, tone: "trouble" }),
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    make.mutate();
  }
  const toggle = (level: PracticeLevel["level"]) =>
    choose(levels.includes(level) ? levels.filter((one) => one !== level) : [...levels, level]);
  return (
    <Flex as="form" onSubmit={submit} gap="2" wrap="wrap" align="center">
      <Input
        size="md"
        w="240px"
        aria-label={t`Name of a new class`}
        placeholder={t`Name of a new class`}
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Flex gap="1" wrap="wrap" role="group" aria-label={t`Its exercises`}>
        {data?.levels.map(({ level, called }) => (
          <Button
            key={level}
            variant={levels.includes(level) ? "solid" : "outline"}
            aria-pressed={levels.includes(level)}
            onClick={() => toggle(level)}
          >
            {called}
          </Button>
        ))}
      </Flex>
      <Button
        type="submit"
        size="md"
        variant="solid"
        disabled={!name.trim() || levels.length === 0 || make.isPending}
      >{t`Create class`}</Button>
    </Flex>
  );
}

function ClassRow({ one, isOpen, onOpen }: { one: CrewClass; isOpen: boolean; onOpen: () => void }) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const end = useMutation({
    mutationFn: () =>
      answered(client.DELETE("/api/practice/classes/{class_id}", { params: { path: { class_id: one.id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["classes"] }),
    onError: (error) => tell({ text: error.message, tone: "trouble" }),
  });
  return (
    <Box as="li" borderTopWidth="1px" py="2">
      <Flex align="center" gap="3" wrap="wrap">
        <Box flex="1" minW="200px">
          <Text fontWeight="700">{one.name}</Text>
          <Text color="faint" fontSize="13px">
            {[
              plural(one.pupils, { one: "# pupil", other: "# pupils" }),
              plural(one.exercises.length, { one: "# exercise", other: "# exercises" }),
              t`created by ${one.by} ${dateOnly(one.created_at)}`,
              one.has_ended && t`ended`,
            ]
              .filter(Boolean)
              .join(", ")}
          </Text>
        </Box>
        <Button
          variant="outline"
          aria-expanded={isOpen}
          aria-label={t`Results of ${one.name}`}
          onClick={onOpen}
        >{t`Results`}</Button>
        <Button asChild variant="plain">
          <a href={`/api/practice/classes/${one.id}/results.csv`} download aria-label={t`CSV of ${one.name}`}>
            <DownloadIcon /> {t`CSV`}
          </a>
        </Button>
        {!one.has_ended && (
          <Button
            variant="plain"
            aria-label={t`End ${one.name}`}
            disabled={end.isPending}
            onClick={() => end.mutate()}
          >{t`End`}</Button>
        )}
      </Flex>
      {isOpen && <Results id={one.id} />}
    </Box>
  );
}

function Results({ id }: { id: string }) {
  const query = useClassResults(id);
  return (
    <Shown query={query} what={t`Loading the results`} trouble={t`The results could not be read`}>
      {(found) =>
        found.pupils.length === 0 ? (
          <Text color="faint" py="2">{t`No results yet.`}</Text>
        ) : (
          <Flex gap="6" wrap="wrap" py="2" align="start">
            <Box overflowX="auto" flex="1 1 380px">
              <Pupils found={found} />
            </Box>
            <Box flex="1 1 280px">
              <Text fontWeight="700">{t`What goes wrong in this class`}</Text>
              <Wrongs wrong={found.wrong} />
            </Box>
          </Flex>
        )
      }
    </Shown>
  );
}

function Pupils({ found: { of, pupils } }: { found: ClassResults }) {
  const { data } = usePractice();
  const called = (level: PracticeLevel["level"]) =>
    data?.levels.find((one) => one.level === level)?.called ?? level;
  return (
    <ListTable aria-label={t`Results of each exercise`}>
      <thead>
        <tr>
          <th>{t`Pupil`}</th>
          {of.exercises.map(({ level, seed }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: an exercise is known by its place in the class
            <th key={`${at + 1} ${level} ${seed}`}>{called(level)}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {pupils.map(({ name, results }) => (
          <tr key={name}>
            <th scope="row">
              <chakra.span fontWeight="700">{name}</chakra.span>
            </th>
            {of.exercises.map(({ level, seed }, at) => {
              const result = results.find(({ place }) => place === at + 1);
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: as above
                <td key={`${at + 1} ${level} ${seed}`}>
                  {result ? (
                    <>
                      <Figure text={inPercent(result.percent)} fontSize="18px" fontWeight="700" />
                      <Text fontSize="13px" color="faint" lineHeight="1.2">
                        {lasted(result.seconds)}
                        {result.tries > 1 && <>, {t`${result.tries} times`}</>}
                        {result.hints > 0 && (
                          <>, {plural(result.hints, { one: "# hint", other: "# hints" })}</>
                        )}
                        {result.wrong.length > 0 && `: ${result.wrong.join(", ")}`}
                      </Text>
                    </>
                  ) : (
                    "–"
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </ListTable>
  );
}
