"""The log of the site as a table."""

from collections.abc import Iterable
from datetime import datetime

from bluff.core.message import Message
from bluff.formats.tables import headings, written

LINES = headings("when", "who", "wall", "what")


def log_table(lines: Iterable[tuple[datetime, str, str | None, Message]]) -> str:
    """The log, a line each: when, by whom, of which wall, what."""
    return written(
        LINES, [(at.isoformat(timespec="seconds"), name, wall or "", says) for at, name, wall, says in lines]
    )
