"""What can be wrong between a wall and the joists or trusses above it."""

from collections.abc import Iterator
from fractions import Fraction

from bluff.core.edit import ChangeWall
from bluff.core.finding import Code, Finding, Severity
from bluff.core.job import Between, WallKind
from bluff.core.joists import runs_along_joists
from bluff.core.length import format_spacing
from bluff.core.schools import JoistLayout
from bluff.core.wall_plan import WallPlan, with_ways

_USUAL_SPACINGS = (Fraction(24), Fraction(96, 5), Fraction(16), Fraction(12))


def check_joists(plan: WallPlan) -> Iterator[Finding]:
    """A ceiling's edge with nothing to hold it, and joists with no stud under them where the crew stacks."""
    standard, wall = plan.standard, plan.wall
    if runs_along_joists(wall, standard) and not standard.ceiling_backing:
        yield Finding(
            Code.CEILING_BACKING_MISSING,
            Severity.INFO,
            "The joists above run along this wall, so the ceiling has nothing to nail to beside it.",
            "Lay a wider board flat on its plates, or blocks between the joists.",
            fix=ChangeWall(plan.id, with_ways(wall, ceiling_backing=True)),
            fix_label="Lay a board on top",
        )
    carries = wall.bearing or (wall.bearing is None and wall.kind is WallKind.EXTERIOR)
    is_said = standard.joists is not None and standard.joist_layout is not None
    if standard.stacked and carries and not is_said and isinstance(wall.run, Between):
        yield Finding(
            Code.JOISTS_NOT_GIVEN,
            Severity.INFO,
            "Studs are to stand under the joists here, and nobody has said where those are; the wall keeps its own "
            "layout.",
            "Say which way the joists run, where one of them lies and how far apart they are.",
        )
    if plan.stacked is not None and standard.joist_layout is not None:
        yield from _missed(plan, standard.joist_layout)


def _missed(plan: WallPlan, joists: JoistLayout) -> Iterator[Finding]:
    spacing = plan.standard.spacing
    if joists.spacing % spacing == 0:
        return
    # Closer studs only: nobody takes wood out of a wall to settle a finding.
    closer = next((one for one in _USUAL_SPACINGS if one < spacing and joists.spacing % one == 0), None)
    yield Finding(
        Code.STUDS_MISS_JOISTS,
        Severity.WARNING,
        f"Joists lie at {format_spacing(joists.spacing)} and studs at {format_spacing(spacing)}: not every joist has a "
        "stud under it.",
        "Space the studs as the joists are, or so that it divides their spacing, as the drawings allow.",
        fix=ChangeWall(plan.id, with_ways(plan.wall, spacing=closer)) if closer else None,
        fix_label=f"Studs at {format_spacing(closer)}" if closer else None,
    )
