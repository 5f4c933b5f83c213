"""The boards there are: those of the crew's yard, and prices as they are pasted into a job."""

from dataclasses import replace
from functools import partial
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Depends, Request
from pydantic import Field, StrictStr

from bluff.api.line.typed import EditReading, edit_reading
from bluff.api.people.session import CrewJobs, signed_in
from bluff.core.cutting.demand import boards_of
from bluff.core.job.edit import SetStock
from bluff.core.job.stock import section
from bluff.formats.prices import LONGEST_LIST, read_on_site, read_prices, with_price
from bluff.formats.stock_file import StockFile
from bluff.formats.values import LengthText
from bluff.formats.ways_values import FileModel
from bluff.service.stock import CrewStock
from bluff.store.accounts import Account

router = APIRouter(prefix="/api", tags=["stock"])


class BoardPrice(FileModel):
    """What a board of a section costs, as it is typed; nothing where nobody knows."""

    section: StrictStr
    length: LengthText
    price: Annotated[StrictStr, Field(max_length=40)]


class PriceList(FileModel):
    """A list of boards as it was typed, pasted or taken from a file."""

    text: Annotated[StrictStr, Field(max_length=LONGEST_LIST)]


class StockOfJob(FileModel):
    """A job whose stock is to be the crew's."""

    job: UUID


def stock_of_crew(request: Request, account: Annotated[Account, Depends(signed_in)]) -> CrewStock:
    """The stock of the signed-in account's crew."""
    return CrewStock(request.app.state.pool, account)


OurStock = Annotated[CrewStock, Depends(stock_of_crew)]


@router.get("/stock")
def get_stock(stock: OurStock) -> StockFile:
    """The boards the crew's yard has."""
    return StockFile.from_core(stock.get())


@router.put("/stock", status_code=204)
def keep_stock(jobs: CrewJobs, stock: OurStock, new: StockOfJob) -> None:
    """Keep a job's stock as the crew's: new jobs begin with it."""
    stock.keep(jobs.get(new.job).job.stock)


@router.post("/jobs/{job_id}/stock/take")
def take_stock(jobs: CrewJobs, stock: OurStock, job_id: UUID) -> EditReading:
    """Say what taking the crew's stock would do; the boards on the job's site stay."""
    job = jobs.get(job_id).job
    return edit_reading(job, SetStock(replace(stock.get(), on_site=job.stock.on_site)))


@router.post("/jobs/{job_id}/stock/price")
def price_board(jobs: CrewJobs, job_id: UUID, priced: BoardPrice) -> EditReading:
    """Say what another price of a board would make of a job's stock; the section's other boards stay there."""
    job = jobs.get(job_id).job
    of = section(priced.section)
    return edit_reading(job, SetStock(with_price(job.stock, of, boards_of(job, of), priced.length, priced.price)))


@router.post("/jobs/{job_id}/stock/on-site")
def list_on_site(jobs: CrewJobs, job_id: UUID, listed: PriceList) -> EditReading:
    """Say what other boards on the site would make of a job's stock."""
    job = jobs.get(job_id).job
    return edit_reading(job, SetStock(read_on_site(listed.text, job.stock)))


@router.post("/jobs/{job_id}/stock/read")
def read_list(jobs: CrewJobs, job_id: UUID, listed: PriceList) -> EditReading:
    """Say what a price list would make of a job's stock, without changing anything."""
    job = jobs.get(job_id).job
    return edit_reading(job, SetStock(read_prices(listed.text, job.stock, partial(boards_of, job))))
