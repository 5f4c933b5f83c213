"""What can be wrong between a wall and the joists or trusses above it."""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction

from bluff.core.job.amounts import JoistLayout, MeasuredRoom
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.job.job import Between, WallKind
from bluff.core.job.schools import CeilingBacking, JoistRun
from bluff.core.message import follow, message
from bluff.core.plan.joists import runs_across_joists, runs_along_joists
from bluff.core.wall.framing import Framing
from bluff.core.wall.wall_plan import WallPlan, with_ways

_USUAL_SPACINGS = (Fraction(24), Fraction(96, 5), Fraction(16), Fraction(12))


def check_joists(framing: Framing) -> Iterator[Finding]:
    """A ceiling's edge with nothing to hold it, and joists with no stud under them where the crew stacks."""
    plan = framing.plan
    standard, wall = plan.standard, plan.wall
    yield from _ceiling(plan)
    yield from _carried(plan)
    carries = wall.bearing or (wall.bearing is None and wall.kind is WallKind.EXTERIOR)
    is_said = standard.joists is not None and standard.joist_layout is not None
    if standard.stacked and carries and not is_said and isinstance(wall.run, Between):
        yield Finding(
            Code.JOISTS_NOT_GIVEN,
            Severity.INFO,
            message(
                "The {stud:many} of this wall go under the joists, but the joists are not entered. The wall keeps its "
                "own layout."
            ),
            message("Enter which way the joists run, where one of them is and their spacing."),
        )
    if plan.stacked is not None and standard.joist_layout is not None:
        yield from _missed(plan, standard.joist_layout)


def _ceiling(plan: WallPlan) -> Iterator[Finding]:
    """Over a wall along the joists a ceiling's edge, and the top of a wall fitted between two of them, hold nothing."""
    standard, wall = plan.standard, plan.wall
    if not plan.is_level or not runs_along_joists(wall, standard):
        return
    is_known = standard.joist_layout is not None
    between = ChangeWall(plan.id, with_ways(wall, ceiling_backing=CeilingBacking.BETWEEN_JOISTS))
    on_top = ChangeWall(plan.id, with_ways(wall, ceiling_backing=CeilingBacking.ON_PLATES))
    if standard.ceiling_backing is CeilingBacking.NONE:
        is_fitted = isinstance(standard.studs, MeasuredRoom)
        on_plates = message("Lay a board on top")
        yield Finding(
            Code.CEILING_BACKING_MISSING,
            Severity.INFO,
            message("The joists above run along this wall, so its top has no joist to nail to.")
            if is_fitted
            else message("The joists above run along this wall, so the ceiling has nothing to nail to beside it."),
            message(
                "Put {block:many} between the joists over it, with a board on each side flush with their undersides. "
                "Where the slab is flat, lay a wider board on its plates instead."
            ),
            fix=between if is_known else on_top,
            fix_label=message("Add {block:many} between the joists") if is_known else on_plates,
            other_fix=on_top if is_known and not is_fitted else None,
            other_fix_label=on_plates if is_known and not is_fitted else None,
        )
    elif standard.ceiling_backing is CeilingBacking.BETWEEN_JOISTS and not is_known:
        yield Finding(
            Code.JOISTS_NOT_GIVEN,
            Severity.INFO,
            message("{Block:many} go from joist to joist over this wall, but the joist spacing is not entered."),
            message("Enter where one of the joists is and their spacing."),
        )


def _carried(plan: WallPlan) -> Iterator[Finding]:
    """A wall across the joists that nobody has called bearing, and one along them that somebody has."""
    standard, wall = plan.standard, plan.wall
    if wall.bearing is None and runs_across_joists(wall, standard):
        yield Finding(
            Code.BEARING_NOT_SET,
            Severity.INFO,
            message("The joists above run across this wall, but it is not marked bearing or non-bearing."),
            follow(
                message(
                    "Choose one from the drawings. They give the {stud:many}, {header:many} and plates of a bearing "
                    "wall."
                ),
                VERIFY,
            ),
            fix=ChangeWall(plan.id, replace(wall, bearing=True)),
            fix_label=message("Bearing"),
            other_fix=ChangeWall(plan.id, replace(wall, bearing=False)),
            other_fix_label=message("Not bearing"),
        )
    elif wall.bearing and runs_along_joists(wall, standard):
        across = JoistRun.NORTH_SOUTH if standard.joists is JoistRun.EAST_WEST else JoistRun.EAST_WEST
        yield Finding(
            Code.BEARING_NOT_SET,
            Severity.INFO,
            message("This wall is marked bearing, but the joists above run along it."),
            follow(
                message("Correct one of the two: whether the wall is bearing, or which way the joists run."), VERIFY
            ),
            fix=ChangeWall(plan.id, replace(wall, bearing=False)),
            fix_label=message("Not bearing"),
            other_fix=ChangeWall(plan.id, with_ways(wall, joists=across)),
            other_fix_label=message("Joists run across it"),
        )


def _missed(plan: WallPlan, joists: JoistLayout) -> Iterator[Finding]:
    spacing = plan.standard.spacing
    if joists.spacing % spacing == 0:
        return
    # Closer studs only: nobody takes wood out of a wall to settle a finding.
    closer = next((one for one in _USUAL_SPACINGS if one < spacing and joists.spacing % one == 0), None)
    yield Finding(
        Code.STUDS_MISS_JOISTS,
        Severity.WARNING,
        message(
            "Joists are at {joists:spacing} and {stud:many} at {spacing:spacing}: not every joist has a {stud} under "
            "it.",
            joists=joists.spacing,
            spacing=spacing,
        ),
        message(
            "Use the spacing of the joists for the {stud:many}, or one that divides it evenly, as the drawings allow."
        ),
        fix=ChangeWall(plan.id, with_ways(plan.wall, spacing=closer)) if closer else None,
        fix_label=message("{Stud:many} at {spacing:spacing}", spacing=closer) if closer else None,
    )
