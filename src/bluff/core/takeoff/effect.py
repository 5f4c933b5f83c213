"""The effect of framing otherwise: what a job is made of, to set beside what it would be made of.

share of wood
    Of the walls' faces, how much is wood from face to face. Less wood lets less heat through.
"""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction

from bluff.core.job.finding import Severity
from bluff.core.measure.length import Length
from bluff.core.takeoff.heat import r_of_walls
from bluff.core.takeoff.labour import hours
from bluff.core.takeoff.thumb import by_thumb, exactly
from bluff.core.takeoff.weight import lift
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role

_STUDS = frozenset({Role.STUD, Role.END_STUD, Role.KING, Role.JACK, Role.CORNER_STUD, Role.INTERSECTION_STUD})


@dataclass(frozen=True, slots=True)
class Tally:
    """What some walls are made of.

    Args:
        studs: Pieces that stand: studs, kings and jacks.
        headers: Over openings.
        pieces: All boards together, a two-ply header counting two.
        lumber: Their running length.
        pounds: They weigh.
        sheets: Whole ones that cover one face.
        wood: Share of the walls' faces that is wood, from 0 to 1.
        r: Of the exterior walls together; None until their insulation is entered.
        hours: At the crew's own minutes; None until it enters them.
        findings: By severity.
        studs_by_thumb, studs_exactly: Boards of stud length, guessed and counted.
        plates_by_thumb, plates_exactly: Running length of the plates, guessed and counted.
    """

    studs: int
    headers: int
    pieces: int
    lumber: Length
    pounds: int
    sheets: int
    wood: Fraction
    r: Fraction | None
    hours: Fraction | None
    findings: Counter[Severity]
    studs_by_thumb: int
    studs_exactly: int
    plates_by_thumb: Length
    plates_exactly: Length


def tally(framings: Iterable[Framing]) -> Tally:
    """What some walls are made of.

    Source: docs/rules.md, Share of wood.
    """
    framings = list(framings)
    members = [member for framing in framings for member in framing.members]
    face = sum((framing.plan.top.face for framing in framings), Fraction(0))
    wood = sum((member.face for member in members), Fraction(0))
    thumb, exact = by_thumb(framing.plan for framing in framings), exactly(framings)
    findings: Counter[Severity] = Counter(finding.severity for framing in framings for finding in framing.findings)
    return Tally(
        studs=sum(member.plies for member in members if member.role in _STUDS),
        headers=sum(member.role is Role.HEADER for member in members),
        pieces=sum(member.plies for member in members),
        lumber=sum(member.plies * member.length.value for member in members),
        pounds=round(sum((lift(framing).pounds for framing in framings), Fraction(0))),
        sheets=sum(framing.sheets.bought for framing in framings),
        wood=wood / face if face else Fraction(0),
        r=r_of_walls(framings),
        hours=hours(framings),
        findings=findings,
        studs_by_thumb=thumb.studs,
        studs_exactly=exact.studs,
        plates_by_thumb=thumb.plates,
        plates_exactly=exact.plates,
    )
