"""Tops of walls that are not level, from their shapes to what the plan says of them.

A shape has only points. Where those are what a pitch makes, the top comes back as a rake or a gable, which can be
changed as one; any other line comes as its points.
"""

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import pairwise

from shapely import unary_union
from shapely.geometry import LineString, Polygon
from shapely.geometry.base import BaseGeometry

from bluff.core.errors import BluffError
from bluff.core.job.job import Wall
from bluff.core.job.position import At, Centered, FromPlate, Reference
from bluff.core.job.schools import End
from bluff.core.job.top import Chain, Gable, Rake, Top
from bluff.core.measure.length import PER_INCH, Length, inches
from bluff.core.measure.shapes import Corner
from bluff.core.message import message
from bluff.core.plan.outline import outline
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.exchange.faces import Direction
from bluff.formats.exchange.ifc_geometry import Solid
from bluff.formats.exchange.placing import Placement
from bluff.formats.exchange.seen import WallSeen

_LEVEL = 0.5
"""Inches; a top that rises less is level, as well as anybody draws."""
_STRAIGHT = 0.05
"""Inches a point may be off the line between its neighbours and still be none."""
_BESIDE = 0.1
"""Inches before and after a place where the top is looked at for a step."""
_STEP = 1.0
_OFF: Length = inches("1/8")
"""What a height or a ridge may be off that a pitch makes."""
_PART = 8
"""Pitches are drawn in such parts of an inch in 12."""


def top_line(solid: Solid, direction: Direction) -> list[tuple[float, float]] | None:
    """The line of a wall's top: places along it, and how high it is there above its foot.

    Returns:
        Its points, two of a straight one; nothing of a level one; None of one that goes up in steps, or whose shape
        does not say.
    """
    side = _silhouette(solid, direction)
    if side.is_empty:
        return None
    start, bottom, end, top = side.bounds
    places = sorted({round(direction.along((x, y)), 2) for x, y, _ in solid.corners} - {round(start, 2), round(end, 2)})
    points = [(start, _upper(side, start + _BESIDE / 10))]
    for place in places:
        before, after = _upper(side, place - _BESIDE), _upper(side, place + _BESIDE)
        if abs(before - after) > _STEP:
            return None
        points.append((place, _upper(side, place)))
    points.append((end, _upper(side, end - _BESIDE / 10)))
    if top - min(up for _, up in points) < _LEVEL:
        return []
    return [(along, up - bottom) for along, up in _straightened(points)]


def _silhouette(solid: Solid, direction: Direction) -> BaseGeometry:
    """What a wall covers, seen square to it."""
    flat = [(direction.along((x, y)), z) for x, y, z in solid.corners]
    parts = [Polygon([flat[index] for index in triangle]) for triangle in solid.triangles]
    return unary_union([part for part in parts if part.area > 0])


def _upper(side: BaseGeometry, along: float) -> float:
    """How high a wall reaches at a place."""
    _, bottom, _, top = side.bounds
    cut = side.intersection(LineString([(along, bottom - 1), (along, top + 1)]))
    return bottom if cut.is_empty else float(cut.bounds[3])


def _straightened(points: Sequence[tuple[float, float]]) -> list[tuple[float, float]]:
    """The points where a line bends, and its ends."""
    kept = [points[0]]
    for point, after in pairwise(points[1:]):
        (x0, y0), (x1, y1), (x2, y2) = kept[-1], point, after
        if abs(y0 + (y2 - y0) * (x1 - x0) / (x2 - x0) - y1) > _STRAIGHT:
            kept.append(point)
    return [*kept, points[-1]]


def with_top(wall: Wall, seen: WallSeen, plan: WallPlan, placement: Placement, *, has_height: bool) -> Wall:
    """A wall with the top it was seen to have.

    Args:
        wall: Without one.
        seen: What was seen of it.
        plan: Of that wall, for where its plate is.
        placement: Of the drawing.
        has_height: Whether it is as high as drawn.

    Raises:
        BluffError: It is no top anybody can frame, or one without a pitch whose height is not to be taken.
    """
    drawn = outline(wall, plan.stud.width)
    if not seen.top or drawn is None:
        return wall
    reach = plan.meetings.drawn_start
    points = []
    for place, height in seen.top:
        x, y = placement.of(place)
        points.append((round(drawn.along((x * PER_INCH, y * PER_INCH))) + reach, height * PER_INCH))
    top = _pitched(_on_plate(sorted(points), plan.length), plan.length)
    if isinstance(top, Chain) and not has_height:
        raise BluffError(message("Its top has no single pitch, so it cannot be put on a wall of another height."))
    return replace(wall, top=top if has_height or isinstance(top, Chain) else replace(top, height=None))


def _on_plate(points: Sequence[tuple[int, float]], length: Length) -> list[Corner]:
    """A line's points along the plate, its first and its last stretch drawn on or cut off at the plate's ends."""

    def at(x: Length, near: tuple[int, float], far: tuple[int, float]) -> float:
        return near[1] + (far[1] - near[1]) * (x - near[0]) / (far[0] - near[0])

    inside = [point for point in points[1:-1] if 0 < point[0] < length]
    first, last = at(0, points[0], points[1]), at(length, points[-1], points[-2])
    return [Corner(x, round(y)) for x, y in ((0, first), *inside, (length, last))]


def _pitched(points: Sequence[Corner], length: Length) -> Top:
    """A rake or a gable where the points are what one makes, and else the points."""
    rises = [_rise(before, after) for before, after in pairwise(points)]
    match points, rises:
        case [first, last], [Fraction() as rise]:
            low = End.START if first.y <= last.y else End.END
            return Rake(abs(rise), low, min(first.y, last.y))
        case [first, bend, last], [rise, fall]:
            if rise == 0 and fall and fall > 0:
                return Rake(fall, End.START, first.y, flat=bend.x)
            if fall == 0 and rise and rise < 0:
                return Rake(-rise, End.END, last.y, flat=length - bend.x)
            # The far slope of a gable follows from where its ridge is.
            if rise and rise > 0 and abs(first.y - last.y) <= _OFF:
                is_middle = abs(2 * bend.x - length) <= 2 * _OFF
                ridge = Centered() if is_middle else At(Reference.CENTER, bend.x, FromPlate(End.START))
                return Gable(rise, ridge, first.y)
    return Chain(tuple(points))


def _rise(before: Corner, after: Corner) -> Fraction | None:
    """The pitch between two points in inches in 12, as it would be given; None where that ends up elsewhere."""
    exact = Fraction((after.y - before.y) * 12, after.x - before.x)
    given = Fraction(round(exact * _PART), _PART)
    off = abs(given - exact) * (after.x - before.x) / 12
    return given if off <= _OFF else None
