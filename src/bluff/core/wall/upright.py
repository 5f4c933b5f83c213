"""Uprights: whatever stands in a wall and reaches its top plates.

short point, long point
    Where the low and the high edge of a piece end that is cut to a slope; it is cut to length at its long point.

Source: docs/rules.md, Walls whose top is not level.
"""

from collections.abc import Iterable, Iterator
from typing import NamedTuple

from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber
from bluff.core.measure.shapes import Corner, Edges, Span
from bluff.core.measure.slope import Stretch, bevel
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.member import Bevel, Member, Orientation, Role, standing
from bluff.core.wall.piece import PieceId
from bluff.core.wall.wall_plan import WallPlan


def upright(plan: WallPlan, role: Role, piece: PieceId, x: Sum, y: Sum, length: Sum) -> Member:
    """A piece of the wall's own studs that stands on edge and reaches its top plates; as `to_plates`."""
    return to_plates(plan, role, piece, plan.stud, x, y, length, plan.stud.thickness, wide_face=plan.wide_face)


def to_plates(
    plan: WallPlan,
    role: Role,
    piece: PieceId,
    board: Lumber,
    x: Sum,
    y: Sum,
    length: Sum,
    width: Length,
    orientation: Orientation = Orientation.EDGE,
    plies: int = 1,
    wide_face: Line | None = None,
    side: Line | None = None,
) -> Member:
    """A piece that reaches the top plates wherever it stands. Every piece that does is made here.

    Args:
        plan: The wall.
        role, piece, board, x, y, width, orientation, plies, wide_face, side: As of a `Member`.
        length: What it would be cut to under the lowest of the top plates. Where they are higher, it is so much longer.

    Source: docs/rules.md. At 5/12, 25 3/4 from the low end a stud is 92 3/8 + 10 47/64 at its short point, 5/8 more at
    its long one.
    """
    if plan.is_level:
        return standing(piece, role, board, x, y, length, width, orientation, plies, wide_face, side)
    foot = Span(x.value, x.value + width)
    under = [*plan.ceiling.pieces(foot)]
    over = plan.ceiling.over(foot)
    # Its short point is at its low edge. A ridge inside it makes both edges low, and the long point is between them.
    at, stretch = (foot.start, under[0].stretch) if over[0].y <= over[-1].y else (foot.end, under[-1].stretch)
    # The short stud is worked out once for the wall; here it is one figure that everything else goes up from.
    lowest = length.named("short {stud}") if length is plan.stud_length else length
    short = lowest.plus_all(plan.rise_on(stretch, at))
    low, high = min(over[0].y, over[-1].y), max(corner.y for corner in over)
    if high == min(corner.y for corner in over):
        return standing(piece, role, board, x, y, short, width, orientation, plies, wide_face, side)
    steepest = max((part.stretch for part in under), key=_steepness) if len(under) > 1 else stretch
    return Member(
        id=piece,
        role=role,
        board=board,
        plies=plies,
        orientation=orientation,
        x=x,
        y=y,
        length=short.plus(
            message("to the long point, {width:length} x {slope:pitch}", width=width, slope=steepest.pitch), high - low
        ),
        width=width,
        height=high - y.value,
        bevel=Bevel(short.value, bevel(steepest.pitch)),
        wide_face=wide_face,
        side=side,
        edges=Edges((Corner(foot.start, y.value), Corner(foot.end, y.value)), over),
    )


class UnderBend(NamedTuple):
    """The place of one of the two pieces that stand where the slope of the top plates changes.

    Args:
        number: Which bend, from 1.
        end: The piece before it or the one after it.
        x: Its side nearer to the wall's start.
    """

    number: int
    end: End
    x: Sum


def under_bends(plan: WallPlan, within: Span, taken: Iterable[Span]) -> Iterator[UnderBend]:
    """Where a pair of studs or cripples stands under every bend of the top plates, one under each plate's end.

    One piece under both would need a cut of its own with two bevels, and would give each plate half of a bearing.

    Args:
        plan: The wall.
        within: Where there is room for them.
        taken: What is taken there; of two bends too near to each other the first has the place.
    """
    thick, filled = plan.stud.thickness, [*taken]
    for number, bend in enumerate(plan.top.bends, start=1):
        at = Sum.of("where the slope changes", bend)
        for end, x in ((End.START, at.minus("its own thickness", thick)), (End.END, at)):
            place = Span(x.value, x.value + thick)
            if within.contains(place) and not any(map(place.overlaps, filled)):
                filled.append(place)
                yield UnderBend(number, end, x)


def _steepness(stretch: Stretch) -> float:
    return float(abs(stretch.pitch))
