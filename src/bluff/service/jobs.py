"""Jobs: list, make, change, take back, frame."""

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import lru_cache
from threading import Lock
from typing import Any, NamedTuple
from uuid import UUID, uuid4

from cachetools import LRUCache
from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff import core
from bluff.core.change.carry_over import carried_over
from bluff.core.errors import EditError
from bluff.core.job.edit import CheckOpenings
from bluff.core.job.finding import Severity
from bluff.core.job.job import MOST_WALLS
from bluff.core.measure.length import Length
from bluff.core.phrase.typed import read_line
from bluff.formats.edits import edit_data, edit_from_data
from bluff.formats.job_file import job_data, job_from_data
from bluff.service.errors import Conflict, NotFound, NothingToDo
from bluff.service.patience import still_waited_for
from bluff.service.rights import Right, need
from bluff.store import jobs as rows
from bluff.store import pictures
from bluff.store.accounts import Account
from bluff.store.jobs import JobRow, RevisionRow


@dataclass(frozen=True, slots=True)
class JobState:
    """A job at one revision, with what can be undone and redone, in words.

    `made` is the change an undo would take back, `over` what others changed meanwhile, where the change that made it
    was carried over theirs.
    """

    id: UUID
    revision: int
    changed_at: datetime
    job: core.Job
    undo: str | None
    redo: str | None
    made: "Made | None" = None
    over: tuple[str, ...] = ()


class Made(NamedTuple):
    """The change an undo would take back: which revision it is, who made it, and whether that is who asks."""

    revision: int
    name: str
    initials: str
    is_yours: bool


@dataclass(frozen=True, slots=True)
class JobFigures:
    """What the list of jobs shows of one: how much is in it, and how many findings it has."""

    walls: int
    openings: int
    length: Length
    error: int
    warning: int
    info: int


@dataclass(frozen=True, slots=True)
class JobInList:
    """A job at one revision, as the list of jobs has it."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    figures: JobFigures


# A wall whose plan did not change is not framed again: plans are values, and framing reads nothing else.
# A framing takes some 75 kB; the largest job has its walls twice in here, as they are and as they might be.
framed = lru_cache(maxsize=2 * MOST_WALLS)(core.frame)


def _framed_in_time(plan: core.WallPlan) -> core.Framing:
    still_waited_for()
    return framed(plan)


LISTED = timedelta(days=30)
"""How long a removed job is listed."""
KEPT = 64
"""Jobs that are kept parsed, the ones asked for last."""
KEPT_WALLS = 2 * MOST_WALLS
"""Walls whose jobs are kept framed, those asked for last. A framing takes some 75 kB, so that jobs count by their
size: 64 of the largest would take more than a gigabyte."""


def _walls_of(kept: tuple[core.Job, tuple[core.Framing, ...]]) -> int:
    """What a job's framings count; an empty one something as well."""
    return max(len(kept[1]), 1)


class _Kept:
    """What was made of jobs, by the very object or row it was made of: neither ever changes.

    What was asked for longest ago makes room for what is new.
    """

    def __init__(self) -> None:
        self._lock = Lock()
        self._jobs: LRUCache[tuple[UUID, int, datetime], core.Job] = LRUCache(KEPT)
        self._revisions: LRUCache[tuple[UUID, UUID, int], core.Job] = LRUCache(KEPT)
        self._framings: LRUCache[int, tuple[core.Job, tuple[core.Framing, ...]]] = LRUCache(
            KEPT_WALLS, getsizeof=_walls_of
        )

    def job(self, row: JobRow) -> core.Job:
        """The job of a row, the same object for the same revision."""
        with self._lock:
            if job := self._jobs.get(_key(row)):
                return job
        return self.know(row, job_from_data(row.plan))

    def know(self, row: JobRow, job: core.Job) -> core.Job:
        """Keep the job a row was written from, or read as, so that neither it nor its framings are made again."""
        with self._lock:
            self._jobs[_key(row)] = job
        return job

    def at(self, key: tuple[UUID, UUID, int], read: Callable[[], core.Job]) -> core.Job:
        """A crew's job at a revision, which never changes; read where it is not known."""
        with self._lock:
            if job := self._revisions.get(key):
                return job
        job = read()
        with self._lock:
            self._revisions[key] = job
        return job

    def framings(self, job: core.Job) -> tuple[core.Framing, ...]:
        """Every wall of a job, framed once for the same object."""
        with self._lock:
            if found := self._framings.get(id(job)):
                return found[1]
        framings = tuple(_framed_in_time(plan) for plan in core.wall_plans(job))
        with self._lock:
            # The job is kept beside its framings, so that no other object can come to have its id.
            self._framings[id(job)] = job, framings
        return framings


def _key(row: JobRow) -> tuple[UUID, int, datetime]:
    return row.id, row.revision, row.changed_at


_kept = _Kept()


@dataclass(frozen=True, slots=True)
class Jobs:
    """The jobs of one account's crew.

    Args:
        pool: Connections to the store.
        account: Who is asking; nothing of another crew is ever seen or touched.
    """

    pool: ConnectionPool
    account: Account

    def all(self) -> list[JobInList]:
        """Every job of the crew, the one changed last first; no plan is read that has its figures beside it."""
        crew = self.account.crew_id
        with self.pool.connection() as connection:
            lines = rows.list_jobs(connection, crew)
        found = []
        for line in lines:
            figures = line.figures
            if figures is None:
                state = self.get(line.id)
                figures = _figures(state.job)
                with self.pool.connection() as connection:
                    rows.keep_figures(connection, crew, line.id, state.revision, figures)
            found.append(JobInList(line.id, line.name, line.revision, line.changed_at, JobFigures(**figures)))
        return found

    def get(self, job: UUID) -> JobState:
        """One job.

        Raises:
            NotFound: The crew has no such job.
        """
        with self.pool.connection() as connection:
            return self.get_in(connection, job)

    def add(self, job: core.Job) -> JobState:
        """Keep a new job: an empty one, or one read from a job file.

        Raises:
            BluffError: It cannot be framed.
        """
        need(self.account, Right.CHANGE)
        left = left_of(job)
        with self.pool.connection() as connection:
            key = uuid4()
            rows.add_job(connection, self.account, left, key)
            return self.get_in(connection, key, job)

    def add_once(self, job: core.Job, key: UUID) -> None:
        """Keep a new job under a key of its own, unless a job, even a removed one, has that key."""
        with self.pool.connection() as connection:
            rows.add_job(connection, self.account, left_of(job), key)

    def edit(self, job: UUID, revision: int, edit: core.Edit, key: UUID | None = None) -> JobState:
        """Apply an edit that was made on a revision.

        Args:
            job: To what.
            revision: On which it was made.
            edit: What to do.
            key: Names this very change: asked for again, because the answer was lost, it is answered and not made
                again.

        Raises:
            NotFound: The crew has no such job.
            Conflict: The job is at another revision by now.
            NotAllowed: Whoever asks is no lead.
            BluffError: The edit does not fit the job.
        """
        need(self.account, Right.CHANGE)
        edit = self._signed(edit)
        with self.pool.connection() as connection:
            while True:
                before = self.get_in(connection, job)
                if self._is_made(connection, job, key):
                    return self.get_in(connection, job)
                if before.revision == revision:
                    after = core.apply(before.job, edit)
                elif (carried := self._carried_over(connection, before, revision, edit)) is not None:
                    after = carried
                else:
                    raise Conflict(before, edit)
                if saved := self._saved(connection, before, edit, after, key):
                    return replace(saved, over=self._made_between(connection, job, revision, before.revision))
                # Somebody was faster: another, or this very change, sent twice. Looked at again, it is known which.

    def bring_back(self, job: UUID, revision: int, number: int, key: UUID | None = None) -> JobState:
        """Make a job what it was at an earlier revision, which is one more change; as `edit`.

        Raises:
            NotFound: It never was at that revision.
        """
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            if self._is_made(connection, job, key):
                return self.get_in(connection, job)
            before = self.get_in(connection, job)
            edit = core.BringBack(number)
            if before.revision == revision:
                after = self.job_at(connection, job, number)
                if saved := self._saved(connection, before, edit, after, key):
                    return saved
            raise Conflict(self.get_in(connection, job), edit)

    def job_at(self, connection: Connection, job: UUID, number: int) -> core.Job:
        """A job as it was at a revision.

        Raises:
            NotFound: The crew has no such job, or it never was at that revision.
        """

        def read() -> core.Job:
            plan = rows.plan_at(connection, self.account.crew_id, job, number)
            if plan is None:
                raise NotFound(f"This job never was at revision {number}.")
            return job_from_data(plan)

        return _kept.at((self.account.crew_id, job, number), read)

    def _saved(
        self, connection: Connection, before: JobState, edit: core.Edit, after: core.Job, key: UUID | None
    ) -> JobState | None:
        """The job with an edit kept; None where somebody changed it since it was read."""
        if rows.save_edit(connection, self.account, before.id, before.revision, edit_data(edit), left_of(after), key):
            return self.get_in(connection, before.id, after)
        return None

    def _carried_over(
        self, connection: Connection, current: JobState, revision: int, edit: core.Edit
    ) -> core.Job | None:
        """The job with an edit made on an earlier revision, None where others touched the same."""
        if not 0 <= revision < current.revision:
            return None
        return carried_over(self.job_at(connection, current.id, revision), edit, current.job)

    def _made_between(self, connection: Connection, job: UUID, first: int, last: int) -> tuple[str, ...]:
        """What was changed after one revision up to another, and by whom, in order."""
        if first == last:
            return ()
        found = rows.list_revisions(connection, self.account.crew_id, job, last + 1, last - first)
        return tuple(f"{row.initials}: {says_of(row)}" for row in reversed(found))

    def _signed(self, edit: core.Edit) -> core.Edit:
        """An edit that says who and when, from the account and the clock and nobody else."""
        if isinstance(edit, CheckOpenings):
            now = datetime.now().astimezone().isoformat(timespec="minutes")
            return replace(edit, by=self.account.initials, at=now)
        return edit

    def undo(self, job: UUID, revision: int, key: UUID | None = None) -> JobState:
        """Take the last edit back; as `edit`, and raises NothingToDo."""
        return self._return(job, revision, key, rows.save_undo, "There is nothing left to undo in this job.")

    def redo(self, job: UUID, revision: int, key: UUID | None = None) -> JobState:
        """Make the edit undone last again; as `edit`, and raises NothingToDo."""
        return self._return(job, revision, key, rows.save_redo, "There is nothing to redo in this job.")

    def remove(self, job: UUID) -> None:
        """Put a job out of sight; `restore` brings it back."""
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            if not rows.remove_job(connection, self.account.crew_id, job):
                raise _no_job()

    def removed(self) -> list[rows.RemovedJob]:
        """Jobs that were removed of late, the last first; `restore` brings each back."""
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            return rows.list_removed(connection, self.account.crew_id, LISTED)

    def restore(self, job: UUID) -> JobState:
        """Bring a removed job back."""
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            if not rows.restore_job(connection, self.account.crew_id, job):
                raise _no_job()
            return self.get_in(connection, job)

    def keep_picture(self, job: UUID, image: str, png: bytes) -> None:
        """Keep a picture of a job's plan; laying it under the walls is an edit.

        Raises:
            NotFound: The crew has no such job.
        """
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            self.get_in(connection, job)
            pictures.add_picture(connection, self.account.crew_id, job, image, png)

    def picture(self, job: UUID, image: str) -> bytes:
        """A picture of a job's plan, as PNG.

        Raises:
            NotFound: The crew has no such job, or the job no such picture.
        """
        with self.pool.connection() as connection:
            png = pictures.find_picture(connection, self.account.crew_id, job, image)
        if png is None:
            raise NotFound("The plan's picture is not here; bring it in again.")
        return png

    def _return(
        self,
        job: UUID,
        revision: int,
        key: UUID | None,
        save: Callable[[Connection, Account, UUID, int, UUID | None], bool],
        nothing: str,
    ) -> JobState:
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            if self._is_made(connection, job, key):
                return self.get_in(connection, job)
            if not save(connection, self.account, job, revision, key):
                is_made = self._is_made(connection, job, key)
                current = self.get_in(connection, job)
                if is_made:
                    return current
                raise Conflict(current) if current.revision != revision else NothingToDo(nothing)
            return self.get_in(connection, job)

    def _is_made(self, connection: Connection, job: UUID, key: UUID | None) -> bool:
        return key is not None and rows.has_change(connection, self.account.crew_id, job, key)

    def get_in(self, connection: Connection, job: UUID, written: core.Job | None = None) -> JobState:
        """One job as a transaction sees it; `written` is what this very one wrote.

        Raises:
            NotFound: The crew has no such job.
        """
        row = rows.find_job(connection, self.account.crew_id, job)
        if row is None:
            raise _no_job()
        if written:
            _kept.know(row, written)
        return _state(row, self.account)


def framings(job: core.Job) -> tuple[core.Framing, ...]:
    """Every wall of a job, framed, in the job's order."""
    return _kept.framings(job)


def known_wall(job: core.Job, wall_id: str) -> None:
    """Make sure that a job has a wall.

    Raises:
        NotFound: It has none of that mark.
    """
    try:
        job.wall(wall_id)
    except EditError as error:
        raise NotFound(error.message) from error


def framing(job: core.Job, wall_id: str) -> core.Framing:
    """One wall of a job, framed.

    Raises:
        NotFound: The job has no such wall.
    """
    known_wall(job, wall_id)
    return next(framing for framing in framings(job) if framing.plan.id == wall_id)


def counted(framing: core.Framing) -> Counter[Severity]:
    """How many findings of each severity a wall has."""
    return Counter(finding.severity for finding in framing.findings)


def left_of(job: core.Job) -> rows.Left:
    """What is kept of a job: what cannot be framed, or not in time, is not."""
    return rows.Left(job_data(job), _figures(job))


def _figures(job: core.Job) -> dict[str, int]:
    findings: Counter[Severity] = sum(findings_by_wall(job).values(), Counter())
    return {
        "walls": len(job.walls),
        "openings": len(job.openings),
        "length": sum(wall.run.length for wall in job.walls),
        **{severity: findings[severity] for severity in Severity},
    }


def findings_by_wall(job: core.Job) -> dict[str, Counter[Severity]]:
    """How many findings of each severity each wall has, in the job's order."""
    return {framing.plan.id: counted(framing) for framing in framings(job)}


def read_phrase(job: core.Job, text: str, wall_id: str | None) -> core.Edit:
    """The edit a typed line asks for, an opening going into the wall given.

    Raises:
        NotFound: The job has no such wall.
        BluffError: The line is not understood, or names a wall that is not there.
    """
    if wall_id is not None:
        framing(job, wall_id)
    return read_line(text, job, wall_id)


def job_of_row(row: JobRow) -> core.Job:
    """The job that is kept in a row, the same object for the same revision."""
    return _kept.job(row)


def says_of(row: RevisionRow) -> str:
    """What a change was, in words."""
    if row.edit is not None:
        return core.describe(edit_from_data(row.edit))
    match row.kind:
        case "start":
            return "start the job"
        case kind:
            return f"{kind}, back to revision {row.returns_to}"


def _state(row: JobRow, account: Account) -> JobState:
    def described(edit: dict[str, Any] | None) -> str | None:
        return core.describe(edit_from_data(edit)) if edit else None

    made = Made(row.standing, row.standing_name, row.standing_initials, row.standing_by == account.id)
    return JobState(
        id=row.id,
        revision=row.revision,
        changed_at=row.changed_at,
        job=_kept.job(row),
        undo=described(row.undo),
        redo=described(row.redo),
        # A guest undoes nothing, and learns of nobody.
        made=made if row.undo and account.only_job is None else None,
    )


def _no_job() -> NotFound:
    return NotFound("There is no such job; it may have been removed.")
