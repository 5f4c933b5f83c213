"""The schedule of openings: lines, cells, and tables from and for a spreadsheet."""

from pathlib import Path

import pytest
from hypothesis import given

from bluff.core.change.apply import apply
from bluff.core.crew.schedule import is_checked, schedule
from bluff.core.frame import frame
from bluff.core.job.description import describe
from bluff.core.job.edit import AddOpening, ChangeOpening, CheckOpenings, Several
from bluff.core.job.header import Header, HeaderKind, Laid, Source
from bluff.core.measure.length import inches
from bluff.core.phrase.place import place_in_words, read_place
from bluff.core.wall.wall_plan import wall_plans
from bluff.formats.errors import FaultyData
from bluff.formats.job_file import read_job
from bluff.formats.schedule import read_header, read_schedule, schedule_csv, schedule_edit
from framing import job_of, say
from refusals import refused, sentence_of
from strategies import jobs

DEMO = read_job((Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes())
LOFT = read_job((Path(__file__).parents[2] / "examples" / "net-loft.bluff.json").read_bytes())
WALL = "18-6 2x4"


def framings(job):
    return [frame(plan) for plan in wall_plans(job)]


def lines(job, together=True):
    return schedule(framings(job), job.openings, are_alike_together=together)


def test_alike_openings_share_a_line_with_their_count_and_walls():
    line = lines(DEMO)[0]
    assert (line.marks, line.walls) == (("W1", "W4"), ("A", "C"))
    assert sum(len(line.openings) for line in lines(DEMO)) == len(DEMO.openings)
    assert [line.marks for line in lines(DEMO, together=False)] == [(opening.id,) for opening in DEMO.openings]


def test_one_cell_becomes_one_edit():
    job = job_of(WALL, "3-6x4-6 @ 9-3")
    edit = schedule_edit(job, [{"mark": "W1", "head": "84"}])
    assert isinstance(edit, ChangeOpening)
    (changed,) = apply(job, edit).openings
    assert changed.ways.head_height == inches(84)
    cleared = schedule_edit(apply(job, edit), [{"mark": "W1", "head": ""}])
    assert apply(job, cleared).openings == job.openings


def test_the_floor_of_an_opening_is_a_cell():
    edit = schedule_edit(LOFT, [{"mark": "W2", "floor": ""}])
    assert apply(LOFT, edit).opening("W2").floor == 0
    taken_back = schedule_edit(apply(LOFT, edit), read_schedule(schedule_csv(lines(LOFT))))
    assert apply(apply(LOFT, edit), taken_back).opening("W2").floor == 1
    for cell, says in (("upstairs", "not a floor"), ("9", "one of up to 5")):
        with refused(FaultyData, match=says):
            schedule_edit(LOFT, [{"mark": "W2", "floor": cell}])


def test_cells_of_several_openings_are_one_edit_that_is_undone_at_once():
    edit = schedule_edit(DEMO, [{"mark": "W1", "header": "3-ply 2x10"}, {"mark": "W4", "header": "3-ply 2x10"}])
    assert isinstance(edit, Several)
    assert say(describe(edit)) == "W1 changed, W4 changed"
    after = apply(DEMO, edit)
    # Another size is nobody's word yet, though the drawings gave the one before.
    assert {after.opening(mark).ways.header.source for mark in ("W1", "W4")} == {Source.UNVERIFIED}


def test_saying_who_asks_for_a_header_keeps_the_walls_own():
    after = apply(DEMO, schedule_edit(DEMO, [{"mark": "W1", "source": "engineer"}]))
    header = after.opening("W1").ways.header
    assert (header.size, header.plies, header.source) == ("2x8", 3, Source.ENGINEER)


def test_a_size_typed_as_rough_is_taken_as_it_stands():
    job = job_of(WALL, "3-6x4-6 @ 9-3")
    after = apply(job, schedule_edit(job, [{"mark": "W1", "rough": "44 x 56"}]))
    (line,) = lines(after)
    assert (line.first.rough.width.value, line.first.rough.height.value) == (inches(44), inches(56))


@pytest.mark.parametrize(
    ("text", "kind", "size", "plies"),
    [
        ("2-ply 2x8", HeaderKind.BUILT_UP, "2x8", 2),
        ("3 ply 2x10", HeaderKind.BUILT_UP, "2x10", 3),
        ("6x8", HeaderKind.SOLID, "6x8", 1),
        ("2x4 flat", HeaderKind.FLAT, "2x4", 1),
        ("2-ply 1 3/4 x 9 1/2", HeaderKind.ENGINEERED, "1 3/4 x 9 1/2", 2),
        ("2-ply 2x8 with foam", HeaderKind.INSULATED, "2x8", 2),
        ("2-ply 2x8 box", HeaderKind.BOX, "2x8", 2),
        ("4x6 laid flat", HeaderKind.SOLID, "4x6", 1),
    ],
)
def test_headers_are_read_as_they_are_called(text, kind, size, plies):
    header = read_header(text, Header())
    assert (header.kind, header.size, header.plies) == (kind, size, plies)
    assert (header.laid is Laid.FLAT) == text.endswith("laid flat")


@pytest.mark.parametrize(
    ("change", "fault"),
    [
        ({"mark": "W1", "head": "high"}, "W1.head: “high”"),
        ({"mark": "W1", "header": "a big one"}, "W1.header: “a big one” is not a header"),
        ({"mark": "W1", "source": "me"}, "W1.source: “me” is not one of those who size headers"),
        ({"mark": "W1", "jacks": "two"}, "W1.jacks: “two” is not a number"),
        ({"mark": "W1", "kind": "hatch"}, "W1.kind: “hatch” is not a kind of opening"),
        ({"mark": "W9", "unit": "3-0x3-0"}, "W9: W9 is not in this job yet; to add it write its wall, at too."),
        ({"mark": "W1", "color": "red"}, "W1.color: There is no column color"),
    ],
)
def test_what_cannot_be_read_names_its_cell(change, fault):
    with pytest.raises(FaultyData) as caught:
        schedule_edit(job_of(WALL, "3-6x4-6 @ 9-3"), [change])
    assert sentence_of(caught.value).startswith(fault)


def test_a_table_from_a_spreadsheet_adds_and_changes():
    job = job_of(WALL, "3-6x4-6 @ 9-3")
    table = "Mark\tWall\tUnit\tAt\tKings\tRemark\nW1\t\t\t\t2\tfrom the schedule\nW2\tA\t2-0x3-0\t3-0\t\t\n"
    edit = schedule_edit(job, read_schedule(table))
    after = apply(job, edit)
    assert after.opening("W1").ways.king_count == 2
    assert isinstance(edit.edits[1], AddOpening)
    assert after.opening("W2").position == read_place("3-0")


def test_a_table_without_marks_is_refused():
    with refused(FaultyData, match="The first line names the columns"):
        read_schedule("a,b\n1,2")
    with refused(FaultyData, match="Nothing in it differs"):
        schedule_edit(DEMO, read_schedule(schedule_csv(lines(DEMO))))


@given(jobs())
def test_a_schedule_written_says_nothing_new(job):
    """Taken in again, no size, place, head or count of pieces is another."""
    changes = [
        {name: cell for name, cell in change.items() if name not in ("header", "source")}
        for change in read_schedule(schedule_csv(lines(job)))
    ]
    for change in changes:
        with refused(FaultyData, match="Nothing in it differs"):
            schedule_edit(job, [change])
    for opening in job.openings:
        assert read_place(place_in_words(opening.position)) == opening.position


def test_a_check_is_lost_when_the_size_changes_and_found_again_when_it_is_undone():
    job = job_of(WALL, "3-6x4-6 @ 9-3")
    checked = apply(job, CheckOpenings(("W1",), True, "LF", "2026-11-23T10:00+00:00"))
    assert is_checked(lines(checked)[0].first)
    wider = apply(checked, schedule_edit(checked, [{"mark": "W1", "unit": "3-8x4-6"}]))
    assert wider.openings[0].checked is not None
    assert not is_checked(lines(wider)[0].first)
    higher = apply(checked, schedule_edit(checked, [{"mark": "W1", "head": "84"}]))
    assert is_checked(lines(higher)[0].first)
    assert apply(checked, CheckOpenings(("W1",), False)).openings[0].checked is None
