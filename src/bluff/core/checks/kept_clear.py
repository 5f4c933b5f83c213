"""Bays that are kept clear: what stands in them all the same."""

from collections.abc import Iterator

from bluff.core.job.finding import VERIFY, Code, Finding, Severity
from bluff.core.measure.shapes import Span
from bluff.core.message import follow, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import UPRIGHTS


def check_kept_clear(framing: Framing) -> Iterator[Finding]:
    """Every bay that cannot be kept clear, with the first thing in its way: openings and loads outrank it.

    Source: docs/rules.md, Kept clear.
    """
    plan = framing.plan
    for bay in plan.clear:
        near, far = bay.span
        if not Span(plan.stands_from, plan.stands_to).contains(bay.span):
            text = message(
                "The bay for {bay}, {near:length} to {far:length}, runs past an end of the wall.",
                bay=bay.name,
                near=near,
                far=far,
            )
        elif opening := next((one for one in framing.openings if one.pack.overlaps(bay.span)), None):
            text = message(
                "The bay for {bay}, {near:length} to {far:length}, is in {opening} or its {king:many}.",
                bay=bay.name,
                near=near,
                far=far,
                opening=opening.placed.id,
            )
        elif piece := next(
            (one for one in framing.standing if one.role in UPRIGHTS and one.span.overlaps(bay.span)), None
        ):
            text = message(
                "The bay for {bay}, {near:length} to {far:length}, has the {role:one} at {at:length} in it.",
                bay=bay.name,
                near=near,
                far=far,
                role=piece.role,
                at=piece.start,
            )
        else:
            continue
        yield Finding(
            Code.CLEAR_BAY_TAKEN,
            Severity.WARNING,
            text,
            follow(message("Move one of the two. The code says what may be bored or notched instead."), VERIFY),
            at=min(max(near, 0), plan.length),
        )
