import json

import pytest
from hypothesis import given

from bluff.core.apply import apply
from bluff.core.edit import (
    Across,
    AddOpening,
    AddWall,
    ChangeOpening,
    ChangeWall,
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
    SetPicture,
    SetWays,
    Several,
    SplitWall,
)
from bluff.core.finding import Code
from bluff.core.frame import frame
from bluff.core.job import Job, Picture, Point
from bluff.core.length import format_inches, inches
from bluff.core.standard import End
from bluff.core.wall_plan import wall_plans
from bluff.formats.edits import edit_data, edit_from_data
from bluff.formats.errors import FaultyData
from bluff.formats.figures import figures_of, key_of
from strategies import jobs


@given(jobs())
def test_every_edit_is_kept_and_read_back_the_same(job):
    wall = job.walls[0]
    edits = [RenameJob("Shed"), SetWays(wall.ways), AddWall(wall), ChangeWall("A", wall), RemoveWall("A")]
    for opening in job.openings:
        edits += [AddOpening(opening), ChangeOpening(opening.id, opening), RemoveOpening(opening.id)]
    edits += [
        MoveWalls(("A", "B"), -inches("5 1/2"), 1),
        SetClear("A", "B", inches("12' 4")),
        SplitWall("A", inches("12' 4"), "B"),
        JoinWalls("A", "B"),
        RunThrough("A", End.END),
        MirrorJob(Across.EAST_WEST),
        MoveOpening("W1", -1),
        SetPicture(None),
        SetPicture(Picture("0" * 32, 800, 600, 32.0, Point(-64, 6400), 30, is_locked=True)),
        ScalePicture((1.5, 2), (700, 2), inches("36'")),
    ]
    edits.append(Several("everything", tuple(edits)))
    for edit in edits:
        kept = json.loads(json.dumps(edit_data(edit)))
        assert edit_from_data(kept) == edit


@given(jobs())
def test_a_job_can_be_built_from_its_edits_alone(job):
    built = Job("random")
    for edit in [*map(AddWall, job.walls), *map(AddOpening, job.openings)]:
        built = apply(built, edit_from_data(edit_data(edit)))
    assert built == job


def test_what_is_wrong_in_an_edit_has_its_path():
    with pytest.raises(FaultyData) as refused:
        edit_from_data({"edit": "add-wall", "wall": {"id": "A", "stud": "2x5", "length": 100}})
    assert refused.value.faults[0].path == "wall.stud"


@given(jobs())
def test_every_fix_survives_the_wire(job):
    for plan in wall_plans(job):
        for finding in frame(plan).findings:
            assert finding.code in set(Code)
            if finding.fix:
                assert edit_from_data(edit_data(finding.fix)) == finding.fix


def test_figures_print_every_number_once_under_javascripts_name_for_it():
    data = {"a": [86.5, {"b": 222.0}], "c": True, "d": "5", "e": -0.75, "f": 0.015625}
    assert figures_of(data) == {"86.5": "86 1/2", "222": "222", "-0.75": "3/4", "0.015625": "0"}
    assert figures_of(data, lambda length: format_inches(length, 64))["0.015625"] == "1/64"
    assert key_of(-3.0) == "-3"
