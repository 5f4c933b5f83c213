import { t } from "@lingui/core/macro";
import type { Wall } from "../api/client";
import { changeWall } from "./changeWall";
import { FieldGroup } from "./Field";
import { SelectField } from "./SelectField";
import { TextField } from "./TextField";
import type { JobChange } from "./useJobChange";
import { useWords } from "./words";

export const STUDS = ["2x4", "2x6", "2x8", "2x10", "2x12"].map((value) => ({ value, label: value }));
const KINDS = [
  { value: "", label: t`Not set` },
  { value: "exterior", label: t`Exterior` },
  { value: "partition", label: t`Partition` },
] as const;
const BEARING = [
  { value: "", label: t`Not set` },
  { value: "yes", label: t`Bearing` },
  { value: "no", label: t`Not bearing` },
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
  const { piece } = useWords();
  const changed = (changes: Partial<Wall>) => changeWall(wall.id, (newest) => ({ ...newest, ...changes }));
  const make = (changes: Partial<Wall>) => change.make(changed(changes));
  return (
    <FieldGroup name={t`Wall`}>
      <TextField
        label={t`Mark`}
        value={wall.id}
        onEnter={(id) => change.enter(changed({ id }), () => onRenamed(id))}
      />
      {wall.length != null && (
        <TextField
          label={t`Length`}
          value={String(wall.length)}
          onEnter={(length) => change.enter(changed({ length }))}
        />
      )}
      <SelectField
        label={piece("Stud:many")}
        value={wall.stud}
        choices={STUDS}
        onChoose={(stud) => make({ stud })}
      />
      <SelectField
        label={t`Kind`}
        value={wall.kind ?? ""}
        choices={KINDS}
        onChoose={(kind) => make({ kind: kind || null })}
      />
      <SelectField
        label={t`Carries load`}
        value={wall.bearing == null ? "" : wall.bearing ? "yes" : "no"}
        choices={BEARING}
        onChoose={(value) => make({ bearing: value === "" ? null : value === "yes" })}
      />
    </FieldGroup>
  );
}
