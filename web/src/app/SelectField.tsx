import { NativeSelect } from "@chakra-ui/react";
import { useState } from "react";
import { Field, type FieldLook } from "./Field";
import type { Enter } from "./TextField";

export interface Choice<Value extends string> {
  value: Value;
  label: string;
}

/** One choice of a few, by its label in the crew's words; a refusal stands below it. */
export function SelectField<Value extends string>({
  value,
  choices,
  onChoose,
  ...look
}: FieldLook & {
  value: Value;
  choices: readonly Choice<Value>[];
  onChoose: Enter<Value>;
}) {
  const [refused, setRefused] = useState<{ over: Value; why: string } | null>(null);
  const refusal = refused?.over === value ? refused.why : null;
  async function choose(text: string) {
    const chosen = choices.find((choice) => choice.value === text);
    if (!chosen) return;
    const why = await onChoose(chosen.value);
    setRefused(why ? { over: value, why } : null);
  }
  return (
    <Field {...look} wrong={refusal}>
      <NativeSelect.Root>
        <NativeSelect.Field value={value} onChange={(event) => void choose(event.target.value)}>
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field>
  );
}
