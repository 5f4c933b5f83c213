"""Live: server-sent events of what others do to a job, and of who they are."""

import json
from collections.abc import AsyncIterator
from contextlib import suppress
from time import monotonic
from uuid import UUID

from anyio import CancelScope
from fastapi import APIRouter, Request
from fastapi.responses import StreamingResponse
from psycopg import OperationalError
from starlette.concurrency import run_in_threadpool

from bluff.api.people.session import SignedInAccount, cookie_name
from bluff.service import sessions
from bluff.service.errors import NotFound
from bluff.service.live import EVERYTHING, Live, Looking

router = APIRouter(prefix="/api/jobs", tags=["live"])

_STILL_HERE = 10.0
"""Seconds after which a page is heard of again where nothing happens."""
_ASK_AGAIN = 2.0
"""Seconds after which it is asked whether a viewer still may, before they are told of more."""


# Not in the description: it never ends, and what it tells is told by routes that are.
@router.get("/{job_id}/live", include_in_schema=False)
async def live(request: Request, account: SignedInAccount, job_id: UUID) -> StreamingResponse:
    """Tell a page of what changes, from now on: `plan` with the revision, `cutting`, `marked`, `people`."""
    looking = Looking(request.app.state.pool, account, job_id)
    await run_in_threadpool(looking.come)
    token = request.cookies.get(cookie_name(request), "")
    events = _events(request.app.state.live, looking, token)
    return StreamingResponse(events, media_type="text/event-stream", headers={"X-Accel-Buffering": "no"})


async def _events(live: Live, looking: Looking, token: str) -> AsyncIterator[str]:
    try:
        async with live.page(looking.job) as page:
            page.tell(EVERYTHING)
            # By the clock and not in pauses: on a busy job there are none.
            checked_at = monotonic()
            while True:
                changed = await page.wait(_STILL_HERE)
                try:
                    if not changed or monotonic() - checked_at >= _ASK_AGAIN:
                        if await run_in_threadpool(_is_over, looking, token):
                            return
                        checked_at = monotonic()
                    for what in sorted(changed):
                        yield _event(what, await run_in_threadpool(_told, looking, what))
                    if not changed:
                        yield ": still here\n\n"
                except OperationalError:
                    # Said by every request meanwhile; when the database is back, everything is told again.
                    continue
                except NotFound:
                    return
    finally:
        # The person is gone also where leaving is what ends this.
        with CancelScope(shield=True), suppress(OperationalError):
            await run_in_threadpool(looking.go)


def _told(looking: Looking, what: str) -> object:
    match what:
        case "plan":
            return looking.revision()
        case "people":
            return [{"name": one.name, "initials": one.initials} for one in looking.others()]
        case _:
            return None


def _is_over(looking: Looking, token: str) -> bool:
    """Whether a viewer was signed out meanwhile; records that they are still looking."""
    looking.stay()
    return sessions.account_of(looking.pool, token) is None


def _event(name: str, data: object) -> str:
    return f"event: {name}\ndata: {json.dumps(data)}\n\n"
