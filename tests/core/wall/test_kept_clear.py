"""Bays that are kept clear for a duct, a riser, a panel or a cabinet."""

from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.errors import JobError
from bluff.core.job.edit import ChangeWall
from bluff.core.job.finding import Code
from bluff.core.job.position import At, FromOpening, Reference
from bluff.core.job.schools import Blocks, Floor
from bluff.core.job.special import ClearFor, KeptClear
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.typed import read_line
from bluff.core.wall.member import ANCHOR_BOLT, KEPT_CLEAR, Plate, Role
from bluff.formats.job_file import job_data, job_from_data
from framing import found, framed, in_role, job_of, marked, say, starts
from refusals import refused


def kept(*lines, wall="12' 2x4", **ways):
    job = job_of(wall, **ways)
    for line in lines:
        job = apply(job, read_line(line, job, "A"))
    return job


def test_a_stud_whose_line_falls_in_the_bay_stands_beside_it():
    """A duct of 12 wants 13: 58 1/2 to 71 1/2 about 65. The stud of 63 1/4 goes to 57 or 71 1/2; 57 is nearer."""
    framing = framed(kept("clear for duct 12 @ 65"))
    assert starts(framing, Role.STUD) == ["15 1/4", "31 1/4", "47 1/4", "57", "79 1/4", "95 1/4", "111 1/4", "127 1/4"]
    (said,) = found(framing, Code.STUD_KEPT_OFF)
    assert "Line 4" in say(said.text)
    assert "moves 6 1/4" in say(said.text)


def test_a_bay_between_two_studs_moves_none_of_them():
    """What is made to fit between studs at 16 wants 14 1/2: from 64 3/4 to 79 1/4."""
    framing = framed(kept("clear for panel 14 1/2 @ 72"))
    assert starts(framing, Role.STUD)[3:5] == ["63 1/4", "79 1/4"]
    assert not found(framing, Code.STUD_KEPT_OFF)
    assert not found(framing, Code.CLEAR_BAY_TAKEN)


def test_both_plates_are_marked_at_its_edges():
    framing = framed(kept("clear for panel 14 1/2 @ 72"))
    for plate in Plate:
        assert marked(framing, plate, KEPT_CLEAR) == ["64 3/4", "79 1/4"]


def test_blocks_and_bolts_leave_it_out():
    whole = framed(job_of("12' 2x4", blocks=Blocks.ONE_LINE, floor=Floor.SLAB))
    framing = framed(kept("clear for riser 13 1/2 @ 72", blocks=Blocks.ONE_LINE, floor=Floor.SLAB))
    assert len(in_role(framing, Role.BLOCK)) == len(in_role(whole, Role.BLOCK)) - 1
    # By the rule one would stand at 72.
    assert "72" in marked(whole, Plate.BOTTOM, ANCHOR_BOLT)
    assert not any(inches("64 3/4") < at.value < inches("79 1/4") for at in framing.bolts)


@pytest.mark.parametrize(
    ("lines", "says"),
    [
        (["3-6x4-6 @ 6-0", "clear for duct 12 @ 6-0"], "is in W1 or its kings"),
        (["post 2 @ 6-0", "clear for duct 12 @ 6-0"], "has the post at 70 1/2 in it"),
        (["clear for duct 12 @ 3"], "runs past an end of the wall"),
    ],
)
def test_what_stands_in_it_is_found(lines, says):
    (said,) = found(framed(kept(*lines)), Code.CLEAR_BAY_TAKEN)
    assert says in say(said.text)


def test_one_measured_from_what_is_not_there_is_found():
    job = kept("clear for duct 12 @ 6-0")
    lost = replace(job.walls[0].clear[0], position=At(Reference.CENTER, 64, FromOpening("W9")))
    job = apply(job, ChangeWall("A", replace(job.walls[0], clear=(lost,))))
    assert found(framed(job), Code.OPENING_REFERENCE)


def test_it_is_typed_kept_and_read_again():
    job = kept("clear for cabinet 14 1/2 @ edge 3-0")
    (bay,) = job.walls[0].clear
    assert (bay.id, bay.use, format_exact(bay.clear)) == ("U1", ClearFor.CABINET, "14 1/2")
    assert job_data(job)["walls"][0]["clear"][0]["for"] == "cabinet"
    assert job_from_data(job_data(job)) == job


def test_nothing_wider_than_a_wall_bay_could_be_is_refused():
    with refused(JobError, match="1 to 96 inches wide"):
        KeptClear("U1", ClearFor.DUCT, At(Reference.CENTER, 64), inches(97))
