"""A cutting problem: pieces of one section, the boards they may be cut from, and a plan that cuts them.

board
    A length that is bought, at a cost.
kerf
    What the saw turns into dust at every cut. Between two pieces there is one; the last piece of a board has one
    behind it unless the board ends there.
drop
    What is left of a board after its last cut.
bound
    A cost no plan can go below, proved.

Lengths are whole 64ths, costs whole numbers of whatever they are counted in, so that everything here is exact.
"""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import NamedTuple

from bluff.core.errors import CuttingError
from bluff.core.measure.length import Length, format_inches
from bluff.core.message import message


class Stock(NamedTuple):
    """A board that is bought: how long it is, and what it costs."""

    length: Length
    cost: int


class Piece(NamedTuple):
    """What is to be cut: a name that tells it from the others, and what it takes of a board, point to point."""

    id: str
    length: Length


class Choice(NamedTuple):
    """Pieces that are cut in one of several ways: a plate, which may break here or there. The first is the usual."""

    ways: tuple[tuple[Piece, ...], ...]


class CutBoard(NamedTuple):
    """A board and what is cut from it, in the order of the cuts."""

    stock: Stock
    pieces: tuple[Piece, ...]


@dataclass(frozen=True, slots=True)
class Problem:
    """Pieces of one section.

    Args:
        pieces: All of them.
        stock: Boards there are to buy, as many of each as one likes.
        kerf: Of the saw.
        choices: Other pieces, each to be cut in one of its ways.

    Raises:
        CuttingError: There is no board, or one of no length.
    """

    pieces: tuple[Piece, ...]
    stock: tuple[Stock, ...]
    kerf: Length
    choices: tuple[Choice, ...] = ()

    def __post_init__(self) -> None:
        if not self.stock:
            raise CuttingError(message("There are no boards to cut from. Write at least one length."), "stock")
        if any(board.length <= 0 or board.cost < 0 for board in self.stock):
            raise CuttingError(message("A board is longer than nothing and costs nothing or more."), "stock")
        if self.kerf < 0:
            raise CuttingError(message("A saw takes nothing or more. Write its kerf, like 1/8."), "kerf")
        chosen = (piece for choice in self.choices for way in choice.ways for piece in way)
        if any(piece.length <= 0 for piece in (*self.pieces, *chosen)):
            raise CuttingError(message("A piece is longer than nothing."), "pieces")

    def settled(self, chosen: Sequence[int] | None = None) -> "Problem":
        """The same with every choice made.

        Args:
            chosen: Which way of each; the usual ones where none are named.
        """
        ways = chosen or [0] * len(self.choices)
        made = (piece for choice, way in zip(self.choices, ways, strict=True) for piece in choice.ways[way])
        return replace(self, pieces=(*self.pieces, *made), choices=())

    @property
    def size(self) -> int:
        """How many pieces there are, the usual ways chosen."""
        return len(self.pieces) + sum(len(choice.ways[0]) for choice in self.choices)

    @property
    def longest(self) -> Length:
        """Of the boards there are."""
        return max(board.length for board in self.stock)

    def needs(self, lengths: Iterable[Length]) -> Length:
        """What some pieces take up of a board, with the kerfs between them."""
        listed = [*lengths]
        return sum(listed) + self.kerf * (len(listed) - 1) if listed else 0

    def cheapest_for(self, length: Length) -> Stock:
        """The board that costs least of those that are long enough; of two the shorter one.

        Raises:
            CuttingError: No board is.
        """
        fitting = [board for board in self.stock if board.length >= length]
        if not fitting:
            raise CuttingError(
                message(
                    "{length:length} is longer than any board, {longest:length}. Add a longer one, or have the piece "
                    "spliced.",
                    length=length,
                    longest=self.longest,
                ),
                "pieces",
            )
        return min(fitting, key=lambda board: (board.cost, board.length))


@dataclass(frozen=True, slots=True)
class CuttingPlan:
    """How a problem is cut.

    Args:
        boards: Every board with its pieces.
        bound: What no plan can cost less than, whichever ways are chosen.
        chosen: Which way of each choice it cuts; the usual ones where none are named.
    """

    boards: tuple[CutBoard, ...]
    bound: Fraction
    chosen: tuple[int, ...] = ()

    @property
    def cost(self) -> int:
        return sum(board.stock.cost for board in self.boards)

    @property
    def gap(self) -> Fraction:
        """By how much of the bound it costs more at most; nothing where it is the best there is."""
        return (self.cost - self.bound) / self.bound if self.bound else Fraction(0)


def drop_of(board: CutBoard, kerf: Length) -> Length:
    """What is left of a board after its last cut.

    >>> drop_of(CutBoard(Stock(96, 1), (Piece("a", 40), Piece("b", 40))), 2)
    12
    """
    return max(board.stock.length - sum(piece.length + kerf for piece in board.pieces), 0)


def faults_of(problem: Problem, boards: Sequence[CutBoard]) -> list[str]:
    """What is wrong with a plan, in sentences; nothing where it is one.

    This looks at the plan alone and knows nothing of how it was found: every piece is cut once and as long as it is
    asked, every board is one there is, and nothing is cut past its end with a kerf between pieces.

    Args:
        problem: With every choice made.
        boards: Of the plan.
    """
    faults = []
    needed, cut = Counter(problem.pieces), Counter(piece for board in boards for piece in board.pieces)
    faults += [
        f"{piece.id} is cut {cut[piece]} times, not {count}." for piece, count in needed.items() if cut[piece] != count
    ]
    faults += [f"Nobody asked for {piece.id}." for piece in cut if piece not in needed]
    for number, board in enumerate(boards, start=1):
        if board.stock not in problem.stock:
            faults.append(f"Board {number} is none that is there.")
        if not board.pieces:
            faults.append(f"Nothing is cut from board {number}.")
        over = problem.needs(piece.length for piece in board.pieces) - board.stock.length
        if over > 0:
            faults.append(f"Board {number} is cut {format_inches(over)} past its end.")
    return faults
