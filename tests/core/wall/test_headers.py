"""Every kind of header, where it sits, and what it does to the pieces round it."""

import pytest

from bluff.core.errors import SettingError
from bluff.core.job.amounts import DoorParts, PrecutStuds, WallHeight, WideOpening
from bluff.core.job.finding import Code
from bluff.core.job.header import Capped, Header, HeaderKind, HeaderPlace, Laid
from bluff.core.job.schools import Heads, Jacks, SillTop
from bluff.core.measure.length import format_exact, inches
from bluff.core.takeoff.cut_list import Spacer, cut_list, spacer_list
from bluff.core.wall.member import Orientation, Role
from framing import are_apart, found, frame_wall, in_role, lengths, member, say, starts
from refusals import refused

WALL = "18-6 2x4"
WINDOW = "3-6x4-6 @ 9-3"
DOOR = "d 2-10x6-8 @ 9-3"


@pytest.mark.parametrize(
    ("stud", "header", "depth", "thickness"),
    [
        ("2x4", Header(HeaderKind.ENGINEERED, "1 3/4 x 9 1/2", 2), "9 1/2", "3 1/2"),
        ("2x6", Header(HeaderKind.ENGINEERED, "1 3/4 x 9 1/2", 3), "9 1/2", "5 1/4"),
        ("2x6", Header(HeaderKind.INSULATED, "2x8", 2), "7 1/4", "5 1/2"),
        ("2x6", Header(HeaderKind.BOX, "2x10", 2), "9 1/4", "5 1/2"),
        ("2x6", Header(HeaderKind.SOLID, "4x6", 1, laid=Laid.FLAT), "3 1/2", "5 1/2"),
        ("2x6", Header(HeaderKind.SOLID, "4x8", 1, is_furred=True), "7 1/4", "5 1/2"),
        ("2x6", Header(HeaderKind.BUILT_UP, "2x8", 2, is_furred=True), "7 1/4", "5 1/2"),
    ],
)
def test_depth_and_thickness(stud, header, depth, thickness):
    framing = frame_wall(f"18-6 {stud}", WINDOW, header=header)
    boards = framing.openings[0].placed.header
    assert (format_exact(boards.depth), format_exact(boards.thickness.value)) == (depth, thickness)
    assert bool(found(framing, Code.HEADER_THICKNESS)) == (thickness != {"2x4": "3 1/2", "2x6": "5 1/2"}[stud])


def test_foam_and_furring_are_listed_besides():
    foam = frame_wall("18-6 2x6", WINDOW, header=Header(HeaderKind.INSULATED, "2x8", 2))
    (row,) = spacer_list([foam])
    assert (row.spacer, format_exact(row.thickness), format_exact(row.length)) == (Spacer.FOAM, "2 1/2", "46")
    hollow = frame_wall("18-6 2x6", WINDOW, header=Header(HeaderKind.BOX, "2x8", 2))
    assert spacer_list([hollow]) == ()
    assert "2 1/2 between its plies" in say(found(hollow, Code.HEADER_HOLLOW)[0].text)


def test_a_deep_header_sits_under_the_plates_and_its_underside_is_the_head():
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x12", place=HeaderPlace.TO_PLATE))
    # 94 1/8 - 11 1/4 = 82 7/8; the window keeps its height, so the sill comes up with the head.
    assert format_exact(framing.openings[0].placed.head.value) == "82 7/8"
    assert lengths(framing, Role.JACK) == {"81 3/8"}
    assert in_role(framing, Role.TOP_CRIPPLE) == []
    assert lengths(framing, Role.BOTTOM_CRIPPLE) == {"24 7/8"}
    assert member(framing, "opening/W1/header").top == framing.plan.underside.value


def test_a_doorway_under_a_deep_header_says_what_is_over_or_missing():
    deep = Header(size="2x12", place=HeaderPlace.TO_PLATE)
    (over,) = found(frame_wall(WALL, DOOR, header=deep), Code.HEADER_ABOVE_ROUGH)
    assert "82 7/8, 3/8 more than the rough height of 82 1/2" in say(over.text)
    low = frame_wall(WALL, DOOR, header=deep, studs=PrecutStuds(inches("92 1/4")))
    assert found(low, Code.HEADER_BELOW_ROUGH) == []
    lower = frame_wall(WALL, DOOR, header=deep, studs=PrecutStuds(inches("90")))
    assert "2 1/4 less" in say(found(lower, Code.HEADER_BELOW_ROUGH)[0].text)


def test_a_raised_header_has_its_cripples_below_it_down_to_a_pad_plate():
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x6", place=HeaderPlace.RAISED))
    # 94 1/8 - 5 1/2 = 88 5/8 under the header; jacks 87 1/8; from 82 1/2 + 1 1/2 up to it 4 5/8.
    assert format_exact(member(framing, "opening/W1/header").bottom) == "88 5/8"
    assert lengths(framing, Role.JACK) == {"87 1/8"}
    pad = member(framing, "opening/W1/pad_plate/head")
    assert (format_exact(pad.bottom), format_exact(pad.length.value), pad.orientation) == (
        "82 1/2",
        "43",
        Orientation.FLAT,
    )
    assert lengths(framing, Role.TOP_CRIPPLE) == {"4 5/8"}
    assert starts(framing, Role.TOP_CRIPPLE) == ["89 1/2", "95 1/4", "111 1/4", "127 1/4", "131"]
    # They touch no plate, so nothing is marked on one.
    assert not [mark for mark in framing.marks if mark.role == Role.TOP_CRIPPLE]


def test_a_raised_header_without_room_for_its_pad_plate_does_not_fit():
    framing = frame_wall(WALL, WINDOW, header=Header(size="2x12", place=HeaderPlace.RAISED))
    assert "between the head and the top plates" in say(found(framing, Code.HEADER_DOES_NOT_FIT)[0].text)
    assert in_role(framing, Role.HEADER) == []


@pytest.mark.parametrize(
    ("capped", "cripple", "pads"),
    [(Capped.NONE, "4 3/8", 0), (Capped.BELOW, "2 7/8", 1), (Capped.ABOVE, "2 7/8", 1), (Capped.BOTH, "1 3/8", 2)],
)
def test_pad_plates_take_their_thickness_from_the_cripples(capped, cripple, pads):
    framing = frame_wall(WALL, WINDOW, header=Header(capped=capped))
    assert lengths(framing, Role.TOP_CRIPPLE) == {cripple}
    assert lengths(framing, Role.JACK) == {"81"}
    plates = in_role(framing, Role.PAD_PLATE)
    assert [format_exact(plate.length.value) for plate in plates] == ["46"] * pads


def test_on_hangers_the_header_is_as_long_as_the_rough_opening():
    framing = frame_wall(WALL, WINDOW, jacks=Jacks.HANGERS)
    assert in_role(framing, Role.JACK) == []
    assert format_exact(member(framing, "opening/W1/header").length.value) == "43"
    assert starts(framing, Role.KING) == ["88", "132 1/2"]
    assert "two hangers" in say(found(framing, Code.HEADER_ON_HANGERS)[0].text)


def test_high_wind_doubles_jacks_and_kings_everywhere():
    framing = frame_wall(WALL, WINDOW, high_wind=True)
    assert (len(in_role(framing, Role.JACK)), len(in_role(framing, Role.KING))) == (4, 4)
    wide = frame_wall(WALL, "6-0x4-6 @ 9-3", high_wind=True, wide_opening=WideOpening(inches(60), 3, 2))
    assert (len(in_role(wide, Role.JACK)), len(in_role(wide, Role.KING))) == (6, 4)


def test_a_door_built_up_from_its_parts():
    framing = frame_wall(WALL, DOOR, door_allowance=DoorParts())
    rough = framing.openings[0].placed.rough
    assert (format_exact(rough.width.value), format_exact(rough.height.value)) == ("36 1/2", "83")
    assert [say(step.words) for step in rough.height.steps][1:] == [
        "head jamb",
        "under the slab",
        "floor finish",
        "shim",
    ]


def test_a_sloped_sill_bevels_what_stands_under_it():
    framing = frame_wall(WALL, WINDOW, sill_top=SillTop.SLOPED)
    cripple = in_role(framing, Role.BOTTOM_CRIPPLE)[0]
    assert (format_exact(cripple.length.value), format_exact(cripple.bevel.short)) == ("24 1/2", "24 1/4")
    assert cripple.bevel.degrees == 4.1
    (row,) = [row for row in cut_list([framing]) if row.bevel]
    assert (row.count, format_exact(row.length)) == (5, "24 1/2")
    floating = frame_wall(WALL, WINDOW, sill_top=SillTop.SLOPED, jacks=Jacks.FLOATING)
    assert not any(piece.bevel for piece in floating.members)
    assert len(found(floating, Code.SILL_NOT_SLOPED)) == 1


def test_heads_line_up_or_are_each_their_own():
    apart = ("3-0x3-0 @ 4-0", "d 2-10x6-8 @ 12-0")
    one = frame_wall(WALL, *apart, head_height=inches(80))
    assert len(found(one, Code.HEADS_DIFFER)) == 1
    each = frame_wall(WALL, *apart, head_height=inches(80), heads=Heads.PER_OPENING)
    assert found(each, Code.HEADS_DIFFER) == []
    assert "W1 has none yet. It is framed with its head at 80" in say(found(each, Code.HEAD_HEIGHT_NOT_GIVEN)[0].text)


@pytest.mark.parametrize(
    ("header", "says"),
    [
        ({"kind": HeaderKind.INSULATED, "plies": 3}, "two plies, one at each face"),
        ({"kind": HeaderKind.ENGINEERED, "size": "2x8"}, "is made of 1 3/4 x"),
        ({"kind": HeaderKind.BUILT_UP, "laid": Laid.FLAT}, "Only a solid header is laid flat"),
        ({"kind": HeaderKind.BOX, "size": None}, "needs a size"),
    ],
)
def test_a_header_nobody_can_build_is_refused(header, says):
    with refused(SettingError, match=says):
        Header(**header)


def test_no_block_lies_where_the_pad_plate_of_a_raised_header_does():
    """Under plates at 104 1/4 a 2x8 is raised to 97, its pad plate from 95 1/2; a block behind the joint at 96 is from
    95 1/4 to 96 3/4, which the cripples below the pad have no room for."""
    header = Header(size="2x8", place=HeaderPlace.RAISED, capped=Capped.BELOW)
    studs = WallHeight(inches("107 1/4"))
    framing = frame_wall(WALL, WINDOW, header=header, studs=studs, panel_edge_blocks=True)
    pad = member(framing, "opening/W1/pad_plate/below")
    assert (format_exact(pad.bottom), format_exact(pad.top)) == ("95 1/2", "97")
    blocks = [piece for piece in framing.members if piece.role is Role.BLOCK]
    assert blocks
    assert all(are_apart(pad, block) for block in blocks)
