import json
from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff import core
from bluff.core.edit import AddOpening, ChangeWall, RemoveWall
from bluff.core.finding import Code
from bluff.core.job import Between, Ends, Job, Line, Point, Runs
from bluff.core.junction import Joint
from bluff.core.length import format_exact, inches
from bluff.core.member import Plate, Role
from bluff.core.phrase import read_opening
from bluff.core.plates import Ties, ties
from bluff.core.position import At, FromWall, Reference, WallFace
from bluff.core.schools import (
    CornerSchool,
    Datum,
    End,
    IntersectionSchool,
    JoistRun,
    PlateTies,
    PrecutStuds,
    WallHeight,
)
from bluff.core.standard import Ways
from bluff.formats.job_file import read_job
from floors import FEET, partition, plans, shelter, wall
from framing import found, in_role, marked, starts
from strategies import floors

WALL_97_1_8 = WallHeight(inches("97 1/8"))


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
    (finding,) = found(framing, Code.OPENING_CROWDS_MEETING)
    # The flat stud of the corner with D ends at 7, the kings start at 4 1/2.
    assert finding.fix_label == "Move it 2 1/2"
    assert found(framed(core.apply(job, finding.fix)), Code.OPENING_CROWDS_MEETING) == []
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
    by_id = plans(core.apply(job, ChangeWall("B", short)))
    assert [format_exact(by_id[id_].length) for id_ in "AB"] == ["426 1/2", "264 1/2"]
    # Both say through: the rule decides as if neither did.
    long = replace(job.wall("A"), ends=Ends(end=Runs.THROUGH))
    both = core.apply(core.apply(job, ChangeWall("B", short)), ChangeWall("A", long))
    assert [format_exact(plans(both)[id_].length) for id_ in "AB"] == ["432", "259"]


def bay(stud="2x6"):
    """A 45 degree corner, walked by the outside: north, then north-east, both 10 feet."""
    reach = 10 / 2**0.5
    return Job("bay", walls=(wall("A", (0, 0), (0, 10), stud), wall("B", (0, 10), (reach, 10 + reach), stud)))


@pytest.mark.parametrize(
    ("stud", "width", "short"),
    # tan 22 1/2 x the plate's width: 5 1/2 gives 2 9/32, 3 1/2 gives 1 29/64.
    [("2x6", "5 1/2", "2 9/32"), ("2x4", "3 1/2", "1 29/64")],
)
def test_a_corner_of_a_bay_is_mitred_at_half_the_turn(stud, width, short):
    by_id = plans(bay(stud))
    end, start = by_id["A"].meetings.end, by_id["B"].meetings.start
    assert [meeting.joint for meeting in (end, start)] == [Joint.MITRE] * 2
    # The outside is given, so the long point is the corner as drawn.
    assert [meeting.reach for meeting in (end, start)] == [0, 0]
    assert [meeting.long_side for meeting in (end, start)] == [Line.LEFT] * 2
    assert [format_exact(meeting.short) for meeting in (end, start)] == [short] * 2
    framing = framed(bay(stud))
    last = in_role(framing, Role.END_STUD)[-1]
    assert format_exact(framing.plan.length - last.end) == short
    (finding,) = found(framing, Code.ANGLED_END)
    assert "22.5 degrees" in finding.text
    assert len(found(framing, Code.NO_LAP)) == 1


def test_a_bay_turned_the_other_way_has_its_long_points_inside():
    reach = 10 / 2**0.5
    job = Job("bay", walls=(wall("A", (0, 0), (0, 10)), wall("B", (0, 10), (-reach, 10 + reach))))
    end = plans(job)["A"].meetings.end
    assert (end.long_side, format_exact(end.reach), format_exact(end.short)) == (Line.RIGHT, "2 9/32", "2 9/32")


def test_walls_that_run_at_each_other_are_mitred_as_those_that_follow():
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
    # 3 1/2 across at 45 degrees is 4 61/64 along, and the centre line meets the inside face at 5 1/2 less.
    assert (format_exact(at.thickness), format_exact(at.centre)) == ("4 61/64", "186 1/2")


def spliced():
    """Two exterior walls in line, 20 and 16 feet, and a partition that butts where they meet."""
    return Job(
        "long",
        walls=(
            wall("A", (0, 20), (20, 20)),
            wall("B", (20, 20), (36, 20)),
            partition("E", (20, 20), (20, 0)),
        ),
    )


def test_walls_in_line_are_spliced_and_what_ends_there_butts():
    by_id = plans(spliced())
    assert by_id["A"].meetings.end.joint is Joint.SPLICE
    assert by_id["B"].meetings.start.joint is Joint.SPLICE
    assert by_id["E"].meetings.start.joint is Joint.BUTT
    assert [format_exact(by_id[id_].length) for id_ in "ABE"] == ["240", "192", "234 1/2"]
    # Each of the two has the stud on its own side of the partition.
    assert spans(core.frame(by_id["A"]), Role.INTERSECTION_STUD) == [("236 3/4", "238 1/4")]
    assert spans(core.frame(by_id["B"]), Role.INTERSECTION_STUD) == [("1 3/4", "3 1/4")]


def test_the_layout_carries_on_from_a_wall_in_line():
    job = Job("long", walls=(wall("A", (0, 20), (20 + 1 / 12, 20)), wall("B", (20 + 1 / 12, 20), (36, 20))))
    # 241 is 15 x 16 and 1 more: the next line of A is at 256, 15 into B.
    assert starts(framed(job, "B"), Role.STUD)[:2] == ["14 1/4", "30 1/4"]
    own = replace(job.wall("B"), ways=Ways(datum=Datum()))
    assert starts(framed(core.apply(job, ChangeWall("B", own)), "B"), Role.STUD)[0] == "15 1/4"
    # Hooked at the far end, both walls are laid out from there.
    hooked = replace(job, ways=Ways(datum=Datum(End.END)))
    assert plans(hooked)["A"].carried == inches("191")
    assert plans(hooked)["B"].carried is None


def test_second_top_plates_run_48_past_a_splice():
    job = Job("long", walls=(wall("A", (0, 20), (20, 20)), wall("B", (20, 20), (36, 20))))
    assert caps(framed(job, "A")) == {"A/cap_plate": ("0", "288")}
    assert caps(framed(job, "B")) == {"B/cap_plate": ("48", "144")}
    # A partition's lap 30 beyond the splice stops it there; within 24 nothing laps.
    near = replace(job, walls=(*job.walls, partition("E", (22.5, 20), (22.5, 0))))
    assert caps(framed(near, "A")) == {"A/cap_plate": ("0", "268 1/4")}
    nearer = replace(job, walls=(*job.walls, partition("E", (21.5, 20), (21.5, 0))))
    assert caps(framed(nearer, "A")) == {"A/cap_plate": ("0", "240")}
    assert len(found(framed(nearer, "A"), Code.NO_LAP)) == 1


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
    assert found(core.frame(by_id["A"]), Code.WALLS_CROSS) == []


def test_walls_that_share_only_the_point_of_a_corner_do_not_meet():
    job = Job("x", walls=(wall("A", (0, 10), (10, 10)), wall("B", (10.5, 9), (10.5, 0))))
    assert plans(job)["A"].meetings.end is None


def test_an_unrelated_edit_leaves_a_walls_plan_as_it_was():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    before = plans(job)
    after = plans(core.apply(job, RemoveWall("E")))
    assert after["B"] == before["B"]
    assert after["A"] != before["A"]


def cap_runs(framing):
    """The stretches of the second top plate between its gaps, however many boards each is made of."""
    runs = {}
    for piece in sorted(in_role(framing, Role.CAP_PLATE), key=lambda piece: piece.start):
        id_ = piece.id.split("/board/")[0]
        runs[id_] = (runs.get(id_, (piece.start,))[0], piece.end)
    return runs


def caps(framing):
    return {id_: (format_exact(start), format_exact(end - start)) for id_, (start, end) in cap_runs(framing).items()}


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
    runs = [*cap_runs(framed(job, "E")).values()]
    assert [format_exact(after[0] - before[1]) for before, after in pairwise(runs)] == ["5 1/2"]


@pytest.mark.parametrize("ways", [Ways(top_plates=1), Ways(studs=PrecutStuds(inches("104 5/8")))])
def test_where_nothing_can_lap_a_connector_is_called_for(ways):
    low = replace(partition("E", (12, 0), (12, 22.5)), ways=ways)
    job = shelter(low)
    assert caps(framed(job)) == {"A/cap_plate": ("5 1/2", "421")}
    assert len(found(framed(job, "E"), Code.NO_LAP)) == 2


def test_partitions_may_have_one_top_plate_unless_they_say_otherwise():
    kept = replace(partition("F", (24, 0), (24, 22.5)), ways=Ways(top_plates=2))
    job = shelter(partition("E", (12, 0), (12, 22.5)), kept, ways=Ways(single_on_partitions=True))
    assert {id_: plan.standard.top_plates for id_, plan in plans(job).items() if id_ in "AEF"} == {
        "A": 2,
        "E": 1,
        "F": 2,
    }
    # As high as the others where the wall's height is what is given: its studs are a plate longer.
    high = shelter(partition("E", (12, 0), (12, 22.5)), ways=Ways(single_on_partitions=True, studs=WALL_97_1_8))
    assert [format_exact(plans(high)[id_].stud_length.value) for id_ in "AE"] == ["92 5/8", "94 1/8"]


def test_a_crew_that_ties_with_connectors_laps_nothing():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=Ways(plate_ties=PlateTies.CONNECTORS))
    assert caps(framed(job)) == {"A/cap_plate": ("0", "432")}
    assert caps(framed(job, "E")) == {"E/cap_plate": ("0", "259")}
    assert ties(core.wall_plans(job)) == Ties(laps=0, nails=0, connectors=6)
    assert "ties them with connectors" in found(framed(job, "E"), Code.NO_LAP)[0].text


def test_a_ceiling_has_backing_on_a_wall_that_runs_along_the_joists():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=Ways(joists=JoistRun.NORTH_SOUTH))
    assert {plan.id for plan in core.wall_plans(job) if found(core.frame(plan), Code.CEILING_BACKING_MISSING)} == {
        "B",
        "D",
        "E",
    }
    (finding,) = found(framed(job, "E"), Code.CEILING_BACKING_MISSING)
    backed = framed(core.apply(job, finding.fix), "E")
    assert found(backed, Code.CEILING_BACKING_MISSING) == []
    (board,) = in_role(backed, Role.BACKING)
    assert (board.size, board.bottom, board.length.value) == ("2x6", backed.plan.height.value, backed.plan.length)


def test_laps_and_connectors_are_counted_once():
    assert ties(core.wall_plans(shelter(partition("E", (12, 0), (12, 22.5))))) == Ties(laps=6, nails=12, connectors=0)
    for ways in (Ways(studs=PrecutStuds(inches("104 5/8"))), Ways(top_plates=1)):
        other = shelter(replace(partition("E", (12, 0), (12, 22.5)), ways=ways))
        assert ties(core.wall_plans(other)) == Ties(laps=4, nails=8, connectors=2)
    assert ties(core.wall_plans(bay())) == Ties(laps=0, nails=0, connectors=1)


junction_schools = st.builds(
    Ways, corner=st.sampled_from(CornerSchool), intersection=st.sampled_from(IntersectionSchool)
)


@given(floors(junction_schools))
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


@st.composite
def grids(draw):
    """A floor of 4 to 60 walls: a grid of rooms with its outside, some inside walls left out, some cut in two."""
    columns, rows = (sorted(draw(st.sets(st.integers(0, 14), min_size=2, max_size=6))) for _ in range(2))
    feet = {"x": [5 * place for place in columns], "y": [5 * place for place in rows]}
    (west, *_, east), (south, *_, north) = feet["x"], feet["y"]
    walls = [
        wall("N", (west, north), (east, north)),
        wall("E", (east, north), (east, south)),
        wall("S", (east, south), (west, south)),
        wall("W", (west, south), (west, north)),
    ]
    for y in feet["y"][1:-1]:
        start, end = draw(st.sampled_from([(west, east), (east, west)]))
        walls.append(partition(f"R{y}", (start, y), (end, y), draw(st.sampled_from(["2x4", "2x6"]))))
    bands = [*zip(feet["y"], feet["y"][1:], strict=False)]
    for x in feet["x"][1:-1]:
        for low, high in bands:
            if draw(st.booleans()) and len(walls) < 60:
                walls.append(partition(f"C{x}-{low}", (x, low), (x, high), draw(st.sampled_from(["2x4", "2x6"]))))
    order = draw(st.permutations(walls))
    return Job("grid", walls=tuple(order))


@given(grids(), st.data())
def test_every_wall_of_a_random_floor_meets_what_it_should(job, data):
    by_id = plans(job)
    for plan in by_id.values():
        meetings = plan.meetings
        assert not meetings.crossings
        assert not meetings.overlaps
        for end in End:
            meeting = meetings.at(end)
            assert meeting, "no wall of a grid has a free end"
            back = by_id[meeting.other].meetings
            # Each joint is seen from both sides, and exactly one of the two has the wood for it.
            if meeting.joint is Joint.THROUGH:
                assert any(
                    other and other.other == plan.id and other.joint is Joint.BUTT for other in (back.start, back.end)
                )
            elif not meeting.is_corner:
                assert [at.other for at in back.intersections].count(plan.id) == 1
        for at in meetings.intersections:
            assert plan.id in by_id[at.other].meetings.others
        # The second plates leave a gap for each that laps.
        pieces = [*cap_runs(core.frame(plan)).values()]
        assert all(before[1] <= after[0] for before, after in pairwise(pieces))
        within = {at.centre for at in meetings.intersections if at.is_lapped}
        assert len(pieces) == len(within) + 1
    gone = data.draw(st.sampled_from(job.walls)).id
    after = plans(core.apply(job, RemoveWall(gone)))
    touched = {gone, *by_id[gone].meetings.others}
    for id_ in by_id.keys() - touched:
        if not touched & set(by_id[id_].meetings.others):
            # A layout carried on from wall to wall may begin elsewhere; nothing else reaches further.
            assert replace(after[id_], carried=by_id[id_].carried) == by_id[id_]
    for id_ in touched - {gone}:
        if after[id_].carried == by_id[id_].carried:
            ids = {member.id for member in core.frame(by_id[id_]).members if f"/{gone}" not in member.id}
            assert len(ids & {member.id for member in core.frame(after[id_]).members}) >= len(ids) // 2
