"""Inside corners of outside faces, where walls meet whose bodies lie apart."""

from dataclasses import replace

import pytest

from bluff.core.change.apply import apply
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum
from bluff.core.job.edit import AddOpening, ChangeWall
from bluff.core.job.finding import Code
from bluff.core.job.job import Ends, Job, Point, Runs, WallKind
from bluff.core.job.schools import (
    CornerSchool,
    End,
    IntersectionSchool,
    Line,
    Sheets,
)
from bluff.core.job.ways import JobWays, WallWays
from bluff.core.measure.length import format_exact, inches
from bluff.core.phrase.opening_line import read_opening
from bluff.core.plan.meeting import Joint
from bluff.core.wall.member import Role
from floors import FEET, framed, partition, plans, wall
from framing import cap_runs, found, in_role, say, spans, starts


def inside_corner(studs=("2x6", "2x6"), ways=None, kind=WallKind.EXTERIOR, line=None, ends=None):
    """C comes from the north, D goes on to the east: a left turn of somebody who walks round the outside."""
    walls = (
        replace(wall("C", (12, 20), (12, 10), studs[0], kind, line), ends=ends or Ends()),
        wall("D", (12, 10), (24, 10), studs[1], kind, line),
    )
    return Job("inside corner", ways or JobWays(), walls)


def caps(framing):
    return [(format_exact(start), format_exact(end)) for start, end in cap_runs(framing).values()]


@pytest.mark.parametrize(
    ("studs", "plates", "backing", "second"),
    [
        # D is 144 and goes on behind C by C's thickness; C stops at D's outside face, its second plate laps over D.
        (("2x6", "2x6"), ("120", "149 1/2"), ("3 1/2", "7"), (("0", "125 1/2"), ("5 1/2", "149 1/2"))),
        (("2x4", "2x4"), ("120", "147 1/2"), ("1 1/2", "5"), (("0", "123 1/2"), ("3 1/2", "147 1/2"))),
        (("2x4", "2x6"), ("120", "147 1/2"), ("1 1/2", "5"), (("0", "125 1/2"), ("3 1/2", "147 1/2"))),
        (("2x6", "2x4"), ("120", "149 1/2"), ("3 1/2", "7"), (("0", "123 1/2"), ("5 1/2", "149 1/2"))),
    ],
)
def test_the_longer_wall_goes_on_behind_the_other(studs, plates, backing, second):
    job = inside_corner(studs)
    by_id = plans(job)
    assert tuple(format_exact(by_id[id_].length) for id_ in "CD") == plates
    (flat,) = in_role(framed(job, "D"), Role.CORNER_BACKING)
    assert (format_exact(flat.start), format_exact(flat.end)) == backing
    # Where the outside sheets meet in the corner, not in the room.
    assert flat.side is by_id["D"].sheeted_side
    assert tuple(caps(framed(job, id_))[0] for id_ in "CD") == second
    for id_ in "CD":
        assert found(framed(job, id_), Code.BACKING_MISSING) == []
        assert found(framed(job, id_), Code.NO_LAP) == []


def test_the_other_wall_runs_through_when_it_says_so():
    job = inside_corner(ends=Ends(end=Runs.THROUGH))
    assert [format_exact(plan.length) for plan in plans(job).values()] == ["125 1/2", "144"]
    assert spans(framed(job, "C"), Role.CORNER_BACKING) == [("118 1/2", "122")]
    assert [caps(framed(job, id_)) for id_ in "CD"] == [[("0", "120")], [("-5 1/2", "144")]]
    # D's plate starts at the corner as drawn, and so does its layout.
    assert starts(framed(job, "D"), Role.STUD)[0] == "15 1/4"


@pytest.mark.parametrize(
    ("school", "role", "expected"),
    [
        (CornerSchool.TWO_STUD, Role.CORNER_BACKING, [("3 1/2", "7")]),
        (CornerSchool.THREE_STUD, Role.CORNER_STUD, [("1 1/2", "3"), ("5", "6 1/2")]),
        (CornerSchool.BLOCKED, Role.CORNER_STUD, [("5", "6 1/2")]),
        (CornerSchool.BLOCKED, Role.BLOCK, [("1 1/2", "5")] * 3),
        (CornerSchool.CLIPS, Role.CORNER_STUD, []),
        # Nothing backs the sheets there but the stud on the datum.
        (CornerSchool.CLIPS, Role.STUD, [("4 3/4", "6 1/4")]),
    ],
)
def test_its_wood_is_that_of_any_corner(school, role, expected):
    framing = framed(inside_corner(ways=JobWays(corner=school)), "D")
    assert spans(framing, role)[: len(expected) or None] == expected


@pytest.mark.parametrize("sheets", Sheets)
def test_dimensions_and_sheets_count_from_the_corner_as_drawn(sheets):
    job = inside_corner(ways=JobWays(sheets=sheets))
    job = apply(job, AddOpening(read_opening("ro 36x40 @ edge 7-2 from outside start", job, job.wall("D"))))
    framing = framed(job, "D")
    # 5 1/2 of its plate lie behind C.
    assert format_exact(framing.openings[0].placed.start.value) == "91 1/2"
    assert starts(framing, Role.STUD)[:2] == ["20 3/4", "36 3/4"]
    assert found(framing, Code.SHEET_EDGE_NO_WOOD) == []
    if sheets is not Sheets.NONE:
        assert min(sheet.shape.x for sheet in framing.sheets.sheets) == inches("5 1/2")
    hooked = apply(job, ChangeWall("D", replace(job.wall("D"), ways=WallWays(datum=Datum(End.END)))))
    assert starts(framed(hooked, "D"), Role.STUD)[-1] == "132 3/4"


@pytest.mark.parametrize("line", [Line.LEFT, Line.RIGHT])
@pytest.mark.parametrize("kind", WallKind)
def test_walls_given_by_either_face_are_joined(kind, line):
    # Walked the other way round, the bodies lie on the other side: the same corner seen in a mirror.
    job = inside_corner(kind=kind, line=line)
    if line is Line.RIGHT:
        walls = (wall("C", (-12, 20), (-12, 10), "2x6", kind, line), wall("D", (-12, 10), (-24, 10), "2x6", kind, line))
        job = replace(job, walls=walls)
    assert [format_exact(plan.length) for plan in plans(job).values()] == ["120", "149 1/2"]
    assert plans(job)["D"].meetings.start.side is line


def test_a_rectangle_given_by_its_inside_is_joined_at_every_corner():
    corners = [(0, 10), (12, 10), (12, 0), (0, 0), (0, 10)]
    walls = tuple(wall(id_, *corners[at : at + 2], line=Line.RIGHT) for at, id_ in enumerate("ABCD"))
    by_id = plans(Job("court", walls=walls))
    assert [format_exact(plan.length) for plan in by_id.values()] == ["155", "120", "155", "120"]
    assert {meeting.outside for plan in by_id.values() for meeting in (plan.meetings.start, plan.meetings.end)} == {
        0,
        -inches("5 1/2"),
    }


@pytest.mark.parametrize(
    ("studs", "outside"),
    [("2x6", "2 9/32"), ("2x4", "1 29/64")],  # tan 22 1/2 x the plate's width
)
def test_a_bay_turned_inward_counts_from_the_corner_as_drawn(studs, outside):
    reach = 12 / 2**0.5
    walls = (wall("A", (0, 0), (0, 10), studs), wall("B", (0, 10), (-reach, 10 + reach), studs))
    job = Job("bay", walls=walls)
    assert [
        plan.meetings.at(end).joint for plan, end in zip(plans(job).values(), (End.END, End.START), strict=True)
    ] == [Joint.MITER] * 2
    plan = plans(job)["B"]
    assert -plan.meetings.start.outside == plan.meetings.start.short == inches(outside)
    # The first stud ends the miter; the first line is 16 from the corner.
    assert starts(frame(plan), Role.STUD)[0] == format_exact(inches(outside) + inches("15 1/4"))
    assert found(frame(plan), Code.STUD_LEFT_OUT) == []
    assert found(frame(plan), Code.SHEET_EDGE_NO_WOOD) == []


def l_house(*partitions, ways=None):
    """Walked 24' R 12' R 12' L 10' R 12' R close: the corner between C and D is an inside one."""
    corners = [(0, 22), (24, 22), (24, 10), (12, 10), (12, 0), (0, 0), (0, 22)]
    walls = [wall(id_, *corners[at : at + 2]) for at, id_ in enumerate("ABCDEF")]
    return Job("L", ways or JobWays(), (*walls, *partitions))


def test_every_corner_of_an_l_shaped_house_closes():
    by_id = plans(l_house())
    # A 288 runs through; B 144 butts A and runs past C; C 144 butts B and runs on behind D; D 120 butts C, and E,
    # E 144 runs past D and butts F, F 264 butts A and runs past E.
    assert {id_: format_exact(plan.length) for id_, plan in by_id.items()} == {
        "A": "288",
        "B": "138 1/2",
        "C": "144",
        "D": "114 1/2",
        "E": "138 1/2",
        "F": "258 1/2",
    }
    for plan in by_id.values():
        assert found(frame(plan), Code.END_NOT_JOINED) == []
        assert found(frame(plan), Code.SHEET_EDGE_NO_WOOD) == []


@pytest.mark.parametrize("shift", [0, 2.75, -2.75])
def test_a_partition_on_in_line_from_an_inside_corner_stops_at_its_far_side(shift):
    # G carries on C's line to the west, drawn to the corner: by its middle, or one face flush with C's.
    y = 10 + shift / 12
    by_id = plans(l_house(partition("G", (0, y), (12, y))))
    assert (by_id["C"].meetings.end.other, by_id["D"].meetings.start.other) == ("D", "C")
    # From F's inside face at 5 1/2 to the far side of the corner, 144 + 5 1/2.
    assert by_id["G"].meetings.end.joint is Joint.BUTT
    assert format_exact(by_id["G"].length) == "133"


@pytest.mark.parametrize("school", IntersectionSchool)
def test_it_laps_onto_nothing_where_the_corner_has_its_own_lap(school):
    job = l_house(partition("G", (0, 10), (12, 10)), ways=JobWays(intersection=school))
    framing = framed(job, "G")
    (finding,) = [one for one in found(framing, Code.NO_LAP) if one.at]
    assert "runs through there" in say(finding.text)
    assert caps(framing)[0][1] == format_exact(framing.plan.length)


def test_an_end_that_stops_short_of_a_wall_is_found_and_joined():
    job = inside_corner()
    short = replace(job.wall("D"), run=replace(job.wall("D").run, start=Point(12 * FEET + 3 * 64, 10 * FEET)))
    apart = apply(job, ChangeWall("D", short))
    (finding,) = found(framed(apart, "D"), Code.END_NOT_JOINED)
    assert "3 short of wall C" in say(finding.text)
    assert apply(apart, finding.fix).walls == job.walls
    assert "D" in say(found(framed(apart, "C"), Code.END_NOT_JOINED)[0].text)


@pytest.mark.parametrize(("gap", "is_found"), [(1, True), (5, True), (6, False)])
def test_what_ends_further_off_than_a_wall_is_thick_stands_free(gap, is_found):
    # A's inside face is at y = 20 ft - 5 1/2.
    job = Job("x", walls=(wall("A", (0, 20), (20, 20)), partition("E", (10, 5), (10, 20 - (5.5 + gap) / 12))))
    findings = found(framed(job, "E"), Code.END_NOT_JOINED)
    assert bool(findings) is is_found
    if findings:
        joined = apply(job, findings[0].fix)
        assert plans(joined)["E"].meetings.end.other == "A"
        assert format_exact(plans(joined)["E"].length) == "174 1/2"


def test_two_ends_that_both_stop_short_are_drawn_to_one_corner():
    job = Job("x", walls=(wall("A", (0, 10), (9.25, 10)), wall("B", (10, 9.5), (10, 0))))
    (finding,) = found(framed(job, "A"), Code.END_NOT_JOINED)
    joined = apply(job, finding.fix)
    assert plans(joined)["A"].meetings.end.is_through
    assert plans(joined)["B"].meetings.start.joint is Joint.BUTT


@pytest.mark.parametrize("turn", ["R", "L"])
@pytest.mark.parametrize("through", "AB")
@pytest.mark.parametrize("line", [Line.LEFT, Line.RIGHT])
@pytest.mark.parametrize(("first", "second"), [("2x6", "2x6"), ("2x4", "2x6"), ("2x6", "2x4")])
@pytest.mark.parametrize("school", CornerSchool)
def test_every_square_corner_of_two_walls_closes(turn, through, line, first, second, school):
    # A 10 ft to the north, B 10 ft on to the east or to the west; the outside is the line both are given by.
    to = (10, 10) if turn == "R" else (-10, 10)
    ends = {id_: Runs.THROUGH if id_ == through else Runs.BUTT for id_ in "AB"}
    walls = (
        replace(wall("A", (0, 0), (0, 10), first, line=line), ends=Ends(end=ends["A"])),
        replace(wall("B", (0, 10), to, second, line=line), ends=Ends(start=ends["B"])),
    )
    by_id = plans(Job("corner", JobWays(corner=school), walls))
    thick = {
        "A": inches({"2x4": "3 1/2", "2x6": "5 1/2"}[first]),
        "B": inches({"2x4": "3 1/2", "2x6": "5 1/2"}[second]),
    }
    butt = "B" if through == "A" else "A"
    # Turning away from the bodies the corner as drawn is the outer one; turning over them it is the inner one.
    is_inside = (turn == "L") is (line is Line.LEFT)
    assert by_id[through].length == inches(120) + (thick[butt] if is_inside else 0)
    assert by_id[butt].length == inches(120) - (0 if is_inside else thick[through])
    meeting = by_id["A"].meetings.end
    assert by_id["A"].length + meeting.outside == inches(120)
    framings = {id_: frame(plan) for id_, plan in by_id.items()}
    (pieces,) = [[*cap_runs(framings[id_]).values()] for id_ in through]
    shorter = by_id[through].length - thick[butt]
    assert [end - start for start, end in pieces] == [shorter]
    (pieces,) = [[*cap_runs(framings[id_]).values()] for id_ in butt]
    assert [end - start for start, end in pieces] == [by_id[butt].length + thick[through]]
    for framing in framings.values():
        if school is not CornerSchool.CLIPS:
            assert found(framing, Code.BACKING_MISSING) == []


@pytest.mark.parametrize("shift", [0, 2.75, -2.75])
def test_partitions_on_in_line_both_ways_stop_at_the_corner_they_start_from(shift):
    # G goes on west in C's line, H north in D's; the corner is 5 1/2 square from (138 1/2, 120) to (144, 125 1/2).
    by_id = plans(
        l_house(partition("G", (0, 10), (12, 10)), partition("H", (12 + shift / 12, 10), (12 + shift / 12, 22)))
    )
    assert [by_id[id_].meetings.at(end).other for id_, end in (("C", End.END), ("D", End.START))] == ["D", "C"]
    assert format_exact(by_id["G"].length) == "133"
    assert format_exact(by_id["H"].length) == "133"
