"""Ends of walls that stop near another wall without joining it: drawn a little short, or with the bodies apart.

Nobody stops a wall within a wall's thickness of another one on purpose, so each is found, with the edit that
draws the end up to what it misses.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from math import hypot

from bluff.core.job.edit import ChangeWall, Edit, Several
from bluff.core.job.job import Between, Point, Wall
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, from_64ths, inches
from bluff.core.plan.beside import Beside
from bluff.core.plan.meeting import Meetings
from bluff.core.plan.outline import REACH, Outline, Place

_FARTHEST_MOVE: Length = inches(24)
"""An end that would have to move further was meant to be where it is."""
_SHORTEST: Length = inches(12)
"""What must be left of a wall that is drawn to another one."""


@dataclass(frozen=True, slots=True)
class LooseEnd:
    """A free end that another wall is near.

    Args:
        end: Which end.
        other: The wall it stops short of.
        gap: Between the two.
        fix: Draws it, and the other's end where that is short too, to where their lines meet; None if they do not.
    """

    end: End
    other: str
    gap: Length
    fix: Edit | None


def loose_ends(outlines: Iterable[Outline], meetings: Mapping[str, Meetings]) -> dict[str, tuple[LooseEnd, ...]]:
    """Of every wall of a plan, the free ends that stop within a wall's thickness of another one.

    Args:
        outlines: Of the walls that lie in the plan.
        meetings: What each of them meets.
    """
    drawn = list(outlines)
    beside = Beside(drawn)
    found = {}
    for mine in drawn:
        met = meetings[mine.wall.id]
        known = {*met.others, *(crossing.other for crossing in met.crossings), *met.overlaps}
        free = [end for end in End if met.at(end) is None]
        ends = (_loose_end(mine, end, beside, known, meetings) for end in free)
        found[mine.wall.id] = tuple(end for end in ends if end)
    return found


def _loose_end(
    mine: Outline, end: End, beside: Beside, known: set[str], meetings: Mapping[str, Meetings]
) -> LooseEnd | None:
    """The nearest wall a free end misses, if there is one so near."""
    edge = _edge(mine, end)
    near = [
        (gap, other)
        for other in beside.around(mine.tip(end))
        if other is not mine and other.wall.id not in known and (not mine.is_parallel(other) or mine.is_in_line(other))
        if (gap := _gap(edge, other)) <= other.thickness
    ]
    if not near:
        return None
    gap, other = min(near, key=lambda one: one[0])
    return LooseEnd(end, other.wall.id, from_64ths(gap), _joining(mine, end, other, meetings[other.wall.id]))


def _edge(mine: Outline, end: End) -> tuple[Place, Place]:
    along = 0 if end is End.START else mine.length
    return mine.at(along, mine.left), mine.at(along, mine.right)


def _gap(edge: tuple[Place, Place], other: Outline) -> float:
    """The shortest way from a wall's end to another wall's body."""
    to_body = (_outside_of(other, place) for place in edge)
    return min(*to_body, *(_to_segment(corner, edge) for corner in other.corners))


def _outside_of(other: Outline, place: Place) -> float:
    along, across = other.along(place), other.across(place)
    return hypot(max(-along, 0, along - other.length), max(other.right - across, 0, across - other.left))


def _to_segment(place: Place, segment: tuple[Place, Place]) -> float:
    (x, y), ((x0, y0), (x1, y1)) = place, segment
    share = ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / ((x1 - x0) ** 2 + (y1 - y0) ** 2)
    share = min(max(share, 0), 1)
    return hypot(x - x0 - share * (x1 - x0), y - y0 - share * (y1 - y0))


def _joining(mine: Outline, end: End, other: Outline, met: Meetings) -> Edit | None:
    """The edit that makes a loose end and another wall meet, None where moving ends along their walls does not."""
    at = 0 if end is End.START else mine.length
    others_end = min(End, key=lambda one: abs(mine.along(other.tip(one)) - at))
    if mine.is_parallel(other):
        to = mine.along(other.tip(others_end))
        return _moved(mine, end, mine.at(to, 0)) if abs(to - at) <= _FARTHEST_MOVE else None
    place = mine.at(mine.crossing(0, other, 0), 0)
    beyond = max(-other.along(place), other.along(place) - other.length)
    if max(abs(mine.along(place) - at), beyond) > _FARTHEST_MOVE:
        return None
    change = _moved(mine, end, place)
    if beyond <= REACH:
        return change
    others_end = End.START if other.along(place) < 0 else End.END
    if met.at(others_end) is not None:
        return None
    both = [one for one in (change, _moved(other, others_end, place)) if one]
    return Several(tuple(both)) if len(both) == 2 else None


def _moved(drawn: Outline, end: End, place: Place) -> ChangeWall | None:
    """A wall with one end drawn to a place on its line; None where too little of it would be left."""
    wall: Wall = drawn.wall
    along = drawn.along(place)
    if not isinstance(wall.run, Between) or (drawn.length - along if end is End.START else along) < _SHORTEST:
        return None
    point = Point(*map(from_64ths, place))
    run = replace(wall.run, start=point) if end is End.START else replace(wall.run, end=point)
    return ChangeWall(wall.id, replace(wall, run=run))
