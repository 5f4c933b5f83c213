"""Nails: how many 16d each joint gets, and what a wall takes in all.

Counts are a crew's own (`Nailing`); the table here says which joints there are.
"""

from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from bluff.core.frame import Framing
from bluff.core.header import HeaderKind
from bluff.core.length import Length, inches
from bluff.core.member import Member, Plate, Role
from bluff.core.plates import ties
from bluff.core.schools import Nailing

_DEEP: Length = inches("11 1/4")
"""A header so deep gets one more nail a side."""

_STANDING = frozenset(
    {
        Role.STUD,
        Role.END_STUD,
        Role.KING,
        Role.POST,
        Role.CORNER_STUD,
        Role.CORNER_BACKING,
        Role.INTERSECTION_STUD,
        Role.INTERSECTION_BACKING,
    }
)


@dataclass(frozen=True, slots=True)
class NailRow:
    """All nails of one kind of joint.

    Args:
        joint: Which.
        joints: How many of it there are.
        nails: In all of them.
    """

    joint: str
    joints: int
    nails: int


def nails(framings: Iterable[Framing]) -> tuple[NailRow, ...]:
    """The nails of some walls by joint, those with most nails first.

    Source: docs/rules.md, Nails.
    """
    framings = list(framings)
    joints: Counter[str] = Counter()
    counts: Counter[str] = Counter()
    for framing in framings:
        for joint, number in _joints(framing):
            joints[joint] += 1
            counts[joint] += number
    laps = ties(framing.plan for framing in framings)
    if laps.laps:
        joints["second plate at a lap"], counts["second plate at a lap"] = laps.laps, laps.nails
    return tuple(NailRow(joint, joints[joint], number) for joint, number in counts.most_common())


def in_a_row(length: Length, apart: Length) -> int:
    """Nails in a row at a spacing, one at each end of it.

    >>> in_a_row(inches(81), inches(16))
    7
    """
    return -(-length // apart) + 1


def _joints(framing: Framing) -> Iterator[tuple[str, int]]:
    for member in framing.members:
        yield from _of_member(member, framing)
    nailing = framing.plan.standard.nails
    for plate, _ in framing.breaks:
        if plate is Plate.TOP:
            yield "second plate at a break", 2 * nailing.splice


def _of_member(member: Member, framing: Framing) -> Iterator[tuple[str, int]]:
    nailing = framing.plan.standard.nails
    match member.role:
        case role if role in _STANDING:
            for _ in range(2 * member.plies):
                yield "stud to plate", nailing.stud
            for _ in range(member.plies - 1):
                yield "ply of a post", 2 * in_a_row(member.length.value, nailing.apart)
        case Role.JACK:
            yield "jack to king", in_a_row(member.length.value, nailing.apart)
            yield "stud to plate", nailing.stud
        case Role.TOP_CRIPPLE | Role.BOTTOM_CRIPPLE:
            yield "cripple, each end", nailing.stud
            yield "cripple, each end", nailing.stud
        case Role.BLOCK | Role.SILL | Role.PAD_PLATE | Role.BACKING:
            yield "block or sill, each end", nailing.stud
            yield "block or sill, each end", nailing.stud
        case Role.HEADER:
            yield from _of_header(member, framing, nailing)
        case Role.CAP_PLATE:
            yield "second plate along", in_a_row(member.length.value, nailing.apart) + nailing.lap


def _of_header(member: Member, framing: Framing, nailing: Nailing) -> Iterator[tuple[str, int]]:
    side = nailing.deep_header if member.height >= _DEEP else nailing.header
    yield "header to king", side
    yield "header to king", side
    header = next(one.placed.header for one in framing.openings if one.placed.id == member.opening)
    if header.header.kind in (HeaderKind.BUILT_UP, HeaderKind.ENGINEERED):
        # Two edges, from both faces, for each ply that goes onto the one before.
        for _ in range(member.plies - 1):
            yield "ply of a header", 2 * 2 * in_a_row(member.length.value, nailing.apart)
