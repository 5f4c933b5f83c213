"""What a job comes to as it is framed: its walls counted, and the boards bought for them."""

from fractions import Fraction

from bluff import core
from bluff.core.crew.supply import order_lines
from bluff.core.takeoff.comparison import Counted
from bluff.core.takeoff.effect import tally
from bluff.core.takeoff.nails import nails
from bluff.service.jobs import framings
from bluff.service.planning import standing


def counted(job: core.Job) -> Counted:
    """What a job comes to, its boards planned anew from first to last: the same for the same job."""
    walls, found = framings(job), standing(job, (), frozenset())
    lines = order_lines(job, found.boards, {one.section: one.members for one in found.asked})
    costs = [line.cost for line in lines]
    return Counted(
        tally=tally(walls),
        nails=sum(row.nails for row in nails(walls)),
        bought=sum(line.bought for line in lines),
        bought_length=sum(line.bought * line.length for line in lines),
        cost=None if None in costs else sum((cost for cost in costs if cost is not None), Fraction(0)),
    )
