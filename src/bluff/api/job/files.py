"""Routes that hand a job out as a file: on paper, in a spreadsheet, in another program."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from bluff.api.http.answers import download, shown, stem
from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.work import done
from bluff.api.line.typed import EditReading, edit_reading
from bluff.api.people.session import CrewJobs
from bluff.core.crew.layout_pole import layout_pole
from bluff.core.crew.pole import poles
from bluff.core.crew.schedule import schedule
from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exports import DRAWING, MODEL, SHEETS
from bluff.formats.job_file import job_data, write_job
from bluff.formats.paper import (
    SHOWN_AT_FIRST,
    Layer,
    Paper,
    layout_pole_sheet,
    layout_pole_strip,
    pole_sheet,
    pole_strip,
)
from bluff.formats.schedule import read_schedule, schedule_csv, schedule_edit
from bluff.formats.tables import cut_list_csv, marks_csv
from bluff.service.errors import NotFound
from bluff.service.framings import framings, known_wall
from bluff.service.papers import imprint

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["files"])


@router.get("/file", response_class=Response)
def job_file(jobs: CrewJobs, job_id: UUID) -> Response:
    """The job as a job file to keep, mail or edit."""
    job = jobs.get(job_id).job
    return download(write_job(job), "application/json", f"{stem(job.name)}.bluff.json")


@router.get("/sheets.pdf", response_class=Response)
async def sheets(
    request: Request,
    jobs: CrewJobs,
    job_id: UUID,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
    wall: Annotated[str | None, Query(description="One wall alone; the whole job when left out.")] = None,
    show: Annotated[frozenset[Layer], Query(description="Layers to draw besides the usual ones.")] = frozenset(),
    hide: Annotated[frozenset[Layer], Query(description="Usual layers to leave out.")] = frozenset(),
) -> Response:
    """The job on paper: a cover with the plan, packs to build first, a sheet for every wall."""
    state = await run_in_threadpool(jobs.get, job_id)
    if wall is not None:
        known_wall(state.job, wall)
    link = f"{request.base_url}jobs/{job_id}"
    layers = (SHOWN_AT_FIRST | show) - hide
    pdf = await done(request, SHEETS, job_data(state.job), wall, paper, imprint(state), link, layers)
    name = stem(state.job.name) + (f"-{stem(wall)}" if wall else "")
    return shown(pdf, name)


@router.get("/marks.csv", response_class=Response)
def marks(jobs: CrewJobs, job_id: UUID) -> Response:
    """Every mark on every plate, for a spreadsheet."""
    job = jobs.get(job_id).job
    return download(marks_csv(framings(job)), "text/csv", f"{stem(job.name)}-marks.csv")


@router.get("/cut-list.csv", response_class=Response)
def cut_list(jobs: CrewJobs, job_id: UUID) -> Response:
    """What to cut, wall by wall, for a spreadsheet."""
    job = jobs.get(job_id).job
    return download(cut_list_csv(framings(job)), "text/csv", f"{stem(job.name)}-cut-list.csv")


@router.get("/poles.pdf", response_class=Response)
def pole_sheets(
    jobs: CrewJobs,
    job_id: UUID,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
    strip: Annotated[
        str | None, Query(description="An opening whose pole is printed at full size, as a strip over several pages.")
    ] = None,
) -> Response:
    """The story poles side by side, or one of them at full size."""
    state = jobs.get(job_id)
    all_poles = poles(framings(state.job))
    if strip is None:
        pdf = pole_sheet(all_poles, paper, imprint(state))
    else:
        mine = [pole for pole in all_poles if strip in {opening.placed.id for opening in pole.openings}]
        if not mine:
            raise NotFound(
                message("There is no pole of {opening}. It is not framed, or not in this job.", opening=strip)
            )
        pdf = pole_strip(mine[0], paper, imprint(state))
    return shown(pdf, f"{stem(state.job.name)}-poles")


@router.get("/layout-pole.pdf", response_class=Response)
def layout_pole_paper(
    jobs: CrewJobs,
    job_id: UUID,
    wall: Annotated[str, Query(description="The wall whose top plate it is for.")],
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
    full_size: Annotated[bool, Query(description="As a strip to paste on the stick, over several pages.")] = False,
) -> Response:
    """The layout pole of a wall: all that is marked on its top plate, plumb on a straight stick."""
    state = jobs.get(job_id)
    known_wall(state.job, wall)
    pole = layout_pole(next(framing for framing in framings(state.job) if framing.plan.id == wall))
    drawn = layout_pole_strip if full_size else layout_pole_sheet
    return shown(drawn(pole, paper, imprint(state)), f"{stem(state.job.name)}-{stem(wall)}-layout-pole")


@router.get("/schedule.csv", response_class=Response)
def schedule_table(jobs: CrewJobs, job_id: UUID) -> Response:
    """The schedule of openings, for a spreadsheet."""
    job = jobs.get(job_id).job
    rows = schedule(framings(job), job.openings, are_alike_together=False)
    return download(schedule_csv(rows), "text/csv", f"{stem(job.name)}-openings.csv")


@router.post("/schedule.csv", openapi_extra=FILE_BODY)
def read_schedule_table(jobs: CrewJobs, job_id: UUID, table: FileBody) -> EditReading:
    """Say what a schedule from a spreadsheet asks for, without changing anything."""
    job = jobs.get(job_id).job
    try:
        text = table.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise FaultyData([Fault("", message("This is not text in UTF-8. Save the table as CSV in UTF-8."))]) from error
    return edit_reading(job, schedule_edit(job, read_schedule(text)))


@router.get("/plan.dxf", response_class=Response)
async def dxf(request: Request, jobs: CrewJobs, job_id: UUID) -> Response:
    """Plan, elevations and plates as a DXF drawing in inches."""
    job = (await run_in_threadpool(jobs.get, job_id)).job
    text = await done(request, DRAWING, job_data(job))
    return download(text, "image/vnd.dxf", f"{stem(job.name)}.dxf")


@router.get("/model.ifc", response_class=Response)
async def ifc(request: Request, jobs: CrewJobs, job_id: UUID) -> Response:
    """Walls, openings and every member as an IFC model."""
    job = (await run_in_threadpool(jobs.get, job_id)).job
    text = await done(request, MODEL, job_data(job))
    return download(text, "application/x-step", f"{stem(job.name)}.ifc")
