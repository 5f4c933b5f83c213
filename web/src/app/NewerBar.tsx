import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNewer } from "./worker";

/** Says that a newer Bluff is here, and changes over to it when somebody says so. */
export function NewerBar() {
  const change = useNewer();
  // A browser lets the program before go once it is idle, which may take it half a minute.
  const [isChanging, setChanging] = useState(false);
  if (!change) return null;
  return (
    <Flex role="status" align="center" justify="center" gap="3" px="4" py="1" bg="chalkWash" wrap="wrap">
      <Text>{isChanging ? "Changing over …" : "A newer Bluff is here. What you are at is kept."}</Text>
      {!isChanging && (
        <Button
          size="lg"
          onClick={() => {
            setChanging(true);
            change();
          }}
        >
          Change over
        </Button>
      )}
    </Flex>
  );
}
