"""Where walls meet in the plan, and which of them runs through. The words are those of `bluff.core.plan.meeting`."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import chain
from typing import NamedTuple

from bluff.core.errors import JobError
from bluff.core.job.job import Runs, Wall, WallKind
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import Length, from_64ths, half, inches
from bluff.core.message import message
from bluff.core.plan.meeting import Crossing, EndMeeting, Intersection, Joint, Meetings, Profile
from bluff.core.plan.outline import REACH, Outline

SPLICE_LAP: Length = inches(48)
"""How far a second top plate runs past a splice below it."""
_LEAST_SPLICE_LAP: Length = inches(24)


_MOST_TOUCHES, _MOST_TOUCHES_A_WALL = 2000, 20
"""A wall of a real floor meets five others or so. Framing grows with the square of what a wall crosses, and a small
file can hold hundreds of walls that all cross each other."""


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

    @property
    def is_of_one_kind(self) -> bool:
        return self.mine.wall.kind is self.theirs.wall.kind

    @property
    def is_of_outside(self) -> bool:
        """Whether both are exterior walls."""
        return self.is_of_one_kind and self.mine.wall.kind is WallKind.EXTERIOR

    @property
    def span(self) -> tuple[float, float]:
        """What the other wall takes up along this one, on the face it comes to; near side first."""
        mine = self.mine
        face = mine.left if _side(self) is Line.LEFT else mine.right
        near, far = sorted(mine.crossing(face, self.theirs, theirs_face) for theirs_face in self.theirs.faces)
        return near, far


def find_meetings(
    walls: Sequence[Wall], outlines: Sequence[Outline], profiles: Mapping[str, Profile]
) -> dict[str, Meetings]:
    """What every wall of a plan meets.

    Walls whose lines end in one point are joined, whichever way their bodies lie. The longer of two runs through
    at their corner, of two alike the one entered first, unless an end says otherwise. Each end meets one wall:
    the side it runs into, then an end in line with it, then a corner; but a corner of the outside comes before a
    partition that goes on in line. Of several corners that with the longest wall is made, and what else ends
    there butts against it.

    Args:
        walls: In the order they were entered.
        outlines: Of those that lie in the plan.
        profiles: Of each wall, by id.

    Raises:
        JobError: They meet in more places than those of any floor.

    Source: docs/rules.md, Where walls meet.
    """
    touches: dict[str, list[_Touch]] = {wall.id: [] for wall in walls}
    overlaps: dict[str, list[str]] = {wall.id: [] for wall in walls}
    most = max(_MOST_TOUCHES, _MOST_TOUCHES_A_WALL * len(walls))
    for count, (one, other) in enumerate(_touching(outlines), 1):
        if count > most:
            raise JobError(
                message(
                    "Walls meet or cross in over {most} places, more than a floor has; are some there twice?", most=most
                ),
                "walls",
            )
        # Two in line that lie in one place are one wall drawn twice. Taken for a joint, each would be cut at the other.
        if one.is_parallel(other) and _shared(one, other) > REACH:
            overlaps[one.wall.id].append(other.wall.id)
            overlaps[other.wall.id].append(one.wall.id)
            continue
        # Lines that end in one point say what was meant, whatever the bodies do: at an inside corner of two outside
        # faces neither body reaches the other's end.
        ends = one.ends_with(other) or (one.end_in(other), other.end_in(one))
        touches[one.wall.id].append(_Touch(one, other, *ends))
        touches[other.wall.id].append(_Touch(other, one, *reversed(ends)))
    # Only now that every touch is known can it be seen that an end stops another wall short.
    at_ends = {id_: [_at_end(touch, touches) for touch in met] for id_, met in touches.items()}
    plan = _Plan(at_ends, rank_walls(walls), profiles)
    return {wall.id: plan.meetings(wall.id, overlaps[wall.id]) for wall in walls}


def _at_end(touch: _Touch, touches: Mapping[str, Sequence[_Touch]]) -> _Touch:
    """A touch at the end of both walls, where one ends in the other's side but beside what that one ends in itself.

    A wall that stops at a corner is cut off there, so that nothing can butt into the stretch it loses.
    """
    if touch.is_splice or (touch.end is None) is (touch.others_end is None):
        return touch
    run_past = touch.mine if touch.end is None else touch.theirs
    ending = touch.theirs if touch.end is None else touch.mine
    near, far = sorted(run_past.crossing(0, ending, face) for face in ending.faces)
    for met in touches[run_past.wall.id]:
        if met.end is None or met.is_splice or met.theirs is ending:
            continue
        low, high = run_past.covered_by(met.theirs)
        if min(far, high) - max(near, low) > REACH:
            return replace(touch, end=touch.end or met.end, others_end=touch.others_end or met.end)
    return touch


def rank_walls(walls: Sequence[Wall]) -> dict[str, int]:
    """The one order in which walls run through: long before short, then as entered."""
    order = sorted(range(len(walls)), key=lambda index: (-walls[index].run.length, index))
    return {walls[index].id: place for place, index in enumerate(order)}


class _Span(NamedTuple):
    """A stretch of a wall that second top plates of others run across; tip None at a corner of its own."""

    tip: _Tip | None
    other: str
    near: float
    far: float
    is_lapping: bool


class _Plan:
    """Decides for every end of every wall which touch is its joint, then says what that makes of each wall."""

    def __init__(
        self, touches: Mapping[str, list[_Touch]], rank: Mapping[str, int], profiles: Mapping[str, Profile]
    ) -> None:
        self.touches, self.rank, self.profiles = touches, rank, profiles
        self.joined: dict[_Tip, _Touch] = {}
        """What each end meets."""
        self.mutual: set[_Tip] = set()
        """Ends that meet an end which meets them."""
        self.beside: set[_Tip | None] = set()
        """Ends where two others are joined, so that they cannot be joined to a third."""
        self.spans: dict[str, list[_Span]] = {}
        """Of each wall asked about, what runs across it."""
        self._join()

    def _join(self) -> None:
        # What is joined first is never undone, so the order here is the rule: sides before ends, in line before
        # corners, the outside of a building before what goes on inside it, longer walls before shorter ones. Trying
        # every pairing and keeping the best was thought of; it needs a measure of "best" that nobody on a site has.
        everything = list(chain.from_iterable(self.touches.values()))
        both = [touch for touch in everything if touch.end and touch.others_end]
        # By the pair, not by who looks: each pair is in here from both sides, and must come up in one place.
        both.sort(key=lambda touch: (min(self._ranks(touch)), max(self._ranks(touch))))
        into_sides = [touch for touch in everything if touch.end and not touch.others_end and not touch.is_splice]
        for touch in sorted(into_sides, key=lambda touch: self.rank[touch.other]):
            self._take(touch)
        splices, corners = ([touch for touch in both if touch.is_splice is is_splice] for is_splice in (True, False))
        self._pair([touch for touch in splices if touch.is_of_one_kind])
        self._pair([touch for touch in corners if touch.is_of_outside])
        self._pair(splices)
        self._pair(corners)
        # What is left over stops at the corner or the splice that was made there, otherwise at the longest wall.
        left_over = sorted(corners, key=lambda touch: self.rank[touch.other])
        for touch in left_over:
            if touch.others_tip in self.mutual:
                self._take(touch)
        for touch in splices:
            self._butt_into_corner(touch)
        for touch in left_over:
            self._take(touch)

    def _take(self, touch: _Touch) -> None:
        if touch.tip:
            self.joined.setdefault(touch.tip, touch)

    def _pair(self, touches: Sequence[_Touch]) -> None:
        """Join ends to each other, best pair first; beside a pair no other one is made."""
        for touch in touches:
            tip, others_tip = touch.tip, touch.others_tip
            if not tip or not others_tip or {tip, others_tip} & (self.joined.keys() | self.beside):
                continue
            # Always both ends at once: a corner that only one of its walls knows of would be cut wrong in the other.
            self.joined |= {tip: touch, others_tip: self._back(touch)}
            self.mutual |= {tip, others_tip}
            there = chain(self.touches[tip.wall], self.touches[touch.other])
            self.beside |= {met.others_tip for met in there if met.tip in (tip, others_tip)}

    def _back(self, touch: _Touch) -> _Touch:
        """The same touch, seen from the other wall."""
        return next(
            back
            for back in self.touches[touch.other]
            if back.other == touch.mine.wall.id and (back.tip, back.others_tip) == (touch.others_tip, touch.tip)
        )

    def _butt_into_corner(self, touch: _Touch) -> None:
        """Let an end in line with a wall that makes a corner there stop at that corner's other wall."""
        if not touch.tip or not touch.others_tip or touch.tip in self.joined:
            return
        corner = self.joined.get(touch.others_tip)
        if corner is None or corner.is_splice:
            return
        # The wall it goes on from turns away here; what is ahead of it is the side of the corner's other wall.
        into = _Touch(touch.mine, corner.theirs, touch.end, corner.others_end)
        self.joined[touch.tip] = into
        self.touches[corner.other].append(_Touch(corner.theirs, touch.mine, corner.others_end, touch.end))

    def _ranks(self, touch: _Touch) -> tuple[int, int]:
        return self.rank[touch.mine.wall.id], self.rank[touch.other]

    def meetings(self, wall: str, overlaps: Sequence[str]) -> Meetings:
        """What a wall meets, everything joined."""
        intersections = self._intersections(wall)
        crossing = [self._crossing(touch) for touch in self.touches[wall] if not touch.end and not touch.others_end]
        crossings = sorted(crossing, key=lambda one: (one.at, one.other))
        start, end = (self._end_meeting(_Tip(wall, end)) for end in End)
        return Meetings(start, end, intersections, tuple(crossings), tuple(sorted(overlaps)))

    def _crossing(self, touch: _Touch) -> Crossing:
        mine, theirs = touch.mine, touch.theirs
        at, others_at = from_64ths(mine.crossing(0, theirs, 0)), from_64ths(theirs.crossing(0, mine, 0))
        return Crossing(touch.other, at, others_at, self.rank[mine.wall.id] < self.rank[touch.other])

    def _intersections(self, wall: str) -> tuple[Intersection, ...]:
        butts = ((touch, touch.others_tip) for touch in self.touches[wall] if self._is_butted_by(touch))
        found = (self._intersection(touch, tip) for touch, tip in butts if tip)
        return tuple(sorted(found, key=lambda intersection: intersection.center))

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

    def _intersection(self, touch: _Touch, tip: _Tip) -> Intersection:
        near, far = touch.span
        width, center = from_64ths(far - near), from_64ths((near + far) / 2)
        is_lapped = self._gives_way_to(tip) is None and self._can_lap(touch)
        return Intersection(touch.other, width, center, _side(touch), is_lapped)

    def _can_lap(self, touch: _Touch) -> bool:
        """Whether the second top plates of two walls lie at one height where they touch."""
        mine, theirs = self.profiles[touch.mine.wall.id], self.profiles[touch.other]
        height = mine.laps_at(touch.end)
        if height is None or height != theirs.laps_at(touch.others_end):
            return False
        return mine.thickness == theirs.thickness if touch.is_splice else touch.mine.is_square(touch.theirs)

    def _gives_way_to(self, tip: _Tip) -> str | None:
        """The wall whose second top plate lies where that of a butting end would lap; None where there is room.

        A corner's own lap comes first, then that of the longest of the walls that butt at one place.
        """
        into = self.joined[tip].other
        spans = self._lapping_spans(into)
        mine = next(span for span in spans if span.tip == tip)
        # They come in the order in which they may lap: the wall that is reached first has the place.
        for span in spans:
            if span is mine:
                return None
            if span.is_lapping and min(span.far, mine.far) - max(span.near, mine.near) > REACH:
                return span.other
        return None

    def _lapping_spans(self, wall: str) -> list["_Span"]:
        """What second top plates of others take up along a wall, in the order in which they come."""
        if wall not in self.spans:
            tips = [tip for end in End if (tip := _Tip(wall, end)) in self.mutual]
            corners = [touch for tip in tips if not (touch := self.joined[tip]).is_splice]
            butts = [touch for touch in self.touches[wall] if self._is_butted_by(touch)]
            self.spans[wall] = [
                *(_Span(None, touch.other, *touch.mine.covered_by(touch.theirs), is_lapping=True) for touch in corners),
                *(
                    _Span(touch.others_tip, touch.other, *touch.span, is_lapping=self._can_lap(touch))
                    for touch in sorted(butts, key=lambda touch: self.rank[touch.other])
                ),
            ]
        return self.spans[wall]

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
        thickness = touch.theirs.thickness if touch.mine.is_square(touch.theirs) else from_64ths(far - near)
        lapped_by = None if tip in self.mutual else self._gives_way_to(tip)
        return EndMeeting(
            other=touch.other,
            joint=joint,
            is_corner=touch.others_end is not None,
            thickness=thickness,
            reach=reach,
            outside=self._outside(tip, touch, reach, thickness if joint is Joint.BUTT else 0),
            side=_side(touch),
            short=0 if reach - least <= 1 else reach - least,
            long_side=Line.LEFT if ends[0] >= ends[1] else Line.RIGHT,
            # A lap is given or taken by both walls alike, so both ask the same two questions.
            lap=self._lap(touch, joint) if lapped_by is None and self._can_lap(touch) else None,
            lapped_by=lapped_by,
        )

    def _outside(self, tip: _Tip, touch: _Touch, reach: Length, beyond: Length) -> Length:
        """From the plate's end to the corner as drawn where both walls are given by a face, else to the far side.

        Args:
            tip: The end.
            touch: What it meets.
            reach: Of its plate.
            beyond: How much of the other wall stands beyond the plate.
        """
        mine, theirs = touch.mine, touch.theirs
        is_drawn = mine.is_given_by_face and theirs.is_given_by_face
        if tip not in self.mutual or touch.is_splice or not is_drawn:
            return beyond
        corner = mine.crossing(0, theirs, 0)
        return from_64ths(corner - mine.length if tip.end is End.END else -corner) - reach

    def _joint(self, tip: _Tip, touch: _Touch) -> Joint:
        if tip not in self.mutual:
            return Joint.BUTT
        if touch.is_splice:
            return Joint.SPLICE
        if not touch.mine.is_square(touch.theirs):
            return Joint.MITER
        return Joint.THROUGH if self._runs_through(touch) else Joint.BUTT

    def _runs_through(self, touch: _Touch) -> bool:
        """By what one of the two ends says where they do not say the same, otherwise by the long-wall rule."""
        ends = (touch.end, touch.others_end)
        mine, theirs = (
            drawn.wall.ends.at(end) if end else None
            for drawn, end in zip((touch.mine, touch.theirs), ends, strict=True)
        )
        # Two ends that say the same contradict each other; then the rule decides, as if neither had spoken.
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
            case Joint.MITER:
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
                center = meeting.center if from_start else length - meeting.center
                free = min(free, center - half(meeting.thickness))
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
    if joint is Joint.MITER:
        # Walls that follow each other keep left to left; two that run at each other have left to right.
        is_following = touch.others_end is not end
        to_left, to_right = theirs.faces if is_following else (theirs.right, theirs.left)
        return mine.crossing(mine.left, theirs, to_left), mine.crossing(mine.right, theirs, to_right)
    cuts = [tuple(mine.crossing(my_face, theirs, face) for my_face in mine.faces) for face in theirs.faces]
    # Of the other wall's two faces the one this wall comes to first, seen from its own middle.
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
            if is_near and other.touches(drawn) and (not drawn.is_parallel(other) or drawn.is_in_line(other)):
                yield other, drawn
        waiting.append((bounds, drawn))
