"""Which joints a wall has, and how many 16d each takes."""

import pytest

from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.job import Job
from bluff.core.job.schools import CornerSchool, IntersectionSchool
from bluff.core.job.ways import JobWays
from bluff.core.takeoff.nails import joints_of, nails
from floors import framed, partition, shelter, wall
from framing import frame_wall, say


def counted(framing):
    """Joints and nails by name."""
    return {say(row.joint): (row.joints, row.nails) for row in nails([framing])}


@pytest.mark.parametrize(
    ("school", "stud", "joints"),
    [
        # Behind 3 1/2 the flat is from 1 1/2 to 5 and touches the end stud; behind 5 1/2 it is from 3 1/2.
        (CornerSchool.TWO_STUD, "2x4", 2),
        (CornerSchool.TWO_STUD, "2x6", 0),
        # The second stud is beside the end stud; behind 3 1/2 the third touches it as well.
        (CornerSchool.THREE_STUD, "2x4", 4),
        (CornerSchool.THREE_STUD, "2x6", 2),
        (CornerSchool.BLOCKED, "2x6", 0),
        (CornerSchool.CLIPS, "2x6", 0),
    ],
)
def test_boards_of_a_corner_that_touch_are_nailed_up(school, stud, joints):
    rows = counted(framed(shelter(stud=stud, ways=JobWays(corner=school))))
    # 92 5/8 at 16: six spaces, seven nails.
    assert rows.get("corner, board to board", (0, 0)) == (joints, 7 * joints)


@pytest.mark.parametrize(
    ("school", "joints"),
    [(IntersectionSchool.CHANNEL, 2), (IntersectionSchool.WIDE_FLAT, 0), (IntersectionSchool.LADDER, 0)],
)
def test_a_channel_is_nailed_to_its_board_on_both_sides(school, joints):
    rows = counted(framed(shelter(partition("E", (12.5, 0), (12.5, 22.5)), ways=JobWays(intersection=school))))
    assert rows.get("channel, board to board", (0, 0)) == (joints, 7 * joints)


@pytest.mark.parametrize(("kings", "joints"), [(1, 0), (2, 2), (3, 4)])
def test_kings_are_nailed_to_each_other(kings, joints):
    rows = counted(frame_wall("20' 2x4", "3-0x4-0 @ centered", king_count=kings))
    assert rows.get("king to king", (0, 0)) == (joints, 7 * joints)
    # A jack goes to its king whatever stands beside that: 81 at 16 takes seven.
    assert rows["jack to king"] == (2, 14)


def test_a_butting_walls_end_stud_is_nailed_to_the_wall_it_meets():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    assert counted(framed(job, "E"))["end stud to the wall it meets"] == (2, 14)
    assert counted(framed(job, "B"))["end stud to the wall it meets"] == (2, 14)
    assert "end stud to the wall it meets" not in counted(framed(job, "A"))


def test_walls_in_line_are_nailed_to_each_other_once():
    job = Job("long", walls=(wall("A", (0, 20), (20, 20)), wall("B", (20, 20), (36, 20))))
    rows = [counted(framed(job, id_)).get("end stud to the wall it meets") for id_ in "AB"]
    assert rows == [(1, 7), None]


def test_every_joint_is_in_its_wall():
    framing = framed(
        shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(header=Header(HeaderKind.FLAT, None, 1)))
    )
    for joint in joints_of(framing):
        assert -64 * 6 <= joint.x <= framing.plan.length + 64 * 6
        assert 0 <= joint.y <= framing.plan.height.value


@pytest.mark.parametrize(("plates", "nails"), [(2, 16), (1, 0)])
def test_a_joint_of_top_plates_is_nailed_to_the_second_one_where_there_is_any(plates, nails):
    """20 ft and an inch is longer than any board: one joint, eight nails each side of it, or none to nail it to."""
    joints = joints_of(frame_wall("20-1 2x4", top_plates=plates))
    assert sum(joint.nails for joint in joints if say(joint.name) == "cap plate at a break") == nails
