"""On-center layout: where common studs and cripples go, and what they do when something is in the way.

line
    What is drawn on the plate: k x spacing less half a stud, from the datum, with the X ahead of it,
    so that the middle of the stud, the on-center point, is at k x spacing.
layer
    A stretch of the wall at one height in which commons stand on their own terms: full height between
    openings, above a header, below a sill. Each has its own clash test.
wood
    A piece already placed; pieces that touch count as one.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import ceil, floor
from operator import attrgetter
from typing import NamedTuple

from bluff.core.job.amounts import Datum
from bluff.core.job.schools import End
from bluff.core.measure.length import PER_INCH, Length, half, inches, nearest_quotient
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.wall.piece import Beginning, Of, Part, PieceId

NAILABLE: Length = inches("1/2")
"""Wood a sheet's edge needs on its side of the on-center point."""

_HALF = Fraction(1, 2)

NARROWEST_GAP: Length = inches("1 1/2")
"""A gap between two pieces that nobody can nail into when it is smaller."""


class OnCenter(NamedTuple):
    """One on-center line of a plate.

    Args:
        number: Counted from the datum, as the crew counts.
        name: The same counted from the datum nearest to the hooked end that gives the same lines. The piece on the
            line is named by it: two datums a whole number of spacings apart are one layout, and a datum that moves a
            little takes its pieces along.
        point: Where on the plate, the middle of its stud.
    """

    number: int
    name: int
    point: Sum


class Wood(NamedTuple):
    """A stretch of the plate that is taken, and by what.

    Args:
        start, end: Along the plate.
        name: What it is.
        bears: Whether it reaches the face the sheets hang on, as a board flat on the other face does not.
        id: What a bay that begins at its end is named by; None where no bay is ever asked about.
    """

    start: Length
    end: Length
    name: Message
    bears: bool = True
    id: Beginning | None = None

    @property
    def span(self) -> Span:
        return Span(self.start, self.end)


class Height(StrEnum):
    """At which height of the wall a layer is."""

    FULL = "full height"
    ABOVE = "above"
    BELOW = "below"


@dataclass(frozen=True, slots=True)
class Layer:
    """Where commons may stand at one height.

    Args:
        wall: Of which wall.
        at: Full height, above a header or below a sill.
        start: From here along the plate …
        end: … to here.
        wood: Pieces already placed in it and at its bounds.
        opening: The opening it belongs to, None at full height.
        clear: What no common may stand in, though no wood is there.
    """

    wall: str
    at: Height
    start: Length
    end: Length
    wood: tuple[Wood, ...]
    opening: str | None = None
    clear: tuple[Wood, ...] = ()

    @property
    def name(self) -> Message:
        """For findings: ``full height``, ``above W1``, ``below W1``."""
        match self.at, self.opening:
            case Height.ABOVE, str(opening):
                return message("above {opening}", opening=opening)
            case Height.BELOW, str(opening):
                return message("below {opening}", opening=opening)
            case _:
                return message("full height")

    def piece(self, line: OnCenter) -> PieceId:
        """The id of the common that stands on a line in it, or slid off that line."""
        of = Of(Part.OPENING, self.opening) if self.opening else None
        return PieceId(self.wall, _COMMON[self.at], of, line.name)


_COMMON = {Height.FULL: "stud", Height.ABOVE: "top_cripple", Height.BELOW: "bottom_cripple"}


class Common(NamedTuple):
    """A stud or cripple the layout asks for: its line, and its side nearer to the wall's start."""

    line: OnCenter
    x: Sum


@dataclass(frozen=True, slots=True)
class Slid:
    """A common that stands beside its line because something else stands on it.

    Args:
        line: Its line.
        by: How far along the wall it slid; negative is toward the start.
        against: What it slid tight against.
        under: The wood under the line's point now, that piece and what it touches.
    """

    line: OnCenter
    by: Length
    against: Message
    under: Wood


@dataclass(frozen=True, slots=True)
class KeptOff:
    """A common that stands beside its line because its place is kept clear.

    Args:
        line: Its line.
        by: How far along the wall it moved; negative is toward the start.
        of: What the place is kept clear for.
    """

    line: OnCenter
    by: Length
    of: Message


@dataclass(frozen=True, slots=True)
class LeftOut:
    """A common for which there is no room.

    Args:
        line: Its line.
        against: What is in its way.
        on_other_face: What lies there flat on the face away from the sheets, if anything does.
    """

    line: OnCenter
    against: Message
    on_other_face: Message | None


@dataclass(frozen=True, slots=True)
class LaidOut:
    """A layer with its commons placed.

    Args:
        layer: What it was before.
        commons: In order along the plate.
        wood: All of it, commons too, touching pieces joined.
        bearing: Of that, what the sheets bear on.
        moved: Commons that do not stand on their line, in order along the plate.
    """

    layer: Layer
    commons: tuple[Common, ...]
    wood: tuple[Wood, ...]
    bearing: tuple[Wood, ...]
    moved: tuple[Slid | KeptOff | LeftOut, ...]


def on_center_lines(
    length: Length, spacing: Fraction, datum: Datum, behind: tuple[Length, Length] = (0, 0)
) -> list[OnCenter]:
    """Every on-center line of a plate, in order along it.

    Each is k x spacing rounded by itself, never a sum of rounded spacings. A point within 1/2 of
    where the first or the last stud begins adds nothing and is not there.

    Args:
        length: Of the plate.
        spacing: In inches, exact.
        datum: The end it is counted from, and how far from that end the count starts.
        behind: How far from its two ends the plate's first and last stud begin, where it is cut at an angle.

    Source: docs/rules.md, Layout. A plate of 136 at 16: points 16, 32 … 128.
    """
    step = spacing * PER_INCH
    start, end = behind[0] + NAILABLE, length - behind[1] - NAILABLE
    near, far = (start, end) if datum.end is End.START else (length - end, length - start)
    first = ceil((near - datum.shift) / step)
    last = floor((far - datum.shift) / step)
    nearest_datum = floor(datum.shift / step + _HALF)
    # Counted from the datum and never from the line before: at 19.2 a sum of rounded spacings is off by a 16th after
    # twenty studs.
    lines = [
        OnCenter(
            k,
            k + nearest_datum,
            _point(
                message("{count} x {spacing:spacing} on center", count=k, spacing=spacing),
                nearest_quotient(k * step.numerator, step.denominator),
                length,
                datum,
            ),
        )
        for k in range(first, last + 1)
    ]
    # A rounded point can cross the margin its exact one kept; the plate is marked with the rounded one.
    kept = [line for line in lines if start <= line.point.value <= end]
    return kept if datum.end is End.START else kept[::-1]


def datum_point(length: Length, datum: Datum) -> Length:
    """The datum as a position on the plate; it may lie beyond either end."""
    return datum.shift if datum.end is End.START else length - datum.shift


def lay_out(layer: Layer, lines: Sequence[OnCenter], thickness: Length) -> LaidOut:
    """Place the commons of one layer.

    For each on-center point whose stud would stand in the layer:

    1. wood that has at least 1/2 on each side of the point, at the face of the sheets, serves, and nothing is added;
    2. a stud that overlaps no wood stands on its line;
    3. otherwise it slides tight against the wood, on the side that puts wood under the point;
    4. where it cannot slide, or no wood would come under the point, it is left out.

    What slid or was left out is told, for the checks to say how much each sheet gets.

    Args:
        layer: The stretch and what stands in it.
        lines: Of the whole plate, in order.
        thickness: Of a stud.

    Source: docs/rules.md, Layout.
    """
    runs = join(layer.wood)
    bearing = runs if all(wood.bears for wood in layer.wood) else join(wood for wood in layer.wood if wood.bears)
    there = _There(layer, thickness, runs, bearing)
    commons: list[Common] = []
    moved: list[Slid | KeptOff | LeftOut] = []
    for line in _lines_in(layer, lines, thickness):
        common, why = there.common(line)
        if common:
            commons.append(common)
        if why:
            moved.append(why)
    if layer.clear:
        commons = _apart(commons, thickness)
    # Commons stand at least `thickness` apart because spacings do, so only now need they be joined in.
    added = [
        Wood(
            one.x.value,
            one.x.value + thickness,
            message("line {number}", number=one.line.number),
            id=layer.piece(one.line),
        )
        for one in commons
    ]
    if not added:
        return LaidOut(layer, (), runs, bearing, tuple(moved))
    wood = join((*runs, *added))
    # Where all of it bears, which is nearly everywhere, it is the same wood.
    return LaidOut(layer, tuple(commons), wood, wood if bearing is runs else join((*bearing, *added)), tuple(moved))


@dataclass(frozen=True, slots=True)
class _There:
    """What stands in a layer before its commons do.

    Args:
        layer: It.
        thickness: Of a stud.
        runs: Its wood, joined where it touches.
        bearing: That of it that bears at the face of the sheets.
    """

    layer: Layer
    thickness: Length
    runs: tuple[Wood, ...]
    bearing: tuple[Wood, ...]

    def common(self, line: OnCenter) -> tuple[Common | None, Slid | KeptOff | LeftOut | None]:
        """The common at a line, None where there is none, and what is to be told of it."""
        point = line.point.value
        start = point - half(self.thickness)
        on_line = Span(start, start + self.thickness)
        kept = next((bay for bay in self.layer.clear if bay.start < on_line.end and on_line.start < bay.end), None)
        if kept:
            return self._kept_off(line, on_line, kept)
        clashing = [run for run in self.runs if run.start < on_line.end and on_line.start < run.end]
        # What is there already serves before anything slides: a stud beside a king that holds both sheets is a stud
        # nobody nails to.
        if clashing and any(run.start + NAILABLE <= point <= run.end - NAILABLE for run in self.bearing):
            return None, None
        if clashing:
            return self._slid(line, on_line, clashing)
        # Half in the next layer it is that layer's business, where it meets the wood it would overlap here.
        is_within = self.layer.start <= on_line.start and on_line.end <= self.layer.end
        return Common(line, self._stands(line)) if is_within else None, None

    def _kept_off(self, line: OnCenter, on_line: Span, kept: Wood) -> tuple[Common | None, KeptOff | LeftOut | None]:
        """The common whose line is in a bay that is kept clear, beside it."""
        off = _beside(kept, on_line, self.layer, self.runs)
        if off is None:
            return None, LeftOut(line, kept.name, None)
        by = off.start - on_line.start
        if by == 0:
            return None, None
        return Common(line, self._stands(line).plus(message("clear of {what}", what=kept.name), by)), KeptOff(
            line, by, kept.name
        )

    def _slid(self, line: OnCenter, on_line: Span, clashing: Sequence[Wood]) -> tuple[Common | None, Slid | LeftOut]:
        """The common that would overlap wood, tight against it; none where that brings no wood under the point."""
        point = line.point.value
        # Of two that clash the one nearer to the point; against the other it would slide away from under the sheet.
        against = min(clashing, key=lambda run: max(run.start - point, point - run.end))
        x = against.start - self.thickness if point - against.start < against.end - point else against.end
        under = _better_bearing(point, Wood(x, x + self.thickness, message("the piece")), self.bearing)
        if not under or not _is_free(x, x + self.thickness, self.layer, self.runs):
            behind = (wood.name for wood in self.layer.wood if not wood.bears and wood.start <= point <= wood.end)
            return None, LeftOut(line, against.name, next(behind, None))
        # The piece it touches, which may be only the last of those joined in the run.
        touched = next(wood.name for wood in self.layer.wood if x in (wood.end, wood.start - self.thickness))
        slid = Slid(line, x - on_line.start, touched, under)
        return Common(line, self._stands(line).plus(message("slid tight against {what}", what=touched), slid.by)), slid

    def _stands(self, line: OnCenter) -> Sum:
        return line.point.minus("half a {stud}", half(self.thickness))


def join(wood: Iterable[Wood]) -> tuple[Wood, ...]:
    """Pieces in order along the plate, those that touch joined into one.

    >>> [run.end for run in join([Wood(96, 192, message("the {king}")), Wood(0, 96, message("the {end_stud}"))])]
    [192]
    """
    joined: list[Wood] = []
    for piece in sorted(wood, key=attrgetter("start")):
        if joined and piece.start <= joined[-1].end:
            last = joined[-1]
            # Said by what one meets first, named by what a bay beyond begins at.
            if piece.end > last.end:
                joined[-1] = Wood(last.start, piece.end, last.name, last.bears, piece.id)
        else:
            joined.append(piece)
    return tuple(joined)


def _point(words: Message, distance: Length, length: Length, datum: Datum) -> Sum:
    if datum.end is End.START:
        return Sum.of(words, distance).plus("datum", datum.shift)
    return Sum.of("plate length", length).minus("datum", datum.shift).minus(words, distance)


def _apart(commons: Sequence[Common], thickness: Length) -> list[Common]:
    """Commons in order, without any that another has moved onto: one stud beside a bay serves both lines."""
    apart: list[Common] = []
    for one in sorted(commons, key=lambda common: common.x.value):
        if not apart or one.x.value >= apart[-1].x.value + thickness:
            apart.append(one)
    return apart


def _beside(bay: Wood, on_line: Span, layer: Layer, runs: Sequence[Wood]) -> Span | None:
    """Where a common goes whose place is kept clear: tight outside, on the nearer side that has room.

    Where wood stands against that side already, that is the common's place; None where neither side has room.
    """
    thick = on_line.length
    sides = [Span(bay.start - thick, bay.start), Span(bay.end, bay.end + thick)]
    for side in sorted(sides, key=lambda side: abs(side.start - on_line.start)):
        if any(run.start < side.end and side.start < run.end for run in runs):
            edge = bay.start if side.end == bay.start else bay.end
            if any(run.start <= edge <= run.end for run in runs):
                return on_line  # the bay has its stud
            continue
        if (
            layer.start <= side.start
            and side.end <= layer.end
            and not any(other is not bay and other.start < side.end and side.start < other.end for other in layer.clear)
        ):
            return side
    return None


def _lines_in(layer: Layer, lines: Sequence[OnCenter], thickness: Length) -> Sequence[OnCenter]:
    """The lines whose stud would reach into the layer."""
    reach = half(thickness)
    first = bisect_right(lines, layer.start - reach, key=lambda line: line.point.value)
    last = bisect_left(lines, layer.end + reach, key=lambda line: line.point.value)
    return lines[first:last]


def _better_bearing(point: Length, piece: Wood, bearing: Iterable[Wood]) -> Wood | None:
    """What the sheets bear on at a point once a piece stands beside what is there; None where it gives them no more."""
    touching = [run for run in bearing if run.start <= piece.end and piece.start <= run.end]
    before, after = _least_bearing(point, touching), _least_bearing(point, with_piece := join([*touching, piece]))
    if after < 0 or after <= before:
        return None
    return next(run for run in with_piece if run.start <= point <= run.end)


def _least_bearing(point: Length, runs: Iterable[Wood]) -> Length:
    """What the sheet with less wood under it gets at a joint, less than nothing where no wood is there."""
    return max((min(point - run.start, run.end - point) for run in runs), default=-1)


def _is_free(start: Length, end: Length, layer: Layer, runs: Iterable[Wood]) -> bool:
    inside = layer.start <= start and end <= layer.end
    return inside and all(run.end <= start or end <= run.start for run in runs)
