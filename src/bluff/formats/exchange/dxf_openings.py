"""Walls of a drawing with their openings: gaps in pairs of faces, and what is drawn in gaps and over walls.

gap
    A stretch that both faces of a wall leave out.
jamb
    A line across a wall from face to face, where a gap begins.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from itertools import pairwise
from math import dist

from shapely import STRtree
from shapely.geometry import LineString, MultiPoint, Polygon

from bluff.core.job.schools import OpeningKind
from bluff.core.measure.length import from_inches, to_inches
from bluff.core.message import message, plural
from bluff.formats.exchange.dxf_shapes import Clue, Shapes
from bluff.formats.exchange.faces import (
    Body,
    Direction,
    LineDrawn,
    Pair,
    Place,
    Span,
    ends_of,
    joined,
    left_alone,
    length_of,
)
from bluff.formats.exchange.names import kind_of_mark
from bluff.formats.exchange.reading import Understood
from bluff.formats.exchange.seen import OpeningSeen, WallSeen
from bluff.formats.exchange.thickness import THICKEST, framed_by

_NARROWEST = 12.0
"""Inches; a narrower gap is no opening anybody goes or looks through."""
_WIDEST = 240.0
_OFF = 1.0
_GOES_ON = 0.9
"""Of a box's length that a face must be drawn under it to go on there."""
_MARK_NEAR = 40.0
"""How far from the middle of an opening its mark may be written."""
_LEAF_OFF = 1.0
"""A leaf as long as the gap is wide, to within this, is what the gap was drawn for."""


def with_openings(
    pairs: Sequence[Pair],
    lines: Mapping[str, Sequence[LineDrawn]],
    chosen: Sequence[str],
    shapes: Shapes,
    scale: float,
    understood: Understood,
) -> None:
    """Put the walls that pairs of faces make, and their openings, into what is understood, and say what is left.

    Args:
        pairs: Of the layers that are chosen.
        lines: Of every layer, in inches.
        chosen: The layers the walls are on.
        shapes: The drawing.
        scale: Inches in its unit.
        understood: Gets them.
    """
    drawn = _Drawn(pairs, [line for of_layer in lines.values() for line in of_layer], shapes, scale)
    bodies = [body for pair in pairs for body in drawn.joined(pair) if body.is_wall]
    seen = [[*(drawn.in_gap(body.pair, gap) for gap in body.gaps), *drawn.over(body)] for body in bodies]
    named = iter(drawn.named([opening for of_body in seen for opening in of_body]))
    understood.seen += [_wall(body, [next(named) for _ in of_body]) for body, of_body in zip(bodies, seen, strict=True)]
    for clue in drawn.unused():
        understood.leave(message("{What} lies in no wall that was read.", what=clue.what), clue.points[0])
    on_walls = [line for layer in chosen for line in lines.get(layer, ())]
    _say_what_is_left(left_alone(on_walls, bodies), shapes, chosen, scale, understood)


def _wall(body: Body, openings: Sequence[OpeningSeen]) -> WallSeen:
    framed = framed_by(body.pair.thickness)
    start, end = body.ends
    half = body.pair.thickness / 2
    return WallSeen(start, end, framed.stud if framed else None, half, half, openings=tuple(openings))


class _Drawn:
    """A drawing's lines and clues, asked by place."""

    def __init__(self, pairs: Sequence[Pair], lines: Sequence[LineDrawn], shapes: Shapes, scale: float) -> None:
        self._lines = lines
        self._line_tree = STRtree([LineString(line) for line in lines])
        self._spans = [(pair, span) for pair in pairs for span in pair.spans]
        self._span_tree = STRtree([pair.part(*span) for pair, span in self._spans])
        boxes = [Clue(box, None, message("a box")) for box in shapes.boxes if len(box) == 4]
        self._clues = [_scaled(clue, scale) for clue in [*shapes.clues, *boxes]]
        self._clue_tree = STRtree([MultiPoint(clue.points).envelope.buffer(0.01) for clue in self._clues])
        self._used: set[int] = set()
        self._labels = [(text, (x * scale, y * scale)) for text, (x, y) in shapes.labels if kind_of_mark(text)]

    def joined(self, pair: Pair) -> list[Body]:
        """The walls a pair makes: one over gaps that are openings, and over walls that meet it or cross it."""
        bodies: list[Body] = []
        start, gaps = pair.spans[0][0], []
        for (_, before), (after, _) in pairwise([*pair.spans, (float("inf"), float("inf"))]):
            gap = before, after
            if after != float("inf") and (self._is_met(pair, gap) or self._is_opening(pair, gap)):
                gaps += [] if self._is_met(pair, gap) else [gap]
            else:
                bodies.append(Body(pair, *ends_of(pair, start, before), tuple(gaps)))
                start, gaps = after, []
        return bodies

    def _is_met(self, pair: Pair, gap: Span) -> bool:
        """Whether a wall meets this one at a gap, so that a face goes on, or crosses it."""
        if pair.low.covers(*gap) or pair.high.covers(*gap):
            return True
        if gap[1] - gap[0] > THICKEST + _OFF:
            return False
        crossing = self._span_tree.query(pair.part(*gap), predicate="intersects").tolist()
        return any(self._spans[index][0].direction != pair.direction for index in crossing)

    def _is_opening(self, pair: Pair, gap: Span) -> bool:
        if not _NARROWEST <= gap[1] - gap[0] <= _WIDEST:
            return False
        has_jambs = all(self._has_jamb(pair, along) for along in gap)
        return has_jambs or bool(self._clues_in(pair, gap)) or self._is_glazed(pair, gap)

    def in_gap(self, pair: Pair, gap: Span) -> OpeningSeen:
        """The opening a gap is."""
        clues = self._clues_in(pair, gap)
        self._used |= {index for index, _ in clues}
        kind = next((clue.kind for _, clue in clues if clue.kind), None)
        if kind is None and self._is_glazed(pair, gap):
            kind = OpeningKind.WINDOW
        return _opening(pair, gap, kind, [clue for _, clue in clues])

    def over(self, body: Body) -> list[OpeningSeen]:
        """What is drawn over a wall whose faces go on: blocks, boxes across it, and glass between jambs."""
        taken = list(body.gaps)
        found = []
        for index in sorted(self._clue_tree.query(body.outline(beyond=_OFF)).tolist()):
            clue = self._clues[index]
            span = _span_in(clue, body)
            if span and clue.kind is None and not self._goes_on_under(span, body.pair):
                continue  # the outline of a stretch of wall: its own length is wall
            if index not in self._used and span and not any(_overlap(span, gap) > 0 for gap in taken):
                self._used.add(index)
                taken.append(span)
                found.append(_opening(body.pair, span, clue.kind, [clue]))
        glass = [span for span in self._between_jambs(body) if not any(_overlap(span, gap) > 0 for gap in taken)]
        return [*found, *(_opening(body.pair, span, OpeningKind.WINDOW, []) for span in glass)]

    def named(self, openings: Sequence[OpeningSeen]) -> list[OpeningSeen]:
        """Openings with their marks: each mark goes to the nearest opening that has none and may be called so.

        A mark also says a kind where nothing else does.
        """
        near = sorted(
            (off, index, text, at)
            for text, at in self._labels
            for index, opening in enumerate(openings)
            if (off := dist(at, opening.middle)) <= _MARK_NEAR + opening.width / 2 and _goes_with(text, opening.kind)
        )
        named = list(openings)
        used: set[Place] = set()
        for _, index, text, at in near:
            if at not in used and not named[index].name:
                used.add(at)
                named[index] = replace(named[index], name=text, kind=named[index].kind or kind_of_mark(text))
        return named

    def unused(self) -> list[Clue]:
        """What says it is an opening and is in no wall."""
        return [clue for index, clue in enumerate(self._clues) if index not in self._used and clue.kind]

    def _clues_in(self, pair: Pair, gap: Span) -> list[tuple[int, Clue]]:
        """What is drawn in a gap: it lies between the jambs, and not far beyond them."""
        found = []
        wide = gap[1] - gap[0]
        for index in sorted(self._clue_tree.query(pair.part(*gap, beyond=_OFF)).tolist()):
            clue = self._clues[index]
            span = _span(clue.points, pair.direction)
            across = sorted(pair.direction.across(point) for point in clue.points)
            is_in_band = across[0] <= pair.high.across + _OFF and across[-1] >= pair.low.across - _OFF
            if is_in_band and _overlap(span, gap) > 0.35 * wide and span[1] - span[0] < 1.4 * wide + 6:
                found.append((index, clue))
        return found

    def _lines_in(self, shape: Polygon) -> list[LineDrawn]:
        return [self._lines[index] for index in self._line_tree.query(shape, predicate="intersects").tolist()]

    def _has_jamb(self, pair: Pair, along: float) -> bool:
        around = self._lines_in(pair.part(along, along, beyond=_OFF))
        spans = [_span(line, pair.direction) for line in around if _is_across(line, pair)]
        return any(abs(low - along) <= _OFF and high - low <= _OFF for low, high in spans)

    def _is_glazed(self, pair: Pair, gap: Span) -> bool:
        """Whether lines go through a gap between its faces or along them, as glass and sills are drawn."""
        return any(
            _is_along(line, pair)
            and _overlap(span, gap) > 0.8 * (gap[1] - gap[0])
            and _overlap(span, gap) > 0.8 * (span[1] - span[0])
            for line in self._lines_in(pair.part(*gap))
            for span in [_span(line, pair.direction)]
        )

    def _goes_on_under(self, span: Span, pair: Pair) -> bool:
        """Whether both faces of a wall are drawn under a box by lines that are no sides of it.

        A window is drawn over a wall whose faces go on. A wall drawn as a closed outline, hatched or not, has no other
        lines than its own.
        """
        start, end = span
        for face in (pair.low, pair.high):
            others = [
                (max(low, start), min(high, end))
                for line in self._lines_in(pair.part(start, end, beyond=_OFF))
                for low, high in [_span(line, pair.direction)]
                if all(abs(pair.direction.across(point) - face.across) <= _OFF for point in line)
                and (low < start - _OFF or high > end + _OFF)
            ]
            if sum(high - low for low, high in joined(others)) < _GOES_ON * (end - start):
                return False
        return True

    def _between_jambs(self, body: Body) -> list[Span]:
        """Stretches of a wall between two jambs next to each other with glass between them."""
        pair = body.pair
        lines = self._lines_in(body.outline())
        jambs = sorted(
            low
            for line in lines
            if _is_across(line, pair)
            for low, high in [_span(line, pair.direction)]
            if high - low <= _OFF and body.start + _OFF < low < body.end - _OFF
        )
        glass = [_span(line, pair.direction) for line in lines if _is_between(line, pair)]
        return [
            (low, high)
            for low, high in pairwise(jambs)
            if _NARROWEST <= high - low <= _WIDEST
            and any(_overlap(one, (low, high)) > 0.8 * max(high - low, one[1] - one[0]) for one in glass)
        ]


def _opening(pair: Pair, span: Span, kind: OpeningKind | None, clues: Sequence[Clue]) -> OpeningSeen:
    """An opening by where it is drawn, its size as its clues say it, or as the leaf of its swing, or as the gap."""
    middle = pair.direction.at((span[0] + span[1]) / 2, (pair.low.across + pair.high.across) / 2)
    name = next((clue.name for clue in clues if clue.name), "")
    size = next((clue.size for clue in clues if clue.size), None)
    if size:
        return OpeningSeen(middle, to_inches(size.width), kind, to_inches(size.height), None, name, is_unit=True)
    wide, leaf = span[1] - span[0], sum(clue.leaf for clue in clues if clue.leaf)
    is_unit = None if not leaf else abs(leaf - wide) <= _LEAF_OFF
    return OpeningSeen(middle, leaf if is_unit else wide, kind, None, None, name, is_unit)


def _span_in(clue: Clue, body: Body) -> Span | None:
    """The stretch of a wall that something drawn over it covers; None when it does not belong to that wall."""
    pair = body.pair
    across = [(pair.direction.across(point), point) for point in clue.points]
    inside = [point for off, point in across if pair.low.across - _OFF <= off <= pair.high.across + _OFF]
    if len(inside) < 2:
        return None
    span = _span(inside, pair.direction)
    if not (_NARROWEST <= span[1] - span[0] <= _WIDEST and body.start - _OFF <= span[0] and span[1] <= body.end + _OFF):
        return None
    if clue.kind is None:
        # A box with nothing that calls it an opening is one when it lies across the wall from face to face.
        reach = sorted(off for off, _ in across)
        is_across = abs(reach[0] - pair.low.across) <= _OFF and abs(reach[-1] - pair.high.across) <= _OFF
        return span if is_across and span[1] - span[0] < 0.9 * body.length else None
    # The leaf of a door stands out of its own wall; of another wall it only touches a point or two.
    whole = _span(clue.points, pair.direction)
    return span if span[1] - span[0] > 0.8 * (whole[1] - whole[0]) else None


def _goes_with(text: str, kind: OpeningKind | None) -> bool:
    kind_marked = kind_of_mark(text)
    return kind is None or kind_marked is None or kind_marked.is_doorway == kind.is_doorway


def _span(points: Iterable[Place], direction: Direction) -> Span:
    alongs = [direction.along(point) for point in points]
    return min(alongs), max(alongs)


def _overlap(one: Span, other: Span) -> float:
    return min(one[1], other[1]) - max(one[0], other[0])


def _is_across(line: LineDrawn, pair: Pair) -> bool:
    """Whether a line goes from face to face, square across the wall and not much farther."""
    low, high = sorted(pair.direction.across(point) for point in line)
    return abs(low - pair.low.across) <= _OFF and abs(high - pair.high.across) <= _OFF


def _is_along(line: LineDrawn, pair: Pair) -> bool:
    low, high = sorted(pair.direction.across(point) for point in line)
    return high - low < 0.1 and pair.low.across - _OFF < low < pair.high.across + _OFF


def _is_between(line: LineDrawn, pair: Pair) -> bool:
    low, high = sorted(pair.direction.across(point) for point in line)
    return high - low < 0.1 and pair.low.across + 0.3 < low < pair.high.across - 0.3


def _scaled(clue: Clue, scale: float) -> Clue:
    points = tuple((x * scale, y * scale) for x, y in clue.points)
    return replace(clue, points=points, leaf=clue.leaf * scale if clue.leaf else None)


def _say_what_is_left(
    alone: Sequence[LineDrawn], shapes: Shapes, chosen: Sequence[str], scale: float, understood: Understood
) -> None:
    """Lines in no wall: those that make a box are listed once, as the box."""
    sides = {frozenset(line) for line in alone}
    for box in shapes.boxes:
        corners = [(x * scale, y * scale) for x, y in box]
        around = [frozenset(side) for side in pairwise([*corners, corners[0]])]
        if len(corners) == 4 and all(side in sides for side in around):
            sides -= set(around)
            long, thick = sorted(
                (length_of((corners[0], corners[1])), length_of((corners[1], corners[2]))), reverse=True
            )
            understood.leave(
                message(
                    "A box {long:length} by {thick:length} is not a wall. It is too thick, or too short for its "
                    "thickness.",
                    long=from_inches(long),
                    thick=from_inches(thick),
                ),
                corners[0],
            )
    rest = [line for line in alone if frozenset(line) in sides]
    where = message("layer {layer}", layer=chosen[0]) if len(chosen) == 1 else message("the layers of the walls")
    if rest:
        longest = max(rest, key=length_of)
        loose = plural(
            "On {where} {count} line belongs to no wall.",
            "On {where} {count} lines belong to no wall.",
            count=len(rest),
            where=where,
        )
        understood.leave(loose, longest[0])
    curves = [place for layer in chosen for place in shapes.curves.get(layer, ())]
    if curves:
        x, y = curves[0]
        left = plural(
            "On {where} {count} arc was left out. Walls here are straight.",
            "On {where} {count} arcs were left out. Walls here are straight.",
            count=len(curves),
            where=where,
        )
        understood.leave(left, (x * scale, y * scale))
