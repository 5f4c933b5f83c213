"""Plates that have marks on them, and what is struck and added there since the plan changed."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from bluff.api.http.answers import shown, stem
from bluff.api.people.session import CrewJobs
from bluff.api.site.entries import OurSite
from bluff.core.job.job import Job
from bluff.core.job.schools import End
from bluff.core.wall.member import Plate
from bluff.formats.paper import Paper, strike_sheet
from bluff.service.papers import imprint
from bluff.service.site import MarkedPlate
from bluff.views.by_whom import ByWhom
from bluff.views.reader import reader
from bluff.views.strokes import StrokeView, stroke_view

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["site"])


class MarkedView(ByWhom):
    """A plate that has marks on it, and who entered the last; `strokes` bring it to what the job is.

    They are read from the end `hook`. A plate that never was marked as a whole only has marks struck.
    """

    wall: str
    plate: Plate
    written: int
    is_whole: bool
    strokes: list[StrokeView]
    hook: End


@router.get("/marked")
def list_marked(site: OurSite, job_id: UUID) -> list[MarkedView]:
    """The plates of a job that have marks on them."""
    return _views(*site.marked(job_id))


@router.get("/strike.pdf", response_class=Response)
def strike_paper(
    jobs: CrewJobs,
    site: OurSite,
    job_id: UUID,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """What is struck and added on every plate that is marked."""
    job, plates = site.marked(job_id)
    pdf = strike_sheet([one.plate for one in plates], paper, imprint(jobs.get(job_id)))
    return shown(pdf, f"{stem(job.name)}-strike")


def _views(job: Job, plates: list[MarkedPlate]) -> list[MarkedView]:
    reads = reader(job.standard.words)
    return [
        {
            "wall": one.plate.wall,
            "plate": one.plate.plate,
            "written": len(one.on.written),
            "is_whole": one.on.is_whole,
            "name": one.last.name,
            "initials": one.last.initials,
            "at": one.last.made_at,
            "strokes": [stroke_view(stroke, reads) for stroke in one.plate.strokes],
            "hook": one.plate.hook,
        }
        for one in plates
    ]
