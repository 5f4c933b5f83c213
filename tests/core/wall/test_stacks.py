"""Openings above one another in one wall: on story lines, in line and out of it."""

from dataclasses import replace
from itertools import combinations

import pytest
from hypothesis import event, given

from bluff.core.change.apply import apply
from bluff.core.change.walls import mirrored
from bluff.core.errors import JobError, PhraseError
from bluff.core.job.amounts import WallHeight, WideOpening
from bluff.core.job.edit import Across, AddOpening, ChangeWall
from bluff.core.job.finding import Code, Severity
from bluff.core.job.header import Header, HeaderPlace
from bluff.core.job.job import Job
from bluff.core.job.schools import SillTop
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.typed import read_line
from bluff.core.wall.member import Role
from bluff.formats.job_file import job_data, job_from_data
from framing import are_apart, found, framed, in_role, job_of, member, say
from refusals import refused
from strategies import storyed_jobs

LINE = inches("109 1/8")
BELOW = "w ro 37x49 @ 84"
ABOVE = "w ro 37x49 @ 84 floor 1"


def two_stories(*openings, **ways):
    """A wall of 180, 206 1/4 high: 97 1/8 on a story line at 109 1/8. Its studs are 201 3/4."""
    job = job_of("180 2x6", studs=WallHeight(inches("206 1/4")), **ways)
    job = apply(job, ChangeWall("A", replace(job.walls[0], floors=(LINE,))))
    for opening in openings:
        job = apply(job, AddOpening(read_opening(opening, job, job.walls[0])))
    return framed(job)


def stands(framing, member_id):
    piece = member(framing, member_id)
    return [format_exact(figure) for figure in (piece.start, piece.bottom, piece.length.value)]


def test_heights_above_are_from_the_story_line():
    """Head 82 1/2 on 109 1/8: 191 5/8. Its header, 7 1/4, leaves 203 1/4 - 198 7/8 = 4 3/8 under the plates."""
    framing = two_stories(ABOVE)
    (upper,) = framing.openings
    assert upper.placed.head.value == inches("191 5/8")
    assert upper.placed.head_on_floor.value == inches("82 1/2")
    assert [say(step.words) for step in upper.placed.head.steps] == ["story line 1", "head height"]
    assert stands(framing, "opening/W1/jack/start") == ["64", "1 1/2", "190 1/8"]
    assert stands(framing, "opening/W1/top_cripple/start") == ["64", "198 7/8", "4 3/8"]
    assert not found(framing, Code.STANDS_ON_HEADER)


def test_of_two_alike_above_one_another_the_kings_run_through():
    """Jack 82 1/2 - 1 1/2 = 81; header up to 89 3/4; from there the upper jack, 191 5/8 - 89 3/4 = 101 7/8.

    The upper sill's underside is at 191 5/8 - 49 - 1 1/2 = 141 1/8, its cripples 141 1/8 - 89 3/4 = 51 3/8.
    """
    framing = two_stories(BELOW, ABOVE)
    assert [piece.id.in_wall for piece in in_role(framing, Role.KING)] == [
        "opening/W1/king/start",
        "opening/W1/king/end",
    ]
    assert stands(framing, "opening/W1/king/start") == ["62 1/2", "1 1/2", "201 3/4"]
    assert stands(framing, "opening/W1/jack/start") == ["64", "1 1/2", "81"]
    assert stands(framing, "opening/W1/header") == ["64", "82 1/2", "40"]
    assert stands(framing, "opening/W2/jack/start") == ["64", "89 3/4", "101 7/8"]
    assert stands(framing, "opening/W2/bottom_cripple/start") == ["65 1/2", "89 3/4", "51 3/8"]
    assert stands(framing, "opening/W2/bottom_cripple/end") == ["101", "89 3/4", "51 3/8"]
    cripples = [piece for piece in in_role(framing, Role.TOP_CRIPPLE) if piece.opening == "W1"]
    assert cripples == []  # what stands on the lower header is under the upper sill
    (said,) = found(framing, Code.STANDS_ON_HEADER)
    assert (said.severity, said.opening) == (Severity.INFO, "W1")
    assert "2 jacks of W2" in say(said.text)


def test_a_narrower_one_stands_on_the_header_below_with_its_kings():
    """24 over 60 on one middle: RO 72 to 96, kings at 69 and 97 1/2, on the header from 89 3/4 up: 203 1/4 - 89 3/4."""
    framing = two_stories("w ro 60x49 @ 84", "w ro 24x40 @ 84 floor 1", wide_opening=WideOpening(inches(100)))
    assert stands(framing, "opening/W2/king/start") == ["69", "89 3/4", "113 1/2"]
    assert stands(framing, "opening/W2/jack/start") == ["70 1/2", "89 3/4", "101 7/8"]
    # Beside it the lower header carries cripples all the way up.
    assert stands(framing, "opening/W1/top_cripple/start") == ["52 1/2", "89 3/4", "113 1/2"]
    (said,) = found(framing, Code.STANDS_ON_HEADER)
    assert said.severity is Severity.WARNING
    assert "2 kings and 2 jacks of W2" in say(said.text)


def test_a_wider_one_stands_on_the_plate_and_ends_the_kings_below_at_its_sill():
    """60 over 24: the lower kings, at 69 and 97 1/2, end at 191 5/8 - 40 - 1 1/2 = 150 1/8."""
    framing = two_stories("w ro 24x49 @ 84", "w ro 60x40 @ 84 floor 1", wide_opening=WideOpening(inches(100)))
    assert stands(framing, "opening/W1/king/start") == ["69", "1 1/2", "148 5/8"]
    assert stands(framing, "opening/W2/king/start") == ["51", "1 1/2", "201 3/4"]
    assert stands(framing, "opening/W2/jack/start") == ["52 1/2", "1 1/2", "190 1/8"]
    # Beside the lower opening its cripples reach the plate, over its header they stand on that.
    assert stands(framing, "opening/W2/bottom_cripple/start") == ["54", "1 1/2", "148 5/8"]
    on_header = [piece for piece in in_role(framing, Role.BOTTOM_CRIPPLE) if piece.bottom == inches("89 3/4")]
    assert {format_exact(piece.length.value) for piece in on_header} == {"60 3/8"}
    assert not found(framing, Code.STANDS_ON_HEADER)


def test_a_jack_that_comes_down_where_a_king_would_stand_is_that_king():
    """40 over 37: the upper jacks stand where the lower kings would, from the plate to 191 5/8."""
    framing = two_stories(BELOW, "w ro 40x40 @ 84 floor 1")
    assert [piece.id.in_wall for piece in in_role(framing, Role.KING)] == [
        "opening/W2/king/start",
        "opening/W2/king/end",
    ]
    assert stands(framing, "opening/W2/jack/start") == ["62 1/2", "1 1/2", "190 1/8"]
    assert stands(framing, "opening/W2/king/start") == ["61", "1 1/2", "201 3/4"]


def test_a_door_upstairs_has_a_sill_at_its_floor_and_leaves_the_plate_whole():
    """A rough 38x82 1/2 on 109 1/8: under its sill 109 1/8 - 1 1/2 - 1 1/2 = 106 1/8."""
    framing = two_stories("d ro 38x82 1/2 @ 84 floor 1")
    assert stands(framing, "opening/D1/sill") == ["65", "107 5/8", "38"]
    assert stands(framing, "opening/D1/bottom_cripple/start") == ["65", "1 1/2", "106 1/8"]
    assert framing.openings[0].hole.up == (LINE, inches("191 5/8"))
    assert len(in_role(framing, Role.BOTTOM_PLATE)) == 1
    assert not [mark for mark in framing.marks if mark.role == "cut_line"]


def test_a_sill_one_walks_over_is_flat_where_windows_drain():
    framing = two_stories("d ro 38x82 1/2 @ 84 floor 1", "w ro 37x40 @ 150 floor 1", sill_top=SillTop.SLOPED)
    cripples = {piece.opening: piece.bevel for piece in in_role(framing, Role.BOTTOM_CRIPPLE)}
    assert cripples["D1"] is None
    assert cripples["W1"] is not None


def test_blocks_lie_in_line_with_the_story_in_every_bay():
    framing = two_stories("w ro 60x40 @ 84 floor 1")
    row = [piece for piece in in_role(framing, Role.BLOCK) if piece.bottom == LINE]
    assert row
    assert {piece.length.value for piece in row} >= {inches("14 1/2")}
    # Below the upper sill the cripples have bays too.
    (upper,) = framing.openings
    assert [piece for piece in row if upper.placed.span.contains(piece.span)]


def test_a_header_below_a_story_is_not_tight_under_the_plates():
    framing = two_stories(BELOW, ABOVE, header=Header(place=HeaderPlace.TO_PLATE))
    lower, upper = framing.openings
    assert lower.placed.head.value == inches("82 1/2")
    assert upper.placed.head.value == inches(203) + inches("1/4") - inches("7 1/4")
    assert upper.placed.head_on_floor.value == inches("86 7/8")


def test_a_sill_in_the_header_below_is_an_error_with_the_head_that_would_do():
    """70 high under 191 5/8 a sill ends at 120 1/8, and the header over a head of 115 goes up to 122 1/4."""
    framing = two_stories("w ro 37x49 @ 84 head 115", "w ro 37x70 @ 84 floor 1")
    (said,) = found(framing, Code.OPENINGS_TOO_CLOSE)
    assert said.severity is Severity.ERROR
    assert "2 1/8 below" in say(said.text)
    assert say(said.fix_label) == "Raise its head to 84 5/8"
    assert [opening.placed.id for opening in framing.openings] == ["W1"]


def test_openings_half_out_of_line_are_an_error_that_lines_them_up():
    framing = two_stories(BELOW, "w ro 37x49 @ 84 3/4 floor 1")
    (said,) = found(framing, Code.OPENINGS_OUT_OF_LINE)
    assert said.severity is Severity.ERROR
    assert say(said.fix_label) == "Move it 3/4"


def test_an_opening_on_a_story_the_wall_does_not_have_is_kept_and_found():
    job = job_of("180 2x6", "w 3-0x4-0 @ 84 floor 2")
    framing = framed(job)
    assert framing.openings == ()
    (said,) = found(framing, Code.OPENING_REFERENCE)
    assert "floor 2" in say(said.text)


def test_stories_are_typed_and_kept_in_the_file():
    job = job_of("180 2x6")
    job = apply(job, read_line("A floors 109 1/8 and 218 1/4", job, None))
    assert job.walls[0].floors == (LINE, 2 * LINE)
    job = apply(job, read_line("w 3-0x4-0 @ 84 floor 1", job, "A"))
    job = apply(job, read_line("W1 floor 2", job, None))
    assert job.openings[0].floor == 2
    assert job_from_data(job_data(job)) == job
    assert apply(job, read_line("one story", job, "A")).walls[0].floors == ()
    with refused(PhraseError, match="not a floor"):
        read_line("W1 floor 9", job, None)


@pytest.mark.parametrize("floors", [["60"], ["109 1/8", "109 1/8"], ["109 1/8"] * 6])
def test_stories_nobody_could_stand_in_are_refused(floors):
    wall = job_of("180 2x6").walls[0]
    with refused(JobError, match="story"):
        replace(wall, floors=tuple(map(inches, floors)))


# What holds for any openings above one another.


@given(storyed_jobs())
def test_no_two_pieces_are_in_one_place(job):
    framing = framed(job)
    event(f"{sum(bool(opening.stack.below) for opening in framing.openings)} above others")
    ids = [piece.id for piece in framing.members]
    assert len(ids) == len(set(ids))
    for one, other in combinations(framing.members, 2):
        assert are_apart(one, other), (one.id, other.id)


@given(storyed_jobs())
def test_every_upright_stands_on_wood_and_ends_under_wood(job):
    framing = framed(job)
    without_header = {finding.opening for finding in framing.findings if finding.code is Code.HEADER_DOES_NOT_FIT}
    if without_header:
        return
    lying = [piece for piece in framing.members if piece.role in _LYING]
    for piece in framing.standing:
        if piece.role not in _STANDING:
            continue
        assert piece.bottom == framing.plan.bottom.value or any(
            _bears(under, piece) and under.top == piece.bottom for under in lying
        ), piece.id
        assert framing.plan.is_under_plates(piece) or any(
            _bears(over, piece) and over.bottom == piece.top for over in lying
        ), piece.id


_LYING = (Role.HEADER, Role.SILL, Role.PAD_PLATE)
_STANDING = (Role.STUD, Role.KING, Role.JACK, Role.TOP_CRIPPLE, Role.BOTTOM_CRIPPLE)


def _bears(lying, standing):
    return lying.start <= standing.start and standing.end <= lying.end


@given(storyed_jobs())
def test_beside_every_header_and_under_its_ends_stands_wood(job):
    """A header is nailed to a full-height piece at each end, king or not, and lies on jacks that reach down to wood."""
    framing = framed(job)
    for opening in framing.openings:
        header = next((p for p in framing.members if p.role is Role.HEADER and p.opening == opening.placed.id), None)
        if header is None:
            continue
        for edge in (header.start, header.end):
            beside = [
                piece
                for piece in framing.standing
                if edge in (piece.start, piece.end)
                and piece.bottom <= header.bottom
                and piece.top >= header.top
                and piece.role in (Role.KING, Role.JACK)
            ]
            assert beside, (opening.placed.id, edge)


@given(storyed_jobs())
def test_every_number_is_the_sum_of_its_steps(job):
    for piece in framed(job).members:
        for total in (piece.x, piece.y, piece.length):
            assert total.value == sum(step.amount for step in total.steps), piece.id


@given(storyed_jobs())
def test_openings_are_framed_or_found(job):
    framing = framed(job)
    errors = {finding.opening for finding in framing.findings if finding.severity is Severity.ERROR}
    assert {opening.id for opening in job.openings} <= {opening.placed.id for opening in framing.openings} | errors


@given(storyed_jobs())
def test_a_fix_settles_what_stands_in_the_way(job):
    for finding in framed(job).findings:
        if finding.code in (Code.OPENINGS_TOO_CLOSE, Code.OPENINGS_OUT_OF_LINE) and finding.fix:
            after = framed(apply(job, finding.fix))
            assert (finding.code, finding.opening) not in {(one.code, one.opening) for one in after.findings}


@given(storyed_jobs())
def test_a_story_line_alone_moves_nothing_but_its_blocks(job):
    job = replace(job, openings=tuple(one for one in job.openings if one.floor == 0))
    bare = replace(job, walls=tuple(replace(wall, floors=()) for wall in job.walls))
    if any(opening.header.choice.place is not HeaderPlace.AT_HEAD for opening in framed(bare).plan.openings):
        return  # which sits on its head under another story
    assert _but_blocks(framed(job)) == _but_blocks(framed(bare))


def _but_blocks(framing):
    return [(piece.id, piece.start, piece.length) for piece in framing.members if piece.role is not Role.BLOCK]


def test_a_wall_with_stories_mirrors_to_its_mirror_image():
    framing = two_stories("w ro 60x49 @ 70", "w ro 24x40 @ 78 floor 1", wide_opening=WideOpening(inches(100)))
    job = Job("both", walls=(framing.plan.wall,), openings=tuple(one.placed.opening for one in framing.openings))
    job = replace(job, ways=job_of("180 2x6", studs=WallHeight(inches("206 1/4"))).ways)
    one, other = framed(job), framed(mirrored(job, Across.EAST_WEST))

    def seen(framing, x):
        return sorted(
            (piece.role, min(x(piece.start), x(piece.end)), piece.bottom, piece.height)
            for piece in framing.members
            if piece.opening
        )

    assert seen(one, lambda x: x) == seen(other, lambda x: one.plan.length - x)
