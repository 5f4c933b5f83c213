"""How somebody gets on: the next exercise aims at what goes wrong."""

import pytest

from bluff.core.learn.attempt import Kind
from bluff.core.learn.exercise import Level
from bluff.core.learn.progress import PRACTICED_AT, Result, next_level, tally


def done(level, *kinds, there=20, wrong=None):
    """An exercise of 20 marks: all right where nothing went wrong."""
    wrong = 4 * bool(kinds) if wrong is None else wrong
    return Result(level, 20, there, wrong, kinds, seconds=300, hints=0)


def test_who_begins_begins_with_the_easiest():
    assert next_level([]) is Level.COMMON


def test_what_was_right_leads_on_and_what_was_not_is_done_again():
    assert next_level([done(Level.COMMON)]) is Level.WINDOW
    assert next_level([done(Level.COMMON), done(Level.WINDOW, Kind.OFF)]) is Level.WINDOW
    assert next_level([done(Level.COMMON), done(Level.WINDOW), done(Level.COMMON, Kind.OFF)]) is Level.COMMON
    assert next_level([done(level) for level in Level]) is Level.RAKE


def test_what_goes_wrong_again_and_again_is_aimed_at():
    """Twice of the last four the unit for the rough opening: a window comes before the corners."""
    before = [done(Level.COMMON), done(Level.OUTSIDE)]
    again = [done(Level.DOOR, Kind.UNIT_FOR_ROUGH), done(Level.NEAR_LINES, Kind.UNIT_FOR_ROUGH)]
    assert next_level([*before, *again]) is Level.WINDOW
    assert next_level([*before, *again, done(Level.WINDOW)]) is Level.DOOR
    long_ago = [*again, *(done(level) for level in (Level.COMMON, Level.WINDOW, Level.DOOR, Level.NEAR_LINES))]
    assert next_level(long_ago) is Level.OUTSIDE


def test_a_wall_of_a_job_is_no_level_and_its_mistakes_count():
    result = [done(None, Kind.THICKNESS_LEFT_ON), done(None, Kind.THICKNESS_LEFT_ON)]
    assert next_level(result) is Level.OUTSIDE


@pytest.mark.parametrize(
    ("there", "wrong", "percent"), [(20, 0, 100), (20, 1, 95), (19, 0, 95), (0, 0, 0), (10, 20, 25)]
)
def test_a_share_is_of_what_belongs_and_of_what_does_not(there, wrong, percent):
    """10 of 20 there and 20 that do not belong are 10 of 40; 20 of 21 are rounded down."""
    result = done(Level.COMMON, there=there, wrong=wrong)
    assert result.percent == percent
    assert result.is_right is (percent == 100)


def test_what_goes_wrong_is_counted_by_exercise():
    results = [done(Level.COMMON, Kind.OFF, Kind.SLIP), done(Level.COMMON, Kind.SLIP)]
    assert tally(results) == [(Kind.SLIP, 2), (Kind.OFF, 1)]


def test_every_mistake_that_needs_something_is_practiced_where_that_is():
    anywhere = {Kind.WRONG_LETTER, Kind.SLIP, Kind.OFF, Kind.NOT_THERE, Kind.FORGOTTEN}
    assert {*PRACTICED_AT} == {*Kind} - anywhere
    assert all(kind.called for kind in Kind)
