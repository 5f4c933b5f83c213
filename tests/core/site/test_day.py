"""The day: worked hours on paper, who does what when, and what a crew's own times make of its minutes."""

from collections import defaultdict
from dataclasses import replace
from datetime import date, datetime
from fractions import Fraction
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.crew.order import build_order
from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.amounts import Rates, WorkDay
from bluff.core.job.edit import AddWall
from bluff.core.job.schools import Sheets, ShopWork
from bluff.core.measure.clock import parse_clock
from bluff.core.phrase.wall_line import read_wall
from bluff.core.site.day import Begun, OnDeck, day_plan, needed_by, work_on
from bluff.core.site.pace import Pace, Timed, minutes, paces
from bluff.core.site.shift import at, next_shift, worked
from bluff.core.site.work import Task
from bluff.core.wall.wall_plan import wall_plans
from framing import framed, job_of
from refusals import refused
from strategies import jobs

SAID = Rates(cut=Fraction(1), piece=Fraction(2), plate=Fraction(1, 2))
WALL = "12' 2x4"
SEVEN_TO_THREE = WorkDay(people=2, starts=7 * 60, ends=15 * 60)
FRIDAY, MONDAY = date(2026, 1, 9), date(2026, 1, 12)
NOTHING_TIMED = paces(())


def plan(job, day, now=0, **state):
    """The day of a job of one wall in some state."""
    plans = wall_plans(job)
    return day_plan([OnDeck(work_on(frame(plans[0])), **state)], build_order(plans), day, NOTHING_TIMED, now)


def bare(*openings, **ways):
    return job_of(WALL, *openings, sheets=Sheets.NONE, rates=SAID, **ways)


def told(turns):
    return [(turn.task.value, turn.begins, turn.ends, turn.who) for turn in turns]


def test_two_frame_a_wall_of_twelve_feet_within_the_hour():
    """13 cuts, ten studs and 12 feet at 1, 2 and 1/2; two nail ten studs in ten minutes; raising is a guess of 30."""
    assert told(plan(bare(), SEVEN_TO_THREE)) == [
        ("layout", 0, 6, (0,)),
        ("cut", 0, 13, (1,)),
        ("frame", 13, 23, (0, 1)),
        ("raise", 23, 53, (0, 1)),
    ]


def test_one_alone_does_it_one_after_another_and_is_told_that_two_lift():
    turns = plan(bare(), WorkDay(people=1))
    assert told(turns) == [
        ("layout", 0, 6, (0,)),
        ("cut", 6, 19, (0,)),
        ("frame", 19, 39, (0,)),
        ("raise", 39, 69, (0,)),
    ]
    assert [turn.wants > len(turn.who) for turn in turns] == [False, False, True, True]


def two_walls():
    """Walls of 12 feet, A before B, that do not meet; two lift the 61 pounds of an edge."""
    job = bare()
    return apply(job, AddWall(read_wall(WALL, job)))


def of_walls(job, day, first=None):
    """The day of some walls, the first of them in some state."""
    plans = wall_plans(job)
    walls = [OnDeck(work_on(frame(one)), **(first or {} if one.id == "A" else {})) for one in plans]
    turns = day_plan(walls, build_order(plans), day, NOTHING_TIMED)
    return [(turn.wall, turn.task.value, turn.begins, turn.ends, turn.who) for turn in turns]


def test_who_is_left_over_frames_alone_and_nobody_lets_go_of_a_wall():
    """Three people: the third frames B alone, 20 minutes; it is up at 39 and waits until two are free at 53."""
    assert of_walls(two_walls(), WorkDay(people=3)) == [
        ("A", "layout", 0, 6, (0,)),
        ("A", "cut", 0, 13, (1,)),
        ("B", "layout", 0, 6, (2,)),
        ("B", "cut", 6, 19, (0,)),
        ("A", "frame", 13, 23, (1, 2)),
        ("B", "frame", 19, 39, (0,)),
        ("A", "raise", 23, 53, (1, 2)),
        ("B", "raise", 53, 83, (1, 2)),
    ]


def test_who_is_free_joins_a_person_framing_alone():
    """Two people: one frames A alone for twelve of 20 minutes, both the other eight in four."""
    assert of_walls(two_walls(), WorkDay(people=2)) == [
        ("A", "layout", 0, 6, (0,)),
        ("A", "cut", 0, 13, (1,)),
        ("B", "layout", 6, 12, (0,)),
        ("B", "cut", 12, 25, (0,)),
        ("A", "frame", 13, 25, (1,)),
        ("A", "frame", 25, 29, (0, 1)),
        ("A", "raise", 29, 59, (0, 1)),
        ("B", "frame", 59, 69, (0, 1)),
        ("B", "raise", 69, 99, (0, 1)),
    ]


def test_work_is_left_for_a_wall_that_is_lifted_and_goes_on_after():
    """One has ten minutes left on A; the other leaves the saw four minutes after it was begun, and nine are left."""
    under_way = {"begun": {Task.FRAME: Begun(10, 1)}, "to_mark": Fraction(0)}
    assert of_walls(two_walls(), WorkDay(people=2), {**under_way, "done": frozenset({Task.CUT})}) == [
        ("A", "frame", 0, 10, (0,)),
        ("B", "layout", 0, 6, (1,)),
        ("B", "cut", 6, 10, (1,)),
        ("A", "raise", 10, 40, (0, 1)),
        ("B", "cut", 40, 49, (0,)),
        ("B", "frame", 49, 59, (0, 1)),
        ("B", "raise", 59, 89, (0, 1)),
    ]


def test_what_is_done_is_left_out_and_what_is_under_way_goes_on():
    """Half of the marks are 3 minutes; four of the ten studs' minutes are over when it was begun 2 ago by two."""
    half = plan(bare(), SEVEN_TO_THREE, to_mark=Fraction(1, 2), done=frozenset({Task.CUT}))
    assert [(task, ends) for task, _, ends, _ in told(half)] == [("layout", 3), ("frame", 13), ("raise", 43)]
    begun = plan(bare(), SEVEN_TO_THREE, now=60, begun={Task.FRAME: Begun(2, 2)}, to_mark=Fraction(0))
    assert told(begun)[0] == ("frame", 60, 68, (0, 1))
    assert begun[0].is_begun
    late = plan(bare(), SEVEN_TO_THREE, now=60, begun={Task.FRAME: Begun(45, 2)})
    assert (late[0].ends, late[0].is_late) == (60, True)


def test_no_wall_is_half_up_when_the_day_ends():
    """A quarter of an hour before three, 30 minutes of raising wait until the morning."""
    turns = plan(bare(), SEVEN_TO_THREE, now=8 * 60 - 15, done=frozenset({Task.FRAME}))
    assert told(turns) == [("raise", 480, 510, (0, 1))]
    assert at(SEVEN_TO_THREE, FRIDAY, 480) == (MONDAY, 7 * 60)
    assert at(SEVEN_TO_THREE, FRIDAY, 480, is_end=True) == (FRIDAY, 15 * 60)


def test_so_much_later_is_on_the_days_that_are_worked():
    """Twelve days of work after a Friday it is the second Tuesday but one; of one day a week, twelve weeks later."""
    assert at(SEVEN_TO_THREE, FRIDAY, 12 * 480 + 30) == (date(2026, 1, 27), 7 * 60 + 30)
    assert at(replace(SEVEN_TO_THREE, week=1), MONDAY, 12 * 480) == (date(2026, 4, 6), 7 * 60)


def test_lumber_is_needed_before_the_first_of_its_walls_is_begun():
    turns = plan(bare(), SEVEN_TO_THREE, now=30)
    assert needed_by(turns, ["A"]) == 30
    assert needed_by(turns, ["B"]) is None
    assert needed_by(plan(bare(), SEVEN_TO_THREE, done=frozenset({Task.FRAME})), ["A"]) is None


@pytest.mark.parametrize(
    ("begun", "ended", "minutes_of_work"),
    [
        ((9, 7, 30), (9, 9, 15), 105),
        # An hour of Friday and half of one of Monday; nobody works between.
        ((9, 14, 0), (12, 7, 30), 90),
        # Two days off between Thursday and Monday, Friday whole.
        ((8, 14, 30), (12, 7, 10), 30 + 480 + 10),
        ((9, 9, 0), (9, 8, 0), 0),
        ((9, 16, 0), (12, 8, 0), 60),
    ],
)
def test_nights_and_days_off_are_no_work(begun, ended, minutes_of_work):
    day, hour, minute = begun
    end_day, end_hour, end_minute = ended
    took = worked(
        SEVEN_TO_THREE, datetime(2026, 1, day, hour, minute), datetime(2026, 1, end_day, end_hour, end_minute)
    )
    assert took == minutes_of_work


@pytest.mark.parametrize(
    ("now", "shift"),
    [
        (datetime(2026, 1, 9, 6), (FRIDAY, 0)),
        (datetime(2026, 1, 9, 9, 20), (FRIDAY, 140)),
        (datetime(2026, 1, 9, 15), (MONDAY, 0)),
        (datetime(2026, 1, 10, 9), (MONDAY, 0)),
    ],
)
def test_work_goes_on_today_or_the_next_day_there_is_any(now, shift):
    assert next_shift(SEVEN_TO_THREE, now) == shift


def test_what_it_took_sets_the_minutes_right():
    """Two walls of 39 and 41 planned took 44 and 56: a quarter longer. One ticked afterwards measures nothing."""
    timed = [
        Timed(Task.FRAME, Fraction(39), Fraction(44)),
        Timed(Task.FRAME, Fraction(41), Fraction(56)),
        Timed(Task.FRAME, Fraction(40), Fraction(3)),
    ]
    assert paces(timed)[Task.FRAME] == Pace(2, Fraction(80), Fraction(100))
    assert paces(timed)[Task.FRAME].factor == Fraction(5, 4)
    assert paces(timed)[Task.CUT].factor == 1


def test_a_crews_pace_makes_the_day_longer():
    """Ten studs at 2 a quarter slower: 25 minutes of one, 13 of two."""
    job = bare()
    plans = wall_plans(job)
    pace = {**NOTHING_TIMED, Task.FRAME: Pace(2, Fraction(80), Fraction(100))}
    turns = day_plan([OnDeck(work_on(framed(job)))], build_order(plans), SEVEN_TO_THREE, pace)
    assert told(turns)[2] == ("frame", 13, 26, (0, 1))


def test_an_opening_is_counted_by_itself_and_guessed_where_nobody_said():
    """Two kings, two jacks, a sill, four cripples above and four below, six studs: 19 at 2. The guess is 15."""
    assert minutes(framed(bare("3-6x4-6 @ 6-0")), Task.FRAME) == 2 * 19 + 15


@pytest.mark.parametrize("typed", ["25:00", "7:60", "noon", ""])
def test_what_is_no_time_of_day_is_refused(typed):
    with refused(SettingError, match="like 7:00"):
        parse_clock(typed)


@pytest.mark.parametrize(
    "said", [{"starts": 900, "ends": 420}, {"starts": 420, "ends": 500}, {"people": 0}, {"week": 8}]
)
def test_a_day_nobody_could_work_is_refused(said):
    with pytest.raises(SettingError):
        WorkDay(**said)


@given(job=jobs(), people=st.integers(1, 6), now=st.integers(0, 400))
def test_everything_is_done_once_by_people_who_are_free_after_what_it_waits_for(job, people, now):
    day = WorkDay(people=people)
    plans = wall_plans(job)
    framings = [frame(plan) for plan in plans]
    order = build_order(plans)
    turns = day_plan([OnDeck(work_on(one)) for one in framings], order, day, NOTHING_TIMED, now)
    parts = defaultdict(list)
    for turn in turns:
        parts[turn.wall, turn.task].append(turn)
    work = {(one.plan.id, task): minutes(one, task) for one in framings for task in Task if minutes(one, task)}
    assert parts.keys() == work.keys()
    for one, other in combinations(turns, 2):
        assert not {*one.who} & {*other.who} or one.ends <= other.begins or other.ends <= one.begins
    for (wall, task), of_it in parts.items():
        spent = sum((turn.ends - turn.begins) * (1 if task is Task.RAISE else len(turn.who)) for turn in of_it)
        # Whole minutes by the clock, by hand, each time it is taken up.
        assert work[wall, task] <= spent <= work[wall, task] + people * len(of_it)
        assert of_it[0].begins >= now
        if task is Task.RAISE:
            (lift,) = of_it
            assert lift.begins // day.minutes == (lift.ends - 1) // day.minutes
            step = next(step for step in order if step.wall == wall)
            assert step.waits_in_ring or all(parts[one, task][-1].ends <= lift.begins for one in step.after)
        if task in {Task.FRAME, Task.SHEET, Task.RAISE}:
            tasks = [*Task]
            before = [parts[wall, one][-1] for one in tasks[: tasks.index(task)] if (wall, one) in parts]
            assert all(one.ends <= of_it[0].begins for one in before)


def test_what_is_made_in_the_shop_takes_nothing_of_the_day():
    """13 boards of a bare wall at a minute each are cut on the site, or all of them before."""
    assert minutes(framed(bare()), Task.CUT) == 13
    precut = bare(shop_work=ShopWork.PRECUT)
    assert minutes(framed(precut), Task.CUT) == 0
    assert Task.CUT not in {turn.task for turn in plan(precut, SEVEN_TO_THREE)}
    # A king and a jack nailed up are one piece to set instead of two, on each side, and the header is made.
    window = "3-0x4-0 @ 6-0"
    built, packed = framed(bare(window)), framed(bare(window, shop_work=ShopWork.PACKS))
    assert minutes(built, Task.FRAME) - minutes(packed, Task.FRAME) == 2 * 2 + 15
    assert minutes(built, Task.CUT) - minutes(packed, Task.CUT) == 2 * 2 + 2
