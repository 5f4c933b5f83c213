"""Sizes: a width by a height, read from a call-out or a pair of lengths."""

import re
from dataclasses import dataclass

from bluff.core.errors import LengthError, SizeError
from bluff.core.measure.length import Length, format_call_out, inches, parse_length
from bluff.core.message import message

_WRITE = message("Write width x height, like 3-6 x 4-6 or 42 x 54.")
_TIMES = re.compile(r"\s*[x×]\s*", re.IGNORECASE)
_DIGITS = re.compile(r"([1-9])(\d)([1-9])(\d)")
"""Feet, inches, feet, inches: the commonest call-out there is."""
_CALLED = re.compile(r"(\d{1,2})([-/])(\d{1,2})(?:\s*[x×]\s*|\s+)(\d{1,2})\2(\d{1,2})", re.IGNORECASE)
"""Two call-outs, with dashes or strokes, an x between or not."""

SMALLEST: Length = inches(6)
"""No opening is framed smaller: two cripples and a hand must fit between the jacks."""


@dataclass(frozen=True, slots=True)
class Size:
    """A width by a height, both lengths, at least `SMALLEST`."""

    width: Length
    height: Length

    def __post_init__(self) -> None:
        for name, length in (("width", self.width), ("height", self.height)):
            if length < SMALLEST:
                raise SizeError(
                    message("The {name} is under 6 inches, too small for an opening. {write}", name=name, write=_WRITE),
                    name,
                )

    def __str__(self) -> str:
        return f"{format_call_out(self.width)} x {format_call_out(self.height)}"


def parse_size(text: str) -> Size:
    """Read a size: two lengths or call-outs with an x between, or a call-out in four digits.

    >>> parse_size("3-6x4-6") == Size(inches(42), inches(54))
    True
    >>> str(parse_size("34 x 80"))
    '2-10 x 6-8'
    >>> [str(parse_size(typed)) for typed in ("3068", "2-6 4-0", "2/6 x 4/0")]
    ['3-0 x 6-8', '2-6 x 4-0', '2-6 x 4-0']

    Raises:
        SizeError: It is not exactly one width and one height.
    """
    typed = text.strip()
    if digits := _DIGITS.fullmatch(typed):
        parts = [f"{digits[1]}-{digits[2]}", f"{digits[3]}-{digits[4]}"]
    elif called := _CALLED.fullmatch(typed):
        parts = [f"{called[1]}-{called[3]}", f"{called[4]}-{called[5]}"]
    elif re.fullmatch(r"\d{3}|\d{5,6}", typed):
        raise SizeError(
            message("“{text}” could be several sizes. Write feet and inches with dashes, like 10-0 x 6-8.", text=typed)
        )
    else:
        parts = _TIMES.split(typed)
    if len(parts) != 2 or not all(parts):
        raise SizeError(message("“{text}” is not a size. {write}", text=typed, write=_WRITE))
    try:
        return Size(*(parse_length(part) for part in parts))
    except LengthError as error:
        raise SizeError(message("In the size “{text}”: {why}", text=typed, why=error.message)) from error
