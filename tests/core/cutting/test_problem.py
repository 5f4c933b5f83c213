"""Cutting problems and plans: what fits a board, and what is wrong with a plan."""

from fractions import Fraction

import pytest

from bluff.core.cutting.problem import CutBoard, CuttingPlan, Piece, Problem, Stock, drop_of, faults_of
from bluff.core.errors import CuttingError
from bluff.core.measure.length import inches
from refusals import refused

STUD = inches("92 5/8")
SIXTEEN, TWENTY = Stock(inches("16'"), 906), Stock(inches("20'"), 1320)
KERF = inches("1/8")
STUDS = tuple(Piece(f"stud {number}", STUD) for number in range(3))


def problem(*pieces, stock=(SIXTEEN, TWENTY)):
    return Problem(pieces, stock, KERF)


def test_two_studs_are_cut_from_sixteen_feet():
    """2 x 92 5/8 + 1/8 = 185 3/8; the second cut takes another 1/8 and leaves 192 - 185 1/2 = 6 1/2."""
    assert problem(*STUDS).needs([STUD, STUD]) == inches("185 3/8")
    assert drop_of(CutBoard(SIXTEEN, STUDS[:2]), KERF) == inches("6 1/2")


def test_a_piece_as_long_as_its_board_needs_no_cut():
    whole = Piece("plate", SIXTEEN.length)
    assert drop_of(CutBoard(SIXTEEN, (whole,)), KERF) == 0
    assert faults_of(problem(whole), [CutBoard(SIXTEEN, (whole,))]) == []


def test_a_plan_costs_its_boards_and_says_how_far_above_the_bound():
    plan = CuttingPlan((CutBoard(SIXTEEN, STUDS[:2]), CutBoard(SIXTEEN, STUDS[2:])), Fraction(1510))
    assert plan.cost == 1812
    assert plan.gap == Fraction(302, 1510)


@pytest.mark.parametrize(
    ("boards", "fault"),
    [
        ([CutBoard(SIXTEEN, STUDS[:2])], "stud 2 is cut 0 times, not 1."),
        ([CutBoard(SIXTEEN, STUDS[:2]), CutBoard(SIXTEEN, STUDS[1:])], "stud 1 is cut 2 times, not 1."),
        ([CutBoard(TWENTY, STUDS)], "Board 1 is cut 38 1/8 past its end."),
        (
            [CutBoard(Stock(inches("24'"), 1), STUDS[:2]), CutBoard(SIXTEEN, STUDS[2:])],
            "Board 1 is none that is there.",
        ),
        (
            [CutBoard(SIXTEEN, STUDS[:2]), CutBoard(SIXTEEN, STUDS[2:]), CutBoard(SIXTEEN, ())],
            "Nothing is cut from board 3.",
        ),
        (
            [CutBoard(SIXTEEN, STUDS[:2]), CutBoard(SIXTEEN, (*STUDS[2:], Piece("block", 64)))],
            "Nobody asked for block.",
        ),
    ],
)
def test_what_is_wrong_with_a_plan_is_said(boards, fault):
    assert fault in faults_of(problem(*STUDS), boards)


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda: problem(*STUDS, stock=()), "no boards"),
        (lambda: problem(*STUDS, stock=(Stock(0, 5),)), "longer than nothing"),
        (lambda: problem(Piece("none", 0)), "longer than nothing"),
        (lambda: Problem(STUDS, (SIXTEEN,), -1), "kerf"),
        (lambda: problem(*STUDS).cheapest_for(inches("21'")), "252 is longer than any board, 240"),
    ],
)
def test_what_cannot_be_cut_is_refused(make, says):
    with refused(CuttingError, match=says):
        make()
