"""Plates: bottom, top, and the second top plate that ties walls together, cut into boards."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, fields

from bluff.core.job.special import PlateBreaks
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Corner, Edges, Span
from bluff.core.measure.slope import Stretch, bevel, plumb
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.along import Along
from bluff.core.wall.breaks import Broken
from bluff.core.wall.layout import NARROWEST_GAP
from bluff.core.wall.member import Bevel, Member, Orientation, Role, lying
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.piece import PieceId
from bluff.core.wall.plate_breaks import Breaking, Unkept, breaking, middle_of
from bluff.core.wall.plate_runs import PlateRuns, Run, plate_runs
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
        unkept: Plates for which it is decided where they break, and that cannot break there, each once.
    """

    members: tuple[Member, ...]
    studs: tuple[Member, ...]
    breaks: tuple[Break, ...]
    unkept: tuple[Unkept, ...] = ()


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
    runs = plate_runs(plan, pockets)
    cutter = _Cutter(plan, openings, breaking(plan, runs, uprights, doorways(openings)), Along(uprights))
    members = [board for run in (*runs.first, *runs.second) for board in cutter.boards(run)]
    unkept: dict[str, Unkept] = {}
    for one in (*cutter.unkept, *_nowhere(plan, runs)):
        unkept.setdefault(one.plate, one)
    return PlateBoards(tuple(members), tuple(cutter.added), tuple(cutter.breaks), tuple(unkept.values()))


def _nowhere(plan: WallPlan, runs: PlateRuns) -> Iterator[Unkept]:
    """Plates that are decided to break where there is none of them: past the end of the wall, or in a gap."""
    for plate in (one.name for one in fields(PlateBreaks)):
        spans = [run.span for run in (*runs.first, *runs.second) if run.plate == plate]
        places = plan.wall.breaks.of(plate) or ()
        for at in places:
            if not any(span.start < at < span.end for span in spans):
                yield Unkept(plate, message("there is none of it at {at:length}", at=at))


def doorways(openings: Sequence[OpeningFrame]) -> list[Span]:
    """Where a wall's bottom plate is cut out."""
    return [Span(opening.placed.start.value, opening.placed.end) for opening in openings if not opening.has_sill]


@dataclass(slots=True)
class _Cutter:
    """Cuts stretches of plate into boards where they break."""

    plan: WallPlan
    openings: Sequence[OpeningFrame]
    breaking: Breaking
    uprights: Along
    added: list[Member] = field(default_factory=list)
    breaks: list[Break] = field(default_factory=list)
    unkept: list[Unkept] = field(default_factory=list)

    def boards(self, run: Run) -> list[Member]:
        """The boards of a stretch of plate."""
        if self.plan.wall.breaks.of(run.plate) is not None and (why := self.breaking.hindrance(run)):
            self.unkept.append(Unkept(run.plate, why))
        broken = self.breaking.broken(run)
        breaks = [*self._breaks(run, broken)]
        self.breaks += breaks
        self.breaking.joints += [(run.role, there.at.value) for there in breaks]
        starts = [run.start, *(there.at for there in breaks)]
        ends = [*(there.at for there in breaks), run.end]
        return [
            self._board(run, run.piece._replace(board=number), start, end)
            for number, (start, end) in enumerate(zip(starts, ends, strict=True), start=1)
        ]

    def _breaks(self, run: Run, broken: Broken) -> Iterator[Break]:
        if not broken.breaks:
            return
        studs, cut_out = self.breaking.middles(run), self.breaking.cut_out(run)
        for at in broken.breaks:
            if run.role is Role.CAP_PLATE:
                # It lies on the first top plate all along, which is nailed to the studs.
                yield Break(run.role, Sum.of("splice", at))
            elif at in cut_out:
                yield Break(run.role, Sum.of("in the doorway, where it is cut out", at))
            else:
                yield Break(run.role, self._doubled(studs.get(at), at, run, broken.breaks), at not in broken.off_stud)

    def _doubled(self, stud: Member | None, at: Length, run: Run, breaks: Sequence[Length]) -> Sum:
        """Where a break really goes: the middle of its stud, or beside it where a second stud is added there."""
        if stud is None:
            return Sum.of("splice", at)
        thick = self.plan.stud.thickness
        middle = middle_of(stud)
        if not self.plan.standard.plate_stock.doubled_studs:
            return middle
        ends = [run.start.value, *breaks, run.end.value]
        before, after = max(end for end in ends if end < at), min(end for end in ends if end > at)
        beside = (
            (stud.x.plus("{stud}", thick), stud.x.plus("{stud}", thick)),
            (stud.x.minus("{stud} at the splice", thick), stud.x),
        )
        for x, seam in beside:
            # The seam moves by half a stud, which may be more than the boards beside it have left.
            reaches = run.length(0, max(seam.value - before, after - seam.value)) <= self.breaking.boards(run)[-1]
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

    def _board(self, run: Run, piece: PieceId, start: Sum, end: Sum) -> Member:
        plan = self.plan
        if run.under and run.pitch:
            return self._sloped_board(run, run.under, piece, start, end)
        y = run.y
        if run.under:
            y = y.plus("level with its slope", run.under.low - y.value)
        is_whole = start.value == 0 and end.value == plan.length
        length = plan.plate_length if is_whole else Sum.of("ends at", end.value).minus("starts at", start.value)
        return lying(piece, run.role, plan.plate, start, y, length, plan.plate.thickness, is_treated=run.is_treated)

    def _sloped_board(self, run: Run, under: Stretch, piece: PieceId, start: Sum, end: Sum) -> Member:
        """A board on the slope, plumb cut at both ends.

        Source: docs/rules.md. 157 along 5/12 is 170 1/16, and 1 5/8 plumb.
        """
        plan = self.plan
        span = Span(start.value, end.value)
        # The face below and the face above are as long: the cuts are parallel.
        length = Sum.of(
            message("run {run:length} along {slope:pitch}", run=span.length, slope=run.pitch), run.length(*span)
        )
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
