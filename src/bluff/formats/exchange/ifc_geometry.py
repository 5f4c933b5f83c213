"""The shapes of a model's elements, in the world and in inches."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field
from typing import Any, TypeVar

import ifcopenshell
import ifcopenshell.geom
import ifcopenshell.util.element
import ifcopenshell.util.placement
import ifcopenshell.util.shape
import ifcopenshell.util.unit
from shapely import unary_union
from shapely.geometry import Polygon, box
from shapely.geometry.base import BaseGeometry

from bluff.formats.exchange.faces import Direction, Place, Span

METER = 1 / 0.0254
"""Inches; geometry comes in meters whatever the model's unit is."""
_FLAT = 0.05
_LEAST_HOLE = 12.0
_SQUARE = 0.9
"""Of its bounds that a hole fills when it is a rectangle."""

Corner = tuple[float, float, float]


BROKEN = (
    AssertionError,
    AttributeError,
    IndexError,
    KeyError,
    RuntimeError,
    TypeError,
    ValueError,
    ZeroDivisionError,
)
"""What the library raises where something in a model is missing, or is of another kind than it should be."""

R = TypeVar("R")


def sound(read: Callable[[], R], otherwise: R) -> R:
    """What is read of a model, or something else where the model is broken there."""
    try:
        return read()
    except BROKEN:
        return otherwise


@dataclass(frozen=True, slots=True)
class Solid:
    """An element's shape: its corners, and its triangles by them."""

    corners: tuple[Corner, ...]
    triangles: tuple[tuple[int, int, int], ...] = ()

    @property
    def rise(self) -> Span:
        """Its lowest and its highest point."""
        heights = [z for _, _, z in self.corners]
        return min(heights), max(heights)

    def along(self, direction: Direction) -> Span:
        places = [direction.along((x, y)) for x, y, _ in self.corners]
        return min(places), max(places)

    def across(self, direction: Direction) -> Span:
        places = [direction.across((x, y)) for x, y, _ in self.corners]
        return min(places), max(places)

    def holes(self, direction: Direction) -> list[tuple[Span, Span]]:
        """Rectangles that are cut out of its widest side, along it and up, and neither reach its top nor its ends."""
        low, high = self.across(direction)
        best = max((self._side(direction, across) for across in (low, high)), key=lambda side: side.area)
        if best.is_empty:
            return []
        west, bottom, east, top = best.bounds
        missing = box(*best.bounds).difference(best)
        parts = list(getattr(missing, "geoms", [missing]))
        found = []
        for part in parts:
            start, sill, end, head = part.bounds if not part.is_empty else (0.0, 0.0, 0.0, 0.0)
            is_large = end - start >= _LEAST_HOLE and head - sill >= _LEAST_HOLE
            is_inside = start > west + _FLAT and end < east - _FLAT and head < top - _FLAT
            if is_large and is_inside and part.area >= _SQUARE * (end - start) * (head - sill):
                found.append(((start, end), (max(sill, bottom), head)))
        return found

    def _side(self, direction: Direction, across: float) -> BaseGeometry:
        """What its triangles cover of one of its sides, seen square to it."""
        flat = [(direction.along((x, y)), z, direction.across((x, y))) for x, y, z in self.corners]
        covered = []
        for triangle in self.triangles:
            points = [flat[index] for index in triangle]
            if all(abs(off - across) < _FLAT for *_, off in points):
                covered.append(Polygon([(along, z) for along, z, _ in points]))
        return unary_union([part for part in covered if part.area > 0])


@dataclass
class Shaper:
    """Makes shapes of one model's elements."""

    model: ifcopenshell.file
    _settings: Any = field(init=False)
    unit: float = field(init=False)

    def __post_init__(self) -> None:
        self._settings = ifcopenshell.geom.settings()
        for name in ("use-world-coords", "disable-opening-subtractions"):
            self._settings.set(name, True)  # noqa: FBT003 -- the library's way to set one
        self.unit = sound(lambda: ifcopenshell.util.unit.calculate_unit_scale(self.model), 1.0) * METER
        """Inches in the model's unit of length."""

    def solid(self, element: Any) -> Solid | None:
        """An element's shape, or that of its parts together; None when none can be made."""
        if made := self._made(element):
            return made
        inside: Sequence[Any] = sound(lambda: ifcopenshell.util.element.get_decomposition(element), [])
        parts = [made for part in inside if (made := self._made(part))]
        return _together(parts) if parts else None

    def _made(self, element: Any) -> Solid | None:
        shape = sound(lambda: ifcopenshell.geom.create_shape(self._settings, element), None)
        if shape is None:
            return None
        vertices = ifcopenshell.util.shape.get_vertices(shape.geometry)
        corners = tuple((float(x) * METER, float(y) * METER, float(z) * METER) for x, y, z in vertices)
        faces = ifcopenshell.util.shape.get_faces(shape.geometry)
        return Solid(corners, tuple((int(a), int(b), int(c)) for a, b, c in faces)) if corners else None

    def direction(self, element: Any) -> tuple[Direction, Place]:
        """Where an element's own x points in the plan, and where its own origin is."""
        matrix = ifcopenshell.util.placement.get_local_placement(element.ObjectPlacement)
        east, north = float(matrix[0][0]), float(matrix[1][0])
        size = (east * east + north * north) ** 0.5 or 1.0
        origin = float(matrix[0][3]) * self.unit, float(matrix[1][3]) * self.unit
        return Direction(round(east / size, 12), round(north / size, 12)), origin

    def height(self, element: Any) -> float:
        """How high an element's own origin is."""
        return float(ifcopenshell.util.placement.get_local_placement(element.ObjectPlacement)[2][3]) * self.unit

    def axis(self, element: Any) -> list[Place] | None:
        """The line a wall is drawn by, in its own x and y; None when there is none, empty when it is not straight."""
        # By its own name: old versions have no contexts of that name.
        shapes = element.Representation.Representations if element.Representation else ()
        drawn = [item for shape in shapes if shape.RepresentationIdentifier == "Axis" for item in shape.Items]
        if len(drawn) != 1:
            return None
        points = _points(drawn[0])
        return None if points is None else [(x * self.unit, y * self.unit) for x, y in points]


def _together(parts: Sequence[Solid]) -> Solid:
    """Several shapes as one."""
    corners: list[Corner] = []
    triangles: list[tuple[int, int, int]] = []
    for part in parts:
        first = len(corners)
        corners += part.corners
        triangles += [(first + a, first + b, first + c) for a, b, c in part.triangles]
    return Solid(tuple(corners), tuple(triangles))


def _points(curve: Any) -> list[Place] | None:
    """The ends of a straight line, nothing of a line that bends, None of a kind that is not known."""
    if curve.is_a("IfcPolyline"):
        places = [point.Coordinates for point in curve.Points]
    elif curve.is_a("IfcIndexedPolyCurve"):
        places = curve.Points.CoordList
        if any(segment.is_a("IfcArcIndex") for segment in curve.Segments or ()):
            return []
    elif curve.is_a("IfcTrimmedCurve"):
        return None if curve.BasisCurve.is_a("IfcLine") else []
    else:
        return None
    ends = [(float(place[0]), float(place[1])) for place in places]
    return ends if len(ends) == 2 else []
