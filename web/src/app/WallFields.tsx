import type { Wall } from "../api/client";
import { changeWall } from "../ways/ways";
import { Field, FieldGroup } from "./Field";
import { SelectField } from "./SelectField";
import { TextField } from "./TextField";
import type { JobChange } from "./useJobChange";

export const STUDS = ["2x4", "2x6", "2x8", "2x10", "2x12"].map((value) => ({ value, label: value }));
const KINDS = [
  { value: "", label: "Not said" },
  { value: "exterior", label: "Exterior" },
  { value: "partition", label: "Partition" },
] as const;
const BEARING = [
  { value: "", label: "Not said" },
  { value: "yes", label: "Bearing" },
  { value: "no", label: "Not bearing" },
] as const;

/** What the plan says of the wall itself. */
export function WallFields({
  wall,
  change,
  onRenamed,
}: {
  wall: Wall;
  change: JobChange;
  onRenamed: (id: string) => void;
}) {
  const changed = (changes: Partial<Wall>) => changeWall(wall.id, (newest) => ({ ...newest, ...changes }));
  const make = (changes: Partial<Wall>) => change.make(changed(changes));
  return (
    <FieldGroup name="Wall">
      <Field label="Mark">
        <TextField
          label="Mark"
          value={wall.id}
          onEnter={(id) => change.enter(changed({ id }), () => onRenamed(id))}
        />
      </Field>
      {wall.length != null && (
        <Field label="Length">
          <TextField
            label="Length"
            value={String(wall.length)}
            onEnter={(length) => change.enter(changed({ length }))}
          />
        </Field>
      )}
      <Field label="Studs">
        <SelectField label="Studs" value={wall.stud} choices={STUDS} onChoose={(stud) => make({ stud })} />
      </Field>
      <Field label="Kind">
        <SelectField
          label="Kind"
          value={wall.kind ?? ""}
          choices={KINDS}
          onChoose={(kind) => make({ kind: kind || null })}
        />
      </Field>
      <Field label="Carries load">
        <SelectField
          label="Carries load"
          value={wall.bearing == null ? "" : wall.bearing ? "yes" : "no"}
          choices={BEARING}
          onChoose={(value) => make({ bearing: value === "" ? null : value === "yes" })}
        />
      </Field>
    </FieldGroup>
  );
}
