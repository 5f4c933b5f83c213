"""Importing a drawing into a job: its walls and openings as one edit, placed beside what is there."""

from dataclasses import dataclass, replace

from bluff.core.crew.floor_plan import area
from bluff.core.job.edit import AddOpening, AddWall, Edit, Several
from bluff.core.job.job import Between, Job, Opening, Point, Wall
from bluff.core.job.marks import next_opening_id, next_wall_id
from bluff.core.job.position import At, FromOpening, FromWall
from bluff.core.measure.length import Length, inches
from bluff.core.wall.wall_plan import WallPlan, wall_plans

_APART: Length = inches("10'")


@dataclass(frozen=True, slots=True)
class DrawingImport:
    """A drawing imported into a job: the edit that does it, and how far east of where it was drawn that puts it."""

    edit: Edit
    east: Length


def import_drawing(job: Job, drawn: Job) -> DrawingImport | None:
    """A drawing's walls and openings added to a job; None when it has none.

    A mark that is taken is replaced by the next free one, and where the two would lie over each other the drawing is
    put to the east of what is there. What the job's standard says anyhow is not repeated.
    """
    if not drawn.walls:
        return None
    shift = _aside(job, drawn)
    usual = _Usual(job)
    marks: dict[str, str] = {}
    walls, known = list(job.walls), {wall.id for wall in job.walls}
    for wall in drawn.walls:
        marks[wall.id] = next_wall_id(walls) if wall.id in known else wall.id
        known.add(marks[wall.id])
        walls.append(usual.wall(_moved(replace(wall, id=marks[wall.id]), shift)))
    names: dict[str, str] = {}
    openings, called = list(job.openings), {opening.id for opening in job.openings}
    for opening in drawn.openings:
        names[opening.id] = next_opening_id(openings, opening.kind) if opening.id in called else opening.id
        called.add(names[opening.id])
        openings.append(usual.opening(_renamed(opening, marks, names)))
    edits: list[Edit] = [*map(AddWall, walls[len(job.walls) :]), *map(AddOpening, openings[len(job.openings) :])]
    return DrawingImport(Several(tuple(edits)), shift)


@dataclass(frozen=True, slots=True)
class _Usual:
    """Takes from walls and openings of a drawing what their job's standard says as well."""

    job: Job

    def wall(self, wall: Wall) -> Wall:
        if wall.ways.studs is None:
            return wall
        plain = replace(wall, ways=replace(wall.ways, studs=None))
        heights = {plan.height.value for one in (wall, plain) for plan in self._alone(one)}
        return plain if len(heights) == 1 else wall

    def opening(self, opening: Opening) -> Opening:
        if opening.ways.head_height != self.job.standard.head_height:
            return opening
        return replace(opening, ways=replace(opening.ways, head_height=None))

    def _alone(self, wall: Wall) -> tuple[WallPlan, ...]:
        return wall_plans(replace(self.job, walls=(wall,), openings=()))


def _aside(job: Job, drawn: Job) -> Length:
    here, there = (area(wall_plans(one)) for one in (job, drawn))
    if here is None or there is None:
        return 0
    is_apart = there[0] > here[2] or there[2] < here[0] or there[1] > here[3] or there[3] < here[1]
    return 0 if is_apart else here[2] + _APART - there[0]


def _moved(wall: Wall, east: Length) -> Wall:
    run = wall.run
    if not isinstance(run, Between) or east == 0:
        return wall
    start, end = (Point(point.x + east, point.y) for point in (run.start, run.end))
    return replace(wall, run=replace(run, start=start, end=end))


def _renamed(opening: Opening, walls: dict[str, str], openings: dict[str, str]) -> Opening:
    opening = replace(opening, id=openings[opening.id], wall=walls.get(opening.wall, opening.wall))
    position = opening.position
    if not isinstance(position, At):
        return opening
    match position.origin:
        case FromOpening(other):
            return replace(opening, position=replace(position, origin=FromOpening(openings.get(other, other))))
        case FromWall(other, face):
            return replace(opening, position=replace(position, origin=FromWall(walls.get(other, other), face)))
    return opening
