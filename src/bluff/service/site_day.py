"""The day of a job: what is left to be done, when and by how many, as its crew has gone on so far."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from fractions import Fraction
from uuid import UUID

from bluff.core.crew.order import build_order
from bluff.core.crew.supply import Load, loads
from bluff.core.job.amounts import WorkDay
from bluff.core.job.standard import Standard
from bluff.core.site.day import HANDS, Begun, OnDeck, Turn, day_plan, needed_by
from bluff.core.site.pace import Pace, Timed, minutes, paces
from bluff.core.site.shift import next_shift, worked
from bluff.core.site.work import Task, lumber_of
from bluff.service.cutting import Cuttings
from bluff.service.jobs import JobState, framings
from bluff.service.site import Site, WallOnSite
from bluff.store.site import SiteRecord


@dataclass(frozen=True, slots=True)
class Delivery:
    """A load of lumber.

    Args:
        load: It.
        before: Minutes of work until it must be there; None once nothing of it is needed any more.
        there: Who said that it is there.
    """

    load: Load
    before: int | None
    there: SiteRecord | None


@dataclass(frozen=True, slots=True)
class SiteDay:
    """What is left to be done on a job.

    Args:
        job: The job.
        standard: Of its crew.
        first: The day on which work goes on, from whose start every minute is counted.
        turns: What is done, in the order it is begun.
        begun: Who began what is under way, by wall and task.
        pace: How the crew's work goes.
        deliveries: Of its lumber, the first needed first.
    """

    job: JobState
    standard: Standard
    first: date
    turns: tuple[Turn, ...]
    begun: Mapping[tuple[str, Task], SiteRecord]
    pace: Mapping[Task, Pace]
    deliveries: tuple[Delivery, ...]


def site_day(site: Site, cuttings: Cuttings, job: UUID, now: datetime) -> SiteDay:
    """The day of a job as the site stands.

    Args:
        site: Of its crew.
        cuttings: How it is cut, for what is delivered.
        job: Which.
        now: By a clock on the site.

    Raises:
        NotFound: The crew has no such job.
    """
    state, walls = site.walls(job)
    standard = state.job.standard
    first, over = next_shift(standard.day, now)
    pace = paces(timed for wall in walls for timed in _timed(wall, standard.day, now))
    under_way = {
        (wall.framing.plan.id, task): record for wall in walls for task, record in _begun(wall) if not _done(wall, task)
    }
    order = build_order([wall.framing.plan for wall in walls])
    turns = day_plan([_on_deck(wall, standard.day, now) for wall in walls], order, standard.day, pace, over)
    return SiteDay(
        job=state,
        standard=standard,
        first=first,
        turns=turns,
        begun=under_way,
        pace=pace,
        deliveries=tuple(_deliveries(site, cuttings, job, turns, standard.day.trucks)),
    )


def _on_deck(wall: WallOnSite, day: WorkDay, now: datetime) -> OnDeck:
    to_mark = Fraction(wall.marks - wall.written, wall.marks) if wall.marks else Fraction(0)
    begun = {
        task: Begun(worked(day, record.made_at.astimezone(now.tzinfo), now), _hands(task, record))
        for task, record in _begun(wall)
        if not _done(wall, task)
    }
    return OnDeck(wall.framing, to_mark, frozenset(task for task in Task if task.done and _done(wall, task)), begun)


def _timed(wall: WallOnSite, day: WorkDay, now: datetime) -> Iterator[Timed]:
    """What was begun and then done, with what it took."""
    for task, begun in _begun(wall):
        done = _done(wall, task)
        if done is None or done <= begun.made_at:
            continue
        took = worked(day, begun.made_at.astimezone(now.tzinfo), done.astimezone(now.tzinfo))
        people = 1 if task is Task.RAISE else _hands(task, begun)
        planned = minutes(wall.framing, task)
        if planned:
            yield Timed(task, planned, Fraction(took * people))


def _begun(wall: WallOnSite) -> Iterator[tuple[Task, SiteRecord]]:
    for task in Task:
        if (record := wall.ticks.get(task.begun)) and record.is_done:
            yield task, record


def _done(wall: WallOnSite, task: Task) -> datetime | None:
    """When a task was done; None where it is not."""
    if task.done is None:
        return wall.marked_at if wall.written == wall.marks else None
    record = wall.ticks.get(task.done)
    return record.made_at if record and record.is_done else None


def _hands(task: Task, begun: SiteRecord) -> int:
    return begun.hands or HANDS.get(task, 1)


def _deliveries(site: Site, cuttings: Cuttings, job: UUID, turns: Sequence[Turn], trucks: int) -> Iterator[Delivery]:
    state = cuttings.get(job)
    there = site.job_ticks(job)
    for load in loads(state.job.job, framings(state.job.job), state.boards, state.members, trucks):
        said = there.get(lumber_of(load.walls))
        yield Delivery(load, needed_by(turns, load.walls), said if said and said.is_done else None)
