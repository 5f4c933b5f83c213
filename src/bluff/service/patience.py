"""How long a client waits, and whether it is still there.

Long work looks here between one wall and the next, and stops when nobody waits for it any more.
"""

import time
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from threading import Event

from bluff.core.message import message
from bluff.service.errors import TooLong

MOST_SECONDS = 60.0
"""The largest job is framed in half of it."""


@dataclass(frozen=True, slots=True)
class Patience:
    """Of one request.

    Args:
        seconds: After which it is given up.
        has_left: Set when the client has gone.
    """

    seconds: float = MOST_SECONDS
    has_left: Event = field(default_factory=Event)
    _began: float = field(default_factory=time.monotonic)

    def check(self) -> None:
        """Go on only while somebody waits.

        Raises:
            TooLong: It has taken too long, or the client has gone.
        """
        if self.has_left.is_set() or time.monotonic() - self._began > self.seconds:
            raise TooLong(
                message(
                    "This took over {seconds} seconds and was stopped. Work on a part of the job.",
                    seconds=f"{self.seconds:g}",
                )
            )


_patience: ContextVar[Patience | None] = ContextVar("patience", default=None)


@contextmanager
def waiting(patience: Patience) -> Iterator[None]:
    """Let what is done meanwhile, threads started for it included, be looked at by `still_waited_for`."""
    token = _patience.set(patience)
    try:
        yield
    finally:
        _patience.reset(token)


def still_waited_for() -> None:
    """Go on only while somebody waits; without a request, always.

    Raises:
        TooLong: Nobody does.
    """
    if patience := _patience.get():
        patience.check()
