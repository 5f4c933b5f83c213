"""Joists and trusses above a wall: whether it runs along or across them, and where its studs stand under them.

stacked
    With a stud under each joist, so that its load goes straight down.
"""

from fractions import Fraction

from bluff.core.job.job import Between, Wall
from bluff.core.job.schools import End, JoistRun
from bluff.core.job.standard import Standard
from bluff.core.measure.length import PER_INCH, Length, inches, nearest
from bluff.core.measure.sum import Sum
from bluff.core.plan.meeting import Meetings


def runs_along_joists(wall: Wall, standard: Standard) -> bool:
    """Whether the joists above run the way the wall does, so that a ceiling has no joist at its face."""
    run, joists = wall.run, standard.joists
    if joists is None or not isinstance(run, Between):
        return False
    east, north = abs(run.end.x - run.start.x), abs(run.end.y - run.start.y)
    return east > 8 * north if joists is JoistRun.EAST_WEST else north > 8 * east


def runs_across_joists(wall: Wall, standard: Standard) -> bool:
    """Whether the joists above run square across a wall, so that it may carry them."""
    run, joists = wall.run, standard.joists
    if joists is None or not isinstance(run, Between):
        return False
    return not runs_along_joists(wall, standard) and (run.end.x == run.start.x or run.end.y == run.start.y)


def clear_between_joists(standard: Standard) -> Sum | None:
    """From joist to joist, clear; None if their spacing is not entered."""
    if standard.joist_layout is None:
        return None
    return Sum.of("joists on center", nearest(standard.joist_layout.spacing * PER_INCH)).minus("a joist", JOIST)


JOIST: Length = inches("1 1/2")
"""What a joist is thick."""


def to_first_joist(wall: Wall, standard: Standard, meetings: Meetings) -> Length | None:
    """How far along from the hooked end of a wall's plate its studs are laid out from, to stand under the joists.

    Args:
        wall: Studs of one that runs square across the joists stand under them, if that is its crew's school.
        standard: The ways that hold for it.
        meetings: What its ends meet, which says where its plate ends.

    Returns:
        To the first joist, and so to every other one where the studs are spaced as the joists are or divide their
        spacing. None where the wall keeps a layout of its own: it says one, or lies along or askew to the joists, or
        their places are not entered.

    Source: docs/rules.md, Layout. Trusses at 24 from the plan's zero over a wall that butts a 5 1/2 one there: the
    first is 18 1/2 along its plate.
    """
    run, layout, joists = wall.run, standard.joist_layout, standard.joists
    if not standard.stacked or joists is None or layout is None or wall.ways.datum is not None:
        return None
    if not isinstance(run, Between):
        return None
    (near, near_off), (far, far_off) = (run.start.x, run.start.y), (run.end.x, run.end.y)
    if joists is JoistRun.EAST_WEST:
        near, near_off, far, far_off = near_off, near, far_off, far
    if near_off != far_off:
        return None
    ahead = 1 if far > near else -1
    start, end = meetings.start, meetings.end
    if standard.datum.end is End.START:
        plate_end = near - ahead * (start.reach if start else 0)
    else:
        plate_end, ahead = far + ahead * (end.reach if end else 0), -ahead
    return nearest(Fraction((layout.first - plate_end) * ahead) % (layout.spacing * PER_INCH))
