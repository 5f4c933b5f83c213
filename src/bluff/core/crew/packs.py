"""What is built before the wall: corners, intersections, header packs, kings with their jacks.

Packs made of the same pieces are counted together, however many walls they go into. Of sawn studs none is
handed: the pieces are square cut and their edges flush, so that each pack turns end for end into its own
mirror image. Studs with a wide and a narrow face do not turn, and their corners and kings come left- and right-handed.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple, Self

from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member, Orientation, Role
from bluff.core.wall.piece import Part


class PackKind(StrEnum):
    """What a pack is for."""

    CORNER = "corner"
    INTERSECTION = "intersection"
    KINGS_AND_JACKS = "kings and jacks"
    HEADER = "header"

    @property
    def called(self) -> Message:
        """What it is called."""
        return _NAMES[self]


_NAMES: Mapping[PackKind, Message] = {
    PackKind.CORNER: message("corner"),
    PackKind.INTERSECTION: message("intersection"),
    PackKind.KINGS_AND_JACKS: message("{king:many} and {jack:many}"),
    PackKind.HEADER: message("{header}"),
}


@dataclass(frozen=True, slots=True, order=True)
class PackPiece:
    """Pieces alike in a pack; count is of members, plies of boards in each."""

    count: int
    size: str
    length: Length
    plies: int
    orientation: Orientation

    @property
    def called(self) -> Message:
        """How it is called across the deck: 2 – 2x6 x 92 5/8."""
        size = message("{plies}-ply {size}", plies=self.plies, size=self.size) if self.plies > 1 else self.size
        is_flat = self.orientation is Orientation.FLAT
        return message(
            "{count} – {size} flat x {length:length}" if is_flat else "{count} – {size} x {length:length}",
            count=self.count,
            size=size,
            length=self.length,
        )


class PackPlace(NamedTuple):
    """Where a pack goes: which wall, which opening or wall it is for there, and at which end.

    >>> str(PackPlace("A", "W1", End.START))
    'A W1 start'
    """

    wall: str
    mark: str | None = None
    end: End | None = None

    def __str__(self) -> str:
        """As files and keys write it."""
        return " ".join(part for part in self if part)

    @classmethod
    def read(cls, text: str) -> Self:
        """A place as files and keys write it.

        >>> PackPlace.read("A W1 start") == PackPlace("A", "W1", End.START)
        True
        """
        wall, *rest = text.split(" ")
        end = End(rest.pop()) if rest and rest[-1] in set(End) else None
        return cls(wall, " ".join(rest) or None, end)

    @property
    def called(self) -> Message:
        """As it is read."""
        marks = " ".join(part for part in self[:2] if part)
        return (
            message("{marks} {end}", marks=marks, end=self.end.called) if self.end else message("{marks}", marks=marks)
        )


@dataclass(frozen=True, slots=True)
class Pack:
    """Packs alike.

    Args:
        kind: What they are for.
        pieces: What each is made of, longest first.
        hand: Of a pack that does not turn end for end, the side its wide faces are on when it is held as it stands
            at the start of its wall or opening.
        count: How many.
        places: Where they go, wall by wall.
    """

    kind: PackKind
    pieces: tuple[PackPiece, ...]
    hand: Line | None
    count: int
    places: tuple[PackPlace, ...]

    @property
    def called(self) -> Message:
        """Its kind, and its hand where it has one."""
        match self.hand:
            case Line.LEFT:
                return message("{pack}, left hand", pack=self.kind.called)
            case Line.RIGHT:
                return message("{pack}, right hand", pack=self.kind.called)
            case _:
                return self.kind.called


def handedness(packs: Iterable[Pack]) -> Message:
    """Which of them come left-handed and right-handed, for the crew."""
    if not any(pack.hand for pack in packs):
        return message("No pack has a hand: each turns end for end.")
    return message(
        "{Stud:many} have a wide face, so corners and {king:many} do not turn end for end. A left-hand pack, held as "
        "at the start of its wall or opening, has its wide faces on the left, looking toward the end."
    )


def prefab(framings: Iterable[Framing]) -> tuple[Pack, ...]:
    """Every pack of some walls, by kind, and the most frequent first.

    Source: docs/rules.md, Prefab.
    """
    alike: dict[tuple[PackKind, tuple[PackPiece, ...], Line | None], list[PackPlace]] = defaultdict(list)
    for framing in framings:
        for kind, place, members in _packs(framing):
            alike[kind, _pieces(members), _hand(kind, place, members)].append(place)
    packs = [Pack(*alike_in, len(places), tuple(places)) for alike_in, places in alike.items()]
    order = list(PackKind)
    return tuple(sorted(packs, key=lambda pack: (order.index(pack.kind), -pack.count)))


def _packs(framing: Framing) -> Iterator[tuple[PackKind, PackPlace, list[Member]]]:
    """Kind, place and members of each pack of a wall."""
    wall = framing.plan.id
    by_place: dict[tuple[PackKind, PackPlace], list[Member]] = defaultdict(list)
    end_studs = {member.id.at: member for member in framing.standing if member.role is Role.END_STUD}
    for member in framing.standing:
        of = member.id.of
        if of is None:
            continue
        if of.part is Part.CORNER:
            by_place[PackKind.CORNER, PackPlace(wall, end=End(of.mark))].append(member)
        elif of.part is Part.INTERSECTION:
            by_place[PackKind.INTERSECTION, PackPlace(wall, of.mark)].append(member)
        elif member.role is Role.HEADER:
            by_place[PackKind.HEADER, PackPlace(wall, of.mark)].append(member)
        elif member.role in (Role.KING, Role.JACK):
            by_place[PackKind.KINGS_AND_JACKS, PackPlace(wall, of.mark, _end_of(member))].append(member)
    for (kind, place), members in by_place.items():
        # The end stud is part of the corner that is built up against it.
        if kind is PackKind.CORNER and (end_stud := end_studs.get(place.end)):
            members.append(end_stud)
        if len(members) > 1 or kind is PackKind.HEADER:
            yield kind, place, members


def _end_of(member: Member) -> End | None:
    return member.id.at if isinstance(member.id.at, End) else None


def _hand(kind: PackKind, place: PackPlace, members: Iterable[Member]) -> Line | None:
    """Turned end for end, a pack from one end goes to the other with its wide faces on the other side."""
    faces = [member.wide_face for member in members if member.wide_face]
    if not faces or kind not in (PackKind.CORNER, PackKind.KINGS_AND_JACKS):
        return None
    return faces[0] if place.end is End.START else faces[0].other


def _pieces(members: Iterable[Member]) -> tuple[PackPiece, ...]:
    alike = Counter((member.size, member.length.value, member.plies, member.orientation) for member in members)
    pieces = [PackPiece(count, *piece) for piece, count in alike.items()]
    return tuple(sorted(pieces, key=lambda piece: (-piece.length, piece.size, piece.orientation)))
