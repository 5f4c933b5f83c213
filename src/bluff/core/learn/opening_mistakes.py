"""Mistakes at openings and where walls meet: a wrong place, a wrong width, jacks that are not there or twice."""

from collections.abc import Iterator
from dataclasses import replace
from functools import partial

from bluff.core.job.job import Sizing
from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, FromWall, Reference, WallFace
from bluff.core.job.schools import End
from bluff.core.learn.attempt import Attempt, Kind, Marks, Mistake, Stroke
from bluff.core.learn.slips import wrong_halves
from bluff.core.measure.length import Length, format_call_out, half
from bluff.core.measure.sum import Sum, counted
from bluff.core.message import Message, message, plural, template
from bluff.core.plan.meeting import EndMeeting, Intersection
from bluff.core.plan.placing import placed_start
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import slope_of
from bluff.core.wall.member import Mark, Plate, Role
from bluff.core.wall.placed import PlacedOpening, edges_of
from bluff.core.wall.wall_plan import WallPlan


def opening_mistakes(framing: Framing) -> Iterator[Mistake]:
    """Those an opening of a framed wall gives room for. Source: docs/rules.md, Learning to lay out."""
    for opening in framing.openings:
        placed = opening.placed
        yield from _of_its_width(placed)
        yield from _of_its_jacks(opening.thickness, placed)
        yield from _of_its_place(framing.plan, placed)
        yield from _of_its_half(placed)
        yield from _of_plates(placed)


def meeting_mistakes(framing: Framing) -> Iterator[Mistake]:
    """Those the walls that meet a wall give room for."""
    plan = framing.plan
    for end in End:
        if (meeting := plan.meetings.at(end)) and meeting.is_through:
            yield from _of_thickness(plan, meeting)
    for intersection in plan.meetings.intersections:
        yield from _of_thickness(plan, intersection)
        behind = half(intersection.thickness)
        for by in (behind, -behind):
            yield Mistake(
                Kind.CENTER_OR_EDGE,
                intersection.other,
                message(
                    "Wall {wall} is dimensioned to its center. One of its faces was put there.", wall=intersection.other
                ),
                partial(_intersection_moved, other=intersection.other, by=by),
            )
        start = plan.meetings.start
        if start and start.outside:
            yield Mistake(
                Kind.THICKNESS_LEFT_ON,
                intersection.other,
                message(
                    "Wall {wall} is dimensioned from the outside. The {thickness:length} of wall {other} was not taken "
                    "off.",
                    wall=intersection.other,
                    thickness=start.outside,
                    other=start.other,
                ),
                partial(_intersection_moved, other=intersection.other, by=start.outside),
            )


def _of_its_width(placed: PlacedOpening) -> Iterator[Mistake]:
    if placed.opening.sizing is Sizing.ROUGH:
        return
    unit, rough = placed.opening.size, placed.rough
    wider, higher = rough.width.value - unit.width, rough.height.value - unit.height
    for kind, width, height, words in (
        (
            Kind.UNIT_FOR_ROUGH,
            unit.width,
            unit.height,
            message(
                "{width:length} is the unit {unit}. Its rough opening is {sum}.",
                width=unit.width,
                unit=format_call_out(unit.width),
                sum=rough.width.in_figures,
            ),
        ),
        (
            Kind.ALLOWANCE_TWICE,
            rough.width.value + wider,
            rough.height.value + higher,
            message("The allowance is added twice. The rough opening is {sum}.", sum=rough.width.in_figures),
        ),
    ):
        for other_height in dict.fromkeys((height, rough.height.value)):
            if (width, other_height) != (rough.width.value, rough.height.value):
                yield Mistake(
                    kind,
                    placed.id,
                    words,
                    partial(_sized, id_=placed.id, width=width, height=other_height),
                )


def _of_its_jacks(thick: Length, placed: PlacedOpening) -> Iterator[Mistake]:
    count = placed.jack_count
    if not count:
        return
    jacks, all_of_them = counted("jack", count), count * thick
    one_less = plural(
        "{opening} has {count} {jack} a side. There is one fewer, and the {king:many} stand {thickness:length} too "
        "near.",
        "{opening} has {count} {jack:many} a side. There is one fewer, and the {king:many} stand {thickness:length} "
        "too near.",
        count=count,
        opening=placed.id,
        thickness=thick,
    )
    yield Mistake(Kind.JACK_FORGOTTEN, placed.id, one_less, partial(_packed, id_=placed.id, jacks=count - 1))
    yield Mistake(
        Kind.JACK_FORGOTTEN,
        placed.id,
        message(
            "The {jack:many} of {opening} stand inside the opening. They belong beside it, and it stays {width:length} "
            "clear.",
            opening=placed.id,
            width=placed.rough.width.value,
        ),
        partial(_widened, id_=placed.id, by=-all_of_them),
    )
    one_more = plural(
        "{opening} has {count} {jack} a side. There is one more, and the {king:many} stand {thickness:length} too far "
        "out.",
        "{opening} has {count} {jack:many} a side. There is one more, and the {king:many} stand {thickness:length} too "
        "far out.",
        count=count,
        opening=placed.id,
        thickness=thick,
    )
    yield Mistake(Kind.JACK_TWICE, placed.id, one_more, partial(_packed, id_=placed.id, jacks=count + 1))
    yield Mistake(
        Kind.JACK_TWICE,
        placed.id,
        message(
            "{Jacks}, {all:length}, taken off twice a side at {opening}: the opening is {off:length} too wide.",
            jacks=jacks,
            all=all_of_them,
            opening=placed.id,
            off=2 * all_of_them,
        ),
        partial(_widened, id_=placed.id, by=all_of_them),
    )


def _of_its_place(plan: WallPlan, placed: PlacedOpening) -> Iterator[Mistake]:
    position, id_ = placed.opening.position, placed.id
    if isinstance(position, Centered):
        return
    for kind, other, words in _other_places(plan, id_, position):
        yield Mistake(kind, id_, words, partial(_replaced, id_=id_, position=other))


def _other_places(plan: WallPlan, id_: str, position: At) -> Iterator[tuple[Kind, At, Message]]:
    """What may be read instead of what the plan says of an opening's place."""
    match position.origin:
        case FromPlate(end) | FromOutside(end):
            other = replace(position, origin=type(position.origin)(end.other))
            words = message(
                "{distance:length} is measured from the {wrong} of the wall. The plan measures {opening} from the "
                "{right}.",
                distance=position.distance,
                wrong=end.other.called,
                opening=id_,
                right=end.called,
            )
            yield Kind.WRONG_END, other, words
    if isinstance(position.origin, FromOutside):
        end = position.origin.end
        if (meeting := plan.meetings.at(end)) and meeting.outside:
            at_plate = replace(position, origin=FromPlate(end))
            words = message(
                "{distance:length} is to the outside of the building. The {off:length} of wall {wall} was not taken "
                "off.",
                distance=position.distance,
                off=meeting.outside,
                wall=meeting.other,
            )
            yield Kind.THICKNESS_LEFT_ON, at_plate, words
            added = replace(at_plate, distance=position.distance + meeting.outside)
            words = message(
                "The {off:length} of wall {wall} was added. It is taken off.", off=meeting.outside, wall=meeting.other
            )
            yield Kind.THICKNESS_LEFT_ON, added, words
    if isinstance(position.origin, FromWall):
        for face in WallFace:
            if face is not position.origin.face:
                other = replace(position, origin=FromWall(position.origin.wall, face))
                yield (
                    Kind.WRONG_FACE,
                    other,
                    message(_RIGHT_FACE[position.origin.face], opening=id_, wall=position.origin.wall),
                )
    is_center = position.reference is Reference.CENTER
    other = replace(position, reference=Reference.EDGE if is_center else Reference.CENTER)
    words = message(
        "{distance:length} is to its center. An edge was put there."
        if is_center
        else "{distance:length} is to its edge. Its center was put there.",
        distance=position.distance,
    )
    yield Kind.CENTER_OR_EDGE, other, words


_RIGHT_FACE = {
    WallFace.NEAR: template("{opening} is measured from the near face of wall {wall}."),
    WallFace.CENTER: template("{opening} is measured from the center of wall {wall}."),
    WallFace.FAR: template("{opening} is measured from the far face of wall {wall}."),
}


def _of_its_half(placed: PlacedOpening) -> Iterator[Mistake]:
    position, width = placed.opening.position, placed.rough.width.value
    if isinstance(position, At) and position.reference is not Reference.CENTER:
        return
    for wrong in wrong_halves(width):
        off = wrong - half(width)
        words = message(
            "Half of {width:length} is {half:fine}. {wrong:fine} was used at {opening}.",
            width=width,
            half=half(width),
            wrong=wrong,
            opening=placed.id,
        )
        # Half to either side of the center, or one side from there and the other the width away from it.
        yield Mistake(Kind.HALVED_WRONG, placed.id, words, partial(_widened, id_=placed.id, by=off))
        yield Mistake(Kind.HALVED_WRONG, placed.id, words, partial(_shifted, id_=placed.id, by=-off))


def _of_plates(placed: PlacedOpening) -> Iterator[Mistake]:
    for role, plate, words in (
        (Role.JACK, Plate.TOP, message("{Jack:many} end under the {header}. They are not marked on the {top_plate}.")),
        (
            Role.BOTTOM_CRIPPLE,
            Plate.TOP,
            message("{Bottom_cripple:many} end under the {sill}. They are not marked on the {top_plate}."),
        ),
        (
            Role.TOP_CRIPPLE,
            Plate.BOTTOM,
            message("{Top_cripple:many} stand on the {header}. They are not marked on the {bottom_plate}."),
        ),
    ):
        yield Mistake(
            Kind.WRONG_PLATE,
            placed.id,
            words,
            partial(Attempt.stroked, stroke=_copied(placed.id, role, plate)),
        )


def _copied(id_: str, role: Role, plate: Plate) -> Stroke:
    """Marks of one kind of piece drawn on the other plate too."""

    def stroke(framing: Framing, marks: Marks) -> Marks:
        plan = framing.plan

        def over(mark: Mark) -> Mark:
            copied = mark._replace(plate=plate, slope=None)
            return copied if plan.is_level or plate is Plate.BOTTOM else copied._replace(slope=slope_of(plan, copied))

        theirs = [mark for mark in marks if mark.opening == id_ and mark.role == role and mark.plate is not plate]
        there = {(mark.plate, mark.at.value, mark.symbol) for mark in marks}
        copies = [over(mark) for mark in theirs]
        return (*marks, *(copy for copy in copies if (copy.plate, copy.at.value, copy.symbol) not in there))

    return stroke


def _with(plan: WallPlan, id_: str, changed: PlacedOpening) -> WallPlan:
    """A plan with one opening otherwise, and those measured from it along with its edges."""
    before = next(placed for placed in plan.openings if placed.id == id_)
    by = {End.START: changed.start.value - before.start.value, End.END: changed.end - before.end}
    openings = tuple(changed if placed.id == id_ else placed for placed in plan.openings)
    plan = replace(plan, openings=openings)
    for follower in openings:
        position = follower.opening.position
        if isinstance(position, At) and position.origin == FromOpening(id_) and (moved := by[position.toward]):
            start = follower.start.plus(message("{opening} as it was drawn", opening=id_), moved)
            plan = _with(plan, follower.id, replace(follower, start=start))
    return plan


def _in(plan: WallPlan, id_: str) -> PlacedOpening:
    return next(placed for placed in plan.openings if placed.id == id_)


def _sized(attempt: Attempt, id_: str, width: Length, height: Length) -> Attempt:
    """An attempt with an opening of another size, on the deck and on paper; its place as the plan gives it."""

    def sized(plan: WallPlan) -> WallPlan:
        placed = _in(plan, id_)
        rough = replace(placed.rough, width=Sum.of("as taken", width), height=Sum.of("as taken", height))
        start = placed.start.plus("another width", _start_moves(placed, width))
        head = placed.head
        if placed.opening.kind.is_doorway and head.value == placed.story.value + placed.rough.height.value:
            head = placed.story.plus("rough height", height)
        return _with(plan, id_, replace(placed, rough=rough, start=start, head=head))

    return replace(attempt, plan=sized(attempt.plan), on_paper=sized(attempt.on_paper))


def _start_moves(placed: PlacedOpening, width: Length) -> Length:
    """How far the start of an opening moves along when it has another width."""
    position, before = placed.opening.position, placed.rough.width.value
    if isinstance(position, Centered) or position.reference is Reference.CENTER:
        return half(before) - half(width)
    return before - width if position.is_backward else 0


def _widened(attempt: Attempt, id_: str, by: Length) -> Attempt:
    """An attempt with both edges of an opening so much farther out on the deck; on paper it is as it was."""
    placed = _in(attempt.plan, id_)
    if placed.rough.width.value + 2 * by <= 0:
        return attempt
    rough = replace(placed.rough, width=placed.rough.width.plus("as drawn", 2 * by))
    return replace(
        attempt, plan=_with(attempt.plan, id_, replace(placed, rough=rough, start=placed.start.minus("as drawn", by)))
    )


def _shifted(attempt: Attempt, id_: str, by: Length) -> Attempt:
    """An attempt with an opening farther along on the deck."""
    placed = _in(attempt.plan, id_)
    return replace(attempt, plan=_with(attempt.plan, id_, replace(placed, start=placed.start.plus("as drawn", by))))


def _packed(attempt: Attempt, id_: str, jacks: int) -> Attempt:
    """An attempt with another number of jacks a side."""

    def packed(plan: WallPlan) -> WallPlan:
        return _with(plan, id_, replace(_in(plan, id_), jack_count=jacks))

    return replace(attempt, plan=packed(attempt.plan), on_paper=packed(attempt.on_paper))


def _replaced(attempt: Attempt, id_: str, position: At) -> Attempt:
    """An attempt with an opening's place read otherwise."""
    plan = attempt.plan
    placed, edges = _in(plan, id_), edges_of(plan.openings)
    right, taken = (
        placed_start(id_, where, placed.rough.width.value, plan.length, plan.meetings, edges)
        for where in (placed.opening.position, position)
    )
    return _shifted(attempt, id_, taken.value - right.value)


def _of_thickness(plan: WallPlan, met: EndMeeting | Intersection) -> Iterator[Mistake]:
    """A wall that meets this one taken for one of other studs."""
    board = plan.standard.board
    for nominal in ("2x4", "2x6"):
        width = board(nominal).width
        if width != met.thickness:
            yield Mistake(
                Kind.OTHER_THICKNESS,
                met.other,
                message(
                    "Wall {wall} is taken for {size}, {width:length} thick. It is {thickness:length}.",
                    wall=met.other,
                    size=nominal,
                    width=width,
                    thickness=met.thickness,
                ),
                partial(_met, other=met.other, thickness=width),
            )


def _met(attempt: Attempt, other: str, thickness: Length) -> Attempt:
    """An attempt with a wall that meets this one of another thickness, as far as its wood on this plate goes."""
    meetings = attempt.plan.meetings

    def taken(meeting: EndMeeting | None) -> EndMeeting | None:
        is_it = meeting is not None and meeting.other == other and meeting.is_through
        return replace(meeting, thickness=thickness) if meeting and is_it else meeting

    intersections = tuple(
        replace(one, thickness=thickness) if one.other == other else one for one in meetings.intersections
    )
    return attempt.marked(
        meetings=replace(meetings, start=taken(meetings.start), end=taken(meetings.end), intersections=intersections)
    )


def _intersection_moved(attempt: Attempt, other: str, by: Length) -> Attempt:
    meetings = attempt.plan.meetings
    intersections = tuple(
        replace(one, center=one.center + by) if one.other == other else one for one in meetings.intersections
    )
    return attempt.marked(meetings=replace(meetings, intersections=intersections))
