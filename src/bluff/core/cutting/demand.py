"""What a job asks of its boards: every piece of its walls by section, and the boards those are cut from."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from enum import StrEnum

from bluff.core.cutting.problem import Piece, Problem, Stock
from bluff.core.errors import CuttingError
from bluff.core.job.amounts import PrecutStuds
from bluff.core.job.job import Job
from bluff.core.job.stock import TREATED, Board
from bluff.core.measure.length import Length
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member

PARTS = 10_000
"""Prices are counted in such parts of one: what a foot costs may have four figures behind the point."""


class By(StrEnum):
    """What plans are to have least of."""

    LENGTH = "length"
    PRICE = "price"


@dataclass(frozen=True)
class Demand:
    """What is asked of the boards of one section.

    Args:
        section: Nominal lumber, or what a list calls it.
        is_treated: Whether it is treated.
        problem: The pieces that can be cut from the boards there are.
        members: Which member each piece is, by the piece's name; a member of two plies is two pieces. Pieces of a
            list are none.
        too_long: Members no board is long enough for.
    """

    section: str
    is_treated: bool
    problem: Problem
    members: dict[str, Member] = field(default_factory=dict, repr=False)
    too_long: tuple[Member, ...] = ()


def demands(job: Job, framings: Iterable[Framing], by: By = By.LENGTH) -> tuple[Demand, ...]:
    """Every section of a job, in the order its walls need them.

    Boards are those of the job's stock. A section that is not in it comes in the lengths plates are broken to fit,
    and as studs where those are sold precut; nobody has said what those cost.

    Args:
        job: The job, for what its yard has.
        framings: Its walls.
        by: Whether boards cost their length or their price.

    Raises:
        CuttingError: By price, with boards nobody has a price for.
    """
    members: dict[tuple[str, bool], list[Member]] = defaultdict(list)
    for framing in framings:
        for member in framing.members:
            members[member.size, member.is_treated].append(member)
    return tuple(
        _demand(section, is_treated, listed, _stock(job, section, by, is_treated=is_treated), job.stock.kerf)
        for (section, is_treated), listed in members.items()
    )


def _stock(job: Job, section: str, by: By, *, is_treated: bool) -> tuple[Stock, ...]:
    """The boards of a section, shortest first."""
    boards = job.stock.of(section, is_treated=is_treated)
    if not boards:
        lengths = {*job.standard.plate_stock.boards}
        if isinstance(job.standard.studs, PrecutStuds):
            lengths.add(job.standard.studs.length)
        boards = tuple(Board(length) for length in lengths)
    return costs(boards, by, f"{section} {TREATED}" if is_treated else section)


def costs(boards: Iterable[Board], by: By, name: str) -> tuple[Stock, ...]:
    """Boards at what they count for, shortest first; by price those without one are not there.

    Args:
        boards: Those there are.
        by: Whether they cost their length or their price.
        name: Of their section.

    Raises:
        CuttingError: By price, where nobody has a price for any.
    """
    if by is By.LENGTH:
        return tuple(sorted(Stock(board.length, board.length) for board in boards))
    priced = [Stock(board.length, round(board.price * PARTS)) for board in boards if board.price is not None]
    if not priced:
        raise CuttingError(f"Nobody has said what boards of {name} cost; give their prices.", f"stock.{name}")
    return tuple(sorted(priced))


def _demand(
    section: str, is_treated: bool, members: Iterable[Member], stock: tuple[Stock, ...], kerf: Length
) -> Demand:
    longest = stock[-1].length
    named: dict[str, Member] = {}
    too_long = []
    for member in members:
        if member.length.value > longest:
            too_long.append(member)
            continue
        for ply in range(1, member.plies + 1):
            named[f"{member.id}/ply/{ply}" if member.plies > 1 else str(member.id)] = member
    pieces = tuple(Piece(name, member.length.value) for name, member in named.items())
    return Demand(section, is_treated, Problem(pieces, stock, kerf), named, tuple(too_long))
