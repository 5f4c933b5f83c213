"""Walls and openings as a drawing shows them, in inches, before they are walls of a job.

framing
    The layer of a wall that is studs. What is drawn may be thicker, with panels on one side or both.
"""

from collections import defaultdict
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import atan2, cos, degrees, hypot, radians, sin

from shapely import STRtree
from shapely.geometry import Polygon

from bluff.core.job.job import LOWEST_STORY
from bluff.core.job.schools import OpeningKind
from bluff.core.measure.length import to_inches
from bluff.core.message import Message
from bluff.formats.exchange.faces import Place, Span
from bluff.formats.exchange.thickness import width_of

STORY = to_inches(LOWEST_STORY)
"""Inches above a wall's foot from which a doorway is on a story the wall runs past."""
_NEAR = 1.0
"""Inches by which a wall may miss, or poke through, the one it ends at."""
_MIDDLE = 0.35
_LEAST_MISS = 0.125
_FARTHEST_MISS = 6.0
"""Inches past another wall, or short of it, within which an end was meant to be at it."""
_LEAST_SINE = 0.17
"""Of the turn between walls that can end at each other: 10 degrees."""


@dataclass(frozen=True, slots=True)
class OpeningSeen:
    """An opening of a drawing.

    Args:
        middle: In the plan.
        width: Along the wall.
        kind: None where nothing says what goes in.
        height, sill: Its own height, and its lower edge above the floor; None where only a plan is drawn.
        name: Its mark, empty when it has none.
        is_unit: Whether its size is that of what goes in; None where it may be the rough opening as well.
        is_filled: Whether a door or window exactly as wide as it is drawn in it, where that is not known.
    """

    middle: Place
    width: float
    kind: OpeningKind | None = None
    height: float | None = None
    sill: float | None = None
    name: str = ""
    is_unit: bool | None = None
    is_filled: bool = False


@dataclass(frozen=True, slots=True)
class WallSeen:
    """A wall of a drawing, by the middle line of its framing.

    Args:
        start, end: Of that line.
        stud: Its nominal size; None for a wall that is not framed.
        left, right: How far the wall as drawn reaches to either side of the line.
        name: Its mark, empty when it has none.
        height: Of the wall, at its lowest; None where only a plan is drawn.
        top: The points of its top where that is not level: a place of the middle line, and how high it is there.
        openings: In it.
        is_layered: Whether the drawing itself says which of its layers is the framing.
        make: What the drawing calls walls made like it, empty when it has no name for them.
        why_not: Why nothing in it is framing, as the drawing has it; None where there is nothing to say.
        masonry: From the line, to the left, how far its faces lie that furring would stand against, right and left;
            None where those are the faces of the wall.
    """

    start: Place
    end: Place
    stud: str | None
    left: float
    right: float
    name: str = ""
    height: float | None = None
    openings: tuple[OpeningSeen, ...] = ()
    is_layered: bool = False
    top: tuple[tuple[Place, float], ...] = ()
    make: str = ""
    why_not: Message | None = None
    masonry: Span | None = None

    @property
    def stories(self) -> list[float]:
        """How high above its foot the floors are that its doorways stand on, from below."""
        sills = sorted(
            round(opening.sill * 16) / 16
            for opening in self.openings
            if opening.sill is not None and opening.sill >= STORY and opening.kind and opening.kind.is_doorway
        )
        # A threshold a little higher or lower is on the same floor.
        return [sill for below, sill in pairwise([0.0, *sills]) if sill - below >= STORY]

    @property
    def thickness(self) -> float | None:
        """Of the framing; None for a wall that is not framed."""
        return width_of(self.stud) if self.stud else None

    @property
    def length(self) -> float:
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @property
    def drawn(self) -> float:
        """How thick it is drawn."""
        return self.left + self.right

    @property
    def direction(self) -> Place:
        return (self.end[0] - self.start[0]) / self.length, (self.end[1] - self.start[1]) / self.length

    def at(self, along: float, across: float = 0.0) -> Place:
        (x, y), (east, north) = self.start, self.direction
        return x + along * east - across * north, y + along * north + across * east

    def furred(self, stud: str, side: int) -> "WallSeen":
        """Framed by studs that stand against its masonry, on its left (1) or its right (-1); as drawn it stays."""
        width = width_of(stud)
        right, left = self.masonry or (-self.right, self.left)
        middle = left + width / 2 if side > 0 else right - width / 2
        return replace(
            self,
            start=self.at(0, middle),
            end=self.at(self.length, middle),
            stud=stud,
            left=max(self.left - middle, width / 2),
            right=max(self.right + middle, width / 2),
        )

    def outline(self, beyond: float = 0.0) -> Polygon:
        """As drawn, `beyond` larger all round."""
        left, right, end = self.left + beyond, -self.right - beyond, self.length + beyond
        return Polygon([self.at(-beyond, left), self.at(end, left), self.at(end, right), self.at(-beyond, right)])


def fitted(walls: Sequence[WallSeen]) -> list[WallSeen]:
    """Walls whose ends lie where the framing of those they end at does.

    Drawn walls end at each other's panels, or in each other's middles. Framing ends at framing: at the near face of
    the wall it butts into, at the far face where two make a corner and this one is drawn past the other's middle.
    """
    if not walls:
        return []
    tree = STRtree([wall.outline(_NEAR) for wall in walls])
    fitted_walls = []
    for wall in walls:
        others = [walls[index] for index in tree.query(wall.outline(_NEAR)).tolist() if walls[index] is not wall]
        start, end = (_fit(wall, others, is_start=is_start) for is_start in (True, False))
        if end - start < _NEAR:  # it lies within the walls it ends at
            start, end = 0.0, wall.length
        fitted_walls.append(replace(wall, start=wall.at(start), end=wall.at(end)))
    return fitted_walls


@dataclass(frozen=True, slots=True)
class Miss:
    """An end of a wall that lies near another one's framing and not at it.

    Args:
        wall, other: By their places among the walls.
        end: Where it is.
        past: How far it runs past the other one's far face; under 0 how far it stops short of its near one.
    """

    wall: int
    other: int
    end: Place
    past: float


def misses(walls: Sequence[WallSeen]) -> list[Miss]:
    """The ends that were drawn so far past or short of another wall that they were not fitted to it."""
    if not walls:
        return []
    tree = STRtree([wall.outline() for wall in walls])
    found = []
    for index, wall in enumerate(walls):
        near = [place for place in tree.query(wall.outline(_FARTHEST_MISS)).tolist() if place != index]
        for is_start, end in ((True, wall.start), (False, wall.end)):
            pasts = {place: _past(wall, walls[place], is_start=is_start) for place in near}
            meets = {place: past for place, past in pasts.items() if past is not None and abs(past) <= _FARTHEST_MISS}
            if meets and all(abs(past) > _LEAST_MISS for past in meets.values()):
                other = min(meets, key=lambda place: abs(meets[place]))
                found.append(Miss(index, other, end, meets[other]))
    return found


def _past(wall: WallSeen, other: WallSeen, *, is_start: bool) -> float | None:
    """How far a wall's end lies past another one's far face, or short of its near one; 0 between them."""
    crossing = _crossing(wall, other)
    if crossing is None or other.thickness is None:
        return None
    middle, along_other, turn = crossing
    half = other.thickness / 2 / abs(turn)
    if not -half - _FARTHEST_MISS <= along_other <= other.length + half + _FARTHEST_MISS:
        return None
    beyond = middle if is_start else wall.length - middle
    return beyond - half if beyond > half else min(0.0, beyond + half)


def _crossing(wall: WallSeen, other: WallSeen) -> tuple[float, float, float] | None:
    """Where two walls' lines cross, along each, and the sine of the turn; None where they hardly turn."""
    (east, north), (others_east, others_north) = wall.direction, other.direction
    turn = east * others_north - north * others_east
    if abs(turn) < _LEAST_SINE:
        return None
    apart = other.start[0] - wall.start[0], other.start[1] - wall.start[1]
    return (
        (apart[0] * others_north - apart[1] * others_east) / turn,
        (apart[0] * north - apart[1] * east) / turn,
        turn,
    )


def _fit(wall: WallSeen, others: Sequence[WallSeen], *, is_start: bool) -> float:
    """How far along a wall its framing ends, at the nearest of the walls that it ends at."""
    drawn = 0.0 if is_start else wall.length
    places = (place for other in others if (place := _end_at(wall, other, drawn, is_start=is_start)) is not None)
    return min(places, key=lambda place: abs(place - drawn), default=drawn)


def _end_at(wall: WallSeen, other: WallSeen, drawn: float, *, is_start: bool) -> float | None:
    """Where along a wall its framing ends at another one's; None when its drawn end does not lie in that one."""
    crossing = _crossing(wall, other)
    if crossing is None or other.thickness is None or wall.thickness is None:
        return None
    middle, along_other, turn = crossing
    # Walking along the wall, the other's left is met first when it turns to the left.
    before, after = (other.left, other.right) if turn > 0 else (other.right, other.left)
    if not middle - before / abs(turn) - _NEAR <= drawn <= middle + after / abs(turn) + _NEAR:
        return None
    half = other.thickness / 2 / abs(turn)
    near, far = (middle + half, middle - half) if is_start else (middle - half, middle + half)
    reach = max(wall.left, wall.right) / abs(turn) + _NEAR
    is_corner = min(abs(along_other), abs(along_other - other.length)) <= reach
    is_past = drawn - middle < _MIDDLE if is_start else drawn - middle > -_MIDDLE
    return far if is_corner and is_past else near


def square_turn(walls: Sequence[WallSeen]) -> float:
    """By how many degrees a plan is turned out of square, from over -45 to 45, most of its walls' length deciding."""
    lengths: defaultdict[float, float] = defaultdict(float)
    for wall in walls:
        east, north = wall.direction
        lengths[round(degrees(atan2(north, east)) % 90, 2) % 90] += wall.length
    if not lengths:
        return 0.0
    most = max(lengths, key=lambda turn: (lengths[turn], -turn))
    near = [wall for wall in walls if abs((_turned_by(wall) - most + 45) % 90 - 45) < 0.05]
    longest = _turned_by(max(near, key=lambda wall: wall.length))
    return longest if longest <= 45 else longest - 90


def _turned_by(wall: WallSeen) -> float:
    east, north = wall.direction
    return degrees(atan2(north, east)) % 90


def turned(by: float) -> Callable[[Place], Place]:
    """What turns places round the origin by so many degrees, to the left."""
    angle = radians(by)
    # Quarter turns come out exact.
    east, north = (round(value, 15) for value in (cos(angle), sin(angle)))
    return lambda place: (place[0] * east - place[1] * north, place[0] * north + place[1] * east)
