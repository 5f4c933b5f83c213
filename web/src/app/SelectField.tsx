import { NativeSelect } from "@chakra-ui/react";

export interface Choice<Value extends string> {
  value: Value;
  label: string;
}

/** One choice of a few, by its label. */
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
  return (
    <NativeSelect.Root>
      <NativeSelect.Field
        aria-label={label}
        value={value}
        onChange={(event) => {
          const chosen = choices.find((choice) => choice.value === event.target.value);
          if (chosen) onChoose(chosen.value);
        }}
      >
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}
