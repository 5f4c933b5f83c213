"""Blocks and fixture backing: short boards that lie between the studs.

row
    Blocks at one height along the wall, one in every bay.
bay
    The clear space between two pieces that run from plate to plate.
cavity
    What is left of a bay between two boards that lie across it.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from bluff.core.job.schools import Blocks
from bluff.core.job.special import FixtureBacking
from bluff.core.measure.length import Length, half, inches
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.wall.along import Along
from bluff.core.wall.assembly import SHORTEST_BLOCK
from bluff.core.wall.layout import LaidOut, Wood, join
from bluff.core.wall.member import Member, Orientation, Role, lying
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.piece import Beginning, Of, Part, PieceId
from bluff.core.wall.sheets import joint_heights
from bluff.core.wall.wall_plan import WallPlan

TALLEST_CAVITY: Length = inches("10'")
"""A fire runs up a taller one unhindered."""


@dataclass(frozen=True, slots=True)
class _Bay:
    """A bay by its clear space, what it begins at in words and by name, and whether it is the first, third … one.

    `up` is what is free of it up the wall; `tallest` is the same under the higher of its sides.
    """

    start: Length
    end: Length
    after: Message
    by: Beginning | None
    is_odd: bool
    up: Span
    tallest: Length

    @property
    def clear(self) -> Length:
        return self.end - self.start


def blocks(
    plan: WallPlan,
    wood: Sequence[Wood],
    standing: Sequence[Member],
    openings: Sequence[OpeningFrame],
    layers: Sequence[LaidOut],
) -> Iterator[Member]:
    """The blocks of a wall: at half height, at story lines, behind the joints between rows of sheets, against fire.

    Args:
        plan: The wall.
        wood: All its full-height wood, laid out and joined.
        standing: Other boards that lie between the studs; blocks keep out of their way.
        openings: Those that are framed …
        layers: … with the cripples above and below them, between which there are bays as well.

    Source: docs/rules.md, Blocks and backing.
    """
    rows = _rows(plan)
    if not rows:
        return
    placed = Along(standing)
    bays = [bay for bay in (*_full_bays(plan, wood), *_bays_of(openings, layers)) if bay.clear >= SHORTEST_BLOCK]
    for row in rows:
        for bay in bays:
            block = _block(plan, bay, row)
            if _is_in(bay, block) and _is_wanted(bay, row) and placed.has_room_for(block):
                placed.add(block)
                yield block


def fixture_backing(plan: WallPlan, pieces: Sequence[Member], openings: Sequence[OpeningFrame]) -> Iterator[Member]:
    """The boards of every fixture backing, one in each bay it reaches into: between studs, or cripples of an opening.

    Args:
        plan: The wall.
        pieces: What stands in it.
        openings: Those that are framed; in the hole itself there is nothing to nail to.

    Source: docs/rules.md, Blocks and backing.
    """
    for backing in plan.wall.backing:
        board = plan.standard.board(backing.size)
        bottom = Sum.of(message("center of {mark}", mark=backing.id), backing.height).minus(
            "half of the board", half(board.width)
        )
        if not _fits(plan, backing):
            continue
        reach = half(board.width)
        across = [
            piece for piece in pieces if piece.bottom < backing.height + reach and backing.height - reach < piece.top
        ]
        wood = [
            Wood(piece.start, piece.end, message("the {role:one}", role=piece.role), id=piece.id) for piece in across
        ]
        wood += [
            Wood(*hole.placed.span, message("{opening}", opening=hole.placed.id), id=hole.of)
            for hole in open_at(plan, backing, openings)
        ]
        for bay in _full_bays(plan, join(wood)):
            if backing.height + reach > bay.up.end:
                continue
            if bay.start < backing.end and backing.start < bay.end and bay.clear >= SHORTEST_BLOCK:
                yield lying(
                    PieceId(plan.id, "board", Of(Part.BACKING, backing.id), by=bay.by),
                    Role.BACKING,
                    board,
                    x=Sum.of(message("from {what}", what=bay.after), bay.start),
                    y=bottom,
                    length=Sum.of("clear bay", bay.clear),
                    height=board.width,
                    side=backing.side or plan.sheeted_side.other,
                )


@dataclass(frozen=True, slots=True)
class _Row:
    """Blocks at one height.

    Args:
        name: What the row is there for; its blocks are named by it.
        number: Which of several such rows, from below.
        y: Underside of its blocks, or of those above the line.
        is_staggered: Whether they stand above and below the line in turn.
        below: Top of what bounds the cavity it parts, of a row against fire.
    """

    name: str
    number: int
    y: Sum
    is_staggered: bool = False
    below: Length | None = None


def _rows(plan: WallPlan) -> list[_Row]:
    """The rows of a wall. Rows behind sheet joints come first: they cannot move."""
    standard, thick = plan.standard, plan.plate.thickness
    rows: list[_Row] = []
    if standard.panel_edge_blocks:
        rows += [
            _Row("joint_block", number, Sum.of("joint of the sheets", joint).minus("half a {block}", half(thick)))
            for number, joint in enumerate(joint_heights(plan), start=1)
        ]
    rows += [
        _Row("story_block", number, Sum.of(message("story line {floor}", floor=number), line))
        for number, line in enumerate(plan.wall.floors, start=1)
    ]
    if line := _line_of_blocks(plan):
        rows.append(line)
    rows = [row for row in rows if _has_room(plan, row)]
    if standard.fire_blocks:
        rows += _fire_rows(plan, [row.y.value for row in rows])
    return rows


def _line_of_blocks(plan: WallPlan) -> _Row | None:
    """The row at the height the crew says."""
    line = Sum.of("row of {block:many}", plan.standard.block_height)
    match plan.standard.blocks:
        case Blocks.ONE_LINE:
            return _Row("block", 1, line.minus("half a {block}", half(plan.plate.thickness)))
        case Blocks.STAGGERED:
            return _Row("block", 1, line, is_staggered=True)
        case Blocks.NONE:
            return None


def is_line_off_wall(plan: WallPlan) -> bool:
    """Whether the crew asks for blocks at a height this wall does not have."""
    line = _line_of_blocks(plan)
    return line is not None and not _has_room(plan, line)


def _has_room(plan: WallPlan, row: _Row) -> bool:
    thick = plan.plate.thickness
    lowest = row.y.value - thick if row.is_staggered else row.y.value
    return plan.bottom.value <= lowest and row.y.value <= plan.highest_underside - thick


def _is_in(bay: _Bay, block: Member) -> bool:
    """Whether a block has its place in a bay, below plates that come down toward one side of it."""
    return bay.up.start <= block.bottom and block.top <= bay.up.end


def _is_wanted(bay: _Bay, row: _Row) -> bool:
    """Whether a row against fire parts anything in a bay: its cavity may be short enough there."""
    return row.below is None or bay.tallest - max(row.below, bay.up.start) > TALLEST_CAVITY


def _fire_rows(plan: WallPlan, rows: Sequence[Length]) -> list[_Row]:
    """Rows that part every cavity still taller than 10 ft into even ones."""
    thick = plan.plate.thickness
    added: list[_Row] = []
    ceiling = plan.highest_underside
    bounds = [plan.bottom.value - thick, *sorted(rows), ceiling]
    for below, above in pairwise(bounds):
        clear = above - below - thick
        parts = -(-clear // TALLEST_CAVITY)
        for part in range(1, parts):
            y = Sum.of("fire block", below + (above - below) * part // parts)
            added.append(_Row("fire_block", len(added) + 1, y, below=below + thick))
    return added


def _full_bays(plan: WallPlan, wood: Sequence[Wood]) -> Iterator[_Bay]:
    """The bays from plate to plate."""
    bottom, ceiling = plan.bottom.value, plan.ceiling
    for number, (before, after) in enumerate(pairwise(wood), start=1):
        span = Span(before.end, after.start)
        yield _bay(before, span, number, Span(bottom, ceiling.lowest_over(span)), ceiling.highest_over(span))


def _bays_of(openings: Sequence[OpeningFrame], layers: Sequence[LaidOut]) -> Iterator[_Bay]:
    """The bays between cripples, above headers and below sills."""
    framed = {opening.placed.id: opening for opening in openings}
    for laid in layers:
        opening = framed.get(laid.layer.opening or "")
        if opening is None:
            continue
        for number, (before, after) in enumerate(pairwise(laid.wood), start=1):
            span = Span(before.end, after.start)
            up = opening.room(laid.layer.at, span)
            yield _bay(before, span, number, up, up.end)


def _bay(before: Wood, span: Span, number: int, up: Span, tallest: Length) -> _Bay:
    return _Bay(*span, before.name, before.id, number % 2 == 1, up, tallest)


def _block(plan: WallPlan, bay: _Bay, row: _Row) -> Member:
    is_below = row.is_staggered and not bay.is_odd
    return lying(
        PieceId(plan.id, row.name, number=row.number, by=bay.by),
        Role.BLOCK,
        plan.plate,
        x=Sum.of(message("from {what}", what=bay.after), bay.start),
        y=row.y.minus("below the line", plan.plate.thickness) if is_below else row.y,
        length=Sum.of("clear bay", bay.clear),
        height=plan.plate.thickness,
        orientation=Orientation.EDGE,
    )


def open_at(plan: WallPlan, backing: FixtureBacking, openings: Iterable[OpeningFrame]) -> Iterator[OpeningFrame]:
    """The openings that are open at the height of a backing and within its run."""
    reach = half(plan.standard.board(backing.size).width)
    run = Span(backing.start, backing.end)
    board = Span(backing.height - reach, backing.height + reach)
    for opening in openings:
        if opening.hole.up.overlaps(board) and opening.hole.along.overlaps(run):
            yield opening


def _fits(plan: WallPlan, backing: FixtureBacking) -> bool:
    reach = half(plan.standard.board(backing.size).width)
    highest = plan.ceiling.highest_over(Span(backing.start, backing.end))
    return plan.bottom.value <= backing.height - reach and backing.height + reach <= highest
