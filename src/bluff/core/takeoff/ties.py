"""How the second top plates of a floor are tied to each other."""

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from math import ceil

from bluff.core.job.schools import End
from bluff.core.plan.meeting import Joint
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Ties:
    """How the second top plates of a floor are tied to each other.

    Args:
        laps: Places where one runs onto another wall, at corners and intersections.
        nails: 16d in all laps together.
        connectors: Places where nothing laps and a plate connector is called for.
    """

    laps: int
    nails: int
    connectors: int


def ties(plans: Iterable[WallPlan]) -> Ties:
    """Every tie of a floor, each counted once.

    Source: docs/rules.md, Where walls meet.
    """
    laps, driven, connectors = 0, 0, Fraction(0)
    for plan in plans:
        meetings = [meeting for end in End if (meeting := plan.meetings.at(end))]
        for meeting in meetings:
            # A butt is seen from the wall that butts alone, a miter and a splice from both.
            share = Fraction(1, 1 if meeting.joint is Joint.BUTT else 2)
            if meeting.lap is None:
                connectors += 0 if meeting.joint is Joint.THROUGH else share
            elif meeting.joint is Joint.BUTT:
                laps += 1
                driven += plan.standard.nails.lap
    return Ties(laps, driven, ceil(connectors))
