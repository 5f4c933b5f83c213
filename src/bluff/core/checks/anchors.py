"""Bolts and pins: those put by rule, those in the way of wood or off the plate, pieces of plate that lack some."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise
from typing import NamedTuple

from bluff.core.job.amounts import BoltRule, PinRule
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.message import Message, follow, message, plural, template
from bluff.core.wall.along import Along
from bluff.core.wall.anchors import WASHER, is_bolted, is_pinned
from bluff.core.wall.framing import Framing

_CODE_RULES = message("The drawings and the local code decide.")
_CAUTION = message(
    "Wear eye and ear protection, keep people out from below and behind, and stay 3 in from the edge of the slab. Pins "
    "do not replace bolts the drawings call for."
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
            plural(
                "{count} anchor bolt is placed by rule: within {ends:length} of the ends of each piece of plate, at "
                "most {apart:length} apart, clear of the wood.",
                "{count} anchor bolts are placed by rule: within {ends:length} of the ends of each piece of plate, at "
                "most {apart:length} apart, clear of the wood.",
                count=len(places),
                ends=rule.from_end,
                apart=rule.apart,
            ),
            follow(message("Enter the bolts that are cast in where they really are."), _CODE_RULES),
            fix=ChangeWall(plan.id, replace(plan.wall, bolts=tuple(places))),
            fix_label=message("They are cast there"),
        )
    standing = Along(piece for piece in framing.standing if piece.bottom == plan.bottom.value)
    for at in places:
        yield from _clashes(framing, at, standing)
    for piece in framing.held:
        if text := _lacks_bolts(piece, places, rule):
            yield Finding(
                Code.BOLTS_TOO_FAR,
                Severity.WARNING,
                text,
                follow(message("Set the missing bolts before the wall goes up, or hold it with a strap."), _CODE_RULES),
                at=piece.start,
            )


def _clashes(framing: Framing, at: Length, standing: Along) -> Iterator[Finding]:
    """A bolt that is beyond the plate, in a doorway, or under wood that leaves no room for its nut."""
    if not 0 <= at <= framing.plan.length:
        yield Finding(
            Code.BOLT_OFF_PLATE,
            Severity.WARNING,
            message(
                "A bolt is entered at {at:length}, beyond the plate of {length:length}.",
                at=at,
                length=framing.plan.length,
            ),
            message("Measure it from the wall's start along the plate."),
        )
        return
    doorways = (opening.placed for opening in framing.openings if not opening.has_sill)
    if doorway := next((one for one in doorways if one.span.holds(at)), None):
        yield Finding(
            Code.BOLT_IN_DOORWAY,
            Severity.WARNING,
            message("The bolt at {at:length} is in the doorway {opening}.", at=at, opening=doorway.id),
            follow(
                message("Cut it off flush once the plate is cut out, and set one in the plate beside it."), _CODE_RULES
            ),
            at=at,
            opening=doorway.id,
        )
    elif under := next(standing.between(at - WASHER, at + WASHER), None):
        yield Finding(
            Code.BOLT_UNDER_WOOD,
            Severity.WARNING,
            message(
                "The bolt at {at:length} comes up under the {role:one} at {start:length}.",
                at=at,
                role=under.role,
                start=under.start,
            ),
            follow(message("Move that piece clear of the nut, or set another bolt beside it."), _CODE_RULES),
            at=at,
            opening=under.opening,
        )


def _lacks_bolts(piece: Span, places: Sequence[Length], rule: BoltRule) -> Message | None:
    bolts = _in_piece(piece, places)
    if not bolts:
        return message(
            "The piece of {bottom_plate} from {start:length} to {end:length} is too short for a bolt clear of the wood."
            if piece.length < 2 * rule.from_end
            else "The piece of {bottom_plate} from {start:length} to {end:length} has no bolt.",
            start=piece.start,
            end=piece.end,
        )
    return _badly_spread(piece, bolts, rule, _BOLTS)


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
            plural(
                "{count} pin holds the plate, placed by rule: within {ends:length} of the ends of each piece of plate, "
                "at most {apart:length} apart, clear of the wood.",
                "{count} pins hold the plate, placed by rule: within {ends:length} of the ends of each piece of plate, "
                "at most {apart:length} apart, clear of the wood.",
                count=len(places),
                ends=rule.from_end,
                apart=rule.apart,
            ),
            _CAUTION,
            fix=ChangeWall(plan.id, replace(plan.wall, pins=tuple(places))),
            fix_label=message("Keep them there"),
        )
    for at in places:
        if not 0 <= at <= plan.length:
            yield Finding(
                Code.PIN_OFF_PLATE,
                Severity.WARNING,
                message(
                    "A pin is entered at {at:length}, beyond the plate of {length:length}.", at=at, length=plan.length
                ),
                message("Measure it from the wall's start along the plate."),
            )
    for piece in framing.held:
        if text := _lacks_pins(piece, places, rule):
            yield Finding(
                Code.PINS_TOO_FAR,
                Severity.WARNING,
                text,
                follow(message("Shoot the missing pins."), _CAUTION),
                at=piece.start,
            )


def _lacks_pins(piece: Span, places: Sequence[Length], rule: PinRule) -> Message | None:
    pins = _in_piece(piece, places)
    if len(pins) < 2:
        return message(
            "The piece of {bottom_plate} from {start:length} to {end:length} has one pin. It needs two or more."
            if pins
            else "The piece of {bottom_plate} from {start:length} to {end:length} has no pin. It needs two or more.",
            start=piece.start,
            end=piece.end,
        )
    return _badly_spread(piece, pins, rule, _PINS)


def _in_piece(piece: Span, places: Sequence[Length]) -> list[Length]:
    return [at for at in places if piece.start <= at <= piece.end]


class _Spread(NamedTuple):
    """The messages for bolts or pins badly spread over a piece of plate: none near an end, or too far apart."""

    ends: str
    apart: str


_BOLTS = _Spread(
    template(
        "The piece of {bottom_plate} from {start:length} to {end:length} has no bolt within {limit:length} of an end."
    ),
    template(
        "The piece of {bottom_plate} from {start:length} to {end:length} has bolts more than {limit:length} apart."
    ),
)
_PINS = _Spread(
    template(
        "The piece of {bottom_plate} from {start:length} to {end:length} has no pin within {limit:length} of an end."
    ),
    template(
        "The piece of {bottom_plate} from {start:length} to {end:length} has pins more than {limit:length} apart."
    ),
)


def _badly_spread(piece: Span, there: Sequence[Length], rule: BoltRule | PinRule, says: _Spread) -> Message | None:
    """What is wrong with how bolts or pins are spread over a piece of plate."""
    if there[0] - piece.start > rule.from_end or piece.end - there[-1] > rule.from_end:
        return message(says.ends, start=piece.start, end=piece.end, limit=rule.from_end)
    if any(after - before > rule.apart for before, after in pairwise(there)):
        return message(says.apart, start=piece.start, end=piece.end, limit=rule.apart)
    return None
