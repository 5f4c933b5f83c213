"""What a job asks of its boards."""

from collections import Counter

from bluff.core.cutting.demand import demands
from bluff.core.job.schools import Floor
from bluff.core.job.stock import Section
from bluff.core.measure.length import inches
from framing import framed, job_of


def asked(job):
    return {one.section: one for one in demands(job, [framed(job)])}


def test_every_ply_of_every_piece_is_asked_for_once():
    """A two-ply header is two pieces; what is on concrete is a section of its own."""
    job = job_of("18-6 2x4", "3-6x4-6 @ 9-3", floor=Floor.SLAB)
    found = asked(job)
    framing = framed(job)
    plies = Counter(Section(member.size, member.is_treated) for member in framing.members for _ in range(member.plies))
    assert {key: len(one.problem.pieces) for key, one in found.items()} == plies
    headers = [name for name in found[Section("2x8")].members if "header" in name]
    assert headers == ["A/opening/W1/header/ply/1", "A/opening/W1/header/ply/2"]


def test_precut_studs_are_boards_as_well():
    """Boards of 8 to 20 feet by two, and the stud the job buys precut."""
    stock = asked(job_of("12' 2x4"))[Section("2x4")].problem.stock
    assert [board.length for board in stock] == [
        inches("92 5/8"),
        *(inches(f"{feet}'") for feet in (8, 10, 12, 14, 16, 18, 20)),
    ]


def test_what_no_board_is_long_enough_for_is_told():
    from bluff.core.job.amounts import WallHeight

    job = job_of("12' 2x6", studs=WallHeight(inches("22'")))
    one = asked(job)[Section("2x6")]
    assert {member.role for member in one.too_long} == {"stud", "end_stud"}
    assert all(piece.length <= inches("20'") for piece in one.problem.pieces)
