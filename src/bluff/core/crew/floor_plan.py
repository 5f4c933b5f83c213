"""A floor seen from above: walls as they are cut, openings in them, and the dimensions between them.

Places are in the plan, x east and y north, in 64ths as floating point numbers; they are for drawing.
Whatever is printed is a length.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from operator import itemgetter

from bluff.core.change.walls import clear_between
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length, from_64ths, half
from bluff.core.plan.beside import SIDES, Beside, Side
from bluff.core.plan.meeting import Joint
from bluff.core.plan.outline import CompassPoint, Outline, Place, compass, inside, outline
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Clear:
    """The clear floor between a wall and the next one that runs the same way.

    Args:
        other: That wall.
        side: The side of this wall it is on, walking from start to end.
        distance: Face to face.
        start, end: Where the distance is drawn: on this wall's face, and on the other's.
    """

    other: str
    side: Line
    distance: Length
    start: Place
    end: Place


@dataclass(frozen=True, slots=True)
class Corner:
    """A square corner: which wall runs through, and where."""

    through: str
    butt: str
    butt_end: End
    at: Place


@dataclass(frozen=True, slots=True)
class Station:
    """A place along the outside of a wall that plans dimension: an end, an opening's center, a wall's center.

    Args:
        name: Whose it is.
        along: From the outside of the building at the wall's start.
        place: Where that is on the face that is dimensioned.
    """

    name: str
    along: Length
    place: Place


def drawn(plan: WallPlan) -> Outline | None:
    """A wall's outline as it was entered, None when it is not on the plan."""
    return outline(plan.wall, plan.stud.width)


def cut_corners(plan: WallPlan, seen: Outline) -> tuple[Place, Place, Place, Place]:
    """A wall's outline as its plates are cut, round from the start's left."""
    starts, ends = (_cut(plan, end) for end in End)
    (left, right), length = seen.faces, seen.length
    return (
        seen.at(-starts[0], left),
        seen.at(length + ends[0], left),
        seen.at(length + ends[1], right),
        seen.at(-starts[1], right),
    )


def cut_start(plan: WallPlan, seen: Outline) -> Place:
    """Where a wall's plate starts, in the middle of its thickness."""
    return seen.at(-_plate_start(plan), (seen.left + seen.right) / 2)


def _cut(plan: WallPlan, end: End) -> tuple[Length, Length]:
    """How far the plates reach beyond an end as drawn, on the left and on the right face."""
    meeting = plan.meetings.at(end)
    if meeting is None:
        return 0, 0
    long, short = meeting.reach, meeting.reach - meeting.short
    return (long, short) if meeting.long_side is Line.LEFT else (short, long)


def opening_corners(plan: WallPlan, placed: PlacedOpening, seen: Outline) -> tuple[Place, Place, Place, Place]:
    """A rough opening through its wall, round from the start's left."""
    start, end = (on_plate - _plate_start(plan) for on_plate in (placed.start.value, placed.end))
    return (
        seen.at(start, seen.left),
        seen.at(end, seen.left),
        seen.at(end, seen.right),
        seen.at(start, seen.right),
    )


def corners(plans: Sequence[WallPlan]) -> Iterator[Corner]:
    """Every square corner of a floor, each once."""
    for plan in plans:
        seen = drawn(plan)
        for end in End:
            meeting = plan.meetings.at(end)
            if seen and meeting and meeting.is_corner and meeting.joint is Joint.BUTT:
                at = -meeting.reach if end is End.START else seen.length + meeting.reach
                beyond = half(meeting.thickness)
                along = at - beyond if end is End.START else at + beyond
                middle = (seen.left + seen.right) / 2
                yield Corner(meeting.other, plan.id, end, seen.at(along, middle))


def dimensioned_side(seen: Outline) -> Side:
    """The side of a wall its dimensions are written on: the outside of an exterior wall, the left of any other."""
    return Line.RIGHT if inside(seen) is Line.LEFT else Line.LEFT


def stations(plan: WallPlan, seen: Outline) -> tuple[Station, ...]:
    """What a plan dimensions along one wall, in order from the outside of the building at its start.

    The first is the outside at the start, the last that at the end; between them are the centers of openings
    and of the walls that butt into it.
    """
    outside = [meeting.outside if (meeting := plan.meetings.at(end)) else 0 for end in End]
    between = [
        *((placed.id, placed.start.value + half(placed.rough.width.value)) for placed in plan.openings),
        *((at.other, plan.center_of(at).value) for at in plan.meetings.intersections),
    ]
    on_plate = [("outside", -outside[0]), *sorted(between, key=itemgetter(1)), ("outside", plan.length + outside[1])]
    face = seen.left if dimensioned_side(seen) is Line.LEFT else seen.right
    return tuple(
        Station(name, along + outside[0], seen.at(along - _plate_start(plan), face)) for name, along in on_plate
    )


def clears(mine: Outline, beside: Beside) -> Iterator[Clear]:
    """The nearest wall that runs the same way on either side of one."""
    for side in SIDES:
        nearest: tuple[Length, Outline, float] | None = None
        for least, theirs in beside.nearest(mine, side):
            if nearest and nearest[0] <= least:
                break
            if not mine.is_parallel(theirs):
                continue
            near, far = mine.covered_by(theirs)
            low, high = max(near, 0), min(far, mine.length)
            distance, away = clear_between(mine, theirs)
            is_there = low < high and distance > 0 and side is (Line.RIGHT if away > 0 else Line.LEFT)
            if is_there and (nearest is None or distance < nearest[0]):
                # A third of the way, where no other figure is likely to be.
                nearest = distance, theirs, (2 * low + high) / 3
        if nearest:
            distance, theirs, along = nearest
            face, reach = (mine.left, distance) if side is Line.LEFT else (mine.right, -distance)
            yield Clear(theirs.wall.id, side, distance, mine.at(along, face), mine.at(along, face + reach))


def seen_from(seen: Outline) -> CompassPoint:
    """The point of the compass somebody stands toward who sees a wall's elevation, its start on the left."""
    east, north = seen.direction
    return compass(north, -east)


def datum_place(plan: WallPlan, seen: Outline) -> Place:
    """Where the tape hooks: the end of the plate the layout is measured from, in the middle of the wall."""
    end = plan.standard.datum.end
    left, right = _cut(plan, end)
    along = -(left + right) / 2 if end is End.START else seen.length + (left + right) / 2
    return seen.at(along, (seen.left + seen.right) / 2)


def middle_of(plan: WallPlan, seen: Outline) -> Place:
    """The middle of a wall as cut."""
    points = cut_corners(plan, seen)
    return sum(x for x, _ in points) / 4, sum(y for _, y in points) / 4


def top_heights(plan: WallPlan, seen: Outline) -> Iterator[tuple[Place, Length]]:
    """The points of a top that is not level, from end to end of the wall, and how high each is."""
    if plan.is_level:
        return
    middle = (seen.left + seen.right) / 2
    for x, height in plan.top.points:
        yield seen.at(x + _plate_start(plan), middle), height


def _plate_start(plan: WallPlan) -> Length:
    """From the wall's drawn start back to where its plate starts."""
    return plan.meetings.drawn_start


def area(plans: Sequence[WallPlan]) -> tuple[Length, Length, Length, Length] | None:
    """West, south, east and north of everything in the plan; None when nothing is."""
    points = [point for plan in plans if (seen := drawn(plan)) for point in cut_corners(plan, seen)]
    if not points:
        return None
    xs, ys = ([from_64ths(value) for value in values] for values in zip(*points, strict=True))
    return min(xs), min(ys), max(xs), max(ys)
