"""In which order walls are framed and stood, and which way each is raised.

A wall that butts needs the wall it butts against; among those that need nothing more, exterior walls come
before partitions and long ones before short ones.
"""

from collections import deque
from collections.abc import Container, Mapping, Sequence
from dataclasses import dataclass
from heapq import heapify, heappop, heappush

from bluff.core.job.job import WallKind
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length, from_64ths, inches
from bluff.core.plan.beside import SIDES, Beside, Side
from bluff.core.plan.junction import rank_walls
from bluff.core.plan.meeting import Joint
from bluff.core.plan.outline import CompassPoint, Outline, compass, inside, outline
from bluff.core.wall.wall_plan import WallPlan

_LOOKED_AT: Length = inches("40'")
"""Floor beyond which nobody asks how much there is."""


@dataclass(frozen=True, slots=True)
class BuildStep:
    """One wall in its turn.

    Args:
        wall: Which.
        after: The walls that must stand before it, because it butts against them.
        waits_in_ring: Whether those wait for it in turn, so that somebody has to hold one of them open.
        built_on: The side of its own line it is framed on, flat, its bottom plate at the line; None for a wall
            that is not on the plan.
        raised_toward: The point of the compass its top travels to.
        room: Clear floor on that side until the next wall that stands by then; None where there is none within 40 ft.
        is_tight: Whether the wall is higher than that, so that it is framed elsewhere and carried in.
    """

    wall: str
    after: tuple[str, ...]
    waits_in_ring: bool
    built_on: Line | None
    raised_toward: CompassPoint | None
    room: Length | None
    is_tight: bool


def build_order(plans: Sequence[WallPlan]) -> tuple[BuildStep, ...]:
    """Every wall of a job in the order it is framed and stood.

    Source: docs/rules.md, Framing order.
    """
    by_id = {plan.id: plan for plan in plans}
    rank = rank_walls([plan.wall for plan in plans])
    needs = {plan.id: _needs(plan, rank) for plan in plans}
    beside = Beside(drawn for plan in plans if (drawn := outline(plan.wall, plan.stud.width)))
    turns = {id_: (plan.wall.kind is not WallKind.EXTERIOR, rank[id_]) for id_, plan in by_id.items()}
    wanted_by: dict[str, list[str]] = {id_: [] for id_ in by_id}
    for id_, wanted in needs.items():
        for other in wanted:
            wanted_by[other].append(id_)
    missing = {id_: len(wanted) for id_, wanted in needs.items()}
    ready = [(turns[id_], id_) for id_, count in missing.items() if count == 0]
    heapify(ready)
    waiting = deque(sorted(by_id, key=turns.__getitem__))
    standing: set[str] = set()
    steps: list[BuildStep] = []
    while len(standing) < len(by_id):
        is_ring = not ready
        if ready:
            _, id_ = heappop(ready)
        else:
            # Every wall left waits for another one: the first of them has to stand without.
            id_ = next(one for one in waiting if one not in standing)
        if id_ in standing:
            continue
        steps.append(_step(by_id[id_], needs[id_], is_ring, beside, standing))
        standing.add(id_)
        while waiting and waiting[0] in standing:
            waiting.popleft()
        for other in wanted_by[id_]:
            missing[other] -= 1
            if missing[other] == 0:
                heappush(ready, (turns[other], other))
    return tuple(steps)


def _needs(plan: WallPlan, rank: Mapping[str, int]) -> set[str]:
    needs = set()
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting is None or meeting.joint is Joint.THROUGH:
            continue
        # Neither of two that are mitered or spliced needs the other; the longer one goes first.
        if meeting.joint is Joint.BUTT or rank[meeting.other] < rank[plan.id]:
            needs.add(meeting.other)
    return needs


def _step(plan: WallPlan, needs: set[str], is_ring: bool, beside: Beside, standing: Container[str]) -> BuildStep:
    drawn = outline(plan.wall, plan.stud.width)
    side: Side | None = None
    room: Length | None = None
    if drawn:
        # An exterior wall is framed inside, a partition where there is more floor.
        sides = SIDES if (own := inside(drawn)) is None else (own,)
        rooms = [(line, _room(drawn, line, beside, standing)) for line in sides]
        side, room = max(rooms, key=lambda one: _roominess(one[1]))
    return BuildStep(
        wall=plan.id,
        after=tuple(sorted(needs)),
        waits_in_ring=is_ring,
        built_on=side,
        raised_toward=_toward(drawn, side) if drawn and side else None,
        room=room,
        is_tight=room is not None and room < plan.height.value,
    )


def _roominess(room: Length | None) -> float:
    return float("inf") if room is None else room


def _room(drawn: Outline, side: Side, beside: Beside, standing: Container[str]) -> Length | None:
    """How far from one face of a wall the nearest one stands that it would be built into."""
    nearest: float | None = None
    for least, other in beside.nearest(drawn, side, _LOOKED_AT):
        if nearest is not None and nearest <= least:
            break
        if other.wall.id not in standing:
            continue
        alongs = [drawn.along(corner) for corner in other.corners]
        if min(alongs) >= drawn.length or max(alongs) <= 0:
            continue
        acrosses = [drawn.across(corner) for corner in other.corners]
        away = min(acrosses) - drawn.left if side is Line.LEFT else drawn.right - max(acrosses)
        # What reaches the wall itself stands across its end and bounds nothing.
        if away > 0 and (nearest is None or away < nearest):
            nearest = away
    return None if nearest is None else from_64ths(nearest)


def _toward(drawn: Outline, built_on: Line) -> CompassPoint:
    """The compass point of the side a wall is raised toward, away from where it was framed."""
    east, north = drawn.direction
    away = (north, -east) if built_on is Line.LEFT else (-north, east)
    return compass(*away)
