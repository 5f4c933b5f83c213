"""Lengths: exact 64ths of an inch, read from what people type and printed as a tape reads.

A *length* is an ``int``: the number of 64ths of an inch. Sums and differences of lengths are exact.
Whatever is not a whole 64th (19.2 inches, half of an odd 64th, meters) goes through `nearest` once,
by itself; nothing is ever added up from rounded parts.

Words used here:

call-out
    A size as plans write it: ``3-6`` is 3 feet 6 inches. The dash separates feet from inches; it is
    never a minus and never a range.
"""

import re
from fractions import Fraction
from functools import lru_cache
from math import gcd, isqrt
from typing import TypeAlias

from bluff.core.errors import LengthError
from bluff.core.measure.spoken import written
from bluff.core.message import message

Length: TypeAlias = int
"""A length in whole 64ths of an inch."""

PER_INCH = 64
"""64ths in an inch."""

LONGEST: Length = 1000 * 12 * PER_INCH
"""No wall is longer; a length beyond it is a slip of the finger (1000 feet)."""

TAPE_DENOMINATORS = (2, 4, 8, 16, 32, 64)

_MILLIMETERS = {"mm": Fraction(1), "cm": Fraction(10), "m": Fraction(1000)}

_LONGEST_TEXT = 60
"""Characters; digits without end would be computed with before anybody could refuse them."""

_WRITE = message("Write it like 12' 6 1/2\", 12-6 1/2 or 150 1/2.")

# One spelling for each sign, whatever the keyboard made of it.
_SPELLING = str.maketrans(
    {"′": "'", "’": "'", "‘": "'", "″": '"', "”": '"', "“": '"', "⁄": "/", "–": "-", "—": "-", "−": "-", "\u00a0": " "}
)
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}

_INCHES = r"(?:(?P<whole>\d+(?:\.\d+)?|\.\d+)(?:\s+(?P<fraction>\d+/\d+))?|(?P<alone>\d+/\d+))?"
_FEET_AND_INCHES = re.compile(
    rf"""(?P<feet>\d+(?:\.\d+)?)\s*(?:'|ft\.?|feet|foot)\s*-?\s*(?:{_INCHES}\s*(?:"|in\.?|inch(?:es)?)?)?"""
)
_CALL_OUT = re.compile(rf"""(?P<feet>\d+)\s*-\s*{_INCHES}\s*"?""")
_ONLY_INCHES = re.compile(rf"""{_INCHES}\s*(?:"|in\.?|inch(?:es)?)?""")
_METRIC = re.compile(r"(?P<amount>\d+(?:\.\d+)?)\s*(?P<unit>mm|cm|m)")


def nearest(value: Fraction | int) -> Length:
    """The whole 64th nearest to an exact number of 64ths; a tie goes to the even one.

    This and `nearest_quotient`, which it is written with, are the one place where Bluff rounds a length.

    >>> nearest(Fraction(12288, 10))
    1229
    >>> nearest(Fraction(1, 2)), nearest(Fraction(3, 2))
    (0, 2)
    """
    return nearest_quotient(value.numerator, value.denominator)


def nearest_quotient(numerator: int, denominator: int) -> Length:
    """As `nearest`, for a fraction nobody needs to make first: a multiple of a spacing, a part of a length.

    >>> nearest_quotient(3, 2), nearest_quotient(-3, 2), nearest_quotient(5, 3)
    (2, -2, 2)
    """
    whole, rest = divmod(numerator, denominator)
    if 2 * rest > denominator or (2 * rest == denominator and whole % 2):
        return whole + 1
    return whole


def nearest_root(numerator: int, denominator: int = 1) -> Length:
    """The square root of a fraction to the nearest whole number, as for the diagonal of two sides.

    >>> nearest_root(192**2 + 256**2), nearest_root(169 * 169, 144)
    (320, 14)
    """
    # Twice the root, cut off and halved up, is the nearest whole number; floating point would be off on a long plate.
    return (isqrt(4 * numerator // denominator) + 1) // 2


def inches(text: int | str) -> Length:
    """A length that code or a table states, exact by construction.

    >>> inches("92 5/8") == 92 * PER_INCH + 40
    True

    Raises:
        LengthError: The text is no length.
    """
    return text * PER_INCH if isinstance(text, int) else parse_length(text)


def from_inches(value: Fraction | int | float) -> Length:
    """The length nearest to a number of inches.

    >>> from_inches(19.2)
    1229
    """
    in_64ths = value * PER_INCH
    if in_64ths == int(in_64ths):  # exact, as every number Bluff itself has written
        return int(in_64ths)
    return nearest(Fraction(value).limit_denominator(10**9) * PER_INCH)


def from_64ths(value: float) -> Length:
    """The length nearest to a number of 64ths that geometry gave.

    A thousandth of a 64th is more than a floating point number is off by, so what is a tie stays one.

    >>> from_64ths(92.5000000001), from_64ths(93.5)
    (92, 94)
    """
    return nearest(Fraction(round(value * 1024), 1024))


def to_inches(length: Length) -> float:
    """A length as inches, for files and drawings. Exact: every 64th is a binary fraction."""
    return length / PER_INCH


def half(length: Length) -> Length:
    """Half a length, to the nearest 64th.

    >>> half(inches(43)) == inches("21 1/2")
    True
    """
    return nearest_quotient(length, 2)


def parse_length(text: str) -> Length:
    """Read a length as a carpenter types it. A bare number is inches.

    Args:
        text: ``12'6``, ``12' 6 1/2"``, ``12-6 1/2``, ``150 1/2``, ``1/2``, ``3-0``, ``2.4m``, ``12ft 6in``,
            ``nine foot three`` …

    Returns:
        The length. Metric and decimals go to the nearest 64th.

    Raises:
        LengthError: It is not one length, or it could be two; the message says what to write.

    Examples:
        >>> parse_length("12-6 1/2") == parse_length("150.5") == inches("150 1/2")
        True
        >>> parse_length("3-0-0")
        Traceback (most recent call last):
        bluff.core.errors.LengthError: “{text}” has two dashes. Write 3-0 for 3 feet, or 3' 0". (text='3-0-0')
    """
    typed = text.strip()
    if len(typed) > _LONGEST_TEXT:
        raise LengthError(message("“{text}…” is too long for a length. {write}", text=typed[:20], write=_WRITE))
    plain = written(one_spelling(typed).lower())
    if not plain:
        raise LengthError(message("A length is missing. {write}", write=_WRITE))
    metric = _parse_metric(plain)
    length = _parse_imperial(typed, plain) if metric is None else metric
    if length > LONGEST:
        raise LengthError(message("“{text}” is more than 1000 feet. {write}", text=typed, write=_WRITE))
    return nearest(length)


def parse_signed_length(text: str) -> Length:
    """Read a length that may start with a minus, such as a shift of the datum.

    >>> parse_signed_length("-5 1/2") == -inches("5 1/2")
    True

    Raises:
        LengthError: As `parse_length`.
    """
    plain = text.strip().replace("−", "-")
    return -parse_length(plain[1:]) if plain.startswith("-") else parse_length(plain)


def parse_spacing(text: str) -> Fraction:
    """Read a spacing, in inches, exactly: 19.2 stays 19.2 and is rounded only line by line.

    >>> parse_spacing("19.2")
    Fraction(96, 5)

    Raises:
        LengthError: As `parse_length`.
    """
    typed = text.strip()
    if len(typed) <= _LONGEST_TEXT and re.fullmatch(r"\d+(\.\d+)?", typed):
        return Fraction(typed)
    return Fraction(parse_length(typed), PER_INCH)


@lru_cache(maxsize=1 << 13)
def format_inches(length: Length, denominator: int = 16) -> str:
    """A tape reading in plain inches.

    Args:
        length: In 64ths.
        denominator: The finest fraction shown, a power of two to 64. Ties go to the even fraction.

    >>> format_inches(inches("86 1/2")), format_inches(inches("3/4")), format_inches(0)
    ('86 1/2', '3/4', '0')
    """
    sign, whole, fraction = tape_parts(length, denominator)
    return sign + (" ".join(part for part in (str(whole) if whole else "", fraction) if part) or "0")


def format_feet(length: Length, denominator: int = 16) -> str:
    """A length in feet and inches.

    >>> format_feet(inches("150 1/2")), format_feet(inches(96)), format_feet(inches("1/2"))
    ('12\\'-6 1/2"', '8\\'-0"', '0\\'-0 1/2"')
    """
    sign, whole, fraction = tape_parts(length, denominator)
    feet, rest = divmod(whole, 12)
    return f"""{sign}{feet}'-{rest}{" " + fraction if fraction else ""}\""""


def format_board(length: Length) -> str:
    """A board as a yard calls it: whole feet where it has them, inches otherwise.

    >>> format_board(inches("16'")), format_board(inches("92 5/8"))
    ("16'", '92 5/8')
    """
    feet, rest = divmod(length, 12 * PER_INCH)
    return format_inches(length) if rest else f"{feet}'"


def in_whole_feet(length: Length) -> int:
    """A running length to the nearest foot, as lumber is counted.

    >>> in_whole_feet(inches("17'-6")), in_whole_feet(inches("17'-5 7/8"))
    (18, 17)
    """
    return (length + 6 * PER_INCH) // (12 * PER_INCH)


def format_exact(length: Length) -> str:
    """A length in inches that reads back as the same length, however fine.

    >>> parse_signed_length(format_exact(-1229)) == -1229
    True
    """
    return format_inches(length, 64)


def format_call_out(length: Length) -> str:
    """A size as plans write it, feet and inches with a dash.

    >>> format_call_out(inches(42)), format_call_out(inches("34 1/2"))
    ('3-6', '2-10 1/2')
    """
    sign, whole, fraction = tape_parts(length, 64)
    feet, rest = divmod(whole, 12)
    return f"{sign}{feet}-{rest}{' ' + fraction if fraction else ''}"


def format_spacing(spacing: Fraction) -> str:
    """A spacing in inches as it is spoken: 16, 19.2, 12 3/4.

    >>> format_spacing(Fraction(96, 5)), format_spacing(Fraction(16))
    ('19.2', '16')
    """
    exact = spacing * PER_INCH
    return format_exact(int(exact)) if exact.denominator == 1 else f"{float(spacing):g}"


def one_spelling(text: str) -> str:
    """A text with one spelling for each sign, whatever the keyboard made of it; capitals stay."""
    plain = text.translate(_SPELLING).replace("''", '"')
    for sign, fraction in _VULGAR.items():
        plain = plain.replace(sign, f" {fraction}")
    return re.sub(r"\s+", " ", plain).strip()


def _parse_metric(plain: str) -> Fraction | None:
    """The exact number of 64ths a metric length is, or None when it is not metric."""
    match = _METRIC.fullmatch(plain)
    if match is None:
        return None
    millimeters = Fraction(match["amount"]) * _MILLIMETERS[match["unit"]]
    return millimeters / Fraction("25.4") * PER_INCH


def _parse_imperial(typed: str, plain: str) -> Fraction:
    if plain.startswith("-"):
        raise LengthError(message("“{text}” is less than nothing. Write a length without the minus.", text=typed))
    if len(re.findall(r"\d\s*-\s*(?=\d)", plain)) > 1:
        raise LengthError(message("“{text}” has two dashes. Write 3-0 for 3 feet, or 3' 0\".", text=typed))
    if re.fullmatch(r"\d+\s*-\s*\d+/\d+\s*\"?", plain):
        foot, fraction = re.split(r"\s*-\s*", plain.rstrip('" '))
        raise LengthError(
            message(
                "“{text}” could be inches or feet. Write {foot} {fraction} for inches, {foot}' 0 {fraction}\" for "
                "feet.",
                text=typed,
                foot=foot,
                fraction=fraction,
            )
        )
    for pattern in (_FEET_AND_INCHES, _CALL_OUT):
        if match := pattern.fullmatch(plain):
            return _feet_and_inches(typed, match)
    if match := _ONLY_INCHES.fullmatch(plain):
        return _inch_part(typed, match) * PER_INCH
    raise LengthError(message("“{text}” is not a length. {write}", text=typed, write=_WRITE))


def _feet_and_inches(typed: str, match: re.Match[str]) -> Fraction:
    feet = Fraction(match["feet"])
    part = _inch_part(typed, match)
    if feet.denominator != 1 and part:
        raise LengthError(message("“{text}” has part of a foot and inches as well. {write}", text=typed, write=_WRITE))
    if part >= 12:
        total = nearest((feet * 12 + part) * PER_INCH)
        raise LengthError(
            message(
                "“{text}” has {inches} inches after the feet, more than a foot. Write {total:length} if that is what "
                "it measures.",
                text=typed,
                inches=match["whole"],
                total=total,
            )
        )
    return (feet * 12 + part) * PER_INCH


def _inch_part(typed: str, match: re.Match[str]) -> Fraction:
    """The inches of a match of `_INCHES`: a whole or decimal number, a tape fraction, or both."""
    whole, fraction = match["whole"], match["fraction"] or match["alone"]
    if fraction and "." in (whole or ""):
        raise LengthError(message("“{text}” is not a length. {write}", text=typed, write=_WRITE))
    total = Fraction(whole or 0)
    if fraction:
        top, bottom = (int(part) for part in fraction.split("/"))
        if bottom not in TAPE_DENOMINATORS:
            raise LengthError(
                message(
                    "“{text}” has a fraction no tape shows. Use halves, 4ths, 8ths, 16ths, 32nds or 64ths.", text=typed
                )
            )
        if top >= bottom:
            raise LengthError(message("“{text}” has a fraction of an inch or more. {write}", text=typed, write=_WRITE))
        total += Fraction(top, bottom)
    return total


def tape_parts(length: Length, denominator: int) -> tuple[str, int, str]:
    """Sign, whole inches and lowest-terms fraction of a length shown in 1/denominator.

    >>> tape_parts(inches("43 1/2"), 16)
    ('', 43, '1/2')
    """
    if denominator not in TAPE_DENOMINATORS:
        raise LengthError(
            message(
                "A tape shows no {denominator}ths. Use one of {choices}.",
                denominator=denominator,
                choices=", ".join(map(str, TAPE_DENOMINATORS)),
            )
        )
    units = nearest_quotient(abs(length) * denominator, PER_INCH)
    whole, rest = divmod(units, denominator)
    sign = "-" if length < 0 and units else ""
    common = gcd(rest, denominator)
    return sign, whole, f"{rest // common}/{denominator // common}" if rest else ""
