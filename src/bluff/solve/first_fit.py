"""First fit: the longest piece first, each into the first board with room for it. Quick, and seldom far off."""

from collections.abc import Sequence
from fractions import Fraction

import numpy as np

from bluff.core.cutting.problem import CutBoard, CuttingPlan, Piece, Problem, Stock


def first_fit(problem: Problem) -> CuttingPlan:
    """The cheapest of a few plans by first fit, each of which prefers boards of another length.

    What is cut from a board decides in the end which is bought: the cheapest that is long enough.

    Raises:
        CuttingError: A piece is longer than any board.
    """
    pieces = sorted(problem.pieces, key=lambda piece: (-piece.length, piece.id))
    plans = [_filled(problem, pieces, board) for board in problem.stock]
    boards = min(plans, key=lambda boards: (sum(board.stock.cost for board in boards), len(boards)))
    return CuttingPlan(boards, least_cost(problem))


def _filled(problem: Problem, pieces: Sequence[Piece], preferred: Stock) -> tuple[CutBoard, ...]:
    """A plan that opens boards of one length, and longer ones only for pieces that need them."""
    opened: list[list[Piece]] = []
    # Of every board there could be; those not opened yet have no room for anything.
    room = np.full(len(pieces) + 1, -1, dtype=np.int64)
    for piece in pieces:
        size = piece.length + problem.kerf
        place = int(np.argmax(room[: len(opened) + 1] >= size))
        if room[place] < size:
            board = preferred if preferred.length >= piece.length else problem.cheapest_for(piece.length)
            place = len(opened)
            opened.append([])
            room[place] = board.length + problem.kerf
        opened[place].append(piece)
        room[place] -= size
    return tuple(bought(problem, cut) for cut in opened)


def bought(problem: Problem, pieces: Sequence[Piece]) -> CutBoard:
    """The cheapest board some pieces can be cut from, longest first."""
    in_order = tuple(sorted(pieces, key=lambda piece: (-piece.length, piece.id)))
    return CutBoard(problem.cheapest_for(problem.needs(piece.length for piece in in_order)), in_order)


def least_cost(problem: Problem) -> Fraction:
    """A bound at once: each inch of wood and kerf at what an inch of the best board costs."""
    cheapest = min(Fraction(board.cost, board.length + problem.kerf) for board in problem.stock)
    return cheapest * sum(piece.length + problem.kerf for piece in problem.pieces)
