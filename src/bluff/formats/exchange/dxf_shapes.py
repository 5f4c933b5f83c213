"""What a DXF drawing is made of, flat: straight lines by layer, and what may be a door or a window.

clue
    Something drawn at an opening: a block called a door, the swing of a leaf, the outline of a window.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping
from contextlib import suppress
from dataclasses import dataclass, field
from itertools import pairwise
from math import hypot, isfinite

from ezdxf.document import Drawing
from ezdxf.entities import Arc, DXFEntity, Hatch, Insert, LWPolyline, MText, Polyline, Text
from ezdxf.entities.boundary_paths import EdgePath, LineEdge, PolylinePath
from ezdxf.explode import virtual_block_reference_entities
from ezdxf.lldxf.const import DXFError

from bluff.core.errors import BluffError
from bluff.core.job.schools import OpeningKind
from bluff.core.measure.size import Size, parse_size
from bluff.core.message import Message, message
from bluff.formats.exchange.faces import LineDrawn, Place
from bluff.formats.exchange.names import kind_named, kind_of_mark, size_named

MOST_SHAPES = 100_000
"""Shapes that are looked at; blocks within blocks can make millions of a small file."""
_BROKEN = (
    DXFError,
    AssertionError,
    AttributeError,
    IndexError,
    KeyError,
    TypeError,
    ValueError,
    ZeroDivisionError,
)
"""What the library raises where a shape is damaged."""
_FARTHEST = 1e12
_DEEPEST = 12
"""Blocks within blocks."""

_SIZE_TAGS = (("WIDTH", "HEIGHT"), ("W", "H"), ("ROUGH_WIDTH", "ROUGH_HEIGHT"), ("RO_W", "RO_H"))
"""Attributes that say a width and a height apart."""


@dataclass(frozen=True, slots=True)
class Clue:
    """Something drawn at an opening.

    Args:
        points: Of what is drawn, in the drawing's units.
        kind: What it says goes in; None when only its shape hints at an opening.
        size: Width by height, when a name or a text on it says so.
        name: Its mark, empty when it has none.
        leaf: How long the leaf of its swing is, in the drawing's units; None when no swing is drawn.
        what: What it is called in sentences.
    """

    points: tuple[Place, ...]
    kind: OpeningKind | None
    what: Message
    size: Size | None = None
    name: str = ""
    leaf: float | None = None


@dataclass
class Shapes:
    """A drawing, flat, in its own units; lines by layer in the order they were drawn, arcs in short lines."""

    lines: defaultdict[str, list[LineDrawn]] = field(default_factory=lambda: defaultdict(list))
    boxes: list[tuple[Place, ...]] = field(default_factory=list)
    clues: list[Clue] = field(default_factory=list)
    labels: list[tuple[str, Place]] = field(default_factory=list)
    curves: defaultdict[str, list[Place]] = field(default_factory=lambda: defaultdict(list))
    missing: list[str] = field(default_factory=list)
    arcs: list[LineDrawn] = field(default_factory=list)
    count: int = 0
    broken: int = 0

    @property
    def is_cut(self) -> bool:
        """Whether there was more than is looked at."""
        return self.count > MOST_SHAPES


def shapes_of(document: Drawing) -> Shapes:
    """Everything in a drawing's model space that is straight, or hints at an opening. What is switched off is not."""
    shapes = Shapes()
    hidden = {layer.dxf.name.lower() for layer in document.layers if layer.is_off() or layer.is_frozen()}
    for entity in document.modelspace():
        if (layer := layer_of(entity)).lower() not in hidden:
            _take(entity, layer, shapes, 0)
    return shapes


def layer_of(entity: DXFEntity) -> str:
    """The layer of an entity; kinds that are not known may have none."""
    return str(entity.dxf.layer) if entity.dxf.is_supported("layer") else "0"


def _take(entity: DXFEntity, layer: str, shapes: Shapes, depth: int) -> None:
    shapes.count += 1
    if shapes.is_cut:
        return
    try:
        _take_apart(entity, layer, shapes, depth)
    except _BROKEN:
        shapes.broken += 1


def _take_apart(entity: DXFEntity, layer: str, shapes: Shapes, depth: int) -> None:
    if isinstance(entity, Insert):
        _take_block(entity, layer, shapes, depth)
        return
    for points in _straight(entity):
        sides = [pair for pair in pairwise(points) if pair[0] != pair[1]]
        shapes.lines[layer] += sides
        if len(points) > 3 and points[0] == points[-1]:
            shapes.boxes.append(tuple(points[:-1]))
    if isinstance(entity, Arc):
        _take_arc(entity, layer, shapes)
    elif isinstance(entity, Text | MText):
        text = entity.plain_text()
        shapes.labels.append((str(text).strip(), _flat(entity.dxf.insert)))


def _take_block(insert: Insert, layer: str, shapes: Shapes, depth: int) -> None:
    """A block: a door or a window by its name, its layer or its swing, else what it is made of."""
    block = insert.block()
    if block is None or (not len(block) and block.block is not None and block.block.dxf.get("xref_path")):
        shapes.missing.append(insert.dxf.name)
        return
    if depth > _DEEPEST:
        return
    singles = insert.multi_insert() if insert.mcount > 1 else [insert]
    for single in singles:
        if shapes.is_cut:
            return
        inner = Shapes(count=shapes.count)
        with suppress(*_BROKEN):
            for entity in virtual_block_reference_entities(single):
                own = layer_of(entity)
                _take(entity, layer if own == "0" else own, inner, depth + 1)
        shapes.count, shapes.broken = inner.count, shapes.broken + inner.broken
        shapes.arcs += inner.arcs
        clue = _clue_of(single, layer, inner)
        if clue:
            shapes.clues.append(clue)
            continue
        shapes.clues += [found for found in inner.clues if found.kind or found.leaf]
        for name, lines in inner.lines.items():
            shapes.lines[name] += lines
        for name, curves in inner.curves.items():
            shapes.curves[name] += curves
        shapes.boxes += inner.boxes
        shapes.labels += inner.labels
        shapes.missing += inner.missing


def _clue_of(insert: Insert, layer: str, inner: Shapes) -> Clue | None:
    points = [point for lines in inner.lines.values() for line in lines for point in line]
    swings = [clue for clue in inner.clues if clue.leaf and not clue.name]
    points += [point for clue in swings for point in clue.points]
    kind = kind_named(insert.dxf.name) or kind_named(layer)
    holds_openings = any(clue.kind and clue not in swings for clue in inner.clues)
    if holds_openings or not points:
        return None
    # A block that is nothing but a swing or two and a few lines is a door, whatever it is called.
    if kind is None and swings and len(points) < 120:
        kind = OpeningKind.DOOR
    if kind is None:
        return None
    attributes = {attribute.dxf.tag.upper(): attribute.dxf.text.strip() for attribute in insert.attribs}
    texts = [*attributes.values(), *(text for text, _ in inner.labels), insert.dxf.name]
    mark = next((text for text in attributes.values() if kind_of_mark(text)), "")
    leaf = sum(clue.leaf for clue in swings if clue.leaf) or None
    return Clue(
        tuple(points),
        kind,
        message("drawing block {name}", name=insert.dxf.name),
        _size_in(attributes, texts),
        mark,
        leaf,
    )


def _size_in(attributes: Mapping[str, str], texts: Iterable[str]) -> Size | None:
    """The size that attributes or names say: width and height on their own, or one text with both."""
    apart = (
        f"{attributes[wide]} x {attributes[high]}"
        for wide, high in _SIZE_TAGS
        if wide in attributes and high in attributes
    )
    for text in apart:
        with suppress(BluffError):
            return parse_size(text)
    return size_named(texts)


def _take_arc(arc: Arc, layer: str, shapes: Shapes) -> None:
    """A quarter turn or so may be the swing of a door's leaf; every other arc is no part of a framed wall."""
    sweep = (arc.dxf.end_angle - arc.dxf.start_angle) % 360
    center, start, end = (_flat(point) for point in (arc.ocs().to_wcs(arc.dxf.center), arc.start_point, arc.end_point))
    if 25 <= sweep <= 100:
        leaf = hypot(start[0] - center[0], start[1] - center[1])
        shapes.clues.append(Clue((center, start, end), OpeningKind.DOOR, message("the swing of a door"), leaf=leaf))
    else:
        shapes.curves[layer].append(start)
    shapes.arcs += pairwise(_flat(point) for point in arc.flattening(arc.dxf.radius / 50))


def _straight(entity: DXFEntity) -> Iterator[list[Place]]:
    """The straight outlines of an entity, a closed one with its first point again at its end."""
    match entity.dxftype():
        case "LINE":
            yield [_flat(entity.dxf.start), _flat(entity.dxf.end)]
        case "LWPOLYLINE" | "POLYLINE":
            yield from _polyline(entity)
        case "SOLID" | "TRACE":
            corners = [_flat(point) for point in entity.wcs_vertices()]
            yield [*corners, corners[0]]
        case "MLINE":
            yield from (points for part in entity.virtual_entities() for points in _straight(part))
        case "HATCH" if isinstance(entity, Hatch):
            yield from _hatch(entity)


def _polyline(entity: DXFEntity) -> Iterator[list[Place]]:
    if isinstance(entity, LWPolyline):
        points = [_flat(point) for point in entity.vertices_in_wcs()]
        bulges = [bulge for *_, bulge in entity.get_points("xyb")]
        is_closed = entity.closed
    elif isinstance(entity, Polyline) and (entity.is_2d_polyline or entity.is_3d_polyline):
        points = [_flat(point) for point in entity.points_in_wcs()]
        bulges = [vertex.dxf.get("bulge", 0.0) for vertex in entity.vertices]
        is_closed = entity.is_closed
    else:
        return
    if is_closed and points and points[0] != points[-1]:
        points.append(points[0])
        bulges.append(0.0)
    run: list[Place] = points[:1]
    for point, bulge in zip(points[1:], bulges, strict=False):
        if bulge:  # an arc from here to the next
            yield run
            run = [point]
        else:
            run.append(point)
    yield run


def _hatch(entity: Hatch) -> Iterator[list[Place]]:
    for path in entity.paths:
        if isinstance(path, PolylinePath):
            corners = [(float(x), float(y)) for x, y, *_ in path.vertices]
            if len(corners) > 1:
                yield [*corners, corners[0]] if corners[0] != corners[-1] else corners
        elif isinstance(path, EdgePath):
            for edge in path.edges:
                if isinstance(edge, LineEdge):
                    yield [_flat(edge.start), _flat(edge.end)]


def _flat(point: object) -> Place:
    """A place in the plan.

    Raises:
        ValueError: It lies nowhere, or so far away that nothing does.
    """
    x, y = float(point[0]), float(point[1])  # type: ignore[index]
    if not (isfinite(x) and isfinite(y) and max(abs(x), abs(y)) < _FARTHEST):
        raise ValueError("a place that is nowhere")
    return x, y
