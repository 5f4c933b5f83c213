"""The bench: one wall framed, read on the tape."""

import json
from collections.abc import Mapping
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field

from bluff import core
from bluff.api.job import in_full
from bluff.api.session import CrewJobs
from bluff.api.wire import FindingCounts, NamedSum, WhenceView, named_sum, severities, whence_of_wall
from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Line, MarkLines
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
from bluff.formats.job_file import OpeningFile, StandardFile, WallFile
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


class StandardInForce(BaseModel):
    """The ways that hold for the wall and for the job, each said in full."""

    wall: StandardFile
    job: StandardFile
    whence: Annotated[WhenceView, Field(description="Where those of the wall come from.")]


class Neighbour(BaseModel):
    """A wall that meets the one on the bench: where along its plate, and how high it stands."""

    wall: str
    start: float
    end: float
    height: float


class BenchView(BaseModel):
    """One wall on the bench: framed, read on the tape, with its cut list and printed figures.

    `readings` runs parallel to `wall.marks`. `figures` prints every length in the answer: inches as
    JavaScript writes the number, to the text on a tape. `feet` is the same in feet and inches. `outside` is the
    side of an exterior wall that looks out, walking from start to end.
    """

    revision: int
    wall: FramedWall
    entered: WallFile
    standard: StandardInForce
    outside: Line | None
    openings: list[OpeningOnBench]
    meets: list[Neighbour]
    plate: NamedSum
    stud_length: NamedSum
    hook: End
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
    hook: Annotated[End, Query(description="The end the tape hooks on.")] = End.START,
    burn: Annotated[bool, Query(description="Whether the tape is held on its one-inch line.")] = False,
) -> Response:
    """One wall framed, read from the end the tape hooks on."""
    return Response(bench_answer(jobs.get(job_id), wall_id, hook, burn), media_type="application/json")


def bench_answer(state: JobState, wall_id: str, hook: End, burn: bool) -> bytes:
    """One wall on the bench, as JSON. As `bench_view`.

    It is the largest answer there is, and somebody waits for it after every edit: its figures are those of the
    numbers in what is written, so that it is gone through once.
    """
    written = bench_view(state, wall_id, hook, burn).model_dump_json(by_alias=True, exclude={"figures"}).encode()
    figures = json.dumps(figures_in(written), ensure_ascii=False).encode()
    return b'%s,"figures":%s}' % (written[:-1], figures)


def bench_view(state: JobState, wall_id: str, hook: End, burn: bool) -> BenchView:
    """One wall on the bench, its figures left out.

    Args:
        state: The job.
        wall_id: Which wall.
        hook: The end the tape hooks on.
        burn: Whether the tape is held on its one-inch line.
    """
    framed = framing(state.job, wall_id)
    plan = framed.plan
    words = plan.standard.words
    outward = plan.sheeted_side if plan.wall.kind is WallKind.EXTERIOR else None
    burned: Length = BURNED_INCH if burn else 0
    readings = [read_mark(mark, plan.length, hook, burn=burned) for mark in framed.marks]
    in_wall = {opening.placed.id for opening in framed.openings}
    view = BenchView(
        revision=state.revision,
        wall=framed_wall(framed),
        entered=WallFile.from_core(plan.wall),
        standard=StandardInForce(
            wall=in_full(plan.standard),
            job=in_full(state.job.standard),
            whence=whence_of_wall(state.job, plan.wall),
        ),
        openings=[_opening(placed, placed.id in in_wall) for placed in plan.openings],
        outside=outward,
        meets=_neighbours(plan, {one.plan.id: one.plan for one in framings(state.job)}),
        plate=named_sum("plate", plan.plate_length, words),
        stud_length=named_sum("stud", plan.stud_length, words),
        hook=hook,
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
