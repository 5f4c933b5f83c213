"""How somebody gets on: what goes wrong, how often, how fast, and which exercise comes next."""

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from bluff.core.learn.attempt import Kind
from bluff.core.learn.exercise import Level

_LATELY = 4
"""Over how many exercises one looks back for what goes wrong again and again."""
_AGAIN = 2
"""How often that is."""


@dataclass(frozen=True, slots=True)
class Result:
    """What came of one exercise.

    Args:
        level: Of the exercise; None for a wall of a real job.
        wanted: How many marks belonged on the plates.
        there: How many of them were there.
        wrong: How many lines were not right, and figures.
        kinds: What went wrong, each once.
        seconds: How long it took.
        hints: How many hints were taken.
    """

    level: Level | None
    wanted: int
    there: int
    wrong: int
    kinds: tuple[Kind, ...]
    seconds: int
    hints: int

    @property
    def is_right(self) -> bool:
        """Whether everything was there and nothing else."""
        return self.there == self.wanted and not self.wrong

    @property
    def percent(self) -> int:
        """What is there of all that belongs there and all that does not; rounded down, so that 100 is all of it."""
        return 100 * self.there // max(self.wanted + self.wrong, 1)


class HandedIn(NamedTuple):
    """What a pupil of a class handed in: whose it is, of which of its exercises from 1, and when."""

    pupil: str
    place: int
    result: Result
    made_at: datetime


PRACTICED_AT: Mapping[Kind, Level] = {
    Kind.ON_THE_LINE: Level.COMMON,
    Kind.WRONG_SIDE: Level.COMMON,
    Kind.WRONG_END: Level.COMMON,
    Kind.END_STUD_ON_LINE: Level.COMMON,
    Kind.OTHER_SPACING: Level.COMMON,
    Kind.ADDED_UP: Level.COMMON,
    Kind.BURNED_INCH: Level.COMMON,
    Kind.UNIT_FOR_ROUGH: Level.WINDOW,
    Kind.ALLOWANCE_TWICE: Level.WINDOW,
    Kind.JACK_FORGOTTEN: Level.WINDOW,
    Kind.JACK_TWICE: Level.WINDOW,
    Kind.HALVED_WRONG: Level.WINDOW,
    Kind.CENTER_OR_EDGE: Level.WINDOW,
    Kind.WRONG_PLATE: Level.WINDOW,
    Kind.STARTED_AGAIN: Level.WINDOW,
    Kind.IN_DOORWAY: Level.DOOR,
    Kind.THICKNESS_LEFT_ON: Level.OUTSIDE,
    Kind.WRONG_FACE: Level.CORNERS,
    Kind.OTHER_THICKNESS: Level.CORNERS,
    Kind.LEVEL_ON_SLOPE: Level.RAKE,
}
"""The easiest exercise in which a mistake can be made; one that can be made anywhere has none."""


def next_level(results: Sequence[Result]) -> Level:
    """Which exercise comes next.

    One that aims at what went wrong again and again lately; else the easiest that was not done right yet, and when all
    were, the hardest once more.

    Args:
        results: Of one person, the oldest first.
    """
    latest = {result.level: result for result in results if result.level}
    again = Counter(kind for result in results[-_LATELY:] for kind in result.kinds if kind in PRACTICED_AT)
    for kind, times in again.most_common():
        level = PRACTICED_AT[kind]
        if times >= _AGAIN and not (level in latest and latest[level].is_right):
            return level
    return next((level for level in Level if level not in latest or not latest[level].is_right), Level.RAKE)


def tally(results: Iterable[Result]) -> list[tuple[Kind, int]]:
    """What goes wrong and in how many exercises, the most frequent first."""
    return Counter(kind for result in results for kind in result.kinds).most_common()
