import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Edit } from "../api/client";
import { Field } from "../app/Field";
import { SelectField } from "../app/SelectField";
import type { Brought } from "./useBringIn";

/** What was understood of a drawing, and what was not, before any of it is taken in. */
export function DrawingCard({
  brought,
  isBusy,
  onLayer,
  onTake,
  onLeave,
}: {
  brought: Brought;
  isBusy: boolean;
  onLayer: (layer: string) => void;
  onTake: (edit: Edit) => void;
  onLeave: () => void;
}) {
  const { drawing, file, layer } = brought;
  const { edit } = drawing;
  const layers = [
    ...(layer === null ? [{ value: "", label: "Chosen by itself" }] : []),
    ...drawing.layers.map((name) => ({ value: name, label: name })),
  ];
  return (
    <Box role="region" aria-label="Drawing" borderBottomWidth="1px" overflowY="auto" maxH="70%">
      <Box px="4" pt="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px" overflowWrap="anywhere">
          {file.name}
        </Heading>
        <Text py="1">
          <b>{counted(drawing.walls, "wall")}</b> and <b>{counted(drawing.openings, "opening")}</b>{" "}
          understood, pencilled into the plan.
        </Text>
        {/\.dxf$/i.test(file.name) && (
          <Field label="Walls are on">
            <SelectField
              label="Layer of the walls"
              value={layer ?? ""}
              choices={layers}
              onChoose={(name) => name && onLayer(name)}
            />
          </Field>
        )}
      </Box>
      {drawing.left.length > 0 && (
        <Box px="4" pt="1">
          <Text fontWeight="700" color="warn">
            Not understood
          </Text>
          <Box as="ul" listStyleType="none" aria-label="Not understood" fontSize="14px" color="faint">
            {drawing.left.slice(0, 40).map((sentence) => (
              <Text as="li" key={sentence} py="0.5">
                {sentence}
              </Text>
            ))}
            {drawing.left.length > 40 && <Text as="li">and {drawing.left.length - 40} more</Text>}
          </Box>
        </Box>
      )}
      <Flex gap="2" px="4" py="3">
        <Button variant="solid" disabled={!edit || isBusy} onClick={() => edit && onTake(edit)}>
          Take them in
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </Flex>
    </Box>
  );
}

function counted(count: number, what: string): string {
  return `${count} ${what}${count === 1 ? "" : "s"}`;
}
