"""Pins: where a bottom plate is shot down to a slab that holds no bolts."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from bluff.core.bolts import Bolts, by_rule, is_anchored_by, plate_boards
from bluff.core.edit import ChangeWall
from bluff.core.finding import Code, Finding, Severity
from bluff.core.layout import Wood, join
from bluff.core.length import Length, format_inches, inches
from bluff.core.member import Member
from bluff.core.opening_frame import OpeningFrame
from bluff.core.schools import Anchors
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan

_TOOL: Length = inches("1 1/2")
"""Clear of wood to each side of a pin, for the head of the tool."""
_NEAREST: Length = inches(3)
"""A pin nearer to a plate's end splits it."""
_CAUTION = (
    "Eyes and ears covered, nobody below or behind, 3 clear of the slab's edge; where drawings call for bolts, pins do "
    "not take their place."
)


def plate_pins(
    plan: WallPlan, openings: Sequence[OpeningFrame], pieces: Iterable[Member], breaks: Iterable[Length]
) -> Bolts:
    """The pins of a wall: as given, by the rule on concrete, none where it is bolted or the floor is wood.

    Args:
        plan: The wall.
        openings: Those that are framed; the plate is cut out of doorways.
        pieces: What stands on the plate.
        breaks: Where boards of the bottom plate meet.

    Source: docs/rules.md, Pins. A plate of 100: 12, 37 1/3, 62 2/3 and 88, moved clear of the wood.
    """
    boards = list(plate_boards(plan, [opening for opening in openings if not opening.has_sill], breaks))
    given = plan.wall.pins
    if given is not None:
        places = tuple(Sum.of("pin as given", at) for at in sorted(given))
        return Bolts(places, (*_off_plate(plan, places), *_too_far(plan, places, boards)))
    if not is_anchored_by(plan, Anchors.PINS) or plan.wall.bolts:
        return Bolts((), ())
    standing = [piece for piece in pieces if piece.bottom == plan.bottom.value]
    wood = join(Wood(piece.start - _TOOL, piece.end + _TOOL, piece.id) for piece in standing)
    places = tuple(place for board in boards for place in by_rule(plan.standard.pins, *board, wood, _NEAREST))
    rule = plan.standard.pins
    said = Finding(
        Code.PINS_BY_RULE,
        Severity.INFO,
        f"The plate is shot down with {len(places)} pins by rule: within {format_inches(rule.from_end)} of the ends of "
        f"each piece of plate, at most {format_inches(rule.apart)} apart, clear of the wood.",
        _CAUTION,
        fix=ChangeWall(plan.id, replace(plan.wall, pins=tuple(place.value for place in places))),
        fix_label="They go there",
    )
    return Bolts(places, (said, *_too_far(plan, places, boards)))


def _off_plate(plan: WallPlan, places: Iterable[Sum]) -> Iterator[Finding]:
    for place in places:
        if not 0 <= place.value <= plan.length:
            yield Finding(
                Code.PIN_OFF_PLATE,
                Severity.WARNING,
                f"A pin is given at {format_inches(place.value)}, beyond the plate of {format_inches(plan.length)}.",
                "Measure it from the wall's start along the plate.",
            )


def _too_far(plan: WallPlan, places: Sequence[Sum], boards: Iterable[tuple[Length, Length]]) -> Iterator[Finding]:
    """Pieces of plate that are held by fewer pins than the rule asks, or by pins too far apart."""
    rule = plan.standard.pins
    for start, end in boards:
        pins = [place.value for place in places if start <= place.value <= end]
        why = None
        if len(pins) < 2:
            why = f"has {'one pin' if pins else 'no pin'}; two are the least"
        elif pins[0] - start > rule.from_end or end - pins[-1] > rule.from_end:
            why = f"has no pin within {format_inches(rule.from_end)} of an end"
        elif any(after - before > rule.apart for before, after in pairwise(pins)):
            why = f"has pins more than {format_inches(rule.apart)} apart"
        if why:
            yield Finding(
                Code.PINS_TOO_FAR,
                Severity.WARNING,
                f"The piece of bottom plate from {format_inches(start)} to {format_inches(end)} {why}.",
                f"Shoot those it lacks. {_CAUTION}",
                at=start,
            )
