"""What walls and openings are called when nobody says."""

from collections.abc import Iterable
from itertools import count, product
from string import ascii_uppercase

from bluff.core.job.job import Opening, Wall
from bluff.core.job.schools import OpeningKind


def next_wall_id(walls: Iterable[Wall]) -> str:
    """The first letter no wall has: A, B … Z, AA."""
    taken = {wall.id for wall in walls}
    letters = ("".join(pair) for size in count(1) for pair in product(ascii_uppercase, repeat=size))
    return next(mark for mark in letters if mark not in taken)


def next_opening_id(openings: Iterable[Opening], kind: OpeningKind) -> str:
    """The first mark no opening has: W1, W2 … for windows, D1, D2 … for everything people walk through."""
    taken = {opening.id for opening in openings}
    letter = "D" if kind.is_doorway else "W"
    return next(mark for number in count(1) if (mark := f"{letter}{number}") not in taken)
