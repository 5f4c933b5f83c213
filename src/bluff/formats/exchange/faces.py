"""Walls from lines: pairs of faces as far apart as walls are thick, over a whole drawing in nearly one pass.

direction
    Of lines that are parallel; places are then given along it and across it, to its left.
face
    All lines of one direction that lie in one line, with the stretches they cover.
pair
    Two faces that have a wall between them, and the stretches both of them cover.
body
    A wall from end to end, over its openings and over walls that meet it.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from math import atan2, cos, hypot, pi, sin
from typing import TypeAlias

from shapely import STRtree
from shapely.geometry import LineString, Point, Polygon

from bluff.formats.exchange.thickness import THICKEST, framed_by

Place: TypeAlias = tuple[float, float]
"""x and y in the plan, in inches."""
LineDrawn: TypeAlias = tuple[Place, Place]
Span: TypeAlias = tuple[float, float]
"""From and to, along a direction."""

SHORTEST = 6.0
"""Inches; what is shorter is a mark or a post, no wall."""
_TURN = 0.002
"""Radians between lines that still count as parallel: 3/8 in 16 feet."""
_SAME = 0.1
"""Inches between lines that were meant to be one."""
_SCRAP = 1.5
_LONG_ENOUGH = 36.0
"""Of a strip so thick that it may be masonry, or steps."""


@dataclass(frozen=True, slots=True)
class Direction:
    """A unit vector, east or north of it positive."""

    east: float
    north: float

    def along(self, place: Place) -> float:
        return place[0] * self.east + place[1] * self.north

    def across(self, place: Place) -> float:
        return place[1] * self.east - place[0] * self.north

    def at(self, along: float, across: float) -> Place:
        return along * self.east - across * self.north, along * self.north + across * self.east


@dataclass(frozen=True, slots=True)
class Face:
    """Lines in one line: how far across they lie, and the stretches they cover, none touching the next."""

    across: float
    spans: tuple[Span, ...]

    def covers(self, start: float, end: float) -> bool:
        """Whether it goes on over a stretch, but for little."""
        return any(low - _SCRAP <= start and end <= high + _SCRAP for low, high in self.spans)

    def end_of(self, along: float, is_up: bool) -> float:
        """How far the stretch that reaches a place goes on, up or down; no farther than the place when none does."""
        for low, high in self.spans:
            if low - _SAME <= along <= high + _SAME:
                return high if is_up else low
        return along


@dataclass(frozen=True, slots=True)
class Pair:
    """Two faces with a wall between them where both are drawn."""

    direction: Direction
    low: Face
    high: Face
    spans: tuple[Span, ...]

    @property
    def thickness(self) -> float:
        return self.high.across - self.low.across

    @property
    def length(self) -> float:
        return sum(end - start for start, end in self.spans)

    def part(self, start: float, end: float, beyond: float = 0.0) -> Polygon:
        """The rectangle of a stretch, `beyond` larger all round."""
        low, high = self.low.across - beyond, self.high.across + beyond
        at = self.direction.at
        return Polygon(
            [at(start - beyond, low), at(end + beyond, low), at(end + beyond, high), at(start - beyond, high)]
        )


@dataclass(frozen=True, slots=True)
class Body:
    """A wall: a pair of faces from end to end, and the gaps in both that are openings."""

    pair: Pair
    start: float
    end: float
    gaps: tuple[Span, ...] = ()

    @property
    def length(self) -> float:
        return self.end - self.start

    @property
    def is_wall(self) -> bool:
        return self.length >= max(SHORTEST, self.pair.thickness)

    @property
    def ends(self) -> LineDrawn:
        """The middles of its two short sides."""
        middle = (self.pair.low.across + self.pair.high.across) / 2
        return self.pair.direction.at(self.start, middle), self.pair.direction.at(self.end, middle)

    def outline(self, beyond: float = 0.0) -> Polygon:
        return self.pair.part(self.start, self.end, beyond)


def pairs_of(lines: Iterable[LineDrawn]) -> list[Pair]:
    """The faces among some lines that have walls between them.

    What a bare stud would fill is taken before what needs panels, the longest first, and no stretch twice: of four
    lines round a wall with its sheathing the inner two are its framing.
    """
    pairs: list[Pair] = []
    for direction, members in _by_direction(lines):
        pairs += _without_overlap(_candidates(direction, _faces(direction, members)))
    return pairs


def _by_direction(lines: Iterable[LineDrawn]) -> Iterator[tuple[Direction, list[LineDrawn]]]:
    """Lines by direction, which is that of the longest one."""
    bins: defaultdict[int, list[tuple[float, list[LineDrawn]]]] = defaultdict(list)
    most = round(pi / _TURN)
    for line in sorted(lines, key=length_of, reverse=True):
        if length_of(line) < _SAME:
            continue
        (x1, y1), (x2, y2) = line
        angle = atan2(y2 - y1, x2 - x1) % pi
        number = round(angle / _TURN) % most
        near = (group for key in (number - 1, number, number + 1) for group in bins[key % most])
        alike = next((group for group in near if _turn(angle, group[0]) < _TURN), None)
        if alike:
            alike[1].append(line)
        else:
            bins[number].append((angle, [line]))
    for groups in list(bins.values()):
        for angle, members in groups:
            # Square lines are squared exactly, so that what is square stays so to the 64th.
            east, north = (round(value, 12) for value in (cos(angle), sin(angle)))
            yield Direction(east, north), members


def _turn(one: float, other: float) -> float:
    apart = abs(one - other)
    return min(apart, pi - apart)


def _faces(direction: Direction, lines: Sequence[LineDrawn]) -> list[Face]:
    """Lines of a direction put together in faces, in order across it."""
    records: list[tuple[float, float, float]] = []
    for a, b in lines:
        start, end = sorted((direction.along(a), direction.along(b)))
        records.append(((direction.across(a) + direction.across(b)) / 2, start, end))
    records.sort()
    groups: list[list[tuple[float, float, float]]] = []
    for record in records:
        if groups and record[0] - groups[-1][0][0] <= _SAME:
            groups[-1].append(record)
        else:
            groups.append([record])
    faces = []
    for group in groups:
        longest = max(group, key=lambda record: record[2] - record[1])
        faces.append(Face(longest[0], joined([(low, high) for _, low, high in group])))
    return faces


def joined(spans: Iterable[Span]) -> tuple[Span, ...]:
    """Stretches without overlap, those that touch put together, in order."""
    together: list[Span] = []
    for low, high in sorted(spans):
        if together and low <= together[-1][1] + _SAME:
            together[-1] = together[-1][0], max(together[-1][1], high)
        else:
            together.append((low, high))
    return tuple(together)


def _candidates(direction: Direction, faces: Sequence[Face]) -> Iterator[Pair]:
    for index, low in enumerate(faces):
        for place in range(index + 1, len(faces)):
            high = faces[place]
            if high.across - low.across > THICKEST:
                break
            if high.across - low.across > 3 and (shared := _shared(low.spans, high.spans)):
                yield Pair(direction, low, high, shared)


def _shared(one: Sequence[Span], other: Sequence[Span]) -> tuple[Span, ...]:
    shared, i, j = [], 0, 0
    while i < len(one) and j < len(other):
        low, high = max(one[i][0], other[j][0]), min(one[i][1], other[j][1])
        if high - low > _SCRAP:
            shared.append((low, high))
        if one[i][1] < other[j][1]:
            i += 1
        else:
            j += 1
    return tuple(shared)


def _without_overlap(candidates: Iterable[Pair]) -> Iterator[Pair]:
    """The likeliest pairs, without the stretches that likelier ones have."""
    taken: defaultdict[int, list[tuple[float, float, Span]]] = defaultdict(list)
    for pair in sorted(candidates, key=_likely, reverse=True):
        low, high = pair.low.across, pair.high.across
        bands = range(int(low // THICKEST), int(high // THICKEST) + 1)
        over = [
            span
            for band in bands
            for their_low, their_high, span in taken[band]
            if low < their_high - _SAME and their_low < high - _SAME
        ]
        free = tuple(left for span in pair.spans for left in _less(span, over))
        if sum(end - start for start, end in free) < max(SHORTEST, high - low):
            continue
        if framed_by(high - low) is None and max(end - start for start, end in free) < _LONG_ENOUGH:
            continue
        for band in bands:
            taken[band] += [(low, high, span) for span in free]
        yield Pair(pair.direction, pair.low, pair.high, free)


def _likely(pair: Pair) -> tuple[int, float]:
    framed = framed_by(pair.thickness)
    return (0 if framed is None else 2 if framed.is_sure else 1), pair.length


def _less(span: Span, over: Iterable[Span]) -> Iterator[Span]:
    """What is left of a span without others."""
    start, end = span
    for low, high in sorted(over):
        if high <= start or low >= end:
            continue
        if low - start > _SCRAP:
            yield start, low
        start = max(start, high)
    if end - start > _SCRAP:
        yield start, end


def ends_of(pair: Pair, start: float, end: float) -> Span:
    """A stretch carried on to where the longer of its faces ends: the outside of a corner."""

    def carried(along: float, is_up: bool) -> float:
        reach = [face.end_of(along, is_up) for face in (pair.low, pair.high)]
        farthest = max(reach) if is_up else min(reach)
        return farthest if abs(farthest - along) <= THICKEST else along

    return carried(start, is_up=False), carried(end, is_up=True)


def left_alone(lines: Sequence[LineDrawn], bodies: Sequence[Body]) -> list[LineDrawn]:
    """The lines that lie in no wall and along none: not its faces, its panels, its ends or its jambs."""
    if not bodies:
        return list(lines)
    around = STRtree([body.outline(beyond=2.0) for body in bodies])
    inside: set[int] = set(around.query([LineString(line) for line in lines], predicate="within")[0].tolist())
    return [
        line
        for index, line in enumerate(lines)
        if index not in inside
        and not _runs_along(line, [bodies[found] for found in around.query(Point(_middle(line)))])
    ]


def _runs_along(line: LineDrawn, bodies: Iterable[Body]) -> bool:
    """Whether a line is the face of a wall, or of two that meet in it, that goes on past its end."""
    for body in bodies:
        direction, (start, end) = body.pair.direction, line
        across = [direction.across(start), direction.across(end)]
        if max(across) - min(across) < _SAME and any(
            abs(across[0] - face.across) < 2.0 for face in (body.pair.low, body.pair.high)
        ):
            return True
    return False


def _middle(line: LineDrawn) -> Place:
    (x1, y1), (x2, y2) = line
    return (x1 + x2) / 2, (y1 + y2) / 2


def length_of(line: LineDrawn) -> float:
    """From end to end."""
    return hypot(line[1][0] - line[0][0], line[1][1] - line[0][1])
