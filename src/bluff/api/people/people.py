"""The people of a crew, and links that let somebody outside it look at a job."""

from datetime import datetime, timedelta
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from pydantic import Field, StrictInt, StrictStr
from typing_extensions import TypedDict

from bluff.api.http.wire import CHANGED
from bluff.api.people.session import SignedInAccount
from bluff.formats.ways_values import FileModel
from bluff.service.people import People
from bluff.service.shares import LINK_LASTS, Shares
from bluff.store.accounts import Role

router = APIRouter(prefix="/api", tags=["people"])


class PersonView(TypedDict):
    """Somebody of the crew; `invited` until they choose a password."""

    id: UUID
    name: str
    initials: str
    role: Role
    invited: bool
    seen_at: datetime | None


class ShareView(TypedDict):
    """A link to a job, the wall it opens at, who made it when, and until when it is good."""

    id: UUID
    wall: str | None
    by: str
    created_at: datetime
    expires_at: datetime


class LinkView(TypedDict):
    """Where somebody is let in, from the address Bluff is reached at; shown once, since only a hash of it is kept."""

    path: str


class NewPerson(FileModel):
    """Somebody who comes into the crew."""

    name: Annotated[StrictStr, Field(max_length=200)]
    initials: Annotated[StrictStr, Field(max_length=20)]
    role: Role = Role.FRAMER


class NewRole(FileModel):
    """What somebody is to be in the crew."""

    role: Role


class NewShare(FileModel):
    """Where a guest who opens a link starts, a wall on the bench or the plan, and how many days it is good."""

    wall: Annotated[StrictStr, Field(max_length=60)] | None = None
    days: Annotated[StrictInt, Field(ge=1, le=365)] = LINK_LASTS.days


def people_of(request: Request, account: SignedInAccount) -> People:
    """The signed-in account's crew."""
    return People(request.app.state.pool, account)


def shares_of(request: Request, account: SignedInAccount) -> Shares:
    """The links of the signed-in account's crew."""
    return Shares(request.app.state.pool, account)


OurPeople = Annotated[People, Depends(people_of)]
OurShares = Annotated[Shares, Depends(shares_of)]


@router.get("/people")
def list_people(people: OurPeople) -> list[PersonView]:
    """Everybody of the crew, by name."""
    return [
        {
            "id": one.id,
            "name": one.name,
            "initials": one.initials,
            "role": one.role,
            "invited": one.is_invited,
            "seen_at": one.seen_at,
        }
        for one in people.all()
    ]


@router.post("/people")
def invite(people: OurPeople, person: NewPerson) -> LinkView:
    """Take somebody into the crew; the link lets them in once, to choose a password."""
    return _way_in(people.invite(person.name, person.initials, person.role))


@router.post("/people/{person_id}/link")
def link_for_person(people: OurPeople, person_id: UUID) -> LinkView:
    """A new link for somebody who lost their password, or their first link."""
    return _way_in(people.link(person_id))


@router.put("/people/{person_id}", status_code=204, responses=CHANGED)
def change_role(people: OurPeople, person_id: UUID, changed: NewRole) -> None:
    """Make somebody something else in the crew."""
    people.change_role(person_id, changed.role)


@router.delete("/people/{person_id}", status_code=204, responses=CHANGED)
def remove(people: OurPeople, person_id: UUID) -> None:
    """Let somebody leave the crew; what they did stays."""
    people.remove(person_id)


@router.get("/jobs/{job_id}/shares")
def list_shares(shares: OurShares, job_id: UUID) -> list[ShareView]:
    """The links to a job that are good."""
    return [
        {
            "id": one.id,
            "wall": one.wall,
            "by": one.initials,
            "created_at": one.created_at,
            "expires_at": one.expires_at,
        }
        for one in shares.all(job_id)
    ]


@router.post("/jobs/{job_id}/shares")
def share(shares: OurShares, job_id: UUID, wanted: NewShare) -> LinkView:
    """A new link by which somebody outside the crew looks at a job and changes nothing."""
    return _way_in(shares.make(job_id, wanted.wall, timedelta(days=wanted.days)))


@router.delete("/jobs/{job_id}/shares/{share_id}", status_code=204)
def end_share(shares: OurShares, job_id: UUID, share_id: UUID) -> None:
    """End a link; guests who use it lose access."""
    shares.end(job_id, share_id)


def _way_in(token: str) -> LinkView:
    # Behind the #, where browsers keep it to themselves: it is in no log and no referrer.
    return {"path": f"/enter#{token}"}
