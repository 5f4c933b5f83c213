import { Flex, Text } from "@chakra-ui/react";
import { CloudOff } from "lucide-react";
import { useAway } from "../api/away";

/** Says, above everything, that the server does not answer, and that nothing is lost by it. */
export function AwayBar() {
  const { says, waiting } = useAway();
  if (says === null) return null;
  const kept =
    waiting > 0
      ? `${waiting === 1 ? "What you typed is kept and goes" : `${waiting} changes are kept and go`} in by itself.`
      : "This page goes on by itself as soon as it does.";
  return (
    <Flex
      role="alert"
      position="sticky"
      zIndex="banner"
      top="0"
      justify="center"
      align="center"
      gap="3"
      px="4"
      py="2"
      bg="crayonWash"
      borderBottomWidth="2px"
      borderColor="crayon"
    >
      <CloudOff aria-hidden />
      <Text>
        <b>{says}</b> {kept}
      </Text>
    </Flex>
  );
}
