"""Openings that are framed: headers, heads, sills and cripples."""

from collections.abc import Iterable, Iterator
from dataclasses import replace

from bluff.core.checks.about import about, as_scheduled, highest_head, with_head, with_header
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.header import Header, HeaderKind, HeaderPlace, Source, plies_that_fill
from bluff.core.job.schools import Heads, SillTop
from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.measure.lumber import HEADER_PLIES
from bluff.core.wall.framing import Framing
from bluff.core.wall.opening_frame import OpeningFrame

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


def check_openings(framing: Framing) -> Iterator[Finding]:
    """Everything to be said about the openings that are framed."""
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
            above = "higher" if head > lead else "lower"
            yield about(
                frame,
                Code.HEADS_DIFFER,
                Severity.INFO,
                f"The head of {frame.placed.id} is at {format_inches(head)}, {format_inches(abs(head - lead))} {above} "
                f"than {first.placed.id} at {format_inches(lead)}.",
                "Check the elevations; trim lines usually run through.",
                fix=with_head(frame, first.placed.head.value),
                fix_label=f"Put its head at {format_inches(lead)}",
            )


def _rough_by_default(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if placed.rough.is_usual:
        width, height = placed.rough.width.value, placed.rough.height.value
        rough = f"{format_inches(width)} x {format_inches(height)}"
        kind = placed.opening.kind.value.replace("-", " ")
        yield about(
            frame,
            Code.ROUGH_OPENING_BY_DEFAULT,
            Severity.WARNING,
            f"The rough opening of {placed.id}, {rough}, is only a usual one for a {kind}; makers differ.",
            "Take the rough opening from the schedule or the maker's sheet and enter it as rough.",
            fix=as_scheduled(frame),
            fix_label="The schedule says so too",
        )


def _header_fits(frame: OpeningFrame) -> Iterator[Finding]:
    over = -frame.top_cripple_length.value
    if over <= 0:
        return
    placed = frame.placed
    room = placed.header.depth - over
    where = "between the head and the top plates" if frame.is_raised else "under the top plates"
    yield about(
        frame,
        Code.HEADER_DOES_NOT_FIT,
        Severity.ERROR,
        f"The header of {placed.id}, {placed.header}, is {format_inches(placed.header.depth)} deep and only "
        f"{format_inches(max(room, 0))} is left {where}: {format_inches(over)} too much. It is left out.",
        "Lower the head, make the studs longer, or have the designer choose a shallower header.",
        fix=with_head(frame, head := highest_head(frame)),
        fix_label=f"Lower its head to {format_inches(head - placed.storey.value)}",
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
            f"Under its header tight to the plates {placed.id} has {format_inches(left)}, "
            f"{format_inches(-over)} less than its rough height of {format_inches(needed)}.",
            "Make the studs longer, or have the designer choose a shallower header.",
        )
    elif over > 0:
        yield about(
            frame,
            Code.HEADER_ABOVE_ROUGH,
            Severity.INFO,
            f"Under its header tight to the plates {placed.id} has {format_inches(left)}, "
            f"{format_inches(over)} more than its rough height of {format_inches(needed)}.",
            f"Fill {format_inches(over)} under the header before the jamb goes in.",
        )


def _header_hangs(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.jack_count == 0:
        yield about(
            frame,
            Code.HEADER_ON_HANGERS,
            Severity.INFO,
            f"The header of {frame.placed.id} hangs between its kings on two hangers; no jacks stand under it.",
            f"Have two hangers for {frame.placed.header} on site. {VERIFY}",
        )


def _hollow(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header
    if header.choice.kind is HeaderKind.BOX:
        yield about(
            frame,
            Code.HEADER_HOLLOW,
            Severity.INFO,
            f"The header of {frame.placed.id} is hollow, {format_inches(header.between)} between its plies.",
            "Fill it with insulation before sheets or drywall close it.",
        )


def _sill_drains(frame: OpeningFrame) -> Iterator[Finding]:
    placed = frame.placed
    if frame.has_sill and placed.is_floating and placed.standard.sill_top is SillTop.SLOPED:
        yield about(
            frame,
            Code.SILL_NOT_SLOPED,
            Severity.INFO,
            f"The jacks of {placed.id} stand on its sill, so the sill is kept flat.",
            "Lay a beveled strip on it between the jacks, or run the jacks to the plate.",
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
            f"Every opening has a head height of its own here, and nobody has given that of {placed.id}; it is taken "
            f"as {format_inches(placed.head_on_floor.value)}.",
            "Read it off the elevation and enter it.",
        )


def _header_fills_wall(frame: OpeningFrame) -> Iterator[Finding]:
    placed, stud = frame.placed, frame.plan.stud
    thickness = placed.header.thickness.value
    if thickness == stud.width:
        return
    header = placed.header.choice
    plies = plies_that_fill(header, stud, placed.standard.board)
    short = stud.width - thickness
    remedy = f"{format_inches(short)} of furring fills it" if short > 0 else "it stands proud of the wall"
    instead = f"{plies} plies of {placed.header.board.nominal} would fill it" if plies else "choose another build-up"
    filled = replace(header, plies=plies) if plies else replace(header, is_furred=True) if short > 0 else None
    yield about(
        frame,
        Code.HEADER_THICKNESS,
        Severity.WARNING,
        f"The header of {placed.id}, {placed.header}, is {format_inches(thickness)} thick in a wall of "
        f"{format_inches(stud.width)}: {remedy}, or {instead}.",
        f"Choose plies or furring so that both faces get nailing. {VERIFY}",
        fix=with_header(frame, filled) if filled else None,
        fix_label=f"Make it {plies} plies" if plies else f"Fur it out {format_inches(short)}",
    )


def _header_source(frame: OpeningFrame) -> Iterator[Finding]:
    header = frame.placed.header.choice
    if not header.source.is_verified:
        yield about(
            frame,
            Code.HEADER_SOURCE_UNVERIFIED,
            Severity.INFO,
            f"The header of {frame.placed.id}, {frame.placed.header}, {_NO_AUTHORITY[header.source]}; nobody has said "
            "that the drawings ask for it.",
            f"Check it against the drawings and say so. {VERIFY}",
            fix=with_header(frame, replace(header, source=Source.DRAWINGS)),
            fix_label="It is on the drawings",
        )


def _flat_header_bears(frame: OpeningFrame) -> Iterator[Finding]:
    if frame.placed.header.is_flat and frame.plan.wall.bearing:
        yield about(
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
        yield about(
            frame,
            Code.SHORT_CRIPPLE,
            Severity.WARNING,
            f"The {which} cripples of {placed.id} are only {format_inches(length)} long; nails split such blocks.",
            _SHORT[which],
            fix=with_header(frame, deeper) if deeper else None,
            fix_label=f"Use {deeper.size}" if deeper else None,
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
