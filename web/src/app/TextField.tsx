import { Input } from "@chakra-ui/react";
import { useId, useState } from "react";
import { Field, type FieldLook } from "./Field";

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
  value,
  placeholder,
  offers = [],
  fault = null,
  onEnter,
  ...look
}: FieldLook & {
  value: string;
  placeholder?: string;
  /** What is offered besides whatever may be typed. */
  offers?: readonly string[];
  /** What is wrong with the value as it stands. */
  fault?: string | null;
  onEnter: Enter;
}) {
  const list = useId();
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
    // An answer to what was typed before is dropped.
    keep((now) => (now !== sent ? now : refusal === null ? fresh(now.over) : { ...sent, refusal }));
  }

  return (
    <Field {...look} wrong={draft.refusal ?? fault}>
      <Input
        value={draft.text}
        {...(placeholder ? { placeholder } : {})}
        {...(offers.length > 0 ? { list } : {})}
        onChange={(event) => keep({ ...fresh(value), text: event.target.value })}
        onBlur={() => void enter()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void enter();
          if (event.key === "Escape") keep(fresh(value));
        }}
      />
      {offers.length > 0 && (
        <datalist id={list}>
          {offers.map((offer) => (
            <option key={offer} value={offer} />
          ))}
        </datalist>
      )}
    </Field>
  );
}
