"""The people of a crew: who is in it, who comes, who leaves, and what each may do."""

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff.core.message import message
from bluff.formats.errors import Fault, FaultyData
from bluff.service.errors import Changed, NotFound
from bluff.service.names import person_initials, person_name
from bluff.service.rights import Right, need
from bluff.service.sessions import link_for
from bluff.store import accounts, shares
from bluff.store.accounts import Account, Role


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody of a crew.

    Args:
        id: Their key.
        name: Signed in by.
        initials: On what they do.
        role: In the crew.
        is_invited: Whether they never chose a password yet.
        seen_at: When they were last about, None where they never were or signed out.
    """

    id: UUID
    name: str
    initials: str
    role: Role
    is_invited: bool
    seen_at: datetime | None


@dataclass(frozen=True, slots=True)
class People:
    """The people of one account's crew; nobody of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def all(self) -> list[Person]:
        """Everybody, by name."""
        with self.pool.connection() as connection:
            kept = accounts.list_people(connection, self.account.crew_id)
        return [
            Person(row.id, row.name, row.initials, Role(row.role), not row.has_password, row.seen_at) for row in kept
        ]

    def invite(self, name: str, initials: str, role: Role) -> str:
        """Take somebody into the crew; returns the token of the link that lets them in once.

        Raises:
            NotAllowed: The account is not a lead.
            FaultyData: Nobody can be called that, or somebody is.
        """
        need(self.account, Right.PEOPLE)
        name, initials = person_name(name), person_initials(initials)
        with self.pool.connection() as connection:
            accounts.lock_people(connection, self.account.crew_id)
            whose = next(
                (
                    one.name
                    for one in accounts.list_people(connection, self.account.crew_id)
                    if one.initials == initials
                ),
                None,
            )
            if whose:
                says = message(
                    "{whose} has the initials {initials}. Add a letter, so that marks show who made them.",
                    whose=whose,
                    initials=initials,
                )
                raise FaultyData([Fault("initials", says)])
            added = accounts.add_account(connection, self.account.crew_id, name, initials, role)
            if added is None:
                raise FaultyData([Fault("name", message("{name} is taken. Add what tells them apart.", name=name))])
            return link_for(connection, added)

    def link(self, person: UUID) -> str:
        """The token of a new link that lets somebody in once, for a person who lost their password; as `invite`."""
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            if all(row.id != person for row in accounts.list_people(connection, self.account.crew_id)):
                raise _nobody()
            return link_for(connection, person)

    def change_role(self, person: UUID, role: Role) -> None:
        """Make somebody something else in the crew.

        Raises:
            NotAllowed: The account is not a lead.
            NotFound: There is no such person in the crew.
            Changed: The crew would have no lead.
        """
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            self._needs_a_lead_without(connection, person, role is Role.LEAD)
            if not accounts.change_role(connection, self.account.crew_id, person, role):
                raise _nobody()

    def remove(self, person: UUID) -> None:
        """Let somebody leave the crew: their sessions end, what they did stays; as `change_role`."""
        need(self.account, Right.PEOPLE)
        with self.pool.connection() as connection:
            self._needs_a_lead_without(connection, person, is_lead=False)
            if not accounts.take_leave(connection, self.account.crew_id, person):
                raise _nobody()
            accounts.end_sessions(connection, person)
            accounts.forget_devices(connection, person)
            shares.end_shares_of(connection, person)

    def _needs_a_lead_without(self, connection: Connection, person: UUID, is_lead: bool) -> None:
        accounts.lock_people(connection, self.account.crew_id)
        others = [
            row
            for row in accounts.list_people(connection, self.account.crew_id)
            if row.role == Role.LEAD and row.id != person
        ]
        if not others and not is_lead:
            raise Changed(message("A crew needs a lead. Make another person one first."))


def _nobody() -> NotFound:
    return NotFound(message("There is no such person in the crew; they may have left."))
