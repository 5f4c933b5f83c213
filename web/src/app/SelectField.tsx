import { NativeSelect } from "@chakra-ui/react";
import { useWords } from "./words";

export interface Choice<Value extends string> {
  value: Value;
  label: string;
}

/** One choice of a few, by its label in the crew's words. */
export function SelectField<Value extends string>({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: Value;
  choices: readonly Choice<Value>[];
  onChoose: (value: Value) => void;
}) {
  const { say } = useWords();
  return (
    <NativeSelect.Root>
      <NativeSelect.Field
        aria-label={say(label)}
        value={value}
        onChange={(event) => {
          const chosen = choices.find((choice) => choice.value === event.target.value);
          if (chosen) onChoose(chosen.value);
        }}
      >
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {say(choice.label)}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
