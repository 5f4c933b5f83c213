"""What is ordered: boards with what is bought on top, everything besides, and the trucks it comes on."""

from dataclasses import replace
from fractions import Fraction
from math import ceil

import pytest

from bluff.core.change.apply import apply
from bluff.core.crew.supply import loads, lumber_order, order_lines
from bluff.core.cutting.board import Source
from bluff.core.cutting.carry import carried
from bluff.core.cutting.demand import collect_demands
from bluff.core.frame import frame
from bluff.core.job.edit import AddWall
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.schools import Floor, Jacks
from bluff.core.job.stock import Board, OnSite, Section, SectionStock, YardStock
from bluff.core.measure.length import inches
from bluff.core.phrase.wall_line import read_wall
from bluff.core.takeoff.nails import nails
from bluff.core.wall.wall_plan import wall_plans
from bluff.solve.whole import plan_boards
from framing import job_of, say

FOUR = Section("2x4")
STOCK = YardStock(
    (SectionStock(FOUR, (Board(inches("12'"), Fraction("8.2")), Board(inches("16'"), Fraction("9.06"))), "No.2"),),
    crooked=10,
)


def ordered(job):
    """A job's walls, its boards as they are found at once, and what it asks for."""
    framings = [frame(plan) for plan in wall_plans(job)]
    asked = collect_demands(job, framings)
    boards = plan_boards(carried((), asked, frozenset()), asked, job.stock.on_site, 0).boards
    return framings, boards, asked


def order_of(job):
    framings, boards, asked = ordered(job)
    return lumber_order(job, framings, boards, asked)


def supply(order, what):
    return next((one for one in order.supplies if what in say(one.what)), None)


def test_a_bare_wall_is_counted_weighed_and_priced():
    """12 feet at 16: three plates of 12', ten studs of 92 5/8 from five of 16'; a tenth of eight more, up: one of 16'.

    A 2x4 of 12' weighs 1 1/2 x 3 1/2 x 144 / 1728 x 33 = 14.4375, of 16' 19.25: 3 x 14.4375 + 6 x 19.25 = 158.8125.
    3 x 8.20 + 6 x 9.06 = 78.96.
    """
    order = order_of(replace(job_of("12' 2x4"), stock=STOCK))
    assert [(say(line.called), line.count, line.crooked) for line in order.lines] == [
        ("6 – 2x4 No.2 x 16'", 5, 1),
        ("3 – 2x4 No.2 x 12'", 3, 0),
    ]
    assert order.pounds == Fraction("158.8125")
    assert (order.cost, order.unpriced) == (Fraction("78.96"), 0)
    # Plates want straight boards; studs do not.
    assert [line.straight for line in order.lines] == [0, 3]


def test_boards_on_the_site_are_not_ordered():
    job = replace(job_of("12' 2x4"), stock=replace(STOCK, crooked=0, on_site=(OnSite(FOUR, inches("12'"), 2),)))
    _, boards, asked = ordered(job)
    assert sum(board.source is Source.ON_SITE for board in boards) == 2
    assert [say(line.called) for line in order_lines(job, boards, asked)] == [
        "5 – 2x4 No.2 x 16'",
        "1 – 2x4 No.2 x 12'",
    ]


def test_boards_nobody_has_a_price_for_are_counted():
    order = order_of(job_of("12' 2x4"))
    assert order.cost == 0
    assert order.unpriced == sum(line.bought for line in order.lines)


def test_nails_come_by_the_box():
    job = replace(job_of("12' 2x4", "3-0x4-0 @ 6-0"), stock=YardStock(box=50))
    framings, boards, asked = ordered(job)
    nailed = sum(row.nails for row in nails(framings))
    found = supply(lumber_order(job, framings, boards, asked), "16d nails, by the box of 50")
    assert found.count == ceil(Fraction(nailed * 105, 100 * 50))
    # 1,000 nails and 5 % are 1,050: in boxes of 50, 21 and not 20.
    plenty = replace(job, stock=replace(job.stock, spare_nails=0))
    assert supply(order_of(plenty), "16d nails").count == ceil(Fraction(nailed, 50))
    assert str(nailed) in say(found.because)


def test_spacers_foam_bolts_and_hangers_are_there_where_walls_take_them():
    """A header of two plies has one spacer, 39 by 7 1/4: one panel. On wood nothing is bolted."""
    order = order_of(job_of("12' 2x4", "3-0x4-0 @ 6-0", floor=Floor.SLAB))
    assert supply(order, "for spacers").count == 1
    assert "1 pieces" in say(supply(order, "for spacers").because)
    # Within 12 of both ends and not more than 72 apart: 12 feet take three.
    assert supply(order, "anchor bolts").count == 3
    assert supply(order_of(job_of("12' 2x4")), "anchor bolts") is None
    assert supply(order, "foam") is None
    assert supply(order, "hangers") is None
    hung = order_of(job_of("12' 2x4", "3-0x4-0 @ 6-0", jacks=Jacks.HANGERS))
    assert supply(hung, "hangers").count == 2
    foam = order_of(job_of("12' 2x6", "3-0x4-0 @ 6-0", header=Header(HeaderKind.INSULATED, "2x8", 2)))
    assert supply(foam, "foam").count == 1


def test_what_is_framed_first_comes_on_the_first_truck():
    """Two walls alike on two trucks are one each; on three there are two all the same."""
    job = replace(job_of("12' 2x4"), stock=STOCK)
    job = apply(job, AddWall(read_wall("12' 2x4", job)))
    framings, boards, asked = ordered(job)
    two = loads(job, framings, boards, asked, 2)
    assert [load.walls for load in two] == [("A",), ("B",)]
    whole = lumber_order(job, framings, boards, asked)
    for count in (1, 2, 3):
        found = loads(job, framings, boards, asked, count)
        assert sum(line.bought for load in found for line in load.lines) == sum(line.bought for line in whole.lines)
        assert sum(load.pounds for load in found) == whole.pounds
    # What is bought on top comes with the last boards of its kind.
    assert [sum(line.crooked for line in load.lines) for load in two] == [0, sum(line.crooked for line in whole.lines)]


@pytest.mark.parametrize("count", range(1, 6))
def test_trucks_follow_each_other_in_framing_order(count):
    job = job_of("12' 2x4")
    for length in ("20'", "8'", "14'"):
        job = apply(job, AddWall(read_wall(f"{length} 2x4", job)))
    framings, boards, asked = ordered(job)
    order = [wall for load in loads(job, framings, boards, asked, 1) for wall in load.walls]
    assert [wall for load in loads(job, framings, boards, asked, count) for wall in load.walls] == order


def test_what_no_board_is_long_enough_for_is_on_the_order_by_itself():
    """An opening of 244 with two jacks a side has a header of 250: three plies of 2x12, none from a board of 20'.

    Its sill of 244 is as well.
    Each weighs 1 1/2 x 11 1/4 x 250 / 1728 x 33 = 80.57 lb; nobody has a price for it.
    """
    job = job_of("40' 2x6", "ro 244x60 @ 20-0", header=Header(size="2x12", plies=3), jack_count=2)
    order = order_of(job)
    special = [line for line in order.lines if line.is_special]
    assert [say(line.called) for line in special] == [
        "1 – 2x6 x 20'-4\", longer than stock: engineered or special order",
        "3 – 2x12 x 20'-10\", longer than stock: engineered or special order",
    ]
    assert [(line.price, line.straight) for line in special] == [(None, 0), (None, 3)]
    assert special[1].pounds == Fraction(3, 2) * Fraction(45, 4) * 250 / 1728 * 33
    assert order.pounds == sum(line.bought * line.pounds for line in order.lines)
    assert order.unpriced == sum(line.bought for line in order.lines)


def test_what_is_longer_than_stock_comes_with_its_wall():
    job = job_of("40' 2x6", "ro 244x60 @ 20-0", header=Header(size="2x12", plies=3), jack_count=2)
    job = apply(job, AddWall(read_wall("12' 2x4", job)))
    framings, boards, asked = ordered(job)
    found = loads(job, framings, boards, asked, 2)
    assert {load.walls: sum(line.count for line in load.lines if line.is_special) for load in found} == {
        ("A",): 4,
        ("B",): 0,
    }
    assert sum(load.pounds for load in found) == lumber_order(job, framings, boards, asked).pounds


def test_a_stock_without_long_boards_orders_plates_by_themselves():
    """Only the precut stud is listed: three plates of 229 fit none of them, and are on the order all the same."""
    stock = YardStock((SectionStock(FOUR, (Board(inches("92 5/8"), Fraction("3.85")),)),))
    order = order_of(replace(job_of("229 2x4"), stock=stock))
    assert [say(line.called) for line in order.lines if line.is_special] == [
        "3 – 2x4 x 19'-1\", longer than stock: engineered or special order"
    ]
