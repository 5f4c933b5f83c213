"""Tops: what the plan says of a wall whose plates do not lie level.

rake
    One slope, which may begin after a level stretch at the low end.
gable
    Two slopes that rise from both ends to a ridge.
chain
    Any line, by its points.
height
    The top of the wall: the upper face of its highest top plate, above the floor.
"""

import re
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from itertools import pairwise
from typing import TypeAlias

from bluff.core.errors import JobError
from bluff.core.job.position import At, Centered, FromOpening
from bluff.core.job.schools import End
from bluff.core.measure.length import LONGEST, Length, inches
from bluff.core.measure.shapes import Corner
from bluff.core.message import message

STEEPEST = 24
"""Inches of rise in 12; whatever is steeper is no plate any more."""
MOST_POINTS = 50
USUAL_RISE = 4
"""What a top rises in 12 before anybody says."""
LOWEST: Length = inches(12)


class HeightAt(StrEnum):
    """Where the height at a low end is given."""

    PLATE = "plate"
    """At the low end of the wall's own plate."""
    OUTSIDE = "outside"
    """At the outside of the building, where the wall it ties into carries the roof."""


@dataclass(frozen=True, slots=True)
class Rake:
    """A top that rises from one end of its wall.

    Args:
        rise: Inches in 12.
        low: The end it rises from.
        height: Of the top at the low end; None takes that of the level wall it ties into there, or what the wall's own
            studs and plates make.
        height_at: Where that height is given.
        flat: How far it runs level from the low end before it rises.

    Raises:
        JobError: Nobody can frame it.
    """

    rise: Fraction
    low: End
    height: Length | None = None
    height_at: HeightAt = HeightAt.PLATE
    flat: Length = 0

    def __post_init__(self) -> None:
        _check_rise(self.rise)
        _check_height(self.height)
        if not 0 <= self.flat <= LONGEST:
            raise JobError(message("The level stretch of a rake is 0 to 1000 feet long."), "top.flat")


@dataclass(frozen=True, slots=True)
class Gable:
    """A top that rises from both ends, which are of one height, to a ridge.

    Args:
        rise: Inches in 12 of the slope at the wall's start; where the ridge is not in the middle the other follows.
        ridge: Where the ridge is.
        height, height_at: At both ends, as of a rake.

    Raises:
        JobError: Nobody can frame it.
    """

    rise: Fraction
    ridge: At | Centered = field(default_factory=Centered)
    height: Length | None = None
    height_at: HeightAt = HeightAt.PLATE

    def __post_init__(self) -> None:
        _check_rise(self.rise)
        _check_height(self.height)
        if isinstance(self.ridge, At) and isinstance(self.ridge.origin, FromOpening):
            raise JobError(message("The ridge is measured from the wall itself; openings move."), "top.ridge")


@dataclass(frozen=True, slots=True)
class Chain:
    """A top from point to point: x along the plate from the wall's start, y the top of the wall there.

    Raises:
        JobError: Its points are no line along a wall.
    """

    points: tuple[Corner, ...]

    def __post_init__(self) -> None:
        if not 2 <= len(self.points) <= MOST_POINTS:
            raise JobError(
                message(
                    "A top is drawn by 2 to {most_points} points. Give where each bend is.", most_points=MOST_POINTS
                ),
                "top.points",
            )
        for number, (before, point) in enumerate(pairwise(self.points), start=1):
            if point.x <= before.x:
                raise JobError(
                    message("The points of a top go along the wall. Give them in order."), f"top.points[{number}]"
                )
            if abs(point.y - before.y) * 12 > STEEPEST * (point.x - before.x):
                raise JobError(
                    message("A top rises at most {steepest} in 12 from point to point.", steepest=STEEPEST),
                    f"top.points[{number}]",
                )
        for number, point in enumerate(self.points):
            _check_height(point.y, f"top.points[{number}]")
            if not 0 <= point.x <= LONGEST:
                raise JobError(message("The points of a top lie along the plate, from 0 on."), f"top.points[{number}]")


Top: TypeAlias = Rake | Gable | Chain


def parse_rise(text: str) -> Fraction:
    """A pitch as it is written, in inches of rise in 12: ``5/12``, ``4.5 in 12`` or only ``5``.

    >>> parse_rise("5/12"), parse_rise("4.5 in 12"), parse_rise("9")
    (Fraction(5, 1), Fraction(9, 2), Fraction(9, 1))

    Raises:
        JobError: It is no pitch.
    """
    rise = _IN_TWELVE.sub("", text.strip())
    if not _RISE.fullmatch(rise):
        raise JobError(
            message("“{text}” is not a pitch. Write the rise in 12 of run, like 5/12.", text=text.strip()), "pitch"
        )
    return Fraction(rise)


_IN_TWELVE = re.compile(r"\s*(?:/|in|on)\s*12$")
_RISE = re.compile(r"\d{1,3}(?:\.\d{1,3})?")


def _check_rise(rise: Fraction) -> None:
    if not 0 <= rise <= STEEPEST:
        raise JobError(
            message("A pitch is the rise in 12 of run, from 0 to {steepest}. Write it like 5.", steepest=STEEPEST),
            "top.pitch",
        )


def _check_height(height: Length | None, path: str = "top.height") -> None:
    if height is not None and not LOWEST <= height <= LONGEST:
        raise JobError(message("The top of a wall is 12 inches to 1000 feet above its floor."), path)
