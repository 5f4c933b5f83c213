"""The count by rule of thumb: what a framer guesses from a plan, to set beside the exact one.

It is what lumber is bought by where nobody frames the walls first, and it is short on headers and long on
studs; hence the exact count.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import ceil

from bluff.core.job.schools import IntersectionSchool
from bluff.core.measure.length import Length, inches
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Role
from bluff.core.wall.wall_plan import WallPlan

_PLATES = 3
_FOOT: Length = inches(12)
_CORNER = 1
_OPENING = 4
_OLD_INTERSECTION = 3


@dataclass(frozen=True, slots=True)
class Count:
    """Studs and plates of some walls, by one way of counting.

    Args:
        studs: Boards of stud length; short pieces are cut from them.
        plates: Running length of all plates.
    """

    studs: int
    plates: Length

    def plate_boards(self, board: Length) -> int:
        """Boards of one length that reach as far, nothing lost at breaks."""
        return -(-self.plates // board)


def by_thumb(plans: Iterable[WallPlan]) -> Count:
    """Studs and plates of some walls by rule of thumb.

    Studs: a foot of wall x 3/4 at 16 on center, x 1/2 at 24, rounded up, and one; one more a corner, three an
    intersection (one where a single wide board stands behind it), four an opening. Plates: three times the
    length of the wall.

    Source: docs/rules.md, Counting. 26'-8" at 16: 80 feet of plate, 20 + 1 studs.
    """
    studs = 0
    plates: Length = 0
    for plan in plans:
        studs += sum(_guessed(plan).values())
        plates += _PLATES * plan.wall.run.length
    return Count(studs, plates)


def studs_by_thumb(length: Length, spacing: Fraction) -> int:
    """The studs of a bare wall by rule of thumb: 12 / spacing a foot, as crews round it, up, and one.

    >>> studs_by_thumb(inches("26' 8"), Fraction(16))
    21
    """
    return ceil(Fraction(length, _FOOT) * 12 / spacing) + 1


class Share(StrEnum):
    """What a wall's studs are there for, as they are guessed."""

    LAYOUT = "layout"
    CORNERS = "corners"
    INTERSECTIONS = "intersections"
    OPENINGS = "openings"
    BLOCKS = "blocks"


@dataclass(frozen=True, slots=True)
class Guess:
    """Studs of one share of a wall, guessed and counted.

    Args:
        share: Which.
        thumb: Boards by rule of thumb.
        exact: Boards it takes; what is shorter than a stud counts for as much of one as it is long.
    """

    share: Share
    thumb: int
    exact: Fraction


_ROLES: Mapping[Role, Share] = {
    Role.STUD: Share.LAYOUT,
    Role.END_STUD: Share.LAYOUT,
    Role.CORNER_STUD: Share.CORNERS,
    Role.CORNER_BACKING: Share.CORNERS,
    Role.INTERSECTION_STUD: Share.INTERSECTIONS,
    Role.INTERSECTION_BACKING: Share.INTERSECTIONS,
    Role.KING: Share.OPENINGS,
    Role.JACK: Share.OPENINGS,
    Role.TOP_CRIPPLE: Share.OPENINGS,
    Role.BOTTOM_CRIPPLE: Share.OPENINGS,
    Role.BLOCK: Share.BLOCKS,
}


def compared(framing: Framing) -> tuple[Guess, ...]:
    """Why a wall takes other than its rule of thumb: each share of its studs, guessed and counted.

    Source: docs/rules.md, Counting.
    """
    board = framing.plan.stud_length.value
    exact: dict[Share, Length] = dict.fromkeys(Share, 0)
    for member in framing.members:
        if share := _ROLES.get(member.role):
            exact[share] += member.plies * min(member.length.value, board)
    return tuple(Guess(share, thumb, Fraction(exact[share], board)) for share, thumb in _guessed(framing.plan).items())


def _guessed(plan: WallPlan) -> dict[Share, int]:
    """A wall's studs by rule of thumb, by what they are there for."""
    ends = (plan.meetings.start, plan.meetings.end)
    old = plan.standard.intersection in (IntersectionSchool.CHANNEL, IntersectionSchool.BLOCKED)
    return {
        Share.LAYOUT: studs_by_thumb(plan.wall.run.length, plan.standard.spacing),
        Share.CORNERS: _CORNER * sum(1 for meeting in ends if meeting and meeting.is_through),
        Share.INTERSECTIONS: (_OLD_INTERSECTION if old else 1) * len(plan.meetings.intersections),
        Share.OPENINGS: _OPENING * len(plan.openings),
        Share.BLOCKS: 0,
    }


def exactly(framings: Iterable[Framing]) -> Count:
    """The same counted piece by piece, short pieces laid end to end in boards of the longest stud."""
    studs = 0
    plates: Length = 0
    for framing in framings:
        board = framing.plan.stud_length.value
        whole, short = 0, 0
        for member in framing.members:
            if member.role in PLATES:
                plates += member.length.value
            elif member.role in _ROLES:
                whole += member.plies * (member.length.value >= board)
                short += member.plies * member.length.value * (member.length.value < board)
        studs += whole + -(-short // board)
    return Count(studs, plates)
