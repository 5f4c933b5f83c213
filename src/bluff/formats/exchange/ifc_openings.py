"""The openings of a model's walls: voids with the doors and windows that fill them, and holes in a wall's own shape."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import ifcopenshell.util.element

from bluff.core.job.schools import OpeningKind
from bluff.formats.exchange.faces import Direction, Span
from bluff.formats.exchange.ifc_geometry import Shaper, Solid, sound
from bluff.formats.exchange.names import kind_named
from bluff.formats.exchange.seen import STOREY, OpeningSeen

_FLOOR = 2.0
"""Inches above the floor where a hole still is one to walk through."""
_DOOR = 78.0
"""Inches of height from which a hole on a storey is taken as one to walk through."""
_ALLOWANCE = 0.4
"""What a void is larger than its door when it is the rough opening."""


@dataclass(frozen=True, slots=True)
class Host:
    """A wall that has openings: its directions, where its framing is across it, and its shape."""

    direction: Direction
    middle: float
    solid: Solid

    def opening(
        self, along: Span, rise: Span, kind: OpeningKind | None, name: str, is_unit: bool | None
    ) -> OpeningSeen:
        """An opening in it by where it goes along it and up."""
        bottom = self.solid.rise[0]
        sill = max(0.0, rise[0] - bottom)
        if kind is None and sill > _FLOOR:
            # As high as a door and a storey up it is one; nobody else leaves such a hole there.
            is_upstairs = sill >= STOREY and rise[1] - rise[0] >= _DOOR
            kind = OpeningKind.DOOR if is_upstairs else OpeningKind.WINDOW
        if (kind is None or kind.is_doorway) and sill < STOREY:
            sill = 0.0  # a doorway is measured from the wall's foot, so that its head stays where it is
        middle = self.direction.at((along[0] + along[1]) / 2, self.middle)
        return OpeningSeen(middle, along[1] - along[0], kind, rise[1] - bottom - sill, sill, name, is_unit)


def openings_of(wall: Any, host: Host, shaper: Shaper) -> tuple[list[OpeningSeen], list[str]]:
    """The openings of a wall that Bluff did not write, and what of them was not understood."""
    found: list[OpeningSeen] = []
    spans: list[Span] = []
    left: list[str] = []
    for void in voids_of(wall):
        filling = next((relation.RelatedBuildingElement for relation in void.HasFillings), None)
        name = next((one.Name for one in (filling, void) if one is not None and one.Name), "") or ""
        called = f"The opening {name}" if name else "An opening"
        if getattr(void, "PredefinedType", None) == "RECESS":
            left.append(f"{called} does not go through the wall.")
            continue
        solid = shaper.solid(void) or (shaper.solid(filling) if filling is not None else None)
        if solid is None:
            left.append(f"{called} has no shape that could be made.")
            continue
        spans.append(solid.along(host.direction))
        found.append(host.opening(spans[-1], solid.rise, _kind(filling), name, _is_unit(filling, spans[-1], shaper)))
    for along, rise in host.solid.holes(host.direction):
        if not any(min(along[1], high) - max(along[0], low) > 0 for low, high in spans):
            found.append(host.opening(along, rise, None, "", None))
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


def _is_unit(filling: Any, along: Span, shaper: Shaper) -> bool | None:
    """Whether a void is as wide as what fills it; it may then be either."""
    wide = getattr(filling, "OverallWidth", None)
    if not wide:
        return None
    return False if along[1] - along[0] - wide * shaper.unit >= _ALLOWANCE else None
