import { Box, Button, Text } from "@chakra-ui/react";
import { CircleQuestionMark } from "lucide-react";
import type { Purpose } from "../api/client";
import { teach, useIsTaught } from "./usePurpose";

/** What the picked piece is for, and the way to be told of every piece that is picked. */
export function PurposeCard({ purpose }: { purpose: Purpose | null }) {
  const isTaught = useIsTaught();
  return (
    <Box as="section" aria-label="What it is for" mt="2">
      <Button
        variant={isTaught ? "solid" : "outline"}
        aria-pressed={isTaught}
        onClick={() => teach(!isTaught)}
      >
        <CircleQuestionMark /> What is it for
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
      <Part name="Carries" text={takes} />
      <Part name="Its load goes" text={gives} />
      <Part name="Without it" text={without} />
      {elsewhere.length > 0 && (
        <Part
          name="Others call it"
          text={elsewhere.map(({ name, by }) => `${name} (${by.join(", ")})`).join(", ")}
        />
      )}
      <Text color="faint" fontSize="13px" mt="1">
        Lit in the wall: {pieces(carries.length)} above, {pieces(down.length)} the load goes down through.
      </Text>
    </Box>
  );
}

function pieces(count: number): string {
  return count === 1 ? "one piece" : `${count || "no"} pieces`;
}

function Part({ name, text }: { name: string; text: string }) {
  return (
    <Text mb="1">
      <b>{name}:</b> {text}
    </Text>
  );
}
