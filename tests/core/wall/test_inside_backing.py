"""Wood behind the edges of panels: on which face, over which height, and what does not count."""

from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.job.amounts import PlateStock
from bluff.core.job.edit import AddOpening, ChangeWall
from bluff.core.job.finding import Code, Severity
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.job import Job
from bluff.core.job.schools import (
    Blocks,
    CornerSchool,
    IntersectionSchool,
    Line,
    Sheets,
)
from bluff.core.job.special import FixtureBacking
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.wall.marks import written
from bluff.core.wall.member import UPRIGHTS, Orientation, Role
from floors import framed, partition, plans, shelter, wall
from framing import cap_runs, found, frame_wall, in_role, job_of, say, spans, starts


def tee(*openings, stud="2x4", at=100, ways=None, length=24):
    """A 2x6 exterior wall with a partition into its inside, `at` inches along."""
    walls = (wall("A", (0, 14), (length, 14)), partition("P", (at / 12, 14), (at / 12, 0), stud))
    job = Job("tee", ways or JobWays(), walls)
    for opening in openings:
        job = apply(job, AddOpening(read_opening(opening, job, job.walls[0])))
    return job


@pytest.mark.parametrize("blocks", Blocks)
def test_one_block_at_mid_height_is_no_backing(blocks):
    # The king at 96 to 97 1/2 drives out the 2x6 from 97 1/4 to 102 3/4.
    ways = JobWays(intersection=IntersectionSchool.WIDE_FLAT, blocks=blocks)
    framing = framed(tee("ro 30x40 @ edge 64 1/2", ways=ways))
    assert [format_exact(finding.at) for finding in found(framing, Code.BACKING_MISSING)] == ["98 1/4", "101 3/4"]


def test_a_stud_stands_between_the_studs_of_a_blocked_intersection_where_sheets_meet():
    ways = JobWays(intersection=IntersectionSchool.BLOCKED)
    framing = framed(tee(at=144, ways=ways))
    assert "143 1/4" in starts(framing, Role.STUD)
    assert in_role(framing, Role.BLOCK) == []
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []
    # Where no line falls the blocks stay.
    assert len(in_role(framed(tee(at=152, ways=ways)), Role.BLOCK)) == 3


def test_a_stud_stands_in_a_blocked_corner_where_a_line_falls():
    # 21 x 16 = 336 is 2 1/2 from the end of 338 1/2: its stud slides tight against the end stud.
    job = shelter(ways=JobWays(corner=CornerSchool.BLOCKED))
    walls = (wall("A", (0, 10), (338.5 / 12, 10)), wall("B", (338.5 / 12, 10), (338.5 / 12, 0)))
    framing = framed(replace(job, walls=walls))
    assert "335 1/4" in starts(framing, Role.STUD)


@pytest.mark.parametrize("school", [IntersectionSchool.CHANNEL, IntersectionSchool.WIDE_FLAT])
def test_a_board_flat_on_the_inside_holds_no_sheet_outside(school):
    framing = framed(tee(at=144, ways=JobWays(intersection=school)))
    (flat,) = in_role(framing, Role.INTERSECTION_BACKING)
    assert flat.side is Line.RIGHT
    assert [format_exact(finding.at) for finding in found(framing, Code.SHEET_EDGE_NO_WOOD)] == ["144"]
    assert "on the other face" in say(found(framing, Code.STUD_LEFT_OUT)[0].text)
    # On the other side of a partition there is no sheet to hold, and no joint between sheets at 152.
    assert found(framed(tee(at=152, ways=JobWays(intersection=school))), Code.SHEET_EDGE_NO_WOOD) == []
    bare = framed(tee(at=144, ways=JobWays(intersection=school, sheets=Sheets.NONE)))
    assert found(bare, Code.SHEET_EDGE_NO_WOOD) == []


def test_every_flat_upright_says_its_face():
    ways = JobWays(corner=CornerSchool.TWO_STUD, intersection=IntersectionSchool.CHANNEL)
    framing = framed(shelter(partition("E", (12, 0), (12, 22.5)), ways=ways))
    for piece in framing.members:
        is_flat = piece.orientation is Orientation.FLAT and piece.role in UPRIGHTS
        assert (piece.side is Line.RIGHT) is is_flat
    marks = {str(mark.member): written(mark, framing.plan) for mark in framing.marks if mark.side}
    assert marks == {
        "A/corner/start/backing": "B(i) 3 1/2",
        "A/corner/end/backing": "B(i) 425",
        "A/intersection/E/backing": "B(i) 142 1/4",
    }


@pytest.mark.parametrize(
    ("ways", "missing"),
    [
        # The partition's far face is on the jack at 67 to 68 1/2; the flat header ends at 84, U is 94 1/8.
        ({}, []),
        ({"end_top_cripples": False}, ["From 84 to 94 1/8"]),
    ],
)
def test_a_jack_backs_a_panel_only_as_high_as_wood_goes_on_above_it(ways, missing):
    walls = (wall("A", (0, 14), (24, 14)), partition("P", (65.75 / 12, 14), (65.75 / 12, 0)))
    job = Job("jack", JobWays(header=Header(HeaderKind.FLAT, None, 1), **ways), walls)
    job = apply(job, AddOpening(read_opening("ro 40x40 @ edge 68 1/2", job, job.walls[0])))
    framing = framed(job)
    texts = [say(finding.text) for finding in found(framing, Code.BACKING_MISSING) if finding.at == inches("67 1/2")]
    assert [where in text for where, text in zip(missing, texts, strict=True)] == [True] * len(missing)


@pytest.mark.parametrize("school", IntersectionSchool)
def test_a_partition_that_ends_in_a_doorway_is_an_error(school):
    framing = framed(tee("d ro 36x82 1/2 @ edge 6-6", ways=JobWays(intersection=school)))
    (finding,) = found(framing, Code.OPENING_CROWDS_MEETING)
    assert finding.severity is Severity.ERROR
    assert "98 1/4 to 101 3/4" in say(finding.text)


def test_ladder_blocks_too_short_to_nail_are_left_out():
    # A king at 101 to 102 1/2 leaves 2 1/4 to the stud at 104 3/4 … no bay of a ladder under 3 gets a block.
    for at in range(96, 112):
        job = tee("ro 30x40 @ edge 112", at=at, ways=JobWays(intersection=IntersectionSchool.LADDER))
        assert all(block.length.value >= inches(3) for block in in_role(framed(job), Role.BLOCK))


def test_a_face_on_a_splice_is_backed_by_the_end_stud_of_the_wall_in_line():
    # E's far face is at 20 ft, where B's end stud starts.
    job = Job(
        "long",
        walls=(
            wall("A", (0, 20), (20, 20)),
            wall("B", (20, 20), (36, 20)),
            partition("E", (20 - 1.75 / 12, 20), (20 - 1.75 / 12, 0)),
        ),
    )
    for id_ in "AB":
        assert found(framed(job, id_), Code.BACKING_MISSING) == []


def test_a_wide_plate_does_not_lap_onto_a_narrow_one_in_line():
    job = Job("long", walls=(wall("A", (0, 20), (20, 20)), wall("B", (20, 20), (36, 20), "2x4")))
    assert [cap_runs(framed(job, id_)) for id_ in "AB"] == [
        {"A/cap_plate": (0, inches(240))},
        {"B/cap_plate": (0, inches(192))},
    ]
    assert len(found(framed(job, "A"), Code.NO_LAP)) == 1


def test_a_break_of_the_first_top_plate_near_a_gap_of_the_second_is_said():
    # 16 ft boards break a 20 ft plate within 48 of a gap wherever they do, with partitions every 6 ft.
    stock = PlateStock((inches(192),), inches(48))
    at = (4, 8, 12, 16)
    partitions = [partition(f"P{x}", (x, 22.5), (x, 0)) for x in at]
    walls = (wall("A", (0, 22.5), (20, 22.5)), *partitions)
    framing = framed(Job("x", JobWays(plate_stock=stock), walls))
    (finding,) = [one for one in found(framing, Code.PLATE_BREAKS_CLOSE) if "a gap of the cap plate" in say(one.text)]
    gaps = [inches(12 * x) + by for x in at for by in (-inches("1 3/4"), inches("1 3/4"))]
    assert format_exact(min(abs(finding.at - gap) for gap in gaps)) in say(finding.text)


def backed(*openings, ways=None, side=None, **backing):
    job = job_of("144 2x4", *openings)
    board = FixtureBacking("R1", *(inches(backing[key]) for key in ("start", "end", "height")), side=side)
    changed = replace(job.walls[0], backing=(board,), ways=ways or WallWays())
    return apply(job, ChangeWall("A", changed))


def test_fixture_backing_goes_on_below_a_window():
    # RO 60 from 42 to 102, kings and jacks 2 a side; the cripples stand on 48, 64, 80, 96 and against each jack.
    framing = framed(backed("ro 60x36 @ centered", start=30, end=94, height=34))
    boards = [(format_exact(piece.start), format_exact(piece.end)) for piece in in_role(framing, Role.BACKING)]
    assert boards == [
        ("16 3/4", "31 1/4"),
        ("32 3/4", "36"),
        ("43 1/2", "47 1/4"),
        ("48 3/4", "63 1/4"),
        ("64 3/4", "79 1/4"),
        ("80 3/4", "95 1/4"),
    ]
    assert found(framing, Code.FIXTURE_BACKING_LEFT_OUT) == []


def test_fixture_backing_that_an_opening_interrupts_says_so():
    # The head is at 82 1/2 and the sill at 46 1/2: at 60 the window is open from 42 to 102.
    framing = framed(backed("ro 60x36 @ centered", start=30, end=120, height=60))
    (finding,) = found(framing, Code.FIXTURE_BACKING_LEFT_OUT)
    assert "stops at W1, which is open there from 42 to 102" in say(finding.text)
    boards = in_role(framing, Role.BACKING)
    assert boards
    assert all(piece.end <= inches(42) or inches(102) <= piece.start for piece in boards)


@pytest.mark.parametrize(("side", "expected"), [(None, Line.RIGHT), (Line.LEFT, Line.LEFT)])
def test_fixture_backing_lies_on_the_inside_unless_it_says_otherwise(side, expected):
    framing = framed(backed(start=30, end=60, height=34, side=side))
    assert {piece.side for piece in in_role(framing, Role.BACKING)} == {expected}


def test_a_plain_wall_has_nothing_to_say():
    assert found(frame_wall("12' 2x4"), Code.BACKING_MISSING) == []
    assert plans(shelter())["A"].sheeted_side is Line.LEFT
    assert spans(framed(shelter()), Role.CORNER_BACKING) == [("3 1/2", "7"), ("425", "428 1/2")]
