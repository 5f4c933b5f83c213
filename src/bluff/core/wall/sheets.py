"""Sheets: how they lie on a wall, whether every joint falls on wood, and what is left over.

upright, lying
    With their long side up the wall, or along it. Lying sheets are staggered from row to row.
joint
    Where two sheets meet. Along the wall it needs wood for both, up the wall a block in every bay.

Sheets start at the datum. They cover an exterior wall out to the building's corners.
"""

from bisect import bisect_left
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from operator import attrgetter
from typing import TypeAlias

from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Sheets
from bluff.core.measure.length import PER_INCH, Length, inches, nearest
from bluff.core.measure.shapes import Corner, Edges, Rectangle, Span
from bluff.core.wall.layout import NAILABLE, datum_point
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.wall_plan import WallPlan

Edge: TypeAlias = tuple[Length, Length, Length, Length]
"""A straight edge, from a place to a place."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet, or a part of one, on a wall.

    Args:
        row: Counted up from the floor, from 1.
        shape: What it covers of the elevation, or the rectangle round that where it is cut to a slope.
        cut_outs: Openings cut out of it.
        over: Its upper edge, where that is not level.
    """

    row: int
    shape: Rectangle
    cut_outs: tuple[Rectangle, ...]
    over: tuple[Corner, ...] | None = None

    @property
    def doubled_cover(self) -> int:
        """Twice what of the wall it covers, in square 64ths: whole, whatever its shape."""
        shape = self.shape
        whole = 2 * shape.area
        if self.over:
            under = (Corner(shape.x, shape.y), Corner(shape.along.end, shape.y))
            whole = Edges(under, self.over).doubled_area
        return whole - 2 * sum(hole.area for hole in self.cut_outs)

    def edges(self) -> Iterator[Edge]:
        """What is left of its four edges beside the openings: from x, from y, to x, to y."""
        shape = self.shape
        over = self.over or (Corner(shape.x, shape.up.end), Corner(shape.along.end, shape.up.end))
        for x, top in (over[0], over[-1]):
            gaps = [hole.up for hole in self.cut_outs if hole.x <= x <= hole.x + hole.width]
            if top > shape.y:
                for low, high in Span(shape.y, top).without(gaps):
                    yield x, low, x, high
        if self.over:  # openings end below it
            for one, other in pairwise(self.over):
                yield *one, *other
        for y in (shape.y,) if self.over else (shape.y, shape.y + shape.height):
            gaps = [hole.along for hole in self.cut_outs if hole.y <= y <= hole.y + hole.height]
            for low, high in shape.along.without(gaps):
                yield low, y, high, y


@dataclass(frozen=True, slots=True)
class SheetLayout:
    """The sheets of one wall.

    Args:
        sheets: Each as it lies, row by row.
        bought: Whole sheets they are cut from.
        covered: Of the wall, in square 64ths.
        wasted: Left over of the sheets bought.
    """

    sheets: tuple[Sheet, ...]
    bought: int
    covered: Fraction
    wasted: Fraction

    @property
    def wasted_percent(self) -> float:
        """How much of the sheets bought is left over."""
        whole = self.covered + self.wasted
        return round(float(100 * self.wasted / whole), 1) if whole else 0


def lay_sheets(plan: WallPlan, openings: Sequence[OpeningFrame]) -> SheetLayout:
    """Lay the sheets of one face of a wall.

    Args:
        plan: The wall.
        openings: Cut out of the sheets; a sheet that lies in one altogether is not there.

    Source: docs/rules.md, Sheets.
    """
    standard = plan.standard
    if standard.sheets is Sheets.NONE:
        return SheetLayout((), 0, Fraction(0), Fraction(0))
    along, up = _size(plan)
    holes = _Holes([opening.hole for opening in openings])
    sheets: list[Sheet] = []
    for row, bottom in enumerate(_row_bottoms(plan, up), start=1):
        pieces = [*pairwise(_ends(plan, joints_of_row(plan, row)))]
        # They go up from the end the tape hooks, where the first one starts.
        for near, far in pieces if plan.datum.end is End.START else reversed(pieces):
            sheets += _pieces_of(plan, row, Rectangle(near, bottom, far - near, up), holes.near(near, far))
    covered = Fraction(sum(sheet.doubled_cover for sheet in sheets), 2)
    bought = _sheets_for([(sheet.shape.width, sheet.shape.height) for sheet in sheets], along, up)
    return SheetLayout(tuple(sheets), bought, covered, bought * along * up - covered)


class _Holes:
    """The openings of a wall, found by where they are: a long wall has a hundred, and a sheet one or two."""

    def __init__(self, holes: Iterable[Rectangle]) -> None:
        self.holes = sorted(holes, key=attrgetter("x"))
        self.starts = [hole.x for hole in self.holes]
        self.widest = max((hole.width for hole in self.holes), default=0)

    def near(self, start: Length, end: Length) -> Sequence[Rectangle]:
        """Those that may reach into a stretch of the wall."""
        return self.holes[bisect_left(self.starts, start - self.widest) : bisect_left(self.starts, end)]


def _pieces_of(plan: WallPlan, row: int, whole: Rectangle, holes: Sequence[Rectangle]) -> Iterator[Sheet]:
    """What of a whole sheet's place is on the wall: up to its top, and not in an opening altogether.

    Where only the edge of the plates would be left to cover, nothing is.
    """
    for line in plan.top.within(whole.along, whole.y, whole.up.end):
        span = Span(line[0].x, line[-1].x)
        if span.length == 0:  # the top only touches the row
            continue
        if plan.ceiling.highest_over(span) + NAILABLE <= whole.y:
            continue
        top = max(corner.y for corner in line)
        shape = Rectangle(span.start, whole.y, span.length, top - whole.y)
        is_square = all(corner.y == top for corner in line)
        cut_outs = tuple(part for hole in holes if (part := shape.common(hole)))
        sheet = Sheet(row, shape, cut_outs, None if is_square else line)
        if sheet.doubled_cover > 0:
            yield sheet


def joints_of_row(plan: WallPlan, row: int) -> range:
    """Where the sheets of one row meet along the plate, in order; the one place where that is worked out.

    The first row starts at the datum. Of sheets that lie, every other row is staggered toward the far end by half a
    sheet, or to the stud nearest to it, so that its joints fall on studs as well.

    Source: docs/rules.md, Sheets. 19.2 on center, 96 lying, counted from the end of a plate of 168: the first row
    meets at 72, the second at 33 19/32 and 129 19/32.
    """
    pitch, _ = _size(plan)
    origin = datum_point(plan.length, plan.datum)
    if plan.standard.sheets is Sheets.LYING and row % 2 == 0:
        shift = _stagger(plan)
        # Counted from a datum at the wall's end, the stagger goes back along the wall.
        origin += shift if plan.datum.end is End.START else -shift
    covered = _covered(plan)
    first = origin + ((covered.start - origin) // pitch + 1) * pitch
    return range(first, covered.end, pitch)


def joints_on_studs(plan: WallPlan) -> list[Length]:
    """Where sheets meet along a plate, in whichever row, as far as the layout has a stud for it there, in order.

    Upright sheets at a spacing that only meets their length are looked at where a stud should stand; where it meets
    neither, nothing is worth looking at.
    """
    standard = plan.standard
    if standard.sheets is Sheets.NONE:
        return []
    pitch, _ = _size(plan)
    every = pitch if meets_spacing(plan, pitch) else standard.sheet.length
    if not meets_spacing(plan, every):
        return []
    origin = datum_point(plan.length, plan.datum)
    joints = {at for at in joints_of_row(plan, 1) if (at - origin) % every == 0}
    if standard.sheets is Sheets.LYING:
        joints |= {*joints_of_row(plan, 2)}
    covered = _covered(plan)
    first, last = max(covered.start, 0) + NAILABLE, min(covered.end, plan.length) - NAILABLE
    return sorted(at for at in joints if first <= at <= last)


def joint_heights(plan: WallPlan) -> list[Length]:
    """Heights at which one row of sheets ends and the next begins, between the plates."""
    if plan.standard.sheets is Sheets.NONE:
        return []
    _, up = _size(plan)
    return [bottom for bottom in _row_bottoms(plan, up)[1:] if bottom < plan.highest_underside]


def meets_spacing(plan: WallPlan, pitch: Length) -> bool:
    """Whether studs stand at every joint of sheets that meet so far apart."""
    spacing = plan.standard.spacing
    return pitch * spacing.denominator % (PER_INCH * spacing.numerator) == 0


def _size(plan: WallPlan) -> tuple[Length, Length]:
    """What a whole sheet covers as it lies: along the wall, and up it."""
    sheet = plan.standard.sheet
    return (sheet.length, sheet.width) if plan.standard.sheets is Sheets.LYING else (sheet.width, sheet.length)


def _row_bottoms(plan: WallPlan, up: Length) -> range:
    """Where each row begins. One that would only cover the edge of the plates is left off."""
    return range(-plan.standard.sheet_drop, plan.highest_underside + NAILABLE, up)


def _stagger(plan: WallPlan) -> Length:
    """How far every other row is shifted: half a sheet, or the stud nearest to it."""
    spacing = plan.standard.spacing
    bays = round(Fraction(plan.standard.sheet.length, 2 * PER_INCH) / spacing)
    return nearest(max(bays, 1) * spacing * PER_INCH)


def _covered(plan: WallPlan) -> Span:
    """What sheets cover: of an exterior wall from corner to corner of the building's outside."""
    start, end = plan.meetings.start, plan.meetings.end
    if plan.wall.kind is not WallKind.EXTERIOR:
        return Span(0, plan.length)
    return Span(-start.outside if start else 0, plan.length + (end.outside if end else 0))


def _ends(plan: WallPlan, joints: Iterable[Length]) -> tuple[Length, ...]:
    covered = _covered(plan)
    return (covered.start, *joints, covered.end)


def _sheets_for(pieces: Iterable[tuple[Length, Length]], width: Length, height: Length) -> int:
    """Whole sheets that pieces are cut from, turned no way: big ones first, each from the smallest rest it fits."""
    rests: list[tuple[Length, Length]] = []
    bought = 0
    for wide, high in sorted(pieces, key=lambda piece: -piece[0] * piece[1]):
        fitting = [rest for rest in rests if rest[0] >= wide and rest[1] >= high]
        if fitting:
            rest = min(fitting, key=lambda one: one[0] * one[1])
            rests.remove(rest)
        else:
            rest, bought = (width, height), bought + 1
        rests += [(rest[0] - wide, rest[1]), (wide, rest[1] - high)]
        rests = [one for one in rests if min(one) >= inches(2)]
    return bought
