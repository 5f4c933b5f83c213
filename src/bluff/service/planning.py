"""Working on a run: looking for better boards for a job, saying how far it is, and keeping what was found."""

import json
import logging
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from itertools import count
from threading import Event, Thread
from time import monotonic
from typing import Any
from uuid import UUID

from psycopg import OperationalError
from psycopg_pool import ConnectionPool

from bluff import core
from bluff.core.cutting.board import JobBoard, Source, Tick, Ticks
from bluff.core.cutting.carry import Carried, carried
from bluff.core.cutting.demand import Aim, By, Demand, demands
from bluff.core.errors import BluffError
from bluff.formats.boards import boards_data, boards_from_data
from bluff.service.jobs import framings, job_of_row
from bluff.solve.whole import Planned, plan_boards
from bluff.store import cutting as rows
from bluff.store import jobs as job_rows
from bluff.store.cutting import CuttingRow, RunRow, State

_TELL_EVERY = 0.4
"""Seconds between words of how far a run is."""
_LAST_SECONDS = 2.0
"""What is left to plan anew when something was cut while it was planned."""
_PATIENT = 3
"""Times it is planned anew with care; from then on boards are taken as they come."""
_log = logging.getLogger("bluff.planning")


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a run is to look for.

    Args:
        aim: What boards are to have least of.
        seconds: How long it may look.
        is_anew: Whether everything is planned anew that is neither cut nor locked.
    """

    aim: Aim = field(default_factory=Aim)
    seconds: float = 10.0
    is_anew: bool = True

    def data(self) -> dict[str, Any]:
        """As it is kept."""
        return {
            "by": self.aim.by,
            "handling": str(self.aim.handling),
            "seconds": self.seconds,
            "is_anew": self.is_anew,
        }

    @classmethod
    def from_data(cls, data: dict[str, Any]) -> "Wanted":
        return cls(Aim(By(data["by"]), Fraction(data["handling"])), data["seconds"], data["is_anew"])


@dataclass(frozen=True, slots=True)
class Standing:
    """A job's boards as its walls now ask for them.

    Args:
        asked: What they ask for.
        carried: What stays of the boards as they were planned.
        boards: Those, and boards for the rest, found at once.
    """

    asked: tuple[Demand, ...]
    carried: Carried
    boards: tuple[JobBoard, ...]


def standing(job: core.Job, planned: Sequence[JobBoard], ticks: Ticks) -> Standing:
    """A job's boards as its walls now ask for them; the same for the same walls, boards and ticks."""
    asked = demands(job, framings(job))
    kept = carried(planned, asked, ticks, job.stock.on_site)
    return Standing(asked, kept, plan_boards(kept, asked, job.stock.on_site, 0).boards)


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
        found, state, says = None, "failed", "Planning failed. What was planned before stays; try again."
    with pool.connection() as connection:
        rows.end_run(connection, run, state, found, says)
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
        """Plan the job as it is now; None when something was cut while it was planned."""
        with self.pool.connection() as connection:
            row = job_rows.find_job(connection, self.run.crew_id, self.run.job_id)
            cutting = rows.find_cutting(connection, self.run.crew_id, self.run.job_id)
            ticks = ticks_of(rows.list_ticks(connection, self.run.crew_id, self.run.job_id))
        if row is None:
            raise BluffError("The job was removed.")
        job = job_of_row(row)
        planned = boards_of_row(cutting)
        now = standing(job, planned, ticks)
        asked = demands(job, framings(job), self.wanted.aim)
        kept = carried(planned, asked, ticks, job.stock.on_site, is_anew=self.wanted.is_anew)
        cost = _costs(asked)

        def tell(better: Planned) -> None:
            self.telling.found = found_data(better.boards, cost, better, now.boards)

        best = plan_boards(kept, asked, job.stock.on_site, seconds, tell, self.telling.is_stopped)
        if self.telling.ending.is_set():
            raise _LeftError
        before, after = cost(now.boards), cost(best.boards)
        is_better = before is None or (after is not None and after < before)
        boards = best.boards if is_better else now.boards
        with self.pool.connection() as connection:
            is_kept = rows.save_boards(
                connection,
                self.run.crew_id,
                self.run.job_id,
                boards_data(boards),
                row.revision,
                cutting.version if cutting else None,
            )
        return found_data(boards, cost, best, now.boards) if is_kept else None


Cost = Callable[[Sequence[JobBoard]], int | None]
"""What boards that are bought count for; None where one of them has no price."""


def _costs(asked: Sequence[Demand]) -> Cost:
    each = {(one.section, board.length): board.cost for one in asked for board in one.problem.stock}

    def cost(boards: Sequence[JobBoard]) -> int | None:
        costs = [each.get((board.section, board.length)) for board in boards if board.source is Source.BOUGHT]
        return None if None in costs else sum(one or 0 for one in costs)

    return cost


def found_data(boards: Sequence[JobBoard], cost: Cost, best: Planned, before: Sequence[JobBoard]) -> dict[str, Any]:
    """What a run found, as it is kept: boards that are bought, their length in 64ths, and how far over the bound.

    Args:
        boards: What was found.
        cost: What boards count for.
        best: The best plan there was, with its bound.
        before: What it is instead of.
    """
    counts, whole = cost(boards), cost(best.boards)
    gap = 0.0
    if counts is not None and whole is not None:
        # What stays counts for the same in every plan.
        bound = whole - best.cost + best.bound
        gap = float((counts - bound) / bound) if bound else 0.0
    return {**_bought(boards), "gap": gap, "before": _bought(before)}


def _bought(boards: Sequence[JobBoard]) -> dict[str, int]:
    bought = [board.length for board in boards if board.source is Source.BOUGHT]
    return {"boards": len(bought), "length": sum(bought)}


def ticks_of(ticks: Sequence[rows.TickRow]) -> Ticks:
    """What was cut."""
    return frozenset(Tick(one.board, one.name) for one in ticks)


def boards_of_row(row: CuttingRow | None) -> tuple[JobBoard, ...]:
    """A job's boards as they were planned; none where nobody has."""
    return boards_from_data(row.boards) if row else ()
