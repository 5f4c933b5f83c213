"""Backups: everything that is kept, pictures included, in one file of PostgreSQL's own."""

import os
import re
import subprocess
from contextlib import suppress
from datetime import UTC, datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from psycopg.conninfo import conninfo_to_dict, make_conninfo

from bluff.core.errors import RunError
from bluff.core.message import message
from bluff.store.cluster import server_programs
from bluff.store.database import known_migrations, migrate

KEPT = 10
"""Backups made by themselves that are kept; the oldest make room."""
OLD = timedelta(days=3)
"""How old the newest backup may be before Bluff warns."""
_NAMES = "bluff-*.backup"
_TABLE = "_yoyo_migration"


class BackupError(RunError):
    """A backup could not be made or restored, and nothing was changed."""


def write_backup(url: str, file: Path) -> None:
    """Write everything that is kept to a file, in place of one of that name; a half-written one never is.

    Raises:
        BackupError: It could not be written.
    """
    making = file.with_name(f".{file.name}.making")
    try:
        _run(url, "pg_dump", _named(url), "--format=custom", "--no-owner", "--no-privileges", f"--file={making}")
        with making.open("rb") as written:
            os.fsync(written.fileno())
        making.replace(file)
    except OSError as error:
        raise BackupError(
            message(
                "The backup could not be written to {file}: {error}.",
                file=str(file),
                error=error.strerror or str(error),
            )
        ) from error
    finally:
        with suppress(OSError):
            making.unlink(missing_ok=True)


def read_backup(url: str, file: Path) -> None:
    """Put what a backup has in place of everything that is kept, all of it or nothing, and bring it up to date.

    Everything there is is dropped first, in the same transaction: a backup from before a migration knows nothing of
    what later ones made, and dropping just what it names would fail on what hangs on that.

    Raises:
        BackupError: It is none, was made by a newer Bluff, or could not be read.
    """
    if not file.is_file():
        raise BackupError(message("There is no file {file}.", file=str(file)))
    unknown = _migrations_of(url, file) - known_migrations()
    if unknown:
        raise BackupError(
            message(
                "{file} was made by a newer Bluff ({migrations}). Update this one first.",
                file=file.name,
                migrations=", ".join(sorted(unknown)),
            )
        )
    with TemporaryDirectory(prefix="bluff-restore-") as directory:
        # Read to its end before anything is dropped: what is damaged shows by then.
        script = Path(directory) / "restore.sql"
        _read(url, file, "--no-owner", "--no-privileges", f"--file={script}")
        fresh = Path(directory) / "fresh.sql"
        fresh.write_text("DROP SCHEMA public CASCADE;\nCREATE SCHEMA public;\n")
        options = ("--no-psqlrc", "--quiet", "--set=ON_ERROR_STOP=1", "--single-transaction", "--output=/dev/null")
        _run(url, "psql", _named(url), *options, f"--file={fresh}", f"--file={script}")
    migrate(url)


def daily(url: str, directory: Path, now: datetime | None = None) -> Path | None:
    """Make the day's backup unless there is one, and drop what is more than `KEPT`; the new one, if it was made.

    Raises:
        BackupError: It could not be made; those there are stay.
    """
    now = now or datetime.now(UTC)
    directory.mkdir(parents=True, exist_ok=True)
    directory.chmod(0o700)
    newest = newest_backup(directory)
    if newest is not None and now - newest < timedelta(days=1):
        return None
    file = directory / f"bluff-{now:%Y-%m-%d-%H%M%S}.backup"
    write_backup(url, file)
    for old in sorted(directory.glob(_NAMES))[:-KEPT]:
        old.unlink(missing_ok=True)
    return file


def newest_backup(directory: Path) -> datetime | None:
    """When the newest backup made by itself is from, by its name; None where there is none."""
    found = sorted(directory.glob(_NAMES))
    if not found:
        return None
    stamp = re.fullmatch(r"bluff-(.*)\.backup", found[-1].name)
    with suppress(ValueError):
        return datetime.strptime(stamp[1] if stamp else "", "%Y-%m-%d-%H%M%S").replace(tzinfo=UTC)
    return None


def _migrations_of(url: str, file: Path) -> set[str]:
    """The migrations a backup had seen."""
    rows = _read(url, file, "--data-only", f"--table={_TABLE}", "--file=-").splitlines()
    return {columns[1] for row in rows if len(columns := row.split("\t")) > 1}


def _read(url: str, file: Path, *options: str) -> str:
    """Read a backup with PostgreSQL's own program.

    Raises:
        BackupError: It is damaged, or no backup.
    """
    try:
        return _run(url, "pg_restore", *options, str(file))
    except BackupError as error:
        raise BackupError(
            message(
                "{file} is damaged or not a backup. Nothing was changed. ({error})", file=file.name, error=error.message
            )
        ) from error


def _run(url: str, program: str, *options: str) -> str:
    """Run one of PostgreSQL's programs on a database; its password goes where nobody sees it."""
    password = str(conninfo_to_dict(url).get("password") or "")
    done = subprocess.run(
        [server_programs() / program, *options],
        capture_output=True,
        text=True,
        # What is damaged may be no text.
        errors="replace",
        env={**os.environ, "PGPASSWORD": password},
        check=False,
    )
    if done.returncode:
        lines = done.stderr.strip().splitlines()
        # A hint comes after the error it belongs to.
        errors = [line for line in lines if "error" in line.lower()] or lines
        raise BackupError(
            message("{error}", error=errors[-1])
            if errors
            else message("{program} failed with {code}.", program=program, code=done.returncode)
        )
    return done.stdout


def _named(url: str) -> str:
    return f"--dbname={make_conninfo(url, password=None)}"
