"""Who may do what: one table, asked by every use case that changes anything."""

from enum import StrEnum
from types import MappingProxyType
from typing import Final

from bluff.core.message import message
from bluff.service.errors import NotAllowed
from bluff.store.accounts import Account, Role


class Right(StrEnum):
    """What somebody may do with the jobs of their crew."""

    LOOK = "look"
    RECORD = "record"
    """Say what was done on the site: what is cut, marked, checked."""
    CHANGE = "change"
    """Plans, standards, prices, and how boards are cut."""
    PEOPLE = "people"
    """Who is in the crew, and who may look at its jobs from outside."""


RIGHTS: Final = MappingProxyType(
    {
        Role.LEAD: frozenset(Right),
        Role.FRAMER: frozenset({Right.LOOK, Right.RECORD}),
        Role.VIEWER: frozenset({Right.LOOK}),
    }
)

_SAYS: Final = MappingProxyType(
    {
        Right.LOOK: message("Only members of the crew may see this."),
        Right.RECORD: message("You can view this job but not change it. Ask a lead to make you a framer."),
        Right.CHANGE: message("Only leads change plans and standards. Ask one to do it, or to make you a lead."),
        Right.PEOPLE: message("Only leads manage the crew."),
    }
)


def rights_of(account: Account) -> frozenset[Right]:
    """What somebody may do."""
    return RIGHTS[account.role]


def need(account: Account, right: Right) -> None:
    """Make sure that somebody may do what they are about to.

    Raises:
        NotAllowed: They may not; the sentence says who may.
    """
    if right not in rights_of(account):
        raise NotAllowed(_SAYS[right])
