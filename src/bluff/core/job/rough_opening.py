"""Rough openings: the hole framed for a window or door.

The rough opening is measured clear between the jacks, and from the floor to the underside of the
header for a door, from the sill for a window.
"""

from dataclasses import dataclass

from bluff.core.job.amounts import Allowance, DoorParts
from bluff.core.job.job import Opening, Sizing
from bluff.core.job.schools import OpeningKind
from bluff.core.job.standard import Standard
from bluff.core.measure.length import Length, format_call_out, inches
from bluff.core.measure.sum import Sum
from bluff.core.message import message


@dataclass(frozen=True, slots=True)
class RoughOpening:
    """A rough opening with the sums that gave it.

    Args:
        width: Clear between the jacks.
        height: Clear between sill and header, or floor and header.
        is_usual: Whether it rests on a usual figure nobody confirmed for this unit.
    """

    width: Sum
    height: Sum
    is_usual: bool


@dataclass(frozen=True, slots=True)
class UsualAllowance:
    """What such an opening usually needs, for want of the maker's sheet: leaves side by side in the
    width of the hole, and what is added to the width and to the height."""

    leaves: int
    width: Length
    height: Length


USUAL: dict[OpeningKind, UsualAllowance] = {
    OpeningKind.POCKET_DOOR: UsualAllowance(2, inches(1), inches("4 1/2")),
    OpeningKind.BYPASS_DOOR: UsualAllowance(1, inches(2), inches("2 1/2")),
    OpeningKind.BIFOLD_DOOR: UsualAllowance(1, inches(2), inches(2)),
    OpeningKind.SLIDING_DOOR: UsualAllowance(1, inches("1/2"), inches("1/2")),
    OpeningKind.OVERHEAD_DOOR: UsualAllowance(1, inches(3), inches("1 1/2")),
    OpeningKind.CASED_OPENING: UsualAllowance(1, inches(2), inches(1)),
}
"""Defaults for the kinds whose makers differ too much for a rule; a finding marks each use.
Source: docs/rules.md, Rough openings."""


ALLOWANCE = message("allowance")
"""The step a unit's call-out grows by; practice names the mistake of leaving it out or adding it twice."""


def sill_height(opening: Opening, standard: Standard) -> Length:
    """The top of the rough sill above the floor: the head less the rough height."""
    return standard.head_height - rough_opening(opening, standard).height.value


def rough_opening(opening: Opening, standard: Standard) -> RoughOpening:
    """The rough opening of one opening.

    A size as scheduled is taken as it stands. A window's or door's call-out gets the standard's
    allowance; every other kind gets the crew's own figure for it, or the usual one, marked as such.

    Args:
        opening: What the plan says.
        standard: The ways that hold for it.

    Source: docs/rules.md, Rough openings. Window 3-6 x 4-6 with 1 and 1: 43 x 55.
    """
    width, height = opening.size.width, opening.size.height
    if opening.sizing is Sizing.ROUGH:
        return RoughOpening(Sum.of("as scheduled", width), Sum.of("as scheduled", height), is_usual=False)
    across, up = (
        Sum.of(message("call-out {size}", size=format_call_out(length)), length) for length in (width, height)
    )
    match opening.kind:
        case OpeningKind.WINDOW:
            return _over(across, up, standard.window_allowance)
        case OpeningKind.DOOR:
            return _over(across, up, standard.door_allowance)
        case kind:
            usual = USUAL[kind]
            allowance = dict(standard.usual_allowances).get(kind)
            across = across.plus("room for the leaf to slide", (usual.leaves - 1) * width)
            if allowance:
                return _over(across, up, allowance)
            return RoughOpening(
                across.plus("typical", usual.width),
                up.plus("typical", usual.height),
                is_usual=True,
            )


def _over(across: Sum, up: Sum, allowance: Allowance | DoorParts) -> RoughOpening:
    match allowance:
        case Allowance(width, height):
            across, up = across.plus(ALLOWANCE, width), up.plus(ALLOWANCE, height)
        case DoorParts(jamb, gap, under, floor, shim):
            across = across.plus("2 jambs", 2 * jamb).plus("2 gaps", 2 * gap)
            up = up.plus("head jamb", jamb).plus("under the slab", under)
            up = up.plus("floor finish", floor).plus("shim", shim)
    return RoughOpening(across, up, is_usual=False)
