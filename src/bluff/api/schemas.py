"""What goes over the wire, beyond the models of the job file and of the framed wall."""

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel, Field

from bluff.core.finding import Severity
from bluff.core.standard import End
from bluff.formats.edits import EditFile
from bluff.formats.framed import FramedCutRow, FramedFinding, FramedSpacerRow, FramedWall, Steps
from bluff.formats.job_file import FileModel, JobFile, OpeningFile, StandardFile, WallFile


class SignedIn(BaseModel):
    """Who is signed in."""

    initials: str
    crew: str


class FindingCounts(BaseModel):
    """How many findings of each severity."""

    error: int
    warning: int
    info: int


class WallSummary(BaseModel):
    """A wall as the wall list shows it."""

    id: str
    stud: str
    length: float
    openings: int
    findings: FindingCounts


class JobSummary(BaseModel):
    """A job as the jobs list shows it."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    walls: int
    openings: int
    length: float = Field(description="Inches of wall.")
    findings: FindingCounts
    figures: dict[str, str]


class JobView(BaseModel):
    """A job at one revision; undo and redo say what they would take back or make again."""

    id: UUID
    revision: int
    changed_at: datetime
    undo: str | None
    redo: str | None
    job: JobFile
    walls: list[WallSummary]
    figures: dict[str, str]


class NewJob(FileModel):
    """A job to start."""

    name: str


class EditRequest(FileModel):
    """An edit, and the revision it was made on."""

    revision: int
    edit: EditFile


class RevisionRequest(FileModel):
    """The revision an undo or redo was asked on."""

    revision: int


class PhraseRequest(FileModel):
    """A typed line; wall is the wall an opening goes into, null when the line is a wall."""

    text: str = Field(max_length=200)
    wall: str | None = None


class PreviewRequest(FileModel):
    """An edit to look at before it is made."""

    edit: EditFile


class EditReading(BaseModel):
    """An edit looked at before it is made: in words, its sums, and what would be found."""

    edit: EditFile
    says: str
    sums: list["NamedSum"]
    findings: list[FramedFinding]
    figures: dict[str, str]


class NamedSum(BaseModel):
    """A length with its name and the steps that add up to it."""

    name: str
    value: float
    steps: Steps


class TapeReading(BaseModel):
    """A mark as read on the tape that is hooked where the bench says."""

    at: float
    ahead: bool
    steps: Steps


class OpeningOnBench(BaseModel):
    """An opening with what was decided for it; framed is false when it was left out."""

    opening: OpeningFile
    framed: bool
    rough_width: NamedSum
    rough_height: NamedSum
    start: NamedSum
    end: float
    head: float
    header: str
    jack_count: int
    king_count: int


class StandardInForce(BaseModel):
    """The ways that hold for the wall and for the job, each said in full."""

    wall: StandardFile
    job: StandardFile


class BenchView(BaseModel):
    """One wall on the bench: framed, read on the tape, with its cut list and printed figures.

    `readings` runs parallel to `wall.marks`. `figures` prints every length in the answer: inches as
    JavaScript writes the number, to the text on a tape. `feet` is the same in feet and inches.
    """

    revision: int
    wall: FramedWall
    entered: WallFile
    standard: StandardInForce
    openings: list[OpeningOnBench]
    meets: list[str]
    plate: NamedSum
    stud_length: NamedSum
    hook: End
    burn: bool
    burned: float
    readings: list[TapeReading]
    cut_list: list[FramedCutRow]
    spacers: list[FramedSpacerRow]
    findings: FindingCounts
    figures: dict[str, str]
    feet: dict[str, str]


class FaultView(BaseModel):
    """One thing wrong with what was sent."""

    path: str
    message: str


class Refusal(BaseModel):
    """Why a request was refused: a sentence, and the single faults where there are any."""

    message: str
    faults: list[FaultView]


class ConflictView(Refusal):
    """A lost race: the job as it is now, and the change that was not made."""

    current: JobView
    yours: EditFile | None


def severities(counts: dict[Severity, int]) -> FindingCounts:
    """Counts by severity, nought where there are none."""
    return FindingCounts(**{severity.value: counts.get(severity, 0) for severity in Severity})
