import { Input, NativeSelect } from "@chakra-ui/react";
import { type KeyboardEvent, useEffect, useRef } from "react";
import { useWords } from "../app/words";
import type { Column } from "./columns";

/** A cell while it is written: Enter and Tab go on, Escape leaves it as it was. */
export function CellEditor({
  column,
  text,
  onType,
  onEnter,
  onStop,
}: {
  column: Column;
  text: string;
  onType: (text: string) => void;
  onEnter: (text: string, rows: number, columns: number) => void;
  onStop: () => void;
}) {
  const { piece } = useWords();
  const field = useRef<HTMLInputElement & HTMLSelectElement>(null);
  // Leaving the cell with a key takes the focus away too, which must not enter it a second time.
  const isDone = useRef(false);
  useEffect(() => field.current?.focus(), []);
  function enter(written: string, rows: number, columns: number) {
    if (isDone.current) return;
    isDone.current = true;
    onEnter(written, rows, columns);
  }
  function stop() {
    isDone.current = true;
    onStop();
  }
  function onKey(event: KeyboardEvent) {
    if (event.key === "Enter") enter(text.trim(), 1, 0);
    else if (event.key === "Tab") enter(text.trim(), 0, event.shiftKey ? -1 : 1);
    else if (event.key === "Escape") stop();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
  if (column.choices)
    return (
      <NativeSelect.Root>
        <NativeSelect.Field
          ref={field}
          aria-label={column.head(piece)}
          value={text}
          onChange={(event) => enter(event.target.value, 0, 0)}
          onKeyDown={onKey}
          onBlur={stop}
        >
          {column.choices.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    );
  return (
    <Input
      ref={field}
      aria-label={column.head(piece)}
      value={text}
      minW="90px"
      textAlign={column.isFigure ? "end" : "start"}
      onChange={(event) => onType(event.target.value)}
      onKeyDown={onKey}
      onBlur={() => enter(text.trim(), 0, 0)}
    />
  );
}
