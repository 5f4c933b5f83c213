"""Typed lines that make a plan: walking round the outside, and partitions off the walls that stand.

A walk: lengths and turns, by the outside, the first length to the east. A turn is square unless it says its degrees.

A partition: its distance from a wall, clear, face to face, unless it is given to run from the outside of that wall or
to the center of the partition; and what it runs between, the nearest walls if not named.
"""

import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from math import cos, hypot, radians, sin

from bluff.core.errors import PhraseError
from bluff.core.job.description import bearing
from bluff.core.job.edit import AddWall, Edit, Several
from bluff.core.job.job import Between, Job, Point, Wall, WallKind
from bluff.core.job.marks import next_wall_id
from bluff.core.job.schools import Line
from bluff.core.measure.length import Length, format_feet, from_64ths, inches
from bluff.core.message import Message, message
from bluff.core.phrase.figures import Figure
from bluff.core.phrase.grammar import Either, Facet, Given, Many, Maybe, Phrase, Slot, Word, read
from bluff.core.phrase.place import THE, LinePhrase, Reading, length_slot, read_wall_mark
from bluff.core.phrase.special_line import lumber_slot
from bluff.core.phrase.tokens import Token
from bluff.core.plan.outline import REACH, Outline, Place, inside, outline

_USUAL_OUTSIDE = "2x6"
_USUAL_PARTITION = "2x4"
_APART: Length = inches("10'")
"""Between a new outline and what lies in the plan already."""

_TURN = re.compile(r"(R|L|right|left)(\d{1,3}(?:\.\d+)?)?", re.IGNORECASE)
COMPASS: Mapping[str, Place] = {"north": (0, 1), "east": (1, 0), "south": (0, -1), "west": (-1, 0)}


@dataclass(frozen=True, slots=True)
class _Turn:
    """A turn of a walk, in degrees to the left."""

    degrees: Fraction


def _read_turn(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
    """A turn: R or L, right or left, and how many degrees where it is not square."""
    match = _TURN.fullmatch(tokens[at].text) if at < len(tokens) else None
    if match is None:
        return
    end, degrees = at + 1, Fraction(match[2] or 90)
    behind = tokens[end] if end < len(tokens) else None
    if behind and behind.number is not None:
        if match[2] and not behind.is_alone:
            # R22.5 comes in two tokens.
            degrees, end = Fraction(f"{match[2]}{behind.text}"), end + 1
        elif not match[2] and _is_degrees(tokens, end + 1):
            degrees, end = behind.number, end + 2
    yield Figure(end, _Turn(degrees * (1 if match[1][0].upper() == "L" else -1)))


def _is_degrees(tokens: Sequence[Token], at: int) -> bool:
    return at < len(tokens) and tokens[at].word in ("degrees", "degree", "deg")


_STUD = Facet(
    (Maybe(Word("with")), lumber_slot(shown="{stud:many}"), Maybe(Word("studs", piece="stud"))), "{stud:many}"
)
_TURNED = Slot("step", "R or L, or R45", _read_turn)
_TURNING = Slot("turning", "R or L", _read_turn)
_STEP = length_slot("step", "length")
_WALK = Facet(
    (
        _STEP,
        Either(
            (
                Many(_TURNED, _STEP),
                Maybe(_TURNED, Word("close", ("close", True))),
                # A turn with nothing after it yet: somebody is still typing.
                Maybe(_TURNING),
            ),
            (_TURNING,),
        ),
    ),
    "lengths and turns",
)
SIDES = Either(*((Word(side, ("side", side)),) for side in COMPASS))


def _read_base(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """The mark of a wall in the plan, or the point of the compass an exterior wall faces."""
    if at >= len(tokens):
        return
    if tokens[at].word in COMPASS:
        yield Figure(at + 1, tokens[at].word)
    yield from read_wall_mark(tokens, at, reading)


def _base_slot(key: str, shown: str) -> Slot:
    return Slot(key, shown, _read_base, lambda reading: [*reading.marks("wall").names, *COMPASS])


_PARTITION = Facet(
    (
        length_slot("distance", "distance"),
        Either((Word("off"),), (Word("from"),), (SIDES, Word("of"))),
        THE,
        Maybe(Word("wall")),
        _base_slot("base", "wall or east"),
        Maybe(Word("wall")),
        Maybe(Word("outside", ("outside", True))),
        Maybe(Word("to"), Word("center", ("center", True))),
        Maybe(
            Word("from"),
            THE,
            _base_slot("first", "wall"),
            Word("to"),
            THE,
            _base_slot("second", "wall"),
        ),
    ),
    "distance from a wall",
)


def _walk(given: Given, reading: Reading) -> tuple[Wall, ...]:
    """The walls of a walk. Walking clockwise the outside is on the left, otherwise on the right; either way the
    points are the outside. The outline is put at the plan's origin, or beside what lies there already. A walk that
    comes back to within 1/16 of its beginning closes; one that does not is left as it is, and `walk_gap` says how
    far off it ends.
    """
    places: list[Place] = [(0.0, 0.0)]
    heading = turned = Fraction(0)
    for step in given["step"]:
        if isinstance(step, _Turn):
            heading, turned = heading + step.degrees, turned + step.degrees
            continue
        (x, y), (east, north) = places[-1], _direction(heading)
        places.append((x + step * east, y + step * north))
    if given.get("close"):
        places.append(_closing(places, heading))
    points = [Point(from_64ths(x), from_64ths(y)) for x, y in places]
    if max(abs(points[-1].x), abs(points[-1].y)) <= REACH:
        points[-1] = points[0]
    stud = next(iter(given.get("stud", ())), _USUAL_OUTSIDE)
    return _walls(points, stud, Line.LEFT if turned <= 0 else Line.RIGHT, reading.here)


def _closing(places: Sequence[Place], heading: Fraction) -> Place:
    (x, y), (east, north) = places[-1], _direction(heading)
    away = -x * east - y * north
    off = from_64ths(hypot(x + away * east, y + away * north))
    if off > REACH:
        raise PhraseError(message("That cannot close: going straight on misses the beginning by {off:feet}.", off=off))
    if away <= 0:
        raise PhraseError(message("That cannot close: the beginning lies behind; turn the other way."))
    return 0.0, 0.0


def _add_walk(given: Given, reading: Reading) -> Edit:
    walls = _walk(given, reading)
    return Several(tuple(AddWall(wall) for wall in walls))


def _walk_said(given: Given) -> Message:
    """A walk as it is typed, with its lengths in feet."""
    steps = [_turn_said(step) if isinstance(step, _Turn) else format_feet(step, 64) for step in given["step"]]
    if given.get("close"):
        steps.append("close")
    stud = next(iter(given.get("stud", ())), _USUAL_OUTSIDE)
    return message("Walk {steps} with {size}", steps=" ".join(steps), size=stud)


def _turn_said(turn: _Turn) -> str:
    side, degrees = "L" if turn.degrees > 0 else "R", abs(turn.degrees)
    return side if degrees == 90 else f"{side}{float(degrees):g}"


WALK: LinePhrase = Phrase(
    message("walk around the outside"),
    _add_walk,
    ("36' R 22-6 R 36' R close", "24' R 12' R 12' L 10' R 12' R close", "20' R45 6' R45 14' 2x4"),
    needs=(_WALK,),
    may=(_STUD,),
    verbs=("walk",),
    says=_walk_said,
)


def in_feet(text: str) -> str | None:
    """A walk whose lengths are all bare numbers as it would be in feet; None where it is none, or says its units.

    >>> in_feet("24 R 12 R 24 R close")
    "24' R 12' R 24' R close"
    """
    words = text.split()
    lengths = [word for word in words[::2] if word.lower() != "close"]
    turns = words[1::2]
    if not turns or not all(_TURN.fullmatch(word) for word in turns):
        return None
    if not all(re.fullmatch(r"\d+(\.\d+)?", word) for word in lengths):
        return None
    return " ".join(f"{word}'" if word in lengths else word for word in words)


def read_walk(text: str, job: Job) -> tuple[Wall, ...]:
    """Understand a walk round the outside: ``36' R 22-6 R 36' R close``.

    Raises:
        PhraseError: It is not understood, or is told to close and cannot.
    """
    phrase: Phrase[Reading, tuple[Wall, ...]] = Phrase(WALK.does, _walk, WALK.examples, (_WALK,), (_STUD,))
    return read(text, (phrase,), Reading(job), job.standard.words)


def walk_gap(walls: Sequence[Wall]) -> Message | None:
    """How far from its beginning a walk ends, by the points of the compass; None when it closes."""
    first, last = walls[0].run, walls[-1].run
    if not isinstance(first, Between) or not isinstance(last, Between) or first.start == last.end:
        return None
    return bearing(last.end.x - first.start.x, last.end.y - first.start.y)


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
        walls.append(Wall(next_wall_id([*job.walls, *walls]), stud, run, WallKind.EXTERIOR))
    return tuple(walls)


def _partition(given: Given, reading: Reading) -> Wall:
    """The partition; between the nearest walls that its line meets inside, to either side of the middle of the wall
    it is off, where it does not say which.
    """
    job = reading.here
    stud = next(iter(given.get("stud", ())), _USUAL_PARTITION)
    thickness = job.standard.board(stud).width
    outlines = [drawn for wall in job.walls if (drawn := _outline(wall, job))]
    base = _named(given["base"][0], outlines)
    side = _side(base, next(iter(given.get("side", ())), None))
    near, far = (base.left, base.right) if side > 0 else (base.right, base.left)
    face = far if given.get("outside") else near
    center = face + side * (given["distance"][0] + (0 if given.get("center") else Fraction(thickness, 2)))
    if given.get("first"):
        ends = (_named(given[name][0], outlines) for name in ("first", "second"))
        first, second = (_meets(base, float(center), end) for end in ends)
    else:
        others = [drawn for drawn in outlines if drawn.wall is not base.wall and not drawn.is_parallel(base)]
        first, second = _between(base, float(center), others)
    start, end = (Point(*map(from_64ths, base.at(along, float(center)))) for along in (first, second))
    return Wall(next_wall_id(job.walls), stud, Between(start, end), WallKind.PARTITION)


def _partition_said(given: Given) -> Message:
    """A partition as it is typed, with everything that could be left out."""
    base = given["base"][0]
    line = f"{given['side'][0]} of {base}" if given.get("side") else f"off {base}"
    ends = f" from {given['first'][0]} to {given['second'][0]}" if given.get("first") else ""
    outside = " outside" if given.get("outside") else ""
    center = " to center" if given.get("center") else ""
    return message(
        "Partition {distance} {where} with {size}",
        distance=format_feet(given["distance"][0], 64),
        where=f"{line}{outside}{center}{ends}",
        size=next(iter(given.get("stud", ())), _USUAL_PARTITION),
    )


PARTITION: LinePhrase = Phrase(
    message("put a partition off a wall"),
    lambda given, reading: AddWall(_partition(given, reading)),
    (
        "12-4 off east",
        "12-4 off B from A to C",
        "15' off west outside to center",
        "12-4 west of B from A to C",
    ),
    needs=(_PARTITION,),
    may=(_STUD,),
    verbs=("add", "partition", "wall"),
    says=_partition_said,
)


def read_partition(text: str, job: Job) -> Wall:
    """Understand a partition given by its distance from a wall it runs along: ``12-4 off east``.

    Raises:
        PhraseError: It is not understood.
    """
    phrase: Phrase[Reading, Wall] = Phrase(PARTITION.does, _partition, PARTITION.examples, (_PARTITION,), (_STUD,))
    return read(text, (phrase,), Reading(job), job.standard.words)


def _outline(wall: Wall, job: Job) -> Outline | None:
    return outline(wall, job.standard_of(wall).board(wall.stud).width)


def _named(name: str, outlines: list[Outline]) -> Outline:
    """A wall by its mark, or the outermost exterior one that faces a point of the compass."""
    toward = COMPASS.get(name.lower())
    if toward:
        facing = [drawn for drawn in outlines if drawn.wall.kind is WallKind.EXTERIOR and _faces(drawn, toward)]
        if facing:
            return max(facing, key=lambda drawn: sum(a * b for a, b in zip(drawn.origin, toward, strict=True)))
        raise PhraseError(message("No exterior wall faces {side}. Name the wall by its mark.", side=name.lower()))
    for drawn in outlines:
        if drawn.wall.id.lower() == name.lower():
            return drawn
    marks = ", ".join(drawn.wall.id for drawn in outlines[:12]) or "none yet"
    raise PhraseError(message("There is no wall {name} in the plan; its walls are {marks}.", name=name, marks=marks))


def _outward(drawn: Outline) -> Place:
    """Across an exterior wall to its outside, which is the face its points give."""
    (east, north), sign = drawn.direction, -1 if inside(drawn) is Line.LEFT else 1
    return -north * sign, east * sign


def _faces(drawn: Outline, toward: Place) -> bool:
    east, north = _outward(drawn)
    return east * toward[0] + north * toward[1] > 0.99


def _side(base: Outline, named: str | None) -> int:
    """On which side of the wall the partition is: 1 its left, -1 its right."""
    if named:
        east, north = COMPASS[named.lower()]
        across = base.direction[0] * north - base.direction[1] * east
        if abs(across) < 0.1:
            raise PhraseError(
                message("Wall {id} has no side to the {side}. Name a side it has.", id=base.wall.id, side=named.lower())
            )
        return 1 if across > 0 else -1
    if base.wall.kind is not WallKind.EXTERIOR:
        raise PhraseError(
            message("Wall {id} has rooms on both sides. Name the side, like “8-0 north of {id}”.", id=base.wall.id)
        )
    return 1 if inside(base) is Line.LEFT else -1


def _meets(base: Outline, across: float, other: Outline) -> float:
    """Where a line beside a wall reaches the middle of another one, along that wall."""
    if base.is_parallel(other):
        raise PhraseError(
            message("Wall {id} runs the same way, so the partition cannot end against it.", id=other.wall.id)
        )
    return base.crossing(across, other, (other.left + other.right) / 2)


def _between(base: Outline, across: float, others: Iterable[Outline]) -> tuple[float, float]:
    middle = base.length / 2
    met = sorted(_met(base, across, others))
    before = [along for along in met if along < middle]
    after = [along for along in met if along > middle]
    if not before or not after:
        raise PhraseError(
            message("It meets no wall at one end. Write what it runs between, like 12-4 off east from A to C.")
        )
    return before[-1], after[0]


def _met(base: Outline, across: float, others: Iterable[Outline]) -> Iterator[float]:
    """Where a line beside a wall crosses others within their length."""
    for other in others:
        along = _meets(base, across, other)
        at = other.along(base.at(along, across))
        if -REACH <= at <= other.length + REACH:
            yield along
