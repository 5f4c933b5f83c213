"""Lumber: the names boards are sold under and what they really measure.

nominal
    The name on the tag, ``2x6``. It says less than a tape: a 2x6 is 1 1/2 by 5 1/2.
thickness, width
    A board's small and large dimension. A stud stands with its width across the wall, so the width of
    the stud is the thickness of the wall.
"""

import re
from dataclasses import dataclass, field

from bluff.core.errors import LumberError
from bluff.core.measure.length import Length, inches
from bluff.core.message import message

_DRESSED = {"4": "3 1/2", "6": "5 1/2", "8": "7 1/4", "10": "9 1/4", "12": "11 1/4"}
_TIMBER = {"6": "5 1/2", "8": "7 1/2", "10": "9 1/2", "12": "11 1/2"}
_ENGINEERED = ("7 1/4", "9 1/4", "9 1/2", "11 1/4", "11 7/8", "14", "16")
_COLUMN_DEPTHS = ("3 1/2", "5 1/2")
ENGINEERED_PLY = "1 3/4"

SPACER: Length = inches("1/2")
"""Thickness of the panel between the plies of a built-up header."""


@dataclass(frozen=True, slots=True)
class Lumber:
    """One size of board: its nominal name and actual dimensions; `narrow` is the other face of a tapered one.

    `section` follows from those: the area of its end, in whole square 64ths, worked out once for all boards cut of it.
    """

    nominal: str
    thickness: Length
    width: Length
    narrow: Length | None = None
    section: int = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        if not 0 < self.thickness <= self.width:
            raise LumberError(
                message("A {size} is given as thicker than it is wide. Write thickness, then width.", size=self.nominal)
            )
        narrow = self.thickness if self.narrow is None else self.narrow
        object.__setattr__(self, "section", (self.thickness + narrow) * self.width // 2)


def _table() -> dict[str, Lumber]:
    sizes = {}
    for width, actual in _DRESSED.items():
        sizes[f"2x{width}"] = ("1 1/2", actual)
        sizes[f"4x{width}"] = ("3 1/2", actual)
    for thickness in ("6", "8", "10", "12"):
        for width in ("6", "8", "10", "12"):
            if int(thickness) <= int(width):
                sizes[f"{thickness}x{width}"] = (_TIMBER[thickness], _TIMBER[width])
    for depth in (*_COLUMN_DEPTHS, *_ENGINEERED):
        sizes[f"{ENGINEERED_PLY} x {depth}"] = (ENGINEERED_PLY, depth)
    return {name: Lumber(name, inches(thickness), inches(width)) for name, (thickness, width) in sizes.items()}


LUMBER: dict[str, Lumber] = _table()
"""Every size by its nominal name. Source: docs/rules.md, Lumber."""

HEADER_PLIES: tuple[str, ...] = ("2x4", "2x6", "2x8", "2x10", "2x12")
"""Two-by boards a header is built up from, shallow to deep."""

TIMBERS: tuple[str, ...] = tuple(name for name in LUMBER if not name.startswith(ENGINEERED_PLY))
"""Sawn boards and timbers, which a solid header is one of."""

ENGINEERED: tuple[str, ...] = tuple(f"{ENGINEERED_PLY} x {depth}" for depth in _ENGINEERED)
"""Engineered plies of headers, shallow to deep; columns are made of ones as deep as a wall is thick."""

STUDS: tuple[str, ...] = ("2x4", "2x6", "2x8", "2x10", "2x12")
"""Boards a wall can be studded with: two-bys, edge to the room."""


def lumber(nominal: str) -> Lumber:
    """Look a board up by its nominal name, however it is spaced.

    >>> lumber("2 X 6").width == inches("5 1/2")
    True

    Raises:
        LumberError: No such size in the table; the message lists those of the same kind.
    """
    if found := LUMBER.get(nominal) or _BY_SPELLING.get(_spelling(nominal)):
        return found
    if nominal.strip() in _ENGINEERED:
        raise LumberError(
            message(
                "An engineered size is written with its ply: {ply} x {width}.",
                ply=ENGINEERED_PLY,
                width=nominal.strip(),
            )
        )
    thickness = nominal.strip().split("x")[0].strip()
    alike = [name for name in LUMBER if name.startswith(f"{thickness}x")] or sorted(STUDS, key=len)
    raise LumberError(
        message(
            "There is no {size}. Choose from {choices}.",
            size=nominal.strip() or "board without a size",
            choices=", ".join(alike),
        )
    )


def _spelling(nominal: str) -> str:
    return re.sub(r"\s*[x×]\s*", "x", nominal.strip().lower())


_BY_SPELLING = {_spelling(name): board for name, board in LUMBER.items()}
