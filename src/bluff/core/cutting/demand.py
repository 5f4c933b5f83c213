"""What a job asks of its boards: every piece of its walls by section, and the boards those are cut from."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction

from bluff.core.cutting.bevels import Pair, taken
from bluff.core.cutting.problem import Piece, Problem, Stock
from bluff.core.errors import CuttingError
from bluff.core.job.amounts import PrecutStuds
from bluff.core.job.job import Job
from bluff.core.job.stock import Board, Section
from bluff.core.measure.length import LONGEST, PER_INCH, Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member

PARTS = 10_000
"""Prices are counted in such parts of one: what a foot costs may have four figures behind the point."""


_MOST_HANDLING = 1000


class By(StrEnum):
    """What plans are to have least of."""

    LENGTH = "length"
    PRICE = "price"
    BOARDS = "boards"


@dataclass(frozen=True, slots=True)
class Aim:
    """What plans are to have least of, and what it is worth to have a board less.

    Args:
        by: What there is to be least of; of plans with as few boards the shortest.
        handling: What a board counts for besides what it is, since somebody orders, carries and cuts it: inches by
            length, money by price.

    Raises:
        CuttingError: Nobody counts so much, or less than nothing.
    """

    by: By = By.LENGTH
    handling: Fraction = Fraction(0)

    def __post_init__(self) -> None:
        if not 0 <= self.handling <= _MOST_HANDLING:
            raise CuttingError(f"Handling a board counts for 0 to {_MOST_HANDLING}.", "handling")

    def cost(self, board: Board) -> int | None:
        """What a board counts for, in 64ths or parts of a price; None by price where nobody knows that."""
        match self.by:
            case By.LENGTH:
                return board.length + round(self.handling * PER_INCH)
            case By.BOARDS:
                return board.length + LONGEST
            case By.PRICE:
                return None if board.price is None else round((board.price + self.handling) * PARTS)


@dataclass(frozen=True)
class Demand:
    """What is asked of the boards of one section.

    Args:
        section: Which; of a list, what it calls it.
        problem: The pieces that can be cut from the boards there are.
        members: Which member each piece is, by the piece's name; a member of two plies is two pieces. Pieces of a
            list are none.
        too_long: Members no board is long enough for.
        pairs: Pieces of the problem that are two, cut bevel to bevel, by name.
    """

    section: Section
    problem: Problem
    members: dict[str, Member] = field(default_factory=dict, repr=False)
    too_long: tuple[Member, ...] = ()
    pairs: dict[str, Pair] = field(default_factory=dict, repr=False)


def demands(job: Job, framings: Iterable[Framing], aim: Aim = Aim()) -> tuple[Demand, ...]:
    """Every section of a job, in the order its walls need them.

    Boards are those of the job's stock. A section that is not in it comes in the lengths plates are broken to fit,
    and as studs where those are sold precut; nobody has said what those cost.

    Args:
        job: The job, for what its yard has.
        framings: Its walls.
        aim: What plans are to have least of.

    Raises:
        CuttingError: By price, with boards nobody has a price for.
    """
    members: dict[Section, list[Member]] = defaultdict(list)
    for framing in framings:
        for member in framing.members:
            members[Section(member.size, member.is_treated)].append(member)
    return tuple(
        _demand(section, listed, costs(boards_of(job, section), aim, str(section)), job.stock.kerf)
        for section, listed in members.items()
    )


def boards_of(job: Job, section: Section) -> tuple[Board, ...]:
    """The boards there are of a section, shortest first."""
    listed = job.stock.of(section)
    if listed:
        return listed.boards
    lengths = {*job.standard.plate_stock.boards}
    # Precut studs are sold in what walls are studded with, and never treated.
    if isinstance(job.standard.studs, PrecutStuds) and section in {Section(wall.stud) for wall in job.walls}:
        lengths.add(job.standard.studs.length)
    return tuple(Board(length) for length in sorted(lengths))


def costs(boards: Iterable[Board], aim: Aim, name: str) -> tuple[Stock, ...]:
    """Boards at what they count for, shortest first; by price those without one are not there.

    Args:
        boards: Those there are.
        aim: What plans are to have least of.
        name: Of their section.

    Raises:
        CuttingError: By price, where nobody has a price for any.
    """
    priced = [Stock(board.length, cost) for board in boards if (cost := aim.cost(board)) is not None]
    if not priced:
        raise CuttingError(f"Nobody has said what boards of {name} cost; give their prices.", f"stock.{name}")
    return tuple(sorted(priced))


def _demand(section: Section, members: Iterable[Member], stock: tuple[Stock, ...], kerf: Length) -> Demand:
    longest = stock[-1].length
    named: dict[str, Member] = {}
    too_long = []
    for member in members:
        if taken(member) > longest:
            too_long.append(member)
            continue
        for ply in range(1, member.plies + 1):
            named[f"{member.id}/ply/{ply}" if member.plies > 1 else str(member.id)] = member
    pieces = tuple(Piece(name, taken(member)) for name, member in named.items())
    return Demand(section, Problem(pieces, stock, kerf), named, tuple(too_long))
