"""Carrying an edit over to a job that somebody changed meanwhile: where both touched other things, both are made.

thing
    What an edit can change of a job: a wall, an opening, a way, its name, its stock, its picture.
"""

from collections.abc import Mapping
from typing import Any, TypeAlias

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job

Thing: TypeAlias = tuple[str, str]
"""What kind of thing, and which."""


def carried_over(base: Job, edit: Edit, current: Job) -> Job | None:
    """The job with both changes made; None where they touch the same thing, or do not go together.

    Args:
        base: As the person who made the edit saw it.
        edit: What they made of it.
        current: As somebody else left it meanwhile.
    """
    try:
        mine, theirs = apply(base, edit), things_of(current)
        before = things_of(base)
        if touched(before, things_of(mine)) & touched(before, theirs):
            return None
        return apply(current, edit)
    except BluffError:
        return None


def touched(before: Mapping[Thing, Any], after: Mapping[Thing, Any]) -> set[Thing]:
    """The things that are not what they were, or were not there."""
    return {thing for thing in {*before, *after} if before.get(thing) != after.get(thing)}


def things_of(job: Job) -> dict[Thing, Any]:
    """Everything of a job that can be changed by itself.

    An opening is one with its wall's mark, so that a wall and what is in it are changed by two people; which wall is
    first and which last is nobody's thing.
    """
    return {
        **{("wall", wall.id): wall for wall in job.walls},
        **{("opening", opening.id): opening for opening in job.openings},
        **{("way", key): value for key, value in job.ways.given().items()},
        ("job", "name"): job.name,
        ("job", "stock"): job.stock,
        ("job", "picture"): job.picture,
        ("job", "taken"): job.taken,
    }
