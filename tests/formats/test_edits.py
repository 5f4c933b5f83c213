import json
from contextlib import suppress
from dataclasses import is_dataclass
from pathlib import Path
from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.errors import BluffError
from bluff.core.frame import frame
from bluff.core.job import edit as edits_of_the_core
from bluff.core.job.edit import (
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
    SetLength,
    SetPicture,
    SetWays,
    Several,
    SplitWall,
)
from bluff.core.job.finding import Code
from bluff.core.job.job import Job, Picture, Point
from bluff.core.job.schools import End
from bluff.core.job.ways import JobWays
from bluff.core.measure.length import inches
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.edits import EditFile, edit_data, edit_from_data
from bluff.formats.errors import FaultyData
from bluff.formats.job_file import job_data, job_from_data, read_job
from strategies import jobs


@given(jobs())
def test_every_edit_is_kept_and_read_back_the_same(job):
    wall = job.walls[0]
    edits = [
        RenameJob("Shed"),
        SetWays(JobWays(**wall.ways.given())),
        AddWall(wall),
        ChangeWall("A", wall),
        RemoveWall("A"),
    ]
    for opening in job.openings:
        edits += [AddOpening(opening), ChangeOpening(opening.id, opening), RemoveOpening(opening.id)]
    edits += [
        MoveWalls(("A", "B"), -inches("5 1/2"), 1),
        SetClear("A", "B", inches("12' 4")),
        SetLength("A", inches("12' 4")),
        SplitWall("A", inches("12' 4"), "B"),
        JoinWalls("A", "B"),
        RunThrough("A", End.END),
        MirrorJob(Across.EAST_WEST),
        MoveOpening("W1", -1),
        SetPicture(None),
        SetPicture(Picture("0" * 32, 800, 600, 32.0, Point(-64, 6400), 30, is_locked=True)),
        ScalePicture((1.5, 2), (700, 2), inches("36'")),
    ]
    edits.append(Several(tuple(edits)))
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


DEMO = read_job((Path(__file__).parents[2] / "examples/quill-harbour.bluff.json").read_bytes())
WALLS = st.sampled_from([wall.id for wall in DEMO.walls])
FAR = st.integers(-inches("990'"), inches("990'")) | st.integers(-inches("5'"), inches("5'"))


@given(
    st.lists(
        st.one_of(
            st.builds(MoveWalls, st.tuples(WALLS), FAR, FAR),
            st.builds(SetClear, WALLS, WALLS, st.integers(0, inches("40'"))),
            st.builds(SetLength, WALLS, st.integers(1, inches("60'"))),
            st.builds(SplitWall, WALLS, st.integers(1, inches("36'")), st.sampled_from(["X", "Y"])),
            st.builds(MirrorJob, st.sampled_from(Across)),
            st.builds(RunThrough, WALLS, st.sampled_from(End)),
            st.builds(MoveOpening, st.sampled_from([one.id for one in DEMO.openings]), FAR),
        ),
        min_size=1,
        max_size=5,
    )
)
def test_whatever_a_hand_does_to_a_plan_can_be_kept_and_read_again(edits):
    job = DEMO
    for edit in edits:
        with suppress(BluffError):
            job = apply(job, edit)
    assert job_from_data(json.loads(json.dumps(job_data(job)))) == job
    for plan in wall_plans(job):
        frame(plan)


def test_every_kind_of_edit_is_one_of_the_union_and_can_be_written_down():
    there = vars(edits_of_the_core).values()
    kinds = {kind for kind in there if is_dataclass(kind) and kind.__module__ == edits_of_the_core.__name__}
    assert kinds == set(get_args(edits_of_the_core.Edit))
    files = get_args(get_args(EditFile)[0])
    assert {name_of(kind) for kind in kinds} == {file.__name__ for file in files}


def name_of(kind):
    """What the job file calls an edit: what the core calls ways is a job's standard there."""
    return {"SetWays": "SetStandard"}.get(kind.__name__, kind.__name__)
