"""What is above and below a wall: ceilings along joists, loads from them, pins in a slab, sheets, people to lift it."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.change.apply import apply
from bluff.core.job.amounts import (
    JoistLayout,
    MeasuredRoom,
    PinRule,
    SheetSize,
    WallHeight,
)
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code
from bluff.core.job.schools import (
    Anchors,
    Blocks,
    CeilingBacking,
    Floor,
    IntersectionSchool,
    JoistRun,
    Line,
    Sheets,
)
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.plan.joists import runs_along_joists
from bluff.core.takeoff.weight import lift
from bluff.core.wall.member import PIN, Orientation, Plate, Role
from bluff.core.wall.wall_plan import wall_plan
from floors import framed, partition, plans, shelter
from framing import found, frame_wall, in_role, job_of, lengths, marked, say
from framing import framed as framed_alone

UNDER_JOISTS = {"joists": JoistRun.NORTH_SOUTH, "joist_layout": JoistLayout(0, Fraction(16))}


def along_joists(ceiling, **more):
    """A partition that runs north under joists at 16 that run the same way."""
    ways = JobWays(ceiling_backing=ceiling, **{**UNDER_JOISTS, **more})
    return framed(shelter(partition("E", (12, 0), (12, 22.5)), ways=ways), "E")


def test_blocks_go_from_joist_to_joist_and_boards_beside_the_wall_between_them():
    framing = along_joists(CeilingBacking.BETWEEN_JOISTS)
    blocks = in_role(framing, Role.BLOCK)
    # 259 of plate, less one block: 255 1/2 in 11 spaces of at most 24, so 12 blocks of 16 - 1 1/2.
    assert len(blocks) == 12
    assert {format_exact(block.length.value) for block in blocks} == {"14 1/2"}
    assert {block.orientation for block in blocks} == {Orientation.FLAT}
    boards = in_role(framing, Role.BACKING)
    assert [board.side for board in boards].count(Line.LEFT) == [board.side for board in boards].count(Line.RIGHT) == 11
    # Everything lies on the plates, in one plane.
    assert {piece.bottom for piece in (*blocks, *boards)} == {inches("97 1/8")}
    assert found(framing, Code.CEILING_BACKING_MISSING) == []
    assert {"14 1/2"} < lengths(framing, Role.BLOCK) | lengths(framing, Role.BACKING)


def test_what_is_laid_over_the_plates_is_weighed_and_not_lifted():
    bare, backed = (lift(along_joists(ceiling)) for ceiling in (CeilingBacking.NONE, CeilingBacking.BETWEEN_JOISTS))
    assert backed.pounds > bare.pounds
    assert (backed.at_edge, backed.people) == (bare.at_edge, bare.people)


def test_a_fitted_wall_between_two_joists_gets_blocks_alone():
    framing = along_joists(CeilingBacking.BETWEEN_JOISTS, studs=MeasuredRoom((inches(97),)))
    assert in_role(framing, Role.BLOCK)
    assert in_role(framing, Role.BACKING) == []
    said = found(along_joists(CeilingBacking.NONE, studs=MeasuredRoom((inches(97),))), Code.CEILING_BACKING_MISSING)
    assert "its top has no joist to nail to" in say(said[0].text)


def test_a_board_on_the_plates_is_one_wider_than_the_wall():
    (board,) = in_role(along_joists(CeilingBacking.ON_PLATES), Role.BACKING)
    assert (board.size, format_exact(board.length.value), board.side) == ("2x6", "259", None)


def test_without_a_spacing_nobody_can_cut_the_blocks_and_that_is_said():
    framing = along_joists(CeilingBacking.BETWEEN_JOISTS, joist_layout=None)
    assert in_role(framing, Role.BLOCK) == []
    assert "joist spacing" in say(found(framing, Code.JOISTS_NOT_GIVEN)[0].text)


def test_the_better_way_is_offered_first_and_the_other_beside_it():
    (said,) = found(along_joists(CeilingBacking.NONE), Code.CEILING_BACKING_MISSING)
    assert (say(said.fix_label), say(said.other_fix_label)) == ("Add blocks between the joists", "Lay a board on top")
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(**UNDER_JOISTS))
    for fix in (said.fix, said.other_fix):
        assert found(framed(apply(job, fix), "E"), Code.CEILING_BACKING_MISSING) == []


@pytest.mark.parametrize("bearing", [None, True, False])
def test_whether_a_wall_carries_is_asked_and_never_decided(bearing):
    # North-south joists run across E and along F.
    across = replace(partition("E", (0, 10), (36, 10)), bearing=bearing)
    along = replace(partition("F", (12, 0), (12, 10)), bearing=bearing)
    job = shelter(across, along, ways=JobWays(joists=JoistRun.NORTH_SOUTH))
    said = {id_: found(framed(job, id_), Code.BEARING_NOT_SET) for id_ in "EF"}
    assert {id_: len(findings) for id_, findings in said.items()} == {
        "E": 1 if bearing is None else 0,
        "F": 1 if bearing else 0,
    }
    for id_, findings in said.items():
        for finding in findings:
            for answer in (finding.fix, finding.other_fix):
                answered = apply(job, answer)
                assert found(framed(answered, id_), Code.BEARING_NOT_SET) == []
                assert framed(answered, id_).members == framed(job, id_).members or id_ == "F"
    assert found(framed(shelter(across), "E"), Code.BEARING_NOT_SET) == []


def on_slab(wall="100 2x4", **ways):
    return frame_wall(wall, floor=Floor.SLAB, anchors=Anchors.PINS, **ways)


def test_a_plate_is_shot_down_by_rule_clear_of_its_studs():
    framing = on_slab()
    # 12 and 88, three spaces between: 37 1/3 is free, 62 2/3 is on the stud at 63 1/4 and goes 1 1/2 clear of it.
    assert [format_exact(pin.value) for pin in framing.pins] == ["12", "37 21/64", "61 3/4", "88"]
    assert marked(framing, Plate.BOTTOM, PIN) == ["12", "37 21/64", "61 3/4", "88"]
    assert framing.bolts == ()
    (said,) = found(framing, Code.PINS_BY_RULE)
    assert "4 pins" in say(said.text)
    assert "eye and ear protection" in say(said.do)


def test_each_kind_of_wall_on_a_slab_says_which_of_the_two_it_has():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(floor=Floor.SLAB))
    assert (len(framed(job, "A").bolts) > 0, framed(job, "A").pins) == (True, ())
    assert (framed(job, "E").bolts, len(framed(job, "E").pins) > 0) == ((), True)
    pinned = replace(job, ways=JobWays(floor=Floor.SLAB, anchors=Anchors.PINS))
    assert framed(pinned, "A").bolts == ()
    assert framed(pinned, "A").pins
    assert framed(shelter(), "A").pins == ()


def test_pins_apart_as_the_drawings_say():
    pins = [pin.value for pin in on_slab("20' 2x4", pins=PinRule(inches(6), inches(16))).pins]
    assert pins[0] <= inches(6)
    assert inches(240) - pins[-1] <= inches(6)
    assert len(pins) >= 15


@pytest.mark.parametrize(
    ("given", "code", "says"),
    [
        ((10, 90), Code.PINS_TOO_FAR, "has pins more than 32 apart"),
        ((50,), Code.PINS_TOO_FAR, "has one pin. It needs two or more"),
        ((20, 50, 80), Code.PINS_TOO_FAR, "no pin within 12 of an end"),
        ((10, 40, 70, 120), Code.PIN_OFF_PLATE, "beyond the plate of 100"),
    ],
)
def test_pins_as_given_are_held_to_the_rule(given, code, says):
    job = job_of("100 2x4", floor=Floor.SLAB)
    wall = replace(job.walls[0], pins=tuple(inches(at) for at in given))
    framing = framed_alone(apply(job, ChangeWall("A", wall)))
    assert any(says in say(finding.text) for finding in found(framing, code))


@pytest.mark.parametrize(
    ("drop", "length", "bare"),
    [("0", "96", "1 1/8"), ("3/4", "96", "1 7/8"), ("0", "108", None), ("0", "97 1/8", None)],
)
def test_sheets_that_end_below_the_top_say_how_the_crew_hangs_them(drop, length, bare):
    ways = JobWays(sheet_drop=inches(drop), sheet=SheetSize(length=inches(length)))
    said = found(framed(shelter(ways=ways)), Code.SHEETS_LEAVE_BARE)
    assert len(said) == (bare is not None)
    if bare:
        assert f"leave the top {bare} of the plates bare" in say(said[0].text)
        assert ("flush with" if drop == "0" else "hang 3/4 below") in say(said[0].text)
    lowest = min(sheet.shape.y for sheet in framed(shelter(ways=ways)).sheets.sheets)
    assert lowest == -inches(drop)


def test_blocks_behind_joints_follow_sheets_that_hang_lower():
    # Lying sheets of 48, hung 3/4 low, meet at 47 1/4; the block has the joint in its middle.
    ways = JobWays(sheets=Sheets.LYING, sheet_drop=inches("3/4"), panel_edge_blocks=True)
    assert {format_exact(block.bottom) for block in in_role(framed(shelter(ways=ways)), Role.BLOCK)} == {"46 1/2"}


def test_panels_indoors_end_where_they_end():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    assert found(framed(job, "E"), Code.SHEETS_LEAVE_BARE) == []


@pytest.mark.parametrize(("wall", "help_"), [("12' 2x4", False), ("36' 2x6", True)])
def test_more_people_than_lift_as_one_ask_for_wall_jacks(wall, help_):
    framing = frame_wall(wall)
    # Half of the wall by 50 pounds a hand; more than six do not lift as one.
    assert (lift(framing, is_sheeted=True).at_edge > 300) is help_
    said = found(framing, Code.NEEDS_WALL_JACKS)
    assert len(said) == help_
    if said:
        assert f"{round(lift(framing).pounds)} lb" in say(said[0].text) or "With the sheets" in say(said[0].text)


@pytest.mark.parametrize("blocks", [Blocks.ONE_LINE, Blocks.STAGGERED])
def test_blocks_at_a_height_the_wall_does_not_have_are_said(blocks):
    job = job_of("12' 2x4", studs=WallHeight(inches(40)), blocks=blocks)
    framing = framed_alone(job)
    (said,) = found(framing, Code.BLOCKS_OFF_WALL)
    assert "48 is not between the plates" in say(said.text)
    # From 1 1/2 to 37, half way and to the inch: 19.
    assert say(said.fix_label) == "Set them to 19"
    assert in_role(framed_alone(apply(job, said.fix)), Role.BLOCK)
    assert found(frame_wall("12' 2x4", blocks=blocks), Code.BLOCKS_OFF_WALL) == []


def test_the_board_behind_a_wall_can_be_chosen_and_what_it_leaves_is_said():
    ways = JobWays(intersection=IntersectionSchool.WIDE_FLAT, intersection_board="2x8")
    framing = framed(shelter(partition("E", (12.5, 0), (12.5, 22.5), "2x6"), ways=ways))
    (board,) = in_role(framing, Role.INTERSECTION_BACKING)
    assert board.size == "2x8"
    texts = [say(finding.text) for finding in found(framing, Code.BACKING_MISSING)]
    assert len(texts) == 2
    assert all("leaves 7/8 of wood" in text for text in texts)
    # Behind 3 1/2 it leaves 1 7/8.
    narrow = framed(shelter(partition("E", (12.5, 0), (12.5, 22.5)), ways=ways))
    assert found(narrow, Code.BACKING_MISSING) == []


def test_a_wall_fitted_between_old_walls_leaves_the_panels_room():
    room = JobWays(studs=MeasuredRoom((inches(97),)))
    job = job_of("144 2x4")
    fitted = apply(job, ChangeWall("A", replace(job.walls[0], ways=room)))
    plan = wall_plan(fitted, fitted.walls[0])
    assert format_exact(plan.length) == "143"
    assert [(say(step.words), format_exact(step.amount)) for step in plan.plate_length.steps] == [
        ("wall length", "144"),
        ("gap for the panel at the start", "-1/2"),
        ("gap for the panel at the end", "-1/2"),
    ]
    none = replace(fitted, ways=JobWays(panel_gap=0))
    assert wall_plan(none, none.walls[0]).length == inches(144)
    # An end that meets a wall of the plan is that wall's business.
    assert format_exact(plans(shelter(partition("E", (12, 0), (12, 22.5)), ways=room))["E"].length) == "259"
    assert not runs_along_joists(job.walls[0], job.standard)
