"""Site entries, with who and when, and the photographs that go with them."""

from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import AliasChoices, AwareDatetime, Field
from typing_extensions import TypedDict

from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.wire import CHANGED
from bluff.api.http.work import done
from bluff.api.lumber.cutting import CrewCuttings
from bluff.api.people.session import SignedInAccount
from bluff.core.message import message
from bluff.core.site.phone_clock import PhoneClock
from bluff.formats.pictures import READ_PHOTOGRAPH
from bluff.formats.site_entries import AnyEntry
from bluff.formats.ways_values import FileModel
from bluff.service.errors import Changed
from bluff.service.rights import Right, need
from bluff.service.site import Site
from bluff.service.site_entries import keep_entries
from bluff.store.site import SiteRecord
from bluff.views.by_whom import ByWhom
from bluff.views.reader import Reader

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])

_MOST_AT_ONCE = 1000


class EntriesSent(FileModel):
    """Site entries in order, by whom, and what the phone's clock shows now."""

    sent_at: AwareDatetime
    by: Annotated[UUID | None, Field(description="Who made them, where the device knows.")] = None
    # Pages of earlier versions call them `said`; entries a phone kept are taken from any version.
    entries: Annotated[
        list[AnyEntry], Field(max_length=_MOST_AT_ONCE, validation_alias=AliasChoices("entries", "said"))
    ]


class RefusedEntry(TypedDict):
    """An entry that is refused, and why."""

    key: UUID
    message: str


class EntriesRefused(TypedDict):
    """The entries that are refused; the others are kept."""

    refused: list[RefusedEntry]


def site_of(request: Request, account: SignedInAccount) -> Site:
    """The site of the signed-in account's jobs."""
    return Site(request.app.state.pool, account)


OurSite = Annotated[Site, Depends(site_of)]


@router.post("/said", include_in_schema=False)
@router.post("/entries", responses=CHANGED)
def keep(site: OurSite, cuttings: CrewCuttings, job_id: UUID, request: EntriesSent) -> EntriesRefused:
    """Keep site entries, each by itself and once; those that do not fit are named, and the others kept."""
    if request.by not in {None, site.account.id}:
        raise Changed(message("Somebody else has signed in on this device. This is sent once you sign in again."))
    refused = keep_entries(site, cuttings, job_id, request.entries, PhoneClock(request.sent_at, datetime.now(UTC)))
    return {"refused": [{"key": key, "message": Reader().say(why)} for key, why in refused.items()]}


@router.put("/pictures/{key}", status_code=204, openapi_extra=FILE_BODY)
async def keep_picture(request: Request, site: OurSite, job_id: UUID, key: UUID, file: FileBody) -> None:
    """Keep a photograph for the entry that has, or will have, a key; it is made small and loses its place."""
    need(site.account, Right.RECORD)
    jpeg = await done(request, READ_PHOTOGRAPH, file)
    await run_in_threadpool(site.keep_picture, job_id, key, jpeg)


@router.get("/pictures/{key}.jpg", response_class=Response)
def picture(site: OurSite, job_id: UUID, key: UUID) -> Response:
    """The photograph of an entry."""
    jpeg = site.picture(job_id, key)
    return Response(jpeg, media_type="image/jpeg", headers={"Cache-Control": "private, max-age=31536000, immutable"})


def by_whom_of(record: SiteRecord) -> ByWhom:
    """Who made an entry, and when."""
    return {"name": record.name, "initials": record.initials, "at": record.made_at}
