"""The pieces round one opening: kings, jacks, header, sills, and the end cripples.

Cripples that stand on layout lines are placed later, with everything else on the layout; this module says in which
layers they may stand.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property
from math import atan2, degrees

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, inches
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import message
from bluff.core.wall.layout import Height, Layer, Wood
from bluff.core.wall.member import Bevel, Member, Orientation, Role, lying, standing
from bluff.core.wall.opening_measures import OpeningMeasures
from bluff.core.wall.piece import PieceId
from bluff.core.wall.upright import under_bends, upright

SILL_DROP: Length = inches("1/4")
"""What a sloped sill drops across the wall. Source: docs/rules.md, Around an opening."""


@dataclass(frozen=True)
class OpeningFrame(OpeningMeasures):
    """The pieces of one opening in one wall."""

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

    def top_cripple(self, at: End | int, x: Sum) -> Member:
        """A cripple between header and top plates, or between the head and a raised header.

        Args:
            at: What tells it from the others of this opening: an end, or an on-center line's name.
            x: Its side nearer to the wall's start.
        """
        piece = self._named("top_cripple", at)
        if self.is_raised:  # under a level header
            return self._square(Role.TOP_CRIPPLE, piece, x, self._under_top_cripples, self.top_cripple_length)
        return upright(self.plan, Role.TOP_CRIPPLE, piece, x, self._under_top_cripples, self._room_above)

    def bottom_cripple(self, at: End | int, x: Sum, number: int = 1) -> Member:
        """A cripple between sill and bottom plate, or a header below; as `top_cripple`."""
        piece = self._named("bottom_cripple", at, number)
        foot = self._foot(self._standing_at(x))
        length = self._under_sill.minus_all(foot)
        bevel = self._bevel(length.value) if self.placed.is_sloped else None
        return self._square(Role.BOTTOM_CRIPPLE, piece, x, foot, length, bevel)

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
        top = self.header_underside.plus(message("{header} {built}", built=str(header)), header.depth)
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
            y = y.minus("{sill}", self.plate)
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

    def _layer(self, at: Height, sides: tuple[Wood, Wood], cripples: Iterable[Member], others: Iterable[Wood]) -> Layer:
        name = message("the end {cripple} of {opening}", opening=self.placed.id)
        # A bay in here is named by the king it begins at, so that it is not the one beyond the whole pack.
        first, last = (side._replace(id=self._named("king", end)) for side, end in zip(sides, End, strict=True))
        wood = (first, last, *(Wood(*cripple.span, name, id=cripple.id) for cripple in cripples), *others)
        return Layer(self.plan.id, at, sides[0].end, sides[1].start, wood, self.placed.id)

    def _square(self, role: Role, piece: PieceId, x: Sum, y: Sum, length: Sum, bevel: Bevel | None = None) -> Member:
        """A stud that ends under something level."""
        stud = self.plan.stud
        return standing(piece, role, stud, x, y, length, stud.thickness, wide_face=self.plan.wide_face, bevel=bevel)
