"""Applying edits.

`apply(job, edit)` returns the changed job and leaves the old one as it was, so undo, history and the
list of marks to strike all follow from keeping both.
"""

from collections.abc import Iterable
from dataclasses import replace
from itertools import groupby
from typing import TypeVar

from bluff.core.change import walls
from bluff.core.errors import EditError, SettingError
from bluff.core.job.edit import (
    AddOpening,
    AddWall,
    ApplyStandard,
    ChangeOpening,
    ChangeWall,
    CheckOpenings,
    Edit,
    JoinWalls,
    MirrorJob,
    MoveOpening,
    MoveWalls,
    PlanEdit,
    RemoveOpening,
    RemoveWall,
    RenameJob,
    RestoreRevision,
    RunThrough,
    ScalePicture,
    SetClear,
    SetLength,
    SetPicture,
    SetStock,
    SetWay,
    SetWays,
    Several,
    SplitWall,
)
from bluff.core.job.job import Checked, Job, Opening
from bluff.core.job.picture import Known, scaled
from bluff.core.job.position import At, FromOpening, FromWall
from bluff.core.job.rough_opening import rough_opening
from bluff.core.job.rows import row_of
from bluff.core.job.standard import Standard
from bluff.core.job.ways import Ways, belongs
from bluff.core.message import message

Level = TypeVar("Level", bound=Ways)


def apply(job: Job, edit: Edit) -> Job:
    """The job after an edit.

    Raises:
        EditError: It names a wall or opening the job does not hold.
        JobError: The result would not be a job (two walls of one id, an opening in no wall).
        SettingError: It asks for what nobody can frame, or mark.
    """
    after = _applied(job, edit)
    if after.standard.words != job.standard.words:
        after.standard.words.check_letters()
    return after


def _applied(job: Job, edit: Edit) -> Job:
    match edit:
        case RenameJob(name):
            return job.renamed(name)
        case SetWays(ways):
            return replace(job, ways=ways)
        case SetWay():
            return _way_set(job, edit)
        case ApplyStandard(taken):
            return replace(job, taken=taken)
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
        case AddOpening() | ChangeOpening() | RemoveOpening() | CheckOpenings():
            return _apply_to_openings(job, edit)
        case SetStock(stock):
            return replace(job, stock=stock)
        case RestoreRevision():
            raise EditError(message("Restore revisions on the History screen."), "revision")
        case Several(edits):
            return _apply_all(job, edits)
        case _:
            return _apply_to_plan(job, edit)


def _way_set(job: Job, edit: SetWay) -> Job:
    """The job with one way changed; all other ways of its wall or opening stay."""
    row = row_of(edit.way)

    def changed(ways: Level, standard: Standard) -> Level:
        if row.key not in ways.names():
            raise SettingError(belongs(row.key, row.form_field.name), "way")
        return replace(ways, **{row.key: None if edit.text is None else row.write(standard, edit.text)})

    if edit.wall is not None:
        wall = job.wall(edit.wall)
        return apply(job, ChangeWall(wall.id, replace(wall, ways=changed(wall.ways, job.standard_of(wall)))))
    if edit.opening is not None:
        opening = job.opening(edit.opening)
        ways = changed(opening.ways, job.standard_of(opening))
        return apply(job, ChangeOpening(opening.id, replace(opening, ways=ways)))
    return replace(job, ways=changed(job.ways, job.standard))


def _apply_all(job: Job, edits: Iterable[Edit]) -> Job:
    """One edit after the other; additions that follow each other at once, since a job is looked at whole each time."""
    for kind, run in groupby(edits, key=type):
        if kind is AddWall:
            job = replace(job, walls=(*job.walls, *(one.wall for one in run if isinstance(one, AddWall))))
        elif kind is AddOpening:
            job = replace(job, openings=(*job.openings, *(one.opening for one in run if isinstance(one, AddOpening))))
        else:
            for one in run:
                job = apply(job, one)
    return job


def _apply_to_openings(job: Job, edit: AddOpening | ChangeOpening | RemoveOpening | CheckOpenings) -> Job:
    match edit:
        case AddOpening(opening):
            return replace(job, openings=(*job.openings, opening))
        case ChangeOpening(opening_id, opening):
            job.opening(opening_id)
            changed = (opening if old.id == opening_id else old for old in job.openings)
            return replace(job, openings=tuple(_measured_from(old, opening_id, opening.id) for old in changed))
        case RemoveOpening(opening_id):
            job.opening(opening_id)
            return replace(job, openings=tuple(opening for opening in job.openings if opening.id != opening_id))
        case CheckOpenings(ids):
            for id_ in ids:
                job = _checked(job, job.opening(id_), edit)
            return job


def _apply_to_plan(job: Job, edit: PlanEdit) -> Job:
    match edit:
        case MoveWalls(ids, east, north):
            return walls.moved(job, ids, east, north)
        case SetClear(wall_id, other, clear):
            return walls.set_clear(job, wall_id, other, clear)
        case SetLength(wall_id, length):
            return walls.set_length(job, wall_id, length)
        case SplitWall(wall_id, at, new_id):
            return walls.split(job, wall_id, at, new_id)
        case JoinWalls(wall_id, other):
            return walls.join(job, wall_id, other)
        case RunThrough(wall_id, end):
            return walls.run_through(job, wall_id, end)
        case MirrorJob(across):
            return walls.mirrored(job, across)
        case MoveOpening(opening_id, by):
            return walls.opening_moved(job, opening_id, by)
        case SetPicture(picture):
            return replace(job, picture=picture)
        case ScalePicture(first, second, length):
            if job.picture is None:
                raise EditError(message("There is no picture under this plan. Import one first."), "picture")
            return replace(job, picture=scaled(job.picture, Known(first, second, length)))


def _checked(job: Job, opening: Opening, edit: CheckOpenings) -> Job:
    """The job with one opening compared with the plan: what was compared is its rough opening of now."""
    rough = rough_opening(opening, job.standard_of(opening))
    checked = Checked(edit.by, edit.at, rough.width.value, rough.height.value) if edit.is_checked else None
    return apply(job, ChangeOpening(opening.id, replace(opening, checked=checked)))


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
