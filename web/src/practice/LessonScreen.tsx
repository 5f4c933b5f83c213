import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { type FormEvent, useState } from "react";
import { Link, useLocation, useParams } from "react-router";
import type { Lesson, PupilResult } from "../api/client";
import { Figure } from "../app/Figure";
import { Shown } from "../app/Shown";
import { inPercent } from "../language/numbers";
import { SheetOnDeck } from "./SheetOnDeck";
import { classSource } from "./source";
import { lasted, useLesson } from "./usePractice";

const PUPIL = "bluff pupil";

/** A class, for anybody with its link: who they are, its exercises, and one of them on the deck. */
export function LessonScreen() {
  const token = useLocation().hash.slice(1);
  const { place } = useParams();
  const [pupil, setPupil] = useState(() => localStorage.getItem(PUPIL) ?? "");
  const lesson = useLesson(token, pupil);
  function called(name: string) {
    localStorage.setItem(PUPIL, name);
    setPupil(name);
  }
  if (!token)
    return (
      <Box
        role="alert"
        p={{ base: "4", md: "8" }}
      >{t`This link is incomplete. Copy all of it, including what follows the #.`}</Box>
    );
  return (
    <Shown query={lesson} what={t`Opening the class`} trouble={t`This link leads to no class`}>
      {(found) =>
        pupil && place ? (
          <InClass lesson={found} token={token} place={Number(place)} pupil={pupil} />
        ) : (
          <Overview lesson={found} token={token} pupil={pupil} onCalled={called} />
        )
      }
    </Shown>
  );
}

function InClass({
  lesson,
  token,
  place,
  pupil,
}: {
  lesson: Lesson;
  token: string;
  place: number;
  pupil: string;
}) {
  const about = lesson.exercises[place - 1];
  const source = classSource(token, place, pupil);
  const isLast = place >= lesson.exercises.length;
  return (
    <SheetOnDeck
      key={source.key}
      source={source}
      title={t`${lesson.name}, exercise ${place}: ${about?.called ?? ""}`}
      teaches={about?.teaches}
      onward={
        <>
          {!isLast && (
            <Button asChild variant="solid" size="md">
              <Link to={`/class/${place + 1}#${token}`}>{t`Next exercise`}</Link>
            </Button>
          )}
          <Button asChild variant="outline" size="md">
            <Link to={`/class#${token}`}>{t`All exercises`}</Link>
          </Button>
        </>
      }
    />
  );
}

function Overview({
  lesson,
  token,
  pupil,
  onCalled,
}: {
  lesson: Lesson;
  token: string;
  pupil: string;
  onCalled: (name: string) => void;
}) {
  return (
    <Box p={{ base: "4", md: "8" }} maxW="860px" w="full" overflowY="auto">
      <Heading as="h1" fontFamily="heading" fontSize="34px" fontWeight="800">
        {lesson.name}
      </Heading>
      <Who pupil={pupil} onCalled={onCalled} />
      {pupil && (
        <Flex as="ol" direction="column" listStyleType="none" borderTopWidth="1px" mt="4">
          {lesson.exercises.map(({ level, called, teaches }, at) => (
            <Flex
              as="li"
              // biome-ignore lint/suspicious/noArrayIndexKey: an exercise is known by its place in the class
              key={`${at + 1} ${level}`}
              align="center"
              gap="4"
              py="2"
              borderBottomWidth="1px"
              wrap="wrap"
            >
              <Box flex="1" minW="200px">
                <Text fontWeight="700">
                  {at + 1}. {called}
                </Text>
                <Text color="faint" fontSize="14px">
                  {teaches}
                </Text>
              </Box>
              <Came result={lesson.done.find(({ place }) => place === at + 1)} />
              <Button asChild size="md" variant="solid">
                <Link to={`/class/${at + 1}#${token}`} aria-label={t`Exercise ${at + 1}`}>{t`Start`}</Link>
              </Button>
            </Flex>
          ))}
        </Flex>
      )}
    </Box>
  );
}

function Came({ result }: { result: PupilResult | undefined }) {
  if (!result) return null;
  return (
    <Box w="130px">
      <Figure text={inPercent(result.percent)} fontSize="20px" fontWeight="700" />
      <Text color="faint" fontSize="13px">
        {[t`in ${lasted(result.seconds)}`, result.tries > 1 && t`${result.tries} times`]
          .filter(Boolean)
          .join(", ")}
      </Text>
    </Box>
  );
}

function Who({ pupil, onCalled }: { pupil: string; onCalled: (name: string) => void }) {
  const [name, setName] = useState(pupil);
  function submit(event: FormEvent) {
    event.preventDefault();
    onCalled(name.trim());
  }
  return (
    <Box as="form" onSubmit={submit} mt="2">
      <Text mb="1">
        {pupil ? t`Your teacher sees what you hand in under this name.` : t`Enter your name to start.`}
      </Text>
      <Flex gap="2">
        <Input
          size="md"
          w="240px"
          aria-label={t`Your name`}
          placeholder={t`Your name`}
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button
          type="submit"
          size="md"
          variant={pupil ? "outline" : "solid"}
          disabled={!name.trim() || name.trim() === pupil}
        >
          {pupil ? t`Start` : t`Start`}
        </Button>
      </Flex>
    </Box>
  );
}
