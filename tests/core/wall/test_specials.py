"""Posts and beams, blocks, fixture backing, sheets, nails, and the count by rule of thumb."""

from fractions import Fraction

import pytest
from hypothesis import given

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum, Nailing, PrecutStuds
from bluff.core.job.edit import AddOpening
from bluff.core.job.finding import Code
from bluff.core.job.header import Header
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.job.position import At, Centered, Reference
from bluff.core.job.schools import Blocks, End, Sheets
from bluff.core.job.special import Beam, FixtureBacking, Post
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import format_exact, half, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.takeoff.nails import in_a_row, joints_of, nails
from bluff.core.takeoff.thumb import by_thumb, exactly, studs_by_thumb
from bluff.core.takeoff.ties import ties
from bluff.core.wall.member import Orientation, Role
from floors import partition, plans, shelter
from framing import found, frame_wall, framed, in_role, lengths, member, say, starts
from strategies import jobs


def wall_with(length="12'", posts=(), backing=(), **ways):
    wall = Wall("A", "2x4", Alone(inches(length)), posts=posts, backing=backing, ways=WallWays(**ways))
    return framed(Job("specials", walls=(wall,)))


def test_a_post_is_its_boards_from_plate_to_plate():
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=3),))
    post = member(framing, "post/P1/post")
    assert (format_exact(post.start), format_exact(post.width), post.plies) == ("57 3/4", "4 1/2", 3)
    assert post.length.value == framing.plan.stud_length.value
    assert [mark.symbol for mark in framing.marks if mark.member == post.id] == ["P", "P"]
    # Line 64 is 1 3/4 from the post: the stud would leave a gap, but it stands on its line.
    assert "63 1/4" in starts(framing, Role.STUD)


def test_a_post_under_a_beam_ends_below_it_between_two_studs():
    beam = Beam(inches("3 1/2"), inches(84), inches("9 1/4"))
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=2, beam=beam),))
    assert format_exact(member(framing, "post/P1/post").length.value) == "82 1/2"
    assert format_exact(member(framing, "post/P1/stud/start").start) == "56 3/4"
    assert format_exact(member(framing, "post/P1/stud/end").start) == "61 3/4"
    assert len(in_role(framing, Role.TOP_PLATE)) == 1
    # Its top is at 93 1/4, under the plates at 94 1/8.
    assert found(framing, Code.BEAM_BREAKS_PLATES) == []


def test_a_beam_that_reaches_the_top_plates_breaks_them():
    beam = Beam(inches("3 1/2"), inches("85 3/8"), inches("11 3/4"))
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=2, beam=beam),))
    assert [format_exact(plate.length.value) for plate in in_role(framing, Role.TOP_PLATE)] == ["58 1/4", "82 1/4"]
    assert len(in_role(framing, Role.CAP_PLATE)) == 2
    assert "passes through the top plates" in say(found(framing, Code.BEAM_BREAKS_PLATES)[0].text)


def under_a_beam_at(underside, depth="9 1/4"):
    """A post of two boards under a 3 1/2 beam; the plates are from 94 1/8 to 97 1/8."""
    beam = Beam(inches("3 1/2"), inches(underside), inches(depth))
    return wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=2, beam=beam),))


@pytest.mark.parametrize("underside", ["93", "94", "94 1/8", "95", "95 5/8", "96", "97"])
def test_a_beam_in_the_plates_has_its_post_under_it_and_no_plate_in_its_place(underside):
    framing = under_a_beam_at(underside)
    post = member(framing, "post/P1/post")
    assert post.top == inches(underside)
    for role in (Role.TOP_PLATE, Role.CAP_PLATE):
        spans = [(plate.start, plate.end) for plate in in_role(framing, role)]
        assert [(format_exact(start), format_exact(end)) for start, end in spans] == [
            ("0", "58 1/4"),
            ("61 3/4", "144"),
        ]
    assert len(found(framing, Code.BEAM_BREAKS_PLATES)) == 1
    assert not found(framing, Code.BEAM_ABOVE_PLATES)


def test_a_beam_thinner_than_the_plates_says_how_far_it_reaches():
    """94 + 2 is 96: 1 7/8 over the underside of the plates, short of their top at 97 1/8."""
    assert "reaches 1 7/8 into the top plates" in say(
        found(under_a_beam_at("94", "2"), Code.BEAM_BREAKS_PLATES)[0].text
    )


def test_a_beam_on_the_plates_leaves_them_whole():
    framing = under_a_beam_at("97 1/8")
    assert member(framing, "post/P1/post").top == inches("94 1/8")
    assert len(in_role(framing, Role.TOP_PLATE)) == 1
    assert not found(framing, Code.BEAM_BREAKS_PLATES) + found(framing, Code.BEAM_ABOVE_PLATES)


def test_air_under_a_beam_is_said_and_settled():
    (air,) = found(under_a_beam_at("98"), Code.BEAM_ABOVE_PLATES)
    assert "7/8 above the top plates" in say(air.text)
    assert air.fix.wall.posts[0].beam.underside == inches("97 1/8")


def test_a_beam_wider_than_its_post_does_not_bear_over_its_full_width():
    """7 on two boards of 1 1/2: five of them are 7 1/2."""
    beam = Beam(inches("7"), inches(84), inches("9 1/4"))
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=2, beam=beam),))
    (said,) = found(framing, Code.BEAM_BEARS_SHORT)
    assert "7 wide and the post under it 3" in say(said.text)
    assert said.fix.wall.posts[0].plies == 5


def test_a_post_that_cannot_be_wider_where_it_stands_is_not_made_so():
    """At 7 from the start, 3 wide: its pocket with studs is 1 to 11 there; five boards would reach beyond the plate."""
    beam = Beam(inches("7"), inches(84), inches("9 1/4"))
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(7)), plies=2, beam=beam),))
    (said,) = found(framing, Code.BEAM_BEARS_SHORT)
    assert (said.fix, said.fix_label) == (None, None)


def test_a_beam_wider_than_its_post_parts_its_studs_and_is_seen():
    beam = Beam(inches("7"), inches(84), inches("9 1/4"))
    framing = wall_with(posts=(Post("P1", At(Reference.CENTER, inches(60)), plies=2, beam=beam),))
    # 7 clear round 60, and a stud of 1 1/2 on each side of it.
    assert format_exact(member(framing, "post/P1/stud/start").start) == "55"
    assert format_exact(member(framing, "post/P1/stud/end").start) == "63 1/2"
    assert format_exact(member(framing, "post/P1/post").start) == "58 1/2"
    (seen,) = framing.beams
    assert [format_exact(part) for part in (seen.x, seen.y, seen.width, seen.height)] == ["56 1/2", "84", "7", "9 1/4"]


def test_a_post_that_finds_no_room_is_left_out_and_said():
    job = Job("post", walls=(Wall("A", "2x4", Alone(inches("12'")), posts=(Post("P1", Centered()),)),))
    taken = apply(job, AddOpening(read_opening("3-0x4-0 @ 6-0", job, job.walls[0])))
    assert "stands in W1" in say(found(framed(taken), Code.POST_LEFT_OUT)[0].text)
    off = wall_with(posts=(Post("P1", At(Reference.CENTER, 0)),))
    assert "runs past an end of the wall" in say(found(off, Code.POST_LEFT_OUT)[0].text)
    assert in_role(off, Role.POST) == []
    twice = wall_with(posts=(Post("P1", Centered()), Post("P2", Centered())))
    assert "same place as post P1" in say(found(twice, Code.POST_LEFT_OUT)[0].text)


def test_blocks_in_one_line_fill_every_bay():
    framing = frame_wall("136 2x4", blocks=Blocks.ONE_LINE)
    made = in_role(framing, Role.BLOCK)
    # The first bay and the last are odd ones: 15 1/4 - 1 1/2 and 134 1/2 - 128 3/4.
    assert [format_exact(block.length.value) for block in made] == ["13 3/4", *["14 1/2"] * 7, "5 3/4"]
    assert {format_exact(block.bottom) for block in made} == {"47 1/4"}


def test_staggered_blocks_stand_above_and_below_the_line_in_turn():
    framing = frame_wall("136 2x4", blocks=Blocks.STAGGERED)
    assert [format_exact(block.bottom) for block in in_role(framing, Role.BLOCK)][:4] == [
        "48",
        "46 1/2",
        "48",
        "46 1/2",
    ]


def test_at_24_on_center_a_block_is_22_1_2():
    assert "22 1/2" in lengths(frame_wall("136 2x4", spacing=Fraction(24), blocks=Blocks.ONE_LINE), Role.BLOCK)


def test_a_tall_cavity_is_said_and_fire_blocks_part_it():
    tall = frame_wall("10' 2x4", studs=PrecutStuds(inches("14'")))
    (finding,) = found(tall, Code.FIRE_BLOCKS)
    assert "run 168 without a block" in say(finding.text)
    blocked = frame_wall("10' 2x4", studs=PrecutStuds(inches("14'")), fire_blocks=True)
    assert len({block.bottom for block in in_role(blocked, Role.BLOCK)}) == 1
    assert found(frame_wall("10' 2x4"), Code.FIRE_BLOCKS) == []


def test_fixture_backing_lies_flat_in_every_bay_it_reaches():
    rail = FixtureBacking("R1", inches(20), inches(60), inches(34))
    boards = [piece for piece in wall_with(backing=(rail,)).members if piece.role is Role.BACKING]
    assert [format_exact(board.length.value) for board in boards] == ["14 1/2"] * 3
    assert {format_exact(board.bottom) for board in boards} == {"30 3/8"}
    assert {board.orientation for board in boards} == {Orientation.FLAT}
    high = FixtureBacking("R1", inches(20), inches(60), inches(95))
    assert "no bay to go into at 95" in say(found(wall_with(backing=(high,)), Code.FIXTURE_BACKING_LEFT_OUT)[0].text)


def test_upright_sheets_start_at_the_datum_and_openings_are_cut_out():
    layout = frame_wall("12' 2x4", "3-6x4-6 @ 6-0").sheets
    assert [(format_exact(sheet.shape.x), format_exact(sheet.shape.width)) for sheet in layout.sheets] == [
        ("0", "48"),
        ("48", "48"),
        ("96", "48"),
    ]
    assert layout.bought == 3
    hole = layout.sheets[1].cut_outs[0]
    assert (format_exact(hole.width), format_exact(hole.height), format_exact(hole.y)) == ("43", "55", "27 1/2")
    assert layout.covered + layout.wasted == 3 * inches(48) * inches(96)
    assert layout.wasted == inches(43) * inches(55)


def test_lying_sheets_are_staggered_and_their_joint_wants_blocks():
    framing = frame_wall("16' 2x4", sheets=Sheets.LYING)
    rows = [[format_exact(sheet.shape.width) for sheet in framing.sheets.sheets if sheet.row == row] for row in (1, 2)]
    assert rows == [["96", "96"], ["48", "96", "48"]]
    assert framing.sheets.bought == 4
    (finding,) = found(framing, Code.SHEET_JOINT_UNBLOCKED)
    assert "meet at 48 above the floor" in say(finding.text)
    blocked = frame_wall("16' 2x4", sheets=Sheets.LYING, panel_edge_blocks=True)
    assert found(blocked, Code.SHEET_JOINT_UNBLOCKED) == []
    assert {format_exact(block.bottom) for block in in_role(blocked, Role.BLOCK)} == {"47 1/4"}


def test_19_2_lies_on_studs_when_sheets_do():
    framing = frame_wall("24' 2x4", spacing=Fraction(96, 5), sheets=Sheets.LYING)
    assert found(framing, Code.SPACING_MISSES_SHEETS) == []
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []


def test_sheets_of_an_exterior_wall_run_out_to_the_corner():
    b = frame(plans(shelter())["B"])
    first, last = b.sheets.sheets[0].shape, b.sheets.sheets[-1].shape
    # The wall butts 2x6 walls at both ends: its sheets run 5 1/2 past its plate.
    assert format_exact(first.x) == "-5 1/2"
    assert format_exact(last.x + last.width) == "264 1/2"


def test_sheets_start_at_the_end_the_tape_hooks():
    layout = frame_wall("10' 2x4", "3-6x4-6 @ 2-6", datum=Datum(End.END)).sheets
    assert [(format_exact(sheet.shape.x), format_exact(sheet.shape.width)) for sheet in layout.sheets] == [
        ("72", "48"),
        ("24", "48"),
        ("0", "24"),
    ]
    # The window from 8 1/2 to 51 1/2 is cut out of the last two.
    assert [[format_exact(hole.width) for hole in sheet.cut_outs] for sheet in layout.sheets] == [
        [],
        ["27 1/2"],
        ["15 1/2"],
    ]
    assert layout.bought == 3


@given(jobs())
def test_a_sheets_edges_stay_out_of_its_openings(job):
    for sheet in framed(job).sheets.sheets:
        shape = sheet.shape
        for x1, y1, x2, y2 in sheet.edges():
            assert x1 == x2 or y1 == y2
            assert {x1, x2} <= {shape.x, shape.x + shape.width} or {y1, y2} <= {shape.y, shape.y + shape.height}
            for hole in sheet.cut_outs:
                beside = x2 <= hole.x or hole.x + hole.width <= x1
                above = y2 <= hole.y or hole.y + hole.height <= y1
                on_edge = x1 == x2 and not hole.x <= x1 <= hole.x + hole.width
                on_edge |= y1 == y2 and not hole.y <= y1 <= hole.y + hole.height
                assert beside or above or on_edge


@given(jobs())
def test_nails_are_those_of_the_joints(job):
    framing = framed(job)
    joints = list(joints_of(framing))
    assert sum(row.nails for row in nails([framing])) == sum(joint.nails for joint in joints)
    assert sum(row.joints for row in nails([framing])) == len(joints)
    ends = {(joint.x, joint.y) for joint in joints if say(joint.name) == "stud to plate"}
    for stud in in_role(framing, Role.STUD):
        middle = stud.start + half(stud.width)
        assert {(middle, stud.bottom), (middle, stud.top)} <= ends


@given(jobs())
def test_sheets_cover_the_wall_but_for_its_openings(job):
    framing = framed(job)
    if framing.plan.standard.sheets is Sheets.NONE:
        assert framing.sheets.sheets == ()
        return
    for one, other in ((a, b) for i, a in enumerate(framing.sheets.sheets) for b in framing.sheets.sheets[:i]):
        a, b = one.shape, other.shape
        assert a.x + a.width <= b.x or b.x + b.width <= a.x or a.y + a.height <= b.y or b.y + b.height <= a.y
    assert framing.sheets.wasted >= 0
    size = framing.plan.standard.sheet
    assert framing.sheets.bought * size.width * size.length == framing.sheets.covered + framing.sheets.wasted


def test_a_crews_own_number_of_nails_goes_into_every_lap():
    job = shelter(ways=JobWays(nails=Nailing(lap=3)))
    assert ties(plans(job).values()).nails == 4 * 3
    by_joint = {say(row.joint): row for row in nails([frame(plan) for plan in plans(job).values()])}
    assert (by_joint["cap plate at a lap"].joints, by_joint["cap plate at a lap"].nails) == (4, 12)


def test_nails_by_joint():
    by_joint = {say(row.joint): row for row in nails([frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")])}
    # Two in each end of 14 studs, and two in the foot of each jack.
    assert by_joint["stud to plate"].nails == 2 * 2 * 14 + 2 * 2
    assert by_joint["header to king"].nails == 8
    assert by_joint["jack to king"].nails == 2 * 7
    # 46 long: four in a row, both edges, both faces.
    assert by_joint["ply of a header"].nails == 16
    deep = {say(row.joint): row for row in nails([frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", header=Header(size="2x12"))])}
    assert deep["header to king"].nails == 10
    assert in_a_row(inches(16), inches(16)) == 2


@pytest.mark.parametrize(
    ("length", "spacing", "studs"), [("26' 8", Fraction(16), 21), ("26' 8", Fraction(24), 15), ("10'", Fraction(16), 9)]
)
def test_studs_by_rule_of_thumb(length, spacing, studs):
    assert studs_by_thumb(inches(length), spacing) == studs


def test_the_rule_of_thumb_beside_the_exact_count():
    framing = frame_wall("26' 8 2x4")
    guess = by_thumb([framing.plan])
    assert (guess.studs, format_exact(guess.plates)) == (21, "960")
    assert guess.plate_boards(inches("16'")) == 5
    exact = exactly([framing])
    assert (exact.studs, format_exact(exact.plates)) == (21, "960")
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    corners = by_thumb(plans(job).values()).studs - sum(
        studs_by_thumb(wall.run.length, Fraction(16)) for wall in job.walls
    )
    # Four corners and an intersection at each end of E.
    assert corners == 4 * 1 + 2 * 3
