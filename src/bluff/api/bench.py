"""The bench: one wall framed, read on the tape.

Its answer is the largest there is, and somebody waits for it after every edit. So it is made of typed dictionaries,
whose shape the type checker holds, and written as it stands.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field, TypeAdapter
from typing_extensions import TypedDict

from bluff import core
from bluff.api.session import CrewJobs
from bluff.api.ways import WaysGroup, ways_of_opening, ways_of_wall
from bluff.api.wire import Figure, FindingCounts, NamedSum, figure, named_sum, severities
from bluff.core.crew.snap_out import SnapOut, snap_out
from bluff.core.job.edit import AddOpening, ChangeOpening, SetWay
from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Line, MarkedOn, MarkLines
from bluff.core.job.special import ClearFor
from bluff.core.job.standard import Standard
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, to_inches
from bluff.core.measure.shapes import Rectangle
from bluff.core.measure.slope import Stretch, format_pitch
from bluff.core.plan.placing import wall_span
from bluff.core.takeoff.cut_list import CutRow, Spacer, SpacerRow
from bluff.core.takeoff.nails import Nailed, joints_by_kind
from bluff.core.takeoff.weight import Lift, lift, weight
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import BURNED_INCH, read_mark
from bluff.core.wall.member import Mark, Member, Orientation, Plate, Role
from bluff.core.wall.piece import Of, Part
from bluff.core.wall.placed import PlacedClear, PlacedOpening
from bluff.core.wall.sheets import Sheet, SheetLayout
from bluff.formats.framed import FramedFinding, framed_finding, points
from bluff.formats.job_file import OpeningFile, WallFile
from bluff.formats.ways_values import FileModel
from bluff.service.jobs import JobState, counted, framing, framings

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


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
    """Raising a wall: its weight, and the hands that lift its top edge."""

    pounds: int
    hands: int


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


class CutLine(TypedDict):
    """Boards alike: how many of one section and length.

    An end that is not square has its bevel, in degrees off it, and the board its length at the short point.
    """

    size: str
    length: Figure
    count: int
    roles: list[Role]
    treated: bool
    bevel: float | None
    short: Figure | None


class SpacerLine(TypedDict):
    """Spacers of headers alike: panels, foam or furring."""

    kind: Spacer
    thickness: Figure
    depth: Figure
    length: Figure
    count: int


class OpeningOnBench(TypedDict):
    """An opening with what was decided for it; framed is false when it was left out."""

    opening: OpeningFile
    framed: bool
    rough_width: NamedSum
    rough_height: NamedSum
    hole: Rect
    head: Figure
    header: str


class Neighbour(TypedDict):
    """A wall that meets the one on the bench: where along its plate, and how high it stands."""

    wall: str
    start: float
    end: float
    height: float


class SnapPointOnBench(TypedDict):
    """A corner of the top on the deck: along the bottom line from the hooked corner, and square up from it."""

    along: Figure
    up: Figure


class SnapOutOnBench(TypedDict):
    """The wall as it is snapped on the deck, from the corner its layout starts at."""

    base: Figure
    points: list[SnapPointOnBench]
    slopes: list[NamedSum]
    diagonals: list[NamedSum]


class BenchView(TypedDict):
    """One wall on the bench: framed, read on the tape, with its cut list.

    The tape hooks where the layout starts, unless another end is asked for. `outside` is the side of an exterior wall
    that looks out, walking from start to end.
    """

    revision: int
    wall: BenchWall
    entered: WallFile
    marked_on: MarkedOn
    has_both_lines: bool
    outside: Line | None
    openings: list[OpeningOnBench]
    meets: list[Neighbour]
    plate: NamedSum
    stud_length: NamedSum
    hook: End
    usual_hook: End
    burn: bool
    burned: float
    snap_out: SnapOutOnBench | None
    cut_list: list[CutLine]
    spacers: list[SpacerLine]
    findings: FindingCounts


_WRITER = TypeAdapter(BenchView)


@router.get("/{job_id}/walls/{wall_id}/bench", response_model=BenchView)
def bench(
    jobs: CrewJobs,
    job_id: UUID,
    wall_id: str,
    hook: Annotated[End | None, Query(description="The end the tape hooks on; by itself where layout starts.")] = None,
    burn: Annotated[bool, Query(description="Whether the tape is held on its one-inch line.")] = False,
) -> Response:
    """One wall framed, read from the end the tape hooks on."""
    return Response(bench_answer(jobs.get(job_id), wall_id, hook, burn), media_type="application/json")


def bench_answer(state: JobState, wall_id: str, hook: End | None, burn: bool) -> bytes:
    """One wall on the bench, as JSON. As `bench_view`."""
    return _WRITER.dump_json(bench_view(state, wall_id, hook, burn), by_alias=True)


def bench_view(state: JobState, wall_id: str, hook: End | None, burn: bool) -> BenchView:
    """One wall on the bench.

    Args:
        state: The job.
        wall_id: Which wall.
        hook: The end the tape hooks on; None takes the one the layout starts from.
        burn: Whether the tape is held on its one-inch line.
    """
    framed = framing(state.job, wall_id)
    plan, standard = framed.plan, framed.plan.standard
    usual_hook = standard.datum.end
    held = _Tape(plan.length, hook or usual_hook, BURNED_INCH if burn else 0, standard)
    in_wall = {opening.placed.id for opening in framed.openings}
    cut = core.cut_list([framed])
    return {
        "revision": state.revision,
        "wall": _wall(framed, held, cut),
        "entered": WallFile.from_core(plan.wall),
        "marked_on": standard.marked_on,
        "has_both_lines": standard.mark_lines is MarkLines.BOTH,
        "outside": plan.sheeted_side if plan.wall.kind is WallKind.EXTERIOR else None,
        "openings": [_opening(placed, placed.id in in_wall) for placed in plan.openings],
        "meets": _neighbours(plan, {one.plan.id: one.plan for one in framings(state.job)}),
        "plate": named_sum("plate", plan.plate_length, standard.words),
        "stud_length": named_sum("stud", plan.stud_length, standard.words),
        "hook": held.hook,
        "usual_hook": usual_hook,
        "burn": burn,
        "burned": to_inches(held.burned),
        "snap_out": None if plan.is_level else _snap_out(snap_out(plan), standard.words),
        "cut_list": [_cut_line(row) for row in cut],
        "spacers": [_spacer_line(row) for row in core.spacer_list([framed])],
        "findings": severities(counted(framed)),
    }


@router.get("/{job_id}/walls/{wall_id}/ways")
def wall_ways(jobs: CrewJobs, job_id: UUID, wall_id: str) -> list[WaysGroup]:
    """How a wall is framed, as a form."""
    job = jobs.get(job_id).job
    return ways_of_wall(job, job.wall(wall_id))


class OpeningDraft(FileModel):
    """An opening in a form that is not kept yet, and what is typed into one of its rows; `before` is its mark so far.

    `text` null lets the row follow again; without a `way` nothing is typed.
    """

    opening: OpeningFile
    before: str | None = None
    way: str | None = None
    text: Annotated[str | None, Field(max_length=1000)] = None


class OpeningForm(BaseModel):
    """The opening with that in it, and every way that makes a difference to it."""

    opening: OpeningFile
    ways: list[WaysGroup]


@router.post("/{job_id}/draft")
def draft(jobs: CrewJobs, job_id: UUID, request: OpeningDraft) -> OpeningForm:
    """An opening as a form would have it; nothing is kept."""
    opening = request.opening.to_core()
    edit = ChangeOpening(request.before, opening) if request.before else AddOpening(opening)
    job = core.apply(jobs.get(job_id).job, edit)
    if request.way is not None:
        job = core.apply(job, SetWay(request.way, request.text, opening=opening.id))
    opening = job.opening(opening.id)
    return OpeningForm(opening=OpeningFile.from_core(opening), ways=ways_of_opening(job, opening))


@dataclass(frozen=True, slots=True)
class _Tape:
    """How the tape lies along a plate of some length: where it hooks, what it is held at, what crews read on it."""

    length: Length
    hook: End
    burned: Length
    standard: Standard

    def reading(self, mark: Mark) -> TapeReading:
        read = read_mark(mark, self.length, self.hook, burn=self.burned)
        other = read.other_line if self.standard.mark_lines is MarkLines.BOTH else None
        return {
            "at": figure(read.at.value),
            "ahead": read.ahead,
            "other_line": None if other is None else figure(other),
        }


def _wall(framed: Framing, held: _Tape, cut: Iterable[CutRow]) -> BenchWall:
    plan, standard = framed.plan, framed.plan.standard
    alike = {piece: row.count for row in cut for piece in row.members}
    return {
        "id": plan.id,
        "plate_length": to_inches(plan.length),
        "height": to_inches(plan.height.value),
        "slopes": [] if plan.is_level else [_slope(stretch) for stretch in plan.top.stretches],
        "bare": _lifted(lift(framed)),
        "sheeted": _lifted(lift(framed, is_sheeted=True)),
        "members": [_piece(member, standard, alike.get(member.id, 0)) for member in framed.members],
        "marks": [_mark(mark, held) for mark in framed.marks],
        "beams": [_rect(beam) for beam in framed.beams],
        "clear": [_clear(bay) for bay in plan.clear],
        "floors": [figure(line) for line in plan.wall.floors],
        "sheets": _sheets(framed.sheets),
        "nails": [_nails(kind, joints, standard.words) for kind, joints in joints_by_kind(framed)],
        "findings": [framed_finding(finding) for finding in framed.findings],
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


def _snap_out(snapped: SnapOut, words: Words) -> SnapOutOnBench:
    return {
        "base": figure(snapped.base.value),
        "points": [{"along": figure(point.along.value), "up": figure(point.up.value)} for point in snapped.points],
        "slopes": [named_sum("Top line", slope, words) for slope in snapped.slopes],
        "diagonals": [
            named_sum(name, diagonal, words)
            for name, diagonal in zip(("From the hooked corner", "Back to above it"), snapped.diagonals, strict=True)
        ],
    }


def _lifted(raised: Lift) -> Lifted:
    return {"pounds": round(raised.pounds), "hands": raised.hands}


def _rect(part: Rectangle) -> Rect:
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
            named_sum("Length", member.length, words),
            named_sum("Stands at", member.x, words),
            named_sum("Above the floor", member.y, words),
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


def _mark(mark: Mark, held: _Tape) -> PlateMark:
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
        "sum": None if mark.member else named_sum("Line at", mark.at, held.standard.words),
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
        **_rect(sheet.shape),
        "row": sheet.row,
        "edges": [(to_inches(a), to_inches(b), to_inches(c), to_inches(d)) for a, b, c, d in sheet.edges()],
        "cut_outs": [_rect(hole) for hole in sheet.cut_outs],
        "over": points(sheet.over) if sheet.over else None,
    }


def _nails(kind: str, joints: Sequence[Nailed], words: Words) -> NailsInWall:
    return {
        "joint": words.say(kind),
        "joints": len(joints),
        "nails": sum(joint.nails for joint in joints),
        "at": [(to_inches(joint.x), to_inches(joint.y), joint.nails) for joint in joints],
    }


def _cut_line(row: CutRow) -> CutLine:
    return {
        "size": row.size,
        "length": figure(row.length),
        "count": row.count,
        "roles": list(row.roles),
        "treated": row.is_treated,
        "bevel": row.bevel.degrees if row.bevel else None,
        "short": figure(row.bevel.short) if row.bevel and row.bevel.short is not None else None,
    }


def _spacer_line(row: SpacerRow) -> SpacerLine:
    return {
        "kind": row.spacer,
        "thickness": figure(row.thickness),
        "depth": figure(row.depth),
        "length": figure(row.length),
        "count": row.count,
    }


def _neighbours(plan: core.WallPlan, plans: Mapping[str, core.WallPlan]) -> list[Neighbour]:
    spans = ((other, wall_span(other, plan.length, plan.meetings)) for other in plan.meetings.others)
    return [
        {
            "wall": other,
            "start": to_inches(span[0]),
            "end": to_inches(span[1]),
            "height": to_inches(_height_at(plans[other], plan)),
        }
        for other, span in spans
        if span
    ]


def _height_at(other: core.WallPlan, plan: core.WallPlan) -> Length:
    """How high a wall that meets this one is where it does."""
    span = wall_span(plan.id, other.length, other.meetings)
    return other.top.lowest_over(span) if span and span.length > 0 else other.height.value


def _opening(placed: PlacedOpening, is_framed: bool) -> OpeningOnBench:
    words = placed.standard.words
    return {
        "opening": OpeningFile.from_core(placed.opening),
        "framed": is_framed,
        "rough_width": named_sum("rough width", placed.rough.width, words),
        "rough_height": named_sum("rough height", placed.rough.height, words),
        "hole": {
            "x": to_inches(placed.start.value),
            "y": to_inches(placed.head.value - placed.rough.height.value),
            "width": to_inches(placed.rough.width.value),
            "height": to_inches(placed.rough.height.value),
        },
        "head": figure(placed.head_on_floor.value),
        "header": str(placed.header),
    }
