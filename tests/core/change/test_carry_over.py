"""An edit carried over to what somebody else made of the job meanwhile."""

import pytest

from bluff.core.change.apply import apply
from bluff.core.change.carry_over import carried_over
from bluff.core.job.edit import (
    AddOpening,
    ChangeWall,
    Edit,
    MirrorJob,
    MoveOpening,
    RemoveOpening,
    RemoveWall,
    RenameJob,
    SetWay,
)
from bluff.core.job.job import Wall
from bluff.core.measure.length import inches
from framing import job_of

JOB = job_of("18-6 2x4", "3-0x4-0 @ 5-0", "2-0x3-0 @ 14-0")
FIRST, SECOND = (opening.id for opening in JOB.openings)


@pytest.mark.parametrize(
    ("theirs", "mine"),
    [
        (MoveOpening(FIRST, inches("2")), MoveOpening(SECOND, inches("3"))),
        (RenameJob("Other"), RemoveOpening(FIRST)),
        (SetWay("spacing", "24"), MoveOpening(FIRST, inches("2"))),
        (SetWay("spacing", "24"), SetWay("sills", "2")),
        (RemoveOpening(FIRST), RenameJob("Other")),
    ],
)
def test_edits_that_touch_other_things_are_both_made_whichever_comes_first(theirs: Edit, mine: Edit):
    both = carried_over(JOB, mine, apply(JOB, theirs))
    assert both is not None
    assert both == carried_over(JOB, theirs, apply(JOB, mine))
    assert both == apply(apply(JOB, theirs), mine)


@pytest.mark.parametrize(
    ("theirs", "mine"),
    [
        (MoveOpening(FIRST, inches("2")), MoveOpening(FIRST, inches("3"))),
        (MoveOpening(FIRST, inches("2")), RemoveOpening(FIRST)),
        (RenameJob("Other"), RenameJob("Another")),
        (SetWay("spacing", "24"), SetWay("spacing", "12")),
        (RemoveWall("A"), MoveOpening(FIRST, inches("2"))),
        # It would go into a wall that is gone.
        (RemoveWall("A"), AddOpening(JOB.openings[0])),
        (MirrorJob("east-west"), MoveOpening(FIRST, inches("2"))),
    ],
)
def test_edits_that_touch_the_same_or_do_not_go_together_are_for_somebody_to_decide(theirs: Edit, mine: Edit):
    assert carried_over(JOB, mine, apply(JOB, theirs)) is None


def test_an_edit_that_did_not_fit_what_it_was_made_on_is_not_carried_over():
    wall: Wall = JOB.walls[0]
    assert carried_over(JOB, ChangeWall("Z", wall), apply(JOB, RenameJob("Other"))) is None
