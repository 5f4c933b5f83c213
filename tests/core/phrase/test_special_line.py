"""Specials typed into a wall in one line."""

import pytest

from bluff.core.change.apply import apply
from bluff.core.errors import PhraseError
from bluff.core.job.position import At, Reference
from bluff.core.job.special import Beam, FixtureBacking, PlateBreaks, Post
from bluff.core.measure.length import inches
from bluff.core.phrase.typed import read_line
from framing import job_of
from refusals import refused


def typed(*lines):
    """A wall of 12 feet with some lines typed into it."""
    job = job_of("12' 2x4")
    for line in lines:
        job = apply(job, read_line(line, job, "A"))
    return job.walls[0]


def test_posts_take_the_next_mark_and_their_boards():
    wall = typed("post 3 2x4 @ 9-3", "post @ 5-0")
    assert wall.posts == (
        Post("P1", At(Reference.CENTER, inches("9' 3")), "2x4", 3),
        Post("P2", At(Reference.CENTER, inches("5'"))),
    )


def test_a_post_under_a_beam():
    (post,) = typed("post 2 @ 6-0 beam 3 1/2 x 9 1/4 at 84").posts
    assert post.beam == Beam(inches("3 1/2"), inches(84), inches("9 1/4"))


def test_backing_and_bolts():
    wall = typed("backing 2x10 20 to 60 @ 34", "bolts 12, 48, 84 132")
    assert wall.backing == (FixtureBacking("R1", inches(20), inches(60), inches(34), "2x10"),)
    assert wall.bolts == tuple(inches(at) for at in (12, 48, 84, 132))
    assert typed("bolts 12 48", "bolts by rule").bolts is None


def test_where_plates_break():
    wall = typed("break bottom 64", "break top 4-0 8-0", "break cap 80", "break cap by rule")
    assert wall.breaks == PlateBreaks(bottom_plate=(inches(64),), top_plate=(inches(48), inches(96)))
    assert typed("break second bottom 64").breaks.second_bottom_plate == (inches(64),)


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("post here", "“here” is not understood.*write post 3 2x4 @ 9-3"),
        ("backing 20 @ 34", "“20” is not understood.*write backing 20 to 60 @ 34"),
        ("backing 60 to 20 @ 34", "where it starts, then where it ends"),
        ("bolts many", "“many” is not understood"),
        ("post 3 2x5 @ 9-3", "There is no 2x5"),
    ],
)
def test_what_is_not_understood_says_what_to_write(line, says):
    with refused(PhraseError, match=says):
        typed(line)


def test_a_special_needs_a_wall():
    with refused(PhraseError, match="Select one first"):
        read_line("post @ 6-0", job_of("12' 2x4"), None)
