"""What stands beside a wall, nearest first, without looking at every wall of a floor.

The floor is cut into squares, each of which knows the walls that reach into it; from a wall one looks into
the squares beside it, row after row.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from math import ceil, floor, inf
from typing import Literal, TypeAlias

from bluff.core.job.schools import Line
from bluff.core.measure.length import inches
from bluff.core.plan.outline import Outline, Place

Side: TypeAlias = Literal[Line.LEFT, Line.RIGHT]
SIDES: tuple[Side, Side] = (Line.LEFT, Line.RIGHT)

_SQUARE: float = inches("8'")
_NEAR: float = inches(24)
_FARTHEST: float = inches("1000'")


class Beside:
    """An index of the walls of a floor."""

    def __init__(self, outlines: Iterable[Outline]) -> None:
        self._squares: dict[tuple[int, int], list[Outline]] = defaultdict(list)
        for drawn in outlines:
            for square in _squares(drawn.corners):
                self._squares[square].append(drawn)
        columns, rows = ([square[axis] for square in self._squares] or [0] for axis in (0, 1))
        self._across = max(max(columns) - min(columns), max(rows) - min(rows)) + 2

    def around(self, place: Place) -> Iterator[Outline]:
        """Walls that reach into the squares round a place, each once; all within two feet of it are among them."""
        x, y = place
        near = [(x + east, y + north) for east in (-_NEAR, _NEAR) for north in (-_NEAR, _NEAR)]
        there = (other for square in _squares(near) for other in self._squares.get(square, ()))
        yield from {id(other): other for other in there}.values()

    def nearest(self, mine: Outline, side: Side, most: float = inf) -> Iterator[tuple[float, Outline]]:
        """Walls on one side of a wall, each once and never one before another that is much nearer.

        Args:
            mine: The wall.
            side: Of it.
            most: How far to look.

        With each comes a distance: what has not come yet is at least so far from this wall's face. They are
        only near: whether they lie beside its run is for the caller to see.
        """
        seen = {id(mine)}
        face, way = (mine.left, 1) if side is Line.LEFT else (mine.right, -1)
        for row in range(min(self._across, ceil(min(most, _FARTHEST) / _SQUARE))):
            near, far = face + way * row * _SQUARE, face + way * (row + 1) * _SQUARE
            strip = [mine.at(along, across) for along in (0, mine.length) for across in (near, far)]
            for square in _squares(strip):
                for other in self._squares.get(square, ()):
                    if id(other) not in seen:
                        seen.add(id(other))
                        yield row * _SQUARE, other


def _squares(corners: Iterable[Place]) -> Iterator[tuple[int, int]]:
    """The squares that the upright rectangle round some places reaches into."""
    listed = list(corners)
    (west, east), (south, north) = (
        (floor(min(values) / _SQUARE), floor(max(values) / _SQUARE)) for values in zip(*listed, strict=True)
    )
    return ((x, y) for x in range(west, east + 1) for y in range(south, north + 1))
