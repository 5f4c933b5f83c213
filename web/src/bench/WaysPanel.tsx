import { Box, Button, Flex } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { Bench, Job, Ways } from "../api/client";
import { Field, FieldGroup } from "../app/Field";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import { WallFields } from "../app/WallFields";
import { HeaderFields } from "./HeaderFields";
import { type Scope, setWays } from "./ways";

const ENDS = [
  { value: "start", label: "Left end" },
  { value: "end", label: "Right end" },
] as const;
const ONE_TWO = [
  { value: "1", label: "1" },
  { value: "2", label: "2" },
] as const;
const TO_THREE = [...ONE_TWO, { value: "3", label: "3" }] as const;
const JACKS = [
  { value: "to-plate", label: "To the plate" },
  { value: "floating", label: "Floating on sill" },
  { value: "hangers", label: "None, hangers" },
] as const;
const CORNERS = [
  { value: "two-stud", label: "Stud and flat stud" },
  { value: "three-stud", label: "Three studs" },
  { value: "blocked", label: "Studs and blocks" },
  { value: "clips", label: "Clips, no stud" },
] as const;
const INTERSECTIONS = [
  { value: "channel", label: "Channel" },
  { value: "wide-flat", label: "One wide flat stud" },
  { value: "blocked", label: "Studs and blocks" },
  { value: "ladder", label: "Ladder of blocks" },
] as const;
const END_STUDS = [
  { value: "flush", label: "Flush with the plates" },
  { value: "held-back", label: "Held back 1/8" },
] as const;
const JOISTS = [
  { value: "", label: "Not said" },
  { value: "east-west", label: "East to west" },
  { value: "north-south", label: "North to south" },
] as const;
const CEILING = [
  { value: "no", label: "None" },
  { value: "yes", label: "Board on top" },
] as const;
const YES_NO = [
  { value: "yes", label: "At kings too" },
  { value: "no", label: "On the lines only" },
] as const;

/** How this wall, or the whole job, is framed; every change shows at once. */
export function WaysPanel({ job, bench, change }: { job: Job; bench: Bench; change: JobChange }) {
  const [scope, setScope] = useState<Scope>("wall");
  const navigate = useNavigate();
  const onRemoved = () => navigate(`/jobs/${job.id}/bench`);
  const ways = scope === "wall" ? bench.standard.wall : bench.standard.job;
  const own: Ways = scope === "wall" ? bench.entered : (job.job.standard ?? {});
  const follows = scope === "wall" ? "the job" : "the usual";
  const set = (changes: Parameters<typeof setWays>[3]) =>
    change.make(setWays(scope, job, bench.entered, changes));

  /** The way back for a row whose keys are set here. */
  function back(...keys: (keyof Ways)[]) {
    const isSet = keys.some((key) => own[key] !== undefined && own[key] !== null);
    const nothing = Object.fromEntries(keys.map((key) => [key, undefined]));
    return { follows, onFollow: isSet ? () => set(nothing) : undefined };
  }
  function count(
    label: string,
    key: "bottom_plates" | "top_plates" | "sills" | "jack_count" | "king_count",
    choices: typeof ONE_TWO | typeof TO_THREE,
  ) {
    return (
      <Field label={label} {...back(key)}>
        <SelectField
          label={label}
          value={String(ways[key]) as "1" | "2" | "3"}
          choices={choices}
          onChoose={(value) => set({ [key]: Number(value) })}
        />
      </Field>
    );
  }
  function length(label: string, key: "head_height" | "stud_length" | "wall_height" | "spacing") {
    return (
      <Field label={label} {...back(key)}>
        <TextField label={label} value={String(ways[key] ?? "")} onEnter={(text) => set({ [key]: text })} />
      </Field>
    );
  }

  return (
    <Box pb="4">
      <Flex gap="1" px="4" py="2" borderBottomWidth="1px">
        <ScopeButton name={`Wall ${bench.wall.id}`} isOn={scope === "wall"} onPick={() => setScope("wall")} />
        <ScopeButton name="Whole job" isOn={scope === "job"} onPick={() => setScope("job")} />
      </Flex>
      {scope === "wall" && (
        <WallFields
          wall={bench.entered}
          change={change}
          onRenamed={(id) => navigate(`/jobs/${job.id}/bench/${encodeURIComponent(id)}`)}
        />
      )}
      <FieldGroup name="Layout">
        {length("On centre", "spacing")}
        <Field label="Layout from" {...back("datum")}>
          <SelectField
            label="Layout from"
            value={ways.datum?.end ?? "start"}
            choices={ENDS}
            onChoose={(end) => set({ datum: { ...ways.datum, end } })}
          />
        </Field>
        <Field label="Datum shifted" {...back("datum")}>
          <TextField
            label="Datum shifted"
            value={String(ways.datum?.shift ?? "0")}
            onEnter={(shift) => set({ datum: { ...ways.datum, shift } })}
          />
        </Field>
      </FieldGroup>
      <FieldGroup name="Studs and plates">
        {length("Stud length", "stud_length")}
        {length("or wall height", "wall_height")}
        <Field label="or room, measured" isLong {...back("measured")}>
          <TextField
            label="or room, measured"
            placeholder="97 1/4, 97, 97 1/8"
            value={(ways.measured?.heights ?? []).join(", ")}
            onEnter={(text) =>
              set({
                measured: text
                  ? { play: ways.measured?.play ?? "1/4", heights: text.split(",").map((one) => one.trim()) }
                  : undefined,
              })
            }
          />
        </Field>
        {ways.measured && (
          <Field label="Play">
            <TextField
              label="Play"
              value={String(ways.measured.play ?? "1/4")}
              onEnter={(play) => ways.measured && set({ measured: { ...ways.measured, play } })}
            />
          </Field>
        )}
        <Field label="End studs" {...back("end_studs")}>
          <SelectField
            label="End studs"
            value={ways.end_studs ?? "flush"}
            choices={END_STUDS}
            onChoose={(end_studs) => set({ end_studs })}
          />
        </Field>
        {count("Bottom plates", "bottom_plates", ONE_TWO)}
        {count("Top plates", "top_plates", ONE_TWO)}
      </FieldGroup>
      <FieldGroup name="Where walls meet">
        <Field label="Corner" {...back("corner")}>
          <SelectField
            label="Corner"
            value={ways.corner ?? "two-stud"}
            choices={CORNERS}
            onChoose={(corner) => set({ corner })}
          />
        </Field>
        <Field label="Intersection" {...back("intersection")}>
          <SelectField
            label="Intersection"
            value={ways.intersection ?? "channel"}
            choices={INTERSECTIONS}
            onChoose={(intersection) => set({ intersection })}
          />
        </Field>
      </FieldGroup>
      <FieldGroup name="Under the joists">
        <Field label="Joists above run" {...back("joists")}>
          <SelectField
            label="Joists above run"
            value={ways.joists ?? ""}
            choices={JOISTS}
            onChoose={(joists) => set({ joists: joists || undefined })}
          />
        </Field>
        <Field label="Ceiling backing" {...back("ceiling_backing")}>
          <SelectField
            label="Ceiling backing"
            value={ways.ceiling_backing ? "yes" : "no"}
            choices={CEILING}
            onChoose={(value) => set({ ceiling_backing: value === "yes" })}
          />
        </Field>
      </FieldGroup>
      <FieldGroup name="Headers">
        {length("Head height", "head_height")}
        <HeaderFields
          header={ways.header ?? {}}
          back={back("header")}
          onChange={(header) => set({ header })}
        />
        <Field label="Top cripples" {...back("end_top_cripples")}>
          <SelectField
            label="Top cripples"
            value={ways.end_top_cripples === false ? "no" : "yes"}
            choices={YES_NO}
            onChoose={(value) => set({ end_top_cripples: value === "yes" })}
          />
        </Field>
      </FieldGroup>
      <FieldGroup name="Openings">
        <Field label="Window jacks" {...back("jacks")}>
          <SelectField
            label="Window jacks"
            value={ways.jacks ?? "to-plate"}
            choices={JACKS}
            onChoose={(jacks) => set({ jacks })}
          />
        </Field>
        {count("Sills", "sills", ONE_TWO)}
        {count("Jacks a side", "jack_count", TO_THREE)}
        {count("Kings a side", "king_count", TO_THREE)}
        <Field label="Two and two from" {...back("wide_opening")}>
          <TextField
            label="Two and two from"
            value={String(ways.wide_opening?.from ?? "")}
            onEnter={(from) => set({ wide_opening: { jacks: 2, kings: 2, ...ways.wide_opening, from } })}
          />
        </Field>
        <AllowanceRow
          label="Window RO, plus"
          value={ways.window_allowance}
          back={back("window_allowance")}
          onChange={(window_allowance) => set({ window_allowance })}
        />
        <AllowanceRow
          label="Door RO, plus"
          value={ways.door_allowance}
          back={back("door_allowance")}
          onChange={(door_allowance) => set({ door_allowance })}
        />
      </FieldGroup>
      {scope === "wall" && (
        <Box px="4" py="3">
          <Button
            variant="plain"
            color="crayon"
            onClick={() => change.make({ edit: "remove-wall", id: bench.wall.id }, onRemoved)}
          >
            <Trash2 /> Remove wall {bench.wall.id}
          </Button>
        </Box>
      )}
    </Box>
  );
}

function ScopeButton({ name, isOn, onPick }: { name: string; isOn: boolean; onPick: () => void }) {
  return (
    <Button variant={isOn ? "solid" : "outline"} aria-pressed={isOn} onClick={onPick}>
      {name}
    </Button>
  );
}

type Allowance = NonNullable<Ways["window_allowance"]>;

function AllowanceRow({
  label,
  value,
  back,
  onChange,
}: {
  label: string;
  value: Allowance | null | undefined;
  back: { follows: string; onFollow: (() => void) | undefined };
  onChange: (allowance: Allowance) => void;
}) {
  if (!value) return null;
  return (
    <Field label={label} {...back}>
      <Flex gap="1">
        <TextField
          label={`${label} width`}
          value={String(value.width)}
          onEnter={(width) => onChange({ ...value, width })}
        />
        <TextField
          label={`${label} height`}
          value={String(value.height)}
          onEnter={(height) => onChange({ ...value, height })}
        />
      </Flex>
    </Field>
  );
}
