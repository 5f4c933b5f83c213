"""Crews, accounts, and how somebody comes to be one: sessions, links, passwords, sign-ins that failed."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from enum import StrEnum
from typing import Any
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row


class Role(StrEnum):
    """What somebody is in a crew."""

    LEAD = "lead"
    FRAMER = "framer"
    VIEWER = "viewer"


@dataclass(frozen=True, slots=True)
class Account:
    """Who makes a request: one person of one crew, or a guest with a link to one of its jobs.

    Args:
        id: Its key; a guest's is that of the person who made the link.
        name: Signed in by.
        initials: On what they did.
        role: In the crew.
        crew_id: Its key.
        crew: Its name.
        only_job: The job a guest may look at; None for the crew.
    """

    id: UUID
    name: str
    initials: str
    role: Role
    crew_id: UUID
    crew: str
    only_job: UUID | None = None

    def __post_init__(self) -> None:
        object.__setattr__(self, "role", Role(self.role))


@dataclass(frozen=True, slots=True)
class PersonRow:
    """Somebody of a crew, as those who are in it see them."""

    id: UUID
    name: str
    initials: str
    role: str
    has_password: bool
    seen_at: datetime | None


_OF = "account.id, account.name, account.initials, account.role, crew.id AS crew_id, crew.name AS crew"
_ACCOUNT = f"SELECT {_OF} FROM account JOIN crew ON crew.id = account.crew_id WHERE account.left_at IS NULL "


def add_crew(connection: Connection, crew: str) -> UUID:
    """A new crew nobody is in."""
    added = connection.execute("INSERT INTO crew (name) VALUES (%s) RETURNING id", (crew,)).fetchone()
    assert added is not None  # INSERT … RETURNING of one row
    return UUID(str(added[0]))


def add_account(connection: Connection, crew: UUID, name: str, initials: str, role: Role) -> UUID | None:
    """Somebody new in a crew; None where the name is somebody's already."""
    added = connection.execute(
        """
        INSERT INTO account (crew_id, name, initials, role) VALUES (%s, %s, %s, %s)
        ON CONFLICT (lower(name)) WHERE left_at IS NULL DO NOTHING RETURNING id
        """,
        (crew, name, initials, role),
    ).fetchone()
    return None if added is None else UUID(str(added[0]))


def ensure_account(connection: Connection, crew: UUID, name: str, initials: str, role: Role) -> Account:
    """The person with a name, made in a crew where nobody has."""
    add_account(connection, crew, name, initials, role)
    account = account_called(connection, name)
    assert account is not None  # added, or somebody had the name
    return account


def first_account(connection: Connection) -> Account | None:
    """The first person; None where nobody is."""
    return _one(connection, _ACCOUNT + "ORDER BY account.created_at, account.id LIMIT 1", ())


def account_of(connection: Connection, account: UUID) -> Account | None:
    """Who has a key; None where they left their crew."""
    return _one(connection, _ACCOUNT + "AND account.id = %s", (account,))


def all_names(connection: Connection) -> list[str]:
    """What everybody of this installation signs in by."""
    found = connection.execute("SELECT name FROM account WHERE left_at IS NULL ORDER BY lower(name)")
    return [name for (name,) in found]


def account_called(connection: Connection, name: str) -> Account | None:
    """Who signs in by a name, however it is written."""
    return _one(connection, _ACCOUNT + "AND lower(account.name) = lower(%s)", (name,))


def has_way_in(connection: Connection, account: UUID) -> bool:
    """Whether somebody has a password, or a session begun by a link, in which to choose one."""
    found = connection.execute(
        """
        SELECT password IS NOT NULL OR EXISTS (
            SELECT FROM session WHERE account_id = account.id AND by_link AND expires_at > now()
        ) FROM account WHERE id = %s
        """,
        (account,),
    ).fetchone()
    return found == (True,)


def introduce(connection: Connection, account: Account, name: str, initials: str, crew: str) -> bool:
    """Give somebody a name and their crew one; False where somebody else has the name."""
    taken = connection.execute(
        "SELECT FROM account WHERE lower(name) = lower(%s) AND id <> %s AND left_at IS NULL", (name, account.id)
    ).fetchone()
    if taken is None:
        connection.execute("UPDATE account SET name = %s, initials = %s WHERE id = %s", (name, initials, account.id))
        connection.execute("UPDATE crew SET name = %s WHERE id = %s", (crew, account.crew_id))
    return taken is None


def password_of(connection: Connection, account: UUID) -> str | None:
    """The hash of somebody's password, None where they have none."""
    found = connection.execute("SELECT password FROM account WHERE id = %s AND left_at IS NULL", (account,)).fetchone()
    return found[0] if found else None


def save_password(connection: Connection, account: UUID, password: str) -> None:
    """Keep the hash of a password in place of the one before."""
    connection.execute("UPDATE account SET password = %s WHERE id = %s", (password, account))


def list_people(connection: Connection, crew: UUID) -> list[PersonRow]:
    """Everybody of a crew, by name."""
    with connection.cursor(row_factory=class_row(PersonRow)) as cursor:
        return cursor.execute(
            """
            SELECT account.id, name, initials, role, password IS NOT NULL AS has_password,
                   (SELECT max(seen_at) FROM session WHERE session.account_id = account.id) AS seen_at
            FROM account WHERE crew_id = %s AND left_at IS NULL
            ORDER BY lower(name)
            """,
            (crew,),
        ).fetchall()


def is_led(connection: Connection, account: UUID) -> bool:
    """Whether somebody is still led through a first wall."""
    found = connection.execute("SELECT led_at IS NULL FROM account WHERE id = %s", (account,)).fetchone()
    return bool(found and found[0])


def end_leading(connection: Connection, account: UUID) -> None:
    """Lead somebody no more, on any device."""
    connection.execute("UPDATE account SET led_at = coalesce(led_at, now()) WHERE id = %s", (account,))


def language_of(connection: Connection, account: UUID) -> str | None:
    """The language somebody has chosen; None where it is their browser's."""
    found = connection.execute("SELECT language FROM account WHERE id = %s", (account,)).fetchone()
    return found[0] if found else None


def save_language(connection: Connection, account: UUID, language: str | None) -> None:
    """Keep the language somebody has chosen, None for their browser's."""
    connection.execute("UPDATE account SET language = %s WHERE id = %s", (language, account))


def lock_people(connection: Connection, crew: UUID) -> None:
    """Nobody else changes who is in a crew until this transaction ends."""
    connection.execute("SELECT FROM crew WHERE id = %s FOR UPDATE", (crew,))


def change_role(connection: Connection, crew: UUID, account: UUID, role: Role) -> bool:
    """Make somebody of a crew something else there; False where it has no such person."""
    changed = connection.execute(
        "UPDATE account SET role = %s WHERE id = %s AND crew_id = %s AND left_at IS NULL", (role, account, crew)
    )
    return changed.rowcount == 1


def take_leave(connection: Connection, crew: UUID, account: UUID) -> bool:
    """Let somebody leave a crew: they cannot sign in again. False where it has no such person."""
    changed = connection.execute(
        "UPDATE account SET left_at = now(), password = NULL WHERE id = %s AND crew_id = %s AND left_at IS NULL",
        (account, crew),
    )
    return changed.rowcount == 1


def add_link(connection: Connection, token_hash: bytes, account: UUID, lasts: timedelta) -> None:
    """Keep a link that lets somebody in once, in place of those before it."""
    connection.execute("DELETE FROM sign_in_link WHERE account_id = %s OR expires_at < now()", (account,))
    connection.execute(
        "INSERT INTO sign_in_link (token_hash, account_id, expires_at) VALUES (%s, %s, now() + %s)",
        (token_hash, account, lasts),
    )


def use_link(connection: Connection, token_hash: bytes) -> Account | None:
    """Whom a link lets in, which it then does no more; None where it lets nobody in."""
    used = connection.execute(
        "DELETE FROM sign_in_link WHERE token_hash = %s AND expires_at > now() RETURNING account_id", (token_hash,)
    ).fetchone()
    return _one(connection, _ACCOUNT + "AND account.id = %s", used) if used else None


def add_session(
    connection: Connection,
    token_hash: bytes,
    lasts: timedelta,
    *,
    account: UUID | None = None,
    share: UUID | None = None,
    by_link: bool = False,
) -> None:
    """Keep a session of somebody, or of a guest with a link, and drop those that have ended."""
    connection.execute("DELETE FROM session WHERE expires_at < now()")
    connection.execute(
        """
        INSERT INTO session (token_hash, account_id, share_id, by_link, expires_at)
        VALUES (%s, %s, %s, %s, now() + %s)
        """,
        (token_hash, account, share, by_link, lasts),
    )


def add_guest(connection: Connection, token_hash: bytes, lasts: timedelta, share: UUID) -> Account:
    """Keep a session of a guest; who that is."""
    add_session(connection, token_hash, lasts, share=share)
    guest = account_of_session(connection, token_hash)
    assert guest is not None  # added
    return guest


def account_of_session(connection: Connection, token_hash: bytes) -> Account | None:
    """Whose session it is, None when there is none or it has ended."""
    found = _one(
        connection,
        f"""
        SELECT {_OF}, NULL AS only_job
        FROM session JOIN account ON account.id = session.account_id JOIN crew ON crew.id = account.crew_id
        WHERE token_hash = %(token)s AND expires_at > now() AND account.left_at IS NULL
        UNION ALL
        SELECT account.id, 'guest', 'G', 'viewer', crew.id, crew.name, share.job_id
        FROM session JOIN share ON share.id = session.share_id JOIN account ON account.id = share.account_id
             JOIN crew ON crew.id = share.crew_id
        WHERE session.token_hash = %(token)s AND session.expires_at > now()
              AND share.ended_at IS NULL AND share.expires_at > now() AND account.left_at IS NULL
        """,
        {"token": token_hash},
    )
    if found:
        # Once a minute is often enough to say who is about, and spares a write with every request.
        connection.execute(
            "UPDATE session SET seen_at = now() WHERE token_hash = %s AND seen_at < now() - interval '1 minute'",
            (token_hash,),
        )
    return found


def is_by_link(connection: Connection, token_hash: bytes) -> bool:
    """Whether a session was begun by a link, so that its owner may not know a password."""
    found = connection.execute("SELECT by_link FROM session WHERE token_hash = %s", (token_hash,)).fetchone()
    return found == (True,)


def end_session(connection: Connection, token_hash: bytes) -> None:
    """End one session."""
    connection.execute("DELETE FROM session WHERE token_hash = %s", (token_hash,))


def end_sessions(connection: Connection, account: UUID, but: bytes | None = None) -> None:
    """End every session of somebody, and every link that would begin one, but for one session."""
    connection.execute("DELETE FROM session WHERE account_id = %s AND token_hash IS DISTINCT FROM %s", (account, but))
    connection.execute("DELETE FROM sign_in_link WHERE account_id = %s", (account,))


def add_failure(connection: Connection, who: str) -> None:
    """Keep that a sign-in failed, and drop what is longer ago than anybody asks."""
    connection.execute("DELETE FROM failed_sign_in WHERE at < now() - interval '1 day'")
    connection.execute("INSERT INTO failed_sign_in (who) VALUES (%s)", (who,))


def failures(connection: Connection, who: str, within: timedelta) -> tuple[int, float]:
    """How many sign-ins failed of late, and how many seconds ago the last one did.

    A request that tries the same at the same moment waits for the end of this transaction.
    """
    connection.execute("SELECT pg_advisory_xact_lock(hashtextextended(%s, 0))", (who,))
    found = connection.execute(
        """
        SELECT count(*), coalesce(extract(epoch FROM now() - max(at)), 0) FROM failed_sign_in
        WHERE who = %s AND at > now() - %s::interval
        """,
        (who, within),
    ).fetchone()
    assert found is not None  # an aggregate always has a row
    return int(found[0]), float(found[1])


def is_known_device(connection: Connection, token_hash: bytes, account: UUID) -> bool:
    """Whether somebody has signed in on a device before."""
    found = connection.execute(
        "UPDATE known_device SET seen_at = now() WHERE token_hash = %s AND account_id = %s RETURNING true",
        (token_hash, account),
    ).fetchone()
    return found is not None


def add_device(connection: Connection, token_hash: bytes, account: UUID, lasts: timedelta) -> None:
    """Know a device from now on, and forget those nobody signed in on for so long."""
    connection.execute("DELETE FROM known_device WHERE seen_at < now() - %s::interval", (lasts,))
    connection.execute("INSERT INTO known_device (token_hash, account_id) VALUES (%s, %s)", (token_hash, account))


def forget_devices(connection: Connection, account: UUID) -> None:
    """Know no device of somebody any more."""
    connection.execute("DELETE FROM known_device WHERE account_id = %s", (account,))


def forget_failures(connection: Connection, who: str) -> None:
    """Somebody got in."""
    connection.execute("DELETE FROM failed_sign_in WHERE who = %s", (who,))


def _one(connection: Connection, query: str, values: Sequence[Any] | Mapping[str, Any]) -> Account | None:
    with connection.cursor(row_factory=class_row(Account)) as cursor:
        return cursor.execute(query, values).fetchone()
