import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Lock, LockOpen, Move, Ruler, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Picture } from "../api/client";
import { Field } from "../app/Field";
import type { JobChange } from "../app/useJobChange";
import type { usePictureWork } from "./usePictureWork";

interface PictureCardProps {
  picture: Picture;
  work: ReturnType<typeof usePictureWork>;
  change: JobChange;
}

/** The picture under the plan: scaled by two places and their distance, faded, locked. */
export function PictureCard({ picture, work, change }: PictureCardProps) {
  const put = (changes: Partial<Picture>) =>
    change.make({ edit: "set-picture", picture: { ...picture, ...changes } });
  return (
    <Box role="region" aria-label={t`Picture under the plan`} px="4" py="3" borderBottomWidth="1px">
      <Flex align="center" gap="2">
        <Heading
          as="h3"
          fontFamily="heading"
          fontWeight="700"
          fontSize="17px"
          flex="1"
        >{t`Picture under the plan`}</Heading>
        <Button
          variant="plain"
          aria-pressed={picture.locked}
          aria-label={picture.locked ? t`Unlock the picture` : t`Lock the picture`}
          title={picture.locked ? t`Locked. Press to move it.` : t`Lock it in place`}
          onClick={() => {
            work.move(false);
            put({ locked: !picture.locked });
          }}
        >
          {picture.locked ? <Lock /> : <LockOpen />}
        </Button>
        <Button
          variant="plain"
          aria-label={t`Remove the picture`}
          onClick={() => change.make({ edit: "set-picture" })}
        >
          <Trash2 />
        </Button>
      </Flex>
      {work.scaling ? (
        <Scaling work={work} change={change} />
      ) : (
        <Tools picture={picture} work={work} onFade={(fade) => put({ fade })} />
      )}
    </Box>
  );
}

/** Two places that are pressed on the picture, and then how far apart the plan says they are. */
function Scaling({ work: { scaling, setScaling }, change }: Omit<PictureCardProps, "picture">) {
  const [length, setLength] = useState("");
  const [first, second] = scaling ?? [];
  function scale() {
    if (!first || !second) return;
    const edit = {
      edit: "scale-picture" as const,
      first: [...first] as [number, number],
      second: [...second] as [number, number],
      length,
    };
    change.make(edit, () => setScaling(null));
  }
  return (
    <>
      <Text fontSize="14px" py="1">
        {!first && t`Press one end of a distance the plan gives.`}
        {first && !second && t`Now press its other end.`}
        {second && t`How long is that?`}
      </Text>
      <Flex gap="2">
        {second && (
          <Input
            aria-label={t`Distance between the two places`}
            placeholder="36-0"
            autoFocus
            value={length}
            onChange={(event) => setLength(event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && scale()}
          />
        )}
        {second && <Button variant="solid" disabled={!length.trim()} onClick={scale}>{t`Scale`}</Button>}
        <Button onClick={() => setScaling(null)}>{t`Cancel`}</Button>
      </Flex>
    </>
  );
}

/** How opaque the picture is, and what can be done with it while it is not locked. */
function Tools({
  picture,
  work: { isMoved, move, setScaling },
  onFade,
}: Omit<PictureCardProps, "change"> & { onFade: (fade: number) => void }) {
  return (
    <>
      <Field label={t`Opacity`}>
        <input
          type="range"
          aria-label={t`Opacity`}
          min={10}
          max={100}
          step={10}
          defaultValue={100 - (picture.fade ?? 50)}
          key={picture.fade}
          style={{ width: "100%", accentColor: "var(--bluff-colors-chalk)" }}
          onPointerUp={(event) => onFade(100 - Number(event.currentTarget.value))}
          onKeyUp={(event) => onFade(100 - Number(event.currentTarget.value))}
        />
      </Field>
      <Flex gap="2" pt="1">
        <Button
          disabled={picture.locked}
          onClick={() => {
            move(false);
            setScaling([]);
          }}
        >
          <Ruler /> {t`Scale`}
        </Button>
        <Button
          variant={isMoved ? "solid" : "outline"}
          aria-pressed={isMoved}
          disabled={picture.locked}
          onClick={() => move(!isMoved)}
        >
          <Move /> {t`Move`}
        </Button>
      </Flex>
    </>
  );
}
