"""What is said on the site, by whom and when, and the photographs that go with it."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Annotated, Literal, TypeAlias
from uuid import UUID

from fastapi import APIRouter, Depends, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import AwareDatetime, Field, StrictBool, StrictInt, StrictStr
from typing_extensions import TypedDict

from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.wire import CHANGED, Revision
from bluff.api.http.work import done
from bluff.api.lumber.cutting import CrewCuttings
from bluff.api.people.session import SignedInAccount
from bluff.core.errors import BluffError
from bluff.core.job.amounts import MOST_ON_A_CREW
from bluff.core.job.schools import End
from bluff.core.measure.length import inches
from bluff.core.site.phone_clock import PhoneClock
from bluff.core.wall.member import Plate
from bluff.formats.pictures import READ_PHOTOGRAPH
from bluff.formats.ways_values import FileModel
from bluff.service.cutting import Cuttings
from bluff.service.errors import Changed
from bluff.service.rights import Right, need
from bluff.service.site import Site
from bluff.store.cutting import CutRow
from bluff.store.site import SiteRecord, SiteRow
from bluff.views.by_whom import ByWhom

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])

_MOST_SAID = 1000
_LONGEST_AGE = 1000 * 60 * 60 * 24 * 366
"""Milliseconds."""

Name: TypeAlias = Annotated[StrictStr, Field(min_length=1, max_length=200)]
WallName: TypeAlias = Annotated[StrictStr, Field(min_length=1, max_length=60)]


class SaidFile(FileModel):
    """Something said on the site: when, and a key made up by whoever says it, under which it is kept once.

    `at` is what the phone's clock showed. `age` is how many milliseconds have passed since by its monotonic clock,
    which is not set, and `after` the server's time as the phone knew it: both correct a clock that was set meanwhile.
    """

    key: UUID
    at: AwareDatetime
    age: Annotated[float, Field(ge=0, le=_LONGEST_AGE)] | None = None
    after: AwareDatetime | None = None


class MarkSaid(SaidFile):
    """A mark that is written on a plate, or struck from it, by the job at a revision; of a whole plate with no mark.

    Without a revision a whole plate is not marked after all. `hook` is the end the tape is hooked on, where it is not
    known from the wall.
    """

    kind: Literal["mark"]
    wall: WallName
    plate: Plate
    mark: Name | None = None
    revision: Revision | None = None
    is_done: StrictBool
    hook: End | None = None


class TickSaid(SaidFile):
    """A piece of work that is done, or is not after all; of work that is begun, how many do it."""

    kind: Literal["tick"]
    wall: WallName | None = None
    work: Name
    is_done: StrictBool
    hands: Annotated[StrictInt, Field(ge=1, le=MOST_ON_A_CREW)] | None = None


class ReadingSaid(SaidFile):
    """What a tape read for one measure of a check."""

    kind: Literal["reading"]
    wall: WallName
    check: Name
    measure: Annotated[StrictStr, Field(min_length=1, max_length=60)]
    value: Annotated[StrictStr, Field(max_length=60, description="A length, as it is typed anywhere.")]
    read_by: Literal["hand", "tape"] = "hand"


class CutSaid(SaidFile):
    """A piece that is cut off its board, or is not after all; by the board's number and the piece's name on it."""

    kind: Literal["cut"]
    board: Annotated[StrictInt, Field(ge=1, lt=2**31)]
    name: Name
    is_done: StrictBool


class NoteSaid(SaidFile):
    """A note, of the job, a wall or a piece."""

    kind: Literal["note"]
    wall: WallName | None = None
    piece: Name | None = None
    words: Annotated[StrictStr, Field(min_length=1, max_length=2000)]


class SaidRequest(FileModel):
    """What was said on the site, in order, by whom, and what the phone's clock shows now."""

    sent_at: AwareDatetime
    by: Annotated[UUID | None, Field(description="Who said it, where the device knows.")] = None
    said: Annotated[
        list[Annotated[MarkSaid | TickSaid | ReadingSaid | CutSaid | NoteSaid, Field(discriminator="kind")]],
        Field(max_length=_MOST_SAID),
    ]


class NotKept(TypedDict):
    """Something that was said and is not kept, and why."""

    key: UUID
    message: str


class SaidAnswer(TypedDict):
    """What is not kept of what was said; all the rest is."""

    refused: list[NotKept]


def site_of(request: Request, account: SignedInAccount) -> Site:
    """The site of the jobs of whoever is signed in."""
    return Site(request.app.state.pool, account)


OurSite = Annotated[Site, Depends(site_of)]


@router.post("/said", responses=CHANGED)
def say(site: OurSite, cuttings: CrewCuttings, job_id: UUID, request: SaidRequest) -> SaidAnswer:
    """Keep what was said on the site, each by itself and once; what does not fit is named, and all the rest kept."""
    if request.by not in {None, site.account.id}:
        raise Changed("Somebody else has signed in on this device since. It is sent once whoever said it is back.")
    times = _times(request)
    refused: dict[UUID, str] = {}
    said = []
    for one in request.said:
        try:
            if not isinstance(one, CutSaid):
                said.append(_row(one, times[one.key]))
        except BluffError as error:
            refused[one.key] = error.message
    refused |= site.say(job_id, said)
    cuts = [
        CutRow(one.key, one.board, one.name, one.is_done, times[one.key])
        for one in request.said
        if isinstance(one, CutSaid)
    ]
    refused |= _cut(cuttings, job_id, cuts)
    return {"refused": [{"key": key, "message": message} for key, message in refused.items()]}


def _times(request: SaidRequest) -> dict[UUID, datetime]:
    """When each was said, in the order the phone has them: whatever its clock did, none is before the one before it."""
    clock = PhoneClock(request.sent_at, datetime.now(UTC))
    times: dict[UUID, datetime] = {}
    latest: datetime | None = None
    for one in request.said:
        age = None if one.age is None else timedelta(milliseconds=one.age)
        when = clock.right(one.at, age=age, after=one.after)
        latest = when if latest is None else max(latest, when)
        times[one.key] = latest
    return times


@router.put("/pictures/{key}", status_code=204, openapi_extra=FILE_BODY)
async def keep_picture(request: Request, site: OurSite, job_id: UUID, key: UUID, file: FileBody) -> None:
    """Keep a photograph for what is, or will be, said under a key; it is made small, and says no more where it was."""
    need(site.account, Right.RECORD)
    jpeg = await done(request, READ_PHOTOGRAPH, file)
    await run_in_threadpool(site.keep_picture, job_id, key, jpeg)


@router.get("/pictures/{key}.jpg", response_class=Response)
def picture(site: OurSite, job_id: UUID, key: UUID) -> Response:
    """The photograph of what was said under a key."""
    jpeg = site.picture(job_id, key)
    return Response(jpeg, media_type="image/jpeg", headers={"Cache-Control": "private, max-age=31536000, immutable"})


def _cut(cuttings: Cuttings, job: UUID, cuts: Sequence[CutRow]) -> dict[UUID, str]:
    """Keep what was said of cuts; why, for each whose board was planned again meanwhile, by its key."""
    if not cuts:
        return {}
    refused: dict[UUID, str] = {}
    try:
        cuttings.mark(job, cuts)
    except Changed:
        for one in cuts:
            try:
                cuttings.mark(job, [one])
            except Changed as error:
                refused[one.key] = str(error)
    return refused


def said_by(record: SiteRecord) -> ByWhom:
    """Who said something, and when."""
    return {"name": record.name, "initials": record.initials, "at": record.made_at}


def _row(said: MarkSaid | TickSaid | ReadingSaid | NoteSaid, at: datetime) -> SiteRow:
    match said:
        case MarkSaid():
            return SiteRow(
                key=said.key,
                kind="mark",
                made_at=at,
                wall=said.wall,
                about=said.mark,
                plate=said.plate,
                revision=said.revision,
                is_done=said.is_done,
                hook=said.hook and said.hook.value,
            )
        case TickSaid():
            return SiteRow(
                key=said.key,
                kind="tick",
                made_at=at,
                wall=said.wall,
                about=said.work,
                is_done=said.is_done,
                hands=said.hands,
            )
        case ReadingSaid():
            return SiteRow(
                key=said.key,
                kind="reading",
                made_at=at,
                wall=said.wall,
                about=said.check,
                measure=said.measure,
                value=inches(said.value),
                read_by=said.read_by,
            )
    return SiteRow(key=said.key, kind="note", made_at=at, wall=said.wall, about=said.piece, words=said.words)
