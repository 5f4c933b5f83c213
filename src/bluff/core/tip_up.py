"""Tipping a wall up inside a room: its diagonal is longer than it is high."""

from collections.abc import Iterator
from math import isqrt

from bluff.core.finding import Code, Finding, Severity
from bluff.core.length import PER_INCH, Length, format_inches
from bluff.core.schools import MeasuredRoom
from bluff.core.wall_plan import WallPlan

_SIXTEENTH: Length = PER_INCH // 16


def needed_to_tip_up(height: Length, plate_width: Length) -> Length:
    """The height a room needs for a wall to be tipped up in it, to the 16th above.

    Source: docs/rules.md, Plates and studs. 95 1/2 with plates of 5 1/2 needs 95 11/16.
    """
    squared = height**2 + plate_width**2
    root = isqrt(squared)
    exact = root if root**2 == squared else root + 1
    return -(-exact // _SIXTEENTH) * _SIXTEENTH


def check_tip_up(plan: WallPlan) -> Iterator[Finding]:
    """A wall that goes into its room standing, and does not tip up in it."""
    room = plan.standard.studs
    if not isinstance(room, MeasuredRoom):
        return
    needed = needed_to_tip_up(plan.height.value, plan.stud.width)
    if needed > room.smallest:
        yield Finding(
            Code.WALL_DOES_NOT_TIP_UP,
            Severity.WARNING,
            f"The wall is {format_inches(plan.height.value)} high and needs {format_inches(needed)} to be tipped up; "
            f"the room has {format_inches(room.smallest)}.",
            "Build it in place, or make it shorter and shim it.",
        )
