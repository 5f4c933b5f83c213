"""A whole job's boards: what is left of them once its walls changed, and the rest planned again.

Pieces go where wood lies about first: into what is left of boards that were begun, into pieces that serve nothing any
more, into boards on the site. Only for the others boards are bought, as few or as cheap as can be.
"""

from bisect import bisect_left, insort
from collections import Counter
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import count
from time import monotonic
from typing import TypeAlias

from bluff.core.cutting.board import JobBoard, Source
from bluff.core.cutting.carry import Carried, spares_by_section
from bluff.core.cutting.demand import Demand
from bluff.core.cutting.pairs import cuts_of, paired
from bluff.core.cutting.problem import CuttingPlan, Piece
from bluff.core.job.stock import OnSite, Section
from bluff.core.measure.length import Length
from bluff.solve.first_fit import first_fit
from bluff.solve.knapsack import Knapsack
from bluff.solve.patterns import Stop, by_patterns, never


@dataclass(frozen=True, slots=True)
class Planned:
    """A job's boards.

    Args:
        boards: All of them, by number.
        cost: What those that are bought for what was left count for.
        bound: What no plan for it counts for less than.
    """

    boards: tuple[JobBoard, ...]
    cost: int
    bound: Fraction


def plan_boards(
    carried: Carried,
    demands: Sequence[Demand],
    on_site: Sequence[OnSite],
    seconds: float,
    better: Callable[[Planned], None] = lambda _: None,
    is_stopped: Stop = never,
) -> Planned:
    """The boards of a job: those that stay, and the best that are found for what is left.

    Args:
        carried: What stays, and what is left.
        demands: What the walls ask for.
        on_site: Boards that are there before any is bought.
        seconds: How long may be looked, over all sections.
        better: Told of every better plan as it is found, the first of them at once.
        is_stopped: Ends the search early, with the best plan so far.
    """
    used = {board.number for board in carried.kept}
    problems, placed = _where_wood_lies(carried, demands, on_site, used)
    problems = [paired(one) for one in problems]
    found = _together(placed, {}, problems, used)

    def told(plans: Plans) -> None:
        nonlocal found
        found = _together(placed, plans, problems, used)
        better(found)

    cut_sections(problems, seconds, told, is_stopped)
    return found


def left_to_buy(carried: Carried, demands: Iterable[Demand], on_site: Iterable[OnSite]) -> list[Demand]:
    """What is to be cut from boards that are still to be bought, once wood that lies about is used.

    Args:
        carried, demands, on_site: As for `plan_boards`.
    """
    return _where_wood_lies(carried, demands, on_site, set())[0]


Plans: TypeAlias = Mapping[Section, CuttingPlan]


def cut_sections(
    demands: Sequence[Demand], seconds: float, better: Callable[[Plans], None], is_stopped: Stop = never
) -> dict[Section, CuttingPlan]:
    """A cutting plan for every section.

    Args:
        demands: What is asked of each.
        seconds: How long may be looked, over all of them.
        better: Told of the plans whenever one of them is better, the first of them at once.
        is_stopped: Ends the search early, with the best plans so far.

    Raises:
        CuttingError: A piece is longer than any board.
    """
    plans = {one.section: first_fit(one.problem) for one in demands}
    better(plans)
    if seconds <= 0:
        return plans
    until = monotonic() + seconds
    # Small sections first: what they leave of their time is for the large ones, which need it.
    waiting = sorted(demands, key=lambda one: one.problem.size)
    for place, one in enumerate(waiting):
        rest = max(sum(other.problem.size for other in waiting[place:]), 1)
        share = max(until - monotonic(), 0) * one.problem.size / rest

        def met(plan: CuttingPlan, section: Section = one.section) -> None:
            before = plans[section]
            boards = plan.boards if plan.cost < before.cost else before.boards
            after = CuttingPlan(boards, max(before.bound, plan.bound))
            if (after.cost, after.bound) != (before.cost, before.bound):
                plans[section] = after
                better(plans)

        met(by_patterns(one.problem, share, met, is_stopped))
    return plans


def _where_wood_lies(
    carried: Carried, demands: Iterable[Demand], on_site: Iterable[OnSite], used: set[int]
) -> tuple[list[Demand], list[JobBoard]]:
    """What is still to be bought for, and the boards that are there with what is cut from them."""
    numbers = (number for number in count(1) if number not in used)
    there = Counter({(one.section, one.length): one.count for one in on_site})
    there.subtract((board.section, board.length) for board in carried.kept if board.source is Source.ON_SITE)
    spares = spares_by_section(carried.spares)
    rest, placed = [], []
    for one in demands:
        waiting = [*carried.left.get(one.section, ())]
        kerf = one.problem.kerf
        kept = [board for board in carried.kept if board.section == one.section]
        if waiting:
            drops = [board for board in kept if not board.is_locked]
            offcuts = [
                JobBoard(0, one.section, spare.length, (), Source.OFFCUT, spare.tick)
                for spare in spares.get(one.section, ())
            ]
            filled, waiting = _into_drops([*drops, *offcuts], waiting, one, kerf)
            kept = [board for board in kept if board.is_locked] + [board for board in filled if board.cuts]
            kept += _from_site(one, waiting, there, kerf)
        placed += [board if board.number else replace(board, number=next(numbers)) for board in kept]
        rest.append(replace(one, problem=replace(one.problem, pieces=tuple(waiting))))
    sections = {one.section for one in demands}
    placed += [board for board in carried.kept if board.section not in sections]
    return rest, placed


def _into_drops(
    boards: Sequence[JobBoard], pieces: Iterable[Piece], demands: Demand, kerf: Length
) -> tuple[list[JobBoard], list[Piece]]:
    """Put pieces into what is left of boards, long ones first, each where it leaves least; what fits nowhere waits."""
    if not boards:
        return [], [*pieces]
    filled = [*boards]
    rooms = sorted((board.room(kerf), place) for place, board in enumerate(filled))
    waiting = []
    for piece in sorted(pieces, key=lambda piece: (-piece.length, piece.id)):
        tightest = bisect_left(rooms, (piece.length, -1))
        # A cut is known by its board and its name, so that no board has two of one name.
        found = next((at for at in range(tightest, len(rooms)) if not _has(filled[rooms[at][1]], piece)), None)
        if found is None:
            waiting.append(piece)
            continue
        room, place = rooms.pop(found)
        filled[place] = replace(filled[place], cuts=(*filled[place].cuts, *cuts_of(piece, demands)))
        insort(rooms, (room - piece.length - kerf, place))
    return filled, waiting


def _has(board: JobBoard, piece: Piece) -> bool:
    return any(cut.name == piece.id for cut in board.cuts)


def _from_site(
    demands: Demand, waiting: list[Piece], there: Counter[tuple[Section, Length]], kerf: Length
) -> list[JobBoard]:
    """Boards on the site, each cut so that least is left of it; what is cut waits no more."""
    boards = []
    for length in sorted((length for section, length in there if section == demands.section), reverse=True):
        for _ in range(there[demands.section, length]):
            chosen = _fullest(waiting, length, kerf)
            if not chosen:
                break
            for piece in chosen:
                waiting.remove(piece)
            cuts = tuple(cut for piece in chosen for cut in cuts_of(piece, demands))
            boards.append(JobBoard(0, demands.section, length, cuts, Source.ON_SITE))
    return boards


def _fullest(pieces: Sequence[Piece], length: Length, kerf: Length) -> list[Piece]:
    """The pieces that leave least of a board, longest first."""
    lengths = sorted({piece.length for piece in pieces if piece.length <= length}, reverse=True)
    if not lengths:
        return []
    counts = Counter(piece.length for piece in pieces)
    sizes = [one + kerf for one in lengths]
    knapsack = Knapsack(sizes, [counts[one] for one in lengths], length + kerf)
    knapsack.value(sizes)
    chosen = []
    for one, times in zip(lengths, knapsack.pattern(length + kerf), strict=True):
        alike = sorted(piece for piece in pieces if piece.length == one)
        chosen += alike[:times]
    return chosen


def _together(placed: Iterable[JobBoard], plans: Plans, problems: Iterable[Demand], used: set[int]) -> Planned:
    """Boards that are there and boards that are bought, numbered; those cut alike stand together, long before short."""
    boards = [*placed]
    taken = used | {board.number for board in boards}
    numbers = (number for number in count(1) if number not in taken)
    for one in problems:
        if (plan := plans.get(one.section)) is None:
            continue
        for board in sorted(plan.boards, key=lambda board: [(-piece.length, piece.id) for piece in board.pieces]):
            cuts = tuple(cut for piece in board.pieces for cut in cuts_of(piece, one))
            boards.append(JobBoard(next(numbers), one.section, board.stock.length, cuts))
    return Planned(
        boards=tuple(sorted(boards, key=lambda board: board.number)),
        cost=sum(plan.cost for plan in plans.values()),
        bound=sum((plan.bound for plan in plans.values()), Fraction(0)),
    )
