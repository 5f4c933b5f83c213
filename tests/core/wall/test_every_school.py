"""Every combination of schools over random floors frames without a contradiction, or says why in a finding."""

from dataclasses import replace
from itertools import combinations

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.finding import Severity
from bluff.core.takeoff.cut_list import cut_list
from bluff.core.wall.member import Role
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.framed import framed_job
from framing import are_apart
from strategies import floors, job_ways, opening_ways, wall_ways


@st.composite
def framed_any_way(draw):
    """A floor in ways of its own, some walls and openings of which do otherwise."""
    job, _, _ = draw(floors(job_ways))
    walls = [replace(wall, ways=draw(wall_ways)) if draw(st.booleans()) else wall for wall in job.walls]
    openings = [replace(opening, ways=draw(opening_ways)) for opening in job.openings]
    return replace(job, walls=tuple(walls), openings=tuple(openings))


@given(framed_any_way())
def test_no_two_pieces_overlap_and_each_is_named_and_summed(job):
    for plan in wall_plans(job):
        framing = frame(plan)
        pieces = framing.members
        assert len({piece.id for piece in pieces}) == len(pieces)
        for one, other in combinations(pieces, 2):
            assert are_apart(one, other), (one.id, other.id)
        for piece in pieces:
            assert all(part.value == sum(step.amount for step in part.steps) for part in (piece.x, piece.y))
            assert piece.length.value > 0
            if piece.role is not Role.CAP_PLATE:
                assert 0 <= piece.start < piece.end <= plan.length, piece.id


@given(framed_any_way())
def test_every_opening_is_clear_or_found(job):
    for plan in wall_plans(job):
        framing = frame(plan)
        errors = {finding.opening for finding in framing.findings if finding.severity is Severity.ERROR}
        assert {placed.id for placed in plan.openings} <= {one.placed.id for one in framing.openings} | errors
        for opening in framing.openings:
            placed = opening.placed
            floor = placed.head.value - placed.rough.height.value
            for piece in framing.members:
                inside = piece.start < placed.end and placed.start.value < piece.end
                if inside and piece.role is not Role.BOTTOM_PLATE:
                    below = piece.top <= max(floor, plan.bottom.value)
                    assert below or piece.bottom >= placed.head.value, piece.id


@given(framed_any_way())
def test_every_board_is_in_the_cut_list_and_everything_can_be_said(job):
    framings = [frame(plan) for plan in wall_plans(job)]
    assert sum(row.count for row in cut_list(framings)) == sum(
        piece.plies for framing in framings for piece in framing.members
    )
    framed_job(framings).model_dump_json()


@given(framed_any_way())
def test_every_fix_fits_the_job(job):
    for plan in wall_plans(job):
        for finding in frame(plan).findings:
            if finding.fix is not None:
                assert apply(job, finding.fix) != job
