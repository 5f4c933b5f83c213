"""Lengths as a screen is given them."""

from functools import lru_cache

from bluff.core.measure.length import Length, format_feet, format_inches, to_inches
from bluff.views.typed import TypedDict


class Figure(TypedDict):
    """A length: inches, exact, and how it is printed, without a sign."""

    inches: float
    text: str


@lru_cache(maxsize=1 << 14)
def figure(length: Length) -> Figure:
    """A length as it is read on a tape; the same value for the same length, since an answer says most many times."""
    return {"inches": to_inches(length), "text": format_inches(abs(length))}


def in_feet(length: Length) -> Figure:
    """A length as a plan writes it."""
    return {"inches": to_inches(length), "text": format_feet(abs(length))}
