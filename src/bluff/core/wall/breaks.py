"""Breaks: where a plate that is longer than the boards there are is made of several.

break
    Where two boards of one plate meet: on the middle of a stud, or between two studs that stand together,
    so that both boards are nailed.

Few boards come first, then little waste. Where no stud stands where one is needed a break falls between
studs, and that is found.
"""

from bisect import bisect_left
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from bluff.core.job.schools import PlateStock
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


def break_plate(start: Length, end: Length, places: Iterable[Length], stock: PlateStock) -> Broken:
    """Cut one stretch of plate into boards.

    Args:
        start, end: Of the stretch.
        places: Where it may be broken.
        stock: The boards there are.

    Returns:
        As few boards as reach, and of those ways the one that wastes least.

    Source: docs/rules.md, Plates and studs.
    """
    if end - start <= stock.longest:
        return Broken(())
    good = sorted({place for place in places if start < place < end})
    if found := _fewest([start, *good, end], set(), stock):
        return Broken(found)
    # Somewhere no stud stands for the length of the longest board.
    anywhere = set(range(start + _EVERY, end, _EVERY)) - set(good)
    found = _fewest(sorted({start, end, *good, *anywhere}), anywhere, stock) or ()
    return Broken(found, tuple(place for place in found if place in anywhere))


class _Way(NamedTuple):
    """The best way found to reach a point: its cost, in order of weight, and the point before."""

    off: int
    boards: int
    waste: Length
    before: int


_NONE = _Way(0, 0, 0, -1)


def _fewest(points: Sequence[Length], bad: set[Length], stock: PlateStock) -> tuple[Length, ...] | None:
    """The breaks between first and last point with the fewest bad ones, then boards, then waste."""
    best: list[_Way | None] = [_NONE]
    for here in range(1, len(points)):
        ways = []
        for before in range(bisect_left(points, points[here] - stock.longest), here):
            length = points[here] - points[before]
            if (reached := best[before]) and (board := stock.board_for(length)):
                off = reached.off + (points[here] in bad)
                ways.append(_Way(off, reached.boards + 1, reached.waste + board - length, before))
        best.append(min(ways, default=None))
    breaks: list[Length] = []
    way = best[-1]
    while way and way.before > 0:
        breaks.append(points[way.before])
        way = best[way.before]
    return tuple(reversed(breaks)) if best[-1] else None
