"""What is wrong, or worth knowing, where walls meet in the plan."""

from collections.abc import Iterator
from math import atan2, degrees

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End, Line
from bluff.core.message import Message, message
from bluff.core.plan.loose_ends import LooseEnd
from bluff.core.plan.meeting import EndMeeting
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import Crossed, WallPlan


def check_meetings(framing: Framing) -> Iterator[Finding]:
    """Walls that run through each other or lie in one place, ends cut at an angle, ends that join nothing."""
    plan = framing.plan
    yield from _loose_ends(plan)
    yield from (_cross(crossed) for crossed in plan.crossed)
    for other in plan.meetings.overlaps:
        yield Finding(
            Code.WALLS_OVERLAP,
            Severity.ERROR,
            message("Wall {other} and this one overlap. Each is framed as if the other were not there.", other=other),
            message("Delete one of the two, or end one where the other starts."),
        )
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting and meeting.short:
            yield _angled_end(plan, end, meeting)
    yield from _over_others(plan)


def _cross(crossed: Crossed) -> Finding:
    # Where only the longer can be split, that is the fix.
    fix = crossed.parts or crossed.other_parts
    other_fix = crossed.other_parts if crossed.parts else None
    return Finding(
        Code.WALLS_CROSS,
        Severity.ERROR,
        message("Wall {other} crosses this one. Each is laid out as if the other were not there.", other=crossed.other),
        message("Let one of them run through, and split the other into two walls that butt against it.")
        if fix
        else message(
            "An opening or an end is in the way. Move it, then split one of the walls into two that butt against the "
            "other."
        ),
        fix=fix,
        fix_label=message("Split {wall}", wall=fix.id) if fix else None,
        other_fix=other_fix,
        other_fix_label=message("Split {wall}", wall=other_fix.id) if other_fix else None,
    )


def _angled_end(plan: WallPlan, end: End, meeting: EndMeeting) -> Finding:
    # A saw is set to half a degree.
    bevel = round(2 * degrees(atan2(meeting.short, plan.stud.width))) / 2
    return Finding(
        Code.ANGLED_END,
        Severity.INFO,
        message(
            "The plates are cut at {degrees} degrees at wall {other}, long point on the left: {short:length} from long "
            "point to short point. The {end_stud} stands square at the short point."
            if meeting.long_side is Line.LEFT
            else "The plates are cut at {degrees} degrees at wall {other}, long point on the right: {short:length} "
            "from long point to short point. The {end_stud} stands square at the short point.",
            degrees=f"{bevel:g}",
            other=meeting.other,
            short=meeting.short,
        ),
        message(
            "Measure the plates to the long point. Fill the {short:length} beyond the {end_stud} with a piece ripped "
            "to the bevel, so that the sheets have wood at the corner.",
            short=meeting.short,
        ),
        at=0 if end is End.START else plan.length,
    )


def _over_others(plan: WallPlan) -> Iterator[Finding]:
    """Ends that stand over the wall they butt into: up there is nothing to nail them to."""
    for end, other, there in plan.over:
        place = 0 if end is End.START else plan.length
        over = plan.top.at(place) - there
        yield Finding(
            Code.END_STANDS_OVER,
            Severity.INFO,
            message(
                "At its start this wall is {over:length} higher than wall {other}. Above {there:length} its {end_stud} "
                "has nothing beside it."
                if end is End.START
                else "At its end this wall is {over:length} higher than wall {other}. Above {there:length} its "
                "{end_stud} has nothing beside it.",
                over=over,
                other=other,
                there=there,
            ),
            message(
                "Nail it to wall {other} below, brace it above, and tie it to the wall or roof over {other} as drawn.",
                other=other,
            ),
            at=place,
        )


def _loose_ends(plan: WallPlan) -> Iterator[Finding]:
    for loose in plan.loose_ends:
        yield Finding(
            Code.END_NOT_JOINED,
            Severity.WARNING,
            _stops_short(loose),
            message("Extend it to wall {other}, or move it away if it is meant to stand free.", other=loose.other),
            at=0 if loose.end is End.START else plan.length,
            fix=loose.fix,
            fix_label=message("Join it to {wall}", wall=loose.other) if loose.fix else None,
        )


def _stops_short(loose: LooseEnd) -> Message:
    is_start = loose.end is End.START
    if not loose.gap:
        return message(
            "The start of this wall stops beside wall {other} without joining it."
            if is_start
            else "The end of this wall stops beside wall {other} without joining it.",
            other=loose.other,
        )
    return message(
        "The start of this wall stops {gap:length} short of wall {other}."
        if is_start
        else "The end of this wall stops {gap:length} short of wall {other}.",
        gap=loose.gap,
        other=loose.other,
    )
