import { t } from "@lingui/core/macro";
import type { Way } from "../api/client";
import { SelectField } from "../app/SelectField";
import { type Enter, TextField } from "../app/TextField";

/** One row of the ways: what holds, to be chosen or typed over, and the way back where it is set here. */
export function WayRow({
  row,
  isBare = false,
  pencilled = null,
  onEnter,
  onFollow,
}: {
  row: Way;
  isBare?: boolean;
  /** What is tried in its place, if anything is. */
  pencilled?: string | null;
  onEnter: Enter;
  onFollow: () => void;
}) {
  const { name, options, empty, whence, follows } = row;
  const look = { label: name, isBare, isLong: row.width === "long", whence, follows, onFollow };
  const value = pencilled ?? row.text;
  if (row.is_open)
    return (
      <TextField
        {...look}
        value={value}
        offers={options.map((option) => option.value)}
        placeholder={empty}
        onEnter={onEnter}
      />
    );
  const known = options.map((option) => ({ value: option.value, label: option.name }));
  const isKnown = known.some((option) => option.value === value);
  return (
    <SelectField
      {...look}
      value={value}
      choices={isKnown ? known : [{ value, label: t`The crew’s own` }, ...known]}
      onChoose={onEnter}
    />
  );
}
