"""What holds a bottom plate down on concrete: bolts that are cast in, pins that are shot.

Bolts stand in concrete before the wall does, so where the plan gives them they are taken as they stand. Where it
does not, a rule puts them clear of the wood; pins likewise, which a slab that holds no bolts gets instead.
"""

from bisect import bisect_left, bisect_right
from collections.abc import Iterable, Iterator, Sequence

from bluff.core.job.amounts import BoltRule, PinRule
from bluff.core.job.job import WallKind
from bluff.core.job.schools import Anchors, Floor
from bluff.core.job.special import ClearFor
from bluff.core.measure.length import Length, inches
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.layout import Wood, join
from bluff.core.wall.member import Member, Role
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.plates import Break
from bluff.core.wall.wall_plan import WallPlan

WASHER: Length = inches(1)
"""Clear of wood to each side of a bolt's middle, for its nut and washer."""
_BOLT_FROM_END: Length = inches(4)
"""A bolt nearer to a plate's end would split it."""
_BOLT_LEAST: Length = inches("3 1/2")
"""Seven diameters of a bolt of 1/2: nearer to an end of its piece of plate none stands, however short that is."""
_TOOL: Length = inches("1 1/2")
"""Clear of wood to each side of a pin, for the head of the tool."""
_PIN_FROM_END: Length = inches(3)
"""A pin nearer to a plate's end splits it."""


def anchor_bolts(plan: WallPlan, pieces: Iterable[Member], held: Iterable[Span]) -> tuple[Sum, ...]:
    """The anchor bolts of a wall, in order: as given, by the rule on concrete, none where nothing is bolted.

    Args:
        plan: The wall.
        pieces: What stands on the plate.
        held: The pieces of plate, as `pieces_held` gives them.

    Source: docs/rules.md, Anchor bolts.
    """
    if plan.wall.bolts is not None:
        return tuple(Sum.of("bolt as given", at) for at in sorted(plan.wall.bolts))
    if not is_bolted(plan):
        return ()
    wood = _with_room(plan, pieces, WASHER)
    placed = ((piece, at) for piece in held for at in _by_rule(plan.standard.bolts, piece, wood, _BOLT_FROM_END))
    return tuple(at for (start, end), at in placed if start + _BOLT_LEAST <= at.value <= end - _BOLT_LEAST)


def plate_pins(plan: WallPlan, pieces: Iterable[Member], held: Iterable[Span]) -> tuple[Sum, ...]:
    """The pins of a wall; as `anchor_bolts`. A wall whose bolts are given gets none by rule.

    Source: docs/rules.md, Pins. A plate of 100: 12, 37 1/3, 62 2/3 and 88, moved clear of the wood.
    """
    if plan.wall.pins is not None:
        return tuple(Sum.of("pin as given", at) for at in sorted(plan.wall.pins))
    if not is_pinned(plan):
        return ()
    wood = _with_room(plan, pieces, _TOOL)
    return tuple(at for piece in held for at in _by_rule(plan.standard.pins, piece, wood, _PIN_FROM_END))


def is_bolted(plan: WallPlan) -> bool:
    """Whether bolts hold a wall's plate down, given or by rule. Source: docs/rules.md, Pins."""
    return plan.wall.bolts is not None or _is_anchored_by(plan, Anchors.BOLTS)


def is_pinned(plan: WallPlan) -> bool:
    """Whether a wall's plate is shot down, pins given or by rule; where bolts are given the rule asks for none."""
    return plan.wall.pins is not None or (_is_anchored_by(plan, Anchors.PINS) and not plan.wall.bolts)


def _is_anchored_by(plan: WallPlan, anchors: Anchors) -> bool:
    """Whether a wall's plate is on concrete and held down so where nobody has given single places."""
    standard = plan.standard
    usual = Anchors.PINS if plan.wall.kind is WallKind.PARTITION else Anchors.BOLTS
    chosen = usual if standard.anchors is Anchors.BY_KIND else standard.anchors
    return standard.floor is Floor.SLAB and chosen is anchors


def pieces_held(plan: WallPlan, openings: Iterable[OpeningFrame], breaks: Iterable[Break]) -> list[Span]:
    """The pieces of bottom plate that stay once it is cut out of the doorways; each is held by itself."""
    cuts = [Span(there.at.value, there.at.value) for there in breaks if there.plate is Role.BOTTOM_PLATE]
    cuts += [opening.placed.span for opening in openings if not opening.has_sill]
    return [*Span(0, plan.length).without(cuts)]


def _by_rule(rule: BoltRule | PinRule, piece: Span, wood: Sequence[Wood], nearest: Length) -> Iterator[Sum]:
    """Bolts or pins of one piece of plate: near both ends and evenly between, each moved clear of the wood.

    Args:
        rule: How near to the ends, and how far apart.
        piece: Which stretch of the wall it takes up.
        wood: What stands on it, with the room a wrench or a tool needs.
        nearest: To an end, so that it does not split.
    """
    start, end = piece
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
        begins = Sum.of("piece of plate from", start) if start else Sum.of("start of the wall", 0)
        yield begins.plus("by the rule", place - start).plus("clear of the wood", at - place)


def _clear(place: Length, start: Length, end: Length, wood: Sequence[Wood]) -> Length | None:
    """The place nearest to the one wanted where no wood is in the way, None where there is none."""
    first = bisect_left(wood, start, key=lambda run: run.end)
    near = wood[first : bisect_right(wood, end, key=lambda run: run.start)]
    edges = [edge for run in near for edge in (run.start, run.end)]
    free = [at for at in (place, *edges) if start <= at <= end and not any(run.start < at < run.end for run in near)]
    return min(free, key=lambda at: (abs(at - place), at), default=None)


def _with_room(plan: WallPlan, pieces: Iterable[Member], room: Length) -> tuple[Wood, ...]:
    """What stands on the plate, with room for a wrench or a tool to both sides of it."""
    standing = (piece for piece in pieces if piece.bottom == plan.bottom.value)
    # A duct or a riser goes on through the plate.
    through = [bay for bay in plan.clear if bay.bay.use in (ClearFor.DUCT, ClearFor.RISER)]
    taken = [Wood(*bay.span, bay.name) for bay in through]
    return join(
        [
            *taken,
            *(
                Wood(piece.start - room, piece.end + room, message("the {role:one}", role=piece.role))
                for piece in standing
            ),
        ]
    )
