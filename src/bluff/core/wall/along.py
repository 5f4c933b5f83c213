"""Pieces in order along a plate, so that those near a place are found without looking at every one.

A long wall has thousands of pieces; asking each of them about each other takes a thousand times as long for a
wall thirty times as long.
"""

from bisect import bisect_left, insort
from collections.abc import Iterable, Iterator
from itertools import islice

from bluff.core.measure.length import Length
from bluff.core.wall.member import Member


class Along:
    """Some members of a wall, to be asked what stands between two places of its plate."""

    def __init__(self, pieces: Iterable[Member] = ()) -> None:
        self._pieces = sorted(pieces, key=_start)
        self._widest: Length = max((piece.width for piece in self._pieces), default=0)

    def add(self, piece: Member) -> None:
        """Take in one more."""
        insort(self._pieces, piece, key=_start)
        self._widest = max(self._widest, piece.width)

    def between(self, start: Length, end: Length) -> Iterator[Member]:
        """Those that reach into a stretch of the plate, in order; one that only touches it does not."""
        first = bisect_left(self._pieces, start - self._widest, key=_start)
        for piece in islice(self._pieces, first, None):
            if piece.start >= end:
                return
            if piece.end > start:
                yield piece

    def has_room_for(self, piece: Member) -> bool:
        """Whether none of them is where a piece would be."""
        return not any(piece.is_in_the_way_of(other) for other in self.between(piece.start, piece.end))


def _start(piece: Member) -> Length:
    return piece.start
