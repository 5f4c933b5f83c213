"""Walls that meet square: corners, intersections, what runs through."""

import json
from dataclasses import replace
from itertools import pairwise

import pytest

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.edit import AddOpening, ChangeWall, RemoveWall
from bluff.core.job.finding import Code
from bluff.core.job.job import Ends, Job, Point, Runs
from bluff.core.job.position import At, FromWall, Reference, WallFace
from bluff.core.job.schools import CornerSchool, IntersectionSchool, Line
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.wall.member import Plate, Role
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.job_file import read_job
from floors import framed, partition, plans, shelter, wall
from framing import found, in_role, marked, say, spans, starts


def test_the_longer_walls_run_through_and_the_others_are_shorter_by_them():
    by_id = plans(shelter())
    assert [format_exact(plan.length) for plan in by_id.values()] == ["432", "259", "432", "259"]
    assert [say(step.words) for step in by_id["B"].plate_length.steps] == [
        "wall length",
        "butts into A at the start",
        "butts into C at the end",
    ]


def test_of_two_alike_the_one_entered_first_runs_through():
    square = Job("square", walls=(wall("A", (0, 10), (10, 10)), wall("B", (10, 10), (10, 0))))
    assert plans(square)["A"].meetings.end.is_through
    assert not plans(square)["B"].meetings.start.is_through


@pytest.mark.parametrize("turn", range(4))
def test_a_building_frames_the_same_whichever_way_it_is_turned(turn):
    def turned(point):
        x, y = point.x, point.y
        for _ in range(turn):
            x, y = y, -x
        return Point(x, y)

    job = shelter(partition("E", (12, 0), (12, 22.5)))
    walls = tuple(
        replace(wall, run=replace(wall.run, start=turned(wall.run.start), end=turned(wall.run.end)))
        for wall in job.walls
    )
    turned_job = replace(job, walls=walls)
    for before, after in zip(wall_plans(job), wall_plans(turned_job), strict=True):
        assert frame(before).members == frame(after).members


@pytest.mark.parametrize(
    ("line", "x"),
    # Walking south, the left hand is east: all three give the same wood.
    [(Line.CENTER, 12), (Line.LEFT, 12 + 1.75 / 12), (Line.RIGHT, 12 - 1.75 / 12)],
)
def test_a_wall_is_given_by_any_line_of_its_thickness(line, x):
    job = shelter(partition("E", (x, 22.5), (x, 0), line=line))
    (meeting,) = plans(job)["A"].meetings.intersections
    assert format_exact(meeting.center) == "144"


def test_a_partition_may_be_drawn_to_the_face_the_center_or_the_outside():
    for y in (22.5, 22.5 - 2.75 / 12, 22.5 - 5.5 / 12):
        job = shelter(partition("E", (12, 0), (12, y)))
        assert format_exact(plans(job)["E"].length) == "259"


def test_a_dimension_to_the_outside_loses_the_wall_it_crosses():
    data = {
        "format": "bluff-job",
        "version": 2,
        "name": "shelter",
        "walls": [
            {"id": "A", "stud": "2x6", "kind": "exterior", "from": [0, "22' 6"], "to": ["36'", "22' 6"]},
            {"id": "B", "stud": "2x6", "kind": "exterior", "from": ["36'", "22' 6"], "to": ["36'", 0]},
        ],
        "openings": [
            {
                "id": "D1",
                "wall": "B",
                "kind": "door",
                "unit": "3-0 x 6-8",
                "at": {"edge": "7' 2", "from": "outside-start"},
            },
            {
                "id": "W1",
                "wall": "A",
                "kind": "window",
                "unit": "3-0 x 3-0",
                "at": {"edge": "7' 2", "from": "outside-start"},
            },
        ],
    }
    by_id = plans(read_job(json.dumps(data)))
    assert format_exact(by_id["B"].openings[0].start.value) == "80 1/2"
    assert format_exact(by_id["A"].openings[0].start.value) == "86"


@pytest.mark.parametrize(
    ("wall_id", "other", "face", "start"),
    [
        # E is centered 144 along A: its faces at 142 1/4 and 145 3/4.
        ("A", "E", WallFace.NEAR, "166 1/4"),
        ("A", "E", WallFace.CENTER, "168"),
        ("A", "E", WallFace.FAR, "169 3/4"),
        # B butts into A: A's inside face is where B's plate starts.
        ("B", "A", WallFace.NEAR, "24"),
        ("B", "A", WallFace.FAR, "18 1/2"),
        # A runs past D: D lies on A's own first 5 1/2.
        ("A", "D", WallFace.NEAR, "29 1/2"),
    ],
)
def test_a_position_is_measured_from_a_wall_that_meets_this_one(wall_id, other, face, start):
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    window = read_opening("ro 30x30 @ 5'", job, job.wall(wall_id))
    window = replace(window, position=At(Reference.EDGE, inches(24), FromWall(other, face)))
    job = apply(job, AddOpening(window))
    assert format_exact(plans(job)[wall_id].openings[0].start.value) == start
    renamed = apply(job, ChangeWall(other, replace(job.wall(other), id="N")))
    assert format_exact(plans(renamed)[wall_id].openings[0].start.value) == start
    gone = apply(job, RemoveWall(other))
    (finding,) = found(framed(gone, wall_id), Code.OPENING_REFERENCE)
    assert f"wall {other}, which does not meet this wall" in say(finding.text)


def test_the_sheets_of_a_wall_that_butts_start_at_the_outside():
    assert starts(framed(shelter(), "B"), Role.STUD)[:3] == ["9 3/4", "25 3/4", "41 3/4"]
    inside = framed(shelter(partition("E", (12, 0), (12, 22.5))), "E")
    assert starts(inside, Role.STUD)[:2] == ["15 1/4", "31 1/4"]


@pytest.mark.parametrize(
    ("school", "stud", "role", "near"),
    [
        (CornerSchool.TWO_STUD, "2x4", Role.CORNER_BACKING, [("1 1/2", "5")]),
        (CornerSchool.TWO_STUD, "2x6", Role.CORNER_BACKING, [("3 1/2", "7")]),
        (CornerSchool.THREE_STUD, "2x4", Role.CORNER_STUD, [("1 1/2", "3"), ("3", "4 1/2")]),
        (CornerSchool.THREE_STUD, "2x6", Role.CORNER_STUD, [("1 1/2", "3"), ("5", "6 1/2")]),
        (CornerSchool.BLOCKED, "2x6", Role.CORNER_STUD, [("5", "6 1/2")]),
        (CornerSchool.BLOCKED, "2x6", Role.BLOCK, [("1 1/2", "5")] * 3),
        (CornerSchool.CLIPS, "2x6", Role.CORNER_STUD, []),
    ],
)
def test_a_corner_is_made_by_the_walls_school_and_mirrored_at_the_far_end(school, stud, role, near):
    framing = framed(shelter(stud=stud, ways=JobWays(corner=school)))
    length = framing.plan.length
    mirrored = [
        (format_exact(length - inches(end)), format_exact(length - inches(start))) for start, end in reversed(near)
    ]
    assert spans(framing, role) == near + mirrored
    assert found(framing, Code.BACKING_MISSING) == []
    assert len(found(framing, Code.CORNER_CLIPS)) == (2 if school is CornerSchool.CLIPS else 0)


def test_a_wall_that_butts_has_only_its_end_studs():
    framing = framed(shelter(), "B")
    assert spans(framing, Role.END_STUD) == [("0", "1 1/2"), ("257 1/2", "259")]
    assert spans(framing, Role.CORNER_BACKING, Role.CORNER_STUD) == []


@pytest.mark.parametrize(
    ("school", "stud", "expected"),
    [
        (IntersectionSchool.CHANNEL, "2x4", [("140 3/4", "142 1/4"), ("145 3/4", "147 1/4"), ("142 1/4", "145 3/4")]),
        (IntersectionSchool.CHANNEL, "2x6", [("139 3/4", "141 1/4"), ("146 3/4", "148 1/4"), ("141 1/4", "146 3/4")]),
        (IntersectionSchool.WIDE_FLAT, "2x4", [("141 1/4", "146 3/4")]),
        (IntersectionSchool.WIDE_FLAT, "2x6", [("139 3/8", "148 5/8")]),
        (IntersectionSchool.BLOCKED, "2x4", [("140 3/4", "142 1/4"), ("145 3/4", "147 1/4")]),
    ],
)
def test_an_intersection_is_made_by_the_walls_school(school, stud, expected):
    job = shelter(partition("E", (12, 0), (12, 22.5), stud), ways=JobWays(intersection=school))
    framing = framed(job)
    assert spans(framing, Role.INTERSECTION_STUD, Role.INTERSECTION_BACKING) == expected
    assert found(framing, Code.BACKING_MISSING) == []


def test_a_ladder_has_blocks_at_most_24_apart_between_the_neighbours():
    job = shelter(partition("E", (148 / 12, 0), (148 / 12, 22.5)), ways=JobWays(intersection=IntersectionSchool.LADDER))
    framing = framed(job)
    blocks = in_role(framing, Role.BLOCK)
    assert spans(framing, Role.BLOCK) == [("144 3/4", "159 1/4")] * 3
    heights = [framing.plan.bottom.value, *(block.bottom + block.height // 2 for block in blocks)]
    assert all(after - before <= inches(24) for before, after in pairwise([*heights, framing.plan.underside.value]))
    assert found(framing, Code.BACKING_MISSING) == []


def test_backing_is_marked_on_both_plates():
    framing = framed(shelter())
    assert marked(framing, Plate.BOTTOM, Role.CORNER_BACKING) == ["3 1/2", "425"]
    assert marked(framing, Plate.TOP, Role.CORNER_BACKING) == ["3 1/2", "425"]
    assert {mark.symbol for mark in framing.marks if mark.role == Role.CORNER_BACKING} == {"B"}


def test_the_layout_slides_beside_a_channel():
    framing = framed(shelter(partition("E", (148.5 / 12, 0), (148.5 / 12, 22.5))))
    # The channel is from 145 1/4 to 151 3/4; line 9, at 144, stays, and nothing overlaps.
    assert "143 1/4" in starts(framing, Role.STUD)


def test_an_opening_outranks_a_corner_and_says_so():
    job = apply(
        shelter(),
        AddOpening(read_opening("ro 36x50 @ edge 7 1/2", shelter(), shelter().walls[0])),
    )
    framing = framed(job)
    (finding,) = found(framing, Code.OPENING_CROWDS_MEETING)
    # The flat stud of the corner with D ends at 7, the kings start at 4 1/2.
    assert say(finding.fix_label) == "Move it 2 1/2"
    assert found(framed(apply(job, finding.fix)), Code.OPENING_CROWDS_MEETING) == []
    assert format_exact(in_role(framing, Role.CORNER_BACKING)[0].start) == "425"


def test_walls_that_cross_or_lie_in_one_place_are_said():
    crossing = shelter(partition("E", (12, -2), (12, 24)))
    assert len(found(framed(crossing), Code.WALLS_CROSS)) == 1
    twice = shelter(partition("E", (10, 10), (20, 10)), partition("F", (18, 10), (26, 10)))
    assert len(found(framed(twice, "E"), Code.WALLS_OVERLAP)) == 1
    apart = shelter(partition("E", (10, 10), (20, 10)), partition("F", (18, 10.5), (26, 10.5)))
    assert found(framed(apart, "E"), Code.WALLS_OVERLAP) == []


def test_an_end_that_says_so_runs_through_against_the_long_wall_rule():
    job = shelter()
    short = replace(job.wall("B"), ends=Ends(start=Runs.THROUGH))
    by_id = plans(apply(job, ChangeWall("B", short)))
    assert [format_exact(by_id[id_].length) for id_ in "AB"] == ["426 1/2", "264 1/2"]
    # Both say through: the rule decides as if neither did.
    long = replace(job.wall("A"), ends=Ends(end=Runs.THROUGH))
    both = apply(apply(job, ChangeWall("B", short)), ChangeWall("A", long))
    assert [format_exact(plans(both)[id_].length) for id_ in "AB"] == ["432", "259"]


def test_walls_that_share_only_the_point_of_a_corner_do_not_meet():
    job = Job("x", walls=(wall("A", (0, 10), (10, 10)), wall("B", (10.5, 9), (10.5, 0))))
    assert plans(job)["A"].meetings.end is None


def test_an_unrelated_edit_leaves_a_walls_plan_as_it_was():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    before = plans(job)
    after = plans(apply(job, RemoveWall("E")))
    assert after["B"] == before["B"]
    assert after["A"] != before["A"]
