"""Breaks: where a plate that is longer than the boards there are is made of several.

break
    Where two boards of one plate meet: on the middle of a stud, or between two studs that stand together,
    so that both boards are nailed.

Few boards come first, then little waste. Where no stud stands where one is needed a break falls between
studs, and that is found.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import islice
from typing import TypeAlias

from bluff.core.measure.length import Length, inches

_EVERY: Length = inches(12)
"""Where a plate is broken when nothing better is there: at every foot."""


@dataclass(frozen=True, slots=True)
class Broken:
    """A plate, or a stretch of one, cut into boards.

    Args:
        breaks: Where two boards meet, in order.
        off_stud: Those of them that nothing stands under.
    """

    breaks: tuple[Length, ...]
    off_stud: tuple[Length, ...] = ()


def break_plate(length: Length, places: Iterable[Length], boards: Sequence[Length]) -> Broken:
    """Cut one stretch of plate into boards.

    Args:
        length: Of the stretch, along the plate itself.
        places: Where it may be broken, from its beginning.
        boards: Lengths of board there are, short to long.

    Returns:
        As few boards as reach, and of those ways the one that wastes least.

    Source: docs/rules.md, Plates and studs.
    """
    if length <= boards[-1]:
        return Broken(())
    good = sorted({place for place in places if 0 < place < length})
    if found := _fewest([0, *good, length], set(), boards):
        return Broken(found)
    # Somewhere no stud stands for the length of the longest board.
    anywhere = set(range(_EVERY, length, _EVERY)) - set(good)
    found = _fewest(sorted({0, length, *good, *anywhere}), anywhere, boards) or ()
    return Broken(found, tuple(place for place in found if place in anywhere))


def ways_to_break(
    length: Length, places: Iterable[Length], boards: Sequence[Length], count: int, most: int
) -> list[tuple[Length, ...]]:
    """Ways to cut one stretch of plate into boards, whatever they waste.

    Args:
        length: Of the stretch, along the plate itself.
        places: Where it may be broken, from its beginning.
        boards: Lengths of board there are, short to long.
        count: Of breaks.
        most: Ways; of more, some that lie evenly among them.
    """
    points = sorted({place for place in places if 0 < place < length})
    longest = boards[-1]

    def onward(before: Length, left: int) -> Iterator[tuple[Length, ...]]:
        """The ways to go on from a break, with so many more."""
        if left == 0:
            if length - before <= longest:
                yield ()
            return
        # No board is longer than the longest, neither up to the next break nor after it.
        nearest = max(before + 1, length - left * longest)
        for place in points[bisect_left(points, nearest) : bisect_right(points, before + longest)]:
            for rest in onward(place, left - 1):
                yield place, *rest

    found = [*islice(onward(0, count), _MANY)]
    return found[:: -(-len(found) // most)] if found else []


_MANY = 20_000
"""Ways among which those are chosen that are looked at."""

_Way: TypeAlias = tuple[int, int, Length, int]
"""The best way found to reach a point: breaks off studs, boards, waste, in order of weight, and the point before."""


def _fewest(points: Sequence[Length], bad: set[Length], boards: Sequence[Length]) -> tuple[Length, ...] | None:
    """The breaks between first and last point with the fewest bad ones, then boards, then waste.

    Every point is reached over each one before it that a board spans. It is asked for three plates of every long
    wall, for several sets of points each, so the innermost loop is kept plain.
    """
    best: list[_Way | None] = [(0, 0, 0, -1)]
    longest = boards[-1]
    for here, place in enumerate(points[1:], start=1):
        is_off = place in bad
        way: _Way | None = None
        for before in range(bisect_left(points, place - longest), here):
            if reached := best[before]:
                # Points farther on are reached with more boards, never with fewer.
                if way is not None and not bad and reached[1] >= way[1]:
                    break
                length = place - points[before]
                waste = boards[bisect_left(boards, length)] - length
                over = (reached[0] + is_off, reached[1] + 1, reached[2] + waste, before)
                if way is None or over < way:
                    way = over
        best.append(way)
    breaks: list[Length] = []
    last = best[-1]
    while last and last[3] > 0:
        breaks.append(points[last[3]])
        last = best[last[3]]
    return tuple(reversed(breaks)) if best[-1] else None
