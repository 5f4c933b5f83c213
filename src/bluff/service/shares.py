"""Links by which somebody outside the crew looks at one job."""

import secrets
from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

from psycopg_pool import ConnectionPool

from bluff.core.message import message
from bluff.service.errors import NotFound
from bluff.service.framings import known_wall
from bluff.service.jobs import Jobs
from bluff.service.rights import Right, need
from bluff.service.sessions import hash_of
from bluff.store import shares as rows
from bluff.store.accounts import Account
from bluff.store.shares import ShareRow

LINK_LASTS = timedelta(days=30)


@dataclass(frozen=True, slots=True)
class Shares:
    """The links to the jobs of one account's crew; nothing of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def all(self, job: UUID) -> list[ShareRow]:
        """The links to a job nobody has ended, the newest first.

        Raises:
            NotAllowed: The account is not a lead.
            NotFound: The crew has no such job.
        """
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            Jobs(self.pool, self.account).get_in(connection, job)
            return rows.list_shares(connection, self.account.crew_id, job)

    def make(self, job: UUID, wall: str | None, lasts: timedelta = LINK_LASTS) -> str:
        """The token of a new link to a job; as `all`.

        Args:
            job: Which.
            wall: Where a guest who opens it starts, None for the plan.
            lasts: How long it is good.

        Raises:
            NotFound: The crew has no such job, or the job no such wall.
        """
        need(self.account, Right.PEOPLE)
        token = secrets.token_urlsafe(32)
        with self.pool.connection() as connection:
            state = Jobs(self.pool, self.account).get_in(connection, job)
            if wall is not None:
                known_wall(state.job, wall)
            rows.add_share(connection, self.account, job, hash_of(token), wall, lasts)
        return token

    def end(self, job: UUID, share: UUID) -> None:
        """End a link; guests who use it lose access. As `all`."""
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            if not rows.end_share(connection, self.account.crew_id, job, share):
                raise NotFound(message("There is no such link; somebody may have ended it."))
