import { Button, Flex, Text } from "@chakra-ui/react";
import { useId } from "react";

/** One of a few, each a button a thumb finds. */
export function PickOne<Value extends string>({
  label,
  value,
  choices,
  onPick,
}: {
  label: string;
  value: Value;
  choices: readonly { value: Value; label: string }[];
  onPick: (value: Value) => void;
}) {
  const id = useId();
  return (
    <Flex role="group" aria-labelledby={id} direction="column" gap="1">
      <Text id={id} fontSize="14px" color="faint">
        {label}
      </Text>
      <Flex gap="1" wrap="wrap">
        {choices.map((choice) => (
          <Button
            key={choice.value}
            size="lg"
            flex="1"
            px="2"
            variant={choice.value === value ? "solid" : "outline"}
            aria-pressed={choice.value === value}
            onClick={() => onPick(choice.value)}
          >
            {choice.label}
          </Button>
        ))}
      </Flex>
    </Flex>
  );
}
