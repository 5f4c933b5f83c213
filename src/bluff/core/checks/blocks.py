"""Blocks and fixture backing: rows the wall has no place for, cavities without any, boards that stop at openings."""

from collections.abc import Iterator
from itertools import pairwise

from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.length import Length, half, inches
from bluff.core.message import follow, message
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
        message(
            "The row of {block:many} at {at:length} is not between the plates of this wall, {bottom:length} to "
            "{top:length}, so it is left out.",
            at=plan.standard.block_height,
            bottom=plan.bottom.value,
            top=plan.underside.value,
        ),
        message("Choose another height for the {block:many} of this wall."),
        fix=ChangeWall(plan.id, with_ways(plan.wall, block_height=_half_way(plan))),
        fix_label=message("Set them to {at:length}", at=_half_way(plan)),
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
            message(
                "The cavities of this wall run {tallest:length} without a {block}. Above {most:length} fire blocks are "
                "required.",
                tallest=tallest,
                most=TALLEST_CAVITY,
            ),
            follow(message("Add fire blocks as the local code requires."), VERIFY),
            fix=ChangeWall(plan.id, with_ways(plan.wall, fire_blocks=True)),
            fix_label=message("Add fire blocks"),
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
                message(
                    "{Backing} {mark} at {height:length} stops at {opening}, which is open there from {near:length} to "
                    "{far:length}.",
                    mark=backing.id,
                    height=backing.height,
                    opening=opening.placed.id,
                    near=near,
                    far=far,
                ),
                message("Move it up, down or along the wall until it is clear of the opening."),
                at=near,
                opening=opening.placed.id,
            )
        if Of(Part.BACKING, backing.id) not in there:
            yield Finding(
                Code.FIXTURE_BACKING_LEFT_OUT,
                Severity.WARNING,
                message(
                    "{Backing} {mark} from {start:length} to {end:length} has no bay to go into at {height:length}.",
                    mark=backing.id,
                    start=backing.start,
                    end=backing.end,
                    height=backing.height,
                ),
                message("Move it until it is clear of openings and plates."),
                at=min(max(backing.start, 0), plan.length),
            )


def _half_way(plan: WallPlan) -> Length:
    """The middle of the studs, to the inch."""
    return half(plan.bottom.value + plan.underside.value) // inches(1) * inches(1)
