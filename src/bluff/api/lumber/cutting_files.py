"""Routes that hand out how a job is cut: on paper, on labels, in a spreadsheet."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response

from bluff.api.http.answers import XLSX, download, shown, stem
from bluff.api.http.work import done, job_request
from bluff.api.lumber.cutting import CrewCuttings, OfWalls
from bluff.api.people.session import SignedInAccount
from bluff.formats.cutting_tables import cuts_csv
from bluff.formats.paper import Paper
from bluff.formats.paper.labels import LabelSheet
from bluff.service.papers import CUT_SHEETS, CUT_TABLE, LABELS, written_cutting

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["files"])

MOST_SKIPPED = 100


@router.get("/cutting.pdf", response_class=Response)
async def cut_paper(
    request: Request,
    account: SignedInAccount,
    job_id: UUID,
    wall: OfWalls,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """The stops of the saw, and the boards with anything left to cut."""
    made = await done(request, CUT_SHEETS, job_request(request, account, job_id), wall, paper)
    return shown(made.content, f"{stem(made.job)}-cutting")


@router.get("/labels.pdf", response_class=Response)
async def label_paper(
    request: Request,
    account: SignedInAccount,
    job_id: UUID,
    wall: OfWalls,
    sheet: Annotated[LabelSheet, Query(description="The labels there are.")] = LabelSheet.LETTER_30,
    skip: Annotated[int, Query(ge=0, le=MOST_SKIPPED, description="Labels gone from the first sheet.")] = 0,
) -> Response:
    """A label for every piece that is still to be cut."""
    link = f"{request.base_url}jobs/{job_id}"
    made = await done(request, LABELS, job_request(request, account, job_id), wall, sheet, link, skip)
    return shown(made.content, f"{stem(made.job)}-labels")


@router.get("/cutting.csv", response_class=Response)
def cut_table(cuttings: CrewCuttings, job_id: UUID, wall: OfWalls) -> Response:
    """Every cut, board by board."""
    state = cuttings.get(job_id, wall)
    return download(cuts_csv(written_cutting(state)), "text/csv", f"{stem(state.job.job.name)}-cutting.csv")


@router.get("/cutting.xlsx", response_class=Response)
async def cut_spreadsheet(request: Request, account: SignedInAccount, job_id: UUID, wall: OfWalls) -> Response:
    """The same as a spreadsheet, and the stops of the saw."""
    made = await done(request, CUT_TABLE, job_request(request, account, job_id), wall)
    return download(made.content, XLSX, f"{stem(made.job)}-cutting.xlsx")
