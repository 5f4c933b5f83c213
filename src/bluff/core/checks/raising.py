"""Raising a wall: whether it tips up inside its room, and whether hands lift it."""

from collections.abc import Iterator
from math import isqrt

from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.measure.length import PER_INCH, Length, format_inches
from bluff.core.takeoff.weight import MOST_HANDS, lift
from bluff.core.wall.framing import Framing

_SIXTEENTH: Length = PER_INCH // 16


def needed_to_tip_up(height: Length, plate_width: Length) -> Length:
    """The height a room needs for a wall to be tipped up in it, to the 16th above.

    Source: docs/rules.md, Plates and studs. 95 1/2 with plates of 5 1/2 needs 95 11/16.
    """
    squared = height**2 + plate_width**2
    root = isqrt(squared)
    exact = root if root**2 == squared else root + 1
    return -(-exact // _SIXTEENTH) * _SIXTEENTH


def check_tip_up(framing: Framing) -> Iterator[Finding]:
    """A wall that goes into its room standing, and does not tip up in it."""
    plan = framing.plan
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


def check_lift(framing: Framing) -> Iterator[Finding]:
    """A wall that more hands would have to lift than lift as one, bare or with its sheets on."""
    sheeted = lift(framing, is_sheeted=True)
    if not sheeted.needs_help:
        return
    bare = lift(framing)
    heavy, how = (bare, "") if bare.needs_help else (sheeted, " with the sheets of one face on it")
    yield Finding(
        Code.NEEDS_WALL_JACKS,
        Severity.WARNING,
        f"This wall weighs {round(heavy.pounds)} lb{how}, and its top edge would take {heavy.hands} hands; more than "
        f"{MOST_HANDS} do not lift as one.",
        "Raise it with wall jacks or a machine, braced and held against kicking out at the bottom"
        + ("." if bare.needs_help else "; or put the sheets on once it stands."),
    )
