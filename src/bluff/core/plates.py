"""Plates: bottom, top, and the second top plate that ties walls together.

lap
    Where a second top plate runs past its own wall onto the one it meets. At a corner that of the wall that
    butts runs long, and that of the wall that runs through stops short by as much; at an intersection the
    through wall's has a gap for it.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import ceil

from bluff.core.finding import Code, Finding, Severity
from bluff.core.junction import EndMeeting, Joint
from bluff.core.length import Length, half
from bluff.core.member import Member, Orientation, Role
from bluff.core.standard import End
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan


def plates(plan: WallPlan) -> Iterator[Member]:
    """Every plate of a wall, from the bottom up, the second top plate in as many pieces as its gaps leave.

    Source: docs/rules.md, Plates and studs.
    """
    thick = plan.stud.thickness
    start = Sum.of("start of the wall", 0)
    for number in range(1, plan.standard.bottom_plates + 1):
        below = Sum.of("floor", 0) if number == 1 else Sum.of("bottom plate", (number - 1) * thick)
        place = "bottom_plate" if number == 1 else f"bottom_plate/{number}"
        yield _plate(plan, Role.BOTTOM_PLATE, place, start, below, plan.plate_length)
    yield _plate(plan, Role.TOP_PLATE, "top_plate", start, plan.underside, plan.plate_length)
    if plan.standard.top_plates == 2:
        yield from _cap_plates(plan)


def check_laps(plan: WallPlan) -> Iterator[Finding]:
    """Every place where the second top plates of two walls do not lap, so that a connector must tie them."""
    if plan.standard.top_plates == 1:
        return
    for end in End:
        meeting = plan.meetings.at(end)
        # One of the two says it, the one that would lap onto the other.
        if meeting is None or meeting.lap is not None or meeting.is_through:
            continue
        yield Finding(
            Code.NO_LAP,
            Severity.INFO,
            f"The second top plate cannot lap onto wall {meeting.other}: {_WHY_NOT.get(meeting.joint, _OTHER_HEIGHT)}.",
            "Tie the two with a plate connector, as the drawings or the code ask.",
            at=0 if end is End.START else plan.length,
        )


_OTHER_HEIGHT = "theirs lies at another height, or there is none, or the two do not meet square"
_WHY_NOT = {
    Joint.MITRE: "both are cut to the mitre of the corner",
    Joint.SPLICE: "theirs lies at another height, or there is none, or there is no room for a lap of 24",
}


def _cap_plates(plan: WallPlan) -> Iterator[Member]:
    """The second top plate from lap to lap, and between the gaps where others run through."""
    y = plan.underside.plus("top plate", plan.stud.thickness)
    place, start = "cap_plate", _cap_start(plan.meetings.start)
    for intersection in plan.meetings.intersections:
        if not intersection.is_lapped:
            continue
        near = plan.centre_of(intersection).minus(f"half of {intersection.other}", half(intersection.thickness))
        yield from _cap_plate(plan, place, start, near, y)
        far = near.plus(f"gap for {intersection.other}", intersection.thickness)
        # Two walls may butt at one place from both sides: the plate goes on after the wider gap.
        if far.value > start.value:
            place, start = f"cap_plate/{intersection.other}", far
    yield from _cap_plate(plan, place, start, _cap_end(plan.length, plan.meetings.end), y)


def _cap_plate(plan: WallPlan, place: str, start: Sum, end: Sum, y: Sum) -> Iterator[Member]:
    if end.value > start.value:
        length = Sum.of("ends at", end.value).minus("starts at", start.value)
        yield _plate(plan, Role.CAP_PLATE, place, start, y, length)


def _cap_start(meeting: EndMeeting | None) -> Sum:
    start = Sum.of("start of the wall", 0)
    return start if meeting is None else start.minus(*_lap(meeting))


def _cap_end(length: Length, meeting: EndMeeting | None) -> Sum:
    end = Sum.of("plate length", length)
    return end if meeting is None else end.plus(*_lap(meeting))


def _lap(meeting: EndMeeting) -> tuple[str, Length]:
    """How far the second top plate runs beyond the plate's end; short of it where the other wall's laps onto it."""
    if meeting.lap is None:
        return f"no lap with {meeting.other}", 0
    return (f"room for the lap of {meeting.other}" if meeting.lap < 0 else f"lap onto {meeting.other}"), meeting.lap


def _plate(plan: WallPlan, role: Role, place: str, x: Sum, y: Sum, length: Sum) -> Member:
    return Member(
        id=f"{plan.id}/{place}",
        role=role,
        size=plan.stud.nominal,
        plies=1,
        orientation=Orientation.FLAT,
        x=x,
        y=y,
        length=length,
        width=length.value,
        height=plan.stud.thickness,
    )


@dataclass(frozen=True, slots=True)
class Ties:
    """How the second top plates of a floor are tied to each other.

    Args:
        laps: Places where one runs onto another wall, at corners and intersections.
        connectors: Places where nothing laps and a plate connector is called for.
    """

    laps: int
    connectors: int

    @property
    def nails(self) -> int:
        """16d nails in the laps."""
        return self.laps * NAILS_IN_A_LAP


NAILS_IN_A_LAP = 2


def ties(plans: Iterable[WallPlan]) -> Ties:
    """Every tie of a floor, each counted once.

    Source: docs/rules.md, Where walls meet.
    """
    laps, connectors = 0, Fraction(0)
    for plan in plans:
        meetings = [meeting for end in End if (meeting := plan.meetings.at(end))]
        for meeting in meetings if plan.standard.top_plates == 2 else ():
            # A butt is seen from the wall that butts alone, a mitre and a splice from both.
            share = Fraction(1, 1 if meeting.joint is Joint.BUTT else 2)
            if meeting.lap is None:
                connectors += 0 if meeting.joint is Joint.THROUGH else share
            elif meeting.joint is Joint.BUTT:
                laps += 1
    return Ties(laps, ceil(connectors))
