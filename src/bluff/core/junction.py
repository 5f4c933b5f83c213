"""Where walls meet in the plan, and which of them runs through.

through
    The wall that runs on to the outside of a corner, or past the end of another wall.
butt
    The wall that stops against a through wall and is shorter by its thickness.
mitre
    A corner that is not square: both plates are cut to half the turn, and neither runs through.
splice
    Two walls in line, the end of one against the end of the other.
intersection
    Where a wall butts into the side of another one, away from its ends.
outside
    How far the outside of the building lies beyond the end of a plate: nothing for a wall that runs
    through, the thickness of the wall it butts into otherwise.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import chain
from typing import NamedTuple

from bluff.core.job import Line, Runs, Wall
from bluff.core.length import Length, from_64ths, half, inches
from bluff.core.outline import REACH, Outline, outline
from bluff.core.schools import End

SPLICE_LAP: Length = inches(48)
"""How far a second top plate runs past a splice below it."""
_LEAST_SPLICE_LAP: Length = inches(24)


class Joint(StrEnum):
    """How a wall's end meets another wall."""

    THROUGH = "through"
    BUTT = "butt"
    MITRE = "mitre"
    SPLICE = "splice"

    @property
    def verb(self) -> str:
        """What a wall does there, before the other wall's mark: butts into A."""
        return _VERBS[self]


_VERBS = {
    Joint.THROUGH: "runs past",
    Joint.BUTT: "butts into",
    Joint.MITRE: "mitred with",
    Joint.SPLICE: "goes on in",
}


@dataclass(frozen=True, slots=True)
class EndMeeting:
    """What a wall's end meets.

    Args:
        other: The wall it meets.
        joint: How.
        is_corner: Whether that wall ends here too, rather than running past.
        thickness: What that wall takes up of this one's run.
        reach: How far the plate's end, at its long point, lies beyond the end of the wall as drawn; negative
            when it stops short.
        side: The side of this wall the other one goes off to.
        short: From the plate's long point back to its short point; 0 for a square cut.
        long_side: The side of the wall the long point is on; of no account for a square cut.
        lap: How far the second top plate runs beyond the plate's end, negative where it stops short; None where
            the two cannot lap.
    """

    other: str
    joint: Joint
    is_corner: bool
    thickness: Length
    reach: Length
    side: Line
    short: Length = 0
    long_side: Line = Line.LEFT
    lap: Length | None = None

    @property
    def is_through(self) -> bool:
        """Whether this wall runs through at a square corner."""
        return self.joint is Joint.THROUGH

    @property
    def outside(self) -> Length:
        """How far beyond the plate's end the outside of the building lies."""
        return self.thickness if self.joint is Joint.BUTT else 0


@dataclass(frozen=True, slots=True)
class Intersection:
    """A wall that butts into this one's side.

    Args:
        other: The wall that butts.
        thickness: What it takes up of this wall's run.
        centre: Its centre, along this wall as drawn, from its drawn start.
        side: The face it butts against, walking from start to end.
        is_lapped: Whether the second top plates of the two can lap.
    """

    other: str
    thickness: Length
    centre: Length
    side: Line
    is_lapped: bool


@dataclass(frozen=True, slots=True)
class Meetings:
    """Everything that one wall meets.

    Args:
        start, end: What its ends meet; an end that is not there is free.
        intersections: In order along the wall.
        crossings: Walls that run right through it, which no wall can be built with.
        overlaps: Walls in line with it that lie in the same place for some way.
    """

    start: EndMeeting | None = None
    end: EndMeeting | None = None
    intersections: tuple[Intersection, ...] = ()
    crossings: tuple[str, ...] = ()
    overlaps: tuple[str, ...] = ()

    @property
    def others(self) -> tuple[str, ...]:
        """The walls it meets, from its start to its end, each once."""
        start, end = ([meeting.other] if meeting else [] for meeting in (self.start, self.end))
        return tuple(dict.fromkeys((*start, *(meeting.other for meeting in self.intersections), *end)))

    def at(self, end: End) -> EndMeeting | None:
        """What that end meets, None when it is free."""
        return self.start if end is End.START else self.end


@dataclass(frozen=True, slots=True)
class Profile:
    """A wall seen from its end.

    Args:
        thickness: Of its studs' width.
        lap_height: Where its second top plate lies above the floor, None when it has only one or laps onto nothing.
    """

    thickness: Length
    lap_height: Length | None

    def laps(self, other: "Profile") -> bool:
        """Whether second top plates lie at one height, so that one can run onto the other wall."""
        return self.lap_height is not None and self.lap_height == other.lap_height


class _Tip(NamedTuple):
    """One end of one wall."""

    wall: str
    end: End


@dataclass(frozen=True, slots=True)
class _Touch:
    """Two walls that touch, seen from the first.

    Args:
        mine, theirs: The two.
        end: This wall's end in the other, None when it runs past.
        others_end: The other's end in this one.
    """

    mine: Outline
    theirs: Outline
    end: End | None
    others_end: End | None

    @property
    def other(self) -> str:
        return self.theirs.wall.id

    @property
    def tip(self) -> _Tip | None:
        return _Tip(self.mine.wall.id, self.end) if self.end else None

    @property
    def others_tip(self) -> _Tip | None:
        return _Tip(self.other, self.others_end) if self.others_end else None

    @property
    def is_splice(self) -> bool:
        return self.mine.is_parallel(self.theirs)


def find_meetings(walls: Sequence[Wall], profiles: Mapping[str, Profile]) -> dict[str, Meetings]:
    """What every wall of a plan meets.

    The longer of two walls runs through at their corner, of two alike the one entered first, unless an end
    says otherwise. Each end meets one wall: the side it runs into before an end in line with it, that before
    a corner, and of several corners that with the longest wall; what else ends there butts against those.

    Args:
        walls: In the order they were entered.
        profiles: Of each wall, by id.

    Source: docs/rules.md, Where walls meet.
    """
    outlines = [drawn for wall in walls if (drawn := outline(wall, profiles[wall.id].thickness))]
    touches: dict[str, list[_Touch]] = {wall.id: [] for wall in walls}
    overlaps: dict[str, list[str]] = {wall.id: [] for wall in walls}
    for one, other in _touching(outlines):
        if one.is_parallel(other) and _shared(one, other) > REACH:
            overlaps[one.wall.id].append(other.wall.id)
            overlaps[other.wall.id].append(one.wall.id)
            continue
        touches[one.wall.id].append(_Touch(one, other, one.end_in(other), other.end_in(one)))
        touches[other.wall.id].append(_Touch(other, one, other.end_in(one), one.end_in(other)))
    plan = _Plan(touches, rank_walls(walls), profiles)
    return {wall.id: plan.meetings(wall.id, overlaps[wall.id]) for wall in walls}


def rank_walls(walls: Sequence[Wall]) -> dict[str, int]:
    """The one order in which walls run through: long before short, then as entered."""
    order = sorted(range(len(walls)), key=lambda index: (-walls[index].run.length, index))
    return {walls[index].id: place for place, index in enumerate(order)}


class _Plan:
    """Decides for every end of every wall which touch is its joint, then says what that makes of each wall."""

    def __init__(
        self, touches: Mapping[str, Sequence[_Touch]], rank: Mapping[str, int], profiles: Mapping[str, Profile]
    ) -> None:
        self.touches, self.rank, self.profiles = touches, rank, profiles
        self.joined: dict[_Tip, _Touch] = {}
        """What each end meets."""
        self.mutual: set[_Tip] = set()
        """Ends that meet an end which meets them."""
        self._join()

    def _join(self) -> None:
        everything = list(chain.from_iterable(self.touches.values()))
        both = [touch for touch in everything if touch.end and touch.others_end]
        both.sort(key=lambda touch: (min(self._ranks(touch)), max(self._ranks(touch))))
        into_sides = [touch for touch in everything if touch.end and not touch.others_end and not touch.is_splice]
        for touch in sorted(into_sides, key=lambda touch: self.rank[touch.other]):
            self._take(touch)
        self._pair([touch for touch in both if touch.is_splice])
        self._pair([touch for touch in both if not touch.is_splice])
        for touch in sorted(both, key=lambda touch: self.rank[touch.other]):
            if not touch.is_splice:
                self._take(touch)

    def _take(self, touch: _Touch) -> None:
        if touch.tip:
            self.joined.setdefault(touch.tip, touch)

    def _pair(self, touches: Sequence[_Touch]) -> None:
        """Join ends to each other, best pair first; beside a splice no other one is made."""
        beside: set[_Tip | None] = set()
        for touch in touches:
            tip, others_tip = touch.tip, touch.others_tip
            if not tip or not others_tip or {tip, others_tip} & (self.joined.keys() | beside):
                continue
            back = next(back for back in self.touches[touch.other] if back.other == tip.wall and back.tip == others_tip)
            self.joined |= {tip: touch, others_tip: back}
            self.mutual |= {tip, others_tip}
            if touch.is_splice:
                corners = chain(self.touches[tip.wall], self.touches[touch.other])
                beside |= {corner.others_tip for corner in corners if corner.tip in (tip, others_tip)}

    def _ranks(self, touch: _Touch) -> tuple[int, int]:
        return self.rank[touch.mine.wall.id], self.rank[touch.other]

    def meetings(self, wall: str, overlaps: Sequence[str]) -> Meetings:
        """What a wall meets, everything joined."""
        intersections = self._intersections(wall)
        crossings = sorted(touch.other for touch in self.touches[wall] if not touch.end and not touch.others_end)
        start, end = (self._end_meeting(_Tip(wall, end)) for end in End)
        return Meetings(start, end, intersections, tuple(crossings), tuple(sorted(overlaps)))

    def _intersections(self, wall: str) -> tuple[Intersection, ...]:
        found = (self._intersection(touch) for touch in self.touches[wall] if self._is_butted_by(touch))
        return tuple(sorted(found, key=lambda intersection: intersection.centre))

    def _is_butted_by(self, touch: _Touch) -> bool:
        """Whether the other wall of a touch butts into this one, alone or where it is spliced to the next."""
        tip = touch.others_tip
        if tip is None or tip in self.mutual or touch.is_splice:
            return False
        into = self.joined[tip].other
        if into == touch.mine.wall.id:
            return True
        mine = self.joined.get(touch.tip) if touch.tip else None
        return mine is not None and mine.is_splice and mine.other == into

    def _intersection(self, touch: _Touch) -> Intersection:
        mine, theirs = touch.mine, touch.theirs
        side = _side(touch)
        face = mine.left if side is Line.LEFT else mine.right
        near, far = sorted(mine.crossing(face, theirs, theirs_face) for theirs_face in theirs.faces)
        width, centre = from_64ths(far - near), from_64ths((near + far) / 2)
        return Intersection(touch.other, width, centre, side, self._can_lap(touch))

    def _can_lap(self, touch: _Touch) -> bool:
        laps = self.profiles[touch.mine.wall.id].laps(self.profiles[touch.other])
        return laps and (touch.is_splice or touch.mine.is_square(touch.theirs))

    def _end_meeting(self, tip: _Tip) -> EndMeeting | None:
        touch = self.joined.get(tip)
        if touch is None:
            return None
        joint = self._joint(tip, touch)
        left, right = _cut(touch, tip.end, joint)
        # Lengths grow away from the wall's start, reaches away from the wall.
        ends = (left - touch.mine.length, right - touch.mine.length) if tip.end is End.END else (-left, -right)
        reach, least = from_64ths(max(ends)), from_64ths(min(ends))
        near, far = touch.mine.covered_by(touch.theirs)
        return EndMeeting(
            other=touch.other,
            joint=joint,
            is_corner=touch.others_end is not None,
            thickness=touch.theirs.thickness if touch.mine.is_square(touch.theirs) else from_64ths(far - near),
            reach=reach,
            side=_side(touch),
            short=0 if reach - least <= 1 else reach - least,
            long_side=Line.LEFT if ends[0] >= ends[1] else Line.RIGHT,
            lap=self._lap(touch, joint) if self._can_lap(touch) else None,
        )

    def _joint(self, tip: _Tip, touch: _Touch) -> Joint:
        if tip not in self.mutual:
            return Joint.BUTT
        if touch.is_splice:
            return Joint.SPLICE
        if not touch.mine.is_square(touch.theirs):
            return Joint.MITRE
        return Joint.THROUGH if self._runs_through(touch) else Joint.BUTT

    def _runs_through(self, touch: _Touch) -> bool:
        """By what one of the two ends says where they do not say the same, otherwise by the long-wall rule."""
        ends = (touch.end, touch.others_end)
        mine, theirs = (
            drawn.wall.ends.at(end) if end else None
            for drawn, end in zip((touch.mine, touch.theirs), ends, strict=True)
        )
        if mine is not theirs:
            return mine is Runs.THROUGH or theirs is Runs.BUTT
        return self._outranks(touch)

    def _outranks(self, touch: _Touch) -> bool:
        mine, theirs = self._ranks(touch)
        return mine < theirs

    def _lap(self, touch: _Touch, joint: Joint) -> Length | None:
        match joint:
            case Joint.THROUGH:
                return -touch.theirs.thickness
            case Joint.BUTT:
                return touch.theirs.thickness
            case Joint.MITRE:
                return None
            case Joint.SPLICE if self._outranks(touch):
                return self._past_splice(touch)
            case Joint.SPLICE:
                back = next(
                    back for back in self.touches[touch.other] if back.tip == touch.others_tip and back.is_splice
                )
                past = self._past_splice(back)
                return None if past is None else -past

    def _past_splice(self, touch: _Touch) -> Length | None:
        """How far a second top plate runs onto the wall it is spliced to: not past half of it, nor over a lap."""
        length = touch.theirs.length
        free = min(SPLICE_LAP, length // 2)
        for meeting in self._intersections(touch.other):
            if meeting.is_lapped:
                from_start = touch.others_end is End.START
                centre = meeting.centre if from_start else length - meeting.centre
                free = min(free, centre - half(meeting.thickness))
        return free if free >= _LEAST_SPLICE_LAP else None


def _side(touch: _Touch) -> Line:
    """The side of this wall the middle of the other one is on."""
    mine, theirs = touch.mine, touch.theirs
    middle = theirs.at(theirs.length / 2, (theirs.left + theirs.right) / 2)
    return Line.LEFT if mine.across(middle) > (mine.left + mine.right) / 2 else Line.RIGHT


def _cut(touch: _Touch, end: End, joint: Joint) -> tuple[float, float]:
    """How far along its wall an end's plates reach on the left and on the right face."""
    mine, theirs = touch.mine, touch.theirs
    if joint is Joint.SPLICE:
        at = 0.0 if end is End.START else float(mine.length)
        return at, at
    if joint is Joint.MITRE:
        # Walls that follow each other keep left to left; two that run at each other have left to right.
        is_following = touch.others_end is not end
        to_left, to_right = theirs.faces if is_following else (theirs.right, theirs.left)
        return mine.crossing(mine.left, theirs, to_left), mine.crossing(mine.right, theirs, to_right)
    cuts = [tuple(mine.crossing(my_face, theirs, face) for my_face in mine.faces) for face in theirs.faces]
    near, far = sorted(cuts, key=sum, reverse=end is End.START)
    at_left, at_right = far if joint is Joint.THROUGH else near
    return at_left, at_right


def _shared(one: Outline, other: Outline) -> float:
    """How far two parallel walls lie beside each other."""
    near, far = one.covered_by(other)
    return min(far, one.length) - max(near, 0)


def _touching(outlines: Iterable[Outline]) -> Iterator[tuple[Outline, Outline]]:
    """Pairs of walls whose outlines overlap or touch, each pair once.

    Sorted along x and swept, so that a large plan does not compare every wall with every other. Of parallel
    walls only those in line count: two that stand face to face do not meet.
    """
    waiting: list[tuple[tuple[float, float, float, float], Outline]] = []
    for drawn in sorted(outlines, key=lambda drawn: drawn.bounds[0]):
        bounds = west, south, _, north = drawn.bounds
        waiting = [(box, other) for box, other in waiting if box[2] >= west - REACH]
        for box, other in waiting:
            is_near = box[1] <= north + REACH and south <= box[3] + REACH
            if is_near and other.touches(drawn) and (not drawn.is_parallel(other) or _is_in_line(drawn, other)):
                yield other, drawn
        waiting.append((bounds, drawn))


def _is_in_line(one: Outline, other: Outline) -> bool:
    right, left = sorted(one.across(other.at(0, face)) for face in other.faces)
    return min(left, one.left) - max(right, one.right) > REACH
