"""What answers of several screens are made of, and what every refusal is."""

from typing import Annotated, TypeAlias

from pydantic import BaseModel, Field

from bluff.core.job.finding import Severity
from bluff.core.job.words import Words
from bluff.core.measure.length import to_inches
from bluff.core.measure.sum import Sum
from bluff.formats.edits import EditFile
from bluff.formats.framed import Steps, steps
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


class FaultView(BaseModel):
    """One thing wrong with what was sent."""

    path: str
    message: str


class Refusal(BaseModel):
    """Why a request was refused: a sentence, and the single faults where there are any."""

    message: str
    faults: list[FaultView]
