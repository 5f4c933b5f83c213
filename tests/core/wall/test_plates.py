"""Plates cut from stock, and the bolts that hold them."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.errors import SettingError
from bluff.core.job.amounts import BoltRule, PlateStock
from bluff.core.job.finding import Code
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.job.schools import Floor
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import format_exact, half, inches
from bluff.core.takeoff.cut_list import cut_list
from bluff.core.wall.breaks import break_plate
from bluff.core.wall.member import ANCHOR_BOLT, PLATE_BREAK, Plate, Role
from framing import found, frame_wall, framed, in_role, lengths, marked, say
from strategies import jobs


def boards(framing, role):
    return [format_exact(board.length.value) for board in in_role(framing, role)]


def test_a_plate_no_longer_than_a_board_is_one_piece():
    framing = frame_wall("20' 2x4")
    assert boards(framing, Role.BOTTOM_PLATE) == boards(framing, Role.TOP_PLATE) == ["240"]
    assert framing.breaks == ()


def test_plates_break_on_studs_and_never_on_the_same_one():
    framing = frame_wall("36' 2x4")
    # Two boards make 36 feet without waste as 16 + 20 or 18 + 18, and so do all three plates.
    assert boards(framing, Role.BOTTOM_PLATE) == ["192", "240"]
    bottom, top = (marked(framing, plate, PLATE_BREAK) for plate in (Plate.BOTTOM, Plate.TOP))
    assert bottom == ["192"]
    # Two boards reach from 16 to 20 feet, so the top one breaks where the bottom one is whole for 48.
    assert top == ["240"]
    centers = {half(stud.start + stud.end) for stud in in_role(framing, Role.STUD)}
    assert {inches(at) for at in (*bottom, *top)} <= centers


def test_a_crew_that_breaks_in_doorways_saves_a_board():
    """36 feet, cut out from 143 to 241: nothing stands from 192, what 20 feet leave, to 240, so there are three boards.

    A break in there makes two, 192 and 240, whose ends are cut out with the doorway; the top plate breaks as before.
    """
    wall = ("36' 2x4", "d 8-0x6-8 @ 16-0")
    assert len(boards(frame_wall(*wall), Role.BOTTOM_PLATE)) == 3
    framing = frame_wall(*wall, plate_stock=PlateStock(in_doorways=True))
    (doorway,) = (opening.placed for opening in framing.openings)
    (at,) = [there.at for there in framing.breaks if there.plate is Role.BOTTOM_PLATE]
    assert doorway.start.value < at.value < doorway.end
    assert sorted(boards(framing, Role.BOTTOM_PLATE)) == ["192", "240"]
    assert found(framing, Code.PLATE_BREAK_OFF_STUD) == found(frame_wall(*wall), Code.PLATE_BREAK_OFF_STUD)
    # Where it saves none, plates break on studs as ever.
    assert frame_wall("36' 2x4", plate_stock=PlateStock(in_doorways=True)).breaks == frame_wall("36' 2x4").breaks


def test_the_second_plate_breaks_48_from_the_first():
    framing = frame_wall("36' 2x4")
    (first,) = [there.at.value for there in framing.breaks if there.plate is Role.TOP_PLATE]
    _, second = in_role(framing, Role.CAP_PLATE)
    assert abs(second.start - first) >= inches(48)
    assert found(framing, Code.PLATE_BREAKS_CLOSE) == []


@given(st.integers(21, 33) | st.integers(41, 50), st.booleans())
def test_joints_of_a_wall_without_openings_stay_apart(feet, is_single):
    """Where as few boards as can be leave 7 ft to play with, 48 between the joints of two plates, one on the other."""
    framing = frame_wall(f"{feet}' 2x4", top_plates=1 if is_single else 2)
    bottom, top = (
        [there.at.value for there in framing.breaks if there.plate is plate]
        for plate in (Role.BOTTOM_PLATE, Role.TOP_PLATE)
    )
    assert min(len(bottom), len(top)) > 0
    assert all(abs(one - other) >= inches(48) for one in bottom for other in top)


def test_the_joint_of_a_single_top_plate_has_nothing_over_it_and_is_said():
    single, double = (frame_wall("36' 2x4", top_plates=count) for count in (1, 2))
    (finding,) = found(single, Code.SINGLE_PLATE_JOINT)
    assert [finding.at] == [there.at.value for there in single.breaks if there.plate is Role.TOP_PLATE]
    assert found(double, Code.SINGLE_PLATE_JOINT) == []


def test_where_stock_is_short_for_it_close_breaks_are_said():
    # Boards of 6 feet cannot break 60 from each other: some break of the second plate is nearer to one of the first.
    framing = frame_wall("30' 2x4", plate_stock=PlateStock((inches("6'"),), inches(60)))
    assert found(framing, Code.PLATE_BREAKS_CLOSE)


def test_a_crew_that_doubles_studs_gets_one_beside_each_break():
    framing = frame_wall("36' 2x4", plate_stock=PlateStock(doubled_studs=True))
    added = [piece for piece in framing.members if piece.id.by and piece.role is Role.STUD]
    assert len(added) == 2
    # Bottom and first top plate; the second one lies on the first all along.
    for there in framing.breaks[:2]:
        assert there.at.value in {stud.start for stud in added} | {stud.end for stud in added}


def test_a_break_over_a_wide_opening_has_no_stud_and_is_said():
    framing = frame_wall("30' 2x4", "ro 260x50 @ edge 4-0")
    assert found(framing, Code.PLATE_BREAK_OFF_STUD)


def test_the_plate_on_concrete_is_treated_and_the_one_above_it_is_not():
    framing = frame_wall("10' 2x4", floor=Floor.SLAB, bottom_plates=2)
    assert [board.is_treated for board in in_role(framing, Role.BOTTOM_PLATE)] == [True, False]
    rows = [row for row in cut_list([framing]) if row.is_treated]
    assert [(row.count, row.size) for row in rows] == [(1, "2x4")]
    assert not any(board.is_treated for board in frame_wall("10' 2x4").members)


@given(st.integers(200, 1200), st.sets(st.integers(1, 80), max_size=70), st.sets(st.integers(6, 20), min_size=1))
def test_boards_reach_from_end_to_end_and_are_in_stock(length, studs, feet):
    stock = PlateStock(tuple(inches(12 * foot) for foot in feet))
    places = {inches(16 * stud) for stud in studs}
    broken = break_plate(inches(length), places, stock.boards)
    points = [0, *broken.breaks, inches(length)]
    assert all(0 < after - before <= stock.boards[-1] for before, after in pairwise(points))
    assert set(broken.breaks) - set(broken.off_stud) <= places


@pytest.mark.parametrize("stock", [{"boards": ()}, {"boards": (inches(12),)}, {"offset": inches(23)}])
def test_stock_nobody_frames_with_is_refused(stock):
    with pytest.raises(SettingError):
        PlateStock(**stock)


def bolts(framing):
    return [format_exact(at.value) for at in framing.bolts]


def test_bolts_by_rule_are_near_the_ends_and_clear_of_the_wood():
    framing = frame_wall("12' 2x4", floor=Floor.SLAB)
    # 12 from each end and one between, none of them within 1 of a stud.
    assert bolts(framing) == ["12", "72", "132"]
    assert found(framing, Code.BOLT_UNDER_WOOD) == found(framing, Code.BOLTS_TOO_FAR) == []
    assert marked(framing, Plate.BOTTOM, ANCHOR_BOLT) == bolts(framing)
    assert len(found(framing, Code.BOLTS_BY_RULE)) == 1


def test_a_bolt_that_would_come_up_under_a_stud_moves_aside():
    framing = frame_wall("12' 2x4", floor=Floor.SLAB, bolts=BoltRule(inches(16), inches(72)))
    # 16 is the middle of the first stud, from 15 1/4 to 16 3/4: 1 clear of it is 14 1/4.
    assert bolts(framing)[0] == "14 1/4"


def test_each_piece_of_plate_beside_a_doorway_has_its_own_bolts():
    framing = frame_wall("16' 2x4", "d 3-0x6-8 @ 8-0", floor=Floor.SLAB)
    door = framing.openings[0].placed
    assert not any(door.start.value <= at.value <= door.end for at in framing.bolts)
    assert sum(at.value < door.start.value for at in framing.bolts) >= 2
    assert found(framing, Code.BOLTS_TOO_FAR) == []


def given_bolts(*places):
    ways = JobWays(floor=Floor.SLAB)
    wall = Wall("A", "2x4", Alone(inches("12'")), bolts=tuple(inches(place) for place in places), ways=ways)
    return framed(Job("bolts", walls=(wall,)))


def test_bolts_as_given_stay_and_what_is_in_their_way_is_said():
    framing = given_bolts("12", "48", "150", "132")
    assert bolts(framing) == ["12", "48", "132", "150"]
    (under,) = found(framing, Code.BOLT_UNDER_WOOD)
    assert "The bolt at 48 comes up under the stud at 47 1/4" in say(under.text)
    assert "beyond the plate of 144" in say(found(framing, Code.BOLT_OFF_PLATE)[0].text)


def test_bolts_too_far_apart_are_said():
    assert "more than 72 apart" in say(found(given_bolts("12", "90", "132"), Code.BOLTS_TOO_FAR)[0].text)
    assert "within 12 of an end" in say(found(given_bolts("20", "72", "132"), Code.BOLTS_TOO_FAR)[0].text)
    assert "has no bolt" in say(found(given_bolts(), Code.BOLTS_TOO_FAR)[0].text)


def test_a_wooden_floor_has_no_bolts():
    assert frame_wall("12' 2x4").bolts == ()
    assert lengths(frame_wall("12' 2x4"), Role.BOTTOM_PLATE) == {"144"}


@given(jobs())
def test_plates_reach_along_the_wall_and_break_apart(job):
    framing = framed(job)
    stock = framing.plan.standard.plate_stock
    for role in (Role.BOTTOM_PLATE, Role.TOP_PLATE):
        for board in in_role(framing, role):
            assert board.length.value <= framing.plan.boards[-1]
    first = sorted((board.start, board.end) for board in in_role(framing, Role.BOTTOM_PLATE) if board.bottom == 0)
    assert (first[0][0], first[-1][1]) == (0, framing.plan.length)
    assert all(before[1] == after[0] for before, after in pairwise(first))
    said = {finding.at for finding in framing.findings if finding.code is Code.PLATE_BREAK_OFF_STUD}
    uprights = [piece for piece in framing.members if piece.height == framing.plan.stud_length.value]
    doorways = [opening.placed for opening in framing.openings if not opening.has_sill]
    for there in framing.breaks:
        at = there.at.value
        may_hang = there.plate is Role.BOTTOM_PLATE and stock.in_doorways
        if may_hang and any(one.start.value <= at <= one.end for one in doorways):
            continue
        if there.plate is not Role.CAP_PLATE:
            assert at in said or any(piece.start <= at <= piece.end for piece in uprights)


@given(jobs())
def test_bolts_by_rule_never_stand_under_wood_unsaid(job):
    framing = framed(job)
    said = {finding.at for finding in framing.findings if finding.code is Code.BOLT_UNDER_WOOD}
    on_plate = [piece for piece in framing.members if piece.bottom == framing.plan.bottom.value]
    doorways = [opening for opening in framing.openings if not opening.has_sill]
    for at in (bolt.value for bolt in framing.bolts):
        if any(opening.placed.start.value < at < opening.placed.end for opening in doorways):
            continue
        if any(piece.start < at < piece.end for piece in on_plate):
            assert at in said
