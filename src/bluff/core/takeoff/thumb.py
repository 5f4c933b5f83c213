"""The count by rule of thumb: what a framer guesses from a plan, to set beside the exact one.

It is what lumber is bought by where nobody frames the walls first, and it is short on headers and long on
studs; hence the exact count.
"""

from collections.abc import Iterable
from dataclasses import dataclass
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
_STUDS = frozenset(
    {
        Role.STUD,
        Role.END_STUD,
        Role.KING,
        Role.JACK,
        Role.CORNER_STUD,
        Role.CORNER_BACKING,
        Role.INTERSECTION_STUD,
        Role.INTERSECTION_BACKING,
        Role.TOP_CRIPPLE,
        Role.BOTTOM_CRIPPLE,
        Role.BLOCK,
    }
)


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

    Studs: a foot of wall x 3/4 at 16 on centre, x 1/2 at 24, rounded up, and one; one more a corner, three an
    intersection (one where a single wide board stands behind it), four an opening. Plates: three times the
    length of the wall.

    Source: docs/rules.md, Counting. 26'-8" at 16: 80 feet of plate, 20 + 1 studs.
    """
    studs = 0
    plates: Length = 0
    for plan in plans:
        length = plan.wall.run.length
        studs += studs_by_thumb(length, plan.standard.spacing)
        studs += _CORNER * sum(
            1 for meeting in (plan.meetings.start, plan.meetings.end) if meeting and meeting.is_through
        )
        old = plan.standard.intersection in (IntersectionSchool.CHANNEL, IntersectionSchool.BLOCKED)
        studs += (_OLD_INTERSECTION if old else 1) * len(plan.meetings.intersections)
        studs += _OPENING * len(plan.openings)
        plates += _PLATES * length
    return Count(studs, plates)


def studs_by_thumb(length: Length, spacing: Fraction) -> int:
    """The studs of a bare wall by rule of thumb: 12 / spacing a foot, as crews round it, up, and one.

    >>> studs_by_thumb(inches("26' 8"), Fraction(16))
    21
    """
    return ceil(Fraction(length, _FOOT) * 12 / spacing) + 1


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
            elif member.role in _STUDS:
                whole += member.plies * (member.length.value >= board)
                short += member.plies * member.length.value * (member.length.value < board)
        studs += whole + -(-short // board)
    return Count(studs, plates)
