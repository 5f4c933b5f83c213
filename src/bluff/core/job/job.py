"""A job: what the plan says, before anything is framed.

run
    Where a wall lies: a length of its own, or two points in the plan.
position
    Where an opening is in its wall, in the words the plan uses.
rough opening
    The hole that is framed: clear between the jacks, from the floor to the underside of the header.
unit
    The window or door slab that goes in, by its call-out.
"""

import re
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from enum import StrEnum
from functools import cached_property
from itertools import pairwise

from bluff.core.errors import EditError, JobError, LumberError
from bluff.core.job.position import At, Centered
from bluff.core.job.schools import End, Line, OpeningKind
from bluff.core.job.special import FixtureBacking, KeptClear, PlateBreaks, Post
from bluff.core.job.standard import Standard
from bluff.core.job.stock import YardStock
from bluff.core.job.top import Top
from bluff.core.job.ways import JobWays, OpeningWays, Taken, WallWays
from bluff.core.measure.length import LONGEST, Length, inches, nearest_root
from bluff.core.measure.lumber import STUDS, lumber
from bluff.core.measure.size import Size
from bluff.core.message import Message, message, template

_ID = re.compile(r"[A-Za-z0-9][A-Za-z0-9 ._-]{0,23}")
_IMAGE = re.compile(r"[0-9a-f]{32}")
MOST_WALLS = 2000
MOST_OPENINGS = 10_000
MOST_OPENINGS_OF_A_WALL = 500
MOST_FLOORS = 5
LOWEST_STORY: Length = inches("6'")
"""From one story line to the next, at least."""


class WallKind(StrEnum):
    """What a wall is part of."""

    EXTERIOR = "exterior"
    PARTITION = "partition"


class Runs(StrEnum):
    """What a wall's end does at a square corner, when somebody says so."""

    THROUGH = "through"
    BUTT = "butt"


@dataclass(frozen=True, slots=True)
class Ends:
    """What the two ends of a wall do at their corners; None follows the long-wall rule."""

    start: Runs | None = None
    end: Runs | None = None

    def at(self, end: End) -> Runs | None:
        return self.start if end is End.START else self.end

    def put(self, end: End, runs: Runs | None) -> "Ends":
        """The same with one end saying something else."""
        return replace(self, start=runs) if end is End.START else replace(self, end=runs)


class Sizing(StrEnum):
    """What an opening's size measures."""

    UNIT = "unit"
    ROUGH = "rough"


@dataclass(frozen=True, slots=True)
class Point:
    """A place in the plan: x east, y north."""

    x: Length
    y: Length


@dataclass(frozen=True, slots=True)
class Alone:
    """The run of a wall that is drawn on no plan: only how long it is."""

    length: Length


@dataclass(frozen=True, slots=True)
class Between:
    """The run of a wall between two points of the plan; line None is the usual one for its kind."""

    start: Point
    end: Point
    line: Line | None = None

    @property
    def length(self) -> Length:
        """From point to point, to the nearest 64th.

        >>> Between(Point(0, 0), Point(192, 256)).length
        320
        """
        squared = (self.end.x - self.start.x) ** 2 + (self.end.y - self.start.y) ** 2
        return nearest_root(squared)


@dataclass(frozen=True, slots=True)
class Checked:
    """Somebody compared an opening with the plan.

    Args:
        by: Their initials.
        at: When, as ISO 8601 to the minute.
        width, height: Of the rough opening as it was then; it says nothing of another size.
    """

    by: str
    at: str
    width: Length
    height: Length


@dataclass(frozen=True, slots=True)
class Opening:
    """A window, door or other hole in a wall.

    Args:
        id: Its mark on the plan, W1.
        wall: The wall it is in.
        kind: What goes into it.
        size: Width by height.
        sizing: Whether the size is the unit's call-out or the rough opening as scheduled.
        position: Where in the wall.
        ways: What is framed otherwise than in the rest of the wall.
        checked: Who compared it with the plan, if anybody has.
        floor: Which of its wall's story lines its heights are measured from; 0 is the floor the wall stands on.

    Raises:
        JobError: The id cannot be written on a plate, or there is no such story.
    """

    id: str
    wall: str
    kind: OpeningKind
    size: Size
    sizing: Sizing
    position: At | Centered
    ways: OpeningWays = field(default_factory=OpeningWays)
    checked: Checked | None = None
    floor: int = 0

    def __post_init__(self) -> None:
        _check_id(self.id)
        if not 0 <= self.floor <= MOST_FLOORS:
            raise JobError(
                message(
                    "An opening is on floor 0, which the wall stands on, or on one of up to {most_floors} above it.",
                    most_floors=MOST_FLOORS,
                ),
                "floor",
            )
        if isinstance(self.position, At) and not 0 <= self.position.distance <= LONGEST:
            raise JobError(
                message("{id} is measured by 0 to 1000 feet. Measure it from something nearer.", id=self.id), "at"
            )


@dataclass(frozen=True, slots=True)
class Wall:
    """A straight wall.

    Args:
        id: Its mark on the plan, A.
        stud: Nominal size of its studs and plates.
        run: How long it is, or where it lies.
        kind: Exterior or partition; None if not entered.
        bearing: Whether it carries a floor or roof; None if not entered.
        ends: What its ends do at their corners, where that is not left to the long-wall rule.
        posts: Where loads come down, besides at openings.
        backing: For what is fixed to the wall later.
        bolts: Where its anchor bolts stand, along the plate; None where the rule says.
        pins: Where its plate is shot down to a slab; None where the rule says.
        breaks: Where boards of its plates meet, where that is decided.
        ways: What is framed otherwise than in the rest of the job.
        top: Its top, where that is not level.
        clear: Bays that are kept clear for something.
        floors: Its story lines above the floor it stands on, from below; none where it is one story high.

    Raises:
        JobError: No such stud, a run no wall can have, or stories nobody could stand in.
    """

    id: str
    stud: str
    run: Alone | Between
    kind: WallKind | None = None
    bearing: bool | None = None
    ends: Ends = Ends()
    posts: tuple[Post, ...] = ()
    backing: tuple[FixtureBacking, ...] = ()
    bolts: tuple[Length, ...] | None = None
    pins: tuple[Length, ...] | None = None
    breaks: PlateBreaks = field(default_factory=PlateBreaks)
    ways: WallWays = field(default_factory=WallWays)
    top: Top | None = None
    clear: tuple[KeptClear, ...] = ()
    floors: tuple[Length, ...] = ()

    def __post_init__(self) -> None:
        _check_id(self.id)
        _check_floors(self.floors)
        try:
            nominal = lumber(self.stud).nominal
        except LumberError as error:
            raise JobError(error.message, "stud") from error
        if nominal not in STUDS:
            raise JobError(
                message("{Stud:many} are {choices}, not {nominal}.", choices=", ".join(STUDS), nominal=nominal), "stud"
            )
        object.__setattr__(self, "stud", nominal)
        if isinstance(self.run, Between):
            _check_in_reach(self.run.start, "from")
            _check_in_reach(self.run.end, "to")
        marks = {
            "posts": [post.id for post in self.posts],
            "backing": [board.id for board in self.backing],
            "clear": [bay.id for bay in self.clear],
        }
        for special, entered in marks.items():
            for index, mark in enumerate(entered):
                _check_id(mark, f"{special}[{index}].id")
            _check_unique(special, entered)
        least = 2 * lumber(nominal).thickness
        if self.run.length < least:
            raise JobError(
                message(
                    "A wall has {stud:a} at each end, so it is at least {least:length} long; this one is "
                    "{length:length}.",
                    least=least,
                    length=self.run.length,
                ),
                "length" if isinstance(self.run, Alone) else "to",
            )


@dataclass(frozen=True, slots=True)
class Picture:
    """Where a picture of the plan lies under the walls.

    Args:
        image: Names the picture among those kept for the job.
        width, height: In pixels.
        scale: 64ths of an inch a pixel.
        at: Its upper left corner in the plan.
        fade: How far it is faded, from 0 to 90 percent.
        is_locked: Whether hands leave it where it is.

    Raises:
        JobError: It could not be seen.
    """

    image: str
    width: int
    height: int
    scale: float
    at: Point
    fade: int = 50
    is_locked: bool = False

    def __post_init__(self) -> None:
        if not _IMAGE.fullmatch(self.image):
            raise JobError(
                message("A picture is named by 32 digits and letters a to f, as it was when it was imported."), "image"
            )
        if not 0 < self.scale * max(self.width, self.height) <= LONGEST or min(self.width, self.height) < 1:
            raise JobError(
                message("A picture lies at most 1000 feet wide. Scale it by a distance that is on it."), "scale"
            )
        _check_in_reach(self.at, "at")
        if not 0 <= self.fade <= 90:
            raise JobError(message("A picture is faded by 0 to 90 percent."), "fade")


@dataclass(frozen=True)
class Job:
    """Everything that is known of a building before it is framed.

    Args:
        name: What the crew calls it.
        ways: What it does otherwise than its crew's standard, or the product's.
        walls: In the order they were entered.
        openings: In the order they were entered.
        picture: The plan's own picture under them, if any.
        taken: The crew's standard it is framed by, as it was when it was taken; None for the product's.
        stock: The boards its yard has.

    Raises:
        JobError: Two of the same id, or an opening in a wall that is not there.
    """

    name: str
    ways: JobWays = field(default_factory=JobWays)
    walls: tuple[Wall, ...] = ()
    openings: tuple[Opening, ...] = ()
    picture: Picture | None = None
    taken: Taken | None = None
    stock: YardStock = field(default_factory=YardStock)

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= 120:
            raise JobError(message("A job needs a name of 1 to 120 characters."), "name")
        if len(self.walls) > MOST_WALLS:
            raise JobError(
                message("A job holds at most {most_walls} walls. Split it into buildings.", most_walls=MOST_WALLS),
                "walls",
            )
        if len(self.openings) > MOST_OPENINGS:
            raise JobError(
                message(
                    "A job holds at most {most_openings} openings. Split it into buildings.",
                    most_openings=MOST_OPENINGS,
                ),
                "openings",
            )
        for wall, count in Counter(opening.wall for opening in self.openings).items():
            if count > MOST_OPENINGS_OF_A_WALL:
                raise JobError(
                    message(
                        "Wall {wall} has {count} openings; at most {most_openings_of_a_wall} are framed.",
                        wall=wall,
                        count=count,
                        most_openings_of_a_wall=MOST_OPENINGS_OF_A_WALL,
                    ),
                    "openings",
                )
        _check_unique("walls", [wall.id for wall in self.walls])
        _check_unique("openings", [opening.id for opening in self.openings])
        walls = {wall.id for wall in self.walls}
        for index, opening in enumerate(self.openings):
            if opening.wall not in walls:
                raise JobError(
                    message(
                        "{id} is in wall {wall}, which is not in the job. {have}",
                        id=opening.id,
                        wall=opening.wall,
                        have=_walls_there(walls),
                    ),
                    f"openings[{index}].wall",
                )

    @cached_property
    def standard(self) -> Standard:
        """The job's standard in full."""
        return self.ways.over(self.crew_standard)

    @cached_property
    def crew_standard(self) -> Standard:
        """What holds where the job says nothing: the standard it took, over the product's."""
        return self.taken.ways.over(Standard()) if self.taken else Standard()

    @property
    def own_ways(self) -> JobWays:
        """Everything the job and the standard it took say otherwise than the product's."""
        return self.taken.ways.merged(self.ways) if self.taken else self.ways

    def standard_of(self, part: Wall | Opening) -> Standard:
        """The ways that hold for a wall or an opening of this job: the nearest level that says something wins.

        This is the one place where the levels are put over each other.

        Raises:
            EditError: An opening in a wall that is not there.
        """
        if isinstance(part, Opening):
            return part.ways.over(self._standards[self.wall(part.wall).id])
        known = self._standards.get(part.id)
        return known if known and self._walls[part.id] is part else self._standard_of_wall(part)

    @cached_property
    def _standards(self) -> dict[str, Standard]:
        return {wall.id: self._standard_of_wall(wall) for wall in self.walls}

    def _standard_of_wall(self, wall: Wall) -> Standard:
        own = wall.ways.over(self.standard)
        # How many top plates a wall says itself goes before what its kind has.
        if own.single_on_partitions and wall.kind is WallKind.PARTITION and wall.ways.top_plates is None:
            return replace(own, top_plates=1)
        return own

    @cached_property
    def _walls(self) -> dict[str, Wall]:
        return {wall.id: wall for wall in self.walls}

    @cached_property
    def _openings(self) -> dict[str, Opening]:
        return {opening.id: opening for opening in self.openings}

    def wall(self, wall_id: str) -> Wall:
        """The wall of that id.

        Raises:
            EditError: There is none.
        """
        if wall := self._walls.get(wall_id):
            return wall
        raise EditError(
            message("There is no wall {wall_id}. {have}", wall_id=wall_id, have=_walls_there(self._walls)), "wall"
        )

    def opening(self, opening_id: str) -> Opening:
        """The opening of that id.

        Raises:
            EditError: There is none.
        """
        if opening := self._openings.get(opening_id):
            return opening
        raise EditError(
            message(
                "There is no opening {opening_id}. {have}",
                opening_id=opening_id,
                have=_openings_there(self._openings),
            ),
            "opening",
        )

    def renamed(self, name: str) -> "Job":
        return replace(self, name=name.strip())


def is_mark(text: str) -> bool:
    """Whether a text can be the mark of a wall or an opening.

    >>> is_mark("W1"), is_mark("Wall:1")
    (True, False)
    """
    return _ID.fullmatch(text) is not None


def _check_id(text: str, path: str = "id") -> None:
    if not is_mark(text):
        raise JobError(
            message(
                "“{text}” cannot be a mark. Write up to 24 letters, digits, spaces, dots and dashes, like W1.",
                text=text,
            ),
            path,
        )


def _check_floors(floors: Sequence[Length]) -> None:
    if len(floors) > MOST_FLOORS:
        raise JobError(message("A wall has at most {most_floors} story lines.", most_floors=MOST_FLOORS), "floors")
    for index, (below, line) in enumerate(pairwise([0, *floors])):
        if line - below < LOWEST_STORY:
            raise JobError(
                message(
                    "A story line at {line:length} is less than {lowest_story:feet} above {below}. Write how high "
                    "each is above the floor the wall stands on, the lowest first.",
                    line=line,
                    lowest_story=LOWEST_STORY,
                    below=message("the line below it" if index else "the floor"),
                ),
                f"floors[{index}]",
            )


def _check_in_reach(point: Point, path: str) -> None:
    if max(abs(point.x), abs(point.y)) > LONGEST:
        raise JobError(message("A plan reaches 1000 feet from its origin. Move the building nearer to it."), path)


def _check_unique(where: str, ids: list[str]) -> None:
    seen: set[str] = set()
    for index, id_ in enumerate(ids):
        if id_ in seen:
            raise JobError(message("{id} is there twice. Give each its own mark.", id=id_), f"{where}[{index}].id")
        seen.add(id_)


def _walls_there(ids: Iterable[str]) -> Message:
    return _there(ids, template("The walls are {ids}."), message("There are no walls yet."))


def _openings_there(ids: Iterable[str]) -> Message:
    return _there(ids, template("The openings are {ids}."), message("There are no openings yet."))


def _there(ids: Iterable[str], some: str, none: Message) -> Message:
    first = sorted(ids)[:_MOST_NAMED]
    return message(some, ids=", ".join(first)) if first else none


_MOST_NAMED = 12
"""Marks a refusal names at most."""
