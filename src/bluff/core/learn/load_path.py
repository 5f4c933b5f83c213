"""Load paths: what a piece carries, and what carries it, down to the bottom plate.

A load goes straight down: a piece stands on what lies under it, as far as they share the plate. What lies under nothing
hangs: a header without jacks between its kings, a block between its studs.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from typing import TypeAlias

from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Corner
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, UPRIGHTS, Member, Role
from bluff.core.wall.piece import PieceId

_ROUNDED: Length = 2
"""What edges that lie on one another may be apart where both are rounded, in 64ths."""
_BORNE_BY_JACKS = (Role.HEADER, Role.PAD_PLATE)


Bearing: TypeAlias = Mapping[PieceId, tuple[PieceId, ...]]
"""The pieces that carry each piece of a wall."""


@dataclass(frozen=True, slots=True)
class LoadPath:
    """Where the load of a piece comes from and goes.

    Args:
        carries: Pieces whose load comes onto it at once.
        down: Pieces its load goes through, from those it stands on to the lowest plate.
    """

    carries: tuple[PieceId, ...]
    down: tuple[PieceId, ...]


def bearing(framing: Framing) -> Bearing:
    """What each piece of a wall is carried by; the lowest plate by nothing."""
    members = framing.members
    return {member.id: _borne_by(member, members) for member in members}


def load_path(carried_by: Bearing, piece: PieceId) -> LoadPath | None:
    """The path of the load through a piece, None where the wall has no such piece.

    Source: docs/rules.md, What each piece is for.
    """
    if piece not in carried_by:
        return None
    down: dict[PieceId, None] = {}
    waiting = [piece]
    while waiting:
        under = [one for one in carried_by[waiting.pop()] if one not in down]
        down.update(dict.fromkeys(under))
        waiting += under
    return LoadPath(tuple(one for one, under in carried_by.items() if piece in under), tuple(down))


def _borne_by(member: Member, members: Sequence[Member]) -> tuple[PieceId, ...]:
    under = [other for other in members if other is not member and _lies_on(member, other)]
    jacks = [other for other in under if other.role is Role.JACK]
    if jacks and member.role in _BORNE_BY_JACKS:
        # It bears on its jacks alone: what else touches its underside hangs from it.
        return _ids(jacks)
    if under or member.role is Role.BOTTOM_PLATE:
        return _ids(under)
    if member.role in PLATES:
        # Between two bends near each other nothing may stand: its neighbours hold that bit of plate.
        return _ids(other for other in members if other.role is member.role and _meets(member, other))
    uprights = [other for other in members if other is not member and other.role in UPRIGHTS]
    return _ids(_first([_touches(member), _passes(member)], uprights))


def _ids(members: Iterable[Member]) -> tuple[PieceId, ...]:
    return tuple(member.id for member in members)


def _first(tests: Iterable[Callable[[Member], bool]], members: Sequence[Member]) -> list[Member]:
    """The members that pass the first test any of them passes."""
    return next((found for test in tests if (found := [one for one in members if test(one)])), [])


def _lies_on(upper: Member, lower: Member) -> bool:
    """Whether the underside of one piece is the top of another, somewhere along both."""
    start, end = max(upper.start, lower.start), min(upper.end, lower.end)
    if start >= end or not (upper.side is None or lower.side is None or upper.side is lower.side):
        return False
    middle = (start + end) // 2
    return abs(_height(upper, 0, middle) - _height(lower, 1, middle)) <= _ROUNDED


def _height(member: Member, which: int, x: Length) -> Fraction:
    """How high the lower or upper edge of a piece is at x."""
    if member.edges is None:
        return Fraction((member.bottom, member.top)[which])
    line: Sequence[Corner] = member.edges[which]
    one, other = next((a, b) for a, b in pairwise(line) if a.x <= x <= b.x and a.x < b.x)
    return one.y + Fraction((other.y - one.y) * (x - one.x), other.x - one.x)


def _touches(member: Member) -> Callable[[Member], bool]:
    """Whether an upright stands at one of its ends, beside it."""
    return lambda upright: (
        (upright.end == member.start or upright.start == member.end)
        and upright.bottom < member.top
        and member.bottom < upright.top
    )


def _meets(plate: Member, other: Member) -> bool:
    """Whether two boards of a plate meet end to end."""
    return plate.end == other.start or other.end == plate.start


def _passes(member: Member) -> Callable[[Member], bool]:
    """Whether it lies across an upright, let into it or nailed on its face."""
    return lambda upright: (
        upright.start < member.end
        and member.start < upright.end
        and upright.bottom < member.top
        and member.bottom < upright.top
    )
