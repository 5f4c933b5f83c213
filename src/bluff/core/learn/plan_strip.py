"""The plan of an exercise: the wall from above, what it meets, its openings by their units, and their dimensions."""

from collections.abc import Iterator
from dataclasses import dataclass

from bluff.core.job.position import At, Centered, Reference
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half
from bluff.core.plan.meeting import EndMeeting
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Beside:
    """A wall that meets the one that is laid out, as a stretch along its plate; beyond it where it butts into that."""

    wall: str
    start: Length
    end: Length


@dataclass(frozen=True, slots=True)
class Hole:
    """An opening as the plan draws it: as wide as its unit, about where it is. Its edges are for the apprentice."""

    opening: str
    start: Length
    end: Length


@dataclass(frozen=True, slots=True)
class Dimension:
    """What the plan measures: from where to where, and of what."""

    of: str
    start: Length
    end: Length

    @property
    def length(self) -> Length:
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class PlanStrip:
    """The plan of one wall, all of it along its plate as the tape lies."""

    length: Length
    beside: tuple[Beside, ...]
    holes: tuple[Hole, ...]
    dimensions: tuple[Dimension, ...]


def plan_strip(plan: WallPlan) -> PlanStrip:
    """The plan of a wall, read from the end its tape hooks on."""
    return PlanStrip(
        plan.length,
        tuple(Beside(wall, *_read(plan, start, end)) for wall, start, end in _beside(plan)),
        tuple(Hole(one.id, *_read(plan, *_unit(one))) for one in plan.openings),
        tuple(Dimension(of, *_read(plan, start, end)) for of, start, end in _dimensions(plan)),
    )


def _read(plan: WallPlan, start: Length, end: Length) -> tuple[Length, Length]:
    """A stretch of the plate as the tape reads it."""
    if plan.standard.datum.end is End.START:
        return start, end
    return plan.length - end, plan.length - start


def _beside(plan: WallPlan) -> Iterator[tuple[str, Length, Length]]:
    if start := plan.meetings.start:
        yield start.other, -start.beyond, start.thickness - start.beyond
    for crossing in plan.meetings.intersections:
        near = plan.center_of(crossing).value - half(crossing.thickness)
        yield crossing.other, near, near + crossing.thickness
    if end := plan.meetings.end:
        yield end.other, plan.length + end.beyond - end.thickness, plan.length + end.beyond


def _unit(placed: PlacedOpening) -> tuple[Length, Length]:
    width = min(placed.opening.size.width, placed.rough.width.value)
    start = half(placed.start.value + placed.end - width)
    return start, start + width


def _dimensions(plan: WallPlan) -> Iterator[tuple[str, Length, Length]]:
    outside = _outside(plan.meetings.start)
    for crossing in plan.meetings.intersections:
        yield crossing.other, -outside, plan.center_of(crossing).value
    for placed in plan.openings:
        position = placed.opening.position
        if isinstance(position, Centered):
            continue
        at = _reference(placed, position)
        back = position.is_backward
        whence = at + position.distance if back else at - position.distance
        yield placed.id, min(at, whence), max(at, whence)


def _outside(meeting: EndMeeting | None) -> Length:
    return meeting.outside if meeting else 0


def _reference(placed: PlacedOpening, position: At) -> Length:
    """The center, or the edge that is nearest to what it is measured from."""
    if position.reference is Reference.CENTER:
        return half(placed.start.value + placed.end)
    return placed.end if position.is_backward else placed.start.value
