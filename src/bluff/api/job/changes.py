"""Every change to a job, answered with the job and with what the client has in view."""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import Field, TypeAdapter
from typing_extensions import TypedDict

from bluff.api.http.wire import Refusal, RevisionNumber
from bluff.api.job.job import JobView, job_view
from bluff.api.job.plan import PlanView, plan_view
from bluff.api.people.session import CrewJobs
from bluff.api.wall.bench import BenchView, bench_view
from bluff.core.job.schools import End
from bluff.formats.edits import EditFile, edit_to_core
from bluff.formats.values import Revision
from bluff.formats.ways_values import FileModel
from bluff.service.errors import NotFound
from bluff.service.job_state import JobState
from bluff.views.reader import reader

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class OnBench(FileModel):
    """The wall that lies on the bench, and how the tape is held there; `hook` and `burn` as the bench is asked."""

    wall: str
    hook: End | None = None
    burn: bool = False


class InView(FileModel):
    """What is in view while a job is changed: it comes with the answer, so that nobody waits for a second one."""

    plan: bool = False
    bench: OnBench | None = None


Key = Annotated[UUID | None, Field(description="Made up by the sender; sent again under the same key it is made once.")]


class ReturnRequest(FileModel):
    """The revision an undo or redo was asked on."""

    revision: Revision
    key: Key = None
    in_view: InView = InView()


class EditRequest(ReturnRequest):
    """An edit, and the revision it was made on."""

    edit: EditFile


class Changed(TypedDict):
    """The job after a change, and what was in view as it is now; a wall that is gone is on no bench.

    `over` is what others changed meanwhile, where the change was made on an earlier revision and both go together.
    """

    job: JobView
    over: list[str]
    plan: PlanView | None
    bench: BenchView | None


class ConflictView(Refusal):
    """A lost race: the job as it is now, and the change that was not made."""

    current: JobView
    yours: EditFile | None


CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView}}


NOTHING_TO_DO: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView | Refusal}}

_WRITER = TypeAdapter(Changed)


@router.post("/{job_id}/edits", response_model=Changed, responses=CONFLICT)
def edit_job(jobs: CrewJobs, job_id: UUID, request: EditRequest) -> Response:
    """Apply an edit to the revision it was made on."""
    return _answer(jobs.edit(job_id, request.revision, edit_to_core(request.edit), request.key), request.in_view)


@router.post("/{job_id}/undo", response_model=Changed, responses=NOTHING_TO_DO)
def undo(jobs: CrewJobs, job_id: UUID, request: ReturnRequest) -> Response:
    """Take the last edit back."""
    return _answer(jobs.undo(job_id, request.revision, request.key), request.in_view)


@router.post("/{job_id}/redo", response_model=Changed, responses=NOTHING_TO_DO)
def redo(jobs: CrewJobs, job_id: UUID, request: ReturnRequest) -> Response:
    """Make the edit undone last again."""
    return _answer(jobs.redo(job_id, request.revision, request.key), request.in_view)


@router.post("/{job_id}/history/{number}/restore", response_model=Changed, responses=CONFLICT)
def restore_revision(jobs: CrewJobs, job_id: UUID, number: RevisionNumber, request: ReturnRequest) -> Response:
    """Make the job what it was at an earlier revision, which can be undone as every other change."""
    return _answer(jobs.restore_revision(job_id, request.revision, number, request.key), request.in_view)


def _answer(state: JobState, in_view: InView) -> Response:
    changed: Changed = {
        "job": job_view(state),
        "over": [*map(reader(state.job.standard.words).say, state.over)],
        "plan": plan_view(state.job, state.revision) if in_view.plan else None,
        "bench": _bench(state, in_view.bench) if in_view.bench else None,
    }
    return Response(_WRITER.dump_json(changed, by_alias=True), media_type="application/json")


def _bench(state: JobState, on_bench: OnBench) -> BenchView | None:
    try:
        return bench_view(state, on_bench.wall, on_bench.hook, on_bench.burn)
    except NotFound:
        return None
