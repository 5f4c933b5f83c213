"""An open job: what is in it."""

from collections import Counter
from datetime import datetime
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel

from bluff.api.http.wire import FindingCounts, severities
from bluff.api.people.session import CrewJobs
from bluff.core.job.job import Job
from bluff.core.job.marks import next_opening_id, next_wall_id
from bluff.core.job.schools import OpeningKind
from bluff.core.job.top import USUAL_RISE
from bluff.core.job.words import USUAL
from bluff.formats.job_file import JobFile
from bluff.service.framings import findings_by_wall
from bluff.service.job_state import JobState
from bluff.views.lengths import Figure, in_feet
from bluff.views.reader import Reader, reader

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class WallSummary(BaseModel):
    """A wall as the wall list shows it."""

    id: str
    stud: str
    length: Figure
    openings: int
    findings: FindingCounts


class NextOnes(BaseModel):
    """What is added next begins with: the first marks nobody has, and what a top rises in 12."""

    wall: str
    window: str
    doorway: str
    rise: int


class WordsView(BaseModel):
    """The crew's words by role: what one of a piece is called, what more than one, and the letter for it."""

    names: dict[str, str]
    letters: dict[str, str]
    many: dict[str, str]


class MadeBy(BaseModel):
    """The change an undo would take back, and who made it."""

    revision: int
    name: str
    initials: str
    is_yours: bool


class JobView(BaseModel):
    """A job at one revision; undo and redo say what they would take back or make again, `made` whose that is."""

    id: UUID
    revision: int
    changed_at: datetime
    undo: str | None
    redo: str | None
    made: MadeBy | None
    job: JobFile
    words: WordsView
    walls: list[WallSummary]
    next: NextOnes


@router.get("/{job_id}")
def get_job(jobs: CrewJobs, job_id: UUID) -> JobView:
    """One job."""
    return job_view(jobs.get(job_id))


def job_view(state: JobState) -> JobView:
    """A job with its walls as the wall list shows them."""
    walls, words = _walls(state.job), state.job.standard.words
    say = reader(words).say
    return JobView(
        id=state.id,
        revision=state.revision,
        changed_at=state.changed_at,
        undo=say(state.undo) if state.undo else None,
        redo=say(state.redo) if state.redo else None,
        made=MadeBy(**state.made._asdict()) if state.made else None,
        job=JobFile.from_core(state.job),
        words=_words(reader(words)),
        walls=walls,
        next=NextOnes(
            wall=next_wall_id(state.job.walls),
            window=next_opening_id(state.job.openings, OpeningKind.WINDOW),
            doorway=next_opening_id(state.job.openings, OpeningKind.DOOR),
            rise=USUAL_RISE,
        ),
    )


def _words(reads: Reader) -> WordsView:
    return WordsView(
        names={piece: reads.piece(piece) for piece in USUAL},
        letters={piece: letter for piece in USUAL if (letter := reads.words.letter(piece))},
        many={piece: reads.piece(piece, "many") for piece in USUAL},
    )


def _walls(job: Job) -> list[WallSummary]:
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
