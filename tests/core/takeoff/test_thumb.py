"""Why a wall takes other than its rule of thumb."""

from fractions import Fraction

from hypothesis import given

from bluff.core.frame import frame
from bluff.core.takeoff.thumb import Share, by_thumb, compared, exactly
from bluff.core.wall.wall_plan import wall_plans
from framing import frame_wall
from strategies import jobs


def shares(framing):
    return {guess.share: (guess.thumb, guess.exact) for guess in compared(framing)}


def test_a_window_takes_its_studs_from_the_layout():
    """12 feet at 16 by thumb: 9 and one; four for the window of 3-0 x 4-0, sized with its allowance 38 wide.

    Framed: on lines 0 to 9 and the end 10 studs, of which those in the opening and under its kings go. Kings 92 5/8
    are two, jacks two of 82 1/2 - 1 1/2, cripples by their length of a stud.
    """
    bare, window = shares(frame_wall("12' 2x4")), shares(frame_wall("12' 2x4", "3-0x4-0 @ 6-0"))
    assert bare[Share.LAYOUT] == (10, 10)
    assert bare[Share.OPENINGS] == (0, 0)
    assert window[Share.LAYOUT][0] == 10
    assert window[Share.LAYOUT][1] < 10
    thumb, exact = window[Share.OPENINGS]
    assert thumb == 4
    kings_and_jacks = 2 + 2 * Fraction(81) / Fraction("92.625")
    assert exact > kings_and_jacks


@given(jobs())
def test_the_shares_add_up_to_the_whole_guess(job):
    """By thumb to the stud; counted, to the boards short pieces are laid end to end in and what they leave."""
    for plan in wall_plans(job):
        framing = frame(plan)
        found = shares(framing)
        assert sum(thumb for thumb, _ in found.values()) == by_thumb([plan]).studs
        counted = exactly([framing]).studs
        assert counted - 1 < sum(exact for _, exact in found.values()) <= counted
