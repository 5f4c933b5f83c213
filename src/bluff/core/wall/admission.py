"""Which openings and posts of a wall can be framed at all.

Whatever is entered stays in the job; what cannot be framed is told with the reason, and the wall is framed without
it. Of two that need the same wood the one entered first stays, so that adding an opening never changes what is
already marked on a plate.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from bluff.core.job.header import HeaderPlace
from bluff.core.job.special import Post
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.measure.size import SMALLEST
from bluff.core.wall.member import Member
from bluff.core.wall.opening_frame import OpeningFrame
from bluff.core.wall.posts import PostFrame
from bluff.core.wall.stack import stack_of
from bluff.core.wall.wall_plan import WallPlan


class Unfit(StrEnum):
    """Why an opening or a post is left out."""

    OFF_WALL = "off wall"
    """It runs past an end of the wall."""
    TOO_HIGH = "too high"
    """Its head is above the underside of the top plates."""
    HEADER_TOO_DEEP = "header too deep"
    """A header tight under the top plates leaves no opening below it."""
    BELOW_PLATE = "below plate"
    """Its sill would be below the bottom plate, or its beam on it."""
    IN_THE_WAY = "in the way"
    """Something that was there first stands in its place."""
    NO_ROOM_BETWEEN = "no room between"
    """Above or below another opening, whose header or sill is in its place."""
    KINGS_CLASH = "kings clash"
    """Above or below another opening, whose kings or jacks stand half in the place of its own."""


@dataclass(frozen=True, slots=True)
class RefusedOpening:
    """An opening that is not framed.

    Args:
        frame: As it would be.
        why: The reason.
        other: The opening in the way, where one is the reason.
        admitted: Those that were framed by then, which it would have to keep clear of elsewhere too.
    """

    frame: OpeningFrame
    why: Unfit
    other: OpeningFrame | None
    admitted: tuple[OpeningFrame, ...]


@dataclass(frozen=True, slots=True)
class RefusedPost:
    """A post that is not framed; as `RefusedOpening`, and `other` may be a post."""

    frame: PostFrame
    why: Unfit
    other: OpeningFrame | PostFrame | None
    admitted: tuple[PostFrame, ...]


def admit_openings(plan: WallPlan) -> tuple[list[OpeningFrame], list[RefusedOpening]]:
    """The openings that can be framed, in order along the wall and from below, and the others."""
    admitted: list[OpeningFrame] = []
    refused: list[RefusedOpening] = []
    for placed in plan.openings:
        frame = OpeningFrame(plan, placed)
        why, other = _fit(frame, admitted)
        if why:
            refused.append(RefusedOpening(frame, why, other, tuple(admitted)))
        else:
            admitted.append(frame)
    return sorted(_stacked(admitted), key=lambda frame: (frame.pack.start, frame.hole.y)), refused


def has_room(frame: OpeningFrame, admitted: Sequence[OpeningFrame], *, along: Length = 0, up: Length = 0) -> bool:
    """Whether an opening could be framed with those that are if it were moved along the wall, or its head up."""
    start, head = frame.placed.start.plus("moved", along), frame.placed.head.plus("raised", up)
    why, _ = _fit(OpeningFrame(frame.plan, replace(frame.placed, start=start, head=head)), admitted)
    return why is None


def _fit(frame: OpeningFrame, admitted: Sequence[OpeningFrame]) -> tuple[Unfit | None, OpeningFrame | None]:
    """Why an opening cannot be framed with those that are, None where it can, and the one it is because of."""
    why = _unfit(frame)
    near = [one for one in admitted if one.pack.overlaps(frame.pack)]
    return _clash(frame, near) if why is None and near else (why, None)


def _stacked(frames: Sequence[OpeningFrame]) -> list[OpeningFrame]:
    """The openings with what each finds of those below and above it."""
    # Most walls have none above one another; nothing is looked at twice there.
    near = [[other for other in frames if other.pack.overlaps(frame.pack)] for frame in frames]
    return [
        replace(frame, stack=stack_of(frame.seen, [other.seen for other in others])) if len(others) > 1 else frame
        for frame, others in zip(frames, near, strict=True)
    ]


def _clash(frame: OpeningFrame, near: Sequence[OpeningFrame]) -> tuple[Unfit | None, OpeningFrame | None]:
    """Which of the openings that share its plate an opening cannot stand above or below, and why."""
    if not near:
        return None, None
    mine = frame.seen
    for other in near:
        theirs = other.seen
        upper, lower = (mine, theirs) if mine.is_above(theirs) else (theirs, mine)
        if not upper.is_above(lower):
            return Unfit.IN_THE_WAY, other
        if upper.lid.at.value < lower.shelf.at.value:
            return Unfit.NO_ROOM_BETWEEN, other
    *beside, framed = _stacked([*near, frame])
    wood = [*framed.kings_and_jacks()]
    for one, other in zip(beside, near, strict=True):
        if any(_is_in(piece, there) for piece in one.kings_and_jacks() for there in wood):
            return Unfit.KINGS_CLASH, other
    return None, None


def _is_in(piece: Member, other: Member) -> bool:
    """Whether two studs would stand in each other."""
    shares_height = Span(piece.bottom, piece.top).overlaps(Span(other.bottom, other.top))
    return shares_height and piece.span.overlaps(other.span)


def admit_posts(plan: WallPlan, openings: Sequence[OpeningFrame]) -> tuple[list[PostFrame], list[RefusedPost]]:
    """The posts that can be framed, in order along the wall, and the others; openings come first."""
    admitted: list[PostFrame] = []
    refused: list[RefusedPost] = []
    for placed in plan.posts:
        frame = PostFrame(plan, placed)
        other = _stands_there(frame, openings, admitted)
        if why := _unfit_post(frame, other):
            refused.append(RefusedPost(frame, why, other, tuple(admitted)))
        else:
            admitted.append(frame)
    return sorted(admitted, key=lambda post: post.span.start), refused


def has_room_for(frame: PostFrame, wider: Post, openings: Sequence[OpeningFrame], posts: Sequence[PostFrame]) -> bool:
    """Whether a post that stands could be a wider one, to whichever side it would grow."""
    placed = frame.placed
    others = [one for one in posts if one is not frame]
    grown = (wider.plies - placed.post.plies) * placed.board.thickness
    for start in (placed.start, placed.start.minus("what it is wider", grown)):
        there = PostFrame(frame.plan, replace(placed, post=wider, start=start))
        if _unfit_post(there, _stands_there(there, openings, others)):
            return False
    return True


def _unfit(frame: OpeningFrame) -> Unfit | None:
    """What is wrong with an opening by itself."""
    plan, placed = frame.plan, frame.placed
    if not Span(0, plan.length).contains(frame.pack):
        return Unfit.OFF_WALL
    if placed.head.value > plan.ceiling.lowest_over(Span(frame.header_start, frame.header_end)):
        return Unfit.TOO_HIGH
    # Under such a header the head is what it leaves, so it is the header that is too deep, not the head too low.
    floor = max(plan.bottom.value, placed.story.value)
    if placed.header.choice.place is HeaderPlace.TO_PLATE and placed.head.value - floor < SMALLEST:
        return Unfit.HEADER_TOO_DEEP
    if frame.has_sill and frame.bottom_cripple_length.value < 0:
        return Unfit.BELOW_PLATE
    return None


def _stands_there(
    frame: PostFrame, openings: Sequence[OpeningFrame], posts: Sequence[PostFrame]
) -> OpeningFrame | PostFrame | None:
    opening = next((one for one in openings if one.pack.overlaps(frame.span)), None)
    return opening or next((one for one in posts if one.span.overlaps(frame.span)), None)


def _unfit_post(frame: PostFrame, other: OpeningFrame | PostFrame | None) -> Unfit | None:
    plan, beam = frame.plan, frame.placed.post.beam
    if not Span(plan.stands_from, plan.stands_to).contains(frame.span):
        return Unfit.OFF_WALL
    if other:
        return Unfit.IN_THE_WAY
    if beam and frame.has_pocket and beam.underside <= plan.bottom.value:
        return Unfit.BELOW_PLATE
    return None
