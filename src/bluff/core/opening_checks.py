"""What can be wrong with one opening in one wall, and which openings can be framed at all."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from bluff.core.edit import ChangeOpening, Edit, MoveOpening
from bluff.core.finding import Code, Finding, Severity
from bluff.core.header import Header, HeaderKind, HeaderPlace, Source, plies_that_fill
from bluff.core.job import Sizing
from bluff.core.length import Length, format_inches, inches
from bluff.core.lumber import HEADER_PLIES
from bluff.core.opening_frame import OpeningFrame
from bluff.core.position import At, FromOutside, FromPlate
from bluff.core.schools import End, Heads, SillTop
from bluff.core.size import SMALLEST, Size
from bluff.core.wall_plan import WallPlan

SHORT_CRIPPLE: Length = inches(3)
"""Nails split shorter ones. Source: docs/rules.md, Around an opening."""

_SHORT = {
    "top": "Use a solid filler, or a header of another depth.",
    "bottom": "Use a solid filler, or a second sill.",
}
_NO_AUTHORITY = {
    Source.HABIT: "is the crew's habit",
    Source.UNVERIFIED: "is only what the standard has",
}
VERIFY = "Follow the approved drawings or a licensed designer."


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


def check_opening(frame: OpeningFrame) -> Iterator[Finding]:
    """Everything to be said about an opening that is framed."""
    yield from _rough_by_default(frame)
    yield from _header_fits(frame)
    yield from _header_under_plates(frame)
    yield from _header_hangs(frame)
    yield from _hollow(frame)
    yield from _sill_drains(frame)
    yield from _head_given(frame)
    yield from _header_fills_wall(frame)
    yield from _header_source(frame)
    yield from _flat_header_bears(frame)
    yield from _short_cripples(frame)


def check_heads(frames: Iterable[OpeningFrame]) -> Iterator[Finding]:
    """Heads that do not line up with the first one in the wall."""
    first: OpeningFrame | None = None
    for frame in frames:
        first = first or frame
        head, lead = frame.placed.head.value, first.placed.head.value
        if head != lead and frame.placed.standard.heads is Heads.ONE:
            above = "higher" if head > lead else "lower"
            yield _about(
                frame,
                Code.HEADS_DIFFER,
                Severity.INFO,
                f"The head of {frame.placed.id} is at {format_inches(head)}, {format_inches(abs(head - lead))} {above} "
                f"than {first.placed.id} at {format_inches(lead)}.",
                "Check the elevations; trim lines usually run through.",
                fix=_with_head(frame, lead),
                fix_label=f"Put its head at {format_inches(lead)}",
            )


def _outside_the_wall(frame: OpeningFrame) -> Finding | None:
    """An opening that runs off the wall at an end, above the plates or below them."""
    plan, placed = frame.plan, frame.placed
    start, end = frame.pack_start, frame.pack_end
    if start < 0 or end > plan.length:
        over, which = (-start, "start") if start < 0 else (end - plan.length, "end")
        fits = end - start <= plan.length
        do = f"Move it {format_inches(over)} or more along the wall." if fits else "The wall is too short for it."
        shift = over if start < 0 else -over
        return _about(
            frame,
            Code.OPENING_OFF_WALL,
            Severity.ERROR,
            f"{placed.id} with its kings needs {format_inches(end - start)} and runs {format_inches(over)} past the "
            f"{which} of the wall, so it is left out.",
            do,
            fix=_moved(frame, shift) if fits else None,
            fix_label=f"Move it {format_inches(over)}",
        )
    if placed.head.value > plan.underside.value:
        over = placed.head.value - plan.underside.value
        return _about(
            frame,
            Code.OPENING_TOO_HIGH,
            Severity.ERROR,
            f"The head of {placed.id} is at {format_inches(placed.head.value)}, {format_inches(over)} above the "
            f"underside of the top plates, so it is left out.",
            "Lower the head or make the studs longer.",
            fix=_with_head(frame, highest := _highest(frame)),
            fix_label=f"Lower its head to {format_inches(highest)}",
        )
    is_deep = placed.header.header.place is HeaderPlace.TO_PLATE
    if is_deep and (room := placed.head.value - plan.bottom.value) < SMALLEST:
        return _about(
            frame,
            Code.HEADER_DOES_NOT_FIT,
            Severity.ERROR,
            f"The header of {placed.id}, {placed.header}, leaves {format_inches(max(room, 0))} above the bottom plate, "
            "so the opening is left out.",
            "Make the studs longer, or have the designer choose a shallower header.",
        )
    if frame.has_sill and frame.bottom_cripple_length.value < 0:
        over = -frame.bottom_cripple_length.value
        return _about(
            frame,
            Code.OPENING_BELOW_PLATE,
            Severity.ERROR,
            f"{placed.id} is {format_inches(placed.rough.height.value)} high under a head at "
            f"{format_inches(placed.head.value)}: its sill would be {format_inches(over)} below the bottom plate, "
            "so it is left out.",
            "Raise the head, or check whether it is a door.",
            fix=_with_head(frame, placed.head.value + over),
            fix_label=f"Raise its head to {format_inches(placed.head.value + over)}",
        )
    return None


def _overlap(frame: OpeningFrame, admitted: Sequence[OpeningFrame]) -> Finding | None:
    for other in admitted:
        over = min(frame.pack_end, other.pack_end) - max(frame.pack_start, other.pack_start)
        if over > 0:
            shift = _clear_of(frame, other.pack_start, other.pack_end, admitted)
            return _about(
                frame,
                Code.OPENINGS_OVERLAP,
                Severity.ERROR,
                f"{frame.placed.id} and {other.placed.id} share {format_inches(over)} of wall, kings and jacks "
                f"included, so {frame.placed.id} is left out.",
                f"Move {frame.placed.id}, or take the two as one wide opening with a mullion.",
                fix=None if shift is None else _moved(frame, shift),
                fix_label=None if shift is None else f"Move it {format_inches(abs(shift))}",
            )
    return None


def _rough_by_default(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if placed.rough.is_usual:
        width, height = placed.rough.width.value, placed.rough.height.value
        rough = f"{format_inches(width)} x {format_inches(height)}"
        kind = placed.opening.kind.value.replace("-", " ")
        yield _about(
            frame,
            Code.ROUGH_OPENING_BY_DEFAULT,
            Severity.WARNING,
            f"The rough opening of {placed.id}, {rough}, is only a usual one for a {kind}; makers differ.",
            "Take the rough opening from the schedule or the maker's sheet and enter it as rough.",
            fix=_as_scheduled(frame),
            fix_label="The schedule says so too",
        )


def _header_fits(frame: OpeningFrame) -> Iterator[Finding]:
    over = -frame.top_cripple_length.value
    if over <= 0:
        return
    placed = frame.placed
    room = placed.header.depth - over
    where = "between the head and the top plates" if frame.is_raised else "under the top plates"
    yield _about(
        frame,
        Code.HEADER_DOES_NOT_FIT,
        Severity.ERROR,
        f"The header of {placed.id}, {placed.header}, is {format_inches(placed.header.depth)} deep and only "
        f"{format_inches(max(room, 0))} is left {where}: {format_inches(over)} too much. It is left out.",
        "Lower the head, make the studs longer, or have the designer choose a shallower header.",
        fix=_with_head(frame, highest := _highest(frame)),
        fix_label=f"Lower its head to {format_inches(highest)}",
    )


def _header_under_plates(frame: OpeningFrame) -> Iterator[Finding]:
    """A doorway under a header that sits tight under the top plates: its head is what the header leaves."""
    placed = frame.placed
    if placed.header.header.place is not HeaderPlace.TO_PLATE or frame.has_sill:
        return
    needed = placed.rough.height.value
    over = placed.head.value - needed
    if over < 0:
        yield _about(
            frame,
            Code.HEADER_BELOW_ROUGH,
            Severity.ERROR,
            f"Under its header tight to the plates {placed.id} has {format_inches(placed.head.value)}, "
            f"{format_inches(-over)} less than its rough height of {format_inches(needed)}.",
            "Make the studs longer, or have the designer choose a shallower header.",
        )
    elif over > 0:
        yield _about(
            frame,
            Code.HEADER_ABOVE_ROUGH,
            Severity.INFO,
            f"Under its header tight to the plates {placed.id} has {format_inches(placed.head.value)}, "
            f"{format_inches(over)} more than its rough height of {format_inches(needed)}.",
            f"Fill {format_inches(over)} under the header before the jamb goes in.",
        )


def _header_hangs(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.jack_count == 0:
        yield _about(
            frame,
            Code.HEADER_ON_HANGERS,
            Severity.INFO,
            f"The header of {frame.placed.id} hangs between its kings on two hangers; no jacks stand under it.",
            f"Have two hangers for {frame.placed.header} on site. {VERIFY}",
        )


def _hollow(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header
    if header.header.kind is HeaderKind.BOX:
        yield _about(
            frame,
            Code.HEADER_HOLLOW,
            Severity.INFO,
            f"The header of {frame.placed.id} is hollow, {format_inches(header.between)} between its plies.",
            "Fill it with insulation before sheets or drywall close it.",
        )


def _sill_drains(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if frame.has_sill and placed.is_floating and placed.standard.sill_top is SillTop.SLOPED:
        yield _about(
            frame,
            Code.SILL_NOT_SLOPED,
            Severity.INFO,
            f"The jacks of {placed.id} stand on its sill, so the sill is kept flat.",
            "Lay a beveled strip on it between the jacks, or run the jacks to the plate.",
        )


def _head_given(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    ways = placed.opening.ways
    is_deep = placed.header.header.place is HeaderPlace.TO_PLATE
    if placed.standard.heads is Heads.PER_OPENING and frame.has_sill and ways.head_height is None and not is_deep:
        yield _about(
            frame,
            Code.HEAD_HEIGHT_NOT_GIVEN,
            Severity.INFO,
            f"Every opening has a head height of its own here, and nobody has given that of {placed.id}; it is taken "
            f"as {format_inches(placed.head.value)}.",
            "Read it off the elevation and enter it.",
        )


def _header_fills_wall(frame: OpeningFrame) -> Iterator[Finding]:
    placed, stud = frame.placed, frame.plan.stud
    thickness = placed.header.thickness.value
    if thickness == stud.width:
        return
    header = placed.header.header
    plies = plies_that_fill(header, stud, placed.standard.board)
    short = stud.width - thickness
    remedy = f"{format_inches(short)} of furring fills it" if short > 0 else "it stands proud of the wall"
    instead = f"{plies} plies of {placed.header.board.nominal} would fill it" if plies else "choose another build-up"
    filled = replace(header, plies=plies) if plies else replace(header, is_furred=True) if short > 0 else None
    yield _about(
        frame,
        Code.HEADER_THICKNESS,
        Severity.WARNING,
        f"The header of {placed.id}, {placed.header}, is {format_inches(thickness)} thick in a wall of "
        f"{format_inches(stud.width)}: {remedy}, or {instead}.",
        f"Choose plies or furring so that both faces get nailing. {VERIFY}",
        fix=_with_header(frame, filled) if filled else None,
        fix_label=f"Make it {plies} plies" if plies else f"Fur it out {format_inches(short)}",
    )


def _header_source(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header.header
    if not header.source.is_verified:
        yield _about(
            frame,
            Code.HEADER_SOURCE_UNVERIFIED,
            Severity.INFO,
            f"The header of {frame.placed.id}, {frame.placed.header}, {_NO_AUTHORITY[header.source]}; nobody has said "
            "that the drawings ask for it.",
            f"Check it against the drawings and say so. {VERIFY}",
            fix=_with_header(frame, replace(header, source=Source.DRAWINGS)),
            fix_label="It is on the drawings",
        )


def _flat_header_bears(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.header.is_flat and frame.plan.wall.bearing:
        yield _about(
            frame,
            Code.FLAT_HEADER_BEARING,
            Severity.WARNING,
            f"{frame.placed.id} has a flat header in a bearing wall; a flat board carries next to nothing.",
            f"Take the header the drawings give. {VERIFY}",
        )


def _short_cripples(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    lengths = [("top", frame.top_cripple_length.value)]
    if frame.has_sill:
        lengths.append(("bottom", frame.bottom_cripple_length.value))
    for which, length in lengths:
        if not 0 < length < SHORT_CRIPPLE:
            continue
        deeper = _deeper_that_fits(frame) if which == "top" else None
        yield _about(
            frame,
            Code.SHORT_CRIPPLE,
            Severity.WARNING,
            f"The {which} cripples of {placed.id} are only {format_inches(length)} long; nails split such blocks.",
            _SHORT[which],
            fix=_with_header(frame, deeper) if deeper else None,
            fix_label=f"Use {deeper.size}" if deeper else None,
        )


def _deeper_that_fits(frame: OpeningFrame) -> Header | None:
    """The next deeper built-up header that leaves no cripple, or one long enough to nail."""
    header = frame.placed.header.header
    if header.kind is not HeaderKind.BUILT_UP or header.size is None or frame.is_raised:
        return None
    room = frame.top_cripple_length.value + frame.placed.header.depth
    for size in HEADER_PLIES[HEADER_PLIES.index(header.size) + 1 :]:
        left = room - frame.placed.standard.board(size).width
        if left == 0 or left >= SHORT_CRIPPLE:
            return replace(header, size=size, source=Source.UNVERIFIED)
    return None


def _with_header(frame: OpeningFrame, header: Header) -> Edit:
    opening = frame.placed.opening
    return ChangeOpening(opening.id, replace(opening, ways=replace(opening.ways, header=header)))


def _highest(frame: OpeningFrame) -> Length:
    """The highest head its header leaves room for."""
    return frame.placed.head.value + frame.top_cripple_length.value


def _with_head(frame: OpeningFrame, head: Length) -> Edit | None:
    """The opening with another head; None where that is not free to choose, or would not go into the wall."""
    placed, opening = frame.placed, frame.placed.opening
    raised = head - placed.head.value
    is_deep = placed.header.header.place is HeaderPlace.TO_PLATE
    fits = raised <= frame.top_cripple_length.value and raised + frame.bottom_cripple_length.value >= 0
    if is_deep or not frame.has_sill or not fits:
        return None
    return ChangeOpening(opening.id, replace(opening, ways=replace(opening.ways, head_height=head)))


def _as_scheduled(frame: OpeningFrame) -> Edit:
    opening, rough = frame.placed.opening, frame.placed.rough
    size = Size(rough.width.value, rough.height.value)
    return ChangeOpening(opening.id, replace(opening, size=size, sizing=Sizing.ROUGH))


def _moved(frame: OpeningFrame, shift: Length) -> Edit | None:
    """The opening moved along the wall; None where it would be measured by less than nothing."""
    position = frame.placed.opening.position
    if isinstance(position, At):
        is_from_end = position.origin in (FromPlate(End.END), FromOutside(End.END))
        if position.distance + (-shift if is_from_end else shift) < 0:
            return None
    return MoveOpening(frame.placed.id, shift)


def _about(
    frame: OpeningFrame,
    code: Code,
    severity: Severity,
    text: str,
    do: str,
    fix: Edit | None = None,
    fix_label: str | None = None,
) -> Finding:
    at = min(max(frame.placed.start.value, 0), frame.plan.length)
    return Finding(
        code, severity, text, do, at=at, opening=frame.placed.id, fix=fix, fix_label=fix_label if fix else None
    )


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
    return _about(
        frame,
        Code.OPENING_CROWDS_END,
        Severity.ERROR,
        f"Between the {end} of the wall and the king of {frame.placed.id} is {format_inches(room)}, too little for "
        "the end stud, which is left out.",
        f"Move it {format_inches(abs(shift))}, or right to the end so that the king is the end stud.",
        fix=_moved(frame, shift),
        fix_label=f"Move it {format_inches(abs(shift))}",
    )


def crowds_meeting(
    frame: OpeningFrame, other: str, start: Length, end: Length, others: Sequence[OpeningFrame]
) -> Finding:
    """An opening whose kings stand where the wood of a corner or intersection would.

    What gives is the opening, as far as it must and where it can: to the side where it moves less, unless another
    opening or the wall's end is in the way there.

    Args:
        frame: The opening.
        other: The wall whose wood gave way.
        start, end: What that wood takes up of the plate.
        others: The wall's other openings.
    """
    shifts = _either_way(frame, start, end)
    shift = _clear_of(frame, start, end, others)
    both = " or ".join(f"{format_inches(abs(by))} toward the {End.START if by < 0 else End.END}" for by in shifts)
    do = f"Move {frame.placed.id} {both}, or settle with the drywallers what backs the corner."
    if shift is None:
        do = f"It has no room to either side: a smaller opening, or settle with the drywallers what backs wall {other}."
    return _about(
        frame,
        Code.OPENING_CROWDS_MEETING,
        Severity.WARNING,
        f"{frame.placed.id} stands where the wood for wall {other} would; that wood gave way.",
        do,
        fix=None if shift is None else _moved(frame, shift),
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
