"""Waiting for work in other processes, for as long as somebody waits for its answer."""

import asyncio
from collections.abc import Callable
from typing import ParamSpec, TypeVar
from uuid import UUID

from fastapi import Request

from bluff.core.message import message
from bluff.formats.bounded import WORKERS, Work, result_of
from bluff.service.errors import Ending, TooManyRequests
from bluff.service.papers import JobRequest
from bluff.store.accounts import Account


def job_request(request: Request, account: Account, job: UUID) -> JobRequest:
    """A job as it is asked for in another process, by the signed-in account."""
    return JobRequest(request.app.state.pool.conninfo, account, job)


P = ParamSpec("P")
R = TypeVar("R")

_LONGEST_LINE = 60
"""What waits for a process beyond this would not be had in a time anybody waits."""
_LOOK = 0.25
"""Seconds between looks at whether the client is still there."""


async def done(request: Request, work: Work[P, R], *args: P.args, **kwargs: P.kwargs) -> R:
    """What comes of some work; it is ended when the client that asked for it leaves.

    Raises:
        FaultyData: It refused, fell over or took too much.
        TooManyRequests: Too much waits for a process already.
        Ending: The server is being stopped.
    """
    if WORKERS.in_line >= _LONGEST_LINE:
        raise TooManyRequests(message("Many files are being made at the moment. Try again in a minute."), 60)
    future = WORKERS.start(work, *args, **kwargs)
    waited = asyncio.wrap_future(future)
    is_ending: Callable[[], bool] = request.app.state.is_ending
    try:
        while not waited.done() and not await request.is_disconnected():
            if is_ending():
                raise Ending(message("Bluff is stopping. Try again once it is back."), 60)
            await asyncio.wait({waited}, timeout=_LOOK)
    finally:
        if not future.done():
            future.cancel()
        # What it raises is asked for below; nobody may be there to ask.
        waited.add_done_callback(lambda ended: ended.cancelled() or ended.exception())
    return result_of(work, future)
