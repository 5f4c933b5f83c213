"""What is given for an exercise, in words: enough to lay the wall out, and no place of a mark."""

from dataclasses import replace
from fractions import Fraction

from bluff.core.job.amounts import Allowance, Datum, DoorParts
from bluff.core.job.job import Job
from bluff.core.job.schools import End
from bluff.core.job.top import Rake
from bluff.core.job.ways import JobWays
from bluff.core.job.words import PRESETS, Word, Words
from bluff.core.learn.attempt import Attempt
from bluff.core.learn.exercise import Exercise
from bluff.core.learn.given import _DRAWN, given, letters
from bluff.core.measure.length import inches
from bluff.core.wall.member import UPRIGHTS
from bluff.views.reader import reader
from floors import partition, plans, shelter
from framing import job_of


def in_words(plan):
    put = reader(plan.standard.words).say
    return {put(one.name): put(one.says) for one in given(plan)}


def said(*typed, **ways):
    return in_words(Exercise(job_of(*typed, **ways)).plan)


def test_a_wall_and_a_window():
    assert said("18-6 2x4", "3-6x4-6 @ 9-3") == {
        "Plate": "222, of 2x4",
        "Tape": "hooks on the start",
        "Layout": "16 on center, from where the tape hooks",
        "Stud": "92 5/8, 1 1/2 thick",
        "Plates": "1 bottom plate, 2 top plates",
        "W1": "window 3-6 x 4-6, center 9'-3\" from the start of the plate",
        "Around W1": "header 2-ply 2x8, 7 1/4 deep, head at 82 1/2, 1 sill, 1 jack and 1 king a side",
        "Window": "rough opening: unit + 1 wide, + 1 high",
    }


def test_a_crews_own_allowances():
    door = ("11-4 2x4", "door 2-10x6-8 @ 58")
    assert (
        said(*door, door_allowance=Allowance(inches(2), inches(3)))["Door"] == "rough opening: unit + 2 wide, + 3 high"
    )
    built_up = said(*door, door_allowance=DoorParts())["Door"]
    assert built_up.startswith("rough opening: unit + 2 jambs 3/4 + 2 gaps 1/2 wide; + jamb, 3/4 under it")


def test_the_end_the_tape_hooks_on_and_a_datum_of_its_own():
    assert said("11-4 2x4", datum=Datum(End.END))["Tape"] == "hooks on the end"
    assert (
        said("11-4 2x4", datum=Datum(End.START, inches(4)))["Layout"]
        == "16 on center, from 4 past the end of the plate"
    )
    assert said("11-4 2x4", datum=Datum(End.START, -inches(4)))["Layout"].endswith("from 4 before the end of the plate")


def test_what_a_wall_meets():
    floor = plans(shelter(partition("E", (14, 22.5), (14, 0))))
    a = in_words(floor["A"])
    assert a["At the start"] == "runs past wall D, 5 1/2 thick"
    assert a["Wall E"] == "3 1/2 thick, its center 14'-0\" from the outside at the start"
    assert a["Corners"] == "Stud and flat stud. Walls that butt: Channel"
    b = in_words(floor["B"])
    assert b["Layout"] == "16 on center, from the outside of the building"
    assert b["At the start"] == "butts into wall A, 5 1/2 thick"


def test_a_top_on_a_slope():
    """A run of 157 at 5/12 is 170 1/16 along."""
    job: Job = job_of("157 2x6")
    job = replace(job, walls=(replace(job.walls[0], top=Rake(Fraction(5), End.START)),))
    top = in_words(Exercise(job).plan)["Top plate"]
    assert top == "rises 5/12 from the start; 170 1/16 along"


def test_letters_are_the_crews():
    plan = Exercise(job_of("18-6 2x4", words=PRESETS["Trimmers and soles"])).plan
    assert list(letters(plan)) == ["X", "K", "T", "C", "B", "P", "cut"]
    assert letters(plan)["C"] == ("top_cripple", "bottom_cripple")
    assert said("18-6 2x4", "3-6x4-6 @ 9-3", words=PRESETS["Trimmers and soles"])["Around W1"].endswith(
        "1 rough sill, 1 trimmer and 1 king stud a side"
    )


def test_there_is_a_letter_for_everything_that_is_drawn():
    """A crew may write another letter for end studs than for the others."""
    assert {*_DRAWN} == UPRIGHTS
    words = Words((("end_stud", Word(letter="E")), ("intersection_backing", Word(letter="W"))))
    plan = plans(shelter(partition("E", (14, 22.5), (14, 0)), ways=JobWays(words=words)))["A"]
    drawn = {one.mark.symbol for one in Attempt.right(plan).work().deck.wanted}
    assert {"E", "W"} <= drawn <= {*letters(plan)}
