"""Everything that can be typed into the line of a job, in one table.

A line is read by the first phrase that fits it whole, so those that name what is there come before those that add.
"""

from collections.abc import Sequence

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job
from bluff.core.job.words import Words
from bluff.core.message import Message
from bluff.core.phrase.grammar import read
from bluff.core.phrase.opening_line import ADD_OPENING, ADD_SEVERAL, CHANGE_OPENING, REMOVE_OPENING
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


class LineError(PhraseError):
    """A line of a job that cannot be made an edit.

    Args:
        message: Why, and what to type.
        path: As of any error.
        words: The crew's, which it is read in.
    """

    def __init__(self, message: Message, path: str, words: Words) -> None:
        super().__init__(message, path)
        self.words = words


def read_line(text: str, job: Job, wall_id: str | None) -> Edit:
    """The edit a typed line asks for.

    Args:
        text: The line, in the usual words or the crew's.
        job: What it is about; gives what is new its mark.
        wall_id: The wall it is about where it names none.

    Raises:
        LineError: It is not understood, names something that is not there, or asks for what no wall can have.
    """
    words = job.standard.words
    try:
        return read(text, PHRASES, Reading(job, wall_id), words)
    except BluffError as error:
        raise LineError(error.message, error.path, words) from error
