"""The pieces round one opening: kings, jacks, header, sills, and the end cripples.

From the outside in, on each side: kings from plate to plate, jacks under the header, then the rough
opening. Cripples that stand on layout lines are placed later, with everything else on the layout; this
module says in which layers they may stand.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property
from math import atan2, degrees

from bluff.core.job.header import HeaderPlace
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, inches
from bluff.core.measure.shapes import Rectangle, Span
from bluff.core.measure.sum import Sum, counted
from bluff.core.wall.layout import Height, Layer, Wood
from bluff.core.wall.member import Bevel, Member, Orientation, Role, lying, standing
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.stack import ALONE, Across, Seen, Stack
from bluff.core.wall.upright import under_bends, upright
from bluff.core.wall.wall_plan import WallPlan

SILL_DROP: Length = inches("1/4")
"""What a sloped sill drops across the wall. Source: docs/rules.md, Around an opening."""


@dataclass(frozen=True)
class OpeningFrame:
    """One opening in one wall: where its pieces are.

    Every position and length of the opening's pieces is a method here, so that findings ask the same
    questions the pieces are made from. What is asked often is worked out once.

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
    def top_cripple_length(self) -> Sum:
        """What is left for cripples between header and top plates, or between the head and a raised header.

        Under a slope that is at the low side of the header. Negative when the header does not fit.
        """
        return self._room_above.plus_all(self._low_side)

    @property
    def room_above(self) -> Length:
        """How much higher the header could be: under the plates, and under the sill of an opening above it."""
        shelf = self.seen.shelf
        lids = (one.lid.at.value - shelf.at.value for one in self.stack.above if one.lid.span.overlaps(shelf.span))
        return min([self.top_cripple_length.value, *lids])

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
            return Sum.of("tight under the top plates", 0)
        pads = capped.below + capped.above + self.is_raised
        left = self.plan.underside.minus_all(placed.head).minus(f"header {header}", header.depth)
        return left.minus(counted("pad plate", pads), pads * self.plate)

    @cached_property
    def is_raised(self) -> bool:
        """Whether the header sits tight under the top plates with cripples below it."""
        return self.placed.header.choice.place is HeaderPlace.RAISED

    @cached_property
    def header_underside(self) -> Sum:
        """Where the header itself begins, above the pad plate it may lie on."""
        return self.bearing.plus("pad plate", self.placed.header.choice.capped.below * self.plate)

    @cached_property
    def bearing(self) -> Sum:
        """Where jacks end: under the header, or under the pad plate it lies on."""
        if not self.is_raised or self.top_cripple_length.value < 0:
            return self.placed.head
        header, capped = self.placed.header, self.placed.header.choice.capped
        pads = capped.below + capped.above
        underside = self.plan.underside.minus(f"header {header}", header.depth)
        return underside.minus(counted("pad plate", pads), pads * self.plate)

    @cached_property
    def bottom_cripple_length(self) -> Sum:
        """What is left between the bottom plate and the sill; negative when it reaches below.

        Above another opening it is what is left over the highest header under it.
        """
        return self._under_sill.minus_all(self._foot(self.placed.span))

    @cached_property
    def _under_sill(self) -> Sum:
        sills = self.placed.standard.sills
        return self._top_of_sill.minus(counted("sill", sills), sills * self.plate)

    @property
    def has_sill(self) -> bool:
        return self.placed.has_sill

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
        return Seen(
            opening=mark,
            pack=self._wood(*self.pack),
            hole=self.hole.up,
            shelf=Across(between, Sum.of(f"top of the header of {mark}", top)),
            lid=Across(sill, Sum.of(f"under the sill of {mark}", under)),
            kings=tuple(
                Wood(*self._standing_at(x), f"the king of {mark}", id=piece) for piece, x in self._king_places()
            ),
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
    def hole(self) -> Rectangle:
        """The rough opening as it stands in the wall: from its sill, a doorway's from the floor."""
        placed = self.placed
        bottom = self._top_of_sill.value if self.has_sill else 0
        return Rectangle(placed.start.value, bottom, placed.rough.width.value, placed.head.value - bottom)

    def members(self) -> Iterator[Member]:
        """Every piece that does not wait for the layout: kings, jacks, header, sills, end cripples."""
        yield from self.kings_and_jacks()
        if self.top_cripple_length.value >= 0:
            yield self._header()
            yield from self._pad_plates()
        yield from self._end_top_cripples
        if self.has_sill:
            yield from self._sills()
            yield from self._end_bottom_cripples

    def kings_and_jacks(self) -> Iterator[Member]:
        """Its kings and jacks."""
        for end in End:
            yield from self._kings(end)
            yield from self._jacks(end)

    def layers(self) -> Iterator[Layer]:
        """Where cripples on the layout may stand: above the header, and below the sill."""
        kings = self._wood(self.pack.start, self.header_start), self._wood(self.header_end, self.pack.end)
        covered = any(one.pack.span.contains(Span(self.header_start, self.header_end)) for one in self.stack.above)
        if not covered and (
            self.top_cripple_length.value > 0 or (self.top_cripple_length.value == 0 and not self.plan.is_level)
        ):
            sides = self.packs() if self.is_raised else kings
            above = [one.pack for one in self.stack.above]
            yield self._layer(Height.ABOVE, sides, self._end_top_cripples, above)
        if self.has_sill and self._tallest_bottom_cripple > 0:
            sides = kings if self.placed.is_floating else self.packs()
            yield self._layer(Height.BELOW, sides, self._end_bottom_cripples, self.stack.stubs)

    def room(self, at: Height, place: Span) -> Span:
        """What is free for cripples up the wall: above the header, or below the sill."""
        if at is Height.BELOW:
            return Span(self._foot(place).value, self._under_sill.value)
        top = self.bearing.value if self.is_raised else self.plan.ceiling.lowest_over(place)
        return Span(self._under_top_cripples.value, top)

    def packs(self) -> tuple[Wood, Wood]:
        """Kings and jacks of each side as one piece of wood."""
        return self._wood(self.pack.start, self.placed.start.value), self._wood(self.placed.end, self.pack.end)

    def top_cripple(self, at: End | int, x: Sum) -> Member:
        """A cripple between header and top plates, or between the head and a raised header.

        Args:
            at: What tells it from the others of this opening: an end, or an on-centre line's name.
            x: Its side nearer to the wall's start.
        """
        piece = self._named("top_cripple", at)
        if self.is_raised:  # under a level header
            return self._square(Role.TOP_CRIPPLE, piece, x, self._under_top_cripples, self.top_cripple_length)
        return upright(self.plan, Role.TOP_CRIPPLE, piece, x, self._under_top_cripples, self._room_above)

    @cached_property
    def _under_top_cripples(self) -> Sum:
        header = self.placed.header
        if self.is_raised:
            return self.placed.head.plus("pad plate", self.plate)
        top = self.header_underside.plus(f"header {header}", header.depth)
        return top.plus("pad plate", header.choice.capped.above * self.plate)

    def bottom_cripple(self, at: End | int, x: Sum, number: int = 1) -> Member:
        """A cripple between sill and bottom plate, or a header below; as `top_cripple`."""
        piece = self._named("bottom_cripple", at, number)
        foot = self._foot(self._standing_at(x))
        length = self._under_sill.minus_all(foot)
        bevel = self._bevel(length.value) if self.placed.is_sloped else None
        return self._square(Role.BOTTOM_CRIPPLE, piece, x, foot, length, bevel)

    @cached_property
    def _tallest_bottom_cripple(self) -> Length:
        """Where it stands partly beside an opening below, some cripples reach down to the plate."""
        if any(one.shelf.span.contains(self.placed.span) for one in self.stack.below):
            return self.bottom_cripple_length.value
        return self._under_sill.value - self.plan.bottom.value

    def _bevel(self, length: Length) -> Bevel:
        """Of what stands under a sill that drops toward the outside."""
        slope = degrees(atan2(SILL_DROP, self.plan.stud.width))
        return Bevel(max(length - SILL_DROP, 0), round(slope, 1))

    def _kings(self, end: End) -> Iterator[Member]:
        """From plate to plate; above another opening on its header, below one up to its sill.

        Where a king of an opening below runs through, or a jack of one above comes down, that is its king.
        """
        for piece, x in self._king_places():
            if piece.at is not end or x.value in self.stack.elsewhere:
                continue
            place = self._standing_at(x)
            foot, lid = self._foot(place), self.stack.lid_over(place)
            if lid:
                yield self._square(Role.KING, piece, x, foot, lid.at.minus_all(foot))
            elif foot is self.plan.bottom:
                yield upright(self.plan, Role.KING, piece, x, foot, self.plan.stud_length)
            else:
                yield upright(self.plan, Role.KING, piece, x, foot, self.plan.underside.minus_all(foot))

    def _jacks(self, end: End) -> Iterator[Member]:
        """From the plate to the header; floating ones from the sill, above another opening from its header."""
        for number in range(1, self.placed.jack_count + 1):
            x = self._outward(end, number)
            foot = self._top_of_sill if self.placed.is_floating else self._foot(self._standing_at(x))
            length = self.bearing.minus_all(foot)
            yield self._square(Role.JACK, self._named("jack", end, number), x, foot, length)

    def _header(self) -> Member:
        header = self.placed.header
        return lying(
            self._named("header"),
            Role.HEADER,
            header.board,
            x=self._outward(End.START, self.placed.jack_count),
            y=self.header_underside,
            length=self._between_kings,
            height=header.depth,
            orientation=Orientation.FLAT if header.is_flat else Orientation.EDGE,
            plies=header.choice.plies,
        )

    def _pad_plates(self) -> Iterator[Member]:
        """Below and above the header from king to king, and at the head under a raised header's cripples."""
        header = self.placed.header
        top = self.header_underside.plus(f"header {header}", header.depth)
        inside = self._outward(End.START, self.placed.jack_count)
        pads = [("below", inside, self.bearing, self._between_kings)] * header.choice.capped.below
        pads += [("above", inside, top, self._between_kings)] * header.choice.capped.above
        if self.is_raised:
            pads.append(("head", self.placed.start, self.placed.head, self.placed.rough.width.named("rough width")))
        for place, x, y, length in pads:
            yield lying(self._named(f"pad_plate/{place}"), Role.PAD_PLATE, self.plan.plate, x, y, length, self.plate)

    def _sills(self) -> Iterator[Member]:
        if self.placed.is_floating:
            x, length = self._outward(End.START, self.placed.jack_count), self._between_kings
        else:
            x, length = self.placed.start, self.placed.rough.width.named("rough width")
        y = self._top_of_sill
        for number in range(1, self.placed.standard.sills + 1):
            y = y.minus("sill", self.plate)
            piece = self._named("sill", number=number)
            yield lying(piece, Role.SILL, self.plan.plate, x, y, length, self.plate)

    @cached_property
    def _end_top_cripples(self) -> tuple[Member, ...]:
        """One against each king, which is straight above the outermost jack; under a raised header against each jack.

        A raised header's pad plate has nothing else to hang from, so there they stand whatever the crew's school.
        """
        if self.top_cripple_length.value < 0 or (self.plan.is_level and self.top_cripple_length.value == 0):
            return ()
        ends: list[Member] = []
        if self.is_raised or self.placed.standard.end_top_cripples:
            jacks = 0 if self.is_raised else self.placed.jack_count
            both = (self.top_cripple(end, self._outward(end, jacks)) for end in End)
            ends = [cripple for cripple in both if cripple.length.value and not self.stack.is_over(cripple.span)]
        return (*ends, *self._under_bends([cripple.span for cripple in ends]))

    def _under_bends(self, taken: Iterable[Span]) -> Iterator[Member]:
        """The cripples under the bends of the top plates over the header, as studs stand elsewhere."""
        taken = [*taken, *(one.pack.span for one in self.stack.above)]
        for place in under_bends(self.plan, Span(self.header_start, self.header_end), taken):
            piece = self._named("cripple_at_bend", place.end, place.number)
            yield upright(self.plan, Role.TOP_CRIPPLE, piece, place.x, self._under_top_cripples, self._room_above)

    @cached_property
    def _end_bottom_cripples(self) -> tuple[Member, ...]:
        """One under each end of the sill; under a floating sill one below every jack that stands on it."""
        if self._tallest_bottom_cripple <= 0:
            return ()
        numbers = range(1, self.placed.jack_count + 1)
        if not self.placed.is_floating or not self.placed.jack_count:
            both = [self.bottom_cripple(end, self._outward(end, 0)) for end in End]
        else:
            both = [self.bottom_cripple(end, self._outward(end, number), number) for end in End for number in numbers]
        return tuple(
            cripple
            for cripple in both
            if cripple.length.value > 0 and not any(cripple.span.overlaps(stub.span) for stub in self.stack.stubs)
        )

    @cached_property
    def _between_kings(self) -> Sum:
        return self.placed.rough.width.named("rough width").plus("jacks, both sides", 2 * self.jacks_width)

    @cached_property
    def _top_of_sill(self) -> Sum:
        if self.placed.opening.kind.is_doorway:
            return self.placed.storey
        return self.placed.head.minus("rough height", self.placed.rough.height.value)

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
        return Wood(start, end, f"the king of {self.placed.id}", id=self.of)

    def _layer(self, at: Height, sides: tuple[Wood, Wood], cripples: Iterable[Member], others: Iterable[Wood]) -> Layer:
        name = f"the end cripple of {self.placed.id}"
        # A bay in here is named by the king it begins at, so that it is not the one beyond the whole pack.
        first, last = (side._replace(id=self._named("king", end)) for side, end in zip(sides, End, strict=True))
        wood = (first, last, *(Wood(*cripple.span, name, id=cripple.id) for cripple in cripples), *others)
        return Layer(self.plan.id, at, sides[0].end, sides[1].start, wood, self.placed.id)

    def _named(self, name: str, at: End | int | None = None, number: int = 1) -> PieceId:
        return PieceId(self.plan.id, name, self.of, at, number)

    @cached_property
    def of(self) -> Of:
        """What its pieces belong to."""
        return Of(Part.OPENING, self.placed.id)

    def _square(self, role: Role, piece: PieceId, x: Sum, y: Sum, length: Sum, bevel: Bevel | None = None) -> Member:
        """A stud that ends under something level."""
        stud = self.plan.stud
        return standing(piece, role, stud, x, y, length, stud.thickness, wide_face=self.plan.wide_face, bevel=bevel)
