import { Box, Button, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { CircleQuestionMark } from "lucide-react";
import type { Purpose } from "../api/client";
import { teach, useIsTaught } from "./usePurpose";

/** What the picked piece is for, and the way to be told of every piece that is picked. */
export function PurposeCard({ purpose }: { purpose: Purpose | null }) {
  const isTaught = useIsTaught();
  return (
    <Box as="section" aria-label={t`What it is for`} mt="2">
      <Button
        variant={isTaught ? "solid" : "outline"}
        aria-pressed={isTaught}
        onClick={() => teach(!isTaught)}
      >
        <CircleQuestionMark /> {t`What is it for`}
      </Button>
      {purpose && <Told purpose={purpose} />}
    </Box>
  );
}

function Told({ purpose: { does, takes, gives, without, elsewhere, carries, down } }: { purpose: Purpose }) {
  return (
    <Box mt="2" fontSize="15px">
      <Text fontSize="17px" mb="1">
        {does}
      </Text>
      <Part name={t`Carries`} text={takes} />
      <Part name={t`Its load goes`} text={gives} />
      <Part name={t`Without it`} text={without} />
      {elsewhere.length > 0 && (
        <Part
          name={t`Others call it`}
          text={elsewhere.map(({ name, by }) => `${name} (${by.join(", ")})`).join(", ")}
        />
      )}
      <Text color="faint" fontSize="13px" mt="1">
        <Trans>
          Highlighted in the wall: {pieces(carries.length)} above, and {pieces(down.length)} the load goes
          down through.
        </Trans>
      </Text>
    </Box>
  );
}

function pieces(count: number): string {
  return plural(count, { one: "# piece", other: "# pieces" });
}

function Part({ name, text }: { name: string; text: string }) {
  return (
    <Text mb="1">
      <b>{name}:</b> {text}
    </Text>
  );
}
