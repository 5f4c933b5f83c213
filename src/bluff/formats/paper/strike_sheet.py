"""The strike and add sheet: what changes on plates that are marked, to be ticked off with a pencil beside them."""

from collections.abc import Sequence
from dataclasses import dataclass

from bluff.core.crew.strike import Stroke, StruckPlate
from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.measure.length import format_inches
from bluff.core.wall.member import Plate
from bluff.formats.paper.page import MARGIN, Page, fitting_size

_COLUMNS, _ROWS = 2, 24
LINES_ON_A_PAGE = _COLUMNS * _ROWS
_FOOT = MARGIN + 30
_NAMES = {Plate.TOP: "top plate", Plate.BOTTOM: "bottom plate"}
_HOOKS = {End.START: "left", End.END: "right"}


@dataclass(frozen=True, slots=True)
class StrikeLine:
    """A line of the sheet: the plate that follows, or one stroke of it."""

    says: str
    stroke: Stroke | None


def strike_lines(plates: Sequence[StruckPlate]) -> list[StrikeLine]:
    """The lines of all plates that change: each with its name, then its strokes along it."""
    return [
        StrikeLine(f"Wall {one.wall}, {_NAMES[one.plate]}, tape on the {_HOOKS[one.hook]} end", stroke)
        for one in plates
        if one.strokes
        for stroke in (None, *one.strokes)
    ]


def draw_strikes(page: Page, lines: Sequence[StrikeLine], words: Words) -> None:
    """Fill a page with lines.

    Args:
        page: To draw on.
        lines: As many as a page takes.
        words: The crew's.
    """
    top = page.height - MARGIN
    page.text(MARGIN, top - 16, "Strike and add", 20, bold=True)
    page.text(
        page.right,
        top - 14,
        "Tick each when it is done.",
        9,
        align="right",
    )
    if not lines:
        page.text(MARGIN, top - 50, "Every plate that is marked is marked as the plan is.", 12)
    column, step = (page.right - MARGIN) / _COLUMNS, (top - 52 - _FOOT) / _ROWS
    for index, line in enumerate(lines):
        left, y = MARGIN + index // _ROWS * column, top - 52 - index % _ROWS * step
        if line.stroke is None:
            page.text(left, y, line.says, 13, bold=True)
        else:
            _stroke(page, line.stroke, words, left, y, column)


def _stroke(page: Page, stroke: Stroke, words: Words, left: float, y: float, column: float) -> None:
    mark = stroke.mark
    page.polygon([(left, y - 1), (left + 10, y - 1), (left + 10, y + 9), (left, y + 9)], 1.0)
    page.text(left + 18, y, "add" if stroke.is_added else "strike", 10)
    page.text(left + 66, y, mark.symbol or "|", 14, bold=True, align="center")
    page.text(left + 140, y, format_inches(stroke.reading), 14, bold=True, align="right")
    said = words.name(mark.role) + (f" of {mark.opening}" if mark.opening else "")
    if mark.width:
        said += ", ahead" if mark.ahead else ", behind"
    page.text(left + 150, y, said, fitting_size(said, 9, column - 164))
