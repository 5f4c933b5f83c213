"""First fit: the longest piece first, each into the first board with room for it. Quick, and seldom far off."""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import accumulate, groupby

from bluff.core.cutting.problem import CutBoard, CuttingPlan, Piece, Problem, Stock
from bluff.core.measure.length import Length


def first_fit(problem: Problem) -> CuttingPlan:
    """The cheapest of a few plans by first fit, each of which prefers boards of another length.

    What is cut from a board decides in the end which is bought: the cheapest that is long enough. Choices are made the
    usual way.

    Raises:
        CuttingError: A piece is longer than any board.
    """
    pieces = sorted(problem.settled().pieces, key=lambda piece: (-piece.length, piece.id))
    prices = _Prices(problem)
    plans = [_filled(problem, pieces, board) for board in problem.stock]
    best = min(plans, key=lambda plan: (sum(prices.least(load.length) for load in plan), len(plan)))
    return CuttingPlan(tuple(bought(problem, load.pieces) for load in best), least_cost(problem))


@dataclass(slots=True)
class _Load:
    """What is cut from a board that is still to be bought, and how long it has to be."""

    pieces: list[Piece]
    length: Length


class _Prices:
    """What the cheapest board costs that is long enough."""

    def __init__(self, problem: Problem) -> None:
        stock = sorted(problem.stock)
        self._lengths = [board.length for board in stock]
        # From the longest down, what the cheapest of those that are as long costs.
        self._least = [*accumulate((board.cost for board in reversed(stock)), min)][::-1]

    def least(self, length: Length) -> int:
        return self._least[bisect_left(self._lengths, length)]


def _filled(problem: Problem, pieces: Sequence[Piece], preferred: Stock) -> list[_Load]:
    """A plan that opens boards of one length, and longer ones only for pieces that need them.

    Board by board instead of piece by piece, which comes to the same: a board gets the longest piece there is, and
    then every next one it still has room for.
    """
    waiting = [[*alike] for _, alike in groupby(reversed(pieces), key=lambda piece: piece.length)]
    sizes = [alike[0].length + problem.kerf for alike in waiting]
    opened: list[_Load] = []
    while waiting:
        length = sizes[-1] - problem.kerf
        board = preferred if preferred.length >= length else problem.cheapest_for(length)
        load, room = _Load([], -problem.kerf), board.length + problem.kerf
        longest = len(sizes) - 1
        while longest >= 0:
            size, alike = sizes[longest], waiting[longest]
            count = min(room // size, len(alike))
            # The last are the first of their length, since all of them lie the other way round.
            load.pieces += reversed(alike[-count:])
            load.length += count * size
            room -= count * size
            del alike[-count:]
            if not alike:
                del waiting[longest], sizes[longest]
            longest = min(bisect_right(sizes, room), longest) - 1
        opened.append(load)
    return opened


def bought(problem: Problem, pieces: Sequence[Piece]) -> CutBoard:
    """The cheapest board some pieces can be cut from, longest first."""
    in_order = tuple(sorted(pieces, key=lambda piece: (-piece.length, piece.id)))
    return CutBoard(problem.cheapest_for(problem.needs(piece.length for piece in in_order)), in_order)


def least_cost(problem: Problem) -> Fraction:
    """A bound at once: each inch of wood and kerf at what an inch of the best board costs."""
    cheapest = min(Fraction(board.cost, board.length + problem.kerf) for board in problem.stock)

    def takes(pieces: Iterable[Piece]) -> Length:
        return sum(piece.length + problem.kerf for piece in pieces)

    return cheapest * (takes(problem.pieces) + sum(min(map(takes, choice.ways)) for choice in problem.choices))
