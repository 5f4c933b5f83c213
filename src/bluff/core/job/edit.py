"""Edits: every change to a job is a value first, and applied afterwards by `apply`."""

from dataclasses import dataclass
from enum import StrEnum
from typing import TypeAlias

from bluff.core.errors import SettingError
from bluff.core.job.job import Opening, Picture, Wall
from bluff.core.job.rows import row_of
from bluff.core.job.schools import End
from bluff.core.job.stock import YardStock
from bluff.core.job.ways import JobWays, Taken
from bluff.core.measure.length import Length, format_feet, format_inches


@dataclass(frozen=True, slots=True)
class RenameJob:
    """Call the job something else."""

    name: str


@dataclass(frozen=True, slots=True)
class SetWays:
    """Replace what the job as a whole does otherwise than the product's standard."""

    ways: JobWays


@dataclass(frozen=True, slots=True)
class SetWay:
    """Say one way otherwise, as it is typed into a row of a form: for a wall, an opening, or the whole job.

    Args:
        way: Which row, as `bluff.core.job.rows` names it.
        text: What is typed into it; None lets it follow again.
        wall, opening: Whose way it is, one of them; the whole job's where it is neither.

    Raises:
        SettingError: There is no such way, or it is said of a wall and an opening at once.
    """

    way: str
    text: str | None
    wall: str | None = None
    opening: str | None = None

    def __post_init__(self) -> None:
        row_of(self.way)
        if self.wall is not None and self.opening is not None:
            raise SettingError("A way is set for a wall or for an opening; name one of them.", "opening")


@dataclass(frozen=True, slots=True)
class TakeStandard:
    """Frame the job by a crew's standard, as it is now; None goes back to the product's.

    What the job itself does otherwise stays.
    """

    taken: Taken | None


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


@dataclass(frozen=True, slots=True)
class CheckOpenings:
    """Say that openings were compared with the plan, as they are now; or that they were not.

    Args:
        ids: Which.
        is_checked: Whether they agree with it.
        by: Whose word it is, in initials.
        at: When, as ISO 8601 to the minute.
    """

    ids: tuple[str, ...]
    is_checked: bool
    by: str = ""
    at: str = ""


@dataclass(frozen=True, slots=True)
class MoveWalls:
    """Move walls in the plan, and with them the ends of what meets them."""

    ids: tuple[str, ...]
    east: Length
    north: Length


@dataclass(frozen=True, slots=True)
class SetClear:
    """Move a wall until it is a clear distance from a parallel one."""

    id: str
    other: str
    clear: Length


@dataclass(frozen=True, slots=True)
class SetLength:
    """Make a wall another length; the wall its end meets moves with its end."""

    id: str
    length: Length


@dataclass(frozen=True, slots=True)
class SplitWall:
    """Make two walls of one, at a distance from its start as drawn."""

    id: str
    at: Length
    new_id: str


@dataclass(frozen=True, slots=True)
class JoinWalls:
    """Make one wall of two in line, under the first one's id."""

    id: str
    other: str


@dataclass(frozen=True, slots=True)
class RunThrough:
    """Let a wall run through at the corner its end makes."""

    id: str
    end: End


class Across(StrEnum):
    """Which way a plan is turned over."""

    EAST_WEST = "east-west"
    """East becomes west."""
    NORTH_SOUTH = "north-south"
    """North becomes south."""


@dataclass(frozen=True, slots=True)
class MirrorJob:
    """Turn the whole plan over."""

    across: Across


@dataclass(frozen=True, slots=True)
class MoveOpening:
    """Move an opening along its wall, toward the wall's end."""

    id: str
    by: Length


@dataclass(frozen=True, slots=True)
class SetPicture:
    """Lay a picture of the plan under the walls, move or fade it; None takes it away."""

    picture: Picture | None


@dataclass(frozen=True, slots=True)
class ScalePicture:
    """Scale the picture by two places on it, in pixels, and the distance between them."""

    first: tuple[float, float]
    second: tuple[float, float]
    length: Length


@dataclass(frozen=True, slots=True)
class SetStock:
    """Say what boards there are for the job, what they cost, and the saw they are cut with."""

    stock: YardStock


@dataclass(frozen=True, slots=True)
class Several:
    """Some edits as one, which is undone at once; `says` names it."""

    says: str
    edits: "tuple[Edit, ...]"


@dataclass(frozen=True, slots=True)
class BringBack:
    """Make the job what it was at an earlier revision, which only the store knows."""

    revision: int


PlanEdit: TypeAlias = (
    MoveWalls
    | SetClear
    | SetLength
    | SplitWall
    | JoinWalls
    | RunThrough
    | MirrorJob
    | MoveOpening
    | SetPicture
    | ScalePicture
)
Edit: TypeAlias = (
    RenameJob
    | SetWays
    | SetWay
    | TakeStandard
    | AddWall
    | ChangeWall
    | RemoveWall
    | AddOpening
    | ChangeOpening
    | RemoveOpening
    | CheckOpenings
    | SetStock
    | BringBack
    | PlanEdit
    | Several
)


def describe(edit: Edit) -> str:
    """An edit in a few words, for the undo button and the history.

    >>> describe(RemoveWall("B"))
    'remove wall B'
    """
    match edit:
        case SetWays() | SetWay() | TakeStandard():
            return _describe_ways(edit)
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
        case CheckOpenings(ids, is_checked):
            return f"{'check' if is_checked else 'uncheck'} {', '.join(ids[:6])}{' …' if len(ids) > 6 else ''}"
        case RenameJob() | SetStock() | BringBack():
            return _describe_whole(edit)
        case Several(says):
            return says
        case _:
            return _describe_plan(edit)


def _describe_whole(edit: RenameJob | SetStock | BringBack) -> str:
    match edit:
        case RenameJob(name):
            return f"rename the job {name}"
        case SetStock():
            return "change the boards there are"
        case BringBack(revision):
            return f"bring revision {revision} back"


def _describe_ways(edit: SetWays | SetWay | TakeStandard) -> str:
    match edit:
        case SetWays():
            return "change the job's standard"
        case SetWay(way, text, wall, opening):
            of = f"wall {wall}" if wall else opening or "the job"
            return f"change {of}: {row_of(way).says(text)}"
        case TakeStandard(taken):
            return f"take the standard {taken.name}" if taken else "go back to the product's standard"


def _describe_plan(edit: PlanEdit) -> str:
    match edit:
        case MoveWalls(ids, east, north):
            return f"move {_walls(ids)} {bearing(east, north)}"
        case SetClear(wall_id, other, clear):
            return f"put wall {wall_id} {format_feet(clear)} clear of {other}"
        case SetLength(wall_id, length):
            return f"make wall {wall_id} {format_feet(length)} long"
        case SplitWall(wall_id, at):
            return f"split wall {wall_id} at {format_feet(at)}"
        case JoinWalls(wall_id, other):
            return f"join walls {wall_id} and {other}"
        case RunThrough(wall_id, end):
            return f"run wall {wall_id} through at its {end}"
        case MirrorJob(across):
            return f"mirror the plan {across}"
        case SetPicture(picture):
            return "lay the plan's picture" if picture else "take the plan's picture away"
        case ScalePicture(length=length):
            return f"scale the plan's picture by {format_feet(length)}"
        case MoveOpening(opening_id, by):
            return f"move {opening_id} {format_inches(abs(by))} toward the {End.END if by > 0 else End.START}"


def _walls(ids: tuple[str, ...]) -> str:
    return f"wall {ids[0]}" if len(ids) == 1 else f"{len(ids)} walls"


def bearing(east: Length, north: Length) -> str:
    """How far apart two places are, by the points of the compass.

    >>> bearing(384, -192)
    '0\\'-6" east and 0\\'-3" south'
    """
    parts = [
        f"{format_feet(abs(by))} {ahead if by > 0 else back}"
        for by, ahead, back in ((east, "east", "west"), (north, "north", "south"))
        if by
    ]
    return " and ".join(parts) or "nowhere"
