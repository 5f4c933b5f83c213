"""Jobs: list, make, change, take back, frame."""

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff.core.change.apply import apply
from bluff.core.change.carry_over import carried_over
from bluff.core.job.description import describe
from bluff.core.job.edit import CheckOpenings, Edit, RestoreRevision
from bluff.core.job.finding import Severity
from bluff.core.job.job import Job
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.formats.edits import edit_data, edit_from_data
from bluff.formats.job_file import job_data, job_from_data, parts_from_data
from bluff.service.errors import Conflict, NotFound, NothingToDo
from bluff.service.framings import KNOWN, findings_by_wall
from bluff.service.job_state import JobState, Made
from bluff.service.rights import Right, need
from bluff.store import jobs as rows
from bluff.store import pictures
from bluff.store.accounts import Account
from bluff.store.jobs import JobRow, RevisionRow


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


LISTED = timedelta(days=30)
"""How long a removed job is listed."""


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

    def add(self, job: Job) -> JobState:
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

    def add_once(self, job: Job, key: UUID) -> None:
        """Keep a new job under a key of its own, unless a job, even a removed one, has that key."""
        with self.pool.connection() as connection:
            rows.add_job(connection, self.account, left_of(job), key)

    def edit(self, job: UUID, revision: int, edit: Edit, key: UUID | None = None) -> JobState:
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
            NotAllowed: The account is not a lead.
            BluffError: The edit does not fit the job.
        """
        need(self.account, Right.CHANGE)
        edit = self._signed(edit)
        while True:
            with self.pool.connection() as connection:
                before = self.get_in(connection, job)
                if self._is_made(connection, job, key):
                    return self.get_in(connection, job)
                is_earlier = 0 <= revision < before.revision
                seen = self.job_at(connection, job, revision) if is_earlier else before.job
            # Framed with no connection held: there are few, and a large job takes a while.
            if before.revision == revision:
                after = apply(before.job, edit)
            elif is_earlier and (carried := carried_over(seen, edit, before.job)) is not None:
                after = carried
            else:
                raise Conflict(before, edit)
            left = left_of(after)
            with self.pool.connection() as connection:
                if saved := self._saved(connection, before, edit, after, left, key):
                    return replace(saved, over=self._made_between(connection, job, revision, before.revision))
            # Somebody was faster: another, or this very change, sent twice. Looked at again, it is known which.

    def restore_revision(self, job: UUID, revision: int, number: int, key: UUID | None = None) -> JobState:
        """Make a job what it was at an earlier revision, which is one more change; as `edit`.

        Raises:
            NotFound: It never was at that revision.
        """
        need(self.account, Right.CHANGE)
        edit = RestoreRevision(number)
        with self.pool.connection() as connection:
            if self._is_made(connection, job, key):
                return self.get_in(connection, job)
            before = self.get_in(connection, job)
            if before.revision != revision:
                raise Conflict(before, edit)
            after = self.job_at(connection, job, number)
        left = left_of(after)
        with self.pool.connection() as connection:
            if saved := self._saved(connection, before, edit, after, left, key):
                return saved
            raise Conflict(self.get_in(connection, job), edit)

    def job_at(self, connection: Connection, job: UUID, number: int) -> Job:
        """A job as it was at a revision.

        Raises:
            NotFound: The crew has no such job, or it never was at that revision.
        """

        def read() -> Job:
            plan = rows.plan_at(connection, self.account.crew_id, job, number)
            if plan is None:
                raise NotFound(message("This job has no revision {number}.", number=number))
            return job_from_data(plan)

        return KNOWN.at((self.account.crew_id, job, number), read)

    def _saved(
        self, connection: Connection, before: JobState, edit: Edit, after: Job, left: rows.Left, key: UUID | None
    ) -> JobState | None:
        """The job with an edit kept; None where somebody changed it since it was read."""
        if rows.save_edit(connection, self.account, before.id, before.revision, edit_data(edit), left, key):
            return self.get_in(connection, before.id, after)
        return None

    def _made_between(self, connection: Connection, job: UUID, first: int, last: int) -> tuple[Message, ...]:
        """What was changed after one revision up to another, and by whom, in order."""
        if first == last:
            return ()
        found = rows.list_revisions(connection, self.account.crew_id, job, last + 1, last - first)
        return tuple(
            message("{initials}: {change}", initials=row.initials, change=says_of(row)) for row in reversed(found)
        )

    def _signed(self, edit: Edit) -> Edit:
        """An edit that says who and when, from the account and the clock and nobody else."""
        if isinstance(edit, CheckOpenings):
            now = datetime.now().astimezone().isoformat(timespec="minutes")
            return replace(edit, by=self.account.initials, at=now)
        return edit

    def undo(self, job: UUID, revision: int, key: UUID | None = None) -> JobState:
        """Take the last edit back; as `edit`, and raises NothingToDo."""
        return self._return(job, revision, key, rows.save_undo, message("There is nothing left to undo in this job."))

    def redo(self, job: UUID, revision: int, key: UUID | None = None) -> JobState:
        """Make the edit undone last again; as `edit`, and raises NothingToDo."""
        return self._return(job, revision, key, rows.save_redo, message("There is nothing to redo in this job."))

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
            raise NotFound(message("The plan's picture is not here. Import it again."))
        return png

    def _return(
        self,
        job: UUID,
        revision: int,
        key: UUID | None,
        save: Callable[[Connection, Account, UUID, int, UUID | None], bool],
        nothing: Message,
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

    def get_in(self, connection: Connection, job: UUID, written: Job | None = None) -> JobState:
        """One job as a transaction sees it; `written` is what this very one wrote.

        Raises:
            NotFound: The crew has no such job.
        """
        row = rows.find_job(connection, self.account.crew_id, job)
        if row is None:
            raise _no_job()
        if written:
            KNOWN.know(row, written)
        return _state(row, self.account)


def left_of(job: Job) -> rows.Left:
    """What is kept of a job: what cannot be framed, or not in time, is not."""
    return rows.Left(job_data(job), _figures(job))


def _figures(job: Job) -> dict[str, int]:
    findings: Counter[Severity] = sum(findings_by_wall(job).values(), Counter())
    return {
        "walls": len(job.walls),
        "openings": len(job.openings),
        "length": sum(wall.run.length for wall in job.walls),
        **{severity: findings[severity] for severity in Severity},
    }


def described(edit: dict[str, Any], were: rows.Were) -> Message:
    """What an edit changed, in words."""
    return describe(edit_from_data(edit), parts_from_data(were) if were else {})


def says_of(row: RevisionRow) -> Message:
    """What a change was, in words."""
    if row.edit is not None:
        return described(row.edit, row.edit_of)
    match row.kind:
        case "start":
            return message("Job started")
        case kind:
            return message(
                "Undone, back to revision {revision}" if kind == "undo" else "Redone, back to revision {revision}",
                revision=row.returns_to or 0,
            )


def _state(row: JobRow, account: Account) -> JobState:
    made = Made(row.standing, row.standing_name, row.standing_initials, row.standing_by == account.id)
    return JobState(
        id=row.id,
        revision=row.revision,
        changed_at=row.changed_at,
        job=KNOWN.job(row),
        undo=described(row.undo, row.undo_of) if row.undo else None,
        redo=described(row.redo, row.redo_of) if row.redo else None,
        # A guest undoes nothing, and learns of nobody.
        made=made if row.undo and account.only_job is None else None,
    )


def _no_job() -> NotFound:
    return NotFound(message("There is no such job; it may have been removed."))
