"""Anchor bolts: where they come up through the bottom plate, and what they come up under.

Bolts stand in concrete before the wall does. Where the plan gives them they are taken as they stand and what
is in their way is found; where it does not, a rule puts them clear of the wood.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from bluff.core.along import Along
from bluff.core.edit import ChangeWall
from bluff.core.finding import Code, Finding, Severity
from bluff.core.job import WallKind
from bluff.core.layout import Wood, join
from bluff.core.length import Length, format_inches, inches
from bluff.core.member import Member
from bluff.core.opening_frame import OpeningFrame
from bluff.core.schools import Anchors, BoltRule, Floor, PinRule
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan

WASHER: Length = inches(1)
"""Clear of wood to each side of a bolt's middle, for its nut and washer."""
_NEAREST: Length = inches(4)
"""A bolt nearer to a plate's end would split it."""
_CODE_RULES = "The drawings and the local code rule."


@dataclass(frozen=True, slots=True)
class Bolts:
    """The anchor bolts of one wall, in order, and what is to be said about them."""

    places: tuple[Sum, ...]
    findings: tuple[Finding, ...]


def anchor_bolts(
    plan: WallPlan, openings: Sequence[OpeningFrame], pieces: Iterable[Member], breaks: Iterable[Length]
) -> Bolts:
    """The bolts of a wall: as given, by the rule on concrete, and none on a wooden floor.

    A plate that is shot down has bolts only where somebody gives them.

    Args:
        plan: The wall.
        openings: Those that are framed; the plate is cut out of doorways.
        pieces: What stands on the plate.
        breaks: Where boards of the bottom plate meet.

    Source: docs/rules.md, Anchor bolts.
    """
    standing = [piece for piece in pieces if piece.bottom == plan.bottom.value]
    doorways = [opening for opening in openings if not opening.has_sill]
    boards = list(plate_boards(plan, doorways, breaks))
    given = plan.wall.bolts
    if given is not None:
        places = tuple(Sum.of("bolt as given", at) for at in sorted(given))
        findings = [*_clashes(plan, places, Along(standing), doorways), *_too_far(plan, places, boards)]
        return Bolts(places, tuple(findings))
    if not is_anchored_by(plan, Anchors.BOLTS):
        return Bolts((), ())
    wood = join(Wood(piece.start - WASHER, piece.end + WASHER, piece.id) for piece in standing)
    places = tuple(place for board in boards for place in by_rule(plan.standard.bolts, *board, wood, _NEAREST))
    rule = plan.standard.bolts
    said = Finding(
        Code.BOLTS_BY_RULE,
        Severity.INFO,
        f"{len(places)} anchor bolts are put by rule: within {format_inches(rule.from_end)} of the ends of each piece "
        f"of plate, at most {format_inches(rule.apart)} apart, clear of the wood.",
        f"Enter those that are cast as they stand. {_CODE_RULES}",
        fix=ChangeWall(plan.id, replace(plan.wall, bolts=tuple(place.value for place in places))),
        fix_label="They are cast there",
    )
    findings = [*_clashes(plan, places, Along(standing), ()), *_too_far(plan, places, boards)]
    return Bolts(places, (said, *findings))


def is_anchored_by(plan: WallPlan, anchors: Anchors) -> bool:
    """Whether a wall's plate is on concrete and held down so, where nobody has given single places.

    Source: docs/rules.md, Pins.
    """
    standard = plan.standard
    usual = Anchors.PINS if plan.wall.kind is WallKind.PARTITION else Anchors.BOLTS
    chosen = usual if standard.anchors is Anchors.BY_KIND else standard.anchors
    return standard.floor is Floor.SLAB and chosen is anchors


def plate_boards(
    plan: WallPlan, doorways: Iterable[OpeningFrame], breaks: Iterable[Length]
) -> Iterator[tuple[Length, Length]]:
    """The pieces of bottom plate that stay once it is cut out of the doorways."""
    start = 0
    cuts = [(at, at) for at in breaks] + [(opening.placed.start.value, opening.placed.end) for opening in doorways]
    for near, far in sorted(cuts):
        if near > start:
            yield start, near
        start = max(start, far)
    if plan.length > start:
        yield start, plan.length


def by_rule(
    rule: BoltRule | PinRule, start: Length, end: Length, wood: Sequence[Wood], nearest: Length
) -> Iterator[Sum]:
    """Bolts or pins of one piece of plate: near both ends and evenly between, each moved clear of the wood.

    Args:
        rule: How near to the ends, and how far apart.
        start, end: Of the piece.
        wood: What stands on it, with the room a wrench or a tool needs.
        nearest: To an end, so that it does not split.
    """
    first, last = start + rule.from_end, end - rule.from_end
    if last <= first:  # a short piece has one or two where they fit
        third = (end - start) // 3
        wanted = [start + third, end - third] if third >= 2 * nearest else [(start + end) // 2]
    else:
        spaces = -(-(last - first) // rule.apart)
        wanted = [first + (last - first) * number // spaces for number in range(spaces + 1)]
    taken: Length | None = None
    for number, place in enumerate(wanted):
        near_end, far_end = start + nearest, end - nearest
        if number == 0:
            far_end = max(near_end, min(far_end, first))
        elif number == len(wanted) - 1:
            near_end = min(far_end, max(near_end, last))
        at = _clear(place, near_end, far_end, wood)
        if at is None or at == taken:
            continue
        taken = at
        by_rule = Sum.of("piece of plate from", start) if start else Sum.of("start of the wall", 0)
        yield by_rule.plus("by the rule", place - start).plus("clear of the wood", at - place)


def _clear(place: Length, start: Length, end: Length, wood: Sequence[Wood]) -> Length | None:
    """The place nearest to the one wanted where no wood is in the way, None where there is none."""
    first = bisect_left(wood, start, key=lambda run: run.end)
    near = wood[first : bisect_right(wood, end, key=lambda run: run.start)]
    edges = [edge for run in near for edge in (run.start, run.end)]
    free = [at for at in (place, *edges) if start <= at <= end and not any(run.start < at < run.end for run in near)]
    return min(free, key=lambda at: (abs(at - place), at), default=None)


def _clashes(
    plan: WallPlan, places: Iterable[Sum], standing: Along, doorways: Sequence[OpeningFrame]
) -> Iterator[Finding]:
    for place in places:
        at = place.value
        if not 0 <= at <= plan.length:
            yield Finding(
                Code.BOLT_OFF_PLATE,
                Severity.WARNING,
                f"A bolt is given at {format_inches(at)}, beyond the plate of {format_inches(plan.length)}.",
                "Measure it from the wall's start along the plate.",
            )
            continue
        doorway = next((one for one in doorways if one.placed.start.value < at < one.placed.end), None)
        if doorway:
            yield Finding(
                Code.BOLT_IN_DOORWAY,
                Severity.WARNING,
                f"The bolt at {format_inches(at)} stands in the doorway {doorway.placed.id}.",
                f"Cut it off flush once the plate is out, and set one in the plate beside it. {_CODE_RULES}",
                at=at,
                opening=doorway.placed.id,
            )
            continue
        under = next(standing.between(at - WASHER, at + WASHER), None)
        if under:
            yield Finding(
                Code.BOLT_UNDER_WOOD,
                Severity.WARNING,
                f"The bolt at {format_inches(at)} comes up under the {under.role.replace('_', ' ')} at "
                f"{format_inches(under.start)}.",
                f"Move that piece clear of its nut, or set another bolt beside it. {_CODE_RULES}",
                at=at,
                opening=under.opening,
            )


def _too_far(plan: WallPlan, places: Sequence[Sum], boards: Iterable[tuple[Length, Length]]) -> Iterator[Finding]:
    """Pieces of plate that are held less than the rule asks."""
    rule = plan.standard.bolts
    for start, end in boards:
        bolts = [place.value for place in places if start <= place.value <= end]
        why = None
        if not bolts and end - start < 2 * rule.from_end:
            why = "is too short for a bolt clear of the wood"
        elif not bolts:
            why = "has no bolt"
        elif bolts[0] - start > rule.from_end or end - bolts[-1] > rule.from_end:
            why = f"has no bolt within {format_inches(rule.from_end)} of an end"
        elif any(after - before > rule.apart for before, after in pairwise(bolts)):
            why = f"has bolts more than {format_inches(rule.apart)} apart"
        if why:
            yield Finding(
                Code.BOLTS_TOO_FAR,
                Severity.WARNING,
                f"The piece of bottom plate from {format_inches(start)} to {format_inches(end)} {why}.",
                f"Set the bolts it lacks before the wall goes up, or hold it with a strap. {_CODE_RULES}",
                at=start,
            )
