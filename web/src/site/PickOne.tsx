import { useId } from "react";
import { PlainButton } from "../app/PlainButton";
import look from "./PickOne.module.css";

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
    <div role="group" aria-labelledby={id} className={look.pick}>
      <p id={id}>{label}</p>
      <div className={look.choices}>
        {choices.map((choice) => (
          <PlainButton
            key={choice.value}
            size="lg"
            variant={choice.value === value ? "solid" : "outline"}
            aria-pressed={choice.value === value}
            onClick={() => onPick(choice.value)}
          >
            {choice.label}
          </PlainButton>
        ))}
      </div>
    </div>
  );
}
