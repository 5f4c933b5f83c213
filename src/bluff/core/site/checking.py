"""Checks: where a tape is held on a wall that is framed, what the plan says it reads, and what its readings say.

A check never decides for the crew: it says what was read, how far that is from the plan, and what to do about it.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Protocol

from bluff.core.measure.length import Length, format_inches, inches
from bluff.core.measure.shapes import Corner
from bluff.core.measure.sum import Sum

Readings = Mapping[str, Length]
"""What was read last, by measure; those not read yet are left out."""

MISREAD: Length = inches(3)
"""Nothing is framed so far off; whoever reads that has read the tape wrong. Source: docs/rules.md, Checks."""


class State(StrEnum):
    """How a check stands."""

    OPEN = "open"
    """Something is still to be read."""
    GOOD = "good"
    AS_BUILT = "as-built"
    """Not as planned, and no harm: it is kept, and what goes there is made to it."""
    WRONG = "wrong"


@dataclass(frozen=True, slots=True)
class Measure:
    """One thing to read.

    Args:
        id: Names it in its check.
        name: What it is called on the site.
        planned: What the plan says it reads; None where there is nothing it should read.
        start: Where the tape is held, along the wall from its start and up from the floor.
        end: Where it is read.
    """

    id: str
    name: str
    planned: Sum | None
    start: Corner
    end: Corner

    def off(self, readings: Readings) -> Length:
        """How much more than planned was read."""
        return readings[self.id] - (self.planned.value if self.planned else 0)


@dataclass(frozen=True, slots=True)
class Verdict:
    """What readings say.

    Args:
        state: How the check stands.
        says: What was found.
        do: What to do about it; empty where there is nothing to do.
        sums: Figures it comes from, and figures that follow from it, by name.
    """

    state: State
    says: str
    do: str = ""
    sums: tuple[tuple[str, Sum], ...] = ()


class Check(Protocol):
    """Something to check, by one or more readings."""

    @property
    def id(self) -> str:
        """Names it in its wall, whatever else changes."""

    @property
    def name(self) -> str:
        """What it is called on the site."""

    @property
    def measures(self) -> tuple[Measure, ...]:
        """What is read for it, in order."""

    def judged(self, readings: Readings) -> Verdict:
        """What readings say, one for each of its measures; off by no more than the crew's tolerance nobody minds."""


def verdict(check: Check, readings: Readings) -> Verdict:
    """What readings say so far: how the check stands, or what is still to be read."""
    missing = [measure.name for measure in check.measures if measure.id not in readings]
    if missing:
        return Verdict(State.OPEN, f"Still to read: {', '.join(missing)}.")
    for measure in check.measures:
        if measure.planned and abs(measure.off(readings)) > MISREAD:
            read, planned = format_inches(readings[measure.id]), format_inches(measure.planned.value)
            return Verdict(
                State.WRONG,
                f"{measure.name} reads {read}, the plan says {planned}.",
                "Nothing is framed so far off: read it again, hooked where the drawing shows, before you change a "
                "thing.",
            )
    return check.judged(readings)


def over_or_short(by: Length) -> str:
    """How far off something is.

    >>> over_or_short(inches("1/4")), over_or_short(-inches("1/8"))
    ('1/4 over', '1/8 short')
    """
    return f"{format_inches(abs(by))} {'over' if by > 0 else 'short'}"
