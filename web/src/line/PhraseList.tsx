import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQuery } from "@tanstack/react-query";
import { answered, client, type TypedPhrases } from "../api/client";
import { Loading } from "../app/Loading";

const Example = chakra("button", {
  base: {
    fontFamily: "heading",
    fontSize: "18px",
    fontWeight: 700,
    color: "chalk",
    textAlign: "left",
    minH: "28px",
    px: "1",
    _hover: { textDecoration: "underline" },
    _focusVisible: { outline: "2px solid", outlineColor: "chalk" },
  },
});

/** Everything that can be typed into the line, in the crew's words; an example is put into the line at a press. */
export function PhraseList({
  job,
  revision,
  onTake,
}: {
  job: string;
  revision: number;
  onTake: (line: string) => void;
}) {
  const phrases = useQuery({
    queryKey: ["phrases", job, revision],
    queryFn: () =>
      answered<TypedPhrases>(client.GET("/api/jobs/{job_id}/phrases", { params: { path: { job_id: job } } })),
  });
  return (
    <Box
      as="section"
      aria-label={t`What can be typed`}
      position="absolute"
      top="100%"
      left="0"
      right="0"
      zIndex="dropdown"
      bg="ground"
      borderBottomWidth="2px"
      maxH="70vh"
      overflowY="auto"
      px="4"
      py="3"
    >
      {!phrases.data && <Loading what={t`What can be typed`} />}
      {phrases.data?.phrases.map(({ does, examples, needs, takes }) => (
        <Box key={does} py="1.5" borderBottomWidth="1px">
          <Text fontWeight="700">{does[0]?.toUpperCase() + does.slice(1)}</Text>
          <Flex wrap="wrap" columnGap="5" rowGap="0">
            {examples.map((line) => (
              <Example key={line} type="button" onClick={() => onTake(line)}>
                {line}
              </Example>
            ))}
          </Flex>
          <Text color="faint" fontSize="13px">
            {[...needs, ...takes].join(" · ")}
          </Text>
        </Box>
      ))}
    </Box>
  );
}
