"""Figures in a typed line: lengths, sizes, lumber, slopes and counts, where they begin and everything they may mean.

A figure is often more than one thing: ``24`` is inches, unless only feet make sense; ``30x68`` is a window of 30 by 68
or a door of 3-0 by 6-8. Every meaning is given with what it costs to take it: a line is read in the cheapest way that
fits, and a dearer one is offered where that comes out too odd to be meant (`bluff.core.phrase.doubt`).
"""

import re
from collections.abc import Callable, Iterator, Sequence
from fractions import Fraction
from itertools import product
from typing import NamedTuple, TypeVar

from bluff.core.errors import BluffError
from bluff.core.measure.length import LONGEST, PER_INCH, Length, nearest
from bluff.core.measure.lumber import lumber
from bluff.core.measure.size import Size
from bluff.core.phrase.tokens import Token

Value = TypeVar("Value")

SURE = 0
GUESS = 10
"""Feet and inches with nothing between, as a phone writes them: 9 3."""
ODD = 1000
"""What it may mean as well, which is only asked about where the usual meaning is out of the ordinary."""

_FEET = ("'", "ft", "foot", "feet")
_INCHES = ('"', "in", "inch", "inches")
_METRIC = {
    **dict.fromkeys(("mm", "millimeter", "millimeters", "millimetre", "millimetres"), Fraction(1)),
    **dict.fromkeys(("cm", "centimeter", "centimeters", "centimetre", "centimetres"), Fraction(10)),
    **dict.fromkeys(("m", "meter", "meters", "metre", "metres"), Fraction(1000)),
}
_TIMES = ("x", "×", "by")
_MOST_FEET = 99
"""Feet that are called out without a sign."""
_PER_FOOT = 12 * PER_INCH
_IN_A_MILLIMETER = PER_INCH / Fraction("25.4")


class Figure(NamedTuple):
    """One meaning of a figure: the token behind it, the value, and what it costs to take it so."""

    end: int
    value: object
    cost: int = SURE


class _Measure(NamedTuple):
    """A number with what is said of its unit, in exact 64ths; as inches where no unit is said."""

    end: int
    exact: Fraction
    has_unit: bool
    cost: int = SURE


def lengths(tokens: Sequence[Token], at: int) -> Iterator[Figure]:
    """Every length that begins at a token: ``9-3``, ``9' 3 1/2``, ``9 3``, ``2.4 m``; a bare number is inches."""
    for measure in _measures(tokens, at):
        if measure.exact <= LONGEST:
            yield Figure(measure.end, nearest(measure.exact), measure.cost)
            if not measure.has_unit and measure.cost == SURE:
                yield from _as_feet(measure)


def _as_feet(measure: _Measure) -> Iterator[Figure]:
    feet = 12 * measure.exact
    if feet <= LONGEST:
        yield Figure(measure.end, nearest(feet), ODD)


def _measures(tokens: Sequence[Token], at: int) -> Iterator[_Measure]:
    first = _at(tokens, at)
    if first is None:
        return
    if first.fraction is not None:
        if _word(tokens, at + 1) in _FEET:
            yield _Measure(at + 2, first.fraction * _PER_FOOT, has_unit=True)
        yield from _with_inches(tokens, at + 1, first.fraction)
        return
    if first.number is None:
        return
    number, part, end = first.number, *_fraction(tokens, at + 1)
    unit = _word(tokens, end)
    if unit in _METRIC:
        yield _Measure(end + 1, (number + part) * _METRIC[unit] * _IN_A_MILLIMETER, has_unit=True)
        return
    if unit in _FEET:
        yield from _after_feet(tokens, end + 1, number + part, bool(part) or number.denominator != 1)
        return
    if _is_dash(tokens, at + 1):
        yield from _call_out(tokens, at, number)
        return
    yield from _with_inches(tokens, end, number + part)
    if not part and number.denominator == 1 and number <= _MOST_FEET and _at(tokens, end):
        # 9 3: feet and inches, where nothing else makes sense of them.
        for inches in _inches_below_a_foot(tokens, end):
            yield _Measure(inches.end, number * _PER_FOOT + inches.exact, has_unit=True, cost=GUESS)


def _call_out(tokens: Sequence[Token], at: int, feet: Fraction) -> Iterator[_Measure]:
    if feet.denominator != 1:
        return
    for inches in _inches_below_a_foot(tokens, at + 2):
        if _is_dash(tokens, inches.end):
            continue
        yield _Measure(inches.end, feet * _PER_FOOT + inches.exact, has_unit=True)
        if 0 < inches.exact < PER_INCH:
            # 1-1/2 is as often an inch and a half.
            yield _Measure(inches.end, feet * PER_INCH + inches.exact, has_unit=True)


def _after_feet(tokens: Sequence[Token], at: int, feet: Fraction, is_in_parts: bool) -> Iterator[_Measure]:
    if not is_in_parts:
        behind = at + (1 if _is_dash(tokens, at) or _word(tokens, at) == "and" else 0)
        for inches in _inches_below_a_foot(tokens, behind):
            yield _Measure(inches.end, feet * _PER_FOOT + inches.exact, has_unit=True)
    behind_it = _at(tokens, at)
    if behind_it is None or behind_it.is_alone or behind_it.number is None:
        yield _Measure(at, feet * _PER_FOOT, has_unit=True)


def _inches_below_a_foot(tokens: Sequence[Token], at: int) -> Iterator[_Measure]:
    first = _at(tokens, at)
    if first is None:
        return
    if first.fraction is not None:
        inches, end = first.fraction, at + 1
    elif first.number is not None and first.number < 12:
        part, end = _fraction(tokens, at + 1)
        if part and first.number.denominator != 1:
            return
        inches = first.number + part
    else:
        return
    # A number that a unit of feet follows, or an x and another one, measures something else.
    if _word(tokens, end) in _FEET or _word(tokens, end) in _METRIC:
        return
    yield from _with_inches(tokens, end, inches)


def _with_inches(tokens: Sequence[Token], end: int, inches: Fraction) -> Iterator[_Measure]:
    """Some inches, with their sign if one follows; “in” is one too unless a wall is named behind it."""
    unit = _word(tokens, end)
    if unit in _INCHES:
        yield _Measure(end + 1, inches * PER_INCH, has_unit=True)
    if unit not in _INCHES or unit == "in":
        yield _Measure(end, inches * PER_INCH, has_unit=False)


def _fraction(tokens: Sequence[Token], at: int) -> tuple[Fraction, int]:
    """The part of an inch at a token and the token behind it; nothing where there is none."""
    token = _at(tokens, at)
    if token is not None and token.fraction is not None:
        return token.fraction, at + 1
    return Fraction(0), at


def sizes(tokens: Sequence[Token], at: int) -> Iterator[Figure]:
    """Every width by height that begins at a token: ``3-0x4-0``, ``3068``, ``30 68``, ``2/6 4/0``, ``900x1200 mm``."""
    for found in (*_called_sizes(tokens, at), *_measured_sizes(tokens, at)):
        end, width, height, cost = found
        try:
            yield Figure(end, Size(width, height), cost)
        except BluffError:
            continue


_Sized = tuple[int, Length, Length, int]


_DOOR_WIDTHS = {
    (12 * feet + inches) * PER_INCH
    for feet, inches in ((1, 6), (2, 0), (2, 4), (2, 6), (2, 8), (2, 10), (3, 0), (3, 6), (4, 0), (5, 0), (6, 0))
}
_DOOR_HEIGHTS = {(12 * feet + inches) * PER_INCH for feet, inches in ((6, 6), (6, 8), (7, 0))}
"""What two figures like 28x68 are as likely to call out as to measure."""


def _called_sizes(tokens: Sequence[Token], at: int) -> Iterator[_Sized]:
    """Sizes in digits: feet and inches, feet and inches."""
    first = _at(tokens, at)
    if first is None:
        return
    if first.ratio:
        end = at + 2 if _word(tokens, at + 1) in _TIMES else at + 1
        second = _at(tokens, end)
        if second and second.ratio and max(first.ratio[1], second.ratio[1]) < 12:
            yield end + 1, _feet(*first.ratio), _feet(*second.ratio), SURE
        return
    if first.number is None or not first.text.isdecimal():
        return
    if 4 <= len(first.text) <= 6:
        yield from ((at + 1, width, height, SURE) for width, height in _split_digits(first.text))
    elif len(first.text) in (2, 3):
        is_plain = _word(tokens, at + 1) not in _TIMES
        end = at + 1 if is_plain else at + 2
        second = _at(tokens, end)
        if second and second.text.isdecimal() and len(second.text) in (2, 3) and second.is_alone >= is_plain:
            if _word(tokens, end + 1) in (*_FEET, *_INCHES, *_METRIC) or _is_dash(tokens, end + 1):
                return
            widths, heights = _split(first.text), _split(second.text)
            for width, height in product(widths, heights):
                is_sure = is_plain or (width in _DOOR_WIDTHS and height in _DOOR_HEIGHTS)
                yield end + 1, width, height, SURE if is_sure else ODD


def _split(digits: str) -> list[Length]:
    """Feet and inches in two or three digits: 30 is 3-0, 160 is 16-0, 210 is 2-10 or 21-0."""
    ways = [(digits[:-1], digits[-1])]
    if len(digits) == 3 and digits[1:] in ("10", "11"):
        ways.append((digits[:1], digits[1:]))
    return [_feet(int(feet), int(inches)) for feet, inches in ways if int(feet)]


def _split_digits(digits: str) -> Iterator[tuple[Length, Length]]:
    for middle in range(2, len(digits) - 1):
        if middle <= 3 and len(digits) - middle <= 3:
            yield from product(_split(digits[:middle]), _split(digits[middle:]))


def _measured_sizes(tokens: Sequence[Token], at: int) -> Iterator[_Sized]:
    """Sizes of two lengths with an x between, or of two call-outs."""
    for width in _measures(tokens, at):
        is_times = _word(tokens, width.end) in _TIMES
        for height in _measures(tokens, width.end + 1 if is_times else width.end):
            if not is_times and not (_is_call_out(tokens, at, width) and _is_call_out(tokens, width.end, height)):
                continue
            yield from _sized(tokens, width, height)


def _sized(tokens: Sequence[Token], width: _Measure, height: _Measure) -> Iterator[_Sized]:
    unit = _word(tokens, height.end - 1)
    if not width.has_unit and unit in _METRIC:
        yield (
            height.end,
            nearest(width.exact / PER_INCH * _METRIC[unit] * _IN_A_MILLIMETER),
            nearest(height.exact),
            SURE,
        )
        return
    yield height.end, nearest(width.exact), nearest(height.exact), width.cost + height.cost
    if width.has_unit or height.has_unit:
        return
    if max(width.exact, height.exact) * 12 <= LONGEST:
        yield height.end, nearest(12 * width.exact), nearest(12 * height.exact), ODD
    if min(width.exact, height.exact) >= 300 * PER_INCH:
        millimeters = _IN_A_MILLIMETER / PER_INCH
        yield height.end, nearest(width.exact * millimeters), nearest(height.exact * millimeters), ODD


def _is_call_out(tokens: Sequence[Token], at: int, measure: _Measure) -> bool:
    """Whether a length says its feet and its inches: 2-6, or 2 6 as a phone writes it."""
    return measure.has_unit and (_is_dash(tokens, at + 1) or measure.cost == GUESS)


def lumbers(tokens: Sequence[Token], at: int) -> Iterator[Figure]:
    """Every size of lumber that begins at a token: ``2x6``, ``2 by 6``, ``1 3/4 x 9 1/2``."""
    texts: list[tuple[int, str]] = []
    for end, first in _numbers(tokens, at):
        if _word(tokens, end) in _TIMES:
            texts.extend((last, f"{first} x {second}") for last, second in _numbers(tokens, end + 1))
    for end, text in texts:
        try:
            nominal = lumber(re.sub(r"(?<=^\d) x (?=\d+$)", "x", text)).nominal
        except BluffError:
            continue
        # 2x10s
        yield Figure(end + (_word(tokens, end) == "s"), nominal)


def _numbers(tokens: Sequence[Token], at: int) -> Iterator[tuple[int, str]]:
    token = _at(tokens, at)
    if token and token.text.isdecimal():
        part = _at(tokens, at + 1)
        if part and part.fraction:
            yield at + 2, f"{token.text} {part.text}"
        yield at + 1, token.text


def pitches(tokens: Sequence[Token], at: int) -> Iterator[Figure]:
    """A rise in 12: ``5/12``, ``4.5/12``, ``5 in 12``, ``5 12``, ``five and twelve``."""
    token = _at(tokens, at)
    if token is None:
        return
    if token.ratio and token.ratio[1] == 12:
        yield Figure(at + 1, Fraction(token.ratio[0]))
    if token.number is None:
        return
    part, end = _fraction(tokens, at + 1)
    rise, between = token.number + part, _word(tokens, end)
    if between in ("in", "over", "and", "on", "to") and _word(tokens, end + 1) == "12":
        yield Figure(end + 2, rise)
    elif between == "12":
        yield Figure(end + 1, rise, GUESS if rise.denominator == 1 else SURE)


def counts(most: int) -> Callable[[Sequence[Token], int], Iterator[Figure]]:
    """Reads a count from 1 to some most."""

    def reader(tokens: Sequence[Token], at: int) -> Iterator[Figure]:
        token = _at(tokens, at)
        if token and token.text.isdecimal() and 1 <= int(token.text) <= most:
            yield Figure(at + 1, int(token.text))

    return reader


def _feet(feet: int, inches: int) -> Length:
    return (12 * feet + inches) * PER_INCH


def _at(tokens: Sequence[Token], at: int) -> Token | None:
    return tokens[at] if 0 <= at < len(tokens) else None


def _word(tokens: Sequence[Token], at: int) -> str:
    token = _at(tokens, at)
    return token.word if token else ""


def _is_dash(tokens: Sequence[Token], at: int) -> bool:
    return _word(tokens, at) == "-" and _at(tokens, at + 1) is not None
