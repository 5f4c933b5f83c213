import csv
from io import StringIO

from hypothesis import given

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum
from bluff.core.job.edit import AddOpening, ChangeWall
from bluff.core.job.job import Wall
from bluff.core.job.schools import End
from bluff.core.job.ways import WallWays
from bluff.core.phrase.opening_line import read_opening
from bluff.core.takeoff.cut_list import Spacer
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.tables import cut_list_csv, marks_csv
from floors import shelter
from framing import frame_wall
from strategies import jobs


def rows(text):
    return list(csv.DictReader(StringIO(text)))


def test_marks_are_as_the_tape_reads_from_the_hooked_end():
    job = shelter()
    hooked = apply(job, ChangeWall("B", Wall("B", "2x6", job.wall("B").run, ways=WallWays(datum=Datum(End.END)))))
    by_wall = {}
    for row in rows(marks_csv(frame(plan) for plan in wall_plans(hooked))):
        by_wall.setdefault((row["wall"], row["plate"]), []).append((row["reading"], row["symbol"]))
    assert by_wall["A", "bottom"][:3] == [("0", "X"), ("3 1/2", "B"), ("15 1/4", "X")]
    assert by_wall["B", "bottom"][-1] == ("0", "X")


def test_a_flat_board_says_the_face_it_lies_on():
    marked = rows(marks_csv(map(frame, wall_plans(shelter()))))
    assert {row["flat on"] for row in marked if row["role"] == "corner backing"} == {"inside"}
    assert {row["flat on"] for row in marked if row["role"] == "stud"} == {""}


def test_the_cut_list_has_every_board_and_spacer():
    framing = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3")
    found = [(row["count"], row["size"], row["length"], row["for"]) for row in rows(cut_list_csv([framing]))]
    assert ("14", "2x4", "92 5/8", "end stud, king, stud") in found
    assert found[-1] == ("1", "1/2 x 7 1/4", "46", "header spacer")


SPACERS = [f"header {spacer}" for spacer in Spacer]


@given(jobs())
def test_tables_count_what_was_framed(job):
    framings = [frame(plan) for plan in wall_plans(job)]
    assert len(rows(marks_csv(framings))) == sum(len(framing.marks) for framing in framings)
    boards = sum(int(row["count"]) for row in rows(cut_list_csv(framings)) if row["for"] not in SPACERS)
    assert boards == sum(member.plies for framing in framings for member in framing.members)


def test_no_mark_is_taken_for_a_formula():
    job = shelter()
    opening = read_opening("3-6x4-6 @ 9-3", job, job.wall("A"))
    assert opening.id == "W1"
    odd = apply(job, AddOpening(opening))
    text = marks_csv(frame(plan) for plan in wall_plans(odd))
    assert not any(line.split(",")[4][:1] in "=+-@" for line in text.splitlines()[1:])
