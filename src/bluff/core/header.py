"""Headers: how deep and how thick one is, and whether it fills the wall.

Bluff does not size headers. It takes the size it is given, says where that came from, and works out
what the size does to the pieces around it.
"""

from dataclasses import dataclass

from bluff.core.length import Length
from bluff.core.lumber import SPACER, Lumber
from bluff.core.standard import Header, HeaderKind, Standard
from bluff.core.sum import Sum


@dataclass(frozen=True, slots=True)
class HeaderBoards:
    """A header chosen for one wall, measured.

    Args:
        header: The choice it was made from.
        board: One board of it.
        depth: From its underside to its top.
        thickness: Through the wall, with the sum of plies and spacers.
        spacers: Panels between plies, each as long and deep as the header.
    """

    header: Header
    board: Lumber
    depth: Length
    thickness: Sum
    spacers: int

    def __str__(self) -> str:
        plies = f"{self.header.plies}-ply " if self.header.plies > 1 else ""
        return f"{plies}{self.board.nominal}{' flat' if self.header.kind is HeaderKind.FLAT else ''}"


def header_boards(header: Header, stud: Lumber, standard: Standard) -> HeaderBoards:
    """Measure a header for a wall of the given studs.

    Returns:
        Its boards. Built-up: plies of a two-by with a 1/2 spacer between each two, so two plies make
        3 1/2 and three make 5 1/2. Solid: the timber. Flat: the boards' width through the wall, their
        thickness up it.

    Source: docs/rules.md, Headers.
    """
    board = standard.board(header.size or stud.nominal)
    name = f"{header.plies} x {board.nominal}" if header.plies > 1 else board.nominal
    match header.kind:
        case HeaderKind.BUILT_UP:
            spacers = header.plies - 1
            thickness = Sum.of(name, header.plies * board.thickness).plus("spacer", spacers * SPACER)
            return HeaderBoards(header, board, board.width, thickness, spacers)
        case HeaderKind.SOLID:
            return HeaderBoards(header, board, board.width, Sum.of(name, board.thickness), 0)
        case HeaderKind.FLAT:
            return HeaderBoards(header, board, header.plies * board.thickness, Sum.of(f"{name} flat", board.width), 0)


def plies_that_fill(header: Header, stud: Lumber, standard: Standard) -> int | None:
    """How many plies make a built-up header as thick as the wall, None when no number does."""
    if header.kind is not HeaderKind.BUILT_UP:
        return None
    ply = standard.board(header.size or stud.nominal).thickness
    return next((plies for plies in range(1, 5) if plies * ply + (plies - 1) * SPACER == stud.width), None)
