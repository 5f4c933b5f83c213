import { Box, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Cutting } from "../api/client";
import { Figure } from "../app/Figure";
import { BevelSaid, ListTable } from "../app/ListTable";
import { sectionName } from "../app/section";
import { useWords } from "../app/words";

/** Of one width in every section's table. */
const COLUMNS = { "& th:nth-of-type(1)": { w: "64px" }, "& th:nth-of-type(2)": { w: "96px" } };

/** The saw set once for each length, and how many are cut so; long ones first, short ones come from what is left. */
export function StopList({ cutting }: { cutting: Cutting }) {
  const words = useWords();
  return (
    <Box pb="3">
      {cutting.sections
        .filter(({ stops }) => stops.length > 0)
        .map(({ section, stops }) => (
          <ListTable key={section} css={COLUMNS} aria-label={t`Stops for ${sectionName(section)}`}>
            <thead>
              <tr>
                <th className="end">{t`To cut`}</th>
                <th className="end">{t`Stop at`}</th>
                <th>{sectionName(section)}</th>
              </tr>
            </thead>
            <tbody>
              {stops.map((stop) => (
                <tr key={`${stop.length.inches} ${stop.bevel} ${stop.short?.inches}`}>
                  <td className="end">
                    <Figure
                      text={stop.count === stop.cut ? "✓" : String(stop.count - stop.cut)}
                      fontSize="20px"
                      fontWeight="700"
                    />
                  </td>
                  <td className="end">
                    <Figure text={stop.length.text} fontSize="20px" fontWeight="700" />
                  </td>
                  <td>
                    <Text fontSize="13px" color="faint" lineHeight="1.2">
                      {stop.roles.map((role) => words.piece(role)).join(", ")}
                      <BevelSaid {...stop} />
                      {stop.cut > 0 && stop.cut < stop.count && <>, {t`${stop.cut} cut`}</>}
                    </Text>
                  </td>
                </tr>
              ))}
            </tbody>
          </ListTable>
        ))}
      <Text px="4" pt="2" fontSize="13px" color="faint">
        <Trans>
          Set the stop once and cut all of a length. Keep hands clear of the blade; wear eye protection.
        </Trans>
      </Text>
    </Box>
  );
}
