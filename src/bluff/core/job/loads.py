"""Loads: what a header carries, given by the foot or made from what lies on it.

dead, live
    What a building weighs itself, and what comes and goes: people, snow, workers on the roof.
strip
    How wide a strip of a floor or roof comes down on the wall: half the way to the next thing that carries it.
"""

from dataclasses import dataclass, fields
from fractions import Fraction

from bluff.core.errors import SettingError
from bluff.core.job.amounts import Number
from bluff.core.job.form_field import School, part
from bluff.core.message import Message, message

_MOST_A_FOOT = 20_000
_MOST_A_SQUARE_FOOT = 500
_WIDEST_STRIP = 100


class LoadTime(School):
    """How long a live load lies, which is what wood bears more or less by. Source: docs/rules.md, Header check."""

    FLOOR = "floor", "A floor", "Years, on and off: what the tables are for."
    SNOW = "snow", "Snow", "Two months: wood bears 1.15 times as much."
    ROOF = "roof", "Work on a roof", "A week: wood bears 1.25 times as much."


DURATION: dict[LoadTime, Fraction] = {
    LoadTime.FLOOR: Fraction(1),
    LoadTime.SNOW: Fraction(115, 100),
    LoadTime.ROOF: Fraction(125, 100),
}
"""CD, by the shortest load that lies. Source: docs/rules.md, Header check."""
DEAD_ONLY = Fraction(9, 10)
"""CD while nothing but the building lies on it."""


@dataclass(frozen=True, slots=True)
class HeaderLoads:
    """What the headers of a wall carry; 0 if not entered.

    Args:
        dead, live: By the foot of header, in pounds, as the drawings give them.
        live_is: What that live load is.
        roof: Strip of roof, in feet, measured level.
        roof_dead, roof_live: Pounds a square foot of it.
        roof_is: What its live load is.
        floor: Strip of floor, in feet.
        floor_dead, floor_live: Pounds a square foot of it.

    Raises:
        SettingError: A load no header carries.
    """

    dead: Number = part(Fraction(0), "Dead, lb a foot", "On the {header}, as the drawings give it; 0 until they do.")
    live: Number = part(Fraction(0), "Live, lb a foot", "Also on the {header}.")
    live_is: LoadTime = part(LoadTime.FLOOR, "Live load is")
    roof: Number = part(
        Fraction(0),
        "Roof carried, ft",
        "Half the way to what carries it next, overhang and all, level.",
    )
    roof_dead: Number = part(Fraction(0), "Roof dead, psf", "What a square foot of it weighs.")
    roof_live: Number = part(Fraction(0), "Roof live, psf", "Snow of the place, or work on it.")
    roof_is: LoadTime = part(LoadTime.SNOW, "Roof’s live load")
    floor: Number = part(Fraction(0), "Floor carried, ft", "Half the way to what carries it next.")
    floor_dead: Number = part(Fraction(0), "Floor dead, psf", "What a square foot of it weighs.")
    floor_live: Number = part(Fraction(0), "Floor live, psf", "As the drawings have it.")

    def __post_init__(self) -> None:
        for key in fields(self):
            value = getattr(self, key.name)
            if isinstance(value, LoadTime):
                continue
            most, unit = _bound(key.name)
            if not 0 <= value <= most:
                raise SettingError(
                    message("Enter 0 to {most} {unit}; 0 means not entered.", most=most, unit=unit), key.name
                )

    @property
    def is_said(self) -> bool:
        """Whether a load of the header is entered."""
        return self.dead + self.live + self.roof * (self.roof_dead + self.roof_live) + self._floor > 0

    @property
    def _floor(self) -> Fraction:
        return self.floor * (self.floor_dead + self.floor_live)


def _bound(name: str) -> tuple[int, Message]:
    if name in ("dead", "live"):
        return _MOST_A_FOOT, message("pounds a foot")
    if name in ("roof", "floor"):
        return _WIDEST_STRIP, message("feet")
    return _MOST_A_SQUARE_FOOT, message("pounds a square foot")
