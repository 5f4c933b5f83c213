"""Scale models on paper: what to cut, then the plates and every wall as large as the model, to build on.

A wall that is larger than a page goes over several, side by side and one above the other; where they meet each has a
register mark in its corners, which are laid on each other.
"""

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from io import BytesIO

from reportlab.pdfgen.canvas import Canvas

from bluff.core.learn.scale_model import Model, ModelList, ModelRow
from bluff.core.measure.length import PER_INCH, format_inches
from bluff.core.message import Message, message, plural, separated
from bluff.core.wall.framing import Framing
from bluff.formats.paper.model_plates import PlateRow, draw_rows, plate_rows, row_height
from bluff.formats.paper.page import MARGIN, Imprint, Page, Paper, fitting_size
from bluff.formats.paper.wall_sheet import draw_member

_POINTS_AN_INCH = 72.0
_HEAD, _FOOT = 44.0, 40.0
_ROW = 17.0


def model_sheets(framings: Sequence[Framing], listed: ModelList, model: Model, paper: Paper, imprint: Imprint) -> bytes:
    """A model's cut list and its walls at full size, as PDF.

    Args:
        framings: The walls, framed of sticks at their real size.
        listed: What is cut for them.
        model: How it is made.
        paper: What it is laid out for.
        imprint: What every sheet says of where it came from.
    """
    file = BytesIO()
    canvas = Canvas(file, pagesize=paper.size, invariant=1)
    canvas.setTitle(imprint.job)
    canvas.setAuthor("Bluff")
    blank = Page(canvas, paper, imprint)
    fit = int((blank.height - 2 * MARGIN - 80 - _FOOT) // _ROW)
    lists = [listed.rows[first : first + 2 * fit] for first in range(0, len(listed.rows), 2 * fit)] or [()]
    parts = [part for framing in framings for part in _parts(framing, model, blank)]
    plates = [sheet for framing in framings for sheet in _plates(framing, model, blank)]
    sheets: list[Callable[[Page], None]] = [
        *(partial(_list, rows=rows, listed=listed, model=model, on_a_column=fit) for rows in lists),
        *(partial(_plate_sheet, title=title, rows=rows, model=model) for title, rows in plates),
        *(partial(_part, framing=framing, model=model, at=(x, y), name=name) for framing, x, y, name in parts),
    ]
    for number, draw in enumerate(sheets, start=1):
        page = Page(canvas, paper, imprint)
        draw(page)
        page.foot(number, len(sheets))
        canvas.showPage()
    canvas.save()
    return file.getvalue()


def _room(page: Page) -> tuple[float, float]:
    """What of a page a wall may take up."""
    return page.right - MARGIN, page.height - 2 * MARGIN - _HEAD - _FOOT


def _points(model: Model) -> float:
    """Points on paper of a 64th of an inch of the wall."""
    return float(model.scale) * _POINTS_AN_INCH / PER_INCH


def _parts(framing: Framing, model: Model, page: Page) -> Iterator[tuple[Framing, int, int, Message]]:
    """The pages of a wall: how far across and up each lies, and what it is called."""
    wide, high = _room(page)
    scale = _points(model)
    across = range(int(-(-framing.plan.plate_length.value * scale // wide)))
    up = range(int(-(-framing.plan.height.value * scale // high)))
    count = len(across) * len(up)
    for number, (row, column) in enumerate(((row, column) for row in reversed(up) for column in across), start=1):
        yield framing, column, row, message("{number} of {count}", number=number, count=count)


def _plates(framing: Framing, model: Model, page: Page) -> Iterator[tuple[Message, list[PlateRow]]]:
    """The pages of a wall's plates: their titles and rows."""
    wide, high = _room(page)
    rows = plate_rows(framing, int(wide / _points(model)))
    on_a_page = max(int(high // row_height(_wide(model))), 1)
    pages = [rows[first : first + on_a_page] for first in range(0, len(rows), on_a_page)]
    for number, part in enumerate(pages, start=1):
        title = message(
            "Plates of wall {wall}, part {number} of {count}", wall=framing.plan.id, number=number, count=len(pages)
        )
        yield title, part


def _plate_sheet(page: Page, title: Message, rows: Sequence[PlateRow], model: Model) -> None:
    _head(page, title)
    draw_rows(page, rows, page.height - MARGIN - _HEAD, _wide(model), _points(model))


def _wide(model: Model) -> float:
    """Points a stick is wide."""
    return model.wide * _POINTS_AN_INCH / PER_INCH


def _head(page: Page, title: Message) -> None:
    page.text(MARGIN, page.height - MARGIN - 16, title, 16, bold=True)
    page.text(page.right, page.height - MARGIN - 14, message("Print at 100 percent, not fitted."), 10, align="right")


def _part(page: Page, framing: Framing, model: Model, at: tuple[int, int], name: Message) -> None:
    wide, high = _room(page)
    scale, low = _points(model), MARGIN + _FOOT
    _head(page, message("Wall {wall}, part {part}", wall=framing.plan.id, part=name))
    left, floor = MARGIN - at[0] * wide, low - at[1] * high
    canvas = page.canvas
    canvas.saveState()
    path = canvas.beginPath()
    path.rect(MARGIN, low, wide, high)
    canvas.clipPath(path, stroke=0)
    for member in framing.members:
        draw_member(page, member, left, floor, scale)
    for opening in framing.openings:
        placed = opening.placed
        middle = left + (placed.start.value + placed.end) / 2 * scale
        page.text(middle, floor + placed.head.value * scale / 2, placed.id, 16, bold=True, align="center")
    canvas.restoreState()
    for x in (MARGIN, MARGIN + wide):
        for y in (low, low + high):
            page.line(x - 8, y, x + 8, y, 0.4)
            page.line(x, y - 8, x, y + 8, 0.4)


def _list(page: Page, rows: Sequence[ModelRow], listed: ModelList, model: Model, on_a_column: int) -> None:
    top = page.height - MARGIN
    sticks = f"{format_inches(model.thick, 32)} x {format_inches(model.wide, 32)}"
    page.text(
        MARGIN,
        top - 16,
        message("Model of sticks {sticks}, {scale}", sticks=sticks, scale=_scale_called(model)),
        18,
        bold=True,
    )
    page.text(page.right, top - 14, page.imprint.job, 12, align="right")
    notes = [
        plural("{count} corner", "{count} corners", count=listed.corners),
        plural("{count} intersection", "{count} intersections", count=listed.intersections),
        message("cut to the nearest 32nd"),
    ]
    if listed.left_out:
        notes.append(message("no room between such sticks for {openings}", openings=", ".join(listed.left_out)))
    page.text(MARGIN, top - 38, separated(notes), 11)
    for number, row in enumerate(rows):
        x = MARGIN + (number // on_a_column) * (page.right - MARGIN) / 2
        y = top - 66 - number % on_a_column * _ROW
        page.text(x + 34, y, f"{row.count} –", 13, bold=True, align="right")
        page.text(x + 100, y, format_inches(row.length, 32), 13, bold=True, align="right")
        what = ", ".join(map(page.piece, row.roles))
        if row.deep is not None:
            what = page.say(message("{deep:fine} deep, {pieces}", deep=row.deep, pieces=what))
        page.text(x + 112, y, what, fitting_size(what, 9, (page.right - MARGIN) / 2 - 120))


def _scale_called(model: Model) -> Message:
    """A scale as it is written: inches to the foot where they are whole quarters, one to so many otherwise."""
    quarters = model.scale * 48
    if quarters.denominator == 1:
        return message("{inches:length} in to the foot", inches=int(quarters) * PER_INCH // 4)
    return message("1:{many}", many=f"{float(1 / model.scale):g}")
