"""How a job is cut from boards: the boards, the runs that look for better ones, and what was cut."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, TypeAlias
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from bluff.store.accounts import Account

State: TypeAlias = Literal["waiting", "running", "done", "stopped", "failed"]

STALE = "10 seconds"
"""A run without a sign of its worker for so long has lost it."""


@dataclass(frozen=True, slots=True)
class CuttingRow:
    """A job's boards as kept.

    Args:
        boards: As data.
        revision: Of the job they were planned for.
        version: Of boards and ticks together.
    """

    boards: list[dict[str, Any]]
    revision: int
    version: int


@dataclass(frozen=True, slots=True)
class TickRow:
    """A cut that was made, by whom and when."""

    board: int
    name: str
    initials: str
    cut_at: datetime


@dataclass(frozen=True, slots=True)
class RunRow:
    """A search for better boards.

    Args:
        id: Its key.
        job_id, crew_id: Whose boards.
        account_id: Who asked.
        wanted: What was asked for, as data.
        state: How far it is.
        is_stopped: Whether somebody asked it to stop.
        found: The best so far, as data.
        says: Why it failed.
        asked_at, ended_at: When.
    """

    id: UUID
    job_id: UUID
    crew_id: UUID
    account_id: UUID
    wanted: dict[str, Any]
    state: State
    is_stopped: bool
    found: dict[str, Any] | None
    says: str | None
    asked_at: datetime
    ended_at: datetime | None


_RUN = "id, job_id, crew_id, account_id, wanted, state, is_stopped, found, says, asked_at, ended_at"


def find_cutting(connection: Connection, crew: UUID, job: UUID, *, for_change: bool = False) -> CuttingRow | None:
    """A job's boards, None where none were planned; held until the transaction ends when they are to be changed."""
    with connection.cursor(row_factory=class_row(CuttingRow)) as cursor:
        return cursor.execute(
            "SELECT boards, revision, version FROM cutting WHERE job_id = %s AND crew_id = %s"
            + (" FOR UPDATE" if for_change else ""),
            (job, crew),
        ).fetchone()


def save_boards(
    connection: Connection, crew: UUID, job: UUID, boards: Sequence[dict[str, Any]], revision: int, version: int | None
) -> bool:
    """Keep boards in place of those of a version, None where there were none.

    Returns:
        False when there are others by now, or something was cut; nothing was written then.
    """
    changed = connection.execute(
        """
        INSERT INTO cutting (job_id, crew_id, boards, revision) VALUES (%(job)s, %(crew)s, %(boards)s, %(revision)s)
        ON CONFLICT (job_id) DO UPDATE
            SET boards = excluded.boards, revision = excluded.revision, version = cutting.version + 1,
                planned_at = now()
            WHERE cutting.version = %(version)s AND cutting.crew_id = %(crew)s
        """,
        {"job": job, "crew": crew, "boards": Jsonb(boards), "revision": revision, "version": version},
    )
    return changed.rowcount == 1


def list_ticks(connection: Connection, crew: UUID, job: UUID) -> list[TickRow]:
    """Everything that is cut, in the order it was: of each piece the last entry counts."""
    with connection.cursor(row_factory=class_row(TickRow)) as cursor:
        return cursor.execute(
            """
            SELECT board, name, initials, made_at AS cut_at
            FROM (
                SELECT DISTINCT ON (board, cut_record.name)
                       cut_record.id, board, cut_record.name, account.initials, made_at, is_cut
                FROM cut_record JOIN account ON account.id = cut_record.account_id
                WHERE cut_record.job_id = %s AND cut_record.crew_id = %s
                ORDER BY board, cut_record.name, made_at DESC, cut_record.id DESC
            ) AS last
            WHERE is_cut ORDER BY made_at, id
            """,
            (job, crew),
        ).fetchall()


@dataclass(frozen=True, slots=True)
class CutRow:
    """That a piece was cut off its board, or was not.

    Args:
        key: Made up by the sender.
        board, name: Of the board, and of the piece on it.
        is_cut: Whether it was cut.
        made_at: When, by the phone's clock set right by the server's.
    """

    key: UUID
    board: int
    name: str
    is_cut: bool
    made_at: datetime


def add_cuts(connection: Connection, account: Account, job: UUID, cuts: Sequence[CutRow]) -> None:
    """Keep entries about cuts, each once."""
    with connection.cursor() as cursor:
        cursor.executemany(
            """
            INSERT INTO cut_record (key, job_id, crew_id, account_id, board, name, is_cut, made_at)
            VALUES (%s, %s, %s, %s, %s, %s, %s, %s) ON CONFLICT (job_id, key) DO NOTHING
            """,
            [(cut.key, job, account.crew_id, account.id, cut.board, cut.name, cut.is_cut, cut.made_at) for cut in cuts],
        )
    _changed(connection, account.crew_id, job)


def kept_cuts(connection: Connection, crew: UUID, job: UUID, keys: Sequence[UUID]) -> frozenset[UUID]:
    """Those of some keys under which something is kept already."""
    found = connection.execute(
        "SELECT key FROM cut_record WHERE job_id = %s AND crew_id = %s AND key = ANY(%s)", (job, crew, [*keys])
    )
    return frozenset(key for (key,) in found)


def _changed(connection: Connection, crew: UUID, job: UUID) -> None:
    connection.execute("UPDATE cutting SET version = version + 1 WHERE job_id = %s AND crew_id = %s", (job, crew))


def add_run(connection: Connection, account: Account, job: UUID, run: UUID, wanted: dict[str, Any]) -> bool:
    """A new run that waits for somebody to work on it; False when one is going on already."""
    added = connection.execute(
        """
        INSERT INTO cutting_run (id, job_id, crew_id, account_id, wanted)
        SELECT %(run)s, id, crew_id, %(account)s, %(wanted)s FROM job WHERE id = %(job)s AND crew_id = %(crew)s
        ON CONFLICT DO NOTHING
        """,
        {"run": run, "job": job, "crew": account.crew_id, "account": account.id, "wanted": Jsonb(wanted)},
    )
    return added.rowcount == 1


def last_run(connection: Connection, crew: UUID, job: UUID) -> RunRow | None:
    """The run asked for last."""
    with connection.cursor(row_factory=class_row(RunRow)) as cursor:
        return cursor.execute(
            f"SELECT {_RUN} FROM cutting_run WHERE job_id = %s AND crew_id = %s ORDER BY asked_at DESC LIMIT 1",
            (job, crew),
        ).fetchone()


def take_run(connection: Connection, run: UUID) -> RunRow | None:
    """Begin to work on a run; None when somebody else does, or it has ended."""
    with connection.cursor(row_factory=class_row(RunRow)) as cursor:
        return cursor.execute(
            f"""
            UPDATE cutting_run SET state = 'running', alive_at = now()
            WHERE id = %s AND (state = 'waiting' OR (state = 'running' AND alive_at < now() - interval '{STALE}'))
            RETURNING {_RUN}
            """,
            (run,),
        ).fetchone()


def say_alive(connection: Connection, run: UUID, found: dict[str, Any] | None) -> bool:
    """Say that a run is worked on and what it found; whether it is still wanted."""
    told = connection.execute(
        """
        UPDATE cutting_run SET alive_at = now(), found = coalesce(%s, found)
        WHERE id = %s AND state = 'running' RETURNING NOT is_stopped
        """,
        (Jsonb(found) if found else None, run),
    ).fetchone()
    return told == (True,)


def leave_run(connection: Connection, run: UUID) -> None:
    """Leave a run to the next worker; nobody is waited for."""
    connection.execute(
        "UPDATE cutting_run SET state = 'waiting', alive_at = '-infinity' WHERE id = %s AND state = 'running'", (run,)
    )


def end_run(connection: Connection, run: UUID, state: State, found: dict[str, Any] | None, says: str | None) -> None:
    """A run has ended: done, stopped or failed."""
    connection.execute(
        """
        UPDATE cutting_run SET state = %s, found = coalesce(%s, found), says = %s, ended_at = now()
        WHERE id = %s AND state IN ('waiting', 'running')
        """,
        (state, Jsonb(found) if found else None, says, run),
    )


def stop_run(connection: Connection, crew: UUID, job: UUID) -> None:
    """Ask the run of a job to stop; one nobody works on yet ends at once."""
    connection.execute(
        """
        UPDATE cutting_run SET is_stopped = true,
               state = CASE state WHEN 'waiting' THEN 'stopped' ELSE state END,
               ended_at = CASE state WHEN 'waiting' THEN now() END
        WHERE job_id = %s AND crew_id = %s AND state IN ('waiting', 'running')
        """,
        (job, crew),
    )


def lost_runs(connection: Connection) -> list[tuple[UUID, bool]]:
    """Runs nobody works on, though somebody should, and whether somebody did before."""
    found = connection.execute(
        f"""
        SELECT id, state = 'running' FROM cutting_run
        WHERE state IN ('waiting', 'running') AND alive_at < now() - interval '{STALE}' ORDER BY asked_at
        """
    )
    return [(run, had_worker) for run, had_worker in found]
