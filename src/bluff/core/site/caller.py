"""Calling marks: what is written on the plates of a wall, one after another, to the person with the pencil.

stop
    One place on the tape and the symbol that goes there, on one plate or on both at once.
turn
    What is marked together: walls that meet, then openings, then specials, the layout last.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from bluff.core.crew.strike import Written
from bluff.core.job.schools import End
from bluff.core.measure.aloud import Figures
from bluff.core.measure.length import Length, inches
from bluff.core.measure.slope import Stretch
from bluff.core.message import Message, message, separated
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import BURNED_INCH, Reading, read_mark
from bluff.core.wall.member import ANCHOR_BOLT, CUT_LINE, KEPT_CLEAR, PIN, PLATE_BREAK, Mark, Plate, Role
from bluff.core.wall.piece import Part
from bluff.core.wall.wall_plan import WallPlan


class Turn(StrEnum):
    """What is marked together, in this order. Source: docs/rules.md, Calling marks."""

    STRIKE = "strike"
    """What is on the plates and no longer counts."""
    MEETINGS = "meetings"
    """The wall's ends, and the walls that meet it."""
    OPENINGS = "openings"
    """Kings, jacks, the cripples against them, and where the plate is cut out."""
    SPECIALS = "specials"
    """Posts, pairs under a bend, bays kept clear, plate breaks, bolts."""
    LAYOUT = "layout"
    """Whatever stands on a line of the layout, full height or not."""


class Walk(StrEnum):
    """In which order the stops are called."""

    BY_TURN = "by-turn"
    ALONG = "along"


class OnPlates(StrEnum):
    """Which plates are marked in one walk."""

    BOTH = "both"
    BOTTOM = "bottom"
    TOP = "top"

    @property
    def plates(self) -> frozenset[Plate]:
        return frozenset(Plate) if self is OnPlates.BOTH else frozenset({Plate(self)})


@dataclass(frozen=True, slots=True)
class Held:
    """How a tape is held.

    Args:
        hook: The end it hooks on, None where the layout starts.
        burn: What it is held past its end, to be added to every figure.
        reach: How long it is; None where it reaches to the end.
        over: Stops it starts over from, where somebody says so; else it does at the last one within its reach.
    """

    hook: End | None = None
    burn: Length = 0
    reach: Length | None = None
    over: frozenset[str] = frozenset()

    @classmethod
    def from_settings(
        cls, hook: End | None = None, *, burn: bool = False, reach: int | None = None, over: Iterable[str] = ()
    ) -> "Held":
        """As a person sets it: whether an inch is burned, and the tape's length in feet."""
        far = None if reach is None else inches(12 * reach)
        return cls(hook, BURNED_INCH if burn else 0, far, frozenset(over))


@dataclass(frozen=True, slots=True)
class Stop:
    """One stop of the walk.

    Args:
        turn: What it is marked with.
        marks: The same line and symbol on one plate or both, by what names each.
        reading: What the tape reads.
        from_stop: The stop the tape is held on, None where it is held on the plate's end.
    """

    turn: Turn
    marks: Mapping[str, Mark]
    reading: Reading
    from_stop: str | None = None

    @property
    def id(self) -> str:
        return next(iter(self.marks))

    @property
    def mark(self) -> Mark:
        """What is written: the same on each of its plates."""
        return next(iter(self.marks.values()))

    @property
    def plates(self) -> tuple[Plate, ...]:
        return tuple(mark.plate for mark in self.marks.values())


_TURNS: Mapping[str, Turn] = {
    Role.END_STUD: Turn.MEETINGS,
    Role.CORNER_STUD: Turn.MEETINGS,
    Role.CORNER_BACKING: Turn.MEETINGS,
    Role.INTERSECTION_STUD: Turn.MEETINGS,
    Role.INTERSECTION_BACKING: Turn.MEETINGS,
    Role.KING: Turn.OPENINGS,
    Role.JACK: Turn.OPENINGS,
    CUT_LINE: Turn.OPENINGS,
    Role.POST: Turn.SPECIALS,
    Role.BACKING: Turn.SPECIALS,
    PLATE_BREAK: Turn.SPECIALS,
    ANCHOR_BOLT: Turn.SPECIALS,
    PIN: Turn.SPECIALS,
    KEPT_CLEAR: Turn.SPECIALS,
}

_PARTS: Mapping[Part, Turn] = {
    Part.CORNER: Turn.MEETINGS,
    Part.INTERSECTION: Turn.MEETINGS,
    Part.OPENING: Turn.OPENINGS,
    Part.POST: Turn.SPECIALS,
    Part.BEND: Turn.SPECIALS,
    Part.BACKING: Turn.SPECIALS,
}


def stops(framing: Framing, held: Held, on: OnPlates = OnPlates.BOTH, walk: Walk = Walk.BY_TURN) -> tuple[Stop, ...]:
    """Every stop of a walk along a wall's plates.

    Plates that are tacked together are marked at once. A plate on a slope has a tape of its own and is walked after.

    Args:
        framing: The wall.
        held: How the tape is held.
        on: Which plates are marked.
        walk: In which order.

    Source: docs/rules.md, Calling marks.
    """
    hook = held.hook or framing.plan.standard.datum.end
    held = replace(held, hook=hook)
    on_plates = {name: mark for name, mark in framing.named_marks.items() if mark.plate in on.plates}
    tapes: defaultdict[Stretch | None, dict[str, Mark]] = defaultdict(dict)
    for name, mark in on_plates.items():
        tapes[mark.slope][name] = mark
    sloped = sorted((slope for slope in tapes if slope), key=lambda slope: slope.start, reverse=hook is End.END)
    found: list[Stop] = []
    for slope in [None, *sloped] if None in tapes else sloped:
        along = _at_once(tapes[slope], framing.plan.length, held)
        found += _held(along, held) if walk is Walk.ALONG else _by_turn(along, held)
    return tuple(found)


def strikes(written: Mapping[str, Written], held: Held) -> tuple[Stop, ...]:
    """Stops for marks that are on the plates and no longer count, along them.

    Args:
        written: They, each by what names it.
        held: How the tape is held.
    """
    lengths = {one.length for one in written.values()}
    found = [
        replace(stop, turn=Turn.STRIKE)
        for length in sorted(lengths)
        for stop in _at_once({name: one.mark for name, one in written.items() if one.length == length}, length, held)
    ]
    return tuple(_held(sorted(found, key=_along), held))


def _at_once(marks: Mapping[str, Mark], length: Length, held: Held) -> list[Stop]:
    """Marks of one tape as stops along it, what is the same on both plates in one."""
    alike: defaultdict[tuple[object, ...], dict[str, Mark]] = defaultdict(dict)
    # Bottom before top, as the plates lie: the lower one names the stop.
    for name, mark in sorted(marks.items(), key=lambda item: item[1].plate):
        alike[mark.at.value, mark.width, mark.ahead, mark.symbol, mark.member or mark.role, mark.slope][name] = mark
    found = [
        Stop(turn_of(mark), group, read_mark(mark, length, held.hook or End.START, burn=held.burn))
        for group in alike.values()
        for mark in [next(iter(group.values()))]
    ]
    return sorted(found, key=_along)


def _along(stop: Stop) -> tuple[Length, str, str]:
    return stop.reading.at.value, stop.mark.role, stop.id


def turn_of(mark: Mark) -> Turn:
    """What a mark is marked with."""
    if turn := _TURNS.get(mark.role):
        return turn
    piece = mark.member
    # A cripple on a line of the layout is marked with the layout: only the kind of piece changes there.
    if piece is None or piece.of is None or piece.is_of_layout:
        return Turn.LAYOUT
    return _PARTS[piece.of.part]


def _held(along: Sequence[Stop], held: Held) -> Iterator[Stop]:
    """Stops with the tape started over where somebody says so, or else at the last line it reaches."""
    start, from_stop, last = 0, None, None
    for stop in along:
        line = stop.reading.at.value - held.burn
        if held.reach and not held.over and last and line - start > held.reach - held.burn:
            start, from_stop = last.reading.at.value - held.burn, last.id
        yield replace(
            stop,
            reading=replace(stop.reading, at=stop.reading.at.minus("where the tape is held", start)),
            from_stop=from_stop,
        )
        if stop.mark.width:  # a stud's line is drawn where a tape can be held; a joint's or a bolt's need not be
            last = stop
        if held.over & stop.marks.keys():
            start, from_stop = line, stop.id


def _by_turn(along: Sequence[Stop], held: Held) -> Iterator[Stop]:
    """Stops by turn; those of an opening together, the openings in the order they are met.

    A tape is only held on what is there by then: a line of the turn itself, or of one before it.
    """
    met: dict[str | None, int] = {}
    for stop in along:
        met.setdefault(stop.mark.opening, len(met))
    there: set[Turn] = set()
    for turn in Turn:
        there.add(turn)
        called = [stop for stop in _held([one for one in along if one.turn in there], held) if stop.turn is turn]
        yield from sorted(called, key=lambda stop: met[stop.mark.opening] if stop.turn is Turn.OPENINGS else 0)


_PLATES: Mapping[tuple[Plate, ...], Message] = {
    (Plate.BOTTOM, Plate.TOP): message("both plates"),
    (Plate.BOTTOM,): message("{bottom_plate}"),
    (Plate.TOP,): message("{top_plate}"),
}


def lies(mark: Mark, plan: WallPlan) -> Message | None:
    """Which way round a piece goes, where it is not as the others: the face it lies flat on, or its wide face."""
    if mark.side is not None:
        return message("flat on the {side}", side=plan.side_called(mark.side))
    if mark.wide_face is not None and mark.wide_face is not plan.wide_face:
        return message("wide face to the {side}", side=plan.side_called(mark.wide_face))
    return None


def called_out(stop: Stop, plan: WallPlan, figures: Figures = "inches") -> Message:
    """A stop as it is called out: `forty-three and a half, king, ahead, both plates`.

    Args:
        stop: The stop to call.
        plan: Of its wall.
        figures: How the tape is read.
    """
    at = stop.reading.at.value
    parts = [
        message("{at:aloud}", at=at) if figures == "inches" else message("{at:aloud_feet}", at=at),
        message("{piece:one}", piece=stop.mark.role),
    ]
    if stop.mark.width:
        parts.append(message("ahead") if stop.reading.ahead else message("behind"))
    if way := lies(stop.mark, plan):
        parts.append(way)
    parts.append(_PLATES[stop.plates])
    called = separated(parts)
    return message("strike {called}", called=called) if stop.turn is Turn.STRIKE else called
