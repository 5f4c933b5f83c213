"""What is made of a job beside the server: paper, spreadsheets, the day.

Each of these takes longer than anybody else's request should wait for. It is made in a process of its own, which reads
the job itself by the account that asks: to hand over a job of hundreds of walls would take the server as long as the
work.
"""

from collections.abc import Sequence
from datetime import date, datetime
from functools import lru_cache
from typing import NamedTuple
from uuid import UUID

from psycopg import OperationalError
from psycopg_pool import ConnectionPool

from bluff.core.crew.supply import LumberOrder, lumber_order
from bluff.core.frame import frame
from bluff.core.job.job import Job
from bluff.core.learn.scale_model import Model, ModelList, as_sticks, model_list
from bluff.core.message import message
from bluff.core.site.at_work import day_ahead
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.bounded import Work
from bluff.formats.cutting_tables import Cutting, cutting_xlsx
from bluff.formats.order_files import WholeOrder, order_xlsx
from bluff.formats.paper import Imprint, Paper, cut_sheets
from bluff.formats.paper.labels import LabelSheet, labels
from bluff.formats.paper.model_sheet import model_sheets
from bluff.formats.paper.order_sheet import order_sheet
from bluff.formats.regional import written_date
from bluff.service.cutting import Cuttings, CuttingState
from bluff.service.errors import ServiceError
from bluff.service.framings import framings, known_wall
from bluff.service.job_state import JobState
from bluff.service.jobs import Jobs
from bluff.service.planning import Standing
from bluff.service.site import Site
from bluff.service.site_day import job_at_work, loaded
from bluff.store.accounts import Account
from bluff.store.database import open_reader
from bluff.views.day import DayView, day_view
from bluff.views.reader import Reader, reader


class JobRequest(NamedTuple):
    """A job, and who asks for it: all that goes to another process.

    Args:
        url: Of the store.
        account: Who asks; what they may not see is refused there as here.
        job: Which.
    """

    url: str
    account: Account
    job: UUID


class Made(NamedTuple):
    """A file, and the name of the job it is of."""

    content: bytes
    job: str


def imprint(state: JobState) -> Imprint:
    """What a sheet says of the job it was printed of, today."""
    return Imprint(state.job.name, state.revision, written_date(date.today()), reader(state.job.standard.words))


def written_cutting(state: CuttingState) -> Cutting:
    """What is written of how a job is cut."""
    job = state.job.job
    return Cutting(
        state.boards,
        state.members,
        state.wanted,
        frozenset(state.ticks),
        job.stock,
        job.standard.words,
        tuple(sorted(state.walls)),
    )


def whole_order(state: CuttingState, trucks: int | None) -> WholeOrder:
    """What is ordered for a job, on so many trucks, or as many as its crew has set."""
    job = state.job.job
    return WholeOrder(
        job.name,
        job.standard.words,
        _ordered(job, state.standing),
        loaded(job, state.standing, trucks),
        job.stock.currency,
    )


@lru_cache(maxsize=8)
def _ordered(job: Job, standing: Standing) -> LumberOrder:
    return lumber_order(job, framings(job), standing.boards, standing.demands)


def _built_model(job: Job, model: Model, walls: Sequence[str]) -> tuple[list[Framing], ModelList]:
    """A job, or some of its walls, framed of the sticks a model is built of.

    Raises:
        NotFound: The job has no such wall.
    """
    for wall in walls:
        known_wall(job, wall)
    plans = wall_plans(as_sticks(job, model))
    built = [frame(plan) for plan in plans if not walls or plan.id in walls]
    return built, model_list(built, model)


def _cut_sheets(request: JobRequest, walls: Sequence[str], paper: Paper) -> Made:
    state = _cuttings(request).get(request.job, walls)
    return _made(cut_sheets(written_cutting(state), paper, imprint(state.job)), state.job)


def _labels(request: JobRequest, walls: Sequence[str], sheet: LabelSheet, link: str, skip: int) -> Made:
    state = _cuttings(request).get(request.job, walls)
    return _made(labels(written_cutting(state), sheet, imprint(state.job), link, skip), state.job)


def _cut_table(request: JobRequest, walls: Sequence[str]) -> Made:
    state = _cuttings(request).get(request.job, walls)
    return _made(cutting_xlsx(written_cutting(state)), state.job)


def _order_sheet(request: JobRequest, trucks: int | None, paper: Paper) -> Made:
    state = _cuttings(request).get(request.job)
    return _made(order_sheet(whole_order(state, trucks), paper, imprint(state.job)), state.job)


def _order_table(request: JobRequest, trucks: int | None) -> Made:
    state = _cuttings(request).get(request.job)
    return _made(order_xlsx(whole_order(state, trucks)), state.job)


def _model_sheets(request: JobRequest, model: Model, walls: Sequence[str], paper: Paper) -> Made:
    state = Jobs(_pool(request.url), request.account).get(request.job)
    built, listed = _built_model(state.job, model, walls)
    return _made(model_sheets(built, listed, model, paper, imprint(state)), state)


def _model(request: JobRequest, model: Model, walls: Sequence[str]) -> tuple[list[str], ModelList]:
    job = Jobs(_pool(request.url), request.account).get(request.job).job
    built, listed = _built_model(job, model, walls)
    return [framing.plan.id for framing in built], listed


def _day(request: JobRequest, now: datetime) -> DayView:
    site = Site(_pool(request.url), request.account)
    return day_view(day_ahead(job_at_work(site, _cuttings(request), request.job), now), Reader())


def _made(content: bytes, state: JobState) -> Made:
    return Made(content, state.job.name)


def _cuttings(request: JobRequest) -> Cuttings:
    return Cuttings(_pool(request.url), request.account, _hand_in_nothing)


def _hand_in_nothing(_: UUID) -> None:
    raise AssertionError("nothing is planned where things are only read")


@lru_cache(maxsize=4)
def _pool(url: str) -> ConnectionPool:
    """Connections of this process, each made when it is wanted."""
    return open_reader(url)


_REFUSALS = (ServiceError, OperationalError)
_FEWER = message("export one wall at a time")
CUT_SHEETS = Work(_cut_sheets, message("PDF"), _FEWER, seconds=120, memory=2048, refusals=_REFUSALS)
LABELS = Work(_labels, message("PDF"), _FEWER, seconds=120, memory=2048, refusals=_REFUSALS)
CUT_TABLE = Work(_cut_table, message("spreadsheet"), _FEWER, seconds=120, memory=2048, refusals=_REFUSALS)
ORDER_SHEET = Work(
    _order_sheet, message("PDF"), message("export it as CSV"), seconds=120, memory=2048, refusals=_REFUSALS
)
ORDER_TABLE = Work(
    _order_table, message("spreadsheet"), message("export it as CSV"), seconds=120, memory=2048, refusals=_REFUSALS
)
MODEL_SHEETS = Work(_model_sheets, message("PDF"), _FEWER, seconds=120, memory=2048, refusals=_REFUSALS)
MODEL = Work(_model, message("model"), message("choose fewer walls"), seconds=120, memory=2048, refusals=_REFUSALS)
DAY = Work(_day, message("day"), message("plan a part of the job"), seconds=120, memory=2048, refusals=_REFUSALS)
