"""Ways compared: the figures of each, what differs first."""

from collections import Counter
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.crew.shop_work import shared
from bluff.core.job.amounts import Rates
from bluff.core.job.schools import ShopWork
from bluff.core.measure.length import inches
from bluff.core.takeoff.comparison import CompareLine, Counted, compared
from bluff.core.takeoff.effect import tally
from framing import frame_wall, say


def framed_by(cost=None, **ways):
    """12 feet framed some way, its boards bought as three of 12 feet besides the studs."""
    wall = frame_wall("12' 2x4", **ways)
    work = shared([wall])
    return Counted(
        tally([wall]),
        nails=40,
        cut_in_shop=work.cut_in_shop,
        cut_on_site=work.cut_on_site,
        shop_hours=work.shop,
        site_hours=work.site,
        bought=3,
        bought_length=3 * inches("12'"),
        cost=cost,
    )


def texts(lines):
    return {say(line.name): line.texts for line in lines}


def test_what_differs_comes_first():
    """12 ft at 16 has ten studs and three plates, 13 boards; at 24 seven and three; both are bought alike here."""
    lines = compared([framed_by(), framed_by(spacing=Fraction(24))], "USD")
    said = texts(lines)
    assert said["Studs, kings, jacks"] == ("10", "7")
    assert said["Pieces"] == ("13", "10")
    assert said["Lumber to buy"] == ("36 ft", "36 ft")
    assert [line.differs for line in lines] == sorted((line.differs for line in lines), reverse=True)
    assert say(lines[0].name) == "Pieces"
    assert {say(line.name) for line in lines if not line.differs} >= {
        "Headers",
        "Boards to buy",
        "Lumber to buy",
        "Nails",
    }


def test_a_bar_is_a_share_of_the_largest():
    (studs,) = [
        line for line in compared([framed_by(), framed_by(spacing=Fraction(24))], "USD") if "Studs" in say(line.name)
    ]
    assert studs.shares == (1, Fraction(7, 10))


def test_what_nobody_has_said_has_no_line_and_what_one_has_said_a_dash():
    """Ten studs at 2 minutes are a third of an hour; seven 14 minutes, which is 0.2 of one."""
    rates = Rates(piece=Fraction(2))
    assert not {"Hours, the crew’s own", "Cost of the boards"} & set(texts(compared([framed_by(), framed_by()], "USD")))
    ways = [framed_by(cost=Fraction("90.5"), rates=rates), framed_by(rates=rates, spacing=Fraction(24))]
    said = texts(compared(ways, "USD"))
    assert said["Hours, the crew’s own"] == ("0.3 h", "0.2 h")
    assert said["Cost of the boards"] == ("90.50 USD", "–")


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


def test_precut_takes_the_saw_off_the_site():
    """13 boards at a minute a cut, ten pieces at two, 12 feet at half a one: 39 minutes, 13 of them at the saw."""
    rates = Rates(cut=Fraction(1), piece=Fraction(2), plate=Fraction(1, 2))
    said = texts(compared([framed_by(rates=rates), framed_by(rates=rates, shop_work=ShopWork.PRECUT)], "USD"))
    assert said["Boards cut in the shop"] == ("0", "13")
    assert said["Boards cut on the site"] == ("13", "0")
    assert said["Hours in the shop"] == ("0.0 h", "0.2 h")
    assert said["Hours on the site"] == ("0.7 h", "0.4 h")
    assert not {name for name in texts(compared([framed_by(rates=rates)] * 2, "USD")) if "shop" in name}


def test_packs_are_cut_and_nailed_up_in_the_shop_and_set_as_one():
    """Two kings with their jacks and a header of two plies: 6 cuts, 2 pieces less to set, one opening's minutes."""
    rates = Rates(cut=Fraction(1), piece=Fraction(2), opening=Fraction(20))
    wall = frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", rates=rates, shop_work=ShopWork.PACKS)
    work = shared([wall])
    assert work.cut_in_shop == 6
    assert work.shop == Fraction(30, 60)
    on_site = shared([frame_wall("18-6 2x4", "3-6x4-6 @ 9-3", rates=rates)])
    assert on_site.shop == 0
    assert work.shop + work.site == on_site.site
    assert work.cut_in_shop + work.cut_on_site == on_site.cut_on_site
    assert shared([frame_wall("18-6 2x4", shop_work=ShopWork.PACKS)]).shop is None
