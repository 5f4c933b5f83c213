"""What answers of several screens are made of, and what every refusal is."""

from typing import Annotated, TypeAlias

from pydantic import BaseModel, Field

from bluff.core.job.finding import Severity
from bluff.core.job.job import Job, Wall
from bluff.core.job.ways import Ways
from bluff.core.job.words import Words
from bluff.core.measure.length import to_inches
from bluff.core.measure.sum import Sum
from bluff.formats.edits import EditFile
from bluff.formats.framed import Steps, steps
from bluff.formats.ways_file import whence
from bluff.formats.ways_values import FileModel

Revision: TypeAlias = Annotated[int, Field(ge=0, lt=2**31)]


class FindingCounts(BaseModel):
    """How many findings of each severity."""

    error: int
    warning: int
    info: int


def severities(counts: dict[Severity, int]) -> FindingCounts:
    """Counts by severity, nought where there are none."""
    return FindingCounts(**{severity.value: counts.get(severity, 0) for severity in Severity})


class NamedSum(BaseModel):
    """A length with its name and the steps that add up to it."""

    name: str
    value: float
    steps: Steps


def named_sum(name: str, total: Sum, words: Words) -> NamedSum:
    """A sum with the name a screen gives it, in the crew's words."""
    return NamedSum(name=words.say(name), value=to_inches(total.value), steps=steps(total, words))


class PreviewRequest(FileModel):
    """An edit to look at before it is made."""

    edit: EditFile


class WhenceView(BaseModel):
    """Where the ways of a level come from.

    `here` is what that level is called, `follows` what it would follow again, `of` where each key was said that is
    not as usual.
    """

    here: str
    follows: str
    of: dict[str, str]


def whence_of_job(job: Job) -> WhenceView:
    """Where the ways of a whole job come from."""
    crew = job.taken.name if job.taken else "the usual"
    return WhenceView(here=_JOB, follows=crew, of=whence(_levels(job)))


def whence_of_wall(job: Job, wall: Wall) -> WhenceView:
    """Where the ways of one wall come from."""
    return WhenceView(here=_WALL, follows="the job", of=whence([(_WALL, wall.ways), *_levels(job)]))


def _levels(job: Job) -> list[tuple[str, Ways]]:
    return [(_JOB, job.ways), *([(job.taken.name, job.taken.ways)] if job.taken else [])]


_JOB, _WALL = "this job", "this wall"


class FaultView(BaseModel):
    """One thing wrong with what was sent."""

    path: str
    message: str


class Refusal(BaseModel):
    """Why a request was refused: a sentence, and the single faults where there are any."""

    message: str
    faults: list[FaultView]
