import { Box, Button, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { Link, useNavigate } from "react-router";
import type { Bench, Job, Wall, Ways } from "../api/client";
import { Field, FieldGroup } from "../app/Field";
import { SelectField } from "../app/SelectField";
import type { JobChange } from "../app/useJobChange";
import { WallFields } from "../app/WallFields";
import { type Choice, saidAs, schoolOf } from "../ways/choices";
import { HeaderFields } from "../ways/HeaderFields";
import { GROUPS, writeRow } from "../ways/rows";
import { WayRow } from "../ways/WayRow";
import { type Changes, setOnWall } from "../ways/ways";

/** How this wall is framed; every change shows at once, and what is not set here follows the job. */
export function WaysPanel({ job, bench, change }: { job: Job; bench: Bench; change: JobChange }) {
  const navigate = useNavigate();
  const { entered } = bench;
  const ways = bench.standard.wall;
  const set = (changes: Changes) => change.make(setOnWall(entered.id, () => changes));

  /** The way back for a row whose key is set here. */
  function back(key: keyof Ways) {
    const isSet = (entered as Ways)[key] !== undefined && (entered as Ways)[key] !== null;
    return { follows: "the job", onFollow: isSet ? () => set({ [key]: undefined }) : undefined };
  }

  return (
    <Box pb="4">
      <WallFields
        wall={entered}
        change={change}
        onRenamed={(id) => navigate(`/jobs/${job.id}/bench/${encodeURIComponent(id)}`)}
      />
      <Text px="4" pt="3" fontSize="13px" color="faint">
        Set for wall {bench.wall.id} alone. For the whole job, and with what each way is good for, see{" "}
        <Link to={`/jobs/${job.id}/standards`}>
          <Text as="span" color="chalk" fontWeight="700">
            Standards
          </Text>
        </Link>
        .
      </Text>
      {GROUPS.map(({ name, choices, rows }) => (
        <FieldGroup key={name} name={name}>
          {choices.map((choice) =>
            choice.key === "header" ? (
              <HeaderFields
                key="header"
                header={ways.header ?? {}}
                back={back("header")}
                onChange={(header) => set({ header })}
              />
            ) : (
              <ChoiceRow
                key={choice.key}
                choice={choice}
                ways={ways}
                back={back(choice.key)}
                onChoose={(value) => set({ [choice.key]: saidAs(choice.key, value, ways) })}
              />
            ),
          )}
          {rows
            .filter(({ isAsked }) => isAsked?.(ways) ?? true)
            .map((row) => (
              <WayRow
                key={row.name}
                row={row}
                ways={ways}
                back={back(row.key)}
                onEnter={(text) =>
                  change.make(
                    setOnWall(entered.id, (wall) => ({
                      [row.key]: writeRow(row, text, { ...ways, ...said(wall) }),
                    })),
                  )
                }
              />
            ))}
        </FieldGroup>
      ))}
      <Box px="4" py="3">
        <Button
          variant="plain"
          color="crayon"
          onClick={() =>
            change.make({ edit: "remove-wall", id: bench.wall.id }, () => navigate(`/jobs/${job.id}/bench`))
          }
        >
          <Trash2 /> Remove wall {bench.wall.id}
        </Button>
      </Box>
    </Box>
  );
}

/** What a wall says itself, without the keys that follow. */
function said(wall: Wall): Ways {
  return Object.fromEntries(Object.entries(wall).filter(([, value]) => value !== null)) as Ways;
}

/** A choice by the names of its schools; what is none of them is said to be other. */
function ChoiceRow({
  choice: { key, name, schools },
  ways,
  back,
  onChoose,
}: {
  choice: Choice;
  ways: Ways;
  back: { follows: string; onFollow: (() => void) | undefined };
  onChoose: (value: string) => void;
}) {
  const value = schoolOf(key, ways);
  const known = schools.map((school) => ({ value: school.value, label: school.name }));
  const isKnown = known.some((school) => school.value === value);
  return (
    <Field label={name} {...back}>
      <SelectField
        label={name}
        value={value}
        choices={isKnown ? known : [{ value, label: "Other" }, ...known]}
        onChoose={onChoose}
      />
    </Field>
  );
}
