"""Studs that are no boards: another thickness, and a wide and a narrow face that go a certain way round."""

import pytest

from bluff.core.crew.packs import PackKind, prefab
from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.amounts import StudMake
from bluff.core.job.finding import Code
from bluff.core.job.job import Between, Job, Point, Wall, WallKind
from bluff.core.job.schools import (
    CornerSchool,
    Line,
    Sheets,
    StudKind,
    WideFace,
)
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import inches
from bluff.core.takeoff.cut_list import cut_list
from bluff.core.takeoff.weight import weight
from bluff.core.wall.member import Plate, Role
from bluff.core.wall.wall_plan import wall_plans
from framing import found, frame_wall, member

SQUARE = ((0, 0), (0, 12), (16, 12), (16, 0))


def composite(thickness, narrow=None, wide_face=WideFace.OUTSIDE):
    return StudMake(StudKind.COMPOSITE, inches(thickness), inches(narrow) if narrow else None, wide_face)


def window_wall(make, **ways):
    return frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", stud_make=make, **ways)


def shelter(make, **ways):
    """Four exterior walls clockwise round 16 by 12 ft, a window in the one that starts first."""
    points = [Point(inches(12 * x), inches(12 * y)) for x, y in SQUARE]
    walls = tuple(
        Wall(name, "2x6", Between(start, end), WallKind.EXTERIOR)
        for name, start, end in zip("ABCD", points, points[1:] + points[:1], strict=True)
    )
    job = Job("Shelter", JobWays(stud_make=make, **ways), walls)
    return [frame(plan) for plan in wall_plans(job)]


def test_another_thickness_moves_studs_and_packs_but_no_plates():
    framing = window_wall(composite("1 3/4"))
    at = {
        name: member(framing, name).start
        for name in ("opening/W1/king/start", "opening/W1/jack/start", "opening/W1/jack/end", "stud/1")
    }
    assert at == {
        "opening/W1/king/start": inches("86"),
        "opening/W1/jack/start": inches("87 3/4"),
        "opening/W1/jack/end": inches("132 1/2"),
        "stud/1": inches("15 1/8"),
    }
    assert member(framing, "opening/W1/header").length.value == inches("46 1/2")
    assert member(framing, "opening/W1/sill").height == inches("1 1/2")
    assert member(framing, "stud/1").bottom == inches("1 1/2")
    assert framing.plan.height.value == inches("97 1/8")


def test_composite_studs_are_counted_by_their_own_name():
    framing = window_wall(composite("1 3/4"))
    rows = {(row.size, row.length): row.count for row in cut_list([framing])}
    assert rows["composite 1 3/4 x 3 1/2", inches("92 5/8")] == 14
    assert rows["2x4", inches("222")] == 3
    assert {size for size, _ in rows} == {"composite 1 3/4 x 3 1/2", "2x4", "2x8"}


def test_a_tapered_stud_weighs_by_the_middle_of_its_faces():
    sawn, tapered = window_wall(None), window_wall(composite("1 3/4", "1 1/4"))
    density = tapered.plan.standard
    assert weight(member(tapered, "stud/1"), density) == weight(member(sawn, "stud/1"), density)


@pytest.mark.parametrize(("wide_face", "side"), [(WideFace.OUTSIDE, Line.LEFT), (WideFace.INSIDE, Line.RIGHT)])
def test_which_way_round_is_part_of_the_mark(wide_face, side):
    """Exterior walls walk clockwise, so that the outside is on their left."""
    framing = shelter(composite("1 1/2", "1", wide_face))[0]
    studs = [mark for mark in framing.marks if mark.role == Role.STUD]
    assert {mark.plate for mark in studs} == set(Plate)
    assert {mark.wide_face for mark in studs} == {side}
    assert {mark.wide_face for mark in framing.marks if mark.member is None} <= {None}


def test_corner_studs_turn_to_the_room():
    framings = shelter(composite("1 1/2", "1"), corner=CornerSchool.THREE_STUD)
    corner = [piece for framing in framings for piece in framing.members if piece.role is Role.CORNER_STUD]
    ends = [piece for framing in framings for piece in framing.members if piece.role is Role.END_STUD]
    assert len(corner) == 8
    assert {piece.wide_face for piece in corner} == {Line.RIGHT}
    assert {piece.wide_face for piece in ends} == {Line.LEFT}


@pytest.mark.parametrize(
    ("narrow", "wide_face", "is_found"),
    [("1", WideFace.INSIDE, False), ("7/8", WideFace.INSIDE, True), ("7/8", WideFace.OUTSIDE, False)],
)
def test_sheets_need_half_an_inch_of_the_face_they_hang_on(narrow, wide_face, is_found):
    framing = window_wall(composite("1 1/2", narrow, wide_face), sheets=Sheets.UPRIGHT)
    assert bool(found(framing, Code.SHEET_EDGE_NO_WOOD)) is is_found


def test_packs_that_cannot_turn_come_in_two_hands():
    plain = prefab([window_wall(composite("1 3/4"))])
    handed = prefab([window_wall(composite("1 3/4", "1 1/4"))])
    kings = [[pack for pack in packs if pack.kind is PackKind.KINGS_AND_JACKS] for packs in (plain, handed)]
    assert [(pack.count, pack.hand) for pack in kings[0]] == [(2, None)]
    assert [(pack.count, pack.hand, tuple(map(str, pack.places))) for pack in kings[1]] == [
        (1, Line.LEFT, ("A W1 start",)),
        (1, Line.RIGHT, ("A W1 end",)),
    ]


def test_like_faces_go_either_way_round():
    assert composite("1 3/4", "1 3/4") == composite("1 3/4")
    assert window_wall(composite("1 3/4")).plan.wide_face is None


@pytest.mark.parametrize(
    ("make", "path"),
    [(("1/2", None), "thickness"), (("3 1/4", None), "thickness"), (("1 1/2", "1 3/4"), "narrow")],
)
def test_a_stud_nobody_makes_is_refused(make, path):
    with pytest.raises(SettingError) as caught:
        composite(*make)
    assert caught.value.path == path
