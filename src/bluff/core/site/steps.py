"""Framing a wall flat on the deck, step by step: each with its pieces, its nails and its one caution."""

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass

from bluff.core.job.header import TWO_FACED, HeaderBoards, HeaderKind
from bluff.core.message import Message, message, plural
from bluff.core.takeoff.nails import (
    CAP_PLATE_AT_A_BREAK,
    CAP_PLATE_AT_A_LAP,
    CHANNEL_BOARD_TO_BOARD,
    CORNER_BOARD_TO_BOARD,
    KING_TO_KING,
    PLY_OF_HEADER,
    PLY_OF_POST,
    joints_of,
    joints_of_member,
)
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member, Role
from bluff.core.wall.piece import Part, PieceId


@dataclass(frozen=True, slots=True)
class StepPieces:
    """Pieces alike of one step.

    Args:
        role: What they do.
        size: Nominal lumber of one board.
        plies: Boards of each.
        length: Of each, as it is cut, in words; what is raked has one of its own.
        count: How many.
        members: Which.
    """

    role: Role
    size: str
    plies: int
    length: Message
    count: int
    members: tuple[PieceId, ...]


@dataclass(frozen=True, slots=True)
class Step:
    """One step of framing a wall.

    Args:
        id: Names it, whatever else changes.
        name: What it is called.
        do: What is done, in a sentence or two.
        caution: What hurts people who forget it.
        pieces: Long before short.
        nails: Joint and how many nails, most first.
    """

    id: str
    name: Message
    do: Message
    caution: Message
    pieces: tuple[StepPieces, ...]
    nails: tuple[tuple[Message, int], ...]


@dataclass(frozen=True, slots=True)
class _Kind:
    """What every wall's step of a kind says; the pieces it takes, and the joints that belong to no one piece."""

    id: str
    name: Message
    do: Message
    caution: Message
    takes: Callable[[Member], bool]
    joints: tuple[Message, ...] = ()


def _of(*roles: Role) -> Callable[[Member], bool]:
    return lambda member: member.role in roles


_MEETING = frozenset({Part.CORNER, Part.INTERSECTION})


def _in_meeting(member: Member) -> bool:
    """Whether a piece belongs to a corner or a channel, or is the end stud a corner is built up against."""
    return member.role is Role.END_STUD or (member.id.of is not None and member.id.of.part in _MEETING)


_KINDS = (
    _Kind(
        "plates",
        message("Spread the plates"),
        message("{Bottom_plate} on its line, {top_plate} a {stud} away, marks facing each other."),
        message("Treated lumber: wear gloves and do not breathe its dust."),
        _of(Role.BOTTOM_PLATE, Role.TOP_PLATE),
    ),
    _Kind(
        "meetings",
        message("Ends, corners and channels"),
        message("Set the packs on their marks and nail them through both plates, {backing} on the face its mark says."),
        message("Nail gun: keep the other hand a foot away, never where a nail can come out."),
        _in_meeting,
        (CORNER_BOARD_TO_BOARD, CHANNEL_BOARD_TO_BOARD),
    ),
    _Kind(
        "kings",
        message("{King:many}"),
        message("Openings first, while there is room to swing. Use the straightest boards, tight on their lines."),
        message("Sight along each before it goes in: a bowed {king} spoils the opening."),
        _of(Role.KING),
        (KING_TO_KING,),
    ),
    _Kind(
        "headers",
        message("{Header:many}"),
        message(
            "Crown up, tight to the top marks or on its {jack:many}, ends flush with the edges of the {king:many}."
        ),
        message("Two people carry a {header}. Keep fingers out from under it."),
        _of(Role.HEADER, Role.PAD_PLATE),
    ),
    _Kind(
        "jacks",
        message("{Jack:many}"),
        message("Tight under the {header}, flush with the {king:many}. Nail them from the bottom up."),
        message("A short {jack} leaves the {header} hanging on nails: cut it again."),
        _of(Role.JACK),
    ),
    _Kind(
        "sills",
        message("{Sill:many}"),
        message("On their marks, square to the {jack:many}."),
        message("Measure the opening before you nail the second end."),
        _of(Role.SILL),
    ),
    _Kind(
        "cripples",
        message("{Cripple:many}"),
        message(
            "{Top_cripple:many} on the marks of the {top_plate}, {bottom_cripple:many} on those of the {bottom_plate}."
        ),
        message("Short pieces split: blunt the point of the nail."),
        _of(Role.TOP_CRIPPLE, Role.BOTTOM_CRIPPLE),
    ),
    _Kind(
        "posts",
        message("{Post:many}"),
        message("Nail each together before it goes in, full on its marks."),
        message("{Post:many} follow the drawings: ask before you change one."),
        _of(Role.POST),
        (PLY_OF_POST,),
    ),
    _Kind(
        "studs",
        message("{Stud:many}"),
        message("Crown all of them the same way, on the side of the line the letter is on."),
        message("Cut badly bowed or twisted boards up for {block:many}."),
        _of(Role.STUD, Role.CORNER_STUD, Role.INTERSECTION_STUD),
    ),
    _Kind(
        "blocks",
        message("{Block:many} and {backing}"),
        message("Cut to the bay as built, on the line or staggered so that each end can be nailed."),
        message("Saw: support both sides of a short piece, hands clear of the line."),
        _of(Role.BLOCK, Role.BACKING, Role.CORNER_BACKING, Role.INTERSECTION_BACKING),
    ),
    _Kind(
        "cap",
        message("{Cap_plate}"),
        message("Once the wall is square: laps and gaps as on the plan, joints clear of those below."),
        message("Feet off the plate before you nail along it."),
        _of(Role.CAP_PLATE),
        (CAP_PLATE_AT_A_BREAK, CAP_PLATE_AT_A_LAP),
    ),
)
"""In the order of the work; a piece goes with the first step that takes it. Source: docs/rules.md, Framing a wall."""


STEP_NAMES: Mapping[str, Message] = {kind.id: kind.name for kind in _KINDS}
"""Every step there may be, by what names it."""


def framing_steps(framing: Framing) -> tuple[Step, ...]:
    """How a wall is framed, step by step; steps with nothing to do are left out."""
    left = list(framing.members)
    loose = Counter[Message]()
    for joint in joints_of(framing):
        loose[joint.name] += joint.nails
    found = []
    for kind in _KINDS:
        taken = [member for member in left if kind.takes(member)]
        left = [member for member in left if not kind.takes(member)]
        if taken:
            found.append(
                Step(
                    kind.id,
                    kind.name,
                    kind.do,
                    _caution(kind, taken),
                    _pieces(taken),
                    _nails(kind, taken, framing, loose),
                )
            )
    return tuple(found)


def _caution(kind: _Kind, taken: Iterable[Member]) -> Message:
    if kind.id == "plates" and not any(member.is_treated for member in taken):
        return message("Pull the nails that tacked the two together before anybody kneels there.")
    return kind.caution


def _pieces(taken: Iterable[Member]) -> tuple[StepPieces, ...]:
    alike: dict[tuple[Role, str, int, int, Message], list[PieceId]] = {}
    for member in taken:
        key = member.role, member.size, member.plies, -member.length.value, _cut(member)
        alike.setdefault(key, []).append(member.id)
    return tuple(
        StepPieces(role, size, plies, cut, len(members), tuple(members))
        for (role, size, plies, _, cut), members in sorted(alike.items(), key=lambda item: item[0][3])
    )


def _cut(member: Member) -> Message:
    if member.bevel is None:
        return message("{length:length}", length=member.length.value)
    return message(
        "{length:length} to the long point, {degrees}°",
        length=member.length.value,
        degrees=f"{round(member.bevel.degrees, 1):g}",
    )


def _nails(
    kind: _Kind, taken: Iterable[Member], framing: Framing, loose: Mapping[Message, int]
) -> tuple[tuple[Message, int], ...]:
    counts = Counter[Message]()
    for member in taken:
        for joint in joints_of_member(member, framing):
            counts[joint.name] += joint.nails
    for name in kind.joints:
        # What two pieces share belongs to neither; of a post's plies it is counted with the post.
        if name not in counts and loose[name]:
            counts[name] = loose[name]
    return tuple(counts.most_common())


@dataclass(frozen=True, slots=True)
class HeaderPack:
    """How one header is made, in order."""

    opening: str
    header: Message
    steps: tuple[Message, ...]


def header_packs(framing: Framing) -> tuple[HeaderPack, ...]:
    """How each header of a wall is built. Source: docs/rules.md, Framing a wall."""
    headers = {member.opening: member for member in framing.members if member.role is Role.HEADER}
    return tuple(
        HeaderPack(
            opening.placed.id, opening.placed.header.called, tuple(_built(opening.placed.header, header, framing))
        )
        for opening in framing.openings
        if (header := headers.get(opening.placed.id))
    )


def _built(boards: HeaderBoards, header: Member, framing: Framing) -> Iterator[Message]:
    yield message(
        "Cut {boards} x {length:length}, the straightest you have.",
        boards=f"{header.plies} – {header.size}" if header.plies > 1 else header.size,
        length=header.length.value,
    )
    if boards.spacers:
        yield plural(
            "{count} spacer of 1/2 between the plies, held back a little from every edge so that it does not stick "
            "out.",
            "{count} spacers of 1/2 between the plies, held back a little from every edge so that none sticks out.",
            count=boards.spacers,
        )
    if boards.choice.kind is HeaderKind.INSULATED:
        yield message("A ply at each face of the wall, with {gap:length} of foam between.", gap=boards.between)
    elif boards.choice.kind in TWO_FACED:
        yield message(
            "A ply at each face of the wall, with {gap:length} left empty between until it is insulated.",
            gap=boards.between,
        )
    if boards.furring:
        yield message("Furring of {furring:length} on one face makes it as thick as the wall.", furring=boards.furring)
    if header.plies > 1 and not boards.is_flat:
        yield message(
            "Crowns up, cups outward so that the edges meet. Keep the bottom edges flush; any difference goes to the "
            "top."
        )
    elif not boards.is_flat:
        yield message("Crown up.")
    if nails := [joint.nails for joint in joints_of_member(header, framing) if joint.name == PLY_OF_HEADER]:
        yield message(
            "16d nails at {apart:length} along both edges, from both faces: {nails} in all.",
            apart=framing.plan.standard.nails.apart,
            nails=sum(nails),
        )
    yield message("The drawings or a licensed designer give its size: check it there before you cut.")
