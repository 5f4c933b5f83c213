"""The stretches of a wall's plates, before they are cut into boards: slope by slope, and from gap to gap.

lap
    Where a second top plate runs past its own wall onto the one it meets. At a corner that of the wall that
    butts runs long, and that of the wall that runs through stops short by as much; at an intersection the
    through wall's has a gap for it.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise

from bluff.core.job.schools import Floor
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Span
from bluff.core.measure.slope import LEVEL, Slopes, Stretch, on_slope
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.plan.meeting import EndMeeting
from bluff.core.wall.member import Role
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.posts import Pocket
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Run:
    """A stretch of plate without gaps.

    Args:
        role, piece: Of its first board.
        start, end: Along the wall.
        y: Its underside, or that of the lowest of its kind where they do not lie level.
        under: The slope its underside lies on, where it lies on one.
        is_treated: Whether it lies on a slab.
    """

    role: Role
    piece: PieceId
    start: Sum
    end: Sum
    y: Sum
    under: Stretch | None = None
    is_treated: bool = False

    @property
    def plate(self) -> str:
        """Which plate it is of, as decided breaks name it."""
        is_second = self.role is Role.BOTTOM_PLATE and self.piece.number > 1
        return f"second_{self.role}" if is_second else self.role

    @property
    def span(self) -> Span:
        return Span(self.start.value, self.end.value)

    @property
    def pitch(self) -> Fraction:
        return self.under.pitch if self.under else LEVEL

    def length(self, start: Length, end: Length) -> Length:
        """From one place to another along the plate itself."""
        return on_slope(end - start, self.pitch)

    def lengths(self, breaks: Sequence[Length]) -> list[Length]:
        """How long its boards are where it is broken at some places."""
        ends = [self.start.value, *breaks, self.end.value]
        return [self.length(*ends_of) for ends_of in pairwise(ends)]


@dataclass(frozen=True, slots=True)
class PlateRuns:
    """Every stretch of a wall's plates.

    Args:
        first: Of the bottom plates and the first top plate, from the bottom up.
        second: Of the second top plate, which ties walls together.
    """

    first: tuple[Run, ...]
    second: tuple[Run, ...]

    @property
    def gaps(self) -> frozenset[Length]:
        """Where a stretch of the second top plate begins or ends."""
        return frozenset(edge for run in self.second for edge in run.span)


def plate_runs(plan: WallPlan, pockets: Sequence[Pocket]) -> PlateRuns:
    """The stretches of every plate of a wall.

    Args:
        plan: The wall.
        pockets: Where beams break the top plates.

    Source: docs/rules.md, Plates and studs.
    """
    thick = plan.plate.thickness
    start = Sum.of("start of the wall", 0)
    first = []
    for number in range(1, plan.standard.bottom_plates + 1):
        below = Sum.of("floor", 0) if number == 1 else Sum.of("{bottom_plate}", (number - 1) * thick)
        piece = PieceId(plan.id, "bottom_plate", number=number)
        is_treated = number == 1 and plan.standard.floor is Floor.SLAB
        first.append(Run(Role.BOTTOM_PLATE, piece, start, plan.plate_length, below, is_treated=is_treated))
    top = Run(Role.TOP_PLATE, PieceId(plan.id, "top_plate"), start, plan.plate_length, plan.underside)
    first.extend(part for slope in _on_slopes(top, plan.ceiling) for part in _interrupted(slope, pockets))
    second = plan.top.lowered(1, thick)
    caps = _cap_plates(plan) if plan.standard.top_plates == 2 else ()
    above = [pocket for pocket in pockets if pocket.top > second.lowest_over(pocket.span)]
    lapped = [part for cap in caps for slope in _on_slopes(cap, second) for part in _interrupted(slope, above)]
    return PlateRuns(tuple(first), tuple(lapped))


def _on_slopes(run: Run, underside: Slopes) -> Iterator[Run]:
    """A plate parted where its slope changes: there the boards meet in plumb cuts."""
    if underside.is_level:
        yield run
        return
    for number, (stretch, span) in enumerate(underside.pieces(run.span), start=1):
        start = run.start if span.start == run.start.value else Sum.of("where the slope changes", span.start)
        end = run.end if span.end == run.end.value else Sum.of("where the slope changes", span.end)
        # Named by which slope it is on, so that a lap more or less at an end renames nothing.
        yield replace(run, piece=run.piece._replace(number=number), start=start, end=end, under=stretch)


def _interrupted(run: Run, pockets: Sequence[Pocket]) -> Iterator[Run]:
    """What beams in pockets leave of a stretch of plate."""
    start, piece = run.start, run.piece
    for pocket in pockets:
        if pocket.end.value <= start.value or run.end.value <= pocket.start.value:
            continue
        if pocket.start.value > start.value:
            yield replace(run, piece=piece, start=start, end=pocket.start)
        start, piece = pocket.end, run.piece._replace(by=Of(Part.POST, pocket.post))
    if run.end.value > start.value:
        yield replace(run, piece=piece, start=start)


def _cap_plates(plan: WallPlan) -> Iterator[Run]:
    """The second top plate from lap to lap, and between the gaps where others run through."""
    y = plan.underside.plus("{top_plate}", plan.plate.thickness)
    piece, start = PieceId(plan.id, "cap_plate"), _cap_start(plan.meetings.start)
    for intersection in plan.meetings.intersections:
        if not intersection.is_lapped:
            continue
        near = plan.center_of(intersection).minus(
            message("half of {wall}", wall=intersection.other), half(intersection.thickness)
        )
        if near.value > start.value:
            yield Run(Role.CAP_PLATE, piece, start, near, y)
        far = near.plus(message("gap for {wall}", wall=intersection.other), intersection.thickness)
        # Two walls may butt at one place from both sides: the plate goes on after the wider gap, and is named by the
        # wall that made it.
        if far.value > start.value:
            piece, start = piece._replace(by=Of(Part.INTERSECTION, intersection.other)), far
    end = _cap_end(plan.length, plan.meetings.end)
    if end.value > start.value:
        yield Run(Role.CAP_PLATE, piece, start, end, y)


def _cap_start(meeting: EndMeeting | None) -> Sum:
    start = Sum.of("start of the wall", 0)
    return start if meeting is None else start.minus(*_lap(meeting))


def _cap_end(length: Length, meeting: EndMeeting | None) -> Sum:
    end = Sum.of("plate length", length)
    return end if meeting is None else end.plus(*_lap(meeting))


def _lap(meeting: EndMeeting) -> tuple[Message, Length]:
    """How far the second top plate runs beyond the plate's end; short of it where the other wall's laps onto it."""
    if meeting.lap is None:
        return message("no lap with {wall}", wall=meeting.other), 0
    if meeting.lap < 0:
        return message("room for the lap of {wall}", wall=meeting.other), meeting.lap
    return message("lap onto {wall}", wall=meeting.other), meeting.lap
