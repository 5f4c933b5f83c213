"""Where openings go on the plate, and what happens when they cannot."""

from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.checks.raising import needed_to_tip_up
from bluff.core.job.amounts import MeasuredRoom, WallHeight
from bluff.core.job.finding import Code, Severity
from bluff.core.job.header import Header, HeaderKind, Source
from bluff.core.job.position import At, FromOpening, FromOutside, Reference
from bluff.core.job.schools import End, EndStuds
from bluff.core.measure.length import format_exact, inches
from bluff.core.measure.lumber import Lumber
from bluff.core.wall.member import Role
from framing import found, frame_wall, framed, in_role, job_of, member, say, starts


def start_of(framing, index=0):
    return format_exact(framing.openings[index].placed.start.value)


@pytest.mark.parametrize(
    ("place", "start"),
    [
        ("9-3", "89 1/2"),
        ("edge 7-2", "86"),
        ("4-0 from end", "152 1/2"),
        ("edge 4-0 from end", "131"),
        ("centered", "89 1/2"),
        ("middle", "89 1/2"),
        ("center 111 from the start", "89 1/2"),
    ],
)
def test_an_opening_is_placed_in_the_words_of_the_plan(place, start):
    assert start_of(frame_wall("18-6 2x4", f"3-6x4-6 @ {place}")) == start


def test_the_far_edge_of_a_neighbour_is_measured_from():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 5-0", "2-0x3-0 @ 2-0 past W1")
    first, second = framing.openings
    assert second.placed.start.value == first.placed.end + inches(24)
    assert [say(step.words) for step in second.placed.start.steps] == ["far edge of W1", "to the edge of W2"]


def test_outside_is_the_plates_end_where_nothing_butts():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3")
    at = At(Reference.EDGE, inches("7' 2"), FromOutside(End.END))
    framing = framed(replace(job, openings=(replace(job.openings[0], position=at),)))
    assert framing.openings[0].placed.end == inches(222 - 86)


def test_an_opening_of_an_odd_width_is_halved_once():
    job = job_of("10' 2x4", "ro 30 1/64x40 @ 5-0")
    placed = framed(job).openings[0].placed
    assert placed.start.value == inches(60) - round((30 * 64 + 1) / 2)
    assert placed.end - placed.start.value == 30 * 64 + 1


def test_openings_measured_from_each_other_have_no_place_and_say_so():
    job = job_of("18-6 2x4", "3-0x3-0 @ 3-0", "3-0x3-0 @ 2-0 past W1")
    circle = At(Reference.EDGE, inches(24), FromOpening("W2"))
    job = replace(job, openings=(replace(job.openings[0], position=circle), job.openings[1]))
    framing = framed(job)
    assert framing.openings == ()
    assert [finding.opening for finding in found(framing, Code.OPENING_REFERENCE)] == ["W1", "W2"]


def test_an_opening_measured_from_one_that_is_gone_says_so():
    job = job_of("18-6 2x4", "3-0x3-0 @ 3-0")
    lost = replace(job.openings[0], position=At(Reference.EDGE, inches(24), FromOpening("W7")))
    framing = framed(replace(job, openings=(lost,)))
    (finding,) = found(framing, Code.OPENING_REFERENCE)
    assert "W7, which is not in this wall" in say(finding.text)


def test_an_opening_that_runs_off_its_wall_is_left_out_and_can_be_moved_back():
    job = job_of("18-6 2x4", "3-6x4-6 @ 1-0")
    (finding,) = found(framed(job), Code.OPENING_OFF_WALL)
    assert finding.severity is Severity.ERROR
    assert in_role(framed(job), Role.HEADER) == []
    mended = framed(apply(job, finding.fix))
    assert found(mended, Code.OPENING_OFF_WALL) == []
    assert member(mended, "opening/W1/king/start").start == 0


def test_a_king_at_the_very_end_is_the_end_stud():
    framing = frame_wall("18-6 2x4", "ro 40x50 @ edge 3")
    assert member(framing, "opening/W1/king/start").start == 0
    assert [str(stud.id) for stud in in_role(framing, Role.END_STUD)] == ["A/end_stud/end"]
    assert found(framing, Code.OPENING_CROWDS_END) == []


@pytest.mark.parametrize("place", ["edge 3 3/4", "edge 3 3/4 from end"])
def test_an_opening_that_crowds_the_end_stud_says_how_far_to_move(place):
    job = job_of("18-6 2x4", f"ro 40x50 @ {place}")
    (finding,) = found(framed(job), Code.OPENING_CROWDS_END)
    assert "3/4 between the" in say(finding.text)
    mended = framed(apply(job, finding.fix))
    assert len(in_role(mended, Role.END_STUD)) == 2
    assert found(mended, Code.OPENING_CROWDS_END) == []


def test_of_two_openings_that_need_the_same_wood_the_first_entered_stays():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", "2-0x3-0 @ 7-0")
    (finding,) = found(framing, Code.OPENINGS_OVERLAP)
    assert finding.opening == "W2"
    assert [opening.placed.id for opening in framing.openings] == ["W1"]


def test_an_opening_higher_than_the_wall_is_left_out():
    (finding,) = found(frame_wall("18-6 2x4", "d ro 36x95 @ 9-3"), Code.OPENING_TOO_HIGH)
    assert "7/8 above the underside" in say(finding.text)


def test_a_window_below_the_plate_is_left_out():
    (finding,) = found(frame_wall("18-6 2x4", "w 3-0x6-8 @ 9-3"), Code.OPENING_BELOW_PLATE)
    assert "1 1/2 below the bottom plate" in say(finding.text)


def test_heads_that_do_not_line_up_are_said():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 5-0", "d ro 36x83 @ 13-0")
    (finding,) = found(framing, Code.HEADS_DIFFER)
    assert (finding.opening, finding.severity) == ("D1", Severity.INFO)
    assert "1/2 higher than that of W1" in say(finding.text)


def test_habit_is_never_authority_for_a_header():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3")
    (finding,) = found(framed(job), Code.HEADER_SOURCE_UNVERIFIED)
    assert found(framed(apply(job, finding.fix)), Code.HEADER_SOURCE_UNVERIFIED) == []
    for source in Source:
        framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", header=Header(source=source))
        unverified = found(framing, Code.HEADER_SOURCE_UNVERIFIED)
        assert bool(unverified) is (source in (Source.HABIT, Source.UNVERIFIED)), source
        assert all(("the crew usually uses" in say(one.text)) is (source is Source.HABIT) for one in unverified)


def test_a_flat_header_in_a_bearing_wall_is_a_warning():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", header=Header(HeaderKind.FLAT, None, 1))
    bearing = replace(job, walls=(replace(job.walls[0], bearing=True),))
    assert len(found(framed(bearing), Code.FLAT_HEADER_BEARING)) == 1
    assert found(framed(job), Code.FLAT_HEADER_BEARING) == []


def test_studs_are_cut_to_the_walls_height():
    framing = frame_wall("10' 2x4", studs=WallHeight(inches("97 1/8")))
    assert format_exact(framing.plan.stud_length.value) == "92 5/8"
    one_top = frame_wall("10' 2x4", studs=WallHeight(inches("97 1/8")), top_plates=1, bottom_plates=2)
    assert format_exact(one_top.plan.stud_length.value) == "92 5/8"
    assert in_role(one_top, Role.CAP_PLATE) == []
    assert len(in_role(one_top, Role.BOTTOM_PLATE)) == 2


def test_the_lowest_wall_there_is_still_has_studs():
    framing = frame_wall("10' 2x12", studs=WallHeight(inches(12)), bottom_plates=2)
    assert framing.plan.stud_length.value == inches(6)


def test_a_stub_of_thick_boards_has_room_for_one_stud():
    thick = Lumber("2x4", inches("1 3/4"), inches("3 1/2"))
    assert len(in_role(frame_wall("3 2x4", lumber=(thick,)), Role.END_STUD)) == 1
    assert len(in_role(frame_wall("3 2x4"), Role.END_STUD)) == 2


def test_a_wall_is_cut_to_the_smallest_reading_less_the_play():
    room = MeasuredRoom(tuple(map(inches, ("97 3/8", "97 1/8", "97 1/4"))))
    length = frame_wall("10' 2x4", studs=room).plan.stud_length
    assert format_exact(length.value) == "92 3/8"
    assert [say(step.words) for step in length.steps] == [
        "smallest of 3 readings",
        "play",
        "bottom plate",
        "2 top plates",
    ]


@pytest.mark.parametrize(
    ("height", "width", "needed"),
    [("95 1/2", "5 1/2", "95 11/16"), ("97 1/8", "3 1/2", "97 1/4"), ("3", "4", "5"), ("96", "5 1/2", "96 3/16")],
)
def test_tipping_up_needs_the_diagonal(height, width, needed):
    assert format_exact(needed_to_tip_up(inches(height), inches(width))) == needed


@pytest.mark.parametrize(
    ("stud", "play", "is_found"), [("2x4", "1/4", False), ("2x12", "1/4", True), ("2x4", "0", True)]
)
def test_a_wall_that_does_not_tip_up_in_its_room_is_found(stud, play, is_found):
    room = MeasuredRoom((inches("95 1/2"),), inches(play))
    assert bool(found(frame_wall(f"10' {stud}", studs=room), Code.WALL_DOES_NOT_TIP_UP)) is is_found
    assert not found(frame_wall(f"10' {stud}", studs=WallHeight(inches("95 1/2"))), Code.WALL_DOES_NOT_TIP_UP)


def test_end_studs_are_held_back_where_the_wall_slides_in():
    framing = frame_wall("10' 2x4", end_studs=EndStuds.HELD_BACK)
    assert starts(framing, Role.END_STUD) == ["1/8", "118 3/8"]
    assert starts(framing, Role.STUD)[0] == "15 1/4"
    crowded = frame_wall("10' 2x4", "ro 30x50 @ edge 4 1/2", end_studs=EndStuds.HELD_BACK)
    (finding,) = found(crowded, Code.OPENING_CROWDS_END)
    assert say(finding.fix_label) == "Move it 1/8"
