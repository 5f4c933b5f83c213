"""Stock: the boards a yard has of each section, what they cost, and the kerf of the saw they are cut with."""

from dataclasses import dataclass
from fractions import Fraction

from bluff.core.errors import JobError, LumberError
from bluff.core.measure.length import LONGEST, Length, format_inches, inches
from bluff.core.measure.lumber import lumber

KERF: Length = inches("1/8")
"""Of a circular saw. Source: docs/rules.md, Cutting boards."""
TREATED = "treated"
_MOST_LENGTHS = 40
_WIDEST_KERF: Length = inches("1/2")
DEAREST = 1_000_000


@dataclass(frozen=True, slots=True)
class Board:
    """A length of board, and what one costs; None where nobody has said."""

    length: Length
    price: Fraction | None = None


@dataclass(frozen=True, slots=True)
class SectionStock:
    """The boards of one section.

    Args:
        size: Nominal lumber.
        is_treated: Whether they are treated.
        boards: Those there are.

    Raises:
        JobError: No such lumber, no board, or one nobody sells.
    """

    size: str
    is_treated: bool
    boards: tuple[Board, ...]

    def __post_init__(self) -> None:
        try:
            object.__setattr__(self, "size", lumber(self.size).nominal)
        except LumberError as error:
            raise JobError(error.message, "stock") from error
        if not 1 <= len(self.boards) <= _MOST_LENGTHS:
            raise JobError(f"The stock of {self.name} has 1 to {_MOST_LENGTHS} lengths.", f"stock.{self.name}")
        seen: set[Length] = set()
        for board in self.boards:
            path = f"stock.{self.name}.{format_inches(board.length)}"
            if not inches(12) <= board.length <= LONGEST:
                raise JobError("A board is 1 foot to 1000 feet long.", path)
            if board.length in seen:
                raise JobError(f"{self.name} has {format_inches(board.length)} twice; give each length once.", path)
            if board.price is not None and not 0 <= board.price <= DEAREST:
                raise JobError(f"A board costs 0 to {DEAREST}.", path)
            seen.add(board.length)

    @property
    def name(self) -> str:
        """As it is written: ``2x6``, ``2x6 treated``."""
        return f"{self.size} {TREATED}" if self.is_treated else self.size


@dataclass(frozen=True, slots=True)
class YardStock:
    """What boards there are; sections that are not listed come in the lengths plates are broken to fit.

    Raises:
        JobError: A section twice, or a kerf no saw has.
    """

    sections: tuple[SectionStock, ...] = ()
    kerf: Length = KERF

    def __post_init__(self) -> None:
        if not 0 <= self.kerf <= _WIDEST_KERF:
            raise JobError("A saw takes nothing to 1/2 of an inch; write its kerf, like 1/8.", "kerf")
        names = [section.name for section in self.sections]
        if twice := next((name for name in names if names.count(name) > 1), None):
            raise JobError(f"The stock of {twice} is there twice; list it once.", f"stock.{twice}")

    def of(self, size: str, *, is_treated: bool) -> tuple[Board, ...]:
        """The boards of a section, none where it is not listed; treated ones are not cut for what need not be."""
        found = (section for section in self.sections if (section.size, section.is_treated) == (size, is_treated))
        return next((section.boards for section in found), ())
