"""The day on the site: what is done when and by how many, what must be there before, and the minutes it is made of."""

from datetime import UTC, datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request
from pydantic import AwareDatetime

from bluff.api.http.work import done, job_request
from bluff.api.people.session import SignedInAccount
from bluff.service.papers import DAY
from bluff.views.day import DayView

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])


_EARLIEST, _LATEST = datetime(2000, 1, 1, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)
"""Clocks that show anything else have not been set."""


@router.get("/day")
async def day(
    request: Request,
    account: SignedInAccount,
    job_id: UUID,
    now: Annotated[
        AwareDatetime | None,
        Query(ge=_EARLIEST, lt=_LATEST, description="By a clock on the site; by itself the server's own."),
    ] = None,
) -> DayView:
    """What is done when and by how many, as the crew has gone on so far."""
    return await done(request, DAY, job_request(request, account, job_id), now or datetime.now().astimezone())
