"""Cutting plans by patterns: which ways of cutting a board are worth having, and how often each is cut.

pattern
    A board and how many pieces of each length are cut from it.
worth
    What the linear program would save by being asked for one piece less of a length.

A linear program chooses among the patterns known so far; what each length is worth to it says which pattern would
make it better, until none does. Then its cost, rounded so that it is safe, is a bound, and an integer program over
the patterns that were found gives a plan.
"""

from bisect import bisect_left
from collections import Counter, defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import reduce
from math import ceil, floor, gcd
from operator import neg, or_
from time import monotonic

import highspy
import numpy as np
from numpy.typing import NDArray

from bluff.core.cutting.problem import CutBoard, CuttingPlan, Piece, Problem
from bluff.solve.first_fit import bought, first_fit
from bluff.solve.knapsack import Knapsack

_FINE = 1 << 20
"""Worths are whole parts of this fraction of a unit of cost, or of a larger one where they would not fit 63 bits."""
_FOR_BOUND = 0.6
"""Of the time there is that goes into finding patterns; the rest chooses among them."""
_FEW = 3000
"""Patterns of a problem that are all taken where there are no more."""
_TRIED = 20 * _FEW
"""Steps after which nobody looks whether there are few."""
_DEEPEST = 300
"""Lengths of a problem whose patterns are looked through one length after another."""
_LARGEST_TABLE = 400_000_000
"""Cells of a knapsack that fit any machine; what needs a larger one is cut by first fit."""

Better = Callable[[CuttingPlan], None]
"""Told of every plan that is better than the one before it."""
Stop = Callable[[], bool]
"""Asked again and again whether the caller has heard enough; quick to answer."""


def never() -> bool:
    """Somebody waits to the end."""
    return False


@dataclass(frozen=True, slots=True)
class _Pattern:
    """How many of each length are cut from a board of the stock, by its index."""

    board: int
    counts: tuple[int, ...]


def by_patterns(
    problem: Problem, seconds: float, better: Better = lambda _: None, is_stopped: Stop = never
) -> CuttingPlan:
    """The best plan that is found in so many seconds, with the best bound.

    Args:
        problem: What is to be cut.
        seconds: How long may be looked.
        better: Told of every better plan as it is found, the first of them at once.
        is_stopped: Ends the search early, with the best plan so far.

    Raises:
        CuttingError: A piece is longer than any board.
    """
    began = monotonic()
    plan = first_fit(problem)
    better(plan)
    if not plan.boards or seconds <= 0:
        return plan
    search = _Search(problem, is_stopped)
    if search.knapsack.cells > _LARGEST_TABLE:
        return plan
    for board in plan.boards:
        search.add(search.pattern_of(board))
    bound = max(plan.bound, search.improve(began + seconds * _FOR_BOUND))
    plan = CuttingPlan(plan.boards, bound)
    # Those that the linear program has no use for may still be what whole boards need.
    every = search.every()
    for pattern in every or search.of_the_rest():
        search.add(pattern)
    best = plan

    def met(boards: tuple[CutBoard, ...], chosen: tuple[int, ...]) -> None:
        nonlocal best
        if sum(board.stock.cost for board in boards) < best.cost:
            best = CuttingPlan(boards, bound, chosen)
            better(best)

    is_best = search.choose(began + seconds, met)
    # Nothing is left to try where every pattern there is was chosen from.
    return replace(best, bound=Fraction(best.cost)) if every and is_best else best


class _Search:
    """The patterns found so far, and the programs that choose among them."""

    def __init__(self, problem: Problem, is_stopped: Stop) -> None:
        self.problem = problem
        self.is_stopped = is_stopped
        fixed = Counter(piece.length for piece in problem.pieces)
        ways = [[Counter(piece.length for piece in way) for way in choice.ways] for choice in problem.choices]
        # A length is asked for as often as those ways ask that ask for most of it.
        needed = sum((reduce(or_, choice) for choice in ways), fixed)
        self.lengths = sorted(needed, reverse=True)
        self.needed = [needed[length] for length in self.lengths]
        self.fixed = [fixed[length] for length in self.lengths]
        self.ways = [[[way[length] for length in self.lengths] for way in choice] for choice in ways]
        # A kerf goes with every piece, and every board is a kerf longer for its last one.
        sizes = [length + problem.kerf for length in self.lengths]
        rooms = [board.length + problem.kerf for board in problem.stock]
        unit = reduce(gcd, [*sizes, *rooms])
        self.rooms = [room // unit for room in rooms]
        self.knapsack = Knapsack([size // unit for size in sizes], self.needed, max(self.rooms))
        self.step = reduce(gcd, [board.cost for board in problem.stock])
        """Plans cost whole boards, so that none lies between two multiples of this."""
        dearest = max(board.cost for board in problem.stock)
        self.fine = max(min(_FINE, (1 << 62) // max(dearest * max(self.rooms), 1)), 1)
        # In the order they were found, which is that of the program's columns.
        self.patterns: dict[_Pattern, None] = {}
        self.index = {length: index for index, length in enumerate(self.lengths)}
        self.program = _program(self.fixed, self.ways, self.step)
        self.before = self.program.getNumCol()
        """Columns of the program that are ways, before those that are patterns."""

    def pattern_of(self, board: CutBoard) -> _Pattern:
        """The pattern a board is cut by."""
        counts = [0] * len(self.lengths)
        for piece in board.pieces:
            counts[self.index[piece.length]] += 1
        return _Pattern(self.problem.stock.index(board.stock), tuple(counts))

    def add(self, pattern: _Pattern) -> bool:
        """Take a pattern among those that are known; whether it is new."""
        if pattern in self.patterns:
            return False
        self.patterns[pattern] = None
        rows = [index for index, count in enumerate(pattern.counts) if count]
        self.program.addCol(
            float(self.problem.stock[pattern.board].cost),
            0.0,
            highspy.kHighsInf,
            len(rows),
            np.array(rows, dtype=np.int32),
            np.array([pattern.counts[row] for row in rows], dtype=np.float64),
        )
        return True

    def improve(self, until: float) -> Fraction:
        """Find patterns until none makes the linear program better, or time is up; the best bound met on the way."""
        bound = Fraction(0)
        while True:
            self.program.run()
            duals = self.program.getSolution().row_dual[: len(self.lengths)]
            worths = [max(int(dual * self.fine), 0) for dual in duals]
            values = self.knapsack.value(worths)
            bound = max(bound, self._bound(worths, values))
            found = [
                self.add(_Pattern(board, self.knapsack.pattern(room)))
                for board, room in enumerate(self.rooms)
                if int(values[room]) > self.problem.stock[board].cost * self.fine
            ]
            if not any(found) or monotonic() >= until or self.is_stopped():
                return bound

    def every(self) -> list[_Pattern]:
        """Every pattern that leaves no room for one piece more; nothing where there are too many."""
        found: list[_Pattern] = []
        sizes = self.knapsack.sizes
        tried = 0

        def fill(board: int, counts: tuple[int, ...], left: int) -> bool:
            """Go on with the next length; whether there may still be few."""
            nonlocal tried
            tried += 1
            index = len(counts)
            if left < sizes[-1]:
                # Nothing more goes on this board, since no length is shorter.
                counts += (0,) * (len(sizes) - index)
                index = len(sizes)
            if index == len(sizes):
                # Longer pieces have no room whatever is asked for.
                fitting = range(bisect_left(sizes, -left, key=neg), len(sizes))
                is_full = all(counts[size] >= self.needed[size] for size in fitting)
                if is_full and any(counts):
                    found.append(_Pattern(board, counts))
                return len(found) <= _FEW
            most = min(left // sizes[index], self.needed[index])
            return tried <= _TRIED and all(
                fill(board, (*counts, count), left - count * sizes[index]) for count in range(most, -1, -1)
            )

        are_few = len(sizes) <= _DEEPEST and all(fill(board, (), room) for board, room in enumerate(self.rooms))
        return found if are_few else []

    def of_the_rest(self) -> list[_Pattern]:
        """Patterns of a plan for what is left once the linear program's are cut as often as whole times go into it."""
        self.program.run()
        values = self.program.getSolution().col_value
        times = [floor(value + 1e-6) for value in values[self.before :]]
        cut = [
            sum(count * pattern.counts[index] for count, pattern in zip(times, self.patterns, strict=True))
            for index in range(len(self.lengths))
        ]
        rest: list[Piece] = []
        pieces = self.problem.settled(self._chosen(values)).pieces
        for index, length in enumerate(self.lengths):
            alike = [piece for piece in pieces if piece.length == length]
            rest += alike[min(cut[index], len(alike)) :]
        plan = first_fit(Problem(tuple(rest), self.problem.stock, self.problem.kerf))
        return [self.pattern_of(board) for board in plan.boards]

    def _bound(self, worths: Sequence[int], values: NDArray[np.int64]) -> Fraction:
        """A bound by what the lengths are worth, made so little that no pattern is worth more than its board.

        Where one is worth more, all are made less by as much: then every plan costs at least what its pieces are
        worth. In whole numbers, so that no rounding makes it more.
        """
        whole = _worth(self.fixed, worths) + sum(min(_worth(way, worths) for way in choice) for choice in self.ways)
        # What a board is worth against what it costs; a board that costs nothing makes every bound nothing.
        over = Fraction(1)
        for room, board in zip(self.rooms, self.problem.stock, strict=True):
            worth = int(values[room])
            if worth and not board.cost:
                return Fraction(0)
            if worth:
                over = max(over, Fraction(worth, board.cost * self.fine))
        bound = Fraction(whole, self.fine) / over
        return Fraction(ceil(bound / self.step) * self.step) if self.step else bound

    def choose(self, until: float, met: Callable[[tuple[CutBoard, ...], tuple[int, ...]], None]) -> bool:
        """How often each pattern is cut, as an integer program finds it in time.

        Args:
            until: When time is up.
            met: Told the boards of every better choice and the ways it takes, the last of them the best.

        Returns:
            Whether no choice among the patterns costs less than the last.
        """
        left = until - monotonic()
        if left <= 0 or self.is_stopped():
            return False
        every = np.arange(self.before + len(self.patterns), dtype=np.int32)
        whole = np.array([highspy.HighsVarType.kInteger] * len(every))
        self.program.changeColsIntegrality(len(every), every, whole)
        self.program.setOptionValue("time_limit", float(self.program.getRunTime() + left))
        # Plans cost multiples of a step: one that is less than a step over the least is the least.
        self.program.setOptionValue("mip_rel_gap", 0.0)
        self.program.setOptionValue("mip_abs_gap", 0.99 * self.step)
        self.program.cbMipInterrupt.subscribe(lambda event: event.interrupt(self.is_stopped()))
        self.program.cbMipImprovingSolution.subscribe(lambda event: met(*self._boards(event.data_out.mip_solution)))
        self.program.run()
        if self.program.getInfo().primal_solution_status != highspy.SolutionStatus.kSolutionStatusFeasible:
            return False
        met(*self._boards(self.program.getSolution().col_value))
        return bool(self.program.getModelStatus() == highspy.HighsModelStatus.kOptimal)

    def _chosen(self, values: Sequence[float]) -> tuple[int, ...]:
        """The way of each choice that a solution takes, or takes most of."""
        chosen, at = [], 0
        for choice in self.ways:
            taken = [*values[at : at + len(choice)]]
            chosen.append(taken.index(max(taken)))
            at += len(choice)
        return tuple(chosen)

    def _boards(self, values: Sequence[float]) -> tuple[tuple[CutBoard, ...], tuple[int, ...]]:
        """The boards of a plan, and the ways it takes.

        Pieces are given out to its patterns; of lengths cut too often the last are left off.
        """
        chosen = self._chosen(values)
        waiting: dict[int, list[Piece]] = defaultdict(list)
        for piece in sorted(self.problem.settled(chosen).pieces, key=lambda piece: piece.id, reverse=True):
            waiting[self.index[piece.length]].append(piece)
        boards = []
        for pattern, count in zip(self.patterns, values[self.before :], strict=True):
            indexes = [index for index, times in enumerate(pattern.counts) for _ in range(times)]
            for _ in range(round(count)):
                cut = [waiting[index].pop() for index in indexes if waiting[index]]
                # A pattern that is cut more often than there is anything to cut by it.
                if not cut:
                    break
                boards.append(bought(self.problem, cut))
        return tuple(boards), chosen


def _worth(counts: Sequence[int], worths: Sequence[int]) -> int:
    return sum(worth * count for worth, count in zip(worths, counts, strict=True))


def _program(fixed: Sequence[int], ways: Sequence[Sequence[Sequence[int]]], step: int) -> highspy.Highs:
    """A linear program with a row for each length: as many as are asked for, or more. Then one for each choice.

    Args:
        fixed: How many of each length are asked for besides the choices.
        ways: How many of each length each way of each choice asks for; of ways as good the usual one is taken, since
            another counts for a little, all of them together for less than plans differ by.
        step: What plans differ by.
    """
    program = highspy.Highs()
    for option, value in (("output_flag", False), ("threads", 1), ("random_seed", 1)):
        program.setOptionValue(option, value)
    nothing = np.array([], dtype=np.int32), np.array([], dtype=np.float64)
    for count in fixed:
        program.addRow(float(count), highspy.kHighsInf, 0, *nothing)
    for _ in ways:
        program.addRow(1.0, 1.0, 0, *nothing)
    little = 0.005 * step / max(len(ways), 1)
    for choice, listed in enumerate(ways):
        for place, way in enumerate(listed):
            rows = [index for index, count in enumerate(way) if count]
            program.addCol(
                little if place else 0.0,
                0.0,
                1.0,
                len(rows) + 1,
                np.array([*rows, len(fixed) + choice], dtype=np.int32),
                np.array([*(-way[row] for row in rows), 1.0], dtype=np.float64),
            )
    return program
