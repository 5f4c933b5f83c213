"""The uprights of a rake, a line for each."""

from dataclasses import replace
from fractions import Fraction

from bluff.core.job.schools import End
from bluff.core.job.top import Rake
from bluff.core.measure.length import format_inches, inches
from bluff.core.takeoff.sloped_studs import sloped_studs
from framing import frame_wall, framed, job_of


def test_the_uprights_of_a_rake_are_listed_with_both_points():
    """At 5/12 from 97 1/8 the short stud is 92 3/8, and 15 1/4 on 6 17/48 more."""
    job = job_of("48 2x4")
    rake = Rake(Fraction(5), End.START, inches("97 1/8"))
    studs = sloped_studs(framed(replace(job, walls=(replace(job.walls[0], top=rake),))))
    assert [stud.number for stud in studs] == [1, 2, 3, 4]
    first, second, *_ = studs
    assert (first.at, first.along, first.degrees) == (0, 0, 22.6)
    assert [format_inches(length) for length in (first.short, first.long)] == ["92 3/8", "93"]
    assert second.at == inches("15 1/4")
    assert [format_inches(length) for length in (second.along, second.short)] == ["16 1/2", "98 3/4"]


def test_on_a_level_wall_every_one_is_square():
    assert {(stud.degrees, stud.short, stud.along) for stud in sloped_studs(frame_wall("8' 2x4"))} == {
        (None, inches("92 5/8"), None)
    }
