"""Arithmetic as it is shown: each figure of a calculation with what it was made from, and its unit."""

from dataclasses import dataclass
from fractions import Fraction

from bluff.core.message import Message


@dataclass(frozen=True, slots=True)
class Worked:
    """One line of a calculation.

    Args:
        name: What is worked out, like “moment M”.
        arithmetic: From what, with its figures; empty where it is given.
        value: Exactly.
        unit: What it is counted in.
        places: How many places of it are shown.
    """

    name: Message
    arithmetic: str
    value: Fraction
    unit: str
    places: int = 0

    @property
    def text(self) -> str:
        """The value with its unit, as it is read."""
        return f"{rounded(self.value, self.places)} {self.unit}"


def rounded(value: Fraction, places: int = 0) -> str:
    """A figure with thousands apart and no noughts behind its point.

    >>> rounded(Fraction(15006250, 8000)), rounded(Fraction(49, 8), 3), rounded(Fraction(3), 2)
    ('1,876', '6.125', '3')
    """
    # A half is rounded up, as anybody does by hand.
    scale = 10**places
    nearest = Fraction((abs(value) * scale * 2 + 1) // 2, scale)
    text = f"{float(nearest):,.{places}f}"
    text = text.rstrip("0").rstrip(".") if "." in text else text
    return f"−{text}" if value < 0 and nearest else text
