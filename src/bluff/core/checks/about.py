"""Findings about one opening, and edits of openings and posts that settle findings."""

from collections.abc import Sequence
from dataclasses import replace

from bluff.core.job.edit import ChangeOpening, ChangeWall, Edit, MoveOpening
from bluff.core.job.finding import Code, Finding, Severity
from bluff.core.job.header import Header, HeaderPlace
from bluff.core.job.job import Sizing, Wall
from bluff.core.job.position import At, FromOutside, FromPlate
from bluff.core.job.schools import End
from bluff.core.job.special import Post
from bluff.core.job.standard import LOWEST_HEAD
from bluff.core.measure.length import Length
from bluff.core.measure.shapes import Span
from bluff.core.measure.size import Size
from bluff.core.message import Message, message
from bluff.core.wall.opening_frame import OpeningFrame


def about(
    frame: OpeningFrame,
    code: Code,
    severity: Severity,
    text: Message,
    do: Message,
    fix: Edit | None = None,
    fix_label: Message | None = None,
) -> Finding:
    """A finding at an opening's start, or at the end of the wall it runs off; a label only where there is a fix."""
    at = min(max(frame.placed.start.value, 0), frame.plan.length)
    return Finding(
        code, severity, text, do, at=at, opening=frame.placed.id, fix=fix, fix_label=fix_label if fix else None
    )


def moved(frame: OpeningFrame, shift: Length) -> Edit | None:
    """The opening moved along the wall; None where it would be measured by less than nothing."""
    position = frame.placed.opening.position
    if isinstance(position, At):
        is_from_end = position.origin in (FromPlate(End.END), FromOutside(End.END))
        if position.distance + (-shift if is_from_end else shift) < 0:
            return None
    return MoveOpening(frame.placed.id, shift)


def move_it(shift: Length) -> Message:
    """What the fix does that moves something along its wall."""
    return message("Move it {shift:length}", shift=abs(shift))


def with_head(frame: OpeningFrame, head: Length) -> Edit | None:
    """The opening with another head; None where that is not free to choose, or would not go into the wall."""
    placed, opening = frame.placed, frame.placed.opening
    raised = head - placed.head.value
    is_deep = placed.header.choice.place is HeaderPlace.TO_PLATE
    fits = raised <= frame.room_above and raised + frame.bottom_cripple_length.value >= 0
    given = head - placed.story.value
    if is_deep or opening.kind.is_doorway or not fits or given < LOWEST_HEAD:
        return None
    return ChangeOpening(opening.id, replace(opening, ways=replace(opening.ways, head_height=given)))


def highest_head(frame: OpeningFrame) -> Length:
    """The highest head its header leaves room for."""
    return frame.placed.head.value + frame.top_cripple_length.value


def with_header(frame: OpeningFrame, header: Header) -> Edit:
    """The opening with another header."""
    opening = frame.placed.opening
    return ChangeOpening(opening.id, replace(opening, ways=replace(opening.ways, header=header)))


def as_scheduled(frame: OpeningFrame) -> Edit:
    """The opening with its rough opening as it is now, as the schedule's."""
    opening, rough = frame.placed.opening, frame.placed.rough
    size = Size(rough.width.value, rough.height.value)
    return ChangeOpening(opening.id, replace(opening, size=size, sizing=Sizing.ROUGH))


def with_post(wall: Wall, post: Post) -> Edit:
    """A wall with another post in place of the one of that mark."""
    return ChangeWall(wall.id, replace(wall, posts=tuple(post if one.id == post.id else one for one in wall.posts)))


def either_way(frame: OpeningFrame, stretch: Span) -> list[Length]:
    """How far an opening would move to stand clear of a stretch, the shorter way first."""
    return sorted((stretch.start - frame.pack.end, stretch.end - frame.pack.start), key=abs)


def clear_of(frame: OpeningFrame, stretch: Span, others: Sequence[OpeningFrame]) -> Length | None:
    """The shorter way clear of a stretch on which there is room."""
    return next((shift for shift in either_way(frame, stretch) if _has_room(frame, shift, others)), None)


def _has_room(frame: OpeningFrame, shift: Length, others: Sequence[OpeningFrame]) -> bool:
    """Whether an opening moved along its wall stays in it and off its neighbours, and leaves room for end studs."""
    pack = frame.pack.moved(shift)
    beside = (pack.start - frame.plan.stands_from, frame.plan.stands_to - pack.end)
    if any(room != 0 and room < frame.thickness for room in beside):
        return False
    return not any(one.pack.overlaps(pack) for one in others if one is not frame)
