import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { ArrowRight, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Job, Plan, PlanWall } from "../api/client";
import { changeWall } from "../app/changeWall";
import { FieldGroup } from "../app/Field";
import { Figure } from "../app/Figure";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import { TopFields } from "../app/TopFields";
import type { JobChange } from "../app/useJobChange";
import { STUDS, WallFields } from "../app/WallFields";
import { useWords } from "../app/words";
import { OpeningCard } from "./OpeningCard";
import { removal } from "./removal";
import type { Select, Selection } from "./selection";

interface Props {
  job: Job;
  plan: Plan;
  selection: Selection;
  change: JobChange;
  onSelect: (action: Select) => void;
  onOpen: (wall: string) => void;
}

/** What is selected, with the exact figures, each of which can be typed over. */
export function SelectionCard(props: Props) {
  const { plan, selection } = props;
  const [first, ...more] = plan.walls.filter(({ id }) => selection.walls.includes(id));
  if (selection.opening) return <OpeningCard {...props} id={selection.opening} />;
  if (!first)
    return (
      <Text
        p="4"
        color="faint"
        borderBottomWidth="1px"
        minH="64px"
      >{t`Press a wall or an opening to see its figures and change them; drag it to move it.`}</Text>
    );
  if (more.length > 0) return <ManyWalls walls={[first, ...more]} {...props} />;
  return <OneWall key={first.id} wall={first} {...props} />;
}

function OneWall({ job, plan, wall, change, onSelect, onOpen }: Props & { wall: PlanWall }) {
  return (
    <Box role="region" aria-label={t`Selected wall`} overflowY="auto" maxH="58%" borderBottomWidth="1px">
      <Flex px="4" pt="3" align="baseline" gap="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="34px" lineHeight="1">
          {wall.id}
        </Heading>
        <Box
          flex="1"
          css={{
            "& input": { fontFamily: "figure", fontWeight: 700, fontSize: "28px", h: "40px", px: "1.5" },
          }}
        >
          <TextField
            label={t`Length`}
            isBare
            value={wall.length.text}
            onEnter={(text) => change.enter({ edit: "set-length", id: wall.id, length: text })}
          />
        </Box>
        <Button variant="solid" onClick={() => onOpen(wall.id)}>
          {t`Bench`} <ArrowRight />
        </Button>
      </Flex>
      <Text px="4" pb="2" color="faint" fontSize="14px">
        <Trans>
          Plate <Figure text={wall.plate_length.text} color="ink" fontSize="17px" fontWeight="700" />.{" "}
          {wall.hook === "start" ? t`The tape hooks at its start.` : t`The tape hooks at its end.`} The bench
          shows it from the {wall.seen_from}.
        </Trans>
      </Text>
      {wall.clears.length > 0 && (
        <FieldGroup name={t`Clear floor`}>
          {wall.clears.map((clear) => (
            <TextField
              key={clear.side}
              label={t`To ${clear.other}`}
              value={clear.distance.text}
              onEnter={(text) =>
                change.enter({ edit: "set-clear", id: wall.id, other: clear.other, clear: text })
              }
            />
          ))}
        </FieldGroup>
      )}
      <FieldGroup name={t`Ends`}>
        {(["start", "end"] as const).map((end) => (
          <EndRow key={end} wall={wall} end={end} plan={plan} change={change} />
        ))}
        <Points wall={wall} change={change} />
      </FieldGroup>
      <WallFields
        wall={wall.entered}
        change={change}
        onRenamed={(id) => onSelect({ type: "wall", id, isMore: false })}
      />
      <TopFields job={job} wall={wall.entered} change={change} />
      <Parts job={job} wall={wall} change={change} />
      <Box px="4" py="3">
        <Button onClick={() => change.make({ edit: "remove-wall", id: wall.id })}>
          <Trash2 /> {t`Remove wall ${wall.id}`}
        </Button>
      </Box>
    </Box>
  );
}

const JOINTS = {
  through: t`runs past`,
  butt: t`butts into`,
  miter: t`mitered with`,
  splice: t`continues in`,
} as const;

function EndRow({
  wall,
  end,
  plan,
  change,
}: {
  wall: PlanWall;
  end: "start" | "end";
  plan: Plan;
  change: JobChange;
}) {
  const meeting = end === "start" ? wall.meets_start : wall.meets_end;
  const corner =
    meeting?.is_corner &&
    plan.corners.find(
      ({ through, butt }) => [through, butt].includes(wall.id) && [through, butt].includes(meeting.other),
    );
  return (
    <Flex align="center" gap="2" minH="32px" fontSize="14px">
      <Text w="44px" color="faint">
        {end === "start" ? t`Start` : t`End`}
      </Text>
      <Text flex="1">
        {meeting ? (
          <>
            {JOINTS[meeting.joint]} <b>{meeting.other}</b>
          </>
        ) : (
          t`free`
        )}
      </Text>
      {corner && (
        <Button onClick={() => change.make(corner.turn)}>
          {corner.butt === wall.id ? t`Run through` : t`Let it butt`}
        </Button>
      )}
      {meeting?.joint === "splice" && (
        <Button onClick={() => change.make({ edit: "join-walls", id: wall.id, other: meeting.other })}>
          {t`Join with ${meeting.other}`}
        </Button>
      )}
    </Flex>
  );
}

/** The two points the plan gives, east and north. */
function Points({ wall, change }: { wall: PlanWall; change: JobChange }) {
  const { entered } = wall;
  function put(end: "from" | "to", axis: 0 | 1, text: string) {
    const point = [...((entered[end] ?? ["0", "0"]) as [string, string])] as [string, string];
    point[axis] = text;
    return change.enter(changeWall(wall.id, (newest) => ({ ...newest, [end]: point })));
  }
  return (
    <>
      {(["from", "to"] as const).map((end) => (
        <Flex key={end} align="center" gap="2" py="1" fontSize="14px">
          <Text w="44px" color="faint">
            {end === "from" ? t`From` : t`To`}
          </Text>
          {([0, 1] as const).map((axis) => (
            <Box key={axis} flex="1">
              <TextField
                label={[end === "from" ? t`Start` : t`End`, axis === 0 ? t`east` : t`north`].join(", ")}
                isBare
                value={String(entered[end]?.[axis] ?? "")}
                onEnter={(text) => put(end, axis, text)}
              />
            </Box>
          ))}
          <Text w="36px" color="faint" fontSize="12px" lineHeight="1">{t`east, north`}</Text>
        </Flex>
      ))}
    </>
  );
}

/** One wall as two. */
function Parts({ job, wall, change }: { job: Job; wall: PlanWall; change: JobChange }) {
  const [at, setAt] = useState("");
  return (
    <FieldGroup name={t`Split`}>
      <Flex gap="2" align="center">
        <Box flex="1">
          <TextField
            label={t`Split at, from its start`}
            isBare
            placeholder={t`12-0 from its start`}
            value={at}
            onEnter={setAt}
          />
        </Box>
        <Button
          disabled={!at}
          onClick={() =>
            change.make({ edit: "split-wall", id: wall.id, at, new_id: job.next.wall }, () => setAt(""))
          }
        >
          {t`Split off ${job.next.wall}`}
        </Button>
      </Flex>
    </FieldGroup>
  );
}

function ManyWalls({ walls, change, onSelect }: Props & { walls: PlanWall[] }) {
  const { piece } = useWords();
  const ids = walls.map(({ id }) => id);
  const [east, setEast] = useState("");
  const [north, setNorth] = useState("");
  const studs = new Set(walls.map(({ entered }) => entered.stud));
  function setStuds(stud: string) {
    change.make((job) => ({
      edit: "several",
      edits: walls.map(({ id }) => changeWall(id, (newest) => ({ ...newest, stud }))(job)),
    }));
  }
  const remove = removal(ids);
  return (
    <Box role="region" aria-label={t`Selected walls`} borderBottomWidth="1px">
      <Flex px="4" pt="3" pb="2" align="baseline" gap="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="26px" lineHeight="1">
          {t`${walls.length} walls`}
        </Heading>
        <Text color="faint" truncate>
          {ids.join(", ")}
        </Text>
      </Flex>
      <FieldGroup name={t`Move`}>
        <TextField label={t`East`} placeholder={t`1-0, or -1-0 for west`} value={east} onEnter={setEast} />
        <TextField
          label={t`North`}
          placeholder={t`1-0, or -1-0 for south`}
          value={north}
          onEnter={setNorth}
        />
        <Button
          disabled={!east && !north}
          onClick={() =>
            change.make({ edit: "move-walls", ids, east: east || 0, north: north || 0 }, () => {
              setEast("");
              setNorth("");
            })
          }
        >{t`Move`}</Button>
      </FieldGroup>
      <FieldGroup name={t`All selected`}>
        <SelectField
          label={piece("Stud:many")}
          value={studs.size === 1 ? ([...studs][0] ?? "") : ""}
          choices={studs.size === 1 ? STUDS : [{ value: "", label: t`Different` }, ...STUDS]}
          onChoose={(stud) => {
            if (stud) setStuds(stud);
          }}
        />
        {remove && (
          <Button onClick={() => change.make(remove, () => onSelect({ type: "nothing" }))}>
            <Trash2 /> {t`Remove walls`}
          </Button>
        )}
      </FieldGroup>
    </Box>
  );
}
