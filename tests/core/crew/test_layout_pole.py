"""The layout pole: a top plate's marks plumb on a straight stick."""

from dataclasses import replace
from fractions import Fraction

from hypothesis import given

from bluff.core.crew.layout_pole import BEND, POCKET, layout_pole
from bluff.core.job.amounts import Datum
from bluff.core.job.position import Centered
from bluff.core.job.schools import End
from bluff.core.job.special import Beam, Post
from bluff.core.job.top import Gable, Rake
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import wall_plan
from framing import framed, job_of
from strategies import topped_jobs


def pole_of(top, wall="157 2x6", posts=(), **ways):
    job = job_of(wall, **ways)
    return layout_pole(framed(replace(job, walls=(replace(job.walls[0], top=top, posts=posts),))))


RAKE = Rake(Fraction(5), End.START, inches("97 1/8"))


def test_a_line_is_where_it_is_on_the_bottom_plate_and_says_what_the_slope_reads():
    """At 5/12 the line at 15 1/4 is 15 1/4 x 13/12 = 16 33/64 up the slope."""
    pole = pole_of(RAKE)
    assert (pole.length, pole.hook) == (inches(157), End.START)
    line = next(line for line in pole.lines if line.at == inches("15 1/4"))
    assert (line.symbol, line.ahead, line.width, line.along) == ("X", True, inches("1 1/2"), inches("16 33/64"))


def test_from_the_other_end_the_stick_reads_what_is_left_of_it():
    """The layout counts from the end too: the stud at 15 1/4 from there, its X still ahead of its line."""
    pole = pole_of(RAKE, datum=Datum(End.END, 0))
    assert pole.hook is End.END
    assert inches("15 1/4") in {line.at for line in pole.lines}


def test_bends_and_pockets_are_lines_too():
    """A beam 3 1/2 wide over the ridge at 78 1/2: its pocket is from 76 3/4 to 80 1/4, between the studs beside it."""
    post = Post("P1", Centered(), "4x4", 1, Beam(inches("3 1/2"), inches(120), inches(14)))
    pole = pole_of(Gable(Fraction(5), Centered(), inches("97 1/8")), posts=(post,))
    assert [format_exact(line.at) for line in pole.lines if line.symbol == BEND] == ["78 1/2"]
    assert [format_exact(line.at) for line in pole.lines if line.symbol == POCKET] == ["76 3/4", "80 1/4"]


@given(topped_jobs())
def test_every_mark_of_the_top_plate_is_on_the_stick_plumb(job):
    framing = framed(job)
    pole = layout_pole(framing)
    marked = sorted(mark.at.value for mark in framing.marks if mark.plate is Plate.TOP)
    near = [
        line.at if pole.hook is End.START else pole.length - line.at - line.width
        for line in pole.lines
        if line.symbol not in (BEND, POCKET)
    ]
    assert sorted(near) == marked
    assert all(0 <= line.at <= pole.length for line in pole.lines)
    assert wall_plan(job, job.walls[0]).length == pole.length
