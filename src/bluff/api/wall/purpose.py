"""What a piece is for, and where its load comes from and goes."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, Field

from bluff.api.people.session import CrewJobs
from bluff.core.learn.load_path import bearing, load_path
from bluff.core.learn.purpose import PURPOSES, called_elsewhere
from bluff.core.message import message
from bluff.core.wall.piece import PieceId
from bluff.service.errors import NotFound
from bluff.service.framings import framing
from bluff.views.reader import reader

router = APIRouter(prefix="/api/jobs", tags=["jobs"])


class CalledElsewhere(BaseModel):
    """What else a piece is called, and by whom."""

    name: str
    by: list[str]


class PurposeView(BaseModel):
    """What a piece is for, in the crew's words, and the pieces its load comes from and goes through."""

    piece: str
    name: str
    does: str
    takes: str
    gives: str
    without: str
    elsewhere: list[CalledElsewhere]
    carries: Annotated[list[str], Field(description="Pieces whose load comes onto it at once.")]
    down: Annotated[list[str], Field(description="Pieces its load goes through, down to the lowest plate.")]


@router.get("/{job_id}/walls/{wall_id}/purpose")
def purpose(
    jobs: CrewJobs,
    job_id: UUID,
    wall_id: str,
    piece: Annotated[str, Query(max_length=200, description="Its id.")],
) -> PurposeView:
    """What a piece of a wall is for, and the path of its load to the bottom plate."""
    wall = framing(jobs.get(job_id).job, wall_id)
    member = next((one for one in wall.members if str(one.id) == piece), None)
    path = load_path(bearing(wall), member.id) if member else None
    if member is None or path is None:
        raise NotFound(
            message("Wall {wall_id} has no piece {piece} any more. Pick another.", wall_id=wall_id, piece=piece)
        )
    words, entry = wall.plan.standard.words, PURPOSES[member.role]
    reads = reader(words)
    say = reads.say
    return PurposeView(
        piece=piece,
        name=reads.piece(member.role),
        does=say(entry.does),
        takes=say(entry.takes),
        gives=say(entry.gives),
        without=say(entry.without),
        elsewhere=[
            CalledElsewhere(name=name, by=[*map(say, by)]) for name, by in called_elsewhere(member.role, words).items()
        ],
        carries=_ids(path.carries),
        down=_ids(path.down),
    )


def _ids(pieces: tuple[PieceId, ...]) -> list[str]:
    return [str(piece) for piece in pieces]
