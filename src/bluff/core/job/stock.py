"""Stock: the boards a yard has of each section, what they cost, those on the site, and the saw they are cut with.

section
    A size of lumber, treated or not. Boards of one section are cut for pieces of that section alone.
board
    A length that is sold, at a price.
"""

import re
from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from bluff.core.errors import JobError, LumberError
from bluff.core.measure.length import LONGEST, Length, format_inches, inches
from bluff.core.measure.lumber import lumber
from bluff.core.message import Message, message

KERF: Length = inches("1/8")
"""Of a circular saw. Source: docs/rules.md, Cutting boards."""
KEEP: Length = inches("24")
"""An offcut shorter than this goes to waste. Source: docs/rules.md, Cutting boards."""
TREATED = "treated"
DEAREST = 1_000_000
MOST_ON_SITE = 10_000
"""Boards of one length on the site."""
MOST_CROOKED = 50
"""Percent."""
LONGEST_GRADE = 40
NAILS_A_BOX = 2500
"""Of collated 16d nails. Source: docs/rules.md, The order."""
SPARE_NAILS = 5
"""Percent. Source: docs/rules.md, The order."""
MOST_SPARE_NAILS = 50
CURRENCY = "USD"
_CURRENCY = re.compile(r"[A-Z]{3}")
_LARGEST_BOX = 100_000
_MOST_LENGTHS = 40
_WIDEST_KERF: Length = inches("1/2")


class Section(NamedTuple):
    """A size of lumber, treated or not.

    >>> str(Section("2x6", is_treated=True))
    '2x6 treated'
    """

    size: str
    is_treated: bool = False

    def __str__(self) -> str:
        """As it is typed, and its key in job files."""
        return f"{self.size} {TREATED}" if self.is_treated else self.size

    @property
    def called(self) -> Message:
        """As it is read."""
        return message("{size} treated" if self.is_treated else "{size}", size=self.size)


def section(text: str) -> Section:
    """A section as it is written: ``2x6``, ``2x6 treated``.

    Raises:
        JobError: No such lumber.
    """
    words = text.strip()
    is_treated = words.lower().endswith(f" {TREATED}")
    try:
        return Section(lumber(words[: -len(TREATED)] if is_treated else words).nominal, is_treated)
    except LumberError as error:
        raise JobError(error.message, "stock") from error


@dataclass(frozen=True, slots=True)
class Board:
    """A length of board, and what one costs; None if not entered."""

    length: Length
    price: Fraction | None = None


@dataclass(frozen=True, slots=True)
class SectionStock:
    """The boards of one section.

    Args:
        section: Which.
        boards: Those there are to buy.
        grade: They are bought in, as the yard calls it; empty if not entered.

    Raises:
        JobError: No board, or one nobody sells.
    """

    section: Section
    boards: tuple[Board, ...]
    grade: str = ""

    def __post_init__(self) -> None:
        name = str(self.section)
        if not 1 <= len(self.boards) <= _MOST_LENGTHS:
            raise JobError(
                message("The stock of {name} has 1 to {most_lengths} lengths.", name=name, most_lengths=_MOST_LENGTHS),
                f"stock.{name}",
            )
        if len(self.grade) > LONGEST_GRADE:
            raise JobError(
                message("A grade has at most {longest_grade} characters.", longest_grade=LONGEST_GRADE),
                f"grades.{name}",
            )
        seen: set[Length] = set()
        for board in self.boards:
            path = f"stock.{name}.{format_inches(board.length)}"
            _check_length(board.length, path)
            if board.length in seen:
                raise JobError(
                    message("{name} has {length:length} twice. Give each length once.", name=name, length=board.length),
                    path,
                )
            if board.price is not None and not 0 <= board.price <= DEAREST:
                raise JobError(message("A board costs 0 to {dearest}.", dearest=DEAREST), path)
            seen.add(board.length)
        # One order, whatever order they were written in: stocks that say the same are equal.
        object.__setattr__(self, "boards", tuple(sorted(self.boards, key=lambda board: board.length)))


@dataclass(frozen=True, slots=True)
class OnSite:
    """Boards of one length that are on the site already, bought or left over.

    Raises:
        JobError: A board of no length, or more than anybody carries.
    """

    section: Section
    length: Length
    count: int

    def __post_init__(self) -> None:
        path = f"on_site.{self.section}.{format_inches(self.length)}"
        _check_length(self.length, path)
        if not 1 <= self.count <= MOST_ON_SITE:
            raise JobError(
                message("There are 1 to {most_on_site} boards of a length on a site.", most_on_site=MOST_ON_SITE), path
            )


@dataclass(frozen=True, slots=True)
class YardStock:
    """What boards there are; sections that are not listed come in the lengths plates are broken to fit.

    Args:
        sections: Boards there are to buy.
        kerf: What the saw takes at every cut.
        on_site: Boards that are there already, and are used first.
        keep: The shortest offcut that is kept.
        crooked: Percent of boards that turn out too crooked to use, bought on top.
        box: Nails in one.
        spare_nails: Percent of nails bent, dropped or driven twice, bought on top before boxes are counted.
        currency: What prices are in, by its letters (ISO 4217).

    Raises:
        JobError: A section or a length twice, a kerf no saw has, an allowance nobody makes, or no currency.
    """

    sections: tuple[SectionStock, ...] = ()
    kerf: Length = KERF
    on_site: tuple[OnSite, ...] = ()
    keep: Length = KEEP
    crooked: int = 0
    box: int = NAILS_A_BOX
    spare_nails: int = SPARE_NAILS
    currency: str = CURRENCY

    def __post_init__(self) -> None:
        if not 0 <= self.kerf <= _WIDEST_KERF:
            raise JobError(message("A saw takes nothing to 1/2 of an inch. Write its kerf, like 1/8."), "kerf")
        if not 0 <= self.keep <= LONGEST:
            raise JobError(message("Write the shortest offcut that is kept, like 24."), "keep")
        if not 0 <= self.crooked <= MOST_CROOKED:
            raise JobError(
                message(
                    "Enter the percent of boards that are too crooked, 0 to {most_crooked}.", most_crooked=MOST_CROOKED
                ),
                "crooked",
            )
        if not 1 <= self.box <= _LARGEST_BOX:
            raise JobError(message("A box has 1 to {largest_box} nails.", largest_box=_LARGEST_BOX), "nails_a_box")
        if not 0 <= self.spare_nails <= MOST_SPARE_NAILS:
            raise JobError(
                message(
                    "Enter the percent of extra nails, 0 to {most_spare_nails}.",
                    most_spare_nails=MOST_SPARE_NAILS,
                ),
                "spare_nails",
            )
        if not _CURRENCY.fullmatch(self.currency):
            raise JobError(message("Write a currency by its three letters, like USD."), "currency")
        if twice := _twice(str(one.section) for one in self.sections):
            raise JobError(message("The stock of {twice} is there twice. List it once.", twice=twice), f"stock.{twice}")
        if twice := _twice(f"{one.section}.{format_inches(one.length)}" for one in self.on_site):
            raise JobError(message("Boards on the site are listed once for each length."), f"on_site.{twice}")
        object.__setattr__(self, "sections", tuple(sorted(self.sections, key=lambda one: _rank(one.section))))
        object.__setattr__(
            self, "on_site", tuple(sorted(self.on_site, key=lambda one: (*_rank(one.section), one.length)))
        )

    def of(self, wanted: Section) -> SectionStock | None:
        """What there is to buy of a section, None where it is not listed; treated boards are not cut for others."""
        return next((one for one in self.sections if one.section == wanted), None)

    def price_of(self, wanted: Section, length: Length) -> Fraction | None:
        """What a board of a section costs, None if not entered."""
        listed = self.of(wanted)
        return next((board.price for board in listed.boards if board.length == length), None) if listed else None


def _rank(of: Section) -> tuple[Length, Length, bool]:
    """Thin before thick, narrow before wide, treated after what is not."""
    board = lumber(of.size)
    return board.thickness, board.width, of.is_treated


def _check_length(length: Length, path: str) -> None:
    if not inches(12) <= length <= LONGEST:
        raise JobError(message("A board is 1 foot to 1000 feet long."), path)


def _twice(names: Iterable[str]) -> str | None:
    """The first name that is there more than once."""
    counts = Counter(names)
    return next((name for name, count in counts.items() if count > 1), None)
