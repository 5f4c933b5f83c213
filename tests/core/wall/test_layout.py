from fractions import Fraction

import pytest
from hypothesis import given

from bluff.core.checks.layout import check_layer
from bluff.core.checks.sheets import check_edges_in
from bluff.core.job.amounts import Datum, SheetSize
from bluff.core.job.finding import Code
from bluff.core.job.schools import End, Sheets
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.layout import NAILABLE, Height, Layer, Wood, lay_out, on_center_lines
from bluff.core.wall.member import Plate, Role
from bluff.core.wall.sheets import joints_of_row, joints_on_studs
from framing import found, frame_wall, framed, marked, say, starts
from strategies import jobs

T = inches("1 1/2")


def at(*texts):
    return [inches(text) for text in texts]


@pytest.mark.parametrize(
    ("spacing", "expected"),
    [
        (16, ["15 1/4", "31 1/4", "47 1/4", "63 1/4", "79 1/4", "95 1/4", "111 1/4", "127 1/4"]),
        (24, ["23 1/4", "47 1/4", "71 1/4", "95 1/4", "119 1/4"]),
    ],
)
def test_the_wall_of_eleven_four(spacing, expected):
    framing = frame_wall("11-4 2x4", spacing=Fraction(spacing))
    assert starts(framing, Role.STUD) == expected
    assert starts(framing, Role.END_STUD) == ["0", "134 1/2"]
    assert marked(framing, Plate.BOTTOM) == ["0", *expected, "134 1/2"] == marked(framing, Plate.TOP)


def test_19_2_rounds_each_line_on_its_own():
    lines = on_center_lines(inches("20'"), Fraction(96, 5), Datum())
    assert [line.point.value for line in lines] == [round(Fraction(96, 5) * 64 * k) for k in range(1, 13)]
    assert lines[4].point.value == inches(96)


def test_a_wall_that_butts_starts_its_layout_late():
    lines = on_center_lines(inches(136), Fraction(16), Datum(shift=-inches("5 1/2")))
    assert [format_exact(line.point.value - T // 2) for line in lines[:3]] == ["9 3/4", "25 3/4", "41 3/4"]
    assert [line.number for line in lines[:3]] == [1, 2, 3]


def test_the_datum_may_lie_in_the_wall_or_at_the_other_end():
    shifted = on_center_lines(inches(60), Fraction(16), Datum(shift=inches(20)))
    assert [line.point.value for line in shifted] == at("4", "20", "36", "52")
    from_end = on_center_lines(inches(60), Fraction(16), Datum(End.END))
    assert [line.point.value for line in from_end] == at("12", "28", "44")
    assert [line.number for line in from_end] == [3, 2, 1]


def test_a_point_within_half_an_inch_of_the_end_adds_nothing():
    assert [line.number for line in on_center_lines(inches("48 1/4"), Fraction(16), Datum())] == [1, 2]
    assert [line.number for line in on_center_lines(inches("48 1/2"), Fraction(16), Datum())] == [1, 2, 3]


def layer(*wood):
    return Layer("A", Height.FULL, 0, inches(96), tuple(Wood(inches(a), inches(b), name) for a, b, name in wood))


def laid(*wood):
    return lay_out(layer(*wood), on_center_lines(inches(96), Fraction(48), Datum()), T)


def test_wood_with_half_an_inch_on_each_side_serves():
    for start in ("47", "47 1/4", "47 1/2"):
        assert laid((start, inches_after(start), "the king")).commons == ()


def inches_after(text):
    return format_exact(inches(text) + T)


@pytest.mark.parametrize(
    ("king", "stands", "bears"),
    [
        # The point at 48 is a quarter inch inside the king's end: the stud goes on beyond it.
        (("46 3/4", "48 1/4"), "48 1/4", ("1 1/4", "1 3/4")),
        (("47 3/4", "49 1/4"), "46 1/4", ("1 3/4", "1 1/4")),
        # The point is beside the king, whose wood the stud on its line would overlap.
        (("48 1/4", "49 3/4"), "46 3/4", ("1 1/4", "1 3/4")),
        (("46", "47 1/2"), "47 1/2", ("2", "1")),
    ],
)
def test_a_stud_in_the_way_slides_to_put_wood_under_the_point(king, stands, bears):
    done = laid((*king, "the king of W1"))
    assert [format_exact(common.x.value) for common in done.commons] == [stands]
    finding = next(finding for finding in check_layer(done) if finding.code is Code.STUD_SLID)
    assert f"bears {bears[0]} on one side and {bears[1]} on the other" in say(finding.text)
    assert say(done.commons[0].x.steps[-1].words) == "slid tight against the king of W1"


def test_pieces_that_touch_count_as_one():
    # On the joint of king and jack there is 1 1/2 of wood on each side.
    assert laid(("46 1/2", "48", "the king"), ("48", "49 1/2", "the jack")).commons == ()


def test_a_stud_with_nowhere_to_slide_is_left_out_and_said():
    done = laid(("45", "47 1/2", "the king of W1"), ("48 1/4", "51", "the king of W2"))
    assert done.commons == ()
    assert [finding.code for finding in check_layer(done)] == [Code.STUD_LEFT_OUT, Code.NARROW_GAP]


def test_a_gap_nobody_can_nail_into_is_said():
    done = laid(("40", "41 1/2", "the stud"), ("42 1/2", "44", "the king of W1"))
    gap = next(finding for finding in check_layer(done) if finding.code is Code.NARROW_GAP)
    assert "A gap of 1 " in say(gap.text)
    assert gap.at == inches("41 1/2")


def test_the_layout_counts_straight_through_an_opening():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    assert {"79 1/4", "143 1/4"} <= set(starts(framing, Role.STUD))
    assert not {"95 1/4", "111 1/4", "127 1/4"} & set(starts(framing, Role.STUD))


def test_19_2_misses_the_sheets_and_is_said_once():
    framing = frame_wall("24' 2x4", spacing=Fraction(96, 5))
    (finding,) = found(framing, Code.SPACING_MISSES_SHEETS)
    assert "8'-0\" sheets on their side" in say(finding.do)
    assert say(finding.fix_label) == "Lay them on their side"
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []


def test_a_spacing_that_meets_no_sheet_is_said():
    (finding,) = found(frame_wall("12' 2x4", spacing=Fraction(20)), Code.SPACING_MISSES_SHEETS)
    assert "48 apart, upright or on their side" in say(finding.text)


def test_a_sheet_edge_without_wood_is_said():
    laid_out = laid(("45", "47 1/2", "the king of W1"), ("48 1/4", "51", "the king of W2"))
    (finding,) = check_edges_in(laid_out, [inches(48)], NAILABLE)
    assert "Sheets meet at 48 with no wood for both of them there" in say(finding.text)


def test_a_sheet_that_ends_on_the_side_of_an_opening_needs_nothing_beyond():
    # The joint is on the jack's inner face; the other sheet is cut away there.
    framing = frame_wall("12' 2x4", "ro 36x50 @ edge 4-0")
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []


def test_where_the_datum_lies_in_the_wall_a_joint_is_there_too():
    assert joints_on_studs(frame_wall("136 2x4", datum=Datum(shift=inches(20))).plan) == at("20", "68", "116")
    assert joints_on_studs(frame_wall("136 2x4", datum=Datum(End.END)).plan) == at("40", "88")


@pytest.mark.parametrize(
    ("spacing", "length", "second_row"),
    [
        # Half of 96 lies between two studs at 19.2: the nearest are 38.4 or 57.6 from the datum. From the far end of
        # a plate of 168 that is at 129.6, and a sheet further at 33.6, to the 64th nearest to the stud there.
        (Fraction(96, 5), 96, ["33 19/32", "129 19/32"]),
        # At 16 half of 96 is a stud, 48 from the far end.
        (Fraction(16), 96, ["24", "120"]),
        # Half of 144 is no stud at 16; 64 is the nearest before it, so the joint is at 104.
        (Fraction(16), 144, ["104"]),
    ],
)
def test_lying_sheets_counted_from_the_far_end_are_drawn_where_they_are_checked(spacing, length, second_row):
    sheet = SheetSize(length=inches(length))
    framing = frame_wall("14' 2x4", spacing=spacing, sheets=Sheets.LYING, sheet=sheet, datum=Datum(End.END))
    assert [format_exact(joint) for joint in joints_of_row(framing.plan, 2)] == second_row
    drawn = {sheet.shape.x for sheet in framing.sheets.sheets if sheet.row == 2} - {0}
    assert {format_exact(joint) for joint in drawn} == set(second_row)
    assert drawn <= set(joints_on_studs(framing.plan))
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []


@given(jobs())
def test_sheets_meet_in_the_middle_of_a_common_or_where_one_slid(job):
    framing = framed(job)
    plan = framing.plan
    points = {line.point.value for line in on_center_lines(plan.length, plan.standard.spacing, plan.datum)}
    first, last = plan.stands_from + NAILABLE, plan.stands_to - NAILABLE
    for joint in joints_on_studs(plan):
        assert joint in points or not first <= joint <= last
