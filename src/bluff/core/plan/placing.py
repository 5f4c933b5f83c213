"""From a dimension on the plan to a position on the plate."""

from collections.abc import Mapping

from bluff.core.job.position import At, Centred, FromOpening, FromOutside, FromPlate, FromWall, Reference, WallFace
from bluff.core.job.schools import End
from bluff.core.measure.length import Length, half
from bluff.core.measure.shapes import Span
from bluff.core.measure.sum import Sum
from bluff.core.plan.meeting import EndMeeting, Meetings


def placed_start(
    id_: str,
    position: At | Centred,
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
    if isinstance(position, Centred):
        return Sum.of("half of the plate", half(length)).minus(f"half of the {what}", half(width))
    name = f"{position.reference} of {id_}"
    ahead = position.toward is End.END
    way = position.distance if ahead else -position.distance
    match position.origin:
        case FromPlate(End.START):
            to_reference = Sum.of(name, position.distance)
        case FromOutside(End.START):
            to_reference = Sum.of(name, position.distance).minus_all(_outside(meetings.start))
        case FromPlate(End.END):
            to_reference = Sum.of("plate length", length).minus(f"{name} from the end", position.distance)
        case FromOutside(End.END):
            to_end = Sum.of("plate length", length).plus_all(_outside(meetings.end))
            to_reference = to_end.minus(f"{name} from the end", position.distance)
        case FromOpening(other):
            near, far = edges[other]
            whence = ("far edge", far) if ahead else ("near edge", near)
            to_reference = Sum.of(f"{whence[0]} of {other}", whence[1]).plus(f"to the {name}", way)
        case FromWall(other, face):
            at = wall_face(other, face, length, meetings) or 0
            to_reference = Sum.of(f"{FACES[face]} of {other}", at).plus(f"to the {name}", way)
    if position.reference is Reference.CENTRE:
        return to_reference.minus(f"half of the {what}", half(width))
    # An edge is the one nearest to what it is measured from: counted back, that is the far side.
    return to_reference.minus(f"width of the {what}", width if position.is_backward else 0)


FACES = {WallFace.NEAR: "near face", WallFace.CENTRE: "centre", WallFace.FAR: "far face"}
"""What the faces of another wall are called in a sum."""


def wall_face(other: str, face: WallFace, length: Length, meetings: Meetings) -> Length | None:
    """Where a face or the centre of a wall that meets this one stands on its plate, None when it does not meet it."""
    span = wall_span(other, length, meetings)
    if span is None:
        return None
    is_intersection = any(at.other == other for at in meetings.intersections)
    # At this wall's start one stands beyond the other wall, and sees its far side first.
    is_at_start = not is_intersection and meetings.start is not None and meetings.start.other == other
    near, far = reversed(span) if is_at_start else span
    return {WallFace.NEAR: near, WallFace.CENTRE: half(near + far), WallFace.FAR: far}[face]


def wall_span(other: str, length: Length, meetings: Meetings) -> Span | None:
    """What a wall that meets this one takes up along its plate; None when it does not meet it."""
    shift = meetings.drawn_start
    for intersection in meetings.intersections:
        if intersection.other == other:
            near = intersection.centre + shift - half(intersection.thickness)
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
    words = f"thickness of {meeting.other}" if meeting.outside > 0 else f"runs past the corner behind {meeting.other}"
    return Sum(0, ()).plus(words, meeting.outside)
