"""Lengths as they are called out over the noise of a saw: `forty-three and a half`."""

from typing import Literal, TypeAlias

from bluff.core.measure.length import Length, tape_parts

_ONES = (
    *("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"),
    *("thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"),
)
_TENS = ("twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety")
_PARTS_OF_AN_INCH = {"2": "half", "4": "quarter", "8": "eighth", "16": "sixteenth"}

Figures: TypeAlias = Literal["inches", "feet"]
"""Whether a tape is read in inches all along, or in feet and inches."""


def aloud(length: Length, figures: Figures = "inches") -> str:
    """A tape's reading as it is called out, to the 16th that is printed.

    >>> from bluff.core.measure.length import inches
    >>> aloud(inches("43 1/2")), aloud(inches("3/8")), aloud(inches("110 5/16"))
    ('forty-three and a half', 'three eighths', 'one hundred ten and five sixteenths')
    >>> aloud(inches("43 1/2"), "feet"), aloud(inches(24), "feet"), aloud(0)
    ('three feet seven and a half', 'two feet', 'zero')
    """
    sign, whole, fraction = tape_parts(length, 16)
    feet, rest = divmod(whole, 12) if figures == "feet" else (0, whole)
    part = _part(fraction)
    said = " and ".join(text for text in (_number(rest) if rest or not (feet or part) else "", part) if text)
    in_feet = f"{_number(feet)} {'foot' if feet == 1 else 'feet'}" if feet else ""
    return " ".join(text for text in ("minus" if sign else "", in_feet, said) if text)


def _part(fraction: str) -> str:
    if not fraction:
        return ""
    top, _, bottom = fraction.partition("/")
    name = _PARTS_OF_AN_INCH[bottom]
    if top == "1":
        return f"{'an' if name == 'eighth' else 'a'} {name}"
    return f"{_number(int(top))} {name}s"


def _number(value: int) -> str:
    """A whole number in words, up to the inches of the longest wall.

    >>> _number(40), _number(432), _number(12000)
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
    return f"{_number(count)} {name}" + (f" {_number(rest)}" if rest else "")
