"""The bench: one wall framed, read on the tape."""

import json
from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field

from bluff import core
from bluff.api.session import CrewJobs
from bluff.api.ways import WaysGroup, ways_of_opening, ways_of_wall
from bluff.api.wire import FindingCounts, NamedSum, named_sum, severities
from bluff.core.job.edit import AddOpening, ChangeOpening, SetWay
from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Line, MarkedOn, MarkLines
from bluff.core.job.standard import Standard
from bluff.core.measure.length import Length, format_feet, to_inches
from bluff.core.plan.placing import wall_span
from bluff.core.wall.marks import BURNED_INCH, Reading, read_mark
from bluff.core.wall.wall_plan import PlacedOpening
from bluff.formats.figures import figures_in, figures_of
from bluff.formats.framed import (
    FramedCutRow,
    FramedSpacerRow,
    FramedWall,
    Steps,
    framed_cut_row,
    framed_spacer_row,
    framed_wall,
    steps,
)
from bluff.formats.job_file import OpeningFile, WallFile
from bluff.formats.ways_values import FileModel
from bluff.service.jobs import JobState, counted, framing, framings

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class TapeReading(BaseModel):
    """A mark as read on the tape that is hooked where the bench says; other_line where the crew draws both sides."""

    at: float
    ahead: bool
    other_line: float | None
    steps: Steps


class OpeningOnBench(BaseModel):
    """An opening with what was decided for it; framed is false when it was left out."""

    opening: OpeningFile
    framed: bool
    rough_width: NamedSum
    rough_height: NamedSum
    start: NamedSum
    end: float
    head: float
    header: str
    jack_count: int
    king_count: int


class Neighbour(BaseModel):
    """A wall that meets the one on the bench: where along its plate, and how high it stands."""

    wall: str
    start: float
    end: float
    height: float


class BenchView(BaseModel):
    """One wall on the bench: framed, read on the tape, with its cut list and printed figures.

    The tape hooks where the layout starts, unless another end is asked for. `readings` runs parallel to `wall.marks`.
    `figures` prints every length in the answer: inches as JavaScript writes the number, to the text on a tape. `feet`
    is the same in feet and inches. `outside` is the side of an exterior wall that looks out, walking from start to end.
    """

    revision: int
    wall: FramedWall
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
    readings: list[TapeReading]
    cut_list: list[FramedCutRow]
    spacers: list[FramedSpacerRow]
    findings: FindingCounts
    figures: dict[str, str]
    feet: dict[str, str]


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
    """One wall on the bench, as JSON. As `bench_view`.

    It is the largest answer there is, and somebody waits for it after every edit: its figures are those of the
    numbers in what is written, so that it is gone through once.
    """
    written = bench_view(state, wall_id, hook, burn).model_dump_json(by_alias=True, exclude={"figures"}).encode()
    figures = json.dumps(figures_in(written), ensure_ascii=False).encode()
    return b'%s,"figures":%s}' % (written[:-1], figures)


def bench_view(state: JobState, wall_id: str, hook: End | None, burn: bool) -> BenchView:
    """One wall on the bench, its figures left out.

    Args:
        state: The job.
        wall_id: Which wall.
        hook: The end the tape hooks on; None takes the one the layout starts from.
        burn: Whether the tape is held on its one-inch line.
    """
    framed = framing(state.job, wall_id)
    plan = framed.plan
    words = plan.standard.words
    usual_hook = plan.standard.datum.end
    hook = hook or usual_hook
    outward = plan.sheeted_side if plan.wall.kind is WallKind.EXTERIOR else None
    burned: Length = BURNED_INCH if burn else 0
    readings = [read_mark(mark, plan.length, hook, burn=burned) for mark in framed.marks]
    in_wall = {opening.placed.id for opening in framed.openings}
    view = BenchView(
        revision=state.revision,
        wall=framed_wall(framed),
        entered=WallFile.from_core(plan.wall),
        marked_on=plan.standard.marked_on,
        has_both_lines=plan.standard.mark_lines is MarkLines.BOTH,
        openings=[_opening(placed, placed.id in in_wall) for placed in plan.openings],
        outside=outward,
        meets=_neighbours(plan, {one.plan.id: one.plan for one in framings(state.job)}),
        plate=named_sum("plate", plan.plate_length, words),
        stud_length=named_sum("stud", plan.stud_length, words),
        hook=hook,
        usual_hook=usual_hook,
        burn=burn,
        burned=to_inches(burned),
        readings=[_reading(reading, plan.standard) for reading in readings],
        cut_list=[framed_cut_row(row) for row in core.cut_list([framed])],
        spacers=[framed_spacer_row(row) for row in core.spacer_list([framed])],
        findings=severities(counted(framed)),
        figures={},
        feet={},
    )
    lengths = [view.wall.length, view.wall.plate_length, view.wall.height, *(row.length for row in view.cut_list)]
    view.feet = figures_of(lengths, format_feet)
    return view


def _reading(reading: Reading, standard: Standard) -> TapeReading:
    other = reading.other_line if standard.mark_lines is MarkLines.BOTH else None
    return TapeReading(
        at=to_inches(reading.at.value),
        ahead=reading.ahead,
        other_line=None if other is None else to_inches(other),
        steps=steps(reading.at, standard.words),
    )


def _neighbours(plan: core.WallPlan, plans: Mapping[str, core.WallPlan]) -> list[Neighbour]:
    spans = ((other, wall_span(other, plan.length, plan.meetings)) for other in plan.meetings.others)
    return [
        Neighbour(
            wall=other, start=to_inches(span[0]), end=to_inches(span[1]), height=to_inches(plans[other].height.value)
        )
        for other, span in spans
        if span
    ]


def _opening(placed: PlacedOpening, is_framed: bool) -> OpeningOnBench:
    words = placed.standard.words
    return OpeningOnBench(
        opening=OpeningFile.from_core(placed.opening),
        framed=is_framed,
        rough_width=named_sum("rough width", placed.rough.width, words),
        rough_height=named_sum("rough height", placed.rough.height, words),
        start=named_sum("starts at", placed.start, words),
        end=to_inches(placed.end),
        head=to_inches(placed.head.value),
        header=str(placed.header),
        jack_count=placed.jack_count,
        king_count=placed.king_count,
    )


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
