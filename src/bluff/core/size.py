"""Sizes: a width by a height, read from a call-out or a pair of lengths."""

import re
from dataclasses import dataclass

from bluff.core.errors import LengthError, SizeError
from bluff.core.length import Length, format_call_out, inches, parse_length

_WRITE = "write width x height, like 3-6 x 4-6 or 42 x 54"
_TIMES = re.compile(r"\s*[x×]\s*", re.IGNORECASE)

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
                raise SizeError(f"The {name} is under 6 inches, too small for an opening; {_WRITE}.", name)

    def __str__(self) -> str:
        return f"{format_call_out(self.width)} x {format_call_out(self.height)}"


def parse_size(text: str) -> Size:
    """Read a size: a call-out or two lengths with an x between.

    >>> parse_size("3-6x4-6") == Size(inches(42), inches(54))
    True
    >>> str(parse_size("34 x 80"))
    '2-10 x 6-8'

    Raises:
        SizeError: It is not exactly one width and one height.
    """
    said = text.strip()
    parts = _TIMES.split(said)
    if re.fullmatch(r"\d{4}", said):
        raise SizeError(
            f"“{said}” could be {said[0]}-{said[1]} x {said[2]}-{said[3]} or one number; write it with dashes and an x."
        )
    if len(parts) != 2 or not all(parts):
        raise SizeError(f"“{said}” is not a size; {_WRITE}.")
    try:
        return Size(*(parse_length(part) for part in parts))
    except LengthError as error:
        raise SizeError(f"In the size “{said}”: {error.message}") from error
