"""What is too odd to be taken without asking, where a line may mean something else: a wall of 2 feet, a door of 5.

Nothing is refused here. A wall 2 feet long that is typed as 2-0 is taken; one that is typed as 24 may be 24 feet.
"""

from bluff.core.job.edit import (
    AddOpening,
    AddWall,
    ChangeOpening,
    ChangeWall,
    Edit,
    MoveOpening,
    SetLength,
    SetWay,
    Several,
)
from bluff.core.job.job import Job, Opening, Wall
from bluff.core.job.position import At, FromOutside, FromPlate, Reference
from bluff.core.job.rows import ROWS
from bluff.core.measure.length import Length, inches

_WALL = (inches("4'"), inches("200'"))
_WIDTH = (inches(12), inches("20'"))
_HEIGHT = (inches(12), inches("12'"))
_NARROWEST_DOOR = inches("1'-4")
_DOORWAY = (inches("6'"), inches("14'"))
_HEAD = (inches("4'"), inches("30'"))
_STUD = (inches("5'"), inches("30'"))
_APART = (8, 48)


def is_odd(edit: Edit, job: Job) -> bool:
    """Whether a change has a figure nobody expects there."""
    match edit:
        case AddOpening(opening) | ChangeOpening(_, opening):
            return _is_odd_opening(opening, job)
        case AddWall(wall):
            return not _is_in(wall.run.length, _WALL)
        case SetLength(_, length):
            return not _is_in(length, _WALL)
        case ChangeWall(wall_id, wall):
            return _is_odd_wall(wall, job.wall(wall_id))
        case MoveOpening(opening_id, by):
            return abs(by) > job.wall(job.opening(opening_id).wall).run.length
        case SetWay(way, text) if text:
            return _is_odd_way(way, text, job)
        case Several(edits):
            return any(
                is_odd(one, job) for one in edits if not isinstance(one, ChangeOpening | MoveOpening | ChangeWall)
            )
        case _:
            return False


def _is_in(length: Length, usual: tuple[Length, Length]) -> bool:
    return usual[0] <= length <= usual[1]


def _is_odd_opening(opening: Opening, job: Job) -> bool:
    size, head = opening.size, opening.ways.head_height
    heights = _DOORWAY if opening.kind.is_doorway else _HEIGHT
    widths = (_NARROWEST_DOOR, _WIDTH[1]) if opening.kind.is_doorway else _WIDTH
    if not _is_in(size.width, widths) or not _is_in(size.height, heights):
        return True
    return (head is not None and not _is_in(head, _HEAD)) or _is_off_the_plate(opening, job)


def _is_off_the_plate(opening: Opening, job: Job) -> bool:
    """Whether it hangs over an end of its wall, as a bare 9 for 9 feet would have it."""
    position = opening.position
    if not isinstance(position, At) or not isinstance(position.origin, FromPlate | FromOutside):
        return False
    half = opening.size.width // 2 if position.reference is Reference.CENTER else 0
    wall = next((wall for wall in job.walls if wall.id == opening.wall), None)
    beyond = wall is not None and position.distance + opening.size.width - half > wall.run.length
    return position.distance < half or beyond


def _is_odd_wall(wall: Wall, was: Wall) -> bool:
    heights = [wall.top.height] if wall.top != was.top and getattr(wall.top, "height", None) else []  # type: ignore[union-attr]
    places = [place for place in (*(wall.bolts or ()), *(wall.pins or ())) if place > wall.run.length]
    return bool(places) or any(not _is_in(height or 0, _HEAD) for height in heights)


def _is_odd_way(way: str, text: str, job: Job) -> bool:
    value = ROWS[way].write(job.standard, text)
    match way:
        case "spacing":
            return not _APART[0] <= value <= _APART[1]
        case "stud_length":
            return not _is_in(value.length, _STUD)
        case "wall_height":
            return not _is_in(value.height, _STUD)
        case "head_height":
            return not _is_in(value, _HEAD)
    return False
