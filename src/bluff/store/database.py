"""The connection pool and the migrations."""

from pathlib import Path
from typing import Any

import psycopg
from psycopg import Connection
from psycopg_pool import ConnectionPool, NullConnectionPool, PoolTimeout
from yoyo import get_backend, read_migrations

MIGRATIONS = Path(__file__).resolve().parents[3] / "migrations"

_SOON = 0.3
"""Seconds within which a connection is free unless much is going on, or the database is away."""
_BUSY = 20.0
"""Seconds anybody waits for a connection while the database is there."""


class Pool(ConnectionPool):
    """Connections; asking for one while the database is away fails at once.

    A pool by itself lets everybody wait as if it were busy.
    """

    def getconn(self, timeout: float | None = None) -> Connection:
        """A connection that works.

        Raises:
            psycopg.OperationalError: The database is away, or busy for longer than anybody waits.
        """
        try:
            return super().getconn(_SOON)
        except PoolTimeout:
            psycopg.connect(str(self.conninfo), connect_timeout=2).close()
        return super().getconn(timeout or _BUSY)


def migrate(url: str, last: str | None = None) -> int:
    """Bring a database up to the newest migration; returns how many were applied.

    Two starting servers do not race: the migration runner takes a lock.

    Args:
        url: Of the database.
        last: The migration to stop after, for tests of what an older Bluff left.
    """
    backend = get_backend(url.replace("postgresql://", "postgresql+psycopg://", 1))
    migrations = read_migrations(str(MIGRATIONS))
    if last is not None:
        migrations = migrations.filter(lambda migration: migration.id <= last)
    try:
        with backend.lock():
            waiting = backend.to_apply(migrations)
            backend.apply_migrations(waiting)
            return len(waiting)
    finally:
        backend.connection.close()


def known_migrations() -> set[str]:
    """Every migration this Bluff knows."""
    return {migration.id for migration in read_migrations(str(MIGRATIONS))}


_OPTIONS: dict[str, Any] = {"options": "-c timezone=UTC"}


def open_reader(url: str) -> NullConnectionPool:
    """Connections for a process that needs one now and then: each is made when it is wanted, and closed after."""
    return NullConnectionPool(url, max_size=4, open=True, kwargs=_OPTIONS)


def open_pool(url: str) -> Pool:
    """A pool of connections, opened; close it when the server ends."""
    # Looked at before they are given out: those from before the database went away are dead.
    pool = Pool(url, min_size=1, max_size=8, open=False, kwargs=_OPTIONS, check=ConnectionPool.check_connection)
    pool.open(wait=True, timeout=10)
    return pool
