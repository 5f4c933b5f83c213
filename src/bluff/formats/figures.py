"""Figures: every length of an answer, printed once by the core.

Screens set fractions and choose sizes, but they never turn a number into feet and inches themselves:
they look the number up here.
"""

import re
from collections.abc import Callable
from typing import Any

from bluff.core.measure.length import Length, format_inches, from_inches


def figures_of(data: Any, print_length: Callable[[Length], str] = format_inches) -> dict[str, str]:
    """Every number in some JSON data as a printed length.

    Args:
        data: Lists, objects and numbers of inches, as they go over the wire.
        print_length: How to print one.

    Returns:
        From the number as JavaScript writes it (``86.5``, ``222``) to its text, without a sign: what a
        step adds or takes away is set by the screen.
    """
    return {key_of(number): print_length(abs(from_inches(number))) for number in _numbers(data)}


def figures_in(text: bytes) -> dict[str, str]:
    """As `figures_of`, of data that is written already; a number in a sentence may get a figure nobody asks for."""
    return {key_of(number): format_inches(abs(from_inches(number))) for number in map(float, {*_NUMBER.findall(text)})}


_NUMBER = re.compile(rb"[:\[,](-?\d+(?:\.\d+)?)")
"""A number of JSON, after what comes before a value."""


def key_of(number: float) -> str:
    """A number as JavaScript's String() writes it.

    >>> key_of(222.0), key_of(86.5)
    ('222', '86.5')
    """
    return str(int(number)) if float(number).is_integer() else repr(float(number))


def _numbers(data: Any) -> set[float]:
    """Every number in some JSON data. Answers have tens of thousands, so they are walked without a call for each."""
    found: set[float] = set()
    waiting = [data]
    while waiting:
        match waiting.pop():
            case bool() | str() | None:
                pass
            case int() | float() as number:
                found.add(number)
            case dict() as values:
                waiting.extend(values.values())
            case list() | tuple() as values:
                waiting.extend(values)
    return found
