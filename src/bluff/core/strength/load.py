"""Loads on a header: an even one along all of it, and point loads where something stands on it.

parts
    A load split by how long each part of it lies: dead, floor, snow, work on a roof. Wood bears a short load better
    than a long one, so the parts are kept apart until a case adds them up.
case
    The parts that lie together, all that last longer than the shortest of them in full.
point
    A load that comes down in one place, measured from the middle of the bearing nearer to the wall's start.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from bluff.core.job.loads import DEAD_ONLY, DURATION, HeaderLoads, LoadTime
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.core.strength.worked import Worked, rounded

_NONE = Fraction(0)


class Parts(NamedTuple):
    """A load by how long its parts lie, in pounds or in pounds per foot."""

    dead: Fraction = _NONE
    floor: Fraction = _NONE
    snow: Fraction = _NONE
    roof: Fraction = _NONE


class Point(NamedTuple):
    """A point load of one case: what brings it, its place as for `PartedPoint`, and pounds."""

    name: str
    at: Length
    pounds: Fraction


class PartedPoint(NamedTuple):
    """A point load by its parts.

    Args:
        name: What brings it, like ``W2``.
        at: From the middle of the bearing nearer to the wall's start; within the span.
        parts: In pounds.
    """

    name: str
    at: Length
    parts: Parts

    def of(self, parts: Iterable[Fraction]) -> "Point":
        """The same place with the sum of some of its parts."""
        return Point(self.name, self.at, _sum(parts))


@dataclass(frozen=True, slots=True)
class Load:
    """What bends a beam at one time.

    Args:
        even: Pounds per foot along all of it.
        points: In pounds, in order along it.
    """

    even: Fraction
    points: tuple[Point, ...] = ()


@dataclass(frozen=True, slots=True)
class Case:
    """Loads that lie together.

    Args:
        name: Of its even load.
        load: In full.
        duration: CD, by the shortest load among them.
    """

    name: Message
    load: Load
    duration: Fraction


@dataclass(frozen=True, slots=True)
class Carried:
    """Everything that lies on a header.

    Args:
        even: Pounds per foot.
        points: What stands on it, in order along it.
    """

    even: Parts
    points: tuple[PartedPoint, ...] = ()

    @property
    def total(self) -> Load:
        return self._of(0, len(self.even))

    @property
    def live(self) -> Load:
        return self._of(1, len(self.even))

    def cases(self) -> list[Case]:
        """Every case that can lie: the dead load alone, then each live load with all that lasts longer.

        Source: docs/rules.md, Header check.
        """
        cases = [Case(message("w of the building alone"), self._of(0, 1), DEAD_ONLY)]
        for lasting, (time, name) in enumerate(_BY_LASTING, start=1):
            if any(parts[lasting] for parts in (self.even, *(point.parts for point in self.points))):
                cases.append(Case(name, self._of(0, lasting + 1), DURATION[time]))
        return cases

    def _of(self, first: int, end: int) -> Load:
        """Some of the parts, by their places in `Parts`."""
        return Load(_sum(self.even[first:end]), tuple(point.of(point.parts[first:end]) for point in self.points))


_BY_LASTING = (
    (LoadTime.FLOOR, message("w with a floor")),
    (LoadTime.SNOW, message("w with snow")),
    (LoadTime.ROOF, message("w with work on a roof")),
)
"""The live parts in the order of `Parts`, the longest first."""


class PerFoot(NamedTuple):
    """What is entered for a foot of header.

    Args:
        lines: Each part of it, then all of it.
        parts: The same by how long they lie.
    """

    lines: tuple[Worked, ...]
    parts: Parts


def per_foot(loads: HeaderLoads) -> PerFoot:
    """The load on a foot of header, as given and from the strips of roof and floor it carries."""
    dead = [*_part(message("Dead, as given"), loads.dead), *_strip(message("Roof, dead"), loads.roof, loads.roof_dead)]
    dead += _strip(message("Floor, dead"), loads.floor, loads.floor_dead)
    live = {time: list[Worked]() for time, _ in _BY_LASTING}
    live[LoadTime.FLOOR] += _strip(message("Floor, live"), loads.floor, loads.floor_live)
    live[loads.roof_is] += _strip(message("Roof: {load}", load=loads.roof_is.called), loads.roof, loads.roof_live)
    live[loads.live_is] += _part(message("Live, as given: {load}", load=loads.live_is.called), loads.live)
    by_lasting = [dead, *live.values()]
    parts = Parts(*(_sum(line.value for line in lines) for lines in by_lasting))
    all_of_it = Worked(message("Total, w"), "", _sum(parts), "lb/ft", 1)
    return PerFoot((*(line for lines in by_lasting for line in lines), all_of_it), parts)


def _part(name: Message, load: Fraction) -> list[Worked]:
    return [Worked(name, "", load, "lb/ft", 1)] if load else []


def _strip(name: Message, feet: Fraction, weight: Fraction) -> list[Worked]:
    """What a strip so wide puts on a foot of header."""
    arithmetic = f"{rounded(feet, 2)} ft × {rounded(weight, 1)} lb/ft²"
    return [Worked(name, arithmetic, feet * weight, "lb/ft", 1)] if feet * weight else []


def _sum(parts: Iterable[Fraction]) -> Fraction:
    return sum(parts, _NONE)
