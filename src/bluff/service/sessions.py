"""Who is asking: signing in and out, sessions kept by the server, and links that let somebody in once."""

import hashlib
import secrets
from dataclasses import dataclass, replace
from datetime import timedelta
from functools import lru_cache
from math import ceil
from uuid import UUID

from psycopg import Connection
from psycopg_pool import ConnectionPool
from pwdlib import PasswordHash

from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData
from bluff.service.errors import NotAllowed, NotSignedIn, TooManyTries
from bluff.service.names import LONGEST_NAME, clean_name, person_initials, person_name
from bluff.store import accounts, shares
from bluff.store.accounts import Account, Role
from bluff.views.language import languages

SESSION_LASTS = timedelta(days=90)
LINK_LASTS = timedelta(days=7)
DEVICE_LASTS = timedelta(days=365)
SHORTEST_PASSWORD, LONGEST_PASSWORD = 8, 200
FREE_TRIES = 5
"""Sign-ins at a name that may fail before anybody has to wait; from an address, where a crew may sit, four times."""
_REMEMBERED = timedelta(minutes=30)
_SHORTEST_WAIT, _LONGEST_WAIT = 15.0, 300.0
_CREW, _FIRST, _INITIALS = "Our crew", "lead", "LF"
_WRONG = message("The name or the password is wrong. Check both, or ask a lead for a new sign-in link.")


@dataclass(frozen=True, slots=True)
class Entered:
    """Somebody who was let in.

    Args:
        account: Who.
        token: Of their session; only a hash of it is kept.
        wall: Where a guest is to look first, None for the whole job.
        device: Of a device that is known from now on; None where it was, or is not.
    """

    account: Account
    token: str
    wall: str | None = None
    device: str | None = None


def ensure_installation(pool: ConnectionPool) -> Account:
    """The installation's first account, made with its crew where there is none."""
    with pool.connection() as connection:
        connection.execute("LOCK TABLE account IN SHARE ROW EXCLUSIVE MODE")
        return accounts.first_account(connection) or accounts.ensure_account(
            connection, accounts.add_crew(connection, _CREW), _FIRST, _INITIALS, Role.LEAD
        )


def is_entered(pool: ConnectionPool, account: Account) -> bool:
    """Whether somebody has a way in: a password, or a session to choose one in.

    A session of an installation from before people signed in is none: nobody can get in by it any more.
    """
    with pool.connection() as connection:
        return accounts.has_way_in(connection, account.id)


def is_unnamed(pool: ConnectionPool, account: Account) -> bool:
    """Whether somebody is the installation's first, whom nobody has given a name yet."""
    with pool.connection() as connection:
        first = accounts.first_account(connection)
        has_none = accounts.password_of(connection, account.id) is None
    return first is not None and first.id == account.id and account.name == _FIRST and has_none


def introduce(pool: ConnectionPool, account: Account, name: str, initials: str, crew: str) -> Account:
    """Give the installation's first account the name of a person, and its crew one.

    Raises:
        NotAllowed: They have a name.
        FaultyData: Nobody can be called that.
    """
    if not is_unnamed(pool, account):
        raise NotAllowed(message("You have a name here already."))
    name, initials = person_name(name), person_initials(initials)
    crew = clean_name(crew)
    if not 1 <= len(crew) <= LONGEST_NAME:
        raise FaultyData(
            [
                Fault(
                    "crew", message("The name of a crew has 1 to {longest_name} characters.", longest_name=LONGEST_NAME)
                )
            ]
        )
    with pool.connection() as connection:
        if not accounts.introduce(connection, account, name, initials, crew):
            raise FaultyData([Fault("name", message("{name} is taken. Add what tells them apart.", name=name))])
    return replace(account, name=name, initials=initials, crew=crew)


def sign_in(pool: ConnectionPool, name: str, password: str, address: str, device: str = "") -> Entered:
    """Let somebody in who knows their password.

    Wrong passwords are counted by name and by address, so that repeated guesses have to wait. On a device its owner has
    signed in on before they are counted for that device alone: nobody who guesses elsewhere keeps them out.

    Args:
        pool: Connections to the store.
        name: Signed in by, however it is written.
        password: Theirs.
        address: Where from.
        device: The token of the device, if it has one.

    Raises:
        NotSignedIn: They do not go together.
        TooManyTries: Too many did not of late.

    Source: OWASP, device cookies.
    """
    name = clean_name(name)
    with pool.connection() as connection:
        account = accounts.account_called(connection, name)
        is_known = account is not None and accounts.is_known_device(connection, hash_of(device), account.id)
        tries = _tries(name, address, device if is_known else "")
        for who, free in tries.items():
            _may_try(connection, who, free)
        kept = accounts.password_of(connection, account.id) if account else None
    # Somebody unknown takes as long as a wrong password does: who is here is nobody's business.
    is_right = _hasher().verify(password[:LONGEST_PASSWORD], kept or _nobodys_password())
    with pool.connection() as connection:
        if account is None or kept is None or not is_right:
            raise NotSignedIn(_WRONG)
        for who in tries:
            accounts.forget_failures(connection, who)
        return Entered(account, _begin(connection, account), device=None if is_known else _know(connection, account))


def _tries(name: str, address: str, device: str) -> dict[str, int]:
    """What failures are counted by, and how many of each nobody waits for."""
    if device:
        return {f"device {hash_of(device).hex()}": FREE_TRIES}
    return {f"address {address}": 4 * FREE_TRIES, f"name {name.lower()}": FREE_TRIES}


def _know(connection: Connection, account: Account) -> str:
    """The token of a device that is known from now on."""
    token = secrets.token_urlsafe(32)
    accounts.add_device(connection, hash_of(token), account.id, DEVICE_LASTS)
    return token


def enter(pool: ConnectionPool, token: str) -> Entered:
    """Let somebody in by a link: once whom it was made for, or a guest for as long as it is good.

    Raises:
        NotSignedIn: It lets nobody in.
    """
    hashed = hash_of(token)
    with pool.connection() as connection:
        if account := accounts.use_link(connection, hashed):
            return Entered(account, _begin(connection, account, by_link=True), device=_know(connection, account))
        if share := shares.share_of(connection, hashed):
            guest = secrets.token_urlsafe(32)
            account = accounts.add_guest(connection, hash_of(guest), SESSION_LASTS, share.id)
            return Entered(account, guest, share.wall)
    raise NotSignedIn(
        message("This link was used, has ended, or is incomplete. Ask the person who sent it for a new one.")
    )


def link_for(connection: Connection, account: UUID) -> str:
    """The token of a new link that lets somebody in once; those before it let nobody in any more."""
    token = secrets.token_urlsafe(32)
    accounts.add_link(connection, hash_of(token), account, LINK_LASTS)
    return token


def account_of(pool: ConnectionPool, token: str) -> Account | None:
    """The account a session token belongs to, None when the session is unknown or over."""
    with pool.connection() as connection:
        return accounts.account_of_session(connection, hash_of(token))


def begin(pool: ConnectionPool, account: Account) -> str:
    """Begin a session of an account; returns its token, of which only a hash is kept."""
    with pool.connection() as connection:
        return _begin(connection, account)


def sign_out(pool: ConnectionPool, token: str) -> None:
    """End a session."""
    with pool.connection() as connection:
        accounts.end_session(connection, hash_of(token))


def sign_out_everywhere(pool: ConnectionPool, account: Account) -> None:
    """End every session of somebody, on every device."""
    with pool.connection() as connection:
        accounts.end_sessions(connection, account.id)


def knows_no_password(pool: ConnectionPool, account: Account, token: str) -> bool:
    """Whether somebody may choose a password without the one before: they came by a link, or never had one."""
    with pool.connection() as connection:
        has_none = accounts.password_of(connection, account.id) is None
        return has_none or accounts.is_by_link(connection, hash_of(token))


def is_led(pool: ConnectionPool, account: Account) -> bool:
    """Whether somebody is still led through a first wall; a guest never is."""
    with pool.connection() as connection:
        return account.only_job is None and accounts.is_led(connection, account.id)


def end_leading(pool: ConnectionPool, account: Account) -> None:
    """Lead somebody through a first wall no more: they are through, or skip it."""
    with pool.connection() as connection:
        accounts.end_leading(connection, account.id)


def language_of(pool: ConnectionPool, account: Account) -> str | None:
    """The language somebody has chosen; None where it is their browser's, as it is of every guest."""
    if account.only_job is not None:
        return None
    with pool.connection() as connection:
        return accounts.language_of(connection, account.id)


def choose_language(pool: ConnectionPool, account: Account, language: str | None) -> None:
    """Choose the language Bluff speaks to somebody, on every device; None for their browser's.

    Raises:
        NotAllowed: They are a guest.
        FaultyData: There is no such language.
    """
    if account.only_job is not None:
        raise NotAllowed(message("A guest has no settings."))
    if language is not None and language not in languages():
        raise FaultyData(
            [Fault("language", message("Bluff does not speak {language}. Choose another.", language=language))]
        )
    with pool.connection() as connection:
        accounts.save_language(connection, account.id, language)


def choose_password(pool: ConnectionPool, account: Account, token: str, before: str, password: str) -> str:
    """Choose a password; every other session of theirs ends, and this one goes on under a new token.

    Args:
        pool: Connections to the store.
        account: Whose; never a guest's.
        token: Of this session.
        before: The password so far; not looked at where they came by a link.
        password: The new one.

    Raises:
        FaultyData: It is too short or too long, or the one before is another.
        TooManyTries: The one before was wrong too often of late.
    """
    set_password(pool, account, password, before=None if knows_no_password(pool, account, token) else before)
    with pool.connection() as connection:
        accounts.end_sessions(connection, account.id)
        return _begin(connection, account)


def set_password(pool: ConnectionPool, account: Account, password: str, before: str | None = None) -> None:
    """Keep a password, if the one before is right or is not asked for; as `choose_password`."""
    check_password(password)
    who = f"password of {account.id}"
    with pool.connection() as connection:
        kept = accounts.password_of(connection, account.id)
        if before is not None:
            _may_try(connection, who, FREE_TRIES)
    if before is not None and not (kept and _hasher().verify(before[:LONGEST_PASSWORD], kept)):
        raise FaultyData([Fault("before", message("The current password is wrong."))])
    hashed = _hasher().hash(password)
    with pool.connection() as connection:
        accounts.forget_failures(connection, who)
        accounts.save_password(connection, account.id, hashed)


def check_password(password: str) -> None:
    """Refuse what is too short to be a password, or too long.

    Raises:
        FaultyData: It is.
    """
    if not SHORTEST_PASSWORD <= len(password) <= LONGEST_PASSWORD:
        says = message(
            "A password has {shortest} to {longest} characters. Three words are enough.",
            shortest=SHORTEST_PASSWORD,
            longest=LONGEST_PASSWORD,
        )
        raise FaultyData([Fault("password", says)])


def _begin(connection: Connection, account: Account, *, by_link: bool = False) -> str:
    token = secrets.token_urlsafe(32)
    accounts.add_session(connection, hash_of(token), SESSION_LASTS, account=account.id, by_link=by_link)
    return token


def _may_try(connection: Connection, who: str, free: int) -> None:
    """Refuse a name or address that failed often of late, twice as long each time; it counts until it got in."""
    count, ago = accounts.failures(connection, who, _REMEMBERED)
    left = min(_SHORTEST_WAIT * 2.0 ** (count - free), _LONGEST_WAIT) - ago if count >= free else 0
    if left > 0:
        raise TooManyTries(
            message("Too many wrong passwords. Wait {ceil} seconds, then try again.", ceil=ceil(left)), ceil(left)
        )
    accounts.add_failure(connection, who)


def hash_of(token: str) -> bytes:
    """What is kept of a token."""
    # A fast hash is enough: the token is 256 random bits, not a password somebody chose.
    return hashlib.sha256(token.encode()).digest()


@lru_cache(maxsize=1)
def _hasher() -> PasswordHash:
    return PasswordHash.recommended()


@lru_cache(maxsize=1)
def _nobodys_password() -> str:
    return _hasher().hash(secrets.token_urlsafe(16))
