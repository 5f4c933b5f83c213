"""Routes for jobs, their edits, and one wall on the bench."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response

from bluff import core
from bluff.api.body import FILE_BODY, FileBody
from bluff.api.plan_view import plan_preview, plan_view
from bluff.api.pole_view import poles_view
from bluff.api.schedule_view import schedule_view
from bluff.api.schemas import (
    BenchView,
    ConflictView,
    EditReading,
    EditRequest,
    JobSummary,
    JobView,
    NewJob,
    PhraseRequest,
    PlanPreview,
    PlanView,
    PolesView,
    PreviewRequest,
    Refusal,
    RevisionRequest,
    ScheduleChanges,
    ScheduleView,
    TypedPhrases,
)
from bluff.api.session import signed_in
from bluff.api.views import bench_answer, edit_reading, job_summary, job_view, line_reading, typed_phrases
from bluff.core.job.schools import End
from bluff.formats.edits import edit_to_core
from bluff.formats.job_file import read_job
from bluff.formats.schedule import schedule_edit
from bluff.service.jobs import Jobs, read_phrase
from bluff.store.accounts import Account

router = APIRouter(
    prefix="/api/jobs",
    tags=["jobs"],
)

CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView}}
NOTHING_TO_DO: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView | Refusal}}


def jobs_of(request: Request, account: Annotated[Account, Depends(signed_in)]) -> Jobs:
    """The jobs of whoever is signed in."""
    return Jobs(request.app.state.pool, account)


CrewJobs = Annotated[Jobs, Depends(jobs_of)]


@router.get("")
def list_jobs(jobs: CrewJobs) -> list[JobSummary]:
    """Every job of the crew, the one changed last first."""
    return [job_summary(line) for line in jobs.all()]


@router.post("", status_code=201)
def start_job(jobs: CrewJobs, new: NewJob) -> JobView:
    """Start an empty job."""
    return job_view(jobs.add(core.Job(new.name.strip())))


@router.post("/import", status_code=201, openapi_extra=FILE_BODY)
def import_job(jobs: CrewJobs, file: FileBody) -> JobView:
    """Take in a job file as a new job; the body is the file as it is."""
    return job_view(jobs.add(read_job(file)))


@router.get("/{job_id}")
def get_job(jobs: CrewJobs, job_id: UUID) -> JobView:
    """One job."""
    return job_view(jobs.get(job_id))


@router.delete("/{job_id}", status_code=204)
def remove_job(jobs: CrewJobs, job_id: UUID) -> None:
    """Put a job out of sight; it can be restored."""
    jobs.remove(job_id)


@router.post("/{job_id}/restore")
def restore_job(jobs: CrewJobs, job_id: UUID) -> JobView:
    """Bring a removed job back."""
    return job_view(jobs.restore(job_id))


@router.post("/{job_id}/edits", responses=CONFLICT)
def edit_job(jobs: CrewJobs, job_id: UUID, request: EditRequest) -> JobView:
    """Apply an edit to the revision it was made on."""
    return job_view(jobs.edit(job_id, request.revision, edit_to_core(request.edit), request.key))


@router.post("/{job_id}/undo", responses=NOTHING_TO_DO)
def undo(jobs: CrewJobs, job_id: UUID, request: RevisionRequest) -> JobView:
    """Take the last edit back."""
    return job_view(jobs.undo(job_id, request.revision, request.key))


@router.post("/{job_id}/redo", responses=NOTHING_TO_DO)
def redo(jobs: CrewJobs, job_id: UUID, request: RevisionRequest) -> JobView:
    """Make the edit undone last again."""
    return job_view(jobs.redo(job_id, request.revision, request.key))


@router.post("/{job_id}/phrase")
def understand(jobs: CrewJobs, job_id: UUID, request: PhraseRequest) -> EditReading:
    """Say what a typed line means, without changing anything."""
    job = jobs.get(job_id).job
    return line_reading(job, request.text, read_phrase(job, request.text, request.wall))


@router.get("/{job_id}/phrases")
def phrases(jobs: CrewJobs, job_id: UUID) -> TypedPhrases:
    """Everything that can be typed, in the job's words."""
    return typed_phrases(jobs.get(job_id).job)


@router.post("/{job_id}/preview")
def preview(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> EditReading:
    """Say what an edit would do, without making it."""
    return edit_reading(jobs.get(job_id).job, edit_to_core(request.edit))


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


@router.get("/{job_id}/poles")
def poles(jobs: CrewJobs, job_id: UUID) -> PolesView:
    """A story pole for every kind of opening, as high as the walls."""
    state = jobs.get(job_id)
    return poles_view(state.job, state.revision)


@router.post("/{job_id}/poles/what-if")
def what_if(jobs: CrewJobs, job_id: UUID, typed: ScheduleChanges) -> PolesView:
    """The poles as another head or header would leave them, without changing anything."""
    state = jobs.get(job_id)
    edit = schedule_edit(state.job, typed.changes)
    return poles_view(core.apply(state.job, edit), state.revision, edit)


@router.get("/{job_id}/plan")
def plan(jobs: CrewJobs, job_id: UUID) -> PlanView:
    """The floor seen from above."""
    state = jobs.get(job_id)
    return plan_view(state.job, state.revision)


@router.post("/{job_id}/plan/preview")
def preview_plan(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> PlanPreview:
    """The floor as an edit would leave it, without making it."""
    state = jobs.get(job_id)
    return plan_preview(state.job, state.revision, edit_to_core(request.edit))


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
