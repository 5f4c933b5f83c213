"""Story poles: every pole of a job, and as another head or header would leave them."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, Field

from bluff.api.people.session import CrewJobs
from bluff.api.wall.openings import ScheduleChanges
from bluff.core.change.apply import apply
from bluff.core.crew.pole import Pole, poles
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job
from bluff.core.job.schools import OpeningKind
from bluff.core.message import message
from bluff.core.wall.framing import Framing
from bluff.formats.edits import EditFile, edit_from_core
from bluff.formats.framed import FramedFinding, framed_finding
from bluff.formats.schedule import schedule_edit
from bluff.service.framings import framings
from bluff.views.lengths import Figure, figure
from bluff.views.reader import reader
from bluff.views.sums import NamedSum, named_sum

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class PoleStretch(BaseModel):
    """Between two marks of a pole; `what` is a role, or clear for the opening itself, `name` the crew's word for it."""

    what: str
    name: str
    bottom: Figure
    top: Figure
    length: Figure


class PoleView(BaseModel):
    """The pole of openings alike in height, from the floor up."""

    marks: list[str]
    kind: OpeningKind
    header: str
    head: Annotated[NamedSum, Field(description="Above the floor the openings are on.")]
    head_at: Annotated[Figure, Field(description="The same above the floor the wall stands on.")]
    off: Annotated[Figure, Field(description="How far its head is above the usual one of the job, below if negative.")]
    king: Figure
    jack: Figure | None
    stretches: list[PoleStretch]
    findings: list[FramedFinding]


class PolesView(BaseModel):
    """Every pole of a job, or of the job as some changes would leave it."""

    revision: int
    poles: list[PoleView]
    edit: Annotated[EditFile | None, Field(description="What makes the changes, when some were asked about.")]


@router.get("/{job_id}/poles")
def all_poles(jobs: CrewJobs, job_id: UUID) -> PolesView:
    """A story pole for every kind of opening, as high as the walls."""
    state = jobs.get(job_id)
    return poles_view(state.job, state.revision)


@router.post("/{job_id}/poles/what-if")
def what_if(jobs: CrewJobs, job_id: UUID, typed: ScheduleChanges) -> PolesView:
    """The poles as another head or header would leave them, without changing anything."""
    state = jobs.get(job_id)
    edit = schedule_edit(state.job, typed.changes)
    return poles_view(apply(state.job, edit), state.revision, edit)


def poles_view(job: Job, revision: int, edit: Edit | None = None) -> PolesView:
    """Every pole of a job.

    Args:
        job: As it is, or as an edit would leave it.
        revision: It was made of.
        edit: That edit.
    """
    framed = framings(job)
    views = [_pole(pole, framed) for pole in poles(framed)]
    return PolesView(revision=revision, poles=views, edit=edit_from_core(edit) if edit else None)


def _pole(pole: Pole, framed: tuple[Framing, ...]) -> PoleView:
    first, reads = pole.openings[0].placed, reader(pole.words)
    marks = [opening.placed.id for opening in pole.openings]
    found = [
        finding
        for framing in framed
        for finding in framing.findings
        if finding.opening in marks and finding.severity != "info"
    ]
    return PoleView(
        marks=marks,
        kind=first.opening.kind,
        header=reads.say(first.header.called),
        head=named_sum(message("head"), first.head_on_floor, reads),
        head_at=figure(pole.head.value),
        off=figure(pole.off),
        king=figure(pole.king),
        jack=None if pole.jack is None else figure(pole.jack),
        stretches=[
            PoleStretch(
                what=stretch.what,
                name=reads.say(stretch.name),
                bottom=figure(stretch.bottom),
                top=figure(stretch.top),
                length=figure(stretch.length),
            )
            for stretch in pole.stretches
        ],
        findings=[framed_finding(finding, reads) for finding in found],
    )
