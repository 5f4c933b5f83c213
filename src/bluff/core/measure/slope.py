"""Slopes: straight stretches that rise along a wall, and chains of them.

pitch
    Rise over run, exact: 5/12 rises 5 inches in 12. It is negative where the stretch falls toward the wall's end.
plumb
    Straight up, as against square to the slope: a plate 1 1/2 thick at 5/12 is 1 5/8 plumb.
low end
    Where a stretch is lowest. Every height on it is counted from there and rounded once, by itself, so that a wall
    seen from its other side comes out as its mirror image.

Source: docs/rules.md, Walls whose top is not level.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property, lru_cache
from itertools import pairwise
from math import atan, degrees
from typing import NamedTuple

from bluff.core.measure.length import Length, nearest, nearest_quotient, nearest_root
from bluff.core.measure.shapes import Corner, Span

LEVEL = Fraction(0)


def on_slope(run: Length, pitch: Fraction) -> Length:
    """How long a run is on the slope, to the nearest 64th.

    Source: docs/rules.md. A run of 157 at 5/12 is 170 1/12, which reads 170 1/16.

    >>> on_slope(12, Fraction(5, 12)), on_slope(12, Fraction(-5, 12)), on_slope(12, LEVEL)
    (13, 13, 12)
    """
    if not pitch:
        return run
    rise, over = pitch.numerator, pitch.denominator
    return nearest_root(run * run * (rise * rise + over * over), over * over)


def plumb(thickness: Length, pitch: Fraction) -> Length:
    """How much of a plumb line a board on the slope takes up, rounded once and used so throughout.

    >>> plumb(96, Fraction(5, 12)), plumb(96, LEVEL)
    (104, 96)
    """
    return on_slope(thickness, pitch)


def off_slope(length: Length, pitch: Fraction) -> Length:
    """The run of so much on the slope, to the nearest 64th; what `on_slope` says of a run, asked the other way.

    >>> off_slope(13, Fraction(5, 12))
    12
    """
    rise, over = pitch.numerator, pitch.denominator
    return nearest_root(length * length * over * over, rise * rise + over * over)


@lru_cache(maxsize=64)
def bevel(pitch: Fraction) -> float:
    """What a plumb cut on the slope is off square, in degrees to a tenth.

    >>> bevel(Fraction(5, 12)), bevel(Fraction(-5, 12))
    (22.6, 22.6)
    """
    return round(degrees(atan(abs(pitch))), 1)


@lru_cache(maxsize=64)
def format_pitch(pitch: Fraction) -> str:
    """A pitch as it is called: the rise in 12 of run, whichever way it goes.

    >>> format_pitch(Fraction(5, 12)), format_pitch(Fraction(-9, 24)), format_pitch(Fraction(1, 7))
    ('5/12', '4.5/12', '1.71/12')
    """
    return f"{round(float(abs(pitch) * 12), 2):g}/12"


@dataclass(frozen=True, slots=True)
class Stretch:
    """A straight stretch along a wall.

    Args:
        start, end: Along the plate.
        low: Its height at its low end.
        pitch: Its rise over its run.
    """

    start: Length
    end: Length
    low: Length
    pitch: Fraction = LEVEL

    @property
    def span(self) -> Span:
        return Span(self.start, self.end)

    @property
    def rises(self) -> bool:
        """Whether it is lowest at its start; a level one is so as well."""
        return self.pitch.numerator >= 0

    @property
    def low_end(self) -> Length:
        """Where it is lowest."""
        return self.start if self.rises else self.end

    @property
    def length(self) -> Length:
        """From end to end on the slope."""
        return on_slope(self.end - self.start, self.pitch)

    def run_to(self, x: Length) -> Length:
        """How far a place is from the low end."""
        return x - self.start if self.rises else self.end - x

    def at(self, x: Length) -> Length:
        """Its height there; beyond its ends it goes on as it is."""
        # In whole numbers, since every upright asks: a fraction made on the way costs more than all the rest.
        rise = self.pitch.numerator
        return self.low + nearest_quotient(self.run_to(x) * abs(rise), self.pitch.denominator) if rise else self.low

    def raised(self, by: Length) -> "Stretch":
        """The same so much higher."""
        return Stretch(self.start, self.end, self.low + by, self.pitch)

    def lowered(self, count: int, thickness: Length) -> "Stretch":
        """The same under so many boards that lie on it from below."""
        return self.raised(-count * plumb(thickness, self.pitch))


class Piece(NamedTuple):
    """What of one stretch lies over a span."""

    stretch: Stretch
    span: Span


@dataclass(frozen=True)
class Slopes:
    """A chain of stretches along a wall, each beginning where the one before ends; the simplest is one level stretch.

    Beyond the wall the first and the last go on as they are. Where two stretches of unlike pitch meet, the line may
    step: the plates below the level one are not as thick, plumb, as those below the other.
    """

    stretches: tuple[Stretch, ...]

    @classmethod
    def level(cls, length: Length, height: Length) -> "Slopes":
        """The top of a level wall."""
        return cls((Stretch(0, length, height),))

    @classmethod
    def through(cls, points: Sequence[Corner]) -> "Slopes":
        """The chain from point to point. One that lies on the line from its neighbours, to the 64th, bends nothing.

        Args:
            points: At least two, in order along the wall.
        """
        kept = _without_straight(points)
        return cls(
            tuple(
                Stretch(one.x, other.x, min(one.y, other.y), Fraction(other.y - one.y, other.x - one.x))
                for one, other in pairwise(kept)
            )
        )

    @cached_property
    def is_level(self) -> bool:
        return all(stretch.pitch == 0 and stretch.low == self.stretches[0].low for stretch in self.stretches)

    @cached_property
    def lowest(self) -> Stretch:
        """The stretch its heights are counted from: that with the lowest end, of several the flattest."""
        return min(self.stretches, key=lambda stretch: (stretch.low, abs(stretch.pitch)))

    @property
    def bends(self) -> list[Length]:
        """Where one stretch ends and the next begins."""
        return [stretch.end for stretch in self.stretches[:-1]]

    @property
    def points(self) -> tuple[Corner, ...]:
        """The whole of it as a line."""
        return self.over(Span(self.stretches[0].start, self.stretches[-1].end))

    @cached_property
    def face(self) -> Fraction:
        """What of the elevation lies below it, in square 64ths."""
        return Fraction(sum((one.at(one.start) + one.at(one.end)) * one.span.length for one in self.stretches), 2)

    def pieces(self, span: Span) -> Iterator[Piece]:
        """What lies over a span, stretch by stretch."""
        last = len(self.stretches) - 1
        for number, stretch in enumerate(self.stretches):
            start = span.start if number == 0 else max(span.start, stretch.start)
            end = span.end if number == last else min(span.end, stretch.end)
            if start < end:
                yield Piece(stretch, Span(start, end))

    def at(self, x: Length, *, before: bool = False) -> Length:
        """Its height there.

        Args:
            x: Along the plate.
            before: At a bend, the height of the stretch that ends there rather than of that which begins.
        """
        return self.stretch_at(x, before=before).at(x)

    def stretch_at(self, x: Length, *, before: bool = False) -> Stretch:
        """The stretch over a place; as `at`."""
        for stretch in self.stretches[:-1]:
            if x < stretch.end or (before and x == stretch.end):
                return stretch
        return self.stretches[-1]

    def over(self, span: Span) -> tuple[Corner, ...]:
        """The line over a span, from corner to corner."""
        if len(self.stretches) == 1 and span.start < span.end:  # of a level wall or a rake, for every upright
            (only,) = self.stretches
            return Corner(span.start, only.at(span.start)), Corner(span.end, only.at(span.end))
        line: list[Corner] = []
        for stretch, (start, end) in self.pieces(span):
            for corner in (Corner(start, stretch.at(start)), Corner(end, stretch.at(end))):
                if not line or line[-1] != corner:
                    line.append(corner)
        return tuple(line)

    def lowest_over(self, span: Span) -> Length:
        """The lowest it is over a span."""
        if self.is_level:
            return self.stretches[0].low
        return min(corner.y for corner in self.over(span))

    def highest_over(self, span: Span) -> Length:
        """The highest it is over a span."""
        if self.is_level:
            return self.stretches[0].low
        return max(corner.y for corner in self.over(span))

    def within(self, span: Span, low: Length, high: Length) -> Iterator[tuple[Corner, ...]]:
        """The line over a span as far as it lies above `low`, and no higher than `high`.

        What a row of sheets between two heights reaches up to: several pieces where the line dips below the row.
        """
        if span.length <= 0:
            return
        piece: list[Corner] = []
        for corner in _crossed(_crossed(self.over(span), high), low):
            if corner.y > low or (corner.y == low and piece):
                piece.append(Corner(corner.x, min(corner.y, high)))
            if corner.y <= low:
                if len(piece) > 1:
                    yield _plain(piece)
                piece = [corner] if corner.y == low else []
        if len(piece) > 1:
            yield _plain(piece)

    def lowered(self, count: int, thickness: Length) -> "Slopes":
        """The underside of so many boards that lie along it."""
        return Slopes(tuple(stretch.lowered(count, thickness) for stretch in self.stretches))


def _crossed(line: Sequence[Corner], height: Length) -> list[Corner]:
    """A line with a corner wherever it crosses a height."""
    crossed = [line[0]]
    for one, other in pairwise(line):
        if min(one.y, other.y) < height < max(one.y, other.y):
            run = Fraction((other.x - one.x) * (height - one.y), other.y - one.y)
            crossed.append(Corner(one.x + nearest(run), height))
        crossed.append(other)
    return crossed


def _plain(line: Sequence[Corner]) -> tuple[Corner, ...]:
    """A line without the corners at which it goes straight on level."""
    kept = [*line[:1]]
    for corner, after in pairwise(line[1:]):
        if not kept[-1].y == corner.y == after.y:
            kept.append(corner)
    return (*kept, line[-1])


def _without_straight(points: Sequence[Corner]) -> list[Corner]:
    """The points at which the line really bends.

    A point in between is straight if every one left out since the last kept lies within a 64th of the new line, which
    is what rounding it and the line's own ends may be off by. Judged each by its two neighbours alone, a slow curve
    would be flattened step by step.
    """
    kept = [points[0]]
    since: list[Corner] = []
    for point, after in pairwise(points[1:]):
        since.append(point)
        if not all(_is_on_line(one, kept[-1], after) for one in since):
            kept.append(point)
            since = []
    return [*kept, points[-1]]


def _is_on_line(point: Corner, start: Corner, end: Corner) -> bool:
    exact = start.y + Fraction((end.y - start.y) * (point.x - start.x), end.x - start.x)
    return abs(point.y - exact) < 1
