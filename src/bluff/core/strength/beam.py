"""A level beam on two supports under an even load: what it is stressed by, and how far it bends.

The usual formulas, exact, each with its arithmetic. A beam is so many boards that bend beside or on one another, each
for itself: nothing is glued.
"""

from dataclasses import dataclass
from fractions import Fraction

from bluff.core.measure.length import Length, format_exact, inches
from bluff.core.strength.worked import Worked, said

_INCHES_A_FOOT = 12


def in_inches(length: Length) -> Fraction:
    """A length as the formulas take it.

    >>> in_inches(inches("9 1/4"))
    Fraction(37, 4)
    """
    return Fraction(length, inches(1))


@dataclass(frozen=True, slots=True)
class Beam:
    """Boards on two supports.

    Args:
        boards: How many.
        breadth: Of one, level.
        depth: Of one, upright.
        span: From the middle of one support to that of the other.

    Source: docs/rules.md, Header check.
    """

    boards: int
    breadth: Length
    depth: Length
    span: Length

    @property
    def feet(self) -> Fraction:
        """The span in feet."""
        return in_inches(self.span) / _INCHES_A_FOOT

    @property
    def _section(self) -> str:
        return f"{self.boards} × {format_exact(self.breadth)} × {format_exact(self.depth)}"

    @property
    def _base(self) -> Fraction:
        return self.boards * in_inches(self.breadth)

    @property
    def area(self) -> Worked:
        return Worked("Area A", self._section, self._base * in_inches(self.depth), "in²", 2)

    @property
    def modulus(self) -> Worked:
        """The section modulus."""
        value = self._base * in_inches(self.depth) ** 2 / 6
        return Worked("Section modulus S", f"{self._section}² ÷ 6", value, "in³", 2)

    @property
    def inertia(self) -> Worked:
        """The moment of inertia."""
        value = self._base * in_inches(self.depth) ** 3 / 12
        return Worked("Moment of inertia I", f"{self._section}³ ÷ 12", value, "in⁴", 1)

    def bending(self, load: Fraction) -> tuple[Worked, ...]:
        """The stress in the outermost fibres under a load in pounds a foot, and what it is made from."""
        moment = Worked(
            "Moment M = wL² ÷ 8", f"{said(load, 1)} × {said(self.feet, 3)}² ÷ 8", load * self.feet**2 / 8, "lb·ft"
        )
        modulus = self.modulus
        stress = Worked(
            "Bending fb = 12 M ÷ S",
            f"12 × {said(moment.value)} ÷ {said(modulus.value, 2)}",
            _INCHES_A_FOOT * moment.value / modulus.value,
            "psi",
        )
        return moment, modulus, stress

    def shear(self, load: Fraction) -> tuple[Worked, ...]:
        """The stress along the grain, a depth away from the support."""
        depth = in_inches(self.depth)
        force = Worked(
            "Shear V = w (L ÷ 2 − d)",
            f"{said(load, 1)} × ({said(self.feet, 3)} ÷ 2 − {format_exact(self.depth)} ÷ 12)",
            max(load * (self.feet / 2 - depth / _INCHES_A_FOOT), Fraction(0)),
            "lb",
        )
        area = self.area
        stress = Worked(
            "Shear fv = 3 V ÷ 2 A",
            f"3 × {said(force.value)} ÷ (2 × {said(area.value, 2)})",
            3 * force.value / (2 * area.value),
            "psi",
        )
        return force, area, stress

    def reaction(self, load: Fraction) -> Worked:
        """What each support carries."""
        return Worked(
            "On each side R = wL ÷ 2", f"{said(load, 1)} × {said(self.feet, 3)} ÷ 2", load * self.feet / 2, "lb"
        )

    def deflection(self, load: Fraction, stiffness: Fraction) -> tuple[Worked, ...]:
        """How far its middle bends down, by a modulus of elasticity in psi."""
        inertia, span = self.inertia, in_inches(self.span)
        value = 5 * (load / _INCHES_A_FOOT) * span**4 / (384 * stiffness * inertia.value)
        arithmetic = (
            f"5 × {said(load, 1)} ÷ 12 × {said(span, 2)}⁴ ÷ (384 × {said(stiffness)} × {said(inertia.value, 1)})"
        )
        return inertia, Worked("Bends Δ = 5 wL⁴ ÷ 384 EI", arithmetic, value, "in", 3)
