"""Backing: whether panels have wood on both faces of every inside corner.

Blocks that lie behind a panel's edge like the rungs of a ladder hold it when they are near enough to each other;
one alone holds nothing.
"""

from collections.abc import Iterator, Sequence
from collections.abc import Set as AbstractSet
from dataclasses import dataclass
from itertools import pairwise

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.message import message
from bluff.core.plan.meeting import Joint
from bluff.core.wall.along import Along
from bluff.core.wall.assembly import FORWARD, LADDER_SPACING, LEAST_BACKING, Direction
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member, Role
from bluff.core.wall.wall_plan import WallPlan


def check_backing(framing: Framing) -> Iterator[Finding]:
    """Every inside corner that leaves less than 1 of wood for the panel on this wall, or leaves it over some height.

    Whatever reaches the panel's face serves, an intersection's own wood or a stud by chance.

    Source: docs/rules.md, Where walls meet.
    """
    if not framing.assemblies:
        return
    plan, standing = framing.plan, Along(framing.standing)
    for assembly in framing.assemblies:
        if assembly.is_clipped:
            yield Finding(
                Code.CORNER_CLIPS,
                Severity.INFO,
                message(
                    "The corner with wall {other} has no {corner_stud}; clips hold the panels.", other=assembly.other
                ),
                message("Have the clips on site before the panels go up."),
                at=assembly.corners[0][0],
            )
            continue
        for face, direction in assembly.corners:
            bare = _bare(plan, standing, _Edge(face, direction, assembly.side))
            if bare:
                low, high = bare[0].low, bare[-1].high
                is_whole = low == plan.bottom.value and high >= plan.underside.value
                least = min(part.wood for part in bare)
                yield Finding(
                    Code.BACKING_MISSING,
                    Severity.WARNING,
                    message(
                        "The inside corner with wall {other} at {at:length} leaves {wood:length} of wood for the panel "
                        "of this wall. It needs {needed:length}.",
                        other=assembly.other,
                        at=face,
                        wood=least,
                        needed=LEAST_BACKING,
                    )
                    if is_whole
                    else message(
                        "From {low:length} to {high:length} above the floor the inside corner with wall {other} at "
                        "{at:length} leaves {wood:length} of wood for the panel of this wall. It needs "
                        "{needed:length}.",
                        low=low,
                        high=high,
                        other=assembly.other,
                        at=face,
                        wood=least,
                        needed=LEAST_BACKING,
                    ),
                    message("Add a {stud} or a flat board there before the panels go up."),
                    at=face,
                )


@dataclass(frozen=True, slots=True)
class _Edge:
    """The edge of a panel in an inside corner: where, which way the panel goes on from it, on which face."""

    face: Length
    direction: Direction
    side: Line


@dataclass(frozen=True, slots=True)
class _Bare:
    """A stretch of height and how much wood is behind a panel's edge there."""

    low: Length
    high: Length
    wood: Length


def _bare(plan: WallPlan, standing: Along, edge: _Edge) -> list[_Bare]:
    """The heights over which a panel's edge has less wood than it needs, from the floor up."""
    near, far = sorted((edge.face, edge.face + edge.direction * LEAST_BACKING))
    pieces = [piece for piece in standing.between(near, far) if piece.reaches(edge.side)]
    floor, ceiling = plan.bottom.value, plan.ceiling.lowest_over(Span(near, far))
    ends = (y for piece in pieces for y in (piece.bottom, piece.top))
    bare: list[_Bare] = []
    for low, high in pairwise(sorted({floor, ceiling, *(y for y in ends if floor < y < ceiling)})):
        wood = _wood_behind(plan, edge, [piece for piece in pieces if piece.bottom <= low and high <= piece.top])
        if wood >= LEAST_BACKING:
            continue
        if bare and bare[-1].high == low:
            bare[-1] = _Bare(bare[-1].low, high, min(bare[-1].wood, wood))
        else:
            bare.append(_Bare(low, high, wood))
    rungs = {y for piece in pieces if piece.role is Role.BLOCK for y in (piece.bottom, piece.top)}
    return [part for part in bare if not _is_between_rungs(part, rungs, {floor, ceiling})]


def _is_between_rungs(part: _Bare, rungs: AbstractSet[Length], plates: AbstractSet[Length]) -> bool:
    ends = {part.low, part.high}
    return part.high - part.low <= LADDER_SPACING and bool(ends & rungs) and ends <= rungs | plates


def _wood_behind(plan: WallPlan, edge: _Edge, pieces: Sequence[Member]) -> Length:
    """How far wood goes on from a panel's edge, piece against piece; the end stud of a wall in line counts too."""
    spans = [sorted(edge.direction * (side - edge.face) for side in (piece.start, piece.end)) for piece in pieces]
    end, at = (End.END, plan.length) if edge.direction is FORWARD else (End.START, 0)
    meeting = plan.meetings.at(end)
    if meeting and meeting.joint is Joint.SPLICE:
        last = edge.direction * (at - edge.face)
        spans.append([last, last + plan.stud.thickness])
    wood: Length = 0
    for near, far in sorted(spans):
        if near <= wood:
            wood = max(wood, far)
    return wood
