"""Openings so near to an end of their wall, or to a wall that meets it, that other wood gives way."""

from collections.abc import Iterator, Sequence

from bluff.core.checks.about import about, clear_of, either_way, move_it, moved
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.core.wall.framing import Crowded, Framing
from bluff.core.wall.opening_frame import OpeningFrame


def check_crowding(framing: Framing) -> Iterator[Finding]:
    """Every end stud, corner and intersection that an opening stands in the way of."""
    for crowded in framing.crowded:
        yield _crowds_meeting(crowded, framing.openings)
    for opening in framing.openings:
        for end in End:
            yield from _crowds_end(opening, end)


def _crowds_end(frame: OpeningFrame, end: End) -> Iterator[Finding]:
    """An outermost king so near the wall's end that the end stud has no room, yet does not stand on it.

    A king exactly at the end takes the end stud's place and is no fault.
    """
    plan, thick = frame.plan, frame.thickness
    room = frame.pack.start - plan.stands_from if end is End.START else plan.stands_to - frame.pack.end
    if not 0 < room < thick:
        return
    shift = thick - room if end is End.START else room - thick
    yield about(
        frame,
        Code.OPENING_CROWDS_END,
        Severity.ERROR,
        message(
            "There is {room:length} between the start of the wall and the {king} of {opening}, too little for the "
            "{end_stud}. The {end_stud} is left out."
            if end is End.START
            else "There is {room:length} between the end of the wall and the {king} of {opening}, too little for the "
            "{end_stud}. The {end_stud} is left out.",
            room=room,
            opening=frame.placed.id,
        ),
        message(
            "Move it {shift:length}, or all the way to the end so that the {king} is the {end_stud}.", shift=abs(shift)
        ),
        fix=moved(frame, shift),
        fix_label=move_it(shift),
    )


def _crowds_meeting(crowded: Crowded, others: Sequence[OpeningFrame]) -> Finding:
    """An opening whose kings stand where the wood of a corner or intersection would, or that the other wall ends in.

    What gives is the opening, as far as it must and where it can: to the side where it moves less, unless another
    opening or the wall's end is in the way there.
    """
    frame, assembly = crowded.opening, crowded.assembly
    placed, other, body = frame.placed, assembly.other, assembly.body
    shift = clear_of(frame, assembly.extent, others)
    if shift is None:
        do = message(
            "It has no room on either side. Choose a smaller opening, or work out with the drywall crew what backs "
            "wall {other}.",
            other=other,
        )
    else:
        first, second = (_moved_toward(by) for by in either_way(frame, assembly.extent))
        do = message(
            "Move {opening} {first} or {second}, or work out with the drywall crew what backs the corner.",
            opening=placed.id,
            first=first,
            second=second,
        )
    severity = Severity.WARNING
    text = message(
        "{opening} is where the {backing} for wall {other} would go. That {backing} is left out.",
        opening=placed.id,
        other=other,
    )
    if placed.span.overlaps(body):
        severity = Severity.ERROR
        text = message(
            "Wall {other} ends in {opening}: the wall is from {start:length} to {end:length}, and the opening from "
            "{near:length} to {far:length}.",
            other=other,
            opening=placed.id,
            start=body.start,
            end=body.end,
            near=placed.start.value,
            far=placed.end,
        )
    return about(
        frame,
        Code.OPENING_CROWDS_MEETING,
        severity,
        text,
        do,
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else move_it(shift),
    )


def _moved_toward(by: Length) -> Message:
    if by < 0:
        return message("{by:length} toward the start", by=-by)
    return message("{by:length} toward the end", by=by)
