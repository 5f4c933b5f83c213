"""Findings that settle themselves: what each fix does, and that the finding is gone."""

from dataclasses import replace

import pytest
from hypothesis import given

from bluff.core.change.apply import apply
from bluff.core.job.amounts import PrecutStuds
from bluff.core.job.finding import Code
from bluff.core.job.position import At, FromPlate, Reference
from bluff.core.job.schools import End, Floor
from bluff.core.job.special import Post
from bluff.core.measure.length import format_exact, inches
from framing import found, framed, job_of, say
from strategies import jobs

WALL = "18-6 2x4"


def settled(job, code):
    """The label of the only finding of a kind, and the job after its fix."""
    (finding,) = found(framed(job), code)
    after = apply(job, finding.fix)
    assert not found(framed(after), code)
    return say(finding.fix_label), after


@pytest.mark.parametrize(
    ("openings", "ways", "code", "label"),
    [
        # 94 1/8 less a 2x8 of 7 1/4 leaves a head of 86 7/8.
        (["3-0x4-0 @ 9-0"], {"head_height": "96"}, Code.OPENING_TOO_HIGH, "Lower its head to 86 7/8"),
        (["3-0x4-0 @ 9-0"], {"head_height": "90"}, Code.HEADER_DOES_NOT_FIT, "Lower its head to 86 7/8"),
        # A rough height of 73 with a sill on the bottom plate: 73 + 1 1/2 + 1 1/2; under short studs there is no room.
        (["3-0x6-0 @ 9-0"], {"head_height": "74"}, Code.OPENING_BELOW_PLATE, "Raise its head to 76"),
        (["3-0x6-0 @ 9-0"], {"head_height": "74", "studs": "80"}, Code.OPENING_BELOW_PLATE, None),
        (["3-0x4-0 @ 4-0", "3-0x4-0 @ 6-0"], {}, Code.OPENINGS_OVERLAP, "Move it 19"),
        (["pocket 2-6x6-8 @ 9-0"], {}, Code.ROUGH_OPENING_BY_DEFAULT, "The schedule has this size"),
    ],
)
def test_an_opening_is_put_right(openings, ways, code, label):
    ways = {key: PrecutStuds(inches(text)) if key == "studs" else inches(text) for key, text in ways.items()}
    job = job_of(WALL, *openings, **ways)
    if label is None:
        (finding,) = found(framed(job), code)
        assert finding.fix is None
    else:
        assert settled(job, code)[0] == label


def test_a_head_that_is_off_is_put_in_line():
    job = job_of(WALL, "3-0x4-0 @ 4-0", "3-0x4-0 @ 12-0")
    high = replace(job.openings[1], ways=replace(job.openings[1].ways, head_height=inches(84)))
    label, after = settled(replace(job, openings=(job.openings[0], high)), Code.HEADS_DIFFER)
    assert label == "Set its head to 82 1/2"
    assert len({opening.placed.head.value for opening in framed(after).openings}) == 1


def test_a_doorways_head_is_left_where_its_height_puts_it():
    (finding,) = found(framed(job_of(WALL, "3-0x4-0 @ 4-0", "door 3-0x7-0 @ 12-0")), Code.HEADS_DIFFER)
    assert finding.fix is None


def test_bolts_by_rule_become_those_that_are_cast():
    job = job_of(WALL, floor=Floor.SLAB)
    before = framed(job).bolts
    label, after = settled(job, Code.BOLTS_BY_RULE)
    assert label == "They are cast there"
    assert framed(after).bolts == before


@given(jobs())
def test_no_bolt_by_the_rule_is_nearer_to_an_end_of_its_plate_than_seven_diameters(job):
    framing = framed(replace(job, ways=replace(job.ways, floor=Floor.SLAB)))
    if framing.plan.wall.bolts is None:
        for bolt in framing.bolts:
            near = min(min(abs(bolt.value - end) for end in piece) for piece in framing.held if piece.holds(bolt.value))
            assert near >= inches("3 1/2")


@pytest.mark.parametrize(
    ("center", "moved"),
    [
        ("105", "85"),  # left of the kings of the window, which begin at 86 1/2
        ("130", "135 1/2 + 1 1/2"),
        ("1", "1 1/2"),
    ],
)
def test_a_post_is_moved_to_the_nearest_free_place(center, moved):
    job = job_of(WALL, "3-6x4-6 @ 9-3")
    post = Post("P1", At(Reference.CENTER, inches(center), FromPlate(End.START)), plies=2)
    job = replace(job, walls=(replace(job.walls[0], posts=(post,)),))
    _, after = settled(job, Code.POST_LEFT_OUT)
    standing = next(piece for piece in framed(after).members if str(piece.id) == "A/post/P1/post")
    assert format_exact(standing.start + inches("1 1/2")) == format_exact(sum(map(inches, moved.split(" + "))))
