"""Typed lines that make a plan: walking round the outside, and partitions off the walls that stand.

A walk: lengths and turns, by the outside, the first length to the east::

    36' R 22-6 R 36' R 22-6          a rectangle, walked clockwise
    24' R 12' L 12' R 10-6 R 36' R close
    20' R45 6' R45 14' R close       a bay; a turn is square unless it says its degrees
    36' R 22-6 R 36' R 22-6 2x4      of another stud than 2x6

A partition: its distance from a wall, and what it runs between::

    12-4 off east                    12'-4 clear of the inside face of the east wall, wall to wall
    12-4 off B from A to F           by marks, stopping at F
    15' off west outside to centre   from the outside of the wall to the centre of the partition
    8-0 north of F from E to B       beside a partition, whose side has to be said
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from fractions import Fraction
from itertools import pairwise
from math import cos, hypot, radians, sin

from bluff.core.edit import AddOpening, AddWall, ChangeWall, Edit, Several, bearing
from bluff.core.errors import BluffError, PhraseError
from bluff.core.job import Between, Job, Point, Wall, WallKind
from bluff.core.length import Length, format_feet, from_64ths, inches, parse_length
from bluff.core.outline import REACH, Outline, Place, inside, outline
from bluff.core.phrase import WALL, next_wall_id, read_opening, read_wall
from bluff.core.schools import Line
from bluff.core.special_phrase import SPECIAL, read_special
from bluff.core.words import Words

WALK_EXAMPLE = "36' R 22-6 R 36' R close"
PARTITION_EXAMPLE = "12-4 off east from A to C"

_USUAL_OUTSIDE = "2x6"
_USUAL_PARTITION = "2x4"
_APART: Length = inches("10'")
"""Between a new outline and what lies in the plan already."""

_TURN = re.compile(r"\s+(?P<way>[RL])(?P<degrees>\d+(?:\.\d+)?)?(?=\s)", re.IGNORECASE)
_STUD = re.compile(r"\s+(?P<stud>2\s*[x×]\s*\d+)\s*$", re.IGNORECASE)
_COMPASS: dict[str, Place] = {"north": (0, 1), "east": (1, 0), "south": (0, -1), "west": (-1, 0)}
_SIDES = "|".join(_COMPASS)
_PARTITION = re.compile(
    rf"(?P<distance>.+?)\s+(?:(?P<side>{_SIDES})\s+of|off)\s+(?:the\s+)?(?P<base>\S+)(?:\s+wall)?(?P<outside>\s+outside)?"
    r"(?P<centre>\s+to\s+cent(?:re|er))?(?:\s+from\s+(?:the\s+)?(?P<first>\S+)\s+to\s+(?:the\s+)?(?P<second>\S+))?",
    re.IGNORECASE,
)


def read_line(text: str, job: Job, wall_id: str | None) -> Edit:
    """The edit a typed line asks for: an opening, a wall, a walk, a partition, or a special of a wall.

    Args:
        text: The line; an opening may end with ``in C``.
        job: Gives what is new its mark.
        wall_id: The wall an opening goes into when the line names none.

    Raises:
        PhraseError: It is not understood.
        EditError: It names a wall that is not there.
    """
    said = _in_usual_words(text.replace(",", " ").strip(), job.standard.words)
    if SPECIAL.match(said):
        if wall_id is None:
            raise PhraseError(f"“{said}” does not say which wall; select one first.")
        return ChangeWall(wall_id, read_special(said, job.wall(wall_id)))
    if _TURN.search(f"{said} ") and "@" not in said:
        walls = read_walk(said, job)
        return Several(f"walk {len(walls)} walls", tuple(AddWall(wall) for wall in walls))
    if re.search(rf"\s(off|({_SIDES})\s+of)\s", said, re.IGNORECASE):
        return AddWall(read_partition(said, job))
    if WALL.fullmatch(said) or ("@" not in said and wall_id is None):
        return AddWall(read_wall(said, job))
    named = re.fullmatch(r"(?P<opening>.+@.+?)\s+in\s+(?:wall\s+)?(?P<wall>\S+)", said, re.IGNORECASE)
    into = named["wall"] if named else wall_id
    if into is None:
        raise PhraseError(f"“{said}” does not say which wall; select one, or end the line with “in A”.")
    return AddOpening(read_opening(named["opening"] if named else said, job, job.wall(into)))


def _in_usual_words(said: str, words: Words) -> str:
    """A line that begins with what this crew calls a post or backing, as other crews would type it."""
    for piece in ("post", "backing"):
        name = words.name(piece)
        if said.lower().startswith(f"{name.lower()} "):
            return piece + said[len(name) :]
    return said


def read_walk(text: str, job: Job) -> tuple[Wall, ...]:
    """Understand a walk round the outside.

    Walking clockwise the outside is on the left, otherwise on the right; either way the points are the
    outside. The outline is put at the plan's origin, or beside what lies there already. A walk that comes
    back to within 1/16 of its beginning closes; one that does not is left as it is, and `walk_gap` says
    how far off it ends.

    Raises:
        PhraseError: It is not understood, or is told to close and cannot.
    """
    said = text.strip()
    rest, stud = _without_stud(said, _USUAL_OUTSIDE)
    # A turn with nothing after it yet: somebody is still typing.
    rest = re.sub(r"\s+[RL](\d+(\.\d+)?)?$", "", rest, flags=re.IGNORECASE)
    pieces = _TURN.split(rest)
    places: list[Place] = [(0.0, 0.0)]
    heading = turned = Fraction(0)
    for index in range(0, len(pieces), 3):
        if index:
            turn = Fraction(pieces[index - 1] or 90) * (1 if pieces[index - 2].upper() == "L" else -1)
            heading, turned = heading + turn, turned + turn
        is_last = index + 3 > len(pieces)
        places.append(_step(places, heading, pieces[index].strip(), said, is_last=is_last))
    points = [Point(from_64ths(x), from_64ths(y)) for x, y in places]
    if max(abs(points[-1].x), abs(points[-1].y)) <= REACH:
        points[-1] = points[0]
    return _walls(points, stud, Line.LEFT if turned <= 0 else Line.RIGHT, job)


def walk_gap(walls: Sequence[Wall]) -> str | None:
    """How far from its beginning a walk ends, by the points of the compass; None when it closes."""
    first, last = walls[0].run, walls[-1].run
    if not isinstance(first, Between) or not isinstance(last, Between) or first.start == last.end:
        return None
    return bearing(last.end.x - first.start.x, last.end.y - first.start.y)


def _step(places: list[Place], heading: Fraction, said: str, line: str, *, is_last: bool) -> Place:
    x, y = places[-1]
    east, north = _direction(heading)
    if said.lower() == "close" and is_last:
        away = -x * east - y * north
        off = from_64ths(hypot(x + away * east, y + away * north))
        if off > REACH:
            raise PhraseError(f"“{line}” cannot close: going straight on misses the beginning by {format_feet(off)}.")
        if away <= 0:
            raise PhraseError(f"“{line}” cannot close: the beginning lies behind; turn the other way.")
        return 0.0, 0.0
    try:
        length = parse_length(said)
    except BluffError as error:
        raise PhraseError(f"{error.message[:-1]}; write a walk like {WALK_EXAMPLE}.") from error
    return x + length * east, y + length * north


def _direction(heading: Fraction) -> Place:
    """East and north of a heading in degrees, counted to the left from the east; exact along the axes."""
    if heading % 90 == 0:
        return ((1, 0), (0, 1), (-1, 0), (0, -1))[int(heading / 90) % 4]
    return cos(radians(heading)), sin(radians(heading))


def _walls(points: list[Point], stud: str, line: Line, job: Job) -> tuple[Wall, ...]:
    taken = [point for wall in job.walls if isinstance(wall.run, Between) for point in (wall.run.start, wall.run.end)]
    east = max(point.x for point in taken) + _APART if taken else 0
    west, south = min(point.x for point in points), min(point.y for point in points)
    placed = [Point(point.x - west + east, point.y - south) for point in points]
    walls: list[Wall] = []
    for start, end in pairwise(placed):
        run = Between(start, end, None if line is Line.LEFT else line)
        try:
            wall = Wall(next_wall_id([*job.walls, *walls]), stud, run, WallKind.EXTERIOR)
        except BluffError as error:
            raise PhraseError(error.message) from error
        walls.append(wall)
    return tuple(walls)


def read_partition(text: str, job: Job) -> Wall:
    """Understand a partition given by its distance from a wall it runs along.

    The distance is clear, face to face, unless it is said to run from the outside of that wall or to the
    centre of the partition. It runs between two walls that are named, otherwise between the nearest ones
    that its line meets inside, to either side of the middle of the wall it is off.

    Raises:
        PhraseError: It is not understood.
    """
    said, stud = _without_stud(text.strip(), _USUAL_PARTITION)
    match = _PARTITION.fullmatch(said)
    if match is None:
        raise PhraseError(f"“{said}” is no partition; write it like {PARTITION_EXAMPLE}.")
    try:
        distance = parse_length(match["distance"])
        thickness = job.standard.board(stud).width
    except BluffError as error:
        raise PhraseError(error.message) from error
    outlines = [drawn for wall in job.walls if (drawn := _outline(wall, job))]
    base = _named(match["base"], outlines)
    side = _side(base, match["side"])
    near, far = (base.left, base.right) if side > 0 else (base.right, base.left)
    face = far if match["outside"] else near
    centre = face + side * (distance + (0 if match["centre"] else Fraction(thickness, 2)))
    others = [drawn for drawn in outlines if drawn is not base and not drawn.is_parallel(base)]
    if match["first"]:
        first, second = (_meets(base, float(centre), _named(match[name], outlines)) for name in ("first", "second"))
    else:
        first, second = _between(base, float(centre), others, said)
    start, end = (Point(*map(from_64ths, base.at(along, float(centre)))) for along in (first, second))
    try:
        run = Between(start, end)
        return Wall(next_wall_id(job.walls), stud, run, WallKind.PARTITION)
    except BluffError as error:
        raise PhraseError(error.message) from error


def _outline(wall: Wall, job: Job) -> Outline | None:
    return outline(wall, wall.ways.over(job.standard).board(wall.stud).width)


def _named(name: str, outlines: list[Outline]) -> Outline:
    """A wall by its mark, or the outermost exterior one that faces a point of the compass."""
    toward = _COMPASS.get(name.lower())
    if toward:
        facing = [drawn for drawn in outlines if drawn.wall.kind is WallKind.EXTERIOR and _faces(drawn, toward)]
        if facing:
            return max(facing, key=lambda drawn: sum(a * b for a, b in zip(drawn.origin, toward, strict=True)))
        raise PhraseError(f"No exterior wall faces {name.lower()}; name the wall by its mark.")
    for drawn in outlines:
        if drawn.wall.id.lower() == name.lower():
            return drawn
    marks = ", ".join(drawn.wall.id for drawn in outlines[:12]) or "none yet"
    raise PhraseError(f"There is no wall {name} in the plan; its walls are {marks}.")


def _outward(drawn: Outline) -> Place:
    """Across an exterior wall to its outside, which is the face its points give."""
    (east, north), sign = drawn.direction, -1 if inside(drawn) is Line.LEFT else 1
    return -north * sign, east * sign


def _faces(drawn: Outline, toward: Place) -> bool:
    east, north = _outward(drawn)
    return east * toward[0] + north * toward[1] > 0.99


def _side(base: Outline, said: str | None) -> int:
    """On which side of the wall the partition is: 1 its left, -1 its right."""
    if said:
        east, north = _COMPASS[said.lower()]
        across = base.direction[0] * north - base.direction[1] * east
        if abs(across) < 0.1:
            raise PhraseError(f"Wall {base.wall.id} has no side to the {said.lower()}; say the one it has.")
        return 1 if across > 0 else -1
    if base.wall.kind is not WallKind.EXTERIOR:
        raise PhraseError(f"Wall {base.wall.id} has two insides; say the side, like “8-0 north of {base.wall.id}”.")
    return 1 if inside(base) is Line.LEFT else -1


def _meets(base: Outline, across: float, other: Outline) -> float:
    """Where a line beside a wall reaches the middle of another one, along that wall."""
    if base.is_parallel(other):
        raise PhraseError(f"Wall {other.wall.id} runs the same way, so the partition cannot end against it.")
    return base.crossing(across, other, (other.left + other.right) / 2)


def _between(base: Outline, across: float, others: Iterable[Outline], said: str) -> tuple[float, float]:
    middle = base.length / 2
    met = sorted(_met(base, across, others))
    before = [along for along in met if along < middle]
    after = [along for along in met if along > middle]
    if not before or not after:
        raise PhraseError(f"“{said}” meets no wall at one end; say what it runs between, like {PARTITION_EXAMPLE}.")
    return before[-1], after[0]


def _met(base: Outline, across: float, others: Iterable[Outline]) -> Iterator[float]:
    """Where a line beside a wall crosses others within their length."""
    for other in others:
        along = _meets(base, across, other)
        at = other.along(base.at(along, across))
        if -REACH <= at <= other.length + REACH:
            yield along


def _without_stud(text: str, usual: str) -> tuple[str, str]:
    match = _STUD.search(text)
    return (text[: match.start()], match["stud"]) if match else (text, usual)
