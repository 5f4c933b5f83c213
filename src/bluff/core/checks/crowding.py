"""Openings so near to an end of their wall, or to a wall that meets it, that other wood gives way."""

from collections.abc import Iterator, Sequence

from bluff.core.checks.about import about, clear_of, either_way, moved
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.schools import End
from bluff.core.measure.length import format_inches
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
        f"Between the {end} of the wall and the king of {frame.placed.id} is {format_inches(room)}, too little for "
        "the end stud, which is left out.",
        f"Move it {format_inches(abs(shift))}, or right to the end so that the king is the end stud.",
        fix=moved(frame, shift),
        fix_label=f"Move it {format_inches(abs(shift))}",
    )


def _crowds_meeting(crowded: Crowded, others: Sequence[OpeningFrame]) -> Finding:
    """An opening whose kings stand where the wood of a corner or intersection would, or that the other wall ends in.

    What gives is the opening, as far as it must and where it can: to the side where it moves less, unless another
    opening or the wall's end is in the way there.
    """
    frame, assembly = crowded.opening, crowded.assembly
    placed, other, body = frame.placed, assembly.other, assembly.body
    shift = clear_of(frame, assembly.extent, others)
    both = " or ".join(
        f"{format_inches(abs(by))} toward the {End.START if by < 0 else End.END}"
        for by in either_way(frame, assembly.extent)
    )
    do = f"Move {placed.id} {both}, or settle with the drywallers what backs the corner."
    if shift is None:
        do = f"It has no room to either side: a smaller opening, or settle with the drywallers what backs wall {other}."
    severity, text = Severity.WARNING, f"{placed.id} stands where the wood for wall {other} would; that wood gave way."
    if placed.span.overlaps(body):
        severity = Severity.ERROR
        text = (
            f"Wall {other} ends in {placed.id}: it stands from {format_inches(body.start)} to "
            f"{format_inches(body.end)}, and the opening is from {format_inches(placed.start.value)} to "
            f"{format_inches(placed.end)}."
        )
    return about(
        frame,
        Code.OPENING_CROWDS_MEETING,
        severity,
        text,
        do,
        fix=None if shift is None else moved(frame, shift),
        fix_label=None if shift is None else f"Move it {format_inches(abs(shift))}",
    )
