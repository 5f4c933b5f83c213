"""Backing: whether panels have wood on both faces of every inside corner, and ceilings along their edges."""

from collections.abc import Iterator, Sequence

from bluff.core.assembly import BACKWARD, FORWARD, LEAST_BACKING, Direction, assemblies
from bluff.core.finding import Code, Finding, Severity
from bluff.core.joists import runs_along_joists
from bluff.core.layout import Wood, join
from bluff.core.length import Length, format_inches
from bluff.core.lumber import STUDS
from bluff.core.member import Member, Orientation, Role
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


def ceiling_backing(plan: WallPlan) -> Iterator[Member]:
    """The board laid flat on a wall's plates that sticks out to both sides, for the ceiling's edge.

    Source: docs/rules.md, Where walls meet. A 2x6 on a wall of 2x4 leaves 1 to each side.
    """
    if not plan.standard.ceiling_backing or not runs_along_joists(plan.wall, plan.standard):
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


def _backing(runs: Sequence[Wood], face: Length, direction: Direction) -> Length:
    """How far wood goes on from a face in a direction."""
    for run in runs:
        if direction is FORWARD and run.start <= face < run.end:
            return run.end - face
        if direction is BACKWARD and run.start < face <= run.end:
            return face - run.start
    return 0
