import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { type Answered, answered, client, type Question } from "../api/client";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { Shown } from "../app/Shown";
import { type Whose, whoseOf } from "./usePractice";

/** One question after another: what was not known comes back. */
export function QuestionsScreen() {
  const [search] = useSearchParams();
  const whose = whoseOf(search);
  const [turn, ask] = useState<{ number: number; just: string | null }>({ number: 1, just: null });
  const question = useQuery({
    queryKey: ["question", whose, turn.number],
    queryFn: () =>
      answered<Question>(
        client.POST("/api/practice/question", {
          params: { query: turn.just ? { just: turn.just } : {} },
          body: whose,
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
    retry: false,
  });
  return (
    <Box p={{ base: "4", md: "8" }} maxW="760px" w="full" overflowY="auto">
      <Flex align="baseline" gap="4" mb="6">
        <Heading
          as="h1"
          fontFamily="heading"
          fontSize="34px"
          fontWeight="800"
          flex="1"
        >{t`Questions`}</Heading>
        <Link to={`/practice?${search}`}>
          <Text as="span" color="chalk" fontWeight="700">{t`Back to practice`}</Text>
        </Link>
      </Flex>
      <Shown query={question} what={t`Loading a question`} trouble={t`There is no question`}>
        {(found) => (
          <QuestionCard
            key={turn.number}
            question={found}
            whose={whose}
            onNext={() => ask({ number: turn.number + 1, just: found.topic })}
          />
        )}
      </Shown>
    </Box>
  );
}

function QuestionCard({ question, whose, onNext }: { question: Question; whose: Whose; onNext: () => void }) {
  const [typed, setTyped] = useState("");
  const queries = useQueryClient();
  const answer = useMutation({
    mutationFn: (text: string) =>
      answered<Answered>(
        client.POST("/api/practice/answer", {
          body: { topic: question.topic, seed: question.seed, text, ...whose },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["practice"] }),
  });
  const came = answer.data;
  function submit(event: FormEvent) {
    event.preventDefault();
    if (typed.trim()) answer.mutate(typed);
  }
  return (
    <Box>
      <Text fontSize="26px" fontWeight="600" lineHeight="1.25" mb="5">
        {unparted(question.asks)}
      </Text>
      {question.choices.length > 0 ? (
        <Flex direction="column" gap="2" align="stretch" maxW="420px" role="group" aria-label={t`Answers`}>
          {question.choices.map((choice, number) => (
            <Button
              key={choice}
              size="md"
              h="52px"
              fontSize="18px"
              justifyContent="start"
              variant={came && choice === came.answer ? "solid" : "outline"}
              aria-pressed={answer.variables === String(number)}
              disabled={answer.isPending || came !== undefined}
              onClick={() => answer.mutate(String(number))}
            >
              {choice}
            </Button>
          ))}
        </Flex>
      ) : (
        <Flex as="form" onSubmit={submit} gap="2" maxW="420px">
          <Input
            autoFocus
            size="md"
            h="52px"
            fontSize="24px"
            fontFamily="figure"
            fontWeight="700"
            aria-label={t`Answer`}
            autoComplete="off"
            value={typed}
            readOnly={came !== undefined}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button
            type="submit"
            h="52px"
            size="md"
            variant="solid"
            disabled={!typed.trim() || answer.isPending || came !== undefined}
          >{t`Answer`}</Button>
        </Flex>
      )}
      {answer.error && (
        <Text role="alert" color="crayon" fontWeight="600" mt="2">
          {answer.error.message}
        </Text>
      )}
      {came && (
        <Box
          role="status"
          mt="5"
          borderStartWidth="4px"
          borderColor={came.is_right ? "chalk" : "crayon"}
          ps="4"
        >
          <Text fontSize="20px" fontWeight="700">
            {came.is_right ? (
              t`Right.`
            ) : (
              <Trans>
                It is <Figure text={came.answer} />.
              </Trans>
            )}
          </Text>
          <Text mb="3">{unparted(came.because)}</Text>
          <Button autoFocus size="md" variant="solid" onClick={onNext}>{t`Next question`}</Button>
        </Box>
      )}
    </Box>
  );
}
