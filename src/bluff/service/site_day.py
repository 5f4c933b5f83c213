"""A job as its crew is at it, from everything that is kept of it: what its day is planned of."""

from functools import lru_cache
from uuid import UUID

from bluff.core.crew.order import build_order
from bluff.core.crew.supply import Load, loads
from bluff.core.job.job import Job
from bluff.core.site.at_work import JobAtWork, Ticked, WallAtWork
from bluff.core.site.day import work_on
from bluff.service.cutting import Cuttings
from bluff.service.framings import framings
from bluff.service.planning import Standing
from bluff.service.site import Site, WallOnSite
from bluff.store.site import SiteRecord


def job_at_work(site: Site, cuttings: Cuttings, job: UUID) -> JobAtWork:
    """A job as the site stands.

    Args:
        site: Of its crew.
        cuttings: How it is cut, for what is delivered.
        job: Which.

    Raises:
        NotFound: The crew has no such job.
    """
    state, walls = site.walls(job)
    standard = state.job.standard
    cut = cuttings.get(job)
    return JobAtWork(
        revision=state.revision,
        day=standard.day,
        rates=standard.rates,
        walls={one.framing.plan.id: _at_work(one) for one in walls},
        order=build_order([one.framing.plan for one in walls]),
        loads=loaded(cut.job.job, cut.standing),
        ticks={work: _ticked(record) for work, record in site.job_ticks(job).items()},
    )


@lru_cache(maxsize=8)
def loaded(job: Job, standing: Standing, trucks: int | None = None) -> tuple[Load, ...]:
    """A job's order on so many trucks, or on as many as its crew has set."""
    return loads(job, framings(job), standing.boards, standing.demands, trucks or job.standard.day.trucks)


def _at_work(wall: WallOnSite) -> WallAtWork:
    ticks = {work: _ticked(record) for work, record in wall.ticks.items()}
    return WallAtWork(work_on(wall.framing), wall.marks, wall.unwritten, wall.marked_at, ticks)


def _ticked(record: SiteRecord) -> Ticked:
    return Ticked(record.made_at, record.name, record.initials, bool(record.is_done), record.people)
