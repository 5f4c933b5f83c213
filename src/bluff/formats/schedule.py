"""The schedule as a table: read from a spreadsheet or typed cell by cell, and written for one.

A change of the schedule is what somebody wrote in some cells of one opening's line. Cells that are not written
are left as they are, an empty one follows again.
"""

import csv
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from io import StringIO
from typing import TypeAlias

from bluff.core.crew.schedule import ScheduleRow, is_checked
from bluff.core.errors import BluffError, JobError
from bluff.core.job.edit import AddOpening, ChangeOpening, Edit, Several
from bluff.core.job.header import Header, Source
from bluff.core.job.job import Job, Opening, Sizing
from bluff.core.job.position import Centered
from bluff.core.job.ways import OpeningWays
from bluff.core.measure.length import Length, format_inches, parse_length
from bluff.core.measure.size import parse_size
from bluff.core.message import message
from bluff.core.phrase.header import read_header
from bluff.core.phrase.opening_line import read_kind
from bluff.core.phrase.place import place_in_words, read_place
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.json_text import check_text
from bluff.formats.tables import written

COLUMNS = ("mark", "wall", "floor", "kind", "unit", "rough", "at", "head", "header", "source", "jacks", "kings")
"""What can be written of an opening. Of unit and rough one is given."""
Change: TypeAlias = Mapping[str, str]
"""Cells by their column; `mark` says of which opening."""

MOST_ROWS = 2000


def schedule_csv(rows: Iterable[ScheduleRow]) -> str:
    """The schedule for a spreadsheet, a line for every opening; `read_schedule` takes it in again."""
    lines = []
    for row in rows:
        for placed in row.openings:
            opening = placed.opening
            size = str(opening.size)
            lines.append(
                (
                    opening.id,
                    opening.wall,
                    opening.floor or "",
                    opening.kind,
                    size if opening.sizing is Sizing.UNIT else "",
                    size if opening.sizing is Sizing.ROUGH else "",
                    place_in_words(opening.position),
                    "" if opening.kind.is_doorway else _given(opening.ways.head_height),
                    str(placed.header) if opening.ways.header else "",
                    placed.header.choice.source if opening.ways.header else "",
                    opening.ways.jack_count or "",
                    opening.ways.king_count or "",
                    _rough_in_words(row),
                    "yes" if is_checked(placed) else "",
                )
            )
    return written((*COLUMNS, "rough opening", "checked"), lines)


def read_schedule(text: str) -> list[Change]:
    """The changes a table asks for: comma or tab separated, its first line naming the columns.

    Columns that are not the schedule's own are left alone.

    Raises:
        FaultyData: It names no marks, or is too long.
    """
    lines = _lines(text.lstrip("\ufeff"))
    names = [name.strip().lower() for name in lines[0]] if lines else []
    if "mark" not in names:
        raise FaultyData(
            [
                Fault(
                    "",
                    message(
                        "The first line names the columns: {choices}; mark must be there.", choices=", ".join(COLUMNS)
                    ),
                )
            ]
        )
    if len(lines) > MOST_ROWS:
        raise FaultyData(
            [Fault("", message("A schedule has at most {most_rows} lines. Import it in parts.", most_rows=MOST_ROWS))]
        )
    changes: list[Change] = []
    for line in lines[1:]:
        # What is blank in a table from outside says nothing; only a cell typed over with nothing follows again.
        cells = {name: cell.strip() for name, cell in zip(names, line, strict=False) if cell.strip()}
        if cells.get("mark"):
            changes.append({name: cell for name, cell in cells.items() if name in COLUMNS})
    return changes


def _lines(text: str) -> list[list[str]]:
    check_text(text)
    if not text.strip():
        raise FaultyData([Fault("", message("There is nothing in it. Choose the table that was saved."))])
    # Old spreadsheets end lines with a lone CR, which the reader takes for a slip.
    lines = StringIO(text.replace("\r\n", "\n").replace("\r", "\n"), newline="")
    delimiter = "\t" if "\t" in text.partition("\n")[0] else ","
    try:
        return list(csv.reader(lines, delimiter=delimiter))
    except csv.Error as error:
        raise FaultyData(
            [
                Fault(
                    "",
                    message(
                        "A cell is over {field_size_limit} characters; is a quote left open?",
                        field_size_limit=csv.field_size_limit(),
                    ),
                )
            ]
        ) from error


def schedule_edit(job: Job, changes: Sequence[Change]) -> Edit:
    """The edit some changes of the schedule ask for.

    An opening that is there is changed, one that is not is added where its line says a wall, a size and a place.

    Raises:
        FaultyData: A cell cannot be read; every fault names the opening and the column.
    """
    known = {opening.id: opening for opening in job.openings}
    edits: list[Edit] = []
    faults: list[Fault] = []
    for change in changes:
        mark = change.get("mark", "")
        if not mark:
            faults.append(Fault("mark", message("is missing. Write the mark of the opening that is meant.")))
            continue
        try:
            if mark in known:
                changed = _changed(known[mark], change, _header_of(job, known[mark]))
                if changed != known[mark]:
                    edits.append(ChangeOpening(mark, changed))
            else:
                edits.append(AddOpening(_new(change, job)))
        except BluffError as error:
            faults.append(Fault(".".join(part for part in (mark, error.path) if part), error.message))
    if faults:
        raise FaultyData(faults)
    if len(edits) == 1:
        return edits[0]
    if not edits:
        raise FaultyData([Fault("", message("Nothing in it differs from the schedule."))])
    return Several(tuple(edits))


def _new(change: Change, job: Job) -> Opening:
    missing = [name for name in ("wall", "at") if not change.get(name)]
    if missing or not (change.get("unit") or change.get("rough")):
        lacks = ", ".join([*missing, *([] if change.get("unit") or change.get("rough") else ["unit or rough"])])
        raise JobError(
            message(
                "{change} is not in this job yet; to add it write its {lacks} too.", change=change["mark"], lacks=lacks
            )
        )
    sizing = Sizing.UNIT if change.get("unit") else Sizing.ROUGH
    size = parse_size(change.get("unit") or change["rough"])
    kind = read_kind(change.get("kind"), size)
    opening = Opening(change["mark"], change["wall"], kind, size, sizing, Centered())
    rest = {name: cell for name, cell in change.items() if name not in ("unit", "rough", "wall", "kind")}
    return _changed(opening, rest, _header_of(job, opening))


def _header_of(job: Job, opening: Opening) -> Header:
    """The header that holds for an opening: its own, its wall's or the job's."""
    return job.standard_of(opening).header


def _changed(opening: Opening, change: Change, header: Header) -> Opening:
    for column, cell in change.items():
        try:
            opening = _with_cell(opening, column, cell.strip(), header)
        except BluffError as error:
            raise JobError(error.message, column) from error
    return opening


def _with_cell(opening: Opening, column: str, cell: str, header: Header) -> Opening:
    """The opening with one cell of its line written.

    Args:
        opening: As it was.
        column: Which cell.
        cell: What is written in it.
        header: The one that holds for it, its own or its wall's.
    """
    match column:
        case "mark":
            return opening
        case "wall":
            return replace(opening, wall=cell)
        case "floor":
            return replace(opening, floor=_floor(cell))
        case "kind":
            return replace(opening, kind=read_kind(cell, opening.size))
        case "unit" | "rough":
            return replace(opening, size=parse_size(cell), sizing=Sizing(column))
        case "at":
            return replace(opening, position=read_place(cell))
        case "head" if opening.kind.is_doorway and cell:
            raise JobError(message("A doorway's head is its rough height. Write its rough opening instead."))
        case _ if column in COLUMNS:
            return replace(opening, ways=_with_way(opening.ways, column, cell, header))
    raise JobError(
        message("There is no column {column}; the columns are {choices}.", column=column, choices=", ".join(COLUMNS))
    )


def _floor(cell: str) -> int:
    if cell and not cell.isdecimal():
        raise JobError(
            message("“{cell}” is not a floor; 0 is the one the wall stands on, 1 the next above it.", cell=cell),
            "floor",
        )
    return int(cell or 0)


def _with_way(ways: OpeningWays, column: str, cell: str, header: Header) -> OpeningWays:
    match column:
        case "head":
            return replace(ways, head_height=parse_length(cell) if cell else None)
        case "header":
            chosen = read_header(cell, header) if cell else None
            # Another size is nobody's word yet.
            if chosen and chosen != header:
                chosen = replace(chosen, source=Source.UNVERIFIED)
            return replace(ways, header=chosen)
        case "source":
            return replace(ways, header=replace(ways.header or header, source=_source(cell)))
        case "jacks":
            return replace(ways, jack_count=_count(cell))
        case _:
            return replace(ways, king_count=_count(cell))


def _source(cell: str) -> Source:
    try:
        return Source(cell.lower() or Source.UNVERIFIED)
    except ValueError as error:
        raise JobError(
            message(
                "“{cell}” is not one of those who size {header:many}. Write {choices}.",
                cell=cell,
                choices=", ".join(Source),
            )
        ) from error


def _count(cell: str) -> int | None:
    if not cell:
        return None
    if not cell.isdecimal():
        raise JobError(message("“{cell}” is not a number of pieces. Write 1, 2 or 3.", cell=cell))
    return int(cell)


def _given(length: Length | None) -> str:
    return "" if length is None else format_inches(length, 64)


def _rough_in_words(row: ScheduleRow) -> str:
    rough = row.first.rough
    return f"{format_inches(rough.width.value)} x {format_inches(rough.height.value)}"
