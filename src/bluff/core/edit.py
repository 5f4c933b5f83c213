"""Edits: every change to a job is a value first, then applied.

`apply(job, edit)` returns the changed job and leaves the old one as it was, so undo, history and the
list of marks to strike all follow from keeping both.
"""

from dataclasses import dataclass, replace
from typing import TypeAlias

from bluff.core.errors import EditError
from bluff.core.job import At, FromOpening, FromWall, Job, Opening, Wall
from bluff.core.standard import Ways


@dataclass(frozen=True, slots=True)
class RenameJob:
    """Call the job something else."""

    name: str


@dataclass(frozen=True, slots=True)
class SetWays:
    """Replace what the job as a whole does otherwise than the product's standard."""

    ways: Ways


@dataclass(frozen=True, slots=True)
class AddWall:
    """Add a wall after the others."""

    wall: Wall


@dataclass(frozen=True, slots=True)
class ChangeWall:
    """Put a wall in place of the one of that id; a new id takes its openings along."""

    id: str
    wall: Wall


@dataclass(frozen=True, slots=True)
class RemoveWall:
    """Take a wall out, and its openings with it."""

    id: str


@dataclass(frozen=True, slots=True)
class AddOpening:
    """Add an opening after the others."""

    opening: Opening


@dataclass(frozen=True, slots=True)
class ChangeOpening:
    """Put an opening in place of the one of that id; those measured from it follow a new id."""

    id: str
    opening: Opening


@dataclass(frozen=True, slots=True)
class RemoveOpening:
    """Take an opening out."""

    id: str


Edit: TypeAlias = RenameJob | SetWays | AddWall | ChangeWall | RemoveWall | AddOpening | ChangeOpening | RemoveOpening


def apply(job: Job, edit: Edit) -> Job:
    """The job after an edit.

    Raises:
        EditError: It names a wall or opening the job does not hold.
        JobError: The result would not be a job (two walls of one id, an opening in no wall).
    """
    match edit:
        case RenameJob(name):
            return job.renamed(name)
        case SetWays(ways):
            return replace(job, ways=ways)
        case AddWall(wall):
            return replace(job, walls=(*job.walls, wall))
        case ChangeWall(wall_id, wall):
            job.wall(wall_id)
            return replace(
                job,
                walls=tuple(wall if old.id == wall_id else old for old in job.walls),
                openings=tuple(_in_renamed_wall(opening, wall_id, wall.id) for opening in job.openings),
            )
        case RemoveWall(wall_id):
            job.wall(wall_id)
            return replace(
                job,
                walls=tuple(wall for wall in job.walls if wall.id != wall_id),
                openings=tuple(opening for opening in job.openings if opening.wall != wall_id),
            )
        case AddOpening(opening):
            return replace(job, openings=(*job.openings, opening))
        case ChangeOpening(opening_id, opening):
            job.opening(opening_id)
            changed = (opening if old.id == opening_id else old for old in job.openings)
            return replace(job, openings=tuple(_measured_from(old, opening_id, opening.id) for old in changed))
        case RemoveOpening(opening_id):
            job.opening(opening_id)
            return replace(job, openings=tuple(opening for opening in job.openings if opening.id != opening_id))
    raise EditError("This edit is of no known kind.")


def describe(edit: Edit) -> str:
    """An edit in a few words, for the undo button and the history.

    >>> describe(RemoveWall("B"))
    'remove wall B'
    """
    match edit:
        case RenameJob(name):
            return f"rename the job {name}"
        case SetWays():
            return "change the job's standard"
        case AddWall(wall):
            return f"add wall {wall.id}"
        case ChangeWall(wall_id):
            return f"change wall {wall_id}"
        case RemoveWall(wall_id):
            return f"remove wall {wall_id}"
        case AddOpening(opening):
            return f"add {opening.kind.value.replace('-', ' ')} {opening.id}"
        case ChangeOpening(opening_id):
            return f"change {opening_id}"
        case RemoveOpening(opening_id):
            return f"remove {opening_id}"


def _in_renamed_wall(opening: Opening, old_id: str, new_id: str) -> Opening:
    """The opening, in or measured from the wall's new id where it was in or measured from the old one."""
    if opening.wall == old_id:
        opening = replace(opening, wall=new_id)
    position = opening.position
    if isinstance(position, At) and isinstance(position.origin, FromWall) and position.origin.wall == old_id:
        opening = replace(opening, position=replace(position, origin=replace(position.origin, wall=new_id)))
    return opening


def _measured_from(opening: Opening, old_id: str, new_id: str) -> Opening:
    """The opening, measured from the new id where it was measured from the old one."""
    position = opening.position
    if isinstance(position, At) and position.origin == FromOpening(old_id):
        return replace(opening, position=replace(position, origin=FromOpening(new_id)))
    return opening
