"""Who is asking: sessions kept by the server, and the one account of a small installation."""

import hashlib
import secrets
from datetime import timedelta

from psycopg_pool import ConnectionPool

from bluff.service.errors import NotSignedIn
from bluff.store import accounts
from bluff.store.accounts import Account

SESSION_LASTS = timedelta(days=90)
_CREW, _INITIALS = "Our crew", "LF"


def ensure_installation(pool: ConnectionPool) -> None:
    """Make the first crew and its account on a database that has none."""
    with pool.connection() as connection:
        connection.execute("LOCK TABLE account IN SHARE ROW EXCLUSIVE MODE")
        has_any = connection.execute("SELECT EXISTS (SELECT FROM account)").fetchone()
        if has_any == (False,):
            accounts.add_crew(connection, _CREW, _INITIALS)


def account_of(pool: ConnectionPool, token: str) -> Account | None:
    """The account a session token belongs to, None when the session is unknown or over."""
    with pool.connection() as connection:
        return accounts.account_of_session(connection, _hash(token))


def only_account(pool: ConnectionPool) -> Account:
    """The one account of this installation, which needs no session.

    Only for requests from this very machine; the caller makes sure of that.

    Raises:
        NotSignedIn: The installation has several accounts, so somebody must say who they are.
    """
    with pool.connection() as connection:
        account = accounts.only_account(connection)
    if account is None:
        raise NotSignedIn("This installation has several accounts; sign in first.")
    return account


def begin(pool: ConnectionPool, account: Account) -> str:
    """Begin a session of an account; returns its token, of which only a hash is kept."""
    token = secrets.token_urlsafe(32)
    with pool.connection() as connection:
        accounts.add_session(connection, _hash(token), account.id, SESSION_LASTS)
    return token


def _hash(token: str) -> bytes:
    # A fast hash is enough: the token is 256 random bits, not a password somebody chose.
    return hashlib.sha256(token.encode()).digest()
