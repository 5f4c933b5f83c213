"""The job on paper: a cover with the plan, what to build first, then a sheet or two for every wall, as PDF."""

from collections.abc import Callable, Collection, Sequence
from functools import partial
from io import BytesIO
from typing import TypeAlias

from reportlab.pdfgen.canvas import Canvas

from bluff.core.crew.layout_pole import LayoutPole
from bluff.core.crew.order import BuildStep, build_order
from bluff.core.crew.packs import Pack, prefab
from bluff.core.crew.pole import Pole
from bluff.core.crew.strike import StruckPlate
from bluff.core.cutting.board import JobBoard
from bluff.core.cutting.saw import SawStop, stops
from bluff.core.measure.length import Length
from bluff.core.takeoff.sloped_studs import SlopedStud
from bluff.core.wall.framing import Framing
from bluff.formats.cutting_tables import Cutting
from bluff.formats.paper.cover_sheet import (
    PACKS_ON_A_PAGE,
    ROWS_ON_A_PAGE,
    ROWS_ON_COVER,
    draw_cover,
    draw_index,
    draw_packs,
)
from bluff.formats.paper.cut_sheets import BOARDS_ON_A_PAGE, STOPS_ON_A_PAGE, draw_boards, draw_stops
from bluff.formats.paper.layout_pole_sheet import draw_layout_pole, draw_layout_strip
from bluff.formats.paper.log_sheet import LogLine, LogRow, draw_log, log_pages
from bluff.formats.paper.page import MARGIN, Imprint, Page, Paper
from bluff.formats.paper.pole_sheet import POLES_ON_A_PAGE, draw_poles, draw_strip
from bluff.formats.paper.slope_sheet import draw_slope, pages_of
from bluff.formats.paper.strike_sheet import LINES_ON_A_PAGE, StrikeLine, draw_strikes, strike_lines
from bluff.formats.paper.strip import strip_starts
from bluff.formats.paper.wall_sheet import SHOWN_AT_FIRST, Layer, draw_wall

Sheet: TypeAlias = Callable[[Page], None]

__all__ = [
    "SHOWN_AT_FIRST",
    "Imprint",
    "Layer",
    "LogLine",
    "Paper",
    "cut_sheets",
    "job_sheets",
    "layout_pole_sheet",
    "layout_pole_strip",
    "log_sheets",
    "pole_sheet",
    "pole_strip",
    "strike_sheet",
    "wall_sheet",
]


def job_sheets(
    framings: Sequence[Framing], paper: Paper, imprint: Imprint, link: str, layers: Collection[Layer] = SHOWN_AT_FIRST
) -> bytes:
    """A whole job as PDF, walls in framing order.

    Args:
        framings: Every wall, in the job's order.
        paper: To lay it out for.
        imprint: What each sheet says of where it came from.
        link: The job's address; a wall's is this, /bench/ and its mark.
        layers: What is drawn of each wall besides its framing.
    """
    steps = build_order([framing.plan for framing in framings])
    packs = prefab(framings)
    sheets: list[Sheet] = [lambda page: draw_cover(page, framings, steps, packs, f"{link}/plan")]
    for first in range(ROWS_ON_COVER, len(steps), ROWS_ON_A_PAGE):
        rows = steps[first : first + ROWS_ON_A_PAGE]
        sheets.append(partial(_index, framings, rows, first + 1))
    for first in range(0, len(packs), PACKS_ON_A_PAGE):
        some = packs[first : first + PACKS_ON_A_PAGE]
        sheets.append(partial(_packs, some))
    by_id = {framing.plan.id: framing for framing in framings}
    for step in steps:
        sheets += _wall(by_id[step.wall], link, layers)
    return _write(sheets, paper, imprint)


def wall_sheet(
    framing: Framing, paper: Paper, imprint: Imprint, link: str, layers: Collection[Layer] = SHOWN_AT_FIRST
) -> bytes:
    """One wall alone as PDF; as `job_sheets`."""
    return _write(_wall(framing, link, layers), paper, imprint)


def pole_sheet(poles: Sequence[Pole], paper: Paper, imprint: Imprint) -> bytes:
    """Every story pole of a job side by side, as PDF."""
    pages = [poles[first : first + POLES_ON_A_PAGE] for first in range(0, len(poles), POLES_ON_A_PAGE)] or [()]
    return _write([partial(_poles, some) for some in pages], paper, imprint)


def pole_strip(pole: Pole, paper: Paper, imprint: Imprint) -> bytes:
    """One story pole at full size, over as many pages as it is long, as PDF."""
    return _write([partial(_strip, pole, start) for start in strip_starts(pole.height)], paper, imprint)


def layout_pole_sheet(pole: LayoutPole, paper: Paper, imprint: Imprint) -> bytes:
    """The layout pole of a wall with every figure, as PDF."""
    return _write([lambda page: draw_layout_pole(page, pole)], paper, imprint)


def layout_pole_strip(pole: LayoutPole, paper: Paper, imprint: Imprint) -> bytes:
    """The layout pole of a wall at full size, over as many pages as it is long, as PDF."""
    return _write([partial(_layout_strip, pole, start) for start in strip_starts(pole.length)], paper, imprint)


def cut_sheets(cutting: Cutting, paper: Paper, imprint: Imprint) -> bytes:
    """How a job is cut as PDF: the stops of the saw, then the boards with anything left to cut."""
    settings = [one for one in stops(cutting.boards, cutting.wanted, cutting.ticks) if one.cut < one.count]
    boards = [one for one in cutting.boards if any(one.tick(cut) not in cutting.ticks for cut in one.cuts)]
    longest = max((board.length for board in boards), default=1)
    sheets: list[Sheet] = [
        partial(_stops, cutting, settings[first : first + STOPS_ON_A_PAGE])
        for first in range(0, max(len(settings), 1), STOPS_ON_A_PAGE)
    ]
    sheets += [
        partial(_boards, cutting, boards[first : first + BOARDS_ON_A_PAGE], longest)
        for first in range(0, len(boards), BOARDS_ON_A_PAGE)
    ]
    return _write(sheets, paper, imprint)


def strike_sheet(plates: Sequence[StruckPlate], paper: Paper, imprint: Imprint) -> bytes:
    """What is struck and added on plates that are marked, as PDF."""
    lines = strike_lines(plates)
    sheets = [
        partial(_strikes, lines[first : first + LINES_ON_A_PAGE])
        for first in range(0, max(len(lines), 1), LINES_ON_A_PAGE)
    ]
    return _write(sheets, paper, imprint)


def log_sheets(lines: Sequence[LogLine], paper: Paper, imprint: Imprint) -> bytes:
    """The site log as PDF."""
    return _write([partial(_log, rows) for rows in log_pages(lines, *paper.size)], paper, imprint)


def _log(rows: Sequence[LogRow], page: Page) -> None:
    draw_log(page, rows)


def _strikes(lines: Sequence[StrikeLine], page: Page) -> None:
    draw_strikes(page, lines)


def _stops(cutting: Cutting, settings: Sequence[SawStop], page: Page) -> None:
    draw_stops(page, cutting, settings)


def _boards(cutting: Cutting, boards: Sequence[JobBoard], longest: Length, page: Page) -> None:
    draw_boards(page, cutting, boards, longest)


def _poles(poles: Sequence[Pole], page: Page) -> None:
    draw_poles(page, poles)


def _strip(pole: Pole, start: int, page: Page) -> None:
    draw_strip(page, pole, start)


def _layout_strip(pole: LayoutPole, start: int, page: Page) -> None:
    draw_layout_strip(page, pole, start)


def _index(framings: Sequence[Framing], steps: Sequence[BuildStep], first: int, page: Page) -> None:
    draw_index(page, framings, steps, first, MARGIN)


def _packs(packs: Sequence[Pack], page: Page) -> None:
    draw_packs(page, packs)


def _wall(framing: Framing, link: str, layers: Collection[Layer]) -> list[Sheet]:
    """A wall's sheet, and where its top is not level what its uprights are cut to."""
    first = partial(_elevation, framing, f"{link}/bench/{framing.plan.id}", layers)
    return [first, *(partial(_slope, framing, studs) for studs in pages_of(framing))]


def _elevation(framing: Framing, link: str, layers: Collection[Layer], page: Page) -> None:
    draw_wall(page, framing, link, layers)


def _slope(framing: Framing, studs: Sequence[SlopedStud], page: Page) -> None:
    draw_slope(page, framing, studs)


def _write(sheets: Sequence[Sheet], paper: Paper, imprint: Imprint) -> bytes:
    file = BytesIO()
    # Invariant: no clock and no random id in the file, so that the same job prints to the same bytes.
    canvas = Canvas(file, pagesize=paper.size, invariant=1)
    canvas.setTitle(imprint.job)
    canvas.setAuthor("Bluff")
    for number, draw in enumerate(sheets, start=1):
        page = Page(canvas, paper, imprint)
        draw(page)
        page.foot(number, len(sheets))
        canvas.showPage()
    canvas.save()
    return file.getvalue()
