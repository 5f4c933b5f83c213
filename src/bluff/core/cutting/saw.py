"""At the saw: the stop set once for every length, and how many are cut against it.

stop
    A block clamped at a distance from the blade, so that pieces alike are cut without measuring each.
"""

from collections import defaultdict
from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import TypeAlias

from bluff.core.cutting.board import JobBoard, Ticks
from bluff.core.job.stock import Section
from bluff.core.measure.length import Length
from bluff.core.wall.member import PLATES, Bevel, Member, Role

Members: TypeAlias = Mapping[Section, Mapping[str, Member]]
"""A job's members by section and by the name of the piece."""

STRAIGHTEST = PLATES | {Role.KING, Role.JACK, Role.HEADER}
"""What the straightest boards are picked for. Source: docs/rules.md, Cutting boards."""


@dataclass(frozen=True, slots=True)
class SawStop:
    """One setting of the saw.

    Args:
        section: Of what.
        length: From the stop to the blade.
        bevel: Of the upper end, where that is not square.
        count: Pieces that are cut so.
        cut: How many of them are.
        roles: What they are for, sorted by name.
        boards: Numbers of the boards they come from.
    """

    section: Section
    length: Length
    bevel: Bevel | None
    count: int
    cut: int
    roles: tuple[Role, ...]
    boards: tuple[int, ...]


def members_of(members: Members, walls: Collection[str]) -> Members:
    """The members of some walls."""
    return {
        section: {piece: member for piece, member in named.items() if member.id.wall in walls}
        for section, named in members.items()
    }


def boards_for(boards: Iterable[JobBoard], members: Members) -> tuple[JobBoard, ...]:
    """The boards that give any of some members."""
    return tuple(board for board in boards if any(cut.piece in members.get(board.section, ()) for cut in board.cuts))


def stops(boards: Iterable[JobBoard], members: Members, ticks: Ticks) -> tuple[SawStop, ...]:
    """Every setting of the saw, by section and then long before short, so that short pieces come from what is left.

    Args:
        boards: Of the job.
        members: Its members by section and name of the piece.
        ticks: What was cut.
    """
    alike: dict[tuple[Section, Length, Bevel | None], list[tuple[JobBoard, Role, bool]]] = defaultdict(list)
    begun = {tick.board for tick in ticks}
    for board in boards:
        of_section, is_begun = members.get(board.section, {}), board.number in begun
        for cut in board.cuts:
            if member := of_section.get(cut.piece):
                is_cut = is_begun and board.tick(cut) in ticks
                alike[board.section, cut.length, member.bevel].append((board, member.role, is_cut))
    order = {section: place for place, section in enumerate(members)}
    return tuple(
        SawStop(
            section=section,
            length=length,
            bevel=bevel,
            count=len(found),
            cut=sum(is_cut for _, _, is_cut in found),
            roles=tuple(sorted({role for _, role, _ in found})),
            boards=tuple(sorted({board.number for board, _, _ in found})),
        )
        for (section, length, bevel), found in sorted(
            alike.items(), key=lambda item: (order[item[0][0]], -item[0][1], item[0][2] is not None)
        )
    )


def wants_straight(board: JobBoard, members: Mapping[str, Member]) -> bool:
    """Whether a straight board is picked for what is cut from it.

    Args:
        board: Of the job.
        members: Of its section, by name of the piece.
    """
    return any(cut.piece in members and members[cut.piece].role in STRAIGHTEST for cut in board.cuts)
