"""The cut list: what to cut, by section and length, counted in boards."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum

from bluff.core.job.header import HeaderBoards, HeaderKind
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import SPACER, Lumber
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Bevel, Member, Role
from bluff.core.wall.piece import PieceId


@dataclass(frozen=True, slots=True)
class CutRow:
    """Boards alike: one section, one length, cut alike.

    Args:
        size: Nominal lumber.
        length: To cut to, at the long point.
        is_treated: Whether they are of treated lumber.
        bevel: Their upper end, where that is not square.
        count: Boards; a two-ply header counts two.
        roles: What they are for, sorted by name.
        members: Which pieces they make.
    """

    size: str
    length: Length
    is_treated: bool
    bevel: Bevel | None
    count: int
    roles: tuple[Role, ...]
    members: tuple[PieceId, ...]


class Spacer(StrEnum):
    """What lies between the plies of a header, or beside them."""

    PANEL = "spacer"
    FOAM = "foam"
    FURRING = "furring"


@dataclass(frozen=True, slots=True)
class SpacerRow:
    """Spacers alike: of one thickness, cut to length by depth."""

    spacer: Spacer
    thickness: Length
    depth: Length
    length: Length
    count: int


def cut_list(framings: Iterable[Framing]) -> tuple[CutRow, ...]:
    """Every board of some walls, by section and then longest first.

    Example:
        A wall's studs, kings and end studs are one row, since the saw does not know them apart.
    """
    alike: dict[tuple[Lumber, Length, bool, Bevel | None], list[Member]] = defaultdict(list)
    for framing in framings:
        for member in framing.members:
            alike[member.board, member.length.value, member.is_treated, member.bevel].append(member)
    return tuple(
        CutRow(
            size=board.nominal,
            length=length,
            is_treated=is_treated,
            bevel=bevel,
            count=sum(member.plies for member in members),
            roles=tuple(sorted({member.role for member in members})),
            members=tuple(member.id for member in members),
        )
        for (board, length, is_treated, bevel), members in sorted(
            alike.items(), key=lambda item: (_section(item[0][0]), item[0][2], -item[0][1], item[0][3] is not None)
        )
    )


SPACER_NAMES: Mapping[Spacer, Message] = {
    Spacer.PANEL: message("{header} spacer"),
    Spacer.FOAM: message("{header} foam"),
    Spacer.FURRING: message("{header} furring"),
}
"""What cut lists call them."""


def spacer_list(framings: Iterable[Framing]) -> tuple[SpacerRow, ...]:
    """Everything that makes headers as thick as their walls: panels, foam and furring, longest first."""
    alike: dict[tuple[Spacer, Length, Length, Length], int] = defaultdict(int)
    for framing in framings:
        headers = {member.opening: member for member in framing.members if member.role is Role.HEADER}
        for opening in framing.openings:
            if header := headers.get(opening.placed.id):
                for spacer, thickness, count in _spacers(opening.placed.header):
                    alike[spacer, thickness, header.height, header.length.value] += count
    rows = [SpacerRow(*key, count) for key, count in alike.items()]
    return tuple(sorted(rows, key=lambda row: (row.spacer, -row.length, -row.depth)))


def _spacers(header: HeaderBoards) -> Iterator[tuple[Spacer, Length, int]]:
    if header.spacers:
        yield Spacer.PANEL, SPACER, header.spacers
    if header.between and header.choice.kind is HeaderKind.INSULATED:
        yield Spacer.FOAM, header.between, 1
    if header.furring:
        yield Spacer.FURRING, header.furring, 1


def _section(board: Lumber) -> tuple[Length, ...]:
    """2x4 before 2x10, two-bys before engineered plies before four-bys; of composite studs the plain ones last."""
    return board.thickness, board.width, board.narrow or board.thickness
