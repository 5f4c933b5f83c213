"""Nails: how many 16d each joint gets, and what a wall takes in all.

Counts are a crew's own (`Nailing`); this module has which joints there are, and where.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from bluff.core.job.header import HeaderKind
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half, inches
from bluff.core.message import Message, message
from bluff.core.plan.meeting import Joint
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import UPRIGHTS, Member, Role

STUD_TO_PLATE = message("{stud} to plate")
CAP_PLATE_AT_A_BREAK = message("{cap_plate} at a break")
CAP_PLATE_AT_A_LAP = message("{cap_plate} at a lap")
KING_TO_KING = message("{king} to {king}")
CORNER_BOARD_TO_BOARD = message("corner, board to board")
CHANNEL_BOARD_TO_BOARD = message("channel, board to board")
END_STUD_TO_THE_WALL_IT_MEETS = message("{end_stud} to the wall it meets")
PLY_OF_POST = message("ply of {post:a}")
JACK_TO_KING = message("{jack} to {king}")
CRIPPLE_EACH_END = message("{cripple}, each end")
BLOCK_OR_SILL_EACH_END = message("{block} or {sill}, each end")
CAP_PLATE_ALONG = message("{cap_plate} along")
HEADER_TO_KING = message("{header} to {king}")
PLY_OF_HEADER = message("ply of {header:a}")
"""Kinds of joints."""

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

    joint: Message
    joints: int
    nails: int


@dataclass(frozen=True, slots=True)
class Nailed:
    """One joint of a wall, with its nails.

    Args:
        name: What is nailed to what.
        nails: How many.
        x, y: Its place in the elevation; of a long one clear of the middle, where its piece has its letter.
    """

    name: Message
    nails: int
    x: Length
    y: Length


def nails(framings: Iterable[Framing]) -> tuple[NailRow, ...]:
    """The nails of some walls by joint, those with most nails first.

    Source: docs/rules.md, Nails.
    """
    joints: Counter[Message] = Counter()
    counts: Counter[Message] = Counter()
    for framing in framings:
        for joint in joints_of(framing):
            joints[joint.name] += 1
            counts[joint.name] += joint.nails
    return tuple(NailRow(name, joints[name], number) for name, number in counts.most_common())


def in_a_row(length: Length, apart: Length) -> int:
    """Nails in a row at a spacing, one at each end of it.

    >>> in_a_row(inches(81), inches(16))
    7
    """
    return -(-length // apart) + 1


def joints_by_kind(framing: Framing) -> list[tuple[Message, list[Nailed]]]:
    """The joints of a wall by what kind they are, the kind with the most nails first."""
    kinds: dict[Message, list[Nailed]] = defaultdict(list)
    for joint in joints_of(framing):
        kinds[joint.name].append(joint)
    return sorted(kinds.items(), key=lambda kind: -sum(joint.nails for joint in kind[1]))


def joints_of(framing: Framing) -> Iterator[Nailed]:
    """Every joint of a wall; a lap is nailed from the wall that butts."""
    plan = framing.plan
    nailing, thick = plan.standard.nails, plan.plate.thickness
    for member in framing.members:
        yield from joints_of_member(member, framing)
    second = plan.ceiling.lowered(-1, thick)
    has_second = plan.standard.top_plates > 1
    for there in framing.breaks if has_second else ():
        if there.plate is Role.TOP_PLATE:
            yield Nailed(CAP_PLATE_AT_A_BREAK, 2 * nailing.splice, there.at.value, second.at(there.at.value))
    for end in End if has_second else ():
        meeting = plan.meetings.at(end)
        if meeting and meeting.joint is Joint.BUTT and meeting.lap is not None:
            x = -half(meeting.lap) if end is End.START else plan.length + half(meeting.lap)
            yield Nailed(CAP_PLATE_AT_A_LAP, nailing.lap, x, second.at(x))
    yield from _side_by_side(framing)
    yield from _at_ends(framing)


_IN_PACKS = frozenset({Role.END_STUD, Role.CORNER_STUD, Role.CORNER_BACKING})
_IN_CHANNELS = frozenset({Role.INTERSECTION_STUD, Role.INTERSECTION_BACKING})


def _side_by_side(framing: Framing) -> Iterator[Nailed]:
    """Boards that stand against each other: in corners, in channels, and kings beside kings."""
    standing = sorted((piece for piece in framing.standing if piece.role in UPRIGHTS), key=lambda piece: piece.start)
    at: dict[Length, list[Member]] = {}
    for piece in standing:
        at.setdefault(piece.start, []).append(piece)
    for piece in standing:
        for other in at.get(piece.end, ()):
            name = _pack_joint(piece, other)
            if name:
                length = min(piece.top, other.top) - max(piece.bottom, other.bottom)
                nails = in_a_row(length, framing.plan.standard.nails.apart)
                yield Nailed(name, nails, piece.end, max(piece.bottom, other.bottom) + length // 3)


def _pack_joint(one: Member, other: Member) -> Message | None:
    """What two boards that touch are nailed up as, None where nobody nails them to each other."""
    roles = {one.role, other.role}
    if roles == {Role.KING} and one.opening == other.opening:
        return KING_TO_KING
    if roles <= _IN_PACKS and roles != {Role.END_STUD}:
        return CORNER_BOARD_TO_BOARD
    if roles <= _IN_CHANNELS:
        return CHANNEL_BOARD_TO_BOARD
    return None


def _at_ends(framing: Framing) -> Iterator[Nailed]:
    """The end stud of a wall that butts to the wood of the other, and of walls in line to each other, counted once."""
    plan = framing.plan
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting is None or meeting.is_through or meeting.short:
            continue
        if meeting.joint is Joint.SPLICE and meeting.other < plan.id:
            continue
        x = 0 if end is End.START else plan.length
        ceiling = plan.ceiling.at(x)
        nails = in_a_row(ceiling - plan.bottom.value, plan.standard.nails.apart)
        yield Nailed(END_STUD_TO_THE_WALL_IT_MEETS, nails, x, half(ceiling))


def joints_of_member(member: Member, framing: Framing) -> Iterator[Nailed]:
    """The joints one piece makes by itself, with whatever it meets."""
    nailing = framing.plan.standard.nails
    x, y = half(member.start + member.end), half(member.bottom + member.top)
    along = in_a_row(member.length.value, nailing.apart)
    match member.role:
        case role if role in _STANDING:
            ply = member.width // member.plies
            for number in range(member.plies):
                for end in (member.bottom, member.top):
                    yield Nailed(STUD_TO_PLATE, nailing.stud, member.start + number * ply + half(ply), end)
            for number in range(1, member.plies):
                yield Nailed(PLY_OF_POST, 2 * along, member.start + number * ply, y)
        case Role.JACK:
            yield Nailed(JACK_TO_KING, along, x, member.bottom + (member.top - member.bottom) * 2 // 3)
            yield Nailed(STUD_TO_PLATE, nailing.stud, x, member.bottom)
        case Role.TOP_CRIPPLE | Role.BOTTOM_CRIPPLE:
            for end in (member.bottom, member.top):
                yield Nailed(CRIPPLE_EACH_END, nailing.stud, x, end)
        case Role.BLOCK | Role.SILL | Role.PAD_PLATE | Role.BACKING:
            for end in (member.start, member.end):
                yield Nailed(BLOCK_OR_SILL_EACH_END, nailing.stud, end, y)
        case Role.HEADER:
            yield from _of_header(member, framing)
        case Role.CAP_PLATE:
            yield Nailed(CAP_PLATE_ALONG, along + nailing.lap, x, member.bottom)


def _of_header(member: Member, framing: Framing) -> Iterator[Nailed]:
    nailing = framing.plan.standard.nails
    y = half(member.bottom + member.top)
    for end in (member.start, member.end):
        yield Nailed(HEADER_TO_KING, nailing.deep_header if member.height >= _DEEP else nailing.header, end, y)
    header = next(one.placed.header for one in framing.openings if one.placed.id == member.opening)
    if header.choice.kind in (HeaderKind.BUILT_UP, HeaderKind.ENGINEERED):
        # Two edges, from both faces, for each ply that goes onto the one before.
        rows = 2 * 2 * in_a_row(member.length.value, nailing.apart)
        for number in range(1, member.plies):
            x = member.start + member.width * number // member.plies
            yield Nailed(PLY_OF_HEADER, rows, x, y)
