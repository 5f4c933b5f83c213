"""Where the plates of a wall break: on which studs, clear of what is beside and above, and apart from each other."""

from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import NamedTuple

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half, inches, nearest
from bluff.core.measure.shapes import Span
from bluff.core.measure.slope import off_slope
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.wall.breaks import Broken, break_plate, ways_to_break
from bluff.core.wall.member import Member, Orientation, Role
from bluff.core.wall.plate_runs import PlateRuns, Run
from bluff.core.wall.wall_plan import WallPlan

_BESIDE_DOORWAY: Length = inches(24)
"""The bottom plate does not break so near to a doorway, where the piece left over would be too short to hold."""
_FOOT: Length = inches(12)


class Unkept(NamedTuple):
    """A plate that cannot break where that is decided, and why not."""

    plate: str
    why: Message


@dataclass(slots=True)
class Breaking:
    """Breaks the plates of one wall, from the bottom up, each knowing where those before it are broken.

    Broken all at once they could do better now and then, but nobody could say any more why a joint is where it is.

    Args:
        plan: The wall.
        runs: The stretches of its plates.
        doorways: Where the bottom plate is cut out.
        studs: What stands from plate to plate, on whose middles plates break.
        joints: Where plates were broken so far, and of which kind.
    """

    plan: WallPlan
    runs: PlateRuns
    doorways: Sequence[Span]
    studs: Sequence[Member]
    joints: list[tuple[Role, Length]] = field(default_factory=list)

    def broken(self, run: Run) -> Broken:
        """A stretch broken where that is decided, if it can be, and by the rule otherwise."""
        if self.is_decided(run):
            return Broken(self.decided(run))
        if self._is_one_board(run):
            return Broken(())
        return self._second_plate(run) if run.role is Role.CAP_PLATE else self._first_plate(run)

    def decided(self, run: Run) -> tuple[Length, ...]:
        """Where it is decided that a stretch breaks."""
        return tuple(at for at in self.plan.wall.breaks.of(run.plate) or () if run.start.value < at < run.end.value)

    def is_decided(self, run: Run) -> bool:
        """Whether it is decided where a stretch breaks, and can be broken there."""
        return self.plan.wall.breaks.of(run.plate) is not None and self.hindrance(run) is None

    def hindrance(self, run: Run) -> Message | None:
        """What keeps a stretch from breaking where that is decided."""
        breaks = self.decided(run)
        # A cap plate lies on the first top plate all along, so it can be broken without a stud.
        may = {*breaks} if run.role is Role.CAP_PLATE else {*self.middles(run)} | self.cut_out(run)
        for at in breaks:
            if at not in may:
                return self._why_not_at(at)
        longest = max(run.lengths(breaks))
        return message("no board is {length:length} long", length=longest) if longest > self.boards(run)[-1] else None

    def _why_not_at(self, at: Length) -> Message:
        if at not in map(middle_at, self.studs):
            return message("no {stud} has its middle at {at:length}", at=at)
        return message("the {stud} at {at:length} holds a joint of the other plate", at=at)

    def _first_plate(self, run: Run) -> Broken:
        """A stretch of a bottom plate or the first top plate, by the rule."""
        places = self.middles(run)
        clear = {place for place in places if self._is_clear(run, place)}
        # Plates above each other broken near each other would fold there when the wall is raised.
        apart = {place for place in places if self._is_apart(place, self.joints)}
        out = self.cut_out(run)
        wishes = (clear & apart, clear & apart | out, clear | out, apart | out, {*places} | out)
        return self._best_of(run, wishes)

    def _second_plate(self, run: Run) -> Broken:
        """A stretch of the second top plate, by the rule: its breaks away from those of the first."""
        first = [joint for joint in self.joints if joint[0] is Role.TOP_PLATE]
        centers = [place for place in self.middles(run) if self._is_apart(place, first)]
        broken = self._broken(run, centers)
        if not broken.off_stud:
            return broken
        feet = [place for place in range(*run.span, _FOOT) if self._is_apart(place, first)]
        return self._broken(run, [*centers, *feet])

    def middles(self, run: Run) -> dict[Length, Member]:
        """The middles of studs a stretch may break on.

        Never two joints of bottom and first top plate on one stud: it would be all there is between four boards.
        """
        joints = [] if run.role is Role.CAP_PLATE else [at for role, at in self.joints if role is not Role.CAP_PLATE]
        free = [stud for stud in self.studs if not any(stud.start <= at <= stud.end for at in joints)]
        return {middle_at(stud): stud for stud in free}

    def cut_out(self, run: Run) -> set[Length]:
        """Where a bottom plate may break in a doorway: at every foot, in the middle, and where a whole board ends."""
        if run.role is not Role.BOTTOM_PLATE or not self.plan.standard.plate_stock.in_doorways:
            return set()
        found: set[Length] = set()
        for doorway in self.doorways:
            whole = [run.start.value + board for board in self.boards(run)]
            whole += [run.end.value - board for board in self.boards(run)]
            found |= {half(doorway.start + doorway.end), *range(doorway.start, doorway.end, _FOOT)}
            found |= {place for place in whole if doorway.start <= place <= doorway.end}
        return found

    def strain(self, run: Run, breaks: Iterable[Length]) -> tuple[int, int]:
        """How many breaks of a stretch are near what it keeps clear of, and how many pairs of joints are near."""
        places = {*breaks} - self.cut_out(run)
        # A cap plate lies on the first top plate, and has nothing to do with the bottom one.
        others = [joint for joint in self.joints if {joint[0], run.role} != {Role.BOTTOM_PLATE, Role.CAP_PLATE}]
        return (
            sum(not self._is_clear(run, place) for place in places),
            sum(not self._is_apart(place, [other]) for place in places for other in others),
        )

    def ways(self, run: Run, count: int, most: int) -> Iterator[tuple[Length, ...]]:
        """Ways to break a stretch on the middles of studs and in doorways, in so many places.

        Args:
            run: The stretch.
            count: Of breaks.
            most: Ways; of more, some that lie evenly among them.
        """
        places = self._along(run, {*self.middles(run)} | self.cut_out(run))
        for along in ways_to_break(run.length(*run.span), places, self.boards(run), count, most):
            yield tuple(sorted(places[at] for at in along))

    def boards(self, run: Run) -> list[Length]:
        """How long a piece of plate the boards there are make: of one cut plumb both ends lose a triangle."""
        lost = nearest(self.plan.plate.thickness * abs(run.pitch))
        return [board - lost for board in (self.plan.treated_boards if run.is_treated else self.plan.boards)]

    def _is_clear(self, run: Run, place: Length) -> bool:
        """Whether a place keeps clear: on a bottom plate of doorways, on a first top plate of gaps above it."""
        match run.role:
            case Role.BOTTOM_PLATE:
                edges: Collection[Length] = [edge for doorway in self.doorways for edge in doorway]
                return all(abs(place - edge) >= _BESIDE_DOORWAY for edge in edges)
            case Role.TOP_PLATE:
                return all(abs(place - gap) >= self.plan.standard.plate_stock.offset for gap in self.runs.gaps)
            case _:
                return True

    def _is_apart(self, place: Length, joints: Iterable[tuple[Role, Length]]) -> bool:
        return all(abs(place - at) >= self.plan.standard.plate_stock.offset for _, at in joints)

    def _is_one_board(self, run: Run) -> bool:
        return run.length(*run.span) <= self.boards(run)[-1]

    def _best_of(self, run: Run, wishes: Sequence[Collection[Length]]) -> Broken:
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

    def _broken(self, run: Run, places: Iterable[Length]) -> Broken:
        """A stretch cut into boards, counted from the end the tape hooks on: a wall turned end for end breaks alike."""
        places_along = self._along(run, places)

        def back(at: Length) -> Length:
            """Where a break is along the wall: on its stud, or wherever it fell off one."""
            off = off_slope(at, run.pitch)
            return places_along.get(at, run.start.value + off if self._is_from_start else run.end.value - off)

        broken = break_plate(run.length(*run.span), places_along, self.boards(run))
        return Broken(*(tuple(sorted(map(back, found))) for found in (broken.breaks, broken.off_stud)))

    def _along(self, run: Run, places: Iterable[Length]) -> dict[Length, Length]:
        """Places of a stretch by how far along the plate itself they are from the end the tape hooks on."""
        start, end = run.span
        return {
            run.length(start, place) if self._is_from_start else run.length(place, end): place
            for place in places
            if start < place < end
        }

    @property
    def _is_from_start(self) -> bool:
        return self.plan.standard.datum.end is End.START


def middle_of(stud: Member) -> Sum:
    """Where a plate breaks on a stud: half its thickness from its side, rounded once.

    Half of where it starts and ends together would round another way where the thickness is an odd number of 64ths.
    """
    return stud.x.plus("half a {stud}", half(stud.width))


def middle_at(stud: Member) -> Length:
    """As `middle_of`, without its sum: every stud is asked for every plate."""
    return stud.start + half(stud.width)


def breaking(plan: WallPlan, runs: PlateRuns, uprights: Iterable[Member], doorways: Sequence[Span]) -> Breaking:
    """What breaks the plates of a wall.

    Args:
        plan: The wall.
        runs: The stretches of its plates.
        uprights: What stands in it.
        doorways: Where its bottom plate is cut out.
    """
    return Breaking(plan, runs, doorways, [piece for piece in uprights if _is_full_height(plan, piece)])


def _is_full_height(plan: WallPlan, piece: Member) -> bool:
    return (
        plan.is_under_plates(piece)
        and piece.orientation is Orientation.EDGE
        and piece.width == plan.stud.thickness
        and piece.bottom == plan.bottom.value
    )


def _cost(broken: Broken) -> tuple[int, int]:
    return len(broken.off_stud), len(broken.breaks)
