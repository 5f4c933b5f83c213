"""The history of a job: its changes, the plan as it was, and what changes from one revision to another."""

from collections.abc import Iterable
from datetime import datetime
from typing import Annotated, Literal, TypeAlias
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request
from typing_extensions import TypedDict

from bluff.api.http.wire import RevisionNumber
from bluff.api.job.plan import PlanView, plan_view
from bluff.api.people.session import SignedInAccount
from bluff.core.crew.strike import Recut, Rework
from bluff.core.job.schools import End
from bluff.core.measure.length import to_inches
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member
from bluff.formats.values import Revision
from bluff.service.history import History
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader, reader
from bluff.views.strokes import PlateStrokes, stroke_view

router = APIRouter(prefix="/api/jobs/{job_id}/history", tags=["history"])


class MadeView(TypedDict):
    """A change: the revision it left, by whom, when, and what it was."""

    number: int
    name: str
    initials: str
    at: datetime
    says: str


class RecutView(TypedDict):
    """Pieces alike that there are more of, or fewer."""

    section: str
    length: Figure
    name: str
    more: int


Outline: TypeAlias = tuple[tuple[float, float], ...]


class Outlined(TypedDict):
    """A piece seen in the elevation: its corners in inches, and whether it is there still, no more, or new."""

    state: Literal["same", "gone", "new"]
    corners: list[tuple[float, float]]


class ReworkView(TypedDict):
    """A wall that is framed otherwise than it was; `change` says whether it was there, and is."""

    wall: str
    change: Literal["changed", "new", "gone"]
    length: float
    height: float
    pieces: list[Outlined]
    plates: list[PlateStrokes]
    recuts: list[RecutView]
    hook: End


def history_of(request: Request, account: SignedInAccount) -> History:
    """The history of the signed-in account's jobs."""
    return History(request.app.state.pool, account)


OurHistory = Annotated[History, Depends(history_of)]


@router.get("")
def list_changes(
    history: OurHistory,
    job_id: UUID,
    below: Annotated[Revision | None, Query(description="Only changes before this revision.")] = None,
) -> list[MadeView]:
    """The changes of a job, the newest first, a hundred at once."""
    say = reader(history.words(job_id)).say
    return [
        {"number": one.number, "name": one.name, "initials": one.initials, "at": one.at, "says": say(one.says)}
        for one in history.all(job_id, below)
    ]


@router.get("/{number}/plan")
def plan_at(history: OurHistory, job_id: UUID, number: RevisionNumber) -> PlanView:
    """The plan as it was at a revision."""
    return plan_view(history.at(job_id, number), number)


@router.get("/{number}/to/{other}")
def between(history: OurHistory, job_id: UUID, number: RevisionNumber, other: RevisionNumber) -> list[ReworkView]:
    """Every wall that is framed otherwise at another revision: drawn over one another, marks struck and added."""
    reads = reader(history.at(job_id, other).standard.words)
    return [_rework(one, reads) for one in history.between(job_id, number, other)]


def _rework(one: Rework, reads: Reader) -> ReworkView:
    there = [framing for framing in (one.before, one.after) if framing]
    return {
        "wall": one.wall,
        "change": "changed" if len(there) == 2 else "new" if one.after else "gone",
        "length": to_inches(max(framing.plan.length for framing in there)),
        "height": to_inches(max(member.top for framing in there for member in framing.members)),
        "pieces": _over_one_another(one.before, one.after),
        "plates": [
            {"plate": plate, "strokes": [stroke_view(stroke, reads) for stroke in strokes]}
            for plate, strokes in one.strokes.items()
            if strokes
        ],
        "recuts": [_recut(recut, reads) for recut in one.recuts],
        "hook": one.hook,
    }


def _over_one_another(before: Framing | None, after: Framing | None) -> list[Outlined]:
    was, now = _outlines(before.members if before else ()), _outlines(after.members if after else ())
    return [*_outlined("same", was & now), *_outlined("gone", was - now), *_outlined("new", now - was)]


def _outlined(state: Literal["same", "gone", "new"], outlines: set[Outline]) -> list[Outlined]:
    return [{"state": state, "corners": list(corners)} for corners in sorted(outlines)]


def _outlines(members: Iterable[Member]) -> set[Outline]:
    return {tuple((to_inches(x), to_inches(y)) for x, y in member.outline) for member in members}


def _recut(recut: Recut, reads: Reader) -> RecutView:
    return {
        "section": str(recut.section),
        "length": figure(recut.length),
        "name": reads.piece(recut.role) if recut.role else "",
        "more": recut.more,
    }
