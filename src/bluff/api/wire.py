"""What answers of several screens are made of, and what every refusal is."""

from functools import lru_cache
from typing import Annotated, TypeAlias

from fastapi import Path
from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from bluff.core.job.finding import Severity
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, format_feet, format_inches, to_inches
from bluff.core.measure.sum import Sum
from bluff.formats.edits import EditFile
from bluff.formats.ways_values import FileModel

Revision: TypeAlias = Annotated[int, Field(ge=0, lt=2**31)]
RevisionNumber: TypeAlias = Annotated[int, Path(ge=0, lt=2**31)]
"""A revision in an address."""


class FindingCounts(BaseModel):
    """How many findings of each severity."""

    error: int
    warning: int
    info: int


def severities(counts: dict[Severity, int]) -> FindingCounts:
    """Counts by severity, nought where there are none."""
    return FindingCounts(**{severity.value: counts.get(severity, 0) for severity in Severity})


class Figure(TypedDict):
    """A length: inches, exact, and how it is printed, without a sign."""

    inches: float
    text: str


@lru_cache(maxsize=1 << 14)
def figure(length: Length) -> Figure:
    """A length as it is read on a tape; the same value for the same length, since an answer says most many times."""
    return {"inches": to_inches(length), "text": format_inches(abs(length))}


def in_feet(length: Length) -> Figure:
    """A length as a plan writes it."""
    return {"inches": to_inches(length), "text": format_feet(abs(length))}


class NamedSum(TypedDict):
    """A length with its name and the steps that add up to it: words, and an amount that may be taken away."""

    name: str
    value: Figure
    steps: list[tuple[str, Figure]]


def named_sum(name: str, total: Sum, words: Words) -> NamedSum:
    """A sum with the name a screen gives it, in the crew's words."""
    return {
        "name": words.say(name),
        "value": figure(total.value),
        "steps": [(words.say(step.words), figure(step.amount)) for step in total.steps],
    }


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


CHANGED: dict[int | str, dict[str, object]] = {409: {"model": Refusal}}
"""Where what somebody was about to do may not be there any more to be done."""
