"""Plates that are marked: at which revision of their job, by whom and when."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row

from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class MarkedRow:
    """A plate that is marked."""

    wall: str
    plate: str
    revision: int
    name: str
    initials: str
    marked_at: datetime


def add_marked(
    connection: Connection, account: Account, job: UUID, wall: str, plate: str, revision: int | None
) -> None:
    """Keep that a plate is marked as it was at a revision; without one, that it is not."""
    connection.execute(
        "INSERT INTO plate_marked (job_id, crew_id, wall, plate, revision, account_id) VALUES (%s, %s, %s, %s, %s, %s)",
        (job, account.crew_id, wall, plate, revision, account.id),
    )


def list_marked(connection: Connection, crew: UUID, job: UUID) -> list[MarkedRow]:
    """The plates of a job that are marked, by wall."""
    with connection.cursor(row_factory=class_row(MarkedRow)) as cursor:
        return cursor.execute(
            """
            SELECT last.wall, last.plate, last.revision, account.name, account.initials, last.marked_at
            FROM (
                SELECT DISTINCT ON (wall, plate) * FROM plate_marked WHERE job_id = %s AND crew_id = %s
                ORDER BY wall, plate, id DESC
            ) AS last JOIN account ON account.id = last.account_id
            WHERE last.revision IS NOT NULL
            ORDER BY last.wall, last.plate DESC
            """,
            (job, crew),
        ).fetchall()
