"""What is wrong, or worth knowing, where walls meet in the plan."""

from collections.abc import Iterator
from math import atan2, degrees

from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End
from bluff.core.measure.length import format_inches
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
            f"Wall {other} lies in the same place as this one for some way; each is framed as if the other were not "
            "there.",
            "Take one of them out, or end the one where the other starts.",
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
        f"Wall {crossed.other} runs right through this one; each plate is laid out as if the other were not there.",
        "Let one of them run through, and make two walls of the other that butt against it."
        if fix
        else "An opening or an end is in the way: move it, then make two walls of one of them that butt against the "
        "other.",
        fix=fix,
        fix_label=f"Make two of {fix.id}" if fix else None,
        other_fix=other_fix,
        other_fix_label=f"Make two of {other_fix.id}" if other_fix else None,
    )


def _angled_end(plan: WallPlan, end: End, meeting: EndMeeting) -> Finding:
    # A saw is set to half a degree.
    bevel = round(2 * degrees(atan2(meeting.short, plan.stud.width))) / 2
    return Finding(
        Code.ANGLED_END,
        Severity.INFO,
        f"The plates end at {bevel:g} degrees at wall {meeting.other}, long point on the {meeting.long_side}: "
        f"{format_inches(meeting.short)} from long to short point. The end stud stands square at the short point.",
        f"Measure the plates to the long point, and fill the {format_inches(meeting.short)} beyond the end stud with a "
        "piece ripped to the bevel, so that the sheets have wood at the corner.",
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
            f"At its {end} this wall is {format_inches(over)} higher than wall {other}: above "
            f"{format_inches(there)} its end stud has nothing beside it.",
            f"Nail it to wall {other} below, brace it above, and have the wall or roof that goes on over {other} tied "
            "to it as drawn.",
            at=place,
        )


def _loose_ends(plan: WallPlan) -> Iterator[Finding]:
    for loose in plan.loose_ends:
        apart = f"{format_inches(loose.gap)} from" if loose.gap else "beside"
        yield Finding(
            Code.END_NOT_JOINED,
            Severity.WARNING,
            f"The {loose.end} of this wall stops {apart} wall {loose.other} without joining it.",
            f"Draw it up to wall {loose.other}, or clear of it where it is meant to stand free.",
            at=0 if loose.end is End.START else plan.length,
            fix=loose.fix,
            fix_label=f"Join it to {loose.other}" if loose.fix else None,
        )
