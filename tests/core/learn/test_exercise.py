"""Exercises: the same number is the same wall, it can be built, and hints lead through all of it."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.finding import Severity
from bluff.core.job.top import Gable
from bluff.core.job.ways import JobWays
from bluff.core.job.words import PRESETS
from bluff.core.learn.attempt import Attempt
from bluff.core.learn.exercise import MOST_SEEDS, Exercise, Level, exercise, exercise_of
from bluff.core.learn.grading import Sheet, grade
from bluff.core.learn.hints import hint
from bluff.core.learn.required_sums import Figure, SumKey
from bluff.core.measure.length import inches
from bluff.core.wall.layout import Slid
from bluff.core.wall.member import Role
from bluff.core.wall.wall_plan import wall_plan
from bluff.views.reader import reader
from framing import job_of, say
from refusals import refused

EMPTY = Sheet((), {})


def window():
    return Exercise(job_of("18-6 2x4", "3-6x4-6 @ 9-3")).plan


@pytest.mark.parametrize("level", Level)
def test_an_exercise_is_a_wall_that_can_be_built(level):
    for seed in (1, 2, 77, MOST_SEEDS):
        asked = exercise(level, seed, JobWays())
        assert asked == exercise(level, seed, JobWays())
        framing = frame(asked.plan)
        assert not [finding for finding in framing.findings if finding.severity is Severity.ERROR]
        work = Attempt.right(asked.plan).work()
        assert grade(asked.plan, Sheet(tuple(one.drawn for one in work.deck.wanted), work.sums)).is_right
    assert exercise(level, 1, JobWays()).job != exercise(level, 2, JobWays()).job


def test_each_level_has_what_it_is_about():
    def framed(level):
        return frame(exercise(level, 5, JobWays()).plan)

    assert not framed(Level.COMMON).openings
    assert [one.placed.opening.kind for one in framed(Level.WINDOW).openings] == ["window"]
    assert [one.placed.opening.kind for one in framed(Level.DOOR).openings] == ["door"]
    near = framed(Level.NEAR_LINES)
    assert any(isinstance(moved, Slid) for laid in near.layers for moved in laid.moved)
    outside = framed(Level.OUTSIDE).plan
    assert outside.length < outside.wall.run.length
    assert {Role.CORNER_BACKING, Role.INTERSECTION_BACKING} <= {one.role for one in framed(Level.CORNERS).standing}
    assert not framed(Level.RAKE).plan.is_level


def test_exercises_have_numbers():
    for seed in (0, -1, MOST_SEEDS + 1):
        with refused(SettingError, match="numbered from 1"):
            exercise(Level.COMMON, seed, JobWays())


def test_a_wall_of_a_real_job_is_an_exercise_unless_its_plate_has_several_tapes():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3")
    assert exercise_of(job, "A").plan == wall_plan(job, job.walls[0])
    gable = replace(job, walls=(replace(job.walls[0], top=Gable(Fraction(5))),))
    with refused(SettingError, match="several slopes"):
        exercise_of(gable, "A")


def test_hints_come_a_little_at_a_time():
    """Center 111, half of 43 is 21 1/2: the rough opening starts at 89 1/2, the king at 86 1/2."""
    plan = window()
    first = hint(plan, EMPTY)
    assert say(first.piece) == "The rough opening of W1 before any of its marks."
    assert say(first.sum) == "Call-out 3-6, plus allowance."
    assert say(first.number) == "RO width of W1: 42 + 1 = 43"
    sums = {SumKey("W1", Figure.ROUGH_WIDTH): inches(43), SumKey("W1", Figure.ROUGH_HEIGHT): inches(55)}
    marks = [one.drawn for one in Attempt.right(plan).work().deck.wanted]
    ends = tuple(one for one in marks if one.line in {0, inches("220 1/2")})
    king = hint(plan, Sheet(ends, sums))
    assert "the king of W1 on the bottom plate" in say(king.piece)
    assert say(king.sum) == "Center of W1, less half of the opening, less jack, less king."
    assert say(king.number) == "111 − 21 1/2 − 1 1/2 − 1 1/2 = 86 1/2, K ahead of it."
    assert hint(plan, Sheet(tuple(marks), sums)) is None


def test_everything_is_said_in_the_crews_words():
    plan = Exercise(job_of("18-6 2x4", "3-6x4-6 @ 9-3", words=PRESETS["Trimmers and soles"])).plan
    sums = {SumKey("W1", Figure.ROUGH_WIDTH): inches(43), SumKey("W1", Figure.ROUGH_HEIGHT): inches(55)}
    marks = [one.drawn for one in Attempt.right(plan).work().deck.wanted]
    without = tuple(one for one in marks if one.symbol != "T")
    assert "the trimmer of W1 on the sole plate" in reader(plan.standard.words).say(
        hint(plan, Sheet(without, sums)).piece
    )
    words = " ".join(reader(plan.standard.words).say(one.words) for one in grade(plan, Sheet(without, sums)).named)
    assert "trimmer" in words
    assert "jack" not in words
