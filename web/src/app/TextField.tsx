import { Input } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { useWords } from "./words";

/**
 * Text that counts when Enter is pressed or the field is left, and goes back to what it was on Escape.
 * What it means is for the server to say; a refusal is shown by whoever sends it.
 */
export function TextField({
  label,
  value,
  placeholder,
  isInvalid = false,
  onEnter,
}: {
  label: string;
  value: string;
  placeholder?: string;
  isInvalid?: boolean;
  onEnter: (text: string) => void;
}) {
  const { say } = useWords();
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  function enter() {
    if (text.trim() !== value) onEnter(text.trim());
  }
  return (
    <Input
      aria-label={say(label)}
      aria-invalid={isInvalid}
      data-invalid={isInvalid ? "" : undefined}
      value={text}
      {...(placeholder ? { placeholder } : {})}
      onChange={(event) => setText(event.target.value)}
      onBlur={enter}
      onKeyDown={(event) => {
        if (event.key === "Enter") enter();
        if (event.key === "Escape") setText(value);
      }}
    />
  );
}
