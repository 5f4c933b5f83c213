"""Jobs as they were read, and their walls framed, kept as long as somebody asks for them."""

from collections import Counter
from collections.abc import Callable
from datetime import datetime
from functools import lru_cache
from threading import Lock
from uuid import UUID

from cachetools import LRUCache

from bluff.core.errors import EditError
from bluff.core.frame import frame
from bluff.core.job.finding import Severity
from bluff.core.job.job import MOST_WALLS, Job
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import WallPlan, wall_plans
from bluff.formats.job_file import job_from_data
from bluff.formats.made_once import MadeOnce
from bluff.service.errors import NotFound
from bluff.service.patience import still_waited_for
from bluff.store.jobs import JobRow

# A wall whose plan did not change is not framed again: plans are values, and framing reads nothing else.
# A framing takes some 75 kB; the largest job has its walls twice in here, as they are and as they might be.
framed = lru_cache(maxsize=2 * MOST_WALLS)(frame)


def _framed_in_time(plan: WallPlan) -> Framing:
    still_waited_for()
    return framed(plan)


KEPT = 64
"""Jobs that are kept parsed, the ones asked for last."""
KEPT_WALLS = 2 * MOST_WALLS
"""Walls whose jobs are kept framed, those asked for last. A framing takes some 75 kB, so that jobs count by their
size: 64 of the largest would take more than a gigabyte."""


def _walls_of(job: Job) -> int:
    """What a job's framings count; an empty one something as well."""
    return max(len(job.walls), 1)


class Kept:
    """Jobs by the row they were read from, which never changes.

    What was asked for longest ago makes room for what is new.
    """

    def __init__(self) -> None:
        self._lock = Lock()
        self._jobs: LRUCache[tuple[UUID, int, datetime], Job] = LRUCache(KEPT)
        self._revisions: LRUCache[tuple[UUID, UUID, int], Job] = LRUCache(KEPT)

    def job(self, row: JobRow) -> Job:
        """The job of a row, the same object for the same revision."""
        with self._lock:
            if job := self._jobs.get(_key(row)):
                return job
        return self.know(row, job_from_data(row.plan))

    def know(self, row: JobRow, job: Job) -> Job:
        """Keep the job a row was written from, or read as, so that neither it nor its framings are made again."""
        with self._lock:
            self._jobs[_key(row)] = job
        return job

    def at(self, key: tuple[UUID, UUID, int], read: Callable[[], Job]) -> Job:
        """A crew's job at a revision, which never changes; read where it is not known."""
        with self._lock:
            if job := self._revisions.get(key):
                return job
        job = read()
        with self._lock:
            self._revisions[key] = job
        return job


def _key(row: JobRow) -> tuple[UUID, int, datetime]:
    return row.id, row.revision, row.changed_at


KNOWN = Kept()
"""What this process keeps."""


def _framed_job(job: Job) -> tuple[Framing, ...]:
    return tuple(_framed_in_time(plan) for plan in wall_plans(job))


_FRAMINGS = MadeOnce(_framed_job, most=KEPT_WALLS, counts=_walls_of)


def framings(job: Job) -> tuple[Framing, ...]:
    """Every wall of a job, framed once for the same object, in the job's order."""
    return _FRAMINGS(job)


def known_wall(job: Job, wall_id: str) -> None:
    """Make sure that a job has a wall.

    Raises:
        NotFound: It has none of that mark.
    """
    try:
        job.wall(wall_id)
    except EditError as error:
        raise NotFound(error.message) from error


def framing(job: Job, wall_id: str) -> Framing:
    """One wall of a job, framed.

    Raises:
        NotFound: The job has no such wall.
    """
    known_wall(job, wall_id)
    return next(framing for framing in framings(job) if framing.plan.id == wall_id)


def counted(framing: Framing) -> Counter[Severity]:
    """How many findings of each severity a wall has."""
    return Counter(finding.severity for finding in framing.findings)


def findings_by_wall(job: Job) -> dict[str, Counter[Severity]]:
    """How many findings of each severity each wall has, in the job's order."""
    return {framing.plan.id: counted(framing) for framing in framings(job)}


def job_of_row(row: JobRow) -> Job:
    """The job that is kept in a row, the same object for the same revision."""
    return KNOWN.job(row)
