"""The grader, against figures worked out on paper, and over random walls and schools."""

from collections import Counter
from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from bluff.core.job.amounts import Datum
from bluff.core.job.job import Job
from bluff.core.job.position import At, FromOutside, Reference
from bluff.core.job.schools import End
from bluff.core.job.top import Rake
from bluff.core.learn.attempt import Attempt, Kind
from bluff.core.learn.deck import NEAR, Drawn
from bluff.core.learn.exercise import is_practiced
from bluff.core.learn.grading import Grade, Sheet, grade
from bluff.core.learn.mistakes import mistakes
from bluff.core.learn.required_sums import Figure, SumKey
from bluff.core.learn.slips import wrong_halves
from bluff.core.measure.length import format_inches, inches
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import wall_plan
from floors import plans, shelter
from framing import job_of, say
from strategies import jobs, topped_jobs

BOTH = (Plate.BOTTOM, Plate.TOP)
WIDTH = SumKey("W1", Figure.ROUGH_WIDTH)


def drawn(symbol, *lines, plates=BOTH, ahead=True):
    """Lines with a letter, as somebody draws them on one plate or on both."""
    return tuple(Drawn(plate, inches(line), symbol, ahead) for line in lines for plate in plates)


def plan_of(*typed, **ways):
    job = job_of(*typed, **ways)
    return wall_plan(job, job.walls[0])


def sheet(*marks):
    return Sheet(tuple(one for group in marks for one in group), {})


def as_framed(plan):
    """Everything as the plan means it."""
    return Sheet(tuple(one.drawn for one in Attempt.right(plan).work().deck.wanted), {})


def with_moved(plan, moved):
    """Everything as the plan means it but for lines drawn elsewhere: `{("K", "86 1/2"): "87"}`."""
    found = {(symbol, inches(line)): inches(to) for (symbol, line), to in moved.items()}
    right = as_framed(plan).drawn
    there = {(one.symbol, one.line) for one in right}
    assert found.keys() <= there, "what is moved is on the plates"
    return Sheet(tuple(one._replace(line=found.get((one.symbol, one.line), one.line)) for one in right), {})


def said(result: Grade):
    return [(one.kind, one.of) for one in result.named]


LINES = ("15 1/4", "31 1/4", "47 1/4", "63 1/4", "79 1/4", "95 1/4", "111 1/4", "127 1/4")
"""Of a plate of 136 at 16."""


def test_a_plate_of_136_is_right_from_either_side_of_its_lines():
    plan = plan_of("11-4 2x4")
    ahead = sheet(drawn("X", "0", *LINES, "134 1/2"))
    assert grade(plan, ahead).is_right
    behind = sheet(drawn("X", *[format_inches(inches(line) + inches("1 1/2")) for line in LINES], ahead=False))
    assert grade(plan, behind).wrong == ()
    assert grade(plan, behind).there == 16


def test_on_16_instead_of_3_4_before_is_said_once():
    on_16 = sheet(drawn("X", "0", "16", "32", "48", "64", "80", "96", "112", "128", "134 1/2"))
    result = grade(plan_of("11-4 2x4"), on_16)
    assert said(result) == [(Kind.ON_THE_LINE, None)]
    assert len(result.wrong) == 16
    assert result.there == 4
    assert "3/4 before" in say(result.named[0].words)


def test_the_x_on_the_wrong_side_of_every_line_is_said_once():
    plan = plan_of("11-4 2x4")
    behind = sheet(drawn("X", "0", "134 1/2"), drawn("X", *LINES, ahead=False))
    assert said(grade(plan, behind)) == [(Kind.WRONG_SIDE, None)]


def test_one_x_on_the_wrong_side_is_one_mark():
    plan = plan_of("11-4 2x4")
    sheet_ = sheet(
        drawn("X", "0", *LINES[1:], "134 1/2"),
        drawn("X", LINES[0], ahead=False, plates=(Plate.TOP,)),
        drawn("X", LINES[0], plates=(Plate.BOTTOM,)),
    )
    result = grade(plan, sheet_)
    assert said(result) == [(Kind.WRONG_SIDE, None)]
    assert len(result.wrong) == 1


def test_a_layout_counted_from_the_wrong_end():
    """Of a plate of 140: from its end the studs are from 140 - 16 k - 3/4 to 1 1/2 beyond."""
    from_end = ("11 1/4", "27 1/4", "43 1/4", "59 1/4", "75 1/4", "91 1/4", "107 1/4", "123 1/4")
    plan = plan_of("11-8 2x4")
    assert said(grade(plan, sheet(drawn("X", "0", *from_end, "138 1/2")))) == [(Kind.WRONG_END, None)]


def test_the_last_stud_left_on_its_line():
    """The line of 144 is 143 1/4, half a stud off a plate of 144; the stud stands at 142 1/2."""
    plan = plan_of("12-0 2x4")
    left = sheet(drawn("X", "0", *LINES, "143 1/4"))
    assert said(grade(plan, left)) == [(Kind.END_STUD_ON_LINE, None)]


def test_a_layout_that_starts_again_past_the_opening():
    """RO 36 from 40 to 76, kings out to 79; counted from 79: 95 - 3/4 = 94 1/4, 110 1/4, 126 1/4."""
    plan = plan_of("11-4 2x4", "door 2-10x6-8 @ 58")
    moved = {("X", "95 1/4"): "94 1/4", ("X", "111 1/4"): "110 1/4", ("X", "127 1/4"): "126 1/4"}
    assert said(grade(plan, with_moved(plan, moved))) == [(Kind.STARTED_AGAIN, "D1")]


WINDOW = ("18-6 2x4", "3-6x4-6 @ 9-3")
"""RO 43 from 89 1/2 to 132 1/2, jacks at 88 and 132 1/2, kings at 86 1/2 and 134."""
TO_42 = {
    ("K", "86 1/2"): "87",
    ("J", "88"): "88 1/2",
    ("C", "88"): "88 1/2",
    ("C", "89 1/2"): "90",
    ("C", "131"): "130 1/2",
    ("J", "132 1/2"): "132",
    ("C", "132 1/2"): "132",
    ("K", "134"): "133 1/2",
}
"""The same window with 21 to either side of 111: RO from 90 to 132."""


def test_the_unit_taken_for_the_rough_opening_is_told_from_a_half_halved_wrong_by_the_sum_written_down():
    plan = plan_of(*WINDOW)
    unit = grade(plan, with_moved(plan, TO_42))
    assert said(unit)[0] in {(Kind.UNIT_FOR_ROUGH, "W1"), (Kind.HALVED_WRONG, "W1")}
    assert len(unit.named) == 1
    both = {said(unit)[0], *((kind, of) for kind, of, _ in unit.named[0].either)}
    assert both == {(Kind.UNIT_FOR_ROUGH, "W1"), (Kind.HALVED_WRONG, "W1")}
    as_drawn = with_moved(plan, TO_42).drawn
    with_unit = grade(plan, Sheet(as_drawn, {WIDTH: inches(42)}))
    assert said(with_unit) == [(Kind.UNIT_FOR_ROUGH, "W1")]
    assert with_unit.named[0].sums == (WIDTH,)
    halved = grade(plan, Sheet(as_drawn, {WIDTH: inches(43)}))
    assert said(halved) == [(Kind.HALVED_WRONG, "W1")]
    assert "21 1/2" in say(halved.named[0].words)


def test_the_allowance_taken_twice():
    """44 wide: 22 to either side of 111."""
    plan = plan_of(*WINDOW)
    moved = {
        ("K", "86 1/2"): "86",
        ("J", "88"): "87 1/2",
        ("C", "88"): "87 1/2",
        ("C", "89 1/2"): "89",
        ("C", "131"): "131 1/2",
        ("J", "132 1/2"): "133",
        ("C", "132 1/2"): "133",
        ("K", "134"): "134 1/2",
    }
    result = grade(plan, Sheet(with_moved(plan, moved).drawn, {WIDTH: inches(44)}))
    assert said(result) == [(Kind.ALLOWANCE_TWICE, "W1")]


def test_jacks_that_stand_inside_the_opening():
    """At 89 1/2 to 91 and 131 to 132 1/2, the kings beside them: 40 clear instead of 43."""
    plan = plan_of(*WINDOW)
    moved = {
        ("K", "86 1/2"): "88",
        ("J", "88"): "89 1/2",
        ("C", "88"): "89 1/2",
        ("C", "89 1/2"): "91",
        ("C", "131"): "129 1/2",
        ("J", "132 1/2"): "131",
        ("C", "132 1/2"): "131",
        ("K", "134"): "132 1/2",
    }
    result = grade(plan, Sheet(with_moved(plan, moved).drawn, {WIDTH: inches(43)}))
    assert said(result) == [(Kind.JACK_FORGOTTEN, "W1")]
    assert "stays 43 clear" in say(result.named[0].words)


def test_a_jack_taken_off_twice():
    """From 86 1/2 and to 135 1/2 with the kings beyond: the opening is 3 too wide."""
    plan = plan_of(*WINDOW)
    moved = {
        ("K", "86 1/2"): "85",
        ("J", "88"): "86 1/2",
        ("C", "88"): "86 1/2",
        ("C", "89 1/2"): "88",
        ("C", "131"): "132 1/2",
        ("J", "132 1/2"): "134",
        ("C", "132 1/2"): "134",
        ("K", "134"): "135 1/2",
    }
    result = grade(plan, Sheet(with_moved(plan, moved).drawn, {WIDTH: inches(43)}))
    assert said(result) == [(Kind.JACK_TWICE, "W1")]


def test_the_center_taken_for_an_edge():
    """111 is the near edge then, and everything of the window is half of 43 farther."""
    plan = plan_of(*WINDOW)
    lines = ["86 1/2", "88", "89 1/2", "131", "132 1/2", "134"]
    moved = {
        (symbol, line): format_inches(inches(line) + inches("21 1/2"))
        for line in lines
        for symbol in "KJC"
        if (symbol, inches(line)) in {(one.symbol, one.line) for one in as_framed(plan).drawn}
    }
    result = grade(plan, Sheet(with_moved(plan, moved).drawn, {WIDTH: inches(43)}))
    assert said(result)[0] == (Kind.CENTER_OR_EDGE, "W1")


def test_a_layout_at_24_where_16_is_asked_for():
    plan = plan_of("11-4 2x4")
    at_24 = sheet(drawn("X", "0", "23 1/4", "47 1/4", "71 1/4", "95 1/4", "119 1/4", "134 1/2"))
    assert said(grade(plan, at_24)) == [(Kind.OTHER_SPACING, None)]


def test_a_spacing_that_is_rounded_and_added_up():
    """19.2 as 19 3/16 from stud to stud: after eleven of them the line is 1/8 short, which no pencil is wide."""
    plan = plan_of("20-0 2x4", spacing=Fraction("19.2"))
    step = inches("19 3/16")
    lines = [format_inches(number * step - inches("3/4"), 64) for number in range(1, 13)]
    result = grade(plan, sheet(drawn("X", "0", *lines, "238 1/2")))
    assert said(result) == [(Kind.ADDED_UP, None)]
    assert 2 <= len(result.wrong) < 24


def test_an_inch_that_was_burned_on_no_tape():
    plan = plan_of("11-4 2x4")
    lines = [format_inches(inches(line) + inches(1)) for line in ("0", *LINES, "134 1/2")]
    assert said(grade(plan, sheet(drawn("X", *lines)))) == [(Kind.BURNED_INCH, None)]


def test_the_figures_of_the_level_plate_on_the_one_that_rises():
    """At 5/12 the line at 15 1/4 belongs at 16 17/32 on the top plate; each is farther up than on the bottom plate."""
    job = job_of("157 2x6")
    plan = wall_plan(replace(job, walls=(replace(job.walls[0], top=Rake(Fraction(5), End.START)),)), job.walls[0])
    level = [one for one in as_framed(plan).drawn if one.plate is Plate.BOTTOM]
    result = grade(plan, Sheet((*level, *(one._replace(plate=Plate.TOP) for one in level)), {}))
    assert said(result) == [(Kind.LEVEL_ON_SLOPE, None)]


def test_jacks_on_the_top_plate():
    plan = plan_of(*WINDOW)
    extra = drawn("J", "88", "132 1/2", plates=(Plate.TOP,))
    result = grade(plan, Sheet((*as_framed(plan).drawn, *extra), {}))
    assert said(result) == [(Kind.WRONG_PLATE, "W1")]
    assert len(result.wrong) == 2
    assert result.there == result.wanted


def test_the_thickness_of_the_wall_it_butts_into_not_taken_off():
    """7'-2 to the outside across a 2x6 wall is 80 1/2 on the plate: a center that is put at 86 is 5 1/2 too far."""
    job = shelter()
    position = At(Reference.CENTER, inches("7-2"), FromOutside(End.START))
    window = replace(job_of(*WINDOW).openings[0], wall="B", position=position)
    plan = plans(replace(job, openings=(window,)))["B"]
    assert plan.openings[0].start.value == inches(59)
    moved = {
        ("K", "56"): "61 1/2",
        ("J", "57 1/2"): "63",
        ("C", "57 1/2"): "63",
        ("C", "59"): "64 1/2",
        ("C", "100 1/2"): "106",
        ("J", "102"): "107 1/2",
        ("C", "102"): "107 1/2",
        ("K", "103 1/2"): "109",
    }
    result = grade(plan, with_moved(plan, moved))
    assert said(result)[0] == (Kind.THICKNESS_LEFT_ON, "W1")
    assert "5 1/2" in say(result.named[0].words)


def test_two_mistakes_are_both_said():
    """On 16, and the window's unit for its rough opening."""
    plan = plan_of(*WINDOW)
    on_16 = {
        ("X", line): format_inches(inches(line) + inches("3/4"))
        for line in (
            "15 1/4",
            "31 1/4",
            "47 1/4",
            "63 1/4",
            "79 1/4",
            "143 1/4",
            "159 1/4",
            "175 1/4",
            "191 1/4",
            "207 1/4",
        )
    }
    on_16 |= {("C", line): format_inches(inches(line) + inches("3/4")) for line in ("95 1/4", "111 1/4", "127 1/4")}
    result = grade(plan, Sheet(with_moved(plan, {**TO_42, **on_16}).drawn, {WIDTH: inches(42)}))
    assert set(said(result)) == {(Kind.ON_THE_LINE, None), (Kind.UNIT_FOR_ROUGH, "W1")}


def test_what_is_wrong_with_one_mark_is_said_of_it():
    plan = plan_of("11-4 2x4", "door 2-10x6-8 @ 58")
    right = as_framed(plan).drawn
    king = next(one for one in right if one.symbol == "K" and one.plate is Plate.TOP)
    for changed, kind in (
        ((king._replace(symbol="X"),), Kind.WRONG_LETTER),
        ((king._replace(line=king.line + inches(10)),), Kind.OFF),
        ((), Kind.FORGOTTEN),
        ((king, Drawn(Plate.BOTTOM, inches(60), "C")), Kind.IN_DOORWAY),
        ((king, Drawn(Plate.TOP, inches(20), "X")), Kind.NOT_THERE),
    ):
        result = grade(plan, Sheet((*(one for one in right if one != king), *changed), {}))
        assert [one.kind for one in result.named] == [kind]


def test_a_figure_is_wrong_by_a_line_of_its_sum():
    """The jack of a door of 82 1/2 is 81: the bottom plate comes off."""
    plan = plan_of("11-4 2x4", "door 2-10x6-8 @ 58")
    right = as_framed(plan).drawn
    result = grade(plan, Sheet(right, {SumKey("D1", Figure.JACK): inches("82 1/2")}))
    assert said(result) == [(Kind.SLIP, "D1")]
    assert "bottom plate 1 1/2 left out" in say(result.named[0].words)
    assert grade(plan, Sheet(right, {SumKey("D1", Figure.JACK): inches(81)})).is_right
    assert grade(plan, Sheet(right, {SumKey("D1", Figure.JACK): inches(81) + 2})).is_right, "a 16th is read to 1/32"
    assert not grade(plan, Sheet(right, {SumKey("D1", Figure.JACK): inches("81 1/16")})).is_right


def test_halves_that_go_wrong():
    assert [format_inches(one) for one in wrong_halves(inches(43))] == ["21", "22"]
    assert inches("21 1/4") not in wrong_halves(inches("42 1/2"))


walls = st.one_of(jobs(), jobs(), topped_jobs())


@settings(max_examples=40)
@given(walls, st.randoms(use_true_random=False))
def test_a_right_mark_is_never_called_wrong(job: Job, random):
    """Whatever else is on the sheet, from whichever side it is drawn, and a pencil's width off."""
    plan = wall_plan(job, job.walls[0])
    wanted = Attempt.right(plan).work().deck.wanted
    right = [random.choice(one.drawings) for one in wanted if random.random() < 0.7]
    right = [one._replace(line=one.line + random.randint(-NEAR, NEAR)) for one in right]
    wrong = [Drawn(random.choice(BOTH), random.randint(0, plan.length), random.choice("XKJCB")) for _ in range(4)]
    result = grade(plan, Sheet((*right, *wrong), {}))
    assert not {*result.wrong} & {*range(len(right))}
    every_line = sorted(number for one in result.named for number in one.drawn)
    assert every_line == sorted(result.wrong), "each wrong line is explained, once"
    missed = [(one.mark.plate, one.line, one.mark.symbol) for named in result.named for one in named.missed]
    assert len(missed) == result.wanted - result.there


def test_the_seeded_mistake_is_named_in_95_of_100():
    """Over random walls and schools; and it is the only thing that is said in nine of ten."""
    tally: Counter[str] = Counter()

    @settings(max_examples=40)
    @given(walls, st.randoms(use_true_random=False))
    def seed(job: Job, random):
        plan = wall_plan(job, job.walls[0])
        assume(is_practiced(plan))
        possible = list(mistakes(plan))
        assume(possible)
        mistake, work = random.choice(possible)
        sums = {key: value for key, value in work.sums.items() if key.figure.is_rough}
        result = grade(plan, Sheet(tuple(one.drawn for one in work.deck.wanted), sums))
        named = {(one.kind, one.of) for one in result.named}
        either = {(kind, of) for one in result.named for kind, of, _ in one.either}
        tally["seeded"] += 1
        tally["named"] += (mistake.kind, mistake.of) in named | either
        tally["alone"] += len(result.named) == 1

    seed()
    assert tally["seeded"] >= 25
    assert tally["named"] >= 0.95 * tally["seeded"], tally
    assert tally["alone"] >= 0.9 * tally["seeded"], tally


@pytest.mark.parametrize("end", list(End))
def test_the_other_end_reads_the_same_wood(end):
    """A wall whose tape hooks on its other end is laid out, and graded, from there."""
    plan = plan_of("11-4 2x4", datum=Datum(end))
    assert grade(plan, sheet(drawn("X", "0", *LINES, "134 1/2"))).is_right
