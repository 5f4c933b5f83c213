"""How a job is cut, as tables: every cut board by board, and the stops of the saw; as CSV and as a spreadsheet."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from io import BytesIO
from typing import Any

from openpyxl import Workbook
from openpyxl.cell import WriteOnlyCell
from openpyxl.styles import Font

from bluff.core.cutting.board import JobBoard, Source, Ticks
from bluff.core.cutting.saw import Members, stops
from bluff.core.job.stock import YardStock
from bluff.core.job.words import Words
from bluff.core.measure.length import format_board, format_inches, to_inches
from bluff.core.message import Message, message
from bluff.formats.tables import headings, safe, written
from bluff.views.reader import Reader, reader

CUTS = headings(
    "board",
    "section",
    "board length",
    "from",
    "cut",
    "wall",
    "for",
    "piece",
    "length",
    "inches",
    "bevel",
    "short point",
    "turned",
    "is cut",
    "drop",
)
STOPS = headings("section", "count", "length", "inches", "bevel", "short point", "for", "cut", "boards")
_WIDEST = 40


@dataclass(frozen=True, slots=True)
class Cutting:
    """What is written of how a job is cut.

    Args:
        boards: Every board.
        members: The job's members by section and name of the piece.
        wanted: Those of them whose stops and labels are written.
        ticks: What was cut.
        stock: For the kerf.
        words: The crew's.
        walls: Those it is for; all of them where none is named.
    """

    boards: Sequence[JobBoard]
    members: Members
    wanted: Members
    ticks: Ticks
    stock: YardStock
    words: Words
    walls: tuple[str, ...] = ()


_SOURCES = {
    Source.BOUGHT: message("bought"),
    Source.ON_SITE: message("on site"),
    Source.OFFCUT: message("offcut"),
}


def cuts_csv(cutting: Cutting) -> str:
    """Every cut, board by board in the order of the saw."""
    return written(CUTS, _cuts(cutting), reader(cutting.words))


def cutting_xlsx(cutting: Cutting) -> bytes:
    """The same as a spreadsheet, and the stops on a second page."""
    pages = {message("Boards"): (CUTS, [*_cuts(cutting)]), message("Stops"): (STOPS, [*_stops(cutting)])}
    return workbook(pages, reader(cutting.words))


def _cuts(cutting: Cutting) -> Iterator[tuple[object, ...]]:
    reads = reader(cutting.words)
    for board in cutting.boards:
        drop = board.drop(cutting.stock.kerf)
        for number, cut in enumerate(board.cuts, start=1):
            member = cutting.members.get(board.section, {}).get(cut.piece)
            bevel = member.bevel if member else None
            yield (
                board.number,
                board.section.called,
                format_board(board.length),
                _SOURCES[board.source],
                number,
                member.id.wall if member else "",
                reads.piece(member.role) if member else message("spare"),
                cut.piece,
                format_inches(cut.length, 64),
                to_inches(cut.length),
                bevel.degrees if bevel else "",
                format_inches(bevel.short, 64) if bevel and bevel.short is not None else "",
                message("yes") if cut.nests else "",
                message("yes") if board.tick(cut) in cutting.ticks else "",
                format_inches(drop, 64) if number == len(board.cuts) else "",
            )


def _stops(cutting: Cutting) -> Iterator[tuple[object, ...]]:
    reads = reader(cutting.words)
    for stop in stops(cutting.boards, cutting.wanted, cutting.ticks):
        short = stop.bevel.short if stop.bevel else None
        yield (
            stop.section.called,
            stop.count,
            format_inches(stop.length, 64),
            to_inches(stop.length),
            stop.bevel.degrees if stop.bevel else "",
            "" if short is None else format_inches(short, 64),
            ", ".join(map(reads.piece, stop.roles)),
            stop.cut,
            ", ".join(map(str, stop.boards)),
        )


def workbook(pages: Mapping[Message, tuple[Sequence[Message], Sequence[Sequence[object]]]], reader: Reader) -> bytes:
    """Tables as a spreadsheet, a page each, its head in bold and always in view.

    Args:
        pages: By name, the names of the columns and the rows. Text stays text, whatever it begins with.
        reader: Puts what is a message into words.
    """
    book = Workbook(write_only=True)
    for name, (head, cells) in pages.items():
        rows = [[reader.say(cell) if isinstance(cell, Message) else cell for cell in row] for row in cells]
        page = book.create_sheet(reader.say(name))
        page.freeze_panes = "A2"
        for column, title in enumerate(map(reader.say, head)):
            widest = max((len(str(row[column])) for row in rows), default=0)
            letter = chr(ord("A") + column)
            page.column_dimensions[letter].width = min(max(widest, len(title)), _WIDEST) + 2
        page.append([_bold(page, reader.say(title)) for title in head])
        for row in rows:
            page.append([safe(cell) for cell in row])
    file = BytesIO()
    book.save(file)
    return file.getvalue()


def _bold(page: Any, title: str) -> Any:
    cell = WriteOnlyCell(page, value=title)
    cell.font = Font(bold=True)
    return cell
