"""An open job: what is in it, and every change to it."""

from collections import Counter
from datetime import datetime
from typing import Any
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff import core
from bluff.api.session import CrewJobs
from bluff.api.wire import Figure, FindingCounts, Refusal, Revision, in_feet, severities
from bluff.core.job.schools import OpeningKind
from bluff.core.job.words import USUAL, Words
from bluff.core.phrase.opening_line import next_opening_id, next_wall_id
from bluff.formats.edits import EditFile, edit_to_core
from bluff.formats.job_file import JobFile
from bluff.formats.ways_values import FileModel
from bluff.service.jobs import JobState, findings_by_wall

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class WallSummary(BaseModel):
    """A wall as the wall list shows it."""

    id: str
    stud: str
    length: Figure
    openings: int
    findings: FindingCounts


class NextMarks(BaseModel):
    """The first marks nobody has, for what is added next."""

    wall: str
    window: str
    doorway: str


class WordsView(BaseModel):
    """The crew's words: each piece's name and letter by its role, and what is said for what in a sentence."""

    names: dict[str, str]
    letters: dict[str, str]
    says: dict[str, str]


class JobView(BaseModel):
    """A job at one revision; undo and redo say what they would take back or make again."""

    id: UUID
    revision: int
    changed_at: datetime
    undo: str | None
    redo: str | None
    job: JobFile
    words: WordsView
    walls: list[WallSummary]
    next: NextMarks


class EditRequest(FileModel):
    """An edit, and the revision it was made on."""

    revision: Revision
    edit: EditFile
    key: UUID | None = Field(
        default=None, description="Made up by whoever sends it; sent again under the same key it is made once."
    )


class RevisionRequest(FileModel):
    """The revision an undo or redo was asked on; `key` as of an edit."""

    revision: Revision
    key: UUID | None = None


class ConflictView(Refusal):
    """A lost race: the job as it is now, and the change that was not made."""

    current: JobView
    yours: EditFile | None


CONFLICT: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView}}


NOTHING_TO_DO: dict[int | str, dict[str, Any]] = {409: {"model": ConflictView | Refusal}}


@router.get("/{job_id}")
def get_job(jobs: CrewJobs, job_id: UUID) -> JobView:
    """One job."""
    return job_view(jobs.get(job_id))


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


def job_view(state: JobState) -> JobView:
    """A job with its walls as the wall list shows them."""
    walls, words = _walls(state.job), state.job.standard.words
    return JobView(
        id=state.id,
        revision=state.revision,
        changed_at=state.changed_at,
        undo=words.say(state.undo) if state.undo else None,
        redo=words.say(state.redo) if state.redo else None,
        job=JobFile.from_core(state.job),
        words=_words(words),
        walls=walls,
        next=NextMarks(
            wall=next_wall_id(state.job.walls),
            window=next_opening_id(state.job.openings, OpeningKind.WINDOW),
            doorway=next_opening_id(state.job.openings, OpeningKind.DOOR),
        ),
    )


def _words(words: Words) -> WordsView:
    return WordsView(
        names={piece: words.name(piece) for piece in USUAL},
        letters={piece: letter for piece in USUAL if (letter := words.letter(piece))},
        says=dict(words.table),
    )


def _walls(job: core.Job) -> list[WallSummary]:
    findings = findings_by_wall(job)
    openings = Counter(opening.wall for opening in job.openings)
    return [
        WallSummary(
            id=wall.id,
            stud=wall.stud,
            length=in_feet(wall.run.length),
            openings=openings[wall.id],
            findings=severities(findings[wall.id]),
        )
        for wall in job.walls
    ]
