"""What tests of cutting share: pieces by name and length, and the boards they are cut from."""

from collections.abc import Iterable, Mapping

from bluff.core.cutting.board import Cut, JobBoard, Tick, Ticks, faults_of_boards
from bluff.core.cutting.demand import Demand
from bluff.core.cutting.problem import Piece, Problem, Stock
from bluff.core.job.stock import Section
from bluff.core.measure.length import Length, inches

KERF: Length = inches("1/8")
SECTION = Section("2x4")
STOCK: tuple[Stock, ...] = tuple(Stock(inches(f"{feet}'"), inches(f"{feet}'")) for feet in (8, 16))


def asking(pieces: Mapping[str, str], section: Section = SECTION) -> Demand:
    """What is asked of 2x4s of 8 and 16 feet: the length of every piece by its name."""
    listed = tuple(Piece(name, inches(length)) for name, length in pieces.items())
    return Demand(section, Problem(listed, STOCK, KERF))


def board(number: int, length: str, cuts: Mapping[str, str], **more: object) -> JobBoard:
    """A board by its number, its length, and what comes off it."""
    listed = tuple(Cut(name, inches(cut)) for name, cut in cuts.items())
    return JobBoard(number, SECTION, inches(length), listed, **more)  # type: ignore[arg-type]


def ticks(*made: tuple[int, str]) -> Ticks:
    return frozenset(Tick(*one) for one in made)


def names(boards: Iterable[JobBoard]) -> dict[int, list[str]]:
    """What every board is cut for."""
    return {one.number: [cut.piece for cut in one.cuts] for one in boards}


def faults(boards: Iterable[JobBoard], asked: Iterable[Demand]) -> list[str]:
    """What is wrong with boards for what is asked of them."""
    wanted = {one.section: {piece.id: piece.length for piece in one.problem.pieces} for one in asked}
    return faults_of_boards([*boards], wanted, KERF)
