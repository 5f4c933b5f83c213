"""Backing: whether panels have wood on both faces of every inside corner, and ceilings along their edges."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from bluff.core.assembly import BACKWARD, FORWARD, LEAST_BACKING, Direction, assemblies
from bluff.core.edit import ChangeWall
from bluff.core.finding import Code, Finding, Severity
from bluff.core.job import Between
from bluff.core.layout import Wood, join
from bluff.core.length import Length, format_inches
from bluff.core.lumber import STUDS
from bluff.core.member import Member, Orientation, Role
from bluff.core.schools import JoistRun
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan

_BACKS = frozenset(Role) - {Role.BACKING, Role.HEADER, Role.SILL, Role.TOP_CRIPPLE, Role.BOTTOM_CRIPPLE}
"""What stands high enough to hold a panel's edge."""


def check_backing(plan: WallPlan, pieces: Sequence[Member]) -> Iterator[Finding]:
    """Every inside corner that leaves less than 1 of wood for the panel on this wall.

    Args:
        plan: The wall.
        pieces: What stands in it; whatever is there serves, an intersection's own wood or a stud by chance.

    Source: docs/rules.md, Where walls meet.
    """
    runs = join(Wood(piece.start, piece.end, piece.id) for piece in pieces if piece.role in _BACKS)
    for assembly in assemblies(plan):
        if assembly.is_clipped:
            yield Finding(
                Code.CORNER_CLIPS,
                Severity.INFO,
                f"The corner with wall {assembly.other} has no backing stud; clips hold the panels.",
                "Have the clips on site before the panels go up.",
                at=assembly.corners[0][0],
            )
            continue
        for face, direction in assembly.corners:
            left = _backing(runs, face, direction)
            if left < LEAST_BACKING:
                yield Finding(
                    Code.BACKING_MISSING,
                    Severity.WARNING,
                    f"The inside corner with wall {assembly.other} at {format_inches(face)} leaves "
                    f"{format_inches(left)} of wood for the panel here; it needs {format_inches(LEAST_BACKING)}.",
                    "Add a stud or a flat board there before the panels go up.",
                    at=face,
                )


def runs_along_joists(plan: WallPlan) -> bool:
    """Whether the joists above run the way the wall does, so that a ceiling has no joist at its face."""
    run, joists = plan.wall.run, plan.standard.joists
    if joists is None or not isinstance(run, Between):
        return False
    east, north = abs(run.end.x - run.start.x), abs(run.end.y - run.start.y)
    return east > 8 * north if joists is JoistRun.EAST_WEST else north > 8 * east


def ceiling_backing(plan: WallPlan) -> Iterator[Member]:
    """The board laid flat on a wall's plates that sticks out to both sides, for the ceiling's edge.

    Source: docs/rules.md, Where walls meet. A 2x6 on a wall of 2x4 leaves 1 to each side.
    """
    if not plan.standard.ceiling_backing or not runs_along_joists(plan):
        return
    wider = STUDS[min(STUDS.index(plan.plate.nominal) + 1, len(STUDS) - 1)]
    board = plan.standard.board(wider)
    yield Member(
        id=f"{plan.id}/ceiling_backing",
        role=Role.BACKING,
        board=board,
        plies=1,
        orientation=Orientation.FLAT,
        x=Sum.of("start of the wall", 0),
        y=plan.height,
        length=plan.plate_length,
        width=plan.length,
        height=board.thickness,
    )


def check_ceiling(plan: WallPlan) -> Iterator[Finding]:
    """A wall that runs along the joists above and has nothing for the ceiling's edge."""
    if runs_along_joists(plan) and not plan.standard.ceiling_backing:
        backed = replace(plan.wall, ways=replace(plan.wall.ways, ceiling_backing=True))
        yield Finding(
            Code.CEILING_BACKING_MISSING,
            Severity.INFO,
            "The joists above run along this wall, so the ceiling has nothing to nail to beside it.",
            "Lay a wider board flat on its plates, or blocks between the joists.",
            fix=ChangeWall(plan.id, backed),
            fix_label="Lay a board on top",
        )


def _backing(runs: Sequence[Wood], face: Length, direction: Direction) -> Length:
    """How far wood goes on from a face in a direction."""
    for run in runs:
        if direction is FORWARD and run.start <= face < run.end:
            return run.end - face
        if direction is BACKWARD and run.start < face <= run.end:
            return face - run.start
    return 0
