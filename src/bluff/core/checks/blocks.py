"""Blocks and fixture backing: rows the wall has no place for, cavities without any, boards that stop at openings."""

from collections.abc import Iterator
from itertools import pairwise

from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.length import Length, format_inches, half, inches
from bluff.core.wall.blocks import TALLEST_CAVITY, is_line_off_wall, open_at
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Role
from bluff.core.wall.piece import Of, Part
from bluff.core.wall.wall_plan import WallPlan, with_ways


def check_block_line(framing: Framing) -> Iterator[Finding]:
    """A line of blocks at a height the wall does not have."""
    plan = framing.plan
    if not is_line_off_wall(plan):
        return
    yield Finding(
        Code.BLOCKS_OFF_WALL,
        Severity.WARNING,
        f"The line of blocks at {format_inches(plan.standard.block_height)} finds no place between the plates of this "
        f"wall, from {format_inches(plan.bottom.value)} to {format_inches(plan.underside.value)}, so there are none.",
        "Give the blocks another height for this wall.",
        fix=ChangeWall(plan.id, with_ways(plan.wall, block_height=_half_way(plan))),
        fix_label=f"Put them at {format_inches(_half_way(plan))}",
    )


def check_fire_blocks(framing: Framing) -> Iterator[Finding]:
    """Cavities a fire runs up."""
    plan = framing.plan
    rows = sorted({(piece.bottom, piece.top) for piece in framing.standing if piece.role is Role.BLOCK})
    edges = [plan.bottom.value, *(edge for row in rows for edge in row), plan.highest_underside]
    tallest = max((after - before for before, after in pairwise(edges)), default=0)
    if tallest > TALLEST_CAVITY and not plan.standard.fire_blocks:
        yield Finding(
            Code.FIRE_BLOCKS,
            Severity.WARNING,
            f"The cavities of this wall run {format_inches(tallest)} without a block; more than "
            f"{format_inches(TALLEST_CAVITY)} asks for fire blocks.",
            f"Put blocks in as the local code asks. {VERIFY}",
            fix=ChangeWall(plan.id, with_ways(plan.wall, fire_blocks=True)),
            fix_label="Add fire blocks",
        )


def check_fixture_backing(framing: Framing) -> Iterator[Finding]:
    """Fixture backing that is not there, or stops at an opening."""
    plan = framing.plan
    there = {piece.id.of for piece in framing.standing if piece.role is Role.BACKING}
    for backing in plan.wall.backing:
        for opening in open_at(plan, backing, framing.openings):
            near, far = opening.placed.span
            yield Finding(
                Code.FIXTURE_BACKING_LEFT_OUT,
                Severity.WARNING,
                f"Backing {backing.id} at {format_inches(backing.height)} stops at {opening.placed.id}, which is open "
                f"there from {format_inches(near)} to {format_inches(far)}.",
                "Give it another height or place, clear of the opening.",
                at=near,
                opening=opening.placed.id,
            )
        if Of(Part.BACKING, backing.id) not in there:
            yield Finding(
                Code.FIXTURE_BACKING_LEFT_OUT,
                Severity.WARNING,
                f"Backing {backing.id} from {format_inches(backing.start)} to {format_inches(backing.end)} finds no "
                f"bay at {format_inches(backing.height)}.",
                "Give it another place or height, clear of openings and plates.",
                at=min(max(backing.start, 0), plan.length),
            )


def _half_way(plan: WallPlan) -> Length:
    """The middle of the studs, to the inch."""
    return half(plan.bottom.value + plan.underside.value) // inches(1) * inches(1)
