"""Positions: where something is along its wall, in the words the plan uses."""

from dataclasses import dataclass
from enum import StrEnum
from typing import TypeAlias

from bluff.core.length import Length
from bluff.core.schools import End


class Reference(StrEnum):
    """What of a thing a position is measured to."""

    CENTRE = "centre"
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
    """Measured toward the wall's end from the far edge of another opening's rough opening."""

    opening: str


class WallFace(StrEnum):
    """What of another wall a position is measured from: its sides are near and far seen from this wall's start."""

    NEAR = "near"
    CENTRE = "centre"
    FAR = "far"


@dataclass(frozen=True, slots=True)
class FromWall:
    """Measured toward this wall's end from a face or the centre of a wall that meets it."""

    wall: str
    face: WallFace


Origin: TypeAlias = FromPlate | FromOutside | FromOpening | FromWall


@dataclass(frozen=True, slots=True)
class At:
    """A distance to a thing's centre or to its nearest edge."""

    reference: Reference
    distance: Length
    origin: Origin = FromPlate(End.START)


@dataclass(frozen=True, slots=True)
class Centred:
    """In the middle of the wall's plate."""
