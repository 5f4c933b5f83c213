"""Walls that meet at a slant, in a miter or in line."""

from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code
from bluff.core.job.job import Between, Job
from bluff.core.job.schools import End, Line
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.plan.meeting import Joint
from bluff.core.wall.member import Role
from floors import bay, framed, partition, plans, shelter, spliced, wall
from framing import found, in_role, say, spans, starts


@pytest.mark.parametrize(
    ("stud", "width", "short"),
    # tan 22 1/2 x the plate's width: 5 1/2 gives 2 9/32, 3 1/2 gives 1 29/64.
    [("2x6", "5 1/2", "2 9/32"), ("2x4", "3 1/2", "1 29/64")],
)
def test_a_corner_of_a_bay_is_mitered_at_half_the_turn(stud, width, short):
    by_id = plans(bay(stud))
    end, start = by_id["A"].meetings.end, by_id["B"].meetings.start
    assert [meeting.joint for meeting in (end, start)] == [Joint.MITER] * 2
    # The outside is given, so the long point is the corner as drawn.
    assert [meeting.reach for meeting in (end, start)] == [0, 0]
    assert [meeting.long_side for meeting in (end, start)] == [Line.LEFT] * 2
    assert [format_exact(meeting.short) for meeting in (end, start)] == [short] * 2
    framing = framed(bay(stud))
    last = in_role(framing, Role.END_STUD)[-1]
    assert format_exact(framing.plan.length - last.end) == short
    (finding,) = found(framing, Code.ANGLED_END)
    assert "22.5 degrees" in say(finding.text)
    assert len(found(framing, Code.NO_LAP)) == 1


def test_a_bay_turned_the_other_way_has_its_long_points_inside():
    reach = 10 / 2**0.5
    job = Job("bay", walls=(wall("A", (0, 0), (0, 10)), wall("B", (0, 10), (-reach, 10 + reach))))
    end = plans(job)["A"].meetings.end
    assert (end.long_side, format_exact(end.reach), format_exact(end.short)) == (Line.RIGHT, "2 9/32", "2 9/32")


def test_walls_that_run_at_each_other_are_mitered_as_those_that_follow():
    job = bay()
    turned = replace(job.wall("B"), run=Between(job.wall("B").run.end, job.wall("B").run.start, Line.RIGHT))
    by_id = plans(replace(job, walls=(job.wall("A"), turned)))
    assert by_id["A"].meetings.end == plans(job)["A"].meetings.end
    assert (by_id["B"].meetings.end.short, by_id["B"].meetings.end.long_side) == (inches("2 9/32"), Line.RIGHT)


def test_a_partition_at_an_angle_is_cut_to_the_face_it_butts_against():
    # 45 degrees into the middle of A's inside face, from the south-west.
    job = shelter(partition("E", (8, 14.5), (16, 22.5)))
    meeting = plans(job)["E"].meetings.end
    assert (meeting.joint, format_exact(meeting.short), meeting.long_side) == (Joint.BUTT, "3 1/2", Line.RIGHT)
    (at,) = plans(job)["A"].meetings.intersections
    # 3 1/2 across at 45 degrees is 4 61/64 along, and the center line meets the inside face at 5 1/2 less.
    assert (format_exact(at.thickness), format_exact(at.center)) == ("4 61/64", "186 1/2")


def test_walls_in_line_are_spliced_and_what_ends_there_butts():
    by_id = plans(spliced())
    assert by_id["A"].meetings.end.joint is Joint.SPLICE
    assert by_id["B"].meetings.start.joint is Joint.SPLICE
    assert by_id["E"].meetings.start.joint is Joint.BUTT
    assert [format_exact(by_id[id_].length) for id_ in "ABE"] == ["240", "192", "234 1/2"]
    # Each of the two has the stud on its own side of the partition.
    assert spans(frame(by_id["A"]), Role.INTERSECTION_STUD) == [("236 3/4", "238 1/4")]
    assert spans(frame(by_id["B"]), Role.INTERSECTION_STUD) == [("1 3/4", "3 1/4")]


def test_the_layout_carries_on_from_a_wall_in_line():
    job = Job("long", walls=(wall("A", (0, 20), (20 + 1 / 12, 20)), wall("B", (20 + 1 / 12, 20), (36, 20))))
    # 241 is 15 x 16 and 1 more: the next line of A is at 256, 15 into B.
    assert starts(framed(job, "B"), Role.STUD)[:2] == ["14 1/4", "30 1/4"]
    own = replace(job.wall("B"), ways=WallWays(datum=Datum()))
    assert starts(framed(apply(job, ChangeWall("B", own)), "B"), Role.STUD)[0] == "15 1/4"
    # Hooked at the far end, both walls are laid out from there.
    hooked = replace(job, ways=JobWays(datum=Datum(End.END)))
    assert plans(hooked)["A"].carried == inches("191")
    assert plans(hooked)["B"].carried is None


def test_four_walls_that_end_in_one_place_are_two_in_line_and_two_that_butt():
    job = Job(
        "cross",
        walls=(
            partition("A", (0, 10), (10, 10)),
            partition("B", (10, 10), (18, 10)),
            partition("C", (10, 20), (10, 10)),
            partition("D", (10, 10), (10, 0)),
        ),
    )
    by_id = plans(job)
    joints = {
        (id_, end): meeting.joint for id_, plan in by_id.items() for end in End if (meeting := plan.meetings.at(end))
    }
    assert joints == {
        ("A", End.END): Joint.SPLICE,
        ("B", End.START): Joint.SPLICE,
        ("C", End.END): Joint.BUTT,
        ("D", End.START): Joint.BUTT,
    }
    assert [at.side for at in by_id["A"].meetings.intersections] == [Line.LEFT, Line.RIGHT]
    assert found(frame(by_id["A"]), Code.WALLS_CROSS) == []


def test_sheets_that_meet_past_the_end_stud_of_a_miter_have_no_wood_there():
    """96 7/8 of 2x4 mitered at both ends: the last stud ends 1 29/64 short, at 95 27/64, and the sheets meet at 96."""
    reach, high = 10 / 2**0.5, 96.875 / 12
    job = Job(
        "bay",
        walls=(
            wall("A", (reach, -reach), (0, 0), "2x4"),
            wall("B", (0, 0), (0, high), "2x4"),
            wall("C", (0, high), (reach, high + reach), "2x4"),
        ),
    )
    framing = framed(job, "B")
    assert format_exact(in_role(framing, Role.END_STUD)[-1].end) == "95 27/64"
    (bare,) = found(framing, Code.SHEET_EDGE_NO_WOOD)
    assert say(bare.text) == "Sheets meet at 96 with no wood for both of them there (past the end stud)."
