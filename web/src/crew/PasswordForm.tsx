import { Button, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answered, client, type SignedIn } from "../api/client";
import { PlainField } from "../app/PlainField";

/** Choosing a password, with the one so far where that is known. */
export function PasswordForm({
  isForgotten,
  onChosen,
}: {
  /** Whether the one so far is not asked for. */
  isForgotten: boolean;
  onChosen: (session: SignedIn) => void;
}) {
  const [before, setBefore] = useState("");
  const [password, setPassword] = useState("");
  const choose = useMutation({
    mutationFn: () => answered<SignedIn>(client.PUT("/api/session/password", { body: { before, password } })),
    onSuccess: (session) => {
      setBefore("");
      setPassword("");
      onChosen(session);
    },
  });
  function submit(event: FormEvent) {
    event.preventDefault();
    choose.mutate();
  }
  return (
    <Flex as="form" onSubmit={submit} direction="column" gap="3" maxW="360px">
      {!isForgotten && (
        <PlainField
          label="Password so far"
          type="password"
          autoComplete="current-password"
          value={before}
          onText={setBefore}
        />
      )}
      <PlainField
        label="New password, 8 characters or more"
        type="password"
        autoComplete="new-password"
        value={password}
        onText={setPassword}
      />
      {choose.error && (
        <Text role="alert" color="crayon">
          {choose.error.message}
        </Text>
      )}
      <Button
        type="submit"
        size="md"
        variant="solid"
        alignSelf="start"
        disabled={!password || choose.isPending}
      >
        Choose this password
      </Button>
    </Flex>
  );
}
