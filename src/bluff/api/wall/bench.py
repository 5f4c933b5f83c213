"""The bench: one wall framed, read on the tape.

Its answer is the largest there is, and somebody waits for it after every edit. So it is made of typed dictionaries,
whose shape the type checker holds, and written as it stands.
"""

from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import TypeAdapter
from typing_extensions import TypedDict

from bluff.api.http.wire import FindingCounts, severities
from bluff.api.people.session import CrewJobs
from bluff.api.wall.elevation import BenchWall, Rect, Tape, wall_on_bench
from bluff.core.crew.snap_out import SnapOut, snap_out
from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Line, MarkedOn, MarkLines
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, to_inches
from bluff.core.message import message
from bluff.core.plan.placing import wall_span
from bluff.core.takeoff.cut_list import SPACER_NAMES, CutRow, Spacer, SpacerRow, spacer_list
from bluff.core.takeoff.cut_list import cut_list as cut_rows
from bluff.core.wall.marks import BURNED_INCH
from bluff.core.wall.member import Role
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.job_file import OpeningFile, WallFile
from bluff.service.framings import counted, framing, framings
from bluff.service.job_state import JobState
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader, reader
from bluff.views.sums import NamedSum, named_sum

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


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
    name: str
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
    held = Tape(plan.length, hook or usual_hook, BURNED_INCH if burn else 0, standard)
    in_wall = {opening.placed.id for opening in framed.openings}
    cut = cut_rows([framed])
    return {
        "revision": state.revision,
        "wall": wall_on_bench(framed, held, cut),
        "entered": WallFile.from_core(plan.wall),
        "marked_on": standard.marked_on,
        "has_both_lines": standard.mark_lines is MarkLines.BOTH,
        "outside": plan.sheeted_side if plan.wall.kind is WallKind.EXTERIOR else None,
        "openings": [_opening(placed, placed.id in in_wall) for placed in plan.openings],
        "meets": _neighbours(plan, {one.plan.id: one.plan for one in framings(state.job)}),
        "plate": named_sum(message("plate"), plan.plate_length, reader(standard.words)),
        "stud_length": named_sum(message("{stud}"), plan.stud_length, reader(standard.words)),
        "hook": held.hook,
        "usual_hook": usual_hook,
        "burn": burn,
        "burned": to_inches(held.burned),
        "snap_out": None if plan.is_level else _snap_out(snap_out(plan), standard.words),
        "cut_list": [_cut_line(row) for row in cut],
        "spacers": [_spacer_line(row, reader(standard.words)) for row in spacer_list([framed])],
        "findings": severities(counted(framed)),
    }


_DIAGONALS = message("From the hooked corner"), message("Back to above it")


def _snap_out(snapped: SnapOut, words: Words) -> SnapOutOnBench:
    return {
        "base": figure(snapped.base.value),
        "points": [{"along": figure(point.along.value), "up": figure(point.up.value)} for point in snapped.points],
        "slopes": [named_sum(message("Top line"), slope, reader(words)) for slope in snapped.slopes],
        "diagonals": [
            named_sum(name, diagonal, reader(words))
            for name, diagonal in zip(_DIAGONALS, snapped.diagonals, strict=True)
        ],
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


def _spacer_line(row: SpacerRow, reads: Reader) -> SpacerLine:
    return {
        "kind": row.spacer,
        "name": reads.say(SPACER_NAMES[row.spacer]),
        "thickness": figure(row.thickness),
        "depth": figure(row.depth),
        "length": figure(row.length),
        "count": row.count,
    }


def _neighbours(plan: WallPlan, plans: Mapping[str, WallPlan]) -> list[Neighbour]:
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


def _height_at(other: WallPlan, plan: WallPlan) -> Length:
    """How high a wall that meets this one is where it does."""
    span = wall_span(plan.id, other.length, other.meetings)
    return other.top.lowest_over(span) if span and span.length > 0 else other.height.value


def _opening(placed: PlacedOpening, is_framed: bool) -> OpeningOnBench:
    words = placed.standard.words
    return {
        "opening": OpeningFile.from_core(placed.opening),
        "framed": is_framed,
        "rough_width": named_sum(message("rough width"), placed.rough.width, reader(words)),
        "rough_height": named_sum(message("rough height"), placed.rough.height, reader(words)),
        "hole": {
            "x": to_inches(placed.start.value),
            "y": to_inches(placed.head.value - placed.rough.height.value),
            "width": to_inches(placed.rough.width.value),
            "height": to_inches(placed.rough.height.value),
        },
        "head": figure(placed.head_on_floor.value),
        "header": reader(words).say(placed.header.called),
    }
