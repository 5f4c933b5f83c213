"""A wall's outline in the plan, before anything is cut: where its faces run, and where those of two walls cross.

along, across
    A wall's own directions: along from its drawn start toward its end, across from its line to its left.
square
    Two walls that turn by a right angle, to within what a plate can be cut to.

Coordinates here are 64ths as floating point numbers, because a wall at an angle has no exact ones. Walls
along the axes of the plan come out exact all the same; everything else is rounded once, by who asks.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property
from itertools import product
from math import atan2, degrees, dist, hypot
from typing import Literal, TypeAlias

from bluff.core.job.job import Between, Wall, WallKind
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length, half
from bluff.core.message import Message, message

Place: TypeAlias = tuple[float, float]
"""x east and y north, in 64ths."""

_STRAIGHT = 0.002
"""Sine of the turn below which two walls count as parallel, or as square: a 64th across a 2x8 plate."""

REACH: float = 4
"""1/16: walls drawn that near to each other were meant to touch."""


@dataclass(frozen=True)
class Outline:
    """A wall as drawn.

    Args:
        wall: Which wall.
        thickness: Of its studs' width.
        origin: Its drawn start.
        direction: Unit vector along it.
        left: How far its left face lies to the left of its line; the right face is a thickness to the right.
    """

    wall: Wall
    thickness: Length
    origin: Place
    direction: Place
    left: Length

    @cached_property
    def length(self) -> Length:
        return self.wall.run.length

    @property
    def right(self) -> Length:
        return self.left - self.thickness

    @property
    def is_given_by_face(self) -> bool:
        """Whether its line is one of its faces, as plans give the outside of a building."""
        return self.left == 0 or self.right == 0

    @property
    def faces(self) -> tuple[Length, Length]:
        """Its left and its right face, across."""
        return self.left, self.right

    def at(self, along: float, across: float) -> Place:
        """A place given in the wall's own directions."""
        (x, y), (east, north) = self.origin, self.direction
        return x + along * east - across * north, y + along * north + across * east

    def along(self, place: Place) -> float:
        """How far along the wall a place lies."""
        east, north = self.direction
        return (place[0] - self.origin[0]) * east + (place[1] - self.origin[1]) * north

    def across(self, place: Place) -> float:
        """How far to the left of the wall's line a place lies."""
        east, north = self.direction
        return (place[1] - self.origin[1]) * east - (place[0] - self.origin[0]) * north

    @cached_property
    def corners(self) -> tuple[Place, Place, Place, Place]:
        """Its outline, round from the start's left."""
        return (
            self.at(0, self.left),
            self.at(self.length, self.left),
            self.at(self.length, self.right),
            self.at(0, self.right),
        )

    def sine(self, other: "Outline") -> float:
        """Of the turn from this wall's direction to the other's, positive to the left."""
        (east, north), (others_east, others_north) = self.direction, other.direction
        return east * others_north - north * others_east

    def cosine(self, other: "Outline") -> float:
        """Of the turn from this wall's direction to the other's."""
        (east, north), (others_east, others_north) = self.direction, other.direction
        return east * others_east + north * others_north

    def is_parallel(self, other: "Outline") -> bool:
        return abs(self.sine(other)) < _STRAIGHT

    def is_in_line(self, other: "Outline") -> bool:
        """Whether the two are parallel and their bodies lie in one line, if only in part."""
        right, left = sorted(self.across(other.at(0, face)) for face in other.faces)
        return self.is_parallel(other) and min(left, self.left) - max(right, self.right) > REACH

    def is_square(self, other: "Outline") -> bool:
        return abs(self.cosine(other)) < _STRAIGHT

    def crossing(self, across: float, other: "Outline", others_across: float) -> float:
        """How far along this wall its line at `across` meets the other's at `others_across`; they are not parallel."""
        place, origin = other.at(0, others_across), self.at(0, across)
        east, north = other.direction
        return ((place[0] - origin[0]) * north - (place[1] - origin[1]) * east) / self.sine(other)

    def covered_by(self, other: "Outline") -> tuple[float, float]:
        """What of this wall's run the other one lies across, near side first."""
        if self.is_parallel(other):
            places = [self.along(corner) for corner in other.corners]
        else:
            places = [self.crossing(mine, other, theirs) for mine in self.faces for theirs in other.faces]
        return min(places), max(places)

    def end_in(self, other: "Outline") -> End | None:
        """Which of this wall's drawn ends lies in, or touches, another wall."""
        near, far = self.covered_by(other)
        if near - REACH <= 0 <= far + REACH:
            return End.START
        return End.END if near - REACH <= self.length <= far + REACH else None

    def tip(self, end: End) -> Place:
        """Where its line ends."""
        return self.at(0 if end is End.START else self.length, 0)

    def ends_with(self, other: "Outline") -> tuple[End, End] | None:
        """The end of this wall and that of another one whose lines end in one point; None where they do not."""
        for mine, theirs in product(End, End):
            if dist(self.tip(mine), other.tip(theirs)) <= REACH:
                return mine, theirs
        return None

    def touches(self, other: "Outline") -> bool:
        """Whether the two outlines overlap or lie side by side, or their lines end in one point.

        Where only corners of the two outlines meet, and not their lines, nobody meant them to.
        """
        if self.ends_with(other):
            return True
        overlaps = [
            min(high, others_high) - max(low, others_low)
            for wall in (self, other)
            for measure in (wall.along, wall.across)
            for low, high in [_range(measure(corner) for corner in self.corners)]
            for others_low, others_high in [_range(measure(corner) for corner in other.corners)]
        ]
        return min(overlaps) >= -REACH and max(overlaps) > REACH

    @cached_property
    def bounds(self) -> tuple[float, float, float, float]:
        """West, south, east and north of it."""
        west, east = _range(x for x, _ in self.corners)
        south, north = _range(y for _, y in self.corners)
        return west, south, east, north


def outline(wall: Wall, thickness: Length) -> Outline | None:
    """A wall's outline; None when it is drawn on no plan.

    Args:
        wall: The wall.
        thickness: Of its studs' width.

    Source: docs/job-file.md, A wall. Exterior walls are given by their outside, walking clockwise.
    """
    run = wall.run
    if not isinstance(run, Between):
        return None
    east, north = run.end.x - run.start.x, run.end.y - run.start.y
    length = hypot(east, north)
    line = run.line or (Line.LEFT if wall.kind is WallKind.EXTERIOR else Line.CENTER)
    left = {Line.LEFT: 0, Line.CENTER: half(thickness), Line.RIGHT: thickness}[line]
    return Outline(wall, thickness, (run.start.x, run.start.y), (east / length, north / length), left)


class CompassPoint(StrEnum):
    """A point of the compass, counted to the left from the east."""

    EAST = "east"
    NORTHEAST = "north-east"
    NORTH = "north"
    NORTHWEST = "north-west"
    WEST = "west"
    SOUTHWEST = "south-west"
    SOUTH = "south"
    SOUTHEAST = "south-east"

    @property
    def called(self) -> Message:
        """What people read for it."""
        return _CALLED[self]


_CALLED = {
    CompassPoint.EAST: message("east"),
    CompassPoint.NORTHEAST: message("northeast"),
    CompassPoint.NORTH: message("north"),
    CompassPoint.NORTHWEST: message("northwest"),
    CompassPoint.WEST: message("west"),
    CompassPoint.SOUTHWEST: message("southwest"),
    CompassPoint.SOUTH: message("south"),
    CompassPoint.SOUTHEAST: message("southeast"),
}
_POINTS = tuple(CompassPoint)


def compass(east: float, north: float) -> CompassPoint:
    """The point of the compass nearest to a direction.

    >>> compass(0, -1).called.template, compass(1, 1).called.template
    ('south', 'northeast')
    """
    return _POINTS[round(degrees(atan2(north, east)) / 45) % 8]


def inside(drawn: Outline) -> Literal[Line.LEFT, Line.RIGHT] | None:
    """The inside of an exterior wall, whose points give its outside; a partition has two and no outside."""
    if drawn.wall.kind is not WallKind.EXTERIOR:
        return None
    return Line.RIGHT if drawn.left == 0 else Line.LEFT


def _range(values: Iterable[float]) -> tuple[float, float]:
    listed = list(values)
    return min(listed), max(listed)
