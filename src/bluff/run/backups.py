"""`./bluff backup` and `restore`, and the backup a server makes every day by itself."""

import fcntl
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path

import psycopg

from bluff.core.message import message
from bluff.formats.regional import written_date
from bluff.run.installation import LOCAL, address_served, database_at_hand
from bluff.run.terminal import tell, tell_trouble
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
        tell_trouble(error)
        return 1
    tell(message("Backup written: {file}, {size} kB.", file=str(file), size=file.stat().st_size // 1024))
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
                raise BackupError(
                    message("There are jobs here. Back them up, then restore with --over to replace them.")
                )
            read_backup(url, file)
    except (BackupError, ClusterError, psycopg.OperationalError) as error:
        tell_trouble(error)
        return 1
    tell(message("Restored from {file}.", file=str(file)))
    return 0


@contextmanager
def backups_beside(url: str, directory: Path) -> Iterator[None]:
    """Make a backup a day while this lasts; Bluff warns at once of an old one."""
    newest = newest_backup(directory)
    if newest is not None and datetime.now(UTC) - newest > OLD:
        tell(message("The newest backup is from {day}. Making one now.", day=written_date(newest.date())))
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
        except BackupError as error:
            tell_trouble(message("Today's backup could not be made: {error}", error=error.message))
        except OSError as error:
            tell_trouble(message("Today's backup could not be made: {error}", error=str(error)))


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
            raise BackupError(
                message("Bluff is running at {address}. Stop it with Ctrl-C first.", address=address_served() or "")
            ) from None
        yield


def _has_jobs(url: str) -> bool:
    with psycopg.connect(url) as connection:
        if connection.execute("SELECT to_regclass('job')").fetchone() == (None,):
            return False
        return connection.execute("SELECT EXISTS (SELECT FROM job)").fetchone() == (True,)
