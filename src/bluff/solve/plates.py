"""Breaking plates where they cut best with everything else of the job, instead of where each wall alone would.

Plate by plate from the bottom up, and section by section, every stretch of several boards may break in any of the
ways that are as good for its wall, and the plan that costs least chooses. Where that is no less than the best plan for
the plates as they break, they stay.
"""

from collections.abc import Callable, Collection, Iterator, Sequence
from dataclasses import dataclass, fields, replace
from time import monotonic
from typing import TypeAlias

from bluff.core.cutting.demand import Demand
from bluff.core.cutting.problem import Choice, Piece
from bluff.core.job.job import Wall
from bluff.core.job.special import PlateBreaks
from bluff.core.job.stock import Section
from bluff.core.wall.framing import Framing
from bluff.core.wall.plate_ways import Breakable, breakable, breaks_of
from bluff.solve.patterns import Stop, by_patterns, never

_MOST_WAYS = 60
"""Of one stretch of plate."""


@dataclass(frozen=True, slots=True)
class Laid:
    """A job on its way to the saw.

    Args:
        framings: Its walls.
        demands: What is to be cut from boards that are still to be bought.
    """

    framings: Sequence[Framing]
    demands: Sequence[Demand]


Lay: TypeAlias = Callable[[Sequence[Wall]], Laid]
"""What becomes of a job with walls put in place of its own."""


def better_breaks(lay: Lay, free: Collection[str], seconds: float, is_stopped: Stop = never) -> tuple[Wall, ...]:
    """Walls with plates broken so that all of the job cuts for less; none where nothing does.

    Args:
        lay: The job, asked for every set of walls that is tried.
        free: Walls whose plates may break elsewhere; of those only what is still to be bought for does.
        seconds: How long may be looked.
        is_stopped: Ends the search early.
    """
    if seconds <= 0:
        return ()
    until = monotonic() + seconds
    changed: dict[str, Wall] = {}
    laid = lay(())
    plates = [plate.name for plate in fields(PlateBreaks)]
    for place, plate in enumerate(plates):
        # Boards of one plate are of one section in a wall, so that none of its sections waits for another.
        movable = [*_movable(laid, plate, free)]
        share = max(until - monotonic(), 0) / (len(plates) - place)
        sections = [one for one in laid.demands if any(section == one.section for section, _, _ in movable)]
        for demand in sections:
            if is_stopped():
                break
            stretches = [(framing, one) for section, framing, one in movable if section == demand.section]
            changed |= _moved(demand, stretches, plate, share / len(sections), is_stopped)
        laid = lay([*changed.values()])
    return tuple(changed[mark] for one in laid.framings if (mark := one.plan.id) in changed)


def _movable(laid: Laid, plate: str, free: Collection[str]) -> Iterator[tuple[Section, Framing, Breakable]]:
    """The stretches of a plate that may break elsewhere and are still to be bought for, each with its section."""
    sections = {piece.id: one.section for one in laid.demands for piece in one.problem.pieces}
    for framing in laid.framings:
        if framing.plan.id in free:
            for stretch in breakable(framing, plate, _MOST_WAYS):
                if all(name in sections for name in stretch.pieces):
                    yield sections[stretch.pieces[0]], framing, stretch


def _moved(
    demand: Demand, stretches: Sequence[tuple[Framing, Breakable]], plate: str, seconds: float, is_stopped: Stop
) -> dict[str, Wall]:
    """Walls with some stretches of one plate broken elsewhere, where that cuts for less; by the wall's mark."""
    bound = {name for _, one in stretches for name in one.pieces}
    problem = replace(
        demand.problem,
        pieces=tuple(piece for piece in demand.problem.pieces if piece.id not in bound),
        choices=tuple(_choice(one) for _, one in stretches),
    )
    best = by_patterns(problem, seconds / 2, is_stopped=is_stopped)
    # Looked at for as long, so that no plate breaks elsewhere only because more time went into the plan.
    if not any(best.chosen) or best.cost >= by_patterns(problem.settled(), seconds / 2, is_stopped=is_stopped).cost:
        return {}
    walls: dict[str, Wall] = {}
    for (framing, one), way in zip(stretches, best.chosen, strict=True):
        if way:
            wall = walls.get(framing.plan.id, framing.plan.wall)
            now = wall.breaks.of(plate) if framing.plan.id in walls else breaks_of(framing, plate)
            breaks = {*(now or ())} - {*one.ways[0].breaks} | {*one.ways[way].breaks}
            walls[wall.id] = replace(wall, breaks=wall.breaks.put(plate, sorted(breaks)))
    return walls


def _choice(stretch: Breakable) -> Choice:
    return Choice(tuple(tuple(map(Piece, stretch.pieces, way.lengths)) for way in stretch.ways))
