"""The boards a crew's yard has."""

from typing import Any
from uuid import UUID

from psycopg import Connection
from psycopg.types.json import Jsonb


def find_stock(connection: Connection, crew: UUID) -> dict[str, Any] | None:
    """A crew's stock as data, None where it never kept one."""
    found = connection.execute("SELECT stock FROM crew_stock WHERE crew_id = %s", (crew,)).fetchone()
    return found[0] if found else None


def save_stock(connection: Connection, crew: UUID, stock: dict[str, Any]) -> None:
    """Keep a crew's stock, in place of what it had."""
    connection.execute(
        """
        INSERT INTO crew_stock (crew_id, stock) VALUES (%s, %s)
        ON CONFLICT (crew_id) DO UPDATE SET stock = excluded.stock, changed_at = now()
        """,
        (crew, Jsonb(stock)),
    )
