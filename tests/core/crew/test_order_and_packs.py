"""What is known of a floor once it is framed: packs, order, weight."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.change.walls import clear_between
from bluff.core.crew.floor_plan import clears
from bluff.core.crew.order import build_order
from bluff.core.crew.packs import PackKind, prefab
from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.amounts import SheetSize
from bluff.core.job.edit import AddOpening, ChangeWall, SetWays
from bluff.core.job.job import Ends, Runs
from bluff.core.job.schools import (
    CornerSchool,
    IntersectionSchool,
    Line,
    Sheets,
)
from bluff.core.job.standard import Standard
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import inches
from bluff.core.measure.lumber import lumber
from bluff.core.measure.sum import Sum
from bluff.core.phrase.opening_line import read_opening
from bluff.core.plan.beside import Beside
from bluff.core.plan.outline import outline
from bluff.core.takeoff.weight import lift, weight
from bluff.core.wall.member import Member, Orientation, Role
from bluff.core.wall.wall_plan import wall_plans
from floors import partition, shelter
from framing import frame_wall, say
from refusals import refused
from strategies import jobs


def packs(job):
    return prefab(frame(plan) for plan in wall_plans(job))


def called(pack):
    return (
        pack.count,
        " + ".join(say(piece.called) for piece in pack.pieces),
        tuple(say(place.called) for place in pack.places),
    )


def test_corners_channels_and_packs_are_counted_by_what_they_are_made_of():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    job = apply(job, AddOpening(read_opening("3-6x4-6 @ 4-0", job, job.wall("A"))))
    job = apply(job, AddOpening(read_opening("3-6x4-6 @ 9-0", job, job.wall("D"))))
    found = {kind: [called(pack) for pack in packs(job) if pack.kind is kind] for kind in PackKind}
    assert found[PackKind.CORNER] == [
        (4, "1 – 2x4 flat x 92 5/8 + 1 – 2x6 x 92 5/8", ("A start", "A end", "C start", "C end"))
    ]
    assert found[PackKind.INTERSECTION] == [(2, "1 – 2x4 flat x 92 5/8 + 2 – 2x6 x 92 5/8", ("A E", "C E"))]
    assert found[PackKind.HEADER] == [(2, "1 – 2-ply 2x8 x 46", ("A W1", "D W2"))]
    assert found[PackKind.KINGS_AND_JACKS] == [
        (4, "1 – 2x6 x 92 5/8 + 1 – 2x6 x 81", ("A W1 start", "A W1 end", "D W2 start", "D W2 end"))
    ]


@pytest.mark.parametrize(
    ("ways", "kinds"),
    [(JobWays(corner=CornerSchool.CLIPS), []), (JobWays(intersection=IntersectionSchool.WIDE_FLAT), [PackKind.CORNER])],
)
def test_what_is_a_single_piece_is_no_pack(ways, kinds):
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=ways)
    assert [pack.kind for pack in packs(job) if pack.kind is not PackKind.INTERSECTION] == kinds
    if ways.intersection:
        assert PackKind.INTERSECTION not in {pack.kind for pack in packs(job)}


@given(jobs())
def test_every_king_jack_and_header_is_in_one_pack(job):
    framings = [frame(plan) for plan in wall_plans(job)]
    for role, kind in ((Role.HEADER, PackKind.HEADER), (Role.JACK, PackKind.KINGS_AND_JACKS)):
        pieces = [member for framing in framings for member in framing.members if member.role is role]
        counted = [pack for pack in prefab(framings) if pack.kind is kind]
        in_packs = sum(pack.count * sum(piece.count for piece in pack.pieces) for pack in counted)
        assert in_packs == len(pieces) + (kings_in_packs(framings) if role is Role.JACK else 0)


def kings_in_packs(framings):
    """All but those that stand alone beside a header on hangers."""
    return sum(
        2 * opening.placed.king_count
        for framing in framings
        for opening in framing.openings
        if opening.placed.king_count + opening.placed.jack_count > 1
    )


def test_long_and_through_walls_stand_first():
    job = shelter(partition("F", (12, 10), (36, 10)), partition("E", (12, 0), (12, 22.5)))
    steps = build_order(wall_plans(job))
    assert [step.wall for step in steps] == ["A", "C", "B", "D", "E", "F"]
    assert [step.after for step in steps] == [(), (), ("A", "C"), ("A", "C"), ("A", "C"), ("B", "E")]
    assert not any(step.waits_in_ring for step in steps)


def test_exterior_walls_are_framed_inside_and_raised_outward():
    steps = {step.wall: step for step in build_order(wall_plans(shelter()))}
    assert {id_: step.raised_toward for id_, step in steps.items()} == {
        "A": "north",
        "B": "east",
        "C": "south",
        "D": "west",
    }
    assert {step.built_on for step in steps.values()} == {Line.RIGHT}
    assert steps["A"].room is None
    # 22'-6 less both walls stand open when C is framed.
    assert steps["C"].room == inches("22' 6") - 2 * inches("5 1/2")


def test_a_partition_is_framed_where_there_is_more_floor_or_carried_in():
    job = shelter(partition("E", (5, 0), (5, 22.5)), partition("F", (11, 0), (11, 22.5)))
    steps = {step.wall: step for step in build_order(wall_plans(job))}
    assert (steps["E"].raised_toward, steps["E"].is_tight) == ("west", False)
    tight = shelter(
        partition("E", (5, 0), (5, 22.5)), partition("F", (11, 0), (11, 10)), partition("G", (17, 0), (17, 10))
    )
    low = {step.wall: step for step in build_order(wall_plans(replace(tight, walls=tight.walls)))}
    assert low["G"].room is not None
    close = shelter(*(partition(f"P{x}", (x, 0), (x, 22.5)) for x in range(4, 36, 4)))
    assert any(step.is_tight for step in build_order(wall_plans(close)))


def test_a_ring_of_walls_that_wait_for_each_other_is_broken_and_said():
    job = shelter()
    for id_ in "ABCD":
        job = apply(job, ChangeWall(id_, replace(job.wall(id_), ends=Ends(start=Runs.BUTT, end=Runs.THROUGH))))
    steps = build_order(wall_plans(job))
    assert [step.waits_in_ring for step in steps] == [True, False, False, False]
    assert len({step.wall for step in steps}) == 4


def test_weight_is_volume_times_density():
    stick = Member(
        "A/x", Role.STUD, lumber("2x6"), 1, Orientation.EDGE, *(Sum.of("x", inches(at)) for at in (0, 0, 96)), 1, 1
    )
    assert weight(stick, Standard()) == Fraction(121, 8)
    assert weight(stick._replace(plies=2), Standard(density=66)) == 4 * Fraction(121, 8)


def test_half_the_wall_is_lifted_and_never_by_one():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    raised = lift(framing)
    boards = sum(weight(member, framing.plan.standard) for member in framing.members)
    # One spacer of 1/2 x 7 1/4 x 46 besides the boards.
    assert raised.pounds == boards + Fraction(1, 2) * Fraction(29, 4) * 46 / 1728 * 33
    assert raised.at_edge == raised.pounds / 2
    assert raised.people == max(2, -(-raised.at_edge // 50))
    assert lift(frame_wall("3' 2x4")).people == 2
    assert lift(frame_wall("60' 2x12")).needs_help


def test_sheets_add_what_they_cover():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    # 18-6 by 8 ft, less a window of 43 x 55, at 1.6 pounds a square foot.
    covered = Fraction(222 * 96 - 43 * 55, 144)
    assert lift(framing, is_sheeted=True).pounds == lift(framing).pounds + covered * Fraction(8, 5)
    heavy = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", sheet=SheetSize(weight=Fraction(2)))
    assert lift(heavy, is_sheeted=True).pounds == lift(framing).pounds + covered * 2
    bare = frame_wall("18-6 2x4", sheets=Sheets.NONE)
    assert lift(bare, is_sheeted=True) == lift(bare)
    with refused(SettingError, match="to 6 pounds a square foot"):
        SheetSize(weight=Fraction(10))


def test_density_is_a_setting_within_what_wood_can_weigh():
    job = apply(shelter(), SetWays(JobWays(density=38)))
    assert lift(frame(wall_plans(job)[0])).pounds / 38 == lift(frame(wall_plans(shelter())[0])).pounds / 33
    with refused(SettingError, match="15 to 70 pounds"):
        JobWays(density=330)


@given(st.lists(st.tuples(st.integers(0, 60), st.integers(0, 60), st.integers(2, 40), st.booleans()), max_size=12))
def test_the_clear_floor_is_that_of_looking_at_every_wall(places):
    walls = [
        partition(f"P{number}", (x, y), (x + length, y) if is_east else (x, y + length))
        for number, (x, y, length, is_east) in enumerate(places)
    ]
    outlines = [outline(wall, inches("3 1/2")) for wall in walls]
    for mine in outlines:
        slow = {}
        for theirs in outlines:
            if theirs is mine or not mine.is_parallel(theirs):
                continue
            near, far = mine.covered_by(theirs)
            distance, away = clear_between(mine, theirs)
            if max(near, 0) < min(far, mine.length) and distance > 0:
                side = Line.RIGHT if away > 0 else Line.LEFT
                slow[side] = min(distance, slow.get(side, distance))
        assert {clear.side: clear.distance for clear in clears(mine, Beside(outlines))} == slow
