"""Plates: joints that no stud holds, joints too near to each other, and plates that nothing ties."""

from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End, PlateTies
from bluff.core.measure.length import Length
from bluff.core.message import Message, listed, message
from bluff.core.plan.meeting import EndMeeting, Joint
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role
from bluff.core.wall.wall_plan import WallPlan

_TIE = message("Tie the two with a plate connector, as the drawings or the code require.")


def check_plates(framing: Framing) -> Iterator[Finding]:
    """Every joint of a plate that is to be thought about before the boards are cut."""
    for there in framing.breaks:
        if not there.is_on_stud:
            at = there.at.value
            yield Finding(
                Code.PLATE_BREAK_OFF_STUD,
                Severity.WARNING,
                message(
                    "The {plate:one} breaks at {at:length}, where no {stud} carries both boards.",
                    plate=there.plate,
                    at=at,
                ),
                message("Nail a {block} or a scab of the same lumber under the joint, or get a longer board."),
                at=at,
            )
    yield from _not_kept(framing)
    first, second = (_breaks_of(framing, plate) for plate in (Role.TOP_PLATE, Role.CAP_PLATE))
    if framing.plan.standard.top_plates == 1:
        for at in first:
            yield _single_joint(at)
    yield from _near_gaps(framing, first)
    yield from _near_breaks(framing, first, second)


def _not_kept(framing: Framing) -> Iterator[Finding]:
    """Plates that break by the rule, though it was decided where they do."""
    if not framing.unkept:
        return
    wall = framing.plan.wall
    breaks, plates = wall.breaks, []
    for plate, why in framing.unkept:
        places = [message("{at:length}", at=at) for at in breaks.of(plate) or ()]
        plates.append(
            message("the {plate:one} at {places} ({why})", plate=plate, places=listed(places), why=why)
            if places
            else message("the {plate:one} without a splice ({why})", plate=plate, why=why)
        )
        breaks = breaks.put(plate, None)
    yield Finding(
        Code.PLATE_BREAK_NOT_KEPT,
        Severity.INFO,
        message(
            "Splices chosen earlier no longer work: {plates}. The rule places them instead.", plates=listed(plates)
        ),
        message("Nothing, if the boards are not cut yet. Otherwise choose the splices again."),
        fix=ChangeWall(wall.id, replace(wall, breaks=breaks)),
        fix_label=message("Splice by the rule"),
    )


def _breaks_of(framing: Framing, plate: Role) -> list[Length]:
    return [there.at.value for there in framing.breaks if there.plate is plate]


def _single_joint(at: Length) -> Finding:
    return Finding(
        Code.SINGLE_PLATE_JOINT,
        Severity.INFO,
        message("The single {top_plate} has a joint at {at:length}, with no plate over it.", at=at),
        _TIE,
        at=at,
    )


def _near_gaps(framing: Framing, first: list[Length]) -> Iterator[Finding]:
    """Breaks of the first top plate near a gap of the second one, where another wall's runs through."""
    offset = framing.plan.standard.plate_stock.offset
    boards = sorted(piece.span for piece in framing.plates if piece.role is Role.CAP_PLATE)
    apart = [(before.end, after.start) for before, after in pairwise(boards) if before.end < after.start]
    gaps = [near for near, _ in apart] + [far for _, far in apart]
    for at in first:
        gap = min(gaps, key=lambda gap: abs(gap - at), default=None)
        if gap is not None and abs(gap - at) < offset:
            yield Finding(
                Code.PLATE_BREAKS_CLOSE,
                Severity.WARNING,
                message(
                    "The {top_plate} breaks at {at:length}, {apart:length} from a gap of the {cap_plate} at "
                    "{gap:length}. They must be {offset:length} apart.",
                    at=at,
                    apart=abs(gap - at),
                    gap=gap,
                    offset=offset,
                ),
                message("Get a longer board for the {top_plate}, or tie the joint with a plate connector."),
                at=at,
            )


def _near_breaks(framing: Framing, first: list[Length], second: list[Length]) -> Iterator[Finding]:
    """Breaks of the second top plate near one of the first."""
    offset = framing.plan.standard.plate_stock.offset
    for at in second:
        nearest_break = min(first, key=lambda other: abs(other - at), default=None)
        if nearest_break is not None and abs(nearest_break - at) < offset:
            yield Finding(
                Code.PLATE_BREAKS_CLOSE,
                Severity.WARNING,
                message(
                    "The {cap_plate} breaks at {at:length}, {apart:length} from a break of the {top_plate}. They must "
                    "be {offset:length} apart.",
                    at=at,
                    apart=abs(at - nearest_break),
                    offset=offset,
                ),
                message("Get a longer board for one of the two, or tie the joint with a plate connector."),
                at=at,
            )


def check_laps(framing: Framing) -> Iterator[Finding]:
    """Every place where the top plates of two walls do not lap, so that a connector must tie them."""
    plan = framing.plan
    for end in End:
        meeting = plan.meetings.at(end)
        # One of the two says it, the one that would lap onto the other.
        if meeting is None or meeting.lap is not None or meeting.is_through:
            continue
        yield Finding(
            Code.NO_LAP,
            Severity.INFO,
            message(
                "The {top_plate:many} do not lap onto wall {other}: {why}.",
                other=meeting.other,
                why=_why_not(plan, end, meeting),
            ),
            _TIE,
            at=0 if end is End.START else plan.length,
        )


def _why_not(plan: WallPlan, end: End, meeting: EndMeeting) -> Message:
    if meeting.lapped_by:
        return message("the {cap_plate} of wall {other} runs through there", other=meeting.lapped_by)
    if plan.standard.top_plates == 1:
        return message("this wall has one {top_plate}")
    if plan.standard.plate_ties is PlateTies.CONNECTORS:
        return message("the crew butts them and ties them with connectors")
    if plan.top.stretches[0 if end is End.START else -1].pitch:
        return message("they rise along this wall and are cut plumb at its end")
    match meeting.joint:
        case Joint.MITER:
            return message("both are cut to the miter of the corner")
        case Joint.SPLICE:
            return message(
                "its {cap_plate} is at another height, or there is none, or there is no room for a lap of 24"
            )
        case _:
            return message("its {cap_plate} is at another height, or there is none, or the walls do not meet square")
