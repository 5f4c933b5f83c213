"""Sizes, lumber, sums, standards, jobs: the values everything else is made of."""

from dataclasses import replace
from fractions import Fraction
from typing import get_type_hints

import pytest

from bluff.core.errors import EditError, JobError, LumberError, SettingError, SizeError
from bluff.core.job.amounts import PrecutStuds, WallHeight, WideOpening
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.job import Alone, Between, Job, Opening, Point, Sizing, Wall
from bluff.core.job.position import At, Reference
from bluff.core.job.schools import OpeningKind
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays, OpeningWays, WallWays, level_of
from bluff.core.job.words import Words
from bluff.core.measure.length import inches
from bluff.core.measure.lumber import LUMBER, Lumber, lumber
from bluff.core.measure.size import Size, parse_size
from bluff.core.measure.sum import Sum
from framing import say
from refusals import refused


@pytest.mark.parametrize(
    "typed", ["3-6 x 4-6", "3-6x4-6", "42 x 54", "3'6 X 4'6", "42×54", "3646", "3-6 4-6", "3/6 x 4/6"]
)
def test_a_size_is_read_from_a_call_out(typed):
    assert parse_size(typed) == Size(inches(42), inches(54))


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("10068", "could be several sizes"),
        ("306", "could be several sizes"),
        ("0640", "is not a size"),
        ("3-6", "is not a size"),
        ("3-6 x", "is not a size"),
        ("3-6 x 4-6 x 2", "is not a size"),
        ("3-14 x 4-6", "more than a foot"),
        ("1 x 54", "too small"),
    ],
)
def test_what_is_no_size_is_refused(typed, says):
    with refused(SizeError, match=says):
        parse_size(typed)


@pytest.mark.parametrize(
    ("nominal", "thickness", "width"),
    [
        ("2x4", "1 1/2", "3 1/2"),
        ("2x6", "1 1/2", "5 1/2"),
        ("2x8", "1 1/2", "7 1/4"),
        ("2x10", "1 1/2", "9 1/4"),
        ("2x12", "1 1/2", "11 1/4"),
        ("4x6", "3 1/2", "5 1/2"),
        ("6x8", "5 1/2", "7 1/2"),
        ("6x12", "5 1/2", "11 1/2"),
        ("1 3/4 x 11 7/8", "1 3/4", "11 7/8"),
        ("1 3/4 x 9 1/2", "1 3/4", "9 1/2"),
    ],
)
def test_boards_measure_less_than_their_name(nominal, thickness, width):
    assert lumber(nominal) == Lumber(nominal, inches(thickness), inches(width))


def test_a_board_is_found_however_it_is_spelled():
    assert lumber(" 2 X 10 ") is LUMBER["2x10"]
    assert lumber("1 3/4x14") is LUMBER["1 3/4 x 14"]


def test_a_board_nobody_sells_is_refused_with_those_like_it():
    with refused(LumberError, match="There is no 2x5. Choose from 2x4, 2x6, 2x8, 2x10, 2x12"):
        lumber("2x5")


def test_a_sum_is_its_steps_and_equal_by_value():
    total = Sum.of("center of W1", 111).minus("half of the opening", 21).minus("nothing", 0)
    assert total.value == 90 == sum(step.amount for step in total.steps)
    assert [say(step.words) for step in total.steps] == ["center of W1", "half of the opening"]
    assert total == Sum.of("somewhere else", 90)
    assert Sum.of("a", 5).minus_all(total).value == -85
    assert Sum.of("a", 5).plus_all(total).value == 95


def test_the_levels_say_the_keys_of_a_standard_and_no_others():
    choices = get_type_hints(Standard)
    assert set(JobWays.names()) == choices.keys()
    assert set(OpeningWays.names()) < set(WallWays.names()) < set(JobWays.names())
    assert set(JobWays.names()) - set(WallWays.names()) == {"day", "rates", "shop_work", "words"}
    for key, kind in get_type_hints(JobWays).items():
        assert kind in (choices[key] | None, choices[key]), key


def test_a_way_cannot_be_said_at_a_level_where_it_means_nothing():
    with pytest.raises(TypeError, match="spacing"):
        OpeningWays(spacing=Fraction(24))
    with pytest.raises(TypeError, match="words"):
        WallWays(words=Words())
    assert (level_of("sills"), level_of("spacing"), level_of("words")) == (OpeningWays, WallWays, JobWays)


def test_the_nearest_level_wins_in_one_place():
    wall = Wall("A", "2x4", Alone(inches(200)), ways=WallWays(spacing=Fraction(12), sills=1))
    said = replace(window(), ways=OpeningWays(sills=2))
    job = Job("x", JobWays(spacing=Fraction(24), sills=2, jack_count=2), (wall,), (said,))
    assert (job.standard.spacing, job.standard_of(wall).spacing, job.standard_of(said).spacing) == (24, 12, 12)
    assert [job.standard_of(part).sills for part in (wall, said)] == [1, 2]
    assert job.standard_of(said).jack_count == 2
    # A wall that is only thought of is measured by the same levels.
    assert job.standard_of(replace(wall, ways=WallWays())).spacing == 24


@pytest.mark.parametrize(
    ("ways", "path", "says"),
    [
        ({"spacing": Fraction(4)}, "spacing", "8 to 48"),
        ({"studs": PrecutStuds(inches(3))}, "stud_length", "too short"),
        ({"studs": WallHeight(inches(5))}, "wall_height", "too short"),
        ({"studs": WallHeight(inches("41'"))}, "wall_height", "Over 40 feet"),
        ({"head_height": inches(6)}, "head_height", "under a foot"),
        ({"bottom_plates": 3}, "bottom_plates", "1 to 2, not 3"),
        ({"jack_count": 0}, "jack_count", "1 to 3, not 0"),
    ],
)
def test_a_way_no_wall_can_be_framed_by_is_refused(ways, path, says):
    with refused(SettingError, match=says) as caught:
        JobWays(**ways)
    assert caught.value.path == path


@pytest.mark.parametrize(
    ("header", "says"),
    [
        ({"plies": 5}, "1 to 4"),
        ({"kind": HeaderKind.SOLID, "size": "6x8", "plies": 2}, "one board"),
        ({"kind": HeaderKind.SOLID, "size": None, "plies": 1}, "needs a size"),
        ({"size": "2x7"}, "There is no 2x7"),
        ({"size": "6x8"}, "built-up is made of"),
    ],
)
def test_a_header_nobody_can_build_is_refused(header, says):
    with refused(SettingError, match=says):
        Header(**header)


def test_a_wide_opening_takes_one_to_three():
    with refused(SettingError, match="a count from 1 to 3"):
        WideOpening(inches(60), jacks=4)


def test_a_crew_says_what_its_boards_really_measure():
    wet = Lumber("2x6", inches("1 9/16"), inches("5 5/8"))
    standard = JobWays(lumber=(wet,)).over(Standard())
    assert standard.board("2x6") == wet
    assert standard.board("2x4") == lumber("2x4")
    with refused(SettingError, match="A 2x6 measures 1 1/2 by 5 1/2. Write what yours measures"):
        JobWays(lumber=(Lumber("2x6", inches("1 1/2"), inches(6)),))
    with refused(LumberError, match="thicker than it is wide"):
        Lumber("2x6", inches(6), inches(2))


def wall(**changes):
    return Wall(**{"id": "A", "stud": "2x4", "run": Alone(inches(120))} | changes)


def window(**changes):
    given = {
        "id": "W1",
        "wall": "A",
        "kind": OpeningKind.WINDOW,
        "size": parse_size("3-0 x 4-0"),
        "sizing": Sizing.UNIT,
        "position": At(Reference.CENTER, inches(60)),
    }
    return Opening(**given | changes)


@pytest.mark.parametrize(
    ("changes", "path", "says"),
    [
        ({"id": "A/1"}, "id", "cannot be a mark"),
        ({"id": ""}, "id", "cannot be a mark"),
        ({"stud": "4x6"}, "stud", "Studs are"),
        ({"stud": "2x5"}, "stud", "There is no 2x5"),
        ({"run": Alone(inches(2))}, "length", "at least 3 long"),
        ({"run": Between(Point(0, 0), Point(0, 64))}, "to", "at least 3 long"),
    ],
)
def test_a_wall_that_cannot_be_is_refused(changes, path, says):
    with refused(JobError, match=says) as caught:
        wall(**changes)
    assert caught.value.path == path


def test_a_run_in_the_plan_is_measured_to_the_nearest_64th():
    assert Between(Point(0, 0), Point(inches(36), inches(48))).length == inches(60)
    assert Between(Point(0, 0), Point(inches(12), inches(12))).length == round(12 * 64 * 2**0.5)


def test_a_job_has_each_mark_once_and_openings_in_its_walls():
    with refused(JobError, match="A is there twice") as twice:
        Job("x", walls=(wall(), wall()))
    assert twice.value.path == "walls[1].id"
    with refused(JobError, match="is in wall B, which is not in the job. The walls are A") as nowhere:
        Job("x", walls=(wall(),), openings=(window(wall="B"),))
    assert nowhere.value.path == "openings[0].wall"
    with refused(JobError, match="needs a name"):
        Job("  ")


def test_what_is_not_in_the_job_is_named_with_what_is():
    job = Job("x", walls=(wall(),), openings=(window(),))
    assert job.opening("W1").id == "W1"
    with refused(EditError, match="There is no wall Z. The walls are A"):
        job.wall("Z")
    with refused(EditError, match="There is no opening W9. The openings are W1"):
        job.opening("W9")
