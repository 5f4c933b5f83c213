"""Every mistake a wall gives room for, with what somebody who makes it draws and writes."""

from collections.abc import Iterator

from bluff.core.learn.attempt import Attempt, Mistake, Work
from bluff.core.learn.layout_mistakes import layout_mistakes
from bluff.core.learn.opening_mistakes import meeting_mistakes, opening_mistakes
from bluff.core.wall.build import build
from bluff.core.wall.wall_plan import WallPlan


def mistakes(plan: WallPlan) -> Iterator[tuple[Mistake, Work]]:
    """The mistakes a wall gives room for, likelier ones first, and the work of who makes that one and no other.

    What would change nothing on this wall is no mistake on it.
    """
    attempt = Attempt.right(plan)
    right = attempt.work()
    as_drawn = [wanted.drawn for wanted in right.deck.wanted]
    framing = build(plan)
    for find in (layout_mistakes, opening_mistakes, meeting_mistakes):
        for mistake in find(framing):
            work = mistake.make(attempt).work()
            if work.deck.differences(as_drawn):
                yield mistake, work
