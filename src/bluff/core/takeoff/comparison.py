"""Ways compared: what a job is made of by each of a few ways of framing it, line by line, what differs first."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from bluff.core.job.finding import Severity
from bluff.core.measure.length import Length, inches
from bluff.core.message import Message, message
from bluff.core.takeoff.effect import Tally

FEWEST, MOST = 2, 4
"""How many ways are compared at once: more are not read across."""


@dataclass(frozen=True)
class CountedWall:
    """What some walls come to, framed one way.

    Args:
        tally: What they are made of.
        nails: In all their joints.
        cut_in_shop, cut_on_site: Boards sawn before the crew is on the deck, and there.
        shop_hours, site_hours: What is done before, and there; None until the crew enters its minutes.
    """

    tally: Tally
    nails: int
    cut_in_shop: int
    cut_on_site: int
    shop_hours: Fraction | None
    site_hours: Fraction | None


@dataclass(frozen=True)
class Counted(CountedWall):
    """What a whole job comes to, framed one way; boards are bought for a job, and for no wall alone.

    Args:
        bought: Boards bought for it.
        bought_length: Their running length.
        cost: Of those; None while a price is missing.
    """

    bought: int
    bought_length: Length
    cost: Fraction | None


@dataclass(frozen=True, slots=True)
class CompareLine:
    """One figure, by each of the ways.

    Args:
        name: What it is.
        unit: What it is counted in, empty for pieces.
        places: How many places of it are shown.
        values: By each way in their order; None where an entry it needs is missing.
    """

    name: Message
    unit: str
    places: int
    values: tuple[Fraction | None, ...]

    @property
    def differs(self) -> bool:
        """Whether the ways come to different figures, as they are shown."""
        return len({None if value is None else round(value, self.places) for value in self.values}) > 1

    @property
    def texts(self) -> tuple[str, ...]:
        """Each value with its unit, as it is read; a dash where it is not known."""
        unit = self.unit if self.unit in {"", "%"} else f" {self.unit}"
        return tuple("–" if value is None else f"{float(value):,.{self.places}f}{unit}" for value in self.values)

    @property
    def shares(self) -> tuple[Fraction, ...]:
        """Each value as a share of the largest; 0 where it is not known."""
        most = max((value for value in self.values if value is not None), default=Fraction(0))
        return tuple(value / most if value is not None and most else Fraction(0) for value in self.values)


class _Figure(NamedTuple):
    name: Message
    unit: str
    places: int
    of: Callable[[CountedWall], Fraction | int | None]


_FEET = inches("1'")
_COST = message("Cost of the boards")
_SHOP_HOURS, _SITE_HOURS = message("Hours in the shop"), message("Hours on the site")
_CUT_IN_SHOP, _CUT_ON_SITE = message("Boards cut in the shop"), message("Boards cut on the site")
_FIGURES: tuple[_Figure, ...] = (
    _Figure(message("Pieces"), "", 0, lambda one: one.tally.pieces),
    _Figure(message("{Stud:many}, {king:many}, {jack:many}"), "", 0, lambda one: one.tally.studs),
    _Figure(message("{Header:many}"), "", 0, lambda one: one.tally.headers),
    _Figure(message("Lumber in the walls"), "ft", 0, lambda one: Fraction(one.tally.lumber, _FEET)),
    _Figure(message("Boards to buy"), "", 0, lambda one: one.bought if isinstance(one, Counted) else None),
    _Figure(
        message("Lumber to buy"),
        "ft",
        0,
        lambda one: Fraction(one.bought_length, _FEET) if isinstance(one, Counted) else None,
    ),
    _Figure(_COST, "", 2, lambda one: one.cost if isinstance(one, Counted) else None),
    _Figure(message("Hours, the crew’s own"), "h", 1, lambda one: one.tally.hours),
    _Figure(_SHOP_HOURS, "h", 1, lambda one: one.shop_hours),
    _Figure(_SITE_HOURS, "h", 1, lambda one: one.site_hours),
    _Figure(_CUT_IN_SHOP, "", 0, lambda one: one.cut_in_shop),
    _Figure(_CUT_ON_SITE, "", 0, lambda one: one.cut_on_site),
    _Figure(message("Nails"), "", 0, lambda one: one.nails),
    _Figure(message("Weight"), "lb", 0, lambda one: one.tally.pounds),
    _Figure(message("Sheets, one face"), "", 0, lambda one: one.tally.sheets),
    _Figure(message("Wood in the walls"), "%", 1, lambda one: one.tally.wood * 100),
    _Figure(message("R of the exterior walls"), "", 1, lambda one: one.tally.r),
    _Figure(message("Errors"), "", 0, lambda one: one.tally.findings[Severity.ERROR]),
    _Figure(message("Warnings"), "", 0, lambda one: one.tally.findings[Severity.WARNING]),
)


_SHARED = {_SHOP_HOURS, _SITE_HOURS, _CUT_IN_SHOP, _CUT_ON_SITE}
"""What nobody asks about who does everything on the site."""


def compared(ways: Sequence[CountedWall], currency: str) -> list[CompareLine]:
    """The figures of a few ways beside each other: those that differ first, each group in the order of the work.

    A figure that lacks entries in all of the ways has no line. Costs are in the currency.

    Source: docs/rules.md, Comparing ways.
    """
    lines = [
        CompareLine(
            figure.name,
            currency if figure.name == _COST else figure.unit,
            figure.places,
            tuple(_exact(figure.of(one)) for one in ways),
        )
        for figure in _FIGURES
    ]
    known = [line for line in lines if any(value is not None for value in line.values)]
    if not any(one.cut_in_shop for one in ways):
        known = [line for line in known if line.name not in _SHARED]
    return sorted(known, key=lambda line: not line.differs)


def _exact(value: Fraction | int | None) -> Fraction | None:
    return None if value is None else Fraction(value)
