import type { Wall } from "../api/client";
import { changeWall } from "./changeWall";
import { FieldGroup } from "./Field";
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
      <TextField
        label="Mark"
        value={wall.id}
        onEnter={(id) => change.enter(changed({ id }), () => onRenamed(id))}
      />
      {wall.length != null && (
        <TextField
          label="Length"
          value={String(wall.length)}
          onEnter={(length) => change.enter(changed({ length }))}
        />
      )}
      <SelectField
        label="{Stud:many}"
        value={wall.stud}
        choices={STUDS}
        onChoose={(stud) => make({ stud })}
      />
      <SelectField
        label="Kind"
        value={wall.kind ?? ""}
        choices={KINDS}
        onChoose={(kind) => make({ kind: kind || null })}
      />
      <SelectField
        label="Carries load"
        value={wall.bearing == null ? "" : wall.bearing ? "yes" : "no"}
        choices={BEARING}
        onChoose={(value) => make({ bearing: value === "" ? null : value === "yes" })}
      />
    </FieldGroup>
  );
}
