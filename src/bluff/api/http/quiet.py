"""Garbage is collected when nobody is waiting.

The server keeps some million small values (framings, with every sum) that never form a cycle. Looking through all of
them takes the collector half a second, and left to itself it does so in the middle of an answer.
"""

import asyncio
import gc
import time
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager, suppress
from dataclasses import dataclass

from starlette.types import ASGIApp, Receive, Scope, Send

_YOUNG = (50_000, 20)
"""New values before the young are looked through, and how often before the middle-aged are."""
_NEVER = 1_000_000


@dataclass(slots=True)
class Quiet:
    """Knows when somebody last asked for something.

    Args:
        after: Seconds without a question after which garbage is collected, once until somebody asks again.
    """

    after: float = 5.0
    last_at: float = 0.0
    is_collected: bool = True

    def hear(self) -> None:
        """A request came."""
        self.last_at, self.is_collected = time.monotonic(), False

    @asynccontextmanager
    async def collecting(self) -> AsyncIterator[None]:
        """While this lasts, the old are looked through in quiet times only."""
        before = gc.get_threshold()
        gc.set_threshold(*_YOUNG, _NEVER)
        task = asyncio.create_task(self._wait())
        try:
            yield
        finally:
            task.cancel()
            with suppress(asyncio.CancelledError):
                await task
            gc.set_threshold(*before)

    async def _wait(self) -> None:
        while True:
            await asyncio.sleep(self.after / 2)
            if not self.is_collected and time.monotonic() - self.last_at >= self.after:
                self.is_collected = True
                gc.collect()


class Hearing:
    """Tells `Quiet` of every request."""

    def __init__(self, app: ASGIApp, quiet: Quiet) -> None:
        self._app = app
        self._quiet = quiet

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        self._quiet.hear()
        await self._app(scope, receive, send)
