"""Floors for tests: walls given in feet, and a plain rectangle to put partitions into."""

from bluff.core.frame import frame
from bluff.core.job.job import Between, Job, Point, Wall, WallKind
from bluff.core.job.ways import JobWays
from bluff.core.wall.wall_plan import wall_plans

FEET = 12 * 64


def wall(id_, start, end, stud="2x6", kind=WallKind.EXTERIOR, line=None):
    """A wall between two points given in feet."""
    points = [Point(*(round(value * FEET) for value in point)) for point in (start, end)]
    return Wall(id_, stud, Between(*points, line), kind)


def shelter(*partitions, stud="2x6", ways=None):
    """36'-0 x 22'-6 outside, walked clockwise from the north-west."""
    outside = (
        wall("A", (0, 22.5), (36, 22.5), stud),
        wall("B", (36, 22.5), (36, 0), stud),
        wall("C", (36, 0), (0, 0), stud),
        wall("D", (0, 0), (0, 22.5), stud),
    )
    return Job("shelter", ways or JobWays(), (*outside, *partitions))


def partition(id_, start, end, stud="2x4", **options):
    return wall(id_, start, end, stud, WallKind.PARTITION, **options)


def plans(job):
    return {plan.id: plan for plan in wall_plans(job)}


def bay(stud="2x6"):
    """A 45 degree corner, walked by the outside: north, then north-east, both 10 feet."""
    reach = 10 / 2**0.5
    return Job("bay", walls=(wall("A", (0, 0), (0, 10), stud), wall("B", (0, 10), (reach, 10 + reach), stud)))


def spliced():
    """Two exterior walls in line, 20 and 16 feet, and a partition that butts where they meet."""
    return Job(
        "long",
        walls=(
            wall("A", (0, 20), (20, 20)),
            wall("B", (20, 20), (36, 20)),
            partition("E", (20, 20), (20, 0)),
        ),
    )


def framed(job, id_="A"):
    """One wall of a floor, framed."""
    return frame(plans(job)[id_])
