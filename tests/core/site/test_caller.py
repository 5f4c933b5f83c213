"""Calling marks: every mark once, as the tape reads it, in the order a framer marks."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given

from bluff.core.crew.strike import Written
from bluff.core.job.schools import End
from bluff.core.job.top import Rake
from bluff.core.job.words import PRESETS
from bluff.core.measure.length import format_inches, inches
from bluff.core.site.caller import Held, OnPlates, Turn, Walk, called_out, stops, strikes
from bluff.core.wall.marks import BURNED_INCH, read_mark
from bluff.core.wall.member import CUT_LINE, Plate, Role
from bluff.views.reader import reader
from framing import frame_wall, framed, job_of, say
from strategies import jobs, topped_jobs

ANY_WALL = jobs() | topped_jobs()

WINDOW = ("12' 2x4", "3-0x4-0 @ 6-0")
"""RO 37 on center 72: kings 50 1/2 and 92, jacks 52 and 90 1/2, a common at 15 1/4, a cripple at 63 1/4."""


def walked(framing):
    return [
        (stop.turn.value, format_inches(stop.reading.at.value), stop.mark.symbol, len(stop.plates))
        for stop in stops(framing, Held())
    ]


def test_a_wall_is_called_by_what_is_marked_together():
    called = walked(frame_wall(*WINDOW))
    assert called[:2] == [("meetings", "0", "X", 2), ("meetings", "142 1/2", "X", 2)]
    opening = [stop[1:] for stop in called if stop[0] == "openings"]
    # Kings on both plates at once, jacks on the bottom plate; cripples against them on one.
    assert opening[0] == ("50 1/2", "K", 2)
    assert ("52", "J", 1) in opening
    assert opening[-1] == ("92", "K", 2)
    layout = [stop[1:] for stop in called if stop[0] == "layout"]
    assert layout[0] == ("15 1/4", "X", 2)
    # Top and bottom cripple on one line are the same letter at the same place.
    assert ("63 1/4", "C", 1) in layout
    assert [turn for turn, *_ in called] == sorted((turn for turn, *_ in called), key=[*Turn].index)


def test_straight_along_is_along_the_tape():
    readings = [stop.reading.at.value for stop in stops(frame_wall(*WINDOW), Held(), walk=Walk.ALONG)]
    assert readings == sorted(readings)


def test_one_plate_alone_has_its_own_marks_only():
    framing = frame_wall(*WINDOW)
    bottom = stops(framing, Held(), OnPlates.BOTTOM)
    assert {plate for stop in bottom for plate in stop.plates} == {Plate.BOTTOM}
    assert len(bottom) == sum(mark.plate is Plate.BOTTOM for mark in framing.marks)


def test_openings_are_called_one_after_the_other_as_they_are_met():
    framing = frame_wall("20' 2x4", "3-0x4-0 @ 14-0", "2-0x3-0 @ 5-0")
    met = [stop.mark.opening for stop in stops(framing, Held()) if stop.turn is Turn.OPENINGS]
    assert list(dict.fromkeys(met)) == ["W2", "W1"]
    assert met == sorted(met, key=["W2", "W1"].index)


def test_a_tape_that_does_not_reach_starts_over_at_the_last_line_within_reach():
    """Lines at 287 1/4 and 303 1/4; on 25 ft the second reads 16, and 17 with the inch burned again."""
    framing = frame_wall("40' 2x4")
    for burn, reading in ((0, "16"), (BURNED_INCH, "17")):
        held = Held(burn=burn, reach=inches("25'"))
        along = stops(framing, held, walk=Walk.ALONG)
        over = next(stop for stop in along if stop.from_stop)
        assert format_inches(over.reading.at.value) == reading
        started = next(stop for stop in along if stop.id == over.from_stop)
        assert format_inches(started.reading.at.value - burn) == "287 1/4"
        assert max(stop.reading.at.value for stop in along) <= inches("25'")


def test_a_tape_is_never_held_on_a_line_that_is_not_there_yet():
    """Openings are called before the layout: over a window far out the tape is held on a king, not on a stud."""
    framing = frame_wall("40' 2x4", "3-0x4-0 @ 10-0", "3-0x4-0 @ 32-0")
    called = stops(framing, Held(reach=inches("25'")))
    there = {}
    for stop in called:
        if stop.from_stop:
            assert stop.from_stop in there
        there[stop.id] = stop
    far = next(stop for stop in called if stop.mark.opening == "W2" and stop.mark.role == Role.KING)
    assert there[far.from_stop].mark.opening == "W1"


def test_a_tape_starts_over_where_somebody_says():
    framing = frame_wall("40' 2x4")
    named = stops(framing, Held(), walk=Walk.ALONG)[3]
    along = stops(framing, Held(over=frozenset({named.id})), walk=Walk.ALONG)
    assert [format_inches(stop.reading.at.value) for stop in along[:6]] == [
        "0",
        "15 1/4",
        "31 1/4",
        "47 1/4",
        "16",
        "32",
    ]


@given(ANY_WALL)
def test_every_mark_is_called_once_and_reads_as_on_the_bench(job):
    framing = framed(job)
    marks = framing.named_marks
    for hook in End:
        for burn in (0, BURNED_INCH):
            for walk in Walk:
                called = stops(framing, Held(hook, burn), walk=walk)
                names = [name for stop in called for name in stop.marks]
                assert sorted(names) == sorted(marks)
                for stop in called:
                    for mark in stop.marks.values():
                        assert stop.reading == read_mark(mark, framing.plan.length, hook, burn=burn)


@given(ANY_WALL)
def test_names_of_marks_hold_when_the_wall_is_read_from_elsewhere(job):
    """A name says what stands there, never where it is called."""
    framing = framed(job)
    for name, mark in framing.named_marks.items():
        assert name.startswith(f"{mark.plate}/")
        assert mark.member is None or name == f"{mark.plate}/{mark.member.in_wall}"


def called(framing, role, figures="inches"):
    stop = next(stop for stop in stops(framing, Held()) if stop.mark.role == role)
    return reader(framing.plan.standard.words).say(called_out(stop, framing.plan, figures))


def test_stops_are_called_out_in_the_crews_words():
    usual, others = (frame_wall(*WINDOW, words=PRESETS[words]) for words in ("Usual", "Trimmers and soles"))
    assert called(usual, Role.KING) == "fifty and a half, king, ahead, both plates"
    assert called(others, Role.KING, "feet") == "four feet two and a half, king stud, ahead, both plates"
    assert called(others, Role.JACK) == "fifty-two, trimmer, ahead, sole plate"
    door = frame_wall("12' 2x4", "d 3-0x6-8 @ 6-0")
    assert called(door, CUT_LINE).endswith(", cut line, bottom plate")


def test_strikes_are_read_on_the_plate_they_were_written_on():
    """From the far end a stud at 15 1/4 of a plate of 144 reads 127 1/4, however long the wall is by now."""
    framing = frame_wall("12' 2x4")
    name, mark = next((name, mark) for name, mark in framing.named_marks.items() if mark.at.value == inches("15 1/4"))
    (struck,) = strikes({name: Written(mark, framing.plan.length)}, Held(End.END))
    assert (struck.turn, format_inches(struck.reading.at.value)) == (Turn.STRIKE, "127 1/4")
    assert say(called_out(struck, framing.plan)).startswith("strike one hundred twenty-seven and a quarter, stud")


@pytest.mark.parametrize("hook", End)
def test_a_sloped_plate_is_walked_after_the_bottom_plate_on_its_own_tape(hook):
    job = job_of("157 2x6")
    wall = replace(job.walls[0], top=Rake(Fraction(5), End.START, inches("97 1/8")))
    framing = framed(replace(job, walls=(wall,)))
    called = stops(framing, Held(hook), walk=Walk.ALONG)
    plates = [stop.plates for stop in called]
    assert plates == sorted(plates, key=[(Plate.BOTTOM,), (Plate.TOP,)].index)
    for plate in Plate:
        readings = [stop.reading.at.value for stop in called if stop.plates == (plate,)]
        assert readings == sorted(readings)
