import { Box, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Order } from "../api/client";
import { Figure } from "../app/Figure";
import { ListTable } from "../app/ListTable";

/** Studs and plates as one guesses them from the plan, beside what is framed, and why they differ. */
export function ThumbCard({ order }: { order: Order }) {
  const sum = (pick: (wall: Order["thumb"][number]) => number) =>
    order.thumb.reduce((total, wall) => total + pick(wall), 0);
  return (
    <Box pb="3">
      <ListTable aria-label={t`By thumb beside the count`}>
        <thead>
          <tr>
            <th>{t`Wall`}</th>
            <th className="end">{t`Studs, thumb`}</th>
            <th className="end">{t`counted`}</th>
            <th className="end">{t`Plate ft`}</th>
            <th className="end">{t`counted`}</th>
          </tr>
        </thead>
        <tbody>
          {order.thumb.map((wall) => (
            <Wall key={wall.wall} wall={wall} />
          ))}
          <tr>
            <td>
              <Text fontWeight="700">{t`All`}</Text>
            </td>
            {[
              sum((wall) => wall.studs_thumb),
              sum((wall) => wall.studs_exact),
              sum((wall) => wall.plate_feet_thumb),
              sum((wall) => wall.plate_feet_exact),
            ].map((total, column) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the columns are always the same four
              <td className="end" key={column}>
                <Figure text={String(total)} fontSize="18px" fontWeight="700" />
              </td>
            ))}
          </tr>
        </tbody>
      </ListTable>
      <Text px="4" pt="2" fontSize="13px" color="faint">
        <Trans>
          By thumb: three quarters of a stud a foot at 16 on center and one, one more a corner, three an
          intersection, four an opening; plates three times the wall. Counted: short pieces by their length.
        </Trans>
      </Text>
    </Box>
  );
}

function Wall({ wall }: { wall: Order["thumb"][number] }) {
  const why = wall.shares
    .filter(({ thumb, exact }) => Math.abs(thumb - exact) >= 0.5)
    .map(
      ({ share, thumb, exact }) =>
        `${share} ${exact > thumb ? "+" : "−"}${Math.abs(exact - thumb).toFixed(1)}`,
    );
  return (
    <>
      <tr>
        <td style={{ borderBottomWidth: why.length > 0 ? 0 : undefined }}>
          <Text fontWeight="800" fontSize="17px">
            {wall.wall}
          </Text>
        </td>
        {[wall.studs_thumb, wall.studs_exact, wall.plate_feet_thumb, wall.plate_feet_exact].map(
          (count, column) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the columns are always the same four
            <td className="end" key={column} style={{ borderBottomWidth: why.length > 0 ? 0 : undefined }}>
              <Figure text={String(count)} fontSize="17px" />
            </td>
          ),
        )}
      </tr>
      {why.length > 0 && (
        <tr>
          <td colSpan={5}>
            <Text fontSize="13px" color="faint">
              {why.join(", ")}
            </Text>
          </td>
        </tr>
      )}
    </>
  );
}
