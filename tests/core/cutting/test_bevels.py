"""Bevels on a board: what they take of it, and what two of them take cut bevel to bevel."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import event, given

from bluff.core.cutting.bevels import Slant, nesting, slant_of, taken
from bluff.core.cutting.board import Cut, JobBoard, faults_of_boards
from bluff.core.cutting.carry import Carried
from bluff.core.cutting.demand import Demand, collect_demands
from bluff.core.cutting.pairs import paired
from bluff.core.cutting.problem import Piece, Problem, Stock
from bluff.core.job.position import Centered
from bluff.core.job.schools import End
from bluff.core.job.stock import Board, Section, SectionStock, YardStock
from bluff.core.job.top import Gable, Rake
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.member import Role
from bluff.solve.whole import plan_boards
from framing import framed, in_role, job_of
from strategies import topped_jobs

KERF = inches("1/8")
SECTION = Section("2x6")
RAKE = Rake(Fraction(5), End.START, inches("97 1/8"))
NESTS = inches("39/64")
"""At 5/12 a bevel runs 1 1/2 x 5/12 = 5/8; the kerf along it is 1/8 x 13/12, up to a 64th, which is a 64th more."""


def raked(top=RAKE, **ways):
    """The wall of 157 whose top rises 5 in 12 from 97 1/8."""
    job = job_of("157 2x6", **ways)
    return replace(job, walls=(replace(job.walls[0], top=top),))


def cut(asked, seconds=5):
    """The boards of a list of demands, planned from nothing."""
    left = {one.section: one.problem.pieces for one in asked}
    return plan_boards(Carried(left=left), asked, (), seconds).boards


def faults(boards, asked):
    takes = {one.section: {piece.id: piece.length for piece in one.problem.pieces} for one in asked}
    slants = {name: slant for one in asked for name, member in one.members.items() if (slant := slant_of(member))}
    return faults_of_boards(boards, takes, KERF, slants)


def two_studs(board):
    """Two raked studs, to be cut from boards of one length."""
    studs = [stud for stud in in_role(framed(raked()), Role.STUD) if stud.bevel][:2]
    pieces = tuple(Piece(str(stud.id), stud.length.value) for stud in studs)
    return Demand(SECTION, Problem(pieces, (Stock(board, board),), KERF), {str(stud.id): stud for stud in studs})


def apart():
    one, other = two_studs(1).problem.pieces
    return one.length + KERF + other.length


def test_a_raked_stud_has_one_bevel_and_a_sloped_plate_two():
    framing = framed(raked())
    stud = next(stud for stud in in_role(framing, Role.STUD) if stud.bevel)
    assert slant_of(stud) == Slant(inches("5/8"), 22.6)
    assert taken(stud) == stud.length.value
    # Along its underside 157 x 13/12 = 170 1/12; its other face is as long, and 5/8 on.
    plate = in_role(framing, Role.TOP_PLATE)[0]
    assert slant_of(plate) == Slant(inches("5/8"), 22.6, is_at_both=True)
    assert format_exact(taken(plate) - plate.length.value) == "5/8"
    assert [slant_of(board) for board in in_role(framing, Role.BOTTOM_PLATE)] == [None]


def test_a_stud_under_a_ridge_has_two_other_bevels_and_is_paired_with_none():
    gable = Gable(Fraction(5), Centered(), inches("97 1/8"))
    ridge = [member for member in framed(raked(gable)).standing if member.edges and len(member.edges.over) > 2]
    assert [slant_of(member) for member in ridge] == [None] * len(ridge)


@pytest.mark.parametrize(
    ("slant", "kerf", "nests"),
    [
        (Slant(inches("5/8"), 22.6), "1/8", "39/64"),
        (Slant(inches("5/8"), 22.6), "0", "5/8"),
        # Nothing is saved where the saw takes more at an angle than the bevel runs.
        (Slant(1, 45.0), "1/8", "0"),
    ],
)
def test_how_far_a_piece_reaches_into_another(slant, kerf, nests):
    assert nesting(slant, inches(kerf)) == inches(nests)


def test_two_raked_studs_come_off_a_board_that_is_too_short_for_them_one_after_the_other():
    just = apart() - NESTS
    (board,) = cut([two_studs(just)])
    assert [one.nests for one in board.cuts] == [0, NESTS]
    assert board.drop(KERF) == 0
    # The second begins within the bevel of the first.
    (_, first), (at, second) = board.places(KERF)
    assert at == first.length + KERF - NESTS
    assert at + second.length == board.length
    assert faults([board], [two_studs(just)]) == []
    assert len(cut([two_studs(just - 1)])) == 2


def test_where_it_saves_nothing_pieces_are_cut_one_after_the_other():
    (board,) = cut([two_studs(apart())])
    assert [one.nests for one in board.cuts] == [0, 0]


def test_a_plate_cut_plumb_at_both_ends_needs_a_board_longer_than_itself():
    """170 1/12 is cut as 170 5/64, and takes 170 45/64 of a board; one of 170 1/2 is too short for it."""
    job = raked()
    plate = in_role(framed(job), Role.TOP_PLATE)[0]

    def selling(length):
        stock = YardStock((SectionStock(SECTION, (Board(inches(length)),)),))
        one = next(one for one in collect_demands(replace(job, stock=stock), [framed(job)]) if one.section == SECTION)
        return str(plate.id) in one.members

    assert plate.length.value == inches("170 5/64")
    assert not selling("170 1/2")
    assert selling("170 45/64")


def test_a_piece_whose_partner_goes_stands_for_itself():
    (board,) = cut([two_studs(apart() - NESTS)])
    first, second = board.cuts
    (alone,) = board.keeping(lambda one: one == second).cuts
    assert (alone.nests, alone.piece) == (0, second.piece)
    assert board.keeping(lambda one: True) == board
    assert board.keeping(lambda one: one == first).cuts == (first,)


def test_what_does_not_fit_bevel_to_bevel_is_a_fault():
    length = inches("90")
    slants = {mark: Slant(inches("5/8"), 22.6, is_at_both=mark == "p") for mark in "abcp"} | {"d": Slant(40, 30.0)}
    takes = {SECTION: dict.fromkeys("abcdpx", length)}

    def said(*cuts):
        names = {piece for piece, _ in cuts}
        boards = [JobBoard(1, SECTION, inches("40'"), tuple(Cut(piece, length, nests=nests) for piece, nests in cuts))]
        asked = {SECTION: {name: takes[SECTION][name] for name in names}}
        return [fault for fault in faults_of_boards(boards, asked, KERF, slants) if "bevel" in fault]

    assert said(("a", 0), ("b", NESTS)) == []
    for wrong in (
        [("a", NESTS)],
        [("a", 0), ("b", NESTS + 1)],
        [("a", 0), ("d", NESTS)],
        [("x", 0), ("a", NESTS)],
        [("a", 0), ("b", NESTS), ("c", NESTS)],
    ):
        assert len(said(*wrong)) == 1


@given(topped_jobs())
def test_whatever_top_a_wall_has_its_boards_hold_and_bevels_never_cost_more(job):
    asked = collect_demands(job, [framed(job)])
    boards = cut(asked, 0.3)
    assert faults(boards, asked) == []
    if any(one.nests for board in boards for one in board.cuts):
        event("bevel to bevel")
    for one in asked:
        both = paired(one)
        assert both.problem.size == one.problem.size
        assert sorted(both.problem.settled().pieces) == sorted(one.problem.pieces)
