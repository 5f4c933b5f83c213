"""Raising a wall: what it takes, what must stand before, and what is looked at before anybody lifts."""

from collections.abc import Iterator
from dataclasses import dataclass

from bluff.core.checks.raising import needed_to_tip_up
from bluff.core.crew.order import BuildStep
from bluff.core.job.amounts import MeasuredRoom
from bluff.core.measure.length import format_feet, format_inches, in_whole_feet, inches
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
    says: tuple[str, ...]
    before: tuple[tuple[str, str], ...]
    after: tuple[tuple[str, str], ...]


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


def _says(framing: Framing, turn: BuildStep, bare: Lift) -> Iterator[str]:
    if turn.after:
        walls = " and ".join(turn.after)
        yield f"{walls} must stand before it" + (", held open until it is in." if turn.waits_in_ring else ".")
    if turn.raised_toward:
        yield f"Framed {turn.built_on} of its line, its top is raised toward the {turn.raised_toward}."
    if turn.room is not None:
        tight = "; it is higher than that and is carried in" if turn.is_tight else ""
        yield f"{format_feet(turn.room)} of clear floor on that side{tight}."
    room = framing.plan.standard.studs
    if isinstance(room, MeasuredRoom):
        needed = needed_to_tip_up(framing.plan.height.value, framing.plan.stud.width)
        yield f"It needs {format_inches(needed)} to be tipped up; the room has {format_inches(room.smallest)}."
    if bare.needs_help:
        yield f"{bare.hands} hands do not lift as one: wall jacks or a machine."


def _before(framing: Framing, bare: Lift, braces: int) -> Iterator[tuple[str, str]]:
    yield "square", "Square, and held square by a brace or its sheets."
    if framing.bolts:
        yield "bolts", f"{len(framing.bolts)} bolt holes bored and clear."
    yield "stops", "The bottom plate held at its line: stops nailed to the deck, or straps, so that it cannot kick out."
    yield "braces", f"{braces} braces nailed to the wall by one nail, and blocks on the deck for their feet."
    if bare.needs_help:
        yield "jacks", "Wall jacks set, or the machine slung; nobody lifts by hand."
    else:
        yield (
            "hands",
            f"{bare.hands} pairs of hands, spread over {in_whole_feet(framing.plan.length)} ft; one calls the lift.",
        )
    yield "clear", "Nobody and nothing under it or beyond its bottom plate; wind looked at."


def _after(framing: Framing) -> Iterator[tuple[str, str]]:
    yield "braced", "Braces nailed before anybody lets go."
    yield "on-line", f"Bottom plate on its line and {'bolted' if framing.bolts else 'nailed'}."
    yield "plumb", "Plumbed at both ends, and its braces nailed for good."
    if any(not opening.has_sill for opening in framing.openings):
        yield "cut-out", "Plate cut out of the doorways, once it is fastened."
