"""How single values stand in the job file: lengths, sizes, spacings, positions.

Each is an annotated core type: Pydantic reads text or numbers straight into the core's own value, and
writes the core's value as a carpenter would.
"""

from collections.abc import Callable
from fractions import Fraction
from typing import Annotated, Any, TypeAlias, TypeVar

from pydantic import Field, PlainSerializer, PlainValidator, WithJsonSchema

from bluff.core.errors import BluffError, JobError, LengthError, SettingError
from bluff.core.job.amounts import format_pounds, parse_number, parse_pounds
from bluff.core.job.job import Point
from bluff.core.job.position import (
    At,
    Centered,
    FromOpening,
    FromOutside,
    FromPlate,
    FromWall,
    Origin,
    Reference,
    WallFace,
)
from bluff.core.job.schools import End
from bluff.core.job.stock import DEAREST
from bluff.core.job.top import parse_rise
from bluff.core.measure.clock import Clock, format_clock, parse_clock
from bluff.core.measure.length import (
    LONGEST,
    Length,
    format_exact,
    format_feet,
    format_spacing,
    from_inches,
    parse_length,
    parse_signed_length,
    parse_spacing,
)
from bluff.core.measure.size import Size, parse_size
from bluff.core.message import message

Read = TypeVar("Read")

Revision: TypeAlias = Annotated[int, Field(ge=0, lt=2**31)]
"""Of a job, as its row holds it."""


def told(read: Callable[[Any], Read]) -> Callable[[Any], Read]:
    """A reader whose core errors reach Pydantic, which only knows `ValueError`."""

    def reader(value: Any) -> Read:
        try:
            return read(value)
        except BluffError as error:
            raise ValueError(error.message) from error

    return reader


def _number(value: Any) -> Fraction | None:
    """A JSON number exactly, None for anything else. True is no number here."""
    if isinstance(value, bool) or not isinstance(value, int | float):
        return None
    # Compared, not converted: a whole number of JSON may be too large for a float, and infinity has no fraction.
    if not abs(value) <= LONGEST:
        raise LengthError(message("That is more than 1000 feet. Write a number of inches."))
    return Fraction(value).limit_denominator(10**9)


def read_length(value: Any) -> Length:
    """A length from text as it is typed, or from a number of inches.

    Raises:
        LengthError: It is neither, below nothing, or over 1000 feet.
    """
    length = read_signed_length(value) if _number(value) is not None else _text_length(value, parse_length)
    if length < 0:
        raise LengthError(message("{value} is less than nothing. Write a length without the minus.", value=value))
    return length


def read_signed_length(value: Any) -> Length:
    """As `read_length`, with a minus allowed."""
    number = _number(value)
    length = _text_length(value, parse_signed_length) if number is None else from_inches(number)
    if abs(length) > LONGEST:
        raise LengthError(message("{value} inches is more than 1000 feet. Write a number of inches.", value=value))
    return length


def _read_price(value: Any) -> Fraction:
    # Compared, not converted, as in `_number`: what is no number is in no range either.
    if isinstance(value, bool) or not isinstance(value, int | float) or not 0 <= value <= DEAREST:
        raise SettingError(
            message("A price is a number from 0 to {dearest}, like 9.06, or null where none is known.", dearest=DEAREST)
        )
    return Fraction(value).limit_denominator(10**6)


def _read_clock(value: Any) -> Clock:
    if not isinstance(value, str):
        raise SettingError(message("Write a time of day as text, like 7:00."))
    return parse_clock(value)


def _text_length(value: Any, parse: Callable[[str], Length]) -> Length:
    if not isinstance(value, str):
        raise LengthError(message('Write a length as text, like "12\' 6 1/2", or as a number of inches.'))
    return parse(value)


def _read_spacing(value: Any) -> Fraction:
    number = _number(value)
    if number is not None:
        return number
    if not isinstance(value, str):
        raise LengthError(message("Write a spacing as a number of inches, like 16."))
    return parse_spacing(value)


def _read_rise(value: object) -> Fraction:
    if isinstance(value, bool) or not isinstance(value, str | int | float):
        raise JobError(message("A pitch is the rise in 12 of run. Write it like 5."), "pitch")
    return parse_rise(str(value))


def _read_number(value: Any) -> Fraction:
    return parse_number("" if isinstance(value, bool) else str(value))


def _read_weight(value: Any) -> Fraction:
    return parse_pounds("" if isinstance(value, bool) else str(value))


def _read_size(value: Any) -> Size:
    if isinstance(value, str):
        return parse_size(value)
    if isinstance(value, list | tuple) and len(value) == 2:
        return Size(*(read_length(part) for part in value))
    raise SettingError(message('Write a size as a call-out, like "3-6 x 4-6", or as [width, height].'))


def _read_point(value: Any) -> Point:
    if isinstance(value, list | tuple) and len(value) == 2:
        return Point(*(read_signed_length(part) for part in value))
    raise SettingError(message("Write a point as [x, y], x to the east and y to the north."))


_ENDS: dict[str, FromPlate | FromOutside] = {
    "plate-start": FromPlate(End.START),
    "plate-end": FromPlate(End.END),
    "outside-start": FromOutside(End.START),
    "outside-end": FromOutside(End.END),
}
_END_NAMES: dict[FromPlate | FromOutside, str] = {origin: name for name, origin in _ENDS.items()}


_WAS_CENTER, _WAS_CENTERED = "centre", "centred"
"""As job files of version 1 have them."""


def _read_position(value: Any) -> At | Centered:
    if value in ("centered", _WAS_CENTERED):
        return Centered()
    if isinstance(value, dict) and _WAS_CENTER in value:
        value = {"center" if key == _WAS_CENTER else key: one for key, one in value.items()}
    if not isinstance(value, dict):
        raise SettingError(message('Write where it is as {{"center": "9-3", "from": "plate-start"}}, or "centered".'))
    if unknown := sorted(value.keys() - {"center", "edge", "from", "toward"}):
        raise SettingError(
            message(
                "There is no key “{unknown}” in a position; the keys are center, edge, from, toward.",
                unknown=unknown[0],
            )
        )
    given = [reference for reference in Reference if reference in value]
    if len(given) != 1:
        raise SettingError(message("Give a position to its center or to its edge, one of the two."))
    toward = value.get("toward", End.END)
    if toward not in set(End):
        raise SettingError(
            message("From an opening or a wall one measures toward the start or the end. Write one of the two.")
        )
    distance = read_signed_length(value[given[0]])
    if distance < 0:
        raise LengthError(
            message(
                "{value} is less than nothing. Measure the other way, with "
                '"toward": "start" from an opening or a wall, or from the other end.',
                value=value[given[0]],
            )
        )
    return At(given[0], distance, _read_origin(value.get("from", "plate-start")), End(toward))


def _read_origin(value: Any) -> Origin:
    if isinstance(value, str) and value in _ENDS:
        return _ENDS[value]
    if isinstance(value, dict) and value.keys() == {"opening"} and isinstance(value["opening"], str):
        return FromOpening(value["opening"])
    if isinstance(value, dict) and value.keys() == {"wall", "face"}:
        face = WallFace.CENTER if value["face"] == _WAS_CENTER else value["face"]
        if face in set(WallFace):
            return FromWall(str(value["wall"]), WallFace(face))
    raise SettingError(
        message(
            'Measure from {choices}, {{"opening": "W1"}} or {{"wall": "C", "face": "near", "center" or "far"}}.',
            choices=", ".join(_ENDS),
        )
    )


def _write_position(position: At | Centered) -> Any:
    if isinstance(position, Centered):
        return "centered"
    origin = position.origin
    source: Any
    match origin:
        case FromOpening(opening):
            source = {"opening": opening}
        case FromWall(wall, face):
            source = {"wall": wall, "face": face.value}
        case _:
            source = _END_NAMES[origin]
    back = {"toward": position.toward.value} if position.toward is End.START else {}
    return {position.reference.value: format_exact(position.distance), "from": source, **back}


_LENGTH_SCHEMA: dict[str, Any] = {
    "anyOf": [{"type": "string"}, {"type": "number"}],
    "description": "A length as a carpenter writes it, or a number of inches.",
    "examples": ["12' 6 1/2\"", "92 5/8", 16],
}
_PAIR_SCHEMA: dict[str, Any] = {"type": "array", "items": _LENGTH_SCHEMA, "minItems": 2, "maxItems": 2}

LengthText = Annotated[
    Length, PlainValidator(told(read_length)), PlainSerializer(format_exact), WithJsonSchema(_LENGTH_SCHEMA)
]
SignedLengthText = Annotated[
    Length, PlainValidator(told(read_signed_length)), PlainSerializer(format_exact), WithJsonSchema(_LENGTH_SCHEMA)
]
FeetText = Annotated[
    Length,
    PlainValidator(told(read_length)),
    PlainSerializer(lambda length: format_feet(length, 64)),
    WithJsonSchema(_LENGTH_SCHEMA),
]
SpacingText = Annotated[
    Fraction,
    PlainValidator(told(_read_spacing)),
    PlainSerializer(format_spacing),
    WithJsonSchema({**_LENGTH_SCHEMA, "examples": [16, 19.2, 24]}),
]
RiseText = Annotated[
    Fraction,
    PlainValidator(told(_read_rise)),
    PlainSerializer(lambda rise: int(rise) if rise.denominator == 1 else float(rise)),
    WithJsonSchema({"type": ["number", "string"], "examples": [5, 4.5, "5/12"]}),
]
PriceNumber = Annotated[
    Fraction,
    PlainValidator(told(_read_price)),
    PlainSerializer(float),
    WithJsonSchema({"type": "number", "examples": [9.06]}),
]
NumberText = Annotated[
    Fraction,
    PlainValidator(told(_read_number)),
    PlainSerializer(float),
    WithJsonSchema({"anyOf": [{"type": "string"}, {"type": "number"}], "examples": [7.5]}),
]
ClockText = Annotated[
    int,
    PlainValidator(told(_read_clock)),
    PlainSerializer(format_clock),
    WithJsonSchema({"type": "string", "examples": ["7:00"]}),
]
WeightText = Annotated[
    Fraction,
    PlainValidator(told(_read_weight)),
    PlainSerializer(format_pounds),
    WithJsonSchema({"anyOf": [{"type": "string"}, {"type": "number"}], "description": "Pounds.", "examples": [1.6]}),
]
SizeText = Annotated[
    Size,
    PlainValidator(told(_read_size)),
    PlainSerializer(str),
    WithJsonSchema(
        {
            "anyOf": [{"type": "string"}, _PAIR_SCHEMA],
            "description": "A call-out, width by height, or a pair of lengths.",
            "examples": ["3-6 x 4-6", [36, "82 1/2"]],
        }
    ),
]
PointText = Annotated[
    Point,
    PlainValidator(told(_read_point)),
    PlainSerializer(lambda point: [_signed_feet(point.x), _signed_feet(point.y)]),
    WithJsonSchema({**_PAIR_SCHEMA, "description": "x to the east, y to the north."}),
]
PositionText = Annotated[
    At | Centered,
    PlainValidator(told(_read_position)),
    PlainSerializer(_write_position),
    WithJsonSchema(
        {
            "description": "Distance to the opening's center or nearest edge, and what it is measured from.",
            "anyOf": [
                {"const": "centered", "type": "string"},
                {
                    "type": "object",
                    "properties": {
                        "center": _LENGTH_SCHEMA,
                        "edge": _LENGTH_SCHEMA,
                        "from": {
                            "anyOf": [
                                {"type": "string", "enum": list(_ENDS)},
                                {
                                    "type": "object",
                                    "properties": {"opening": {"type": "string"}},
                                    "required": ["opening"],
                                    "additionalProperties": False,
                                },
                                {
                                    "type": "object",
                                    "properties": {
                                        "wall": {"type": "string"},
                                        "face": {"type": "string", "enum": list(WallFace)},
                                    },
                                    "required": ["wall", "face"],
                                    "additionalProperties": False,
                                },
                            ]
                        },
                        "toward": {
                            "type": "string",
                            "enum": list(End),
                            "description": "Which way from an opening or a wall; the end when left out.",
                        },
                    },
                    "additionalProperties": False,
                },
            ],
        }
    ),
]


def _signed_feet(length: Length) -> str:
    return format_feet(length, 64)
