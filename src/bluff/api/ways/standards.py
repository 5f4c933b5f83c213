"""The standards a crew keeps, its words, and what framing otherwise does to a job."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from pydantic import BaseModel

from bluff.api.http.wire import FindingCounts, PreviewRequest, severities
from bluff.api.people.session import CrewJobs, signed_in
from bluff.api.ways.ways import WaysGroup, ways_of_job
from bluff.core.change.apply import apply
from bluff.core.job.job import Job
from bluff.core.measure.length import in_whole_feet, to_inches
from bluff.formats.edits import edit_to_core
from bluff.formats.job_file import StandardFile
from bluff.formats.ways_values import FileModel
from bluff.service.comparing import counted
from bluff.service.standards import Standards
from bluff.store.accounts import Account

router = APIRouter(prefix="/api", tags=["standards"])


class CrewStandard(BaseModel):
    """A standard the crew keeps by name."""

    name: str
    standard: StandardFile
    changed_at: datetime


class NewStandard(FileModel):
    """A job whose ways are to be kept by a name."""

    name: str
    job: UUID


class TallyView(BaseModel):
    """What a job is made of, and what is bought for it; studs and plates also by rule of thumb.

    `cost`, `r` and `hours` are null until boards have prices, walls an insulation, and work its minutes.
    """

    studs: int
    headers: int
    pieces: int
    feet: int
    bought: int
    bought_feet: int
    cost: float | None
    currency: str
    pounds: int
    sheets: int
    wood_percent: float
    r: float | None
    hours: float | None
    findings: FindingCounts
    studs_by_thumb: int
    studs_exactly: int
    plate_feet_by_thumb: int
    plate_feet_exactly: int


class EffectView(BaseModel):
    """What a job is made of, what it would be made of after an edit, and its ways then."""

    before: TallyView
    after: TallyView
    ways: list[WaysGroup]


def standards_of(request: Request, account: Annotated[Account, Depends(signed_in)]) -> Standards:
    """The standards of the signed-in account's crew."""
    return Standards(request.app.state.pool, account)


CrewStandards = Annotated[Standards, Depends(standards_of)]


@router.get("/standards")
def list_standards(standards: CrewStandards) -> list[CrewStandard]:
    """Every standard of the crew."""
    return [
        CrewStandard(name=one.name, standard=StandardFile.from_core(one.ways), changed_at=one.changed_at)
        for one in standards.all()
    ]


@router.put("/standards", status_code=204)
def keep_standard(jobs: CrewJobs, standards: CrewStandards, new: NewStandard) -> None:
    """Keep a job's ways, with those of the standard it took, in place of the standard of that name."""
    standards.keep(new.name, jobs.get(new.job).job.own_ways)


@router.delete("/standards/{name}", status_code=204)
def forget_standard(standards: CrewStandards, name: str) -> None:
    """Forget a standard; jobs that took it keep what they took."""
    standards.forget(name)


@router.get("/jobs/{job_id}/ways")
def job_ways(jobs: CrewJobs, job_id: UUID) -> list[WaysGroup]:
    """How a job is framed, and what its crew calls the pieces, as a form."""
    return ways_of_job(jobs.get(job_id).job)


@router.get("/jobs/{job_id}/tally")
def job_tally(jobs: CrewJobs, job_id: UUID) -> TallyView:
    """What a job is made of, counted piece by piece and by rule of thumb."""
    return _tally(jobs.get(job_id).job)


@router.post("/jobs/{job_id}/effect")
def effect(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> EffectView:
    """What an edit would make of a job, beside what it is; nothing is changed."""
    job = jobs.get(job_id).job
    after = apply(job, edit_to_core(request.edit))
    return EffectView(before=_tally(job), after=_tally(after), ways=ways_of_job(after))


def _tally(job: Job) -> TallyView:
    whole = counted(job)
    made = whole.tally
    return TallyView(
        studs=made.studs,
        headers=made.headers,
        pieces=made.pieces,
        feet=round(to_inches(made.lumber) / 12),
        bought=whole.bought,
        bought_feet=in_whole_feet(whole.bought_length),
        cost=None if whole.cost is None else float(whole.cost),
        currency=job.stock.currency,
        pounds=made.pounds,
        sheets=made.sheets,
        wood_percent=round(float(made.wood) * 100, 1),
        r=None if made.r is None else round(float(made.r), 1),
        hours=None if made.hours is None else round(float(made.hours), 1),
        findings=severities(made.findings),
        studs_by_thumb=made.studs_by_thumb,
        studs_exactly=made.studs_exactly,
        plate_feet_by_thumb=round(to_inches(made.plates_by_thumb) / 12),
        plate_feet_exactly=round(to_inches(made.plates_exactly) / 12),
    )
