"""Live: what others do to a job, told to every page that shows it, whichever server it came from.

PostgreSQL tells every server of every change (LISTEN, NOTIFY); a server tells its pages. What is told is only that
something changed: a page asks for it then as it always does, so that nothing is lost by word that is.
"""

import asyncio
import logging
from collections import defaultdict
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager, suppress
from dataclasses import dataclass, field
from uuid import UUID, uuid4

from psycopg import AsyncConnection, OperationalError
from psycopg_pool import ConnectionPool

from bluff.service.jobs import Jobs
from bluff.store import presence
from bluff.store.accounts import Account
from bluff.store.presence import CHANNEL, Present

_AGAIN = 1.0
"""Seconds until a database that went away is listened to again."""
EVERYTHING = frozenset({"plan", "cutting", "people", "site"})
"""What may have changed while nobody listened."""
_log = logging.getLogger("uvicorn.error")


@dataclass(eq=False, slots=True)
class Page:
    """A page that shows a job: what changed there since it was last told."""

    changed: set[str] = field(default_factory=set)
    woken: asyncio.Event = field(default_factory=asyncio.Event)

    def tell(self, what: frozenset[str]) -> None:
        """Something changed."""
        self.changed |= what
        self.woken.set()

    async def wait(self, seconds: float) -> frozenset[str]:
        """What changed, once something does; nothing where nothing did for so long."""
        with suppress(TimeoutError):
            await asyncio.wait_for(self.woken.wait(), seconds)
        changed = frozenset(self.changed)
        self.changed.clear()
        self.woken.clear()
        return changed


class Live:
    """The pages of one server, and the ear it has at the database."""

    def __init__(self, pool: ConnectionPool) -> None:
        self.pool = pool
        self._pages: dict[UUID, set[Page]] = defaultdict(set)

    @asynccontextmanager
    async def listening(self) -> AsyncIterator[None]:
        """While this lasts, pages are told."""
        task = asyncio.create_task(self._listen())
        try:
            yield
        finally:
            task.cancel()
            with suppress(asyncio.CancelledError):
                await task

    async def _listen(self) -> None:
        while True:
            try:
                async with await AsyncConnection.connect(str(self.pool.conninfo), autocommit=True) as connection:
                    await connection.execute(f"LISTEN {CHANNEL}")
                    # Whatever happened before is not told any more.
                    for pages in self._pages.values():
                        for page in pages:
                            page.tell(EVERYTHING)
                    async for note in connection.notifies():
                        job, _, what = note.payload.partition(" ")
                        for page in self._pages.get(UUID(job), ()):
                            page.tell(frozenset({what}))
            except OperationalError as error:
                _log.warning("Nobody is told of changes while the database does not answer: %s", error)
                await asyncio.sleep(_AGAIN)

    @asynccontextmanager
    async def page(self, job: UUID) -> AsyncIterator[Page]:
        """A page that shows a job and is told of what changes there."""
        page = Page()
        self._pages[job].add(page)
        try:
            yield page
        finally:
            self._pages[job].discard(page)
            if not self._pages[job]:
                del self._pages[job]


@dataclass(frozen=True, slots=True)
class Looking:
    """Somebody who looks at a job on one page.

    Args:
        pool: Connections to the store.
        account: Who.
        job: At which.
        page: The page's key.
    """

    pool: ConnectionPool
    account: Account
    job: UUID
    page: UUID = field(default_factory=uuid4)

    def come(self) -> None:
        """They open it.

        Raises:
            NotFound: The crew has no such job.
        """
        with self.pool.connection() as connection:
            Jobs(self.pool, self.account).get_in(connection, self.job)
            presence.come(connection, self.page, self.job, self.account)

    def stay(self) -> None:
        """They look still."""
        with self.pool.connection() as connection:
            presence.stay(connection, self.page)

    def go(self) -> None:
        """They closed it."""
        with self.pool.connection() as connection:
            presence.go(connection, self.page)

    def revision(self) -> int:
        """What the job is at."""
        return Jobs(self.pool, self.account).get(self.job).revision

    def others(self) -> list[Present]:
        """Who else looks at it."""
        with self.pool.connection() as connection:
            return presence.list_present(connection, self.account.crew_id, self.job, self.account)
