"""What the plan puts into a wall, on the wall's own plate: openings, posts, bays that are kept clear.

`Placer` is the one place where plan dimensions become plate positions, and where it is settled which header, how
many jacks and kings, and which head an opening has.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from bluff.core.job.header import HeaderBoards, HeaderPlace, header_boards
from bluff.core.job.job import Job, Opening, Wall
from bluff.core.job.position import At, Centered, FromOpening, FromWall
from bluff.core.job.rough_opening import RoughOpening, rough_opening
from bluff.core.job.schools import Jacks, OpeningKind, SillTop
from bluff.core.job.special import KeptClear, Post
from bluff.core.job.standard import Standard
from bluff.core.measure.length import Length
from bluff.core.measure.lumber import Lumber
from bluff.core.measure.shapes import Span
from bluff.core.measure.slope import Slopes
from bluff.core.measure.sum import Sum, counted
from bluff.core.message import Message, message
from bluff.core.plan.meeting import Meetings
from bluff.core.plan.placing import placed_start, wall_face


@dataclass(frozen=True, slots=True)
class PlacedOpening:
    """An opening on its plate, with everything about it decided.

    Args:
        opening: What the plan says.
        standard: The ways that hold for it.
        rough: Its rough opening.
        start: Side of the rough opening nearer to the wall's start.
        story: The floor its heights are given from, above the floor the wall stands on.
        head: Underside of its header above the floor the wall stands on.
        header: Its header, measured.
        jack_count: Jacks a side; 0 where the header hangs between the kings.
        king_count: Kings a side.
    """

    opening: Opening
    standard: Standard
    rough: RoughOpening
    start: Sum
    story: Sum
    head: Sum
    header: HeaderBoards
    jack_count: int
    king_count: int

    @property
    def id(self) -> str:
        return self.opening.id

    @property
    def end(self) -> Length:
        """Side of the rough opening nearer to the wall's end."""
        return self.start.value + self.rough.width.value

    @property
    def span(self) -> Span:
        """What the rough opening takes up of the plate."""
        return Span(self.start.value, self.end)

    @property
    def head_on_floor(self) -> Sum:
        """Underside of its header above the floor it is on, as it is given."""
        return Sum(self.head.value - self.story.value, self.head.steps[len(self.story.steps) :])

    @property
    def has_sill(self) -> bool:
        """Whether it has a sill: a window, and on an upper story a doorway too, whose sill is at the floor."""
        return self.opening.kind is OpeningKind.WINDOW or self.opening.floor > 0

    @property
    def is_floating(self) -> bool:
        """Whether its jacks stand on the sill. A doorway has no sill to stand on."""
        return self.standard.jacks is Jacks.FLOATING and not self.opening.kind.is_doorway

    @property
    def is_sloped(self) -> bool:
        """Whether its sill drains; a floating jack needs a flat one to stand on, and so does who walks over it."""
        is_flat = self.is_floating or self.opening.kind.is_doorway
        return self.standard.sill_top is SillTop.SLOPED and not is_flat


@dataclass(frozen=True, slots=True)
class PlacedPost:
    """A post on its plate: its boards, and its side nearer to the wall's start."""

    post: Post
    board: Lumber
    start: Sum

    @property
    def width(self) -> Length:
        return self.post.plies * self.board.thickness

    @property
    def span(self) -> Span:
        """What its boards take up of the plate."""
        return Span(self.start.value, self.start.value + self.width)


@dataclass(frozen=True, slots=True)
class PlacedClear:
    """A bay that is kept clear, on its plate."""

    bay: KeptClear
    start: Sum

    @property
    def span(self) -> Span:
        """What it takes up of the plate."""
        return Span(self.start.value, self.start.value + self.bay.clear)

    @property
    def name(self) -> Message:
        """For findings: ``duct U1``."""
        return message("{use} {bay}", use=self.bay.use.called, bay=self.bay.id)


@dataclass(frozen=True, slots=True)
class NoPlace:
    """An opening or a post that has no place, because what it is measured from has none.

    Args:
        mark: Its mark.
        position: What the plan says.
        is_opening: Whether it is an opening.
        is_circle: Whether what it is measured from is in turn measured from it.
        floor: The story line its heights are measured from, where the wall has none such.
    """

    mark: str
    position: At | Centered
    is_opening: bool
    is_circle: bool
    floor: int | None = None


@dataclass(frozen=True, slots=True)
class Placer:
    """Puts what the plan says on one wall's plate."""

    job: Job
    wall: Wall
    standard: Standard
    plate: Lumber
    length: Sum
    studs: Sum
    meetings: Meetings
    top: Slopes

    def openings(self, entered: Sequence[Opening]) -> tuple[tuple[PlacedOpening, ...], tuple[NoPlace, ...]]:
        """Place each opening after those it is measured from; what is left over has no place."""
        placed: dict[str, PlacedOpening] = {}
        no_floor = [opening for opening in entered if opening.floor > len(self.wall.floors)]
        lost = [opening for opening in entered if self._lost_wall(opening.position) and opening not in no_floor]
        waiting = [opening for opening in entered if opening not in no_floor and opening not in lost]
        while ready := [opening for opening in waiting if _measured_from(opening.position) in {None, *placed}]:
            edges = edges_of(placed.values())
            placed |= {opening.id: self._opening(opening, edges) for opening in ready}
            waiting = [opening for opening in waiting if opening.id not in placed]
        known = {opening.id for opening in entered}
        in_order = tuple(placed[opening.id] for opening in entered if opening.id in placed)
        without = [NoPlace(one.id, one.position, is_opening=True, is_circle=False, floor=one.floor) for one in no_floor]
        without += [
            NoPlace(one.id, one.position, is_opening=True, is_circle=_measured_from(one.position) in known)
            for one in [*lost, *waiting]
        ]
        return in_order, tuple(without)

    def posts(self, edges: Mapping[str, Span]) -> tuple[tuple[PlacedPost, ...], tuple[NoPlace, ...]]:
        """Place the posts, which may be measured from openings."""
        placed, lost = [], []
        for post in self.wall.posts:
            if self._lost_wall(post.position) or _measured_from(post.position) not in {None, *edges}:
                lost.append(NoPlace(post.id, post.position, is_opening=False, is_circle=False))
                continue
            board = self.standard.board(post.size or self.plate.nominal)
            width = post.plies * board.thickness
            start = placed_start(post.id, post.position, width, self.length.value, self.meetings, edges, "post")
            placed.append(PlacedPost(post, board, start))
        return tuple(placed), tuple(lost)

    def kept_clear(self, edges: Mapping[str, Span]) -> tuple[tuple[PlacedClear, ...], tuple[NoPlace, ...]]:
        """Place what is kept clear, as the posts."""
        placed, lost = [], []
        for bay in self.wall.clear:
            if self._lost_wall(bay.position) or _measured_from(bay.position) not in {None, *edges}:
                lost.append(NoPlace(bay.id, bay.position, is_opening=False, is_circle=False))
                continue
            start = placed_start(bay.id, bay.position, bay.clear, self.length.value, self.meetings, edges, "clear bay")
            placed.append(PlacedClear(bay, start))
        return tuple(placed), tuple(lost)

    def _opening(self, opening: Opening, edges: Mapping[str, Span]) -> PlacedOpening:
        standard = self.job.standard_of(opening)
        rough = rough_opening(opening, standard)
        width = rough.width.value
        is_below_plates = self.top.is_level and opening.floor == len(self.wall.floors)
        if not is_below_plates and standard.header.place is not HeaderPlace.AT_HEAD:
            # A level header is nowhere tight under a plate that rises over it, or that is another story up.
            standard = replace(standard, header=replace(standard.header, place=HeaderPlace.AT_HEAD))
        header = header_boards(standard.header, self.plate, standard.board)
        jacks, kings = _packs(opening, width, standard)
        story = self._story(opening.floor)
        return PlacedOpening(
            opening=opening,
            standard=standard,
            rough=rough,
            start=placed_start(opening.id, opening.position, width, self.length.value, self.meetings, edges),
            story=story,
            head=story.plus_all(self._head(opening, rough, standard, header)),
            header=header,
            jack_count=jacks,
            king_count=kings,
        )

    def _story(self, floor: int) -> Sum:
        return Sum.of(message("story line {floor}", floor=floor), self.wall.floors[floor - 1]) if floor else Sum(0, ())

    def _head(self, opening: Opening, rough: RoughOpening, standard: Standard, header: HeaderBoards) -> Sum:
        """Above its floor: a door's rough height, a window's head height; what a header under the plates leaves."""
        if standard.header.place is HeaderPlace.TO_PLATE:
            plate = self.plate.thickness
            pads = standard.header.capped.above + standard.header.capped.below
            bottom = self.standard.bottom_plates
            underside = Sum.of(counted("bottom_plate", bottom), bottom * plate).plus("{stud}", self.studs.value)
            under = underside.minus(message("{header} {built}", built=str(header)), header.depth).minus(
                counted("pad_plate", pads), pads * plate
            )
            return under.minus("story line", self._story(opening.floor).value)
        if opening.kind.is_doorway:
            return Sum.of(message("rough height of {opening}", opening=opening.id), rough.height.value)
        return Sum.of("head height", standard.head_height)

    def _lost_wall(self, position: At | Centered) -> bool:
        """Whether something is measured from a wall that does not meet this one."""
        if not isinstance(position, At) or not isinstance(position.origin, FromWall):
            return False
        origin = position.origin
        return wall_face(origin.wall, origin.face, self.length.value, self.meetings) is None


def edges_of(placed: Iterable[PlacedOpening]) -> dict[str, Span]:
    """What each rough opening takes up of the plate, by its mark."""
    return {opening.id: opening.span for opening in placed}


def _packs(opening: Opening, width: Length, standard: Standard) -> tuple[int, int]:
    """How many jacks and kings a side. A count given for this very opening outranks the rules.

    Source: docs/rules.md, Around an opening.
    """
    least_jacks, least_kings = (2, 2) if standard.high_wind else (0, 0)
    if width >= standard.wide_opening.from_width:
        least_jacks = max(least_jacks, standard.wide_opening.jacks)
        least_kings = max(least_kings, standard.wide_opening.kings)
    jacks = opening.ways.jack_count or max(standard.jack_count, least_jacks)
    kings = opening.ways.king_count or max(standard.king_count, least_kings)
    return 0 if standard.jacks is Jacks.HANGERS else jacks, kings


def _measured_from(position: At | Centered) -> str | None:
    """The id of the opening something is measured from, None when it is measured from a wall."""
    if isinstance(position, At) and isinstance(position.origin, FromOpening):
        return position.origin.opening
    return None
