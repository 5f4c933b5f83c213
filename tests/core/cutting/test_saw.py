"""Stops of the saw: set once for every length, and how many are cut against each."""

from bluff.core.cutting.board import Cut, JobBoard, Tick
from bluff.core.cutting.demand import collect_demands
from bluff.core.cutting.saw import boards_for, members_of, stops, wants_straight
from bluff.core.job.stock import Section
from bluff.core.measure.length import format_exact, inches
from framing import framed, job_of


def asked_of(job):
    return {one.section: one.members for one in collect_demands(job, [framed(job)])}


def board_of(number, members, *names):
    cuts = tuple(Cut(name, members[name].length.value) for name in names)
    return JobBoard(number, Section("2x4"), inches("20'"), cuts)


def test_long_stops_come_before_short_ones_and_count_what_is_left():
    """A window of 36 by 48 at 8 feet: a plate of 20 feet less, king studs, jacks 81, the sill and short cripples."""
    members = asked_of(job_of("12' 2x4", "3-0x4-0 @ 6-0"))
    ours = members[Section("2x4")]
    boards = [board_of(number, ours, name) for number, name in enumerate(ours, start=1)]
    settings = stops(boards, members, frozenset({Tick(board.number, board.cuts[0].name) for board in boards[:1]}))
    lengths = [setting.length for setting in settings]
    assert lengths == sorted(lengths, reverse=True)
    assert sum(setting.count for setting in settings) == len(ours)
    assert sum(setting.cut for setting in settings) == 1
    studs = next(setting for setting in settings if format_exact(setting.length) == "92 5/8")
    assert {"stud", "king", "end_stud"} <= set(studs.roles)
    assert {*studs.boards} == {board.number for board in boards if board.cuts[0].length == studs.length}


def test_straight_boards_are_picked_for_kings_jacks_plates_and_headers():
    ours = asked_of(job_of("12' 2x4", "3-0x4-0 @ 6-0"))[Section("2x4")]
    for name, member in ours.items():
        is_picked = member.role in {"king", "jack", "top_plate", "bottom_plate", "cap_plate", "header"}
        assert wants_straight(board_of(1, ours, name), ours) is is_picked


def test_boards_of_a_wall_are_those_that_give_anything_to_it():
    members = asked_of(job_of("12' 2x4", "3-0x4-0 @ 6-0"))
    ours = members[Section("2x4")]
    first, second, *_ = ours
    boards = [board_of(1, ours, first, second), board_of(2, ours, second)]
    assert boards_for(boards, {Section("2x4"): {first: ours[first]}}) == (boards[0],)
    assert members_of(members, {"A"}) == members
    assert boards_for(boards, members_of(members, {"B"})) == ()
