"""Walls whose top is not level: the worked numbers, and what holds under any top."""

from collections import defaultdict
from dataclasses import replace
from fractions import Fraction
from itertools import combinations, pairwise

import pytest
from hypothesis import assume, event, given

from bluff.core.change.apply import apply
from bluff.core.change.walls import mirrored
from bluff.core.errors import JobError
from bluff.core.frame import frame
from bluff.core.job.amounts import WallHeight
from bluff.core.job.edit import Across, ChangeWall
from bluff.core.job.finding import Code, Severity
from bluff.core.job.header import Header, HeaderPlace
from bluff.core.job.job import Alone, Job, Wall
from bluff.core.job.position import At, Centered, FromOpening, Reference
from bluff.core.job.schools import End
from bluff.core.job.special import Beam, Post
from bluff.core.job.top import Chain, Gable, HeightAt, Rake
from bluff.core.job.ways import WallWays
from bluff.core.measure.length import format_inches, inches
from bluff.core.measure.shapes import Corner
from bluff.core.measure.slope import Slopes, on_slope
from bluff.core.measure.sum import Sum
from bluff.core.plan.meeting import Meetings
from bluff.core.takeoff.weight import weight
from bluff.core.wall.marks import BURNED_INCH, read_mark
from bluff.core.wall.member import PLATES, Plate, Role
from bluff.core.wall.tops import top_of
from bluff.core.wall.wall_plan import wall_plan
from bluff.formats.job_file import job_data, job_from_data
from floors import plans, shelter, wall
from framing import are_apart, framed, in_role, job_of, member, say
from refusals import refused
from strategies import jobs, topped_jobs


def under(top, wall="157 2x6", *openings, **ways):
    """A wall framed under a top."""
    job = job_of(wall, *openings, **ways)
    return framed(apply(job, ChangeWall("A", replace(job.walls[0], top=top))))


RAKE = Rake(Fraction(5), End.START, inches("97 1/8"))


def rake_between_through_walls():
    """168 outside, both ends butting 2x6 walls: the plate is 157, and its sheets start 5 1/2 before it."""
    walls = (
        wall("A", (0, 14), (20, 14)),
        replace(wall("B", (20, 14), (20, 0)), top=RAKE),
        wall("C", (20, 0), (0, 0)),
    )
    return frame(plans(Job("shed", walls=walls))["B"])


def test_the_worked_rake():
    """Outside 168 at 5/12, 97 1/8 at the low end of its plate."""
    framing = rake_between_through_walls()
    plan = framing.plan
    assert plan.length == inches(157)
    top = member(framing, "top_plate")
    assert format_inches(top.length.value) == "170 1/16"
    assert top.bevel.degrees == 22.6
    assert {plate.edges.over[0].y - plate.edges.under[0].y for plate in (top, member(framing, "cap_plate"))} == {
        inches("1 5/8")
    }
    assert plan.stud_length.value == inches("92 3/8")
    marks = [mark for mark in framing.marks if mark.plate is Plate.TOP]
    first = [(format_inches(mark.at.value), format_inches(mark.along)) for mark in marks[:4]]
    assert first == [("0", "0"), ("9 3/4", "10 9/16"), ("25 3/4", "27 7/8"), ("41 3/4", "45 1/4")]
    assert (format_inches(marks[-1].at.value), format_inches(marks[-1].along)) == ("155 1/2", "168 7/16")
    studs = [piece for piece in framing.standing if piece.role in (Role.END_STUD, Role.STUD)]
    assert [format_inches(stud.bevel.short) for stud in studs[:4]] == ["92 3/8", "96 7/16", "103 1/8", "109 3/4"]
    assert {stud.length.value - stud.bevel.short for stud in studs} == {inches("5/8")}
    assert format_inches(studs[-1].bevel.short) == "157 3/16"


def test_a_stud_says_the_sum_of_its_points():
    stud = member(rake_between_through_walls(), "stud/2")
    assert [say(step.words) for step in stud.length.steps] == [
        "short stud",
        "run 25 3/4 x 5/12",
        "to the long point, 1 1/2 x 5/12",
    ]
    assert sum(step.amount for step in stud.length.steps[:2]) == stud.bevel.short


def test_a_height_at_the_outside_gains_the_thickness_of_the_wall_it_ties_into():
    """5 1/2 x 5/12 is 2 7/24, to the 64th 2 19/64."""
    job = shelter()
    plan = plans(_with_top(job, "B", Rake(Fraction(5), End.START, inches(97), HeightAt.OUTSIDE)))["B"]
    assert plan.top.at(0) == inches(97) + inches("2 19/64")


def test_a_rake_starts_at_the_top_of_the_level_wall_it_ties_into_and_says_so():
    framing = frame(plans(_with_top(shelter(), "B", Gable(Fraction(5))))["B"])
    assert framing.plan.top.at(0) == inches("97 1/8")
    said = next(finding for finding in framing.findings if finding.code is Code.TOP_HEIGHT_TAKEN)
    assert "wall A, 97 1/8" in say(said.text)


def test_a_wall_that_ties_into_nothing_is_as_high_as_its_studs_and_plates_make_it():
    plan = under(replace(RAKE, height=None)).plan
    assert plan.top.at(0) == inches("97 1/8")
    assert plan.like is None


def _with_top(job, wall, top):
    return apply(job, ChangeWall(wall, replace(job.wall(wall), top=top)))


def test_a_gable_rises_to_its_ridge_over_a_pair_of_studs():
    """30 ft at 9/12: 180 x 3/4 is 135, and each slope 225 long."""
    framing = under(Gable(Fraction(9), height=inches("97 1/8")), "30' 2x6")
    assert framing.plan.height.value == inches("97 1/8") + inches(135)
    assert {plate.length.value for plate in framing.plates if plate.role in (Role.TOP_PLATE, Role.CAP_PLATE)} == {
        inches(225)
    }
    pair = [member(framing, f"bend/1/stud/{end}") for end in End]
    assert [(stud.start, stud.end) for stud in pair] == [
        (inches("178 1/2"), inches(180)),
        (inches(180), inches("181 1/2")),
    ]
    assert pair[0].edges.over[-1] == pair[1].edges.over[0]


def test_a_ridge_beam_in_its_pocket_takes_both_plates_apart():
    """5 1/4 in the middle of 30 ft leaves 177 3/8 a side, and no board between the bend and itself."""
    beam = Beam(inches("5 1/4"), inches(216), inches(14))
    job = job_of("30' 2x6")
    gable = Gable(Fraction(9), height=inches("97 1/8"))
    post = Post("P1", Centered(), "1 3/4 x 5 1/2", 3, beam)
    framing = framed(apply(job, ChangeWall("A", replace(job.walls[0], top=gable, posts=(post,)))))
    for role in (Role.TOP_PLATE, Role.CAP_PLATE):
        assert [(board.start, board.end) for board in in_role(framing, role)] == [
            (0, inches("177 3/8")),
            (inches("182 5/8"), inches(360)),
        ]


def test_a_post_at_the_ridge_ends_under_a_beam_whose_underside_is_in_the_plates():
    """12/12 over 216: the top of the plates rises from 99 to 99 + 108 = 207 at the ridge; 206 3/8 is in them.

    The pocket of a beam of 5 1/4 in the middle of 216 runs from 105 3/8 to 110 5/8.
    """
    beam = Beam(inches("5 1/4"), inches("206 3/8"), inches(14))
    post = Post("P1", Centered(), "2x6", 3, beam)
    job = job_of("216 2x6")
    job = apply(job, ChangeWall("A", replace(job.walls[0], top=Gable(Fraction(12), height=inches(99)), posts=(post,))))
    framing = framed(job)
    assert member(framing, "post/P1/post").top == inches("206 3/8")
    for role in (Role.TOP_PLATE, Role.CAP_PLATE):
        assert all(
            board.end <= inches("105 3/8") or board.start >= inches("110 5/8") for board in in_role(framing, role)
        )


def test_a_ridge_off_the_middle_comes_down_to_the_same_height():
    """48 up at 5/12 is 20, so 96 down is 2.5 in 12."""
    line = under(Gable(Fraction(5), At(Reference.CENTER, inches(48)), inches(97)), "144 2x4").plan.top
    assert [(stretch.start, stretch.end, stretch.pitch) for stretch in line.stretches] == [
        (0, inches(48), Fraction(5, 12)),
        (inches(48), inches(144), Fraction(-20, 96)),
    ]
    assert line.at(inches(144)) == inches(97)


def test_flat_then_rake_stands_a_pair_where_the_slope_begins():
    """Plates 3 on the flat are 3 1/4 plumb on the slope, so the underside steps down by 1/4 there."""
    framing = under(replace(RAKE, flat=inches(36)))
    flat, sloped = member(framing, "bend/1/stud/start"), member(framing, "bend/1/stud/end")
    assert (flat.bevel, flat.length.value) == (None, inches("92 5/8"))
    assert sloped.bevel.short == inches("92 3/8")
    assert member(framing, "top_plate").length.value == inches(36)
    assert member(framing, "top_plate/2").length.value == on_slope(inches(121), Fraction(5, 12))


def test_a_header_that_does_not_fit_under_its_low_side_is_an_error_with_the_head_that_would():
    """A 2x8 on a head of 84 reaches 91 1/4; 12 from the low end at 5/12 the plates' underside is 93 7/8 + 5."""
    window = "ro 36x40 @ edge 15"
    assert not _errors(under(RAKE, "157 2x6", window, head_height=inches(84)))
    framing = under(RAKE, "157 2x6", window, head_height=inches(96))
    (found,) = _errors(framing)
    assert found.code is Code.HEADER_DOES_NOT_FIT
    # Its header begins a jack before the opening: at 13 1/2 the underside is 93 7/8 + 5 5/8 = 99 1/2, less 7 1/4.
    assert say(found.fix_label) == "Lower its head to 92 1/4"


def _errors(framing):
    return [finding for finding in framing.findings if finding.severity is Severity.ERROR]


def test_kings_and_cripples_of_one_opening_each_have_their_own_length():
    """From 50 1/2 to 92 a king is 41 1/2 x 5/12 = 17 7/24 longer than the other, to the 64th 17 19/64."""
    framing = under(RAKE, "157 2x6", "ro 37x49 @ edge 53 1/2")
    kings = [piece.length.value for piece in in_role(framing, Role.KING)]
    assert abs(kings[1] - kings[0] - inches("17 19/64")) <= 1
    cripples = in_role(framing, Role.TOP_CRIPPLE)
    assert len({piece.length.value for piece in cripples}) == len(cripples)


def test_a_header_tight_to_the_plates_goes_to_its_head_under_a_slope():
    framing = under(RAKE, "157 2x6", "ro 37x49 @ edge 53 1/2", header=Header(place=HeaderPlace.TO_PLATE))
    assert {piece.bottom for piece in in_role(framing, Role.HEADER)} == {inches("82 1/2")}
    assert Code.HEADER_UNDER_SLOPE in {finding.code for finding in framing.findings}


def test_a_ridge_over_an_opening_stands_on_two_cripples_and_is_found():
    framing = under(Gable(Fraction(5)), "157 2x6", "ro 48x49 @ centered")
    assert {member(framing, f"opening/W1/cripple_at_bend/{end}").role for end in End} == {Role.TOP_CRIPPLE}
    assert Code.SLOPES_MEET_OVER_OPENING in {finding.code for finding in framing.findings}


def test_studs_longer_than_any_board_are_found():
    """20 ft is the longest: 240 is reached at (240 - 92 3/8) x 12/9, some 197 from the low end."""
    framing = under(Rake(Fraction(9), End.START, inches("97 1/8")), "24' 2x6")
    found = next(finding for finding in framing.findings if finding.code is Code.STUDS_LONGER_THAN_STOCK)
    assert found.at > inches(195)


def test_a_stud_cut_to_a_slope_weighs_what_is_left_of_it():
    """2x6, 92 3/8 to 93: 1 1/2 x 5 1/2 x 92 11/16 at 33 lb a cubic foot."""
    framing = under(RAKE)
    stud = member(framing, "end_stud/start")
    exact = Fraction(3, 2) * Fraction(11, 2) * Fraction(1483, 16) * 33 / 1728
    assert weight(stud, framing.plan.standard) == exact


def test_a_plate_on_the_slope_is_cut_of_boards_that_hold_its_plumb_ends():
    """20 ft boards less 5/8 for the plumb cuts: a slope of 239 1/2 takes two, one of 239 1/4 takes one."""
    boards = [
        len(in_role(under(Rake(Fraction(5), End.START), f"{run} 2x6"), Role.TOP_PLATE))
        for run in ("220 27/32", "221 1/8")
    ]
    assert boards == [1, 2]


def test_sheets_are_cut_along_the_slope_and_their_waste_is_counted():
    framing = under(Rake(Fraction(6), End.START, inches(96)), "96 2x4")
    # Two whole ones, and above them triangles of 48 x 24 and 48 x 24 to 48.
    assert framing.sheets.covered == framing.plan.top.face
    assert [sheet.over is None for sheet in framing.sheets.sheets] == [True, True, False, False]
    assert framing.plan.top.face == Fraction(inches(96) * (inches(96) + inches(144)), 2)


@pytest.mark.parametrize(
    ("make", "says"),
    [
        (lambda: Rake(Fraction(25), End.START), "0 to 24"),
        (lambda: Rake(Fraction(5), End.START, inches(3)), "12 inches to 1000 feet"),
        (lambda: Gable(Fraction(5), At(Reference.CENTER, 64, FromOpening("W1"))), "measured from the wall itself"),
        (lambda: Chain((Corner(0, 6400),)), "2 to 50 points"),
        (lambda: Chain((Corner(64, 6400), Corner(0, 6400))), "in order"),
        (lambda: Chain((Corner(0, 6400), Corner(64, 9600))), "24 in 12"),
    ],
)
def test_what_is_no_top_is_refused(make, says):
    with refused(JobError, match=says):
        make()


# What holds under any top.


@given(topped_jobs())
def test_every_upright_ends_where_something_lies_on_both_its_edges(job):
    framing = framed(job)
    plan = framing.plan
    event("level" if plan.is_level else f"{len(plan.top.stretches)} stretches")
    for piece in framing.standing:
        if piece.role in (Role.STUD, Role.END_STUD, Role.KING):
            over = piece.edges.over if piece.edges else (Corner(piece.start, piece.top), Corner(piece.end, piece.top))
            assert over[0].y == plan.ceiling.at(piece.start), piece.id
            assert over[-1].y == plan.ceiling.at(piece.end, before=True), piece.id


@given(topped_jobs())
def test_every_piece_has_a_length(job):
    assert [piece.id for piece in framed(job).members if piece.start >= piece.end or piece.length.value <= 0] == []


@given(topped_jobs())
def test_no_two_pieces_are_in_one_place(job):
    for one, other in combinations(framed(job).members, 2):
        assert are_apart(one, other), (one.id, other.id)


@given(topped_jobs())
def test_every_number_is_the_sum_of_its_steps(job):
    for piece in framed(job).members:
        for total in (piece.x, piece.y, piece.length):
            assert total.value == sum(step.amount for step in total.steps), piece.id
        if piece.role not in PLATES and piece.edges:
            assert piece.length.value == piece.height, piece.id


@given(topped_jobs())
def test_the_plates_along_each_slope_are_its_run_on_the_slope(job):
    framing = framed(job)
    assume(not framing.posts)
    boards = defaultdict(list)
    for plate in framing.plates:
        if plate.role is Role.TOP_PLATE:
            boards[framing.plan.ceiling.stretch_at((plate.start + plate.end) // 2)].append(plate)
    for stretch, parts in boards.items():
        # Each board is rounded once.
        assert abs(sum(board.length.value for board in parts) - stretch.length) <= len(parts)


@given(topped_jobs())
def test_reading_a_slope_from_either_end_marks_the_same_wood(job):
    framing = framed(job)
    for mark in framing.marks:
        if mark.slope is None:
            continue
        woods = set()
        for hook in End:
            for ahead in (True, False):
                for burn in (0, BURNED_INCH):
                    reading = read_mark(mark, framing.plan.length, hook, ahead, burn)
                    near = reading.at.value - burn - (0 if ahead else reading.width)
                    is_low = (mark.slope.low_end == mark.slope.start) is (hook is End.START)
                    woods.add(near if is_low else mark.slope.length - near - reading.width)
        assert woods == {mark.along}


@given(topped_jobs())
def test_a_wall_mirrored_frames_to_its_mirror_image(job):
    job = replace(job, openings=(), walls=(replace(job.walls[0], posts=(), backing=(), bolts=None, pins=None),))
    (wall,) = job.walls
    # The middle of a wall of an odd number of 64ths is not one; and of a gable whose ridge is elsewhere only one slope
    # has the pitch that was given, so that what is mirrored of it are its points.
    is_given_by_pitch = not isinstance(wall.top, Gable) or isinstance(wall.top.ridge, Centered)
    assume(wall.run.length % 2 == 0 and is_given_by_pitch)
    plan = wall_plan(job, wall)
    # Half of a board of an odd thickness is rounded to one side of its line; of two bends with room for one pair of
    # studs the first has it, and in a stub with room for one stud it stands at the start.
    assume(plan.stud.thickness % 2 == 0 and plan.length >= 2 * plan.stud.thickness + inches(1))
    assume(all(after - before >= 2 * plan.stud.thickness for before, after in pairwise(plan.top.bends)))
    # A stud that is doubled at a break goes on its far side, whichever way the wall is walked.
    assume(not job.standard_of(job.walls[0]).plate_stock.doubled_studs)
    one, other = framed(job), framed(mirrored(job, Across.EAST_WEST))
    length = one.plan.length

    def seen(framing, x):
        return sorted(
            (piece.role, min(x(piece.start), x(piece.end)), piece.bottom, piece.height, piece.length.value, piece.bevel)
            for piece in framing.members
            if piece.role in (Role.STUD, Role.END_STUD, Role.TOP_PLATE)
        )

    assert set(seen(one, lambda x: x)) == set(seen(other, lambda x: length - x))


@given(jobs())
def test_a_top_of_no_pitch_is_a_level_wall(job):
    level = framed(job)
    (wall,) = job.walls
    assume(isinstance(level.plan.standard.studs, WallHeight) or level.plan.height.value >= inches(12))
    rake = replace(wall, top=Rake(Fraction(0), End.START, level.plan.height.value))
    topped = framed(replace(job, walls=(rake,)))
    assert [(piece.id, piece.outline, piece.length, piece.bevel) for piece in topped.members] == [
        (piece.id, piece.outline, piece.length, piece.bevel) for piece in level.members
    ]
    assert [mark[:5] for mark in topped.marks] == [mark[:5] for mark in level.marks]
    assert topped.sheets == level.sheets


@given(topped_jobs())
def test_a_point_in_the_middle_of_a_stretch_changes_nothing(job):
    (wall,) = job.walls
    plan = wall_plan(job, wall)
    refined = [plan.top.points[0]]
    for stretch in plan.top.stretches:
        middle = (stretch.start + stretch.end) // 2
        refined += [Corner(middle, stretch.at(middle)), Corner(stretch.end, stretch.at(stretch.end))]
    assert [*Slopes.through(refined).points] == [*Slopes.through(plan.top.points).points]


RISING = Chain((Corner(0, inches(97)), Corner(inches(9), inches(99))))


@pytest.mark.parametrize("top", [RAKE, Gable(Fraction(5)), RISING])
@pytest.mark.parametrize("length", [0, -inches(3)])
def test_a_wall_without_a_plate_is_taken_as_level(top, length):
    """Eight inches drawn between two walls of 5 1/2 leave 3 less than nothing."""
    topped = top_of(top, length, Meetings(), Sum.of("own height", inches(97)), {})
    assert topped.line.is_level
    assert topped.lowest.value == inches(97)


def test_a_job_of_one_wall_keeps_its_top_in_its_file():
    for top in (RAKE, replace(RAKE, flat=inches(36), height_at=HeightAt.OUTSIDE), Gable(Fraction(9, 2), Centered())):
        job = Job("x", walls=(Wall("A", "2x4", Alone(inches(157)), top=top),))
        assert job_from_data(job_data(job)) == job
    chain = Chain((Corner(0, inches("97 1/8")), Corner(inches(84), inches("132 1/8"))))
    job = Job("x", walls=(Wall("A", "2x4", Alone(inches(157)), top=chain),))
    assert job_data(job)["walls"][0]["top"] == {"points": [["0", "97 1/8"], ["84", "132 1/8"]]}
    assert job_from_data(job_data(job)) == job


def test_a_gable_between_walls_of_two_heights_says_which_it_took():
    walls = (
        replace(wall("A", (0, 10), (20, 10)), ways=WallWays(studs=WallHeight(inches("97 1/8")))),
        replace(wall("B", (20, 10), (20, 0)), top=Gable(Fraction(5))),
        replace(wall("C", (20, 0), (0, 0)), ways=WallWays(studs=WallHeight(inches("109 1/8")))),
    )
    framing = frame(plans(Job("shed", walls=walls))["B"])
    (said,) = (finding for finding in framing.findings if finding.code is Code.TOP_HEIGHT_TAKEN)
    assert said.severity is Severity.WARNING
    assert "wall A, 97 1/8" in say(said.text)
    assert "wall C at its other end is 109 1/8" in say(said.text)


def test_an_end_that_stands_over_the_wall_it_butts_into_is_said():
    """The rake starts at A, 97 1/8 high, and comes to C, 97 1/8 high as well, 157 x 5/12 higher: 65 27/64."""
    framing = rake_between_through_walls()
    (said,) = (finding for finding in framing.findings if finding.code is Code.END_STANDS_OVER)
    assert said.at == inches(157)
    assert "65 7/16 higher than wall C" in say(said.text)


def test_a_level_stretch_at_an_end_laps_at_the_height_it_takes_from_the_other_wall():
    """A is of longer studs than the job's; the flat end of B takes its height, and laps where A's plates lie."""
    walls = (
        replace(wall("A", (0, 14), (20, 14)), ways=WallWays(studs=WallHeight(inches("109 1/8")))),
        replace(wall("B", (20, 14), (20, 0)), top=Rake(Fraction(5), End.START, flat=inches(36))),
    )
    plan = plans(Job("shed", walls=walls))["B"]
    assert plan.like == "A"
    assert plan.meetings.start.lap is not None
