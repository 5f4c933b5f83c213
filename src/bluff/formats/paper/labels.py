"""Labels for pieces, on sheets of labels as they are sold: what it is, which way up, and a code that opens it."""

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from io import BytesIO
from urllib.parse import quote

from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.units import inch, mm
from reportlab.pdfgen.canvas import Canvas

from bluff.core.cutting.board import Cut, JobBoard
from bluff.core.measure.length import format_inches
from bluff.core.message import Message, message, separated
from bluff.core.wall.member import UPRIGHTS, Member, Role
from bluff.formats.cutting_tables import Cutting
from bluff.formats.paper.page import Imprint, Page, Paper, fitting_size


class LabelSheet(StrEnum):
    """A sheet of labels, by how many are on it."""

    LETTER_30 = "letter-30"
    """Three across and ten down, each 2 5/8 by 1 inch, on letter paper."""
    A4_24 = "a4-24"
    """Three across and eight down, each 70 by 37 millimeters, on A4."""


@dataclass(frozen=True, slots=True)
class _Grid:
    """Where labels are on their sheet, in points from its upper left corner."""

    paper: tuple[float, float]
    across: int
    down: int
    width: float
    height: float
    left: float
    top: float
    step: float


_GRIDS = {
    LabelSheet.LETTER_30: _Grid(letter, 3, 10, 2.625 * inch, inch, 0.1875 * inch, 0.5 * inch, 2.75 * inch),
    LabelSheet.A4_24: _Grid(A4, 3, 8, 70 * mm, 37 * mm, 0, 0.5 * mm, 70 * mm),
}
_EDGE = 6.0


def labels(cutting: Cutting, sheet: LabelSheet, imprint: Imprint, link: str, skip: int = 0) -> bytes:
    """A label for every piece that is still to be cut, board by board, as PDF.

    Args:
        cutting: How the job is cut.
        sheet: What the labels are on.
        imprint: The job they are of.
        link: The job's address.
        skip: Labels that are gone from the first sheet already.
    """
    grid = _GRIDS[sheet]
    file = BytesIO()
    canvas = Canvas(file, pagesize=grid.paper, invariant=1)
    canvas.setTitle(imprint.job)
    canvas.setAuthor("Bluff")
    page = Page(canvas, Paper.LETTER, imprint)
    each = grid.across * grid.down
    place = skip % each
    for board, cut, member in _waiting(cutting):
        if place == each:
            canvas.showPage()
            place = 0
        row, column = divmod(place, grid.across)
        x = grid.left + column * grid.step
        y = grid.paper[1] - grid.top - (row + 1) * grid.height
        _label(page, board, cut, member, (x, y, grid.width, grid.height), link)
        place += 1
    canvas.showPage()
    canvas.save()
    return file.getvalue()


def _waiting(cutting: Cutting) -> Iterator[tuple[JobBoard, Cut, Member]]:
    for board in cutting.boards:
        for cut in board.cuts:
            member = cutting.wanted.get(board.section, {}).get(cut.piece)
            if member and board.tick(cut) not in cutting.ticks:
                yield board, cut, member


def _label(
    page: Page,
    board: JobBoard,
    cut: Cut,
    member: Member,
    box: tuple[float, float, float, float],
    link: str,
) -> None:
    x, y, width, height = box
    side = height - 2 * _EDGE
    page.code(x + width - side - _EDGE, y + _EDGE, side, _address(link, member))
    room, left, top = width - side - 3 * _EDGE, x + _EDGE, y + height - _EDGE
    what = f"{member.id.wall}  {page.piece(member.role)}" + (f" {member.opening}" if member.opening else "")
    page.text(left, top - 12, what, fitting_size(what, 13, room), bold=True)
    length = f"{page.say(board.section.called)}  {format_inches(cut.length)}"
    page.text(left, top - 29, length, fitting_size(length, 15, room), bold=True)
    text = page.say(separated([_way_up(member), *_bevel(member)]))
    page.text(left, top - 42, text, fitting_size(text or "x", 8.5, room))
    whose = page.say(message("board {number}, {job}", number=board.number, job=page.imprint.job))
    page.text(left, top - 53, whose, fitting_size(whose, 7, room))


def _address(link: str, member: Member) -> str:
    """Where a piece is seen in its wall."""
    return f"{link}/bench/{quote(member.id.wall)}?piece={quote(str(member.id), safe='/')}"


def _way_up(member: Member) -> Message:
    """How it goes into the wall, so that nobody turns it over."""
    if member.role is Role.HEADER:
        return message("crown up")
    if member.role in UPRIGHTS:
        return message("this end up >")
    return message("toward the wall's end >")


def _bevel(member: Member) -> Iterator[Message]:
    if member.bevel is None:
        return
    yield message("{degrees}°", degrees=str(member.bevel.degrees))
    if member.bevel.short is not None:
        yield message("short {length:length}", length=member.bevel.short)
