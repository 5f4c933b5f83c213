"""Strike and add: what a change of the plan asks of plates that are marked."""

from hypothesis import given

from bluff.core.crew.strike import rework
from bluff.core.frame import frame
from bluff.core.job.amounts import Datum
from bluff.core.job.schools import End
from bluff.core.measure.length import format_exact
from bluff.core.wall.member import Plate
from bluff.core.wall.wall_plan import wall_plans
from framing import framed, job_of
from strategies import jobs


def said(strokes):
    return [
        f"{'add' if stroke.is_added else 'strike'} {stroke.mark.symbol} {format_exact(stroke.mark.at.value)}"
        for stroke in strokes
    ]


def test_a_window_that_moves_by_an_inch_and_a_half_strikes_and_adds_its_own_marks():
    """RO 37 wide, on center 6-0: it begins at 72 - 18 1/2 = 53 1/2, jack at 52, king at 50 1/2; beyond it the jack
    stands from 90 1/2 and the king from 92. An inch and a half on, all are that much farther."""
    (one,) = rework([framed(job_of("12' 2x4", "3-0x4-0 @ 6-0"))], [framed(job_of("12' 2x4", "3-0x4-0 @ 6-1 1/2"))])
    kings = [stroke for stroke in one.strokes[Plate.BOTTOM] if stroke.mark.symbol == "K"]
    assert said(kings) == ["strike K 50 1/2", "add K 52", "strike K 92", "add K 93 1/2"]
    # No piece is of another length: everything that is cut serves.
    assert one.recuts == ()


def test_strokes_read_from_the_end_the_tape_hooks_on():
    """The same on a plate of 144 with the tape on the right end: the king from 50 1/2 to 52 reads 144 - 52 = 92 with
    its X ahead, that from 92 to 93 1/2 reads 50 1/2; an inch and a half on, 90 1/2 and 49."""
    before, after = (
        framed(job_of("12' 2x4", opening, datum=Datum(end=End.END)))
        for opening in ("3-0x4-0 @ 6-0", "3-0x4-0 @ 6-1 1/2")
    )
    (one,) = rework([before], [after])
    kings = [stroke for stroke in one.strokes[Plate.BOTTOM] if stroke.mark.symbol == "K"]
    assert one.hook is End.END
    assert [(stroke.is_added, format_exact(stroke.reading)) for stroke in kings] == [
        (True, "49"),
        (False, "50 1/2"),
        (True, "90 1/2"),
        (False, "92"),
    ]


def test_a_window_that_is_added_makes_commons_cripples():
    before, after = framed(job_of("12' 2x4")), framed(job_of("12' 2x4", "3-0x4-0 @ 6-0"))
    (one,) = rework([before], [after])
    assert "add K 50 1/2" in said(one.strokes[Plate.TOP])
    more = {(recut.section.size, format_exact(recut.length)): recut.more for recut in one.recuts}
    counts = [
        sum(member.plies for member in framing.members if format_exact(member.length.value) == "92 5/8")
        for framing in (before, after)
    ]
    assert more.get(("2x4", "92 5/8"), 0) == counts[1] - counts[0]
    # Two jacks, 81 to the underside of the header.
    assert more["2x4", "81"] == 2


def test_a_wall_that_is_new_or_gone_is_marked_again_or_struck_whole():
    framing = framed(job_of("12' 2x4"))
    (new,), (gone,) = rework([], [framing]), rework([framing], [])
    marks = [mark for mark in framing.marks if mark.plate is Plate.BOTTOM]
    assert len(new.strokes[Plate.BOTTOM]) == len(gone.strokes[Plate.BOTTOM]) == len(marks)
    assert (new.before, gone.after) == (None, None)
    assert all(stroke.is_added for stroke in new.strokes[Plate.BOTTOM])
    assert all(recut.more < 0 for recut in gone.recuts)


@given(jobs(), jobs())
def test_what_is_struck_and_added_leads_from_one_to_the_other_and_back(job, other):
    one, two = ([frame(plan) for plan in wall_plans(each)] for each in (job, other))
    assert rework(one, one) == ()
    back_again = {each.wall: each for each in rework(two, one)}
    for forth in rework(one, two):
        back = back_again[forth.wall]
        if not (forth.before and forth.after):
            continue
        for plate in Plate:
            added = sorted(stroke.mark.at.value for stroke in forth.strokes[plate] if stroke.is_added)
            struck = sorted(stroke.mark.at.value for stroke in back.strokes[plate] if not stroke.is_added)
            assert added == struck
            before = [mark for mark in forth.before.marks if mark.plate is plate]
            after = [mark for mark in forth.after.marks if mark.plate is plate]
            assert len(before) - len([s for s in forth.strokes[plate] if not s.is_added]) + len(added) == len(after)
        length = sum(recut.more * recut.length for recut in forth.recuts)
        assert length == _cut(forth.after) - _cut(forth.before)


def _cut(framing):
    return sum(member.length.value * member.plies for member in framing.members)
