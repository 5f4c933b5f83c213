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

from bluff.core.along import Along
from bluff.core.assembly import SHORTEST_BLOCK
from bluff.core.edit import ChangeWall
from bluff.core.finding import VERIFY, Code, Finding, Severity
from bluff.core.layout import Wood, join
from bluff.core.length import Length, format_inches, half, inches
from bluff.core.member import Member, Orientation, Role
from bluff.core.opening_frame import OpeningFrame
from bluff.core.schools import Blocks, Sheets
from bluff.core.special import FixtureBacking
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan, with_ways

TALLEST_CAVITY: Length = inches("10'")
"""A fire runs up a taller one unhindered."""


@dataclass(frozen=True, slots=True)
class _Bay:
    """A bay by its clear space, and whether it is the first, third … of the wall."""

    start: Length
    end: Length
    after: str
    is_odd: bool

    @property
    def clear(self) -> Length:
        return self.end - self.start


def blocks(plan: WallPlan, wood: Sequence[Wood], standing: Sequence[Member]) -> Iterator[Member]:
    """The blocks of a wall: at half height, behind the joints between rows of sheets, and against fire.

    Args:
        plan: The wall.
        wood: All its full-height wood, laid out and joined.
        standing: Other boards that lie between the studs; blocks keep out of their way.

    Source: docs/rules.md, Blocks and backing.
    """
    placed = Along(standing)
    for y, is_staggered in _rows(plan):
        for bay in _bays(wood):
            if bay.clear < SHORTEST_BLOCK:
                continue
            below = is_staggered and not bay.is_odd
            block = _block(plan, bay, y.minus("below the line", plan.plate.thickness) if below else y)
            if placed.has_room_for(block):
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
        bottom = Sum.of(f"centre of {backing.id}", backing.height).minus("half of the board", half(board.width))
        if not _fits(plan, backing):
            continue
        reach = half(board.width)
        across = [
            piece for piece in pieces if piece.bottom < backing.height + reach and backing.height - reach < piece.top
        ]
        wood = [Wood(piece.start, piece.end, piece.role.replace("_", " ")) for piece in across]
        wood += [Wood(near, far, name) for name, near, far in _holes(plan, backing, openings)]
        for bay in _bays(join(wood)):
            if bay.start < backing.end and backing.start < bay.end and bay.clear >= SHORTEST_BLOCK:
                yield Member(
                    id=f"{plan.id}/backing/{backing.id}/{bay.start}-{bay.end}",
                    role=Role.BACKING,
                    board=board,
                    plies=1,
                    orientation=Orientation.FLAT,
                    x=Sum.of(f"from the {bay.after}", bay.start),
                    y=bottom,
                    length=Sum.of("clear bay", bay.clear),
                    width=bay.clear,
                    height=board.width,
                    side=backing.side or plan.sheeted_side.other,
                )


def check_block_line(plan: WallPlan) -> Iterator[Finding]:
    """A line of blocks at a height the wall does not have."""
    standard = plan.standard
    if not (line := _line_of_blocks(plan)) or _has_room(plan, *line):
        return
    yield Finding(
        Code.BLOCKS_OFF_WALL,
        Severity.WARNING,
        f"The line of blocks at {format_inches(standard.block_height)} finds no place between the plates of this wall, "
        f"from {format_inches(plan.bottom.value)} to {format_inches(plan.underside.value)}, so there are none.",
        "Give the blocks another height for this wall.",
        fix=ChangeWall(plan.id, with_ways(plan.wall, block_height=_half_way(plan))),
        fix_label=f"Put them at {format_inches(_half_way(plan))}",
    )


def check_blocks(plan: WallPlan, members: Iterable[Member]) -> Iterator[Finding]:
    """Cavities a fire runs up."""
    rows = sorted({(member.bottom, member.top) for member in members if member.role is Role.BLOCK})
    edges = [plan.bottom.value, *(edge for row in rows for edge in row), plan.underside.value]
    tallest = max((after - before for before, after in pairwise(edges)), default=0)
    if tallest > TALLEST_CAVITY and not plan.standard.fire_blocks:
        blocked = with_ways(plan.wall, fire_blocks=True)
        yield Finding(
            Code.FIRE_BLOCKS,
            Severity.WARNING,
            f"The cavities of this wall run {format_inches(tallest)} without a block; more than "
            f"{format_inches(TALLEST_CAVITY)} asks for fire blocks.",
            f"Put blocks in as the local code asks. {VERIFY}",
            fix=ChangeWall(plan.id, blocked),
            fix_label="Add fire blocks",
        )


def check_fixture_backing(
    plan: WallPlan, members: Iterable[Member], openings: Sequence[OpeningFrame]
) -> Iterator[Finding]:
    """Fixture backing that is not there, or stops at an opening."""
    boards = [member for member in members if member.role is Role.BACKING]
    for backing in plan.wall.backing:
        for name, near, far in _holes(plan, backing, openings):
            yield Finding(
                Code.FIXTURE_BACKING_LEFT_OUT,
                Severity.WARNING,
                f"Backing {backing.id} at {format_inches(backing.height)} stops at {name}, which is open there from "
                f"{format_inches(near)} to {format_inches(far)}.",
                "Give it another height or place, clear of the opening.",
                at=near,
                opening=name,
            )
        there = [board for board in boards if board.id.startswith(f"{plan.id}/backing/{backing.id}/")]
        if not there:
            yield Finding(
                Code.FIXTURE_BACKING_LEFT_OUT,
                Severity.WARNING,
                f"Backing {backing.id} from {format_inches(backing.start)} to {format_inches(backing.end)} finds no "
                f"bay at {format_inches(backing.height)}.",
                "Give it another place or height, clear of openings and plates.",
                at=min(max(backing.start, 0), plan.length),
            )


def _rows(plan: WallPlan) -> Iterator[tuple[Sum, bool]]:
    """The underside of each row, and whether its blocks stand above and below the line in turn.

    Rows behind sheet joints come first: they cannot move.
    """
    standard, thick = plan.standard, plan.plate.thickness
    centred = ("half a block", half(thick))
    rows: list[tuple[Sum, bool]] = []
    if standard.panel_edge_blocks:
        rows += [(Sum.of("joint of the sheets", joint).minus(*centred), False) for joint in sheet_joints(plan)]
    if line := _line_of_blocks(plan):
        rows.append(line)
    rows = [row for row in rows if _has_room(plan, *row)]
    if standard.fire_blocks:
        rows += _fire_rows(plan, [row.value for row, _ in rows])
    yield from rows


def _line_of_blocks(plan: WallPlan) -> tuple[Sum, bool] | None:
    """The row at the height the crew says: its underside, and whether its blocks stand above and below in turn."""
    line = Sum.of("line of the blocks", plan.standard.block_height)
    match plan.standard.blocks:
        case Blocks.ONE_LINE:
            return line.minus("half a block", half(plan.plate.thickness)), False
        case Blocks.STAGGERED:
            return line, True
        case Blocks.NONE:
            return None


def _has_room(plan: WallPlan, y: Sum, is_staggered: bool) -> bool:
    thick = plan.plate.thickness
    lowest = y.value - thick if is_staggered else y.value
    return plan.bottom.value <= lowest and y.value <= plan.underside.value - thick


def _half_way(plan: WallPlan) -> Length:
    """The middle of the studs, to the inch."""
    return half(plan.bottom.value + plan.underside.value) // inches(1) * inches(1)


def _fire_rows(plan: WallPlan, rows: Sequence[Length]) -> list[tuple[Sum, bool]]:
    """Rows that part every cavity still taller than 10 ft into even ones."""
    thick = plan.plate.thickness
    added = []
    bounds = [plan.bottom.value - thick, *sorted(rows), plan.underside.value]
    for below, above in pairwise(bounds):
        clear = above - below - thick
        parts = -(-clear // TALLEST_CAVITY)
        for part in range(1, parts):
            y = Sum.of("fire block", below + (above - below) * part // parts)
            added.append((y, False))
    return added


def sheet_joints(plan: WallPlan) -> list[Length]:
    """Heights at which one row of sheets ends and the next begins, between the plates."""
    standard = plan.standard
    if standard.sheets is Sheets.NONE:
        return []
    pitch = standard.sheet.width if standard.sheets is Sheets.LYING else standard.sheet.length
    return list(range(pitch - standard.sheet_drop, plan.underside.value, pitch))


def _bays(wood: Sequence[Wood]) -> Iterator[_Bay]:
    for number, (before, after) in enumerate(pairwise(wood), start=1):
        yield _Bay(before.end, after.start, before.name.removeprefix("the "), number % 2 == 1)


def _block(plan: WallPlan, bay: _Bay, y: Sum) -> Member:
    return Member(
        id=f"{plan.id}/block/{bay.start}-{bay.end}/{y.value}",
        role=Role.BLOCK,
        board=plan.plate,
        plies=1,
        orientation=Orientation.EDGE,
        x=Sum.of(f"from the {bay.after}", bay.start),
        y=y,
        length=Sum.of("clear bay", bay.clear),
        width=bay.clear,
        height=plan.plate.thickness,
    )


def _holes(
    plan: WallPlan, backing: FixtureBacking, openings: Iterable[OpeningFrame]
) -> Iterator[tuple[str, Length, Length]]:
    """The openings that are open at the height of a backing and within its run: mark, near and far side."""
    reach = half(plan.standard.board(backing.size).width)
    for opening in openings:
        placed = opening.placed
        low = placed.head.value - placed.rough.height.value if opening.has_sill else 0
        is_open = low < backing.height + reach and backing.height - reach < placed.head.value
        if is_open and placed.start.value < backing.end and backing.start < placed.end:
            yield placed.id, placed.start.value, placed.end


def _fits(plan: WallPlan, backing: FixtureBacking) -> bool:
    reach = half(plan.standard.board(backing.size).width)
    return plan.bottom.value <= backing.height - reach and backing.height + reach <= plan.underside.value
