"""On-centre layout: where common studs and cripples go, and what they do when something is in the way.

line
    What is drawn on the plate: k x spacing less half a stud, from the datum, with the X ahead of it,
    so that the middle of the stud, the on-centre point, is at k x spacing.
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
from itertools import pairwise
from math import ceil, floor

from bluff.core.finding import Code, Finding, Severity
from bluff.core.length import PER_INCH, Length, format_inches, format_spacing, half, inches, nearest
from bluff.core.schools import Datum, End
from bluff.core.sum import Sum

NAILABLE: Length = inches("1/2")
"""Wood a sheet's edge needs on its side of the on-centre point."""

NARROWEST_GAP: Length = inches("1 1/2")
"""A gap between two pieces that nobody can nail into when it is smaller."""


@dataclass(frozen=True, slots=True)
class Line:
    """One on-centre line: its number counted from the datum, and its on-centre point on the plate."""

    number: int
    point: Sum


@dataclass(frozen=True, slots=True)
class Wood:
    """A stretch of the plate that is taken, and by what.

    Args:
        start, end: Along the plate.
        name: What it is.
        bears: Whether it reaches the face the sheets hang on, as a board flat on the other face does not.
    """

    start: Length
    end: Length
    name: str
    bears: bool = True


class Height(StrEnum):
    """At which height of the wall a layer is."""

    FULL = "full height"
    ABOVE = "above"
    BELOW = "below"


@dataclass(frozen=True, slots=True)
class Layer:
    """Where commons may stand at one height.

    Args:
        at: Full height, above a header or below a sill.
        start: From here along the plate …
        end: … to here.
        wood: Pieces already placed in it and at its bounds.
        opening: The opening it belongs to, None at full height.
    """

    at: Height
    start: Length
    end: Length
    wood: tuple[Wood, ...]
    opening: str | None = None

    @property
    def name(self) -> str:
        """For findings: ``full height``, ``above W1``, ``below W1``."""
        return f"{self.at} {self.opening}" if self.opening else f"{self.at}"


@dataclass(frozen=True, slots=True)
class Common:
    """A stud or cripple the layout asks for: the line's number and the side nearer to the start."""

    number: int
    x: Sum


@dataclass(frozen=True, slots=True)
class LaidOut:
    """A layer with its commons placed.

    Args:
        layer: What it was before.
        commons: In order along the plate.
        wood: All of it, commons too, touching pieces joined.
        bearing: Of that, what the sheets bear on.
        findings: Commons that slid or found no room, gaps nobody can nail into.
    """

    layer: Layer
    commons: tuple[Common, ...]
    wood: tuple[Wood, ...]
    bearing: tuple[Wood, ...]
    findings: tuple[Finding, ...]


def on_centre_lines(
    length: Length, spacing: Fraction, datum: Datum, behind: tuple[Length, Length] = (0, 0)
) -> list[Line]:
    """Every on-centre line of a plate, in order along it.

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
    lines = [Line(k, _point(k, nearest(k * step), length, spacing, datum)) for k in range(first, last + 1)]
    # A rounded point can cross the margin its exact one kept; the plate is marked with the rounded one.
    kept = [line for line in lines if start <= line.point.value <= end]
    return kept if datum.end is End.START else kept[::-1]


def datum_point(length: Length, datum: Datum) -> Length:
    """The datum as a position on the plate; it may lie beyond either end."""
    return datum.shift if datum.end is End.START else length - datum.shift


def lay_out(layer: Layer, lines: Sequence[Line], thickness: Length) -> LaidOut:
    """Place the commons of one layer.

    For each on-centre point whose stud would stand in the layer:

    1. wood that has at least 1/2 on each side of the point, at the face of the sheets, serves, and nothing is added;
    2. a stud that overlaps no wood stands on its line;
    3. otherwise it slides tight against the wood, on the side that puts wood under the point, and
       the finding says how much each sheet gets;
    4. where it cannot slide, or no wood would come under the point, it is left out, and found.

    Args:
        layer: The stretch and what stands in it.
        lines: Of the whole plate, in order.
        thickness: Of a stud.

    Source: docs/rules.md, Layout.
    """
    runs = join(layer.wood)
    bearing = join(wood for wood in layer.wood if wood.bears)
    commons: list[Common] = []
    findings: list[Finding] = []
    for line in _lines_in(layer, lines, thickness):
        point = line.point.value
        on_line = line.point.minus("half a stud", half(thickness))
        clashing = [run for run in runs if run.start < on_line.value + thickness and on_line.value < run.end]
        if clashing and any(run.start + NAILABLE <= point <= run.end - NAILABLE for run in bearing):
            continue
        if not clashing:
            if layer.start <= on_line.value and on_line.value + thickness <= layer.end:
                commons.append(Common(line.number, on_line))
            continue
        against = min(clashing, key=lambda run: max(run.start - point, point - run.end))
        x = against.start - thickness if point - against.start < against.end - point else against.end
        under = _better_bearing(point, Wood(x, x + thickness, ""), bearing)
        if under and _is_free(x, x + thickness, layer, runs):
            slid = x - on_line.value
            # The piece it touches, which may be only the last of those joined in the run.
            name = next(wood.name for wood in layer.wood if x in (wood.end, wood.start - thickness))
            commons.append(Common(line.number, on_line.plus(f"slid tight against {name}", slid)))
            findings.append(_slid(layer, line, under.start, under.end, slid, name))
        else:
            findings.append(_left_out(layer, line, against))
    # Commons stand at least `thickness` apart because spacings do, so only now need they be joined in.
    added = [Wood(c.x.value, c.x.value + thickness, f"line {c.number}") for c in commons]
    wood = join((*runs, *added))
    findings.extend(_narrow_gaps(layer, wood))
    return LaidOut(layer, tuple(commons), wood, join((*bearing, *added)), tuple(findings))


def join(wood: Iterable[Wood]) -> tuple[Wood, ...]:
    """Pieces in order along the plate, those that touch joined into one.

    >>> join([Wood(96, 192, "king"), Wood(0, 96, "end stud")])
    (Wood(start=0, end=192, name='end stud', bears=True),)
    """
    joined: list[Wood] = []
    for piece in sorted(wood, key=lambda piece: piece.start):
        if joined and piece.start <= joined[-1].end:
            last = joined[-1]
            joined[-1] = Wood(last.start, max(last.end, piece.end), last.name, last.bears)
        else:
            joined.append(piece)
    return tuple(joined)


def _point(k: int, distance: Length, length: Length, spacing: Fraction, datum: Datum) -> Sum:
    words = f"{k} x {format_spacing(spacing)} on centre"
    if datum.end is End.START:
        return Sum.of(words, distance).plus("datum", datum.shift)
    return Sum.of("plate length", length).minus("datum", datum.shift).minus(words, distance)


def _lines_in(layer: Layer, lines: Sequence[Line], thickness: Length) -> Sequence[Line]:
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


def _slid(layer: Layer, line: Line, start: Length, end: Length, slid: Length, against: str) -> Finding:
    point = line.point.value
    return Finding(
        Code.STUD_SLID,
        Severity.INFO,
        f"Line {line.number} ({layer.name}) at {format_inches(point)}: {against} is in the way, so the piece "
        f"slides {format_inches(abs(slid))} tight against it. A sheet joint there bears "
        f"{format_inches(point - start)} on one side and {format_inches(end - point)} on the other.",
        "Mark it tight; nail the sheet on the on-centre point as usual.",
        at=point,
        opening=layer.opening,
    )


def _left_out(layer: Layer, line: Line, against: Wood) -> Finding:
    point = line.point.value
    on_other_face = next((wood for wood in layer.wood if not wood.bears and wood.start <= point <= wood.end), None)
    why = f"no room for a piece beside {against.name}"
    do = "Fill the gap solid, or move the opening so that a stud fits."
    if on_other_face:
        why = f"{on_other_face.name} lies there on the other face, so no stud stands behind the sheets"
        do = "Put a flat board behind the sheets as well, or shift the datum."
    return Finding(
        Code.STUD_LEFT_OUT,
        Severity.INFO,
        f"Line {line.number} ({layer.name}) at {format_inches(point)}: {why}.",
        do,
        at=point,
        opening=layer.opening,
    )


def _narrow_gaps(layer: Layer, wood: Sequence[Wood]) -> Iterable[Finding]:
    for before, after in pairwise(wood):
        gap = after.start - before.end
        if gap < NARROWEST_GAP and layer.start <= before.end and after.start <= layer.end:
            yield Finding(
                Code.NARROW_GAP,
                Severity.INFO,
                f"A gap of {format_inches(gap)} ({layer.name}) at {format_inches(before.end)}, between "
                f"{before.name} and {after.name}: nobody can nail into it.",
                "Fill it with a ripped piece, or move one of them tight.",
                at=before.end,
                opening=layer.opening,
            )
