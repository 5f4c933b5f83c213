"""Everything that can be typed into the line of a job, in one table.

A line is read by the first phrase that fits it whole, so those that name what is there come before those that add.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job
from bluff.core.job.words import Words
from bluff.core.phrase.grammar import form_of, read
from bluff.core.phrase.opening_line import ADD_OPENING, ADD_SEVERAL, CHANGE_OPENING, REMOVE_OPENING, RULES
from bluff.core.phrase.place import LinePhrase, Reading
from bluff.core.phrase.plan_line import PARTITION, WALK
from bluff.core.phrase.special_line import BACKING, BOLTS, BREAKS, KEEP_CLEAR, PINS, POST
from bluff.core.phrase.wall_line import ADD_WALL, CALL_WALL, CHANGE_WALL, FLOORS, REMOVE_WALL, RUN_THROUGH, TOP

PHRASES: Sequence[LinePhrase] = (
    CHANGE_OPENING,
    REMOVE_OPENING,
    CHANGE_WALL,
    CALL_WALL,
    RUN_THROUGH,
    TOP,
    FLOORS,
    REMOVE_WALL,
    POST,
    KEEP_CLEAR,
    BACKING,
    BOLTS,
    PINS,
    BREAKS,
    ADD_OPENING,
    ADD_SEVERAL,
    PARTITION,
    WALK,
    ADD_WALL,
)
"""Every phrase there is."""


def read_line(text: str, job: Job, wall_id: str | None) -> Edit:
    """The edit a typed line asks for.

    Args:
        text: The line, in the usual words or the crew's.
        job: What it is about; gives what is new its mark.
        wall_id: The wall it is about where it names none.

    Raises:
        PhraseError: It is not understood.
        BluffError: It names something that is not there, or asks for what no wall can have.
    """
    try:
        return read(text, PHRASES, Reading(job, wall_id), job.standard.words)
    except PhraseError:
        raise
    except BluffError as error:
        raise PhraseError(error.message, error.path) from error


@dataclass(frozen=True, slots=True)
class Listed:
    """A phrase as the list shows it: its form, what it does, and lines that are understood so."""

    form: str
    does: str
    examples: tuple[str, ...]


def phrase_list(words: Words) -> tuple[Listed, ...]:
    """Every phrase in the crew's words."""
    return tuple(
        Listed(phrase.form(words), words.say(phrase.does), tuple(words.say(line) for line in phrase.examples))
        for phrase in PHRASES
    )


def rule_list(words: Words) -> tuple[tuple[str, str], ...]:
    """What the forms call by name, and how each is written."""
    return tuple((words.say(rule.shown), form_of(rule.parts, words)) for rule in RULES)
