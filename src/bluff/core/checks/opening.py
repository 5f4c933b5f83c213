"""Openings that are framed: headers, heads, sills and cripples."""

from collections.abc import Iterable, Iterator
from dataclasses import replace

from bluff.core.checks.about import about, as_scheduled, highest_head, with_head, with_header
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.header import Header, HeaderKind, HeaderPlace, Source, plies_that_fill
from bluff.core.job.schools import Heads, SillTop
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import HEADER_PLIES
from bluff.core.message import Message, follow, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.opening_frame import OpeningFrame

SHORT_CRIPPLE: Length = inches(3)
"""Nails split shorter ones. Source: docs/rules.md, Around an opening."""


def check_openings(framing: Framing) -> Iterator[Finding]:
    """Findings about the openings that are framed."""
    for opening in framing.openings:
        for check in _CHECKS:
            yield from check(opening)
    yield from _heads(framing.openings)


def _heads(frames: Iterable[OpeningFrame]) -> Iterator[Finding]:
    """Heads that do not line up with the first one on their floor."""
    firsts: dict[int, OpeningFrame] = {}
    for frame in frames:
        first = firsts.setdefault(frame.placed.opening.floor, frame)
        head, lead = frame.placed.head_on_floor.value, first.placed.head_on_floor.value
        if head != lead and frame.placed.standard.heads is Heads.ONE:
            yield about(
                frame,
                Code.HEADS_DIFFER,
                Severity.INFO,
                message(
                    "The head of {opening} is at {head:length}, {by:length} higher than that of {first} at "
                    "{lead:length}."
                    if head > lead
                    else "The head of {opening} is at {head:length}, {by:length} lower than that of {first} at "
                    "{lead:length}.",
                    opening=frame.placed.id,
                    head=head,
                    by=abs(head - lead),
                    first=first.placed.id,
                    lead=lead,
                ),
                message("Check the elevations. Trim usually lines up from one opening to the next."),
                fix=with_head(frame, first.placed.head.value),
                fix_label=message("Set its head to {head:length}", head=lead),
            )


def _rough_by_default(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if placed.rough.is_usual:
        width, height = placed.rough.width.value, placed.rough.height.value
        yield about(
            frame,
            Code.ROUGH_OPENING_BY_DEFAULT,
            Severity.WARNING,
            message(
                "The rough opening of {opening}, {width:length} x {height:length}, is only typical for its kind "
                "({kind}). Manufacturers differ.",
                opening=placed.id,
                width=width,
                height=height,
                kind=placed.opening.kind.value.replace("-", " "),
            ),
            message("Get the rough opening from the schedule or the manufacturer's sheet and enter it as rough."),
            fix=as_scheduled(frame),
            fix_label=message("The schedule has this size"),
        )


def _header_fits(frame: OpeningFrame) -> Iterator[Finding]:
    over = -frame.top_cripple_length.value
    if over <= 0:
        return
    placed = frame.placed
    room = placed.header.depth - over
    yield about(
        frame,
        Code.HEADER_DOES_NOT_FIT,
        Severity.ERROR,
        message(
            "The {header} of {opening}, {built}, is {depth:length} deep; only {room:length} is left between the head "
            "and the {top_plate:many}. It is {over:length} too deep and is left out."
            if frame.is_raised
            else "The {header} of {opening}, {built}, is {depth:length} deep; only {room:length} is left under the "
            "{top_plate:many}. It is {over:length} too deep and is left out.",
            opening=placed.id,
            built=placed.header.called,
            depth=placed.header.depth,
            room=max(room, 0),
            over=over,
        ),
        message("Lower the head, make the {stud:many} longer, or have the designer choose a shallower {header}."),
        fix=with_head(frame, head := highest_head(frame)),
        fix_label=message("Lower its head to {head:length}", head=head - placed.story.value),
    )


def _header_under_plates(frame: OpeningFrame) -> Iterator[Finding]:
    """A doorway under a header that sits tight under the top plates: its head is what the header leaves."""
    placed = frame.placed
    if placed.header.choice.place is not HeaderPlace.TO_PLATE or not placed.opening.kind.is_doorway:
        return
    needed = placed.rough.height.value
    left = placed.head_on_floor.value
    over = left - needed
    if over < 0:
        yield about(
            frame,
            Code.HEADER_BELOW_ROUGH,
            Severity.ERROR,
            message(
                "The {header} of {opening} is tight under the plates and leaves {left:length}, {short:length} less "
                "than the rough height of {needed:length}.",
                opening=placed.id,
                left=left,
                short=-over,
                needed=needed,
            ),
            message("Make the {stud:many} longer, or have the designer choose a shallower {header}."),
        )
    elif over > 0:
        yield about(
            frame,
            Code.HEADER_ABOVE_ROUGH,
            Severity.INFO,
            message(
                "The {header} of {opening} is tight under the plates and leaves {left:length}, {over:length} more than "
                "the rough height of {needed:length}.",
                opening=placed.id,
                left=left,
                over=over,
                needed=needed,
            ),
            message("Fill {over:length} under the {header} before the jamb goes in.", over=over),
        )


def _header_hangs(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.jack_count == 0:
        yield about(
            frame,
            Code.HEADER_ON_HANGERS,
            Severity.INFO,
            message(
                "The {header} of {opening} hangs between its {king:many} on two hangers, with no {jack:many} under it.",
                opening=frame.placed.id,
            ),
            follow(
                message("Have two hangers for the {header}, {built}, on site.", built=frame.placed.header.called),
                VERIFY,
            ),
        )


def _hollow(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header
    if header.choice.kind is HeaderKind.BOX:
        yield about(
            frame,
            Code.HEADER_HOLLOW,
            Severity.INFO,
            message(
                "The {header} of {opening} is hollow, with {gap:length} between its plies.",
                opening=frame.placed.id,
                gap=header.between,
            ),
            message("Fill it with insulation before sheathing or drywall covers it."),
        )


def _sill_drains(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if frame.has_sill and placed.is_floating and placed.standard.sill_top is SillTop.SLOPED:
        yield about(
            frame,
            Code.SILL_NOT_SLOPED,
            Severity.INFO,
            message("The {jack:many} of {opening} stand on its {sill}, so the {sill} stays flat.", opening=placed.id),
            message("Lay a beveled strip on it between the {jack:many}, or run the {jack:many} down to the plate."),
        )


def _head_given(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    ways = placed.opening.ways
    is_deep = placed.header.choice.place is HeaderPlace.TO_PLATE
    is_doorway = placed.opening.kind.is_doorway
    if placed.standard.heads is Heads.PER_OPENING and not is_doorway and ways.head_height is None and not is_deep:
        yield about(
            frame,
            Code.HEAD_HEIGHT_NOT_GIVEN,
            Severity.INFO,
            message(
                "Openings here have head heights of their own, and {opening} has none yet. It is framed with its head "
                "at {head:length}.",
                opening=placed.id,
                head=placed.head_on_floor.value,
            ),
            message("Read the head height off the elevation and enter it."),
        )


def _header_fills_wall(frame: OpeningFrame) -> Iterator[Finding]:
    placed, stud = frame.placed, frame.plan.stud
    thickness = placed.header.thickness.value
    if thickness == stud.width:
        return
    header = placed.header.choice
    plies = plies_that_fill(header, stud, placed.standard.board)
    short = stud.width - thickness
    remedy = (
        message("{short:length} of furring fills it", short=short)
        if short > 0
        else message("it sticks out of the wall")
    )
    instead = (
        message("{plies} plies of {size} would fill it", plies=plies, size=placed.header.board.nominal)
        if plies
        else message("choose another build-up")
    )
    filled = replace(header, plies=plies) if plies else replace(header, is_furred=True) if short > 0 else None
    yield about(
        frame,
        Code.HEADER_THICKNESS,
        Severity.WARNING,
        message(
            "The {header} of {opening}, {built}, is {thickness:length} thick in a wall of {wall:length}: {remedy}, or "
            "{instead}.",
            opening=placed.id,
            built=placed.header.called,
            thickness=thickness,
            wall=stud.width,
            remedy=remedy,
            instead=instead,
        ),
        follow(message("Choose plies or furring so that both faces have nailing."), VERIFY),
        fix=with_header(frame, filled) if filled else None,
        fix_label=message("Make it {plies} plies", plies=plies)
        if plies
        else message("Fur it out {short:length}", short=short),
    )


def _header_source(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header.choice
    if not header.source.is_verified:
        yield about(
            frame,
            Code.HEADER_SOURCE_UNVERIFIED,
            Severity.INFO,
            _unverified(frame, header.source),
            follow(message("Check it against the drawings and confirm it."), VERIFY),
            fix=with_header(frame, replace(header, source=Source.DRAWINGS)),
            fix_label=message("It is on the drawings"),
        )


def _unverified(frame: OpeningFrame, source: Source) -> Message:
    return message(
        "The {header} of {opening}, {built}, is what the crew usually uses. It is not confirmed by the drawings."
        if source is Source.HABIT
        else "The {header} of {opening}, {built}, is only the default of the standard. It is not confirmed by the "
        "drawings.",
        opening=frame.placed.id,
        built=frame.placed.header.called,
    )


def _flat_header_bears(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.header.is_flat and frame.plan.wall.bearing:
        yield about(
            frame,
            Code.FLAT_HEADER_BEARING,
            Severity.WARNING,
            message(
                "{opening} has a flat {header} in a bearing wall. A flat board carries next to nothing.",
                opening=frame.placed.id,
            ),
            follow(message("Use the {header} the drawings give."), VERIFY),
        )


def _short_cripples(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    top = frame.top_cripple_length.value
    if 0 < top < SHORT_CRIPPLE:
        deeper = _deeper_that_fits(frame)
        yield about(
            frame,
            Code.SHORT_CRIPPLE,
            Severity.WARNING,
            message(
                "The {top_cripple:many} of {opening} are only {length:length} long. Nails split pieces that short.",
                opening=placed.id,
                length=top,
            ),
            message("Use a solid filler, or a {header} of another depth."),
            fix=with_header(frame, deeper) if deeper else None,
            fix_label=message("Use {size}", size=str(deeper.size)) if deeper else None,
        )
    bottom = frame.bottom_cripple_length.value
    if frame.has_sill and 0 < bottom < SHORT_CRIPPLE:
        yield about(
            frame,
            Code.SHORT_CRIPPLE,
            Severity.WARNING,
            message(
                "The {bottom_cripple:many} of {opening} are only {length:length} long. Nails split pieces that short.",
                opening=placed.id,
                length=bottom,
            ),
            message("Use a solid filler, or a second {sill}."),
        )


def _deeper_that_fits(frame: OpeningFrame) -> Header | None:
    """The next deeper built-up header that leaves no cripple, or one long enough to nail."""
    header = frame.placed.header.choice
    if header.kind is not HeaderKind.BUILT_UP or header.size is None or frame.is_raised:
        return None
    room = frame.top_cripple_length.value + frame.placed.header.depth
    for size in HEADER_PLIES[HEADER_PLIES.index(header.size) + 1 :]:
        left = room - frame.placed.standard.board(size).width
        if left == 0 or left >= SHORT_CRIPPLE:
            return replace(header, size=size, source=Source.UNVERIFIED)
    return None


_CHECKS = (
    _rough_by_default,
    _header_fits,
    _header_under_plates,
    _header_hangs,
    _hollow,
    _sill_drains,
    _head_given,
    _header_fills_wall,
    _header_source,
    _flat_header_bears,
    _short_cripples,
)
