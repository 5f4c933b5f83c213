import json
from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff import core
from bluff.core.edit import AddOpening, ChangeWall, RemoveWall
from bluff.core.finding import Code
from bluff.core.job import At, Between, FromWall, Job, Line, Point, Reference, Wall, WallFace, WallKind
from bluff.core.length import format_exact, inches
from bluff.core.member import Plate, Role
from bluff.core.phrase import read_opening
from bluff.core.standard import CornerSchool, End, IntersectionSchool, PrecutStuds, Ways
from bluff.formats.job_file import read_job
from framing import found, in_role, marked, starts

FEET = 12 * 64


def wall(id_, start, end, stud="2x6", kind=WallKind.EXTERIOR, line=None):
    """A wall between two points given in feet."""
    points = [Point(*(round(value * FEET) for value in point)) for point in (start, end)]
    return Wall(id_, stud, Between(*points, line), kind)


def shelter(*partitions, stud="2x6", ways=None):
    """36'-0 x 22'-6 outside, walked clockwise from the north-west."""
    outside = (
        wall("A", (0, 22.5), (36, 22.5), stud),
        wall("B", (36, 22.5), (36, 0), stud),
        wall("C", (36, 0), (0, 0), stud),
        wall("D", (0, 0), (0, 22.5), stud),
    )
    return Job("shelter", ways or Ways(), (*outside, *partitions))


def partition(id_, start, end, stud="2x4", **options):
    return wall(id_, start, end, stud, WallKind.PARTITION, **options)


def plans(job):
    return {plan.id: plan for plan in core.wall_plans(job)}


def framed(job, id_="A"):
    return core.frame(plans(job)[id_])


def test_the_longer_walls_run_through_and_the_others_are_shorter_by_them():
    by_id = plans(shelter())
    assert [format_exact(plan.length) for plan in by_id.values()] == ["432", "259", "432", "259"]
    assert [step.words for step in by_id["B"].plate_length.steps] == [
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
    for before, after in zip(core.wall_plans(job), core.wall_plans(turned_job), strict=True):
        assert core.frame(before).members == core.frame(after).members


@pytest.mark.parametrize(
    ("line", "x"),
    # Walking south, the left hand is east: all three give the same wood.
    [(Line.CENTRE, 12), (Line.LEFT, 12 + 1.75 / 12), (Line.RIGHT, 12 - 1.75 / 12)],
)
def test_a_wall_is_given_by_any_line_of_its_thickness(line, x):
    job = shelter(partition("E", (x, 22.5), (x, 0), line=line))
    (meeting,) = plans(job)["A"].meetings.intersections
    assert format_exact(meeting.centre) == "144"


def test_a_partition_may_be_drawn_to_the_face_the_centre_or_the_outside():
    for y in (22.5, 22.5 - 2.75 / 12, 22.5 - 5.5 / 12):
        job = shelter(partition("E", (12, 0), (12, y)))
        assert format_exact(plans(job)["E"].length) == "259"


def test_a_dimension_to_the_outside_loses_the_wall_it_crosses():
    data = {
        "format": "bluff-job",
        "version": 1,
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
        # E is centred 144 along A: its faces at 142 1/4 and 145 3/4.
        ("A", "E", WallFace.NEAR, "166 1/4"),
        ("A", "E", WallFace.CENTRE, "168"),
        ("A", "E", WallFace.FAR, "169 3/4"),
        # B butts into A: A's inside face is where B's plate starts.
        ("B", "A", WallFace.FAR, "24"),
        ("B", "A", WallFace.NEAR, "18 1/2"),
        # A runs past D: D lies on A's own first 5 1/2.
        ("A", "D", WallFace.FAR, "29 1/2"),
    ],
)
def test_a_position_is_measured_from_a_wall_that_meets_this_one(wall_id, other, face, start):
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    window = read_opening("ro 30x30 @ 5'", job, job.wall(wall_id))
    window = replace(window, position=At(Reference.EDGE, inches(24), FromWall(other, face)))
    job = core.apply(job, AddOpening(window))
    assert format_exact(plans(job)[wall_id].openings[0].start.value) == start
    renamed = core.apply(job, ChangeWall(other, replace(job.wall(other), id="N")))
    assert format_exact(plans(renamed)[wall_id].openings[0].start.value) == start
    gone = core.apply(job, RemoveWall(other))
    (finding,) = found(framed(gone, wall_id), Code.OPENING_REFERENCE)
    assert f"wall {other}, which does not meet this wall" in finding.text


def test_the_sheets_of_a_wall_that_butts_start_at_the_outside():
    assert starts(framed(shelter(), "B"), Role.STUD)[:3] == ["9 3/4", "25 3/4", "41 3/4"]
    inside = framed(shelter(partition("E", (12, 0), (12, 22.5))), "E")
    assert starts(inside, Role.STUD)[:2] == ["15 1/4", "31 1/4"]


def spans(framing, *roles):
    return [
        (format_exact(piece.start), format_exact(piece.end))
        for role in roles
        for piece in sorted(in_role(framing, role), key=lambda piece: piece.start)
    ]


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
    framing = framed(shelter(stud=stud, ways=Ways(corner=school)))
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
    job = shelter(partition("E", (12, 0), (12, 22.5), stud), ways=Ways(intersection=school))
    framing = framed(job)
    assert spans(framing, Role.INTERSECTION_STUD, Role.INTERSECTION_BACKING) == expected
    assert len(in_role(framing, Role.BLOCK)) == (3 if school is IntersectionSchool.BLOCKED else 0)
    assert found(framing, Code.BACKING_MISSING) == []


def test_a_ladder_has_blocks_at_most_24_apart_between_the_neighbours():
    job = shelter(partition("E", (148 / 12, 0), (148 / 12, 22.5)), ways=Ways(intersection=IntersectionSchool.LADDER))
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
    job = core.apply(
        shelter(),
        AddOpening(read_opening("ro 36x50 @ edge 7 1/2", shelter(), shelter().walls[0])),
    )
    framing = framed(job)
    assert len(found(framing, Code.OPENING_CROWDS_MEETING)) == 1
    assert format_exact(in_role(framing, Role.CORNER_BACKING)[0].start) == "425"


def test_walls_that_cross_and_walls_at_an_angle_are_said():
    crossing = shelter(partition("E", (12, -2), (12, 24)))
    assert len(found(framed(crossing), Code.WALLS_CROSS)) == 1
    slanted = shelter(partition("E", (12, 1), (14, 9)))
    assert len(found(framed(slanted, "E"), Code.WALL_ON_ITS_OWN)) == 1
    assert found(framed(slanted), Code.WALL_ON_ITS_OWN) == []


def test_walls_that_share_only_the_point_of_a_corner_do_not_meet():
    job = Job("x", walls=(wall("A", (0, 10), (10, 10)), wall("B", (10.5, 9), (10.5, 0))))
    assert plans(job)["A"].meetings.end is None


def test_an_unrelated_edit_leaves_a_walls_plan_as_it_was():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    before = plans(job)
    after = plans(core.apply(job, RemoveWall("E")))
    assert after["B"] == before["B"]
    assert after["A"] != before["A"]


def caps(framing):
    return {
        piece.id: (format_exact(piece.start), format_exact(piece.length.value))
        for piece in in_role(framing, Role.CAP_PLATE)
    }


def test_second_top_plates_lap_at_corners_and_run_through_at_intersections():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    # The through wall stops short by 5 1/2 at both ends, with a gap of 3 1/2 centred on 144.
    assert caps(framed(job)) == {"A/cap_plate": ("5 1/2", "136 3/4"), "A/cap_plate/E": ("145 3/4", "280 3/4")}
    assert caps(framed(job, "B")) == {"B/cap_plate": ("-5 1/2", "270")}
    assert caps(framed(job, "E")) == {"E/cap_plate": ("-5 1/2", "270")}


def test_walls_that_butt_at_one_place_from_both_sides_share_their_gap():
    job = shelter(
        partition("E", (0, 10), (36, 10), "2x4"),
        partition("F", (12, 22.5), (12, 10), "2x6"),
        partition("G", (12, 10), (12, 0), "2x4"),
    )
    pieces = sorted(in_role(framed(job, "E"), Role.CAP_PLATE), key=lambda piece: piece.start)
    assert all(before.end <= after.start for before, after in pairwise(pieces))
    assert [format_exact(after.start - before.end) for before, after in pairwise(pieces)] == ["5 1/2"]


@pytest.mark.parametrize("ways", [Ways(top_plates=1), Ways(studs=PrecutStuds(inches("104 5/8")))])
def test_where_nothing_can_lap_a_connector_is_called_for(ways):
    low = replace(partition("E", (12, 0), (12, 22.5)), ways=ways)
    job = shelter(low)
    assert caps(framed(job)) == {"A/cap_plate": ("5 1/2", "421")}
    assert len(found(framed(job, "E"), Code.NO_LAP)) == (0 if ways.top_plates == 1 else 2)


@st.composite
def floors(draw):
    """A rectangle of random size and studs, with partitions across it where they leave room for each other."""
    width, depth = draw(st.integers(12, 60)), draw(st.integers(12, 60))
    stud = draw(st.sampled_from(["2x4", "2x6"]))
    outside = [
        wall("A", (0, depth), (width, depth), stud),
        wall("B", (width, depth), (width, 0), stud),
        wall("C", (width, 0), (0, 0), stud),
        wall("D", (0, 0), (0, depth), stud),
    ]
    places = sorted(draw(st.sets(st.integers(2, width - 2), max_size=5)))
    inside = [partition(f"P{x}", (x, 0), (x, depth), draw(st.sampled_from(["2x4", "2x6"]))) for x in places]
    ways = Ways(corner=draw(st.sampled_from(CornerSchool)), intersection=draw(st.sampled_from(IntersectionSchool)))
    job = Job("floor", ways, (*outside, *inside))
    for place in draw(st.lists(st.integers(0, width), max_size=2)):
        opening = read_opening(f"ro {draw(st.integers(12, 60))}x50 @ {place}'", job, job.walls[0])
        job = core.apply(job, AddOpening(opening))
    return job, width, depth


@given(floors())
def test_plates_close_the_outside_dimensions_and_every_junctions_wood_is_there_once(floor):
    job, width, depth = floor
    by_id = plans(job)
    for one, other, outside in (("A", "B", width), ("B", "C", depth)):
        plan = by_id[one]
        gone = sum(meeting.outside for meeting in (plan.meetings.start, plan.meetings.end))
        assert plan.length + gone == outside * FEET
        corner = (by_id[one].meetings.end, by_id[other].meetings.start)
        assert [meeting.is_through for meeting in corner].count(True) == 1
        # What one second plate runs long at a corner, the other stops short.
        (last, first) = _cap_over(plan, End.END), _cap_over(by_id[other], End.START)
        assert {last > 0, first > 0} == {True, False}
        assert abs(last) == plan.meetings.end.thickness
        assert abs(first) == by_id[other].meetings.start.thickness
    for plan in by_id.values():
        framing = core.frame(plan)
        pieces = framing.members
        for index, piece in enumerate(pieces):
            if piece.role is not Role.CAP_PLATE:
                assert 0 <= piece.start < piece.end <= plan.length
            assert piece.x.value == sum(step.amount for step in piece.x.steps)
            for other in pieces[index + 1 :]:
                assert (
                    piece.end <= other.start
                    or other.end <= piece.start
                    or piece.top <= other.bottom
                    or other.top <= piece.bottom
                ), (piece.id, other.id)
        assert len({piece.id for piece in pieces}) == len(pieces)
        if not framing.openings:
            assert found(framing, Code.BACKING_MISSING) == []


def _cap_over(plan, end):
    """How far the second top plate runs past the end of its plate; negative where it stops short."""
    pieces = in_role(core.frame(plan), Role.CAP_PLATE)
    if end is End.START:
        return -min(piece.start for piece in pieces)
    return max(piece.end for piece in pieces) - plan.length
