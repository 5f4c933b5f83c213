"""From a dimension on the plan to a position on the plate."""

from collections.abc import Mapping

from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, FromWall, Reference, WallFace
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.message import message, template
from bluff.core.plan.meeting import EndMeeting, Meetings


def placed_start(
    id_: str,
    position: At | Centered,
    width: Length,
    length: Length,
    meetings: Meetings,
    edges: Mapping[str, Span],
    what: str = "opening",
) -> Sum:
    """Where an opening or a post starts on the plate, from the words the plan uses.

    Args:
        id_: Its mark.
        position: What the plan says.
        width: Of its rough opening, or of the post.
        length: Of the plate.
        meetings: What the wall meets.
        edges: Of the openings placed so far, near and far; the one it is measured from is among them.
        what: What the sums call it.

    Source: docs/rules.md, Where an opening is. 7'-2" to the outside across a 2x6 through wall is 80 1/2.
    """
    if isinstance(position, Centered):
        return Sum.of("half of the plate", half(length)).minus(message("half of the {what}", what=what), half(width))
    name = message(_REFERENCES[position.reference], mark=id_)
    ahead = position.toward is End.END
    way = position.distance if ahead else -position.distance
    match position.origin:
        case FromPlate(End.START):
            to_reference = Sum.of(name, position.distance)
        case FromOutside(End.START):
            to_reference = Sum.of(name, position.distance).minus_all(_outside(meetings.start))
        case FromPlate(End.END):
            to_reference = Sum.of("plate length", length).minus(
                message("{what} from the end", what=name), position.distance
            )
        case FromOutside(End.END):
            to_end = Sum.of("plate length", length).plus_all(_outside(meetings.end))
            to_reference = to_end.minus(message("{what} from the end", what=name), position.distance)
        case FromOpening(other):
            near, far = edges[other]
            whence = (
                Sum.of(message("far edge of {mark}", mark=other), far)
                if ahead
                else Sum.of(message("near edge of {mark}", mark=other), near)
            )
            to_reference = whence.plus(message("to the {what}", what=name), way)
        case FromWall(other, face):
            at = wall_face(other, face, length, meetings) or 0
            to_reference = Sum.of(message(_FACES[face], mark=other), at).plus(message("to the {what}", what=name), way)
    if position.reference is Reference.CENTER:
        return to_reference.minus(message("half of the {what}", what=what), half(width))
    # An edge is the one nearest to what it is measured from: counted back, that is the far side.
    return to_reference.minus(message("width of the {what}", what=what), width if position.is_backward else 0)


_FACES = {
    WallFace.NEAR: template("near face of {mark}"),
    WallFace.CENTER: template("center of {mark}"),
    WallFace.FAR: template("far face of {mark}"),
}
"""What the faces of another wall are called in a sum."""

_REFERENCES = {
    Reference.EDGE: template("edge of {mark}"),
    Reference.CENTER: template("center of {mark}"),
}
"""What is measured to."""


def wall_face(other: str, face: WallFace, length: Length, meetings: Meetings) -> Length | None:
    """Where a face or the center of a wall that meets this one stands on its plate, None when it does not meet it."""
    span = wall_span(other, length, meetings)
    if span is None:
        return None
    is_intersection = any(at.other == other for at in meetings.intersections)
    # At this wall's start one stands beyond the other wall, and sees its far side first.
    is_at_start = not is_intersection and meetings.start is not None and meetings.start.other == other
    near, far = reversed(span) if is_at_start else span
    return {WallFace.NEAR: near, WallFace.CENTER: half(near + far), WallFace.FAR: far}[face]


def wall_span(other: str, length: Length, meetings: Meetings) -> Span | None:
    """What a wall that meets this one takes up along its plate; None when it does not meet it."""
    shift = meetings.drawn_start
    for intersection in meetings.intersections:
        if intersection.other == other:
            near = intersection.center + shift - half(intersection.thickness)
            return Span(near, near + intersection.thickness)
    if (start := meetings.start) and start.other == other:
        return Span(-start.beyond, start.thickness - start.beyond)
    if (end := meetings.end) and end.other == other:
        return Span(length + end.beyond - end.thickness, length + end.beyond)
    return None


def _outside(meeting: EndMeeting | None) -> Sum:
    """From the plate's end to the outside of the building, which lies before it at an inside corner."""
    if meeting is None:
        return Sum(0, ())
    words = (
        message("thickness of {wall}", wall=meeting.other)
        if meeting.outside > 0
        else message("runs past the corner behind {wall}", wall=meeting.other)
    )
    return Sum(0, ()).plus(words, meeting.outside)
