"""What there is to do on walls, counted as a crew gives its minutes, and the hours it comes to."""

from collections.abc import Mapping, Sequence
from dataclasses import fields
from fractions import Fraction

from bluff.core.job.amounts import Rates
from bluff.core.measure.length import Length, inches
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Role

_FOOT: Length = inches(12)


def amounts(framing: Framing) -> Mapping[str, Fraction]:
    """How much of each kind of work a wall is, by the name it has in `Rates`.

    Plates are laid out by the foot, a header is nailed up with its opening.
    """
    members = framing.members
    return {
        "plate": Fraction(framing.plan.length, _FOOT),
        "cut": Fraction(sum(member.plies for member in members)),
        "piece": Fraction(sum(member.role not in PLATES and member.role is not Role.HEADER for member in members)),
        "opening": Fraction(len(framing.openings)),
        "sheet": Fraction(framing.sheets.bought),
        "raising": Fraction(1),
    }


def hours(framings: Sequence[Framing]) -> Fraction | None:
    """What some walls take at the crew's own minutes; None until it enters them.

    Source: docs/rules.md, Heat and hours.
    """
    minutes, is_said = Fraction(0), False
    for framing in framings:
        rates = framing.plan.standard.rates
        is_said |= any(getattr(rates, one.name) for one in fields(Rates))
        minutes += sum((getattr(rates, name) * count for name, count in amounts(framing).items()), Fraction(0))
    return minutes / 60 if is_said else None
