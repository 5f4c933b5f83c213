"""Where a wall's faces run in the plan, and where those of two walls cross."""

from dataclasses import replace
from math import isclose, sqrt

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from bluff.core.job.job import Alone, Wall, WallKind
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import inches
from bluff.core.plan.outline import REACH, compass, inside, outline
from floors import FEET, partition, wall

THICK = inches("5 1/2")


def drawn(start, end, **options):
    return outline(wall("A", start, end, **options), THICK)


def near(one, other):
    return all(isclose(a, b, abs_tol=1e-6) for a, b in zip(one, other, strict=True))


@pytest.mark.parametrize(
    ("line", "kind", "left"),
    [
        (None, WallKind.EXTERIOR, 0),
        (None, WallKind.PARTITION, THICK // 2),
        (Line.LEFT, WallKind.PARTITION, 0),
        (Line.CENTER, WallKind.EXTERIOR, THICK // 2),
        (Line.RIGHT, WallKind.EXTERIOR, THICK),
    ],
)
def test_the_points_give_the_line_that_is_said_or_the_usual_one(line, kind, left):
    mine = outline(wall("A", (0, 0), (10, 0), kind=kind, line=line), THICK)
    assert (mine.left, mine.right) == (left, left - THICK)


def test_corners_go_round_from_the_starts_left():
    assert drawn((0, 0), (10, 0)).corners == ((0, 0), (10 * FEET, 0), (10 * FEET, -THICK), (0, -THICK))
    assert drawn((0, 0), (0, 10)).bounds == (0, 0, THICK, 10 * FEET)


def test_a_wall_on_no_plan_has_no_outline():
    assert outline(Wall("A", "2x6", Alone(FEET)), THICK) is None


@given(st.tuples(*[st.integers(-50, 50)] * 4), st.integers(-2000, 2000), st.integers(-500, 500))
def test_a_place_comes_back_from_a_walls_own_directions(points, along, across):
    x1, y1, x2, y2 = points
    assume((x1, y1) != (x2, y2))
    mine = drawn((x1, y1), (x2, y2))
    place = mine.at(along, across)
    assert near((mine.along(place), mine.across(place)), (along, across))


@given(st.integers(-80, 80).filter(lambda slope: slope), st.integers(-20, 20))
def test_where_two_lines_cross_lies_on_both(slope, offset):
    mine, theirs = drawn((0, 0), (30, 0)), drawn((offset, -10), (offset + slope, 10))
    along = mine.crossing(mine.right, theirs, theirs.left)
    place = mine.at(along, mine.right)
    assert abs(theirs.across(place) - theirs.left) < 1e-6


def test_square_and_parallel_are_to_within_what_a_plate_can_be_cut_to():
    east = drawn((0, 0), (40, 0))
    assert east.is_parallel(drawn((40, 10), (0, 10)))
    assert east.is_square(drawn((10, 10), (10, 0)))
    assert east.is_parallel(drawn((0, 10), (40, 10 + 1 / 48)))
    assert not east.is_parallel(drawn((0, 10), (40, 10.5)))


def test_a_wall_covers_of_another_what_its_faces_cut_out():
    east, north = drawn((0, 0), (40, 0)), drawn((10, -5), (10, 5))
    assert east.covered_by(north) == (10 * FEET, 10 * FEET + THICK)
    slanted = drawn((10, -5), (20, 5))
    low, high = east.covered_by(slanted)
    # 45 degrees: its thickness along the wall, and once more the wall's own thickness sideways.
    assert isclose(high - low, THICK * sqrt(2) + THICK, abs_tol=1e-6)


def test_ends_lie_in_another_wall_to_within_a_sixteenth():
    through, butt = drawn((0, 0), (40, 0)), partition("E", (10, 0), (10, -10))
    assert outline(butt, THICK).end_in(through) is End.START
    short = replace(butt, run=replace(butt.run, start=replace(butt.run.start, y=-THICK - int(REACH))))
    assert outline(short, THICK).end_in(through) is End.START
    shorter = replace(butt, run=replace(butt.run, start=replace(butt.run.start, y=-THICK - int(REACH) - 1)))
    assert outline(shorter, THICK).end_in(through) is None


def test_the_inside_of_an_exterior_wall_is_away_from_its_points():
    assert inside(drawn((0, 0), (10, 0))) is Line.RIGHT
    assert inside(drawn((0, 0), (10, 0), line=Line.RIGHT)) is Line.LEFT
    assert inside(outline(partition("E", (0, 0), (10, 0)), THICK)) is None


@pytest.mark.parametrize(
    ("east", "north", "point"),
    [(1, 0, "east"), (1, 1, "north-east"), (0, 1, "north"), (-5, 1, "west"), (-1, -1, "south-west"), (1, -9, "south")],
)
def test_directions_have_the_names_of_the_compass(east, north, point):
    assert compass(east, north) == point
