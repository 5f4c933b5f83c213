import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import EditError, JobError
from bluff.core.job.edit import ScalePicture, SetPicture
from bluff.core.job.job import Job, Picture, Point
from bluff.core.job.picture import Known, laid, scaled
from bluff.core.measure.length import inches
from refusals import refused

IMAGE = "0" * 32
LAID = laid(IMAGE, 1000, 800)


def in_plan(picture, x, y):
    return picture.at.x + x * picture.scale, picture.at.y - y * picture.scale


def test_a_picture_lies_fifty_feet_wide_with_its_corner_at_the_origin():
    assert in_plan(LAID, 0, 800) == (0, 0)
    assert in_plan(LAID, 1000, 800)[0] == inches("50'")


@given(
    st.tuples(st.integers(0, 1000), st.integers(0, 800)),
    st.tuples(st.integers(0, 1000), st.integers(0, 800)),
    st.integers(inches("1'"), inches("40'")),
)
def test_two_places_and_their_distance_scale_it_about_the_first(first, second, length):
    if abs(first[0] - second[0]) + abs(first[1] - second[1]) < 50:
        return
    after = scaled(LAID, Known(first, second, length))
    (x1, y1), (x2, y2) = in_plan(after, *first), in_plan(after, *second)
    assert ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5 == pytest.approx(length)
    before = in_plan(LAID, *first)
    assert (x1, y1) == (pytest.approx(before[0], abs=1), pytest.approx(before[1], abs=1))


def test_what_could_not_be_seen_is_refused():
    with refused(JobError, match="lie on each other"):
        scaled(LAID, Known((5, 5), (5, 5), 100))
    with refused(JobError, match="at most 1000 feet"):
        Picture(IMAGE, 1000, 800, inches("2'"), Point(0, 0))
    with refused(JobError, match="0 to 90 percent"):
        Picture(IMAGE, 1000, 800, 1, Point(0, 0), fade=100)
    with refused(JobError, match="32 digits"):
        laid("plan.png", 1000, 800)


def test_laying_scaling_and_taking_away_are_edits():
    job = apply(Job("x"), SetPicture(LAID))
    job = apply(job, ScalePicture((0, 0), (1000, 0), inches("36'")))
    assert job.picture.scale == inches("36'") / 1000
    job = apply(job, SetPicture(None))
    with refused(EditError, match="no picture under this plan"):
        apply(job, ScalePicture((0, 0), (1000, 0), inches("36'")))
