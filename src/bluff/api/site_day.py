"""The day on the site: what is done when and by how many, what must be there before, and the minutes it is made of."""

from collections.abc import Iterator
from datetime import UTC, date, datetime
from fractions import Fraction
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import AwareDatetime
from typing_extensions import TypedDict

from bluff.api.cutting import CrewCuttings
from bluff.api.said import ByWhom, OurSite, said_by
from bluff.core.job.amounts import WorkDay
from bluff.core.job.rows import row_of
from bluff.core.measure.clock import format_clock, format_minutes
from bluff.core.site.day import Turn
from bluff.core.site.pace import RATES, Pace, rate
from bluff.core.site.shift import at
from bluff.core.site.work import Task, lumber_of
from bluff.service.site_day import Delivery, SiteDay, site_day

router = APIRouter(prefix="/api/jobs/{job_id}/site", tags=["site"])


_EARLIEST, _LATEST = datetime(2000, 1, 1, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)
"""Clocks that show anything else have not been set."""


class Moment(TypedDict):
    """When something is, by the clock on the site."""

    on: date
    clock: str


class TurnView(TypedDict):
    """A task in its time.

    `who` are the hands that do it, from 1, `wants` how many it is done by where there are so many. `begin` and `done`
    are what is ticked when it is begun and done; when a wall is laid out nothing is ticked but its marks.
    """

    wall: str
    task: Task
    name: str
    begins: Moment
    ends: Moment
    takes: str
    is_now: bool
    is_late: bool
    who: list[int]
    wants: int
    begin: str
    done: str | None
    begun: ByWhom | None


class DeliveryView(TypedDict):
    """A load of lumber: what is on it, before when it must be there, and who said that it is."""

    work: str
    walls: list[str]
    boards: list[str]
    pounds: int
    before: Moment | None
    there: ByWhom | None


class RateView(TypedDict):
    """Minutes the day is made of: as said or guessed, what they are by what was timed, and why."""

    name: str
    minutes: str
    is_guess: bool
    now: str
    because: str


class DayView(TypedDict):
    """What is left to be done on a job, from the next hour of work on."""

    revision: int
    hands: int
    starts: str
    ends: str
    turns: list[TurnView]
    deliveries: list[DeliveryView]
    rates: list[RateView]


@router.get("/day")
def day(
    site: OurSite,
    cuttings: CrewCuttings,
    job_id: UUID,
    now: Annotated[
        AwareDatetime | None,
        Query(ge=_EARLIEST, lt=_LATEST, description="By a clock on the site; by itself the server's own."),
    ] = None,
) -> DayView:
    """What is done when and by how many, as the crew has gone on so far."""
    found = site_day(site, cuttings, job_id, now or datetime.now().astimezone())
    works = found.standard.day
    first = min((turn.begins for turn in found.turns), default=0)
    return {
        "revision": found.job.revision,
        "hands": works.hands,
        "starts": format_clock(works.starts),
        "ends": format_clock(works.ends),
        "turns": [_turn(turn, found, first) for turn in found.turns],
        "deliveries": [_delivery(one, found) for one in found.deliveries],
        "rates": list(_rates(found)),
    }


def _turn(turn: Turn, found: SiteDay, first: int) -> TurnView:
    begun = found.begun.get((turn.wall, turn.task))
    return {
        "wall": turn.wall,
        "task": turn.task,
        "name": turn.task.called,
        "begins": _moment(found, turn.begins),
        "ends": _moment(found, turn.ends, is_end=True),
        "takes": format_minutes(turn.ends - turn.begins),
        "is_now": turn.begins == first,
        "is_late": turn.is_late,
        "who": [hand + 1 for hand in turn.who],
        "wants": turn.wants,
        "begin": turn.task.begun,
        "done": turn.task.done,
        "begun": said_by(begun) if begun else None,
    }


def _delivery(one: Delivery, found: SiteDay) -> DeliveryView:
    return {
        "work": lumber_of(one.load.walls),
        "walls": list(one.load.walls),
        "boards": [str(line) for line in one.load.lines],
        "pounds": round(one.load.pounds),
        "before": None if one.before is None else _moment(found, one.before),
        "there": said_by(one.there) if one.there else None,
    }


def _rates(found: SiteDay) -> Iterator[RateView]:
    rates = found.standard.rates
    for task, names in RATES.items():
        pace = found.pace[task]
        for name in names:
            minutes = rate(rates, name)
            yield {
                "name": row_of(f"rates.{name}").asked.name,
                "minutes": _figure(minutes),
                "is_guess": not getattr(rates, name),
                "now": _figure(minutes * pace.factor),
                "because": _because(pace),
            }


def _because(pace: Pace) -> str:
    if not pace.walls:
        return ""
    walls = "1 wall" if pace.walls == 1 else f"{pace.walls} walls"
    return f"{walls} took {format_minutes(round(pace.took))} of work, {format_minutes(round(pace.planned))} planned"


def _figure(minutes: Fraction) -> str:
    return f"{float(round(minutes, 2)):g}"


def _moment(found: SiteDay, minute: int, *, is_end: bool = False) -> Moment:
    works: WorkDay = found.standard.day
    on, clock = at(works, found.first, minute, is_end=is_end)
    return {"on": on, "clock": format_clock(clock)}
