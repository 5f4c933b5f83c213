"""The house they draw, in inches from its south-west outside corner, and whether a job is that house."""

from dataclasses import dataclass
from math import hypot

from shapely import unary_union
from shapely.geometry import Polygon

from bluff.core.crew.floor_plan import cut_corners, drawn
from bluff.core.job.schools import OpeningKind
from bluff.core.measure.length import PER_INCH, to_inches
from bluff.core.plan.outline import outline
from bluff.core.wall.wall_plan import wall_plans


@dataclass(frozen=True)
class Hole:
    """An opening by its middle along the wall; sill and height for those who draw them."""

    along: float
    width: float
    kind: OpeningKind
    height: float = 82.5
    sill: float = 0.0


@dataclass(frozen=True)
class HouseWall:
    """A wall by the middle line of its studs."""

    start: tuple[float, float]
    end: tuple[float, float]
    thickness: float
    holes: tuple[Hole, ...] = ()

    @property
    def length(self):
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @property
    def direction_is_back(self):
        """Whether it runs down, or straight to the left."""
        return self.end < self.start

    def at(self, along, across=0.0):
        east, north = ((b - a) / self.length for a, b in zip(self.start, self.end, strict=True))
        return self.start[0] + along * east - across * north, self.start[1] + along * north + across * east

    def corners(self, start=0.0, end=None, left=None, right=None):
        end = self.length if end is None else end
        left, right = self.thickness / 2 if left is None else left, self.thickness / 2 if right is None else right
        return [self.at(start, left), self.at(end, left), self.at(end, -right), self.at(start, -right)]


def window(along, width, height=49.0, head=82.5):
    return Hole(along, width, OpeningKind.WINDOW, height, head - height)


def door(along, width, height=82.5, sill=0.0):
    return Hole(along, width, OpeningKind.DOOR, height, sill)


HOUSE = (
    HouseWall((0, 2.75), (432, 2.75), 5.5, (door(60, 38), window(300, 49))),
    HouseWall((429.25, 5.5), (429.25, 282.5), 5.5, (window(204, 49),)),
    HouseWall((432, 285.25), (0, 285.25), 5.5, (window(112, 37), window(332, 61))),
    HouseWall((2.75, 282.5), (2.75, 5.5), 5.5),
    HouseWall((200, 5.5), (200, 282.5), 3.5, (door(54.5, 34), Hole(214.5, 60, OpeningKind.CASED_OPENING))),
    HouseWall((201.75, 140), (426.5, 140), 3.5, (door(98.25, 32),)),
)
"""36 by 24 feet in 2x6, one partition through it and one from that to the east wall in 2x4."""


def wood(walls):
    return unary_union([Polygon(wall.corners()) for wall in walls])


def difference(job, walls=HOUSE):
    """Square inches of plan where the plates of a job and the house's are not both or neither."""
    plates = []
    for plan in wall_plans(job):
        seen = drawn(plan)
        plates.append(Polygon([(x / PER_INCH, y / PER_INCH) for x, y in cut_corners(plan, seen)]))
    return unary_union(plates).symmetric_difference(wood(walls)).area


def openings_of(job):
    """What a job's openings are: kind, width as entered, middle in the plan."""
    found = []
    for plan in wall_plans(job):
        seen = outline(plan.wall, plan.stud.width)
        reach = plan.meetings.start.reach if plan.meetings.start else 0
        for placed in plan.openings:
            along = placed.start.value + placed.rough.width.value / 2 - reach
            x, y = (round(value / PER_INCH) for value in seen.at(along, (seen.left + seen.right) / 2))
            found.append((placed.opening.kind, round(to_inches(placed.opening.size.width)), x, y))
    return sorted(found)


def openings_in(walls=HOUSE):
    return sorted(
        (hole.kind, round(hole.width), *(round(value) for value in wall.at(hole.along)))
        for wall in walls
        for hole in wall.holes
    )
