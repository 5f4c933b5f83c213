"""A whole job's boards: wood that lies about is used first, and walls may change as they like."""

from collections import Counter

from hypothesis import event, given
from hypothesis import strategies as st

from bluff.core.cutting.board import Source, Tick
from bluff.core.cutting.carry import carried
from bluff.core.job.stock import OnSite
from bluff.core.measure.length import format_exact, inches
from bluff.solve.whole import plan_boards
from boards import KERF, SECTION, asking, board, faults, names, ticks


def planned(boards, asked, made=frozenset(), on_site=(), *, seconds=0, is_from_scratch=False, **more):
    kept = carried(boards, asked, made, on_site, is_from_scratch=is_from_scratch)
    return plan_boards(kept, asked, on_site, seconds, **more)


def test_a_first_plan_cuts_long_before_short_and_numbers_the_boards():
    """Two studs of 92 5/8 to a board of 16 feet leave 6 1/2, and three blocks of 30 fit one of 8."""
    asked = [asking({"a": "92 5/8", "b": "92 5/8", "c": "30", "d": "30", "e": "30"})]
    boards = planned((), asked).boards
    assert names(boards) == {1: ["a", "b"], 2: ["c", "d", "e"]}
    assert [format_exact(one.drop(KERF)) for one in boards] == ["6 1/2", "5 5/8"]
    assert faults(boards, asked) == []


def test_boards_on_the_site_come_first_and_are_filled_as_well_as_they_can_be():
    """A board of 100 takes 60 and 39 7/8, with a kerf 100; the others are bought for."""
    asked = [asking({"a": "70", "b": "60", "c": "39 7/8"})]
    on_site = [OnSite(SECTION, inches("100"), 1)]
    boards = planned((), asked, on_site=on_site).boards
    assert {one.source: [cut.piece for cut in one.cuts] for one in boards} == {
        Source.ON_SITE: ["b", "c"],
        Source.BOUGHT: ["a"],
    }


def test_a_new_piece_comes_out_of_what_is_left_of_a_board():
    """Board 1 has 6 1/2 left, board 2 35 7/8; a block of 30 comes off the second, and nothing is bought."""
    boards = (board(1, "16'", {"a": "92 5/8", "b": "92 5/8"}), board(2, "8'", {"c": "60"}))
    asked = [asking({"a": "92 5/8", "b": "92 5/8", "c": "60", "d": "30"})]
    found = planned(boards, asked)
    assert names(found.boards) == {1: ["a", "b"], 2: ["c", "d"]}
    assert found.cost == 0


def test_nothing_is_added_to_a_board_that_is_locked():
    locked = board(2, "8'", {"c": "60"}, is_locked=True)
    asked = [asking({"c": "60", "d": "30"})]
    assert names(planned([locked], asked).boards) == {1: ["d"], 2: ["c"]}


def test_a_piece_that_serves_nothing_any_more_is_recut():
    """A stud of 92 5/8 is cut and gone; a sill of 43 and a cripple of 31 come off it: 43 + 31 + 1/8 fit."""
    boards = [board(1, "8'", {"a": "92 5/8"})]
    asked = [asking({"sill": "43", "cripple": "31"})]
    found = planned(boards, asked, ticks((1, "a")))
    recut = next(one for one in found.boards if one.source is Source.OFFCUT)
    assert recut.of == Tick(1, "a")
    assert [cut.piece for cut in recut.cuts] == ["sill", "cripple"]
    assert found.cost == 0
    assert faults(found.boards, asked) == []


def test_better_boards_are_told_as_they_are_found_and_it_stops_when_asked():
    lengths = ["71", "54 1/4", "47 3/8", "33", "26 1/2", "61"]
    asked = [asking({f"{length}.{number}": length for length in lengths for number in range(8)})]
    told = []
    found = planned((), asked, seconds=2, better=told.append)
    costs = [one.cost for one in told]
    assert costs == sorted(costs, reverse=True)
    assert (costs[-1], told[-1].boards) == (found.cost, found.boards)
    assert found.bound <= found.cost
    stopped = planned((), asked, seconds=600, is_stopped=lambda: True)
    assert faults(stopped.boards, asked) == []


def test_no_board_has_two_cuts_of_one_name():
    """The sill of 43 is cut and its opening made wider: the one of 50 would fit beside it, and comes off another."""
    boards = [board(1, "16'", {"sill": "43", "a": "92 5/8"})]
    asked = [asking({"sill": "50", "a": "92 5/8"})]
    found = planned(boards, asked, ticks((1, "sill"))).boards
    assert names(found) == {1: ["sill", "a"], 2: ["sill"]}
    assert faults(found, asked) == []


asked_pieces = st.dictionaries(
    st.sampled_from([f"p{number}" for number in range(14)]),
    st.sampled_from(["92 5/8", "81", "43", "30 1/2", "14 1/2", "10"]),
    max_size=14,
)


@given(st.data(), st.lists(asked_pieces, min_size=2, max_size=4))
def test_walls_may_change_while_they_are_cut(data, stages):
    """Whatever changes: every piece is there once, what was cut stays on its board, and the same comes out again."""
    boards, made = (), frozenset()
    on_site = data.draw(st.lists(st.sampled_from(["8'", "10'", "50"]), max_size=3))
    there = [OnSite(SECTION, inches(length), count) for length, count in Counter(on_site).items()]
    for pieces in stages:
        asked = [asking(pieces)]
        is_from_scratch = data.draw(st.booleans())
        before = boards
        boards = planned(before, asked, made, there, is_from_scratch=is_from_scratch).boards
        assert planned(before, asked, made, there, is_from_scratch=is_from_scratch).boards == boards
        assert faults(boards, asked) == []
        there_now = {one.tick(cut) for one in boards for cut in one.cuts}
        assert made <= there_now
        used = Counter(format_exact(one.length) for one in boards if one.source is Source.ON_SITE)
        assert all(used[format_exact(one.length)] <= one.count for one in there)
        event(f"spare {any(one.source is Source.OFFCUT for one in boards)}")
        cut = data.draw(st.sets(st.sampled_from(sorted(there_now)))) if there_now else set()
        made |= cut
