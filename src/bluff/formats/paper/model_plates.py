"""The plates of a scale model on paper, from above and as large as the model, with every mark on them.

A plate that is longer than a page is wide goes on in the row below; the rows are cut out and laid end to end.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.measure.slope import Stretch
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import Reading, read_mark
from bluff.core.wall.member import CUT_LINE, Mark, Plate
from bluff.formats.paper.page import MARGIN, Page

_LABEL = 20.0
_GAP = 16.0
_LEAST = 22.0
"""Points a row is high at least, for letters to be read."""


@dataclass(frozen=True, slots=True)
class PlateRow:
    """What of one plate lies on one row of a page.

    Args:
        name: What it is, and which part of it.
        start: Where on the plate the row begins.
        length: How far it goes.
        marks: Those on it, each as it reads from the plate's start.
    """

    name: Message
    start: Length
    length: Length
    marks: tuple[tuple[Mark, Reading], ...]


def plate_rows(framing: Framing, longest: Length) -> list[PlateRow]:
    """The rows of a wall's plates, the bottom plate's first.

    Args:
        framing: The wall.
        longest: How much of a plate goes on a row.
    """
    plates: dict[tuple[Plate, Stretch | None], list[Mark]] = {(Plate.BOTTOM, None): []}
    for mark in framing.marks:
        plates.setdefault((mark.plate, mark.slope), [])
        if mark.member is not None or mark.role == CUT_LINE:
            plates[mark.plate, mark.slope].append(mark)
    return [row for (plate, slope), marks in plates.items() for row in _rows(framing, plate, slope, marks, longest)]


def _rows(
    framing: Framing, plate: Plate, slope: Stretch | None, marks: Sequence[Mark], longest: Length
) -> Iterator[PlateRow]:
    length = slope.length if slope else framing.plan.length
    read = tuple((mark, read_mark(mark, framing.plan.length, End.START)) for mark in marks)
    name = message("{Plate:one}, along its slope" if slope else "{Plate:one}", plate=f"{plate}_plate")
    starts = range(0, length, longest)
    for number, start in enumerate(starts, start=1):
        part = (
            message("{plate}, {number} of {count}", plate=name, number=number, count=len(starts))
            if len(starts) > 1
            else name
        )
        long = min(longest, length - start)
        on_it = tuple(one for one in read if _is_on(one[1], start, start + long))
        yield PlateRow(part, start, long, on_it)


def _is_on(reading: Reading, start: Length, end: Length) -> bool:
    return start <= reading.at.value + reading.width and reading.at.value <= end


def row_height(wide: float) -> float:
    """What a row takes up of a page, for plates so many points wide."""
    return max(wide, _LEAST) + _LABEL + _GAP


def draw_rows(page: Page, rows: Sequence[PlateRow], top: float, wide: float, scale: float) -> None:
    """Draw rows below each other.

    Args:
        page: Where.
        rows: As many as it has room for.
        top: Where the first begins.
        wide: Points a plate is wide.
        scale: Points of a 64th of an inch.
    """
    for number, row in enumerate(rows):
        low = top - number * row_height(wide) - _LABEL - wide
        page.text(MARGIN, low + wide + 5, row.name, 9)
        canvas = page.canvas
        canvas.saveState()
        path = canvas.beginPath()
        path.rect(MARGIN, low, row.length * scale, wide)
        canvas.clipPath(path, stroke=0)
        for mark, reading in row.marks:
            _mark(page, mark, reading, MARGIN - row.start * scale, low, wide, scale)
        canvas.restoreState()
        canvas.rect(MARGIN, low, row.length * scale, wide)


def _mark(page: Page, mark: Mark, reading: Reading, left: float, low: float, wide: float, scale: float) -> None:
    """Both lines of a piece and its letter between them; a doorway's line alone."""
    at = left + reading.at.value * scale
    if reading.width == 0:
        page.line(at, low, at, low + wide, 1.2)
        return
    end = at + reading.width * scale
    page.line(at, low, at, low + wide, 0.6)
    page.line(end, low, end, low + wide, 0.6)
    size = min(wide * 0.6, (end - at) * 1.1, 16)
    page.text((at + end) / 2, low + wide / 2 - size * 0.35, mark.symbol, size, bold=True, align="center")
