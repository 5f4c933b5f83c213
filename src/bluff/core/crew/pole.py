"""Story poles: what stands above what at every kind of opening, from the floor to the top of the plates.

pole
    A stick as long as the wall is high with every height marked on it: sill, head, header, cripples, plates.
    One serves all openings that are alike in height, however wide they are.
stretch
    What lies between two marks of a pole.
"""

from collections import Counter, defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import NamedTuple

from bluff.core.job.words import Words
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Span
from bluff.core.measure.slope import plumb
from bluff.core.measure.sum import Sum
from bluff.core.message import Message, message
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import PLATES, Member, Role
from bluff.core.wall.opening_frame import OpeningFrame

CLEAR = "clear"
"""What the rough opening itself is called among the stretches."""

_CRIPPLES = (Role.TOP_CRIPPLE, Role.BOTTOM_CRIPPLE)
_IN_OPENING = (Role.BOTTOM_CRIPPLE, Role.SILL, Role.PAD_PLATE, Role.HEADER, Role.TOP_CRIPPLE)


@dataclass(frozen=True, slots=True)
class Stretch:
    """Between two marks of a pole.

    Args:
        what: A role, or `CLEAR`.
        bottom, top: Above the floor.
    """

    what: str
    bottom: Length
    top: Length

    @property
    def length(self) -> Length:
        return self.top - self.bottom

    @property
    def up(self) -> Span:
        """What it takes up of the pole."""
        return Span(self.bottom, self.top)

    @property
    def name(self) -> Message:
        """What is written on it; whether a cripple is a top or a bottom one is plain from where it stands."""
        if self.what == CLEAR:
            return message("RO")
        return message("{piece:one}", piece="cripple" if self.what in _CRIPPLES else self.what)


@dataclass(frozen=True, slots=True)
class Pole:
    """The pole of some openings.

    Args:
        openings: Those it serves, in the order of the walls.
        stretches: From the floor up, without gaps.
        head: Underside of the header above the floor, with its sum.
        king, jack: What the studs beside it are cut to; no jack on hangers.
        off: How far its head is above (below, when negative) the one most openings of the job have.
    """

    openings: tuple[OpeningFrame, ...]
    stretches: tuple[Stretch, ...]
    head: Sum
    king: Length
    jack: Length | None
    off: Length

    @property
    def height(self) -> Length:
        return self.stretches[-1].top

    @property
    def words(self) -> Words:
        """The crew's, for what is written on it."""
        return self.openings[0].plan.standard.words


def poles(framings: Iterable[Framing]) -> tuple[Pole, ...]:
    """Every pole of a job, in the order its walls have need of them.

    Source: docs/rules.md, Story poles.
    """
    alike: dict[_Stack, list[OpeningFrame]] = defaultdict(list)
    for framing in framings:
        for opening in framing.openings:
            alike[_stack(framing, opening)].append(opening)
    heads = Counter(opening.placed.head_on_floor.value for openings in alike.values() for opening in openings)
    usual = heads.most_common(1)[0][0] if heads else 0
    return tuple(
        Pole(
            openings=tuple(openings),
            stretches=stack.stretches,
            head=openings[0].placed.head,
            king=stack.king,
            jack=stack.jack,
            off=openings[0].placed.head_on_floor.value - usual,
        )
        for stack, openings in alike.items()
    )


class _Stack(NamedTuple):
    """All that is marked on a pole; openings of equal stacks share one."""

    stretches: tuple[Stretch, ...]
    king: Length
    jack: Length | None


def _stack(framing: Framing, opening: OpeningFrame) -> _Stack:
    """What one passes going straight up through the middle of an opening and of those below and above it there.

    ::

        top plates
        cripples      what is cut between the header and the plates
        header
        clear         the opening itself
        sill
        cripples
        bottom plate  not where somebody walks through

    Two openings above one another are one stack; what lies between two stretches and is neither is clear.
    """
    middle = half(opening.placed.start.value + opening.placed.end)
    column = [one for one in framing.openings if one.placed.span.holds(middle)]
    jacks = (piece for piece in framing.standing if piece.role is Role.JACK and piece.id.of == opening.of)
    jack = next((piece.length.value for piece in jacks), None)
    return _Stack(_filled(_stretches(framing, column)), _king(framing, opening), jack)


def _stretches(framing: Framing, column: Sequence[OpeningFrame]) -> set[Stretch]:
    """What is in the way up through a column of openings: holes, and the pieces over and under them."""
    marks = {one.placed.id for one in column}
    found = {Stretch(CLEAR, *one.hole.up) for one in column}
    for member in framing.members:
        is_plate = member.role in PLATES and (column[0].has_sill or member.role is not Role.BOTTOM_PLATE)
        if is_plate or (member.opening in marks and member.role in _IN_OPENING):
            found.add(_on_pole(framing, column[-1], member))
    # Cripples that run by another opening stand beside it, and on no pole through the two.
    holes = [one.hole.up for one in column]
    return {one for one in found if one.what not in _CRIPPLES or not any(map(one.up.overlaps, holes))}


def _filled(stretches: Iterable[Stretch]) -> tuple[Stretch, ...]:
    """Stretches from the bottom up, with what is clear between them."""
    in_order = sorted(stretches, key=lambda stretch: (stretch.bottom, stretch.top))
    found = []
    for below, above in pairwise(in_order):
        found.append(below)
        if above.bottom > below.top:  # a header that did not fit is left out
            found.append(Stretch(CLEAR, below.top, above.bottom))
    return (*found, in_order[-1])


def _king(framing: Framing, opening: OpeningFrame) -> Length:
    """The shorter of an opening's kings, its own or another's: that of one below may run through for it too."""
    places = {king.start for king in opening.seen.kings}
    return min(
        piece.length.value
        for piece in framing.standing
        if piece.role in (Role.KING, Role.JACK) and piece.start in places and piece.top >= opening.placed.head.value
    )


def _on_pole(framing: Framing, opening: OpeningFrame, member: Member) -> Stretch:
    """What of a pole a piece takes up: under a slope, over the lower end of the header."""
    if member.edges is None:
        return Stretch(member.role, member.bottom, member.top)
    plan, header = framing.plan, Span(opening.header_start, opening.header_end)
    if member.role not in PLATES:
        return Stretch(member.role, member.bottom, plan.ceiling.lowest_over(header))
    line = plan.ceiling if member.role is Role.TOP_PLATE else plan.top.lowered(1, plan.plate.thickness)
    bottom = line.lowest_over(header)
    return Stretch(member.role, bottom, bottom + plumb(plan.plate.thickness, line.stretch_at(header.start).pitch))
