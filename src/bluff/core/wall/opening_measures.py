"""Where the pieces round one opening are: how wide its pack is, where jacks end, what is left for cripples.

From the outside in, on each side: kings from plate to plate, jacks under the header, then the rough opening.
Findings ask here what the pieces of `opening_frame` are made from.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from bluff.core.job.header import HeaderPlace
from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Rectangle, Span
from bluff.core.measure.sum import Sum, counted
from bluff.core.message import message
from bluff.core.wall.layout import Height, Wood
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.stack import ALONE, Across, Seen, Stack
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True)
class OpeningMeasures:
    """The positions and lengths of one opening in one wall, each worked out once.

    Args:
        plan: The wall.
        placed: The opening.
        stack: What it finds of openings below and above it.
    """

    plan: WallPlan
    placed: PlacedOpening
    stack: Stack = ALONE

    @cached_property
    def thickness(self) -> Length:
        """Of a stud, a king, a jack, along the wall."""
        return self.plan.stud.thickness

    @cached_property
    def plate(self) -> Length:
        """Thickness of what lies flat: sills and pad plates."""
        return self.plan.plate.thickness

    @cached_property
    def jacks_width(self) -> Length:
        """The jacks of one side, side by side."""
        return self.placed.jack_count * self.thickness

    @cached_property
    def header_start(self) -> Length:
        """Inner face of the nearest king at the start, where header and floating sill begin."""
        return self.placed.start.value - self.jacks_width

    @cached_property
    def header_end(self) -> Length:
        return self.placed.end + self.jacks_width

    @cached_property
    def pack(self) -> Span:
        """All of it that stands on the plate, out to the outer faces of the outermost kings."""
        kings = self.placed.king_count * self.thickness
        return Span(self.header_start - kings, self.header_end + kings)

    @cached_property
    def of(self) -> Of:
        """What its pieces belong to."""
        return Of(Part.OPENING, self.placed.id)

    @cached_property
    def is_raised(self) -> bool:
        """Whether the header sits tight under the top plates with cripples below it."""
        return self.placed.header.choice.place is HeaderPlace.RAISED

    @property
    def has_sill(self) -> bool:
        return self.placed.has_sill

    @cached_property
    def hole(self) -> Rectangle:
        """The rough opening as it stands in the wall: from its sill, a doorway's from the floor."""
        placed = self.placed
        bottom = self._top_of_sill.value if self.has_sill else 0
        return Rectangle(placed.start.value, bottom, placed.rough.width.value, placed.head.value - bottom)

    @cached_property
    def bearing(self) -> Sum:
        """Where jacks end: under the header, or under the pad plate it lies on."""
        if not self.is_raised or self.top_cripple_length.value < 0:
            return self.placed.head
        header, capped = self.placed.header, self.placed.header.choice.capped
        pads = capped.below + capped.above
        underside = self.plan.underside.minus(message("{header} {built}", built=header.called), header.depth)
        return underside.minus(counted("pad_plate", pads), pads * self.plate)

    @cached_property
    def header_underside(self) -> Sum:
        """Where the header itself begins, above the pad plate it may lie on."""
        return self.bearing.plus("{pad_plate}", self.placed.header.choice.capped.below * self.plate)

    @cached_property
    def top_cripple_length(self) -> Sum:
        """What is left for cripples between header and top plates, or between the head and a raised header.

        Under a slope that is at the low side of the header. Negative when the header does not fit.
        """
        return self._room_above.plus_all(self._low_side)

    @cached_property
    def _low_side(self) -> Sum:
        """How much higher than at their lowest the top plates are over the lower end of the header."""
        start, end = self.header_start, self.header_end
        starts, ends = self.plan.rise(start), self.plan.rise(end, before=True)
        lowest = self.plan.ceiling.lowest_over(Span(start, end)) - self.plan.underside.value
        # A bend between the two can only be a valley, lower than both.
        return next((rise for rise in (starts, ends) if rise.value == lowest), Sum.of("rise to the valley", lowest))

    @cached_property
    def _room_above(self) -> Sum:
        """What cripples above the header would be under the lowest of the top plates; nobody need stand there."""
        placed = self.placed
        header, capped = placed.header, placed.header.choice.capped
        if header.choice.place is HeaderPlace.TO_PLATE:
            return Sum.of("tight under the {top_plate:many}", 0)
        pads = capped.below + capped.above + self.is_raised
        left = self.plan.underside.minus_all(placed.head).minus(
            message("{header} {built}", built=header.called), header.depth
        )
        return left.minus(counted("pad_plate", pads), pads * self.plate)

    @property
    def room_above(self) -> Length:
        """How much higher the header could be: under the plates, and under the sill of an opening above it."""
        shelf = self.seen.shelf
        lids = (one.lid.at.value - shelf.at.value for one in self.stack.above if one.lid.span.overlaps(shelf.span))
        return min([self.top_cripple_length.value, *lids])

    @cached_property
    def bottom_cripple_length(self) -> Sum:
        """What is left between the bottom plate and the sill; negative when it reaches below.

        Above another opening it is what is left over the highest header under it.
        """
        return self._under_sill.minus_all(self._foot(self.placed.span))

    @cached_property
    def _tallest_bottom_cripple(self) -> Length:
        """Where it stands partly beside an opening below, some cripples reach down to the plate."""
        if any(one.shelf.span.contains(self.placed.span) for one in self.stack.below):
            return self.bottom_cripple_length.value
        return self._under_sill.value - self.plan.bottom.value

    def room(self, at: Height, place: Span) -> Span:
        """What is free for cripples up the wall: above the header, or below the sill."""
        if at is Height.BELOW:
            return Span(self._foot(place).value, self._under_sill.value)
        top = self.bearing.value if self.is_raised else self.plan.ceiling.lowest_over(place)
        return Span(self._under_top_cripples.value, top)

    def packs(self) -> tuple[Wood, Wood]:
        """Kings and jacks of each side as one piece of wood."""
        return self._wood(self.pack.start, self.placed.start.value), self._wood(self.placed.end, self.pack.end)

    @cached_property
    def seen(self) -> Seen:
        """What other openings of the wall see of it."""
        mark, pad = self.placed.id, self.placed.header.choice.capped.above * self.plate
        top = self.header_underside.value + self.placed.header.depth + pad
        under = self._under_sill.value if self.has_sill else 0
        between = Span(self.header_start, self.header_end)
        sill = between if self.placed.is_floating else self.placed.span
        reaching = 0 if self.placed.is_floating else self.placed.jack_count  # floating jacks end on the sill
        jacks = (self._outward(end, number) for end in End for number in range(1, reaching + 1))
        king = message("the {king} of {opening}", opening=mark)
        return Seen(
            opening=mark,
            pack=self._wood(*self.pack),
            hole=self.hole.up,
            shelf=Across(between, Sum.of(message("top of the {header} of {opening}", opening=mark), top)),
            lid=Across(sill, Sum.of(message("under the {sill} of {opening}", opening=mark), under)),
            kings=tuple(Wood(*self._standing_at(x), king, id=piece) for piece, x in self._king_places()),
            jacks=tuple(map(self._standing_at, jacks)),
        )

    def _king_places(self) -> Iterator[tuple[PieceId, Sum]]:
        """Each king with its side nearer to the wall's start."""
        for end in End:
            for number in range(1, self.placed.king_count + 1):
                yield self._named("king", end, number), self._outward(end, self.placed.jack_count, number)

    def _foot(self, place: Span) -> Sum:
        """Where what stands in a place begins: on the bottom plate, or on a header below."""
        shelf = self.stack.shelf(place)
        return shelf.at if shelf else self.plan.bottom

    def _standing_at(self, x: Sum) -> Span:
        """What a stud takes up of the plate."""
        return Span(x.value, x.value + self.thickness)

    @cached_property
    def _top_of_sill(self) -> Sum:
        if self.placed.opening.kind.is_doorway:
            return self.placed.story
        return self.placed.head.minus("rough height", self.placed.rough.height.value)

    @cached_property
    def _under_sill(self) -> Sum:
        sills = self.placed.standard.sills
        return self._top_of_sill.minus(counted("sill", sills), sills * self.plate)

    @cached_property
    def _under_top_cripples(self) -> Sum:
        header = self.placed.header
        if self.is_raised:
            return self.placed.head.plus("{pad_plate}", self.plate)
        top = self.header_underside.plus(message("{header} {built}", built=header.called), header.depth)
        return top.plus("{pad_plate}", header.choice.capped.above * self.plate)

    @cached_property
    def _between_kings(self) -> Sum:
        return self.placed.rough.width.named("rough width").plus("{jack:many}, both sides", 2 * self.jacks_width)

    def _outward(self, end: End, jacks: int, kings: int = 0) -> Sum:
        """Where a piece stands, counted outward from the rough opening on the side of `end`.

        The piece itself is the last one counted: jack 1 is `(end, 1)`, the first king beyond two jacks
        `(end, 2, 1)`, and `(end, 0)` is the piece just inside the rough opening.
        """
        start, thick = self.placed.start, self.thickness
        if end is End.START:
            return start.minus(counted("jack", jacks), jacks * thick).minus(counted("king", kings), kings * thick)
        far = start.plus("width of the opening", self.placed.rough.width.value)
        # Counted outward, the far side's pieces begin where the one before them ends.
        if kings:
            return far.plus(counted("jack", jacks), jacks * thick).plus(counted("king", kings - 1), (kings - 1) * thick)
        if jacks:
            return far.plus(counted("jack", jacks - 1), (jacks - 1) * thick)
        return far.minus("its own thickness", thick)

    def _wood(self, start: Length, end: Length) -> Wood:
        return Wood(start, end, message("the {king} of {opening}", opening=self.placed.id), id=self.of)

    def _named(self, name: str, at: End | int | None = None, number: int = 1) -> PieceId:
        return PieceId(self.plan.id, name, self.of, at, number)
