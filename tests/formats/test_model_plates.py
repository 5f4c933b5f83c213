"""The plates of a model on paper: rows as long as a page is wide, each mark where its plate has it."""

from dataclasses import replace
from fractions import Fraction

from bluff.core.frame import frame
from bluff.core.job.schools import End
from bluff.core.job.top import Rake
from bluff.core.measure.length import inches
from bluff.core.wall.wall_plan import wall_plan
from bluff.formats.paper.model_plates import plate_rows
from framing import frame_wall, job_of, say


def test_a_plate_goes_on_in_the_row_below():
    """136 in rows of 60: 60, 60 and 16, of both plates; the studs at 0, 15 1/4 … 134 1/2 are ten, each on one."""
    rows = plate_rows(frame_wall("11-4 2x4"), inches(60))
    assert [(row.start, row.length) for row in rows] == 2 * [
        (0, inches(60)),
        (inches(60), inches(60)),
        (inches(120), inches(16)),
    ]
    assert [say(row.name) for row in rows][::3] == ["Bottom plate, 1 of 3", "Top plate, 1 of 3"]
    # Those at 0 to 47 1/4, at 63 1/4 to 111 1/4, and at 127 1/4 and 134 1/2.
    assert [len(row.marks) for row in rows] == 2 * [4, 4, 2]
    assert rows[0].marks[1][1].at.value == inches("15 1/4")


def test_a_plate_on_a_slope_is_as_long_as_it_is():
    """At 5/12 a run of 157 is 170 1/16 along: 157 x 13/12."""

    job = job_of("157 2x6")
    job = replace(job, walls=(replace(job.walls[0], top=Rake(Fraction(5), End.START)),))
    framing = frame(wall_plan(job, job.walls[0]))
    rows = plate_rows(framing, inches(400))
    assert {say(row.name): row.length for row in rows} == {
        "Bottom plate": inches(157),
        "Top plate, along its slope": inches("170 1/16") + 1,
    }
