from dataclasses import replace
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import EditError, JobError
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum
from bluff.core.job.description import describe
from bluff.core.job.edit import (
    Across,
    AddOpening,
    ChangeWall,
    JoinWalls,
    MirrorJob,
    MoveOpening,
    MoveWalls,
    RunThrough,
    SetClear,
    SetLength,
    Several,
    SplitWall,
)
from bluff.core.job.job import Alone, Between, Point, Wall
from bluff.core.job.position import At, Centered, FromPlate, Reference
from bluff.core.job.schools import End
from bluff.core.job.special import FixtureBacking, Post
from bluff.core.job.top import Gable
from bluff.core.job.ways import WallWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.plan.meeting import Joint
from bluff.core.takeoff.cut_list import cut_list
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.job_file import read_job
from floors import FEET, partition, plans, shelter, wall
from framing import say
from refusals import refused

DEMO = read_job((Path(__file__).parents[3] / "examples/quill-harbour.bluff.json").read_bytes())


def with_openings(job, **texts):
    for wall_id, text in texts.items():
        for phrase in text.split(";"):
            job = apply(job, AddOpening(read_opening(phrase, job, job.wall(wall_id))))
    return job


def lengths(job):
    return {id_: format_exact(plan.length) for id_, plan in plans(job).items()}


def centers(job):
    """Where the openings' centers are in the plan, to the nearest 1/16."""
    return {
        placed.id: tuple(round(value / 4) for value in _in_plan(plan, placed))
        for plan in wall_plans(job)
        for placed in plan.openings
    }


def _in_plan(plan, placed):
    run, reach = plan.wall.run, plan.meetings.start.reach if plan.meetings.start else 0
    along = placed.start.value + placed.rough.width.value / 2 - reach
    east, north = (run.end.x - run.start.x) / run.length, (run.end.y - run.start.y) / run.length
    return run.start.x + along * east, run.start.y + along * north


def test_a_moved_wall_takes_the_ends_that_meet_it_along():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    after = apply(job, MoveWalls(("B",), east=2 * FEET, north=0))
    assert lengths(after) == {"A": "456", "B": "259", "C": "456", "D": "259", "E": "259"}
    # South by 1, whatever B meets stays: B is as long as before and A and C have not moved.
    assert apply(job, MoveWalls(("B",), east=0, north=-FEET)) == job


def test_a_partition_slides_between_the_walls_it_butts_into():
    job = shelter(partition("E", (12, 0), (12, 22.5)), partition("F", (12, 10), (36, 10)))
    after = apply(job, MoveWalls(("E",), east=FEET, north=5 * FEET))
    assert after.wall("E").run == Between(Point(13 * FEET, 0), Point(13 * FEET, inches("22' 6")))
    assert after.wall("F").run.start == Point(13 * FEET, 10 * FEET)
    assert after.wall("F").run.end == job.wall("F").run.end


def test_walls_moved_together_keep_their_lengths():
    job = shelter(partition("E", (12, 0), (12, 22.5)))
    after = apply(job, MoveWalls(("A", "B", "C", "D", "E"), east=FEET, north=-FEET))
    assert lengths(after) == lengths(job)
    assert after.wall("A").run.start == Point(FEET, inches("21' 6"))


def test_a_bay_keeps_its_angle_when_a_wall_of_it_moves():
    reach = 10 / 2**0.5
    job = replace(shelter(), walls=(wall("A", (0, 0), (0, 10)), wall("B", (0, 10), (reach, 10 + reach))))
    after = apply(job, MoveWalls(("A",), east=-FEET, north=0))
    before, now = plans(job)["A"].meetings.end, plans(after)["A"].meetings.end
    assert (now.joint, now.short) == (before.joint, before.short)
    assert abs(after.wall("B").run.length - job.wall("B").run.length - FEET * 2**0.5) < 2


def test_no_wall_is_reversed():
    with refused(EditError, match="would be reversed"):
        apply(shelter(), MoveWalls(("B",), east=-40 * FEET, north=0))


def test_nothing_is_moved_where_no_job_file_could_say_it():
    job = with_openings(shelter(), A="ro 30x50 @ 6'")
    far = apply(job, MoveWalls(("A", "B", "C", "D"), east=900 * FEET, north=0))
    with refused(JobError, match="1000 feet from its origin"):
        apply(far, MoveWalls(("A", "B", "C", "D"), east=900 * FEET, north=0))
    with refused(JobError, match="measured by 0 to 1000 feet"):
        apply(job, MoveOpening("W1", 1000 * FEET))


def test_a_wall_on_no_plan_cannot_be_moved():
    job = replace(shelter(), walls=(Wall("A", "2x4", Alone(FEET)),))
    for edit in (MoveWalls(("A",), FEET, 0), SplitWall("A", 100, "B")):
        with refused(EditError, match="is not on the plan"):
            apply(job, edit)


@pytest.mark.parametrize(
    ("other", "x"),
    # D's inside face is at 5 1/2, B's at 36' less 5 1/2, and E is 3 1/2 thick about its line.
    [("D", "166 1/4"), ("B", "265 3/4")],
)
def test_a_clear_distance_is_from_face_to_face(other, x):
    job = shelter(partition("E", (18, 0), (18, 22.5)))
    after = apply(job, SetClear("E", other, inches("13' 3")))
    assert format_exact(after.wall("E").run.start.x) == x
    with refused(EditError, match="not parallel"):
        apply(job, SetClear("E", "A", FEET))


def test_a_wall_of_another_length_moves_what_its_end_meets():
    job = shelter(partition("E", (12, 10), (12, 22.5)), partition("F", (20, 5), (30, 5)))
    longer = apply(job, SetLength("A", inches("40'")))
    assert lengths(longer)["A"] == lengths(longer)["C"] == "480"
    assert longer.wall("B").run.start.x == inches("40'")
    # A free end moves alone, and so does a wall on no plan.
    free = apply(job, SetLength("F", inches("12' 6")))
    assert (free.wall("F").run.start, free.wall("F").run.end.x) == (job.wall("F").run.start, inches("32' 6"))
    alone = replace(shelter(), walls=(Wall("A", "2x4", Alone(inches("10'"))),))
    assert apply(alone, SetLength("A", inches("12'"))).wall("A").run == Alone(inches("12'"))
    parted = apply(job, SplitWall("A", 14 * FEET, "A2"))
    with refused(EditError, match="goes on in A2"):
        apply(parted, SetLength("A", inches("12'")))


def test_a_wall_split_and_joined_again_is_the_wall_it_was():
    job = with_openings(shelter(), A="ro 30x50 @ 6'; ro 30x50 @ 20'; ro 30x50 @ 8' from end; d 3-0x6-8 @ 2' past W2")
    parted = apply(job, SplitWall("A", 14 * FEET, "A2"))
    assert {opening.id: opening.wall for opening in parted.openings} == {"W1": "A", "W2": "A2", "W3": "A2", "D1": "A2"}
    assert centers(parted) == centers(job)
    assert plans(parted)["A"].meetings.end.joint is Joint.SPLICE
    again = apply(parted, JoinWalls("A", "A2"))
    assert again.wall("A").run == job.wall("A").run
    assert lengths(again) == lengths(job)
    assert centers(again) == centers(job)
    from_the_other_side = apply(parted, JoinWalls("A2", "A"))
    assert from_the_other_side.wall("A2").run == job.wall("A").run
    assert centers(from_the_other_side) == centers(job)


def test_a_wall_is_not_split_through_an_opening():
    job = with_openings(shelter(), A="ro 30x50 @ 6'")
    with refused(EditError, match="W1 stands across"):
        apply(job, SplitWall("A", 6 * FEET, "A2"))
    with refused(EditError, match="Split it between its ends"):
        apply(job, SplitWall("A", 60 * FEET, "A2"))


def test_each_part_of_a_split_wall_keeps_its_own_end():
    job = apply(shelter(), RunThrough("B", End.START))
    job = apply(job, ChangeWall("B", replace(job.wall("B"), ways=WallWays(datum=Datum(End.END)))))
    parted = apply(job, SplitWall("B", 10 * FEET, "B2"))
    assert (parted.wall("B").ends, parted.wall("B2").ends.start) == (job.wall("B").ends, None)
    assert (parted.wall("B").ways.datum, parted.wall("B2").ways.datum) == (None, Datum(End.END))


def test_each_part_of_a_split_wall_keeps_its_part_of_the_top():
    """A gable of 36 ft at 5/12 from 96, split at 12: 60 up at the split, 90 at the ridge 6 ft on."""
    job = apply(shelter(), ChangeWall("A", replace(shelter().wall("A"), top=Gable(Fraction(5), height=inches(96)))))
    parts = plans(apply(job, SplitWall("A", inches("12'"), "A2")))
    assert [parts["A"].top.at(x) for x in (0, inches(144))] == [inches(96), inches(156)]
    assert [parts["A2"].top.at(x) for x in (0, inches(72))] == [inches(156), inches(186)]
    joined = plans(apply(apply(job, SplitWall("A", inches("12'"), "A2")), JoinWalls("A", "A2")))["A"]
    assert joined.top.points == plans(job)["A"].top.points
    level = apply(job, SplitWall("A", inches("12'"), "A2"))
    level = apply(level, ChangeWall("A2", replace(level.wall("A2"), top=None)))
    with refused(EditError, match="not of one height where they meet"):
        apply(level, JoinWalls("A", "A2"))


def test_only_walls_alike_and_in_line_are_joined():
    job = shelter()
    with refused(EditError, match="not in line"):
        apply(job, JoinWalls("A", "B"))
    other = apply(job, SplitWall("A", 14 * FEET, "A2"))
    other = apply(other, ChangeWall("A2", replace(other.wall("A2"), stud="2x4")))
    with refused(EditError, match="make them the same"):
        apply(other, JoinWalls("A", "A2"))


@pytest.mark.parametrize("across", Across)
def test_a_mirrored_job_is_made_of_the_same_pieces(across):
    after = apply(DEMO, MirrorJob(across))
    for before, now in zip(wall_plans(DEMO), wall_plans(after), strict=True):
        one, other = frame(before), frame(now)
        assert one.plan.length == other.plan.length
        rows = [[(row.size, row.length, row.count) for row in cut_list([framing])] for framing in (one, other)]
        assert rows[0] == rows[1]
        mirrored = sorted((one.plan.length - member.end, member.bottom) for member in one.members)
        assert mirrored == sorted((member.start, member.bottom) for member in other.members)
    again = apply(after, MirrorJob(across))
    assert (again.walls, again.ways) == (DEMO.walls, DEMO.ways)
    assert centers(again) == centers(DEMO)


def test_an_opening_moves_in_the_words_it_was_placed_by():
    job = with_openings(shelter(), A="ro 30x50 @ 6'; ro 30x50 @ 8' from end; ro 30x50 @ centered")
    for id_, position in {
        "W1": At(Reference.CENTER, inches("6' 4"), FromPlate(End.START)),
        "W2": At(Reference.CENTER, inches("7' 8"), FromPlate(End.END)),
        "W3": At(Reference.CENTER, inches("18' 4"), FromPlate(End.START)),
    }.items():
        moved = apply(job, MoveOpening(id_, inches(4)))
        assert moved.opening(id_).position == position
        assert centers(moved)[id_][0] == centers(job)[id_][0] + 64
    with refused(EditError, match="past what it is measured from"):
        apply(job, MoveOpening("W1", -inches("6' 1")))
    assert isinstance(job.opening("W3").position, Centered)


def test_a_wall_told_to_run_through_does_and_the_other_butts():
    job = apply(shelter(), RunThrough("B", End.START))
    assert plans(job)["B"].meetings.start.is_through
    assert plans(job)["A"].meetings.end.joint is Joint.BUTT
    back = apply(job, RunThrough("A", End.END))
    assert lengths(back) == lengths(shelter())
    free = shelter(partition("E", (12, 0), (12, 10)))
    for wall_id, end in (("E", End.START), ("E", End.END)):
        with refused(EditError, match="makes no square corner"):
            apply(free, RunThrough(wall_id, end))


def test_several_edits_are_one():
    job = shelter()
    both = Several((MoveWalls(("B",), FEET, 0), MoveWalls(("C",), 0, -FEET)))
    assert say(describe(both)) == "Wall B moved 1'-0\" east, Wall C moved 1'-0\" south"
    assert lengths(apply(job, both)) == {"A": "444", "B": "271", "C": "444", "D": "271"}


@given(st.sampled_from([wall.id for wall in DEMO.walls]), st.integers(-48, 48), st.integers(-48, 48))
def test_what_was_joined_stays_joined_wherever_a_wall_is_moved(wall_id, east, north):
    after = apply(DEMO, MoveWalls((wall_id,), east * 16, north * 16))
    for before, now in zip(wall_plans(DEMO), wall_plans(after), strict=True):
        for end in End:
            one, other = before.meetings.at(end), now.meetings.at(end)
            assert (one.other, one.is_corner) == (other.other, other.is_corner)


def with_specials(job, wall_id, *places):
    """The job with a post, a board and bolts at places of one wall's plate."""
    old = job.wall(wall_id)
    new = replace(
        old,
        posts=tuple(Post(f"P{n}", At(Reference.CENTER, inches(at))) for n, at in enumerate(places)),
        backing=tuple(FixtureBacking(f"R{n}", inches(at), inches(at + 30), inches(34)) for n, at in enumerate(places)),
        bolts=tuple(inches(at) for at in places),
    )
    return apply(job, ChangeWall(wall_id, new))


def post_places(wall):
    return [format_exact(post.position.distance) for post in wall.posts]


def test_a_mirrored_wall_has_its_specials_on_the_other_side():
    job = with_specials(shelter(), "A", 100)
    wall = apply(job, MirrorJob(Across.EAST_WEST)).wall("A")
    assert post_places(wall) == ["332"]
    assert [format_exact(at) for at in wall.bolts] == ["332"]
    assert [(format_exact(one.start), format_exact(one.end)) for one in wall.backing] == [("302", "332")]
    twice = apply(apply(job, MirrorJob(Across.EAST_WEST)), MirrorJob(Across.EAST_WEST))
    assert twice.wall("A") == job.wall("A")


def test_a_split_wall_shares_its_specials_out_and_joining_gives_them_back():
    job = with_specials(shelter(), "A", 100, 300)
    parted = apply(job, SplitWall("A", inches(216), "A2"))
    assert (post_places(parted.wall("A")), post_places(parted.wall("A2"))) == (["100"], ["84"])
    assert [format_exact(at) for at in parted.wall("A2").bolts] == ["84"]
    joined = apply(parted, JoinWalls("A", "A2")).wall("A")
    assert (joined.posts, joined.backing, joined.bolts) == (
        job.wall("A").posts,
        job.wall("A").backing,
        job.wall("A").bolts,
    )
