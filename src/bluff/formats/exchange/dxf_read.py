"""Walls from a DXF drawing: closed outlines and pairs of lines on a layer, or the entries Bluff wrote."""

import json
from codecs import BOM_UTF8
from collections.abc import Iterator
from itertools import pairwise
from tempfile import NamedTemporaryFile

import ezdxf
from ezdxf.document import Drawing
from ezdxf.entities import DXFEntity
from ezdxf.lldxf.const import DXFError

from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.dxf_write import APP
from bluff.formats.exchange.reading import (
    LineDrawn,
    Place,
    Reading,
    Strip,
    Understood,
    strip_of,
    strips_of_lines,
    stud_of,
)

_TO_INCHES = {0: 1.0, 1: 1.0, 2: 12.0, 4: 1 / 25.4, 5: 1 / 2.54, 6: 1 / 0.0254}
"""By $INSUNITS: none said (taken for inches), inches, feet, millimetres, centimetres, metres."""


def read_dxf(data: bytes, layer: str | None = None) -> Reading:
    """Read a drawing, as any system writes it: either line end, text of any code page its header names, or binary.

    Args:
        data: The DXF file as it is.
        layer: Where its walls are; None takes the entries that Bluff wrote, and without any the layer that
            has the most walls.

    Raises:
        FaultyData: It is no DXF drawing.
    """
    document = _opened(data)
    layers = {entity.dxf.layer for entity in document.modelspace()}
    if layer is not None and layer not in layers:
        known = ", ".join(sorted(layers)[:12])
        raise FaultyData([Fault("layer", f"There is nothing on layer {layer}; the layers are {known}.")])
    understood = Understood()
    if layer is None and _take_entries(document, understood):
        return understood.reading("drawing", layers)
    scale = _TO_INCHES.get(document.header.get("$INSUNITS", 0))
    if scale is None:
        raise FaultyData([Fault("", "The drawing's unit is not known here; use inches, feet, mm, cm or m.")])
    if document.header.get("$INSUNITS", 0) == 0:
        understood.left.append("The drawing says no unit; it was taken for inches.")
    chosen = layer or max(layers, key=lambda name: len(_strips(document, name, scale)[0]), default="")
    strips, others = _strips(document, chosen, scale)
    if others:
        understood.left.append(f"On layer {chosen}, {others} lines or shapes belong to no wall.")
    understood.strips(strips)
    return understood.reading("drawing", layers)


def _opened(data: bytes) -> Drawing:
    """The drawing in a file; it is looked at on disk, where its encoding and its kind are found out."""
    with NamedTemporaryFile(suffix=".dxf") as file:
        file.write(data.removeprefix(BOM_UTF8))
        file.flush()
        try:
            return ezdxf.readfile(file.name)
        except (DXFError, OSError, ValueError, KeyError, IndexError, TypeError) as error:
            raise FaultyData([Fault("", "This is no DXF drawing; save it as DXF, as text or binary.")]) from error


def _take_entries(document: Drawing, understood: Understood) -> bool:
    """Take every entry there is, in the order they were written; whether there were any."""
    count = 0
    for entity in document.modelspace():
        if not entity.has_xdata(APP):
            continue
        count += 1
        text = "".join(value for code, value in entity.get_xdata(APP) if code == 1000)
        try:
            what, data = json.loads(text)
        except ValueError:
            what, data = "entry", None
        if not understood.entry(data, what):
            understood.left.append(f"An entry on layer {entity.dxf.layer} could not be read.")
    return count > 0


def _strips(document: Drawing, layer: str, scale: float) -> tuple[list[Strip], int]:
    """The strips on a layer, those too thick for a wall too, and how many lines and other things make none."""
    strips: list[Strip] = []
    lines: list[LineDrawn] = []
    boxes: list[tuple[Strip, list[LineDrawn]]] = []
    others = 0
    for entity in document.modelspace().query(f'*[layer=="{layer}"]'):
        points = [(x * scale, y * scale) for x, y in _points(entity)]
        is_closed = entity.dxftype() == "LWPOLYLINE" and entity.closed
        strip = strip_of(points) if is_closed else None
        if strip and stud_of(strip.thickness):
            strips.append(strip)
        elif len(points) >= 2:
            sides = [*pairwise(points), *([(points[-1], points[0])] if is_closed else [])]
            lines.extend(sides)
            if strip:
                boxes.append((strip, sides))
        else:
            others += 1
    paired, alone = strips_of_lines(lines)
    # A box whose sides belong to no wall is no wall either, and is said once, not as four lines.
    for strip, sides in boxes:
        if all(side in alone for side in sides):
            strips.append(strip)
            alone = [line for line in alone if line not in sides]
    return [*strips, *paired], others + len(alone)


def _points(entity: DXFEntity) -> Iterator[Place]:
    match entity.dxftype():
        case "LWPOLYLINE":
            yield from ((x, y) for x, y, *_ in entity.get_points())
        case "LINE":
            for point in (entity.dxf.start, entity.dxf.end):
                yield point.x, point.y
