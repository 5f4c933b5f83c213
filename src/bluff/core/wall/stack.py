"""Openings above one another in one wall, and what each of them finds of the others in its place.

above
    An opening is above another where their wood shares some of the plate and its hole begins no lower than the
    other's head.
shelf
    The top of a header: what comes down over an opening stands on it instead of the bottom plate.
lid
    The underside of a sill: what stands beside an opening below ends under it instead of the top plates.

Source: docs/rules.md, Tall walls.
"""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.wall.layout import Wood


class Across(NamedTuple):
    """Something level that lies across the studs: what it takes up along the wall, and its top or its underside."""

    span: Span
    at: Sum


class Seen(NamedTuple):
    """What others of its wall see of an opening.

    Args:
        opening: Its mark.
        pack: All its wood along the plate, and the hole.
        hole: The rough opening up the wall.
        shelf: The top of its header.
        lid: The underside of its sill.
        kings: Where its kings stand, its own or another's.
        jacks: Where its jacks stand.
    """

    opening: str
    pack: Wood
    hole: Span
    shelf: Across
    lid: Across
    kings: tuple[Wood, ...]
    jacks: tuple[Span, ...]

    def is_above(self, other: "Seen") -> bool:
        """Whether it is above another."""
        return self.pack.span.overlaps(other.pack.span) and self.hole.start >= other.hole.end


@dataclass(frozen=True)
class Stack:
    """What an opening finds of the openings below and above it."""

    below: tuple[Seen, ...] = ()
    above: tuple[Seen, ...] = ()
    lid: Across | None = None
    """Its own sill, which kings below may end under."""

    def shelf(self, place: Span) -> Across | None:
        """The highest header a piece would stand on there, None over the bottom plate."""
        under = (one.shelf for one in self.below if one.shelf.span.overlaps(place))
        return max(under, key=lambda shelf: shelf.at.value, default=None)

    def lid_over(self, place: Span) -> Across | None:
        """The lowest sill a piece would end under there, None where it runs up to the plates."""
        over = (one.lid for one in self.above if one.lid.span.overlaps(place))
        return min(over, key=lambda lid: lid.at.value, default=None)

    def is_over(self, place: Span) -> bool:
        """Whether an opening above, with its wood, is over a place."""
        return any(one.pack.span.overlaps(place) for one in self.above)

    @cached_property
    def stubs(self) -> tuple[Wood, ...]:
        """Kings of those below that end under its sill."""
        return tuple(king for king in self._kings_below if self._ends_here(king))

    @cached_property
    def elsewhere(self) -> frozenset[Length]:
        """Where another opening has a stud for what would be a king of this one.

        A king of one below runs through beside it, or a jack of one above comes down there to the plate.
        """
        through = (king.start for king in self._kings_below if not self._ends_here(king))
        return frozenset((*through, *(jack.start for one in self.above for jack in one.jacks)))

    @cached_property
    def _kings_below(self) -> tuple[Wood, ...]:
        return tuple(self._kings_reaching())

    def _kings_reaching(self) -> Iterator[Wood]:
        """Kings of those below, but for those that end under a sill further down."""
        for one in self.below:
            between = [other.lid.span for other in self.below if other.is_above(one)]
            for king in one.kings:
                if not any(sill.overlaps(king.span) for sill in between):
                    yield king

    def _ends_here(self, king: Wood) -> bool:
        return self.lid is not None and self.lid.span.overlaps(king.span)


ALONE = Stack()
"""Of an opening with none above or below it, which is nearly every one."""


def stack_of(one: Seen, others: Iterable[Seen]) -> Stack:
    """What an opening finds of the others of its wall."""
    near: Sequence[Seen] = [*others]
    below = tuple(other for other in near if one.is_above(other))
    above = tuple(other for other in near if other.is_above(one))
    return Stack(below, above, one.lid) if below or above else ALONE
