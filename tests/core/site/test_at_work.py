"""A job at work: what was said of a wall, and what its day becomes by it."""

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta, timezone
from fractions import Fraction

import pytest

from bluff.core.crew.order import build_order
from bluff.core.crew.supply import Load
from bluff.core.frame import frame
from bluff.core.job.amounts import Rates, WorkDay
from bluff.core.job.schools import Sheets
from bluff.core.site.at_work import JobAtWork, Ticked, WallAtWork, day_ahead
from bluff.core.site.day import work_on
from bluff.core.site.work import Task, lumber_of
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import wall_plans
from framing import job_of

ZONE = timezone(timedelta(hours=-5))
MONDAY = datetime(2026, 1, 12, 7, 0, tzinfo=ZONE)
SAID = Rates(cut=Fraction(1), piece=Fraction(2), plate=Fraction(1, 2))
MARKS = {"a": Plate.BOTTOM, "b": Plate.BOTTOM, "c": Plate.TOP, "d": Plate.TOP}


def after(minutes):
    return MONDAY + timedelta(minutes=minutes)


def ticked(minutes, people=None, is_done=True):
    return Ticked(after(minutes), "lead", "LF", is_done, people)


@pytest.fixture
def job():
    """A wall of 12 feet: laid out in 6 minutes, cut in 13, framed by one in 20, raised in 30; two people."""
    plans = wall_plans(job_of("12' 2x4", sheets=Sheets.NONE, rates=SAID))
    wall = WallAtWork(work_on(frame(plans[0])), MARKS, frozenset(MARKS))
    loads = (Load(("A",), (), Fraction(0)),)
    day = WorkDay(people=2, starts=7 * 60, ends=15 * 60)
    return JobAtWork(1, day, SAID, {"A": wall}, build_order(plans), loads, {})


def marked(job, *marks, at=0, is_done=True):
    wall = job.walls["A"]
    for plate, mark in marks:
        wall = wall.with_mark(plate, mark, after(at), is_done=is_done)
    return job.with_wall(wall)


def minutes(job, now=0):
    return {turn.task: (turn.begins, turn.ends) for turn in day_ahead(job, after(now)).turns}


def test_what_is_left_to_mark_is_what_is_left_of_the_layout(job):
    """Two marks of four are 3 minutes of 6, and one of them 1 1/2; with all of them on the wood it is laid out."""
    assert minutes(job)[Task.LAYOUT] == (0, 6)
    half = marked(job, (Plate.TOP, None))
    assert minutes(half)[Task.LAYOUT] == (0, 3)
    most = marked(half, (Plate.BOTTOM, "a"))
    assert minutes(most)[Task.LAYOUT] == (0, 2)
    assert Task.LAYOUT not in minutes(marked(most, (Plate.BOTTOM, "b")))
    again = marked(most, (Plate.BOTTOM, None), is_done=False)
    assert minutes(again)[Task.LAYOUT] == (0, 3)


def test_a_mark_is_of_the_plate_it_is_on(job):
    assert marked(job, (Plate.TOP, "a")).walls["A"].unwritten == frozenset(MARKS)


def test_what_is_under_way_has_what_is_left_of_it(job):
    """20 minutes of one, begun by two 4 minutes ago: 12 are left, 6 by the clock."""
    begun = job.with_tick("A", "cut", ticked(0)).with_tick("A", "begun/frame", ticked(0, people=2))
    found = day_ahead(begun, after(4))
    framing = next(turn for turn in found.turns if turn.task is Task.FRAME)
    assert (framing.begins, framing.ends, framing.who) == (4, 10, (0, 1))
    assert found.begun == {("A", Task.FRAME): ticked(0, people=2)}
    assert found.first == date(2026, 1, 12)


def test_what_was_begun_by_mistake_is_not_under_way(job):
    taken_back = job.with_tick("A", "begun/cut", ticked(0)).with_tick("A", "begun/cut", ticked(5, is_done=False))
    assert day_ahead(taken_back, after(9)).begun == {}


def test_a_layout_is_timed_until_its_last_mark(job):
    """Begun at 7:00 and written at 7:12: 12 minutes for 6."""
    said = job.with_tick("A", "begun/layout", ticked(0))
    said = marked(said, (Plate.TOP, None), (Plate.BOTTOM, None), at=12)
    assert day_ahead(said, after(20)).pace[Task.LAYOUT].factor == 2
    assert day_ahead(job, after(20)).pace[Task.LAYOUT].factor == 1


def test_a_clock_elsewhere_counts_the_same_minutes(job):
    """What was said by a clock in Greenwich is set against the day of the site."""
    said = replace(ticked(0, people=2), at=MONDAY.astimezone(UTC))
    begun = job.with_tick("A", "cut", said).with_tick("A", "begun/frame", said)
    assert minutes(begun, now=4)[Task.FRAME] == (4, 10)


def test_lumber_is_wanted_until_it_is_there_or_all_is_cut(job):
    def wanted(job):
        (load,) = day_ahead(job, MONDAY).deliveries
        return load.before, load.there

    assert wanted(job) == (0, None)
    there = job.with_tick(None, str(lumber_of(("A",))), ticked(-20))
    assert wanted(there) == (0, ticked(-20))
    assert wanted(job.with_tick(None, str(lumber_of(("A",))), ticked(-20, is_done=False))) == (0, None)
    laid_out = marked(job, (Plate.TOP, None), (Plate.BOTTOM, None))
    assert wanted(laid_out.with_tick("A", "cut", ticked(0))) == (None, None)
