"""Jobs and their revisions.

A job's row holds its current plan. Every change adds a revision with the plan it left, so that an undo
is one more revision with an earlier plan, and survives a restart like any other change.
"""

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, TypeAlias
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from bluff.store.accounts import Account

Were: TypeAlias = dict[str, list[dict[str, Any]]] | None
"""The walls and the openings an edit changed, as they were in the plan before it; None where it changed none."""


def _were(revision: str) -> str:
    """SQL of the `Were` of a revision's edit."""
    return f"""
        (
            SELECT jsonb_build_object(
                'walls', jsonb_path_query_array(before.plan, '$.walls[*] ? (@.id == $ids[*])', changed),
                'openings', jsonb_path_query_array(before.plan, '$.openings[*] ? (@.id == $ids[*])', changed)
            )
            FROM revision AS before, jsonb_build_object('ids', jsonb_path_query_array(
                {revision}.edit, 'strict $.** ? (@.edit starts with "change-").id', silent => true
            )) AS changed
            WHERE before.job_id = {revision}.job_id AND before.number = {revision}.number - 1
                AND changed->'ids' <> '[]'
        )
    """


@dataclass(frozen=True, slots=True)
class JobRow:
    """A job as kept.

    Args:
        id: Its key.
        plan: Its job file's data.
        revision: How many changes it has seen.
        changed_at: When the last one was.
        undo: The edit an undo would take back, None when there is none.
        undo_of: The walls and openings that edit changed, as they were before.
        redo: The edit a redo would make again, None when there is none.
        redo_of: As `undo_of`.
        standing: The revision an undo would take back.
        standing_by, standing_name, standing_initials: Who made it.
    """

    id: UUID
    plan: dict[str, Any]
    revision: int
    changed_at: datetime
    undo: dict[str, Any] | None
    undo_of: Were
    redo: dict[str, Any] | None
    redo_of: Were
    standing: int
    standing_by: UUID
    standing_name: str
    standing_initials: str


_JOB = f"""
    SELECT job.id, job.plan, job.revision, job.changed_at, job.standing,
           standing.edit AS undo, {_were("standing")} AS undo_of,
           undone.edit AS redo, {_were("undone")} AS redo_of,
           maker.id AS standing_by, maker.name AS standing_name, maker.initials AS standing_initials
    FROM job
    JOIN revision AS standing ON standing.job_id = job.id AND standing.number = job.standing
    JOIN account AS maker ON maker.id = standing.account_id
    LEFT JOIN revision AS undone
        ON undone.job_id = job.id AND undone.number = job.redo[array_upper(job.redo, 1)]
    WHERE job.crew_id = %(crew)s AND job.removed_at IS NULL
"""


@dataclass(frozen=True, slots=True)
class Left:
    """What a change leaves: the plan, and the figures the list of jobs shows of it."""

    plan: dict[str, Any]
    figures: dict[str, int]


@dataclass(frozen=True, slots=True)
class JobLine:
    """A job as the list of jobs has it; figures None where none were kept with its plan."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    figures: dict[str, int] | None


def list_jobs(connection: Connection, crew: UUID) -> list[JobLine]:
    """A crew's jobs, the one changed last first, without their plans."""
    with connection.cursor(row_factory=class_row(JobLine)) as cursor:
        return cursor.execute(
            """
            SELECT id, name, revision, changed_at, figures FROM job
            WHERE crew_id = %s AND removed_at IS NULL
            ORDER BY changed_at DESC, id
            """,
            (crew,),
        ).fetchall()


@dataclass(frozen=True, slots=True)
class RemovedJob:
    """A job that was removed, and when."""

    id: UUID
    name: str
    removed_at: datetime


def list_removed(connection: Connection, crew: UUID, within: timedelta) -> list[RemovedJob]:
    """A crew's jobs that were removed not longer ago than this, the last first."""
    with connection.cursor(row_factory=class_row(RemovedJob)) as cursor:
        return cursor.execute(
            """
            SELECT id, name, removed_at FROM job
            WHERE crew_id = %s AND removed_at > now() - %s::interval ORDER BY removed_at DESC, id
            """,
            (crew, within),
        ).fetchall()


def keep_figures(connection: Connection, crew: UUID, job: UUID, revision: int, figures: dict[str, int]) -> None:
    """Keep the figures of a job, if it still is at that revision."""
    connection.execute(
        "UPDATE job SET figures = %s WHERE id = %s AND crew_id = %s AND revision = %s",
        (Jsonb(figures), job, crew, revision),
    )


def find_job(connection: Connection, crew: UUID, job: UUID) -> JobRow | None:
    """One of a crew's jobs, None when it has none of that id."""
    with connection.cursor(row_factory=class_row(JobRow)) as cursor:
        return cursor.execute(_JOB + "AND job.id = %(job)s", {"crew": crew, "job": job}).fetchone()


def add_job(connection: Connection, account: Account, left: Left, key: UUID) -> None:
    """A new job at revision 0, unless there already is one of that key."""
    connection.execute(
        """
        WITH new_job AS (
            INSERT INTO job (id, crew_id, plan, figures) VALUES (%(key)s, %(crew)s, %(plan)s, %(figures)s)
            ON CONFLICT (id) DO NOTHING
            RETURNING id
        )
        INSERT INTO revision (job_id, crew_id, number, account_id, kind, plan, figures)
        SELECT id, %(crew)s, 0, %(account)s, 'start', %(plan)s, %(figures)s FROM new_job
        """,
        {
            "key": key,
            "crew": account.crew_id,
            "account": account.id,
            "plan": Jsonb(left.plan),
            "figures": Jsonb(left.figures),
        },
    )


def save_edit(
    connection: Connection,
    account: Account,
    job: UUID,
    revision: int,
    edit: dict[str, Any],
    left: Left,
    key: UUID | None = None,
) -> bool:
    """Make an edit the job's next revision, if it still is at the revision the edit was made on.

    Args:
        connection: To the store.
        account: Who made it.
        job: Of what.
        revision: On which.
        edit: As data.
        left: What it left.
        key: Names this very change.

    Returns:
        False when somebody else was faster; nothing was written then.
    """
    changed = connection.execute(
        """
        WITH before AS (
            SELECT id, crew_id, standing FROM job
            WHERE id = %(job)s AND crew_id = %(crew)s AND revision = %(revision)s AND removed_at IS NULL
            FOR UPDATE
        ), added AS (
            INSERT INTO revision (job_id, crew_id, number, account_id, kind, edit, made_on, plan, figures, key)
            SELECT id, crew_id, %(revision)s + 1, %(account)s, 'edit', %(edit)s, standing, %(plan)s, %(figures)s,
                   %(key)s
            FROM before
            RETURNING number
        )
        UPDATE job SET plan = %(plan)s, figures = %(figures)s, revision = added.number, standing = added.number,
                       redo = '{}', changed_at = now()
        FROM added WHERE job.id = %(job)s
        """,
        {
            "job": job,
            "crew": account.crew_id,
            "account": account.id,
            "revision": revision,
            "edit": Jsonb(edit),
            "plan": Jsonb(left.plan),
            "figures": Jsonb(left.figures),
            "key": key,
        },
    )
    return changed.rowcount == 1


def save_undo(connection: Connection, account: Account, job: UUID, revision: int, key: UUID | None = None) -> bool:
    """Go back to the plan before the standing edit; False as `save_edit`, or when there is nothing to undo."""
    return _save_return(
        connection,
        account,
        job,
        revision,
        key,
        "undo",
        """
        SELECT job.id, job.crew_id, standing.made_on AS target, job.redo || job.standing AS redo
        FROM job JOIN revision AS standing ON standing.job_id = job.id AND standing.number = job.standing
        WHERE standing.kind = 'edit'
        """,
    )


def save_redo(connection: Connection, account: Account, job: UUID, revision: int, key: UUID | None = None) -> bool:
    """Make the edit undone last again; False as `save_edit`, or when there is nothing to redo."""
    return _save_return(
        connection,
        account,
        job,
        revision,
        key,
        "redo",
        """
        SELECT job.id, job.crew_id, job.redo[array_upper(job.redo, 1)] AS target, trim_array(job.redo, 1) AS redo
        FROM job
        WHERE cardinality(job.redo) > 0
        """,
    )


def _save_return(
    connection: Connection, account: Account, job: UUID, revision: int, key: UUID | None, kind: str, target: str
) -> bool:
    changed = connection.execute(
        f"""
        WITH before AS (
            {target} AND job.id = %(job)s AND job.crew_id = %(crew)s AND job.revision = %(revision)s
                AND job.removed_at IS NULL
            FOR UPDATE OF job
        ), added AS (
            INSERT INTO revision (job_id, crew_id, number, account_id, kind, returns_to, plan, figures, key)
            SELECT before.id, before.crew_id, %(revision)s + 1, %(account)s, %(kind)s::change_kind, before.target,
                   earlier.plan, earlier.figures, %(key)s
            FROM before JOIN revision AS earlier ON earlier.job_id = before.id AND earlier.number = before.target
            RETURNING number, returns_to, plan, figures
        )
        UPDATE job SET plan = added.plan, figures = added.figures, revision = added.number,
                       standing = added.returns_to, redo = before.redo, changed_at = now()
        FROM added, before WHERE job.id = before.id
        """,
        {"job": job, "crew": account.crew_id, "account": account.id, "revision": revision, "kind": kind, "key": key},
    )
    return changed.rowcount == 1


@dataclass(frozen=True, slots=True)
class RevisionRow:
    """A change as it is listed: who made it, when and what it was; `returns_to` of an undo or redo.

    `edit_of` is what the edit changed, as it was before.
    """

    number: int
    name: str
    initials: str
    made_at: datetime
    kind: str
    edit: dict[str, Any] | None
    edit_of: Were
    returns_to: int | None


def list_revisions(connection: Connection, crew: UUID, job: UUID, below: int, most: int) -> list[RevisionRow]:
    """The changes of a job below a revision, the newest first."""
    with connection.cursor(row_factory=class_row(RevisionRow)) as cursor:
        return cursor.execute(
            f"""
            SELECT number, account.name, account.initials, made_at, kind, edit, {_were("revision")} AS edit_of,
                   returns_to
            FROM revision JOIN account ON account.id = revision.account_id
            WHERE job_id = %s AND revision.crew_id = %s AND number < %s
            ORDER BY number DESC LIMIT %s
            """,
            (job, crew, below, most),
        ).fetchall()


def plan_at(connection: Connection, crew: UUID, job: UUID, number: int) -> dict[str, Any] | None:
    """The plan a change left, None where there was no such change."""
    found = connection.execute(
        "SELECT plan FROM revision WHERE job_id = %s AND crew_id = %s AND number = %s", (job, crew, number)
    ).fetchone()
    return found[0] if found else None


def has_change(connection: Connection, crew: UUID, job: UUID, key: UUID) -> bool:
    """Whether a change of that key was made to a job."""
    found = connection.execute(
        "SELECT EXISTS (SELECT FROM revision WHERE job_id = %s AND crew_id = %s AND key = %s)", (job, crew, key)
    ).fetchone()
    return found == (True,)


def remove_job(connection: Connection, crew: UUID, job: UUID) -> bool:
    """Put a job out of sight; nothing of it is lost. False when the crew has no such job."""
    changed = connection.execute(
        "UPDATE job SET removed_at = now() WHERE id = %s AND crew_id = %s AND removed_at IS NULL", (job, crew)
    )
    return changed.rowcount == 1


def restore_job(connection: Connection, crew: UUID, job: UUID) -> bool:
    """Put a removed job back. False when the crew has no such removed job."""
    changed = connection.execute(
        "UPDATE job SET removed_at = NULL WHERE id = %s AND crew_id = %s AND removed_at IS NOT NULL", (job, crew)
    )
    return changed.rowcount == 1
