"""Corners and intersections: the wood a through wall has where another wall meets it.

It is there so that both walls can be nailed to each other, and so that the panels inside have backing on
both faces of every inside corner. `b` is the thickness of the wall that meets this one.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal, TypeAlias

from bluff.core.job.schools import (
    CornerSchool,
    End,
    IntersectionSchool,
    Line,
)
from bluff.core.job.standard import NARROWEST
from bluff.core.measure.length import Length, half, inches
from bluff.core.measure.lumber import STUDS, Lumber
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.plan.meeting import EndMeeting, Intersection
from bluff.core.wall.layout import Wood
from bluff.core.wall.member import Member, Orientation, Role, lying, standing
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.upright import to_plates
from bluff.core.wall.wall_plan import WallPlan

Direction: TypeAlias = Literal[1, -1]
"""Along the wall, from its start or toward it."""
FORWARD: Direction = 1
BACKWARD: Direction = -1

LEAST_BACKING: Length = inches(1)
"""Wood a panel's edge needs beyond the face of the other wall."""

_FLAT = "2x4"
"""What a corner is backed with, whatever the wall is made of."""
_TWO_STUD_BACKING: Length = inches("1 1/2")
_THREE_STUD_BACKING: Length = inches(1)
_WIDE_FLAT_BEYOND: Length = inches(2)
_BLOCK: Length = inches(12)
_BLOCKS = 3

LADDER_SPACING: Length = inches(24)
"""From rung to rung, at most."""
SHORTEST_BLOCK: Length = inches(3)
"""Nails split a shorter one."""


@dataclass(frozen=True, slots=True)
class Assembly:
    """The wood of one corner or intersection.

    Args:
        other: The wall that meets this one.
        pieces: Its members; those of a ladder wait for the layout.
        corners: Where panels meet in an inside corner, and which way along this wall they go on from it.
        side: The face of this wall those panels are on.
        body: What the other wall takes up of this one's plate.
        is_clipped: Whether clips hold the panels instead of backing.
    """

    other: str
    pieces: tuple[Member, ...]
    corners: tuple[tuple[Length, Direction], ...]
    side: Line
    body: Span
    is_clipped: bool = False

    @property
    def extent(self) -> Span:
        """What the other wall and the wood for it need of this one's plate."""
        starts, ends = ([piece.start for piece in self.pieces], [piece.end for piece in self.pieces])
        return Span(min([self.body.start, *starts]), max([self.body.end, *ends]))


def assemblies(plan: WallPlan) -> Iterator[Assembly]:
    """Every corner and intersection of a wall that runs through, each by the wall's own school.

    Source: docs/rules.md, Where walls meet.
    """
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting and meeting.is_through:
            face, on = meeting.thickness, FORWARD
            corner = (face, on) if end is End.START else (plan.length - face, BACKWARD)
            is_clipped = plan.standard.corner is CornerSchool.CLIPS
            body = Span(0, face) if end is End.START else Span(plan.length - face, plan.length)
            yield Assembly(meeting.other, tuple(_corner(plan, end, meeting)), (corner,), meeting.side, body, is_clipped)
    for intersection in plan.meetings.intersections:
        near, far = _faces(plan, intersection)
        corners = ((near.value, BACKWARD), (far.value, FORWARD))
        # Where a wall butts at a splice, each of the two walls in line has the part that is its own.
        pieces = [piece for piece in _intersection(plan, intersection) if piece.start >= 0 and piece.end <= plan.length]
        inside = tuple(
            (face, on)
            for face, on in corners
            if (0 < face <= plan.length if on is BACKWARD else 0 <= face < plan.length)
        )
        yield Assembly(intersection.other, tuple(pieces), inside, intersection.side, Span(near.value, far.value))


def ladders(plan: WallPlan, wood: Sequence[Wood]) -> Iterator[Member]:
    """The blocks of ladder intersections: flat, at most 24 apart, in every bay that the other wall touches.

    Args:
        plan: The wall.
        wood: All its full-height wood, laid out and joined.
    """
    if plan.standard.intersection is not IntersectionSchool.LADDER:
        return
    board = plan.standard.board(_FLAT)
    filled: set[tuple[Length, Line]] = set()
    for intersection in plan.meetings.intersections:
        near, far = _faces(plan, intersection)
        first, last = near.value - LEAST_BACKING, far.value + LEAST_BACKING
        # Two walls may butt into one bay from one side; it is filled once, for the first of them.
        bays = [(before, after) for before, after in pairwise(wood) if first < after.start and before.end < last]
        for before, after in bays:
            if (before.end, intersection.side) in filled or after.start - before.end < SHORTEST_BLOCK:
                continue
            filled.add((before.end, intersection.side))
            clear = plan.ceiling.lowest_over(Span(before.end, after.start)) - plan.bottom.value
            rungs = -(-clear // LADDER_SPACING) - 1
            for rung in range(1, rungs + 1):
                height = clear * rung // (rungs + 1) - board.width // 2
                yield lying(
                    PieceId(plan.id, "block", _butting(intersection), number=rung, by=before.id),
                    Role.BLOCK,
                    board,
                    x=Sum.of(message("from {what}", what=before.name), before.end),
                    y=plan.bottom.plus("up the {stud}", height),
                    length=Sum.of("clear bay", after.start - before.end),
                    height=board.width,
                    side=intersection.side,
                )


def _butting(intersection: Intersection) -> Of:
    return Of(Part.INTERSECTION, intersection.other)


def _faces(plan: WallPlan, intersection: Intersection) -> tuple[Sum, Sum]:
    """Where the two faces of a wall that butts stand on this one's plate."""
    near = plan.center_of(intersection).minus(
        message("half of {wall}", wall=intersection.other), half(intersection.thickness)
    )
    return near, near.plus(message("thickness of {wall}", wall=intersection.other), intersection.thickness)


def _corner(plan: WallPlan, end: End, meeting: EndMeeting) -> Iterator[Member]:
    """The inside corner is at b from the end; backing reaches past it."""
    wood = _Place(plan, Of(Part.CORNER, end), end, meeting.side)
    b, t = meeting.thickness, plan.stud.thickness
    face = Sum.of(message("thickness of {wall}", wall=meeting.other), b)
    stud = face.plus("past its face", _THREE_STUD_BACKING).minus("its own thickness", t)
    match plan.standard.corner:
        case CornerSchool.TWO_STUD:
            flat = plan.standard.board(_FLAT)
            x = face.plus("past its face", _TWO_STUD_BACKING).minus(message("flat {size}", size=_FLAT), flat.width)
            yield wood.flat(Role.CORNER_BACKING, x, flat)
        case CornerSchool.THREE_STUD:
            yield wood.stud(Role.CORNER_STUD, Sum.of("{end_stud}", t), number=2)
            yield wood.stud(Role.CORNER_STUD, stud)
        case CornerSchool.BLOCKED:
            yield from wood.blocks(Sum.of("{end_stud}", t), stud.value - t)
            yield wood.stud(Role.CORNER_STUD, stud)
        case CornerSchool.CLIPS:
            pass


def _intersection(plan: WallPlan, intersection: Intersection) -> Iterator[Member]:
    """Studs just outside the faces of the wall that butts, or one wide board behind it."""
    wood = _Place(plan, _butting(intersection), End.START, intersection.side)
    b, t = intersection.thickness, plan.stud.thickness
    near, far = _faces(plan, intersection)
    if host := _across(plan, intersection):
        yield from _in_a_cross(plan, wood, intersection, host)
        return
    match plan.standard.intersection:
        case IntersectionSchool.LADDER:
            return
        case IntersectionSchool.WIDE_FLAT:
            board = _chosen(plan) or _narrowest(plan, b + _WIDE_FLAT_BEYOND)
            x = near.minus("past its face", half(board.width - b))
            yield wood.flat(Role.INTERSECTION_BACKING, x, board)
            return
        case IntersectionSchool.CHANNEL:
            yield wood.flat(Role.INTERSECTION_BACKING, near, _widest(plan, b))
        case IntersectionSchool.BLOCKED:
            yield from wood.blocks(near, b)
    yield wood.stud(Role.INTERSECTION_STUD, near.minus("its own thickness", t), End.START)
    yield wood.stud(Role.INTERSECTION_STUD, far, End.END)


def _across(plan: WallPlan, intersection: Intersection) -> Intersection | None:
    """The wall that butts from the other side, where its studs stand at both faces of this one's place or beyond."""
    if plan.standard.intersection not in (IntersectionSchool.CHANNEL, IntersectionSchool.BLOCKED):
        return None
    entered = plan.meetings.intersections
    for host in entered:
        reach = half(host.thickness) - half(intersection.thickness) - abs(host.center - intersection.center)
        is_first = host.thickness > intersection.thickness or entered.index(host) < entered.index(intersection)
        if host.side is not intersection.side and reach >= 0 and is_first:
            return host
    return None


def _in_a_cross(plan: WallPlan, wood: "_Place", intersection: Intersection, host: Intersection) -> Iterator[Member]:
    """The wood on this side of a cross: between the studs of the wall across, which stand through the whole depth."""
    near, _ = _faces(plan, host)
    if plan.standard.intersection is IntersectionSchool.BLOCKED and host.thickness == intersection.thickness:
        yield from wood.blocks(near, host.thickness)
    else:
        yield wood.flat(Role.INTERSECTION_BACKING, near, _widest(plan, host.thickness))


@dataclass(frozen=True, slots=True)
class _Place:
    """Makes the pieces of one assembly, counted from the end of the wall it is at.

    They are there for the lining of the room, so a stud with a wide face turns it to the side of the other wall.
    """

    plan: WallPlan
    of: Of
    end: End
    side: Line

    def stud(self, role: Role, inward: Sum, at: End | None = None, number: int = 1) -> Member:
        """A stud on edge whose near side is `inward` from the end; `at` says on which side of the other wall."""
        piece = PieceId(self.plan.id, "stud", self.of, at, number)
        return self._piece(role, piece, inward, self.plan.stud, Orientation.EDGE)

    def flat(self, role: Role, inward: Sum, board: Lumber) -> Member:
        """A full-height board flat on the face the other wall comes to."""
        return self._piece(role, PieceId(self.plan.id, "backing", self.of), inward, board, Orientation.FLAT)

    def blocks(self, inward: Sum, gap: Length) -> Iterator[Member]:
        """Short pieces at the bottom, the middle and the top of a gap: flat where a board fits, else on edge."""
        plan = self.plan
        is_flat = gap >= plan.standard.board(_FLAT).width
        board = _widest(plan, gap) if is_flat else plan.plate
        width = board.width if is_flat else board.thickness
        x = self._x(inward, width)
        clear = plan.ceiling.lowest_over(Span(x.value, x.value + width)) - plan.bottom.value
        length = min(_BLOCK, clear // _BLOCKS)
        step = (clear - length) // (_BLOCKS - 1)
        for number in range(1, _BLOCKS + 1):
            yield standing(
                PieceId(plan.id, "block", self.of, number=number),
                Role.BLOCK,
                board,
                x=x,
                y=plan.bottom.plus("up the {stud}", (number - 1) * step),
                length=Sum.of("{block}", length),
                width=width,
                orientation=Orientation.FLAT if is_flat else Orientation.EDGE,
                side=self.side if is_flat else None,
            )

    def _piece(self, role: Role, piece: PieceId, inward: Sum, board: Lumber, orientation: Orientation) -> Member:
        is_flat = orientation is Orientation.FLAT
        width = board.width if is_flat else board.thickness
        return to_plates(
            self.plan,
            role,
            piece,
            board,
            x=self._x(inward, width),
            y=self.plan.bottom,
            length=self.plan.stud_length,
            width=width,
            orientation=orientation,
            wide_face=self.side if board.narrow is not None else None,
            side=self.side if is_flat else None,
        )

    def _x(self, inward: Sum, width: Length) -> Sum:
        """The piece's side nearer to the start; from the far end everything is mirrored."""
        if self.end is End.START:
            return inward
        return Sum.of("plate length", self.plan.length).minus_all(inward).minus("its own width", width)


def _chosen(plan: WallPlan) -> Lumber | None:
    """The board the crew takes behind every wall that butts, None where it takes what will do."""
    named = plan.standard.intersection_board
    return None if named == NARROWEST else plan.standard.board(named)


def _narrowest(plan: WallPlan, least: Length) -> Lumber:
    """The narrowest two-by that is at least so wide, or the widest there is."""
    boards = [plan.standard.board(nominal) for nominal in STUDS]
    return next((board for board in boards if board.width >= least), boards[-1])


def _widest(plan: WallPlan, most: Length) -> Lumber:
    """The widest two-by that is at most so wide, or the narrowest there is."""
    boards = [plan.standard.board(nominal) for nominal in STUDS]
    return next((board for board in reversed(boards) if board.width <= most), boards[0])
