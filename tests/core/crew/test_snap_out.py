"""A wall snapped on the deck."""

from dataclasses import replace
from fractions import Fraction

from bluff.core.crew.snap_out import snap_out
from bluff.core.job.amounts import Datum
from bluff.core.job.schools import End
from bluff.core.job.top import Gable, Rake
from bluff.core.measure.length import format_exact, inches
from bluff.core.wall.wall_plan import wall_plan
from framing import job_of


def snapped(top, wall="157 2x6", **ways):
    job = job_of(wall, **ways)
    wall = replace(job.walls[0], top=top)
    return snap_out(wall_plan(replace(job, walls=(wall,)), wall))


RAKE = Rake(Fraction(5), End.START, inches("97 1/8"))


def test_a_rake_is_snapped_from_its_low_corner():
    """97 1/8 + 157 x 5/12 = 162 13/24; the roots of 157² + 162 13/24² and of 157² + 97 1/8² are 225.984 and 184.614."""
    lines = snapped(RAKE)
    assert format_exact(lines.base.value) == "157"
    assert [(format_exact(point.along.value), format_exact(point.up.value)) for point in lines.points] == [
        ("0", "97 1/8"),
        ("157", "162 35/64"),
    ]
    assert [format_exact(slope.value) for slope in lines.slopes] == ["170 5/64"]
    assert [format_exact(diagonal.value) for diagonal in lines.diagonals] == ["225 63/64", "184 39/64"]


def test_from_the_high_corner_the_same_lines_come_the_other_way_round():
    one, other = snapped(RAKE), snapped(RAKE, datum=Datum(End.END, 0))
    assert [point.up.value for point in other.points] == [point.up.value for point in one.points][::-1]
    assert [point.along.value for point in other.points] == [0, inches(157)]
    assert other.diagonals == one.diagonals[::-1]


def test_a_gable_has_its_ridge_as_a_corner_and_like_diagonals():
    """20 ft at 6/12 rises 60 to its ridge; each slope is the root of 120² + 60², 134.164."""
    lines = snapped(Gable(Fraction(6), height=inches(96)), "20' 2x6")
    assert [(format_exact(point.along.value), format_exact(point.up.value)) for point in lines.points] == [
        ("0", "96"),
        ("120", "156"),
        ("240", "96"),
    ]
    assert {format_exact(slope.value) for slope in lines.slopes} == {"134 11/64"}
    assert lines.diagonals[0] == lines.diagonals[1]
