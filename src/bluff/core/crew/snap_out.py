"""Snapping a wall on the deck: its outline as chalk lines, proved by two diagonals before anything is cut.

Everything is measured from the corner the tape hooks on, so that one person holds it there from first to last.
"""

from dataclasses import dataclass

from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import diagonal
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class SnapPoint:
    """A corner of the wall's top: along the bottom line from the hooked corner, and square up from it."""

    along: Sum
    up: Sum


@dataclass(frozen=True, slots=True)
class SnapOut:
    """A wall as it is snapped on the deck.

    Args:
        base: The bottom line.
        points: Corners of the top, from the hooked end on.
        slopes: The lines from each to the next.
        diagonals: From the hooked corner to the top of the far end, and from the far corner back to the top above the
            hook.
    """

    base: Sum
    points: tuple[SnapPoint, ...]
    slopes: tuple[Sum, ...]
    diagonals: tuple[Sum, Sum]


def snap_out(plan: WallPlan) -> SnapOut:
    """The lines of a wall on the deck.

    Source: docs/rules.md, Snapping a wall on the deck. 157 long, 97 1/8 high at the hook and 162 35/64 at the far end:
    diagonals 225 63/64 and 184 39/64.
    """
    from_start = plan.standard.datum.end is End.START
    corners = [(x if from_start else plan.length - x, y) for x, y in plan.top.points]
    stretches = plan.top.stretches
    if not from_start:
        corners, stretches = corners[::-1], stretches[::-1]
    slopes = tuple(
        Sum.of(
            message("run {run:length} along {slope:pitch}", run=stretch.span.length, slope=stretch.pitch),
            stretch.length,
        )
        for stretch in stretches
    )
    points = tuple(SnapPoint(Sum.of("from the hooked corner", x), Sum.of("square up", y)) for x, y in corners)
    near, far = corners[0][1], corners[-1][1]
    return SnapOut(plan.plate_length, points, slopes, (_diagonal(plan.length, far), _diagonal(plan.length, near)))


def _diagonal(length: Length, height: Length) -> Sum:
    return Sum.of(
        message("root of {length:length} squared and {height:length} squared", length=length, height=height),
        diagonal(length, height),
    )
