"""What stands on a header: the jacks of an opening above it, and what its own header brings down through them.

An opening above brings what its header carries, half on each side. Where a side's jacks stand on the header below,
that is a point load there; where they run down to the bottom plate beside it, nothing comes onto it.

Source: docs/rules.md, Header check.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import NamedTuple

from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Span
from bluff.core.message import Message, message
from bluff.core.strength.beam import Beam
from bluff.core.strength.load import Carried, Load, PartedPoint, Parts, per_foot
from bluff.core.wall.framing import Framing
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.placed import PlacedOpening


class NotKnown(NamedTuple):
    """Why it cannot be known what comes down on a header."""

    sentence: Message


@dataclass(frozen=True)
class Standing:
    """What stands on the headers of one framed wall."""

    framing: Framing

    def on(self, frame: OpeningFrame) -> tuple[PartedPoint, ...] | NotKnown:
        """The point loads on a header, in order along it."""
        if unknown := self._unknown(frame):
            return unknown
        points: list[PartedPoint] = []
        for upper in self.framing.openings:
            landing = [(end, at) for end in End if (at := _lands_on(upper, end, frame)) is not None]
            if not landing:
                continue
            carried = self.carried_by(upper)
            if isinstance(carried, NotKnown):
                return carried
            sides = dict(zip(End, _reactions(upper, carried), strict=True))
            points += [PartedPoint(upper.placed.id, at, sides[end]) for end, at in landing]
        return tuple(sorted(points, key=lambda point: point.at))

    def carried_by(self, frame: OpeningFrame) -> Carried | NotKnown:
        """All that lies on a header: its own load, and what stands on it."""
        mark, loads = frame.placed.id, frame.placed.standard.loads
        if not loads.is_said:
            return NotKnown(
                message(
                    "{opening} stands on this {header}, and its load is not entered. Enter the load of {opening}.",
                    opening=mark,
                )
            )
        points = self.on(frame)
        return points if isinstance(points, NotKnown) else Carried(per_foot(loads).parts, points)

    def _unknown(self, frame: OpeningFrame) -> NotKnown | None:
        """What comes down on a header and has no place in the wall yet, so that nobody can say what it brings."""
        over = frame.seen.shelf.span
        for post in self.framing.refused_posts:
            if post.frame.placed.span.overlaps(over):
                mark = post.frame.placed.post.id
                return NotKnown(
                    message(
                        "{Post} {mark} comes down on this {header}, and its load is not known. Ask the designer.",
                        mark=mark,
                    )
                )
        for opening in self.framing.refused_openings:
            other = opening.frame
            if other.seen.is_above(frame.seen) and other.pack.overlaps(over):
                return NotKnown(
                    message(
                        "{opening} stands on this {header} and is not framed. Fix its finding on the bench first.",
                        opening=other.placed.id,
                    )
                )
        return None


def beam_of(placed: PlacedOpening, stud: Length) -> Beam:
    """A header as a beam on the middles of what it bears on at each end.

    Args:
        placed: Its opening.
        stud: Thickness of one jack.
    """
    header, jacks = placed.header, placed.jack_count * stud
    breadth, depth = header.board.thickness, header.board.width
    if header.is_flat:
        breadth, depth = depth, breadth
    width = placed.rough.width.value
    return Beam(header.choice.plies, breadth, depth, width + jacks, width + 2 * jacks)


def _lands_on(upper: OpeningFrame, end: End, lower: OpeningFrame) -> Length | None:
    """Where one side of an opening stands on a header, from the middle of its near bearing; None where it does not.

    Where only some of a side's jacks stand on it, all of that side is taken to come down through those: nobody knows
    how they share it, and less would be unsafe.
    """
    places = [place for place in _supports(upper, end) if _stands_on(upper, place) == lower.placed.id]
    if not places:
        return None
    middle = half(min(place.start for place in places) + max(place.end for place in places))
    near_bearing = lower.header_start + half(lower.jacks_width)
    return min(max(middle - near_bearing, 0), lower.placed.rough.width.value + lower.jacks_width)


def _supports(upper: OpeningFrame, end: End) -> Iterator[Span]:
    """What carries one end of a header: its jacks, or the king it hangs from."""
    thick, jacks = upper.thickness, upper.jacks_width
    wide = jacks or thick
    start = upper.placed.start.value - wide if end is End.START else upper.placed.end
    for number in range(wide // thick):
        yield Span(start + number * thick, start + (number + 1) * thick)


def _stands_on(upper: OpeningFrame, place: Span) -> str | None:
    """The opening whose header a piece of an opening above stands on, None where it reaches the bottom plate."""
    under = [one for one in upper.stack.below if one.shelf.span.overlaps(place)]
    return max(under, key=lambda one: one.shelf.at.value).opening if under else None


def _reactions(frame: OpeningFrame, carried: Carried) -> tuple[Parts, Parts]:
    """What a header puts on each of its sides, by parts: the side nearer to the wall's start first."""
    beam = beam_of(frame.placed, frame.thickness)
    sides = [
        beam.reactions(Load(even, tuple(point.of([point.parts[kind]]) for point in carried.points)))
        for kind, even in enumerate(carried.even)
    ]
    near, far = zip(*sides, strict=True)
    return Parts(*near), Parts(*far)
