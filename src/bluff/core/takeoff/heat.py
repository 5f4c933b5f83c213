"""Heat through framed walls, to set one way of framing beside another.

R
    What a wall keeps heat in by. Through wood it is an inch's times the depth, through a bay that of its filling.
"""

from collections.abc import Iterable
from fractions import Fraction

from bluff.core.job.job import WallKind
from bluff.core.measure.length import Length, inches
from bluff.core.wall.framing import Framing

R_OF_WOOD: Fraction = Fraction(5, 4)
"""Of an inch. Source: docs/rules.md, Heat and hours."""


def whole_wall_r(wood: Fraction, depth: Length, cavity: Fraction, outside: Fraction = Fraction(0)) -> Fraction:
    """The R of a wall by parallel paths through its wood and its bays, what covers both added.

    Args:
        wood: Share of its face that is wood, 0 to 1.
        depth: Of its studs.
        cavity: R of what fills the bays, more than 0.
        outside: R of what covers wood and bays alike.

    Source: docs/rules.md, Heat and hours. A quarter wood, 5 1/2 deep, 21 in the bays: 13.9.
    """
    through_wood = R_OF_WOOD * Fraction(depth, inches(1))
    return 1 / (wood / through_wood + (1 - wood) / cavity) + outside


def r_of_walls(framings: Iterable[Framing]) -> Fraction | None:
    """The R of a job's exterior walls together, by their faces; None if the insulation of one is not entered."""
    lost, whole = Fraction(0), Fraction(0)
    for framing in framings:
        plan = framing.plan
        if plan.wall.kind is not WallKind.EXTERIOR:
            continue
        insulation, face = plan.standard.insulation, plan.top.face
        if not insulation.cavity:
            return None
        wood = sum((member.face for member in framing.members), Fraction(0)) / face
        lost += face / whole_wall_r(min(wood, Fraction(1)), plan.stud.width, insulation.cavity, insulation.outside)
        whole += face
    return whole / lost if lost else None
