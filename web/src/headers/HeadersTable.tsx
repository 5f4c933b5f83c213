import { chakra, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { HeaderLine } from "../api/client";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { UseBar } from "./UseBar";

const Table = chakra("table", {
  base: {
    w: "full",
    borderCollapse: "collapse",
    "& th, & td": { px: "3", py: "1", textAlign: "start", borderBottomWidth: "1px", verticalAlign: "middle" },
    "& th": { fontSize: "12px", color: "faint", fontWeight: 600, whiteSpace: "nowrap" },
    "& .end": { textAlign: "end" },
    "& .wide": { display: { base: "none", md: "table-cell" } },
    "& tr[aria-selected=true]": { bg: "chalkWash" },
    "& tbody tr": { cursor: "pointer" },
  },
});

const Pick = chakra("button", {
  base: {
    fontWeight: 700,
    textAlign: "start",
    minH: { base: "44px", md: "32px" },
    cursor: "pointer",
    _focusVisible: { outline: "2px solid", outlineColor: "chalk" },
  },
});

/** Every header of the job with how much of it is used, those used most first. */
export function HeadersTable({
  lines,
  chosen,
  onChoose,
}: {
  lines: readonly HeaderLine[];
  chosen: HeaderLine | undefined;
  onChoose: (mark: string) => void;
}) {
  const { piece } = useWords();
  return (
    <Table aria-label={t`Headers`}>
      <thead>
        <tr>
          <th scope="col">{t`Openings`}</th>
          <th scope="col" className="end wide">{t`RO`}</th>
          <th scope="col">{piece("Header")}</th>
          <th scope="col" className="end wide">{t`Load per foot`}</th>
          <th scope="col" className="wide">{t`Governs`}</th>
          <th scope="col">{t`Share of allowable`}</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => {
          const [mark = ""] = line.marks;
          return (
            <tr key={mark} aria-selected={line === chosen} onClick={() => onChoose(mark)}>
              <td>
                <Pick onClick={() => onChoose(mark)}>{line.marks.join(", ")}</Pick>
              </td>
              <td className="end wide">
                <Figure text={line.rough_width.text} fontSize="17px" />
              </td>
              <td>{line.header}</td>
              <Used line={line} />
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}

function Used({ line: { check, missing } }: { line: HeaderLine }) {
  const governs = check?.uses[0];
  if (!check || !governs)
    return (
      <td colSpan={3}>
        <Text color="warn" fontSize="14px">
          {missing?.says}
        </Text>
      </td>
    );
  return (
    <>
      <td className="end wide">
        <Figure text={check.per_foot} fontSize="17px" />
      </td>
      <td className="wide">{governs.name}</td>
      <td>
        <UseBar percent={governs.percent} isOver={governs.is_over} />
      </td>
    </>
  );
}
