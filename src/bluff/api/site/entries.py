"""What is said on the site, by whom and when, and the photographs that go with it."""

from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import AwareDatetime, Field
from typing_extensions import TypedDict

from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.wire import CHANGED
from bluff.api.http.work import done
from bluff.api.lumber.cutting import CrewCuttings
from bluff.api.people.session import SignedInAccount
from bluff.core.message import message
from bluff.core.site.phone_clock import PhoneClock
from bluff.formats.pictures import READ_PHOTOGRAPH
from bluff.formats.said import AnySaid
from bluff.formats.ways_values import FileModel
from bluff.service.errors import Changed
from bluff.service.rights import Right, need
from bluff.service.saying import say_all
from bluff.service.site import Site
from bluff.store.site import SiteRecord
from bluff.views.by_whom import ByWhom
from bluff.views.reader import Reader

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])

_MOST_SAID = 1000


class SaidRequest(FileModel):
    """Site entries in order, by whom, and what the phone's clock shows now."""

    sent_at: AwareDatetime
    by: Annotated[UUID | None, Field(description="Who said it, where the device knows.")] = None
    said: Annotated[list[AnySaid], Field(max_length=_MOST_SAID)]


class NotKept(TypedDict):
    """Something that was said and is not kept, and why."""

    key: UUID
    message: str


class SaidAnswer(TypedDict):
    """The entries that are refused; the others are kept."""

    refused: list[NotKept]


def site_of(request: Request, account: SignedInAccount) -> Site:
    """The site of the signed-in account's jobs."""
    return Site(request.app.state.pool, account)


OurSite = Annotated[Site, Depends(site_of)]


@router.post("/said", responses=CHANGED)
def say(site: OurSite, cuttings: CrewCuttings, job_id: UUID, request: SaidRequest) -> SaidAnswer:
    """Keep site entries, each by itself and once; those that do not fit are named, and the others kept."""
    if request.by not in {None, site.account.id}:
        raise Changed(message("Somebody else has signed in on this device. This is sent once you sign in again."))
    refused = say_all(site, cuttings, job_id, request.said, PhoneClock(request.sent_at, datetime.now(UTC)))
    return {"refused": [{"key": key, "message": Reader().say(why)} for key, why in refused.items()]}


@router.put("/pictures/{key}", status_code=204, openapi_extra=FILE_BODY)
async def keep_picture(request: Request, site: OurSite, job_id: UUID, key: UUID, file: FileBody) -> None:
    """Keep a photograph for what is, or will be, said under a key; it is made small, and says no more where it was."""
    need(site.account, Right.RECORD)
    jpeg = await done(request, READ_PHOTOGRAPH, file)
    await run_in_threadpool(site.keep_picture, job_id, key, jpeg)


@router.get("/pictures/{key}.jpg", response_class=Response)
def picture(site: OurSite, job_id: UUID, key: UUID) -> Response:
    """The photograph of an entry."""
    jpeg = site.picture(job_id, key)
    return Response(jpeg, media_type="image/jpeg", headers={"Cache-Control": "private, max-age=31536000, immutable"})


def said_by(record: SiteRecord) -> ByWhom:
    """Who said something, and when."""
    return {"name": record.name, "initials": record.initials, "at": record.made_at}
