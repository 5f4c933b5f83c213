"""Which piece of a wall something is.

A `PieceId` is a value: what of the wall the piece belongs to, what it is there, at which end, line or bay, and the
how manieth. Code reads its fields; its text is for files and is never taken apart. A piece keeps its
id through every edit that leaves it what it is, so that what was ticked on the site stays ticked: none is named by
where it stands, by another piece's position in a list, or by anything that is the same for the whole wall.
"""

from enum import StrEnum
from typing import NamedTuple, TypeAlias

from bluff.core.job.schools import End, Line


class Part(StrEnum):
    """What of a wall a piece may belong to, besides the wall itself."""

    OPENING = "opening"
    CORNER = "corner"
    INTERSECTION = "intersection"
    POST = "post"
    BEND = "bend"
    BACKING = "backing"


class Of(NamedTuple):
    """One part of a wall: which kind, and which one of it, by its mark or its end.

    >>> str(Of(Part.OPENING, "W1"))
    'opening/W1'
    """

    part: Part
    mark: str

    def __str__(self) -> str:
        return f"{self.part}/{self.mark}"


class PieceId(NamedTuple):
    """Names one piece of one wall.

    Args:
        wall: The wall's mark.
        name: What it is there: ``king``, ``stud``, ``bottom_plate``.
        of: What of the wall it belongs to, None for the wall itself.
        at: The end, the face or the on-center line it is at, where there is one for each.
        number: Which of several alike, from 1. The first has the plain name, so a second one added later leaves it
            alone.
        by: What a piece that fills a bay, or goes on after a gap, begins at. A bay is named by what it begins at
            rather than counted, so that a stud more or less elsewhere renames nothing here.
        board: Which board of a plate that is longer than the boards there are.

    >>> str(PieceId("A", "king", Of(Part.OPENING, "W1"), End.START, 2))
    'A/opening/W1/king/start/2'
    >>> str(PieceId("A", "block", by=PieceId("A", "stud", at=5)))
    'A/block/by/stud/5'
    """

    wall: str
    name: str
    of: Of | None = None
    at: End | Line | int | None = None
    number: int = 1
    by: "Beginning | None" = None
    board: int = 1

    def __str__(self) -> str:
        return f"{self.wall}/{self.in_wall}"

    @property
    def is_of_layout(self) -> bool:
        """Whether it is a common: it stands on a line of the on-center layout, or slid off one."""
        return isinstance(self.at, int)

    @property
    def in_wall(self) -> str:
        """The text without the wall's mark."""
        parts = [str(self.of)] if self.of else []
        parts.append(self.name)
        if self.at is not None:
            parts.append(str(self.at))
        if self.number != 1:
            parts.append(str(self.number))
        if self.by is not None:
            parts.append(f"by/{self.by.in_wall if isinstance(self.by, PieceId) else self.by}")
        if self.board != 1:
            parts.append(f"board/{self.board}")
        return "/".join(parts)


Beginning: TypeAlias = Of | PieceId
"""What a bay begins at: another piece, or a part of the wall as a whole."""
