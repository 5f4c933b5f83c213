"""Which layer of a wall's material is its framing, and where it lies."""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import ifcopenshell.util.element

from bluff.core.message import Message, message
from bluff.formats.exchange.faces import Span
from bluff.formats.exchange.thickness import framed_by, framing_layer, thickness_text

_FRAMING = re.compile(r"stud|fram|wood|timber|lumber|spf|2\s?x\s?\d|ständer|holz|ossature|madera", re.IGNORECASE)
_MASONRY = re.compile(
    r"concrete|brick|masonry|block|cmu|stone|beton|ziegel|mauerwerk|parpaing|brique|bloque|ladrillo", re.IGNORECASE
)
_STRUCTURE = re.compile(r"structur|load.?bearing|core", re.IGNORECASE)
_CAVITY = re.compile(r"insul|cavity|batt|wool|fib(?:er|re)|dämm|isol", re.IGNORECASE)
_STRUCTURAL = 2
_OTHER = re.compile(
    r"concrete|brick|masonry|block|cmu|stone|gyps|drywall|plaster|board|sheath|ply(?!.*stud)|osb|siding|clad|panel"
    r"|stucco|tile|air|membrane|vapou?r|foam|beton|ziegel|gips|putz",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class Layer:
    """One layer: what it is called, and how thick it is, in inches."""

    name: str
    thickness: float

    @property
    def likely(self) -> int:
        """How likely it is the framing, by its name: over 0 likely, under 0 not."""
        if _FRAMING.search(self.name) and not re.search(r"ply|osb|sheath|siding|board", self.name, re.IGNORECASE):
            return 3
        if _OTHER.search(self.name):
            return -1
        return _STRUCTURAL if _STRUCTURE.search(self.name) else 1 if _CAVITY.search(self.name) else 0


@dataclass(frozen=True, slots=True)
class Framing:
    """The framing of a wall: its stud, and from where to where across the wall it goes.

    Args:
        stud: Its nominal size; None when no layer is framing.
        across: In the wall's own directions, in inches.
        is_layered: Whether the model says which layer it is.
        why_not: When there is none, why.
        masonry: From where to where its masonry goes, when it has some.
    """

    stud: str | None
    across: Span
    is_layered: bool
    why_not: Message | None = None
    masonry: Span | None = None

    @property
    def middle(self) -> float:
        return (self.across[0] + self.across[1]) / 2


def framing_of(wall: Any, body: Span, axis: float, unit: float) -> Framing:
    """The framing of a wall, by its material's layers, or by its thickness with the panels taken off.

    Args:
        wall: The element.
        body: From where to where across it its shape goes, in inches.
        axis: Where across it the line is that its layers are measured from.
        unit: Inches in the model's unit.
    """
    material = ifcopenshell.util.element.get_material(wall)
    layers = _layers(material, body[1] - body[0], unit)
    if len(layers) < 2 and not (layers and layers[0].likely > 0):
        return _by_thickness(body, layers)
    faces = _faces(material, layers, body, axis, unit)
    blocks = [face for face, layer in zip(faces, layers, strict=True) if _MASONRY.search(layer.name)]
    masonry = (min(low for low, _ in blocks), max(high for _, high in blocks)) if blocks else None
    studs = [framing_layer(layer.thickness) for layer in layers]
    fitting = [(layer.likely, layer.thickness, index) for index, layer in enumerate(layers) if studs[index]]
    likely, _, index = max(fitting, default=(-1, 0.0, 0))
    stud = studs[index]
    if likely < 0 or stud is None:
        return Framing(None, body, is_layered=True, why_not=_why_not(layers), masonry=masonry)
    return Framing(stud.stud, faces[index], is_layered=True, masonry=masonry)


def _why_not(layers: Sequence[Layer]) -> Message:
    """Why none of some layers is framing."""
    called = [layer for layer in layers if layer.likely > _STRUCTURAL]
    if called:
        layer = max(called, key=lambda layer: layer.thickness)
        return message(
            "Its layer “{layer}” is {thick} thick, and no {stud} is.",
            layer=layer.name,
            thick=thickness_text(layer.thickness),
        )
    return message(
        "None of its layers is framing: {layers}.", layers=", ".join(layer.name for layer in layers if layer.name)
    )


def _by_thickness(body: Span, layers: Sequence[Layer]) -> Framing:
    if layers and layers[0].likely < 0:
        return Framing(None, body, is_layered=True, why_not=message("It is all {layer}.", layer=layers[0].name))
    framed = framed_by(body[1] - body[0])
    return Framing(framed.stud if framed else None, body, is_layered=False)


def _layers(material: Any, thickness: float, unit: float) -> list[Layer]:
    """A wall's layers from the side they are counted from."""
    if material is None:
        return []
    if material.is_a("IfcMaterialLayerSetUsage"):
        material = material.ForLayerSet
    if material.is_a("IfcMaterialLayerSet"):
        return [Layer(_name_of(layer), layer.LayerThickness * unit) for layer in material.MaterialLayers]
    if material.is_a("IfcMaterialConstituentSet"):
        constituents = material.MaterialConstituents or ()
        if all(part.Fraction for part in constituents):
            return [Layer(_name_of(part), part.Fraction * thickness) for part in constituents]
    if material.is_a("IfcMaterial"):
        return [Layer(material.Name or "", thickness)]
    return []


def _name_of(layer: Any) -> str:
    """Everything a layer is called: by itself, by its material, by what it is for."""
    names = (getattr(layer, "Name", None), layer.Material and layer.Material.Name, getattr(layer, "Category", None))
    return " ".join(dict.fromkeys(name for name in names if name))


def _faces(material: Any, layers: Sequence[Layer], body: Span, axis: float, unit: float) -> list[Span]:
    """From where to where across the wall each layer goes."""
    place, sign = _first_face(material, layers, body, axis, unit)
    faces = []
    for layer in layers:
        after = place + sign * layer.thickness
        faces.append((min(place, after), max(place, after)))
        place = after
    return faces


def _first_face(material: Any, layers: Sequence[Layer], body: Span, axis: float, unit: float) -> tuple[float, int]:
    """Where the first layer begins across the wall, and which way the others follow.

    The material may say so; where that does not fit the wall's shape, or nobody says, they fill the shape.
    """
    low, high = body
    if not material.is_a("IfcMaterialLayerSetUsage"):
        return low, 1
    sign = -1 if material.DirectionSense == "NEGATIVE" else 1
    start = axis + (material.OffsetFromReferenceLine or 0.0) * unit
    total = sum(layer.thickness for layer in layers)
    ends = sorted((start, start + sign * total))
    fits = abs(ends[0] - low) < 0.25 and abs(ends[1] - high) < 0.25
    return (start, sign) if fits else (low, 1) if sign > 0 else (high, -1)
