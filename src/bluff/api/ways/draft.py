"""Ways of a wall, and of an opening that is not kept yet, as forms."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff.api.people.session import CrewJobs
from bluff.api.ways.ways import WaysGroup, ways_of_opening, ways_of_wall
from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening, ChangeOpening, SetWay
from bluff.formats.job_file import OpeningFile
from bluff.formats.ways_values import FileModel

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


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
    job = apply(jobs.get(job_id).job, edit)
    if request.way is not None:
        job = apply(job, SetWay(request.way, request.text, opening=opening.id))
    opening = job.opening(opening.id)
    return OpeningForm(opening=OpeningFile.from_core(opening), ways=ways_of_opening(job, opening))
