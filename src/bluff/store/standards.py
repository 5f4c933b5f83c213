"""The named standards a crew keeps."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row
from psycopg.types.json import Jsonb


@dataclass(frozen=True, slots=True)
class StandardRow:
    """A standard as kept: its name, the keys it sets, and when it was last kept."""

    name: str
    ways: dict[str, Any]
    changed_at: datetime


def list_standards(connection: Connection, crew: UUID) -> list[StandardRow]:
    """A crew's standards by name."""
    with connection.cursor(row_factory=class_row(StandardRow)) as cursor:
        return cursor.execute(
            "SELECT name, ways, changed_at FROM crew_standard WHERE crew_id = %s ORDER BY lower(name), name", (crew,)
        ).fetchall()


def save_standard(connection: Connection, crew: UUID, name: str, ways: dict[str, Any]) -> None:
    """Keep a standard, in place of the one of that name."""
    connection.execute(
        """
        INSERT INTO crew_standard (crew_id, name, ways) VALUES (%(crew)s, %(name)s, %(ways)s)
        ON CONFLICT (crew_id, name) DO UPDATE SET ways = excluded.ways, changed_at = now()
        """,
        {"crew": crew, "name": name, "ways": Jsonb(ways)},
    )


def remove_standard(connection: Connection, crew: UUID, name: str) -> bool:
    """Forget a standard; jobs that took it keep what they took. False when the crew has none of that name."""
    gone = connection.execute("DELETE FROM crew_standard WHERE crew_id = %s AND name = %s", (crew, name))
    return gone.rowcount == 1
