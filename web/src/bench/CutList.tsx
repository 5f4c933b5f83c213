import { Box, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Plural, Trans } from "@lingui/react/macro";
import type { Bench } from "../api/client";
import { Figure } from "../app/Figure";
import { BevelSaid, ListTable } from "../app/ListTable";
import { useWords } from "../app/words";

/** Sheets and nails of the wall. */
function Besides({ bench: { wall } }: { bench: Bench }) {
  const nails = wall.nails.reduce((sum, row) => sum + row.nails, 0);
  return (
    <Box px="4" pt="3">
      {wall.sheets.count > 0 && (
        <Text fontWeight="700">
          <Trans>
            <Figure text={String(wall.sheets.count)} fontSize="18px" /> sheets for one face,{" "}
            {wall.sheets.wasted_percent}% left over
          </Trans>
        </Text>
      )}
      <Text fontWeight="700">
        <Trans>
          <Figure text={String(nails)} fontSize="18px" /> nails, 16d
        </Trans>
      </Text>
      {wall.nails.map(({ joint, joints, nails: driven }) => (
        <Flex key={joint} fontSize="14px" color="faint" gap="2">
          <Text flex="1">
            {joint} ({joints})
          </Text>
          <Figure text={String(driven)} />
        </Flex>
      ))}
    </Box>
  );
}

/** Nominal lumber, or of a composite stud what it measures under its kind. */
function Size({ size }: { size: string }) {
  const [, measures] = size.split("composite ");
  if (measures === undefined) return <Figure text={size} fontSize="16px" />;
  return (
    <Text as="span" fontSize="13px" lineHeight="1.2" display="inline-block">
      {t`composite`}
      <Box>
        <Figure text={measures} fontSize="14px" />
      </Box>
    </Text>
  );
}

/** What to cut for this wall: boards by section and length, and the header spacers besides. */
export function CutList({ bench }: { bench: Bench }) {
  const words = useWords();
  const count = bench.cut_list.reduce((sum, row) => sum + row.count, 0);
  return (
    <Box pb="3">
      <ListTable aria-label={t`Cut list`}>
        <thead>
          <tr>
            <th className="end">{t`Boards`}</th>
            <th>{t`Size`}</th>
            <th className="end">{t`Length`}</th>
            <th>{t`For`}</th>
          </tr>
        </thead>
        <tbody>
          {bench.cut_list.map((row) => (
            <tr key={`${row.size} ${row.length.inches} ${row.treated} ${row.bevel} ${row.short?.inches}`}>
              <td className="end">
                <Figure text={String(row.count)} fontSize="18px" fontWeight="700" />
              </td>
              <td>
                <Size size={row.size} />
              </td>
              <td className="end">
                <Figure text={row.length.text} fontSize="18px" fontWeight="700" />
              </td>
              <td>
                <Text fontSize="13px" color="faint" lineHeight="1.2">
                  {row.roles.map((role) => words.piece(role)).join(", ")}
                  {row.treated && <>, {t`treated`}</>}
                  <BevelSaid {...row} />
                </Text>
              </td>
            </tr>
          ))}
          {bench.spacers.map((row) => (
            <tr key={`${row.kind} ${row.depth.inches} ${row.length.inches}`}>
              <td className="end">
                <Figure text={String(row.count)} fontSize="18px" fontWeight="700" />
              </td>
              <td>
                <Figure text={`${row.thickness.text} x ${row.depth.text}`} fontSize="16px" />
              </td>
              <td className="end">
                <Figure text={row.length.text} fontSize="18px" fontWeight="700" />
              </td>
              <td>
                <Text fontSize="13px" color="faint">
                  {row.name}
                </Text>
              </td>
            </tr>
          ))}
        </tbody>
      </ListTable>
      <Besides bench={bench} />
      <Text px="4" pt="2" fontSize="13px" color="faint">
        <Trans>
          <Plural value={count} one="# board" other="# boards" />, lengths in inches. {words.piece("Header")}{" "}
          sizes follow the approved drawings. Keep hands clear of the blade; wear eye protection.
        </Trans>
      </Text>
    </Box>
  );
}
