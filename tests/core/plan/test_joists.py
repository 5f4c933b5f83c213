"""Studs under joists, and what is said where they are not."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum, JoistLayout
from bluff.core.job.finding import Code
from bluff.core.job.job import Job, Wall
from bluff.core.job.schools import End, JoistRun
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import PER_INCH, format_exact, inches
from bluff.core.wall.member import UPRIGHTS, Role
from bluff.core.wall.wall_plan import wall_plans
from floors import framed, partition, plans, shelter
from framing import found, in_role, say, starts
from strategies import lengths


def under(spacing=16, first="0", joists=24, runs=JoistRun.NORTH_SOUTH, **ways):
    layout = JoistLayout(inches(first), Fraction(joists))
    return JobWays(spacing=Fraction(spacing), joists=runs, joist_layout=layout, stacked=True, **ways)


def test_studs_stand_under_trusses_that_are_laid_out_from_the_plans_zero():
    job = shelter(ways=under(24))
    # A runs east from zero: trusses at 24, 48 …; C runs west from 432, a whole number of spaces away.
    for id_ in ("A", "C"):
        assert starts(frame(plans(job)[id_]), Role.STUD)[:2] == ["23 1/4", "47 1/4"]


def test_a_wall_that_butts_counts_to_the_first_joist_from_its_own_plate():
    job = shelter(ways=under(24, runs=JoistRun.EAST_WEST))
    # D runs north and starts behind C, 5 1/2 from zero: the truss at 24 is 18 1/2 along its plate.
    plan = plans(job)["D"]
    assert format_exact(plan.stacked) == "18 1/2"
    assert starts(frame(plan), Role.STUD)[0] == "17 3/4"
    assert plans(job)["A"].stacked is None  # runs along them


@given(
    hook=st.sampled_from(End),
    first=lengths(-40, 40),
    joists=st.sampled_from([Fraction(16), Fraction(96, 5), Fraction(24)]),
)
def test_every_joist_over_a_wall_has_a_stud_under_it(hook, first, joists):
    ways = under(joists, joists=joists, datum=Datum(hook))
    ways = replace(ways, joist_layout=JoistLayout(first, joists))
    job = shelter(partition("E", (4, 10), (30, 10)), ways=ways)
    for id_ in ("A", "C", "E"):
        plan = plans(job)[id_]
        wood = [(piece.start, piece.end) for piece in frame(plan).members if piece.role in UPRIGHTS]
        for at in under_joists(plan, first, joists):
            assert any(start - 1 <= at <= end + 1 for start, end in wood), (id_, format_exact(at))


def under_joists(plan, first, joists):
    """Where joists lie along the plate of a wall that runs east or west, one by one from the plan's zero."""
    run = plan.wall.run
    ahead = 1 if run.end.x > run.start.x else -1
    reach = plan.meetings.start.reach if plan.meetings.start else 0
    for number in range(-10, 60):
        along = (round(first + number * joists * PER_INCH) - run.start.x) * ahead + reach
        if inches("1/2") < along < plan.length - inches("1/2"):
            yield along


def test_a_wall_with_a_datum_of_its_own_keeps_it():
    (only,) = [wall for wall in shelter().walls if wall.id == "A"]
    own = Wall("A", only.stud, only.run, only.kind, ways=WallWays(datum=Datum(shift=inches(3))))
    assert plans(Job("one", under(24), (own,)))["A"].stacked is None


def test_where_nobody_has_said_where_the_joists_are_that_is_found():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(stacked=True))
    by_id = {plan.id: frame(plan) for plan in wall_plans(job)}
    assert [id_ for id_, framing in by_id.items() if found(framing, Code.JOISTS_NOT_GIVEN)] == ["A", "B", "C", "D"]


@pytest.mark.parametrize(("joists", "studs", "closer"), [(24, 16, 12), (24, "19.2", 12), ("19.2", 24, "19.2")])
def test_a_spacing_that_misses_joists_is_found_and_only_ever_closed_up(joists, studs, closer):
    job = shelter(ways=under(studs, joists=joists))
    (finding,) = found(frame(plans(job)["A"]), Code.STUDS_MISS_JOISTS)
    assert say(finding.fix_label) == f"Studs at {closer}"
    after = apply(job, finding.fix)
    assert found(frame(plans(after)["A"]), Code.STUDS_MISS_JOISTS) == []
    assert len(in_role(frame(plans(after)["A"]), Role.STUD)) > len(in_role(frame(plans(job)["A"]), Role.STUD))


@pytest.mark.parametrize(("joists", "studs"), [(24, 24), (24, 12), ("19.2", "19.2"), (48, 16)])
def test_a_spacing_that_divides_the_joists_misses_none(joists, studs):
    job = shelter(ways=under(studs, joists=joists))
    assert found(frame(plans(job)["A"]), Code.STUDS_MISS_JOISTS) == []


def test_where_no_usual_spacing_divides_the_joists_nothing_is_offered():
    (finding,) = found(frame(plans(shelter(ways=under(16, joists=20)))["A"]), Code.STUDS_MISS_JOISTS)
    assert finding.fix is None


def test_a_ceiling_has_backing_on_a_wall_that_runs_along_the_joists():
    job = shelter(partition("E", (12, 0), (12, 22.5)), ways=JobWays(joists=JoistRun.NORTH_SOUTH))
    assert {plan.id for plan in wall_plans(job) if found(frame(plan), Code.CEILING_BACKING_MISSING)} == {
        "B",
        "D",
        "E",
    }
    (finding,) = found(framed(job, "E"), Code.CEILING_BACKING_MISSING)
    backed = framed(apply(job, finding.fix), "E")
    assert found(backed, Code.CEILING_BACKING_MISSING) == []
    (board,) = in_role(backed, Role.BACKING)
    assert (board.size, board.bottom, board.length.value) == ("2x6", backed.plan.height.value, backed.plan.length)
