import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useMatch } from "react-router";
import { signedIn, useAway } from "../api/away";
import { answered, client, type SignedIn } from "../api/client";
import { useWaitingForOthers } from "../outbox/outbox";
import { InChakra } from "./InChakra";
import { PlainField } from "./PlainField";
import { sessionQuery } from "./session";

/** Asks who this is, over everything, and leaves what is below as it was: it goes on by itself afterwards. */
export function SignIn() {
  const { waiting } = useAway();
  // A link that is being opened signs in by itself; a class is for anybody with its link.
  const isEntering = useMatch("/enter") !== null;
  const isInClass = useMatch("/class/*") !== null;
  if (isEntering || isInClass) return null;
  return (
    <InChakra>
      <Flex
        role="dialog"
        aria-modal
        aria-label={t`Sign in`}
        position="fixed"
        inset="0"
        zIndex="modal"
        bg="ground"
        overflowY="auto"
        direction="column"
        align="center"
        pt={{ base: "10vh", md: "18vh" }}
        px="4"
      >
        <Box w="full" maxW="360px">
          <Heading
            as="h1"
            fontFamily="heading"
            fontSize="44px"
            fontWeight="800"
            letterSpacing="-0.01em"
          >{t`Bluff`}</Heading>
          <Text color="faint" mb="5">
            {waiting > 0
              ? t`What you typed is kept, and is saved once you sign in.`
              : t`Walls laid out, framed, cut and checked.`}
          </Text>
          <LeftHere />
          <NameAndPassword />
          <Text
            color="faint"
            fontSize="14px"
            mt="5"
          >{t`No account, or forgot your password? Ask a lead of your crew for a sign-in link.`}</Text>
        </Box>
      </Flex>
    </InChakra>
  );
}

/** Whose entries are here and not on the server yet: they are sent once that person signs in, under no other name. */
function LeftHere() {
  const left = [...useWaitingForOthers()];
  if (left.length === 0) return null;
  return (
    <Text role="status" mb="5" fontWeight="600">
      <Trans>
        Entered here and not sent yet: {left.map(([name, count]) => t`${count} by ${name}`).join(", ")}. They
        are sent once that person signs in here.
      </Trans>
    </Text>
  );
}

function NameAndPassword() {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const queries = useQueryClient();
  const enter = useMutation({
    mutationFn: () => answered<SignedIn>(client.POST("/api/session", { body: { name, password } })),
    onSuccess: (session) => {
      const before = queries.getQueryData(sessionQuery.queryKey);
      // What somebody else saw is not shown to the next person.
      if (before && before.name !== session.name) queries.clear();
      queries.setQueryData(sessionQuery.queryKey, session);
      signedIn();
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    enter.mutate();
  }
  return (
    <Flex as="form" onSubmit={submit} direction="column" gap="3">
      <PlainField
        label={t`Name`}
        autoFocus
        autoComplete="username"
        autoCapitalize="none"
        value={name}
        onText={setName}
      />
      <PlainField
        label={t`Password`}
        type="password"
        autoComplete="current-password"
        value={password}
        onText={setPassword}
      />
      {enter.error && (
        <Text role="alert" color="crayon">
          {enter.error.message}
        </Text>
      )}
      <Button
        type="submit"
        size="md"
        variant="solid"
        alignSelf="start"
        disabled={!name.trim() || !password || enter.isPending}
      >{t`Sign in`}</Button>
    </Flex>
  );
}
