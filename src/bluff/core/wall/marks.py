"""Marks: what is written on the plates, and how it reads on the tape from either end.

A piece is marked on each plate it touches, and only there: jacks and bottom cripples on the bottom
plate, top cripples on the top plate, kings and studs on both, a floating jack on neither.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.measure.slope import Stretch, format_pitch, on_slope
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.member import (
    ANCHOR_BOLT,
    CUT_LINE,
    KEPT_CLEAR,
    PIN,
    PLATE_BREAK,
    UPRIGHTS,
    Mark,
    Member,
    Plate,
    Role,
)
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.plates import Break
from bluff.core.wall.wall_plan import WallPlan

_MARKED = {Role.BOTTOM_PLATE: Plate.BOTTOM, Role.TOP_PLATE: Plate.TOP}

_LINES = {CUT_LINE: "cut", PLATE_BREAK: "joint", ANCHOR_BOLT: "bolt", PIN: "pin", KEPT_CLEAR: "clear"}
"""What is written beside a line where nothing stands. Source: docs/rules.md, Marks."""


@dataclass(frozen=True, slots=True)
class Reading:
    """A mark as read on a tape.

    Args:
        at: The figure on the tape where the line goes.
        ahead: Whether the symbol goes beyond the line as that reader sees it, or before it.
        width: Of the wood.
    """

    at: Sum
    ahead: bool
    width: Length

    @property
    def other_line(self) -> Length | None:
        """Where the line at the other side of the wood goes, for crews that draw both; None where no wood stands."""
        if self.width == 0:
            return None
        return self.at.value + self.width if self.ahead else self.at.value - self.width


def named_marks(marks: Iterable[Mark]) -> dict[str, Mark]:
    """The marks of a wall by what names each on its wall whatever else changes: its plate, and what stands there.

    >>> from bluff.core.measure.sum import Sum
    >>> bolt = Mark(Plate.BOTTOM, Sum.of("bolt", 640), 0, True, "bolt", ANCHOR_BOLT, None)
    >>> list(named_marks([bolt, bolt]))
    ['bottom/anchor_bolt', 'bottom/anchor_bolt/2']
    """
    named: dict[str, Mark] = {}
    met: defaultdict[str, int] = defaultdict(int)
    for mark in marks:
        of = mark.member.in_wall if mark.member else f"{mark.opening}/{mark.role}" if mark.opening else mark.role
        name = f"{mark.plate}/{of}"
        met[name] += 1
        named[name if met[name] == 1 else f"{name}/{met[name]}"] = mark
    return named


def plate_marks(
    plan: WallPlan,
    openings: Sequence[OpeningFrame],
    members: Sequence[Member],
    breaks: Sequence[Break] = (),
    bolts: Sequence[Sum] = (),
    pins: Sequence[Sum] = (),
) -> tuple[Mark, ...]:
    """Every mark of a wall, in order along it, bottom plate before top at the same place."""
    standing = plan.bottom.value
    symbols = _symbols(plan.standard.words)
    marks: list[Mark] = []
    for member in members:
        if member.role in symbols:
            symbol = symbols[member.role]
            # Below where it stands on the plate, above where it reaches the other.
            if member.bottom == standing:
                marks.append(_mark_of(member, Plate.BOTTOM, symbol))
            if plan.is_under_plates(member):
                marks.append(_on_slope(plan, _mark_of(member, Plate.TOP, symbol)))
    marks.extend(mark for opening in openings if not opening.has_sill for mark in _cut_lines(opening))
    # The second top plate is laid when the walls stand; nothing is marked on it.
    for there in breaks:
        if plate := _MARKED.get(there.plate):
            marks.append(_on_slope(plan, _line(plate, there.at, PLATE_BREAK)))
    for bay in plan.clear:
        for at, ahead in ((bay.start, True), (bay.start.plus("clear", bay.bay.clear), False)):
            # Written inside the bay, which is behind its far edge.
            marks.append(_line(Plate.BOTTOM, at, KEPT_CLEAR)._replace(ahead=ahead))
            marks.append(_on_slope(plan, _line(Plate.TOP, at, KEPT_CLEAR)._replace(ahead=ahead)))
    marks.extend(_line(Plate.BOTTOM, at, ANCHOR_BOLT) for at in bolts)
    marks.extend(_line(Plate.BOTTOM, at, PIN) for at in pins)
    return tuple(sorted(marks, key=lambda mark: (mark.at.value, mark.plate, mark.width)))


def _on_slope(plan: WallPlan, mark: Mark) -> Mark:
    """A mark of the top plate with what the tape reads for it along the slope, where there is one.

    Source: docs/rules.md. At 5/12 the line at 25 3/4 is at 27 7/8 on the plate.
    """
    if plan.is_level or mark.plate is Plate.BOTTOM:
        return mark
    return mark._replace(slope=slope_of(plan, mark))


def slope_of(plan: WallPlan, mark: Mark) -> Stretch:
    """The slope a mark is on; where it is on two, that with more of its wood."""
    middle = mark.at.value + mark.width // 2
    return plan.ceiling.stretch_at(middle)


def read_mark(mark: Mark, length: Length, hook: End = End.START, ahead: bool = True, burn: Length = 0) -> Reading:
    """How a mark reads from one end of the plate.

    Wherever the tape hooks, and on whichever side the X is, the marks are on the same wood.

    Args:
        mark: What is marked.
        length: Of the plate, where that is level; on a slope each stretch has a plate of its own.
        hook: The end the tape hooks on.
        ahead: Whether this reader puts the symbol beyond the line (the usual) or before it.
        burn: What the tape is held past its end, to be added to every figure (an inch, or nothing).

    Source: docs/rules.md, Reading the tape. On a plate of 136 the stud at 15 1/4 reads 119 1/4 from the
    other end with the X ahead, 120 3/4 with the X behind.
    """
    if mark.slope is not None:
        return _read_on_slope(mark, mark.slope, hook, ahead, burn)
    near = mark.at if hook is End.START else Sum.of("plate length", length).minus("from the start", mark.at.value)
    if hook is End.END and ahead:
        near = near.minus("its thickness", mark.width)
    if hook is End.START and not ahead:
        near = near.plus("its thickness", mark.width)
    return Reading(near.plus("burned", burn), ahead, mark.width)


def _read_on_slope(mark: Mark, slope: Stretch, hook: End, ahead: bool, burn: Length) -> Reading:
    """As `read_mark`, on a tape that lies along a plate on its slope and hooks on that plate's own end.

    Every line is worked out from the low end, once, and read from the other end as what is left of the plate: so both
    readers mark the same wood.
    """
    low, high = sorted((slope.run_to(mark.at.value), slope.run_to(mark.end)))
    near, far = on_slope(low, slope.pitch), on_slope(high, slope.pitch)
    pitch = format_pitch(slope.pitch)
    if (slope.low_end == slope.start) is (hook is End.START):
        run, line = (low, near) if ahead else (high, far)
        read = Sum.of(message("run {run:length} along {slope}", run=run, slope=pitch), line)
    else:
        run, line = (high, far) if ahead else (low, near)
        read = Sum.of("the whole plate", slope.length).minus(
            message("run {run:length} along {slope}", run=run, slope=pitch), line
        )
    return Reading(read.plus("burned", burn), ahead, far - near)


def written(mark: Mark, plan: WallPlan) -> str:
    """A mark as it is read out from the end the tape hooks on: symbol, figure, and what is not as with the others.

    That is the face a flat board lies on, by its first letter, and (t) for a stud turned round: its wide face is not
    on the side where the wall's others have theirs.
    """
    reading = format_inches(read_mark(mark, plan.length, plan.standard.datum.end).at.value)
    turned = " (t)" if mark.wide_face is not None and mark.wide_face is not plan.wide_face else ""
    face = f"({plan.letter_of_side(mark.side)})" if mark.side else ""
    return f"{mark.symbol}{face} {reading}{turned}"


BURNED_INCH: Length = inches(1)
"""What is added to every reading when the tape is held on its one-inch line."""


@lru_cache(maxsize=64)
def _symbols(words: Words) -> Mapping[Role, str]:
    """What is written for each upright, by crews that have those words."""
    return {role: words.letter(role) or "" for role in UPRIGHTS}


def _mark_of(member: Member, plate: Plate, symbol: str) -> Mark:
    return Mark(
        plate=plate,
        at=member.x,
        width=member.width,
        ahead=True,
        symbol=symbol,
        role=member.role,
        member=member.id,
        opening=member.opening,
        wide_face=member.wide_face,
        side=member.side,
    )


def _cut_lines(opening: OpeningFrame) -> Iterator[Mark]:
    """Where the bottom plate is cut out of a doorway once the wall stands."""
    placed = opening.placed
    for at in (placed.start, placed.start.plus("width of the opening", placed.rough.width.value)):
        yield _line(Plate.BOTTOM, at, CUT_LINE, placed.id)


def _line(plate: Plate, at: Sum, role: str, opening: str | None = None) -> Mark:
    """A mark that is only a line: nothing stands there."""
    return Mark(
        plate=plate,
        at=at,
        width=0,
        ahead=True,
        symbol=_LINES[role],
        role=role,
        member=None,
        opening=opening,
    )
