"""Tables for a spreadsheet: the marks of every plate, and the cut list, as CSV."""

import csv
from collections.abc import Iterable, Sequence
from io import StringIO

from bluff.core.job.schools import MarkLines
from bluff.core.measure.length import format_inches, to_inches
from bluff.core.message import Message, message
from bluff.core.takeoff.cut_list import SPACER_NAMES, cut_list, spacer_list
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import Plate
from bluff.views.reader import Reader, reader


def headings(*names: str) -> tuple[Message, ...]:
    """The names of columns, each a template."""
    return tuple(map(message, names))


MARKS = headings(
    "wall",
    "plate",
    "reading",
    "inches",
    "symbol",
    "ahead",
    "role",
    "opening",
    "member",
    "wide face",
    "flat on",
    "to",
)
CUTS = headings("wall", "count", "size", "length", "inches", "for", "short point", "bevel")
_PLATES = {Plate.BOTTOM: message("bottom"), Plate.TOP: message("top")}


def marks_csv(framings: Iterable[Framing]) -> str:
    """Every mark, wall by wall, as read from the end the tape hooks on, and where a second line goes if one does."""
    rows = []
    for framing in framings:
        plan, reads = framing.plan, reader(framing.plan.standard.words)
        for mark in framing.marks:
            reading = read_mark(mark, plan.length, plan.standard.datum.end)
            at = reading.at.value
            other = reading.other_line if plan.standard.mark_lines is MarkLines.BOTH else None
            rows.append(
                (
                    plan.id,
                    _PLATES[mark.plate],
                    format_inches(at, 64),
                    to_inches(at),
                    mark.symbol,
                    message("ahead") if reading.ahead else message("behind"),
                    reads.piece(mark.role),
                    mark.opening or "",
                    str(mark.member) if mark.member else "",
                    plan.side_called(mark.wide_face) if mark.wide_face else "",
                    plan.side_called(mark.side) if mark.side else "",
                    "" if other is None else format_inches(other, 64),
                )
            )
    return written(MARKS, rows)


def cut_list_csv(framings: Iterable[Framing]) -> str:
    """What to cut, wall by wall, boards first and the spacers of the headers after them."""
    rows: list[tuple[object, ...]] = []
    for framing in framings:
        wall, reads = framing.plan.id, reader(framing.plan.standard.words)
        for row in cut_list([framing]):
            roles = ", ".join(map(reads.piece, row.roles))
            size = message("{size} treated", size=row.size) if row.is_treated else row.size
            short = row.bevel.short if row.bevel else None
            bevelled = "" if short is None else format_inches(short, 64), row.bevel.degrees if row.bevel else ""
            length = format_inches(row.length, 64), to_inches(row.length)
            rows.append((wall, row.count, size, *length, roles, *bevelled))
        for spacer in spacer_list([framing]):
            size = f"{format_inches(spacer.thickness)} x {format_inches(spacer.depth)}"
            length = format_inches(spacer.length, 64), to_inches(spacer.length)
            rows.append((wall, spacer.count, size, *length, reads.say(SPACER_NAMES[spacer.spacer]), "", ""))
    return written(CUTS, rows)


def written(head: Sequence[Message | str], rows: Iterable[Sequence[object]], reads: Reader | None = None) -> str:
    """A table as CSV, its messages put into words, nothing in it a spreadsheet would take for a formula."""
    file = StringIO()
    writer = csv.writer(file)
    reads = reads or Reader()

    def text(cell: object) -> object:
        return safe(reads.say(cell) if isinstance(cell, Message) else cell)

    writer.writerow([*map(text, head)])
    writer.writerows([*map(text, row)] for row in rows)
    return file.getvalue()


def safe(cell: object) -> object:
    """A mark like =1+1 is text, though a spreadsheet would take it for a formula, also behind a tab or a line's end."""
    return f"'{cell}" if isinstance(cell, str) and cell.lstrip("\t\r\n ")[:1] in set("=+-@") else cell
