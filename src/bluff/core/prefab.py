"""What is built before the wall: corners, intersections, header packs, kings with their jacks.

Packs made of the same pieces are counted together, however many walls they go into. Of sawn studs none is
handed: the pieces are square cut and their edges flush, so that each pack turns end for end into its own
mirror image. Studs with a wide and a narrow face do not turn, and their corners and kings come in two hands.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from enum import StrEnum

from bluff.core.framing import Framing
from bluff.core.length import Length, format_inches
from bluff.core.member import Member, Orientation, Role
from bluff.core.schools import End, Line


class PackKind(StrEnum):
    """What a pack is for."""

    CORNER = "corner"
    INTERSECTION = "intersection"
    KINGS_AND_JACKS = "kings and jacks"
    HEADER = "header"


@dataclass(frozen=True, slots=True, order=True)
class PackPiece:
    """Pieces alike in a pack; count is of members, plies of boards in each."""

    count: int
    size: str
    length: Length
    plies: int
    orientation: Orientation

    def __str__(self) -> str:
        """How it is called across the deck.

        >>> str(PackPiece(2, "2x6", 5928, 1, Orientation.EDGE))
        '2 – 2x6 x 92 5/8'
        """
        flat = " flat" if self.orientation is Orientation.FLAT else ""
        plies = f"{self.plies}-ply " if self.plies > 1 else ""
        return f"{self.count} – {plies}{self.size}{flat} x {format_inches(self.length)}"


@dataclass(frozen=True, slots=True)
class Pack:
    """Packs alike.

    Args:
        kind: What they are for.
        pieces: What each is made of, longest first.
        hand: Of a pack that does not turn end for end, the side its wide faces are on when it is held as it stands
            at the start of its wall or opening.
        count: How many.
        places: Where they go, wall by wall: ``A start``, ``C E``, ``A W1``.
    """

    kind: PackKind
    pieces: tuple[PackPiece, ...]
    hand: Line | None
    count: int
    places: tuple[str, ...]

    @property
    def called(self) -> str:
        """Its kind, and its hand where it has one."""
        return f"{self.kind}, {self.hand} hand" if self.hand else self.kind.value


def hands(packs: Iterable[Pack]) -> str:
    """What is to be said of their hands."""
    if not any(pack.hand for pack in packs):
        return "None is handed: each pack turns end for end."
    return (
        "Studs with a wide face: corners and kings do not turn end for end. A left hand, held as at the start of its "
        "wall or opening, has its wide faces on the left, walking toward the end."
    )


def prefab(framings: Iterable[Framing]) -> tuple[Pack, ...]:
    """Every pack of some walls, by kind, and the most frequent first.

    Source: docs/rules.md, Prefab.
    """
    alike: dict[tuple[PackKind, tuple[PackPiece, ...], Line | None], list[str]] = defaultdict(list)
    for framing in framings:
        for kind, place, members in _packs(framing):
            alike[kind, _pieces(members), _hand(kind, place, members)].append(f"{framing.plan.id} {place}")
    packs = [Pack(*alike_in, len(places), tuple(places)) for alike_in, places in alike.items()]
    order = list(PackKind)
    return tuple(sorted(packs, key=lambda pack: (order.index(pack.kind), -pack.count)))


def _packs(framing: Framing) -> Iterator[tuple[PackKind, str, list[Member]]]:
    """Kind, place and members of each pack of a wall."""
    by_place: dict[tuple[PackKind, str], list[Member]] = defaultdict(list)
    ends: dict[str, Member] = {}
    for member in framing.members:
        # An id says what its piece is for: A/corner/start/backing, A/W1/king/end.
        _, first, *rest = member.id.split("/")
        if member.role is Role.END_STUD:
            ends[rest[0]] = member
        elif first in (PackKind.CORNER, PackKind.INTERSECTION):
            by_place[PackKind(first), rest[0]].append(member)
        elif member.role is Role.HEADER:
            by_place[PackKind.HEADER, first].append(member)
        elif member.role in (Role.KING, Role.JACK):
            by_place[PackKind.KINGS_AND_JACKS, f"{first} {rest[1]}"].append(member)
    for end in End:
        # The end stud is part of the corner that is built up against it.
        if (PackKind.CORNER, end) in by_place and end in ends:
            by_place[PackKind.CORNER, end].append(ends[end])
    for (kind, place), members in by_place.items():
        if len(members) > 1 or kind is PackKind.HEADER:
            yield kind, place, members


def _hand(kind: PackKind, place: str, members: Iterable[Member]) -> Line | None:
    """Turned end for end, a pack from one end goes to the other with its wide faces on the other side."""
    faces = [member.wide_face for member in members if member.wide_face]
    if not faces or kind not in (PackKind.CORNER, PackKind.KINGS_AND_JACKS):
        return None
    return faces[0] if place.split()[-1] == End.START else faces[0].other


def _pieces(members: Iterable[Member]) -> tuple[PackPiece, ...]:
    alike = Counter((member.size, member.length.value, member.plies, member.orientation) for member in members)
    pieces = [PackPiece(count, *piece) for piece, count in alike.items()]
    return tuple(sorted(pieces, key=lambda piece: (-piece.length, piece.size, piece.orientation)))
