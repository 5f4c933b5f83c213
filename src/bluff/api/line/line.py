"""Where work waits in line for a process to be free."""

from typing import Annotated

from fastapi import APIRouter, Depends
from pydantic import BaseModel

from bluff.api.people.session import signed_in
from bluff.formats.bounded import WORKERS
from bluff.store.accounts import Account

router = APIRouter(prefix="/api/line", tags=["line"])


class InLine(BaseModel):
    """How much work waits for a process to be free."""

    waiting: int


@router.get("")
def in_line(_: Annotated[Account, Depends(signed_in)]) -> InLine:
    """How many drawings, pictures and exports wait for one before them to be done."""
    return InLine(waiting=WORKERS.in_line)
