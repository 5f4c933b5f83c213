"""Scale models: what to cut of the sticks one has, and pages to build on."""

from typing import Annotated, NamedTuple
from uuid import UUID

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import BaseModel, Field

from bluff.api.http.answers import shown, stem
from bluff.api.http.work import done, job_request
from bluff.api.lumber.cutting import OfWalls
from bluff.api.people.session import SignedInAccount
from bluff.core.learn.scale_model import Model, read_scale
from bluff.core.measure.length import Length, format_inches, parse_length
from bluff.core.wall.member import Role
from bluff.formats.paper.page import Paper
from bluff.service.papers import MODEL, MODEL_SHEETS

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["files"])


class ModelRequest(NamedTuple):
    """Which walls are built, and how."""

    model: Model
    walls: list[str]


def model_request(
    wall: OfWalls,
    scale: Annotated[str, Query(max_length=20, description="Inches to the foot, like 1 1/2, or 1:10.")] = "1 1/2",
    thick: Annotated[str, Query(max_length=20, description="Of the sticks.")] = "1/4",
    wide: Annotated[str, Query(max_length=20, description="Of the sticks.")] = "1/2",
) -> ModelRequest:
    """How a model is asked for."""
    return ModelRequest(Model(read_scale(scale), parse_length(thick), parse_length(wide)), wall)


RequestedModel = Annotated[ModelRequest, Depends(model_request)]


class ModelLine(BaseModel):
    """Sticks alike; `deep` is how wide their board is where that is not the stick's own width."""

    count: int
    length: str
    deep: str | None
    roles: list[Role]


class ModelView(BaseModel):
    """What a model is made of, every length to the nearest 32nd of an inch."""

    walls: list[str]
    lines: list[ModelLine]
    corners: int
    intersections: int
    left_out: Annotated[list[str], Field(description="Openings such sticks leave no room for.")]


@router.get("/model")
async def model(request: Request, account: SignedInAccount, job_id: UUID, how: RequestedModel) -> ModelView:
    """What to cut for a model of a job or of some of its walls."""
    walls, listed = await done(request, MODEL, job_request(request, account, job_id), how.model, how.walls)
    return ModelView(
        walls=walls,
        lines=[
            ModelLine(
                count=row.count,
                length=_said(row.length),
                deep=None if row.deep is None else _said(row.deep),
                roles=[*row.roles],
            )
            for row in listed.rows
        ],
        corners=listed.corners,
        intersections=listed.intersections,
        left_out=list(listed.left_out),
    )


@router.get("/model.pdf", response_class=Response)
async def model_paper(
    request: Request,
    account: SignedInAccount,
    job_id: UUID,
    how: RequestedModel,
    paper: Annotated[Paper, Query(description="What it is laid out for.")] = Paper.LETTER,
) -> Response:
    """The cut list of a model, and its walls as large as it is."""
    made = await done(request, MODEL_SHEETS, job_request(request, account, job_id), how.model, how.walls, paper)
    return shown(made.content, f"{stem(made.job)}-model")


def _said(length: Length) -> str:
    return format_inches(length, 32)
