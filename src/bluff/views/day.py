"""The day of a job as a screen is given it."""

from collections.abc import Iterator
from datetime import date
from fractions import Fraction

from bluff.core.job.rows import row_of
from bluff.core.measure.clock import format_clock, in_hours
from bluff.core.message import Message, plural
from bluff.core.site.at_work import DayAhead, Delivery, Ticked
from bluff.core.site.day import Turn
from bluff.core.site.pace import RATES, Pace, rate
from bluff.core.site.shift import at
from bluff.core.site.work import Task, lumber_of, work_begun
from bluff.views.by_whom import ByWhom
from bluff.views.reader import Reader
from bluff.views.typed import TypedDict


class Moment(TypedDict):
    """When something is, by the clock on the site."""

    on: date
    clock: str


class TurnView(TypedDict):
    """A task in its time.

    `who` are the people who do it, from 1, `wants` how many it is done by where there are so many. `begin` and `done`
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
    """A load of lumber: what is on it, before when it must be there, and who entered that it is."""

    work: str
    walls: list[str]
    boards: list[str]
    pounds: int
    before: Moment | None
    there: ByWhom | None


class RateView(TypedDict):
    """Minutes the day is made of: as entered or guessed, what they are by what was timed, and why."""

    name: str
    minutes: str
    is_guess: bool
    now: str
    because: str


class DayView(TypedDict):
    """What is left to be done on a job, from the next hour of work on."""

    revision: int
    people: int
    starts: str
    ends: str
    turns: list[TurnView]
    deliveries: list[DeliveryView]
    rates: list[RateView]


def day_view(day: DayAhead, reader: Reader) -> DayView:
    """What is done when and by how many, as the crew has gone on so far."""
    works = day.job.day
    first = min((turn.begins for turn in day.turns), default=0)
    return {
        "revision": day.job.revision,
        "people": works.people,
        "starts": format_clock(works.starts),
        "ends": format_clock(works.ends),
        "turns": [_turn(turn, day, first, reader) for turn in day.turns],
        "deliveries": [_delivery(one, day, reader) for one in day.deliveries],
        "rates": list(_rates(day, reader)),
    }


def _turn(turn: Turn, day: DayAhead, first: int, reader: Reader) -> TurnView:
    begun = day.begun.get((turn.wall, turn.task))
    return {
        "wall": turn.wall,
        "task": turn.task,
        "name": reader.say(turn.task.called),
        "begins": _moment(day, turn.begins),
        "ends": _moment(day, turn.ends, is_end=True),
        "takes": reader.say(in_hours(turn.ends - turn.begins)),
        "is_now": turn.begins == first,
        "is_late": turn.is_late,
        "who": [hand + 1 for hand in turn.who],
        "wants": turn.wants,
        "begin": str(work_begun(turn.task)),
        "done": turn.task.done,
        "begun": _by(begun),
    }


def _delivery(one: Delivery, day: DayAhead, reader: Reader) -> DeliveryView:
    return {
        "work": str(lumber_of(one.load.walls)),
        "walls": list(one.load.walls),
        "boards": [reader.say(line.called) for line in one.load.lines],
        "pounds": round(one.load.pounds),
        "before": None if one.before is None else _moment(day, one.before),
        "there": _by(one.there),
    }


def _rates(day: DayAhead, reader: Reader) -> Iterator[RateView]:
    for task, names in RATES.items():
        pace = day.pace[task]
        for name in names:
            minutes = rate(day.job.rates, name)
            yield {
                "name": reader.say(row_of(f"rates.{name}").form_field.name),
                "minutes": _figure(minutes),
                "is_guess": not getattr(day.job.rates, name),
                "now": _figure(minutes * pace.factor),
                "because": reader.say(_because(pace)) if pace.walls else "",
            }


def _because(pace: Pace) -> Message:
    return plural(
        "{count} wall took {took} of work, {planned} planned",
        "{count} walls took {took} of work, {planned} planned",
        count=pace.walls,
        took=in_hours(round(pace.took)),
        planned=in_hours(round(pace.planned)),
    )


def _figure(minutes: Fraction) -> str:
    return f"{float(round(minutes, 2)):g}"


def _moment(day: DayAhead, minute: int, *, is_end: bool = False) -> Moment:
    on, clock = at(day.job.day, day.first, minute, is_end=is_end)
    return {"on": on, "clock": format_clock(clock)}


def _by(tick: Ticked | None) -> ByWhom | None:
    return None if tick is None else {"name": tick.name, "initials": tick.initials, "at": tick.at}
