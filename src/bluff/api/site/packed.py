"""What a phone takes along for the core that runs on it without a signal: the core itself, walls, a job at work."""

from uuid import UUID

from fastapi import APIRouter, Response

from bluff.api.lumber.cutting import CrewCuttings
from bluff.api.people.session import CrewJobs
from bluff.api.site.entries import OurSite
from bluff.core.site.at_work import JobAtWork
from bluff.core.wall.framing import Framing
from bluff.service.site_day import job_at_work
from bluff.views.phone import edition, files, pack

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])

EDITION = "X-Bluff-Edition"
"""Says which program made an answer: a phone reads only what its own packed."""


@router.get("/core")
def core_files(jobs: CrewJobs, response: Response, job_id: UUID) -> dict[str, str]:
    """The files of the core, by their paths."""
    jobs.get(job_id)
    response.headers[EDITION] = edition().hex()
    return dict(files())


@router.get("/walls/{wall_id}/packed", response_class=Response)
def packed_wall(site: OurSite, job_id: UUID, wall_id: str) -> Response:
    """A wall as the core holds it; no other program reads it."""
    return _packed(site.framing(job_id, wall_id))


@router.get("/packed", response_class=Response)
def packed_job(site: OurSite, cuttings: CrewCuttings, job_id: UUID) -> Response:
    """A job as its crew is at it; no other program reads it."""
    return _packed(job_at_work(site, cuttings, job_id))


def _packed(one: Framing | JobAtWork) -> Response:
    return Response(pack(one), media_type="application/octet-stream", headers={EDITION: edition().hex()})
