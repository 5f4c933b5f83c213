"""The site as it is: how far each wall is, its marks called out, its checks, and the log."""

from collections.abc import Iterable
from datetime import date
from itertools import product
from typing import Annotated, Literal, NamedTuple
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Response
from typing_extensions import TypedDict

from bluff.api.http.answers import download, shown, stem
from bluff.api.people.session import CrewJobs
from bluff.api.site.entries import OurSite, by_whom_of
from bluff.core.crew.order import build_order
from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.measure.aloud import Figures
from bluff.core.measure.length import to_inches
from bluff.core.measure.shapes import Corner
from bluff.core.message import message
from bluff.core.site.caller import Held, OnPlates, Turn, Walk
from bluff.core.site.checking import Measure, State
from bluff.core.site.work import Stage
from bluff.core.wall.wall_plan import WallPlan
from bluff.formats.paper import LogLine, Paper, log_sheets
from bluff.formats.site_log import log_table
from bluff.service.papers import imprint
from bluff.service.site import CalledStop, Checked, Walked, WallOnSite, Way
from bluff.store.site import SiteRecord
from bluff.views.by_whom import ByWhom
from bluff.views.lengths import Figure, figure, in_feet
from bluff.views.reader import Reader, reader
from bluff.views.stops import StopView, stop_view
from bluff.views.sums import NamedSum, named_sum
from bluff.views.verdicts import VerdictView, verdict_view

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])

_MOST_OVER = 50

CalledIn = Annotated[Figures, Query(description="How the tape is called out.")]
Reach = Annotated[int | None, Query(ge=6, le=1000, description="How long the tape is, in feet.")]


class CalledStopView(StopView):
    """One stop of a walk; `revision` is the job's by which it is, or will be, marked."""

    revision: int
    is_written: bool
    by: ByWhom | None


class WalkView(TypedDict):
    """A wall's stops in the order they are called, and how the tape is held for them."""

    revision: int
    wall: str
    length: Figure
    hook: End
    usual_hook: End
    stops: list[CalledStopView]


class HeldView(TypedDict):
    """A way somebody holds their tape and walks the plates, and the walk it makes."""

    hook: End | None
    burn: bool
    on: OnPlates
    walk: Walk
    called: WalkView


class ReadingView(ByWhom):
    """What was read."""

    value: Figure
    read_by: Literal["hand", "tape"]


class MeasureView(TypedDict):
    """One thing to read: where the tape is held, what it should read, and what was read, the last first."""

    id: str
    name: str
    planned: NamedSum | None
    start: tuple[float, float]
    end: tuple[float, float]
    readings: list[ReadingView]


class CheckView(VerdictView):
    """A check: what is read for it, and what that says so far."""

    id: str
    name: str
    measures: list[MeasureView]


class ChecksView(TypedDict):
    """The checks of a wall, and its outline and openings to draw them on, in inches."""

    revision: int
    wall: str
    hook: End
    outline: list[tuple[float, float]]
    holes: list[tuple[float, float, float, float]]
    checks: list[CheckView]


class OnSite(TypedDict):
    """A wall in its turn: how much of it is marked, how its checks stand, what is ticked off."""

    wall: str
    length: Figure
    marks: int
    written: int
    to_strike: int
    checks: dict[State, int]
    done: dict[str, ByWhom]


class SiteView(TypedDict):
    """The walls of a job in the order they are framed, and what is ticked of each, in order."""

    revision: int
    stages: list[Stage]
    walls: list[OnSite]


class EntryView(ByWhom):
    """A line of the log: the key of its last record, and that of the photograph that goes with it."""

    key: UUID
    kind: Literal["mark", "tick", "reading", "note"]
    wall: str | None
    says: str
    picture: UUID | None


@router.get("")
def walls(site: OurSite, job_id: UUID) -> SiteView:
    """Every wall in the order it is framed, with how far it is."""
    state, found = site.walls(job_id)
    by_wall = {one.framing.plan.id: one for one in found}
    order = build_order([one.framing.plan for one in found])
    return {
        "revision": state.revision,
        "stages": list(Stage),
        "walls": [_on_site(by_wall[step.wall]) for step in order],
    }


@router.get("/walls/{wall_id}/stops")
def stops(
    site: OurSite,
    job_id: UUID,
    wall_id: str,
    hook: Annotated[End | None, Query(description="The end the tape hooks on; by itself where layout starts.")] = None,
    burn: Annotated[bool, Query(description="Whether the tape is held on its one-inch line.")] = False,
    on: Annotated[OnPlates, Query(description="Which plates are marked.")] = OnPlates.BOTH,
    walk: Annotated[Walk, Query(description="In which order.")] = Walk.BY_TURN,
    figures: CalledIn = "inches",
    reach: Reach = None,
    over: Annotated[
        list[str] | None, Query(max_length=_MOST_OVER, description="Stops the tape starts over at.")
    ] = None,
) -> WalkView:
    """The marks of a wall, one stop after another."""
    held = Held.from_settings(hook, burn=burn, reach=reach, over=over or ())
    [walked] = site.walks(job_id, wall_id, [Way(held, on, walk)])
    return _walk(walked, figures)


@router.get("/walls/{wall_id}/walks")
def walks(
    site: OurSite, job_id: UUID, wall_id: str, figures: CalledIn = "inches", reach: Reach = None
) -> list[HeldView]:
    """The marks of a wall however the tape is held and its plates are walked, for a phone that takes the job along."""
    ways = [
        Way(Held.from_settings(hook, burn=burn, reach=reach), on, walk)
        for hook, burn, on, walk in product((None, *End), (False, True), OnPlates, Walk)
    ]
    return [
        {
            "hook": held.hook,
            "burn": held.burn > 0,
            "on": on,
            "walk": walk,
            "called": _walk(walked, figures),
        }
        for (held, on, walk), walked in zip(ways, site.walks(job_id, wall_id, ways), strict=True)
    ]


@router.get("/walls/{wall_id}/checks")
def checks(site: OurSite, job_id: UUID, wall_id: str) -> ChecksView:
    """What there is to check of a wall, what was read, and what that says."""
    state, framing, found = site.checked(job_id, wall_id)
    plan = framing.plan
    return {
        "revision": state.revision,
        "wall": wall_id,
        "hook": plan.standard.datum.end,
        "outline": [(0.0, 0.0), *(_corner(Corner(*point)) for point in plan.top.points), (to_inches(plan.length), 0.0)],
        "holes": [
            (to_inches(hole.x), to_inches(hole.y), to_inches(hole.width), to_inches(hole.height))
            for hole in (opening.hole for opening in framing.openings)
        ],
        "checks": [_check(one, plan.standard.words) for one in found],
    }


class LogFilter(NamedTuple):
    """Which entries: of a wall, of a day, with all of some words."""

    wall: str | None
    day: date | None
    words: str


def _log_filter(
    wall: Annotated[str | None, Query(max_length=60, description="Only of this wall.")] = None,
    day: Annotated[date | None, Query(description="Only of this day.")] = None,
    words: Annotated[str, Query(max_length=200, description="Only with all of these words.")] = "",
) -> LogFilter:
    return LogFilter(wall, day, words)


Filtered = Annotated[LogFilter, Depends(_log_filter)]


@router.get("/log")
def log(site: OurSite, job_id: UUID, only: Filtered) -> list[EntryView]:
    """The log of a job, the last entry first."""
    return [
        {
            **by_whom_of(one.last),
            "key": one.last.key,
            "kind": one.last.kind,
            "wall": one.last.wall,
            "says": Reader().say(one.says),
            "picture": one.last.key if one.last.has_picture else None,
        }
        for one in site.log(job_id, *only)
    ]


@router.get("/log.csv", response_class=Response)
def log_csv(jobs: CrewJobs, site: OurSite, job_id: UUID, only: Filtered) -> Response:
    """As `log`, for a spreadsheet."""
    lines = [(one.last.made_at, one.last.name, one.last.wall, one.says) for one in site.log(job_id, *only)]
    return download(log_table(lines), "text/csv; charset=utf-8", f"{stem(jobs.get(job_id).job.name)}-log.csv")


@router.get("/log.pdf", response_class=Response)
def log_paper(
    jobs: CrewJobs,
    site: OurSite,
    job_id: UUID,
    only: Filtered,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """As `log`, on paper."""
    state = jobs.get(job_id)
    lines = [
        LogLine(one.last.made_at, one.last.name, one.last.wall or "", Reader().say(one.says))
        for one in site.log(job_id, *only)
    ]
    return shown(log_sheets(lines, paper, imprint(state)), f"{stem(state.job.name)}-log")


def _on_site(one: WallOnSite) -> OnSite:
    states = [checked.verdict.state for checked in one.checked]
    return {
        "wall": one.framing.plan.id,
        "length": in_feet(one.framing.plan.length),
        "marks": len(one.marks),
        "written": len(one.marks) - len(one.unwritten),
        "to_strike": one.to_strike,
        "checks": {state: states.count(state) for state in State},
        "done": {work: by_whom_of(record) for work, record in one.ticks.items() if record.is_done},
    }


def _walk(walked: Walked, figures: Figures) -> WalkView:
    plan = walked.framing.plan
    return {
        "revision": walked.revision,
        "wall": plan.id,
        "length": figure(plan.length),
        "hook": walked.held.hook or plan.standard.datum.end,
        "usual_hook": plan.standard.datum.end,
        "stops": [_stop(one, plan, figures) for one in walked.stops],
    }


def _stop(called: CalledStop, plan: WallPlan, figures: Figures) -> CalledStopView:
    read = stop_view(called.stop, plan, figures)
    if read["turn"] is Turn.STRIKE:
        # The same mark may be struck where it was, and written where it is now.
        read["id"] = f"strike/{called.revision}/{read['id']}"
    return {
        **read,
        "revision": called.revision,
        "is_written": called.is_written,
        "by": by_whom_of(called.last) if called.is_written and called.last else None,
    }


def _corner(corner: Corner) -> tuple[float, float]:
    return to_inches(corner.x), to_inches(corner.y)


def _check(checked: Checked, words: Words) -> CheckView:
    return {
        **verdict_view(checked.verdict, reader(words)),
        "id": checked.check.id,
        "name": reader(words).say(checked.check.name),
        "measures": [_measure(one, checked.readings[one.id], words) for one in checked.check.measures],
    }


def _measure(measure: Measure, read: Iterable[SiteRecord], words: Words) -> MeasureView:
    return {
        "id": measure.id,
        "name": reader(words).say(measure.name),
        "planned": named_sum(message("planned"), measure.planned, reader(words)) if measure.planned else None,
        "start": _corner(measure.start),
        "end": _corner(measure.end),
        "readings": [
            {**by_whom_of(row), "value": figure(row.value or 0), "read_by": row.read_by or "hand"}
            for row in reversed(list(read))
        ],
    }
