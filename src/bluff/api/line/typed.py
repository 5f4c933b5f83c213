"""Lines as they are typed, and edits looked at before they are made."""

from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff.api.http.wire import PreviewRequest
from bluff.api.people.session import CrewJobs
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job
from bluff.core.phrase.typed import Selected, completions
from bluff.formats.edits import EditFile, edit_from_core, edit_to_core
from bluff.formats.framed import FramedFinding, framed_finding
from bluff.formats.ways_values import FileModel
from bluff.service.preview import ReadEdit, read_edit, read_typed
from bluff.views.phrases import phrase_list
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class PhraseRequest(FileModel):
    """A typed line, and what is selected where it is typed: the wall and the opening it is about if it names none."""

    text: str = Field(max_length=4000)
    wall: str | None = None
    opening: str | None = None


class TypedPhrase(BaseModel):
    """One kind of thing a line can say: what it does, lines that are understood so, and its parts.

    `needs` must be there, `takes` may be, in any order.
    """

    does: str
    examples: list[str]
    needs: list[str]
    takes: list[str]


class TypedPhrases(BaseModel):
    """Everything that can be typed, in the crew's words."""

    phrases: list[TypedPhrase]


class EditReading(BaseModel):
    """An edit looked at before it is made: in words, its sums, and what would be found."""

    edit: EditFile
    says: str
    warns: str | None = None
    sums: list[NamedSum]
    findings: list[FramedFinding]


class UnreadPart(BaseModel):
    """A part of a line that is not sure: why it is not understood, or what it may mean, each as a line to choose."""

    text: str
    reason: str | None
    choices: list[str]


class LineReading(BaseModel):
    """A typed line as it was understood.

    `read` is what it does as far as that is sure, null where nothing is; `unread` are the parts that are not.
    """

    read: EditReading | None
    unread: list[UnreadPart]


class LineCompletions(BaseModel):
    """The line with what may come next put behind it, or with the word that is begun written out."""

    lines: list[str]


@router.post("/{job_id}/phrase")
def understand(jobs: CrewJobs, job_id: UUID, request: PhraseRequest) -> LineReading:
    """Say what a typed line means, without changing anything."""
    line = read_typed(jobs.get(job_id).job, request.text, Selected(request.wall, request.opening))
    say = reader(line.words).say
    return LineReading(
        read=_reading(line.read) if line.read else None,
        unread=[
            UnreadPart(
                text=part.text, reason=say(part.reason) if part.reason else None, choices=list(map(say, part.choices))
            )
            for part in line.unread
        ],
    )


@router.post("/{job_id}/phrase/completions")
def complete(jobs: CrewJobs, job_id: UUID, request: PhraseRequest) -> LineCompletions:
    """Say how a line that is being typed may go on."""
    job = jobs.get(job_id).job
    return LineCompletions(lines=completions(request.text, job, Selected(request.wall, request.opening)))


@router.get("/{job_id}/phrases")
def phrases(jobs: CrewJobs, job_id: UUID) -> TypedPhrases:
    """Everything that can be typed, in the job's words."""
    return typed_phrases(jobs.get(job_id).job)


@router.post("/{job_id}/preview")
def preview(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> EditReading:
    """Say what an edit would do, without making it."""
    return edit_reading(jobs.get(job_id).job, edit_to_core(request.edit))


def edit_reading(job: Job, edit: Edit) -> EditReading:
    """What an edit would do, before it is made.

    Raises:
        BluffError: The edit does not fit the job.
    """
    return _reading(read_edit(job, edit))


def _reading(read: ReadEdit) -> EditReading:
    say = reader(read.words).say
    return EditReading(
        edit=edit_from_core(read.edit),
        says=say(read.says),
        warns=say(read.warns) if read.warns else None,
        sums=[named_sum(name, total, reader(read.words)) for name, total in read.sums],
        findings=[framed_finding(finding, reader(read.words)) for finding in read.findings],
    )


def typed_phrases(job: Job) -> TypedPhrases:
    """Everything that can be typed into the line, in the crew's words."""
    words = reader(job.standard.words)
    return TypedPhrases(
        phrases=[
            TypedPhrase(does=one.does, examples=list(one.examples), needs=list(one.needs), takes=list(one.takes))
            for one in phrase_list(words)
        ]
    )
