"""A job as its crew is at it: what was entered as started and done of each wall, and the day that is left of it.

Nothing here knows where that is kept: the server has all of it, a phone without a signal its own entries since.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from datetime import date, datetime
from fractions import Fraction

from bluff.core.crew.order import BuildStep
from bluff.core.crew.supply import Load
from bluff.core.job.amounts import Rates, WorkDay
from bluff.core.site.day import PEOPLE, Begun, OnDeck, Turn, WallWork, day_plan, needed_by
from bluff.core.site.pace import Pace, Timed, paces
from bluff.core.site.shift import next_shift, worked
from bluff.core.site.work import Task, lumber_of, work_begun
from bluff.core.wall.member import Plate


@dataclass(frozen=True, slots=True)
class Ticked:
    """The last entry of a piece of work.

    Args:
        at: When.
        name, initials: Of the person who made it.
        is_done: Whether it is done, or is not after all.
        people: Of work that is begun: how many do it, where the entry has it.
    """

    at: datetime
    name: str
    initials: str
    is_done: bool
    people: int | None = None


@dataclass(frozen=True, slots=True)
class WallAtWork:
    """A wall and its entries.

    Args:
        work: What there is to do on it.
        marks: On its plates, each with the plate it is on.
        unwritten: Those of them that are not on the wood.
        marked_at: When anything was last written there, or struck.
        ticks: By what names the work.
    """

    work: WallWork
    marks: Mapping[str, Plate]
    unwritten: frozenset[str] = frozenset()
    marked_at: datetime | None = None
    ticks: Mapping[str, Ticked] = field(default_factory=dict)

    def begun(self) -> Iterator[tuple[Task, Ticked]]:
        """Every task that was begun, done by now or not, with who began it."""
        for task in Task:
            if (tick := self.ticks.get(str(work_begun(task)))) and tick.is_done:
                yield task, tick

    def done(self, task: Task) -> datetime | None:
        """When a task was done; None where it is not."""
        if task.done is None:
            return None if self.unwritten else self.marked_at
        tick = self.ticks.get(task.done)
        return tick.at if tick and tick.is_done else None

    def with_mark(self, plate: Plate, mark: str | None, at: datetime, *, is_done: bool) -> "WallAtWork":
        """The wall once a mark is written on a plate or struck from it; with None, all the plate has."""
        of_mark = {name for name, on in self.marks.items() if on is plate and mark in {None, name}}
        return replace(self, unwritten=self.unwritten - of_mark if is_done else self.unwritten | of_mark, marked_at=at)


@dataclass(frozen=True, slots=True)
class JobAtWork:
    """A job and its entries.

    Args:
        revision: Of the job.
        day, rates: As its crew works.
        walls: By their marks.
        order: In which they are framed.
        loads: Of its lumber.
        ticks: Of the job itself, by what names the work.
    """

    revision: int
    day: WorkDay
    rates: Rates
    walls: Mapping[str, WallAtWork]
    order: tuple[BuildStep, ...]
    loads: tuple[Load, ...]
    ticks: Mapping[str, Ticked]

    def with_wall(self, wall: WallAtWork) -> "JobAtWork":
        """The job with one of its walls as it is now."""
        return replace(self, walls={**self.walls, wall.work.wall: wall})

    def with_tick(self, wall: str | None, work: str, tick: Ticked) -> "JobAtWork":
        """The job with one more tick, of one of its walls or of itself."""
        if wall is None:
            return replace(self, ticks={**self.ticks, work: tick})
        there = self.walls[wall]
        return self.with_wall(replace(there, ticks={**there.ticks, work: tick}))


@dataclass(frozen=True, slots=True)
class Delivery:
    """A load of lumber.

    Args:
        load: It.
        before: Minutes of work until it must be there; None once nothing of it is needed any more.
        there: Who entered that it is there.
    """

    load: Load
    before: int | None
    there: Ticked | None


@dataclass(frozen=True, slots=True)
class DayAhead:
    """What is left to be done on a job.

    Args:
        job: The job.
        first: The day on which work goes on, from whose start every minute is counted.
        turns: What is done, in the order it is begun.
        begun: Who began what is under way, by wall and task.
        pace: How the crew's work goes.
        deliveries: Of its lumber, the first needed first.
    """

    job: JobAtWork
    first: date
    turns: tuple[Turn, ...]
    begun: Mapping[tuple[str, Task], Ticked]
    pace: Mapping[Task, Pace]
    deliveries: tuple[Delivery, ...]


def day_ahead(job: JobAtWork, now: datetime) -> DayAhead:
    """The day of a job as its crew has gone on so far.

    Args:
        job: As it stands.
        now: By a clock on the site.

    Source: docs/rules.md, The day.
    """
    first, over = next_shift(job.day, now)
    walls = job.walls.values()
    pace = paces(timed for wall in walls for timed in _timed(wall, job.day, now))
    turns = day_plan([_on_deck(wall, job.day, now) for wall in walls], job.order, job.day, pace, over)
    under_way = {(wall.work.wall, task): tick for wall in walls for task, tick in wall.begun() if not wall.done(task)}
    return DayAhead(job, first, turns, under_way, pace, tuple(_deliveries(job, turns)))


def _on_deck(wall: WallAtWork, day: WorkDay, now: datetime) -> OnDeck:
    to_mark = Fraction(len(wall.unwritten), len(wall.marks)) if wall.marks else Fraction(0)
    begun = {
        task: Begun(worked(day, tick.at.astimezone(now.tzinfo), now), _people(task, tick))
        for task, tick in wall.begun()
        if not wall.done(task)
    }
    return OnDeck(wall.work, to_mark, frozenset(task for task in Task if task.done and wall.done(task)), begun)


def _timed(wall: WallAtWork, day: WorkDay, now: datetime) -> Iterator[Timed]:
    """What was begun and then done, with what it took."""
    for task, begun in wall.begun():
        done = wall.done(task)
        if done is None or done <= begun.at:
            continue
        took = worked(day, begun.at.astimezone(now.tzinfo), done.astimezone(now.tzinfo))
        people = 1 if task is Task.RAISE else _people(task, begun)
        if planned := wall.work.takes[task]:
            yield Timed(task, planned, Fraction(took * people))


def _people(task: Task, begun: Ticked) -> int:
    return begun.people or PEOPLE.get(task, 1)


def _deliveries(job: JobAtWork, turns: tuple[Turn, ...]) -> Iterator[Delivery]:
    for load in job.loads:
        tick = job.ticks.get(str(lumber_of(load.walls)))
        yield Delivery(load, needed_by(turns, load.walls), tick if tick and tick.is_done else None)
