"""The plan of an exercise: what it measures, and no edge of a rough opening."""

from dataclasses import replace

from bluff.core.job.amounts import Datum
from bluff.core.job.position import At, FromOutside, Reference
from bluff.core.job.schools import End
from bluff.core.learn.plan_strip import Beside, Dimension, Hole, plan_strip
from bluff.core.measure.length import inches
from bluff.core.wall.wall_plan import wall_plan
from floors import partition, plans, shelter
from framing import job_of


def test_a_window_is_drawn_by_its_unit_and_measured_to_its_center():
    """3-6 with its center at 111: the unit from 90 to 132, where its rough opening is from 89 1/2 to 132 1/2."""
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3")
    strip = plan_strip(wall_plan(job, job.walls[0]))
    assert strip.holes == (Hole("W1", inches(90), inches(132)),)
    assert strip.dimensions == (Dimension("W1", 0, inches(111)),)
    assert strip.length == inches(222)


def test_from_the_other_end_it_lies_as_its_tape_does():
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", datum=Datum(End.END))
    strip = plan_strip(wall_plan(job, job.walls[0]))
    assert strip.holes == (Hole("W1", inches(222 - 132), inches(222 - 90)),)
    (dimension,) = strip.dimensions
    assert dimension.length == inches(111)


def test_a_dimension_to_the_outside_begins_beyond_the_plate():
    """B butts into A, 5 1/2 thick: 7'-2 from the outside is from 5 1/2 before the plate to 80 1/2 on it."""
    window = replace(
        job_of("18-6 2x4", "3-6x4-6 @ 9-3").openings[0],
        wall="B",
        position=At(Reference.CENTER, inches("7-2"), FromOutside(End.START)),
    )
    strip = plan_strip(plans(replace(shelter(), openings=(window,)))["B"])
    assert strip.dimensions == (Dimension("W1", -inches("5 1/2"), inches("80 1/2")),)
    assert strip.beside[0] == Beside("A", -inches("5 1/2"), 0)


def test_a_wall_that_butts_is_measured_to_its_center():
    """E runs at 14 feet: its center at 168, its 3 1/2 from 166 1/4 to 169 3/4."""
    strip = plan_strip(plans(shelter(partition("E", (14, 22.5), (14, 0))))["A"])
    assert Beside("E", inches("166 1/4"), inches("169 3/4")) in strip.beside
    assert strip.dimensions == (Dimension("E", 0, inches(168)),)
