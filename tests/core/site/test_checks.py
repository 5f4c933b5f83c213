"""Checks: worked readings, and readings made from walls that are off by a known amount."""

from dataclasses import replace
from fractions import Fraction
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.job.amounts import Datum, MeasuredRoom
from bluff.core.job.schools import End, Jacks
from bluff.core.job.top import Rake
from bluff.core.measure.length import format_exact, format_inches, from_64ths, inches
from bluff.core.site.checking import State, verdict
from bluff.core.site.checks import checks
from bluff.core.site.squaring import rack
from framing import frame_wall, framed, job_of, say
from strategies import jobs, topped_jobs


def check_of(framing, check_id):
    return next(check for check in checks(framing) if check.id == check_id)


def judged(framing, check_id, **read):
    """A check with readings typed; those left out are as planned, or nothing."""
    check = check_of(framing, check_id)
    readings = {
        measure.id: inches(read.pop(measure.id.replace("-", "_"), None) or format_exact(measure.planned.value))
        for measure in check.measures
    }
    assert not read
    return verdict(check, readings)


SQUARE = "176 2x4"
"""176 by 97 1/8: the root of 30976 + 9433 17/64 is 201.021, 201 1/64 and read as 201."""
WINDOW = ("12' 2x4", "3-6x4-6 @ 6-0")
"""RO 43 x 55, header 46, sill 43."""


def test_a_walls_diagonals_are_planned_from_its_length_and_height():
    (hook, far) = check_of(frame_wall(SQUARE), "diagonals").measures
    assert format_exact(hook.planned.value) == format_exact(far.planned.value) == "201 1/64"
    assert format_inches(hook.planned.value) == "201"


def test_a_wall_out_of_square_is_racked_by_the_squares_of_its_diagonals():
    """(201 1/4² - 200 13/16²) / (4 x 176) = 0.2498."""
    framing = frame_wall(SQUARE)
    long = judged(framing, "diagonals", from_hook="201 1/4", to_hook="200 13/16")
    assert long.state is State.WRONG
    assert "push the far top corner 1/4 toward the hooked end" in say(long.do)
    assert format_inches(long.sums[0][1].value) == "1/4"
    short = judged(framing, "diagonals", from_hook="200 13/16", to_hook="201 1/4")
    assert "push the top corner of the hooked end 1/4 away from the hook" in say(short.do)


def test_diagonals_that_agree_are_square_and_both_off_is_another_size():
    framing = frame_wall(SQUARE)
    assert judged(framing, "diagonals", from_hook="201 1/8").state is State.GOOD
    both = judged(framing, "diagonals", from_hook="201 9/16", to_hook="201 1/2")
    assert (both.state, "1/2 over" in say(both.says)) == (State.WRONG, True)


def test_a_crew_says_how_far_off_nobody_minds():
    framing = frame_wall(SQUARE, tolerance=inches("1/2"))
    assert judged(framing, "diagonals", from_hook="201 1/4", to_hook="200 13/16").state is State.GOOD


def test_a_check_says_what_is_still_to_be_read():
    check = check_of(frame_wall(SQUARE), "diagonals")
    found = verdict(check, {"from-hook": inches(201)})
    assert (found.state, say(found.says)) == (State.OPEN, "Still to read: From the far corner.")


def test_what_nobody_frames_is_a_tape_misread():
    found = judged(frame_wall(SQUARE), "diagonals", from_hook="211 1/4")
    assert found.state is State.WRONG
    assert say(found.do).startswith("Read it again, hooked as drawn")
    assert not found.sums


@given(
    length=st.integers(48 * 64, 480 * 64),
    near=st.integers(80 * 64, 120 * 64),
    rise=st.integers(0, 60 * 64),
    lean=st.integers(-64, 64),
)
def test_racking_a_wall_that_leans_by_some_brings_it_back(length, near, rise, lean):
    """A wall whose tops are pushed over in proportion to their height; back by what is said, to the 32nd."""
    far = near + rise
    over = Fraction(lean, far)
    from_hook = hypot(length + float(over * far), far)
    to_hook = hypot(length - float(over * near), near)
    move = rack(length, (near, far), from_64ths(from_hook), from_64ths(to_hook))
    pushed = far if move.value > 0 else near
    # What readings to the 64th leave open, and the square of the lean, which the rule of the trade leaves out.
    slack = 3 + lean * lean / length
    assert abs(move.value - float(over * pushed)) <= slack * (1 + far / length)


def test_under_a_rake_diagonals_differ_by_plan_and_are_square():
    job = job_of("157 2x6")
    framing = framed(replace(job, walls=(replace(job.walls[0], top=Rake(Fraction(5), End.START, inches("97 1/8"))),)))
    hook, far = check_of(framing, "diagonals").measures
    assert (format_exact(hook.planned.value), format_exact(far.planned.value)) == ("225 63/64", "184 39/64")
    assert judged(framing, "diagonals").state is State.GOOD
    assert not any(check.id == "stud" for check in checks(framing)), "no two studs of it are alike"


def test_an_opening_a_little_large_is_kept_and_its_header_cut_to_what_was_read():
    framing = frame_wall(*WINDOW)
    assert judged(framing, "opening/W1").state is State.GOOD
    wide = judged(framing, "opening/W1", width_bottom="43 1/4", width_top="43 1/4")
    assert wide.state is State.AS_BUILT
    assert [(say(name), format_inches(total.value)) for name, total in wide.sums] == [
        ("Header as measured", "46 1/4"),
        ("Sill as measured", "43 1/4"),
    ]


def test_floating_jacks_leave_the_sill_running_on_under_them():
    """Sill 46 from king to king for a clear 43; 43 1/4 read makes 46 1/4."""
    wide = judged(frame_wall(*WINDOW, jacks=Jacks.FLOATING), "opening/W1", width_bottom="43 1/4", width_top="43 1/4")
    assert {say(name): format_inches(total.value) for name, total in wide.sums}["Sill as measured"] == "46 1/4"


@pytest.mark.parametrize(
    ("read", "says"),
    [
        ({"width_top": "42 3/4"}, "At the header: 1/4 too narrow."),
        ({"height_far": "54 3/4"}, "Height, far side: 1/4 too low."),
        ({"width_bottom": "43 5/8", "width_top": "43 5/8"}, "At the sill: 5/8 too wide."),
        ({"width_bottom": "43 1/4"}, "The jacks are 1/4 farther apart at the bottom."),
        ({"diagonal_hook": "70"}, "Its diagonals differ by 3/16."),
        # One rule for width and height: more than 1/2 over is filled out, whichever way.
        ({"height_hook": "57", "height_far": "57"}, "Height, hook side: 2 too high. Height, far side: 2 too high."),
        # 43 x 43 + 55 x 56 1/4 is 4,942.75, whose root is 70.305; 69 13/16 twice is 1/2 short of it.
        ({"height_far": "56 1/4"}, "The header or the sill is out of level by 1 1/4."),
        ({"height_far": "56 1/4"}, "by the sides they are about 70 5/16, but they read 69 13/16 and 69 13/16"),
    ],
)
def test_an_opening_that_takes_no_unit_says_why(read, says):
    """The diagonal of 43 by 55 is 69.814, 69 13/16."""
    found = judged(frame_wall(*WINDOW), "opening/W1", **read)
    assert (found.state, says in say(found.says)) == (State.WRONG, True)
    assert found.do


def test_every_figure_that_is_off_is_named():
    """W1 read 43, 44, 55, 56 1/4, 70, 71 1/2 for 43 by 55: by the sides 43 x 44 + 55 x 56 1/4 makes 70.593 across."""
    read = dict(
        zip(
            ("width_bottom", "width_top", "height_hook", "height_far", "diagonal_hook", "diagonal_far"),
            ("43", "44", "55", "56 1/4", "70", "71 1/2"),
            strict=True,
        )
    )
    assert say(judged(frame_wall(*WINDOW), "opening/W1", **read).says) == (
        "At the header: 1 too wide. Height, far side: 1 1/4 too high. The jacks are 1 farther apart at the head. "
        "The header or the sill is out of level by 1 1/4. Its diagonals differ by 1 1/2."
    )


def test_a_figure_that_is_off_is_named_before_all_are_read():
    check = check_of(frame_wall(*WINDOW), "opening/W1")
    early = verdict(check, {"width-bottom": inches("42 1/2")})
    assert (early.state, say(early.says)) == (State.WRONG, "At the sill: 1/2 too narrow. 5 still to read.")
    over = verdict(check, {"width-bottom": inches("43 3/8")})
    assert (over.state, say(over.says)) == (State.OPEN, "At the sill: 3/8 over. 5 still to read.")
    sides = {
        "width-bottom": "43",
        "width-top": "43",
        "height-hook": "55",
        "height-far": "55",
        "diagonal-hook": "70 1/2",
    }
    one = verdict(check, {measure: inches(read) for measure, read in sides.items()})
    assert "Diagonal, hook side’s foot: 70 1/2. By its sides it would be 69 13/16." in say(one.says)


def test_a_tape_misread_once_hides_nothing_else():
    check = check_of(frame_wall(*WINDOW), "opening/W1")
    found = verdict(check, {"width-bottom": inches(53), "width-top": inches("42 1/2")})
    assert "At the sill reads 53; the plan says 43." in say(found.says)
    assert "At the header: 1/2 too narrow." in say(found.says)


def test_a_door_too_low_by_its_plate_has_the_plate_in_it():
    """A door of 82 1/2 over the floor, read 81: the bottom plate of 1 1/2 is not cut out yet, and it has no sill."""
    check = check_of(frame_wall("12' 2x4", "d ro 36x82 1/2 @ 6-0"), "opening/D1")
    found = verdict(check, {"height-hook": inches(81), "height-far": inches("81 1/16")})
    assert say(found.says).startswith("Height, hook side: 1 1/2 too low, which is the bottom plate.")
    assert "sill" not in say(found.do)
    low = verdict(check, {"height-hook": inches(82), "height-far": inches(82)})
    assert say(low.do) == "Raise the header. The unit does not fit."


def test_a_stop_that_is_off_is_moved_before_the_stack_is_cut():
    framing = frame_wall(SQUARE)
    assert judged(framing, "stud", length="92 21/32").state is State.GOOD
    short = judged(framing, "stud", length="92 9/16")
    assert say(short.says) == "The stud is 1/16 short."
    assert "Move the stop 1/16 away from the blade" in say(short.do)
    assert "1/16 toward the blade" in say(judged(framing, "stud", length="92 11/16").do)


def test_a_wall_is_plumbed_by_what_is_between_it_and_a_line():
    framing = frame_wall(SQUARE)
    check = check_of(framing, "plumb/start")
    leaning = verdict(check, {"bottom": inches(2), "top": inches("2 3/8")})
    assert "Move the top 3/8 toward the line" in say(leaning.do)
    assert verdict(check, {"bottom": inches(2), "top": inches("1 7/8")}).state is State.GOOD


def test_a_room_is_read_where_the_wall_goes_and_shimmed_at_each_place():
    """95 3/4 less 1/4 is a wall of 95 1/2, studs 91; read lower, the studs are cut to that."""
    framing = frame_wall(SQUARE, studs=MeasuredRoom((inches(96), inches("95 3/4"))))
    fits = judged(framing, "room", hook="96", far="96 1/8")
    assert fits.state is State.GOOD
    assert [format_inches(total.value) for _, total in fits.sums] == ["1/2", "1/4", "5/8"]
    low = judged(framing, "room", middle="95 1/4")
    assert (low.state, format_inches(low.sums[0][1].value)) == (State.WRONG, "90 1/2")
    old = verdict(check_of(framing, "old-wall/end"), {"bottom": inches(1), "top": inches("1 1/2")})
    assert (old.state, "at the top, 1/2 thicker" in say(old.do)) == (State.AS_BUILT, True)


@pytest.mark.parametrize("end", End)
def test_the_tape_is_drawn_from_the_end_it_hooks_on(end):
    framing = frame_wall(*WINDOW, datum=Datum(end, 0))
    hook, _ = check_of(framing, "diagonals").measures
    assert hook.start.x == (0 if end is End.START else framing.plan.length)
    width = check_of(framing, "opening/W1").measures[0]
    assert (width.start.x < width.end.x) is (end is End.START)


@given(jobs() | topped_jobs())
def test_a_wall_framed_as_planned_is_right(job):
    """Whatever the wall, what the plan says reads right, and each tape is drawn as long as it is to read."""
    framing = framed(job)
    for check in checks(framing):
        if all(measure.planned for measure in check.measures):
            readings = {measure.id: measure.planned.value for measure in check.measures}
            if check.id != "room":
                assert verdict(check, readings).state is State.GOOD, (check.id, verdict(check, readings))
        for measure in check.measures:
            drawn = hypot(measure.end.x - measure.start.x, measure.end.y - measure.start.y)
            if measure.planned and check.id != "room":
                assert abs(drawn - measure.planned.value) <= 1, (check.id, measure)
