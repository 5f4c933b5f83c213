import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import PhraseError
from bluff.core.job.edit import AddOpening, AddWall, Several
from bluff.core.job.job import Job, WallKind
from bluff.core.job.schools import End, Line
from bluff.core.measure.length import format_exact, format_feet, inches
from bluff.core.phrase.plan_line import read_partition, read_walk, walk_gap
from bluff.core.phrase.typed import read_line
from bluff.core.plan.meeting import Joint
from bluff.core.wall.wall_plan import wall_plans
from floors import FEET, plans, shelter
from framing import say
from refusals import refused, sentence_of

EMPTY = Job("empty")


def typed(*lines, job=EMPTY):
    for line in lines:
        job = apply(job, read_line(line, job, None))
    return job


def run(wall):
    return [tuple(format_exact(value) for value in (point.x, point.y)) for point in (wall.run.start, wall.run.end)]


def test_a_rectangle_is_walked_clockwise_by_its_outside():
    job = typed("36' R 22-6 R 36' R 22-6")
    assert [run(wall) for wall in job.walls] == [
        [("0", "270"), ("432", "270")],
        [("432", "270"), ("432", "0")],
        [("432", "0"), ("0", "0")],
        [("0", "0"), ("0", "270")],
    ]
    assert {(wall.stud, wall.kind) for wall in job.walls} == {("2x6", WallKind.EXTERIOR)}
    assert [plan.length for plan in plans(job).values()] == [plan.length for plan in plans(shelter()).values()]


def test_close_finds_the_last_length_and_a_stud_may_be_named():
    job = typed("24' R 12' L 12' R 10-6 R 36' R close 2x4")
    assert [wall.stud for wall in job.walls] == ["2x4"] * 6
    assert format_feet(job.walls[-1].run.length) == "22'-6\""


def test_walking_the_other_way_round_has_the_outside_on_the_right():
    job = typed("36' L 22-6 L 36' L close")
    assert {wall.run.line for wall in job.walls} == {Line.RIGHT}
    lengths = sorted(plan.length for plan in plans(job).values())
    assert lengths == sorted(plan.length for plan in plans(shelter()).values())


def test_a_bay_is_walked_by_its_degrees():
    job = typed("20' R45 6' R45 14' R 24-2 15/16 R close")
    assert [meeting.joint for plan in wall_plans(job)[:2] if (meeting := plan.meetings.end)] == [Joint.MITER] * 2
    assert all(plan.meetings.start and plan.meetings.end for plan in wall_plans(job))


@pytest.mark.parametrize(
    ("line", "sentence"),
    [
        ("36' R 22-6 R 30' R close", "cannot close: going straight on misses the beginning by 6'-0\""),
        ("36' R 22-6 R 36' L close", "the beginning lies behind"),
        ("36' R 22-6-1 R 36' R close", "has two dashes"),
        ("36' R what R 36' R close", "“what” is not understood"),
        ("36' R 1 R 36' R close", "at least"),
    ],
)
def test_a_walk_that_cannot_close_or_is_not_understood_says_so(line, sentence):
    with pytest.raises(PhraseError) as caught:
        read_line(line, EMPTY, None)
    assert sentence in sentence_of(caught.value)


@pytest.mark.parametrize(
    ("line", "count", "gap"),
    [
        ("36' R", 1, "36'-0\" east"),
        ("36' R 22-6 r45", 2, "36'-0\" east and 22'-6\" south"),
        ("36' R 22-6", 2, "36'-0\" east and 22'-6\" south"),
        ("36' R 22-6 R 35' R 22-6", 4, "1'-0\" east"),
        ("36' R 22-6 R 36' R 22-0", 4, "0'-6\" south"),
        ("36' R 22-6 R 36' R 22-6 1/16", 4, None),
    ],
)
def test_a_walk_says_how_far_off_it_ends(line, count, gap):
    walls = read_walk(line, EMPTY)
    assert (len(walls), walk_gap(walls) and say(walk_gap(walls))) == (count, gap)


def test_a_second_outline_goes_beside_the_first():
    job = typed("36' R 22-6 R 36' R close", "10' R 10' R 10' R close")
    assert run(job.wall("E"))[0] == ("552", "120")


@pytest.mark.parametrize(
    ("line", "expected"),
    [
        # Clear of the inside face at 36' - 5 1/2, to the partition's near face; 1 3/4 more to its center.
        ("12-4 off east", [("276 3/4", "267 1/4"), ("276 3/4", "2 3/4")]),
        ("12-4 off the east wall from south to north", [("276 3/4", "2 3/4"), ("276 3/4", "267 1/4")]),
        ("12-4 off B from A to C 2x6", [("275 3/4", "267 1/4"), ("275 3/4", "2 3/4")]),
        ("12-4 off B to center", [("278 1/2", "267 1/4"), ("278 1/2", "2 3/4")]),
        ("12-4 off B outside", [("282 1/4", "267 1/4"), ("282 1/4", "2 3/4")]),
        ("21' off west outside to center", [("252", "2 3/4"), ("252", "267 1/4")]),
    ],
)
def test_a_partition_is_a_distance_off_a_wall(line, expected):
    wall = read_partition(line, shelter())
    assert run(wall) == expected
    assert wall.kind is WallKind.PARTITION


def test_commas_are_a_breath_and_no_more():
    said = read_line("12-4 off the east wall, from north to south", shelter(), None)
    assert run(said.wall) == [("276 3/4", "267 1/4"), ("276 3/4", "2 3/4")]
    assert typed("36', R 22-6, R 36', R close") == typed("36' R 22-6 R 36' R close")


def test_beside_a_partition_the_side_is_said():
    job = typed("12-4 off east", "8-0 north of E from F to B", job=typed("10' off south", job=shelter()))
    assert [run(job.wall(id_))[0][1] for id_ in "EG"] == ["127 1/4", "226 3/4"]
    with refused(PhraseError, match="rooms on both sides"):
        read_partition("8' off E", job)
    with refused(PhraseError, match="no side to the east"):
        read_partition("8' east of E", job)


@pytest.mark.parametrize(
    ("line", "sentence"),
    [
        ("12-4 off Z", "There is no wall Z; there are A, B, C, D"),
        ("12-4 off east from A to B", "runs the same way"),
        ("some off east", "“some” is not understood"),
        ("40' off east", "meets no wall at one end"),
    ],
)
def test_a_partition_that_cannot_be_says_why(line, sentence):
    with pytest.raises(PhraseError) as caught:
        read_line(line, shelter(), None)
    assert sentence in sentence_of(caught.value)
    with refused(PhraseError, match="No exterior wall faces east"):
        read_partition("12' off east", EMPTY)


def test_a_line_says_which_wall_an_opening_goes_into():
    job = shelter()
    edit = read_line("3-6x4-6 @ 9-3 in C", job, "A")
    assert isinstance(edit, AddOpening)
    assert edit.opening.wall == "C"
    assert read_line("3-6x4-6 @ 9-3", job, "A").opening.wall == "A"
    assert isinstance(read_line("12' 2x4", job, "A"), AddWall)
    assert isinstance(read_line("10' R 10' R 10' R close", job, "A"), Several)
    with refused(PhraseError, match="names no wall"):
        read_line("3-6x4-6 @ 9-3", job, None)
    with refused(PhraseError, match="There is no wall Z; there are A, B, C, D"):
        read_line("3-6x4-6 @ 9-3 in Z", job, None)


@given(st.integers(60, 700), st.integers(60, 700), st.sampled_from(["2x4", "2x6"]))
def test_every_rectangle_closes_and_has_four_corners(width, depth, stud):
    job = typed(f"{width} R {depth} R {width} R {depth} {stud}")
    for plan in wall_plans(job):
        assert all(plan.meetings.at(end).is_corner for end in End)
    inside = job.standard.board(stud).width
    assert sum(plan.length for plan in wall_plans(job)) == 2 * inches(width + depth) - 4 * inside


def test_letters_of_a_walk_go_on_where_those_of_the_job_end():
    assert [wall.id for wall in read_walk("20' R 20'", shelter())] == ["E", "F"]
    assert inches(12) == FEET
