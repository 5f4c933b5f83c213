import { Box, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { signedIn } from "../api/away";
import { answered, client, type SignedIn } from "../api/client";
import { Loading } from "../app/Loading";
import { sessionQuery } from "../app/session";
import { PasswordForm } from "./PasswordForm";

/** Where a link leads: it lets in whom it was made for, to choose a password, or a guest to the one job it shows. That of the demo lets in at once. */
export function EnterScreen() {
  const { hash, search } = useLocation();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [entered, enter] = useState<SignedIn | string | null>(null);

  useEffect(() => {
    // A link is good once: asked for twice, it would be refused to the person just signed in.
    const token = hash.slice(1);
    if (token) void opened(token).then(enter);
  }, [hash]);

  function on(session: SignedIn) {
    queries.clear();
    queries.setQueryData(sessionQuery.queryKey, session);
    const job = session.only_job && `/jobs/${session.only_job}`;
    const wall = session.wall && encodeURIComponent(session.wall);
    navigate(job ? (wall ? `${job}/bench/${wall}` : `${job}/plan`) : "/", { replace: true });
    signedIn();
  }

  if (hash.length < 2)
    return <Told says={t`This link is incomplete. Copy all of it, including what follows the #.`} />;
  if (entered === null) return <Loading what={t`Opening the link`} />;
  if (typeof entered === "string") return <Told says={entered} />;
  // The password of the demo is printed where it was started, beside the link.
  if (entered.only_job || search === "?demo") return <Onward go={() => on(entered)} />;
  return (
    <Box p={{ base: "4", md: "8" }} maxW="420px">
      <Heading as="h1" fontFamily="heading" fontSize="34px" fontWeight="800">
        {entered.is_unnamed ? t`Welcome to Bluff` : t`Welcome, ${entered.name}`}
      </Heading>
      <Text mb="4">
        {entered.is_unnamed
          ? t`Enter your name, your crew’s name and a password. You sign in with your name and the password.`
          : t`Choose a password. You sign in with it next time and on your other devices.`}
      </Text>
      <PasswordForm isForgotten isUnnamed={entered.is_unnamed} onChosen={on} />
    </Box>
  );
}

const openings = new Map<string, Promise<SignedIn | string>>();

/** Open a link, once however often it is drawn; who was let in, or why nobody was. */
function opened(token: string): Promise<SignedIn | string> {
  const before = openings.get(token);
  if (before) return before;
  const opening = answered<SignedIn>(client.POST("/api/session/link", { body: { token } })).catch(
    (refused: Error) => refused.message,
  );
  openings.set(token, opening);
  return opening;
}

function Onward({ go }: { go: () => void }) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when they are in
  useEffect(go, []);
  return <Loading what={t`Signing in`} />;
}

function Told({ says }: { says: string }) {
  return (
    <Box p={{ base: "4", md: "8" }} maxW="520px" role="alert">
      <Heading
        as="h1"
        fontFamily="heading"
        fontSize="34px"
        fontWeight="800"
      >{t`This link does not work`}</Heading>
      <Text mb="3">{says}</Text>
      <Link to="/">
        <Text as="span" color="chalk" fontWeight="700">{t`Sign in by name`}</Text>
      </Link>
    </Box>
  );
}
