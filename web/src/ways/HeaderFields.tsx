import type { Header } from "../api/client";
import { Field } from "../app/Field";
import { SelectField } from "../app/SelectField";
import { type Take, TextField } from "../app/TextField";
import { headerOfKind, resized, type Standing } from "./ways";

const KINDS = [
  { value: "built-up", label: "Built up" },
  { value: "solid", label: "Solid" },
  { value: "flat", label: "Flat, no load" },
  { value: "engineered", label: "Engineered" },
  { value: "insulated", label: "With foam" },
  { value: "box", label: "Box, hollow" },
] as const;
const PLACES = [
  { value: "at-head", label: "On the head" },
  { value: "to-plate", label: "Deep, to the plate" },
  { value: "raised", label: "Raised, cripples below" },
] as const;
const LAID = [
  { value: "edge", label: "On edge" },
  { value: "flat", label: "Flat" },
] as const;
const CAPS = [
  { value: "none", label: "None" },
  { value: "below", label: "Below" },
  { value: "above", label: "Above" },
  { value: "both", label: "Below and above" },
] as const;
const FURRED = [
  { value: "no", label: "As thick as it is" },
  { value: "yes", label: "Furred to the wall" },
] as const;
const SOURCES = [
  { value: "habit", label: "Crew’s habit" },
  { value: "unverified", label: "Nobody yet" },
  { value: "drawings", label: "Drawings" },
  { value: "engineer", label: "Engineer" },
] as const;
const PLIES = ["1", "2", "3", "4"].map((value) => ({ value, label: value }));

/** A header: how it is made, of what, and who says that it will do. */
export function HeaderFields({
  header,
  standing,
  onChange,
}: {
  header: Header;
  standing: Partial<Standing>;
  onChange: Take<[header: Header]>;
}) {
  const kind = header.kind ?? "built-up";
  return (
    <>
      <Field label="Header" {...standing}>
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
          onEnter={(size) => onChange(resized(header, { size: size || null }))}
        />
      </Field>
      <Field label="Sits">
        <SelectField
          label="Header place"
          value={header.place ?? "at-head"}
          choices={PLACES}
          onChoose={(place) => onChange({ ...header, place })}
        />
      </Field>
      <Field label="Pad plates">
        <SelectField
          label="Header pad plates"
          value={header.capped ?? "none"}
          choices={CAPS}
          onChoose={(capped) => onChange({ ...header, capped })}
        />
      </Field>
      <Field label="Furring">
        <SelectField
          label="Header furring"
          value={header.furred ? "yes" : "no"}
          choices={FURRED}
          onChoose={(furred) => onChange({ ...header, furred: furred === "yes" })}
        />
      </Field>
      {kind === "solid" && (
        <Field label="Laid">
          <SelectField
            label="Header laid"
            value={header.laid ?? "edge"}
            choices={LAID}
            onChoose={(laid) => onChange(resized(header, { laid }))}
          />
        </Field>
      )}
      {!["solid", "insulated", "box"].includes(kind) && (
        <Field label="Plies">
          <SelectField
            label="Header plies"
            value={String(header.plies ?? (kind === "flat" ? 1 : 2))}
            choices={PLIES}
            onChoose={(plies) => onChange(resized(header, { plies: Number(plies) }))}
          />
        </Field>
      )}
      <Field label="Size from">
        <SelectField
          label="Header source"
          value={header.source ?? "unverified"}
          choices={SOURCES}
          onChoose={(source) => onChange({ ...header, source })}
        />
      </Field>
    </>
  );
}
