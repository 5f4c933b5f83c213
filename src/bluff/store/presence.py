"""Who looks at which job."""

from dataclasses import dataclass
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row

from bluff.store.accounts import Account

CHANNEL = "job"
"""What changes of jobs are told on: the job's key, a space, and what changed."""
_GONE_AFTER = "30 seconds"


@dataclass(frozen=True, slots=True)
class Present:
    """Somebody who looks at a job; a guest has no name."""

    name: str
    initials: str


def come(connection: Connection, page: UUID, job: UUID, account: Account) -> None:
    """Somebody opened a job on a page of its own; pages nobody heard of for long are forgotten."""
    connection.execute(f"DELETE FROM presence WHERE seen_at < now() - interval '{_GONE_AFTER}'")
    connection.execute(
        "INSERT INTO presence (id, job_id, account_id, is_guest) VALUES (%s, %s, %s, %s)",
        (page, job, account.id, account.only_job is not None),
    )


def stay(connection: Connection, page: UUID) -> None:
    """The page is open still."""
    connection.execute("UPDATE presence SET seen_at = now() WHERE id = %s", (page,))


def go(connection: Connection, page: UUID) -> None:
    """The page was closed."""
    connection.execute("DELETE FROM presence WHERE id = %s", (page,))


def list_present(connection: Connection, crew: UUID, job: UUID, but: Account) -> list[Present]:
    """Everybody who looks at a job, but for one person and their other pages, by name."""
    with connection.cursor(row_factory=class_row(Present)) as cursor:
        return cursor.execute(
            f"""
            SELECT DISTINCT CASE WHEN is_guest THEN 'a guest' ELSE account.name END AS name,
                            CASE WHEN is_guest THEN 'G' ELSE account.initials END AS initials
            FROM presence JOIN account ON account.id = presence.account_id
            WHERE job_id = %s AND account.crew_id = %s AND seen_at > now() - interval '{_GONE_AFTER}'
              AND (is_guest OR account.id <> %s OR %s) AND NOT (is_guest AND %s)
            ORDER BY name
            """,
            (job, crew, but.id, but.only_job is not None, but.only_job is not None),
        ).fetchall()
