import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQueryClient } from "@tanstack/react-query";
import { LogOut, UserPlus } from "lucide-react";
import { type FormEvent, useState } from "react";
import type { Person, SignedIn } from "../api/client";
import { Changes } from "../app/Changes";
import { useNotices } from "../app/notices";
import { SelectField } from "../app/SelectField";
import { Shown } from "../app/Shown";
import { sessionQuery, useMay, useSession } from "../app/session";
import { dateTime } from "../language/when";
import { LanguageField } from "./LanguageField";
import { OneTimeLink } from "./OneTimeLink";
import { PasswordForm } from "./PasswordForm";
import { ROLES, usePeople, usePeopleChange } from "./usePeople";

/** The crew: who is in it and what each may do; and the signed-in person: their password, and where they are signed in. */
export function CrewScreen() {
  const session = useSession();
  const people = usePeople();
  return (
    <Shown query={session} what={t`Loading your account`} trouble={t`You are not signed in`}>
      {(you) => (
        <Box p={{ base: "4", md: "8" }} maxW="1080px" w="full" overflowY="auto">
          <Heading as="h1" fontFamily="heading" fontSize="34px" fontWeight="800" mb="4">
            {you.crew}
          </Heading>
          <Shown query={people} what={t`Loading the crew`} trouble={t`The crew could not be read`}>
            {(crew) => <People crew={crew} you={you} />}
          </Shown>
          <You you={you} />
        </Box>
      )}
    </Shown>
  );
}

function People({ crew, you }: { crew: Person[]; you: SignedIn }) {
  const may = useMay("people");
  const act = usePeopleChange();
  const [link, show] = useState<{ name: string; path: string } | null>(null);
  return (
    <Box as="section" aria-label={t`People`} mb="8">
      <Flex as="ul" direction="column" listStyleType="none" borderTopWidth="1px">
        {crew.map((person) => (
          <Flex as="li" key={person.id} align="center" gap="4" py="2" borderBottomWidth="1px" wrap="wrap">
            <Text fontFamily="figure" fontSize="22px" fontWeight="700" w="64px">
              {person.initials}
            </Text>
            <Box flex="1" minW="140px">
              <Text fontWeight="700" overflowWrap="anywhere">
                {person.name}
                {person.name === you.name && <> ({t`you`})</>}
              </Text>
              <Text color="faint" fontSize="13px">
                {about(person)}
              </Text>
            </Box>
            <Changes right="people">
              <Box w="220px">
                <SelectField
                  label={t`Role of ${person.name}`}
                  isBare
                  value={person.role}
                  choices={ROLES}
                  onChoose={(role) => act.changeRole(person.id, role)}
                />
              </Box>
            </Changes>
            {may && (
              <>
                <Button
                  variant="plain"
                  disabled={act.isBusy}
                  aria-label={t`New link for ${person.name}`}
                  onClick={() =>
                    void act.link(person.id).then((path) => path && show({ name: person.name, path }))
                  }
                >{t`New link`}</Button>
                <Button
                  variant="plain"
                  disabled={act.isBusy}
                  aria-label={t`Remove ${person.name}`}
                  onClick={() => void act.remove(person.id)}
                >{t`Remove`}</Button>
              </>
            )}
          </Flex>
        ))}
      </Flex>
      {may && <Invite onInvited={show} act={act} />}
      {link && <OneTimeLink key={link.path} {...link} onDone={() => show(null)} />}
    </Box>
  );
}

function about({ invited, seen_at }: Person): string {
  if (invited) return seen_at ? t`has no password yet` : t`invited, not here yet`;
  if (!seen_at) return t`signed out`;
  return t`last here ${dateTime(seen_at)}`;
}

function Invite({
  onInvited,
  act,
}: {
  onInvited: (link: { name: string; path: string }) => void;
  act: ReturnType<typeof usePeopleChange>;
}) {
  const [name, setName] = useState("");
  const [initials, setInitials] = useState("");
  const [role, setRole] = useState<Person["role"]>("framer");
  async function submit(event: FormEvent) {
    event.preventDefault();
    const path = await act.invite({ name: name.trim(), initials: initials.trim(), role });
    if (path === null) return;
    onInvited({ name: name.trim(), path });
    setName("");
    setInitials("");
  }
  return (
    <Flex as="form" onSubmit={submit} gap="2" mt="4" align="center" wrap="wrap">
      <Input
        size="md"
        w="220px"
        aria-label={t`Name of the new person`}
        placeholder={t`Name`}
        maxLength={60}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Input
        size="md"
        w="90px"
        aria-label={t`Their initials`}
        placeholder={t`Initials`}
        maxLength={4}
        value={initials}
        onChange={(event) => setInitials(event.target.value)}
      />
      <Box w="220px">
        <SelectField label={t`Role`} isBare value={role} choices={ROLES} onChoose={setRole} />
      </Box>
      <Button
        type="submit"
        size="md"
        variant="solid"
        disabled={!name.trim() || !initials.trim() || act.isBusy}
      >
        <UserPlus /> {t`Invite`}
      </Button>
    </Flex>
  );
}

function You({ you }: { you: SignedIn }) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const act = usePeopleChange();
  return (
    <Box as="section" aria-label={t`You`}>
      <Heading as="h2" fontFamily="heading" fontSize="22px" fontWeight="800" mb="2">
        {t`You, ${you.name}`}
      </Heading>
      <Flex gap="10" wrap="wrap">
        <PasswordForm
          isForgotten={you.forgot}
          onChosen={(session) => {
            queries.setQueryData(sessionQuery.queryKey, session);
            tell({ text: t`Password changed. You are signed out on your other devices.`, tone: "plain" });
          }}
        />
        <LanguageField you={you} />
        <Flex direction="column" gap="2" align="start">
          <Text fontSize="14px" color="faint">{t`On this device, or on all of them.`}</Text>
          <Button size="md" onClick={() => act.signOut(false)}>
            <LogOut /> {t`Sign out`}
          </Button>
          <Button size="md" onClick={() => act.signOut(true)}>
            <LogOut /> {t`Sign out everywhere`}
          </Button>
        </Flex>
      </Flex>
    </Box>
  );
}
