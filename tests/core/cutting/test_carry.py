"""Boards carried over to walls that changed: what was cut stays, what is touched is planned again, nothing is lost."""

from dataclasses import replace

from bluff.core.cutting.board import Source, Tick
from bluff.core.cutting.carry import carried
from bluff.core.job.stock import OnSite
from bluff.core.measure.length import inches
from boards import SECTION, asking, board, faults, names, ticks

BOARDS = (
    board(1, "16'", {"A/stud/1": "92 5/8", "A/stud/2": "92 5/8"}),
    board(2, "16'", {"B/stud/1": "92 5/8", "B/stud/2": "92 5/8"}),
    board(3, "8'", {"A/sill": "43", "B/sill": "43"}),
)
ALL = {
    "A/stud/1": "92 5/8",
    "A/stud/2": "92 5/8",
    "B/stud/1": "92 5/8",
    "B/stud/2": "92 5/8",
    "A/sill": "43",
    "B/sill": "43",
}


def without(*gone):
    return {name: length for name, length in ALL.items() if name not in gone}


def left(found):
    return [piece.id for piece in found.left.get(SECTION, ())]


def test_walls_that_did_not_change_keep_every_board():
    found = carried(BOARDS, [asking(ALL)], ticks())
    assert found.kept == BOARDS
    assert found.is_settled


def test_only_boards_that_lost_a_piece_are_planned_again():
    """Wall B has one stud less: board 2 goes, and its other stud waits; boards 1 and 3 are as they were."""
    found = carried(BOARDS, [asking(without("B/stud/2"))], ticks())
    assert found.kept == (BOARDS[0], BOARDS[2])
    assert found.undone == (BOARDS[1],)
    assert left(found) == ["B/stud/1"]


def test_a_piece_of_another_length_is_another_piece():
    found = carried(BOARDS, [asking(ALL | {"A/sill": "31"})], ticks())
    assert [one.number for one in found.undone] == [3]
    assert left(found) == ["A/sill", "B/sill"]


def test_what_was_cut_is_never_planned_again():
    """One stud of board 2 is cut and stays there, though the other is not asked for any more."""
    found = carried(BOARDS, [asking(without("B/stud/2"))], ticks((2, "B/stud/1")))
    assert names(found.kept) == {1: ["A/stud/1", "A/stud/2"], 2: ["B/stud/1"], 3: ["A/sill", "B/sill"]}
    assert not left(found)


def test_a_piece_cut_for_a_place_that_is_gone_serves_another_just_as_long():
    """B loses stud 2, which is cut, and gets stud 3: the one that is cut stands there, under its old name."""
    asked = [asking(without("B/stud/2") | {"B/stud/3": "92 5/8"})]
    found = carried(BOARDS, asked, ticks((2, "B/stud/1"), (2, "B/stud/2")))
    second = found.kept[1].cuts[1]
    assert (second.piece, second.cut_as, second.name) == ("B/stud/3", "B/stud/2", "B/stud/2")
    assert not left(found)
    assert not found.spares
    assert faults(found.kept, asked) == []


def test_where_none_is_as_long_it_is_a_board_by_itself():
    found = carried(BOARDS, [asking(without("B/stud/2") | {"B/stud/3": "90"})], ticks((2, "B/stud/2")))
    (spare,) = found.spares
    assert (spare.tick, spare.length) == (Tick(2, "B/stud/2"), inches("92 5/8"))
    assert left(found) == ["B/stud/3"]


def test_a_piece_with_a_beveled_end_serves_nothing_else():
    slanted = board(1, "8'", {"A/stud/1": "90"})
    slanted = replace(slanted, cuts=(slanted.cuts[0]._replace(is_square=False),))
    found = carried([slanted], [asking({"A/stud/2": "90"})], ticks((1, "A/stud/1")))
    assert left(found) == ["A/stud/2"]
    assert [spare.is_square for spare in found.spares] == [False]


def test_a_spare_that_was_recut_is_used_up_even_when_its_place_comes_back():
    """Stud 2 of B was cut, then recut as a sill; the wall gets its stud back, and it is planned again."""
    recut = board(4, "92 5/8", {"A/block": "40"}, source=Source.OFFCUT, of=Tick(2, "B/stud/2"))
    asked = [asking(ALL | {"A/block": "40"})]
    found = carried((*BOARDS, recut), asked, ticks((2, "B/stud/2"), (4, "A/block")))
    assert left(found) == ["B/stud/2"]
    assert recut in found.kept


def test_a_spare_that_was_only_to_be_recut_goes_back_to_its_place():
    recut = board(4, "92 5/8", {"A/block": "40"}, source=Source.OFFCUT, of=Tick(2, "B/stud/2"))
    found = carried((*BOARDS, recut), [asking(ALL | {"A/block": "40"})], ticks((2, "B/stud/2")))
    assert left(found) == ["A/block"]
    assert found.undone == (recut,)


def test_a_locked_board_keeps_what_it_can_and_is_not_planned_again():
    locked = board(2, "16'", {"B/stud/1": "92 5/8", "B/stud/2": "92 5/8"}, is_locked=True)
    boards = (BOARDS[0], locked, BOARDS[2])
    assert locked in carried(boards, [asking(ALL)], ticks(), is_from_scratch=True).kept
    found = carried(boards, [asking(without("B/stud/2"))], ticks())
    assert names(found.kept)[2] == ["B/stud/1"]
    assert not found.undone


def test_planned_again_everything_goes_that_is_neither_cut_nor_locked():
    found = carried(BOARDS, [asking(ALL)], ticks((3, "A/sill")), is_from_scratch=True)
    assert names(found.kept) == {3: ["A/sill", "B/sill"]}
    assert left(found) == ["A/stud/1", "A/stud/2", "B/stud/1", "B/stud/2"]


def test_a_length_that_is_not_sold_any_more_is_planned_again_unless_it_was_begun():
    odd = board(1, "10'", {"A/stud/1": "92 5/8"})
    asked = [asking({"A/stud/1": "92 5/8"})]
    assert carried([odd], asked, ticks()).undone == (odd,)
    assert carried([odd], asked, ticks((1, "A/stud/1"))).kept == (odd,)


def test_boards_on_the_site_are_used_no_oftener_than_they_are_there():
    one, two = (board(number, "10'", {f"A/stud/{number}": "92 5/8"}, source=Source.ON_SITE) for number in (1, 2))
    asked = [asking({"A/stud/1": "92 5/8", "A/stud/2": "92 5/8"})]
    found = carried([one, two], asked, ticks((2, "A/stud/2")), [OnSite(SECTION, inches("10'"), 1)])
    assert found.kept == (two,)
    assert found.undone == (one,)
