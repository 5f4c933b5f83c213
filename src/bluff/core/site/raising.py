"""Raising a wall: what it takes, what must stand before, and what is looked at before anybody lifts."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from bluff.core.checks.raising import needed_to_tip_up
from bluff.core.crew.order import BuildStep
from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.schools import Line
from bluff.core.measure.length import in_whole_feet, inches
from bluff.core.message import Message, listed, message, plural
from bluff.core.takeoff.weight import Lift, lift
from bluff.core.wall.framing import Framing

_BRACED_EVERY = inches("10'")
"""A wall on its own is braced at both ends and between so often. Source: docs/rules.md, Raising."""


@dataclass(frozen=True, slots=True)
class Raising:
    """Raising one wall.

    Args:
        bare: What it takes without sheets.
        sheeted: What it takes with the sheets of one face on it.
        braces: How many hold it until its neighbours do.
        says: What is to be known of it, a line each.
        before: What is looked at before it is lifted, each by what names it.
        after: What is done once it is up.
    """

    bare: Lift
    sheeted: Lift
    braces: int
    says: tuple[Message, ...]
    before: tuple[tuple[str, Message], ...]
    after: tuple[tuple[str, Message], ...]


RAISE_NAMES: Mapping[str, Message] = {
    "square": message("square"),
    "bolts": message("bolt holes"),
    "stops": message("stops at the {bottom_plate}"),
    "braces": message("braces hung"),
    "jacks": message("wall jacks or machine"),
    "people": message("people to lift"),
    "clear": message("nobody under it"),
    "braced": message("braced"),
    "on-line": message("{bottom_plate} on its line"),
    "plumb": message("plumb"),
    "cut-out": message("plate cut out of the doorways"),
}
"""What may be ticked before and after a lift, by what names it, as the log calls it."""


def raising(framing: Framing, turn: BuildStep) -> Raising:
    """What raising a wall takes.

    Args:
        framing: The wall.
        turn: Its turn among the others.

    Source: docs/rules.md, Raising.
    """
    length = framing.plan.length
    braces = 2 + max(-(-length // _BRACED_EVERY) - 1, 0)
    bare, sheeted = lift(framing), lift(framing, is_sheeted=True)
    return Raising(
        bare,
        sheeted,
        braces,
        tuple(_says(framing, turn, bare)),
        tuple(_before(framing, bare, braces)),
        tuple(_after(framing)),
    )


def _says(framing: Framing, turn: BuildStep, bare: Lift) -> Iterator[Message]:
    if turn.after:
        walls = listed([message("{wall}", wall=wall) for wall in turn.after])
        yield (
            message("{walls} must stand before it, left open until it is in.", walls=walls)
            if turn.waits_in_ring
            else message("{walls} must stand before it.", walls=walls)
        )
    if turn.raised_toward:
        yield message(
            "Framed left of its line. Raise its top toward the {toward}."
            if turn.built_on is Line.LEFT
            else "Framed right of its line. Raise its top toward the {toward}.",
            toward=turn.raised_toward.called,
        )
    if turn.room is not None:
        yield (
            message(
                "{room:feet} of clear floor on that side. The wall is taller than that: carry it in.", room=turn.room
            )
            if turn.is_tight
            else message("{room:feet} of clear floor on that side.", room=turn.room)
        )
    room = framing.plan.standard.studs
    if isinstance(room, MeasuredRoom):
        needed = needed_to_tip_up(framing.plan.height.value, framing.plan.stud.width)
        yield message(
            "It needs {needed:length} to tip up. The room has {room:length}.", needed=needed, room=room.smallest
        )
    if bare.needs_help:
        yield message("{people} people cannot lift together: use wall jacks or a machine.", people=bare.people)


def _before(framing: Framing, bare: Lift, braces: int) -> Iterator[tuple[str, Message]]:
    yield "square", message("Square, and held square by a brace or its sheets.")
    if framing.bolts:
        yield (
            "bolts",
            plural(
                "{count} bolt hole drilled and clear.",
                "{count} bolt holes drilled and clear.",
                count=len(framing.bolts),
            ),
        )
    yield (
        "stops",
        message(
            "{Bottom_plate} held at its line by stops nailed to the deck, or by straps, so that it cannot kick out."
        ),
    )
    yield (
        "braces",
        plural(
            "{count} brace hung on the wall by one nail, with a cleat on the deck for its foot.",
            "{count} braces hung on the wall by one nail each, with cleats on the deck for their feet.",
            count=braces,
        ),
    )
    if bare.needs_help:
        yield "jacks", message("Wall jacks set, or the machine rigged. Nobody lifts by hand.")
    else:
        yield (
            "people",
            plural(
                "{count} person to lift; somebody calls the lift.",
                "{count} people to lift, spread over {feet} ft; one calls the lift.",
                count=bare.people,
                feet=in_whole_feet(framing.plan.length),
            ),
        )
    yield "clear", message("Nobody and nothing under it or beyond its {bottom_plate}. Check the wind.")


def _after(framing: Framing) -> Iterator[tuple[str, Message]]:
    yield "braced", message("Braces nailed before anybody lets go.")
    yield (
        "on-line",
        message("{Bottom_plate} on its line and bolted.")
        if framing.bolts
        else message("{Bottom_plate} on its line and nailed."),
    )
    yield "plumb", message("Plumb at both ends, with the braces nailed off.")
    if any(not opening.has_sill for opening in framing.openings):
        yield "cut-out", message("Plate cut out of the doorways once it is fastened.")
