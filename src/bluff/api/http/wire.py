"""What answers of several screens are made of, and what every refusal is."""

from typing import Annotated, TypeAlias

from fastapi import Path
from pydantic import BaseModel

from bluff.core.job.finding import Severity
from bluff.formats.edits import EditFile
from bluff.formats.ways_values import FileModel

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
