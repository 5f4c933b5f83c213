"""Routes that hand a job out as a file: on paper, in a spreadsheet, in another program."""

import re
from datetime import date
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response

from bluff.api.jobs import CrewJobs
from bluff.api.schemas import Refusal
from bluff.formats.job_file import write_job
from bluff.formats.sheets import Imprint, Paper, job_sheets, wall_sheet
from bluff.formats.tables import cut_list_csv, marks_csv
from bluff.service.jobs import framing, framings

router = APIRouter(
    prefix="/api/jobs/{job_id}", tags=["files"], responses={401: {"model": Refusal}, 404: {"model": Refusal}}
)


@router.get("/file", response_class=Response)
def job_file(jobs: CrewJobs, job_id: UUID) -> Response:
    """The job as a job file to keep, mail or edit."""
    job = jobs.get(job_id).job
    return _download(write_job(job), "application/json", f"{_stem(job.name)}.bluff.json")


@router.get("/sheets.pdf", response_class=Response)
def sheets(
    request: Request,
    jobs: CrewJobs,
    job_id: UUID,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
    wall: Annotated[str | None, Query(description="One wall alone; the whole job when left out.")] = None,
) -> Response:
    """The job on paper: a cover with the plan, packs to build first, a sheet for every wall."""
    state = jobs.get(job_id)
    today = date.today()
    imprint = Imprint(state.job.name, state.revision, f"{today.day} {today:%B %Y}")
    link = f"{request.base_url}jobs/{job_id}"
    if wall is None:
        pdf, name = job_sheets(framings(state.job), paper, imprint, link), _stem(state.job.name)
    else:
        pdf, name = wall_sheet(framing(state.job, wall), paper, imprint, link), f"{_stem(state.job.name)}-{_stem(wall)}"
    # Shown, not saved: most people print it at once.
    return Response(
        pdf, media_type="application/pdf", headers={"Content-Disposition": f'inline; filename="{name}.pdf"'}
    )


@router.get("/marks.csv", response_class=Response)
def marks(jobs: CrewJobs, job_id: UUID) -> Response:
    """Every mark on every plate, for a spreadsheet."""
    job = jobs.get(job_id).job
    return _download(marks_csv(framings(job)), "text/csv", f"{_stem(job.name)}-marks.csv")


@router.get("/cut-list.csv", response_class=Response)
def cut_list(jobs: CrewJobs, job_id: UUID) -> Response:
    """What to cut, wall by wall, for a spreadsheet."""
    job = jobs.get(job_id).job
    return _download(cut_list_csv(framings(job)), "text/csv", f"{_stem(job.name)}-cut-list.csv")


def _download(body: str | bytes, media_type: str, name: str) -> Response:
    return Response(body, media_type=media_type, headers={"Content-Disposition": f'attachment; filename="{name}"'})


def _stem(name: str) -> str:
    """A file's name from a job's: plain letters, digits and dashes."""
    return re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "job"
