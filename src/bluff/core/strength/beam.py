"""A level beam on two supports: what its loads stress it by, and how far it bends.

The usual formulas, exact, each with its arithmetic. A beam is so many boards that bend beside or on one another, each
for itself: nothing is glued. Point loads are added by superposition.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from bluff.core.measure.length import Length, format_exact, inches
from bluff.core.message import message
from bluff.core.strength.load import Load, Point
from bluff.core.strength.worked import Worked, rounded

_INCHES_A_FOOT = 12
_STATIONS = 96
"""Places along the span where the deflection is worked out. It is flat where it is greatest, so the nearest of them
is within a hundredth of a percent of it."""


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
        whole: From end to end, over the supports; a load along the beam presses on them by all of it.

    Source: docs/rules.md, Header check.
    """

    boards: int
    breadth: Length
    depth: Length
    span: Length
    whole: Length

    @property
    def feet(self) -> Fraction:
        """The span in feet."""
        return _feet(self.span)

    @property
    def _section(self) -> str:
        return f"{self.boards} × {format_exact(self.breadth)} × {format_exact(self.depth)}"

    @property
    def _base(self) -> Fraction:
        return self.boards * in_inches(self.breadth)

    @property
    def area(self) -> Worked:
        return Worked(message("Area A"), self._section, self._base * in_inches(self.depth), "in²", 2)

    @property
    def modulus(self) -> Worked:
        """The section modulus."""
        value = self._base * in_inches(self.depth) ** 2 / 6
        return Worked(message("Section modulus S"), f"{self._section}² ÷ 6", value, "in³", 2)

    @property
    def inertia(self) -> Worked:
        """The moment of inertia."""
        value = self._base * in_inches(self.depth) ** 3 / 12
        return Worked(message("Moment of inertia I"), f"{self._section}³ ÷ 12", value, "in⁴", 1)

    def bending(self, load: Load) -> tuple[Worked, ...]:
        """The stress in the outermost fibers, and what it is made from."""
        moment, modulus = self._moment(load), self.modulus
        stress = Worked(
            message("Bending fb = 12 M ÷ S"),
            f"12 × {rounded(moment.value)} ÷ {rounded(modulus.value, 2)}",
            _INCHES_A_FOOT * moment.value / modulus.value,
            "psi",
        )
        return (*point_lines(load), moment, modulus, stress)

    def _moment(self, load: Load) -> Worked:
        """The largest moment: in the middle under an even load, else where the shear changes its sign."""
        even = load.even
        if not load.points:
            arithmetic = f"{rounded(even, 1)} × {rounded(self.feet, 3)}² ÷ 8"
            return Worked(message("Moment M = wL² ÷ 8"), arithmetic, even * self.feet**2 / 8, "lb·ft")
        near = even * self.feet / 2 + self._pressed(load)[0]
        x = max(self._turning_points(load, near), key=lambda x: self._moment_at(load, near, x))
        passed = [point for point in load.points if _feet(point.at) < x]
        arithmetic = f"{rounded(near)} × {rounded(x, 3)} − {rounded(even, 1)} × {rounded(x, 3)}² ÷ 2" + "".join(
            f" − {rounded(point.pounds)} × {rounded(x - _feet(point.at), 3)}" for point in passed
        )
        name = message("Moment M at {at} ft, support {support} lb", at=rounded(x, 3), support=rounded(near))
        return Worked(name, arithmetic, self._moment_at(load, near, x), "lb·ft")

    def _turning_points(self, load: Load, near: Fraction) -> Iterator[Fraction]:
        """Where along the beam, in feet, its moment can be largest: under each point, and between where V is 0."""
        places = [_feet(point.at) for point in load.points]
        yield from places
        if not load.even:
            return
        for start, end in zip([Fraction(0), *places], [*places, self.feet], strict=True):
            passed = sum((point.pounds for point in load.points if _feet(point.at) <= start), Fraction(0))
            if start < (x := (near - passed) / load.even) < end:
                yield x

    @staticmethod
    def _moment_at(load: Load, near: Fraction, x: Fraction) -> Fraction:
        beyond = (point.pounds * (x - _feet(point.at)) for point in load.points if _feet(point.at) < x)
        return near * x - load.even * x**2 / 2 - sum(beyond)

    def shear(self, load: Load) -> tuple[Worked, ...]:
        """The stress along the grain, a depth away from the support; a point load counts in full however near it is."""
        depth, pressed = in_inches(self.depth), max(self._pressed(load))
        even = max(load.even * (self.feet / 2 - depth / _INCHES_A_FOOT), Fraction(0))
        force = Worked(
            message("Shear V = w (L ÷ 2 − d) + points" if load.points else "Shear V = w (L ÷ 2 − d)"),
            f"{rounded(load.even, 1)} × ({rounded(self.feet, 3)} ÷ 2 − {format_exact(self.depth)} ÷ 12)"
            + (f" + {rounded(pressed)}" if load.points else ""),
            even + pressed,
            "lb",
        )
        area = self.area
        stress = Worked(
            message("Shear fv = 3 V ÷ 2 A"),
            f"3 × {rounded(force.value)} ÷ (2 × {rounded(area.value, 2)})",
            3 * force.value / (2 * area.value),
            "psi",
        )
        return (*point_lines(load), force, area, stress)

    def reaction(self, load: Load) -> Worked:
        """What the support that carries more carries: half of all that lies along the beam, and its part of points."""
        length, pressed = _feet(self.whole), max(self._pressed(load))
        return Worked(
            message(
                "On each side R = w × {header} ÷ 2 + points" if load.points else "On each side R = w × {header} ÷ 2"
            ),
            f"{rounded(load.even, 1)} × {rounded(length, 3)} ÷ 2" + (f" + {rounded(pressed)}" if load.points else ""),
            load.even * length / 2 + pressed,
            "lb",
        )

    def reactions(self, load: Load) -> tuple[Fraction, Fraction]:
        """What each support carries, the one nearer to the wall's start first."""
        even = load.even * _feet(self.whole) / 2
        near, far = self._pressed(load)
        return even + near, even + far

    def _pressed(self, load: Load) -> tuple[Fraction, Fraction]:
        """What the point loads put on each support: the nearer one takes the more."""
        far = sum((point.pounds * Fraction(point.at, self.span) for point in load.points), Fraction(0))
        return sum((point.pounds for point in load.points), Fraction(0)) - far, far

    def deflection(self, load: Load, stiffness: Fraction) -> tuple[Worked, ...]:
        """How far it bends down where it bends most, by a modulus of elasticity in psi."""
        inertia, span = self.inertia, in_inches(self.span)
        if not load.points:
            value = 5 * (load.even / _INCHES_A_FOOT) * span**4 / (384 * stiffness * inertia.value)
            arithmetic = (
                f"5 × {rounded(load.even, 1)} ÷ 12 × {rounded(span, 2)}⁴ ÷ (384 × {rounded(stiffness)} × "
                f"{rounded(inertia.value, 1)})"
            )
            return inertia, Worked(message("Deflection Δ = 5 wL⁴ ÷ 384 EI"), arithmetic, value, "in", 3)
        rigid = stiffness * inertia.value
        x = max((span * step / _STATIONS for step in range(1, _STATIONS)), key=lambda x: self._bent_by(load, x))
        each = [("w", self._bent_by(Load(load.even), x))]
        each += [(point.name, self._bent_by(Load(Fraction(0), (point,)), x)) for point in load.points]
        arithmetic = " + ".join(f"{rounded(bent / rigid, 3)} ({name})" for name, bent in each)
        worked = Worked(
            message("Deflection Δ at {at} in", at=rounded(x, 2)),
            arithmetic,
            sum(bent for _, bent in each) / rigid,
            "in",
            3,
        )
        return (*point_lines(load), inertia, worked)

    def _bent_by(self, load: Load, x: Fraction) -> Fraction:
        """How far a beam of EI = 1 bends down at a place.

        wx(L³ − 2Lx² + x³) ÷ 24 of an even load, and Pbx(L² − b² − x²) ÷ 6L of a point at a distance b from the support
        that lies beyond it, seen from x.
        """
        span = in_inches(self.span)
        bent = load.even / _INCHES_A_FOOT * x * (span**3 - 2 * span * x**2 + x**3) / 24
        for point in load.points:
            at = in_inches(point.at)
            beyond, here = (span - at, x) if x <= at else (at, span - x)
            bent += point.pounds * beyond * here * (span**2 - beyond**2 - here**2) / (6 * span)
        return bent


def _feet(length: Length) -> Fraction:
    return in_inches(length) / _INCHES_A_FOOT


def point_lines(load: Load) -> tuple[Worked, ...]:
    """A line for each point load: what brings it, and where it stands."""
    return tuple(_point(point) for point in load.points)


def _point(point: Point) -> Worked:
    return Worked(
        message("{point} at {at:length} from the bearing", point=point.name, at=point.at), "", point.pounds, "lb"
    )
