"""Plates that are marked, and what is struck and added on them since the plan changed."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import Field, StrictStr
from typing_extensions import TypedDict

from bluff import core
from bluff.api.answers import imprint, shown, stem
from bluff.api.history import StrokeView, stroke_view
from bluff.api.session import CrewJobs, SignedInAccount
from bluff.api.wire import Refusal, Revision
from bluff.core.job.schools import End
from bluff.core.wall.member import Plate
from bluff.formats.paper import Paper, strike_sheet
from bluff.formats.ways_values import FileModel
from bluff.service.marking import MarkedPlate, Marking

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["marked"])


class MarkedView(TypedDict):
    """A plate that is marked, by whom and when, as the job was at a revision; `strokes` bring it to what it is.

    They are read from the end `hook`, None where there are none.
    """

    wall: str
    plate: Plate
    revision: int
    name: str
    initials: str
    at: datetime
    strokes: list[StrokeView]
    hook: End | None


class MarkedFile(FileModel):
    """A plate that is marked as the job was at a revision, or is not, where none is named."""

    wall: Annotated[StrictStr, Field(max_length=60)]
    plate: Plate
    revision: Revision | None = None


def marking_of(request: Request, account: SignedInAccount) -> Marking:
    """The marked plates of the jobs of whoever is signed in."""
    return Marking(request.app.state.pool, account)


OurMarking = Annotated[Marking, Depends(marking_of)]


@router.get("/marked")
def list_marked(marking: OurMarking, job_id: UUID) -> list[MarkedView]:
    """The plates of a job that are marked."""
    return _views(*marking.all(job_id))


@router.post("/marked", responses={409: {"model": Refusal}})
def mark(marking: OurMarking, job_id: UUID, marked: MarkedFile) -> list[MarkedView]:
    """Say that a plate is marked, or is not after all; struck and added, it is marked as the job is now."""
    return _views(*marking.mark(job_id, marked.wall, marked.plate, marked.revision))


@router.get("/strike.pdf", response_class=Response)
def strike_paper(
    jobs: CrewJobs,
    marking: OurMarking,
    job_id: UUID,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """What is struck and added on every plate that is marked."""
    job, plates = marking.all(job_id)
    pdf = strike_sheet(
        [(one.plate, one.rework) for one in plates if one.rework], job.standard.words, paper, imprint(jobs.get(job_id))
    )
    return shown(pdf, f"{stem(job.name)}-strike")


def _views(job: core.Job, plates: list[MarkedPlate]) -> list[MarkedView]:
    words = job.standard.words
    return [
        {
            "wall": one.wall,
            "plate": one.plate,
            "revision": one.revision,
            "name": one.name,
            "initials": one.initials,
            "at": one.at,
            "strokes": [stroke_view(stroke, words) for stroke in one.strokes],
            "hook": one.rework.hook if one.rework else None,
        }
        for one in plates
    ]
