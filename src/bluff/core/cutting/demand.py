"""What a job asks of its boards: every piece of its walls by section, and the boards those are cut from."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field

from bluff.core.cutting.problem import Piece, Problem, Stock
from bluff.core.job.amounts import PrecutStuds
from bluff.core.job.job import Job
from bluff.core.measure.length import Length, inches
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Member

KERF: Length = inches("1/8")
"""Of a circular saw. Source: docs/rules.md, Cutting boards."""


@dataclass(frozen=True)
class Demand:
    """The boards of one section.

    Args:
        section: Nominal lumber.
        is_treated: Whether it is treated.
        problem: The pieces that can be cut from the boards there are.
        members: Which member each piece is, by the piece's name; a member of two plies is two pieces.
        too_long: Members no board is long enough for.
    """

    section: str
    is_treated: bool
    problem: Problem
    members: dict[str, Member] = field(repr=False)
    too_long: tuple[Member, ...] = ()


def demands(job: Job, framings: Iterable[Framing]) -> tuple[Demand, ...]:
    """Every section of a job, in the order its walls need them, to be cut with least length.

    Boards are those the job's plates are broken to fit; studs that are sold precut are boards as well.
    """
    members: dict[tuple[str, bool], list[Member]] = defaultdict(list)
    for framing in framings:
        for member in framing.members:
            members[member.size, member.is_treated].append(member)
    lengths = {*job.standard.plate_stock.boards}
    if isinstance(job.standard.studs, PrecutStuds):
        lengths.add(job.standard.studs.length)
    stock = tuple(Stock(length, length) for length in sorted(lengths))
    return tuple(_demand(section, is_treated, listed, stock) for (section, is_treated), listed in members.items())


def _demand(section: str, is_treated: bool, members: Iterable[Member], stock: tuple[Stock, ...]) -> Demand:
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
    return Demand(section, is_treated, Problem(pieces, stock, KERF), named, tuple(too_long))
