"""Cut sheets: boards as they lie on the saw, to be ticked with a pencil, and the stops of the saw before them."""

from collections.abc import Sequence

from bluff.core.cutting.board import JobBoard, Source
from bluff.core.cutting.saw import SawStop
from bluff.core.measure.length import Length, format_board, format_inches
from bluff.core.message import Message, message
from bluff.formats.cutting_tables import Cutting
from bluff.formats.paper.page import MARGIN, Page, fitting_size, text_width

BOARDS_ON_A_PAGE = 11
STOPS_ON_A_PAGE = 44
_STOP_COLUMNS = 2
_FOOT = MARGIN + 30
_ROW = 41.0
_BAR = 22.0
_LEFT = MARGIN + 112.0
_SAID = 280.0
"""What stands at the right of a page's title."""


def draw_boards(page: Page, cutting: Cutting, boards: Sequence[JobBoard], longest: Length) -> None:
    """Fill a page with boards, all to one scale.

    Args:
        page: To draw on.
        cutting: What they are of.
        boards: As many as a page takes.
        longest: Board of the job, which is as wide as there is room.
    """
    top = page.height - MARGIN
    title = page.say(_of_walls(cutting, message("Boards to cut")))
    page.text(MARGIN, top - 16, title, fitting_size(title, 20, page.right - MARGIN - _SAID), bold=True)
    page.text(
        page.right, top - 14, message("Long before short. Lengths in inches; a kerf between pieces."), 9, align="right"
    )
    scale = (page.right - _LEFT - 8) / longest
    for row, board in enumerate(boards):
        _board(page, cutting, board, top - 52 - row * _ROW, scale)


def _board(page: Page, cutting: Cutting, board: JobBoard, y: float, scale: float) -> None:
    """One board, its box to tick and its number before it; y is the upper edge of its bar."""
    low = y - _BAR
    page.polygon([(MARGIN, low + 5), (MARGIN + 12, low + 5), (MARGIN + 12, low + 17), (MARGIN, low + 17)], 1.0)
    page.text(MARGIN + 18, low + 6, str(board.number), 14, bold=True)
    page.text(MARGIN + 50, low + 10, board.section.called, 8.5)
    page.text(MARGIN + 50, low, _about(board), 8.5, bold=True)
    page.polygon(_box(_LEFT, low, board.length * scale), 1.0)
    short = []
    for at, cut in board.places(cutting.stock.kerf):
        x, width = _LEFT + at * scale, cut.takes * scale
        member = cutting.members.get(board.section, {}).get(cut.piece)
        is_cut = board.tick(cut) in cutting.ticks
        page.polygon(_box(x, low, width), 1.0 if is_cut or member is None else 0.9)
        where = f"{member.id.wall} {page.piece(member.role)}" if member else page.say(message("spare"))
        bevel = f", {member.bevel.degrees}°" if member and member.bevel else ""
        bevel += page.say(message(", turned")) if cut.nests else ""
        length = format_inches(cut.length)
        if width > max(text_width(length, 10, bold=True), 26) + 4:
            page.text(x + width / 2, low + 3, length, fitting_size(length, 11, width - 4), bold=True, align="center")
            text = f"{where}{bevel}"
            page.text(x + width / 2, low + 14, text, fitting_size(text, 7, width - 3), align="center")
        else:
            short.append(f"{where} {length}{bevel}")
    drop = board.drop(cutting.stock.kerf)
    is_kept = drop >= cutting.stock.keep
    rest = message("{drop:length} left, keep" if is_kept else "{drop:length} left", drop=drop)
    left = [page.say(rest)] if drop else []
    text = "; ".join([*short, *left])
    if text:
        end = max(_LEFT + board.length * scale, _LEFT + text_width(text, 8))
        page.text(end, low - 9, text, fitting_size(text, 8, page.right - _LEFT), align="right")


def _of_walls(cutting: Cutting, what: Message) -> Message:
    if not cutting.walls:
        return what
    return message("{what} for {walls}", what=what, walls=", ".join(cutting.walls))


def _box(x: float, low: float, width: float) -> list[tuple[float, float]]:
    return [(x, low), (x + width, low), (x + width, low + _BAR), (x, low + _BAR)]


def _about(board: JobBoard) -> Message:
    match board.source:
        case Source.BOUGHT:
            return message("{length}", length=format_board(board.length))
        case Source.ON_SITE:
            return message("{length}, on site", length=format_board(board.length))
        case Source.OFFCUT:
            return message("{length}, a piece", length=format_board(board.length))


def draw_stops(page: Page, cutting: Cutting, settings: Sequence[SawStop]) -> None:
    """Fill a page with stops: set the saw once, cut so many."""
    top = page.height - MARGIN
    title = page.say(_of_walls(cutting, message("Saw stops")))
    page.text(MARGIN, top - 16, title, fitting_size(title, 20, page.right - MARGIN - _SAID), bold=True)
    page.text(
        page.right, top - 14, message("Set the stop once, cut all of a length. Lengths in inches."), 9, align="right"
    )
    if not settings:
        page.text(MARGIN, top - 50, message("Everything is cut."), 12)
    column = (page.right - MARGIN) / _STOP_COLUMNS
    rows = STOPS_ON_A_PAGE // _STOP_COLUMNS
    step = (top - 52 - _FOOT) / rows
    for index, stop in enumerate(settings):
        left, y = MARGIN + index // rows * column, top - 50 - index % rows * step
        page.polygon([(left, y - 1), (left + 10, y - 1), (left + 10, y + 9), (left, y + 9)], 1.0)
        page.text(left + 44, y, f"{stop.count - stop.cut} –", 12, bold=True, align="right")
        page.text(left + 50, y, stop.section.called, 10)
        page.text(left + 178, y, format_inches(stop.length), 13, bold=True, align="right")
        roles = ", ".join(map(page.piece, stop.roles))
        bevel = f"; {stop.bevel.degrees}°" if stop.bevel else ""
        short = stop.bevel.short if stop.bevel else None
        text = f"{roles}{bevel}" + (f", short {format_inches(short)}" if short is not None else "")
        page.text(left + 186, y, text, fitting_size(text, 9, column - 200))
