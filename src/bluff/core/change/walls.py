"""What a hand does to a plan: move walls with what meets them, split and join them, mirror the job.

Each function returns the changed job and leaves the old one as it was. Openings keep the words they were
placed by wherever those still hold; otherwise they are measured to their center from an end of the plate.
"""

from collections.abc import Iterable, Mapping
from dataclasses import replace
from math import isclose

from bluff.core.change.specials import with_specials, without_specials
from bluff.core.errors import EditError
from bluff.core.job.amounts import Datum
from bluff.core.job.edit import Across
from bluff.core.job.job import Alone, Between, Ends, Job, Opening, Point, Runs, Wall
from bluff.core.job.position import At, Centered, FromOpening, FromOutside, FromPlate, FromWall, Origin, Reference
from bluff.core.job.schools import End
from bluff.core.job.top import Chain, Gable, Rake, Top
from bluff.core.measure.length import Length, from_64ths, half
from bluff.core.measure.shapes import Corner, Span
from bluff.core.message import message
from bluff.core.plan.meeting import Joint
from bluff.core.plan.outline import Outline, Place, outline
from bluff.core.wall.placed import PlacedOpening
from bluff.core.wall.wall_plan import WallPlan, wall_plans


def moved(job: Job, wall_ids: Iterable[str], east: Length, north: Length) -> Job:
    """The job with walls moved, and what meets them made longer or shorter to stay where it meets them.

    A wall keeps its direction: one that meets the moved walls is cut longer or shorter along itself, and a
    moved wall whose end meets one that stays slides along that one. Walls in line with a moved one go with it.

    Raises:
        EditError: There is no such wall, it lies on no plan, or a wall would be turned inside out.
    """
    plans = {plan.id: plan for plan in wall_plans(job)}
    outlines = {id_: _outline(plan) for id_, plan in plans.items()}
    moving = _with_those_in_line(job, wall_ids, plans)
    runs: dict[str, Between] = {}
    for wall in job.walls:
        mine = outlines[wall.id]
        if mine is None or not isinstance(wall.run, Between):
            continue
        by = {end: _shift(wall.id, end, plans[wall.id], outlines, moving, (east, north)) for end in End}
        if by[End.START] == by[End.END] == (0.0, 0.0):
            continue
        points = [_moved(point, by[end]) for end, point in ((End.START, wall.run.start), (End.END, wall.run.end))]
        run = replace(wall.run, start=points[0], end=points[1])
        (x, y), along = mine.direction, (run.end.x - run.start.x, run.end.y - run.start.y)
        if along[0] * x + along[1] * y <= 0:
            raise EditError(message("Wall {id} would be reversed. Move it by less.", id=wall.id), "walls")
        runs[wall.id] = run
    walls = (replace(wall, run=runs[wall.id]) if wall.id in runs else wall for wall in job.walls)
    return replace(job, walls=tuple(walls))


def set_clear(job: Job, wall_id: str, other_id: str, clear: Length) -> Job:
    """The job with a wall moved until it is a clear distance, face to face, from a parallel one.

    Raises:
        EditError: The two are not parallel, or as `moved`.
    """
    plans = {plan.id: plan for plan in wall_plans(job)}
    mine, other = (_outline(plans[job.wall(id_).id]) for id_ in (wall_id, other_id))
    if mine is None or other is None or not mine.is_parallel(other):
        raise EditError(
            message(
                "Walls {wall_id} and {other_id} are not parallel. Give the distance to one that is.",
                wall_id=wall_id,
                other_id=other_id,
            ),
            "from",
        )
    now, side = clear_between(mine, other)
    off = (clear - now) * side
    # Away from the other one, square to this wall.
    east, north = -mine.direction[1] * off, mine.direction[0] * off
    return moved(job, [wall_id], from_64ths(east), from_64ths(north))


def set_length(job: Job, wall_id: str, length: Length) -> Job:
    """The job with a wall of another length: its start stays, and the wall its end meets moves with its end.

    Raises:
        EditError: It goes on in another wall at its end, or as `moved`.
    """
    plan = _plan(job, wall_id)
    run, mine, meeting = plan.wall.run, _outline(plan), plan.meetings.end
    if mine is None or not isinstance(run, Between):
        return _with_run(job, wall_id, Alone(length))
    longer = length - run.length
    by = longer * mine.direction[0], longer * mine.direction[1]
    if meeting is None:
        return _with_run(job, wall_id, replace(run, end=_moved(run.end, by)))
    if meeting.joint is Joint.SPLICE:
        raise EditError(
            message(
                "Wall {wall_id} goes on in {other}. Join the two, or change that one.",
                wall_id=wall_id,
                other=meeting.other,
            ),
            "length",
        )
    return moved(job, [meeting.other], from_64ths(by[0]), from_64ths(by[1]))


def _with_run(job: Job, wall_id: str, run: Alone | Between) -> Job:
    return replace(job, walls=tuple(replace(wall, run=run) if wall.id == wall_id else wall for wall in job.walls))


def clear_between(mine: Outline, other: Outline) -> tuple[Length, int]:
    """The clear distance between two parallel walls, and which side of this one is away from the other: 1 is left."""
    faces = sorted(mine.across(other.at(0, face)) for face in other.faces)
    if (faces[0] + faces[1]) / 2 > (mine.left + mine.right) / 2:
        return from_64ths(faces[0] - mine.left), -1
    return from_64ths(mine.right - faces[1]), 1


def split(job: Job, wall_id: str, at: Length, new_id: str) -> Job:
    """The job with a wall in two, in line with each other; the far part is a new wall.

    Args:
        job: The job.
        wall_id: Which wall; it keeps its start.
        at: Where, along it from its start as drawn.
        new_id: What the far part is called.

    Raises:
        EditError: It lies on no plan, or something stands across the place.
    """
    plan = _plan(job, wall_id)
    run, mine = plan.wall.run, _outline(plan)
    if mine is None or not isinstance(run, Between):
        raise EditError(message("Wall {wall_id} is not on the plan. Enter it as two walls.", wall_id=wall_id), "wall")
    if not 0 < at < run.length:
        raise EditError(
            message(
                "Wall {wall_id} is {length:feet} long. Split it between its ends.", wall_id=wall_id, length=run.length
            ),
            "at",
        )
    on_plate = at + plan.meetings.drawn_start
    if placed := plan.opening_at(on_plate):
        raise EditError(message("{id} stands across {at:feet}. Split the wall beside it.", id=placed.id, at=at), "at")
    x, y = mine.at(at, 0)
    middle = Point(from_64ths(x), from_64ths(y))
    datum, ways, ends = plan.wall.ways.datum, plan.wall.ways, plan.wall.ends
    is_from_end = datum is not None and datum.end is End.END
    near = replace(
        plan.wall,
        run=replace(run, end=middle),
        ends=replace(ends, end=None),
        ways=ways.without(["datum"]) if is_from_end else ways,
    )
    far = replace(
        plan.wall,
        id=new_id,
        run=replace(run, start=middle),
        ends=replace(ends, start=None),
        ways=ways if is_from_end else ways.without(["datum"]),
    )
    if not plan.is_level:
        near, far = (
            replace(near, top=_part_of_top(plan, 0, on_plate)),
            replace(far, top=_part_of_top(plan, on_plate, plan.length)),
        )
    near = with_specials(without_specials(near), plan, lambda x: x, 0, on_plate)
    far = with_specials(without_specials(far), plan, lambda x: x - on_plate, on_plate, plan.length + 1)
    walls = [part for wall in job.walls for part in ([near, far] if wall.id == wall_id else [wall])]
    centers = {placed.id: _center(placed) for placed in plan.openings}

    def parted(opening: Opening) -> Opening:
        if opening.wall != wall_id or opening.id not in centers:
            return opening
        center, position = centers[opening.id], opening.position
        origin = position.origin if isinstance(position, At) else None
        if center < on_plate:
            keeps = isinstance(origin, FromPlate | FromOutside) and origin.end is End.START
            return opening if keeps else replace(opening, position=_to_center(center))
        keeps = isinstance(origin, FromPlate | FromOutside) and origin.end is End.END
        position = position if keeps else _to_center(center - on_plate)
        return replace(opening, wall=new_id, position=position)

    openings = tuple(parted(opening) for opening in job.openings)
    after = replace(job, walls=tuple(walls), openings=openings)
    # Each part is shorter than the whole was, which must not turn its corners round.
    for id_, end in ((wall_id, End.START), (new_id, End.END)):
        meeting, before = _plan(after, id_).meetings.at(end), plan.meetings.at(end)
        if meeting and before and before.is_through and not meeting.is_through and before.other == meeting.other:
            after = run_through(after, id_, end)
    return after


def join(job: Job, wall_id: str, other_id: str) -> Job:
    """The job with two walls in line made one, under the first one's id and framed as the first one is.

    The other lies beyond the first one's end or before its start, and is walked the same way or the other::

        ├── wall ──▶┤├── other ──▶┤          ├◀── other ──┤├── wall ──▶┤

    Everything on either keeps its place in the plan. Along the one wall it is counted from where that starts: from
    the other's far end, where the other comes first.

    Raises:
        EditError: They are not in line, end to end, with the same faces and studs.
    """
    plan, other = _plan(job, wall_id), _plan(job, other_id)
    end, mine, theirs = _in_line(plan, other)
    joined, began = _made_one(plan.wall, other.wall, end, mine, theirs)
    centers = {placed.id: began + _drawn_center(plan, placed) for placed in plan.openings}
    for placed in other.openings:
        centers[placed.id] = began + mine.along(theirs.at(_drawn_center(other, placed), 0))
    walls = tuple(joined if wall.id == wall_id else wall for wall in job.walls if wall.id != other_id)
    openings = tuple(replace(one, wall=wall_id) if one.wall == other_id else one for one in job.openings)
    after = replace(job, walls=walls, openings=openings)
    # Only on the plan of the two as one is it known how far the plate reaches past where the wall is drawn from.
    start = _plan(after, wall_id).meetings.start
    shift = start.reach if start else 0

    def along_mine(x: Length) -> Length:
        return from_64ths(began + x - _reach(plan)) + shift

    def along_theirs(x: Length) -> Length:
        return from_64ths(began + mine.along(theirs.at(x - _reach(other), 0))) + shift

    if not (plan.is_level and other.is_level):
        mine_on_whole = [Corner(along_mine(x), y) for x, y in plan.top.points]
        theirs_on_whole = [Corner(along_theirs(x), y) for x, y in other.top.points]
        joined = replace(joined, top=_joined_top(mine_on_whole, theirs_on_whole, wall_id, other_id))
    whole = with_specials(without_specials(joined), plan, along_mine, 0, plan.length + 1)
    whole = with_specials(whole, other, along_theirs, 0, other.length + 1)
    return replace(
        after,
        walls=tuple(whole if wall.id == wall_id else wall for wall in after.walls),
        openings=tuple(
            replace(one, position=_to_center(from_64ths(centers[one.id]) + shift)) if one.id in centers else one
            for one in after.openings
        ),
    )


def _in_line(plan: WallPlan, other: WallPlan) -> tuple[End, Outline, Outline]:
    """Which end of a wall meets another in line, and both as drawn.

    Raises:
        EditError: They cannot be one wall.
    """
    mine, theirs = _outline(plan), _outline(other)
    met = ((end, plan.meetings.at(end)) for end in End)
    end = next((end for end, at in met if at and at.joint is Joint.SPLICE and at.other == other.id), None)
    both = f"Walls {plan.id} and {other.id}"
    if end is None or mine is None or theirs is None:
        raise EditError(message("{both} are not in line, end to end.", both=both), "with")
    faces = sorted(mine.across(theirs.at(0, face)) for face in theirs.faces)
    if plan.stud != other.stud or not all(map(_alike, faces, sorted(mine.faces))):
        raise EditError(
            message("{both} have different {stud:many} or faces; make them the same first.", both=both), "with"
        )
    if plan.wall.floors != other.wall.floors:
        raise EditError(message("{both} have different story lines; make them the same first.", both=both), "with")
    return end, mine, theirs


def _made_one(wall: Wall, other: Wall, end: End, mine: Outline, theirs: Outline) -> tuple[Wall, float]:
    """A wall that goes on to the other's far end, and how far before its own start it then begins."""
    run = wall.run
    if not isinstance(run, Between):  # spliced, so it lies on the plan
        raise EditError(message("Wall {id} is not on the plan.", id=wall.id), "wall")
    tips = [(mine.along((point.x, point.y)), point) for point in _points(other)]
    along, tip = max(tips) if end is End.END else min(tips)
    longer = replace(run, end=tip) if end is End.END else replace(run, start=tip)
    theirs_ends = other.ends if mine.cosine(theirs) > 0 else Ends(other.ends.end, other.ends.start)
    joined = replace(wall, run=longer, ends=wall.ends.put(end, theirs_ends.at(end)))
    return joined, 0.0 if end is End.END else -along


def mirrored(job: Job, across: Across) -> Job:
    """The job turned over: every wall, opening, hooked end and corner on the other side.

    Walls are walked the other way round, so that their outside stays on the side it was.
    """
    points = [point for wall in job.walls if isinstance(wall.run, Between) for point in _points(wall)]
    is_sideways = across is Across.EAST_WEST
    values = [point.x if is_sideways else point.y for point in points]
    total = min(values, default=0) + max(values, default=0)

    def over(point: Point) -> Point:
        return Point(total - point.x, point.y) if is_sideways else Point(point.x, total - point.y)

    def turned(wall: Wall) -> Wall:
        ends = Ends(wall.ends.end, wall.ends.start)
        ways = replace(wall.ways, datum=wall.ways.datum and _turned_datum(wall.ways.datum))
        run = wall.run
        if isinstance(run, Between):
            run = replace(run, start=over(run.end), end=over(run.start))
        plan = plans[wall.id]
        top = _turned_top(wall.top, plan)
        breaks = wall.breaks.turned(plan.length)
        over_turned = replace(without_specials(wall), run=run, ends=ends, ways=ways, top=top, breaks=breaks)
        return with_specials(over_turned, plan, lambda x: plan.length - x, 0, plan.length + 1)

    plans = {plan.id: plan for plan in wall_plans(job)}
    centers = {placed.id: _center(placed) for plan in plans.values() for placed in plan.openings}
    return replace(
        job,
        ways=replace(job.ways, datum=_unless_usual(_turned_datum(job.standard.datum), job)),
        walls=tuple(turned(wall) for wall in job.walls),
        openings=tuple(_turned(opening, centers) for opening in job.openings),
    )


def opening_moved(job: Job, opening_id: str, by: Length) -> Job:
    """The job with an opening moved along its wall, toward the wall's end, measured from where it was before.

    Raises:
        EditError: There is no such opening, it has no place, or it would be measured by less than nothing.
    """
    opening = job.opening(opening_id)
    position = opening.position
    if isinstance(position, Centered):
        placed = next((one for one in _plan(job, opening.wall).openings if one.id == opening_id), None)
        if placed is None:
            raise EditError(
                message("{opening_id} has no place to be moved from. Give it one first.", opening_id=opening_id),
                "opening",
            )
        if (center := _center(placed) + by) < 0:
            raise EditError(
                message(
                    "{opening_id} would be {by:length} past the start of its wall.",
                    opening_id=opening_id,
                    by=-center,
                ),
                "by",
            )
        position = _to_center(center)
    else:
        distance = position.distance + (-by if position.is_backward else by)
        if distance < 0:
            raise EditError(
                message(
                    "{opening_id} would be {by:length} past what it is measured from.",
                    opening_id=opening_id,
                    by=-distance,
                ),
                "by",
            )
        position = replace(position, distance=distance)
    return replace(
        job, openings=tuple(replace(one, position=position) if one.id == opening_id else one for one in job.openings)
    )


def run_through(job: Job, wall_id: str, end: End) -> Job:
    """The job with a wall running through at the corner its end makes, and the other wall butting there.

    Raises:
        EditError: That end makes no square corner.
    """
    meeting = _plan(job, wall_id).meetings.at(end)
    if meeting is None or not meeting.is_corner or meeting.joint not in (Joint.THROUGH, Joint.BUTT):
        raise EditError(
            message(
                "The {end} of wall {wall_id} makes no square corner, so nothing runs through there.",
                end=end,
                wall_id=wall_id,
            ),
            "end",
        )
    back = _plan(job, meeting.other).meetings
    other_end = next((one for one in End if (at := back.at(one)) and at.other == wall_id), None)
    runs_at = {(wall_id, end): Runs.THROUGH} | ({(meeting.other, other_end): None} if other_end else {})

    def told(wall: Wall) -> Wall:
        ends = wall.ends
        for (id_, at), runs in runs_at.items():
            ends = ends.put(at, runs) if id_ == wall.id else ends
        return replace(wall, ends=ends)

    return replace(job, walls=tuple(told(wall) for wall in job.walls))


def _plan(job: Job, wall_id: str) -> WallPlan:
    job.wall(wall_id)
    return next(plan for plan in wall_plans(job) if plan.id == wall_id)


def _outline(plan: WallPlan) -> Outline | None:
    return outline(plan.wall, plan.stud.width)


def _points(wall: Wall) -> tuple[Point, ...]:
    return () if isinstance(wall.run, Alone) else (wall.run.start, wall.run.end)


def _with_those_in_line(job: Job, wall_ids: Iterable[str], plans: Mapping[str, WallPlan]) -> set[str]:
    moving: set[str] = set()
    waiting = [job.wall(wall_id).id for wall_id in wall_ids]
    for id_ in waiting:
        if isinstance(plans[id_].wall.run, Alone):
            raise EditError(message("Wall {id} is not on the plan, so it cannot be moved there.", id=id_), "walls")
    while waiting:
        moving.add(id_ := waiting.pop())
        for end in End:
            meeting = plans[id_].meetings.at(end)
            if meeting and meeting.joint is Joint.SPLICE and meeting.other not in moving:
                waiting.append(meeting.other)
    return moving


def _shift(
    id_: str,
    end: End,
    plan: WallPlan,
    outlines: Mapping[str, Outline | None],
    moving: set[str],
    by: Place,
) -> Place:
    """How an end of a wall moves when some walls move by `by`."""
    mine, meeting = outlines[id_], plan.meetings.at(end)
    other = outlines[meeting.other] if meeting else None
    if mine is None or other is None or meeting is None or (id_ in moving) == (meeting.other in moving):
        return by if id_ in moving else (0.0, 0.0)
    east, north = mine.direction
    if id_ in moving:
        # It stays as far from the other wall as it was: it gives along itself what it would go across that one.
        across = _across(other, by)
        along = -across / _across(other, mine.direction)
        return by[0] + along * east, by[1] + along * north
    along = _across(other, by) / _across(other, mine.direction)
    return along * east, along * north


def _across(wall: Outline, by: Place) -> float:
    east, north = wall.direction
    return by[1] * east - by[0] * north


def _moved(point: Point, by: Place) -> Point:
    return Point(point.x + from_64ths(by[0]), point.y + from_64ths(by[1]))


def _alike(one: float, other: float) -> bool:
    return isclose(one, other, abs_tol=2)


def _center(placed: PlacedOpening) -> Length:
    return placed.start.value + half(placed.rough.width.value)


def _drawn_center(plan: WallPlan, placed: PlacedOpening) -> float:
    """An opening's center along its wall as drawn."""
    return _center(placed) - _reach(plan)


def _reach(plan: WallPlan) -> Length:
    """How far a plate starts before its wall as drawn."""
    return plan.meetings.drawn_start


def _to_center(distance: Length, end: End = End.START) -> At:
    return At(Reference.CENTER, distance, FromPlate(end))


def _turned_datum(datum: Datum) -> Datum:
    return Datum(datum.end.other, datum.shift)


def _unless_usual(datum: Datum, job: Job) -> Datum | None:
    return None if datum == job.crew_standard.datum else datum


def _turned_top(top: Top | None, plan: WallPlan) -> Top | None:
    """The top of a wall that is walked the other way round."""
    match top:
        case Rake():
            return replace(top, low=top.low.other)
        case Gable(ridge=Centered()) | None:
            return top
        case _:
            # Point by point, since a ridge off the middle makes the other slope another pitch.
            points = [Corner(plan.length - x, y) for x, y in plan.top.points]
            return Chain(tuple(reversed(points)))


def _joined_top(mine: list[Corner], theirs: list[Corner], wall_id: str, other_id: str) -> Top:
    """The top of two walls made one.

    Raises:
        EditError: They are not of one height where they meet.
    """
    points = sorted([*mine, *theirs])
    line = [points[0]]
    for point in points[1:]:
        if point.x - line[-1].x > 1:
            line.append(point)
        elif abs(point.y - line[-1].y) > 1:
            raise EditError(
                message(
                    "Walls {wall_id} and {other_id} are not of one height where they meet.",
                    wall_id=wall_id,
                    other_id=other_id,
                ),
                "with",
            )
    return Chain(tuple(line))


def _part_of_top(plan: WallPlan, start: Length, end: Length) -> Top:
    """What a part of a wall keeps of its top."""
    return Chain(tuple(Corner(x - start, y) for x, y in plan.top.over(Span(start, end))))


def _turned(opening: Opening, centers: Mapping[str, Length]) -> Opening:
    """An opening of a wall that is walked the other way round."""
    position = opening.position
    if isinstance(position, Centered):
        return opening
    origin: Origin
    match position.origin:
        case FromPlate(end):
            origin = FromPlate(end.other)
        case FromOutside(end):
            origin = FromOutside(end.other)
        case FromOpening() | FromWall():
            # What was near is far now, and the end is the start.
            return (
                replace(opening, position=_to_center(centers[opening.id], End.END))
                if opening.id in centers
                else opening
            )
    return replace(opening, position=replace(position, origin=origin))
