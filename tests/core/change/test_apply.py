from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.errors import EditError, JobError, SettingError
from bluff.core.job.amounts import BoltRule, WallHeight
from bluff.core.job.description import describe
from bluff.core.job.edit import (
    Across,
    AddOpening,
    AddWall,
    ChangeOpening,
    ChangeWall,
    CheckOpenings,
    JoinWalls,
    MirrorJob,
    MoveOpening,
    MoveWalls,
    RemoveOpening,
    RemoveWall,
    RenameJob,
    RunThrough,
    ScalePicture,
    SetClear,
    SetLength,
    SetPicture,
    SetWay,
    SetWays,
    Several,
    SplitWall,
)
from bluff.core.job.finding import Code
from bluff.core.job.schools import End
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.phrase.wall_line import read_wall
from framing import framed, job_of, say
from refusals import refused


@pytest.fixture
def job():
    return job_of("18-6 2x4", "3-6x4-6 @ 9-3", "2-0x3-0 @ 1-0 past W1")


def test_an_edit_leaves_the_old_job_as_it_was(job):
    before = job
    after = apply(job, RemoveOpening("W1"))
    assert [opening.id for opening in job.openings] == ["W1", "W2"]
    assert before == job
    assert [opening.id for opening in after.openings] == ["W2"]


def test_a_wall_that_gets_another_mark_takes_its_openings_along(job):
    renamed = apply(job, ChangeWall("A", read_wall("N 20' 2x6", job)))
    assert {opening.wall for opening in renamed.openings} == {"N"}


def test_an_opening_that_gets_another_mark_is_still_measured_from(job):
    after = apply(job, ChangeOpening("W1", read_opening("3-6x4-6 @ 9-3", job_of("9' 2x4"), job.walls[0])))
    assert after == job
    renamed = apply(job, ChangeOpening("W1", replace(job.opening("W1"), id="Big")))
    assert not [finding for finding in framed(renamed).findings if finding.code is Code.OPENING_REFERENCE]


def test_removing_a_wall_removes_its_openings(job):
    assert apply(job, RemoveWall("A")).openings == ()


def test_what_an_edit_names_must_be_there(job):
    for edit in (RemoveWall("Z"), RemoveOpening("Z"), ChangeWall("Z", job.walls[0])):
        with refused(EditError, match="There is no"):
            apply(job, edit)
    with refused(EditError, match="There is no opening Z"):
        apply(job, ChangeOpening("Z", job.openings[0]))


def test_the_result_must_still_be_a_job(job):
    with refused(JobError, match="twice"):
        apply(job, AddWall(job.walls[0]))
    with refused(JobError, match="twice"):
        apply(job, AddOpening(job.openings[0]))
    with refused(JobError, match="needs a name"):
        apply(job, RenameJob(" "))


def test_every_edit_has_words(job):
    wall, opening = job.walls[0], job.openings[0]
    edits = {
        RenameJob("Shed"): "Job renamed Shed",
        SetWays(JobWays(sills=2)): "The job's settings changed",
        AddWall(wall): "Wall A added, 18'-6\"",
        ChangeWall("A", wall): "Wall A changed",
        RemoveWall("A"): "Wall A removed",
        AddOpening(opening): f"Window W1 added, {opening.size}",
        ChangeOpening("W1", opening): "W1 changed",
        RemoveOpening("W1"): "W1 removed",
        CheckOpenings(("W1", "W2"), is_checked=True): "W1, W2 checked",
        MoveWalls(("A",), inches(6), -inches(3)): "Wall A moved 0'-6\" east and 0'-3\" south",
        MoveWalls(("A", "B"), 0, 0): "2 walls moved nowhere",
        SetClear("A", "B", inches(100)): "Wall A set 8'-4\" clear of B",
        SetLength("A", inches(100)): "Wall A: 8'-4\" long",
        SplitWall("A", inches(100), "C"): "Wall A split at 8'-4\"",
        JoinWalls("A", "B"): "Walls A and B joined",
        RunThrough("A", End.END): "Wall A runs through at its end",
        MirrorJob(Across.EAST_WEST): "Plan mirrored east to west",
        MoveOpening("W1", -inches(4)): "W1 moved 4 toward the start",
        SetPicture(None): "Plan picture removed",
        ScalePicture((0, 0), (9, 9), inches("36'")): "Plan picture scaled by 36'-0\"",
        Several((AddWall(wall), AddWall(wall))): "2 walls added",
        Several((RemoveWall("A"), SetLength("B", inches(96)))): "Wall A removed, Wall B: 8'-0\" long",
    }
    assert [say(describe(edit)) for edit in edits] == list(edits.values())
    assert apply(job, SetWays(JobWays(sills=2))).standard.sills == 2
    assert apply(job, RenameJob("  Shed ")).name == "Shed"


def test_a_way_is_set_where_it_is_said_and_follows_again(job):
    whole = apply(job, SetWay("sills", "2"))
    assert whole.standard.sills == 2
    wall = apply(whole, SetWay("sills", "1", wall="A"))
    assert wall.wall("A").ways == WallWays(sills=1)
    opening = apply(wall, SetWay("sills", "2", opening="W1"))
    assert [opening.standard_of(one).sills for one in opening.openings] == [2, 1]
    again = apply(opening, SetWay("sills", None, wall="A"))
    assert [again.standard_of(one).sills for one in again.openings] == [2, 2]
    assert apply(again, SetWay("sills", None, opening="W1")).openings == job.openings


def test_a_part_of_a_way_keeps_what_holds_of_the_others(job):
    whole = apply(job, SetWay("bolts.from_end", "10"))
    wall = apply(whole, SetWay("bolts.apart", "48", wall="A"))
    assert wall.wall("A").ways.bolts == BoltRule(inches(10), inches(48))


def test_one_way_to_say_how_long_studs_are_takes_the_others_place(job):
    after = apply(apply(job, SetWay("stud_length", "92 5/8", wall="A")), SetWay("wall_height", "97 1/8", wall="A"))
    assert after.wall("A").ways.studs == WallHeight(inches("97 1/8"))


def test_a_way_that_has_no_meaning_there_says_where_it_belongs(job):
    for edit, says in (
        (SetWay("spacing", "24", opening="W1"), "On center holds for a whole wall. Set it on the wall."),
        (SetWay("words", "Australia", wall="A"), "Words of hold for the whole job. Set them on the job."),
    ):
        with refused(SettingError, match=says):
            apply(job, edit)
    with refused(SettingError, match="Name one of them"):
        SetWay("sills", "2", wall="A", opening="W1")
    with refused(EditError, match="There is no wall B"):
        apply(job, SetWay("sills", "2", wall="B"))


def test_a_way_is_said_in_the_history_as_it_was_typed():
    assert say(describe(SetWay("spacing", "24"))) == "On center: 24"
    assert say(describe(SetWay("jacks", "floating", wall="A"))) == "Wall A: Jacks: On the sill"
    assert say(describe(SetWay("head_height", None, opening="W1"))) == "W1: Head height: as before"
