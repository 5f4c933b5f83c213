"""Walls and openings from an IFC model: the entries Bluff wrote, or the boxes round walls and openings."""

import json
from collections.abc import Iterable
from math import atan2, cos, hypot, pi, sin
from typing import Any

import ifcopenshell
import ifcopenshell.geom
import ifcopenshell.util.element
import ifcopenshell.util.shape

from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.ifc_write import ENTRY
from bluff.formats.exchange.reading import Hole, Place, Reading, Strip, Understood

_METRE = 1 / 0.0254
"""Inches; geometry comes in metres whatever the model's unit is."""


def read_ifc(text: str) -> Reading:
    """Read a model.

    Raises:
        FaultyData: It is no IFC model.
    """
    try:
        model = ifcopenshell.file.from_string(text)
        walls = sorted(model.by_type("IfcWall"), key=lambda wall: wall.id())
    except (RuntimeError, ValueError, OSError, ifcopenshell.Error) as error:
        raise FaultyData([Fault("", "This is no IFC model; save it as IFC 2x3 or 4, as text.")]) from error
    understood = Understood()
    storeys = sorted({storey.Name or "" for storey in model.by_type("IfcBuildingStorey")})
    if not walls:
        understood.left.append("The model has no walls.")
    others = [wall for wall in walls if not _take_entry(wall, "wall", understood)]
    understood.strips(strip for wall in others if (strip := _strip(wall, understood)))
    holes = []
    for wall in walls:
        for relation in wall.HasOpenings:
            opening = relation.RelatedOpeningElement
            if not _take_entry(opening, "opening", understood) and (hole := _hole(opening, wall, understood)):
                holes.append(hole)
    understood.holes(holes)
    return understood.reading("model", storeys)


def _take_entry(thing: Any, what: str, understood: Understood) -> bool:
    text = (ifcopenshell.util.element.get_pset(thing, ENTRY) or {}).get("JobFile")
    if not isinstance(text, str):
        return False
    try:
        return understood.entry(json.loads(text), what)
    except ValueError:
        return False


def _points(thing: Any) -> list[tuple[float, float, float]]:
    """Every corner of a thing's shape in the world, in inches; none when it has no shape that can be made."""
    settings = ifcopenshell.geom.settings()
    for name in ("use-world-coords", "disable-opening-subtractions"):
        settings.set(name, True)  # noqa: FBT003 -- the library's way to set one
    try:
        shape = ifcopenshell.geom.create_shape(settings, thing)
    except RuntimeError:
        return []
    vertices = ifcopenshell.util.shape.get_vertices(shape.geometry)
    return [(float(x) * _METRE, float(y) * _METRE, float(z) * _METRE) for x, y, z in vertices]


def _strip(wall: Any, understood: Understood) -> Strip | None:
    points = _points(wall)
    if not points:
        understood.left.append(f"Wall {wall.Name or wall.GlobalId} has no shape that could be made.")
        return None
    return _box([(x, y) for x, y, _ in points])


def _box(points: Iterable[Place]) -> Strip:
    """The narrowest rectangle round some points."""
    listed = list(dict.fromkeys(points))
    best: tuple[float, Strip] | None = None
    turns = {
        round(atan2(q[1] - p[1], q[0] - p[0]) % (pi / 2), 6)
        for p in listed[:64]
        for q in listed[:64]
        if hypot(q[0] - p[0], q[1] - p[1]) > 1
    }
    for turn in turns or {0.0}:
        east, north = cos(turn), sin(turn)
        along = [x * east + y * north for x, y in listed]
        across = [y * east - x * north for x, y in listed]
        long, wide = max(along) - min(along), max(across) - min(across)

        def at(s: float, q: float, east: float = east, north: float = north) -> Place:
            return s * east - q * north, s * north + q * east

        if long >= wide:
            middle = (min(across) + max(across)) / 2
            strip = Strip(at(min(along), middle), at(max(along), middle), wide)
        else:
            middle = (min(along) + max(along)) / 2
            strip = Strip(at(middle, min(across)), at(middle, max(across)), long)
        if best is None or long * wide < best[0]:
            best = long * wide, strip
    return best[1] if best else Strip((0, 0), (0, 0), 0)


def _hole(opening: Any, wall: Any, understood: Understood) -> Hole | None:
    points, walls = _points(opening), _points(wall)
    if not points or not walls:
        understood.left.append(f"Opening {opening.Name or opening.GlobalId} has no shape that could be made.")
        return None
    run = _box([(x, y) for x, y, _ in walls])
    length = run.length or 1
    east, north = (run.end[0] - run.start[0]) / length, (run.end[1] - run.start[1]) / length
    along = [x * east + y * north for x, y, _ in points]
    middle = sum(x for x, _, _ in points) / len(points), sum(y for _, y, _ in points) / len(points)
    low, high = min(z for _, _, z in points), max(z for _, _, z in points)
    floor = min(z for _, _, z in walls)
    return Hole(middle, max(along) - min(along), high - low, low - floor, opening.Name or "")
