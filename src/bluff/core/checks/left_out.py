"""Openings and posts that are not framed: why, and what would make room for them."""

from collections.abc import Iterator
from dataclasses import replace

from bluff.core.checks.about import about, clear_of, either_way, highest_head, moved, with_head, with_post
from bluff.core.job.edit import Edit
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.position import At, FromOpening, FromPlate, FromWall, Reference
from bluff.core.job.schools import End
from bluff.core.measure.length import format_inches, half
from bluff.core.measure.shapes import Span
from bluff.core.wall.admission import RefusedOpening, RefusedPost, Unfit, has_room
from bluff.core.wall.framing import Framing
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.placed import NoPlace
from bluff.core.wall.posts import PostFrame


def check_left_out(framing: Framing) -> Iterator[Finding]:
    """Every opening and post that could not be framed, and posts that somebody has to answer for."""
    for opening in framing.refused_openings:
        yield _REFUSED[opening.why](opening)
    for post in framing.refused_posts:
        yield _post_refused(post, framing)
    for lost in framing.plan.lost:
        yield _without_place(lost)


def _off_wall(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    pack, length = frame.pack, frame.plan.length
    over, which = (-pack.start, "start") if pack.start < 0 else (pack.end - length, "end")
    fits = pack.length <= length
    do = f"Move it {format_inches(over)} or more along the wall." if fits else "The wall is too short for it."
    return about(
        frame,
        Code.OPENING_OFF_WALL,
        Severity.ERROR,
        f"{frame.placed.id} with its kings needs {format_inches(pack.length)} and runs {format_inches(over)} past the "
        f"{which} of the wall, so it is left out.",
        do,
        fix=moved(frame, over if pack.start < 0 else -over) if fits else None,
        fix_label=f"Move it {format_inches(over)}",
    )


def _too_high(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    head, highest = frame.placed.head.value, highest_head(frame)
    over = head - frame.plan.ceiling.lowest_over(Span(frame.header_start, frame.header_end))
    return about(
        frame,
        Code.OPENING_TOO_HIGH,
        Severity.ERROR,
        f"The head of {frame.placed.id} is at {format_inches(head)}, {format_inches(over)} above the underside of the "
        "top plates, so it is left out.",
        "Lower the head or make the studs longer.",
        fix=with_head(frame, highest),
        fix_label=f"Lower its head to {format_inches(highest - frame.placed.storey.value)}",
    )


def _header_too_deep(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    placed = frame.placed
    room = placed.head.value - frame.plan.bottom.value
    return about(
        frame,
        Code.HEADER_DOES_NOT_FIT,
        Severity.ERROR,
        f"The header of {placed.id}, {placed.header}, leaves {format_inches(max(room, 0))} above the bottom plate, so "
        "the opening is left out.",
        "Make the studs longer, or have the designer choose a shallower header.",
    )


def _below_plate(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    placed, head = frame.placed, frame.placed.head.value
    over = -frame.bottom_cripple_length.value
    return about(
        frame,
        Code.OPENING_BELOW_PLATE,
        Severity.ERROR,
        f"{placed.id} is {format_inches(placed.rough.height.value)} high under a head at {format_inches(head)}: its "
        f"sill would be {format_inches(over)} below the bottom plate, so it is left out.",
        "Raise the head, or check whether it is a door.",
        fix=with_head(frame, head + over),
        fix_label=f"Raise its head to {format_inches(head + over - frame.placed.storey.value)}",
    )


def _in_its_way(refused: RefusedOpening) -> OpeningFrame:
    if refused.other is None:
        raise AssertionError("whatever is in the way is named")
    return refused.other


def _in_the_way(refused: RefusedOpening) -> Finding:
    frame, other = refused.frame, _in_its_way(refused)
    mine, shift = frame.placed.id, clear_of(frame, other.pack, refused.admitted)
    return about(
        frame,
        Code.OPENINGS_OVERLAP,
        Severity.ERROR,
        f"{mine} and {other.placed.id} share {format_inches(frame.pack.shared(other.pack))} of wall, kings and jacks "
        f"included, so {mine} is left out.",
        f"Move {mine}, or take the two as one wide opening with a mullion.",
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else f"Move it {format_inches(abs(shift))}",
    )


def _no_room_between(refused: RefusedOpening) -> Finding:
    frame, other = refused.frame, _in_its_way(refused)
    mine, theirs = frame.seen, other.seen
    is_upper = mine.is_above(theirs)
    upper, lower = (mine, theirs) if is_upper else (theirs, mine)
    over = lower.shelf.at.value - upper.lid.at.value
    up = over if is_upper else -over
    head = frame.placed.head.value + up
    fix = with_head(frame, head) if has_room(frame, refused.admitted, up=up) else None
    label = f"{'Raise' if is_upper else 'Lower'} its head to {format_inches(head - frame.placed.storey.value)}"
    if fix is None and (shift := clear_of(frame, other.pack, refused.admitted)) is not None:
        fix, label = moved(frame, shift), f"Move it {format_inches(abs(shift))}"
    return about(
        frame,
        Code.OPENINGS_TOO_CLOSE,
        Severity.ERROR,
        f"{upper.opening} is above {lower.opening}, and its sill would be {format_inches(over)} below the top of the "
        f"header of {lower.opening}, so {mine.opening} is left out.",
        "Give the two more height between them, or take them as one opening with a transom.",
        fix=fix,
        fix_label=label,
    )


def _kings_clash(refused: RefusedOpening) -> Finding:
    frame, other = refused.frame, _in_its_way(refused)
    mine, theirs = frame.placed.id, other.placed.id
    in_line = (other.pack.start - frame.pack.start, other.pack.end - frame.pack.end)
    # Any stud over any other is in line, but what clears this pair may bring the next one half into another.
    over = [one.start - mine.start for one in other.kings_and_jacks() for mine in frame.kings_and_jacks()]
    shifts = sorted((*in_line, half(in_line[0] + in_line[1]), *over, *either_way(frame, other.pack)), key=abs)
    shift = next((shift for shift in shifts if has_room(frame, refused.admitted, along=shift)), None)
    return about(
        frame,
        Code.OPENINGS_OUT_OF_LINE,
        Severity.ERROR,
        f"Kings or jacks of {mine} and {theirs}, one above the other, would stand half in each other, so {mine} is "
        "left out.",
        f"Line the two up, or set {mine} so that its kings stand clear of those of {theirs}.",
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else f"Move it {format_inches(abs(shift))}",
    )


_REFUSED = {
    Unfit.OFF_WALL: _off_wall,
    Unfit.TOO_HIGH: _too_high,
    Unfit.HEADER_TOO_DEEP: _header_too_deep,
    Unfit.BELOW_PLATE: _below_plate,
    Unfit.IN_THE_WAY: _in_the_way,
    Unfit.NO_ROOM_BETWEEN: _no_room_between,
    Unfit.KINGS_CLASH: _kings_clash,
}


def _without_place(lost: NoPlace) -> Finding:
    if lost.floor is not None:
        return Finding(
            Code.OPENING_REFERENCE,
            Severity.ERROR,
            f"{lost.mark} has no place: it is on floor {lost.floor}, and this wall has no storey line for it.",
            f"Give the wall its storey lines, or put {lost.mark} on floor 0.",
            opening=lost.mark,
        )
    match lost.position:
        case At(origin=FromWall(wall)):
            reason = f"wall {wall}, which does not meet this wall"
        case At(origin=FromOpening(other)) if lost.is_circle:
            reason = f"{other}, which is in turn measured from it"
        case At(origin=FromOpening(other)):
            reason = f"{other}, which is not in this wall"
        case _:
            raise AssertionError(f"{lost.mark} is measured from its own wall and has a place")
    return Finding(
        Code.OPENING_REFERENCE,
        Severity.ERROR,
        f"{lost.mark} has no place: it is measured from {reason}.",
        "Measure it from an end of the plate, or from something that has a place.",
        opening=lost.mark if lost.is_opening else None,
    )


def _post_refused(refused: RefusedPost, framing: Framing) -> Finding:
    frame = refused.frame
    fixed = _moved_clear(refused, framing)
    return Finding(
        Code.POST_LEFT_OUT,
        Severity.ERROR,
        f"Post {frame.placed.post.id} {_why(refused)}, so it is left out.",
        f"Move one of the two, as the drawings say. {VERIFY}",
        at=min(max(frame.placed.start.value, 0), frame.plan.length),
        fix=fixed[0] if fixed else None,
        fix_label=fixed[1] if fixed else None,
    )


def _why(refused: RefusedPost) -> str:
    match refused.why, refused.other:
        case Unfit.OFF_WALL, _:
            return "runs past an end of the wall"
        case _, OpeningFrame() as opening:
            return f"stands in {opening.placed.id} or on its kings"
        case _, PostFrame() as post:
            return f"stands in the same place as post {post.placed.post.id}"
        case _:
            return "has a beam that lies on the bottom plate"


def _moved_clear(refused: RefusedPost, framing: Framing) -> tuple[Edit, str] | None:
    """The post moved to the nearest free place on its plate, and how far; None where there is none."""
    frame = refused.frame
    plan, span = frame.plan, frame.span
    taken = [*(opening.pack for opening in framing.openings), *(other.span for other in refused.admitted)]
    beside = [plan.stands_from, plan.stands_to - span.length]
    beside += [place for there in taken for place in (there.start - span.length, there.end)]
    room = Span(plan.stands_from, plan.stands_to)
    free = [
        start
        for start in beside
        if room.contains(place := Span(start, start + span.length)) and not any(place.overlaps(one) for one in taken)
    ]
    if not free:
        return None
    shift = min(free, key=lambda start: abs(start - span.start)) - span.start
    if shift == 0:
        return None  # what is wrong is not where it stands
    placed = frame.placed
    centre = placed.start.value + half(placed.width) + shift
    post = replace(placed.post, position=At(Reference.CENTRE, centre, FromPlate(End.START)))
    return with_post(plan.wall, post), f"Move it {format_inches(abs(shift))}"
