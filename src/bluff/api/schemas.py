"""What goes over the wire, beyond the models of the job file and of the framed wall."""

from datetime import datetime
from typing import Annotated, Literal, TypeAlias
from uuid import UUID

from pydantic import BaseModel, Field

from bluff.core.crew.packs import PackKind
from bluff.core.job.finding import Severity
from bluff.core.job.header import Source
from bluff.core.job.job import Sizing
from bluff.core.job.schools import End, Line, OpeningKind
from bluff.core.plan.meeting import Joint
from bluff.formats.edits import EditFile
from bluff.formats.exchange.choices import Guess
from bluff.formats.exchange.reading import DrawingPart, Left, PartKind
from bluff.formats.framed import FramedCutRow, FramedFinding, FramedSpacerRow, FramedWall, Steps
from bluff.formats.job_file import JobFile, OpeningFile, StandardFile, WallFile
from bluff.formats.ways_values import FileModel, WordFile

Revision: TypeAlias = Annotated[int, Field(ge=0, lt=2**31)]


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


class UsualWord(BaseModel):
    """A piece that can be called otherwise: its role, its usual name, and its letter where it has one."""

    piece: str
    name: str
    letter: str | None


class WordsPreset(BaseModel):
    """Words of a region, to start from."""

    name: str
    words: dict[str, WordFile]


class WordsToChoose(BaseModel):
    """Every piece there is a word for, and presets."""

    pieces: list[UsualWord]
    presets: list[WordsPreset]


class JobView(BaseModel):
    """A job at one revision; undo and redo say what they would take back or make again."""

    id: UUID
    revision: int
    changed_at: datetime
    undo: str | None
    redo: str | None
    job: JobFile
    standard: Annotated[StandardFile, Field(description="Every way that holds for the job, whoever says it.")]
    words: WordsView
    walls: list[WallSummary]
    next: NextMarks
    figures: dict[str, str]


class NewJob(FileModel):
    """A job to start."""

    name: str


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


class PhraseRequest(FileModel):
    """A typed line; wall is the wall an opening goes into, null when the line is a wall."""

    text: str = Field(max_length=200)
    wall: str | None = None


class TypedPhrase(BaseModel):
    """One way of saying something in a line: its form, what it does, and lines that are understood so."""

    form: str
    does: str
    examples: list[str]


class TypedRule(BaseModel):
    """A part that forms call by name, and how it is written."""

    name: str
    form: str


class TypedPhrases(BaseModel):
    """Everything that can be typed, in the crew's words."""

    phrases: list[TypedPhrase]
    rules: list[TypedRule]


class PreviewRequest(FileModel):
    """An edit to look at before it is made."""

    edit: EditFile


class EditReading(BaseModel):
    """An edit looked at before it is made: in words, its sums, and what would be found.

    `instead` is another line that may have been meant.
    """

    edit: EditFile
    says: str
    warns: str | None = None
    instead: str | None = None
    sums: list["NamedSum"]
    findings: list[FramedFinding]
    figures: dict[str, str]


class NamedSum(BaseModel):
    """A length with its name and the steps that add up to it."""

    name: str
    value: float
    steps: Steps


class TapeReading(BaseModel):
    """A mark as read on the tape that is hooked where the bench says; other_line where the crew draws both sides."""

    at: float
    ahead: bool
    other_line: float | None
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


class ScheduleChecked(BaseModel):
    """Who compared the openings of a line with the plan; lost when their size is another by now."""

    by: str
    at: str
    is_lost: bool


class ScheduleLine(BaseModel):
    """A line of the schedule: openings alike, with what was decided for them."""

    marks: list[str]
    walls: list[str]
    kind: OpeningKind
    size: str
    sizing: Sizing
    rough_width: NamedSum
    rough_height: NamedSum
    is_usual: Annotated[bool, Field(description="Whether the rough opening rests on a usual figure.")]
    head: NamedSum
    is_own_head: Annotated[bool, Field(description="Whether its head height is given for these openings alone.")]
    header: str
    source: Source
    is_verified: Annotated[bool, Field(description="Whether that is authority for a header.")]
    jacks: int
    kings: int
    checked: ScheduleChecked | None
    findings: FindingCounts


class ScheduleView(BaseModel):
    """Every opening of a job, alike ones together where that is asked for."""

    revision: int
    lines: list[ScheduleLine]
    unplaced: Annotated[list[str], Field(description="Openings that have no place in their wall.")]
    figures: dict[str, str]


class PoleStretch(BaseModel):
    """Between two marks of a pole; `what` is a role, or clear for the opening itself, `name` the crew's word for it."""

    what: str
    name: str
    bottom: float
    top: float
    length: float


class PoleView(BaseModel):
    """The pole of openings alike in height, from the floor up."""

    marks: list[str]
    kind: OpeningKind
    header: str
    head: NamedSum
    off: Annotated[float, Field(description="How far its head is above the usual one of the job, below if negative.")]
    king: float
    jack: float | None
    stretches: list[PoleStretch]
    findings: list[FramedFinding]


class PolesView(BaseModel):
    """Every pole of a job, or of the job as some changes would leave it."""

    revision: int
    poles: list[PoleView]
    edit: Annotated[EditFile | None, Field(description="What makes the changes, when some were asked about.")]
    figures: dict[str, str]


class CrewStandard(BaseModel):
    """A standard the crew keeps by name."""

    name: str
    standard: StandardFile
    changed_at: datetime


class NewStandard(FileModel):
    """A standard to keep by a name."""

    name: str
    standard: StandardFile


class TallyView(BaseModel):
    """What a job is made of; studs and plates also by rule of thumb."""

    studs: int
    headers: int
    pieces: int
    feet: int
    pounds: int
    sheets: int
    wood_percent: float
    findings: FindingCounts
    studs_by_thumb: int
    studs_exactly: int
    plate_feet_by_thumb: int
    plate_feet_exactly: int


class EffectView(BaseModel):
    """What a job is made of, and what it would be made of after an edit."""

    before: TallyView
    after: TallyView


class ScheduleChanges(BaseModel):
    """What was typed or pasted: cells by their column, `mark` saying of which opening."""

    changes: Annotated[list[dict[str, str]], Field(min_length=1, max_length=2000)]


class StandardInForce(BaseModel):
    """The ways that hold for the wall and for the job, each said in full."""

    wall: StandardFile
    job: StandardFile


class Neighbour(BaseModel):
    """A wall that meets the one on the bench: where along its plate, and how high it stands."""

    wall: str
    start: float
    end: float
    height: float


class BenchView(BaseModel):
    """One wall on the bench: framed, read on the tape, with its cut list and printed figures.

    `readings` runs parallel to `wall.marks`. `figures` prints every length in the answer: inches as
    JavaScript writes the number, to the text on a tape. `feet` is the same in feet and inches. `outside` is the
    side of an exterior wall that looks out, walking from start to end.
    """

    revision: int
    wall: FramedWall
    entered: WallFile
    standard: StandardInForce
    outside: Line | None
    openings: list[OpeningOnBench]
    meets: list[Neighbour]
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


Place: TypeAlias = tuple[float, float]
"""A place in the plan in inches: x east, y north."""


class PlanEnd(BaseModel):
    """What a wall's end meets."""

    joint: Joint
    other: str
    is_corner: bool


class PlanOpening(BaseModel):
    """An opening seen from above; its corners go round from the start's left."""

    id: str
    kind: OpeningKind
    size: str
    corners: list[Place]
    centre: Place


class PlanClear(BaseModel):
    """The clear floor to the next wall that runs the same way, face to face."""

    other: str
    side: Line
    distance: float
    start: Place
    end: Place


class PlanStation(BaseModel):
    """A place along a wall that plans dimension, from the outside of the building at its start."""

    name: str
    at: Place
    along: float
    step: float = Field(description="From the place before it.")


class PlanWall(BaseModel):
    """A wall seen from above, as its plates are cut; its corners go round from the start's left.

    `entered` is what the plan says of it. The tape hooks at `hook_at`. Who looks at its elevation stands on the
    side `seen_from` and has its start on the left.
    """

    id: str
    entered: WallFile
    start: Place
    end: Place
    corners: list[Place]
    middle: Place
    meets_start: PlanEnd | None
    meets_end: PlanEnd | None
    length: float
    plate_length: float
    hook: End
    hook_at: Place
    seen_from: str
    openings: list[PlanOpening]
    clears: list[PlanClear]
    stations: list[PlanStation]
    stations_side: Literal[Line.LEFT, Line.RIGHT]
    findings: FindingCounts


class PlanCorner(BaseModel):
    """A square corner: who runs through, and the edit that turns it round."""

    through: str
    butt: str
    at: Place
    turn: EditFile


class PlanStep(BaseModel):
    """One wall in the order of framing; weights in pounds, of bare framing."""

    wall: str
    after: list[str]
    waits_in_ring: bool
    raised_toward: str | None
    room: float | None
    is_tight: bool
    pounds: int
    at_edge: int
    hands: int
    needs_help: bool


class PlanPack(BaseModel):
    """Packs alike, to be built before the walls."""

    kind: PackKind
    pieces: list[str]
    hand: Line | None
    count: int
    places: list[str]


class PlanTies(BaseModel):
    """How the second top plates are tied: laps with their 16d nails, and connectors where nothing laps."""

    laps: int
    nails: int
    connectors: int


class PlanView(BaseModel):
    """A floor seen from above, and what is known of it as a whole.

    `alone` are the walls that lie on no plan. `bounds` is west, south, east and north. `feet` prints every
    length in the answer in feet and inches, `figures` in plain inches.
    """

    revision: int
    walls: list[PlanWall]
    alone: list[str]
    corners: list[PlanCorner]
    bounds: tuple[float, float, float, float] | None
    picture_corner: Place | None = Field(description="Upper left corner of the picture under the plan.")
    order: list[PlanStep]
    packs: list[PlanPack]
    hands: str
    ties: PlanTies
    pounds: int
    figures: dict[str, str]
    feet: dict[str, str]


class PlanPreview(BaseModel):
    """The floor as an edit would leave it, with the edit in words."""

    says: str
    plan: PlanView


class DrawingView(BaseModel):
    """What was understood of a drawing and the edit that takes it in; what of it was guessed, and what was left.

    Lines and places are in the plan, in inches, where the edit puts them.
    """

    part: PartKind
    parts: list[DrawingPart]
    guesses: list[Guess]
    lines: list[tuple[float, float, float, float]]
    walls: int
    openings: int
    left: list[Left]
    edit: EditFile | None


class InLine(BaseModel):
    """How much work waits for a process to be free."""

    waiting: int


class PictureView(BaseModel):
    """The edit that lays a picture just kept under the walls."""

    edit: EditFile


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
