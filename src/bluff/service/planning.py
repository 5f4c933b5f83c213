"""Working on a run: looking for better boards for a job, saying how far it is, and keeping what was found."""

import json
import logging
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from functools import cached_property, lru_cache
from itertools import count
from threading import Event, Thread
from time import monotonic
from typing import Any
from uuid import UUID

from psycopg import OperationalError, Rollback
from psycopg_pool import ConnectionPool

from bluff.core.change.apply import apply
from bluff.core.cutting.board import JobBoard, Source, Tick, Ticks
from bluff.core.cutting.carry import Carried, carried
from bluff.core.cutting.demand import Aim, By, Demand, collect_demands
from bluff.core.errors import BluffError
from bluff.core.job.edit import ChangeWall, Several
from bluff.core.job.job import Job, Wall
from bluff.core.message import message
from bluff.formats.boards import boards_data, boards_from_data
from bluff.formats.edits import edit_data
from bluff.formats.messages import kept_text
from bluff.service.framings import framings, job_of_row
from bluff.service.jobs import left_of
from bluff.solve.plates import Laid, better_breaks
from bluff.solve.whole import Planned, left_to_buy, plan_boards
from bluff.store import cutting as rows
from bluff.store import jobs as job_rows
from bluff.store.accounts import Account, account_of
from bluff.store.cutting import CuttingRow, RunRow, State
from bluff.store.jobs import JobRow
from bluff.store.site import begun_walls

_TELL_EVERY = 0.4
"""Seconds between words of how far a run is."""
_LAST_SECONDS = 2.0
"""What is left to plan again when something was cut while it was planned."""
_PATIENT = 3
"""Times it is planned again with care; from then on boards are taken as they come."""
_FOR_BOARDS = 4.0
"""Seconds that go into the boards before any go into where plates break."""
_FOR_BREAKS = 0.5
"""Of the time there is besides, what goes into that."""
_NAMED = 3
"""Walls that are named in what a change says; of more it says how many."""
_log = logging.getLogger("bluff.planning")


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a run is to look for.

    Args:
        aim: What boards are to have least of.
        seconds: How long it may look.
        is_from_scratch: Whether everything is planned again that is neither cut nor locked.
        breaks: Whether plates of walls nobody began may break elsewhere, where that cuts for less.
    """

    aim: Aim = field(default_factory=Aim)
    seconds: float = 10.0
    is_from_scratch: bool = True
    breaks: bool = True

    def data(self) -> dict[str, Any]:
        """As it is kept."""
        return {
            "by": self.aim.by,
            "handling": str(self.aim.handling),
            "seconds": self.seconds,
            "is_from_scratch": self.is_from_scratch,
            "breaks": self.breaks,
        }

    @classmethod
    def from_data(cls, data: dict[str, Any]) -> "Wanted":
        aim = Aim(By(data["by"]), Fraction(data["handling"]))
        # A run may wait since before the key was called so.
        return cls(
            aim, data["seconds"], data.get("is_from_scratch", data.get("is_anew", True)), data.get("breaks", False)
        )


@dataclass(frozen=True, slots=True, eq=False)
class Standing:
    """A job's boards as its walls now ask for them; one is only like itself, so that what is made of it can be kept.

    Args:
        demands: What they ask for.
        carried: What stays of the boards as they were planned.
        boards: Those, and boards for the rest, found at once.
    """

    demands: tuple[Demand, ...]
    carried: Carried
    boards: tuple[JobBoard, ...]


@lru_cache(maxsize=8)
def standing(job: Job, planned: tuple[JobBoard, ...], ticks: Ticks) -> Standing:
    """A job's boards as its walls now ask for them; the same for the same walls, boards and ticks.

    Cut, Order, its files and the day all ask for it, one after the other.
    """
    demands = collect_demands(job, framings(job))
    kept = carried(planned, demands, ticks, job.stock.on_site)
    return Standing(demands, kept, plan_boards(kept, demands, job.stock.on_site, 0).boards)


def plan_run(pool: ConnectionPool, run: UUID, ending: Event) -> None:
    """Work on a run until it is done, time is up or somebody stops it; nothing where somebody else does.

    Args:
        pool: Connections to the store.
        run: Which.
        ending: Set when the worker has to end; the run is left for the next one then.

    Raises:
        psycopg.OperationalError: The database went away; the run is worked on again once it is back.
    """
    with pool.connection() as connection:
        taken = rows.take_run(connection, run)
    if taken is None:
        return
    began = monotonic()
    try:
        with _Telling(pool, run, ending) as telling:
            found = _Search(pool, taken, telling).plan()
        state: State = "done" if telling.is_wanted else "stopped"
        says = None
    except _LeftError:
        with pool.connection() as connection:
            rows.leave_run(connection, run)
        return
    except BluffError as error:
        found, state, says = None, "failed", error.message
    except OperationalError:
        raise
    except Exception:
        _log.exception("run %s failed", run)
        found, state, says = None, "failed", message("Planning failed. The earlier plan is kept. Try again.")
    with pool.connection() as connection:
        rows.end_run(connection, run, state, found, kept_text(says) if says else None)
    line = {"run": str(run), "job": str(taken.job_id), "state": state, "ms": round(1000 * (monotonic() - began))}
    _log.info(json.dumps(line))


class _LeftError(Exception):
    """The worker has to end before the run does."""


class _Telling:
    """Says every moment that a run is worked on and how far it is, and hears whether it is still wanted."""

    def __init__(self, pool: ConnectionPool, run: UUID, ending: Event) -> None:
        self.pool, self.run, self.ending = pool, run, ending
        self.found: dict[str, Any] | None = None
        self._unwanted, self._ended = Event(), Event()
        self._thread = Thread(target=self._tell)

    def __enter__(self) -> "_Telling":
        self._thread.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._ended.set()
        self._thread.join()

    @property
    def is_wanted(self) -> bool:
        return not self._unwanted.is_set()

    def is_stopped(self) -> bool:
        """Whether somebody asked the run to stop, or the worker has to."""
        return self._unwanted.is_set() or self.ending.is_set()

    def _tell(self) -> None:
        while not self._ended.wait(_TELL_EVERY):
            try:
                with self.pool.connection() as connection:
                    if not rows.say_alive(connection, self.run, self.found):
                        self._unwanted.set()
            except OperationalError:
                _log.warning("run %s: the database does not answer", self.run)


class _Search:
    """One run: looks, and keeps what it found if nothing was cut meanwhile that it knows nothing of."""

    def __init__(self, pool: ConnectionPool, run: RunRow, telling: _Telling) -> None:
        self.pool, self.run, self.telling = pool, run, telling
        self.wanted = Wanted.from_data(run.wanted)

    def plan(self) -> dict[str, Any]:
        """Look until something can be kept; what was found, as data."""
        until = monotonic() + self.wanted.seconds
        for again in count():
            # Somebody who goes on cutting is not to keep it from ever ending.
            least = _LAST_SECONDS if again < _PATIENT else 0.0
            found = self._look(max(until - monotonic(), least))
            if found is not None:
                return found
        raise AssertionError("counting ends never")

    def _look(self, seconds: float) -> dict[str, Any] | None:
        """Plan the job as it is now; None when it was changed, or something cut, while it was planned."""
        seen = self._see()
        until = monotonic() + seconds
        # What can be had at once is told at once, before anybody looks where plates had better break.
        self._boards(seen, seen.job, 0)
        for_breaks = max(seconds - _FOR_BOARDS, 0) * _FOR_BREAKS
        edit = self._breaks(seen, for_breaks) if self.wanted.breaks and seen.who else None
        job = apply(seen.job, edit) if edit else seen.job
        best, cost = self._boards(seen, job, max(until - monotonic(), 0))
        if self.telling.ending.is_set():
            raise _LeftError
        before, after = cost(seen.boards), cost(best.boards)
        if before is not None and (after is None or after >= before):
            job, edit, boards = seen.job, None, seen.boards
        else:
            boards = best.boards
        is_kept = self._keep(seen, boards, job, edit)
        return found_data(boards, cost, best, seen.boards, seen.changed_in(job)) if is_kept else None

    def _see(self) -> "_Seen":
        """The job as it is now.

        Raises:
            BluffError: It was removed.
        """
        crew, job = self.run.crew_id, self.run.job_id
        with self.pool.connection() as connection:
            row = job_rows.find_job(connection, crew, job)
            if row is None:
                raise BluffError(message("The job was removed."))
            return _Seen(
                row=row,
                cutting=rows.find_cutting(connection, crew, job),
                ticks=ticks_of(rows.list_ticks(connection, crew, job)),
                begun=begun_walls(connection, crew, job),
                who=account_of(connection, self.run.account_id),
            )

    def _demands(self, seen: "_Seen", job: Job) -> tuple[tuple[Demand, ...], Carried]:
        """What a job asks for, and what stays of its boards as they were planned."""
        demands = collect_demands(job, framings(job), self.wanted.aim)
        return demands, carried(
            seen.planned, demands, seen.ticks, job.stock.on_site, is_from_scratch=self.wanted.is_from_scratch
        )

    def _boards(self, seen: "_Seen", job: Job, seconds: float) -> tuple[Planned, "Cost"]:
        """The best boards for a job that are found in so many seconds, each better plan told; and what boards cost."""
        demands, kept = self._demands(seen, job)
        cost = _costs(demands)

        def tell(better: Planned) -> None:
            self.telling.found = found_data(better.boards, cost, better, seen.boards, seen.changed_in(job))

        return plan_boards(kept, demands, job.stock.on_site, seconds, tell, self.telling.is_stopped), cost

    def _breaks(self, seen: "_Seen", seconds: float) -> Several | None:
        """The edit that breaks plates where they cut best; None where that saves nothing."""

        def lay(walls: Sequence[Wall]) -> Laid:
            job = apply(seen.job, _of_walls(walls)) if walls else seen.job
            demands, kept = self._demands(seen, job)
            return Laid(framings(job), left_to_buy(kept, demands, job.stock.on_site))

        free = {wall.id for wall in seen.job.walls} - seen.begun
        walls = better_breaks(lay, free, seconds, self.telling.is_stopped)
        return _of_walls(walls) if walls else None

    def _keep(self, seen: "_Seen", boards: Sequence[JobBoard], job: Job, edit: Several | None) -> bool:
        """Keep boards, and with them the edit that they are for; False where either was changed meanwhile."""
        with self.pool.connection() as connection, connection.transaction() as transaction:
            is_kept, revision = True, seen.row.revision
            if edit and seen.who:
                data = edit_data(edit)
                is_kept = job_rows.save_edit(connection, seen.who, seen.row.id, revision, data, left_of(job))
                revision += 1
            version = seen.cutting.version if seen.cutting else None
            is_kept = is_kept and rows.save_boards(
                connection, self.run.crew_id, self.run.job_id, boards_data(boards), revision, version
            )
            if not is_kept:
                raise Rollback(transaction)
        return is_kept


@dataclass(frozen=True)
class _Seen:
    """A job as a search saw it.

    Args:
        row: The job.
        cutting: Its boards as they were planned; None where nobody has.
        ticks: What was cut.
        begun: Walls somebody marked, or did any work on.
        who: Asked for the search; None where they left the crew.
    """

    row: JobRow
    cutting: CuttingRow | None
    ticks: Ticks
    begun: frozenset[str]
    who: Account | None

    @cached_property
    def job(self) -> Job:
        return job_of_row(self.row)

    @cached_property
    def planned(self) -> tuple[JobBoard, ...]:
        return boards_of_row(self.cutting)

    @cached_property
    def boards(self) -> tuple[JobBoard, ...]:
        """Its boards as its walls ask for them now, which whatever is found is instead of."""
        return standing(self.job, self.planned, self.ticks).boards

    def changed_in(self, job: Job) -> list[str]:
        """The walls that are other ones in a job."""
        return [wall.id for wall in job.walls if wall is not self.job.wall(wall.id)]


def _of_walls(walls: Sequence[Wall]) -> Several:
    """The edit that puts walls with other breaks in place of those there are."""
    return Several(tuple(ChangeWall(wall.id, wall) for wall in walls))


Cost = Callable[[Sequence[JobBoard]], int | None]
"""What boards that are bought count for; None where one of them has no price."""


def _costs(demands: Sequence[Demand]) -> Cost:
    each = {(one.section, board.length): board.cost for one in demands for board in one.problem.stock}

    def cost(boards: Sequence[JobBoard]) -> int | None:
        costs = [each.get((board.section, board.length)) for board in boards if board.source is Source.BOUGHT]
        return None if None in costs else sum(one or 0 for one in costs)

    return cost


def found_data(
    boards: Sequence[JobBoard], cost: Cost, best: Planned, before: Sequence[JobBoard], broken: Sequence[str] = ()
) -> dict[str, Any]:
    """What a run found, as it is kept: boards that are bought, their length in 64ths, and how far over the bound.

    Args:
        boards: What was found.
        cost: What boards count for.
        best: The best plan there was, with its bound.
        before: What it is instead of.
        broken: Walls whose plates break elsewhere for it.
    """
    counts, whole = cost(boards), cost(best.boards)
    gap = 0.0
    if counts is not None and whole is not None:
        # What stays counts for the same in every plan.
        bound = whole - best.cost + best.bound
        gap = float((counts - bound) / bound) if bound else 0.0
    return {**_bought(boards), "gap": gap, "before": _bought(before), "broken": [*broken]}


def _bought(boards: Sequence[JobBoard]) -> dict[str, int]:
    bought = [board.length for board in boards if board.source is Source.BOUGHT]
    return {"boards": len(bought), "length": sum(bought)}


def ticks_of(ticks: Sequence[rows.TickRow]) -> Ticks:
    """What was cut."""
    return frozenset(Tick(one.board, one.name) for one in ticks)


def boards_of_row(row: CuttingRow | None) -> tuple[JobBoard, ...]:
    """A job's boards as they were planned; none where nobody has."""
    return boards_from_data(row.boards) if row else ()
