"""Where walls meet in the plan, and which of them runs through.

through
    The wall that runs on to the outside of a corner, or past the end of another wall.
butt
    The wall that stops against a through wall and is shorter by its thickness.
intersection
    Where a wall butts into the side of another one, away from its ends.
outside
    How far the outside of the building lies beyond the end of a plate: nothing for a wall that runs
    through, the thickness of the wall it butts into otherwise.

Walls that run along the axes of the plan are joined; a wall at another angle is found, and laid out from
point to point on its own.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from bluff.core.job import Between, Line, Point, Wall, WallKind
from bluff.core.length import Length, half
from bluff.core.standard import End


@dataclass(frozen=True, slots=True)
class EndMeeting:
    """What a wall's end meets.

    Args:
        other: The wall it meets.
        thickness: Of that wall.
        is_corner: Whether that wall ends here too, rather than running past.
        is_through: Whether this wall runs through, which only a corner allows.
        reach: How far the plate's end lies beyond the end of the wall as drawn; negative when it stops short.
        is_lapped: Whether the second top plates of the two can lap.
    """

    other: str
    thickness: Length
    is_corner: bool
    is_through: bool
    reach: Length
    is_lapped: bool

    @property
    def outside(self) -> Length:
        """How far beyond the plate's end the outside of the building lies."""
        return 0 if self.is_through else self.thickness


@dataclass(frozen=True, slots=True)
class Intersection:
    """A wall that butts into this one's side.

    Args:
        other: The wall that butts.
        thickness: Of that wall.
        centre: Its centre, along this wall as drawn, from its drawn start.
        is_lapped: Whether the second top plates of the two can lap.
    """

    other: str
    thickness: Length
    centre: Length
    is_lapped: bool


@dataclass(frozen=True, slots=True)
class Meetings:
    """Everything that one wall meets.

    Args:
        ends: What its ends meet; an end that is not there is free.
        intersections: In order along the wall.
        crossings: Walls that run right through it, which no wall can be built with.
        is_joined: Whether the wall could be compared with others at all.
    """

    start: EndMeeting | None = None
    end: EndMeeting | None = None
    intersections: tuple[Intersection, ...] = ()
    crossings: tuple[str, ...] = ()
    is_joined: bool = True

    @property
    def others(self) -> tuple[str, ...]:
        """The walls it meets, from its start to its end."""
        start, end = ([meeting.other] if meeting else [] for meeting in (self.start, self.end))
        return (*start, *(intersection.other for intersection in self.intersections), *end)

    def at(self, end: End) -> EndMeeting | None:
        """What that end meets, None when it is free."""
        return self.start if end is End.START else self.end


@dataclass(frozen=True, slots=True)
class Profile:
    """A wall seen from its end.

    Args:
        thickness: Of its studs' width.
        lap_height: Where its second top plate lies above the floor, None when it has only one.
    """

    thickness: Length
    lap_height: Length | None

    def laps(self, other: "Profile") -> bool:
        """Whether second top plates lie at one height, so that one can run onto the other wall."""
        return self.lap_height is not None and self.lap_height == other.lap_height


@dataclass(frozen=True, slots=True)
class _Body:
    """A wall as it lies in the plan: its outline, and its run along one axis.

    Args:
        wall: Which wall.
        rank: Lower runs through where two end at a corner.
        low, high: Opposite corners of its outline.
        profile: Seen from its end.
        is_eastward: Whether it runs along x; otherwise along y.
        is_forward: Whether it runs with its axis or against it.
    """

    wall: Wall
    rank: int
    low: Point
    high: Point
    profile: Profile
    is_eastward: bool
    is_forward: bool

    def span(self, along_x: bool) -> tuple[Length, Length]:
        """What it covers of one axis."""
        return (self.low.x, self.high.x) if along_x else (self.low.y, self.high.y)

    def along(self, other: "_Body") -> tuple[Length, Length]:
        """What another outline covers of this wall's run, from its drawn start, near side first."""
        start, end = self.span(self.is_eastward)
        low, high = other.span(self.is_eastward)
        return (low - start, high - start) if self.is_forward else (end - high, end - low)

    @property
    def length(self) -> Length:
        return self.wall.run.length

    def ends_in(self, other: "_Body") -> End | None:
        """Which of this wall's drawn ends lies in, or touches, another wall."""
        near, far = self.along(other)
        if near <= 0 <= far:
            return End.START
        return End.END if near <= self.length <= far else None


def find_meetings(walls: Sequence[Wall], profiles: Mapping[str, Profile]) -> dict[str, Meetings]:
    """What every wall of a plan meets.

    The longer of two walls runs through at their corner; of two alike the one entered first. Since that is
    one order for the whole plan, no ring of walls can each wait for the next.

    Args:
        walls: In the order they were entered.
        profiles: Of each wall, by id.

    Source: docs/rules.md, Where walls meet.
    """
    order = sorted(range(len(walls)), key=lambda index: (-walls[index].run.length, index))
    rank = {walls[index].id: place for place, index in enumerate(order)}
    bodies = [body for wall in walls if (body := _body(wall, rank[wall.id], profiles[wall.id]))]
    found: dict[str, list[tuple[_Body, _Body]]] = {wall.id: [] for wall in walls}
    for one, other in _touching(bodies):
        found[one.wall.id].append((one, other))
        found[other.wall.id].append((other, one))
    joined = {body.wall.id for body in bodies}
    return {wall.id: _meetings(found[wall.id], wall.id in joined) for wall in walls}


def _meetings(pairs: Iterable[tuple[_Body, _Body]], is_joined: bool) -> Meetings:
    ends: dict[End, EndMeeting] = {}
    intersections: list[Intersection] = []
    crossings: list[str] = []
    for body, other in pairs:
        end, others_end = body.ends_in(other), other.ends_in(body)
        near, far = body.along(other)
        if end is not None:
            ends[end] = _end_meeting(body, other, end, is_corner=others_end is not None)
        elif others_end is not None:
            is_lapped = body.profile.laps(other.profile)
            intersections.append(Intersection(other.wall.id, other.profile.thickness, half(near + far), is_lapped))
        else:
            crossings.append(other.wall.id)
    intersections.sort(key=lambda intersection: intersection.centre)
    return Meetings(ends.get(End.START), ends.get(End.END), tuple(intersections), tuple(sorted(crossings)), is_joined)


def _end_meeting(body: _Body, other: _Body, end: End, is_corner: bool) -> EndMeeting:
    is_through = is_corner and body.rank < other.rank
    near, far = body.along(other)
    # A through wall ends flush with the other's far face, a butt wall against its near one.
    reaches = {End.START: -near if is_through else -far, End.END: (far if is_through else near) - body.length}
    return EndMeeting(
        other=other.wall.id,
        thickness=other.profile.thickness,
        is_corner=is_corner,
        is_through=is_through,
        reach=reaches[end],
        is_lapped=body.profile.laps(other.profile),
    )


def _body(wall: Wall, rank: int, profile: Profile) -> _Body | None:
    """A wall's outline, None when it runs at an angle to the plan's axes or is on no plan."""
    run, thickness = wall.run, profile.thickness
    if not isinstance(run, Between) or (run.start.x != run.end.x and run.start.y != run.end.y):
        return None
    is_eastward = run.start.y == run.end.y
    is_forward = run.start.x < run.end.x if is_eastward else run.start.y < run.end.y
    line = run.line or (Line.LEFT if wall.kind is WallKind.EXTERIOR else Line.CENTRE)
    to_right = {Line.LEFT: thickness, Line.CENTRE: thickness - half(thickness), Line.RIGHT: 0}[line]
    # What lies on the lower side of the line: walking east the right hand is there, walking north the left.
    below = to_right if is_eastward == is_forward else thickness - to_right
    low = Point(min(run.start.x, run.end.x), min(run.start.y, run.end.y))
    high = Point(max(run.start.x, run.end.x), max(run.start.y, run.end.y))
    if is_eastward:
        low, high = Point(low.x, low.y - below), Point(high.x, low.y - below + thickness)
    else:
        low, high = Point(low.x - below, low.y), Point(low.x - below + thickness, high.y)
    return _Body(wall, rank, low, high, profile, is_eastward, is_forward)


def _touching(bodies: Iterable[_Body]) -> Iterator[tuple[_Body, _Body]]:
    """Pairs of walls square to each other whose outlines overlap or touch, each pair once.

    Sorted along x and swept, so that a large plan does not compare every wall with every other.
    """
    open_bodies: list[_Body] = []
    for body in sorted(bodies, key=lambda body: body.low.x):
        open_bodies = [other for other in open_bodies if other.high.x >= body.low.x]
        for other in open_bodies:
            across = min(body.high.x, other.high.x) - max(body.low.x, other.low.x)
            up = min(body.high.y, other.high.y) - max(body.low.y, other.low.y)
            # Outlines that share only the point of a corner do not meet.
            if up >= 0 and across + up > 0 and body.is_eastward != other.is_eastward:
                yield other, body
        open_bodies.append(body)
