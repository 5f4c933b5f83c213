"""The standards a crew keeps, its words, and what framing otherwise does to a job."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from pydantic import BaseModel

from bluff import core
from bluff.api.session import CrewJobs, signed_in
from bluff.api.wire import FindingCounts, PreviewRequest, severities
from bluff.core.job.words import PRESETS, USUAL
from bluff.core.measure.length import to_inches
from bluff.core.takeoff.effect import Tally, tally
from bluff.formats.edits import edit_to_core
from bluff.formats.job_file import StandardFile
from bluff.formats.ways_file import words_file
from bluff.formats.ways_values import FileModel, WordFile
from bluff.service.jobs import framings
from bluff.service.standards import Standards
from bluff.store.accounts import Account

router = APIRouter(prefix="/api", tags=["standards"])


class CrewStandard(BaseModel):
    """A standard the crew keeps by name."""

    name: str
    standard: StandardFile
    changed_at: datetime


class NewStandard(FileModel):
    """A standard to keep by a name."""

    name: str
    standard: StandardFile


class TallyView(BaseModel):
    """What a job is made of; studs and plates also by rule of thumb."""

    studs: int
    headers: int
    pieces: int
    feet: int
    pounds: int
    sheets: int
    wood_percent: float
    findings: FindingCounts
    studs_by_thumb: int
    studs_exactly: int
    plate_feet_by_thumb: int
    plate_feet_exactly: int


class EffectView(BaseModel):
    """What a job is made of, and what it would be made of after an edit."""

    before: TallyView
    after: TallyView


class UsualWord(BaseModel):
    """A piece that can be called otherwise: its role, its usual name, and its letter where it has one."""

    piece: str
    name: str
    letter: str | None


class WordsPreset(BaseModel):
    """Words of a region, to start from."""

    name: str
    words: dict[str, WordFile]


class WordsToChoose(BaseModel):
    """Every piece there is a word for, and presets."""

    pieces: list[UsualWord]
    presets: list[WordsPreset]


def standards_of(request: Request, account: Annotated[Account, Depends(signed_in)]) -> Standards:
    """The standards of the crew of whoever is signed in."""
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
def keep_standard(standards: CrewStandards, new: NewStandard) -> None:
    """Keep a standard, in place of the one of that name."""
    standards.keep(new.name, new.standard.to_core())


@router.delete("/standards/{name}", status_code=204)
def forget_standard(standards: CrewStandards, name: str) -> None:
    """Forget a standard; jobs that took it keep what they took."""
    standards.forget(name)


@router.get("/words")
def words_to_choose(_: Annotated[Account, Depends(signed_in)]) -> WordsToChoose:
    """Every piece a crew can call otherwise, and words of some regions to start from."""
    return WordsToChoose(
        pieces=[UsualWord(piece=piece, name=usual.name, letter=usual.letter) for piece, usual in USUAL.items()],
        presets=[WordsPreset(name=name, words=words_file(words)) for name, words in PRESETS.items()],
    )


@router.get("/jobs/{job_id}/tally")
def job_tally(jobs: CrewJobs, job_id: UUID) -> TallyView:
    """What a job is made of, counted piece by piece and by rule of thumb."""
    return _tally(tally(framings(jobs.get(job_id).job)))


@router.post("/jobs/{job_id}/effect")
def effect(jobs: CrewJobs, job_id: UUID, request: PreviewRequest) -> EffectView:
    """What an edit would make of a job, beside what it is; nothing is changed."""
    job = jobs.get(job_id).job
    after = core.apply(job, edit_to_core(request.edit))
    return EffectView(before=_tally(tally(framings(job))), after=_tally(tally(framings(after))))


def _tally(counted: Tally) -> TallyView:
    return TallyView(
        studs=counted.studs,
        headers=counted.headers,
        pieces=counted.pieces,
        feet=round(to_inches(counted.lumber) / 12),
        pounds=counted.pounds,
        sheets=counted.sheets,
        wood_percent=round(float(counted.wood) * 100, 1),
        findings=severities(counted.findings),
        studs_by_thumb=counted.studs_by_thumb,
        studs_exactly=counted.studs_exactly,
        plate_feet_by_thumb=round(to_inches(counted.plates_by_thumb) / 12),
        plate_feet_exactly=round(to_inches(counted.plates_exactly) / 12),
    )
