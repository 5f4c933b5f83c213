"""What the edge of a ceiling is nailed to over a wall that runs along the joists above.

bay of the joists
    The clear space between two joists, which a wall along them stands below.
"""

from collections.abc import Iterator
from itertools import pairwise

from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.schools import CeilingBacking, Line
from bluff.core.measure.length import Length, inches
from bluff.core.measure.lumber import STUDS
from bluff.core.measure.sum import Sum
from bluff.core.plan.joists import clear_between_joists, runs_along_joists
from bluff.core.wall.member import Member, Orientation, Role, lying
from bluff.core.wall.piece import PieceId
from bluff.core.wall.wall_plan import WallPlan

APART: Length = inches(24)
"""From block to block over a wall, at most."""
_FLAT = "2x4"
"""What blocks and boards between the joists are cut from, laid flat."""


def ceiling_backing(plan: WallPlan) -> Iterator[Member]:
    """The wood over a level wall that runs along the joists, by its crew's school; none over any other.

    Source: docs/rules.md, Ceilings. A 2x6 on a wall of 2x4 leaves 1 to each side; joists at 16 leave blocks of 14 1/2.
    """
    if not plan.is_level or not runs_along_joists(plan.wall, plan.standard):
        return
    match plan.standard.ceiling_backing:
        case CeilingBacking.ON_PLATES:
            yield _on_plates(plan)
        case CeilingBacking.BETWEEN_JOISTS:
            yield from _between_joists(plan)
        case CeilingBacking.NONE:
            pass


def _on_plates(plan: WallPlan) -> Member:
    """A board laid flat on the plates that sticks out to both sides."""
    wider = STUDS[min(STUDS.index(plan.plate.nominal) + 1, len(STUDS) - 1)]
    board = plan.standard.board(wider)
    piece = PieceId(plan.id, "ceiling_backing")
    start = Sum.of("start of the wall", 0)
    return lying(piece, Role.BACKING, board, start, plan.height, plan.plate_length, board.thickness)


def _between_joists(plan: WallPlan) -> Iterator[Member]:
    """Blocks flat from joist to joist on the wall's plates, and boards between them along both of its faces.

    All of it is in plane with the undersides of the joists, whatever the wall's plates do. Over a wall that goes into
    a room whose ceiling is up there are the blocks alone, for its top to be nailed to.
    """
    clear = clear_between_joists(plan.standard)
    if clear is None:
        return
    board = plan.standard.board(_FLAT)
    last = plan.length - board.width
    spaces = max(-(-last // APART), 1)
    places = sorted({last * number // spaces for number in range(spaces + 1)})
    for number, place in enumerate(places, start=1):
        # They lie across the wall, from joist to joist: in its elevation one sees their ends.
        yield Member(
            id=PieceId(plan.id, "ceiling_block", number=number),
            role=Role.BLOCK,
            board=board,
            plies=1,
            orientation=Orientation.FLAT,
            x=Sum.of("start of the wall", 0).plus("at most 24 apart", place),
            y=plan.height,
            length=clear,
            width=board.width,
            height=board.thickness,
        )
    if isinstance(plan.standard.studs, MeasuredRoom):
        return
    for number, (before, after) in enumerate(pairwise(places), start=1):
        length = Sum.of("from {block} to {block}", after - before).minus("{block}", board.width)
        for side in (Line.LEFT, Line.RIGHT):
            yield lying(
                PieceId(plan.id, "ceiling_backing", at=side, number=number),
                Role.BACKING,
                board,
                x=Sum.of("start of the {block}", before).plus("{block}", board.width),
                y=plan.height,
                length=length,
                height=board.thickness,
                side=side,
            )
