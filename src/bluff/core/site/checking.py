"""Checks: where a tape is held on a wall that is framed, what the plan says it reads, and what its readings say.

A check never decides for the crew: it says what was read, how far that is from the plan, and what to do about it.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from itertools import repeat
from typing import NamedTuple, Protocol

from bluff.core.measure.length import Length, inches
from bluff.core.measure.shapes import Corner
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, follow, listed, message

Readings = Mapping[str, Length]
"""What was read last, by measure; those not read yet are left out."""

MISREAD: Length = inches(3)
"""Nothing is framed so far off; such a reading is a misread tape. Source: docs/rules.md, Checks."""


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
    name: Message
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
        do: What to do about it; None where there is nothing to do.
        sums: Figures it comes from, and figures that follow from it, by name.
    """

    state: State
    says: Message
    do: Message | None = None
    sums: tuple[tuple[Message, Sum], ...] = ()


class Fault(NamedTuple):
    """One thing that is off.

    Args:
        says: What was found.
        do: What to do about it.
        is_wrong: Whether it has to be put right; otherwise it is kept as built.
    """

    says: Message
    do: Message
    is_wrong: bool = True


class Check(Protocol):
    """Something to check, by one or more readings."""

    @property
    def id(self) -> str:
        """Names it in its wall, whatever else changes."""

    @property
    def name(self) -> Message:
        """What it is called on the site."""

    @property
    def measures(self) -> tuple[Measure, ...]:
        """What is read for it, in order."""

    def faults(self, _readings: Readings, /) -> Iterable[Fault]:
        """What is off by the readings there are, though not everything is read yet; of most checks nothing can be."""
        return ()

    def judged(self, readings: Readings) -> Verdict:
        """What readings say, one for each of its measures; what is within the crew's tolerance is right."""


def verdict(check: Check, readings: Readings) -> Verdict:
    """What readings say so far: how the check stands, what is off already, and what is still to be read."""
    missing = [measure.name for measure in check.measures if measure.id not in readings]
    misread = [
        measure
        for measure in check.measures
        if measure.planned and measure.id in readings and abs(measure.off(readings)) > MISREAD
    ]
    if not missing and not misread:
        return check.judged(readings)
    # A tape that was misread says nothing of the wall: what is off is looked for in the other readings.
    sound = {id_: read for id_, read in readings.items() if id_ not in {measure.id for measure in misread}}
    found = [*map(_misread_as, misread, repeat(readings)), *check.faults(sound)]
    wrong = [fault for fault in found if fault.is_wrong]
    says = [fault.says for fault in found]
    if missing and found:
        # Beside what is off a count is enough: the keys of the next reading stay in view under it.
        says.append(message("{missing} still to read.", missing=len(missing)))
    elif missing:
        says.append(message("Still to read: {measures}.", measures=listed(missing)))
    return Verdict(
        State.WRONG if wrong else State.OPEN,
        follow(*says),
        sentences(fault.do for fault in wrong),
    )


def _misread_as(measure: Measure, readings: Readings) -> Fault:
    planned = measure.planned.value if measure.planned else 0
    return Fault(
        message(
            "{measure} reads {read:length}; the plan says {planned:length}.",
            measure=measure.name,
            read=readings[measure.id],
            planned=planned,
        ),
        message("Read it again, hooked as drawn, before you change anything."),
    )


def sentences(messages: Iterable[Message]) -> Message | None:
    """Several sentences one after another, each once; None where there are none."""
    each = [*dict.fromkeys(messages)]
    return follow(*each) if each else None


def over_or_short(by: Length) -> Message:
    """How far off something is: `1/4 over`, `1/8 short`."""
    if by > 0:
        return message("{by:length} over", by=by)
    return message("{by:length} short", by=-by)
