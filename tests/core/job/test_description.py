"""What an edit is said to change: a wall or an opening beside what it was."""

from dataclasses import replace
from fractions import Fraction

import pytest

from bluff.core.job.description import describe, parts_of
from bluff.core.job.edit import ChangeOpening, ChangeWall, Several
from bluff.core.job.job import Alone, WallKind
from bluff.core.job.position import At, FromOutside, Reference
from bluff.core.job.schools import End
from bluff.core.job.special import Post
from bluff.core.job.top import Rake
from bluff.core.job.ways import OpeningWays, WallWays
from bluff.core.measure.length import inches
from bluff.core.measure.size import Size
from framing import job_of, say

JOB = job_of("18-6 2x4", "3-6x4-6 @ 9-3")
WALL, OPENING = JOB.walls[0], JOB.openings[0]


def told(edit):
    return say(describe(edit, parts_of(JOB)))


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"top": Rake(Fraction(6), End.END, inches(66))}, "Wall A: top 6/12, low at the end, 66 high"),
        ({"run": Alone(inches("20'"))}, "Wall A: 20'-0\" long"),
        ({"stud": "2x6", "bearing": True}, "Wall A: 2x6 studs, bearing"),
        ({"kind": WallKind.PARTITION, "bearing": False}, "Wall A: partition, not bearing"),
        ({"floors": (inches("109 1/8"),)}, "Wall A: stories begin at 9'-1 1/8\""),
        ({"posts": (Post("P1", OPENING.position),)}, "Wall A: posts added"),
        ({"bolts": (inches(12),)}, "Wall A: anchor bolts as cast"),
        ({"ways": WallWays(spacing=Fraction(24))}, "Wall A: On center"),
        ({"id": "B"}, "Wall A: now called B"),
        ({}, "Wall A changed"),
    ],
)
def test_a_wall_says_what_is_different_about_it(changes, says):
    assert told(ChangeWall("A", replace(WALL, **changes))) == says


@pytest.mark.parametrize(
    ("changes", "says"),
    [
        ({"size": Size(inches(36), inches(48))}, "W1: unit 3-0 x 4-0"),
        (
            {"position": At(Reference.EDGE, inches("7' 2"), FromOutside(End.END))},
            "W1: edge 7'-2\" from the outside at the end",
        ),
        ({"ways": OpeningWays(head_height=inches(84))}, "W1: Head height"),
        ({}, "W1 changed"),
    ],
)
def test_an_opening_says_what_is_different_about_it(changes, says):
    assert told(ChangeOpening("W1", replace(OPENING, **changes))) == says


def test_of_several_edits_the_first_are_told_and_the_others_counted():
    longer = [ChangeWall("A", replace(WALL, run=Alone(inches(12 * feet)))) for feet in (19, 20, 21, 22, 23)]
    assert told(Several(tuple(longer))) == (
        "Wall A: 19'-0\" long, Wall A: 20'-0\" long, Wall A: 21'-0\" long and 2 more changes"
    )


def test_of_what_is_not_there_any_more_it_is_only_said_that_it_changed():
    assert say(describe(ChangeWall("A", replace(WALL, stud="2x6")))) == "Wall A changed"
