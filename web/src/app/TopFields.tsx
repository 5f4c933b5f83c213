import { Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Job, Wall } from "../api/client";
import { changeWall } from "./changeWall";
import { color } from "./colors";
import { FieldGroup } from "./Field";
import { TextField } from "./TextField";
import type { JobChange } from "./useJobChange";

type Top = NonNullable<Wall["top"]>;

interface Shape {
  name: string;
  /** Its outline in a box of 40 by 24, the wall's start on the left. */
  path: string;
  is: (top: Top | null) => boolean;
  /** What of a top before it stays. */
  make: (before: Top) => Top | null;
}

/** What every shape has. */
function kept({ pitch, height, height_at }: Top): Top {
  return { pitch: pitch ?? null, height: height ?? null, height_at: height_at ?? null };
}

const SHAPES: readonly Shape[] = [
  { name: t`Level`, path: "M2 22V8H38V22Z", is: (top) => top === null, make: () => null },
  {
    name: t`Low at start`,
    path: "M2 22V15L38 3V22Z",
    is: (top) => top?.low === "start",
    make: (before) => ({ ...kept(before), flat: before.flat ?? null, low: "start" }),
  },
  {
    name: t`Low at end`,
    path: "M2 22V3L38 15V22Z",
    is: (top) => top?.low === "end",
    make: (before) => ({ ...kept(before), flat: before.flat ?? null, low: "end" }),
  },
  {
    name: t`Gable`,
    path: "M2 22V13L20 3L38 13V22Z",
    is: (top) => top?.ridge != null,
    make: (before) => ({ ...kept(before), ridge: "centered" }),
  },
];

/** What a top says, without the keys that are empty: one drawn by points has no pitch. */
function entered(top: Wall["top"]): Partial<Top> {
  return Object.fromEntries(Object.entries(top ?? {}).filter(([, value]) => value != null));
}

/** Story lines as they are written in a row. */
function storiesOf(text: string): string[] | null {
  const lines = text.split(/,|;|\band\b/).map((line) => line.trim());
  return lines.some(Boolean) ? lines.filter(Boolean) : null;
}

/** The top of a wall: its shape by a small drawing, the figures that shape asks for, and the stories under it. */
export function TopFields({ job, wall, change }: { job: Job; wall: Wall; change: JobChange }) {
  const first = { pitch: job.next.rise };
  const top = wall.top ?? null;
  const changed = (alter: (before: Top) => Top | null) =>
    changeWall(wall.id, (newest) => ({ ...newest, top: alter({ ...first, ...entered(newest.top) }) }));
  const enter = (changes: Partial<Top>) => change.enter(changed((before) => ({ ...before, ...changes })));
  return (
    <FieldGroup name={t`Top`}>
      <Flex gap="1" wrap="wrap" role="group" aria-label={t`Shape of the top`} mb="1">
        {SHAPES.map(({ name, path, is, make }) => (
          <Button
            key={name}
            aria-pressed={is(top)}
            variant={is(top) ? "solid" : "outline"}
            h="auto"
            py="1"
            px="2"
            flexDirection="column"
            gap="0"
            fontSize="12px"
            css={{ "& svg": { width: "40px", height: "24px" } }}
            onClick={() => void change.make(changed(make))}
          >
            <svg aria-hidden="true" width="40" height="24" viewBox="0 0 40 24">
              <path d={path} fill={color("pine")} stroke={color("pineEdge")} strokeWidth="1.5" />
            </svg>
            {name}
          </Button>
        ))}
      </Flex>
      {top?.points && (
        <Text fontSize="14px">{t`Drawn by ${top.points.length} points; the job file has them.`}</Text>
      )}
      {top && !top.points && (
        <>
          <TextField
            label={t`Rise in 12`}
            value={String(top.pitch ?? "")}
            onEnter={(pitch) => enter({ pitch })}
          />
          <TextField
            label={t`Height at the low end`}
            value={String(top.height ?? "")}
            placeholder={t`same as the wall it ties into`}
            onEnter={(height) => enter({ height: height || null })}
          />
          {top.low && (
            <TextField
              label={t`Level before it rises`}
              value={String(top.flat ?? "")}
              placeholder="0"
              onEnter={(flat) => enter({ flat: flat || null })}
            />
          )}
        </>
      )}
      <TextField
        label={t`Story lines`}
        value={(wall.floors ?? []).join(", ")}
        placeholder={t`one story`}
        onEnter={(lines) =>
          change.enter(changeWall(wall.id, (newest) => ({ ...newest, floors: storiesOf(lines) })))
        }
      />
    </FieldGroup>
  );
}
