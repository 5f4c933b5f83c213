"""Exercises: walls to lay out for practice, of rising difficulty, by any crew's ways.

An exercise is its level and a number: the same two, and the same ways, are the same wall everywhere, so that it can
be done again or given to a class. Every wall is framed before it is given out, and has nothing in it that could not
be built.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from random import Random
from typing import NamedTuple

from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.finding import Severity
from bluff.core.job.job import Alone, Between, Job, Opening, Point, Sizing, Wall, WallKind
from bluff.core.job.position import At, FromOutside, FromPlate, Origin, Reference
from bluff.core.job.schools import End, OpeningKind
from bluff.core.job.top import Rake
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import Length, inches
from bluff.core.measure.size import Size
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.layout import Slid
from bluff.core.wall.wall_plan import WallPlan, wall_plan

WALL = "A"
"""The wall an exercise is about."""
MOST_SEEDS = 999_999
_TRIES = 60
"""Walls made up for one exercise before the best of them has to do."""


class Level(StrEnum):
    """What an exercise is about, from easy to hard. Source: docs/rules.md, Learning to lay out."""

    COMMON = "common"
    WINDOW = "window"
    DOOR = "door"
    NEAR_LINES = "near-lines"
    OUTSIDE = "outside"
    CORNERS = "corners"
    RAKE = "rake"

    @property
    def called(self) -> Message:
        """What it is called."""
        return _LEVELS[self][0]

    @property
    def teaches(self) -> Message:
        """What one learns by it, in a sentence."""
        return _LEVELS[self][1]


_LEVELS: Mapping[Level, tuple[Message, Message]] = {
    Level.COMMON: (
        message("Common layout"),
        message("{End_stud:many} flush, and every other {stud} half its thickness before its number on the tape."),
    ),
    Level.WINDOW: (
        message("One window"),
        message(
            "From the call-out to the rough opening, half of it to either side of the center, then {jack:many}, then "
            "{king:many}."
        ),
    ),
    Level.DOOR: (
        message("A door"),
        message("No {sill} and no {bottom_cripple:many}: the plate is cut out between its lines."),
    ),
    Level.NEAR_LINES: (
        message("Windows near lines"),
        message("What happens where {stud:a}'s place on the layout is taken: it slides, or what is there serves."),
    ),
    Level.OUTSIDE: (
        message("Outside dimensions"),
        message("A wall between two others: what they are thick comes off every dimension to the outside."),
    ),
    Level.CORNERS: (
        message("Corners and walls that meet"),
        message("The wood of corners and of a wall that butts into the side."),
    ),
    Level.RAKE: (
        message("A rake"),
        message("One plate level and one on the slope: each line goes farther up the longer of them."),
    ),
}

_WINDOWS = tuple(
    Size(inches(width), inches(height))
    for width, height in ((24, 36), (30, 48), (32, 54), (36, 48), (42, 54), (48, 54), (54, 48))
)
_DOORS = tuple(Size(inches(width), inches(80)) for width in (30, 32, 34, 36))
_PARTS = tuple(inches(part) for part in ("0", "0", "1/2", "1/4", "3/4"))


class MadeUp(NamedTuple):
    """An exercise by its level and number."""

    level: Level
    seed: int


@dataclass(frozen=True, slots=True)
class Exercise:
    """A wall to lay out.

    Args:
        job: What the plan says of it and of the walls it meets.
        wall: Its mark.
    """

    job: Job
    wall: str = WALL

    @property
    def plan(self) -> WallPlan:
        """The wall with every position decided."""
        return wall_plan(self.job, self.job.wall(self.wall))


def exercise(level: Level, seed: int, ways: JobWays) -> Exercise:
    """The exercise of a level and a number.

    Args:
        level: What it is about.
        seed: Which of the many; the same number is the same wall.
        ways: How it is framed.

    Raises:
        SettingError: There is no exercise of that number.
    """
    if not 1 <= seed <= MOST_SEEDS:
        raise SettingError(message("Exercises are numbered from 1 to {most_seeds}.", most_seeds=MOST_SEEDS), "seed")
    random = Random(f"{level}/{seed}")  # noqa: S311 - the same number is to be the same wall
    best: tuple[int, Job] | None = None
    for _ in range(_TRIES):
        job = _MAKERS[level](random, ways)
        framing = frame(wall_plan(job, job.wall(WALL)))
        troubles = sum(finding.severity is Severity.ERROR for finding in framing.findings)
        troubles += level is Level.NEAR_LINES and not _has_slid(framing)
        if best is None or troubles < best[0]:
            best = troubles, job
        if not troubles:
            break
    return Exercise(best[1] if best else job)


def exercise_of(job: Job, wall: str) -> Exercise:
    """A wall of a real job as an exercise.

    Raises:
        EditError: There is no such wall.
        SettingError: Its top plate lies on several slopes, and has several tapes.
    """
    exercise = Exercise(job, job.wall(wall).id)
    if not is_practiced(exercise.plan):
        raise SettingError(
            message(
                "The top of wall {wall} is on several slopes; practice on a wall that is level or has one slope.",
                wall=wall,
            ),
            "wall",
        )
    return exercise


def is_practiced(plan: WallPlan) -> bool:
    """Whether a wall can be an exercise: its plates have one tape each."""
    return len(plan.ceiling.stretches) == 1


def _has_slid(framing: Framing) -> bool:
    return any(isinstance(moved, Slid) for laid in framing.layers for moved in laid.moved)


def _length(random: Random, least: int, most: int) -> Length:
    """A length of so many inches and often a part of one."""
    return inches(random.randrange(least, most)) + random.choice(_PARTS)


def _alone(random: Random, ways: JobWays, least: int = 96, most: int = 200) -> Job:
    wall = Wall(WALL, random.choice(("2x4", "2x4", "2x6")), Alone(_length(random, least, most)))
    return Job("Practice", ways, walls=(wall,))


def _opening(random: Random, number: int, kind: OpeningKind, between: tuple[int, int], origin: Origin) -> Opening:
    """An opening somewhere between two numbers of inches from where it is measured."""
    is_door = kind is OpeningKind.DOOR
    at = At(random.choice((Reference.CENTER, Reference.CENTER, Reference.EDGE)), _length(random, *between), origin)
    size = random.choice(_DOORS if is_door else _WINDOWS)
    return Opening(f"{'D' if is_door else 'W'}{number}", WALL, kind, size, Sizing.UNIT, at)


def _with(job: Job, *openings: Opening) -> Job:
    return Job(job.name, job.ways, job.walls, openings)


def _window(random: Random, ways: JobWays) -> Job:
    job = _alone(random, ways, 120, 200)
    return _with(job, _opening(random, 1, OpeningKind.WINDOW, (44, 72), FromPlate(End.START)))


def _door(random: Random, ways: JobWays) -> Job:
    job = _alone(random, ways, 120, 200)
    return _with(job, _opening(random, 1, OpeningKind.DOOR, (36, 70), FromPlate(random.choice(list(End)))))


def _near_lines(random: Random, ways: JobWays) -> Job:
    job = _alone(random, ways, 190, 240)
    first, second = FromPlate(End.START), FromPlate(End.END)
    return _with(
        job,
        _opening(random, 1, OpeningKind.WINDOW, (40, 70), first),
        _opening(random, 2, OpeningKind.WINDOW, (40, 70), second),
    )


def _house(ways: JobWays, own: Length, other: Length, stud: str) -> Job:
    """Four walls round a rectangle; the wall to lay out is as long as `own`, the two it meets as `other`."""
    corners = (Point(0, 0), Point(0, own), Point(other, own), Point(other, 0))
    walls = tuple(
        Wall(mark, stud, Between(corners[number], corners[(number + 1) % 4]), WallKind.EXTERIOR)
        for number, mark in enumerate((WALL, "B", "C", "D"))
    )
    return Job("Practice", ways, walls=walls)


def _outside(random: Random, ways: JobWays) -> Job:
    stud = random.choice(("2x4", "2x6"))
    job = _house(ways, _length(random, 150, 210), inches(264), stud)
    end = random.choice(list(End))
    window = _opening(random, 1, OpeningKind.WINDOW, (44, 72), FromOutside(end))
    door = _opening(random, 1, OpeningKind.DOOR, (34, 50), FromOutside(end.other))
    return _with(job, window, door) if random.random() < 0.5 else _with(job, window)


def _corners(random: Random, ways: JobWays) -> Job:
    own = _length(random, 216, 260)
    job = _house(ways, own, inches(150), random.choice(("2x4", "2x6")))
    y = _length(random, 60, 100)
    partition = Wall(
        "E",
        random.choice(("2x4", "2x4", "2x6")),
        Between(Point(0, y), Point(inches(150), y)),
        WallKind.PARTITION,
    )
    window = _opening(random, 1, OpeningKind.WINDOW, (50, 80), FromOutside(End.END))
    return Job(job.name, job.ways, (*job.walls, partition), (window,))


def _rake(random: Random, ways: JobWays) -> Job:
    rake = Rake(Fraction(random.choice((3, 4, 5, 6))), random.choice(list(End)))
    wall = Wall(WALL, random.choice(("2x4", "2x6")), Alone(_length(random, 110, 170)), top=rake)
    job = Job("Practice", ways, walls=(wall,))
    return _with(job, _opening(random, 1, OpeningKind.WINDOW, (48, 66), FromPlate(End.START)))


_MAKERS: Mapping[Level, Callable[[Random, JobWays], Job]] = {
    Level.COMMON: _alone,
    Level.WINDOW: _window,
    Level.DOOR: _door,
    Level.NEAR_LINES: _near_lines,
    Level.OUTSIDE: _outside,
    Level.CORNERS: _corners,
    Level.RAKE: _rake,
}
