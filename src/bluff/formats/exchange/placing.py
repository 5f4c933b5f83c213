"""Where a drawing comes to lie in the plan of a job: square, its lower left outside corner at the origin."""

from collections.abc import Sequence
from dataclasses import replace

from shapely import STRtree, prepare, unary_union
from shapely.geometry import LineString, Polygon
from shapely.geometry import Point as ShapelyPoint
from shapely.geometry.base import BaseGeometry

from bluff.core.job.job import Between, Point, Wall, WallKind
from bluff.core.measure.length import Length, half, to_inches
from bluff.core.measure.lumber import lumber
from bluff.core.message import message
from bluff.core.plan.outline import outline
from bluff.formats.exchange.choices import Answers, Choice, Guess
from bluff.formats.exchange.faces import Place
from bluff.formats.exchange.seen import WallSeen, square_turn, turned

_AJAR = 2.0
"""Inches on each side that are closed where walls nearly meet, before it is asked what is outside."""
_TURNED = 0.02
"""Degrees; less is how square anybody draws."""


class Placement:
    """Turns and shifts places of a drawing; `guess` says that it was turned.

    Args:
        walls: All walls of the drawing.
        answers: What somebody answered.
        is_placed: Whether the drawing says itself where it lies in the plan.

    Raises:
        FaultyData: An answer is none.
    """

    def __init__(self, walls: Sequence[WallSeen], answers: Answers, *, is_placed: bool) -> None:
        self.guess: Guess | None = None
        self._turned = turned(0)
        self._origin: Place = (0.0, 0.0)
        if is_placed or not walls:
            return
        by = square_turn(walls)
        if abs(by) > _TURNED:
            answer = answers.one_of("turn", ("square", "as drawn"))
            self.guess = Guess(
                key="turn",
                label=message("Drawn {degrees}° out of square", degrees=f"{abs(by):.2f}"),
                value=answer or "square",
                choices=[
                    Choice(value="square", label=message("turned square")),
                    Choice(value="as drawn", label=message("left as drawn")),
                ],
                is_sure=answer is not None,
            )
            if self.guess.value == "square":
                self._turned = turned(-by)
        ends = [self._turned(place) for wall in walls for place in (wall.start, wall.end)]
        self._origin = min(x for x, _ in ends), min(y for _, y in ends)

    def of(self, place: Place) -> Place:
        """A place of the drawing in the plan, in inches."""
        x, y = self._turned(place)
        return x - self._origin[0], y - self._origin[1]

    def at_origin(self, walls: Sequence[Wall]) -> list[Wall]:
        """Walls shifted so that their lower left is at the plan's origin, and from now on all places with them."""
        runs = [wall.run for wall in walls if isinstance(wall.run, Between)]
        if not runs:
            return list(walls)
        points = [point for run in runs for point in (run.start, run.end)]
        west, south = min(point.x for point in points), min(point.y for point in points)
        self._origin = self._origin[0] + to_inches(west), self._origin[1] + to_inches(south)
        return [_shifted(wall, -west, -south) for wall in walls]


def _shifted(wall: Wall, east: Length, north: Length) -> Wall:
    run = wall.run
    if not isinstance(run, Between):
        return wall
    start, end = (Point(point.x + east, point.y + north) for point in (run.start, run.end))
    return replace(wall, run=replace(run, start=start, end=end))


def outside_of(walls: Sequence[WallSeen]) -> list[int]:
    """On which side of each wall the outside of the building is: 1 for its left, -1 for its right, 0 for neither.

    A side is outside when it lies on the outside of all walls together. Where those leave a way in, it also is when
    no wall is in sight from it.
    """
    if not walls:
        return []
    shapes = [wall.outline() for wall in walls]
    tree = STRtree(shapes)
    together = unary_union([shape.buffer(_AJAR, join_style="mitre") for shape in shapes])
    filled = unary_union([Polygon(part.exterior) for part in getattr(together, "geoms", [together])])
    prepare(filled)
    west, south, east, north = filled.bounds
    sight = east - west + north - south
    found = []
    for wall in walls:
        left, right = (_is_outside(wall, side, filled, tree, sight) for side in (1, -1))
        # In a court both its sides are open, and the one that faces the court is its outside.
        is_left, is_right = (
            (left is not False, right is not False) if False in (left, right) else (bool(left), bool(right))
        )
        found.append(int(is_left) - int(is_right))
    return found


def _is_outside(wall: WallSeen, side: int, filled: BaseGeometry, tree: STRtree, sight: float) -> bool | None:
    """Whether nothing of the building lies on a side of a wall; None where the building is open to it."""
    off = side * ((wall.left if side > 0 else wall.right) + 2 * _AJAR)
    probes = [wall.at(wall.length * part, off) for part in (0.25, 0.5, 0.75)]
    if sum(filled.contains(ShapelyPoint(probe)) for probe in probes) > 1:
        return False
    ray = LineString([probes[1], wall.at(wall.length / 2, side * sight)])
    return None if len(tree.query(ray, predicate="intersects")) else True


def walked(wall: Wall, outside: int) -> Wall:
    """A wall drawn by its middle, as an exterior one that has the outside on its left; one without any as it is."""
    seen = outline(wall, lumber(wall.stud).width)
    if not outside or seen is None:
        return wall
    start, end = (seen.at(along, outside * half(seen.thickness)) for along in (0, seen.length))
    if outside < 0:
        start, end = end, start
    first, last = (Point(round(x), round(y)) for x, y in (start, end))
    return replace(wall, run=Between(first, last), kind=WallKind.EXTERIOR)
