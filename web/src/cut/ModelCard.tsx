import { Box, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Plural, Trans } from "@lingui/react/macro";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { useState } from "react";
import { answered, client, type Job, type ScaleModel } from "../api/client";
import { Download } from "../app/Download";
import { Figure } from "../app/Figure";
import { ListTable } from "../app/ListTable";
import { TextField } from "../app/TextField";
import { useWords } from "../app/words";
import { ChosenWalls } from "./ChosenWalls";

/** How a model is built: its scale and the sticks there are. */
interface Asked {
  scale: string;
  thick: string;
  wide: string;
}

const USUAL: Asked = { scale: "1 1/2", thick: "1/4", wide: "1/2" };
const SCALES = ["2", "1 1/2", "1", "1:10"];

/** The job or some of its walls as a model: what to cut of the sticks one has, and pages to build it on. */
export function ModelCard({
  job,
  walls,
  onWalls,
}: {
  job: Job;
  walls: readonly string[];
  onWalls: (walls: readonly string[]) => void;
}) {
  const [model, ask] = useState(USUAL);
  const query = { ...model, wall: [...walls] };
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: ["model", job.id, job.revision, query],
    queryFn: () =>
      answered<ScaleModel>(
        client.GET("/api/jobs/{job_id}/model", { params: { path: { job_id: job.id }, query } }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const field = (name: keyof Asked, label: string, offers: readonly string[] = []) => (
    <TextField
      label={label}
      value={model[name]}
      offers={offers}
      onEnter={(text) => ask({ ...model, [name]: text.trim() || USUAL[name] })}
    />
  );
  return (
    <Box pb="3">
      <ChosenWalls job={job} walls={walls} onWalls={onWalls} />
      <Flex direction="column" gap="2" px="4" py="2">
        {field("scale", t`Scale`, SCALES)}
        {field("thick", t`Sticks, thick`)}
        {field("wide", t`Sticks, wide`)}
        <Text fontSize="13px" color="faint">
          <Trans>
            The scale in inches to the foot, or a ratio, like 1:10. Sticks stay as thick as they are: studs
            are shorter by what the plates are thicker.
          </Trans>
        </Text>
      </Flex>
      {error ? (
        <Text role="alert" px="4" color="crayon" fontWeight="600">
          {error.message}
        </Text>
      ) : (
        data && (
          <Box aria-busy={isPlaceholderData}>
            <Flex px="4" gap="1" wrap="wrap" align="center">
              {(["letter", "a4"] as const).map((paper) => (
                <Download
                  key={paper}
                  job={job.id}
                  file="model.pdf"
                  params={{ ...query, paper }}
                  isOpened
                  title={t`Cut list, and every wall at model size`}
                >
                  <Printer /> {paper === "a4" ? t`A4` : t`Letter`}
                </Download>
              ))}
            </Flex>
            <Text px="4" py="1">
              <Trans>
                <b>{data.corners}</b> <Plural value={data.corners} one="corner" other="corners" />,{" "}
                <b>{data.intersections}</b>{" "}
                <Plural value={data.intersections} one="intersection" other="intersections" />
              </Trans>
              {data.left_out.length > 0 && (
                <Text as="span" color="warn">
                  {"; "}
                  {t`sticks this thick leave no room for ${data.left_out.join(", ")}`}
                </Text>
              )}
            </Text>
            <Lines lines={data.lines} />
          </Box>
        )
      )}
    </Box>
  );
}

function Lines({ lines }: { lines: ScaleModel["lines"] }) {
  const words = useWords();
  return (
    <ListTable aria-label={t`Sticks to cut`}>
      <thead>
        <tr>
          <th className="end">{t`Cut`}</th>
          <th className="end">{t`Long`}</th>
          <th>{t`For`}</th>
        </tr>
      </thead>
      <tbody>
        {lines.map(({ count, length, deep, roles }) => (
          <tr key={`${length} ${deep}`}>
            <td className="end">
              <Figure text={String(count)} fontSize="18px" fontWeight="700" />
            </td>
            <td className="end">
              <Figure text={length} fontSize="18px" fontWeight="700" />
            </td>
            <td>
              <Text fontSize="13px" color="faint" lineHeight="1.2">
                {roles.map((role) => words.piece(role)).join(", ")}
                {deep && (
                  <Trans>
                    , <Figure text={deep} /> deep
                  </Trans>
                )}
              </Text>
            </td>
          </tr>
        ))}
      </tbody>
    </ListTable>
  );
}
