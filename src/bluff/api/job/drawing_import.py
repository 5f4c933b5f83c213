"""A drawing or a picture of the plan that is brought in from outside."""

from typing import Annotated, TypeAlias
from uuid import UUID

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, StringConstraints

from bluff.api.http.body import FILE_BODY, FileBody
from bluff.api.http.work import done
from bluff.api.people.session import CrewJobs
from bluff.core.crew.drawing_import import DrawingImport, import_drawing
from bluff.core.job.edit import SetPicture
from bluff.core.job.picture import laid
from bluff.core.measure.length import to_inches
from bluff.formats.edits import EditFile, edit_from_core
from bluff.formats.exchange import READ_DRAWING, Reading, drawing_reading
from bluff.formats.exchange.choices import Guess
from bluff.formats.exchange.reading import DrawingPart, Left, PartKind
from bluff.formats.pictures import READ_PICTURE
from bluff.service.rights import Right, need

router = APIRouter(prefix="/api/jobs/{job_id}", tags=["files"])


Choice: TypeAlias = Annotated[str, StringConstraints(max_length=300)]


class DrawingView(BaseModel):
    """What was understood of a drawing and the edit that takes it in; what of it was guessed, and what was left.

    Lines and places are in the plan, in inches, where the edit puts them.
    """

    part: PartKind
    parts: list[DrawingPart]
    guesses: list[Guess]
    lines: list[tuple[float, float, float, float]]
    walls: int
    openings: int
    left: list[Left]
    edit: EditFile | None


class PictureView(BaseModel):
    """The edit that lays a picture just kept under the walls."""

    edit: EditFile


@router.post("/drawing", openapi_extra=FILE_BODY)
async def read(
    request: Request,
    jobs: CrewJobs,
    job_id: UUID,
    file: FileBody,
    choice: Annotated[
        list[Choice] | None,
        Query(description="Answers to what another reading guessed, as key=value.", max_length=200),
    ] = None,
) -> DrawingView:
    """What is understood of a DXF or IFC file, and the edit that would take it in; nothing is changed."""
    # Before the file is looked at: who may not use what comes of it has no work done for them.
    need(jobs.account, Right.CHANGE)
    job = (await run_in_threadpool(jobs.get, job_id)).job
    reading = drawing_reading(await done(request, READ_DRAWING, file, choice or ()))
    return await run_in_threadpool(lambda: drawing_view(reading, import_drawing(job, reading.job.to_core())))


@router.post("/pictures", openapi_extra=FILE_BODY)
async def add_picture(
    request: Request,
    jobs: CrewJobs,
    job_id: UUID,
    file: FileBody,
    page: Annotated[int, Query(description="Of a PDF, from 1.", ge=1, le=10_000)] = 1,
) -> PictureView:
    """Keep a picture of the plan, and say the edit that lays it under the walls."""
    need(jobs.account, Right.CHANGE)
    await run_in_threadpool(jobs.get, job_id)
    picture = await done(request, READ_PICTURE, file, page)
    await run_in_threadpool(jobs.keep_picture, job_id, picture.image, picture.png)
    return PictureView(edit=edit_from_core(SetPicture(laid(picture.image, picture.width, picture.height))))


@router.get("/pictures/{image}.png", response_class=Response)
def get_picture(jobs: CrewJobs, job_id: UUID, image: str) -> Response:
    """A picture of the plan."""
    return Response(jobs.picture(job_id, image), media_type="image/png")


def drawing_view(reading: Reading, taken: DrawingImport | None) -> DrawingView:
    """A drawing over the plan it is to be taken into.

    Args:
        reading: What was understood, where the drawing itself lies.
        taken: The edit that takes it in, and how far east that puts it; None when there is nothing to take.
    """
    east = to_inches(taken.east) if taken else 0.0
    return DrawingView(
        part=reading.part,
        parts=reading.parts,
        guesses=reading.guesses,
        lines=[(x1 + east, y1, x2 + east, y2) for x1, y1, x2, y2 in reading.lines],
        walls=len(reading.job.walls),
        openings=len(reading.job.openings),
        left=[
            left.model_copy(update={"at": (left.at[0] + east, left.at[1])}) if left.at else left
            for left in reading.left
        ],
        edit=edit_from_core(taken.edit) if taken else None,
    )
