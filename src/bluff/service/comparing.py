"""What a job comes to as it is framed: its walls counted, and the boards bought for them."""

from collections.abc import Sequence
from fractions import Fraction
from functools import lru_cache
from typing import Any

from bluff.core.crew.shop_work import shared
from bluff.core.crew.supply import order_lines
from bluff.core.job.job import Job
from bluff.core.takeoff.comparison import Counted, CountedWall
from bluff.core.takeoff.effect import tally
from bluff.core.takeoff.nails import nails
from bluff.core.wall.framing import Framing
from bluff.service.framings import framings, known_wall
from bluff.service.planning import standing


def counted_wall(job: Job, wall: str) -> CountedWall:
    """What one wall of a job comes to; boards are bought for the job, so none are counted.

    Raises:
        NotFound: The job has no such wall.
    """
    known_wall(job, wall)
    return CountedWall(**_counts([one for one in framings(job) if one.plan.id == wall]))


@lru_cache(maxsize=32)
def counted(job: Job) -> Counted:
    """What a job comes to, its boards planned again from first to last: the same for the same job."""
    found = standing(job, (), frozenset())
    lines = order_lines(job, found.boards, found.demands)
    costs = [line.cost for line in lines]
    return Counted(
        **_counts(framings(job)),
        bought=sum(line.bought for line in lines),
        bought_length=sum(line.bought * line.length for line in lines),
        cost=None if None in costs else sum((cost for cost in costs if cost is not None), Fraction(0)),
    )


def _counts(walls: Sequence[Framing]) -> dict[str, Any]:
    """What some walls come to, by the names it has in a `CountedWall`."""
    work = shared(walls)
    return {
        "tally": tally(walls),
        "nails": sum(row.nails for row in nails(walls)),
        "cut_in_shop": work.cut_in_shop,
        "cut_on_site": work.cut_on_site,
        "shop_hours": work.shop,
        "site_hours": work.site,
    }
