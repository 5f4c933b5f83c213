"""A floor seen from above: what a plan draws and dimensions."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.crew import floor_plan
from bluff.core.job.edit import AddOpening, RunThrough
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import format_exact, format_feet, from_64ths, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.plan.beside import Beside
from bluff.core.wall.wall_plan import wall_plans
from floors import FEET, partition, plans, shelter, wall


def seen(job, id_):
    plan = plans(job)[id_]
    return plan, floor_plan.drawn(plan)


def printed(place):
    return tuple(format_exact(from_64ths(value)) for value in place)


def test_walls_are_drawn_as_their_plates_are_cut():
    job = shelter()
    # A runs past both; B stops at A's and C's inside faces.
    assert [printed(corner) for corner in floor_plan.cut_corners(*seen(job, "A"))] == [
        ("0", "270"),
        ("432", "270"),
        ("432", "264 1/2"),
        ("0", "264 1/2"),
    ]
    assert [printed(corner) for corner in floor_plan.cut_corners(*seen(job, "B"))] == [
        ("432", "264 1/2"),
        ("432", "5 1/2"),
        ("426 1/2", "5 1/2"),
        ("426 1/2", "264 1/2"),
    ]
    turned = apply(job, RunThrough("B", End.START))
    assert printed(floor_plan.cut_corners(*seen(turned, "B"))[0]) == ("432", "270")


def test_a_miter_is_drawn_from_corner_to_corner():
    reach = 10 / 2**0.5
    job = Job("bay", walls=(wall("A", (0, 0), (0, 10)), wall("B", (0, 10), (reach, 10 + reach))))
    end_left, end_right = floor_plan.cut_corners(*seen(job, "A"))[1:3]
    start_left, start_right = (floor_plan.cut_corners(*seen(job, "B"))[index] for index in (0, 3))
    for one, other in ((end_left, start_left), (end_right, start_right)):
        assert all(abs(a - b) <= 1 for a, b in zip(one, other, strict=True))


def test_stations_run_from_outside_to_outside():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    job = apply(job, AddOpening(read_opening("3-0x4-0 @ 6-0", job, job.wall("B"))))
    named = [(station.name, format_feet(station.along)) for station in floor_plan.stations(*seen(job, "A"))]
    assert named == [("outside", "0'-0\""), ("E", "12'-0\""), ("outside", "36'-0\"")]
    # B's plate starts 5 1/2 behind the outside.
    named = [(station.name, format_feet(station.along)) for station in floor_plan.stations(*seen(job, "B"))]
    assert named == [("outside", "0'-0\""), ("W1", "6'-5 1/2\""), ("outside", "22'-6\"")]
    (first, *_) = floor_plan.stations(*seen(job, "B"))
    assert printed(first.place) == ("432", "270")


def test_dimensions_are_written_outside():
    assert floor_plan.dimensioned_side(seen(shelter(), "A")[1]) is Line.LEFT
    other_way = Job("x", walls=(wall("A", (36, 0), (0, 0), line=Line.RIGHT),))
    assert floor_plan.dimensioned_side(seen(other_way, "A")[1]) is Line.RIGHT


def test_every_square_corner_is_there_once():
    corners = list(floor_plan.corners(wall_plans(shelter(partition("E", (12, 0), (12, 22.5))))))
    assert sorted((corner.through, corner.butt) for corner in corners) == [
        ("A", "B"),
        ("A", "D"),
        ("C", "B"),
        ("C", "D"),
    ]
    assert {printed(corner.at) for corner in corners} == {
        ("429 1/4", "267 1/4"),
        ("2 3/4", "267 1/4"),
        ("429 1/4", "2 3/4"),
        ("2 3/4", "2 3/4"),
    }


def test_clear_floor_is_face_to_face_on_either_side():
    job = shelter(partition("E", (12, 0), (12, 22.5)), partition("F", (20, 0), (20, 10)))
    outlines = Beside(floor_plan.drawn(plan) for plan in wall_plans(job))
    found = {clear.other: format_feet(clear.distance) for clear in floor_plan.clears(seen(job, "E")[1], outlines)}
    assert found == {"D": "11'-4 3/4\"", "F": "7'-8 1/2\""}


def test_the_tape_hooks_in_the_middle_of_the_plates_end():
    assert printed(floor_plan.datum_place(*seen(shelter(), "B"))) == ("429 1/4", "264 1/2")


@pytest.mark.parametrize(("id_", "side"), [("A", "south"), ("B", "west"), ("C", "north"), ("D", "east")])
def test_exterior_walls_walked_clockwise_are_seen_from_inside(id_, side):
    assert floor_plan.seen_from(seen(shelter(), id_)[1]) == side


def test_the_area_is_that_of_the_walls_as_cut():
    assert floor_plan.area(wall_plans(shelter())) == (0, 0, 36 * FEET, inches("22' 6"))
    alone = Job("x", walls=(Wall("A", "2x4", Alone(FEET)),))
    assert floor_plan.area(wall_plans(alone)) is None


@given(st.integers(8, 60), st.integers(8, 60))
def test_the_walls_of_a_rectangle_fill_its_outside_without_overlapping(width, depth):
    job = Job(
        "r",
        walls=(
            wall("A", (0, depth), (width, depth)),
            wall("B", (width, depth), (width, 0)),
            wall("C", (width, 0), (0, 0)),
            wall("D", (0, 0), (0, depth)),
        ),
    )
    thick = inches("5 1/2")
    area = sum(plan.length * thick for plan in wall_plans(job))
    w, d = width * FEET, depth * FEET
    assert area == w * d - (w - 2 * thick) * (d - 2 * thick)
