import type { Header } from "../api/client";
import { Field } from "../app/Field";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import { headerOfKind } from "./ways";

const KINDS = [
  { value: "built-up", label: "Built up" },
  { value: "solid", label: "Solid" },
  { value: "flat", label: "Flat, no load" },
] as const;
const SOURCES = [
  { value: "habit", label: "Crew's habit" },
  { value: "drawings", label: "Drawings" },
  { value: "engineer", label: "Engineer" },
] as const;
const PLIES = ["1", "2", "3", "4"].map((value) => ({ value, label: value }));

/** A header: how it is made, of what, and who says that it will do. */
export function HeaderFields({
  header,
  back,
  onChange,
}: {
  header: Header;
  back: { follows: string; onFollow: (() => void) | undefined };
  onChange: (header: Header) => void;
}) {
  const kind = header.kind ?? "built-up";
  return (
    <>
      <Field label="Header" {...back}>
        <SelectField
          label="Header kind"
          value={kind}
          choices={KINDS}
          onChoose={(chosen) => onChange(headerOfKind(chosen, header))}
        />
      </Field>
      <Field label="Header size">
        <TextField
          label="Header size"
          value={header.size ?? ""}
          placeholder="the wall's studs"
          onEnter={(size) => onChange({ ...header, size: size || null })}
        />
      </Field>
      {kind !== "solid" && (
        <Field label="Plies">
          <SelectField
            label="Header plies"
            value={String(header.plies ?? (kind === "flat" ? 1 : 2))}
            choices={PLIES}
            onChoose={(plies) => onChange({ ...header, plies: Number(plies) })}
          />
        </Field>
      )}
      <Field label="Size from">
        <SelectField
          label="Header source"
          value={header.source ?? "habit"}
          choices={SOURCES}
          onChoose={(source) => onChange({ ...header, source })}
        />
      </Field>
    </>
  );
}
