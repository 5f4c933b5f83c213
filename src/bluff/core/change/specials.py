"""Specials of a wall whose plate becomes another: turned end for end, split, or joined to a longer one."""

from collections.abc import Callable
from dataclasses import replace

from bluff.core.job.job import Wall
from bluff.core.job.position import At, FromPlate, Reference
from bluff.core.job.schools import End
from bluff.core.job.special import FixtureBacking, PlateBreaks
from bluff.core.measure.length import Length, half
from bluff.core.wall.wall_plan import WallPlan

_NARROWEST: Length = 3 * 64
"""Backing that would run less is not worth a board."""


def with_specials(wall: Wall, plan: WallPlan, along: Callable[[Length], Length], start: Length, end: Length) -> Wall:
    """A wall with the posts, backing, clear bays, bolts and pins that another plate has in a stretch.

    Args:
        wall: Whose they become, besides those it has.
        plan: Of the wall they are in.
        along: From a place on that one's plate to the place on the new one.
        start, end: The stretch of the old plate; backing is cut off at its ends.
    """
    posts = []
    for placed in plan.posts:
        center = placed.start.value + half(placed.width)
        if start <= center < end:
            position = At(Reference.CENTER, max(along(center), 0), FromPlate(End.START))
            posts.append(replace(placed.post, position=position))
    clear = []
    for bay in plan.clear:
        center = half(bay.span.start + bay.span.end)
        if start <= center < end:
            position = At(Reference.CENTER, max(along(center), 0), FromPlate(End.START))
            clear.append(replace(bay.bay, position=position))
    backing = [board for one in plan.wall.backing if (board := _backing(one, along, start, end))]
    bolts = _places(wall.bolts, plan.wall.bolts, along, start, end)
    pins = _places(wall.pins, plan.wall.pins, along, start, end)
    return replace(
        wall,
        posts=(*wall.posts, *posts),
        backing=(*wall.backing, *backing),
        clear=(*wall.clear, *clear),
        bolts=bolts,
        pins=pins,
    )


def _places(
    own: tuple[Length, ...] | None,
    others: tuple[Length, ...] | None,
    along: Callable[[Length], Length],
    start: Length,
    end: Length,
) -> tuple[Length, ...] | None:
    """A plate's bolts or pins with those of a stretch of another one; None where neither gives any."""
    if others is None:
        return own
    taken = (max(along(at), 0) for at in others if start <= at <= end)
    return tuple(sorted((*(own or ()), *taken)))


def without_specials(wall: Wall) -> Wall:
    """A wall without its posts, backing, clear bays, bolts and pins; where another plate breaks is decided again."""
    return replace(wall, posts=(), backing=(), clear=(), bolts=None, pins=None, breaks=PlateBreaks())


def _backing(
    one: FixtureBacking, along: Callable[[Length], Length], start: Length, end: Length
) -> FixtureBacking | None:
    near, far = max(one.start, start), min(one.end, end)
    if far - near < _NARROWEST:
        return None
    near, far = sorted((along(near), along(far)))
    return replace(one, start=max(near, 0), end=far)
