"""Framing a wall: everything it is made of, and its findings."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import replace

from bluff.core.checks.anchors import check_bolts, check_pins
from bluff.core.checks.backing import check_backing
from bluff.core.checks.blocks import check_block_line, check_fire_blocks, check_fixture_backing
from bluff.core.checks.crowding import check_crowding
from bluff.core.checks.joists import check_joists
from bluff.core.checks.kept_clear import check_kept_clear
from bluff.core.checks.layout import check_layout
from bluff.core.checks.left_out import check_left_out
from bluff.core.checks.meetings import check_meetings
from bluff.core.checks.opening import check_openings
from bluff.core.checks.plates import check_laps, check_plates
from bluff.core.checks.posts import check_posts
from bluff.core.checks.raising import check_lift, check_tip_up
from bluff.core.checks.sheets import check_bare_top, check_sheet_edges, check_sheet_joints, check_spacing
from bluff.core.checks.stacks import check_stacks
from bluff.core.checks.tops import check_stock, check_top
from bluff.core.job.finding import Finding, Severity
from bluff.core.wall.build import build
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import WallPlan

CHECKS: tuple[Callable[[Framing], Iterator[Finding]], ...] = (
    check_left_out,
    check_posts,
    check_crowding,
    check_openings,
    check_stacks,
    check_layout,
    check_kept_clear,
    check_plates,
    check_laps,
    check_bolts,
    check_pins,
    check_sheet_edges,
    check_sheet_joints,
    check_spacing,
    check_bare_top,
    check_backing,
    check_block_line,
    check_fire_blocks,
    check_fixture_backing,
    check_joists,
    check_meetings,
    check_top,
    check_stock,
    check_tip_up,
    check_lift,
)
"""Every concern there is. A new one is a function of a framed wall, and is listed here."""


def frame(plan: WallPlan) -> Framing:
    """Frame one wall. It reads the plan and nothing else, so a wall whose plan did not change is framed as before.

    Args:
        plan: A wall with every position and way decided.

    Returns:
        Its framing. Whatever could not be framed is in the findings, never an exception.
    """
    framing = build(plan)
    return replace(framing, findings=tuple(_in_order(found for check in CHECKS for found in check(framing))))


_RANK = {severity: rank for rank, severity in enumerate(Severity)}


def _in_order(findings: Iterable[Finding]) -> list[Finding]:
    """Errors first, then along the wall; those of the whole wall before those with a place."""
    return sorted(findings, key=lambda found: (_RANK[found.severity], -1 if found.at is None else found.at, found.code))
