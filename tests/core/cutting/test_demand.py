"""What a job asks of its boards."""

from collections import Counter
from dataclasses import replace
from fractions import Fraction

from bluff.core.cutting.demand import Aim, By, collect_demands, lengths_lost, longer_than_stock
from bluff.core.errors import CuttingError
from bluff.core.job.amounts import WallHeight
from bluff.core.job.header import Header
from bluff.core.job.schools import Floor
from bluff.core.job.stock import Board, Section, SectionStock, YardStock
from bluff.core.measure.length import inches
from framing import framed, job_of, say
from refusals import refused


def asked(job):
    return {one.section: one for one in collect_demands(job, [framed(job)])}


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
    job = job_of("12' 2x6", studs=WallHeight(inches("22'")))
    one = asked(job)[Section("2x6")]
    assert {member.role for member in one.too_long} == {"stud", "end_stud"}
    assert all(piece.length <= inches("20'") for piece in one.problem.pieces)


def test_what_is_longer_than_stock_is_named_by_wall_and_piece():
    job = job_of("40' 2x6", "ro 244x60 @ 20-0", header=Header(size="2x12", plies=3), jack_count=2)
    assert [*map(say, longer_than_stock(collect_demands(job, [framed(job)])))] == [
        "wall A: 1 – 2x6 sill of W1, up to 20'-4\"",
        "wall A: 3 – 2x12 header of W1, up to 20'-10\"",
    ]


def test_by_price_a_piece_only_an_unpriced_board_fits_is_not_left_out():
    stock = YardStock((SectionStock(Section("2x4"), (Board(inches("8'"), Fraction(4)), Board(inches("20'")))),))
    job = replace(job_of("229 2x4"), stock=stock)
    with refused(CuttingError, match="No board of 2x4 that has a price is long enough for bottom plate"):
        collect_demands(job, [framed(job)], Aim(By.PRICE))


def test_lengths_another_stock_takes_away_are_named():
    """The usual lengths go where a section is listed with one of them; what was listed goes where it is not."""
    job = job_of("12' 2x6")
    listed = replace(job, stock=YardStock((SectionStock(Section("2x4"), (Board(inches("8'")), Board(inches("22'")))),)))
    assert lengths_lost(job, listed) == {Section("2x4"): [inches(f"{feet}'") for feet in (10, 12, 14, 16, 18, 20)]}
    assert lengths_lost(listed, job) == {Section("2x4"): [inches("22'")]}
    assert lengths_lost(job, job) == {}
