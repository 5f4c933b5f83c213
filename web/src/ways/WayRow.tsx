import type { Ways } from "../api/client";
import { Field } from "../app/Field";
import { SelectField } from "../app/SelectField";
import { type Enter, TextField } from "../app/TextField";
import { type Row, readRow } from "./rows";
import type { Standing } from "./ways";

/** One row of the ways: what holds, to be chosen or typed over, and the way back where it is set here. */
export function WayRow({
  row,
  ways,
  pencilled = null,
  standing,
  onEnter,
}: {
  row: Row;
  ways: Ways;
  /** What is tried in its place, if anything is. */
  pencilled?: string | null;
  standing: Partial<Standing>;
  onEnter: Enter;
}) {
  const value = pencilled ?? readRow(row, ways);
  return (
    <Field label={row.name} isLong={row.as === "list"} {...standing}>
      {row.choices ? (
        <SelectField label={row.name} value={value} choices={row.choices} onChoose={onEnter} />
      ) : (
        <TextField
          label={row.name}
          value={value}
          {...(row.placeholder ? { placeholder: row.placeholder } : {})}
          onEnter={onEnter}
        />
      )}
    </Field>
  );
}
