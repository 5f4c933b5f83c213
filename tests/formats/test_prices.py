"""Price lists as they come, and boards on the site."""

from fractions import Fraction
from functools import partial

import pytest

from bluff.core.job.stock import Board, OnSite, Section, SectionStock, YardStock
from bluff.core.measure.length import inches
from bluff.formats.errors import FaultyData
from bluff.formats.prices import format_price, on_site_lines, read_on_site, read_prices, with_price
from framing import say

NOTHING = YardStock()
SIX, TREATED = Section("2x6"), Section("2x6", is_treated=True)


def listed_boards(stock, of):
    """The boards of a section, where a stock lists it."""
    found = stock.of(of)
    return found.boards if found else ()


def prices(text, stock=NOTHING):
    read = read_prices(text, stock, partial(listed_boards, stock))
    return {(one.section, board.length): board.price for one in read.sections for board in one.boards}


@pytest.mark.parametrize(
    ("line", "of", "length", "price"),
    [
        ("2x6 16' 9.06", SIX, "16'", "9.06"),
        ("2x6 16 9.06", SIX, "16'", "9.06"),
        ("2x6,192,9.06", SIX, "16'", "9.06"),
        ("2x6 92 5/8 4.15", SIX, "92 5/8", "4.15"),
        ("2 x 6 PT\t16 ft\t$12.40", TREATED, "16'", "12.40"),
        ("2x6 treated; 12'; 8,20", TREATED, "12'", "8.20"),
        ("18 – 2x6 x 16' @ 9.06 each", SIX, "16'", "9.06"),
        ("18 - 2x6 x 16' 9", SIX, "16'", "9"),
        ("1 3/4 x 11 7/8, 20', 96.5", Section("1 3/4 x 11 7/8"), "20'", "96.5"),
    ],
)
def test_a_line_is_read_as_a_yard_writes_it(line, of, length, price):
    assert prices(line) == {(of, inches(length)): Fraction(price)}


def test_a_table_may_name_its_columns_and_what_it_does_not_name_stays():
    before = YardStock((SectionStock(SIX, (Board(inches("20'"), Fraction(13)), Board(inches("16'"), Fraction(9)))),))
    assert prices("size,length,price\n2x6,16',9.06\n\n2x4,8',3", before) == {
        (SIX, inches("16'")): Fraction("9.06"),
        (SIX, inches("20'")): 13,
        (Section("2x4"), inches("8'")): 3,
    }


@pytest.mark.parametrize(
    ("text", "where", "says"),
    [
        ("2x6 16' 9.06\nstuds 4", "line 2", "begins with no section"),
        ("2x5 16' 9", "line 1", "no 2x5"),
        ("2x6 9.06", "line 1", "not both"),
        ("2x6 long 9", "line 1", "long"),
        ("2x6 16' call", "line 1", "not a price"),
        ("2x6 16' 99999999", "line 1", "costs 0 to"),
        ("2x6\t16'\t-5", "line 1", "less than nothing"),
        ("2x6 16' -9.06", "line 1", "less than nothing"),
        ("2x6; 16'; $ (4.10)", "line 1", "less than nothing"),
        ("", "", "no price in this"),
    ],
)
def test_what_is_not_understood_says_which_line_and_what_would_be(text, where, says):
    with pytest.raises(FaultyData) as refused:
        read_prices(text, YardStock(), lambda _: ())
    (fault,) = refused.value.faults
    assert fault.path.startswith(where)
    assert says in say(fault.message)


def test_a_list_takes_no_length_away_that_it_does_not_name():
    """The usual lengths are there before anybody lists them: pricing the precut stud leaves the others to cut from."""
    usual = (Board(inches("92 5/8")), Board(inches("16'")), Board(inches("20'")))
    read = read_prices("2x6 92 5/8 3.85", YardStock(), lambda _: usual)
    assert read.of(SIX).boards == (Board(inches("92 5/8"), Fraction("3.85")), *usual[1:])


def test_one_price_leaves_the_sections_other_boards_there():
    boards = [Board(inches(f"{feet}'")) for feet in (8, 10, 12)]
    stock = with_price(YardStock(), SIX, boards, inches("10'"), "7.5")
    assert stock.of(SIX).boards == (boards[0], Board(inches("10'"), Fraction("7.5")), boards[2])
    assert with_price(stock, SIX, stock.of(SIX).boards, inches("10'"), " ").of(SIX).boards == tuple(boards)


def test_boards_on_the_site_are_read_with_how_many_and_written_so_that_they_read_back():
    stock = read_on_site("4 2x6 16'\n2x6 treated 12'\n2 – 2x6 x 117 3/8\n1 2x6 16'", YardStock())
    assert stock.on_site == (
        OnSite(SIX, inches("117 3/8"), 2),
        OnSite(SIX, inches("16'"), 5),
        OnSite(TREATED, inches("12'"), 1),
    )
    assert read_on_site(on_site_lines(stock), YardStock()) == stock
    assert read_on_site("", stock).on_site == ()
    with pytest.raises(FaultyData) as refused:
        read_on_site("4 boards", YardStock())
    assert "4 2x6 16'" in say(refused.value.faults[0].message)


@pytest.mark.parametrize(
    ("price", "text"), [("9", "9.00"), ("9.06", "9.06"), ("0.8125", "0.8125"), ("1200", "1200.00")]
)
def test_a_price_has_two_figures_behind_the_point_or_more_where_it_needs_them(price, text):
    assert format_price(Fraction(price)) == text
