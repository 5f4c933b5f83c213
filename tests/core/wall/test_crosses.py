"""Walls that butt against a third one from both sides, at one place or nearly so."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening
from bluff.core.job.finding import Code
from bluff.core.job.job import Job
from bluff.core.job.schools import IntersectionSchool, Line
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.wall.member import Role
from floors import framed, partition
from framing import cap_runs, found, in_role, say, spans

IN_FEET = 1 / 12


def cross(first="2x4", second="2x4", ways=None, beside=0.0):
    """V runs from north to south, H ends at it from the west and I starts at it to the east, 100 along."""
    walls = (
        partition("V", (0, 200 * IN_FEET), (0, 0)),
        partition("H", (-100 * IN_FEET, 100 * IN_FEET), (0, 100 * IN_FEET), first),
        partition("I", (0, (100 + beside) * IN_FEET), (100 * IN_FEET, (100 + beside) * IN_FEET), second),
    )
    return Job("cross", ways or JobWays(), walls)


def test_one_of_the_two_runs_through_and_the_other_stops_at_it():
    job = cross()
    # Both plates are 98 1/4; H, entered first, laps over V's 3 1/2, and the two make the 200 there are.
    caps = {id_: cap_runs(framed(job, id_)) for id_ in "VHI"}
    second = (*caps["H"].values(), *caps["I"].values())
    assert [format_exact(end - start) for start, end in second] == ["101 3/4", "98 1/4"]
    assert [format_exact(after[0] - before[1]) for before, after in pairwise(caps["V"].values())] == ["3 1/2"]
    (said,) = found(framed(job, "I"), Code.NO_LAP)
    assert "the cap plate of wall H runs through there" in say(said.text)
    assert found(framed(job, "H"), Code.NO_LAP) == []


def test_the_longer_one_runs_through_with_the_gap_it_needs():
    walls = (*cross("2x6").walls[:2], partition("I", (0, 100 * IN_FEET), (101 * IN_FEET, 100 * IN_FEET)))
    job = Job("cross", walls=walls)
    runs = [*cap_runs(framed(job, "V")).values()]
    assert [format_exact(after[0] - before[1]) for before, after in pairwise(runs)] == ["3 1/2"]
    assert "the cap plate of wall I" in say(found(framed(job, "H"), Code.NO_LAP)[0].text)


@pytest.mark.parametrize(
    ("school", "studs", "boards"),
    [
        # Centered on 100: a channel from 98 1/4 to 101 3/4, one 2x6 behind each of the two.
        (IntersectionSchool.CHANNEL, [("96 3/4", "98 1/4"), ("101 3/4", "103 1/4")], [("98 1/4", "101 3/4")] * 2),
        (IntersectionSchool.WIDE_FLAT, [], [("97 1/4", "102 3/4")] * 2),
        (IntersectionSchool.BLOCKED, [("96 3/4", "98 1/4"), ("101 3/4", "103 1/4")], []),
        (IntersectionSchool.LADDER, [], []),
    ],
)
def test_the_wood_of_a_cross_serves_both_sides(school, studs, boards):
    framing = framed(cross(ways=JobWays(intersection=school)), "V")
    assert spans(framing, Role.INTERSECTION_STUD) == studs
    flat = in_role(framing, Role.INTERSECTION_BACKING)
    assert [(format_exact(piece.start), format_exact(piece.end)) for piece in flat] == boards
    assert {piece.side for piece in flat} == ({Line.LEFT, Line.RIGHT} if boards else set())
    assert found(framing, Code.BACKING_MISSING) == []
    rungs = [piece.side for piece in in_role(framing, Role.BLOCK)]
    assert rungs.count(Line.LEFT) == rungs.count(Line.RIGHT) == (3 if not boards else 0)


@pytest.mark.parametrize("school", [IntersectionSchool.CHANNEL, IntersectionSchool.BLOCKED])
def test_a_narrower_wall_across_is_backed_between_the_studs_of_the_wider(school):
    framing = framed(cross("2x6", "2x4", JobWays(intersection=school)), "V")
    assert spans(framing, Role.INTERSECTION_STUD) == [("95 3/4", "97 1/4"), ("102 3/4", "104 1/4")]
    # A 2x6 on I's face leaves 1 to each side of its 3 1/2.
    facing = [piece for piece in in_role(framing, Role.INTERSECTION_BACKING) if piece.side is Line.LEFT]
    assert [(format_exact(piece.start), format_exact(piece.end)) for piece in facing] == [("97 1/4", "102 3/4")]
    assert found(framing, Code.BACKING_MISSING) == []


def test_two_that_nearly_meet_share_no_lap_and_what_is_missing_is_said():
    framing = framed(cross(beside=2), "V")
    assert len(cap_runs(framing)) == 2
    # I comes first, from 96 1/4 to 99 3/4, with studs outside its faces and a board between them. H stands from
    # 98 1/4 to 101 3/4: its stud at 101 3/4 has room, the one before 98 1/4 would stand in that board.
    assert [format_exact(finding.at) for finding in found(framing, Code.BACKING_MISSING)] == ["98 1/4"]


def test_no_two_pieces_of_a_cross_are_in_one_place():
    for school in IntersectionSchool:
        for beside in (0, 1, 2, 5):
            pieces = framed(cross("2x6", "2x4", JobWays(intersection=school), beside), "V").members
            for index, piece in enumerate(pieces):
                assert not any(piece.is_in_the_way_of(other) for other in pieces[index + 1 :])


def test_a_ladder_bay_is_filled_on_the_face_of_each_wall():
    framing = framed(cross(ways=JobWays(intersection=IntersectionSchool.LADDER)), "V")
    blocks = in_role(framing, Role.BLOCK)
    # From the stud at 95 1/4 to the one at 111 1/4, three rungs on each face.
    assert {(format_exact(block.start), format_exact(block.length.value)) for block in blocks} == {("96 3/4", "14 1/2")}
    assert len(blocks) == 6
    assert inches(24) > max(after.bottom - before.bottom for before, after in pairwise(blocks[:3]))


def test_a_cross_takes_one_board_more_than_a_tee():
    tee, both = (framed(job, "V") for job in (Job("tee", walls=cross().walls[:2]), cross()))
    assert len(both.members) == len(tee.members) + 1


def crossing(*openings, v_top=200.0, h_from=-100.0):
    """V runs from north to south, H from west to east right through it, 100 from V's south end."""
    walls = (
        partition("V", (0, v_top * IN_FEET), (0, 0)),
        partition("H", (h_from * IN_FEET, 100 * IN_FEET), (100 * IN_FEET, 100 * IN_FEET)),
    )
    job = Job("crossing", walls=walls)
    for wall, text in openings:
        job = apply(job, AddOpening(read_opening(text, job, job.wall(wall))))
    return job


def plates(job):
    return {wall.id: format_exact(framed(job, wall.id).plan.length) for wall in job.walls}


def test_of_two_that_cross_the_shorter_becomes_two_that_butt_against_the_longer():
    job = crossing(h_from=-101)
    (finding,) = found(framed(job, "V"), Code.WALLS_CROSS)
    assert say(finding.fix_label) == "Split V"
    assert say(finding.other_fix_label) == "Split H"
    (same,) = found(framed(job, "H"), Code.WALLS_CROSS)
    assert (same.fix, same.other_fix) == (finding.fix, finding.other_fix)
    # H is 201 long, V 200: each part of V loses half of H's 3 1/2.
    after = apply(job, finding.fix)
    assert plates(after) == {"V": "98 1/4", "A": "98 1/4", "H": "201"}
    # H's zero is at its west end, so that V's center is on 101: a channel of 3 1/2, a board for each of the two.
    framing = framed(after, "H")
    assert spans(framing, Role.INTERSECTION_STUD) == [("97 3/4", "99 1/4"), ("102 3/4", "104 1/4")]
    boards = in_role(framing, Role.INTERSECTION_BACKING)
    assert {piece.side for piece in boards} == {Line.LEFT, Line.RIGHT}
    assert not any(found(framed(after, wall.id), Code.WALLS_CROSS) for wall in after.walls)


def test_of_two_that_cross_the_longer_is_parted_where_that_is_said():
    job = crossing(h_from=-101)
    (finding,) = found(framed(job, "V"), Code.WALLS_CROSS)
    # 101 and 100 to V's center line, less 1 3/4 each.
    assert plates(apply(job, finding.other_fix)) == {"V": "200", "H": "99 1/4", "A": "98 1/4"}


def test_of_two_alike_that_cross_the_one_entered_first_runs_through():
    (finding,) = found(framed(crossing(), "V"), Code.WALLS_CROSS)
    assert say(finding.fix_label) == "Split H"


def test_a_wall_is_not_parted_through_an_opening_or_at_its_very_end():
    job = crossing(("H", "door 3-0x6-8 centered"))
    (finding,) = found(framed(job, "V"), Code.WALLS_CROSS)
    assert (say(finding.fix_label), finding.other_fix) == ("Split V", None)
    both = crossing(("H", "door 3-0x6-8 centered"), ("V", "door 3-0x6-8 centered"))
    (finding,) = found(framed(both, "V"), Code.WALLS_CROSS)
    assert finding.fix is None
    assert "in the way" in say(finding.do)
    # V runs 6 past H's line, 4 1/4 past its face: a wall of that length is nobody's.
    (finding,) = found(framed(crossing(v_top=106), "V"), Code.WALLS_CROSS)
    assert (say(finding.fix_label), finding.other_fix) == ("Split H", None)


@given(
    st.floats(20, 160), st.floats(20, 160), st.integers(200, 400), st.integers(200, 400), st.sampled_from([0, 7, 30])
)
def test_whichever_of_two_that_cross_is_parted_the_parts_make_up_the_whole(along, across, long, wide, slant):
    walls = (
        partition("V", (0, 0), (0, long * IN_FEET)),
        partition("H", (-across * IN_FEET, along * IN_FEET), ((wide - across) * IN_FEET, (along + slant) * IN_FEET)),
    )
    job = Job("crossing", walls=walls)
    (finding,) = found(framed(job, "V"), Code.WALLS_CROSS)
    for fix in (finding.fix, finding.other_fix):
        if fix is None:
            continue
        after = apply(job, fix)
        assert not any(found(framed(after, wall.id), Code.WALLS_CROSS) for wall in after.walls)
        parts = [framed(after, id_).plan for id_ in (fix.id, fix.new_id)]
        assert all(one.meetings.crossings == () for one in parts)
        assert {met.other for one in parts for met in (one.meetings.start, one.meetings.end) if met} == (
            {"V", "H"} - {fix.id}
        )
        if not slant:
            whole = after.wall(fix.id).run.length + after.wall(fix.new_id).run.length
            assert abs(sum(one.length for one in parts) + 3.5 * 64 - whole) <= 2
