"""Links by which a guest may look at one job."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row

from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class ShareRow:
    """A link to a job: who made it and when, until when it is good, and the wall it opens at."""

    id: UUID
    job_id: UUID
    wall: str | None
    initials: str
    created_at: datetime
    expires_at: datetime


_SHARE = """
    SELECT share.id, share.job_id, share.wall, account.initials, share.created_at, share.expires_at
    FROM share JOIN account ON account.id = share.account_id
    WHERE share.ended_at IS NULL AND share.expires_at > now()
"""


def add_share(
    connection: Connection, account: Account, job: UUID, token_hash: bytes, wall: str | None, lasts: timedelta
) -> None:
    """Keep a link to a job for so long."""
    connection.execute(
        "INSERT INTO share (token_hash, job_id, crew_id, wall, account_id, expires_at)"
        " VALUES (%s, %s, %s, %s, %s, now() + %s)",
        (token_hash, job, account.crew_id, wall, account.id, lasts),
    )


def end_shares_of(connection: Connection, account: UUID) -> None:
    """End every link somebody made, with the sessions of its guests."""
    connection.execute("UPDATE share SET ended_at = now() WHERE account_id = %s AND ended_at IS NULL", (account,))
    connection.execute(
        "DELETE FROM session USING share WHERE share.id = share_id AND share.account_id = %s", (account,)
    )


def list_shares(connection: Connection, crew: UUID, job: UUID) -> list[ShareRow]:
    """The links to a job nobody has ended, the newest first."""
    with connection.cursor(row_factory=class_row(ShareRow)) as cursor:
        return cursor.execute(
            _SHARE + "AND share.crew_id = %s AND share.job_id = %s ORDER BY share.created_at DESC", (crew, job)
        ).fetchall()


def end_share(connection: Connection, crew: UUID, job: UUID, share: UUID) -> bool:
    """End a link and the sessions of its guests; False where there is no such link."""
    ended = connection.execute(
        "UPDATE share SET ended_at = now() WHERE id = %s AND job_id = %s AND crew_id = %s AND ended_at IS NULL",
        (share, job, crew),
    )
    connection.execute("DELETE FROM session WHERE share_id = %s AND %s", (share, ended.rowcount == 1))
    return ended.rowcount == 1


def share_of(connection: Connection, token_hash: bytes) -> ShareRow | None:
    """The link of a token, None when there is none or it was ended."""
    with connection.cursor(row_factory=class_row(ShareRow)) as cursor:
        return cursor.execute(_SHARE + "AND share.token_hash = %s", (token_hash,)).fetchone()
