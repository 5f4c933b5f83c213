"""What there is to check of a wall, in the order it is framed and stood."""

from collections.abc import Iterator

from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.schools import End
from bluff.core.site.checking import Check
from bluff.core.site.opening_check import OpeningCheck
from bluff.core.site.squaring import Diagonals
from bluff.core.site.standing import Plumb, RoomCheck, StudCheck
from bluff.core.wall.framing import Framing


def checks(framing: Framing) -> tuple[Check, ...]:
    """Every check of a wall. Source: docs/rules.md, Checks."""
    return tuple(_checks(framing))


def _checks(framing: Framing) -> Iterator[Check]:
    plan = framing.plan
    is_fitted = isinstance(plan.standard.studs, MeasuredRoom)
    hook = plan.standard.datum.end
    ends = hook, End.END if hook is End.START else End.START
    if is_fitted:
        yield RoomCheck(plan)
        yield from (Plumb(plan, end, is_old=True) for end in ends)
    if plan.is_level:
        yield StudCheck(plan)
    yield from (OpeningCheck(opening) for opening in framing.openings)
    yield Diagonals(plan)
    yield from (Plumb(plan, end) for end in ends)
