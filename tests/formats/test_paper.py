"""The sheets are read back as a PDF reader would: what a framer has to find on them is there, on one page."""

from itertools import pairwise
from pathlib import Path

import pypdfium2
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from bluff.core.crew.layout_pole import layout_pole
from bluff.core.crew.pole import poles
from bluff.core.frame import frame
from bluff.core.job.job import Job
from bluff.core.job.schools import Anchors, Floor
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.job_file import read_job
from bluff.formats.paper import (
    SHOWN_AT_FIRST,
    Imprint,
    Paper,
    job_sheets,
    layout_pole_sheet,
    layout_pole_strip,
    pole_sheet,
    pole_strip,
    wall_sheet,
)
from bluff.formats.paper.page import PLAIN, _pieces, spread, wrapped_height
from floors import partition, shelter
from framing import frame_wall
from strategies import jobs

DEMO = read_job((Path(__file__).parents[2] / "examples/quill-harbour.bluff.json").read_bytes())
IMPRINT = Imprint("Quill Harbour ferry shelter", 7, "23 November 2026")
LINK = "http://127.0.0.1:8460/jobs/x"


def framed(job):
    return [frame(plan) for plan in wall_plans(job)]


def pages(data):
    pdf = pypdfium2.PdfDocument(data)
    return [(page.get_size(), page.get_textpage().get_text_range()) for page in pdf]


@pytest.mark.parametrize(("paper", "size"), [(Paper.LETTER, (792, 612)), (Paper.A4, (842, 595))])
def test_a_job_is_a_cover_packs_and_a_sheet_a_wall(paper, size):
    sheets = pages(job_sheets(framed(DEMO), paper, IMPRINT, LINK))
    gables = [wall for wall in DEMO.walls if wall.top]
    assert len(sheets) == 2 + len(DEMO.walls) + len(gables) == 12
    assert {(round(width), round(height)) for (width, height), _ in sheets} == {size}
    cover, packs, first, *_ = [text for _, text in sheets]
    assert "Walls in framing order" in cover
    assert "Build before the walls" in packs
    assert "Plate 432" in first
    for number, (_, text) in enumerate(sheets, start=1):
        assert f"revision 7, printed 23 November 2026, sheet {number} of 12" in text
        assert "does not design structure" in text


def test_a_gable_has_a_sheet_of_its_uprights_and_of_the_wall_on_the_deck():
    """B's stud at 25 3/4: 27 7/8 on the slope, 103 1/8 and 103 3/4; its diagonals the root of 259² and 97 1/8²."""
    gable = next(framing for framing in framed(DEMO) if framing.plan.id == "B")
    _, (_, text) = pages(wall_sheet(gable, Paper.LETTER, IMPRINT, LINK))
    plain = "".join(text.split())
    for said in ("Bevel 22.6°", "3stud 25 3/4 27 7/8 103 1/8 103 3/4", "129 1/2 along, 151 1/16 up", "276 5/8"):
        assert said.replace(" ", "") in plain, said


def test_a_wall_sheet_has_its_readings_cuts_and_findings():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    ((_, text),) = pages(wall_sheet(framing, Paper.LETTER, IMPRINT, LINK))
    plain = " ".join(text.split())
    # Fractions are set in pieces, which a reader puts together again.
    for said in ("Plate 222", "RO 43 x 55 from 89 1/2", "K 86 1/2", "J 132 1/2", "header spacer"):
        assert said.replace(" ", "") in plain.replace(" ", ""), said


def test_a_floor_of_many_walls_goes_on_over_the_page():
    many = shelter(*(partition(f"P{x}", (x / 2, 0), (x / 2, 22.5)) for x in range(4, 68, 2)))
    sheets = pages(job_sheets(framed(many), Paper.A4, IMPRINT, LINK))
    index = [text for _, text in sheets if "Walls in framing order" in text]
    assert len(index) == 2
    listed = " ".join(index).split()
    assert all(wall.id in listed for wall in many.walls)


def test_a_job_with_no_plan_and_letters_no_font_has_still_prints():
    job = Job("Łódź 船 shed", walls=(frame_wall("12' 2x4").plan.wall,))
    (_, cover), *_ = pages(job_sheets(framed(job), Paper.LETTER, Imprint(job.name, 0, "today"), LINK))
    assert "are not on the plan" in cover


@settings(max_examples=20)
@given(jobs())
def test_any_wall_fits_one_page(job):
    for framing in framed(job):
        assert len(pages(wall_sheet(framing, Paper.LETTER, IMPRINT, LINK))) == 1


@given(st.lists(st.floats(0, 100), max_size=12).map(sorted), st.floats(1, 8))
def test_readings_are_spread_until_none_overlaps(places, gap):
    spreaded = spread(places, gap, 0, 100)
    assert len(spreaded) == len(places)
    assert all(after - before >= gap - 1e-6 for before, after in pairwise(spreaded))
    assert all(-1e-6 <= place <= 100 + 1e-6 for place in spreaded)


def test_poles_stand_side_by_side_and_one_lies_at_full_size():
    found = poles(framed(DEMO))
    first, *_ = [" ".join(text.split()) for _, text in pages(pole_sheet(found, Paper.LETTER, IMPRINT))]
    assert "Story poles" in first
    assert "W1, W2, W4" in first
    strip = pages(pole_strip(found[0], Paper.A4, IMPRINT))
    # 97 1/8 inches at nine a page.
    assert len(strip) == 11
    assert "Print at 100 percent" in strip[3][1]
    assert "joins the next page" in strip[3][1]
    assert "joins the next page" not in strip[-1][1]


def test_a_layout_pole_is_a_sheet_with_every_figure_and_a_strip_at_full_size():
    pole = layout_pole(next(framing for framing in framed(DEMO) if framing.plan.id == "B"))
    ((_, sheet),) = pages(layout_pole_sheet(pole, Paper.LETTER, IMPRINT))
    said = " ".join(sheet.split())
    assert "Layout pole, 259" in said
    # The stud that reads 25 3/4 on both plates is 25 3/4 x 13/12 = 27 57/64 up the slope, to the 16th 27 7/8.
    assert "X 25 3 /4" in said
    assert "27 7 /8" in said
    strip = pages(layout_pole_strip(pole, Paper.A4, IMPRINT))
    assert len(strip) == 29  # 259 inches at nine a page
    assert "Layout pole of wall B" in strip[2][1]


def test_pins_are_read_off_the_sheet_and_hidden_with_the_bolts():
    # A plate of 100 is shot down at 12, 37 21/64, 61 3/4 and 88.
    framing = frame_wall("100 2x4", floor=Floor.SLAB, anchors=Anchors.PINS)
    for layers, is_shown in ((SHOWN_AT_FIRST, True), ((), False)):
        ((_, text),) = pages(wall_sheet(framing, Paper.LETTER, IMPRINT, LINK, layers))
        assert ("pin12" in "".join(text.split())) is is_shown


@pytest.mark.parametrize("size", [7, 8.5, 11, 18, 28])
def test_figures_of_a_fraction_are_large_enough_for_a_bright_day(size):
    before, top, _, under, _ = _pieces("92 5/8", PLAIN, size)
    assert before.size == size
    assert min(top.size, under.size) >= max(7, 0.7 * size)
    # The top stands higher than the figures beside it, and clear of what is under it.
    assert top.rise > 0 == under.rise


def test_what_has_no_room_on_a_sheet_is_counted_below_the_rest():
    assert wrapped_height("word " * 200, 9.5, 300) > wrapped_height("word", 9.5, 300) > 9.5
