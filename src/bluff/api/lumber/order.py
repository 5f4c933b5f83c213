"""What is ordered for a job: boards and what else, its loads, and the rule of thumb beside it."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response
from typing_extensions import TypedDict

from bluff.api.http.answers import XLSX, download, shown, stem
from bluff.api.http.work import done, job_request
from bluff.api.lumber.cutting import CrewCuttings
from bluff.api.people.session import SignedInAccount
from bluff.core.crew.supply import SPECIAL, Load, OrderLine, Supply
from bluff.core.job.amounts import MOST_TRUCKS
from bluff.core.job.job import Job
from bluff.core.measure.length import in_whole_feet
from bluff.core.takeoff.thumb import Share, by_thumb, compared, exactly
from bluff.core.wall.framing import Framing
from bluff.formats.order_files import order_csv, order_text
from bluff.formats.paper import Paper
from bluff.formats.prices import format_price, on_site_lines
from bluff.formats.regional import money
from bluff.service.cutting import CuttingState
from bluff.service.framings import framings
from bluff.service.papers import ORDER_SHEET, ORDER_TABLE, whole_order
from bluff.views.lengths import Figure, figure
from bluff.views.reader import Reader, reader

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["order"])

Loads = Annotated[
    int | None, Query(ge=1, le=MOST_TRUCKS, description="Trucks it comes on; by itself as many as the crew's day has.")
]


class LineView(TypedDict):
    """Boards alike; `says` is how they are called to the yard, prices as they are written."""

    says: str
    section: str
    board: str
    length: Figure
    count: int
    crooked: int
    straight: int
    grade: str
    special: str | None
    price: str | None
    cost: str | None
    pounds: int


class SupplyView(TypedDict):
    """Something that is ordered besides boards, and what makes that many."""

    count: int
    what: str
    because: str


class LoadView(TypedDict):
    """What comes on one truck."""

    walls: list[str]
    lines: list[LineView]
    pounds: int


class GuessView(TypedDict):
    """Studs of one share of a wall, guessed and counted to a tenth of a board."""

    share: Share
    thumb: int
    exact: float


class ThumbView(TypedDict):
    """A wall by rule of thumb beside its exact count, and why they differ."""

    wall: str
    studs_thumb: int
    studs_exact: int
    plate_feet_thumb: int
    plate_feet_exact: int
    shares: list[GuessView]


class OrderView(TypedDict):
    """Everything that is ordered; `cost` is that of the boards whose price is known, `on_site` a line for each."""

    revision: int
    trucks: int
    lines: list[LineView]
    supplies: list[SupplyView]
    loads: list[LoadView]
    pounds: int
    cost: str
    currency: str
    unpriced: int
    crooked: int
    kerf: Figure
    keep: Figure
    nails_a_box: int
    spare_nails: int
    on_site: str
    thumb: list[ThumbView]


@router.get("/order")
def get_order(cuttings: CrewCuttings, job_id: UUID, trucks: Loads = None) -> OrderView:
    """What is ordered for a job, as its boards stand."""
    state = cuttings.get(job_id)
    job = state.job.job
    count = trucks or job.standard.day.trucks
    whole = whole_order(state, count)
    order = whole.order
    return {
        "revision": state.job.revision,
        "trucks": count,
        "lines": [_line(line, job.stock.currency) for line in order.lines],
        "supplies": [_supply(one, job) for one in order.supplies],
        "loads": [_load(load, job.stock.currency) for load in whole.loads] if count > 1 else [],
        "pounds": round(order.pounds),
        "cost": money(order.cost, job.stock.currency),
        "currency": job.stock.currency,
        "unpriced": order.unpriced,
        "crooked": job.stock.crooked,
        "kerf": figure(job.stock.kerf),
        "keep": figure(job.stock.keep),
        "nails_a_box": job.stock.box,
        "spare_nails": job.stock.spare_nails,
        "on_site": on_site_lines(job.stock),
        "thumb": [_thumb(framing) for framing in framings(job)],
    }


@router.get("/order.pdf", response_class=Response)
async def order_paper(
    request: Request,
    account: SignedInAccount,
    job_id: UUID,
    trucks: Loads = None,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """The order on paper."""
    made = await done(request, ORDER_SHEET, job_request(request, account, job_id), trucks, paper)
    return shown(made.content, f"{stem(made.job)}-order")


@router.get("/order.csv", response_class=Response)
def order_table(cuttings: CrewCuttings, job_id: UUID, trucks: Loads = None) -> Response:
    """The order for a spreadsheet."""
    state = cuttings.get(job_id)
    return download(order_csv(whole_order(state, trucks)), "text/csv", f"{_name(state)}-order.csv")


@router.get("/order.xlsx", response_class=Response)
async def order_spreadsheet(request: Request, account: SignedInAccount, job_id: UUID, trucks: Loads = None) -> Response:
    """The order as a spreadsheet, what else is ordered on a page of its own."""
    made = await done(request, ORDER_TABLE, job_request(request, account, job_id), trucks)
    return download(made.content, XLSX, f"{stem(made.job)}-order.xlsx")


@router.get("/order.txt", response_class=Response)
def order_message(cuttings: CrewCuttings, job_id: UUID, trucks: Loads = None) -> Response:
    """The order as plain text, for a message to the yard."""
    state = cuttings.get(job_id)
    return Response(order_text(whole_order(state, trucks)), media_type="text/plain; charset=utf-8")


def _line(line: OrderLine, currency: str) -> LineView:
    return {
        "says": Reader().say(line.called),
        "section": str(line.section),
        "board": line.board,
        "length": figure(line.length),
        "count": line.count,
        "crooked": line.crooked,
        "straight": line.straight,
        "grade": line.grade,
        "special": Reader().say(SPECIAL) if line.is_special else None,
        "price": None if line.price is None else format_price(line.price),
        "cost": None if line.cost is None else money(line.cost, currency),
        "pounds": round(line.bought * line.pounds),
    }


def _supply(supply: Supply, job: Job) -> SupplyView:
    say = reader(job.standard.words).say
    return {"count": supply.count, "what": say(supply.what), "because": say(supply.because)}


def _load(load: Load, currency: str) -> LoadView:
    return {
        "walls": [*load.walls],
        "lines": [_line(line, currency) for line in load.lines],
        "pounds": round(load.pounds),
    }


def _thumb(framing: Framing) -> ThumbView:
    thumb, exact = by_thumb([framing.plan]), exactly([framing])
    return {
        "wall": framing.plan.id,
        "studs_thumb": thumb.studs,
        "studs_exact": exact.studs,
        "plate_feet_thumb": in_whole_feet(thumb.plates),
        "plate_feet_exact": in_whole_feet(exact.plates),
        "shares": [
            {"share": guess.share, "thumb": guess.thumb, "exact": round(float(guess.exact), 1)}
            for guess in compared(framing)
            if guess.thumb or guess.exact
        ],
    }


def _name(state: CuttingState) -> str:
    return stem(state.job.job.name)
