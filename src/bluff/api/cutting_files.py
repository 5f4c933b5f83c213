"""Routes that hand out how a job is cut: on paper, on labels, in a spreadsheet."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response

from bluff.api.answers import XLSX, download, imprint, shown, stem
from bluff.api.cutting import CrewCuttings, OfWalls
from bluff.formats.cutting_tables import Cutting, cuts_csv, cutting_xlsx
from bluff.formats.paper import Paper, cut_sheets
from bluff.formats.paper.labels import LabelSheet, labels
from bluff.service.cutting import CuttingState

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["files"])

MOST_SKIPPED = 100


@router.get("/cutting.pdf", response_class=Response)
def cut_paper(
    cuttings: CrewCuttings,
    job_id: UUID,
    wall: OfWalls,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """The stops of the saw, and the boards with anything left to cut."""
    state = cuttings.get(job_id, wall)
    return shown(cut_sheets(written_cutting(state), paper, imprint(state.job)), f"{_name(state)}-cutting")


@router.get("/labels.pdf", response_class=Response)
def label_paper(
    request: Request,
    cuttings: CrewCuttings,
    job_id: UUID,
    wall: OfWalls,
    sheet: Annotated[LabelSheet, Query(description="The labels there are.")] = LabelSheet.LETTER_30,
    skip: Annotated[int, Query(ge=0, le=MOST_SKIPPED, description="Labels gone from the first sheet.")] = 0,
) -> Response:
    """A label for every piece that is still to be cut."""
    state = cuttings.get(job_id, wall)
    link = f"{request.base_url}jobs/{job_id}"
    pdf = labels(written_cutting(state), sheet, imprint(state.job), link, skip)
    return shown(pdf, f"{_name(state)}-labels")


@router.get("/cutting.csv", response_class=Response)
def cut_table(cuttings: CrewCuttings, job_id: UUID, wall: OfWalls) -> Response:
    """Every cut, board by board."""
    state = cuttings.get(job_id, wall)
    return download(cuts_csv(written_cutting(state)), "text/csv", f"{_name(state)}-cutting.csv")


@router.get("/cutting.xlsx", response_class=Response)
def cut_spreadsheet(cuttings: CrewCuttings, job_id: UUID, wall: OfWalls) -> Response:
    """The same as a spreadsheet, and the stops of the saw."""
    state = cuttings.get(job_id, wall)
    return download(cutting_xlsx(written_cutting(state)), XLSX, f"{_name(state)}-cutting.xlsx")


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


def _name(state: CuttingState) -> str:
    return stem(state.job.job.name)
