"""What was understood of a drawing: walls and openings, and everything that was not.

entry
    A wall or an opening as the job file says it, carried along in a drawing that Bluff wrote itself, so that
    it comes back as it was.
strip
    A long rectangle on a drawing, which may be a wall: its thickness is that of a stud.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from math import hypot
from typing import Any, TypeAlias

from pydantic import BaseModel, ValidationError

from bluff.core.errors import BluffError
from bluff.core.job import Between, Job, Opening, Point, Sizing, Wall, WallKind
from bluff.core.length import PER_INCH, format_inches, from_inches, half, to_inches
from bluff.core.lumber import STUDS, lumber
from bluff.core.outline import Outline, outline
from bluff.core.phrase import next_opening_id, next_wall_id
from bluff.core.position import At, FromPlate, Reference
from bluff.core.schools import End, OpeningKind
from bluff.core.size import Size
from bluff.core.wall_plan import wall_plans
from bluff.formats.job_file import JobFile, OpeningFile, WallFile

Place: TypeAlias = tuple[float, float]
LineDrawn: TypeAlias = tuple[Place, Place]

_OFF: float = 0.3
"""Inches a strip may be thicker or thinner than a stud is wide, for plaster and sloppy drawing."""
_SHORTEST: float = 6.0


class Reading(BaseModel):
    """A drawing read: a job file of what was understood, and sentences on the rest.

    Args:
        layers: The drawing's layers, for the next try.
        job: What was understood.
        left: What was not, and why.
    """

    layers: list[str]
    job: JobFile
    left: list[str]


@dataclass(frozen=True, slots=True)
class Strip:
    """A rectangle by the middle of its two short sides, in inches."""

    start: Place
    end: Place
    thickness: float

    @property
    def length(self) -> float:
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])


@dataclass(frozen=True, slots=True)
class Hole:
    """An opening on a drawing: its middle in the plan, its size and its head above the floor, in inches."""

    middle: Place
    width: float
    height: float
    sill: float
    name: str


@dataclass
class Understood:
    """Walls and openings as they are found, and what is not understood."""

    walls: list[Wall] = field(default_factory=list)
    openings: list[Opening] = field(default_factory=list)
    left: list[str] = field(default_factory=list)
    has_entries: bool = False
    origin: Place = (0.0, 0.0)

    def entry(self, data: Any, what: str) -> bool:
        """Take what Bluff itself wrote; whether it could be taken."""
        try:
            if what == "wall":
                self.walls.append(WallFile.model_validate(data).to_core())
            else:
                self.openings.append(OpeningFile.model_validate(data).to_core())
        except (ValidationError, BluffError):
            return False
        self.has_entries = True
        return True

    def strips(self, strips: Iterable[Strip]) -> None:
        """Take strips as walls; those of a thickness no stud has are left.

        What others drew may be miles from their origin: unless there are entries, which say where they are, the
        lower left of it all is put at the plan's.
        """
        listed = list(strips)
        places = [place for strip in listed for place in (strip.start, strip.end)]
        if places and not self.has_entries:
            self.origin = min(x for x, _ in places), min(y for _, y in places)
        found: list[Wall] = []
        for strip in listed:
            start, end = self._placed(strip.start), self._placed(strip.end)
            at = f"at {start[0]:.0f}, {start[1]:.0f}"
            stud = stud_of(strip.thickness)
            if stud is None:
                thick = format_inches(from_inches(strip.thickness))
                self.left.append(
                    f"A strip {at} is {thick} thick; walls are as thick as a stud is wide, 3 1/2 to 11 1/4."
                )
            elif strip.length < _SHORTEST:
                self.left.append(
                    f"A strip {at} is under {format_inches(from_inches(_SHORTEST))} long, too short for a wall."
                )
            else:
                try:
                    run = Between(_point(start), _point(end))
                    found.append(Wall(next_wall_id([*self.walls, *found]), stud, run, WallKind.PARTITION))
                except BluffError as error:
                    self.left.append(f"A strip {at}: {error.message}")
        self.walls.extend(_with_outside(found))

    def _placed(self, place: Place) -> Place:
        return place[0] - self.origin[0], place[1] - self.origin[1]

    def holes(self, holes: Iterable[Hole]) -> None:
        """Put holes into the walls they lie in."""
        for hole in holes:
            opening = _in_a_wall(replace(hole, middle=self._placed(hole.middle)), self.walls, self.openings)
            if opening is None:
                self.left.append(f"The opening {hole.name or 'without a name'} lies in no wall that was understood.")
            else:
                self.openings.append(opening)

    def reading(self, name: str, layers: Iterable[str]) -> Reading:
        """Everything as a reading. Openings in walls that were not understood are left."""
        ids = {wall.id for wall in self.walls}
        for opening in self.openings:
            if opening.wall not in ids:
                self.left.append(f"{opening.id} is in wall {opening.wall}, which is not in the drawing.")
        openings = tuple(opening for opening in self.openings if opening.wall in ids)
        job = Job(name, walls=tuple(self.walls), openings=openings)
        return Reading(layers=sorted(layers), job=JobFile.from_core(job), left=self.left)


def strip_of(corners: Sequence[Place]) -> Strip | None:
    """The strip four corners make, None when they are no rectangle."""
    if len(corners) != 4:
        return None
    a, b, c, d = corners
    sides = [hypot(q[0] - p[0], q[1] - p[1]) for p, q in ((a, b), (b, c), (c, d), (d, a))]
    diagonals = [hypot(c[0] - a[0], c[1] - a[1]), hypot(d[0] - b[0], d[1] - b[1])]
    if min(sides) == 0 or abs(sides[0] - sides[2]) > 0.1 or abs(diagonals[0] - diagonals[1]) > 0.1:
        return None
    if sides[0] < sides[1]:
        a, b, c, d = b, c, d, a
    return Strip(_middle(a, d), _middle(b, c), min(sides[0], sides[1]))


def strips_of_lines(lines: Sequence[LineDrawn]) -> tuple[list[Strip], list[LineDrawn]]:
    """Pairs of parallel lines a stud's width apart, the longest first, and the lines that make none."""
    waiting = sorted(lines, key=_long, reverse=True)
    strips: list[Strip] = []
    alone: list[LineDrawn] = []
    while waiting:
        one = waiting.pop(0)
        pairs = ((other, strip) for other in waiting if (strip := _between(one, other)))
        other, strip = next(pairs, (None, None))
        if other is None or strip is None:
            alone.append(one)
        else:
            waiting.remove(other)
            strips.append(strip)
    return strips, alone


def _between(one: LineDrawn, other: LineDrawn) -> Strip | None:
    if _long(other) < _SHORTEST:
        return None
    (x, y), length = one[0], _long(one)
    east, north = (one[1][0] - x) / length, (one[1][1] - y) / length
    alongs = sorted((p[0] - x) * east + (p[1] - y) * north for p in other)
    acrosses = [(p[1] - y) * east - (p[0] - x) * north for p in other]
    shared = min(alongs[1], length) - max(alongs[0], 0)
    if (
        abs(acrosses[0] - acrosses[1]) > 0.1
        or stud_of(abs(acrosses[0])) is None
        or shared < 0.6 * (alongs[1] - alongs[0])
    ):
        return None
    # The longer of the two reaches the outside of a corner; a wall is drawn to there.
    low, high, across = min(alongs[0], 0), max(alongs[1], length), acrosses[0] / 2

    def at(along: float) -> Place:
        return x + along * east - across * north, y + along * north + across * east

    return Strip(at(low), at(high), abs(acrosses[0]))


def _long(line: LineDrawn) -> float:
    return hypot(line[1][0] - line[0][0], line[1][1] - line[0][1])


def _middle(one: Place, other: Place) -> Place:
    return (one[0] + other[0]) / 2, (one[1] + other[1]) / 2


def _point(place: Place) -> Point:
    return Point(from_inches(place[0]), from_inches(place[1]))


def stud_of(thickness: float) -> str | None:
    """The stud that is as wide as a strip is thick, in inches; None when none is."""
    nominal = min(STUDS, key=lambda stud: abs(to_inches(lumber(stud).width) - thickness))
    return nominal if abs(to_inches(lumber(nominal).width) - thickness) <= _OFF else None


def _with_outside(walls: Sequence[Wall]) -> list[Wall]:
    """Walls with nothing beyond one of their sides are exterior, walked with that side on their left."""
    drawn = [outline(wall, lumber(wall.stud).width) for wall in walls]
    return [
        _walked_outside(wall, [other for other in drawn if other is not None and other.wall is not wall])
        for wall in walls
    ]


def _walked_outside(wall: Wall, others: Sequence[Outline]) -> Wall:
    thickness = lumber(wall.stud).width
    mine = outline(wall, thickness)
    if mine is None:
        return wall
    middle, is_bounded = mine.length / 2, {1: False, -1: False}
    for other in others:
        if mine.is_parallel(other):
            near, far = mine.covered_by(other)
            crosses, across = near < middle < far, mine.across(other.at(other.length / 2, 0))
        else:
            on = mine.crossing(0, other, 0)
            across = -other.across(mine.at(middle, 0)) / other.cosine(mine) if abs(other.cosine(mine)) > 0.02 else 0.0
            reach = other.along(mine.at(middle, across))
            crosses = abs(on - middle) > 1 and -thickness <= reach <= other.length + thickness and across != 0.0
        if crosses:
            is_bounded[1 if across > 0 else -1] = True
    if is_bounded[1] == is_bounded[-1]:
        return wall
    outward = -1 if is_bounded[1] else 1
    start, end = (mine.at(along, outward * half(thickness)) for along in (0, mine.length))
    if outward < 0:
        start, end = end, start
    first, last = (Point(round(x), round(y)) for x, y in (start, end))
    run = Between(first, last)
    return replace(wall, run=run, kind=WallKind.EXTERIOR)


def _in_a_wall(hole: Hole, walls: Sequence[Wall], openings: Sequence[Opening]) -> Opening | None:
    place = (hole.middle[0] * PER_INCH, hole.middle[1] * PER_INCH)
    for plan in wall_plans(Job("drawing", walls=tuple(walls))):
        drawn = outline(plan.wall, plan.stud.width)
        if drawn is None or not drawn.right - PER_INCH <= drawn.across(place) <= drawn.left + PER_INCH:
            continue
        along = drawn.along(place)
        if not 0 <= along <= drawn.length:
            continue
        reach = plan.meetings.start.reach if plan.meetings.start else 0
        is_door = hole.sill < 2
        kind = OpeningKind.DOOR if is_door else OpeningKind.WINDOW
        rough = Size(from_inches(hole.width), from_inches(hole.height))
        position = At(Reference.CENTRE, round(along) + reach, FromPlate(End.START))
        named = hole.name and hole.name not in {opening.id for opening in openings}
        try:
            return Opening(
                hole.name if named else next_opening_id(openings, kind), plan.id, kind, rough, Sizing.ROUGH, position
            )
        except BluffError:
            return Opening(next_opening_id(openings, kind), plan.id, kind, rough, Sizing.ROUGH, position)
    return None


LARGEST_DRAWING = 24 * 1024 * 1024
"""Bytes of a drawing that are looked at."""
