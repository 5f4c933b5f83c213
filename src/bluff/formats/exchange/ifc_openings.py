"""The openings of a model's walls: voids with the doors and windows that fill them, and holes in a wall's own shape."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import ifcopenshell.util.element

from bluff.core.job.schools import OpeningKind
from bluff.core.message import Message, message
from bluff.formats.exchange.faces import Direction, Place, Span
from bluff.formats.exchange.ifc_geometry import Shaper, Solid, sound
from bluff.formats.exchange.names import kind_named
from bluff.formats.exchange.seen import STORY, OpeningSeen

_FLOOR = 2.0
"""Inches above the floor where a hole still is one to walk through."""
_DOOR = 78.0
"""Inches of height from which a hole on a story is taken as one to walk through."""
_ALLOWANCE = 0.4
"""What a void is larger than its door when it is the rough opening."""


@dataclass(frozen=True, slots=True)
class Hole:
    """A hole in a wall as a model has it.

    Args:
        along: From where to where along the wall.
        rise: From where to where up, in the world.
        kind: None where nothing says what goes in.
        name: Its mark, empty when it has none.
        is_unit, is_filled: As of an `OpeningSeen`.
    """

    along: Span
    rise: Span
    kind: OpeningKind | None = None
    name: str = ""
    is_unit: bool | None = None
    is_filled: bool = False

    @property
    def is_doorway(self) -> bool:
        """Whether a door stands in it."""
        return self.kind is not None and self.kind.is_doorway

    def opening(self, middle: Place, foot: float) -> OpeningSeen:
        """The opening it is in a wall.

        Args:
            middle: Its own, in the plan.
            foot: Where the wall's framing begins, in the world.
        """
        kind = self.kind
        sill = max(0.0, self.rise[0] - foot)
        if kind is None and sill > _FLOOR:
            # As high as a door and a story up it is one; nobody else leaves such a hole there.
            is_upstairs = sill >= STORY and self.rise[1] - self.rise[0] >= _DOOR
            kind = OpeningKind.DOOR if is_upstairs else OpeningKind.WINDOW
        if (kind is None or kind.is_doorway) and sill < STORY:
            sill = 0.0  # a doorway is measured from the wall's foot, so that its head stays where it is
        width = self.along[1] - self.along[0]
        return OpeningSeen(
            middle, width, kind, self.rise[1] - foot - sill, sill, self.name, self.is_unit, is_filled=self.is_filled
        )


def holes_of(wall: Any, solid: Solid, direction: Direction, shaper: Shaper) -> tuple[list[Hole], list[Message]]:
    """The holes of a wall that Bluff did not write, and what of them was not understood."""
    found: list[Hole] = []
    left: list[Message] = []
    for void in voids_of(wall):
        filling = next((relation.RelatedBuildingElement for relation in void.HasFillings), None)
        name = next((one.Name for one in (filling, void) if one is not None and one.Name), "") or ""
        called = message("Opening {name}", name=name) if name else message("An opening")
        if getattr(void, "PredefinedType", None) == "RECESS":
            left.append(message("{Opening} does not go through the wall.", opening=called))
            continue
        shape = shaper.solid(void) or (shaper.solid(filling) if filling is not None else None)
        if shape is None:
            left.append(message("{Opening} has no shape that can be built.", opening=called))
            continue
        along = shape.along(direction)
        wider = _wider(filling, along, shaper)
        is_unit = False if wider is not None and wider >= _ALLOWANCE else None
        is_filled = wider is not None and abs(wider) < _ALLOWANCE
        found.append(Hole(along, shape.rise, _kind(filling), name, is_unit, is_filled))
    spans = [hole.along for hole in found]
    for along, rise in solid.holes(direction):
        if not any(min(along[1], high) - max(along[0], low) > 0 for low, high in spans):
            found.append(Hole(along, rise))
    return found, left


def voids_of(wall: Any) -> Sequence[Any]:
    """The elements that are cut out of a wall."""
    return sound(lambda: [relation.RelatedOpeningElement for relation in wall.HasOpenings], [])


def _kind(filling: Any) -> OpeningKind | None:
    """What fills a void, by its class, how it opens, and what it is called."""
    if filling is None:
        return None
    if filling.is_a("IfcWindow"):
        return OpeningKind.WINDOW
    called = [filling.Name, filling.ObjectType]
    if made := ifcopenshell.util.element.get_type(filling):
        called += [made.Name, getattr(made, "OperationType", None)]
    called.append(getattr(filling, "OperationType", None))
    named = (kind_named(text.replace("_", " ")) for text in called if text)
    doors = [kind for kind in named if kind not in {None, OpeningKind.WINDOW, OpeningKind.DOOR}]
    if any(text and "SLIDING" in text for text in called):
        doors.append(OpeningKind.SLIDING_DOOR)
    if any(text and "ROLLING" in text for text in called):
        doors.append(OpeningKind.OVERHEAD_DOOR)
    return doors[0] if doors else OpeningKind.DOOR if filling.is_a("IfcDoor") else None


def _wider(filling: Any, along: Span, shaper: Shaper) -> float | None:
    """By how much a void is wider than what fills it; None where nothing says how wide that is."""
    wide = getattr(filling, "OverallWidth", None)
    return along[1] - along[0] - wide * shaper.unit if wide else None
