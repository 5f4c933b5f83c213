import { Button, Flex, Text } from "@chakra-ui/react";
import { useNewer } from "./worker";

/** Says that a newer Bluff is here, and changes over to it when somebody says so. */
export function NewerBar() {
  const change = useNewer();
  if (!change) return null;
  return (
    <Flex role="status" align="center" justify="center" gap="3" px="4" py="1" bg="chalkWash" wrap="wrap">
      <Text>A newer Bluff is here. What you are at is kept.</Text>
      <Button size="lg" onClick={change}>
        Change over
      </Button>
    </Flex>
  );
}
