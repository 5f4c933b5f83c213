from dataclasses import fields, replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.errors import BluffError
from bluff.core.job.amounts import (
    Allowance,
    BoltRule,
    DoorParts,
    JoistLayout,
    MeasuredRoom,
    PlateStock,
    PrecutStuds,
    StudMake,
    WallHeight,
)
from bluff.core.job.header import Header, HeaderKind, HeaderPlace, Source
from bluff.core.job.rows import GROUPS, ROWS, row_of
from bluff.core.job.schools import CeilingBacking, CornerSchool, OpeningKind, StudKind
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays, WallWays, whence
from bluff.core.measure.length import inches
from bluff.core.measure.lumber import Lumber
from framing import say
from refusals import refused
from strategies import job_ways

USUAL = Standard()
COMPOSITE = replace(USUAL, stud_make=StudMake(StudKind.COMPOSITE, inches("1 3/4"), inches("1 1/4")))


def write(way, text, standard=USUAL):
    return row_of(way).write(standard, text)


def test_every_way_is_in_one_group_and_every_row_has_a_name_of_its_own():
    keys = [key for group in GROUPS for key in group.keys]
    assert sorted(keys) == sorted(key.name for key in fields(Standard))
    names = [row.form_field.name for row in ROWS.values()]
    assert sorted(names) == sorted(set(names))


def test_what_is_chosen_says_when_one_would_choose_it_where_its_fellows_do():
    for row in ROWS.values():
        said = {bool(say(option.when)) for option in row.form_field.options}
        assert len(said) < 2, row.way
        assert all(say(option.when).endswith(".") for option in row.form_field.options if say(option.when))


@pytest.mark.parametrize(
    ("way", "text", "value"),
    [
        ("spacing", "19.2", Fraction(96, 5)),
        ("jack_count", "2", 2),
        ("stacked", "yes", True),
        ("corner", "clips", CornerSchool.CLIPS),
        ("head_height", "6'10", inches(82)),
        ("plate_stock.doubled_studs", "yes", PlateStock(doubled_studs=True)),
        ("plate_stock.boards", "10', 16'", PlateStock(boards=(inches(120), inches(192)))),
        ("joist_layout.first", "9-3", JoistLayout(inches(111))),
        ("datum.shift", "-3", replace(USUAL.datum, shift=-inches(3))),
        ("window_allowance", "1 x 1 1/4", Allowance(inches(1), inches("1 1/4"))),
        ("door_allowance", "parts", DoorParts()),
        ("stud_length", "104 5/8", PrecutStuds(inches("104 5/8"))),
        ("wall_height", "97 1/8", WallHeight(inches("97 1/8"))),
        ("measured.heights", "97, 96 7/8", MeasuredRoom((inches(97), inches("96 7/8")))),
        ("lumber.2x6", "1 9/16 x 5 5/8", (Lumber("2x6", inches("1 9/16"), inches("5 5/8")),)),
        (
            "usual_allowances.pocket-door",
            "2 x 3",
            ((OpeningKind.POCKET_DOOR, Allowance(inches(2), inches(3))),),
        ),
    ],
)
def test_what_is_typed_into_a_row_is_read_back_from_it(way, text, value):
    assert write(way, text) == value
    row = row_of(way)
    again = row.read(replace(USUAL, **{row.key: value}))
    assert row.write(USUAL, again) == value


def test_a_part_leaves_the_others_as_they_hold():
    held = replace(USUAL, bolts=BoltRule(inches(10), inches(72)))
    assert write("bolts.apart", "48", held) == BoltRule(inches(10), inches(48))
    assert write("measured.play", "1/2", replace(USUAL, studs=MeasuredRoom((inches(97),)))) == MeasuredRoom(
        (inches(97),), inches("1/2")
    )


def test_what_is_emptied_follows_again_or_is_as_usual():
    assert write("spacing", "") is None
    assert write("measured.heights", "", replace(USUAL, studs=MeasuredRoom((inches(97),)))) is None
    assert write("bolts.apart", "", replace(USUAL, bolts=BoltRule(inches(10), inches(48)))) == BoltRule(
        inches(10), inches(72)
    )
    assert write("stud_make.narrow", "", COMPOSITE) == StudMake(StudKind.COMPOSITE, inches("1 3/4"))
    boards = replace(USUAL, lumber=(Lumber("2x6", inches("1 9/16"), inches("5 5/8")),))
    assert write("lumber.2x6", "", boards) is None


def test_a_header_of_other_boards_is_nobodys_word():
    held = replace(USUAL, header=Header(HeaderKind.BUILT_UP, "2x10", 3, Source.DRAWINGS, HeaderPlace.RAISED))
    assert write("header.kind", "flat", held) == Header(HeaderKind.FLAT, None, 1, place=HeaderPlace.RAISED)
    assert write("header.kind", "solid", held) == Header(HeaderKind.SOLID, "4x8", 1, place=HeaderPlace.RAISED)
    assert write("header.plies", "2", held) == Header(size="2x10", plies=2, place=HeaderPlace.RAISED)
    assert write("header.size", "2x12", held).source is Source.UNVERIFIED
    assert write("header.capped", "below", held).source is Source.DRAWINGS
    # Emptied, a built-up one is of its usual boards, a flat one of the wall's own.
    assert write("header.size", "", held).size == "2x8"
    flat = replace(USUAL, header=Header(HeaderKind.FLAT, "2x6", 1))
    assert write("header.size", "", flat).size is None


@pytest.mark.parametrize(
    ("way", "text", "says"),
    [
        ("spacing", "wide", "wide"),
        ("jack_count", "many", "Jacks a side is one of 1, 2 or 3"),
        ("density", "heavy", "Write a whole number"),
        ("sheet.weight", "light", "as a number of pounds"),
        ("sheet.weight", "1e999999999", "as a number of pounds"),
        ("stud_length", "92 5/8, 97", "is not a length"),
        ("wall_height", "97, 98", "is not a length"),
        ("stacked", "perhaps", "is one of On their own or Under the joists"),
        ("window_allowance", "1", "is not width by height"),
        ("lumber.2x6", "1 1/2", "is not thick by wide"),
        ("measured.play", "1/4", "at least one reading"),
        ("words.stud.letter", "XYZ", "one or two signs"),
        ("studs", "1", "There is no setting called studs"),
    ],
)
def test_what_cannot_be_read_says_what_to_write(way, text, says):
    with refused(BluffError, match=says):
        JobWays(**{row_of(way).key: row_of(way).write(USUAL, text)})


@pytest.mark.parametrize(
    ("way", "without", "with_it"),
    [
        ("stud_make.narrow", USUAL, COMPOSITE),
        ("stud_make.wide_face", replace(USUAL, stud_make=StudMake(StudKind.COMPOSITE)), COMPOSITE),
        ("door_allowance.jamb", USUAL, replace(USUAL, door_allowance=DoorParts())),
        ("joist_layout.first", USUAL, replace(USUAL, stacked=True)),
        ("joist_layout.spacing", USUAL, replace(USUAL, ceiling_backing=CeilingBacking.BETWEEN_JOISTS)),
        ("measured.play", USUAL, replace(USUAL, studs=MeasuredRoom((inches(97),)))),
        ("header.laid", USUAL, replace(USUAL, header=Header(HeaderKind.SOLID, "4x8", 1))),
        ("header.plies", replace(USUAL, header=Header(HeaderKind.BOX)), USUAL),
    ],
)
def test_a_row_is_asked_for_where_it_means_something(way, without, with_it):
    row = row_of(way)
    assert not row.applies(without)
    assert row.applies(with_it)


@given(ways=job_ways, data=st.data())
def test_whatever_holds_can_be_typed_again(ways, data):
    """Every row that is asked for gives back its value when what it says is typed into it."""
    standard = ways.over(USUAL)
    row = data.draw(st.sampled_from([row for row in ROWS.values() if row.applies(standard) and row.read(standard)]))
    again = row.write(standard, row.read(standard))
    if row.key == "header":
        again = replace(again, source=standard.header.source)
    if row.way != "header.kind":
        assert again == getattr(standard, row.key)


@pytest.mark.parametrize(
    ("key", "level"),
    [("sills", "this wall"), ("studs", "this job"), ("corner", "Harbour crew"), ("spacing", None)],
)
def test_where_a_way_was_said_is_the_nearest_level_that_says_it(key, level):
    levels = [
        ("this wall", WallWays(sills=2)),
        ("this job", JobWays(studs=PrecutStuds(inches("92 5/8")), sills=1)),
        ("Harbour crew", JobWays(studs=WallHeight(inches("97 1/8")), corner=CornerSchool.CLIPS)),
    ]
    assert whence(levels).get(key) == level
