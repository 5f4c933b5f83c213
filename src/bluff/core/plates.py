"""Plates: bottom, top, and the second top plate that ties walls together.

lap
    Where a second top plate runs past its own wall onto the one it meets. At a corner that of the wall that
    butts runs long, and that of the wall that runs through stops short by as much; at an intersection the
    through wall's has a gap for it.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction
from math import ceil

from bluff.core.along import Along
from bluff.core.breaks import Broken, break_plate
from bluff.core.finding import Code, Finding, Severity
from bluff.core.layout import NARROWEST_GAP
from bluff.core.length import Length, format_inches, half, inches
from bluff.core.meeting import EndMeeting, Joint
from bluff.core.member import Member, Orientation, Plate, Role
from bluff.core.opening_frame import OpeningFrame, upright
from bluff.core.posts import Pocket
from bluff.core.schools import End, Floor, PlateTies
from bluff.core.sum import Sum
from bluff.core.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class PlateBoards:
    """The plates of a wall, cut into boards.

    Args:
        members: Every board, from the bottom up.
        studs: Added where boards meet, by crews who double them there.
        breaks: Where boards of the bottom plate and of the first top plate meet.
        findings: Breaks that have no stud, or stand too near to each other.
    """

    members: tuple[Member, ...]
    studs: tuple[Member, ...]
    breaks: tuple[tuple[Plate, Sum], ...]
    findings: tuple[Finding, ...]


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
    cuts = [edge for doorway in doorways for edge in (doorway.start.value, doorway.end)]
    cutter = _Cutter(
        plan, openings, cuts, [piece for piece in uprights if _is_full_height(plan, piece)], Along(uprights)
    )
    thick = plan.plate.thickness
    runs: list[_Run] = []
    for number in range(1, plan.standard.bottom_plates + 1):
        below = Sum.of("floor", 0) if number == 1 else Sum.of("bottom plate", (number - 1) * thick)
        place = "bottom_plate" if number == 1 else f"bottom_plate/{number}"
        runs.append(_Run(Role.BOTTOM_PLATE, place, Sum.of("start of the wall", 0), plan.plate_length, below))
    top = _Run(Role.TOP_PLATE, "top_plate", Sum.of("start of the wall", 0), plan.plate_length, plan.underside)
    runs.extend(_interrupted(top, pockets))
    caps = _cap_plates(plan) if plan.standard.top_plates == 2 else ()
    above = [pocket for pocket in pockets if pocket.top > plan.underside.value + thick]
    lapped = [part for cap in caps for part in _interrupted(cap, above)]
    members = [board for run in runs for board in cutter.first_plates(run, lapped)]
    members += [board for run in lapped for board in cutter.second_plate(run)]
    return PlateBoards(tuple(members), tuple(cutter.added), tuple(cutter.breaks), tuple(cutter.findings))


def _is_full_height(plan: WallPlan, piece: Member) -> bool:
    return (
        piece.orientation is Orientation.EDGE
        and piece.width == plan.stud.thickness
        and piece.bottom == plan.bottom.value
        and piece.height == plan.stud_length.value
    )


@dataclass(frozen=True, slots=True)
class _Run:
    """A stretch of plate without gaps."""

    role: Role
    place: str
    start: Sum
    end: Sum
    y: Sum


def _interrupted(run: _Run, pockets: Sequence[Pocket]) -> Iterator[_Run]:
    """What beams in pockets leave of a stretch of plate."""
    start, place = run.start, run.place
    for pocket in pockets:
        if pocket.end.value <= start.value or run.end.value <= pocket.start.value:
            continue
        yield replace(run, place=place, start=start, end=pocket.start)
        start, place = pocket.end, f"{run.place}/after/{pocket.post}"
    if run.end.value > start.value:
        yield replace(run, place=place, start=start)


def _cost(broken: Broken) -> tuple[int, int]:
    return len(broken.off_stud), len(broken.breaks)


@dataclass(slots=True)
class _Cutter:
    """Cuts stretches of plate into boards, remembering where it broke the ones before."""

    plan: WallPlan
    openings: Sequence[OpeningFrame]
    doorway_cuts: list[Length]
    studs: list[Member]
    uprights: Along
    added: list[Member] = field(default_factory=list)
    breaks: list[tuple[Plate, Sum]] = field(default_factory=list)
    findings: list[Finding] = field(default_factory=list)

    def first_plates(self, run: _Run, lapped: Sequence[_Run]) -> list[Member]:
        """Boards of a bottom plate or the first top plate."""
        stock = self.plan.standard.plate_stock
        if run.end.value - run.start.value <= stock.longest:
            return [self._board(run, run.place, run.start, run.end)]
        broken_on = {at.value for _, at in self.breaks}
        free = [stud for stud in self.studs if not any(stud.start <= at <= stud.end for at in broken_on)]
        places = {half(stud.start + stud.end): stud for stud in free}
        joints = set(self.doorway_cuts)
        distance = _BESIDE_DOORWAY
        if run.role is Role.TOP_PLATE:
            joints = {edge.value for part in lapped for edge in (part.start, part.end)}
            distance = stock.offset
        clear = {place for place in places if all(abs(place - joint) >= distance for joint in joints)}
        # Plates above each other broken near each other would fold there when the wall is raised.
        apart = {place for place in places if all(abs(place - at) >= stock.offset for at in broken_on)}
        broken = self._best_of(run, (clear & apart, clear, apart, places))
        name = run.role.replace("_", " ")
        for at in broken.off_stud:
            self.findings.append(
                Finding(
                    Code.PLATE_BREAK_OFF_STUD,
                    Severity.WARNING,
                    f"The {name} has to be broken at {format_inches(at)}, where no stud stands for both boards.",
                    "Nail a block or a scab of the same lumber under the joint, or get a longer board.",
                    at=at,
                )
            )
        sums = [self._doubled(places.get(at), at, run, broken.breaks) for at in broken.breaks]
        plate = Plate.TOP if run.role is Role.TOP_PLATE else Plate.BOTTOM
        if plate is Plate.TOP and self.plan.standard.top_plates == 1:
            self.findings.extend(_single_joint(at.value) for at in sums)
        self.breaks.extend((plate, at) for at in sums)
        if plate is Plate.TOP:
            self.findings.extend(self._near_gaps([at.value for at in sums], lapped))
        return self._boards(run, sums)

    def _near_gaps(self, breaks: Iterable[Length], lapped: Sequence[_Run]) -> Iterator[Finding]:
        """Breaks of the first top plate near a gap of the second one, where another wall's runs through."""
        offset = self.plan.standard.plate_stock.offset
        gaps = [before.end.value for before in lapped[:-1]] + [after.start.value for after in lapped[1:]]
        for at in breaks:
            gap = min(gaps, key=lambda gap: abs(gap - at), default=None)
            if gap is not None and abs(gap - at) < offset:
                yield Finding(
                    Code.PLATE_BREAKS_CLOSE,
                    Severity.WARNING,
                    f"The first top plate breaks at {format_inches(at)}, {format_inches(abs(gap - at))} from a gap of "
                    f"the second at {format_inches(gap)}; {format_inches(offset)} is asked for.",
                    "Get a longer board for the first plate, or tie the joint with a plate connector.",
                    at=at,
                )

    def second_plate(self, run: _Run) -> list[Member]:
        """Boards of the second top plate, their breaks away from those of the first."""
        stock = self.plan.standard.plate_stock
        if run.end.value - run.start.value <= stock.longest:
            return [self._board(run, run.place, run.start, run.end)]
        below = [at.value for plate, at in self.breaks if plate is Plate.TOP]

        def is_apart(place: Length) -> bool:
            return all(abs(place - at) >= stock.offset for at in below)

        centres = [place for stud in self.studs if is_apart(place := half(stud.start + stud.end))]
        broken = self._broken(run, centres)
        if broken.off_stud:
            # It lies on the first top plate all along, so it can be broken without a stud.
            feet = [place for place in range(run.start.value, run.end.value, inches(12)) if is_apart(place)]
            broken = self._broken(run, [*centres, *feet])
        for at in broken.breaks:
            if not is_apart(at):
                nearest_break = min(below, key=lambda other: abs(other - at))
                self.findings.append(
                    Finding(
                        Code.PLATE_BREAKS_CLOSE,
                        Severity.WARNING,
                        f"The second top plate breaks at {format_inches(at)}, {format_inches(abs(at - nearest_break))} "
                        f"from a break of the first; {format_inches(stock.offset)} is asked for.",
                        "Get a longer board for one of the two, or tie the joint with a plate connector.",
                        at=at,
                    )
                )
        return self._boards(run, [Sum.of("break", at) for at in broken.breaks])

    def _best_of(self, run: _Run, wishes: Iterable[Iterable[Length]]) -> Broken:
        """A stretch broken at the first of several sets of places with which no more boards are needed than must be.

        Few boards come before keeping clear of what is above or beside, and a stud under each break before both.
        """
        fewest = -(-(run.end.value - run.start.value) // self.plan.standard.plate_stock.longest) - 1
        best: Broken | None = None
        for places in wishes:
            broken = self._broken(run, places)
            if best is None or _cost(broken) < _cost(best):
                best = broken
            if _cost(best) == (0, fewest):
                break
        return best or Broken(())

    def _broken(self, run: _Run, places: Iterable[Length]) -> Broken:
        """A stretch cut into boards, counted from the end the tape hooks on: a wall turned end for end breaks alike."""
        start, end = run.start.value, run.end.value
        stock = self.plan.standard.plate_stock
        if self.plan.standard.datum.end is End.START:
            return break_plate(start, end, places, stock)
        turned = break_plate(-end, -start, [-place for place in places], stock)
        return Broken(tuple(-at for at in turned.breaks[::-1]), tuple(-at for at in turned.off_stud[::-1]))

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
            reaches = max(seam.value - before, after - seam.value) <= self.plan.standard.plate_stock.longest
            if reaches and self._is_free(x.value):
                place = f"{stud.id.removeprefix(f'{self.plan.id}/')}/double"
                added = upright(self.plan, Role.STUD, place, x, self.plan.bottom, self.plan.stud_length)
                self.added.append(added)
                self.uprights.add(added)
                return seam
        return middle

    def _is_free(self, start: Length) -> bool:
        """Whether a stud fits, leaving no gap beside it that nobody can nail into."""
        end = start + self.plan.stud.thickness
        if start < self.plan.stands_from or end > self.plan.stands_to:
            return False
        if any(opening.overlaps(start, end) for opening in self.openings):
            return False
        near = self.uprights.between(start - NARROWEST_GAP, end + NARROWEST_GAP)
        others = ((piece.start - end, start - piece.end) for piece in near)
        return all(max(gaps) == 0 or max(gaps) >= NARROWEST_GAP for gaps in others)

    def _boards(self, run: _Run, breaks: Sequence[Sum]) -> list[Member]:
        starts = [run.start, *breaks]
        ends = [*breaks, run.end]
        return [
            self._board(run, run.place if number == 1 else f"{run.place}/board/{number}", start, end)
            for number, (start, end) in enumerate(zip(starts, ends, strict=True), start=1)
        ]

    def _board(self, run: _Run, place: str, start: Sum, end: Sum) -> Member:
        plan = self.plan
        is_whole = start.value == 0 and end.value == plan.length
        length = plan.plate_length if is_whole else Sum.of("ends at", end.value).minus("starts at", start.value)
        return Member(
            id=f"{plan.id}/{place}",
            role=run.role,
            board=plan.plate,
            plies=1,
            orientation=Orientation.FLAT,
            x=start,
            y=run.y,
            length=length,
            width=length.value,
            height=plan.plate.thickness,
            is_treated=place.startswith("bottom_plate") and run.y.value == 0 and plan.standard.floor is Floor.SLAB,
        )


def check_laps(plan: WallPlan) -> Iterator[Finding]:
    """Every place where the top plates of two walls do not lap, so that a connector must tie them."""
    for end in End:
        meeting = plan.meetings.at(end)
        # One of the two says it, the one that would lap onto the other.
        if meeting is None or meeting.lap is not None or meeting.is_through:
            continue
        yield Finding(
            Code.NO_LAP,
            Severity.INFO,
            f"The top plates do not lap onto wall {meeting.other}: {_why_not(plan, meeting)}.",
            _TIE,
            at=0 if end is End.START else plan.length,
        )


_TIE = "Tie the two with a plate connector, as the drawings or the code ask."
_OTHER_HEIGHT = "its second plate lies at another height, or there is none, or the two do not meet square"
_NO_LAP = {
    Joint.MITRE: "both are cut to the mitre of the corner",
    Joint.SPLICE: "its second plate lies at another height, or there is none, or there is no room for a lap of 24",
}


def _why_not(plan: WallPlan, meeting: EndMeeting) -> str:
    if meeting.lapped_by:
        return f"that of wall {meeting.lapped_by} runs through there"
    if plan.standard.top_plates == 1:
        return "this wall has one top plate"
    if plan.standard.plate_ties is PlateTies.CONNECTORS:
        return "the crew butts them and ties them with connectors"
    return _NO_LAP.get(meeting.joint, _OTHER_HEIGHT)


def _single_joint(at: Length) -> Finding:
    return Finding(
        Code.SINGLE_PLATE_JOINT,
        Severity.INFO,
        f"The one top plate is in two pieces at {format_inches(at)}, with no second plate over the joint.",
        _TIE,
        at=at,
    )


def _cap_plates(plan: WallPlan) -> Iterator[_Run]:
    """The second top plate from lap to lap, and between the gaps where others run through."""
    y = plan.underside.plus("top plate", plan.plate.thickness)
    place, start = "cap_plate", _cap_start(plan.meetings.start)
    for intersection in plan.meetings.intersections:
        if not intersection.is_lapped:
            continue
        near = plan.centre_of(intersection).minus(f"half of {intersection.other}", half(intersection.thickness))
        if near.value > start.value:
            yield _Run(Role.CAP_PLATE, place, start, near, y)
        far = near.plus(f"gap for {intersection.other}", intersection.thickness)
        # Two walls may butt at one place from both sides: the plate goes on after the wider gap.
        if far.value > start.value:
            place, start = f"cap_plate/{intersection.other}", far
    end = _cap_end(plan.length, plan.meetings.end)
    if end.value > start.value:
        yield _Run(Role.CAP_PLATE, place, start, end, y)


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


@dataclass(frozen=True, slots=True)
class Ties:
    """How the second top plates of a floor are tied to each other.

    Args:
        laps: Places where one runs onto another wall, at corners and intersections.
        nails: 16d in all laps together.
        connectors: Places where nothing laps and a plate connector is called for.
    """

    laps: int
    nails: int
    connectors: int


def ties(plans: Iterable[WallPlan]) -> Ties:
    """Every tie of a floor, each counted once.

    Source: docs/rules.md, Where walls meet.
    """
    laps, driven, connectors = 0, 0, Fraction(0)
    for plan in plans:
        meetings = [meeting for end in End if (meeting := plan.meetings.at(end))]
        for meeting in meetings:
            # A butt is seen from the wall that butts alone, a mitre and a splice from both.
            share = Fraction(1, 1 if meeting.joint is Joint.BUTT else 2)
            if meeting.lap is None:
                connectors += 0 if meeting.joint is Joint.THROUGH else share
            elif meeting.joint is Joint.BUTT:
                laps += 1
                driven += plan.standard.nails.lap
    return Ties(laps, driven, ceil(connectors))
