"""Jobs and their revisions.

A job's row holds its current plan. Every change adds a revision with the plan it left, so that an undo
is one more revision with an earlier plan, and survives a restart like any other change.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class JobRow:
    """A job as kept.

    Args:
        id: Its key.
        plan: Its job file's data.
        revision: How many changes it has seen.
        changed_at: When the last one was.
        undo: The edit an undo would take back, None when there is none.
        redo: The edit a redo would make again, None when there is none.
    """

    id: UUID
    plan: dict[str, Any]
    revision: int
    changed_at: datetime
    undo: dict[str, Any] | None
    redo: dict[str, Any] | None


_JOB = """
    SELECT job.id, job.plan, job.revision, job.changed_at, standing.edit AS undo, undone.edit AS redo
    FROM job
    JOIN revision AS standing ON standing.job_id = job.id AND standing.number = job.standing
    LEFT JOIN revision AS undone
        ON undone.job_id = job.id AND undone.number = job.redo[array_upper(job.redo, 1)]
    WHERE job.crew_id = %(crew)s AND job.removed_at IS NULL
"""


def list_jobs(connection: Connection, crew: UUID) -> list[JobRow]:
    """A crew's jobs, the one changed last first."""
    with connection.cursor(row_factory=class_row(JobRow)) as cursor:
        return cursor.execute(_JOB + "ORDER BY job.changed_at DESC, job.id", {"crew": crew}).fetchall()


def find_job(connection: Connection, crew: UUID, job: UUID) -> JobRow | None:
    """One of a crew's jobs, None when it has none of that id."""
    with connection.cursor(row_factory=class_row(JobRow)) as cursor:
        return cursor.execute(_JOB + "AND job.id = %(job)s", {"crew": crew, "job": job}).fetchone()


def add_job(connection: Connection, account: Account, plan: dict[str, Any], key: UUID) -> None:
    """A new job at revision 0, unless there already is one of that key."""
    connection.execute(
        """
        WITH new_job AS (
            INSERT INTO job (id, crew_id, plan) VALUES (%(key)s, %(crew)s, %(plan)s) ON CONFLICT (id) DO NOTHING
            RETURNING id
        )
        INSERT INTO revision (job_id, crew_id, number, account_id, kind, plan)
        SELECT id, %(crew)s, 0, %(account)s, 'start', %(plan)s FROM new_job
        """,
        {"key": key, "crew": account.crew_id, "account": account.id, "plan": Jsonb(plan)},
    )


def save_edit(
    connection: Connection, account: Account, job: UUID, revision: int, edit: dict[str, Any], plan: dict[str, Any]
) -> bool:
    """Make an edit the job's next revision, if it still is at the revision the edit was made on.

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
            INSERT INTO revision (job_id, crew_id, number, account_id, kind, edit, made_on, plan)
            SELECT id, crew_id, %(revision)s + 1, %(account)s, 'edit', %(edit)s, standing, %(plan)s FROM before
            RETURNING number
        )
        UPDATE job SET plan = %(plan)s, revision = added.number, standing = added.number, redo = '{}',
                       changed_at = now()
        FROM added WHERE job.id = %(job)s
        """,
        {
            "job": job,
            "crew": account.crew_id,
            "account": account.id,
            "revision": revision,
            "edit": Jsonb(edit),
            "plan": Jsonb(plan),
        },
    )
    return changed.rowcount == 1


def save_undo(connection: Connection, account: Account, job: UUID, revision: int) -> bool:
    """Go back to the plan before the standing edit; False as `save_edit`, or when there is nothing to undo."""
    return _save_return(
        connection,
        account,
        job,
        revision,
        "undo",
        """
        SELECT job.id, job.crew_id, standing.made_on AS target, job.redo || job.standing AS redo
        FROM job JOIN revision AS standing ON standing.job_id = job.id AND standing.number = job.standing
        WHERE standing.kind = 'edit'
        """,
    )


def save_redo(connection: Connection, account: Account, job: UUID, revision: int) -> bool:
    """Make the edit undone last again; False as `save_edit`, or when there is nothing to redo."""
    return _save_return(
        connection,
        account,
        job,
        revision,
        "redo",
        """
        SELECT job.id, job.crew_id, job.redo[array_upper(job.redo, 1)] AS target, trim_array(job.redo, 1) AS redo
        FROM job
        WHERE cardinality(job.redo) > 0
        """,
    )


def _save_return(connection: Connection, account: Account, job: UUID, revision: int, kind: str, target: str) -> bool:
    changed = connection.execute(
        f"""
        WITH before AS (
            {target} AND job.id = %(job)s AND job.crew_id = %(crew)s AND job.revision = %(revision)s
                AND job.removed_at IS NULL
            FOR UPDATE OF job
        ), added AS (
            INSERT INTO revision (job_id, crew_id, number, account_id, kind, returns_to, plan)
            SELECT before.id, before.crew_id, %(revision)s + 1, %(account)s, %(kind)s::change_kind, before.target,
                   earlier.plan
            FROM before JOIN revision AS earlier ON earlier.job_id = before.id AND earlier.number = before.target
            RETURNING number, returns_to, plan
        )
        UPDATE job SET plan = added.plan, revision = added.number, standing = added.returns_to, redo = before.redo,
                       changed_at = now()
        FROM added, before WHERE job.id = before.id
        """,
        {"job": job, "crew": account.crew_id, "account": account.id, "revision": revision, "kind": kind},
    )
    return changed.rowcount == 1


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
