"""Plates: bottom, top, and the second top plate that ties walls together.

lap
    Where a second top plate runs past its own wall onto the one it meets. At a corner that of the wall that
    butts runs long, and that of the wall that runs through stops short by as much; at an intersection the
    through wall's has a gap for it.
"""

from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction

from bluff.core.job.schools import End, Floor
from bluff.core.measure.length import Length, format_inches, half, inches, nearest
from bluff.core.measure.shapes import Corner, Edges, Span
from bluff.core.measure.slope import LEVEL, Slopes, Stretch, bevel, format_pitch, off_slope, on_slope, plumb
from bluff.core.measure.sum import Sum
from bluff.core.plan.meeting import EndMeeting
from bluff.core.wall.along import Along
from bluff.core.wall.breaks import Broken, break_plate
from bluff.core.wall.layout import NARROWEST_GAP
from bluff.core.wall.member import Bevel, Member, Orientation, Role, lying
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.posts import Pocket
from bluff.core.wall.upright import upright
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Break:
    """Where two boards of a plate meet.

    Args:
        plate: Which plate, by its role.
        at: Along the wall.
        is_on_stud: Whether a stud stands under both boards, or another plate lies there.
    """

    plate: Role
    at: Sum
    is_on_stud: bool = True


@dataclass(frozen=True, slots=True)
class PlateBoards:
    """The plates of a wall, cut into boards.

    Args:
        members: Every board, from the bottom up.
        studs: Added where boards meet, by crews who double them there.
        breaks: Where boards meet, plate by plate from the bottom up.
    """

    members: tuple[Member, ...]
    studs: tuple[Member, ...]
    breaks: tuple[Break, ...]


_BESIDE_DOORWAY: Length = inches(24)
"""The bottom plate does not break so near to a doorway, where the piece left over would be too short to hold."""


def plates(
    plan: WallPlan, uprights: Sequence[Member], openings: Sequence[OpeningFrame], pockets: Sequence[Pocket]
) -> PlateBoards:
    """Every board of a wall's plates, from the bottom up.

    Bottom and first top plate break on the middle of a stud, never on the same one; the second top plate
    has its gaps and laps, and breaks at a distance from the first one's breaks.

    Args:
        plan: The wall.
        uprights: What stands in it.
        openings: Those that are framed; the bottom plate breaks away from its doorways.
        pockets: Where beams break the top plates.

    Source: docs/rules.md, Plates and studs.
    """
    doorways = [opening.placed for opening in openings if not opening.has_sill]
    cuts = [Span(doorway.start.value, doorway.end) for doorway in doorways]
    studs = [piece for piece in uprights if _is_full_height(plan, piece)]
    cutter = _Cutter(plan, openings, cuts, studs, Along(uprights))
    thick = plan.plate.thickness
    runs: list[_Run] = []
    for number in range(1, plan.standard.bottom_plates + 1):
        below = Sum.of("floor", 0) if number == 1 else Sum.of("bottom plate", (number - 1) * thick)
        piece = PieceId(plan.id, "bottom_plate", number=number)
        runs.append(_Run(Role.BOTTOM_PLATE, piece, Sum.of("start of the wall", 0), plan.plate_length, below))
    piece = PieceId(plan.id, "top_plate")
    top = _Run(Role.TOP_PLATE, piece, Sum.of("start of the wall", 0), plan.plate_length, plan.underside)
    runs.extend(part for slope in _on_slopes(top, plan.ceiling) for part in _interrupted(slope, pockets))
    second = plan.top.lowered(1, thick)
    caps = _cap_plates(plan) if plan.standard.top_plates == 2 else ()
    above = [pocket for pocket in pockets if pocket.top > second.lowest_over(pocket.span)]
    lapped = [part for cap in caps for slope in _on_slopes(cap, second) for part in _interrupted(slope, above)]
    members = [board for run in runs for board in cutter.first_plates(run, lapped)]
    members += [board for run in lapped for board in cutter.second_plate(run)]
    return PlateBoards(tuple(members), tuple(cutter.added), tuple(cutter.breaks))


def _is_full_height(plan: WallPlan, piece: Member) -> bool:
    return (
        plan.is_under_plates(piece)
        and piece.orientation is Orientation.EDGE
        and piece.width == plan.stud.thickness
        and piece.bottom == plan.bottom.value
    )


@dataclass(frozen=True, slots=True)
class _Run:
    """A stretch of plate without gaps.

    Args:
        role, piece: Of its first board.
        start, end: Along the wall.
        y: Its underside, or that of the lowest of its kind where they do not lie level.
        under: The slope its underside lies on, where it lies on one.
    """

    role: Role
    piece: PieceId
    start: Sum
    end: Sum
    y: Sum
    under: Stretch | None = None

    @property
    def span(self) -> Span:
        return Span(self.start.value, self.end.value)

    @property
    def pitch(self) -> Fraction:
        return self.under.pitch if self.under else LEVEL

    def length(self, start: Length, end: Length) -> Length:
        """From one place to another along the plate itself."""
        return on_slope(end - start, self.pitch)


def _on_slopes(run: _Run, underside: Slopes) -> Iterator[_Run]:
    """A plate parted where its slope changes: there the boards meet in plumb cuts."""
    if underside.is_level:
        yield run
        return
    for number, (stretch, span) in enumerate(underside.pieces(run.span), start=1):
        start = run.start if span.start == run.start.value else Sum.of("where the slope changes", span.start)
        end = run.end if span.end == run.end.value else Sum.of("where the slope changes", span.end)
        # Named by which slope it is on, so that a lap more or less at an end renames nothing.
        yield replace(run, piece=run.piece._replace(number=number), start=start, end=end, under=stretch)


def _interrupted(run: _Run, pockets: Sequence[Pocket]) -> Iterator[_Run]:
    """What beams in pockets leave of a stretch of plate."""
    start, piece = run.start, run.piece
    for pocket in pockets:
        if pocket.end.value <= start.value or run.end.value <= pocket.start.value:
            continue
        if pocket.start.value > start.value:
            yield replace(run, piece=piece, start=start, end=pocket.start)
        start, piece = pocket.end, run.piece._replace(by=Of(Part.POST, pocket.post))
    if run.end.value > start.value:
        yield replace(run, piece=piece, start=start)


def _cost(broken: Broken) -> tuple[int, int]:
    return len(broken.off_stud), len(broken.breaks)


@dataclass(slots=True)
class _Cutter:
    """Cuts stretches of plate into boards, remembering where it broke the ones before."""

    plan: WallPlan
    openings: Sequence[OpeningFrame]
    doorways: list[Span]
    studs: list[Member]
    uprights: Along
    added: list[Member] = field(default_factory=list)
    breaks: list[Break] = field(default_factory=list)

    def first_plates(self, run: _Run, lapped: Sequence[_Run]) -> list[Member]:
        """Boards of a bottom plate or the first top plate."""
        stock = self.plan.standard.plate_stock
        if self._is_one_board(run):
            return self._boards(run, ())
        # Plates are broken from the bottom up, each knowing where those before it are: broken all at once they could
        # do better now and then, but nobody could say any more why a joint is where it is.
        broken_on = {there.at.value for there in self.breaks}
        # Never two joints on one stud: it would be all there is between four boards.
        free = [stud for stud in self.studs if not any(stud.start <= at <= stud.end for at in broken_on)]
        places = {half(stud.start + stud.end): stud for stud in free}
        # What it keeps clear of: a bottom plate of the doorways it is cut out of, a top plate of the gaps above it.
        joints = {edge for doorway in self.doorways for edge in doorway}
        distance = _BESIDE_DOORWAY
        if run.role is Role.TOP_PLATE:
            joints = {edge for part in lapped for edge in part.span}
            distance = stock.offset
        clear = {place for place in places if all(abs(place - joint) >= distance for joint in joints)}
        # Plates above each other broken near each other would fold there when the wall is raised.
        apart = {place for place in places if all(abs(place - at) >= stock.offset for at in broken_on)}
        cut_out = self._cut_out(run)
        wishes = (clear & apart, clear & apart | cut_out, clear | cut_out, apart | cut_out, {*places} | cut_out)
        broken = self._best_of(run, wishes)
        breaks = [
            Break(run.role, self._doubled(places.get(at), at, run, broken.breaks), at not in broken.off_stud)
            if at not in cut_out
            else Break(run.role, Sum.of("in the doorway, where it is cut out", at))
            for at in broken.breaks
        ]
        self.breaks += breaks
        return self._boards(run, breaks)

    def _cut_out(self, run: _Run) -> set[Length]:
        """Where a bottom plate may break in a doorway: at every foot, in the middle, and where a whole board ends."""
        if run.role is not Role.BOTTOM_PLATE or not self.plan.standard.plate_stock.in_doorways:
            return set()
        found: set[Length] = set()
        for doorway in self.doorways:
            whole = [run.start.value + board for board in self._boards_for(run)]
            whole += [run.end.value - board for board in self._boards_for(run)]
            found |= {half(doorway.start + doorway.end), *range(doorway.start, doorway.end, inches(12))}
            found |= {place for place in whole if doorway.start <= place <= doorway.end}
        return found

    def second_plate(self, run: _Run) -> list[Member]:
        """Boards of the second top plate, their breaks away from those of the first."""
        stock = self.plan.standard.plate_stock
        if self._is_one_board(run):
            return self._boards(run, ())
        below = [there.at.value for there in self.breaks if there.plate is Role.TOP_PLATE]

        def is_apart(place: Length) -> bool:
            return all(abs(place - at) >= stock.offset for at in below)

        centres = [place for stud in self.studs if is_apart(place := half(stud.start + stud.end))]
        broken = self._broken(run, centres)
        if broken.off_stud:
            # It lies on the first top plate all along, so it can be broken without a stud.
            feet = [place for place in range(run.start.value, run.end.value, inches(12)) if is_apart(place)]
            broken = self._broken(run, [*centres, *feet])
        breaks = [Break(run.role, Sum.of("break", at)) for at in broken.breaks]
        self.breaks += breaks
        return self._boards(run, breaks)

    def _best_of(self, run: _Run, wishes: Sequence[Collection[Length]]) -> Broken:
        """A stretch broken at the first of several sets of places that takes no more boards than the last one does.

        The last holds all the others, so none of them can do better. Few boards come before keeping clear of what is
        above or beside, and a stud under each break before both.
        """
        *stricter, anywhere = wishes
        loosest = self._broken(run, anywhere)
        for places in stricter:
            if len(places) == len(anywhere):
                break
            broken = self._broken(run, places)
            if _cost(broken) == _cost(loosest):
                return broken
        return loosest

    def _broken(self, run: _Run, places: Iterable[Length]) -> Broken:
        """A stretch cut into boards, counted from the end the tape hooks on: a wall turned end for end breaks alike."""
        start, end = run.span
        is_from_start = self.plan.standard.datum.end is End.START

        def along(place: Length) -> Length:
            return run.length(start, place) if is_from_start else run.length(place, end)

        places_along = {along(place): place for place in places if start < place < end}

        def back(at: Length) -> Length:
            """Where a break is along the wall: on its stud, or wherever it fell off one."""
            off = off_slope(at, run.pitch)
            return places_along.get(at, start + off if is_from_start else end - off)

        broken = break_plate(run.length(start, end), places_along, self._boards_for(run))
        return Broken(*(tuple(sorted(map(back, found))) for found in (broken.breaks, broken.off_stud)))

    def _boards_for(self, run: _Run) -> list[Length]:
        """How long a piece of plate the boards there are make: of one cut plumb both ends lose a triangle."""
        lost = nearest(self.plan.plate.thickness * abs(run.pitch))
        return [board - lost for board in self.plan.standard.plate_stock.boards]

    def _is_one_board(self, run: _Run) -> bool:
        return run.length(*run.span) <= self._boards_for(run)[-1]

    def _doubled(self, stud: Member | None, at: Length, run: _Run, breaks: Sequence[Length]) -> Sum:
        """Where a break really goes: the middle of its stud, or beside it where a second stud is added there."""
        if stud is None:
            return Sum.of("break", at)
        thick = self.plan.stud.thickness
        middle = stud.x.plus("half a stud", half(thick))
        if not self.plan.standard.plate_stock.doubled_studs:
            return middle
        ends = [run.start.value, *breaks, run.end.value]
        before, after = max(end for end in ends if end < at), min(end for end in ends if end > at)
        beside = (
            (stud.x.plus("stud", thick), stud.x.plus("stud", thick)),
            (stud.x.minus("stud at the break", thick), stud.x),
        )
        for x, seam in beside:
            # The seam moves by half a stud, which may be more than the boards beside it have left.
            reaches = run.length(0, max(seam.value - before, after - seam.value)) <= self._boards_for(run)[-1]
            if reaches and self._is_free(x.value):
                piece = PieceId(self.plan.id, "stud", by=stud.id)
                added = upright(self.plan, Role.STUD, piece, x, self.plan.bottom, self.plan.stud_length)
                self.added.append(added)
                self.uprights.add(added)
                return seam
        return middle

    def _is_free(self, start: Length) -> bool:
        """Whether a stud fits, leaving no gap beside it that nobody can nail into."""
        end = start + self.plan.stud.thickness
        if start < self.plan.stands_from or end > self.plan.stands_to:
            return False
        if any(opening.pack.overlaps(Span(start, end)) for opening in self.openings):
            return False
        near = self.uprights.between(start - NARROWEST_GAP, end + NARROWEST_GAP)
        others = ((piece.start - end, start - piece.end) for piece in near)
        return all(max(gaps) == 0 or max(gaps) >= NARROWEST_GAP for gaps in others)

    def _boards(self, run: _Run, breaks: Sequence[Break]) -> list[Member]:
        starts = [run.start, *(there.at for there in breaks)]
        ends = [*(there.at for there in breaks), run.end]
        return [
            self._board(run, run.piece._replace(board=number), start, end)
            for number, (start, end) in enumerate(zip(starts, ends, strict=True), start=1)
        ]

    def _board(self, run: _Run, piece: PieceId, start: Sum, end: Sum) -> Member:
        plan = self.plan
        if run.under and run.pitch:
            return self._sloped_board(run, run.under, piece, start, end)
        y = run.y
        if run.under:
            y = y.plus("level with its slope", run.under.low - y.value)
        is_whole = start.value == 0 and end.value == plan.length
        length = plan.plate_length if is_whole else Sum.of("ends at", end.value).minus("starts at", start.value)
        is_treated = run.role is Role.BOTTOM_PLATE and y.value == 0 and plan.standard.floor is Floor.SLAB
        return lying(piece, run.role, plan.plate, start, y, length, plan.plate.thickness, is_treated=is_treated)

    def _sloped_board(self, run: _Run, under: Stretch, piece: PieceId, start: Sum, end: Sum) -> Member:
        """A board on the slope, plumb cut at both ends.

        Source: docs/rules.md. 157 along 5/12 is 170 1/16, and 1 5/8 plumb.
        """
        plan = self.plan
        span = Span(start.value, end.value)
        # The face below and the face above are as long: the cuts are parallel.
        length = Sum.of(f"run {format_inches(span.length)} along {format_pitch(run.pitch)}", run.length(*span))
        low, high = sorted((under.at(span.start), under.at(span.end)))
        thick = plumb(plan.plate.thickness, run.pitch)
        lower = (Corner(span.start, under.at(span.start)), Corner(span.end, under.at(span.end)))
        return Member(
            id=piece,
            role=run.role,
            board=plan.plate,
            plies=1,
            orientation=Orientation.FLAT,
            x=start,
            y=run.y.plus("up the slope at its low end", low - run.y.value),
            length=length,
            width=span.length,
            height=high - low + thick,
            bevel=Bevel(None, bevel(run.pitch)),
            edges=Edges(lower, tuple(Corner(x, y + thick) for x, y in lower)),
        )


def _cap_plates(plan: WallPlan) -> Iterator[_Run]:
    """The second top plate from lap to lap, and between the gaps where others run through."""
    y = plan.underside.plus("top plate", plan.plate.thickness)
    piece, start = PieceId(plan.id, "cap_plate"), _cap_start(plan.meetings.start)
    for intersection in plan.meetings.intersections:
        if not intersection.is_lapped:
            continue
        near = plan.centre_of(intersection).minus(f"half of {intersection.other}", half(intersection.thickness))
        if near.value > start.value:
            yield _Run(Role.CAP_PLATE, piece, start, near, y)
        far = near.plus(f"gap for {intersection.other}", intersection.thickness)
        # Two walls may butt at one place from both sides: the plate goes on after the wider gap, and is named by the
        # wall that made it.
        if far.value > start.value:
            piece, start = piece._replace(by=Of(Part.INTERSECTION, intersection.other)), far
    end = _cap_end(plan.length, plan.meetings.end)
    if end.value > start.value:
        yield _Run(Role.CAP_PLATE, piece, start, end, y)


def _cap_start(meeting: EndMeeting | None) -> Sum:
    start = Sum.of("start of the wall", 0)
    return start if meeting is None else start.minus(*_lap(meeting))


def _cap_end(length: Length, meeting: EndMeeting | None) -> Sum:
    end = Sum.of("plate length", length)
    return end if meeting is None else end.plus(*_lap(meeting))


def _lap(meeting: EndMeeting) -> tuple[str, Length]:
    """How far the second top plate runs beyond the plate's end; short of it where the other wall's laps onto it."""
    if meeting.lap is None:
        return f"no lap with {meeting.other}", 0
    return (f"room for the lap of {meeting.other}" if meeting.lap < 0 else f"lap onto {meeting.other}"), meeting.lap
