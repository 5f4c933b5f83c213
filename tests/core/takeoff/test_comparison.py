"""Ways compared: the figures of each, what differs first."""

from collections import Counter
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.job.amounts import Rates
from bluff.core.measure.length import inches
from bluff.core.takeoff.comparison import CompareLine, Counted, compared
from bluff.core.takeoff.effect import tally
from framing import frame_wall


def framed_by(cost=None, **ways):
    """12 feet framed some way, its boards bought as three of 12 feet besides the studs."""
    counted = tally([frame_wall("12' 2x4", **ways)])
    return Counted(counted, nails=40, bought=3, bought_length=3 * inches("12'"), cost=cost)


def texts(lines):
    return {line.name: line.texts for line in lines}


def test_what_differs_comes_first():
    """12 ft at 16 has ten studs and three plates, 13 boards; at 24 seven and three; both are bought alike here."""
    lines = compared([framed_by(), framed_by(spacing=Fraction(24))])
    said = texts(lines)
    assert said["Studs, kings, jacks"] == ("10", "7")
    assert said["Pieces"] == ("13", "10")
    assert said["Lumber to buy"] == ("36 ft", "36 ft")
    assert [line.differs for line in lines] == sorted((line.differs for line in lines), reverse=True)
    assert lines[0].name == "Pieces"
    assert {line.name for line in lines if not line.differs} >= {"Headers", "Boards to buy", "Lumber to buy", "Nails"}


def test_a_bar_is_a_share_of_the_largest():
    (studs,) = [line for line in compared([framed_by(), framed_by(spacing=Fraction(24))]) if "Studs" in line.name]
    assert studs.shares == (1, Fraction(7, 10))


def test_what_nobody_has_said_has_no_line_and_what_one_has_said_a_dash():
    """Ten studs at 2 minutes are a third of an hour; seven 14 minutes, which is 0.2 of one."""
    rates = Rates(piece=Fraction(2))
    assert not {"Hours, the crew’s own", "Cost of the boards"} & set(texts(compared([framed_by(), framed_by()])))
    ways = [framed_by(cost=Fraction("90.5"), rates=rates), framed_by(rates=rates, spacing=Fraction(24))]
    said = texts(compared(ways))
    assert said["Hours, the crew’s own"] == ("0.3 h", "0.2 h")
    assert said["Cost of the boards"] == ("90.50", "–")


def test_what_is_printed_alike_does_not_differ():
    assert not CompareLine("Weight", "lb", 0, (Fraction("100.2"), Fraction("99.9"))).differs
    assert CompareLine("Weight", "lb", 0, (Fraction("100.6"), Fraction("99.9"))).differs
    assert CompareLine("R", "", 1, (None, Fraction(14))).differs


@given(st.lists(st.none() | st.fractions(0, 10_000), min_size=2, max_size=4))
def test_shares_are_never_more_than_all_and_the_largest_is(values):
    line = CompareLine("Figure", "", 2, tuple(values))
    assert all(0 <= share <= 1 for share in line.shares)
    assert Counter(line.shares)[Fraction(1)] >= (1 if any(values) else 0)
    assert len(line.texts) == len(line.shares) == len(values)
