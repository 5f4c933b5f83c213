"""What a job asks of its boards: every piece of its walls by section, and the boards those are cut from."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
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
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member, Role

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
            raise CuttingError(
                message("Handling a board counts for 0 to {most_handling}.", most_handling=_MOST_HANDLING), "handling"
            )

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


def collect_demands(job: Job, framings: Iterable[Framing], aim: Aim = Aim()) -> tuple[Demand, ...]:
    """Every section of a job, in the order its walls need them.

    Boards are those of the job's stock. A section that is not in it comes in the lengths plates are broken to fit,
    and as studs where those are sold precut; their prices are not entered.

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
        _demand(section, listed, boards_of(job, section), aim, job.stock.kerf) for section, listed in members.items()
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


def lengths_lost(before: Job, after: Job) -> dict[Section, list[Length]]:
    """Boards a job had and has no longer once its stock is another, by section; only sections that lose any."""
    listed = dict.fromkeys(one.section for job in (before, after) for one in job.stock.sections)
    lost: dict[Section, list[Length]] = {}
    for section in listed:
        still = {board.length for board in boards_of(after, section)}
        if gone := [board.length for board in boards_of(before, section) if board.length not in still]:
            lost[section] = gone
    return lost


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
        raise CuttingError(message("Boards of {name} have no prices. Enter them.", name=name), f"stock.{name}")
    return tuple(sorted(priced))


def _demand(section: Section, members: Iterable[Member], boards: Sequence[Board], aim: Aim, kerf: Length) -> Demand:
    stock, longest = costs(boards, aim, str(section)), boards[-1].length
    named: dict[str, Member] = {}
    too_long = []
    for member in members:
        if taken(member) > longest:
            too_long.append(member)
            continue
        if taken(member) > stock[-1].length:
            # There is such a board, so it is not longer than stock; nobody can count what it costs.
            raise CuttingError(
                message(
                    "No board of {section} that has a price is long enough for {named_piece}, {length:length}. Enter "
                    "the price of a longer one, or plan by length.",
                    section=section.called,
                    named_piece=named_piece(member),
                    length=member.length.value,
                ),
                f"stock.{section}",
            )
        for ply in range(1, member.plies + 1):
            named[f"{member.id}/ply/{ply}" if member.plies > 1 else str(member.id)] = member
    pieces = tuple(Piece(name, taken(member)) for name, member in named.items())
    return Demand(section, Problem(pieces, stock, kerf), named, tuple(too_long))


def longer_than_stock(demands: Iterable[Demand]) -> Iterator[Message]:
    """What no board is long enough for, in words: pieces of one kind in one wall together, with the longest of them."""
    for one in demands:
        alike: dict[tuple[str, Role, str | None], list[Member]] = defaultdict(list)
        for member in one.too_long:
            alike[member.id.wall, member.role, member.opening].append(member)
        for (wall, role, opening), members in alike.items():
            count = sum(member.plies for member in members)
            yield message(
                "wall {wall}: {count} – {section} {piece:one} of {opening}, up to {longest:feet}"
                if opening
                else "wall {wall}: {count} – {section} {piece:one}, up to {longest:feet}",
                wall=wall,
                count=count,
                section=one.section.called,
                piece=role,
                longest=max(member.length.value for member in members),
                **({"opening": opening} if opening else {}),
            )


def named_piece(member: Member) -> Message:
    """A piece as one would ask for it: what it is, of which opening, in which wall.

    The place tells it from its like, so that nobody has to read an id.
    """
    wall = member.id.wall
    if member.opening:
        return message("{piece:one} of {opening} in wall {wall}", piece=member.role, opening=member.opening, wall=wall)
    return message("{piece:one} at {at:length} in wall {wall}", piece=member.role, at=member.start, wall=wall)
