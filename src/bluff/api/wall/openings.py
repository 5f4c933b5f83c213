"""Openings: the schedule of a job, and cells written in it."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from bluff.api.http.wire import FindingCounts, severities
from bluff.api.line.typed import EditReading, edit_reading
from bluff.api.people.session import CrewJobs
from bluff.core.crew.schedule import ScheduleRow, is_checked, schedule
from bluff.core.job.header import Source
from bluff.core.job.job import Sizing
from bluff.core.job.schools import OpeningKind
from bluff.core.message import message
from bluff.formats.schedule import schedule_edit
from bluff.service.framings import framings
from bluff.service.job_state import JobState
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class ScheduleChecked(BaseModel):
    """Who compared the openings of a line with the plan; lost when their size is another by now."""

    by: str
    at: str
    is_lost: bool


class ScheduleLine(BaseModel):
    """A line of the schedule: openings alike, with what was decided for them."""

    marks: list[str]
    walls: list[str]
    floor: Annotated[int, Field(description="Which story line their heights are from; 0 the floor of the wall.")]
    kind: OpeningKind
    size: str
    sizing: Sizing
    rough_width: NamedSum
    rough_height: NamedSum
    is_usual: Annotated[bool, Field(description="Whether the rough opening rests on a usual figure.")]
    head: NamedSum
    is_own_head: Annotated[bool, Field(description="Whether its head height is given for these openings alone.")]
    header: str
    header_called: str
    source: Source
    source_called: str
    is_verified: Annotated[bool, Field(description="Whether that is authority for a header.")]
    jacks: int
    kings: int
    checked: ScheduleChecked | None
    findings: FindingCounts


class ScheduleView(BaseModel):
    """Every opening of a job, alike ones together where that is asked for."""

    revision: int
    lines: list[ScheduleLine]
    unplaced: Annotated[list[str], Field(description="Openings that have no place in their wall.")]


class ScheduleChanges(BaseModel):
    """What was typed or pasted: cells by their column, `mark` saying of which opening."""

    changes: Annotated[list[dict[str, str]], Field(min_length=1, max_length=2000)]


@router.get("/{job_id}/schedule")
def openings_schedule(
    jobs: CrewJobs,
    job_id: UUID,
    alike: Annotated[bool, Query(description="Whether openings alike share a line.")] = True,
) -> ScheduleView:
    """Every opening of the job with what was decided for it."""
    return schedule_view(jobs.get(job_id), alike)


@router.post("/{job_id}/schedule/read")
def read_schedule_cells(jobs: CrewJobs, job_id: UUID, typed: ScheduleChanges) -> EditReading:
    """Say what cells typed or pasted into the schedule mean, without changing anything."""
    job = jobs.get(job_id).job
    return edit_reading(job, schedule_edit(job, typed.changes))


def schedule_view(state: JobState, alike: bool) -> ScheduleView:
    """Every opening of a job, alike ones on one line or each on its own."""
    rows = schedule(framings(state.job), state.job.openings, are_alike_together=alike)
    placed = {mark for row in rows for mark in row.marks}
    lines = [_line(row) for row in rows]
    return ScheduleView(
        revision=state.revision,
        lines=lines,
        unplaced=[opening.id for opening in state.job.openings if opening.id not in placed],
    )


def _line(row: ScheduleRow) -> ScheduleLine:
    placed = row.first
    reads = reader(placed.standard.words)
    opening, checked = placed.opening, placed.opening.checked
    return ScheduleLine(
        marks=list(row.marks),
        walls=list(row.walls),
        floor=opening.floor,
        kind=opening.kind,
        size=str(opening.size),
        sizing=opening.sizing,
        rough_width=named_sum(message("rough width"), placed.rough.width, reads),
        rough_height=named_sum(message("rough height"), placed.rough.height, reads),
        is_usual=placed.rough.is_usual,
        head=named_sum(message("head"), placed.head_on_floor, reads),
        is_own_head=opening.ways.head_height is not None,
        header=str(placed.header),
        header_called=reads.say(placed.header.called),
        source=placed.header.choice.source,
        source_called=reads.say(placed.header.choice.source.called),
        is_verified=placed.header.choice.source.is_verified,
        jacks=placed.jack_count,
        kings=placed.king_count,
        checked=ScheduleChecked(by=checked.by, at=checked.at, is_lost=not is_checked(placed)) if checked else None,
        findings=severities(row.findings),
    )
