"""What work on a wall takes a crew: at the minutes it says, or a first guess, set right by what it really took."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction

from bluff.core.crew.shop_work import on_site
from bluff.core.job.amounts import Rates
from bluff.core.site.work import Task
from bluff.core.wall.framing import Framing

FIRST_GUESS = Rates(
    cut=Fraction(1),
    piece=Fraction(2),
    opening=Fraction(15),
    plate=Fraction(1, 2),
    sheet=Fraction(6),
    raising=Fraction(30),
)
"""Minutes where a crew has entered none: a guess, marked as one on every screen."""

_FARTHEST_OFF = 10
"""A time that many times longer or shorter than planned was ticked late, and measures nothing."""


RATES: Mapping[Task, tuple[str, ...]] = {
    Task.LAYOUT: ("plate",),
    Task.CUT: ("cut",),
    Task.FRAME: ("piece", "opening"),
    Task.SHEET: ("sheet",),
    Task.RAISE: ("raising",),
}
"""The minutes of a crew that each takes, by their name in `Rates`."""


def minutes(framing: Framing, task: Task) -> Fraction:
    """What a task takes one person on the site at the crew's own minutes, or a first guess where it entered none.

    What is made in the shop takes nothing here. Raising is counted by the clock, however many lift.
    """
    count = on_site(framing)
    return sum((count[name] * rate(framing.plan.standard.rates, name) for name in RATES[task]), Fraction(0))


def rate(rates: Rates, name: str) -> Fraction:
    """The minutes a crew entered, or a first guess."""
    own: Fraction = getattr(rates, name)
    guess: Fraction = getattr(FIRST_GUESS, name)
    return own or guess


@dataclass(frozen=True, slots=True)
class Timed:
    """A task that was begun and done on the site: what it was planned to take, and what it took.

    Args:
        task: Which.
        planned, took: Minutes of one person; of raising, by the clock.
    """

    task: Task
    planned: Fraction
    took: Fraction

    @property
    def counts(self) -> bool:
        """Whether it was ticked when it was begun and when it was done, not afterwards for the record."""
        return self.planned <= self.took * _FARTHEST_OFF and self.took <= self.planned * _FARTHEST_OFF


@dataclass(frozen=True, slots=True)
class Pace:
    """How a crew's work goes against its minutes.

    Args:
        walls: How many were timed.
        planned, took: All of them together.
    """

    walls: int = 0
    planned: Fraction = Fraction(0)
    took: Fraction = Fraction(0)

    @property
    def factor(self) -> Fraction:
        """What its minutes are multiplied by; 1 while nothing was timed."""
        return self.took / self.planned if self.walls else Fraction(1)


def paces(timed: Iterable[Timed]) -> Mapping[Task, Pace]:
    """The pace of each task, by what was timed of it. Source: docs/rules.md, The day."""
    found: defaultdict[Task, Pace] = defaultdict(Pace)
    for one in timed:
        if one.counts:
            so_far = found[one.task]
            found[one.task] = Pace(so_far.walls + 1, so_far.planned + one.planned, so_far.took + one.took)
    return {task: found[task] for task in Task}
