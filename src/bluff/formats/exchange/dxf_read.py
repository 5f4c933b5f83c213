"""Walls and openings from a DXF drawing: the entries Bluff wrote, or what lines, blocks and gaps show."""

import json
import re
from codecs import BOM_UTF8
from collections.abc import Mapping, Sequence
from tempfile import NamedTemporaryFile

import ezdxf
from ezdxf import recover
from ezdxf.document import Drawing
from ezdxf.lldxf.const import DXFError

from bluff.core.message import message, plural
from bluff.formats.errors import Fault, FaultyData
from bluff.formats.exchange.choices import Answers, Choice, Guess
from bluff.formats.exchange.dxf_openings import with_openings
from bluff.formats.exchange.dxf_shapes import MOST_SHAPES, Shapes, layer_of, shapes_of
from bluff.formats.exchange.dxf_write import APP
from bluff.formats.exchange.faces import LineDrawn, Pair, length_of, pairs_of
from bluff.formats.exchange.reading import DrawingPart, Reading, Understood
from bluff.formats.exchange.thickness import framed_by

_UNITS: dict[str, float] = {
    "inches": 1.0,
    "feet": 12.0,
    "millimeters": 1 / 25.4,
    "centimeters": 1 / 2.54,
    "decimeters": 10 / 2.54,
    "meters": 100 / 2.54,
}
"""Inches in each."""
_UNIT_NAMES = {
    "inches": message("inches"),
    "feet": message("feet"),
    "millimeters": message("millimeters"),
    "centimeters": message("centimeters"),
    "decimeters": message("decimeters"),
    "meters": message("meters"),
}
_INSUNITS = {1: "inches", 2: "feet", 4: "millimeters", 5: "centimeters", 6: "meters", 14: "decimeters", 21: "feet"}
"""What a header's $INSUNITS says; 21 is the survey foot, which differs by a 64th in 650 feet."""
_ARCHITECTURAL = {3, 4}
"""$LUNITS of drawings that show feet and inches, which count in inches."""
_WALLS = re.compile(r"wall|wand|mur(?![a-z])|muro|pared|partition|exterior|stud", re.IGNORECASE)
_NO_WALLS = re.compile(
    r"door|window|glaz|furn|dim|text|anno|hatch|patt|roof|found|footing|elec|plumb|elev|plate|mark", re.IGNORECASE
)
_SHORT_WALL = 12.0
_SAMPLE_LINES, _SAMPLE_LAYERS = 600, 12
_BROKEN = (
    DXFError,
    OSError,
    ValueError,
    KeyError,
    IndexError,
    TypeError,
    AttributeError,
    StopIteration,
    AssertionError,
)
_ENOUGH = 0.5
"""Of the walls that another unit would show: fewer, and the unit given is taken for a mistake."""


def read_dxf(data: bytes, answers: Answers | None = None) -> Reading:
    """Read a drawing, as any system writes it: either line end, text of any code page its header names, or binary.

    Args:
        data: The DXF file as it is.
        answers: Answers to guesses: `layer` where its walls are, `unit`, and those every drawing has. Where nobody says
            a layer, the entries that Bluff wrote are taken, and without any the layers that are called walls, or
            the one that has the most.

    Raises:
        FaultyData: It is no DXF drawing, or an answer is none.
    """
    answers = answers or Answers()
    understood = Understood(answers)
    document = _opened(data, understood)
    if not answers.all("layer") and _take_entries(document, understood):
        return understood.reading("drawing", "layer", _layers(document, {}, ()))
    shapes = shapes_of(document)
    _say_what_is_not_seen(document, shapes, understood)
    named = _known(answers.all("layer"), {layer_of(entity) for entity in document.modelspace()} | shapes.lines.keys())
    unit, guess = _unit(document, shapes, named, answers)
    understood.guesses.append(guess)
    scale = _UNITS[unit]
    lines = {layer: [_scaled(line, scale) for line in drawn] for layer, drawn in shapes.lines.items()}
    pairs = {layer: pairs_of(drawn) for layer, drawn in lines.items()}
    chosen = named or _likely_layers(pairs)
    of_walls = pairs[chosen[0]] if len(chosen) == 1 else pairs_of([line for layer in chosen for line in lines[layer]])
    with_openings(of_walls, lines, chosen, shapes, scale, understood)
    arcs = [_scaled(line, scale) for line in shapes.arcs]
    understood.lines = [*(line for drawn in lines.values() for line in drawn), *arcs]
    return understood.reading("drawing", "layer", _layers(document, pairs, chosen))


def _opened(data: bytes, understood: Understood) -> Drawing:
    """The drawing in a file; it is looked at on disk, where its encoding and its kind are found out.

    A damaged one is mended as far as that goes, and says so.
    """
    with NamedTemporaryFile(suffix=".dxf") as file:
        file.write(data.removeprefix(BOM_UTF8))
        file.flush()
        try:
            drawing = ezdxf.readfile(file.name)
            drawing.modelspace()
            return drawing
        except _BROKEN:
            pass
        try:
            mended, _ = recover.readfile(file.name)
            is_empty = not len(mended.modelspace())
        except _BROKEN as error:
            raise _no_drawing() from error
    if is_empty:
        raise _no_drawing()
    understood.leave(
        message("The drawing is damaged. What could be read of it is here. Save it again if anything is missing.")
    )
    return mended


def _no_drawing() -> FaultyData:
    return FaultyData([Fault("", message("This is not a DXF drawing. Save it as DXF, as text or binary."))])


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
            understood.leave(message("An entry on layer {layer} could not be read.", layer=layer_of(entity)))
    return count > 0


def _known(named: Sequence[str], layers: set[str]) -> list[str]:
    """The layers asked for.

    Raises:
        FaultyData: The drawing has not one of them.
    """
    for layer in named:
        if layer not in layers:
            known = ", ".join(sorted(layers)[:12]) or "none"
            raise FaultyData(
                [
                    Fault(
                        "layer",
                        message("There is nothing on layer {layer}; the layers are {known}.", layer=layer, known=known),
                    )
                ]
            )
    return list(named)


def _say_what_is_not_seen(document: Drawing, shapes: Shapes, understood: Understood) -> None:
    for name in dict.fromkeys(shapes.missing):
        understood.leave(message("{Name} is in another file, which is not here. Bind it into the drawing.", name=name))
    if shapes.is_cut:
        understood.leave(
            message("Only the first {most} shapes were read. Save the part that is needed.", most=f"{MOST_SHAPES:,}")
        )
    if shapes.broken:
        understood.leave(
            plural("{count} shape could not be read.", "{count} shapes could not be read.", count=shapes.broken)
        )
    hidden = sorted(layer.dxf.name for layer in document.layers if layer.is_off() or layer.is_frozen())
    if hidden:
        understood.leave(
            message("Layers that are switched off were not read: {layers}.", layers=", ".join(hidden[:12]))
        )


def _unit(document: Drawing, shapes: Shapes, named: Sequence[str], answers: Answers) -> tuple[str, Guess]:
    """The drawing's unit: as answered, as its header says if that makes walls, else the one that does."""
    declared = _INSUNITS.get(document.header.get("$INSUNITS", 0))
    if declared is None and document.header.get("$LUNITS", 2) in _ARCHITECTURAL:
        declared = "inches"
    answer = answers.one_of("unit", _UNITS)
    samples = _samples(shapes, named)
    is_good = declared is not None and (not samples or _makes_walls(samples, declared))
    unit = answer or (declared if is_good and declared else _fitting(samples, declared)) or declared or "inches"
    is_sure = answer is not None or unit == declared
    label = message("The drawing's unit")
    if not is_sure:
        label = (
            message("The drawing gives {unit}, which makes no walls", unit=_UNIT_NAMES[declared])
            if declared
            else message("The drawing gives no unit")
        )
    choices = [Choice(value=name, label=_UNIT_NAMES[name]) for name in _UNITS]
    return unit, Guess(key="unit", label=label, value=unit, choices=choices, is_sure=is_sure)


def _makes_walls(samples: Sequence[Sequence[LineDrawn]], unit: str) -> bool:
    """Whether a unit makes walls of usual thickness of a good part of what is drawn on some layer."""
    return any(2 * _usual_length(lines, unit) >= _ENOUGH * sum(map(length_of, lines)) for lines in samples)


def _fitting(samples: Sequence[Sequence[LineDrawn]], declared: str | None) -> str | None:
    """The unit in which a layer has the most walls of usual thickness, None when there is none in any."""
    found = {unit: max((_usual_length(lines, unit) for lines in samples), default=0.0) for unit in _UNITS}
    best = max(found, key=lambda unit: found[unit])
    is_good = declared is not None and found[declared] >= _ENOUGH * found[best]
    return declared if is_good else best if found[best] > 0 else None


def _samples(shapes: Shapes, named: Sequence[str]) -> list[list[LineDrawn]]:
    """The longest lines of the fullest layers, for walls are among them; enough to tell a unit by."""
    by_layer = [sorted(shapes.lines[layer], key=length_of, reverse=True) for layer in named or list(shapes.lines)]
    fullest = sorted(by_layer, key=lambda lines: sum(map(length_of, lines)), reverse=True)
    return [lines[:_SAMPLE_LINES] for lines in fullest[:_SAMPLE_LAYERS] if lines]


def _usual_length(lines: Sequence[LineDrawn], unit: str) -> float:
    """How long the walls of usual thickness are together that a unit makes of lines, in the drawing's units."""
    scale = _UNITS[unit]
    pairs = pairs_of([_scaled(line, scale) for line in lines])
    return sum(pair.length for pair in pairs if framed_by(pair.thickness) and pair.length > _SHORT_WALL) / scale


def _likely_layers(pairs: Mapping[str, Sequence[Pair]]) -> list[str]:
    """The layers that are called walls and have some; else the one that has the most."""
    lengths = {layer: sum(pair.length for pair in found if framed_by(pair.thickness)) for layer, found in pairs.items()}
    some = [layer for layer, length in lengths.items() if length > 0]
    called = [layer for layer in some if _WALLS.search(layer) and not _NO_WALLS.search(layer)]
    if called:
        return called
    others = [layer for layer in some if not _NO_WALLS.search(layer)] or some
    return sorted(others, key=lambda layer: lengths[layer])[-1:] or sorted(pairs)[:1]


def _layers(document: Drawing, pairs: Mapping[str, Sequence[Pair]], chosen: Sequence[str]) -> list[DrawingPart]:
    names = {layer_of(entity) for entity in document.modelspace()} | pairs.keys()
    return [DrawingPart(name=name, walls=len(pairs.get(name, ())), is_chosen=name in chosen) for name in sorted(names)]


def _scaled(line: LineDrawn, scale: float) -> LineDrawn:
    (x1, y1), (x2, y2) = line
    return (x1 * scale, y1 * scale), (x2 * scale, y2 * scale)
