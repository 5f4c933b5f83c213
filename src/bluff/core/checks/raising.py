"""Raising a wall: whether it tips up inside its room, and whether people can lift it."""

from collections.abc import Iterator
from math import isqrt

from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.measure.length import PER_INCH, Length
from bluff.core.message import message
from bluff.core.takeoff.weight import MOST_PEOPLE, lift
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
            message(
                "The wall is {height:length} high and needs {needed:length} to tip up. The room has {room:length}.",
                height=plan.height.value,
                needed=needed,
                room=room.smallest,
            ),
            message("Build it in place, or make it shorter and shim it."),
        )


def check_lift(framing: Framing) -> Iterator[Finding]:
    """A wall that takes more people than can lift together, bare or with its sheets on."""
    sheeted = lift(framing, is_sheeted=True)
    if not sheeted.needs_help:
        return
    bare = lift(framing)
    heavy = bare if bare.needs_help else sheeted
    yield Finding(
        Code.NEEDS_WALL_JACKS,
        Severity.WARNING,
        # More people than lift together are never one.
        message(
            "This wall weighs {pounds} lb. Lifting its top edge takes {people} people; more than {most} cannot lift "
            "together."
            if bare.needs_help
            else "With the sheets of one face on it this wall weighs {pounds} lb. Lifting its top edge takes {people} "
            "people; more than {most} cannot lift together.",
            pounds=round(heavy.pounds),
            people=heavy.people,
            most=MOST_PEOPLE,
        ),
        message("Raise it with wall jacks or a machine, with the bottom braced so it cannot kick out.")
        if bare.needs_help
        else message(
            "Raise it with wall jacks or a machine, with the bottom braced so it cannot kick out; or put the sheets on "
            "once it stands."
        ),
    )
