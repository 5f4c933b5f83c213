import { chakra } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Figure } from "./Figure";

/** A list of pieces or boards in a side panel: counts and lengths first, large and to the right. */
export const ListTable = chakra("table", {
  base: {
    w: "full",
    borderCollapse: "collapse",
    "& th, & td": {
      px: "2",
      py: "0.5",
      textAlign: "start",
      verticalAlign: "baseline",
      borderBottomWidth: "1px",
    },
    "& th": { fontSize: "12px", color: "faint", fontWeight: 600, whiteSpace: "nowrap" },
    "& .end": { textAlign: "end" },
    "& tr > :first-of-type": { ps: "4" },
    "& tr > :last-of-type": { pe: "4" },
  },
});

/** How the upper end of a piece is cut, after a comma; nothing where it is square. */
export function BevelSaid({ bevel, short }: { bevel: number | null; short: { text: string } | null }) {
  return (
    <>
      {bevel !== null && <>, {t`${bevel}° bevel`}</>}
      {short && (
        <>
          ,{" "}
          <Trans>
            short <Figure text={short.text} />
          </Trans>
        </>
      )}
    </>
  );
}
