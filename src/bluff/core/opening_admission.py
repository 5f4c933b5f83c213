"""Which openings of a wall can be framed at all, and what gives where one crowds an end or a wall that meets."""

from collections.abc import Sequence

from bluff.core.finding import Code, Finding, Severity
from bluff.core.header import HeaderPlace
from bluff.core.length import Length, format_inches
from bluff.core.opening_fixes import about, highest_head, moved, with_head
from bluff.core.opening_frame import OpeningFrame
from bluff.core.schools import End
from bluff.core.size import SMALLEST
from bluff.core.wall_plan import WallPlan


def admit(plan: WallPlan) -> tuple[list[OpeningFrame], list[Finding]]:
    """The openings that can be framed, in order along the wall, and why the others cannot.

    Of two that need the same wood the one entered first stays, so that adding an opening never
    changes what is already marked.
    """
    admitted: list[OpeningFrame] = []
    findings: list[Finding] = []
    for placed in plan.openings:
        frame = OpeningFrame(plan, placed)
        reason = _outside_the_wall(frame) or _overlap(frame, admitted)
        if reason:
            findings.append(reason)
        else:
            admitted.append(frame)
    return sorted(admitted, key=lambda frame: frame.pack_start), findings


def _outside_the_wall(frame: OpeningFrame) -> Finding | None:
    """An opening that runs off the wall at an end, above the plates or below them."""
    plan, placed = frame.plan, frame.placed
    start, end = frame.pack_start, frame.pack_end
    if start < 0 or end > plan.length:
        over, which = (-start, "start") if start < 0 else (end - plan.length, "end")
        fits = end - start <= plan.length
        do = f"Move it {format_inches(over)} or more along the wall." if fits else "The wall is too short for it."
        shift = over if start < 0 else -over
        return about(
            frame,
            Code.OPENING_OFF_WALL,
            Severity.ERROR,
            f"{placed.id} with its kings needs {format_inches(end - start)} and runs {format_inches(over)} past the "
            f"{which} of the wall, so it is left out.",
            do,
            fix=moved(frame, shift) if fits else None,
            fix_label=f"Move it {format_inches(over)}",
        )
    if placed.head.value > plan.underside.value:
        over = placed.head.value - plan.underside.value
        return about(
            frame,
            Code.OPENING_TOO_HIGH,
            Severity.ERROR,
            f"The head of {placed.id} is at {format_inches(placed.head.value)}, {format_inches(over)} above the "
            f"underside of the top plates, so it is left out.",
            "Lower the head or make the studs longer.",
            fix=with_head(frame, head := highest_head(frame)),
            fix_label=f"Lower its head to {format_inches(head)}",
        )
    is_deep = placed.header.header.place is HeaderPlace.TO_PLATE
    if is_deep and (room := placed.head.value - plan.bottom.value) < SMALLEST:
        return about(
            frame,
            Code.HEADER_DOES_NOT_FIT,
            Severity.ERROR,
            f"The header of {placed.id}, {placed.header}, leaves {format_inches(max(room, 0))} above the bottom plate, "
            "so the opening is left out.",
            "Make the studs longer, or have the designer choose a shallower header.",
        )
    if frame.has_sill and frame.bottom_cripple_length.value < 0:
        over = -frame.bottom_cripple_length.value
        return about(
            frame,
            Code.OPENING_BELOW_PLATE,
            Severity.ERROR,
            f"{placed.id} is {format_inches(placed.rough.height.value)} high under a head at "
            f"{format_inches(placed.head.value)}: its sill would be {format_inches(over)} below the bottom plate, "
            "so it is left out.",
            "Raise the head, or check whether it is a door.",
            fix=with_head(frame, placed.head.value + over),
            fix_label=f"Raise its head to {format_inches(placed.head.value + over)}",
        )
    return None


def _overlap(frame: OpeningFrame, admitted: Sequence[OpeningFrame]) -> Finding | None:
    for other in admitted:
        over = min(frame.pack_end, other.pack_end) - max(frame.pack_start, other.pack_start)
        if over > 0:
            shift = _clear_of(frame, other.pack_start, other.pack_end, admitted)
            return about(
                frame,
                Code.OPENINGS_OVERLAP,
                Severity.ERROR,
                f"{frame.placed.id} and {other.placed.id} share {format_inches(over)} of wall, kings and jacks "
                f"included, so {frame.placed.id} is left out.",
                f"Move {frame.placed.id}, or take the two as one wide opening with a mullion.",
                fix=None if shift is None else moved(frame, shift),
                fix_label=None if shift is None else f"Move it {format_inches(abs(shift))}",
            )
    return None


def crowds_end(frame: OpeningFrame, end: End) -> Finding | None:
    """An outermost king so near the wall's end that the end stud has no room, yet does not stand on it.

    A king exactly at the end takes the end stud's place and is no fault.
    """
    plan = frame.plan
    room = frame.pack_start - plan.stands_from if end is End.START else plan.stands_to - frame.pack_end
    thick = frame.thickness
    if not 0 < room < thick:
        return None
    shift = thick - room if end is End.START else room - thick
    return about(
        frame,
        Code.OPENING_CROWDS_END,
        Severity.ERROR,
        f"Between the {end} of the wall and the king of {frame.placed.id} is {format_inches(room)}, too little for "
        "the end stud, which is left out.",
        f"Move it {format_inches(abs(shift))}, or right to the end so that the king is the end stud.",
        fix=moved(frame, shift),
        fix_label=f"Move it {format_inches(abs(shift))}",
    )


def crowds_meeting(
    frame: OpeningFrame,
    other: str,
    body: tuple[Length, Length],
    extent: tuple[Length, Length],
    others: Sequence[OpeningFrame],
) -> Finding:
    """An opening whose kings stand where the wood of a corner or intersection would, or that the other wall ends in.

    What gives is the opening, as far as it must and where it can: to the side where it moves less, unless another
    opening or the wall's end is in the way there.

    Args:
        frame: The opening.
        other: The wall whose wood gave way.
        body: What that wall takes up of the plate.
        extent: The same with its wood.
        others: The wall's other openings.
    """
    shifts = _either_way(frame, *extent)
    shift = _clear_of(frame, *extent, others)
    both = " or ".join(f"{format_inches(abs(by))} toward the {End.START if by < 0 else End.END}" for by in shifts)
    do = f"Move {frame.placed.id} {both}, or settle with the drywallers what backs the corner."
    if shift is None:
        do = f"It has no room to either side: a smaller opening, or settle with the drywallers what backs wall {other}."
    placed, (near, far) = frame.placed, body
    is_hit = placed.start.value < far and near < placed.end
    severity, text = Severity.WARNING, f"{placed.id} stands where the wood for wall {other} would; that wood gave way."
    if is_hit:
        severity = Severity.ERROR
        text = (
            f"Wall {other} ends in {placed.id}: it stands from {format_inches(near)} to {format_inches(far)}, and the "
            f"opening is from {format_inches(placed.start.value)} to {format_inches(placed.end)}."
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


def _either_way(frame: OpeningFrame, start: Length, end: Length) -> list[Length]:
    """How far an opening would move to stand clear of a stretch, the shorter way first."""
    return sorted((start - frame.pack_end, end - frame.pack_start), key=abs)


def _clear_of(frame: OpeningFrame, start: Length, end: Length, others: Sequence[OpeningFrame]) -> Length | None:
    """The shorter way clear of a stretch on which there is room."""
    return next((shift for shift in _either_way(frame, start, end) if _has_room(frame, shift, others)), None)


def _has_room(frame: OpeningFrame, shift: Length, others: Sequence[OpeningFrame]) -> bool:
    """Whether an opening moved along its wall stays in it and off its neighbours, and leaves room for end studs."""
    start, end = frame.pack_start + shift, frame.pack_end + shift
    beside = (start - frame.plan.stands_from, frame.plan.stands_to - end)
    if any(room != 0 and room < frame.thickness for room in beside):
        return False
    return not any(one.overlaps(start, end) for one in others if one is not frame)
