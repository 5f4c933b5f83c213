"""Bays that are kept clear: what stands in them all the same."""

from collections.abc import Iterator

from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.length import format_inches
from bluff.core.measure.shapes import Span
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import UPRIGHTS
from bluff.core.wall.placed import PlacedClear


def check_kept_clear(framing: Framing) -> Iterator[Finding]:
    """Every bay that cannot be kept clear, with the first thing in its way: openings and loads outrank it.

    Source: docs/rules.md, Kept clear.
    """
    plan = framing.plan
    for bay in plan.clear:
        if not Span(plan.stands_from, plan.stands_to).contains(bay.span):
            yield _taken(bay, "runs past an end of the wall", plan.length)
        elif opening := next((one for one in framing.openings if one.pack.overlaps(bay.span)), None):
            yield _taken(bay, f"lies in {opening.placed.id} or its kings", plan.length)
        elif piece := next(
            (one for one in framing.standing if one.role in UPRIGHTS and one.span.overlaps(bay.span)), None
        ):
            there = f"the {piece.role.replace('_', ' ')} at {format_inches(piece.start)}"
            yield _taken(bay, f"has {there} in it", plan.length)


def _taken(bay: PlacedClear, why: str, length: int) -> Finding:
    start, end = bay.span
    return Finding(
        Code.CLEAR_BAY_TAKEN,
        Severity.WARNING,
        f"The bay for {bay.name}, {format_inches(start)} to {format_inches(end)}, {why}.",
        f"Move one of the two. What may be bored or notched instead is the code's to say. {VERIFY}",
        at=min(max(start, 0), length),
    )
