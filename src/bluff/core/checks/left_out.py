"""Openings and posts that are not framed: why, and what would make room for them."""

from collections.abc import Iterator
from dataclasses import replace

from bluff.core.checks.about import about, clear_of, either_way, highest_head, move_it, moved, with_head, with_post
from bluff.core.job.edit import Edit
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.position import At, FromOpening, FromPlate, FromWall, Reference
from bluff.core.job.schools import End
from bluff.core.measure.length import half
from bluff.core.measure.shapes import Span
from bluff.core.message import Message, follow, message
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
    is_before = pack.start < 0
    over = -pack.start if is_before else pack.end - length
    fits = pack.length <= length
    return about(
        frame,
        Code.OPENING_OFF_WALL,
        Severity.ERROR,
        message(
            "{opening} with its {king:many} needs {needed:length} and runs {over:length} past the start of the wall, "
            "so it is left out."
            if is_before
            else "{opening} with its {king:many} needs {needed:length} and runs {over:length} past the end of the "
            "wall, so it is left out.",
            opening=frame.placed.id,
            needed=pack.length,
            over=over,
        ),
        message("Move it {over:length} or more along the wall.", over=over)
        if fits
        else message("The wall is too short for it. Choose a smaller opening."),
        fix=moved(frame, over if is_before else -over) if fits else None,
        fix_label=move_it(over),
    )


def _too_high(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    head, highest = frame.placed.head.value, highest_head(frame)
    over = head - frame.plan.ceiling.lowest_over(Span(frame.header_start, frame.header_end))
    return about(
        frame,
        Code.OPENING_TOO_HIGH,
        Severity.ERROR,
        message(
            "The head of {opening} is at {head:length}, {over:length} above the underside of the {top_plate:many}, so "
            "the opening is left out.",
            opening=frame.placed.id,
            head=head,
            over=over,
        ),
        message("Lower the head or make the {stud:many} longer."),
        fix=with_head(frame, highest),
        fix_label=message("Lower its head to {head:length}", head=highest - frame.placed.story.value),
    )


def _header_too_deep(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    placed = frame.placed
    room = placed.head.value - frame.plan.bottom.value
    return about(
        frame,
        Code.HEADER_DOES_NOT_FIT,
        Severity.ERROR,
        message(
            "The {header} of {opening}, {built}, leaves {room:length} above the {bottom_plate}, so the opening is left "
            "out.",
            opening=placed.id,
            built=placed.header.called,
            room=max(room, 0),
        ),
        message("Make the {stud:many} longer, or have the designer choose a shallower {header}."),
    )


def _below_plate(refused: RefusedOpening) -> Finding:
    frame = refused.frame
    placed, head = frame.placed, frame.placed.head.value
    over = -frame.bottom_cripple_length.value
    return about(
        frame,
        Code.OPENING_BELOW_PLATE,
        Severity.ERROR,
        message(
            "{opening} is {height:length} high under a head at {head:length}. Its {sill} would be {over:length} below "
            "the {bottom_plate}, so the opening is left out.",
            opening=placed.id,
            height=placed.rough.height.value,
            head=head,
            over=over,
        ),
        message("Raise the head, or check whether it is a door."),
        fix=with_head(frame, head + over),
        fix_label=message("Raise its head to {head:length}", head=head + over - frame.placed.story.value),
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
        message(
            "{opening} and {other} share {shared:length} of wall, {king:many} and {jack:many} included, so {opening} "
            "is left out.",
            opening=mine,
            other=other.placed.id,
            shared=frame.pack.shared(other.pack),
        ),
        message("Move {opening}, or make the two one wide opening with a mullion.", opening=mine),
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else move_it(shift),
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
    label = message(
        "Raise its head to {head:length}" if is_upper else "Lower its head to {head:length}",
        head=head - frame.placed.story.value,
    )
    if fix is None and (shift := clear_of(frame, other.pack, refused.admitted)) is not None:
        fix, label = moved(frame, shift), move_it(shift)
    return about(
        frame,
        Code.OPENINGS_TOO_CLOSE,
        Severity.ERROR,
        message(
            "{upper} is above {lower}, and its {sill} would be {over:length} below the top of the {header} of {lower}, "
            "so {opening} is left out.",
            upper=upper.opening,
            lower=lower.opening,
            over=over,
            opening=mine.opening,
        ),
        message("Leave more height between the two, or make them one opening with a transom."),
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
        message(
            "{King:many} or {jack:many} of {opening} and {other}, one above the other, would overlap, so {opening} is "
            "left out.",
            opening=mine,
            other=theirs,
        ),
        message(
            "Line the two up, or move {opening} until its {king:many} are clear of {other}.", opening=mine, other=theirs
        ),
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else move_it(shift),
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
            message(
                "{mark} has no place: it is on floor {floor}, and this wall has no story line for that floor.",
                mark=lost.mark,
                floor=lost.floor,
            ),
            message("Enter the story lines of the wall, or put {mark} on floor 0.", mark=lost.mark),
            opening=lost.mark,
        )
    match lost.position:
        case At(origin=FromWall(wall)):
            text = message(
                "{mark} has no place: it is measured from wall {wall}, which does not meet this wall.",
                mark=lost.mark,
                wall=wall,
            )
        case At(origin=FromOpening(other)) if lost.is_circle:
            text = message(
                "{mark} has no place: it is measured from {other}, which is in turn measured from it.",
                mark=lost.mark,
                other=other,
            )
        case At(origin=FromOpening(other)):
            text = message(
                "{mark} has no place: it is measured from {other}, which is not in this wall.",
                mark=lost.mark,
                other=other,
            )
        case _:
            raise AssertionError(f"{lost.mark} is measured from its own wall and has a place")
    return Finding(
        Code.OPENING_REFERENCE,
        Severity.ERROR,
        text,
        message("Measure it from an end of the plate, or from something that has a place."),
        opening=lost.mark if lost.is_opening else None,
    )


def _post_refused(refused: RefusedPost, framing: Framing) -> Finding:
    frame = refused.frame
    fixed = _moved_clear(refused, framing)
    return Finding(
        Code.POST_LEFT_OUT,
        Severity.ERROR,
        _why(refused),
        follow(message("Move one of the two, as the drawings show."), VERIFY),
        at=min(max(frame.placed.start.value, 0), frame.plan.length),
        fix=fixed[0] if fixed else None,
        fix_label=fixed[1] if fixed else None,
    )


def _why(refused: RefusedPost) -> Message:
    mark = refused.frame.placed.post.id
    match refused.why, refused.other:
        case Unfit.OFF_WALL, _:
            return message("{Post} {mark} runs past an end of the wall, so it is left out.", mark=mark)
        case _, OpeningFrame() as opening:
            return message(
                "{Post} {mark} stands in {opening} or on its {king:many}, so it is left out.",
                mark=mark,
                opening=opening.placed.id,
            )
        case _, PostFrame() as post:
            return message(
                "{Post} {mark} stands in the same place as {post} {other}, so it is left out.",
                mark=mark,
                other=post.placed.post.id,
            )
        case _:
            return message("{Post} {mark} has a beam that lies on the {bottom_plate}, so it is left out.", mark=mark)


def _moved_clear(refused: RefusedPost, framing: Framing) -> tuple[Edit, Message] | None:
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
    center = placed.start.value + half(placed.width) + shift
    post = replace(placed.post, position=At(Reference.CENTER, center, FromPlate(End.START)))
    return with_post(plan.wall, post), move_it(shift)
