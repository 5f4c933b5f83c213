"""Scale models: what to cut of the sticks one has."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.errors import SettingError
from bluff.core.frame import frame
from bluff.core.job.amounts import Allowance, PrecutStuds, WallHeight
from bluff.core.job.job import Job
from bluff.core.learn.scale_model import Model, as_sticks, model_list, read_scale
from bluff.core.measure.length import format_inches, inches
from bluff.core.wall.member import PLATES, Role
from bluff.core.wall.wall_plan import wall_plans
from floors import partition, shelter
from framing import framed, in_role, job_of
from strategies import jobs

EIGHTH = Model(Fraction(1, 8), inches("1/4"), inches("1/2"))


def listed(job, model=EIGHTH):
    plans = wall_plans(as_sticks(job, model))
    return model_list([frame(plan) for plan in plans], model)


def cuts(found, *roles):
    """How many are cut how long, of what has these roles."""
    return [(row.count, format_inches(row.length, 32)) for row in found.rows if set(row.roles) & set(roles)]


def test_nine_feet_at_an_inch_and_a_half_to_the_foot():
    """108 is 13 1/2; three plates of 1/4 leave 12 3/4. 12 ft is 18, ten studs at 16."""
    job = job_of("12' 2x4", studs=WallHeight(inches(108)))
    found = listed(job)
    assert EIGHTH.small(inches(108)) == inches("13 1/2")
    assert cuts(found, Role.STUD, Role.END_STUD) == [(10, "12 3/4")]
    assert cuts(found, *PLATES) == [(3, "18")]


def test_precut_studs_make_the_wall_as_high_as_it_is():
    """92 3/4 and three plates of 1 1/2 are 97 1/4: an eighth is 12 5/32, less 3/4 is 11 13/32."""
    found = listed(job_of("12' 2x4", studs=PrecutStuds(inches("92 3/4"))))
    assert cuts(found, Role.STUD) == [(10, "11 13/32")]


def test_openings_stay_to_scale_and_headers_are_as_deep_as_they_are():
    """An RO of 48 is 6; two plies of 2x8 over it and two jacks of 1/4 are 6 1/2, 7 1/4 / 8 = 29/32 deep."""
    job = job_of("12' 2x4", "4-0x3-0 @ 6-0", window_allowance=Allowance(0, 0), studs=WallHeight(inches(108)))
    framing = framed(as_sticks(job, EIGHTH))
    assert EIGHTH.small(framing.openings[0].placed.rough.width.value) == inches(6)
    (header,) = [row for row in listed(job).rows if row.roles == (Role.HEADER,)]
    assert (header.count, format_inches(header.length, 32), format_inches(header.deep, 32)) == (2, "6 1/2", "29/32")
    assert cuts(listed(job), Role.SILL) == [(1, "6")]


def test_corners_and_intersections_are_counted_once():
    """Four walls round, a partition between two of them: four corners, two intersections."""
    job = shelter(partition("E", (21, 22.5), (21, 0)))
    found = listed(job)
    assert (found.corners, found.intersections) == (4, 2)


def test_an_opening_that_does_not_fit_between_sticks_is_said():
    """Room for kings and jacks of 1 1/2, not for such of 3 1/2."""
    job = job_of("4-0 2x4", "3-0x3-0 @ 2-0", window_allowance=Allowance(0, 0))
    thick = Model(Fraction(1, 8), inches("7/16"), inches("1/2"))
    assert listed(job).left_out == ()
    assert listed(job, thick).left_out == ("W1",)


@pytest.mark.parametrize(
    ("text", "scale"), [("1 1/2", "1/8"), ("2", "1/6"), ("1", "1/12"), ("1:10", "1/10"), ("1 : 16", "1/16")]
)
def test_scales_are_typed_as_they_are_said(text, scale):
    assert read_scale(text) == Fraction(scale)


@pytest.mark.parametrize("text", ["1:0", "2:10", "1:", "1:a"])
def test_what_is_no_scale_is_refused(text):
    with pytest.raises(SettingError):
        read_scale(text)


@pytest.mark.parametrize(
    "made",
    [
        (Fraction(1), inches("1/4"), inches("1/2")),
        (Fraction(1, 8), inches("1/2"), inches("1/4")),
        (Fraction(1, 8), inches("1/16"), inches("1/2")),
        (Fraction(1, 8), inches(1), inches(1)),
    ],
)
def test_models_nobody_can_build_are_refused(made):
    with pytest.raises(SettingError):
        Model(*made)


@given(jobs(), st.sampled_from(["2", "1 1/2", "1", "1:10"]), st.integers(0, 3))
def test_a_model_is_as_long_and_high_as_its_wall(job: Job, scale, more):
    """Whatever the sticks: plates are to scale end to end, and each stud with its plates as high as the wall."""
    ratio = read_scale(scale)
    model = Model(ratio, inches("1/8") + more * inches("1/32"), inches("1/2"))
    real, made = framed(job), framed(as_sticks(job, model))
    assert made.plan.plate_length.value == real.plan.plate_length.value
    assert made.plan.height.value == real.plan.height.value
    assert all(stud.width == model.full_size(model.thick) for stud in in_role(made, Role.STUD))
