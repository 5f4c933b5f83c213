"""Bolts and pins: those put by rule, those in the way of wood or off the plate, pieces of plate that lack some."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from bluff.core.job.amounts import BoltRule, PinRule
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.measure.length import Length, format_inches
from bluff.core.measure.shapes import Span
from bluff.core.wall.along import Along
from bluff.core.wall.anchors import WASHER, is_bolted, is_pinned
from bluff.core.wall.framing import Framing

_CODE_RULES = "The drawings and the local code rule."
_CAUTION = (
    "Eyes and ears covered, nobody below or behind, 3 clear of the slab's edge; where drawings call for bolts, pins do "
    "not take their place."
)


def check_bolts(framing: Framing) -> Iterator[Finding]:
    """The anchor bolts of a wall: whose word they are, what they come up under, where one is lacking."""
    plan, places = framing.plan, [place.value for place in framing.bolts]
    if not is_bolted(plan):
        return
    rule = plan.standard.bolts
    if plan.wall.bolts is None:
        yield Finding(
            Code.BOLTS_BY_RULE,
            Severity.INFO,
            f"{len(places)} anchor bolts are put by rule: within {format_inches(rule.from_end)} of the ends of each "
            f"piece of plate, at most {format_inches(rule.apart)} apart, clear of the wood.",
            f"Enter those that are cast as they stand. {_CODE_RULES}",
            fix=ChangeWall(plan.id, replace(plan.wall, bolts=tuple(places))),
            fix_label="They are cast there",
        )
    standing = Along(piece for piece in framing.standing if piece.bottom == plan.bottom.value)
    for at in places:
        yield from _clashes(framing, at, standing)
    for piece in framing.held:
        if why := _lacks_bolts(piece, places, rule):
            yield Finding(
                Code.BOLTS_TOO_FAR,
                Severity.WARNING,
                f"The piece of bottom plate from {format_inches(piece.start)} to {format_inches(piece.end)} {why}.",
                f"Set the bolts it lacks before the wall goes up, or hold it with a strap. {_CODE_RULES}",
                at=piece.start,
            )


def _clashes(framing: Framing, at: Length, standing: Along) -> Iterator[Finding]:
    """A bolt that is beyond the plate, in a doorway, or under wood that leaves no room for its nut."""
    if not 0 <= at <= framing.plan.length:
        yield Finding(
            Code.BOLT_OFF_PLATE,
            Severity.WARNING,
            f"A bolt is given at {format_inches(at)}, beyond the plate of {format_inches(framing.plan.length)}.",
            "Measure it from the wall's start along the plate.",
        )
        return
    doorways = (opening.placed for opening in framing.openings if not opening.has_sill)
    if doorway := next((one for one in doorways if one.span.holds(at)), None):
        yield Finding(
            Code.BOLT_IN_DOORWAY,
            Severity.WARNING,
            f"The bolt at {format_inches(at)} stands in the doorway {doorway.id}.",
            f"Cut it off flush once the plate is out, and set one in the plate beside it. {_CODE_RULES}",
            at=at,
            opening=doorway.id,
        )
    elif under := next(standing.between(at - WASHER, at + WASHER), None):
        yield Finding(
            Code.BOLT_UNDER_WOOD,
            Severity.WARNING,
            f"The bolt at {format_inches(at)} comes up under the {under.role.replace('_', ' ')} at "
            f"{format_inches(under.start)}.",
            f"Move that piece clear of its nut, or set another bolt beside it. {_CODE_RULES}",
            at=at,
            opening=under.opening,
        )


def _lacks_bolts(piece: Span, places: Sequence[Length], rule: BoltRule) -> str | None:
    bolts = _in_piece(piece, places)
    if not bolts:
        return "is too short for a bolt clear of the wood" if piece.length < 2 * rule.from_end else "has no bolt"
    return _spread(piece, bolts, rule, "bolt")


def check_pins(framing: Framing) -> Iterator[Finding]:
    """The pins of a wall, likewise; two are the least that hold a piece."""
    plan, places = framing.plan, [place.value for place in framing.pins]
    if not is_pinned(plan):
        return
    rule = plan.standard.pins
    if plan.wall.pins is None:
        yield Finding(
            Code.PINS_BY_RULE,
            Severity.INFO,
            f"The plate is shot down with {len(places)} pins by rule: within {format_inches(rule.from_end)} of the "
            f"ends of each piece of plate, at most {format_inches(rule.apart)} apart, clear of the wood.",
            _CAUTION,
            fix=ChangeWall(plan.id, replace(plan.wall, pins=tuple(places))),
            fix_label="They go there",
        )
    for at in places:
        if not 0 <= at <= plan.length:
            yield Finding(
                Code.PIN_OFF_PLATE,
                Severity.WARNING,
                f"A pin is given at {format_inches(at)}, beyond the plate of {format_inches(plan.length)}.",
                "Measure it from the wall's start along the plate.",
            )
    for piece in framing.held:
        if why := _lacks_pins(piece, places, rule):
            yield Finding(
                Code.PINS_TOO_FAR,
                Severity.WARNING,
                f"The piece of bottom plate from {format_inches(piece.start)} to {format_inches(piece.end)} {why}.",
                f"Shoot those it lacks. {_CAUTION}",
                at=piece.start,
            )


def _lacks_pins(piece: Span, places: Sequence[Length], rule: PinRule) -> str | None:
    pins = _in_piece(piece, places)
    if len(pins) < 2:
        return f"has {'one pin' if pins else 'no pin'}; two are the least"
    return _spread(piece, pins, rule, "pin")


def _in_piece(piece: Span, places: Sequence[Length]) -> list[Length]:
    return [at for at in places if piece.start <= at <= piece.end]


def _spread(piece: Span, there: Sequence[Length], rule: BoltRule | PinRule, what: str) -> str | None:
    """What is wrong with how bolts or pins are spread over a piece of plate."""
    if there[0] - piece.start > rule.from_end or piece.end - there[-1] > rule.from_end:
        return f"has no {what} within {format_inches(rule.from_end)} of an end"
    if any(after - before > rule.apart for before, after in pairwise(there)):
        return f"has {what}s more than {format_inches(rule.apart)} apart"
    return None
