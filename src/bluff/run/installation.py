"""The database for a command beside the server: the one that is there, or the installation's own, started for it."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from bluff.store.cluster import Cluster

LOCAL = Path(__file__).resolve().parents[3] / ".local"
"""What an installation keeps: its database, who serves it, and everything that was installed for it."""


@contextmanager
def database_at_hand(local: Path = LOCAL) -> Iterator[str]:
    """The URL of the database that BLUFF_DATABASE_URL names, or of the installation's own.

    Args:
        local: Of the installation.

    Raises:
        ClusterError: It would not start.
    """
    if url := os.environ.get("BLUFF_DATABASE_URL"):
        yield url
        return
    cluster = Cluster(local / "postgres")
    was_running = cluster.running_port() is not None
    try:
        yield cluster.start()
    finally:
        if not was_running:
            cluster.stop()


def address_served(local: Path = LOCAL) -> str | None:
    """Where the installation is served, None where it is not known to be."""
    try:
        return (local / "serving").read_text() or None
    except OSError:
        return None
