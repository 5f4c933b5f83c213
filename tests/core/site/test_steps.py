"""Framing a wall step by step: every piece once, every nail once, and how headers and raising go."""

from dataclasses import replace

from hypothesis import given

from bluff.core.crew.order import build_order
from bluff.core.frame import frame
from bluff.core.job.amounts import MeasuredRoom
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.schools import Floor
from bluff.core.measure.length import inches
from bluff.core.site.raising import raising
from bluff.core.site.steps import framing_steps, header_packs
from bluff.core.takeoff.nails import joints_of
from bluff.core.wall.wall_plan import wall_plans
from framing import frame_wall, framed, job_of, say
from strategies import jobs, topped_jobs

WINDOW = ("12' 2x4", "3-6x4-6 @ 6-0")


def said(nails):
    return tuple((say(joint), count) for joint, count in nails)


def step(framing, step_id):
    return next(one for one in framing_steps(framing) if one.id == step_id)


def raised(job):
    plans = wall_plans(job)
    return raising(frame(plans[0]), build_order(plans)[0])


def test_a_window_wall_goes_together_in_the_order_of_the_work():
    """RO 43: kings 92 5/8, jacks 81, header 46, sill 43; every nail by the crew's counts."""
    framing = frame_wall(*WINDOW)
    assert [one.id for one in framing_steps(framing)] == [
        *("plates", "meetings", "kings", "headers", "jacks", "sills", "cripples", "studs", "cap")
    ]
    kings, jacks, headers = (step(framing, name) for name in ("kings", "jacks", "headers"))
    assert [(row.count, row.size, say(row.length)) for row in kings.pieces] == [(2, "2x4", "92 5/8")]
    # Two 16d at each end of two kings.
    assert said(kings.nails) == (("stud to plate", 8),)
    assert [(row.count, say(row.length)) for row in jacks.pieces] == [(2, "81")]
    # 81 at 16: seven along each jack; two at each foot.
    assert said(jacks.nails) == (("jack to king", 14), ("stud to plate", 4))
    assert [(row.count, row.plies, row.size, say(row.length)) for row in headers.pieces] == [(1, 2, "2x8", "46")]


def test_a_header_is_made_by_its_plies_spacers_and_rows_of_nails():
    """46 at 16 is four in a row; two edges, from both faces: 16."""
    (pack,) = header_packs(frame_wall(*WINDOW))
    assert (pack.opening, say(pack.header)) == ("W1", "2-ply 2x8")
    assert say(pack.steps[0]) == "Cut 2 – 2x8 x 46, the straightest you have."
    assert say(pack.steps[1]).startswith("1 spacer of 1/2 between the plies, held back")
    assert "cups outward" in say(pack.steps[2])
    assert say(pack.steps[3]) == "16d nails at 16 along both edges, from both faces: 16 in all."
    assert "drawings" in say(pack.steps[-1])
    (solid,) = header_packs(frame_wall(*WINDOW, header=Header(HeaderKind.SOLID, "4x8", 1)))
    assert say(solid.steps[1]) == "Crown up."


def test_treated_plates_say_so():
    on_slab = step(frame_wall("12' 2x4", floor=Floor.SLAB), "plates")
    assert say(on_slab.caution).startswith("Treated lumber")
    assert not say(step(frame_wall("12' 2x4"), "plates").caution).startswith("Treated")


@given(jobs() | topped_jobs())
def test_every_piece_is_in_one_step_and_every_nail_counted_once(job):
    framing = framed(job)
    steps = framing_steps(framing)
    pieces = [piece for one in steps for row in one.pieces for piece in row.members]
    assert sorted(map(str, pieces)) == sorted(
        str(member.id) for member in framing.members if member not in framing.over
    )
    assert all(row.count == len(row.members) for one in steps for row in one.pieces)
    nails = sum(count for one in steps for _, count in one.nails)
    elsewhere = sum(joint.nails for joint in joints_of(framing) if joint.name == "end stud to the wall it meets")
    assert nails == sum(joint.nails for joint in joints_of(framing)) - elsewhere


def test_a_long_wall_takes_more_braces_and_says_what_is_looked_at():
    """36 ft: both ends, and three between at most 10 ft apart."""
    long = raised(job_of("36' 2x6"))
    assert long.braces == 5
    before = dict(long.before)
    assert say(before["braces"]).startswith("5 braces")
    assert "bolts" not in before
    assert raised(job_of("8' 2x4")).braces == 2


def test_doorways_are_cut_out_once_the_wall_is_fastened():
    assert "cut-out" not in dict(raised(job_of(*WINDOW)).after)
    assert "cut-out" in dict(raised(job_of("12' 2x4", "d 3-0x6-8 @ 6-0")).after)


def test_what_must_stand_before_and_what_a_room_leaves_is_said():
    """95 1/2 with 5 1/2 plates needs 95 11/16 to tip up."""
    fitted = raised(job_of("12' 2x6", studs=MeasuredRoom((inches("95 3/4"),))))
    assert any("It needs 95 11/16 to tip up. The room has 95 3/4." in say(line) for line in fitted.says)
    job = job_of("36' 2x6")
    turn = replace(build_order(wall_plans(job))[0], after=("B", "C"))
    assert say(raising(frame(wall_plans(job)[0]), turn).says[0]) == "B and C must stand before it."
