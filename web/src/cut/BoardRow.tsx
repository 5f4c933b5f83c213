import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Check, Lock, LockOpen } from "lucide-react";
import { memo } from "react";
import type { Board, BoardCut } from "../api/client";
import { Changes } from "../app/Changes";
import { color } from "../app/colors";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { dateTime } from "../language/when";
import type { CuttingChange } from "./useCutting";

const Piece = chakra("button", {
  base: {
    position: "absolute",
    insetBlock: 0,
    display: "flex",
    flexDirection: "column",
    justifyContent: "center",
    alignItems: "center",
    overflow: "hidden",
    containerType: "inline-size",
    bg: "pine",
    color: "ink",
    borderInlineWidth: "1px",
    borderColor: "pineEdge",
    lineHeight: "1.05",
    cursor: "pointer",
    _hover: { bg: "chalkWash" },
    _focusVisible: { outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px", zIndex: 1 },
    // What a piece is too short for is left out; it is read out whole, and stands in its title.
    "& .name, & .letter": { display: "none", fontSize: "12px", whiteSpace: "nowrap" },
    "& .name": { maxWidth: "100%", overflow: "hidden", textOverflow: "ellipsis" },
    "& .figure": { display: "none", fontSize: "17px", fontWeight: 700 },
  },
});

const IN_PIECES = {
  "& .letter": { "@container (min-width: 46px) and (max-width: 139px)": { display: "block" } },
  // Only drawn: screen readers read the whole name.
  "& .letter::before": { content: "attr(data-letter)" },
  "& .name": { "@container (min-width: 140px)": { display: "block" } },
  "& .figure": { "@container (min-width: 46px)": { display: "block" } },
};

/** Of the longest board in view: what is shorter has its figure below the board. */
const NARROW = 0.068;

const TREATED = `repeating-linear-gradient(45deg, ${color("treated")} 0 5px, transparent 5px 8px)`;
const DROP = `repeating-linear-gradient(-45deg, ${color("rule")} 0 1px, transparent 1px 7px)`;

/** A board drawn as it lies on the saw: its pieces in the order they come off it, and what is left. */
export const BoardRow = memo(function BoardRow({
  board,
  longest,
  isTreated,
  act,
}: {
  board: Board;
  /** Inches of the longest board in view, which is as wide as there is room. */
  longest: number;
  isTreated: boolean;
  act: CuttingChange;
}) {
  const isCut = board.cuts.every(({ cut }) => cut !== null);
  const left = board.cuts.filter(({ cut, wall }) => cut === null && wall !== null);
  const end = board.cuts.reduce((_, cut) => cut.at + cut.takes, 0);
  return (
    <Flex
      as="li"
      data-board={board.number}
      align="stretch"
      gap="2"
      px="4"
      py="1"
      wrap={{ base: "wrap", md: "nowrap" }}
      opacity={isCut ? 0.72 : 1}
      css={{ contentVisibility: "auto", containIntrinsicSize: "auto 44px" }}
    >
      <Button
        size="lg"
        h="40px"
        minW="66px"
        px="1"
        justifyContent="start"
        variant={isCut ? "solid" : "outline"}
        aria-pressed={isCut}
        aria-label={
          isCut ? t`Board ${board.number}, all cut` : t`Board ${board.number}, ${left.length} to cut`
        }
        title={isCut ? t`All cut. Press to undo.` : t`Press when all of it is cut`}
        onClick={() =>
          act.tick(
            (isCut ? board.cuts : left).map(({ name }) => ({ board: board.number, name })),
            !isCut,
          )
        }
      >
        <Check style={{ opacity: isCut ? 1 : 0.25 }} />
        <Figure text={String(board.number)} fontSize="18px" fontWeight="700" />
      </Button>
      <Flex direction="column" w="76px" h="40px" flexShrink="0" justify="center" lineHeight="1.05">
        <Figure text={board.name} fontSize="20px" fontWeight="700" />
        <Text fontSize="12px" color={board.new ? "crayon" : "faint"} whiteSpace="nowrap">
          {about(board)}
        </Text>
      </Flex>
      <Box flex={{ base: "1 1 100%", md: "1" }} order={{ base: 1, md: 0 }} minW="0">
        <Box
          position="relative"
          h="40px"
          w={`${(100 * board.length.inches) / longest}%`}
          borderWidth="1px"
          borderColor="pineEdge"
          css={{ ...IN_PIECES, background: DROP }}
        >
          {board.cuts.map((cut) => (
            <PieceOnBoard key={cut.name} cut={cut} board={board} isTreated={isTreated} act={act} />
          ))}
          {board.drop.inches > 0 && (
            <Flex
              position="absolute"
              insetBlock="0"
              insetEnd="0"
              w={`${(100 * Math.max(board.length.inches - end, 0)) / board.length.inches}%`}
              align="center"
              justify="center"
              color={board.kept ? "ink" : "faint"}
              title={board.kept ? t`${board.drop.text} left, kept` : t`${board.drop.text} left`}
              css={{ containerType: "inline-size" }}
            >
              <Box className="figure" display="none" bg="bench" px="1" lineHeight="1.2">
                <Figure text={board.drop.text} fontSize="14px" fontWeight={board.kept ? 700 : 400} />
              </Box>
            </Flex>
          )}
        </Box>
        <ShortOnes board={board} longest={longest} />
      </Box>
      <Changes>
        <Button
          variant="plain"
          h="40px"
          minW="32px"
          color={board.locked ? "chalk" : "faint"}
          aria-pressed={board.locked}
          aria-label={t`Lock board ${board.number}`}
          title={board.locked ? t`Locked` : t`Lock it`}
          onClick={() => act.lock(board.number, !board.locked)}
        >
          {board.locked ? <Lock /> : <LockOpen />}
        </Button>
      </Changes>
    </Flex>
  );
});

/** Pieces too short for their figures to stand on them, in the order they come off the board. */
function ShortOnes({ board, longest }: { board: Board; longest: number }) {
  const short = board.cuts.filter(({ length }) => length.inches < longest * NARROW);
  if (short.length === 0) return null;
  return (
    <Flex
      aria-hidden
      gap="3"
      justify="end"
      fontSize="14px"
      lineHeight="1.3"
      w={`${(100 * board.length.inches) / longest}%`}
    >
      {short.map(({ name, wall, length, cut }) => (
        <Text key={name} as="span" whiteSpace="nowrap" color={cut ? "faint" : "ink"}>
          {wall} <Figure text={length.text} fontWeight="700" />
        </Text>
      ))}
    </Flex>
  );
}

function about({ source, of, straight, new: isNew }: Board): string {
  if (source === "offcut") return t`from ${of ?? ""}`;
  const what = [
    source === "on-site" ? t`on site` : null,
    isNew ? t`re-planned` : null,
    straight ? t`straight` : null,
  ];
  return what.filter((one) => one !== null)[0] ?? "";
}

function PieceOnBoard({
  cut,
  board,
  isTreated,
  act,
}: {
  cut: BoardCut;
  board: Board;
  isTreated: boolean;
  act: CuttingChange;
}) {
  const words = useWords();
  const name = cut.role === null ? t`spare` : words.piece(cut.role);
  const where = cut.wall === null ? name : `${cut.wall} ${name}`;
  // What is to be seen comes first, in the same words.
  const inWords = [
    `${where}${cut.bevel === null ? "" : ` ${cut.bevel}°`} ${cut.length.text}`,
    cut.opening && t`of ${cut.opening}`,
    cut.short && t`short ${cut.short.text}`,
    cut.turned && t`turned end for end, bevel to bevel with the piece before it`,
    cut.wall === null ? t`cut for ${cut.name}` : cut.cut_as && t`cut for ${cut.cut_as}`,
    cut.cut && t`cut by ${cut.cut.by}, ${dateTime(cut.cut.at)}`,
  ]
    .filter(Boolean)
    .join(", ");
  return (
    <Piece
      type="button"
      aria-pressed={cut.cut !== null}
      aria-label={inWords}
      title={inWords}
      style={{
        left: `${(100 * cut.at) / board.length.inches}%`,
        width: `${(100 * cut.takes) / board.length.inches}%`,
        ...(cut.wall === null
          ? { background: color("crayonWash") }
          : cut.cut
            ? { background: color("chalkWash") }
            : isTreated
              ? { backgroundImage: TREATED }
              : {}),
      }}
      onClick={() => act.tick([{ board: board.number, name: cut.name }], cut.cut === null)}
    >
      {cut.wall !== null && <span className="letter" data-letter={`${cut.wall} ${cut.letter ?? ""}`} />}
      <span className="name">
        {cut.cut && <span aria-hidden>✓ </span>}
        {where}
        {cut.bevel !== null && ` ${cut.bevel}°`}
        {cut.turned && <> {t`turned`}</>}
      </span>{" "}
      <Figure className="figure" text={cut.length.text} />
    </Piece>
  );
}
