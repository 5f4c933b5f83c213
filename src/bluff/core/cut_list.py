"""The cut list: what to cut, by section and length, counted in boards."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from bluff.core.frame import Framing
from bluff.core.length import Length, parse_length
from bluff.core.lumber import SPACER
from bluff.core.member import Member, Role


@dataclass(frozen=True, slots=True)
class CutRow:
    """Boards alike: one section, one length.

    Args:
        size: Nominal lumber.
        length: To cut to.
        count: Boards; a two-ply header counts two.
        roles: What they are for, sorted by name.
        members: Ids of the members they make.
    """

    size: str
    length: Length
    count: int
    roles: tuple[Role, ...]
    members: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SpacerRow:
    """Spacers alike, for built-up headers: panel of one thickness, cut to length by depth."""

    thickness: Length
    depth: Length
    length: Length
    count: int


def cut_list(framings: Iterable[Framing]) -> tuple[CutRow, ...]:
    """Every board of some walls, by section and then longest first.

    Example:
        A wall's studs, kings and end studs are one row, since the saw does not know them apart.
    """
    alike: dict[tuple[str, Length], list[Member]] = defaultdict(list)
    for framing in framings:
        for member in framing.members:
            alike[member.size, member.length.value].append(member)
    return tuple(
        CutRow(
            size=size,
            length=length,
            count=sum(member.plies for member in members),
            roles=tuple(sorted({member.role for member in members})),
            members=tuple(member.id for member in members),
        )
        for (size, length), members in sorted(alike.items(), key=lambda item: (_section(item[0][0]), -item[0][1]))
    )


def spacer_list(framings: Iterable[Framing]) -> tuple[SpacerRow, ...]:
    """Every spacer of the built-up headers, longest first."""
    alike: dict[tuple[Length, Length], int] = defaultdict(int)
    for framing in framings:
        headers = {member.opening: member for member in framing.members if member.role is Role.HEADER}
        for opening in framing.openings:
            if opening.placed.header.spacers and (header := headers.get(opening.placed.id)):
                alike[header.length.value, header.height] += opening.placed.header.spacers
    return tuple(
        SpacerRow(SPACER, depth, length, count) for (length, depth), count in sorted(alike.items(), reverse=True)
    )


def _section(nominal: str) -> tuple[Length, ...]:
    """2x4 before 2x10, two-bys before four-bys."""
    return tuple(parse_length(part) for part in nominal.split("x"))
