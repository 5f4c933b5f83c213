import { Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answered, client, type SignedIn } from "../api/client";
import { PlainField } from "../app/PlainField";

/** Choosing a password, with the current one where that is known; who set Bluff up says who they are besides. */
export function PasswordForm({
  isForgotten,
  isUnnamed = false,
  onChosen,
}: {
  /** Whether the current one is not asked for. */
  isForgotten: boolean;
  /** Whether they have no name yet. */
  isUnnamed?: boolean;
  onChosen: (session: SignedIn) => void;
}) {
  const [before, setBefore] = useState("");
  const [password, setPassword] = useState("");
  const [name, setName] = useState("");
  const [initials, setInitials] = useState("");
  const [crew, setCrew] = useState("");
  const introduces = isUnnamed ? { name, initials, crew } : null;
  const choose = useMutation({
    mutationFn: () =>
      answered<SignedIn>(client.PUT("/api/session/password", { body: { before, password, introduces } })),
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
      {isUnnamed && (
        <>
          <PlainField label={t`Your name`} autoComplete="name" value={name} onText={setName} />
          <PlainField
            label={t`Your initials, for marks and the log`}
            autoComplete="off"
            value={initials}
            onText={setInitials}
          />
          <PlainField
            label={t`Name of your crew`}
            autoComplete="organization"
            value={crew}
            onText={setCrew}
          />
        </>
      )}
      {!isForgotten && (
        <PlainField
          label={t`Current password`}
          type="password"
          autoComplete="current-password"
          value={before}
          onText={setBefore}
        />
      )}
      <PlainField
        label={t`New password, 8 characters or more`}
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
        disabled={!password || (isUnnamed && !(name && initials && crew)) || choose.isPending}
      >
        {isForgotten ? t`Save password` : t`Change password`}
      </Button>
    </Flex>
  );
}
