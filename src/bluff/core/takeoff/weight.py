"""What pieces and walls weigh, and how many people lift one.

Pounds are fractions, exact until somebody prints them.
"""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from math import ceil

from bluff.core.job.standard import Standard
from bluff.core.measure.length import PER_INCH
from bluff.core.takeoff.cut_list import Spacer, spacer_list
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Member

ONE_LIFTS: int = 50
"""Pounds one person lifts at the top edge of a wall."""
FEWEST_PEOPLE: int = 2
MOST_PEOPLE: int = 6
"""More than that in a row do not lift as one; wall jacks or a machine do."""

_SQUARE_FOOT: int = (12 * PER_INCH) ** 2
_CUBIC_FOOT: int = (12 * PER_INCH) ** 3


@dataclass(frozen=True, slots=True)
class Lift:
    """Raising one wall.

    Args:
        pounds: The whole wall.
        at_edge: What its top edge weighs when it is tipped up from flat.
        people: People to lift it.
    """

    pounds: Fraction
    at_edge: Fraction
    people: int

    @property
    def needs_help(self) -> bool:
        """Whether it takes wall jacks or a machine."""
        return self.people > MOST_PEOPLE


def weight(member: Member, standard: Standard) -> Fraction:
    """What a piece weighs, in pounds: volume x density.

    Source: docs/rules.md, Weight. A 2x6 of 8 ft at 33: 1 1/2 x 5 1/2 x 96 in is 0.4583 cubic feet, 15 1/8 pounds.
    """
    return pounds_of(_volume([member]), standard)


def lift(framing: Framing, is_sheeted: bool = False) -> Lift:
    """What it takes to raise a wall that was framed flat.

    Args:
        framing: The wall.
        is_sheeted: Whether the sheets of one face are on it by then.

    Source: docs/rules.md, Weight.
    """
    standard = framing.plan.standard
    volume = _volume(framing.members)
    spacers = [row for row in spacer_list([framing]) if row.spacer is not Spacer.FOAM]
    volume += sum(row.thickness * row.depth * row.length * row.count for row in spacers)
    pounds = pounds_of(volume, standard)
    if is_sheeted:
        pounds += Fraction(framing.sheets.covered, _SQUARE_FOOT) * standard.sheet.weight
    # What is laid over the plates goes up once the wall stands.
    over = _volume(framing.over)
    at_edge = (pounds - pounds_of(over, standard)) / 2
    return Lift(pounds, at_edge, max(FEWEST_PEOPLE, ceil(at_edge / ONE_LIFTS)))


def _volume(members: Iterable[Member]) -> Fraction:
    """In cubic 64ths."""
    volume = 0
    sloped: dict[int, int] = defaultdict(int)
    for member in members:
        section = member.plies * member.board.section
        if member.edges is None or member.role in PLATES:  # a plate cut plumb at both ends is as long everywhere
            volume += section * member.length.value
        else:
            # As heavy as a square one of its middle length. Kept whole, by what it is still to be divided by.
            sloped[2 * member.width] += section * member.edges.doubled_area
    return volume + sum((Fraction(parts, by) for by, parts in sloped.items()), Fraction(0))


def pounds_of(volume: int | Fraction, standard: Standard) -> Fraction:
    """What so many cubic 64ths of lumber weigh."""
    return Fraction(volume * standard.density, _CUBIC_FOOT)
