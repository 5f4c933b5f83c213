"""A job at one revision, as use cases hand it on."""

from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple
from uuid import UUID

from bluff.core.job.job import Job
from bluff.core.message import Message


@dataclass(frozen=True, slots=True)
class JobState:
    """A job at one revision, with what can be undone and redone, in words.

    `made` is the change an undo would take back, `over` what others changed meanwhile, where the change that made it
    was carried over theirs.
    """

    id: UUID
    revision: int
    changed_at: datetime
    job: Job
    undo: Message | None
    redo: Message | None
    made: "Made | None" = None
    over: tuple[Message, ...] = ()


class Made(NamedTuple):
    """The change an undo would take back: which revision it is, who made it, and whether that is who asks."""

    revision: int
    name: str
    initials: str
    is_yours: bool
