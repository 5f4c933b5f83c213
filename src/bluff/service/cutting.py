"""How jobs are cut: the boards of a job, what was cut of them, and runs that look for better ones."""

from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, replace
from typing import TypeAlias
from uuid import UUID, uuid4

from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff.core.cutting.board import JobBoard, Tick
from bluff.core.cutting.demand import collect_demands
from bluff.core.cutting.saw import Members, boards_for, members_of
from bluff.core.message import message
from bluff.formats.boards import boards_data
from bluff.service.errors import Changed
from bluff.service.framings import framings, known_wall
from bluff.service.job_state import JobState
from bluff.service.jobs import Jobs
from bluff.service.planning import Standing, Wanted, boards_of_row, standing, ticks_of
from bluff.service.rights import Right, need
from bluff.store import cutting as rows
from bluff.store.accounts import Account
from bluff.store.cutting import CutRow, CuttingRow, RunRow, TickRow

_BoardsChange: TypeAlias = Callable[[Connection, tuple[JobBoard, ...]], tuple[JobBoard, ...]]


@dataclass(frozen=True, slots=True)
class CuttingState:
    """A job's boards as its walls now ask for them.

    Args:
        job: The job.
        planned: The boards as they were planned last; none where nobody has.
        standing: What they are now.
        ticks: What was cut, by whom and when.
        run: The run asked for last.
        revision: Of the job, when they were planned; None where nobody has.
        walls: Those that are looked at; all of them where none is named.
    """

    job: JobState
    planned: tuple[JobBoard, ...]
    standing: Standing
    ticks: dict[Tick, TickRow]
    run: RunRow | None
    revision: int | None
    walls: frozenset[str] = frozenset()

    @property
    def boards(self) -> tuple[JobBoard, ...]:
        """The boards that give anything to the walls that are looked at."""
        return boards_for(self.standing.boards, self.wanted) if self.walls else self.standing.boards

    @property
    def members(self) -> Members:
        """The job's members, by section and by the name of the piece."""
        return {one.section: one.members for one in self.standing.demands}

    @property
    def wanted(self) -> Members:
        """Those of the walls that are looked at."""
        return members_of(self.members, self.walls) if self.walls else self.members


@dataclass(frozen=True, slots=True)
class Cuttings:
    """How the jobs of one account's crew are cut; nothing of another crew is ever seen or touched.

    Args:
        pool: Connections to the store.
        account: Who is asking.
        hand_in: Hands a run in to a worker.
    """

    pool: ConnectionPool
    account: Account
    hand_in: Callable[[UUID], None]

    def get(self, job: UUID, walls: Collection[str] = ()) -> CuttingState:
        """The boards of a job; those nobody planned yet are found at once.

        Args:
            job: Which.
            walls: Those whose boards are looked at; all of them where none is named.

        Raises:
            NotFound: The crew has no such job, or the job no such wall.
        """
        with self.pool.connection() as connection:
            state, _ = self._get(connection, job)
        for wall in walls:
            known_wall(state.job.job, wall)
        return replace(state, walls=frozenset(walls))

    def last_run(self, job: UUID) -> RunRow | None:
        """The run of a job that was asked for last, None where nobody asked for one.

        Raises:
            NotFound: The crew has no such job.
        """
        with self.pool.connection() as connection:
            Jobs(self.pool, self.account).get_in(connection, job)
            return rows.last_run(connection, self.account.crew_id, job)

    def plan(self, job: UUID, wanted: Wanted) -> None:
        """Ask for better boards; where that is being done already, nothing is asked for again.

        Raises:
            NotFound: The crew has no such job.
            CuttingError: By price, with boards nobody has a price for.
        """
        need(self.account, Right.CHANGE)
        state = Jobs(self.pool, self.account).get(job)
        collect_demands(state.job, framings(state.job), wanted.aim)
        run = uuid4()
        with self.pool.connection() as connection:
            is_new = rows.add_run(connection, self.account, job, run, wanted.data())
        if is_new:
            self.hand_in(run)

    def stop(self, job: UUID) -> None:
        """Have the run of a job stop, and keep what it found."""
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            rows.stop_run(connection, self.account.crew_id, job)

    def settle(self, job: UUID) -> CuttingState:
        """Keep the boards as they stand for the walls as they are.

        Raises:
            NotFound: The crew has no such job.
        """
        need(self.account, Right.CHANGE)
        return self._change(job, lambda _, boards: boards)

    def mark(self, job: UUID, cuts: Sequence[CutRow]) -> CuttingState:
        """Say that pieces were cut, or were not, each once under its key.

        Raises:
            NotFound: The crew has no such job.
            Changed: A board is no longer to be cut like that.
        """
        need(self.account, Right.RECORD)

        def mark(connection: Connection) -> None:
            rows.add_cuts(connection, self.account, job, cuts)

        def check(connection: Connection, boards: tuple[JobBoard, ...]) -> tuple[JobBoard, ...]:
            there = {board.tick(cut) for board in boards for cut in board.cuts}
            # What is kept already is sent again where its answer was lost, and its board may have gone meanwhile.
            kept = rows.kept_cuts(connection, self.account.crew_id, job, [cut.key for cut in cuts])
            if any(Tick(cut.board, cut.name) not in there for cut in cuts if cut.key not in kept):
                raise Changed(message("These boards were planned again a moment ago. Look at them before you cut."))
            return boards

        return self._change(job, check, mark)

    def lock(self, job: UUID, numbers: Collection[int], *, is_locked: bool) -> CuttingState:
        """Have boards stay as they are, or let them be planned again.

        Raises:
            NotFound: The crew has no such job.
            Changed: There is no such board any more.
        """
        need(self.account, Right.CHANGE)

        def locked(_: Connection, boards: tuple[JobBoard, ...]) -> tuple[JobBoard, ...]:
            if {*numbers} - {board.number for board in boards}:
                raise Changed(
                    message("These boards were planned again a moment ago. Look at them again before you lock one.")
                )
            return tuple(replace(one, is_locked=is_locked) if one.number in numbers else one for one in boards)

        return self._change(job, locked)

    def _change(
        self,
        job: UUID,
        change: _BoardsChange,
        also: Callable[[Connection], None] = lambda _: None,
    ) -> CuttingState:
        """Keep the boards as they stand, changed; nobody else changes them meanwhile."""
        with self.pool.connection() as connection:
            if not self._kept(connection, job, change):
                # Somebody kept the first boards at the same moment: those are there now, and are held.
                self._kept(connection, job, change)
            also(connection)
            return self._get(connection, job)[0]

    def _kept(self, connection: Connection, job: UUID, change: _BoardsChange) -> bool:
        """Keep the boards as they stand, changed; False where there were none to hold, and somebody else was first."""
        state, row = self._get(connection, job, for_change=True)
        boards = change(connection, state.standing.boards)
        if boards == state.planned and state.revision == state.job.revision:
            return True
        version = row.version if row else None
        data = boards_data(boards)
        return rows.save_boards(connection, self.account.crew_id, job, data, state.job.revision, version)

    def _get(
        self, connection: Connection, job: UUID, *, for_change: bool = False
    ) -> tuple[CuttingState, CuttingRow | None]:
        state = Jobs(self.pool, self.account).get_in(connection, job)
        row = rows.find_cutting(connection, self.account.crew_id, job, for_change=for_change)
        ticks = rows.list_ticks(connection, self.account.crew_id, job)
        planned = boards_of_row(row)
        found = CuttingState(
            job=state,
            planned=planned,
            standing=standing(state.job, planned, ticks_of(ticks)),
            ticks={Tick(one.board, one.name): one for one in ticks},
            run=rows.last_run(connection, self.account.crew_id, job),
            revision=row.revision if row else None,
        )
        return found, row
