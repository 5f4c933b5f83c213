"""The history of a job: who changed what and when, what it was, and what a change asks of the deck."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg_pool import ConnectionPool

from bluff.core.crew.strike import Rework, rework
from bluff.core.job.job import Job
from bluff.core.job.words import Words
from bluff.core.message import Message
from bluff.service.framings import framings
from bluff.service.jobs import Jobs, says_of
from bluff.store import jobs as rows
from bluff.store.accounts import Account

AT_ONCE = 100
"""Changes that are listed at once."""


@dataclass(frozen=True, slots=True)
class Made:
    """A change: the revision it left, by whom, when, and what it was."""

    number: int
    name: str
    initials: str
    at: datetime
    says: Message


@dataclass(frozen=True, slots=True)
class History:
    """The history of the jobs of one account's crew; nothing of another crew is ever seen."""

    pool: ConnectionPool
    account: Account

    def all(self, job: UUID, below: int | None = None) -> list[Made]:
        """Changes of a job, the newest first.

        Args:
            job: Which.
            below: Only those before this revision; None for the newest.

        Raises:
            NotFound: The crew has no such job.
        """
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            found = rows.list_revisions(
                connection, self.account.crew_id, job, state.revision + 1 if below is None else below, AT_ONCE
            )
        return [Made(row.number, row.name, row.initials, row.made_at, says_of(row)) for row in found]

    def words(self, job: UUID) -> Words:
        """What the crew of a job calls pieces; as `Jobs.get`."""
        return self._jobs.get(job).job.standard.words

    def at(self, job: UUID, number: int) -> Job:
        """A job as it was.

        Raises:
            NotFound: The crew has no such job, or it never was at that revision.
        """
        with self.pool.connection() as connection:
            self._jobs.get_in(connection, job)
            return self._jobs.job_at(connection, job, number)

    def between(self, job: UUID, before: int, after: int) -> tuple[Rework, ...]:
        """Every wall that is framed otherwise at one revision than at another; as `at`."""
        return rework(framings(self.at(job, before)), framings(self.at(job, after)))

    @property
    def _jobs(self) -> Jobs:
        return Jobs(self.pool, self.account)
