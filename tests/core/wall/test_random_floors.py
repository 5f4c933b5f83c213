"""What holds for the joints of every floor."""

from dataclasses import replace
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.edit import RemoveWall
from bluff.core.job.finding import Code
from bluff.core.job.job import Job
from bluff.core.job.schools import CornerSchool, End, IntersectionSchool
from bluff.core.job.ways import JobWays
from bluff.core.plan.meeting import Joint
from bluff.core.wall.member import Role
from floors import FEET, partition, plans, wall
from framing import are_apart, cap_runs, found, in_role
from strategies import floors

junction_schools = st.builds(
    JobWays, corner=st.sampled_from(CornerSchool), intersection=st.sampled_from(IntersectionSchool)
)


@given(floors(junction_schools))
def test_plates_close_the_outside_dimensions_and_every_junctions_wood_is_there_once(floor):
    job, width, depth = floor
    by_id = plans(job)
    for one, other, outside in (("A", "B", width), ("B", "C", depth)):
        plan = by_id[one]
        gone = sum(meeting.outside for meeting in (plan.meetings.start, plan.meetings.end))
        assert plan.length + gone == outside * FEET
        corner = (by_id[one].meetings.end, by_id[other].meetings.start)
        assert [meeting.is_through for meeting in corner].count(True) == 1
        # What one second plate runs long at a corner, the other stops short.
        (last, first) = _cap_over(plan, End.END), _cap_over(by_id[other], End.START)
        assert {last > 0, first > 0} == {True, False}
        assert abs(last) == plan.meetings.end.thickness
        assert abs(first) == by_id[other].meetings.start.thickness
    for plan in by_id.values():
        framing = frame(plan)
        pieces = framing.members
        for index, piece in enumerate(pieces):
            if piece.role is not Role.CAP_PLATE:
                assert 0 <= piece.start < piece.end <= plan.length
            assert piece.x.value == sum(step.amount for step in piece.x.steps)
            for other in pieces[index + 1 :]:
                assert are_apart(piece, other), (piece.id, other.id)
        assert len({piece.id for piece in pieces}) == len(pieces)
        if not framing.openings:
            assert found(framing, Code.BACKING_MISSING) == []


def _cap_over(plan, end):
    """How far the second top plate runs past the end of its plate; negative where it stops short."""
    pieces = in_role(frame(plan), Role.CAP_PLATE)
    if end is End.START:
        return -min(piece.start for piece in pieces)
    return max(piece.end for piece in pieces) - plan.length


@st.composite
def grids(draw):
    """A floor of 4 to 60 walls: a grid of rooms with its outside, some inside walls left out, some cut in two."""
    columns, rows = (sorted(draw(st.sets(st.integers(0, 14), min_size=2, max_size=6))) for _ in range(2))
    feet = {"x": [5 * place for place in columns], "y": [5 * place for place in rows]}
    (west, *_, east), (south, *_, north) = feet["x"], feet["y"]
    walls = [
        wall("N", (west, north), (east, north)),
        wall("E", (east, north), (east, south)),
        wall("S", (east, south), (west, south)),
        wall("W", (west, south), (west, north)),
    ]
    for y in feet["y"][1:-1]:
        start, end = draw(st.sampled_from([(west, east), (east, west)]))
        walls.append(partition(f"R{y}", (start, y), (end, y), draw(st.sampled_from(["2x4", "2x6"]))))
    bands = [*zip(feet["y"], feet["y"][1:], strict=False)]
    for x in feet["x"][1:-1]:
        for low, high in bands:
            if draw(st.booleans()) and len(walls) < 60:
                walls.append(partition(f"C{x}-{low}", (x, low), (x, high), draw(st.sampled_from(["2x4", "2x6"]))))
    order = draw(st.permutations(walls))
    return Job("grid", walls=tuple(order))


@given(grids(), st.data())
def test_every_wall_of_a_random_floor_meets_what_it_should(job, data):
    by_id = plans(job)
    for plan in by_id.values():
        meetings = plan.meetings
        assert not meetings.crossings
        assert not meetings.overlaps
        for end in End:
            meeting = meetings.at(end)
            assert meeting, "no wall of a grid has a free end"
            back = by_id[meeting.other].meetings
            # Each joint is seen from both sides, and exactly one of the two has the wood for it.
            if meeting.joint is Joint.THROUGH:
                assert any(
                    other and other.other == plan.id and other.joint is Joint.BUTT for other in (back.start, back.end)
                )
            elif not meeting.is_corner:
                assert [at.other for at in back.intersections].count(plan.id) == 1
        for at in meetings.intersections:
            assert plan.id in by_id[at.other].meetings.others
        # The second plates leave a gap for each that laps.
        pieces = [*cap_runs(frame(plan)).values()]
        assert all(before[1] <= after[0] for before, after in pairwise(pieces))
        within = {at.center for at in meetings.intersections if at.is_lapped}
        assert len(pieces) == len(within) + 1
    gone = data.draw(st.sampled_from(job.walls)).id
    after = plans(apply(job, RemoveWall(gone)))
    touched = {gone, *by_id[gone].meetings.others}
    for id_ in by_id.keys() - touched:
        if not touched & set(by_id[id_].meetings.others):
            # A layout carried on from wall to wall may begin elsewhere; nothing else reaches further.
            assert replace(after[id_], carried=by_id[id_].carried) == by_id[id_]
    for id_ in touched - {gone}:
        if after[id_].carried == by_id[id_].carried:
            ids = {member.id for member in frame(by_id[id_]).members if f"/{gone}" not in str(member.id)}
            assert len(ids & {member.id for member in frame(after[id_]).members}) >= len(ids) // 2
