"""How a job is cut, on paper, on labels and in a spreadsheet."""

import csv
from dataclasses import replace
from io import BytesIO, StringIO

import pytest
from openpyxl import load_workbook
from pypdfium2 import PdfDocument

from bluff.core.cutting.board import Tick
from bluff.core.cutting.carry import carried
from bluff.core.cutting.demand import collect_demands
from bluff.core.cutting.saw import stops
from bluff.core.job.schools import Floor
from bluff.core.message import message
from bluff.formats.cutting_tables import Cutting, cuts_csv, cutting_xlsx, workbook
from bluff.formats.paper import Imprint, Paper, cut_sheets
from bluff.formats.paper.labels import LabelSheet, labels
from bluff.solve.whole import plan_boards
from bluff.views.reader import Reader
from framing import framed, job_of

IMPRINT = Imprint("Shed", 3, "1 May 2026")
LINK = "http://127.0.0.1/jobs/1"


@pytest.fixture(scope="module")
def cutting():
    """A wall with a window; the first board is cut."""
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", floor=Floor.SLAB)
    asked = collect_demands(job, [framed(job)])
    boards = plan_boards(carried((), asked, frozenset()), asked, (), 0).boards
    members = {one.section: one.members for one in asked}
    ticks = frozenset(boards[0].tick(cut) for cut in boards[0].cuts)
    return Cutting(boards, members, members, ticks, job.stock, job.standard.words)


def texts(pdf):
    return [page.get_textpage().get_text_bounded() for page in PdfDocument(pdf)]


def test_a_table_has_a_row_for_every_cut_in_the_order_of_the_saw(cutting):
    rows = [*csv.DictReader(StringIO(cuts_csv(cutting)))]
    assert [(int(row["board"]), row["piece"]) for row in rows] == [
        (board.number, cut.piece) for board in cutting.boards for cut in board.cuts
    ]
    assert {row["board"] for row in rows if row["is cut"]} == {"1"}
    treated = [row for row in rows if row["section"] == "2x4 treated"]
    assert {row["for"] for row in treated} == {"bottom plate"}
    # What is left is said once for every board.
    assert sum(row["drop"] != "" for row in rows) == len(cutting.boards)


def test_a_spreadsheet_has_boards_and_stops_as_numbers_one_can_add_up(cutting):
    book = load_workbook(BytesIO(cutting_xlsx(cutting)))
    boards, settings = book.worksheets
    head = [cell.value for cell in boards[1]]
    inches = [row[head.index("inches")].value for row in boards.iter_rows(min_row=2)]
    assert sum(inches) * 64 == sum(cut.length for board in cutting.boards for cut in board.cuts)
    assert settings.max_row - 1 == len(stops(cutting.boards, cutting.members, cutting.ticks))


def test_text_in_a_spreadsheet_is_never_a_formula():
    book = load_workbook(BytesIO(workbook({message("One"): ((message("mark"),), [("=1+1",)])}, Reader())))
    assert book.worksheets[0]["A2"].value == "'=1+1"
    assert book.worksheets[0]["A2"].data_type == "s"


def test_cut_sheets_show_stops_and_boards_that_are_not_cut_yet(cutting):
    first, *pages = texts(cut_sheets(cutting, Paper.LETTER, IMPRINT))
    assert "Saw stops" in first
    assert "92 5/8" in first
    drawn = "\n".join(pages)
    assert "Boards to cut" in drawn
    for board in cutting.boards[1:]:
        for cut in board.cuts:
            assert cutting.words.name(cutting.members[board.section][cut.piece].role) in drawn
    assert "sheet 2 of" in drawn


def test_every_piece_that_is_not_cut_has_a_label_with_its_way_up_and_its_code(cutting):
    waiting = [
        cut for board in cutting.boards for cut in board.cuts if Tick(board.number, cut.name) not in cutting.ticks
    ]
    pages = texts(labels(cutting, LabelSheet.LETTER_30, IMPRINT, LINK))
    assert "\n".join(pages).count("board ") == len(waiting)
    assert "crown up" in "\n".join(pages)
    assert "this end up >" in "\n".join(pages)
    # Thirty to a sheet; those that are gone from the first are skipped.
    assert len(pages) == -(-len(waiting) // 30)
    assert texts(labels(cutting, LabelSheet.LETTER_30, IMPRINT, LINK, skip=29))[0].count("board ") == 1
    assert len(texts(labels(cutting, LabelSheet.A4_24, IMPRINT, LINK))) == -(-len(waiting) // 24)


def test_what_is_written_for_one_wall_says_so_and_labels_nothing_else(cutting):
    for_none = replace(cutting, boards=(), wanted={}, walls=("B",))
    (only,) = texts(cut_sheets(for_none, Paper.LETTER, IMPRINT))
    assert "Saw stops for B" in only
    named = replace(cutting, walls=("A",))
    assert "Boards to cut for A" in texts(cut_sheets(named, Paper.LETTER, IMPRINT))[1]
    plates = {
        section: {p: m for p, m in of.items() if m.role == "cap_plate"} for section, of in cutting.members.items()
    }
    (page,) = texts(labels(replace(cutting, wanted=plates), LabelSheet.LETTER_30, IMPRINT, LINK))
    waiting = [c for b in cutting.boards for c in b.cuts if b.tick(c) not in cutting.ticks and "cap" in c.piece]
    assert page.count("cap plate") == page.count("board ") == len(waiting)


def test_nothing_left_to_cut_is_a_sheet_that_says_so(cutting):
    every = frozenset(board.tick(cut) for board in cutting.boards for cut in board.cuts)
    done = replace(cutting, ticks=every)
    (only,) = texts(cut_sheets(done, Paper.A4, IMPRINT))
    assert "Everything is cut." in only
    (empty,) = texts(labels(done, LabelSheet.A4_24, IMPRINT, LINK))
    assert "board" not in empty
