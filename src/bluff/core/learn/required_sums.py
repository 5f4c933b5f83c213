"""The sums of an exercise: rough openings from the schedule, and what stands above and below them on the story pole."""

from enum import StrEnum
from typing import NamedTuple

from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role


class Figure(StrEnum):
    """What is asked about one opening."""

    ROUGH_WIDTH = "rough-width"
    ROUGH_HEIGHT = "rough-height"
    HEAD = "head"
    KING = "king"
    JACK = "jack"
    HEADER = "header"
    SILL = "sill"
    TOP_CRIPPLE = "top-cripple"
    BOTTOM_CRIPPLE = "bottom-cripple"

    @property
    def called(self) -> Message:
        """What it is called, as on every other screen."""
        return _CALLED[self]

    @property
    def is_rough(self) -> bool:
        """Whether it belongs to the rough opening, and not to the pole."""
        return self in {Figure.ROUGH_WIDTH, Figure.ROUGH_HEIGHT}


_CALLED = {
    Figure.ROUGH_WIDTH: message("RO width"),
    Figure.ROUGH_HEIGHT: message("RO height"),
    Figure.HEAD: message("head"),
    Figure.KING: message("{king}"),
    Figure.JACK: message("{jack}"),
    Figure.HEADER: message("{header}"),
    Figure.SILL: message("{sill}"),
    Figure.TOP_CRIPPLE: message("{top_cripple}"),
    Figure.BOTTOM_CRIPPLE: message("{bottom_cripple}"),
}

_CUT = {
    Role.KING: Figure.KING,
    Role.JACK: Figure.JACK,
    Role.HEADER: Figure.HEADER,
    Role.SILL: Figure.SILL,
    Role.TOP_CRIPPLE: Figure.TOP_CRIPPLE,
    Role.BOTTOM_CRIPPLE: Figure.BOTTOM_CRIPPLE,
}


class SumKey(NamedTuple):
    """One figure of one opening."""

    opening: str
    figure: Figure


def called(key: SumKey) -> Message:
    """What a figure is called in a sentence: `jack of W1`."""
    return message("{figure} of {opening}", figure=key.figure.called, opening=key.opening)


def required_sums(framing: Framing) -> dict[SumKey, Sum]:
    """Every figure asked about a wall's openings, opening by opening, each with its sum.

    Where pieces of a kind differ, as under a slope, nobody is asked for one length of them.
    """
    found: dict[SumKey, Sum] = {}
    for opening in framing.openings:
        placed = opening.placed
        found[SumKey(placed.id, Figure.ROUGH_WIDTH)] = placed.rough.width
        found[SumKey(placed.id, Figure.ROUGH_HEIGHT)] = placed.rough.height
        found[SumKey(placed.id, Figure.HEAD)] = placed.head
        pieces = [piece for piece in framing.standing if piece.opening == placed.id]
        for role, figure in _CUT.items():
            lengths = {piece.length.value: piece.length for piece in pieces if piece.role is role}
            if len(lengths) == 1:
                found[SumKey(placed.id, figure)] = next(iter(lengths.values()))
    return found
