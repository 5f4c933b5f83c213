"""A picture of the plan, lying under the walls so that they can be drawn over it."""

from dataclasses import dataclass, replace
from math import hypot

from bluff.core.errors import JobError
from bluff.core.job.job import Picture, Point
from bluff.core.measure.length import Length, from_64ths, inches
from bluff.core.message import message

_AT_FIRST: Length = inches("50'")
"""How wide a picture lies until somebody scales it."""

Pixel = tuple[float, float]
"""Across from its left edge and down from its top one."""


@dataclass(frozen=True, slots=True)
class Known:
    """Two places on a picture and the distance the plan gives between them."""

    first: Pixel
    second: Pixel
    length: Length


def laid(image: str, width: int, height: int) -> Picture:
    """A picture as it lies at first: 50 feet wide, its lower left corner at the plan's origin."""
    scale = _AT_FIRST / width
    return Picture(image, width, height, scale, Point(0, from_64ths(height * scale)))


def scaled(picture: Picture, known: Known) -> Picture:
    """The picture to the plan's scale; the first place stays where it lies.

    Raises:
        JobError: The two places are the same, or the picture would be larger than any plan.
    """
    (x1, y1), (x2, y2) = known.first, known.second
    pixels = hypot(x2 - x1, y2 - y1)
    if pixels < 2 or known.length <= 0:
        raise JobError(
            message("The two places lie on each other. Choose two far apart, with the distance between them."), "second"
        )
    scale = known.length / pixels
    at = picture.at
    east = at.x + x1 * (picture.scale - scale)
    north = at.y - y1 * (picture.scale - scale)
    return replace(picture, scale=scale, at=Point(from_64ths(east), from_64ths(north)))
