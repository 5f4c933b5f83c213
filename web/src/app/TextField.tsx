import { Field, Input } from "@chakra-ui/react";
import { useState } from "react";
import { useWords } from "./words";

/** What comes of what was entered: nothing to wait for, or the sentence it is refused with, null when it went in. */
export type Answer = undefined | Promise<string | null>;

/** What takes something that was entered. */
export type Take<Args extends unknown[]> = ((...args: Args) => void) | ((...args: Args) => Answer);

/** What takes a value from a field. */
export type Enter<Text extends string = string> = Take<[text: Text]>;

/** What is in the field: over which value it was written, what was sent of it, and what came of that. */
interface Draft {
  over: string;
  text: string;
  sent: string | null;
  refusal: string | null;
}

const fresh = (value: string): Draft => ({ over: value, text: value, sent: null, refusal: null });

/**
 * Text that counts when Enter is pressed or the field is left, once, and goes back to what it was on Escape.
 *
 * What it means is for the server to say. What it refuses stays in the field, with the reason tied to it.
 */
export function TextField({
  label,
  value,
  placeholder,
  fault = null,
  onEnter,
}: {
  label: string;
  value: string;
  placeholder?: string;
  /** What is wrong with the value as it stands. */
  fault?: string | null;
  onEnter: Enter;
}) {
  const { say } = useWords();
  const [kept, keep] = useState(() => fresh(value));
  // A value that changed from outside is what there is to write over now.
  const draft = kept.over === value ? kept : fresh(value);
  if (draft !== kept) keep(draft);

  async function enter() {
    const written = draft.text.trim();
    // Enter leaves the text where it is until it is answered, and leaving the field comes after.
    if (written === value || written === draft.sent) return;
    const sent = { ...draft, sent: written, refusal: null };
    keep(sent);
    const refusal = await onEnter(written);
    if (refusal === undefined) return;
    // Whoever typed on meanwhile is not answered by this.
    keep((now) => (now !== sent ? now : refusal === null ? fresh(now.over) : { ...sent, refusal }));
  }

  const wrong = draft.refusal ?? fault;
  return (
    <Field.Root invalid={wrong !== null}>
      <Input
        aria-label={say(label)}
        value={draft.text}
        {...(placeholder ? { placeholder } : {})}
        onChange={(event) => keep({ ...fresh(value), text: event.target.value })}
        onBlur={() => void enter()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void enter();
          if (event.key === "Escape") keep(fresh(value));
        }}
      />
      <Field.ErrorText role="alert">{wrong}</Field.ErrorText>
    </Field.Root>
  );
}
