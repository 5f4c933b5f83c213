"""How a job is cut: its boards with what comes off them, what was cut, and looking for better boards."""

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction
from itertools import groupby
from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import Field, StrictBool, StrictInt, TypeAdapter
from typing_extensions import TypedDict

from bluff.api.http.wire import CHANGED
from bluff.api.people.session import signed_in
from bluff.core.cutting.board import Cut, JobBoard, Source
from bluff.core.cutting.demand import Aim, By, longer_than_stock
from bluff.core.cutting.saw import SawStop, stops, wants_straight
from bluff.core.job.stock import Section
from bluff.core.job.words import Words
from bluff.core.measure.length import format_board, in_whole_feet
from bluff.core.message import message
from bluff.core.wall.member import Member
from bluff.formats.messages import kept_message
from bluff.formats.ways_values import FileModel
from bluff.service.cutting import Cuttings, CuttingState
from bluff.service.planning import Wanted
from bluff.store.accounts import Account
from bluff.store.cutting import RunRow, TickRow
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader, reader

router = APIRouter(prefix="/api/jobs/{job_id}/cutting", tags=["cutting"])

MOST_WALLS = 1000
MOST_AT_ONCE = 20_000
"""Pieces that are ticked at once."""


class Ticked(TypedDict):
    """Who cut a piece, and when."""

    by: str
    at: datetime


class CutView(TypedDict):
    """A piece on its board.

    `name` is what it is ticked by, `at` how far along the board it begins, and `takes` how much of it, point to point.
    One that is turned end for end begins in the bevel of the piece before it. A piece whose place is gone has no wall.
    """

    name: str
    at: float
    takes: float
    turned: bool
    length: Figure
    wall: str | None
    role: str | None
    letter: str | None
    opening: str | None
    bevel: float | None
    short: Figure | None
    cut_as: str | None
    cut: Ticked | None


class BoardView(TypedDict):
    """A board and what comes off it, in the order of the saw; `name` is its length as a yard says it."""

    number: int
    name: str
    length: Figure
    source: Source
    of: str | None
    locked: bool
    straight: bool
    new: bool
    cuts: list[CutView]
    drop: Figure
    kept: bool


class SawStopView(TypedDict):
    """The saw set once: how long, how many, and how many of those are cut."""

    length: Figure
    short: Figure | None
    bevel: float | None
    count: int
    cut: int
    roles: list[str]
    boards: list[int]


class SectionView(TypedDict):
    """The boards of one section, and the stops they are cut by."""

    section: str
    bought: int
    feet: int
    boards: list[BoardView]
    stops: list[SawStopView]


class SpareView(TypedDict):
    """A piece that was cut, and whose place is gone."""

    section: str
    length: Figure
    board: int
    name: str


class SinceView(TypedDict):
    """What became of the boards that were planned, since the walls changed: numbers of those that are other ones."""

    boards: list[int]
    pieces: int
    bought: int


class RunView(TypedDict):
    """A search for better boards, the best it found so far, and what that is instead of.

    `broken` are the walls whose plates break elsewhere for it.
    """

    state: Literal["waiting", "running", "done", "stopped", "failed"]
    says: str | None
    by: By
    handling: float
    seconds: float
    asked_at: datetime
    ended_at: datetime | None
    boards: int | None
    feet: int | None
    gap: float | None
    boards_before: int | None
    feet_before: int | None
    broken: list[str]


class CuttingView(TypedDict):
    """Every board of a job as its walls now ask for them; `since` while nobody has looked at what changed."""

    revision: int
    kerf: Figure
    planned: bool
    pieces: int
    cut: int
    sections: list[SectionView]
    too_long: list[str]
    since: SinceView | None
    spares: list[SpareView]
    run: RunView | None


class WantedBoards(FileModel):
    """What to look for: least length or price, or fewest boards, within so many seconds."""

    by: By = By.LENGTH
    handling: Annotated[
        float, Field(ge=0, le=1000, description="What a board counts for besides: inches by length, money by price.")
    ] = 0
    seconds: Annotated[float, Field(gt=0, le=600)] = 10
    from_scratch: Annotated[
        StrictBool, Field(description="Whether everything is planned again that is neither cut nor locked.")
    ] = True
    breaks: Annotated[
        StrictBool,
        Field(description="Whether plates of walls nobody began may break elsewhere, where that cuts for less."),
    ] = True


class Locks(FileModel):
    """Boards that are to stay as they are, or no longer."""

    boards: Annotated[list[StrictInt], Field(min_length=1, max_length=MOST_AT_ONCE)]
    locked: StrictBool = True


def cuttings_of(request: Request, account: Annotated[Account, Depends(signed_in)]) -> Cuttings:
    """How the signed-in account's jobs are cut."""
    return Cuttings(request.app.state.pool, account, request.app.state.queue.plan)


OfWalls = Annotated[
    list[str],
    Query(default_factory=list, max_length=MOST_WALLS, description="Whose boards are wanted; every wall's if none."),
]
CrewCuttings = Annotated[Cuttings, Depends(cuttings_of)]


_WRITER = TypeAdapter(CuttingView)


@router.get("", response_model=CuttingView)
def get_cutting(cuttings: CrewCuttings, job_id: UUID, wall: OfWalls) -> Response:
    """The boards of a job; those nobody planned yet are found at once."""
    # Written at once: a large job has thousands of cuts, and to look at each again would take as long as to find them.
    return Response(_WRITER.dump_json(cutting_view(cuttings.get(job_id, wall))), media_type="application/json")


@router.get("/run")
def get_run(cuttings: CrewCuttings, job_id: UUID) -> RunView | None:
    """How far the search for better boards is."""
    return _run(cuttings.last_run(job_id))


@router.post("/run")
def look_for_better(cuttings: CrewCuttings, job_id: UUID, wanted: WantedBoards) -> RunView | None:
    """Ask for better boards; they are looked for beside, and kept when they are found."""
    aim = Aim(wanted.by, Fraction(str(wanted.handling)))
    cuttings.plan(job_id, Wanted(aim, wanted.seconds, wanted.from_scratch, wanted.breaks))
    return _run(cuttings.last_run(job_id))


@router.post("/stop")
def stop(cuttings: CrewCuttings, job_id: UUID) -> RunView | None:
    """Have the search stop; what it found is kept."""
    cuttings.stop(job_id)
    return _run(cuttings.last_run(job_id))


@router.post("/settle")
def settle(cuttings: CrewCuttings, job_id: UUID) -> CuttingView:
    """Keep the boards as they stand now."""
    return cutting_view(cuttings.settle(job_id))


@router.post("/locks", responses=CHANGED)
def lock(cuttings: CrewCuttings, job_id: UUID, locks: Locks) -> CuttingView:
    """Have boards stay as they are, whatever is planned again; or no longer."""
    return cutting_view(cuttings.lock(job_id, locks.boards, is_locked=locks.locked))


def cutting_view(state: CuttingState) -> CuttingView:
    """A job's boards as the screen shows them."""
    job = state.job.job
    drawing = _Drawing(state)
    in_use = [one.section for one in state.standing.demands]
    in_use += [board.section for board in state.boards if board.section not in in_use]
    by_section = {section: [board for board in state.boards if board.section == section] for section in in_use}
    at_stops = stops(state.boards, state.wanted, frozenset(state.ticks))
    settings = {section: list(found) for section, found in groupby(at_stops, _section_of)}
    return {
        "revision": state.job.revision,
        "kerf": figure(job.stock.kerf),
        "planned": state.revision is not None,
        "pieces": sum(one.count for one in at_stops),
        "cut": sum(one.cut for one in at_stops),
        "sections": [
            drawing.section(section, boards, settings.get(section, ()))
            for section, boards in by_section.items()
            if boards
        ],
        "too_long": [*map(reader(job.standard.words).say, longer_than_stock(state.standing.demands))],
        "since": drawing.since(),
        "spares": drawing.spares(),
        "run": _run(state.run),
    }


def _section_of(stop: SawStop) -> Section:
    return stop.section


class _Drawing:
    """The boards of one job on their way to a screen."""

    def __init__(self, state: CuttingState) -> None:
        self.state = state
        self.stock = state.job.job.stock
        self.words: Words = state.job.job.standard.words
        self.members = state.members
        self.begun = {tick.board for tick in state.ticks}
        before = {board.number: board for board in state.planned}
        self.other = {
            board.number
            for board in state.standing.boards
            if state.revision is not None and _pieces(before.get(board.number)) != _pieces(board)
        }

    def member(self, board: JobBoard, cut: Cut) -> Member | None:
        """What a cut is for, None where its place is gone."""
        return self.members.get(board.section, {}).get(cut.piece)

    def section(self, section: Section, boards: Sequence[JobBoard], settings: Sequence[SawStop]) -> SectionView:
        bought = [board for board in boards if board.source is Source.BOUGHT]
        return {
            "section": str(section),
            "bought": len(bought),
            "feet": in_whole_feet(sum(board.length for board in bought)),
            "boards": [self._board(board) for board in boards],
            "stops": [_stop(one) for one in settings],
        }

    def _board(self, board: JobBoard) -> BoardView:
        drop = board.drop(self.stock.kerf)
        return {
            "number": board.number,
            "name": format_board(board.length),
            "length": figure(board.length),
            "source": board.source,
            "of": reader(self.words).say(
                message("{section}, board {number}", section=board.of.name, number=board.of.board)
            )
            if board.of
            else None,
            "locked": board.is_locked,
            "straight": wants_straight(board, self.members.get(board.section, {})),
            "new": board.number in self.other,
            "cuts": [self._cut(board, cut, at) for at, cut in board.places(self.stock.kerf)],
            "drop": figure(drop),
            "kept": drop >= self.stock.keep,
        }

    def _cut(self, board: JobBoard, cut: Cut, at: int) -> CutView:
        member = self.member(board, cut)
        tick = self.state.ticks.get(board.tick(cut)) if board.number in self.begun else None
        bevel = member.bevel if member else None
        return {
            "name": cut.name,
            "at": figure(at)["inches"],
            "takes": figure(cut.takes)["inches"],
            "turned": cut.nests > 0,
            "length": figure(cut.length),
            "wall": member.id.wall if member else None,
            "role": member.role if member else None,
            "letter": self.words.letter(member.role) if member else None,
            "opening": member.opening if member else None,
            "bevel": bevel.degrees if bevel else None,
            "short": figure(bevel.short) if bevel and bevel.short is not None else None,
            "cut_as": cut.cut_as,
            "cut": _ticked(tick) if tick else None,
        }

    def since(self) -> SinceView | None:
        """What became of the boards since they were planned; None where they are the same."""
        state = self.state
        gone = {board.number for board in state.planned} - {board.number for board in state.standing.boards}
        if state.revision is None or not (self.other or gone):
            return None
        before = {cut.piece for board in state.planned for cut in board.cuts}
        return {
            "boards": sorted(self.other | gone),
            "pieces": sum(
                cut.piece not in before
                for board in state.standing.boards
                for cut in board.cuts
                if board.tick(cut) not in state.ticks
            ),
            "bought": _bought(state.standing.boards) - _bought(state.planned),
        }

    def spares(self) -> list[SpareView]:
        """Pieces that were cut, and that nothing asks for."""
        recut = {board.of for board in self.state.standing.boards}
        return [
            {
                "section": str(one.section),
                "length": figure(one.length),
                "board": one.tick.board,
                "name": one.tick.name,
            }
            for one in self.state.standing.carried.spares
            if one.tick not in recut
        ]


def _pieces(board: JobBoard | None) -> tuple[object, ...] | None:
    """What tells one board from another of the same number."""
    return (board.section, board.length, board.cuts) if board else None


def _bought(boards: Sequence[JobBoard]) -> int:
    return sum(board.source is Source.BOUGHT for board in boards)


def _ticked(tick: TickRow) -> Ticked:
    return {"by": tick.initials, "at": tick.cut_at}


def _stop(stop: SawStop) -> SawStopView:
    short = stop.bevel.short if stop.bevel else None
    return {
        "length": figure(stop.length),
        "short": None if short is None else figure(short),
        "bevel": stop.bevel.degrees if stop.bevel else None,
        "count": stop.count,
        "cut": stop.cut,
        "roles": [*stop.roles],
        "boards": [*stop.boards],
    }


def _run(run: RunRow | None) -> RunView | None:
    if run is None:
        return None
    wanted = Wanted.from_data(run.wanted)
    found = run.found or {}
    before = found.get("before", {})
    return {
        "state": run.state,
        "says": Reader().say(kept_message(run.says)) if run.says else None,
        "by": wanted.aim.by,
        "handling": float(wanted.aim.handling),
        "seconds": wanted.seconds,
        "asked_at": run.asked_at,
        "ended_at": run.ended_at,
        "boards": found.get("boards"),
        "feet": in_whole_feet(found["length"]) if found else None,
        "gap": found.get("gap"),
        "boards_before": before.get("boards"),
        "feet_before": in_whole_feet(before["length"]) if before else None,
        "broken": found.get("broken", []),
    }
