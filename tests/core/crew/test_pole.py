"""Story poles: what stands above what, from the floor to the top of the plates."""

from itertools import pairwise

from hypothesis import given

from bluff.core.crew.pole import CLEAR, poles
from bluff.core.frame import frame
from bluff.core.job.header import Header, HeaderPlace
from bluff.core.job.job import Job
from bluff.core.job.schools import Jacks
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.wall_plan import wall_plans
from framing import frame_wall, framed
from strategies import jobs

WINDOW = "3-6x4-6 @ 9-3"


def stack(pole):
    return [(stretch.what, format_exact(stretch.top)) for stretch in pole.stretches]


def test_the_worked_window_from_the_floor_up():
    (pole,) = poles([frame_wall("18-6 2x4", WINDOW)])
    assert stack(pole) == [
        ("bottom_plate", "1 1/2"),
        ("bottom_cripple", "26"),
        ("sill", "27 1/2"),
        (CLEAR, "82 1/2"),
        ("header", "89 3/4"),
        ("top_cripple", "94 1/8"),
        ("top_plate", "95 5/8"),
        ("cap_plate", "97 1/8"),
    ]
    assert (format_exact(pole.king), format_exact(pole.jack)) == ("92 5/8", "81")


def test_a_doorway_is_clear_from_the_floor():
    (pole,) = poles([frame_wall("18-6 2x4", "d 2-10x6-8 @ 9-3")])
    assert stack(pole)[:2] == [(CLEAR, "82 1/2"), ("header", "89 3/4")]


def test_openings_alike_in_height_share_a_pole_however_wide():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 4-0", "2-0x4-6 @ 12-0", "2-0x3-0 @ 16-0")
    first, second = poles([framing])
    assert [opening.placed.id for opening in first.openings] == ["W1", "W2"]
    assert [opening.placed.id for opening in second.openings] == ["W3"]


def test_a_head_that_does_not_line_up_says_by_how_much():
    job = Job("heads")
    framing = frame_wall("18-6 2x4", "3-0x3-0 @ 3-0", "2-0x3-0 @ 8-0", "d 2-10x6-10 @ 14-0")
    by_mark = {pole.openings[0].placed.id: format_exact(pole.off) for pole in poles([framing])}
    assert by_mark == {"W1": "0", "D1": "2"}
    assert poles([frame(plan) for plan in wall_plans(job)]) == ()


def test_raised_headers_and_hangers_are_on_the_pole_too():
    framing = frame_wall("18-6 2x4", WINDOW, header=Header(size="2x6", place=HeaderPlace.RAISED), jacks=Jacks.HANGERS)
    (pole,) = poles([framing])
    assert stack(pole)[3:7] == [
        (CLEAR, "82 1/2"),
        ("pad_plate", "84"),
        ("top_cripple", "88 5/8"),
        ("header", "94 1/8"),
    ]
    assert pole.jack is None


@given(jobs())
def test_a_pole_has_no_gap_and_ends_with_its_wall(job):
    framing = framed(job)
    found = poles([framing])
    assert sum(len(pole.openings) for pole in found) == len(framing.openings)
    for pole in found:
        assert pole.stretches[0].bottom == 0
        assert pole.height == framing.plan.height.value
        assert all(below.top == above.bottom for below, above in pairwise(pole.stretches))
        assert inches(0) < min(stretch.length for stretch in pole.stretches)
