"""Lengths as they are called out over the noise of a saw: `forty-three and a half`."""

from collections.abc import Mapping
from typing import Literal, TypeAlias

from bluff.core.measure.length import Length, tape_parts
from bluff.core.message import Message, message, plural

_ONES = (
    *("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"),
    *("thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"),
)
_TENS = ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")
_PARTS_OF_AN_INCH: Mapping[str, Message] = {
    "1/16": message("a sixteenth"),
    "1/8": message("an eighth"),
    "3/16": message("three sixteenths"),
    "1/4": message("a quarter"),
    "5/16": message("five sixteenths"),
    "3/8": message("three eighths"),
    "7/16": message("seven sixteenths"),
    "1/2": message("a half"),
    "9/16": message("nine sixteenths"),
    "5/8": message("five eighths"),
    "11/16": message("eleven sixteenths"),
    "3/4": message("three quarters"),
    "13/16": message("thirteen sixteenths"),
    "7/8": message("seven eighths"),
    "15/16": message("fifteen sixteenths"),
}

Figures: TypeAlias = Literal["inches", "feet"]
"""Whether a tape is read in inches all along, or in feet and inches."""


def aloud(length: Length, figures: Figures = "inches") -> Message:
    """A tape's reading as it is called out, to the 16th that is printed.

    Whole numbers are spelled out in English. Another language has them in digits, which a voice reads in its own.
    """
    sign, whole, fraction = tape_parts(length, 16)
    feet, rest = divmod(whole, 12) if figures == "feet" else (0, whole)
    part = _PARTS_OF_AN_INCH.get(fraction)
    if part is None:
        called = message("{inches:spelled}", inches=rest)
    elif rest:
        called = message("{inches:spelled} and {part}", inches=rest, part=part)
    else:
        called = part
    if feet:
        in_feet = plural("{count:spelled} foot", "{count:spelled} feet", count=feet)
        called = message("{feet} {inches}", feet=in_feet, inches=called) if rest or part else in_feet
    return message("minus {length}", length=called) if sign else called


def spelled(value: int) -> str:
    """A whole number in English words, up to the inches of the longest wall.

    >>> spelled(40), spelled(432), spelled(12000)
    ('forty', 'four hundred thirty-two', 'twelve thousand')
    """
    if value >= 1000:
        return _counted(value, 1000, "thousand")
    if value >= 100:
        return _counted(value, 100, "hundred")
    if value >= len(_ONES):
        tens, ones = divmod(value, 10)
        return _TENS[tens - 2] + (f"-{_ONES[ones]}" if ones else "")
    return _ONES[value]


def _counted(value: int, unit: int, name: str) -> str:
    count, rest = divmod(value, unit)
    return f"{spelled(count)} {name}" + (f" {spelled(rest)}" if rest else "")
