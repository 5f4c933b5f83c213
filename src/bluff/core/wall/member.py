"""What a framed wall is made of: members, and the marks that say on the plates where they stand.

x
    Along the plate from the wall's start.
y
    Up from the underside of the bottom plate, which is the floor.
"""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import NamedTuple

from bluff.core.job.schools import Line
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber
from bluff.core.measure.shapes import Corner, Edges, Span
from bluff.core.measure.slope import Stretch, on_slope
from bluff.core.measure.sum import Sum
from bluff.core.wall.piece import Part, PieceId


class Role(StrEnum):
    """What a member does in the wall. The names are the trade's most common ones."""

    BOTTOM_PLATE = "bottom_plate"
    TOP_PLATE = "top_plate"
    CAP_PLATE = "cap_plate"
    STUD = "stud"
    END_STUD = "end_stud"
    KING = "king"
    JACK = "jack"
    HEADER = "header"
    SILL = "sill"
    TOP_CRIPPLE = "top_cripple"
    BOTTOM_CRIPPLE = "bottom_cripple"
    CORNER_STUD = "corner_stud"
    CORNER_BACKING = "corner_backing"
    INTERSECTION_STUD = "intersection_stud"
    INTERSECTION_BACKING = "intersection_backing"
    BLOCK = "block"
    BACKING = "backing"
    POST = "post"
    PAD_PLATE = "pad_plate"


class Orientation(StrEnum):
    """How a board lies in the wall."""

    EDGE = "edge"
    """Its narrow side to the room, as a stud stands."""
    FLAT = "flat"
    """Its wide side up or to the room, as a plate lies."""


class Plate(StrEnum):
    """A plate that is marked."""

    BOTTOM = "bottom"
    TOP = "top"


CUT_LINE = "cut_line"
"""Role of the mark where the bottom plate is cut out of a doorway; no member stands there."""
PLATE_BREAK = "plate_break"
"""Role of the mark where two boards of a plate meet."""
ANCHOR_BOLT = "anchor_bolt"
"""Role of the mark where a bolt comes up through the bottom plate."""
PIN = "pin"
"""Role of the mark where the bottom plate is shot down to concrete."""

KEPT_CLEAR = "kept_clear"
"""Role of the marks at both edges of a bay that is kept clear."""

PLATES = frozenset({Role.BOTTOM_PLATE, Role.TOP_PLATE, Role.CAP_PLATE})
"""What lies under and over everything else, all along the wall."""

UPRIGHTS = frozenset(
    {
        Role.STUD,
        Role.END_STUD,
        Role.KING,
        Role.JACK,
        Role.TOP_CRIPPLE,
        Role.BOTTOM_CRIPPLE,
        Role.CORNER_STUD,
        Role.CORNER_BACKING,
        Role.INTERSECTION_STUD,
        Role.INTERSECTION_BACKING,
        Role.POST,
    }
)
"""What stands on a plate or reaches one, so that its place is marked there."""


@dataclass(frozen=True, slots=True)
class Bevel:
    """An end that is not cut square: to a slope of the top plates, or under a sill that drains.

    Args:
        short: The piece at its short point; its length is that of the long point. None for a board cut plumb at both
            ends, whose faces are as long as each other.
        degrees: Off square, to a tenth; where a ridge falls in the piece, of the steeper of its two cuts.
    """

    short: Length | None
    degrees: float


class Member(NamedTuple):
    """One piece of the wall (or several boards nailed up as one, see plies).

    Args:
        id: Which piece it is, whatever else changes.
        role: What it does.
        board: Lumber of one board of it.
        plies: Boards it is made of.
        orientation: How they lie.
        x: Left side of its rectangle in the elevation.
        y: Underside of its rectangle in the elevation.
        length: What it is cut to.
        width: Its rectangle's extent along the wall.
        height: Its rectangle's extent upward.
        is_treated: Whether it lies on concrete and is treated.
        bevel: Its upper end, where that is not square.
        wide_face: Which side of the wall its wide face is on, walking from start to end; None where both are alike.
        side: The face of the wall an upright or backing lies flat on, walking from start to end; None where it takes
            the wall's whole depth.
        edges: Its lower and upper edge in the elevation, where it is no rectangle: x, y, width and height are then the
            rectangle round it.
    """

    id: PieceId
    role: Role
    board: Lumber
    plies: int
    orientation: Orientation
    x: Sum
    y: Sum
    length: Sum
    width: Length
    height: Length
    is_treated: bool = False
    bevel: Bevel | None = None
    wide_face: Line | None = None
    side: Line | None = None
    edges: Edges | None = None

    @property
    def size(self) -> str:
        """Nominal lumber of one board of it."""
        return self.board.nominal

    @property
    def opening(self) -> str | None:
        """The opening it belongs to, if any."""
        of = self.id.of
        return of.mark if of and of.part is Part.OPENING else None

    @property
    def start(self) -> Length:
        return self.x.value

    @property
    def end(self) -> Length:
        return self.x.value + self.width

    @property
    def span(self) -> Span:
        """What it takes up along the wall."""
        return Span(self.x.value, self.x.value + self.width)

    @property
    def outline(self) -> tuple[Corner, ...]:
        """Its corners in the elevation, once round."""
        if self.edges:
            return self.edges.outline
        start, end, bottom, top = self.start, self.end, self.bottom, self.top
        return Corner(start, bottom), Corner(end, bottom), Corner(end, top), Corner(start, top)

    @property
    def face(self) -> Fraction:
        """What it covers of the elevation, in square 64ths."""
        return Fraction(self.edges.doubled_area, 2) if self.edges else Fraction(self.width * self.height)

    @property
    def bottom(self) -> Length:
        return self.y.value

    @property
    def top(self) -> Length:
        return self.y.value + self.height

    def reaches(self, side: Line) -> bool:
        """Whether it has wood at that face of the wall."""
        return self.side is None or self.side is side

    def is_in_the_way_of(self, other: "Member") -> bool:
        """Whether the two would be in one place; boards flat on opposite faces pass each other."""
        if self.side is not None and other.side is not None and self.side is not other.side:
            return False
        return self.start < other.end and other.start < self.end and self.bottom < other.top and other.bottom < self.top


class Mark(NamedTuple):
    """A line and a symbol on a plate.

    Args:
        plate: The plate it is written on.
        at: The line, which is the side of the wood nearer to the wall's start.
        width: Thickness of the wood, 0 for a line that is only a line.
        ahead: Whether the symbol goes on the far side of the line, away from the wall's start.
        symbol: What is written.
        role: What stands there, or `CUT_LINE`.
        member: Which piece stands there, None for a line.
        opening: The opening it belongs to, if any.
        wide_face: Which way round it goes, as for the member.
        side: The face it lies flat on, as for the member.
        slope: What its plate lies on, where that is not level.
    """

    plate: Plate
    at: Sum
    width: Length
    ahead: bool
    symbol: str
    role: str
    member: PieceId | None
    opening: str | None = None
    wide_face: Line | None = None
    side: Line | None = None
    slope: Stretch | None = None

    @property
    def along(self) -> Length | None:
        """What a tape along the slope reads from its low end, at the side of the wood that is nearer to it."""
        if self.slope is None:
            return None
        run = min(self.slope.run_to(self.at.value), self.slope.run_to(self.end))
        return on_slope(run, self.slope.pitch)

    @property
    def end(self) -> Length:
        """The side of the wood nearer to the wall's end."""
        return self.at.value + self.width

    @property
    def is_of_layout(self) -> bool:
        """Whether what stands there is a common, at full height or not."""
        return self.member is not None and self.member.is_of_layout


def standing(
    piece: PieceId,
    role: Role,
    board: Lumber,
    x: Sum,
    y: Sum,
    length: Sum,
    width: Length,
    orientation: Orientation = Orientation.EDGE,
    plies: int = 1,
    wide_face: Line | None = None,
    side: Line | None = None,
    bevel: Bevel | None = None,
) -> Member:
    """A piece cut to length and stood up: what it is cut to is how high it reaches."""
    height = length.value
    return Member(
        piece, role, board, plies, orientation, x, y, length, width, height, bevel=bevel, wide_face=wide_face, side=side
    )


def lying(
    piece: PieceId,
    role: Role,
    board: Lumber,
    x: Sum,
    y: Sum,
    length: Sum,
    height: Length,
    orientation: Orientation = Orientation.FLAT,
    plies: int = 1,
    side: Line | None = None,
    is_treated: bool = False,
) -> Member:
    """A piece cut to length and laid along the wall: what it is cut to is how far it reaches."""
    width = length.value
    return Member(piece, role, board, plies, orientation, x, y, length, width, height, is_treated=is_treated, side=side)
