"""The connection pool and the migrations."""

from pathlib import Path

from psycopg_pool import ConnectionPool
from yoyo import get_backend, read_migrations

MIGRATIONS = Path(__file__).resolve().parents[3] / "migrations"


def migrate(url: str) -> int:
    """Bring a database up to the newest migration; returns how many were applied.

    Two starting servers do not race: the migration runner takes a lock.
    """
    backend = get_backend(url.replace("postgresql://", "postgresql+psycopg://", 1))
    migrations = read_migrations(str(MIGRATIONS))
    try:
        with backend.lock():
            waiting = backend.to_apply(migrations)
            backend.apply_migrations(waiting)
            return len(waiting)
    finally:
        backend.connection.close()


def open_pool(url: str) -> ConnectionPool:
    """A pool of connections, opened; close it when the server ends."""
    pool = ConnectionPool(url, min_size=1, max_size=8, open=False, kwargs={"options": "-c timezone=UTC"})
    pool.open(wait=True, timeout=10)
    return pool
