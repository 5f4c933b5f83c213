"""A framed wall as the bench draws and reads it: its pieces, its marks on the tape, sheets, nails and findings."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from typing_extensions import TypedDict

from bluff.core.job.schools import End, Line, MarkLines
from bluff.core.job.special import ClearFor
from bluff.core.job.standard import Standard
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, to_inches
from bluff.core.measure.shapes import Rectangle
from bluff.core.measure.slope import Stretch, format_pitch
from bluff.core.message import Message, message
from bluff.core.takeoff.cut_list import CutRow
from bluff.core.takeoff.nails import Nailed, joints_by_kind
from bluff.core.takeoff.weight import Lift, lift, weight
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import Mark, Member, Orientation, Plate, Role
from bluff.core.wall.piece import Of, Part
from bluff.core.wall.placed import PlacedClear
from bluff.core.wall.sheets import Sheet, SheetLayout
from bluff.formats.framed import FramedFinding, framed_finding, points
from bluff.views.lengths import Figure, figure
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum


class Rect(TypedDict):
    """A rectangle of the elevation, in inches."""

    x: float
    y: float
    width: float
    height: float


class PieceOf(TypedDict):
    """What of the wall a piece belongs to that is no opening: which kind, and which one of it."""

    part: Part
    mark: str


class SlopedCut(TypedDict):
    """A piece that is cut to a slope: its length at the short and at the long point, and the bevel in degrees.

    A plate cut plumb at both ends has no short point.
    """

    short: Figure | None
    long: Figure
    degrees: float


class Piece(Rect):
    """A piece of the wall.

    `alike` are the boards of its size and length in the whole wall. `wide_face` is the side of the wall, walking from
    start to end, to which a stud turns the wider of its faces; `side` the face an upright or backing lies flat on.
    """

    id: str
    role: Role
    opening: str | None
    of: PieceOf | None
    size: str
    orientation: Orientation
    plies: int
    pounds: float
    alike: int
    wide_face: Line | None
    side: Line | None
    outline: list[tuple[float, float]] | None
    cut: SlopedCut | None
    sums: list[NamedSum]


class TapeReading(TypedDict):
    """What the tape reads that is hooked where the bench says; other_line where the crew draws both sides.

    On a plate that does not lie level the tape lies along its slope, hooked on that plate's own end.
    """

    at: Figure
    ahead: bool
    other_line: Figure | None


class PlateMark(TypedDict):
    """A line and a symbol on a plate, `at` inches from its start; `reading` is what the tape says.

    `sum` says why a line is there that belongs to no piece; a piece says so itself.
    """

    plate: Plate
    at: float
    width: float
    ahead: bool
    symbol: str
    role: str
    member: str | None
    opening: str | None
    wide_face: Line | None
    side: Line | None
    sum: NamedSum | None
    reading: TapeReading


class SheetOnWall(Rect):
    """A sheet as it lies; `edges` are what the openings leave of its sides: from x, from y, to x, to y.

    `over` is its upper edge where that is cut to a slope.
    """

    row: int
    edges: list[tuple[float, float, float, float]]
    cut_outs: list[Rect]
    over: list[tuple[float, float]] | None


class SheetsOnWall(TypedDict):
    """The sheets of one face: how many whole ones, and how much of them is left over."""

    count: int
    wasted_percent: float
    sheets: list[SheetOnWall]


class NailsInWall(TypedDict):
    """The nails of one kind of joint, in all; `at` has x, y and nails of each."""

    joint: str
    joints: int
    nails: int
    at: list[tuple[float, float, int]]


class Lifted(TypedDict):
    """Raising a wall: its weight, and how many people lift its top edge."""

    pounds: int
    people: int


class ClearOnBench(TypedDict):
    """A bay that is kept clear: its mark, what for, and between which places of the plate."""

    id: str
    use: ClearFor
    start: float
    end: float
    width: Figure


class SlopeOnBench(TypedDict):
    """A stretch of the top plates: where along the wall, how long the plate is there, and its pitch in words."""

    start: float
    end: float
    length: Figure
    pitch: str | None
    low: Figure
    high: Figure


class BenchWall(TypedDict):
    """The framed wall: its plate and its greatest height in inches, and everything in it.

    `slopes` are the stretches of its top, with their heights, where it is not level.
    """

    id: str
    plate_length: float
    height: float
    slopes: list[SlopeOnBench]
    bare: Lifted
    sheeted: Lifted
    members: list[Piece]
    marks: list[PlateMark]
    beams: list[Rect]
    clear: list[ClearOnBench]
    floors: list[Figure]
    sheets: SheetsOnWall
    nails: list[NailsInWall]
    findings: list[FramedFinding]


@dataclass(frozen=True, slots=True)
class Tape:
    """How the tape lies along a plate of some length: where it hooks, what it is held at, what crews read on it."""

    length: Length
    hook: End
    burned: Length
    standard: Standard

    def reading(self, mark: Mark) -> TapeReading:
        """What the tape reads for a mark."""
        read = read_mark(mark, self.length, self.hook, burn=self.burned)
        other = read.other_line if self.standard.mark_lines is MarkLines.BOTH else None
        return {
            "at": figure(read.at.value),
            "ahead": read.ahead,
            "other_line": None if other is None else figure(other),
        }


def wall_on_bench(framed: Framing, held: Tape, cut: Iterable[CutRow]) -> BenchWall:
    """A framed wall, its marks read on a tape, each board with how many are alike of it in the cut list."""
    plan, standard = framed.plan, framed.plan.standard
    alike = {piece: row.count for row in cut for piece in row.members}
    return {
        "id": plan.id,
        "plate_length": to_inches(plan.length),
        "height": to_inches(plan.height.value),
        "slopes": [] if plan.is_level else [_slope(stretch) for stretch in plan.top.stretches],
        "bare": lifted(lift(framed)),
        "sheeted": lifted(lift(framed, is_sheeted=True)),
        "members": [_piece(member, standard, alike.get(member.id, 0)) for member in framed.members],
        "marks": [_mark(mark, held) for mark in framed.marks],
        "beams": [rect_of(beam) for beam in framed.beams],
        "clear": [_clear(bay) for bay in plan.clear],
        "floors": [figure(line) for line in plan.wall.floors],
        "sheets": _sheets(framed.sheets),
        "nails": [_nails(kind, joints, standard.words) for kind, joints in joints_by_kind(framed)],
        "findings": [framed_finding(finding, reader(standard.words)) for finding in framed.findings],
    }


def _clear(placed: PlacedClear) -> ClearOnBench:
    start, end = placed.span
    return {
        "id": placed.bay.id,
        "use": placed.bay.use,
        "start": to_inches(start),
        "end": to_inches(end),
        "width": figure(end - start),
    }


def _slope(stretch: Stretch) -> SlopeOnBench:
    low, high = sorted((stretch.at(stretch.start), stretch.at(stretch.end)))
    return {
        "start": to_inches(stretch.start),
        "end": to_inches(stretch.end),
        "length": figure(stretch.length),
        "pitch": format_pitch(stretch.pitch) if stretch.pitch else None,
        "low": figure(low),
        "high": figure(high),
    }


def lifted(raised: Lift) -> Lifted:
    """What it takes to raise a wall, in whole pounds."""
    return {"pounds": round(raised.pounds), "people": raised.people}


def rect_of(part: Rectangle) -> Rect:
    """A rectangle of the elevation in inches."""
    return {
        "x": to_inches(part.x),
        "y": to_inches(part.y),
        "width": to_inches(part.width),
        "height": to_inches(part.height),
    }


def _piece(member: Member, standard: Standard, alike: int) -> Piece:
    words = standard.words
    return {
        "id": str(member.id),
        "role": member.role,
        "opening": member.opening,
        "of": _of(member.id.of),
        "size": member.size,
        "x": to_inches(member.start),
        "y": to_inches(member.bottom),
        "width": to_inches(member.width),
        "height": to_inches(member.height),
        "orientation": member.orientation,
        "plies": member.plies,
        "pounds": round(float(weight(member, standard)), 1),
        "alike": alike,
        "wide_face": member.wide_face,
        "side": member.side,
        "outline": points(member.outline) if member.edges else None,
        "cut": _cut(member),
        "sums": [
            named_sum(message("Length"), member.length, reader(words)),
            named_sum(message("Stands at"), member.x, reader(words)),
            named_sum(message("Above the floor"), member.y, reader(words)),
        ],
    }


def _cut(member: Member) -> SlopedCut | None:
    if member.bevel is None:
        return None
    return {
        "short": None if member.bevel.short is None else figure(member.bevel.short),
        "long": figure(member.length.value),
        "degrees": member.bevel.degrees,
    }


def _of(of: Of | None) -> PieceOf | None:
    return {"part": of.part, "mark": of.mark} if of and of.part is not Part.OPENING else None


def _mark(mark: Mark, held: Tape) -> PlateMark:
    return {
        "plate": mark.plate,
        "at": to_inches(mark.at.value),
        "width": to_inches(mark.width),
        "ahead": mark.ahead,
        "symbol": mark.symbol,
        "role": mark.role,
        "member": str(mark.member) if mark.member else None,
        "opening": mark.opening,
        "wide_face": mark.wide_face,
        "side": mark.side,
        "sum": None if mark.member else named_sum(message("Line at"), mark.at, reader(held.standard.words)),
        "reading": held.reading(mark),
    }


def _sheets(layout: SheetLayout) -> SheetsOnWall:
    return {
        "count": layout.bought,
        "wasted_percent": layout.wasted_percent,
        "sheets": [_sheet(sheet) for sheet in layout.sheets],
    }


def _sheet(sheet: Sheet) -> SheetOnWall:
    return {
        **rect_of(sheet.shape),
        "row": sheet.row,
        "edges": [(to_inches(a), to_inches(b), to_inches(c), to_inches(d)) for a, b, c, d in sheet.edges()],
        "cut_outs": [rect_of(hole) for hole in sheet.cut_outs],
        "over": points(sheet.over) if sheet.over else None,
    }


def _nails(kind: Message, joints: Sequence[Nailed], words: Words) -> NailsInWall:
    return {
        "joint": reader(words).say(kind),
        "joints": len(joints),
        "nails": sum(joint.nails for joint in joints),
        "at": [(to_inches(joint.x), to_inches(joint.y), joint.nails) for joint in joints],
    }
