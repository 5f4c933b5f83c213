"""Plates that are marked, and what is struck from them and added since the plan changed."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff import core
from bluff.core.crew.strike import Rework, Stroke, rework
from bluff.core.wall.member import Plate
from bluff.service.errors import Changed
from bluff.service.jobs import Jobs, framings, known_wall
from bluff.service.rights import Right, need
from bluff.store import marked as rows
from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class MarkedPlate:
    """A plate that is marked.

    Args:
        wall: Its mark; it may be gone.
        plate: Which of its plates.
        revision: Of the job, as it is marked.
        name: Who marked it.
        initials: Theirs.
        at: When.
        rework: What the wall asks for since, as the job is; None where it is framed as it is marked.
    """

    wall: str
    plate: Plate
    revision: int
    name: str
    initials: str
    at: datetime
    rework: Rework | None

    @property
    def strokes(self) -> tuple[Stroke, ...]:
        """What is struck and added; nothing where it is marked as the job is."""
        return self.rework.strokes[self.plate] if self.rework else ()


@dataclass(frozen=True, slots=True)
class Marking:
    """The marked plates of the jobs of one account's crew; nothing of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def all(self, job: UUID) -> tuple[core.Job, list[MarkedPlate]]:
        """A job as it is, and its plates that are marked, by wall.

        Raises:
            NotFound: The crew has no such job.
        """
        with self.pool.connection() as connection:
            return self._all(connection, job)

    def mark(self, job: UUID, wall: str, plate: Plate, revision: int | None) -> tuple[core.Job, list[MarkedPlate]]:
        """Say that a plate is marked, as whoever did it saw it, or that it is not after all; as `all`.

        Args:
            job: Which.
            wall: Of which wall.
            plate: Which of its plates.
            revision: Of the job they marked it by, None where it is not marked.

        Raises:
            NotAllowed: Whoever asks only looks.
            NotFound: There is no such job, or no such wall in it that is not marked already.
            Changed: The job never was at that revision.
        """
        need(self.account, Right.RECORD)
        with self.pool.connection() as connection:
            state, marked = self._jobs.get_in(connection, job), rows.list_marked(connection, self.account.crew_id, job)
            if all(row.wall != wall for row in marked):
                known_wall(state.job, wall)
            if revision is not None and revision > state.revision:
                raise Changed(f"This job is at revision {state.revision}; look at it again before you mark by it.")
            rows.add_marked(connection, self.account, job, wall, plate, revision)
            return self._all(connection, job)

    def _all(self, connection: Connection, job: UUID) -> tuple[core.Job, list[MarkedPlate]]:
        state = self._jobs.get_in(connection, job)
        marked = rows.list_marked(connection, self.account.crew_id, job)
        now = framings(state.job)
        changed = {
            (revision, one.wall): one
            for revision in {row.revision for row in marked} - {state.revision}
            for one in rework(framings(self._jobs.job_at(connection, job, revision)), now)
        }
        found = [
            MarkedPlate(
                row.wall,
                Plate(row.plate),
                row.revision,
                row.name,
                row.initials,
                row.marked_at,
                changed.get((row.revision, row.wall)),
            )
            for row in marked
        ]
        return state.job, found

    @property
    def _jobs(self) -> Jobs:
        return Jobs(self.pool, self.account)
