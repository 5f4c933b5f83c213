"""`./bluff backup` and `restore`, and the backup a server makes every day by itself."""

import fcntl
import sys
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

import psycopg

from bluff.run.installation import LOCAL, address_served, database_at_hand
from bluff.store.backup import OLD, BackupError, daily, newest_backup, read_backup, write_backup
from bluff.store.cluster import ClusterError

_LOOK_EVERY = 600.0
"""Seconds between looks at whether the day's backup is made."""


def back_up(file: Path) -> int:
    """Write everything that is kept to a file; returns the exit code."""
    try:
        with database_at_hand() as url:
            write_backup(url, file)
    except (BackupError, ClusterError, psycopg.OperationalError) as error:
        print(error, file=sys.stderr)
        return 1
    print(f"Backup written: {file}, {file.stat().st_size // 1024:,} kB.")
    return 0


def restore(file: Path, *, is_over: bool) -> int:
    """Put what a backup has in place of everything that is kept; returns the exit code.

    Args:
        file: The backup.
        is_over: Whether jobs that are there may be written over.
    """
    try:
        with _nobody_served(), database_at_hand() as url:
            if not is_over and _has_jobs(url):
                raise BackupError("There are jobs here. Back them up, then restore with --over to write over them.")
            read_backup(url, file)
    except (BackupError, ClusterError, psycopg.OperationalError) as error:
        print(error, file=sys.stderr)
        return 1
    print(f"Restored from {file}.")
    return 0


@contextmanager
def backups_beside(url: str, directory: Path) -> Iterator[None]:
    """Make a backup a day while this lasts; Bluff warns at once of an old one."""
    newest = newest_backup(directory)
    if newest is not None and datetime.now(UTC) - newest > OLD:
        print(f"The newest backup is from {newest:%B} {newest.day}, {newest.year}. Making one now.", flush=True)
    ending = threading.Event()
    keeper = threading.Thread(target=_keep, args=(url, directory, ending))
    keeper.start()
    try:
        yield
    finally:
        ending.set()
        keeper.join()


def _keep(url: str, directory: Path, ending: threading.Event) -> None:
    # Not at once: somebody waits for the first screen.
    wait = 20.0
    while not ending.wait(wait):
        wait = _LOOK_EVERY
        try:
            daily(url, directory)
        except (BackupError, OSError) as error:
            print(f"Today's backup could not be made: {error}", file=sys.stderr, flush=True)


@contextmanager
def _nobody_served() -> Iterator[None]:
    """Make sure that this installation serves nobody, and does not begin to.

    Raises:
        BackupError: It does.
    """
    LOCAL.mkdir(exist_ok=True)
    with (LOCAL / "serving").open("a+") as word:
        try:
            fcntl.flock(word, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            raise BackupError(f"Bluff is running at {address_served()}; stop it with Ctrl-C first.") from None
        yield


def _has_jobs(url: str) -> bool:
    with psycopg.connect(url) as connection:
        if connection.execute("SELECT to_regclass('job')").fetchone() == (None,):
            return False
        return connection.execute("SELECT EXISTS (SELECT FROM job)").fetchone() == (True,)
