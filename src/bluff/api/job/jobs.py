"""The list of jobs: what is in it, what is started, brought in and taken out."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.wire import FindingCounts
from bluff.api.job.job import JobView, job_view
from bluff.api.lumber.stock import OurStock
from bluff.api.people.session import CrewJobs
from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.formats.ways_values import FileModel
from bluff.service.jobs import JobInList
from bluff.views.lengths import Figure, in_feet

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class JobSummary(BaseModel):
    """A job as the jobs list shows it."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    walls: int
    openings: int
    length: Annotated[Figure, Field(description="Of all its walls.")]
    findings: FindingCounts


class RemovedJob(BaseModel):
    """A job that was removed, and when."""

    id: UUID
    name: str
    removed_at: datetime


class NewJob(FileModel):
    """A job to start."""

    name: str


@router.get("")
def list_jobs(jobs: CrewJobs) -> list[JobSummary]:
    """Every job of the crew, the one changed last first."""
    return [job_summary(line) for line in jobs.all()]


@router.get("/removed")
def list_removed(jobs: CrewJobs) -> list[RemovedJob]:
    """Jobs that were removed in the last 30 days, the last first."""
    return [RemovedJob(id=one.id, name=one.name, removed_at=one.removed_at) for one in jobs.removed()]


@router.post("", status_code=201)
def start_job(jobs: CrewJobs, stock: OurStock, new: NewJob) -> JobView:
    """Start an empty job, with the boards the crew's yard has."""
    return job_view(jobs.add(Job(new.name.strip(), stock=stock.get())))


@router.post("/import", status_code=201, openapi_extra=FILE_BODY)
def import_job(jobs: CrewJobs, file: FileBody) -> JobView:
    """Take in a job file as a new job; the body is the file as it is."""
    return job_view(jobs.add(read_job(file)))


@router.delete("/{job_id}", status_code=204)
def remove_job(jobs: CrewJobs, job_id: UUID) -> None:
    """Put a job out of sight; it can be restored."""
    jobs.remove(job_id)


@router.post("/{job_id}/restore")
def restore_job(jobs: CrewJobs, job_id: UUID) -> JobView:
    """Bring a removed job back."""
    return job_view(jobs.restore(job_id))


def job_summary(line: JobInList) -> JobSummary:
    """A job as one line of the jobs list."""
    figures = line.figures
    return JobSummary(
        id=line.id,
        name=line.name,
        revision=line.revision,
        changed_at=line.changed_at,
        walls=figures.walls,
        openings=figures.openings,
        length=in_feet(figures.length),
        findings=FindingCounts(error=figures.error, warning=figures.warning, info=figures.info),
    )
