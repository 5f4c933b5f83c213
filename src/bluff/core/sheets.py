"""Sheets: how they lie on a wall, whether every joint falls on wood, and what is left over.

upright, lying
    With their long side up the wall, or along it. Lying sheets are staggered from row to row.
joint
    Where two sheets meet. Along the wall it needs wood for both, up the wall a block in every bay.

Sheets start at the datum. They cover an exterior wall out to the building's corners.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import ceil
from typing import TypeAlias

from bluff.core.blocks import sheet_joints
from bluff.core.edit import ChangeWall
from bluff.core.finding import Code, Finding, Severity
from bluff.core.job import WallKind
from bluff.core.layout import NAILABLE, LaidOut, datum_point
from bluff.core.length import PER_INCH, Length, format_feet, format_inches, format_spacing, inches
from bluff.core.member import Member, Role
from bluff.core.opening_frame import OpeningFrame
from bluff.core.schools import End, Sheets
from bluff.core.wall_plan import WallPlan, with_ways


@dataclass(frozen=True, slots=True)
class Rectangle:
    """A part of the elevation."""

    x: Length
    y: Length
    width: Length
    height: Length

    @property
    def area(self) -> int:
        """In square 64ths."""
        return self.width * self.height


Edge: TypeAlias = tuple[Length, Length, Length, Length]
"""A straight edge, from a place to a place."""


@dataclass(frozen=True, slots=True)
class Sheet:
    """A sheet, or a part of one, on a wall.

    Args:
        row: Counted up from the floor, from 1.
        shape: What it covers of the elevation.
        cut_outs: Openings cut out of it.
    """

    row: int
    shape: Rectangle
    cut_outs: tuple[Rectangle, ...]

    def edges(self) -> Iterator[Edge]:
        """What is left of its four edges beside the openings: from x, from y, to x, to y."""
        shape = self.shape
        for x in (shape.x, shape.x + shape.width):
            gaps = [(hole.y, hole.y + hole.height) for hole in self.cut_outs if hole.x <= x <= hole.x + hole.width]
            for low, high in _without(shape.y, shape.y + shape.height, gaps):
                yield x, low, x, high
        for y in (shape.y, shape.y + shape.height):
            gaps = [(hole.x, hole.x + hole.width) for hole in self.cut_outs if hole.y <= y <= hole.y + hole.height]
            for low, high in _without(shape.x, shape.x + shape.width, gaps):
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
    covered: int
    wasted: int


def lay_sheets(plan: WallPlan, openings: Sequence[OpeningFrame]) -> SheetLayout:
    """Lay the sheets of one face of a wall.

    A top row that would only cover the edge of the plates is left off: the row below is nailed to them.

    Args:
        plan: The wall.
        openings: Cut out of the sheets; a sheet that lies in one altogether is not there.

    Source: docs/rules.md, Sheets.
    """
    standard = plan.standard
    if standard.sheets is Sheets.NONE:
        return SheetLayout((), 0, 0, 0)
    is_lying = standard.sheets is Sheets.LYING
    long, wide = standard.sheet.length, standard.sheet.width
    along, up = (long, wide) if is_lying else (wide, long)
    start, end = _covered(plan)
    origin = datum_point(plan.length, plan.datum)
    holes = [_hole(opening) for opening in openings]
    sheets: list[Sheet] = []
    drop = standard.sheet_drop
    bottom = -drop
    while bottom < plan.underside.value + NAILABLE:
        top = min(bottom + up, plan.height.value)
        row = (bottom + drop) // up + 1
        shift = _stagger(plan) if is_lying and row % 2 == 0 else 0
        pieces = [*_pieces(start, end, origin + shift, along)]
        # They go up from the end the tape hooks, where the first one starts.
        for near, far in pieces if plan.datum.end is End.START else reversed(pieces):
            shape = Rectangle(near, bottom, far - near, top - bottom)
            cut_outs = tuple(part for hole in holes if (part := _common(shape, hole)))
            if sum(part.area for part in cut_outs) < shape.area:
                sheets.append(Sheet(row, shape, cut_outs))
        bottom += up
    covered = sum(sheet.shape.area - sum(hole.area for hole in sheet.cut_outs) for sheet in sheets)
    bought = _sheets_for([(sheet.shape.width, sheet.shape.height) for sheet in sheets], along, up)
    return SheetLayout(tuple(sheets), bought, covered, bought * along * up - covered)


def check_bare_top(plan: WallPlan, layout: SheetLayout) -> Iterator[Finding]:
    """Outside sheets that end below the top of the wall's plates.

    Sheets of 96 on a wall of 97 1/8 leave 1 1/8 when they are hung flush with the bottom plate.
    """
    top = max((sheet.shape.y + sheet.shape.height for sheet in layout.sheets), default=plan.height.value)
    bare = plan.height.value - top
    if bare <= 0 or plan.wall.kind is not WallKind.EXTERIOR:
        return
    drop = plan.standard.sheet_drop
    hung = f"hung {format_inches(drop)} below the bottom plate" if drop else "hung flush with the bottom plate"
    yield Finding(
        Code.SHEETS_LEAVE_BARE,
        Severity.INFO,
        f"The sheets, {hung}, leave the top {format_inches(bare)} of the plates bare.",
        "Take longer sheets, or a strip along the top where the drawings tie the plates with them.",
    )


def check_spacing(plan: WallPlan) -> Iterator[Finding]:
    """Say once when no stud will stand at the joints of the sheets."""
    standard = plan.standard
    wide, long = standard.sheet.width, standard.sheet.length
    if standard.sheets is Sheets.NONE or _meets(_pitch(plan), standard.spacing):
        return
    can_lie = standard.sheets is Sheets.UPRIGHT and _meets(long, standard.spacing)
    spacing = format_spacing(standard.spacing)
    where = format_inches(wide) if standard.sheets is Sheets.UPRIGHT else format_inches(long)
    lying = f", but one does at {format_inches(long)}." if can_lie else f", nor at {format_inches(long)}."
    yield Finding(
        Code.SPACING_MISSES_SHEETS,
        Severity.WARNING,
        f"At {spacing} on centre no stud stands at {where}, where {standard.sheets} sheets meet{lying}",
        f"Lay {format_feet(long)} sheets on their side."
        if can_lie
        else "Choose 12, 16, 19.2 or 24, or put blocks behind the joints.",
        fix=ChangeWall(plan.id, with_ways(plan.wall, sheets=Sheets.LYING)) if can_lie else None,
        fix_label="Lay them on their side" if can_lie else None,
    )


def sheet_edges(plan: WallPlan) -> list[Length]:
    """Where sheets meet along a plate, from its start; in whichever row.

    Where the spacing meets no joint of upright sheets, those of sheets on their side are looked at, and where
    it meets none of them either there is nothing worth looking at.
    """
    standard = plan.standard
    if standard.sheets is Sheets.NONE:
        return []
    pitch, is_lying = _pitch(plan), standard.sheets is Sheets.LYING
    if not _meets(pitch, standard.spacing):
        pitch, is_lying = standard.sheet.length, False
    if not _meets(pitch, standard.spacing):
        return []
    edges = set(_edges(plan, pitch, 0))
    if is_lying:
        edges |= set(_edges(plan, pitch, _stagger(plan)))
    return sorted(edges)


def check_sheet_edges(layers: list[LaidOut], edges: list[Length], set_back: Length = 0) -> Iterator[Finding]:
    """Every sheet edge that has less than 1/2 of wood on a side, in every layer a sheet covers.

    Args:
        layers: Every stretch that was laid out.
        edges: Where sheets meet, in order.
        set_back: How far the face they hang on lies behind the sides of a stud, where that is its narrow one.

    Source: docs/rules.md, Sheets.
    """
    least = NAILABLE + set_back
    for laid in layers:
        # A joint just inside the king at a layer's bound still needs wood in the layer for its other sheet;
        # further in, it is the business of whatever is on the king's other side.
        first, last = laid.layer.start - NAILABLE, laid.layer.end + NAILABLE
        for edge in edges[bisect_right(edges, first) : bisect_left(edges, last)]:
            on_wood = any(wood.start + least <= edge <= wood.end - least for wood in laid.bearing)
            if not on_wood:
                yield Finding(
                    Code.SHEET_EDGE_NO_WOOD,
                    Severity.WARNING,
                    f"Sheets meet at {format_inches(edge)} and have no wood to share there ({laid.layer.name}).",
                    "Add a stud or block under the joint, or shift the datum.",
                    at=edge,
                    opening=laid.layer.opening,
                )


def check_sheet_joints(plan: WallPlan, members: Iterable[Member]) -> Iterator[Finding]:
    """Joints between rows of sheets that have no blocks behind them."""
    rows = [(member.bottom, member.top) for member in members if member.role is Role.BLOCK]
    bare = [
        joint
        for joint in sheet_joints(plan)
        if not any(bottom + NAILABLE <= joint <= top - NAILABLE for bottom, top in rows)
    ]
    if bare and not plan.standard.panel_edge_blocks:
        yield Finding(
            Code.SHEET_JOINT_UNBLOCKED,
            Severity.INFO,
            f"Rows of sheets meet at {' and '.join(format_inches(joint) for joint in bare)} above the floor, with no "
            "blocks behind the joint.",
            "Put blocks behind the joints where the drawings ask for them.",
            fix=ChangeWall(plan.id, with_ways(plan.wall, panel_edge_blocks=True)),
            fix_label="Put blocks behind the joints",
        )


def _without(start: Length, end: Length, gaps: Iterable[tuple[Length, Length]]) -> Iterator[tuple[Length, Length]]:
    """What gaps leave of a stretch."""
    for gap_start, gap_end in sorted(gaps):
        if gap_start > start:
            yield start, gap_start
        start = max(start, gap_end)
    if end > start:
        yield start, end


def _pitch(plan: WallPlan) -> Length:
    """From joint to joint along the wall."""
    sheet = plan.standard.sheet
    return sheet.length if plan.standard.sheets is Sheets.LYING else sheet.width


def _meets(pitch: Length, spacing: Fraction) -> bool:
    return Fraction(pitch, PER_INCH) % spacing == 0


def _stagger(plan: WallPlan) -> Length:
    """How far the joints of every other row are shifted: half a sheet, or the stud nearest to it."""
    bays = round(Fraction(plan.standard.sheet.length, 2 * PER_INCH) / plan.standard.spacing)
    return int(max(bays, 1) * plan.standard.spacing * PER_INCH)


def _edges(plan: WallPlan, pitch: Length, shift: Length) -> range:
    # Counted from a datum at the wall's end, the stagger goes back along the wall.
    forward = shift if plan.datum.end is End.START else -shift
    origin = datum_point(plan.length, plan.datum) + forward
    start, end = _covered(plan)
    start, end = max(start, 0) + NAILABLE, min(end, plan.length) - NAILABLE
    first = origin + ceil(Fraction(start - origin, pitch)) * pitch
    return range(first, end + 1, pitch)


def _covered(plan: WallPlan) -> tuple[Length, Length]:
    """From where to where sheets cover: an exterior wall from corner to corner of the building's outside."""
    start, end = plan.meetings.start, plan.meetings.end
    if plan.wall.kind is not WallKind.EXTERIOR:
        return 0, plan.length
    return -start.outside if start else 0, plan.length + (end.outside if end else 0)


def _pieces(start: Length, end: Length, origin: Length, along: Length) -> Iterator[tuple[Length, Length]]:
    near = start
    while near < end:
        # The next joint beyond where the last sheet ended.
        far = min(near + along - (near - origin) % along, end)
        yield near, far
        near = far


def _hole(opening: OpeningFrame) -> Rectangle:
    placed = opening.placed
    bottom = placed.head.value - placed.rough.height.value if opening.has_sill else 0
    return Rectangle(placed.start.value, bottom, placed.rough.width.value, placed.head.value - bottom)


def _common(one: Rectangle, other: Rectangle) -> Rectangle | None:
    x, y = max(one.x, other.x), max(one.y, other.y)
    width = min(one.x + one.width, other.x + other.width) - x
    height = min(one.y + one.height, other.y + other.height) - y
    return Rectangle(x, y, width, height) if width > 0 and height > 0 else None


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
