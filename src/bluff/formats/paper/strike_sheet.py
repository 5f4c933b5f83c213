"""The strike and add sheet: what changes on plates that are marked, to be ticked off with a pencil beside them."""

from collections.abc import Sequence
from dataclasses import dataclass

from bluff.core.crew.strike import Stroke, StruckPlate
from bluff.core.job.schools import End
from bluff.core.measure.length import format_inches
from bluff.core.message import Message, message, template
from bluff.formats.paper.page import MARGIN, Page, fitting_size

_COLUMNS, _ROWS = 2, 24
LINES_ON_A_PAGE = _COLUMNS * _ROWS
_FOOT = MARGIN + 30
_TITLES = {
    End.START: template("Wall {wall}, {plate:one}, tape on the left end"),
    End.END: template("Wall {wall}, {plate:one}, tape on the right end"),
}


@dataclass(frozen=True, slots=True)
class StrikeLine:
    """A line of the sheet: the plate that follows, or one stroke of it."""

    says: Message
    stroke: Stroke | None


def strike_lines(plates: Sequence[StruckPlate]) -> list[StrikeLine]:
    """The lines of all plates that change: each with its name, then its strokes along it."""
    return [
        StrikeLine(message(_TITLES[one.hook], wall=one.wall, plate=f"{one.plate}_plate"), stroke)
        for one in plates
        if one.strokes
        for stroke in (None, *one.strokes)
    ]


def draw_strikes(page: Page, lines: Sequence[StrikeLine]) -> None:
    """Fill a page with lines.

    Args:
        page: To draw on.
        lines: As many as a page takes.
    """
    top = page.height - MARGIN
    page.text(MARGIN, top - 16, message("Strike and add"), 20, bold=True)
    page.text(
        page.right,
        top - 14,
        message("Tick each when it is done."),
        9,
        align="right",
    )
    if not lines:
        page.text(MARGIN, top - 50, message("Every plate that is marked is marked as the plan is."), 12)
    column, step = (page.right - MARGIN) / _COLUMNS, (top - 52 - _FOOT) / _ROWS
    for index, line in enumerate(lines):
        left, y = MARGIN + index // _ROWS * column, top - 52 - index % _ROWS * step
        if line.stroke is None:
            page.text(left, y, line.says, 13, bold=True)
        else:
            _stroke(page, line.stroke, left, y, column)


def _stroke(page: Page, stroke: Stroke, left: float, y: float, column: float) -> None:
    mark = stroke.mark
    page.polygon([(left, y - 1), (left + 10, y - 1), (left + 10, y + 9), (left, y + 9)], 1.0)
    page.text(left + 18, y, message("add") if stroke.is_added else message("strike"), 10)
    page.text(left + 66, y, mark.symbol or "|", 14, bold=True, align="center")
    page.text(left + 140, y, format_inches(stroke.reading), 14, bold=True, align="right")
    piece = (
        message("{piece:one} of {opening}", piece=mark.role, opening=mark.opening)
        if mark.opening
        else message("{piece:one}", piece=mark.role)
    )
    if mark.width:
        piece = message("{piece}, ahead" if mark.ahead else "{piece}, behind", piece=piece)
    text = page.say(piece)
    page.text(left + 150, y, text, fitting_size(text, 9, column - 164))
