"""Ways compared: what a job would be made of by each of a few ways of framing it, on screen and on paper."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, Field

from bluff.api.http.answers import shown, stem
from bluff.api.people.session import CrewJobs
from bluff.core.change.apply import apply
from bluff.core.job.job import Job
from bluff.core.job.words import Words
from bluff.core.takeoff.comparison import FEWEST, MOST, CompareLine, compared
from bluff.formats.edits import EditFile, edit_to_core
from bluff.formats.paper.compare_sheet import compare_sheet
from bluff.formats.paper.page import Paper
from bluff.formats.ways_values import FileModel
from bluff.service.comparing import counted, counted_wall
from bluff.service.papers import imprint
from bluff.views.reader import reader

router = APIRouter(prefix="/api/jobs", tags=["standards"])


class OneWay(FileModel):
    """A way of framing the job: its name, and the edit that frames it so; without one it is the job as it is."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    edit: EditFile | None = None


class CompareRequest(FileModel):
    """The ways to set beside each other: of the whole job, or of one wall as each edit leaves it."""

    wall: Annotated[str, Field(max_length=60)] | None = None
    ways: Annotated[list[OneWay], Field(min_length=FEWEST, max_length=MOST)]


class ComparedView(BaseModel):
    """One figure by each way: as it is read, and as a share of the largest; null where it is not known."""

    name: str
    differs: bool
    texts: list[str]
    shares: list[float]


class CompareView(BaseModel):
    """Figures by each way, those that differ first."""

    ways: list[str]
    lines: list[ComparedView]


@router.post("/{job_id}/compare")
def compare(jobs: CrewJobs, job_id: UUID, request: CompareRequest) -> CompareView:
    """What a job would be made of by each way; nothing is changed."""
    job = jobs.get(job_id).job
    lines = [_view(line, job.standard.words) for line in _lines(job, request)]
    return CompareView(ways=[way.name for way in request.ways], lines=lines)


@router.post("/{job_id}/compare.pdf", response_class=Response)
def compare_paper(
    jobs: CrewJobs,
    job_id: UUID,
    request: CompareRequest,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """As `compare`, on paper."""
    state = jobs.get(job_id)
    pdf = compare_sheet([way.name for way in request.ways], _lines(state.job, request), paper, imprint(state))
    return shown(pdf, f"{stem(state.job.name)}-ways")


def _lines(job: Job, request: CompareRequest) -> list[CompareLine]:
    ways = [apply(job, edit_to_core(way.edit)) if way.edit else job for way in request.ways]
    if request.wall is not None:
        return compared([counted_wall(way, request.wall) for way in ways], job.stock.currency)
    return compared([counted(way) for way in ways], job.stock.currency)


def _view(line: CompareLine, words: Words) -> ComparedView:
    name = reader(words).say(line.name)
    return ComparedView(
        name=name, differs=line.differs, texts=list(line.texts), shares=[float(share) for share in line.shares]
    )
