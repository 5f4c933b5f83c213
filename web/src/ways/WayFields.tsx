import type { Ways, Whence } from "../api/client";
import { Field, FieldGroup } from "../app/Field";
import { SelectField } from "../app/SelectField";
import type { Enter, Take } from "../app/TextField";
import { saidAs, schoolOf } from "./choices";
import { HeaderFields } from "./HeaderFields";
import { GROUPS, type Row, writeRow } from "./rows";
import type { Choice } from "./schools/drawing";
import { WayRow } from "./WayRow";
import { type Changes, type Standing, standing } from "./ways";

/** Every way as a form of rows: what holds, where that was said, and the way back where it is set here. */
export function WayFields({
  ways,
  whence,
  own,
  isAsked = () => true,
  onSet,
  onWrite,
}: {
  /** What holds. */
  ways: Ways;
  /** Where they were said. */
  whence: Whence;
  /** What is said here so far, in a form that nobody has sent yet. */
  own?: Ways;
  /** Which choices and rows are asked for at all. */
  isAsked?: (key: keyof Ways, part?: string) => boolean;
  onSet: Take<[changes: Changes]>;
  /** Alters what holds by then of a key; the value it becomes is undefined where it follows again. */
  onWrite: Take<[key: keyof Ways, write: (ways: Ways) => unknown]>;
}) {
  const stands = (key: keyof Ways) => standing(key, whence, () => onSet({ [key]: undefined }), own);
  return GROUPS.map(({ name, choices, rows }) => {
    const asked = choices.filter(({ key, isTypedToo }) => isAsked(key) && !isTypedToo);
    const shown = rows.filter(
      (row) => isAsked(row.key, row.part) && (row.isAsked === undefined || row.isAsked(ways)),
    );
    if (asked.length + shown.length === 0) return null;
    return (
      <FieldGroup key={name} name={name}>
        {asked.map((choice) =>
          choice.key === "header" ? (
            <HeaderFields
              key="header"
              header={ways.header ?? {}}
              standing={stands("header")}
              onChange={(header) => onSet({ header })}
            />
          ) : (
            <ChoiceRow
              key={choice.key}
              choice={choice}
              ways={ways}
              standing={stands(choice.key)}
              onChoose={(value) => onSet({ [choice.key]: saidAs(choice, value, ways) })}
            />
          ),
        )}
        {shown.map((row: Row) => (
          <WayRow
            key={row.name}
            row={row}
            ways={ways}
            standing={stands(row.key)}
            onEnter={(text) => onWrite(row.key, (newest) => writeRow(row, text, newest))}
          />
        ))}
      </FieldGroup>
    );
  });
}

/** A choice by the names of its schools; what is none of them is said to be other. */
function ChoiceRow({
  choice,
  ways,
  standing,
  onChoose,
}: {
  choice: Choice;
  ways: Ways;
  standing: Standing;
  onChoose: Enter;
}) {
  const { name, schools } = choice;
  const value = schoolOf(choice, ways);
  const known = schools.map((school) => ({ value: school.value, label: school.name }));
  const isKnown = known.some((school) => school.value === value);
  return (
    <Field label={name} {...standing}>
      <SelectField
        label={name}
        value={value}
        choices={isKnown ? known : [{ value, label: "Other" }, ...known]}
        onChoose={onChoose}
      />
    </Field>
  );
}
