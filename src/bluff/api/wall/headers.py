"""The header check: how much of each header of a job is used, with the arithmetic."""

from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel

from bluff.api.http.answers import download, stem
from bluff.api.people.session import CrewJobs
from bluff.core.crew.header_table import HeaderRow, header_table
from bluff.core.job.words import Words
from bluff.core.message import message
from bluff.core.strength.header_check import HeaderCheck, NotSaid, Use
from bluff.core.strength.worked import Worked
from bluff.formats.header_list import header_csv
from bluff.service.framings import framings
from bluff.views.lengths import Figure, figure
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class WorkedView(BaseModel):
    """A line of arithmetic: what it is, from what, and what comes out, with its unit."""

    name: str
    arithmetic: str
    text: str


class UseView(BaseModel):
    """One way in which a header is used: hundredths of what is allowed, rounded up, and how they are worked out."""

    name: str
    percent: int
    is_over: bool
    lines: list[WorkedView]


class HeaderCheckView(BaseModel):
    """What a header is used by, the most used way first: that one governs."""

    span: NamedSum
    loads: list[WorkedView]
    per_foot: str
    wood: str
    figures: str
    uses: list[UseView]
    notes: list[str]


class MissingView(BaseModel):
    """What must be done before, and the way of this opening that is missing; null where it lacks none."""

    says: str
    way: str | None


class HeaderLine(BaseModel):
    """Openings whose headers are made and used alike; `check` is null where something must be entered first."""

    marks: list[str]
    walls: list[str]
    rough_width: Figure
    header: str
    source: str
    check: HeaderCheckView | None
    missing: MissingView | None


class HeadersView(BaseModel):
    """Every header of a job, those used most first."""

    revision: int
    lines: list[HeaderLine]


@router.get("/{job_id}/headers")
def headers(jobs: CrewJobs, job_id: UUID) -> HeadersView:
    """How much of each header its loads use: indicative, and no decision."""
    state = jobs.get(job_id)
    rows = header_table(framings(state.job), state.job.openings)
    return HeadersView(revision=state.revision, lines=[_line(row) for row in rows])


@router.get("/{job_id}/headers.csv", response_class=Response, tags=["files"])
def headers_csv(jobs: CrewJobs, job_id: UUID) -> Response:
    """As `headers`, as a table for a spreadsheet."""
    job = jobs.get(job_id).job
    table = header_csv(header_table(framings(job), job.openings), job.standard.words)
    return download(table, "text/csv; charset=utf-8", f"{stem(job.name)}-headers.csv")


def _line(row: HeaderRow) -> HeaderLine:
    placed, check = row.first, row.check
    words = placed.standard.words
    return HeaderLine(
        marks=[opening.id for opening in row.openings],
        walls=list(dict.fromkeys(opening.opening.wall for opening in row.openings)),
        rough_width=figure(placed.rough.width.value),
        header=reader(words).say(placed.header.called),
        source=reader(words).say(placed.header.choice.source.called),
        check=_check(check, words) if isinstance(check, HeaderCheck) else None,
        missing=MissingView(says=reader(words).say(check.sentence), way=check.way)
        if isinstance(check, NotSaid)
        else None,
    )


def _check(check: HeaderCheck, words: Words) -> HeaderCheckView:
    wood = check.wood
    return HeaderCheckView(
        span=named_sum(message("Span L"), check.span, reader(words)),
        loads=[_worked(line, words) for line in check.loads],
        per_foot=check.per_foot.text,
        wood=reader(words).say(wood.kind.called),
        figures=str(wood),
        uses=[_use(use, words) for use in check.uses],
        notes=[reader(words).say(note) for note in check.notes],
    )


def _use(use: Use, words: Words) -> UseView:
    return UseView(
        name=reader(words).say(use.name),
        percent=use.percent,
        is_over=use.is_over,
        lines=[_worked(line, words) for line in use.lines],
    )


def _worked(line: Worked, words: Words) -> WorkedView:
    return WorkedView(name=reader(words).say(line.name), arithmetic=line.arithmetic, text=line.text)
