"""From a job to wall plans: every position on its own plate, every way of framing decided.

`wall_plan` is the one place where ways are merged, plan dimensions become plate positions and the
stud length is settled. What comes out needs nothing else to be framed, and two equal wall plans frame
to the same wall.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from bluff.core.job.amounts import (
    Datum,
    MeasuredRoom,
    PrecutStuds,
    WallHeight,
)
from bluff.core.job.edit import SplitWall
from bluff.core.job.job import Job, Opening, Wall, WallKind
from bluff.core.job.marks import next_wall_id
from bluff.core.job.schools import (
    End,
    EndStuds,
    Line,
    PlateTies,
    WideFace,
)
from bluff.core.job.standard import Standard
from bluff.core.job.stock import Section
from bluff.core.job.top import Rake
from bluff.core.measure.length import Length, half, inches
from bluff.core.measure.lumber import Lumber
from bluff.core.measure.shapes import Span
from bluff.core.measure.slope import Slopes, Stretch, plumb
from bluff.core.measure.sum import Sum, counted
from bluff.core.message import Message, message, plural, template
from bluff.core.plan.joists import to_first_joist
from bluff.core.plan.junction import find_meetings
from bluff.core.plan.loose_ends import LooseEnd, loose_ends
from bluff.core.plan.meeting import Crossing, Intersection, Joint, Meetings, Profile
from bluff.core.plan.outline import inside, outline
from bluff.core.plan.placing import wall_span
from bluff.core.wall.member import Member
from bluff.core.wall.placed import NoPlace, PlacedClear, PlacedOpening, PlacedPost, Placer, edges_of
from bluff.core.wall.tops import Topped, top_of

HELD_BACK: Length = inches("1/8")
"""Of an end stud, where the wall slides between old ones."""


@dataclass(frozen=True)
class Crossed:
    """A wall that runs right through another one.

    Args:
        other: That wall.
        parts: Makes two of the wall that gives way to the longer; None where it cannot be split there.
        other_parts: The same of the one that would run through.
    """

    other: str
    parts: SplitWall | None
    other_parts: SplitWall | None


@dataclass(frozen=True)
class WallPlan:
    """A wall ready to be framed.

    Args:
        wall: What the plan says.
        standard: The ways that hold for it.
        plate: Lumber of its plates, sills and blocks.
        stud: Lumber of its studs, as wide as the plates.
        plate_length: Its bottom plate.
        top: The line of its top: the upper face of the highest top plate.
        stud_length: Its studs, under the lowest of its top plates where those do not lie level.
        meetings: What it meets, its places along the wall as drawn.
        boards: Lengths its lumber is sold in, short to long.
        treated_boards: As `boards`, treated.
        longest: The longest board of each section the stock lists.
        longest_unlisted: The longest board of any other section.
        openings: Those that have a place, in the order they were entered.
        posts: As the openings.
        clear: Bays that are kept clear, as the openings.
        lost: Openings, posts and such bays that have no place in it.
        loose_ends: Ends of it that nearly meet another wall.
        carried: How far before its hooked end the layout began that it carries on from a wall in line with it.
        stacked: How far along from its hooked end its layout begins, for studs to stand under the joists.
        like: The wall whose height its top takes at its low end, where nobody gave one.
        unlike: The wall at a gable's other end and its height, where that is another than the one that is taken.
        crossed: Walls that run right through it, and the edits that make two walls of either.
        over: Its ends that butt into a wall which is lower there, that wall, and how high it is.
    """

    wall: Wall
    standard: Standard
    plate: Lumber
    stud: Lumber
    plate_length: Sum
    top: Slopes
    stud_length: Sum
    meetings: Meetings
    boards: tuple[Length, ...]
    treated_boards: tuple[Length, ...]
    longest: tuple[tuple[Section, Length], ...]
    longest_unlisted: Length
    openings: tuple[PlacedOpening, ...]
    posts: tuple[PlacedPost, ...]
    clear: tuple[PlacedClear, ...]
    lost: tuple[NoPlace, ...]
    loose_ends: tuple[LooseEnd, ...]
    carried: Length | None = None
    stacked: Length | None = None
    like: str | None = None
    unlike: tuple[str, Length] | None = None
    over: tuple[tuple[End, str, Length], ...] = ()
    crossed: tuple[Crossed, ...] = ()

    def opening_at(self, along: Length) -> PlacedOpening | None:
        """The opening that a place along its plate lies in."""
        return next((placed for placed in self.openings if placed.start.value < along < placed.end), None)

    def __hash__(self) -> int:
        """By what tells the plans of a wall apart most often; whatever these have in common is compared.

        A framing is looked up by its plan at every edit, for every wall, and to hash every way and sum of each would
        take longer than anything else in between. Plans that differ in their ways alone are compared one by one, which
        is no more of them than framings are kept.
        """
        openings = ((one.id, one.start.value, one.head.value, one.rough) for one in self.openings)
        return hash((self.wall.id, self.plate_length.value, self.stud_length.value, *openings))

    @property
    def id(self) -> str:
        return self.wall.id

    @property
    def length(self) -> Length:
        """The bottom plate's length, which is where x ends."""
        return self.plate_length.value

    @cached_property
    def datum(self) -> Datum:
        """Where the on-center layout is measured from, as a shift from the plate's own end.

        The sheets of an exterior wall start at the outside of the building, those of a partition at its plate,
        those of a wall that goes on in line from another where the other's did. Under joists they start at one.
        """
        datum = self.standard.datum
        meeting = self.meetings.at(datum.end)
        if self.stacked is not None:
            return replace(datum, shift=self.stacked)
        if self.carried is not None:
            return replace(datum, shift=-self.carried)
        if meeting is None or self.wall.kind is not WallKind.EXTERIOR:
            return datum
        return replace(datum, shift=datum.shift - meeting.outside)

    @cached_property
    def stands_from(self) -> Length:
        """Where the first stud stands: flush, held back, or at the short point of a plate that is cut at an angle."""
        return self._behind(End.START)

    @cached_property
    def stands_to(self) -> Length:
        """Where the last stud must end."""
        return self.length - self._behind(End.END)

    @cached_property
    def sheeted_side(self) -> Line:
        """The side its sheets hang on: an exterior wall's outside, and of a partition the left."""
        drawn = outline(self.wall, self.plate.width)
        indoors = inside(drawn) if drawn else None
        return indoors.other if indoors else Line.LEFT

    @cached_property
    def wide_face(self) -> Line | None:
        """Which side the wide faces of its studs are on, None where both are alike."""
        if self.stud.narrow is None:
            return None
        outward = self.standard.stud_make.wide_face is WideFace.OUTSIDE
        return self.sheeted_side if outward else self.sheeted_side.other

    def side_called(self, side: Line) -> Message:
        """What a side is called on the wall: outside or inside, and of a partition left or right."""
        if self.wall.kind is not WallKind.EXTERIOR:
            return message("left") if side is Line.LEFT else message("right")
        return message("outside") if side is self.sheeted_side else message("inside")

    def letter_of_side(self, side: Line) -> str:
        """What is written beside a mark for a side: o or i, and on a partition l or r."""
        if self.wall.kind is not WallKind.EXTERIOR:
            return side[0]
        return "o" if side is self.sheeted_side else "i"

    @property
    def set_back(self) -> Length:
        """How far a stud's face on the side of the sheets lies behind its sides, where that is the narrow one."""
        if self.stud.narrow is None or self.wide_face is self.sheeted_side:
            return 0
        return half(self.stud.thickness - self.stud.narrow)

    def _behind(self, end: End) -> Length:
        meeting = self.meetings.at(end)
        if meeting:
            return meeting.short
        return HELD_BACK if self.standard.end_studs is EndStuds.HELD_BACK else 0

    def center_of(self, intersection: Intersection) -> Sum:
        """The center of a wall that butts into this one, on its plate."""
        center = Sum.of(message("center of {wall}", wall=intersection.other), intersection.center)
        start = self.meetings.start
        return center.plus(message("plate starts at {wall}", wall=start.other), start.reach) if start else center

    @cached_property
    def bottom(self) -> Sum:
        """Top of the bottom plates, where studs stand."""
        count = self.standard.bottom_plates
        return Sum.of(counted("bottom_plate", count), count * self.plate.thickness)

    @cached_property
    def underside(self) -> Sum:
        """Underside of the top plates above the floor, at the low end of the lowest of them."""
        return self.bottom.plus("{stud}", self.stud_length.value)

    @cached_property
    def ceiling(self) -> Slopes:
        """Underside of the top plates, all along the wall."""
        return self.top.lowered(self.standard.top_plates, self.plate.thickness)

    @cached_property
    def highest_underside(self) -> Length:
        """Underside of the top plates where it is highest."""
        return self.ceiling.highest_over(Span(0, self.length))

    def longest_board(self, section: Section) -> Length:
        """The longest board there is of a section."""
        return next((length for listed, length in self.longest if listed == section), self.longest_unlisted)

    @property
    def is_level(self) -> bool:
        """Whether its plates lie level from end to end."""
        return self.top.is_level

    def rise(self, x: Length, *, before: bool = False) -> Sum:
        """How much higher than `underside` the underside of the top plates is at a place; nothing on a level wall.

        Args:
            x: Along the plate.
            before: Where two stretches meet, under that which ends there.
        """
        return self.rise_on(self.ceiling.stretch_at(x, before=before), x)

    def rise_on(self, stretch: Stretch, x: Length) -> Sum:
        """As `rise`, by the stretch of the underside that is over the place."""
        begins = Sum(0, ()).plus(
            message("where the slope begins, at {at:length}", at=stretch.low_end), stretch.low - self.underside.value
        )
        run = message("run {run:length} x {slope:pitch}", run=stretch.run_to(x), slope=stretch.pitch)
        return begins.plus(run, stretch.at(x) - stretch.low)

    def is_under_plates(self, piece: Member) -> bool:
        """Whether an upright reaches the top plates."""
        if not piece.edges and self.is_level:
            return piece.top == self.underside.value
        reached = piece.edges.over[0].y if piece.edges else piece.top
        return reached == self.ceiling.at(piece.start)

    @cached_property
    def height(self) -> Sum:
        """The wall from the floor to the top of its plates, where it is highest."""
        count = self.standard.top_plates
        if self.is_level:
            return self.underside.plus(counted("top_plate", count), count * self.plate.thickness)
        highest = max(self.top.points, key=lambda point: point.y)
        lowest = self.top.lowest
        return Sum.of("top at its lowest", lowest.low).plus("rise to its highest", highest.y - lowest.low)


def with_ways(wall: Wall, **ways: Any) -> Wall:
    """A wall that does something otherwise, for the fix of a finding."""
    return replace(wall, ways=replace(wall.ways, **ways))


def wall_plans(job: Job) -> tuple[WallPlan, ...]:
    """Every wall of a job, in the order they were entered."""
    standards = {wall.id: job.standard_of(wall) for wall in job.walls}
    level = {wall.id: _level_height(standards[wall.id], wall) for wall in job.walls if wall.top is None}
    profiles = {wall.id: _profile(wall, standards[wall.id], Meetings(), level) for wall in job.walls}
    outlines = [drawn for wall in job.walls if (drawn := outline(wall, profiles[wall.id].thickness))]
    meetings = find_meetings(job.walls, outlines, profiles)
    # A level end that is as high as what it meets is known to be only once that is known.
    if late := [wall for wall in job.walls if isinstance(wall.top, Rake) and wall.top.flat and wall.top.height is None]:
        profiles |= {wall.id: _profile(wall, standards[wall.id], meetings[wall.id], level) for wall in late}
        meetings = find_meetings(job.walls, outlines, profiles)
    loose = loose_ends(outlines, meetings)
    openings: dict[str, list[Opening]] = {wall.id: [] for wall in job.walls}
    for opening in job.openings:
        openings[opening.wall].append(opening)
    plans = {
        wall.id: _wall_plan(job, wall, meetings[wall.id], openings[wall.id], loose.get(wall.id, ()), level)
        for wall in job.walls
    }
    return tuple(_among(plan, plans) for plan in plans.values())


def _among(plan: WallPlan, plans: Mapping[str, WallPlan]) -> WallPlan:
    """A wall with what is only known once all of them are."""
    carried, over = _carried(plan, plans), tuple(_over_others(plan, plans))
    crossed = tuple(_crossed(plan, crossing, plans) for crossing in plan.meetings.crossings)
    return replace(plan, carried=carried, over=over, crossed=crossed) if carried or over or crossed else plan


def _crossed(plan: WallPlan, crossing: Crossing, plans: Mapping[str, WallPlan]) -> Crossed:
    """A wall that runs right through this one, and which of the two can be made two that butt against the other."""
    other = plans[crossing.other]
    mine = _parted(plan, crossing.at, other, plans)
    theirs = _parted(other, crossing.others_at, plan, plans)
    return Crossed(other.id, *((theirs, mine) if crossing.is_through else (mine, theirs)))


def _parted(plan: WallPlan, at: Length, through: WallPlan, plans: Mapping[str, WallPlan]) -> SplitWall | None:
    """The edit that makes two walls of one, None where an opening or an end of it is in the way."""
    # Of a part that is no longer than the wall it butts against is thick, hardly anything would be left.
    is_too_near = min(at, plan.wall.run.length - at) <= through.plate.width + plan.plate.width
    if is_too_near or plan.opening_at(at + plan.meetings.drawn_start):
        return None
    return SplitWall(plan.id, at, next_wall_id(one.wall for one in plans.values()))


def _over_others(plan: WallPlan, plans: Mapping[str, WallPlan]) -> Iterator[tuple[End, str, Length]]:
    """The ends whose stud butts into a wall that is lower there, that wall, and how high it is."""
    for end in End:
        meeting = plan.meetings.at(end)
        if meeting is None or meeting.joint is not Joint.BUTT:
            continue
        # Of plates alone there is nothing to say: what ends beside nothing is a stud.
        other, mine = plans[meeting.other], plan.ceiling.at(0 if end is End.START else plan.length)
        span = wall_span(plan.id, other.length, other.meetings)
        there = other.top.highest_over(span) if span and span.length > 0 else mine
        if mine > there:
            yield end, other.id, there


def _carried(plan: WallPlan, plans: Mapping[str, WallPlan]) -> Length | None:
    """How far before its hooked end a wall's layout began; None when it begins there, or has a datum of its own.

    Source: docs/rules.md, Layout.
    """
    before: Length = 0
    # From wall to wall back to where the layout began. A ring is not possible: walls in a ring are not in line.
    while (
        plan.stacked is None and plan.wall.ways.datum is None and (meeting := plan.meetings.at(plan.standard.datum.end))
    ):
        following, is_splice = plan.id, meeting.joint is Joint.SPLICE
        onward = plans[meeting.other].meetings.at(plans[meeting.other].standard.datum.end.other)
        if not is_splice or onward is None or onward.other != following:
            break  # nothing in line, or a wall that is laid out from the splice as well
        plan = plans[meeting.other]
        before += plan.length
    return before - plan.datum.shift if before else None


def wall_plan(job: Job, wall: Wall) -> WallPlan:
    """One wall of a job, with everything about it decided.

    Openings that have no place (measured from one that is not there, or from each other) are left out
    and told of in `WallPlan.lost`.
    """
    return next(plan for plan in wall_plans(job) if plan.id == wall.id)


def _wall_plan(
    job: Job,
    wall: Wall,
    meetings: Meetings,
    entered: Sequence[Opening],
    loose: Sequence[LooseEnd],
    level: Mapping[str, Sum],
) -> WallPlan:
    standard = job.standard_of(wall)
    plate = standard.board(wall.stud)
    length = _plate_length(wall, standard, meetings)
    topped, studs = _topped(wall, standard, plate, length.value, meetings, level)
    place = Placer(job, wall, standard, plate, length, studs, meetings, topped.line)
    openings, lost_openings = place.openings(entered)
    posts, lost_posts = place.posts(edges_of(openings))
    clear, lost_clear = place.kept_clear(edges_of(openings))
    return WallPlan(
        wall=wall,
        standard=standard,
        plate=plate,
        stud=standard.stud_make.board(plate),
        plate_length=length,
        top=topped.line,
        stud_length=studs,
        meetings=meetings,
        boards=_boards(job, standard, Section(wall.stud)),
        treated_boards=_boards(job, standard, Section(wall.stud, is_treated=True)),
        longest=tuple((one.section, one.boards[-1].length) for one in job.stock.sections),
        longest_unlisted=max(job.standard.plate_stock.boards),
        openings=openings,
        posts=posts,
        clear=clear,
        lost=(*lost_openings, *lost_posts, *lost_clear),
        loose_ends=tuple(loose),
        stacked=to_first_joist(wall, standard, meetings),
        like=topped.like,
        unlike=topped.unlike,
    )


def _boards(job: Job, standard: Standard, section: Section) -> tuple[Length, ...]:
    """Lengths a section is sold in, as the stock lists them, or the standard's where it does not.

    Studs that are sold precut are no boards to a plate: nobody would splice it from them.
    """
    listed = job.stock.of(section)
    if not listed:
        return standard.plate_stock.boards
    precut = standard.studs.length if isinstance(standard.studs, PrecutStuds) else None
    return tuple(board.length for board in listed.boards if board.length != precut) or standard.plate_stock.boards


def _topped(
    wall: Wall, standard: Standard, plate: Lumber, length: Length, meetings: Meetings, level: Mapping[str, Sum]
) -> tuple[Topped, Sum]:
    """The top of a wall, and its studs under the lowest of it.

    A level wall is made of its studs, any other of its top: what is left below the plates there is the short stud.

    Source: docs/rules.md. At 5/12 a height of 97 1/8 leaves 97 1/8 - 1 1/2 - 3 1/4 = 92 3/8.
    """
    if wall.top is None:
        height = level[wall.id]
        return Topped(Slopes.level(length, height.value), height), stud_length(standard, plate.thickness)
    topped = top_of(wall.top, length, meetings, _level_height(standard, wall), level)
    pitch, plates = topped.line.lowest.pitch, standard.top_plates
    name = counted("top_plate", plates)
    under = topped.lowest.minus(
        message("{plates}, plumb at {slope:pitch}", plates=name, slope=pitch) if pitch else name,
        plates * plumb(plate.thickness, pitch),
    )
    bottom = standard.bottom_plates
    return topped, under.minus(counted("bottom_plate", bottom), bottom * plate.thickness)


def _level_height(standard: Standard, wall: Wall) -> Sum:
    """How high a level wall of these studs and plates is."""
    thick = standard.board(wall.stud).thickness
    bottom, top = standard.bottom_plates, standard.top_plates
    studs = stud_length(standard, thick).plus(counted("bottom_plate", bottom), bottom * thick)
    return studs.plus(counted("top_plate", top), top * thick)


def _profile(wall: Wall, standard: Standard, meetings: Meetings, level: Mapping[str, Sum]) -> Profile:
    plate = standard.board(wall.stud)
    if standard.top_plates == 1 or standard.plate_ties is PlateTies.CONNECTORS:
        return Profile(plate.width, None)
    if wall.top is None:
        return Profile(plate.width, _level_height(standard, wall).value - plate.thickness)
    # Nothing laps onto a slope. What lies level at an end of it does, if at the height of what it meets.
    line = top_of(wall.top, wall.run.length, meetings, _level_height(standard, wall), level).line
    first, last = line.stretches[0], line.stretches[-1]
    at_start, at_end = (None if one.pitch else one.low - plate.thickness for one in (first, last))
    return Profile(plate.width, at_start if line.is_level else None, at_start, at_end)


def _plate_length(wall: Wall, standard: Standard, meetings: Meetings) -> Sum:
    """The wall as drawn, out to the far face of what it runs past, in to the face of what it butts into.

    A wall that goes into a measured room stands between old walls at its free ends, and leaves the panels there room
    to run past it.

    Source: docs/rules.md, Plates and studs. 144 between old walls, 1/2 a side: 143.
    """
    length = Sum.of("wall length", wall.run.length)
    is_fitted = isinstance(standard.studs, MeasuredRoom)
    for end in End:
        if meeting := meetings.at(end):
            length = length.plus(message(_JOINED[meeting.joint, end], wall=meeting.other), meeting.reach)
        elif is_fitted:
            length = length.minus(_PANEL_GAP[end], standard.panel_gap)
    return length


_JOINED = {
    (Joint.THROUGH, End.START): template("runs past {wall} at the start"),
    (Joint.THROUGH, End.END): template("runs past {wall} at the end"),
    (Joint.BUTT, End.START): template("butts into {wall} at the start"),
    (Joint.BUTT, End.END): template("butts into {wall} at the end"),
    (Joint.MITER, End.START): template("mitered with {wall} at the start"),
    (Joint.MITER, End.END): template("mitered with {wall} at the end"),
    (Joint.SPLICE, End.START): template("goes on in {wall} at the start"),
    (Joint.SPLICE, End.END): template("goes on in {wall} at the end"),
}
_PANEL_GAP = {
    End.START: message("gap for the panel at the start"),
    End.END: message("gap for the panel at the end"),
}


def stud_length(standard: Standard, plate: Length) -> Sum:
    """The length of a full-height stud.

    Precut studs are as long as they are sold; otherwise the wall's height, or that of the room less the play, less
    all its plates.

    Args:
        standard: The wall's ways.
        plate: Thickness of one plate.

    Source: docs/rules.md, Plates and studs. 92 5/8 + 4 1/2 = 97 1/8.
    """
    match standard.studs:
        case PrecutStuds(length):
            return Sum.of("precut {stud}", length)
        case WallHeight(wall_height):
            height = Sum.of("wall height", wall_height)
        case MeasuredRoom(heights, play) as room:
            name = plural("measured height", "smallest of {count} readings", count=len(heights))
            height = Sum.of(name, room.smallest).minus("play", play)
    return height.minus(counted("bottom_plate", standard.bottom_plates), standard.bottom_plates * plate).minus(
        counted("top_plate", standard.top_plates), standard.top_plates * plate
    )
