"""The site log on paper: day by day, a line for each entry, with who and when."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import groupby

from bluff.core.message import message
from bluff.formats.paper.page import MARGIN, Page, wrapped_height
from bluff.formats.regional import written_date

_SIZE = 10
_GAP = 5
_FOOT = MARGIN + 26
_WHEN, _WALL, _SAYS, _WHO = 0, 44, 84, 70
"""Where each column begins from the left, the last from the right."""


@dataclass(frozen=True, slots=True)
class LogLine:
    """An entry: when, by whom, of which wall if of one, and what."""

    at: datetime
    name: str
    wall: str
    says: str


@dataclass(frozen=True, slots=True)
class LogRow:
    """A row of a sheet, the name of a day where it has no line; high in points."""

    day: str
    line: LogLine | None
    high: float


def log_pages(lines: Iterable[LogLine], width: float, height: float) -> list[list[LogRow]]:
    """The rows of each page, in the order of the lines.

    Args:
        lines: The log.
        width: Of a page, in points.
        height: Of a page.
    """
    says = width - 2 * MARGIN - _SAYS - _WHO
    rows = [
        LogRow(day, line, 24 if line is None else wrapped_height(line.says, _SIZE, says) + _GAP)
        for day, of_day in groupby(lines, lambda line: written_date(line.at, weekday=True))
        for line in (None, *of_day)
    ]
    room = height - MARGIN - 46 - _FOOT
    pages: list[list[LogRow]] = [[]]
    used = 0.0
    for row in rows:
        if used + row.high > room and pages[-1]:
            pages.append([])
            used = 0.0
        pages[-1].append(row)
        used += row.high
    return pages


def draw_log(page: Page, rows: Sequence[LogRow]) -> None:
    """Fill a page with its rows."""
    y = page.height - MARGIN
    page.text(MARGIN, y - 16, message("Site log"), 20, bold=True)
    y -= 46
    if not rows:
        page.text(MARGIN, y, message("No entries yet."), 12)
    width = page.right - MARGIN - _SAYS - _WHO
    for row in rows:
        if row.line is None:
            page.text(MARGIN, y - 4, row.day, 12, bold=True)
        else:
            page.text(MARGIN + _WHEN, y, f"{row.line.at:%H:%M}", _SIZE)
            page.text(MARGIN + _WALL, y, row.line.wall, _SIZE, bold=True)
            page.wrapped(MARGIN + _SAYS, y, row.line.says, _SIZE, width)
            page.text(page.right, y, row.line.name, _SIZE, align="right")
        y -= row.high
