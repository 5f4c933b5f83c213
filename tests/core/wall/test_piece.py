"""Pieces keep their names through every edit that leaves them what they are, and no two ever share one."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.crew.packs import PackKind, prefab
from bluff.core.job.amounts import Datum, PlateStock
from bluff.core.job.edit import AddOpening, ChangeOpening, SetWays
from bluff.core.job.schools import Blocks, CornerSchool, End
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import parse_signed_length
from bluff.core.phrase.opening_line import read_opening
from bluff.core.wall.member import Role
from bluff.core.wall.piece import Of, Part, PieceId
from floors import framed as framed_wall
from floors import partition, shelter
from framing import frame_wall, framed, in_role, job_of
from strategies import jobs

BLOCKED = JobWays(blocks=Blocks.STAGGERED, fire_blocks=True, panel_edge_blocks=True)


def names(framing, *roles):
    return {str(piece.id) for piece in framing.members if not roles or piece.role in roles}


def shifted(job, shift):
    return apply(job, SetWays(replace(job.ways, datum=Datum(shift=parse_signed_length(shift)))))


def test_an_id_is_its_values_and_prints_for_files():
    block = PieceId("A", "block", by=PieceId("A", "stud", at=5), number=2)
    assert block == PieceId("A", "block", number=2, by=PieceId("A", "stud", at=5))
    assert str(block) == "A/block/2/by/stud/5"
    board = PieceId("A", "cap_plate", by=Of(Part.INTERSECTION, "E"), board=2)
    assert str(board) == "A/cap_plate/by/intersection/E/board/2"


@pytest.mark.parametrize("shift", ["1/4", "-1/4", "3", "-5 1/2"])
def test_studs_cripples_and_blocks_keep_their_names_when_the_datum_shifts(shift):
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", blocks=Blocks.ONE_LINE)
    before, after = (framed(one) for one in (job, shifted(job, shift)))
    moving = (Role.STUD, Role.TOP_CRIPPLE, Role.BLOCK)
    # At an end of the wall a line may come in or go out, with its block; everything else moves and stays what it is.
    assert len(names(before, *moving) ^ names(after, *moving)) <= 4
    assert len(names(before, Role.BLOCK) & names(after, Role.BLOCK)) >= 10


def test_a_datum_a_whole_spacing_away_is_the_same_layout_with_the_same_names():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", blocks=Blocks.ONE_LINE)
    assert names(framed(job)) == names(framed(shifted(job, "16"))) == names(framed(shifted(job, "64")))


def test_a_wall_made_longer_keeps_the_names_of_what_stands_in_it():
    short, long = (frame_wall(f"{length} 2x4", "3-6x4-6 @ 9-3", blocks=Blocks.ONE_LINE) for length in ("18-6", "19-0"))
    assert names(short, Role.STUD, Role.BLOCK, Role.KING) <= names(long)


def test_blocks_are_named_by_what_their_bay_begins_at():
    framing = frame_wall("136 2x4", blocks=Blocks.ONE_LINE)
    expected = ["A/block/by/end_stud/start", *(f"A/block/by/stud/{number}" for number in range(1, 9))]
    assert [str(block.id) for block in in_role(framing, Role.BLOCK)] == expected


@given(jobs(), st.integers(-4, 4).map(lambda quarter: quarter * 16))
def test_a_quarter_of_an_inch_renames_next_to_nothing(job, shift):
    wall = job.walls[0]
    datum = wall.ways.datum or job.standard.datum
    ways = replace(wall.ways, datum=replace(datum, shift=datum.shift + shift))
    moved = replace(job, walls=(replace(wall, ways=ways),))
    # A stud added at a break is named by the one it stands by, and plates may break elsewhere.
    before, after = (
        {str(stud.id) for stud in in_role(framed(one), Role.STUD) if stud.id.by is None} for one in (job, moved)
    )
    # Each opening, post and end may let a stud in or out; the rest only moves.
    spacing = job.walls[0].ways.spacing or Fraction(16)
    near_half = abs(abs(Fraction(datum.shift, 64) / spacing) % 1 - Fraction(1, 2)) < Fraction(2) / spacing
    places = 2 + 2 * (len(job.openings) + len(wall.posts))
    assert near_half or len(before ^ after) <= 2 * places


@pytest.mark.parametrize("mark", ["corner", "intersection", "post", "stud", "opening"])
def test_an_opening_may_be_called_like_a_part_of_the_wall(mark):
    ways = JobWays(corner=CornerSchool.THREE_STUD)
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=ways)
    job = apply(job, AddOpening(read_opening("3-6x4-6 @ 20'", job, job.wall("A"))))
    renamed = apply(job, ChangeOpening("W1", replace(job.opening("W1"), id=mark)))
    framings = [framed_wall(one) for one in (job, renamed)]
    assert len({str(piece.id) for piece in framings[1].members}) == len(framings[1].members)
    plain, odd = ([(pack.kind, pack.pieces, pack.count) for pack in prefab([framing])] for framing in framings)
    assert plain == odd
    assert {PackKind.CORNER, PackKind.INTERSECTION, PackKind.KINGS_AND_JACKS} <= {kind for kind, _, _ in odd}


def test_a_stud_added_at_a_break_is_no_part_of_what_it_stands_beside():
    framing = frame_wall("36' 2x4", plate_stock=PlateStock(doubled_studs=True))
    added = [piece for piece in in_role(framing, Role.STUD) if piece.id.by]
    assert all(piece.id.of is None and piece.id.name == "stud" for piece in added)
    assert len({piece.id for piece in framing.members}) == len(framing.members)


@given(jobs())
def test_the_text_of_an_id_is_as_good_as_its_values(job):
    members = framed(apply(job, SetWays(BLOCKED))).members
    assert len({str(piece.id) for piece in members}) == len({piece.id for piece in members}) == len(members)


def test_hooks_and_ends_are_values():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    assert {piece.id.at for piece in in_role(framing, Role.END_STUD)} == {End.START, End.END}
    assert {piece.id.of for piece in in_role(framing, Role.KING)} == {Of(Part.OPENING, "W1")}
