"""Spans and rectangles: stretches of a plate, and parts of an elevation."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import NamedTuple

from bluff.core.measure.length import Length, nearest_root


class Span(NamedTuple):
    """A stretch along something, from its start to its end.

    Two spans that only touch share nothing: a stud may stand against a king, and then neither is in the way.
    """

    start: Length
    end: Length

    @property
    def length(self) -> Length:
        return self.end - self.start

    def shared(self, other: "Span") -> Length:
        """How much of the two is in one place; less than nothing is the gap between them.

        >>> Span(0, 10).shared(Span(6, 20)), Span(0, 10).shared(Span(12, 20))
        (4, -2)
        """
        return min(self.end, other.end) - max(self.start, other.start)

    def overlaps(self, other: "Span") -> bool:
        """Whether the two share more than a point."""
        return self.start < other.end and other.start < self.end

    def holds(self, place: Length) -> bool:
        """Whether a place lies strictly inside."""
        return self.start < place < self.end

    def contains(self, other: "Span") -> bool:
        """Whether all of the other lies in this one."""
        return self.start <= other.start and other.end <= self.end

    def moved(self, by: Length) -> "Span":
        return Span(self.start + by, self.end + by)

    def without(self, gaps: Iterable["Span"]) -> Iterator["Span"]:
        """What gaps leave of it, in order.

        >>> [*Span(0, 10).without([Span(7, 12), Span(2, 3)])]
        [Span(start=0, end=2), Span(start=3, end=7)]
        """
        start = self.start
        for gap in sorted(gaps):
            if gap.start > start:
                yield Span(start, min(gap.start, self.end))
            start = max(start, gap.end)
            if start >= self.end:
                return
        yield Span(start, self.end)


class Corner(NamedTuple):
    """A point of the elevation: x along the plate from the wall's start, y up from the floor."""

    x: Length
    y: Length


def diagonal(width: Length, height: Length) -> Length:
    """From corner to corner of a rectangle, to the nearest 64th.

    >>> diagonal(3 * 64, 4 * 64) == 5 * 64
    True
    """
    return nearest_root(width * width + height * height)


class Edges(NamedTuple):
    """The lower and the upper edge of a shape that is no rectangle, each from its near to its far corner."""

    under: tuple[Corner, ...]
    over: tuple[Corner, ...]

    @property
    def outline(self) -> tuple[Corner, ...]:
        """All its corners, once round."""
        return (*self.under, *reversed(self.over))

    @property
    def doubled_area(self) -> int:
        """Twice what it covers, in square 64ths: whole, whatever its corners."""
        if len(self.under) == len(self.over) == 2:  # plumb at both sides, as nearly all are
            (x1, low1), (x2, low2) = self.under
            (x3, high1), (x4, high2) = self.over
            if (x1, x2) == (x3, x4):
                return abs((high1 - low1 + high2 - low2) * (x2 - x1))
        ring = self.outline
        turned = zip(ring, (*ring[1:], ring[0]), strict=True)
        return abs(sum(one.x * other.y - other.x * one.y for one, other in turned))


@dataclass(frozen=True, slots=True)
class Rectangle:
    """A part of the elevation: x along the plate from the wall's start, y up from the floor."""

    x: Length
    y: Length
    width: Length
    height: Length

    @property
    def area(self) -> int:
        """In square 64ths."""
        return self.width * self.height

    @property
    def along(self) -> Span:
        return Span(self.x, self.x + self.width)

    @property
    def up(self) -> Span:
        return Span(self.y, self.y + self.height)

    def common(self, other: "Rectangle") -> "Rectangle | None":
        """What of the two is in one place, None when nothing is."""
        width = self.along.shared(other.along)
        if width <= 0:
            return None
        height = self.up.shared(other.up)
        return Rectangle(max(self.x, other.x), max(self.y, other.y), width, height) if height > 0 else None
