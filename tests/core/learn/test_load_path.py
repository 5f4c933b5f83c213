"""Where the load of a piece comes from and goes."""

import pytest
from hypothesis import given

from bluff.core.frame import frame
from bluff.core.job.schools import Jacks
from bluff.core.learn.load_path import bearing, load_path
from bluff.core.wall.member import PLATES, Role
from bluff.core.wall.wall_plan import wall_plan
from framing import frame_wall, member
from strategies import jobs, storyed_jobs, topped_jobs

WALL = "12-0 2x4"
WINDOW = "3-6x4-6 @ 6-0"


def paths(framing, piece):
    """Names of the pieces it carries, and of those that carry it, each in their order."""
    path = load_path(bearing(framing), member(framing, piece).id)
    return [str(one.in_wall) for one in path.carries], [str(one.in_wall) for one in path.down]


def test_a_stud_takes_the_roof_to_the_floor():
    above, down = paths(frame_wall(WALL, WINDOW), "stud/1")
    assert (above, down) == (["top_plate"], ["bottom_plate"])


def test_a_header_carries_its_cripples_to_its_jacks():
    framing = frame_wall(WALL, WINDOW)
    above, down = paths(framing, "opening/W1/header")
    assert all("top_cripple" in piece for piece in above)
    assert len(above) == len([one for one in framing.members if one.role is Role.TOP_CRIPPLE])
    assert down == ["opening/W1/jack/start", "opening/W1/jack/end", "bottom_plate"]


def test_a_cripple_over_a_window_goes_round_it():
    framing = frame_wall(WALL, WINDOW)
    piece = next(str(one.id.in_wall) for one in framing.members if one.role is Role.TOP_CRIPPLE)
    _, down = paths(framing, piece)
    assert down == ["opening/W1/header", "opening/W1/jack/start", "opening/W1/jack/end", "bottom_plate"]


def test_a_header_without_jacks_hangs_between_its_kings():
    _, down = paths(frame_wall(WALL, WINDOW, jacks=Jacks.HANGERS), "opening/W1/header")
    assert down == ["opening/W1/king/start", "opening/W1/king/end", "bottom_plate"]


def test_a_floating_jack_stands_on_its_sill():
    framing = frame_wall(WALL, WINDOW, jacks=Jacks.FLOATING)
    _, down = paths(framing, "opening/W1/jack/start")
    assert down[0] == "opening/W1/sill"
    assert down[-1] == "bottom_plate"
    assert all("bottom_cripple" in piece for piece in down[1:-1])


def test_there_is_no_path_through_a_piece_that_is_not_there():
    one, other = frame_wall(WALL, WINDOW), frame_wall(WALL)
    assert load_path(bearing(other), member(one, "opening/W1/header").id) is None


@pytest.mark.parametrize("job_of_a_kind", [jobs, topped_jobs, storyed_jobs])
def test_every_load_comes_down(job_of_a_kind):
    """From any piece the load goes through pieces that are there to the lowest plate, and never in a ring."""

    @given(job_of_a_kind())
    def comes_down(job):
        for framing in (frame(wall_plan(job, wall)) for wall in job.walls):
            lowest = min(member.bottom for member in framing.plates)
            by_id = {member.id: member for member in framing.members}
            carried_by = bearing(framing)
            for piece in framing.members:
                path = load_path(carried_by, piece.id)
                assert piece.role in PLATES or piece.id not in path.down, str(piece.id)
                ends = [by_id[one].bottom for one in path.down] or [piece.bottom]
                assert min(ends) == lowest, str(piece.id)

    comes_down()
