"""Ways compared on paper: a page to lay on the table, each figure by each way as a bar and in figures."""

from collections.abc import Sequence
from io import BytesIO

from reportlab.pdfgen.canvas import Canvas

from bluff.core.message import message
from bluff.core.takeoff.comparison import CompareLine
from bluff.formats.paper.page import MARGIN, Imprint, Page, Paper, fitting_size

_NAMES = 170.0
_ROW = 26.0
_BAR = 7.0
_FIGURE = 78.0
_GUTTER = 14.0
_SAME = 0.9
_DIFFERENT = 0.55


def compare_sheet(ways: Sequence[str], lines: Sequence[CompareLine], paper: Paper, imprint: Imprint) -> bytes:
    """Ways compared, as PDF.

    Args:
        ways: Their names.
        lines: As `bluff.core.takeoff.comparison.compared` has them.
        paper: What it is laid out for.
        imprint: What every sheet says of where it came from.
    """
    file = BytesIO()
    canvas = Canvas(file, pagesize=paper.size, invariant=1)
    canvas.setTitle(imprint.job)
    canvas.setAuthor("Bluff")
    page = Page(canvas, paper, imprint)
    top = page.height - MARGIN
    page.text(MARGIN, top - 16, message("Ways compared"), 20, bold=True)
    page.text(page.right, top - 14, imprint.job, 12, align="right")
    wide = (page.right - MARGIN - _NAMES) / len(ways)
    lefts = [MARGIN + _NAMES + number * wide for number in range(len(ways))]
    for left, way in zip(lefts, ways, strict=True):
        page.text(left, top - 46, way, fitting_size(way, 12, wide - _GUTTER), bold=True)
    page.line(MARGIN, top - 52, page.right, top - 52)
    for row, line in enumerate(lines):
        _draw(page, line, lefts, wide, top - 72 - row * _ROW)
    page.foot(1, 1)
    canvas.showPage()
    canvas.save()
    return file.getvalue()


def _draw(page: Page, line: CompareLine, lefts: Sequence[float], wide: float, y: float) -> None:
    page.text(MARGIN, y, line.name, 11, bold=line.differs)
    room = wide - _FIGURE - _GUTTER
    for left, share, text in zip(lefts, line.shares, line.texts, strict=True):
        long = room * float(share)
        if long > 0:
            corners = [(left, y), (left + long, y), (left + long, y + _BAR), (left, y + _BAR)]
            page.polygon(corners, _DIFFERENT if line.differs else _SAME, 0.3)
        page.text(left + wide - _GUTTER, y, text, 12, bold=line.differs, align="right")
    page.line(MARGIN, y - 8, page.right, y - 8, 0.2)
