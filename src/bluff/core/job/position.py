"""Positions: where something is along its wall, in the words the plan uses."""

from dataclasses import dataclass
from enum import StrEnum
from typing import TypeAlias

from bluff.core.errors import JobError
from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.message import message


class Reference(StrEnum):
    """What of a thing a position is measured to."""

    CENTER = "center"
    EDGE = "edge"


@dataclass(frozen=True, slots=True)
class FromPlate:
    """Measured from an end of this wall's own plate."""

    end: End


@dataclass(frozen=True, slots=True)
class FromOutside:
    """Measured from the outside of the building at an end of this wall."""

    end: End


@dataclass(frozen=True, slots=True)
class FromOpening:
    """Measured from another opening's rough opening: from its far edge, as one measures from there."""

    opening: str


class WallFace(StrEnum):
    """What of another wall a position is measured from.

    Near is the face one sees from inside this wall where the other meets an end of it, and the one toward this
    wall's start where it butts into the side.
    """

    NEAR = "near"
    CENTER = "center"
    FAR = "far"


@dataclass(frozen=True, slots=True)
class FromWall:
    """Measured from a face or the center of a wall that meets this one."""

    wall: str
    face: WallFace


Origin: TypeAlias = FromPlate | FromOutside | FromOpening | FromWall


@dataclass(frozen=True, slots=True)
class At:
    """A distance to a thing's center or to its nearest edge.

    Args:
        reference: What of the thing.
        distance: How far.
        origin: From where.
        toward: Which way along this wall from an opening or a wall; from an end there is only one.

    Raises:
        JobError: From an end of the wall it goes the way that leads away from it.
    """

    reference: Reference
    distance: Length
    origin: Origin = FromPlate(End.START)
    toward: End = End.END

    def __post_init__(self) -> None:
        if self.toward is End.START and isinstance(self.origin, FromPlate | FromOutside):
            raise JobError(message("From an end of the wall there is one way to measure; leave toward out."), "toward")

    @property
    def is_backward(self) -> bool:
        """Whether it is measured toward the wall's start."""
        ends = (FromPlate(End.END), FromOutside(End.END))
        return self.toward is End.START or self.origin in ends


@dataclass(frozen=True, slots=True)
class Centered:
    """In the middle of the wall's plate."""
