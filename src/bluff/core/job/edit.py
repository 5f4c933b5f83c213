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
from bluff.core.measure.length import Length
from bluff.core.message import message


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
        SettingError: There is no such setting, or it names a wall and an opening at once.
    """

    way: str
    text: str | None
    wall: str | None = None
    opening: str | None = None

    def __post_init__(self) -> None:
        row_of(self.way)
        if self.wall is not None and self.opening is not None:
            raise SettingError(message("A way is set for a wall or for an opening. Name one of them."), "opening")


@dataclass(frozen=True, slots=True)
class ApplyStandard:
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
    """Some edits as one, which is undone at once."""

    edits: "tuple[Edit, ...]"


@dataclass(frozen=True, slots=True)
class RestoreRevision:
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
    | ApplyStandard
    | AddWall
    | ChangeWall
    | RemoveWall
    | AddOpening
    | ChangeOpening
    | RemoveOpening
    | CheckOpenings
    | SetStock
    | RestoreRevision
    | PlanEdit
    | Several
)
