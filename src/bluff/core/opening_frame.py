"""The pieces round one opening: kings, jacks, header, sills, and the end cripples.

From the outside in, on each side: kings from plate to plate, jacks under the header, then the rough
opening. Cripples that stand on layout lines are placed later, with everything else on the layout; this
module says in which layers they may stand.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from math import atan2, degrees

from bluff.core.header import HeaderPlace
from bluff.core.layout import Height, Layer, Wood
from bluff.core.length import Length, inches
from bluff.core.lumber import Lumber
from bluff.core.member import Bevel, Member, Orientation, Role
from bluff.core.schools import End, OpeningKind
from bluff.core.sum import Sum, counted
from bluff.core.wall_plan import PlacedOpening, WallPlan

SILL_DROP: Length = inches("1/4")
"""What a sloped sill drops across the wall. Source: docs/rules.md, Around an opening."""


@dataclass(frozen=True, slots=True)
class OpeningFrame:
    """One opening in one wall: where its pieces are.

    Every position and length of the opening's pieces is a method here, so that findings ask the same
    questions the pieces are made from.
    """

    plan: WallPlan
    placed: PlacedOpening

    @property
    def thickness(self) -> Length:
        """Of a stud, a king, a jack, along the wall."""
        return self.plan.stud.thickness

    @property
    def plate(self) -> Length:
        """Thickness of what lies flat: sills and pad plates."""
        return self.plan.plate.thickness

    @property
    def jacks_width(self) -> Length:
        """The jacks of one side, side by side."""
        return self.placed.jack_count * self.thickness

    @property
    def header_start(self) -> Length:
        """Inner face of the nearest king at the start, where header and floating sill begin."""
        return self.placed.start.value - self.jacks_width

    @property
    def header_end(self) -> Length:
        return self.placed.end + self.jacks_width

    @property
    def pack_start(self) -> Length:
        """Outer face of the outermost king at the start."""
        return self.header_start - self.placed.king_count * self.thickness

    @property
    def pack_end(self) -> Length:
        return self.header_end + self.placed.king_count * self.thickness

    def overlaps(self, start: Length, end: Length) -> bool:
        """Whether a stretch of the plate runs into the opening or its kings."""
        return self.pack_start < end and start < self.pack_end

    @property
    def top_cripple_length(self) -> Sum:
        """What is left for cripples between header and top plates, or between the head and a raised header.

        Negative when the header does not fit.
        """
        placed = self.placed
        header, capped = placed.header, placed.header.header.capped
        if header.header.place is HeaderPlace.TO_PLATE:
            return Sum.of("tight under the top plates", 0)
        pads = capped.below + capped.above + self.is_raised
        left = self.plan.underside.minus_all(placed.head).minus(f"header {header}", header.depth)
        return left.minus(counted("pad plate", pads), pads * self.plate)

    @property
    def is_raised(self) -> bool:
        """Whether the header sits tight under the top plates with cripples below it."""
        return self.placed.header.header.place is HeaderPlace.RAISED

    @property
    def header_underside(self) -> Sum:
        """Where the header itself begins, above the pad plate it may lie on."""
        return self.bearing.plus("pad plate", self.placed.header.header.capped.below * self.plate)

    @property
    def bearing(self) -> Sum:
        """Where jacks end: under the header, or under the pad plate it lies on."""
        if not self.is_raised or self.top_cripple_length.value < 0:
            return self.placed.head
        header, capped = self.placed.header, self.placed.header.header.capped
        pads = capped.below + capped.above
        underside = self.plan.underside.minus(f"header {header}", header.depth)
        return underside.minus(counted("pad plate", pads), pads * self.plate)

    @property
    def bottom_cripple_length(self) -> Sum:
        """What is left between the bottom plate and the sill of a window; negative when it reaches below."""
        placed = self.placed
        sills = placed.standard.sills
        return (
            placed.head.minus("rough height", placed.rough.height.value)
            .minus(counted("sill", sills), sills * self.plate)
            .minus_all(self.plan.bottom)
        )

    @property
    def has_sill(self) -> bool:
        return self.placed.opening.kind is OpeningKind.WINDOW

    def members(self) -> Iterator[Member]:
        """Every piece that does not wait for the layout: kings, jacks, header, sills, end cripples."""
        for end in End:
            yield from self._kings(end)
            yield from self._jacks(end)
        if self.top_cripple_length.value >= 0:
            yield self._header()
            yield from self._pad_plates()
        yield from self._end_top_cripples()
        if self.has_sill:
            yield from self._sills()
            yield from self._end_bottom_cripples()

    def layers(self) -> Iterator[Layer]:
        """Where cripples on the layout may stand: above the header, and below the sill."""
        kings = (self._pack(self.pack_start, self.header_start), self._pack(self.header_end, self.pack_end))
        if self.top_cripple_length.value > 0:
            sides = self.packs() if self.is_raised else kings
            yield self._layer(Height.ABOVE, sides, self._end_top_cripples())
        if self.has_sill and self.bottom_cripple_length.value > 0:
            sides = kings if self.placed.is_floating else self.packs()
            yield self._layer(Height.BELOW, sides, self._end_bottom_cripples())

    def packs(self) -> tuple[Wood, Wood]:
        """Kings and jacks of each side as one piece of wood."""
        return self._pack(self.pack_start, self.placed.start.value), self._pack(self.placed.end, self.pack_end)

    def top_cripple(self, place: str, x: Sum) -> Member:
        """A cripple between header and top plates, or between the head and a raised header.

        Args:
            place: What tells it from the others of this opening: an end, or a line.
            x: Its side nearer to the wall's start.
        """
        header = self.placed.header
        if self.is_raised:
            y = self.placed.head.plus("pad plate", self.plate)
        else:
            y = self.header_underside.plus(f"header {header}", header.depth)
            y = y.plus("pad plate", header.header.capped.above * self.plate)
        return self._upright(Role.TOP_CRIPPLE, f"top_cripple/{place}", x, y, self.top_cripple_length)

    def bottom_cripple(self, place: str, x: Sum) -> Member:
        """A cripple between bottom plate and sill; as `top_cripple`."""
        length = self.bottom_cripple_length
        cripple = self._upright(Role.BOTTOM_CRIPPLE, f"bottom_cripple/{place}", x, self.plan.bottom, length)
        return replace(cripple, bevel=self._bevel(length.value)) if self.placed.is_sloped else cripple

    def _bevel(self, long: Length) -> Bevel:
        """Of what stands under a sill that drops toward the outside."""
        slope = degrees(atan2(SILL_DROP, self.plan.stud.width))
        return Bevel(max(long - SILL_DROP, 0), round(slope, 1))

    def _kings(self, end: End) -> Iterator[Member]:
        for number in range(1, self.placed.king_count + 1):
            x = self._outward(end, self.placed.jack_count, number)
            yield self._upright(Role.KING, _numbered(f"king/{end}", number), x, self.plan.bottom, self.plan.stud_length)

    def _jacks(self, end: End) -> Iterator[Member]:
        if self.placed.is_floating:
            y, length = self._top_of_sill, self.bearing.minus_all(self._top_of_sill)
        else:
            y, length = self.plan.bottom, self.bearing.minus_all(self.plan.bottom)
        for number in range(1, self.placed.jack_count + 1):
            x = self._outward(end, number)
            yield self._upright(Role.JACK, _numbered(f"jack/{end}", number), x, y, length)

    def _header(self) -> Member:
        header = self.placed.header
        return self._lying(
            Role.HEADER,
            "header",
            x=self._outward(End.START, self.placed.jack_count),
            y=self.header_underside,
            length=self._between_kings,
            height=header.depth,
            board=header.board,
            plies=header.header.plies,
            orientation=Orientation.FLAT if header.is_flat else Orientation.EDGE,
        )

    def _pad_plates(self) -> Iterator[Member]:
        """Below and above the header from king to king, and at the head under a raised header's cripples."""
        header = self.placed.header
        top = self.header_underside.plus(f"header {header}", header.depth)
        inside = self._outward(End.START, self.placed.jack_count)
        pads = [("below", inside, self.bearing, self._between_kings)] * header.header.capped.below
        pads += [("above", inside, top, self._between_kings)] * header.header.capped.above
        if self.is_raised:
            pads.append(("head", self.placed.start, self.placed.head, self.placed.rough.width.named("rough width")))
        for place, x, y, length in pads:
            yield self._lying(
                Role.PAD_PLATE,
                f"pad_plate/{place}",
                x=x,
                y=y,
                length=length,
                height=self.plate,
                board=self.plan.plate,
            )

    def _sills(self) -> Iterator[Member]:
        if self.placed.is_floating:
            x, length = self._outward(End.START, self.placed.jack_count), self._between_kings
        else:
            x, length = self.placed.start, self.placed.rough.width.named("rough width")
        y = self._top_of_sill
        for number in range(1, self.placed.standard.sills + 1):
            y = y.minus("sill", self.plate)
            yield self._lying(
                Role.SILL,
                _numbered("sill", number),
                x=x,
                y=y,
                length=length,
                height=self.plate,
                board=self.plan.plate,
            )

    def _end_top_cripples(self) -> Iterator[Member]:
        """One against each king, which is straight above the outermost jack; under a raised header against each jack.

        A raised header's pad plate has nothing else to hang from, so there they stand whatever the crew's school.
        """
        if self.top_cripple_length.value <= 0:
            return
        for end in End:
            if self.is_raised:
                yield self.top_cripple(end, self._outward(end, 0))
            elif self.placed.standard.end_top_cripples:
                yield self.top_cripple(end, self._outward(end, self.placed.jack_count))

    def _end_bottom_cripples(self) -> Iterator[Member]:
        """One under each end of the sill; under a floating sill one below every jack that stands on it."""
        if self.bottom_cripple_length.value <= 0:
            return
        for end in End:
            if self.placed.is_floating and self.placed.jack_count:
                for number in range(1, self.placed.jack_count + 1):
                    yield self.bottom_cripple(_numbered(end, number), self._outward(end, number))
            else:
                yield self.bottom_cripple(end, self._outward(end, 0))

    @property
    def _between_kings(self) -> Sum:
        return self.placed.rough.width.named("rough width").plus("jacks, both sides", 2 * self.jacks_width)

    @property
    def _top_of_sill(self) -> Sum:
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

    def _pack(self, start: Length, end: Length) -> Wood:
        return Wood(start, end, f"the king of {self.placed.id}")

    def _layer(self, at: Height, sides: tuple[Wood, Wood], cripples: Iterable[Member]) -> Layer:
        name = f"the end cripple of {self.placed.id}"
        wood = (*sides, *(Wood(cripple.start, cripple.end, name) for cripple in cripples))
        return Layer(at, sides[0].end, sides[1].start, wood, self.placed.id)

    def _upright(self, role: Role, place: str, x: Sum, y: Sum, length: Sum) -> Member:
        return upright(self.plan, role, f"{self.placed.id}/{place}", x, y, length, self.placed.id)

    def _lying(
        self,
        role: Role,
        place: str,
        x: Sum,
        y: Sum,
        length: Sum,
        height: Length,
        board: Lumber,
        plies: int = 1,
        orientation: Orientation = Orientation.FLAT,
    ) -> Member:
        return Member(
            id=f"{self.plan.id}/{self.placed.id}/{place}",
            role=role,
            board=board,
            plies=plies,
            orientation=orientation,
            x=x,
            y=y,
            length=length,
            width=length.value,
            height=height,
            opening=self.placed.id,
        )


def upright(plan: WallPlan, role: Role, place: str, x: Sum, y: Sum, length: Sum, opening: str | None = None) -> Member:
    """A piece of the wall's own studs standing on edge."""
    return Member(
        id=f"{plan.id}/{place}",
        role=role,
        board=plan.stud,
        plies=1,
        orientation=Orientation.EDGE,
        x=x,
        y=y,
        length=length,
        width=plan.stud.thickness,
        height=length.value,
        opening=opening,
        wide_face=plan.wide_face,
    )


def _numbered(name: str, number: int) -> str:
    """The first of its kind has the plain name, so a second one added later leaves it alone."""
    return name if number == 1 else f"{name}/{number}"
