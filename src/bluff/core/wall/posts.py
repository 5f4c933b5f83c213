"""Posts, and the pockets beams lie in.

A post without a beam is its boards from plate to plate, and so is one whose beam lies on top of the plates. Under any
other beam it ends at the beam's underside, with a stud on each side of it that runs up to the top plates. A beam that
reaches into the top plates breaks them, and so does the post where the beam's underside lies within them: a plate
between the two would be crushed, and nobody can notch it to the beam.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Rectangle, Span
from bluff.core.measure.sum import Sum
from bluff.core.wall.member import Member, Role, standing
from bluff.core.wall.piece import Of, Part, PieceId
from bluff.core.wall.placed import PlacedPost
from bluff.core.wall.upright import to_plates, upright
from bluff.core.wall.wall_plan import WallPlan


@dataclass(frozen=True, slots=True)
class Pocket:
    """A gap in the top plates that a beam lies in.

    Args:
        post: The post under it.
        start, end: Along the plate.
        top: Of the beam, above the floor.
    """

    post: str
    start: Sum
    end: Sum
    top: Length

    @property
    def span(self) -> Span:
        return Span(self.start.value, self.end.value)


@dataclass(frozen=True)
class PostFrame:
    """One post in one wall: its boards, and the studs beside its beam."""

    plan: WallPlan
    placed: PlacedPost

    @cached_property
    def has_pocket(self) -> bool:
        """Whether its beam lies in the wall rather than on top of it."""
        beam = self.placed.post.beam
        return beam is not None and beam.underside < self.plan.top.highest_over(self._between)

    @property
    def clearance(self) -> Length:
        """How far its beam is above the top plates it should lie on; nothing where it lies on them or in the wall."""
        beam = self.placed.post.beam
        return max(beam.underside - self.plan.top.highest_over(self._between), 0) if beam else 0

    @property
    def _between(self) -> Span:
        near, far = self._inside
        return Span(near.value, far.value)

    @cached_property
    def _inside(self) -> tuple[Sum, Sum]:
        """Between the studs beside a beam: as wide as the beam or the post, whichever is wider."""
        placed, beam = self.placed, self.placed.post.beam
        wider = max(beam.width if beam else 0, placed.width)
        near = placed.start.minus("half of what the beam is wider", half(wider - placed.width))
        return near, near.plus("width of the beam" if wider > placed.width else "width of the {post}", wider)

    @cached_property
    def span(self) -> Span:
        """All its wood takes up of the plate, with the studs beside a beam."""
        if not self.has_pocket:
            return self.placed.span
        near, far = self._inside
        thick = self.plan.stud.thickness
        return Span(near.value - thick, far.value + thick)

    @property
    def of(self) -> Of:
        """What its pieces belong to."""
        return Of(Part.POST, self.placed.post.id)

    def members(self) -> Iterator[Member]:
        """The post, and the studs beside its beam."""
        plan, placed = self.plan, self.placed
        beam = placed.post.beam
        piece, plies = PieceId(plan.id, "post", self.of), placed.post.plies
        if beam and self.has_pocket:
            length = Sum.of("underside of the beam", beam.underside).minus_all(plan.bottom)
            yield standing(piece, Role.POST, placed.board, placed.start, plan.bottom, length, placed.width, plies=plies)
        else:
            length = plan.stud_length
            yield to_plates(
                plan, Role.POST, piece, placed.board, placed.start, plan.bottom, length, placed.width, plies=plies
            )
        if self.has_pocket:
            near, far = self._inside
            for end, x in ((End.START, near.minus("its own thickness", plan.stud.thickness)), (End.END, far)):
                yield upright(plan, Role.STUD, PieceId(plan.id, "stud", self.of, end), x, plan.bottom, plan.stud_length)

    def beam(self) -> Rectangle | None:
        """What is seen of its beam, whose end lies in the wall or on it."""
        beam = self.placed.post.beam
        if beam is None:
            return None
        middle = self.placed.start.value + half(self.placed.width)
        return Rectangle(middle - half(beam.width), beam.underside, beam.width, beam.depth)

    def pocket(self) -> Pocket | None:
        """The gap its beam needs in the top plates, None where it stays below them."""
        beam = self.placed.post.beam
        if beam is None or not self.has_pocket:
            return None
        top = beam.underside + beam.depth
        near, far = self._inside
        if top <= self.plan.ceiling.lowest_over(self._between):
            return None
        return Pocket(self.placed.post.id, near, far, top)
