"""Crews, accounts and their sessions."""

from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row


@dataclass(frozen=True, slots=True)
class Account:
    """Whoever makes a request: one person of one crew."""

    id: UUID
    initials: str
    crew_id: UUID
    crew: str


_ACCOUNT = """
    SELECT account.id, account.initials, crew.id AS crew_id, crew.name AS crew
    FROM account JOIN crew ON crew.id = account.crew_id
"""


def add_crew(connection: Connection, name: str, initials: str) -> Account:
    """A new crew with its first account."""
    with connection.cursor(row_factory=class_row(Account)) as cursor:
        added = cursor.execute(
            """
            WITH new_crew AS (INSERT INTO crew (name) VALUES (%s) RETURNING id, name)
            INSERT INTO account (crew_id, initials) SELECT id, %s FROM new_crew
            RETURNING account.id, account.initials, crew_id, (SELECT name FROM new_crew) AS crew
            """,
            (name, initials),
        ).fetchone()
    assert added is not None  # INSERT … RETURNING of one row
    return added


def only_account(connection: Connection) -> Account | None:
    """The installation's account when it has exactly one, which needs no sign-in; None otherwise."""
    with connection.cursor(row_factory=class_row(Account)) as cursor:
        found = cursor.execute(_ACCOUNT + "LIMIT 2").fetchall()
    return found[0] if len(found) == 1 else None


def add_session(connection: Connection, token_hash: bytes, account: UUID, lasts: timedelta) -> None:
    """Keep a session, and drop those that have ended."""
    connection.execute("DELETE FROM session WHERE expires_at < now()")
    connection.execute(
        "INSERT INTO session (token_hash, account_id, expires_at) VALUES (%s, %s, now() + %s)",
        (token_hash, account, lasts),
    )


def account_of_session(connection: Connection, token_hash: bytes) -> Account | None:
    """Whose session it is, None when there is none or it has ended."""
    with connection.cursor(row_factory=class_row(Account)) as cursor:
        return cursor.execute(
            _ACCOUNT + "JOIN session ON session.account_id = account.id WHERE token_hash = %s AND expires_at > now()",
            (token_hash,),
        ).fetchone()
