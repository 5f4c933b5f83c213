"""The standards of a crew: list, keep, forget."""

from dataclasses import dataclass
from datetime import datetime

from psycopg_pool import ConnectionPool

from bluff.core.errors import SettingError
from bluff.core.job.ways import LONGEST_NAME, JobWays
from bluff.core.message import message
from bluff.formats.ways_file import ways_data, ways_from_data
from bluff.service.errors import NotFound
from bluff.service.rights import Right, need
from bluff.store import standards as rows
from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class NamedStandard:
    """A crew's standard: what it does otherwise than the product's own."""

    name: str
    ways: JobWays
    changed_at: datetime


@dataclass(frozen=True, slots=True)
class Standards:
    """The standards of one account's crew; nothing of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def all(self) -> list[NamedStandard]:
        """Every standard of the crew, by name."""
        with self.pool.connection() as connection:
            kept = rows.list_standards(connection, self.account.crew_id)
        return [NamedStandard(row.name, ways_from_data(row.ways), row.changed_at) for row in kept]

    def keep(self, name: str, ways: JobWays) -> None:
        """Keep a standard, in place of the one of that name.

        Raises:
            SettingError: It has no name one could call it by.
        """
        need(self.account, Right.CHANGE)
        name = name.strip()
        if not 1 <= len(name) <= LONGEST_NAME:
            raise SettingError(
                message("A standard needs a name of 1 to {longest_name} characters.", longest_name=LONGEST_NAME), "name"
            )
        with self.pool.connection() as connection:
            rows.save_standard(connection, self.account.crew_id, name, ways_data(ways))

    def forget(self, name: str) -> None:
        """Forget a standard; jobs that took it keep what they took.

        Raises:
            NotFound: The crew has no standard of that name.
        """
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            if not rows.remove_standard(connection, self.account.crew_id, name):
                raise NotFound(message("There is no standard called {name}; it may have been removed.", name=name))
