"""The order on paper: quantity first, a load after the other, then what is ordered besides boards."""

from collections.abc import Callable
from fractions import Fraction
from functools import partial
from io import BytesIO

from reportlab.pdfgen.canvas import Canvas

from bluff.core.crew.supply import SPECIAL, Load, OrderLine
from bluff.core.message import EMPTY, Message, message, plural
from bluff.formats.order_files import WholeOrder, without_price
from bluff.formats.paper.page import MARGIN, Imprint, Page, Paper, fitting_size, is_printable
from bluff.formats.prices import format_price
from bluff.formats.regional import money
from bluff.views.reader import reader

_ROW = 19.0
_FOOT = MARGIN + 34
_QUANTITY, _WHAT, _GRADE, _NOTES, _PRICE, _COST, _POUNDS = 74.0, 84.0, 262.0, 352.0, 560.0, 640.0, 712.0


def order_sheet(whole: WholeOrder, paper: Paper, imprint: Imprint) -> bytes:
    """An order as PDF."""
    file = BytesIO()
    canvas = Canvas(file, pagesize=paper.size, invariant=1)
    canvas.setTitle(imprint.job)
    canvas.setAuthor("Bluff")
    rows = [*_rows(whole)]
    on_a_page = int((paper.size[1] - MARGIN - 56 - _FOOT) // _ROW)
    pages = [rows[first : first + on_a_page] for first in range(0, len(rows), on_a_page)]
    for number, some in enumerate(pages, start=1):
        page = Page(canvas, paper, imprint)
        top = page.height - MARGIN
        page.text(MARGIN, top - 16, message("Order"), 20, bold=True)
        page.text(page.right, top - 14, whole.job, 12, align="right")
        for index, draw in enumerate(some):
            draw(page, top - 50 - index * _ROW)
        page.foot(number, len(pages))
        canvas.showPage()
    canvas.save()
    return file.getvalue()


_Row = Callable[[Page, float], None]


def _rows(whole: WholeOrder) -> list[_Row]:
    """Every line of the paper in order, as what draws it at a height."""
    order, say = whole.order, reader(whole.words).say
    rows: list[_Row] = [_head]
    for number, load in enumerate(whole.loads, start=1):
        if len(whole.loads) > 1:
            rows.append(partial(_title, _load_called(number, load)))
        rows += [partial(_line, line, whole.currency) for line in load.lines]
    cost = _money(order.cost, whole.currency) if order.cost else ""
    missing = without_price(order.unpriced) if order.cost and order.unpriced else EMPTY
    boards = plural("{count} board", "{count} boards", count=sum(line.bought for line in order.lines))
    rows.append(partial(_total, boards, missing, cost, message("{pounds} lb", pounds=round(order.pounds))))
    if order.supplies:
        rows.append(partial(_title, message("Sheets and hardware")))
    for one in order.supplies:
        rows.append(partial(_supply, one.count, say(one.what), say(one.because)))
    return rows


def _money(amount: Fraction, currency: str) -> str:
    written = money(amount, currency)
    return written if is_printable(written) else money(amount, currency, in_letters=True)


def _load_called(number: int, load: Load) -> Message:
    return message(
        "Load {number}: walls {walls}, {pounds} lb",
        number=number,
        walls=", ".join(load.walls),
        pounds=round(load.pounds),
    )


def _head(page: Page, y: float) -> None:
    for x, name in ((_WHAT, message("board")), (_GRADE, message("grade")), (_NOTES, message("of them"))):
        page.text(x, y, name, 8)
    for x, name in (
        (_QUANTITY, message("quantity")),
        (_PRICE, message("each")),
        (_COST, message("cost")),
        (_POUNDS, message("lb")),
    ):
        page.text(x, y, name, 8, align="right")


def _title(title: Message, page: Page, y: float) -> None:
    text = page.say(title)
    page.text(MARGIN, y, text, fitting_size(text, 12, page.right - MARGIN), bold=True)


def _line(line: OrderLine, currency: str, page: Page, y: float) -> None:
    page.text(_QUANTITY, y, f"{line.bought} –", 14, bold=True, align="right")
    page.text(_WHAT, y, message("{size} x {length}", size=line.section.called, length=line.board), 14, bold=True)
    page.text(_GRADE, y, line.grade, fitting_size(line.grade or "x", 10, _NOTES - _GRADE - 8))
    notes = [SPECIAL] if line.is_special else []
    notes += [message("{count} straight", count=line.straight)] if line.straight else []
    notes += [message("{count} extra for crooked boards", count=line.crooked)] if line.crooked else []
    text = ", ".join(map(page.say, notes))
    page.text(_NOTES, y, text, fitting_size(text or "x", 10, _PRICE - _NOTES - 40))
    if line.price is not None and line.cost is not None:
        page.text(_PRICE, y, format_price(line.price), 11, align="right")
        page.text(_COST, y, _money(line.cost, currency), 11, align="right")
    elif line.is_special:
        page.text(_COST, y, message("no price"), 10, align="right")
    page.text(_POUNDS, y, str(round(line.bought * line.pounds)), 11, align="right")
    page.line(MARGIN, y - 5, page.right, y - 5, 0.2)


def _total(boards: Message, missing: Message, cost: str, pounds: Message, page: Page, y: float) -> None:
    page.text(_WHAT, y, boards, 12, bold=True)
    page.text(_NOTES - 90, y, missing, 9)
    page.text(_COST, y, cost, 12, bold=True, align="right")
    page.text(_POUNDS, y, pounds, 12, bold=True, align="right")


def _supply(count: int, what: str, because: str, page: Page, y: float) -> None:
    page.text(_QUANTITY, y, f"{count} –", 14, bold=True, align="right")
    page.text(_WHAT, y, what, fitting_size(what, 12, 330), bold=True)
    page.text(_WHAT + 340, y, because, 9)
