"""The header check against sums done on paper."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.change.apply import apply
from bluff.core.crew.header_table import header_table
from bluff.core.errors import SettingError
from bluff.core.job.amounts import Allowance, WallHeight, WideOpening
from bluff.core.job.edit import AddOpening, ChangeWall
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.loads import HeaderLoads, LoadTime
from bluff.core.job.position import At, FromPlate, Reference
from bluff.core.job.schools import End, Jacks
from bluff.core.job.special import Post
from bluff.core.job.ways import OpeningWays
from bluff.core.job.wood import Wood, WoodKind, read_wood
from bluff.core.measure.length import format_exact, inches
from bluff.core.measure.lumber import ENGINEERED, HEADER_PLIES
from bluff.core.message import message
from bluff.core.phrase.opening_line import read_opening
from bluff.core.strength.beam import Beam
from bluff.core.strength.header_check import NotSaid, header_check
from bluff.core.strength.load import Load, Point
from framing import frame_wall, framed, job_of, say

SNOW = HeaderLoads(dead=Fraction(150), live=Fraction(250), live_is=LoadTime.SNOW)
PLIES = Wood(WoodKind.ENGINEERED, Fraction(2600), Fraction(285), Fraction(750), Fraction(2), "maker’s sheet")
ONE_JACK = WideOpening(from_width=inches("30'"))


def checked(opening="6-0x4-0 @ 9-3", wall="18-6 2x6", **ways):
    """The check of one opening, its size taken as its rough opening."""
    said = {
        "header": Header(size="2x10"),
        "header_wood": WoodKind.SPRUCE,
        "loads": SNOW,
        "wide_opening": ONE_JACK,
        "window_allowance": Allowance(0, 0),
    }
    framing = frame_wall(wall, opening, **{**said, **ways})
    return header_check(framing.openings[0], framing)


def lines(check, name):
    (use,) = [use for use in check.uses if say(use.name) == name]
    return [line.text for line in use.lines]


def percents(check):
    return {say(use.name): use.percent for use in check.uses}


def test_two_2x10_over_six_feet():
    """L = 72 + 1 1/2; everything else as on paper."""
    check = checked()
    assert (format_exact(check.span.value), [line.text for line in check.loads]) == (
        "73 1/2",
        ["150 lb/ft", "250 lb/ft", "400 lb/ft"],
    )
    assert lines(check, "Bending") == ["400 lb/ft", "1,876 lb·ft", "42.78 in³", "526 psi", "1,107 psi"]
    assert lines(check, "Shear") == ["400 lb/ft", "917 lb", "27.75 in²", "50 psi", "155.3 psi"]
    assert lines(check, "Bearing") == ["1,250 lb", "4.5 in²", "278 psi", "425 psi"]
    assert lines(check, "Deflection, live load") == ["197.9 in⁴", "0.029 in", "0.204 in"]
    assert lines(check, "Deflection, all loads") == ["197.9 in⁴", "0.046 in", "0.306 in"]
    assert percents(check) == {
        "Bending": 48,
        "Shear": 32,
        "Bearing": 65,
        "Deflection, live load": 14,
        "Deflection, all loads": 15,
    }
    assert (say(check.governs.name), check.governs.is_over) == ("Bearing", False)


def test_every_line_shows_what_it_was_made_from():
    bending = checked().uses[1]
    assert [line.arithmetic for line in bending.lines] == [
        "",
        "400 × 6.125² ÷ 8",
        "2 × 1 1/2 × 9 1/4² ÷ 6",
        "12 × 1,876 ÷ 42.78",
        "875 × 1.15 × 1.1 × 1",
    ]


def test_loads_made_from_a_roof():
    """12 ft at 15 and 30: 540. Two 2x8 over 48: M = 540 x 4.125² / 8 = 1,149, fb 524 of 850 x 1.15 x 1.2."""
    check = checked(
        "4-0x4-0 @ 9-3",
        header=Header(size="2x8"),
        header_wood=WoodKind.HEM_FIR,
        loads=HeaderLoads(roof=Fraction(12), roof_dead=Fraction(15), roof_live=Fraction(30)),
    )
    assert [(line.arithmetic, line.text) for line in check.loads] == [
        ("12 ft × 15 lb/ft²", "180 lb/ft"),
        ("12 ft × 30 lb/ft²", "360 lb/ft"),
        ("", "540 lb/ft"),
    ]
    assert lines(check, "Bending") == ["540 lb/ft", "1,149 lb·ft", "26.28 in³", "524 psi", "1,173 psi"]
    assert lines(check, "Bearing") == ["1,148 lb", "4.5 in²", "255 psi", "405 psi"]
    assert (percents(check)["Bending"], percents(check)["Bearing"]) == (45, 63)


def test_three_plies_share_and_two_jacks_bear():
    """L = 96 + 3, header 102; M = 700 x 8.25² / 8 = 5,955; fb = 753 of 900 x 1.15; A = 3 x 1 1/2 x 3 = 13.5."""
    check = checked(
        "8-0x4-0 @ 9-3",
        header=Header(size="2x12", plies=3),
        header_wood=WoodKind.DOUGLAS_FIR,
        loads=HeaderLoads(dead=Fraction(200), live=Fraction(500)),
        jack_count=2,
    )
    assert lines(check, "Bending") == ["700 lb/ft", "5,955 lb·ft", "94.92 in³", "753 psi", "1,035 psi"]
    assert lines(check, "Shear")[1:4] == ["2,231 lb", "50.63 in²", "66 psi"]
    assert lines(check, "Bearing") == ["2,975 lb", "13.5 in²", "220 psi", "625 psi"]
    assert (say(check.governs.name), percents(check)["Bending"]) == ("Bending", 73)


def test_wood_bears_less_of_what_lies_for_good():
    """400 at 0.9 is more to it than 440 at 1.15, so snow that hardly counts is not what it is checked for."""
    check = checked(loads=HeaderLoads(dead=Fraction(400), live=Fraction(40), live_is=LoadTime.SNOW))
    bending = next(use for use in check.uses if say(use.name) == "Bending")
    assert (say(bending.lines[0].name), bending.lines[-1].text) == ("w of the building alone", "866 psi")
    assert lines(check, "Bearing")[0] == "1,375 lb"  # 440 x 75 / 12 / 2: all of it presses on the jacks.


@pytest.mark.parametrize(
    ("loads", "name", "load"),
    [
        # 84 + 180 dead, 280 of floor, 360 of snow: 264 / 0.9, 544 / 1, 904 / 1.15.
        ({"roof_live": 30}, "w with snow", "904 lb/ft"),
        # 60 of snow: 544 / 1 is more than 604 / 1.15.
        ({"roof_live": 5}, "w with a floor", "544 lb/ft"),
        # 360 by workers on the roof: 904 / 1.25.
        ({"roof_live": 30, "roof_is": LoadTime.ROOF}, "w with work on a roof", "904 lb/ft"),
    ],
)
def test_loads_that_lie_together_count_by_the_shortest(loads, name, load):
    strips = {"floor": 7, "floor_dead": 12, "floor_live": 40, "roof": 12, "roof_dead": 15}
    made = {
        key: value if isinstance(value, LoadTime) else Fraction(value) for key, value in {**strips, **loads}.items()
    }
    bending = next(use for use in checked(loads=HeaderLoads(**made)).uses if say(use.name) == "Bending")
    assert (say(bending.lines[0].name), bending.lines[0].text) == (name, load)


def test_engineered_plies_bear_what_their_maker_says():
    """S = 2 x 1 3/4 x 9 1/4² / 6 = 49.91; fb = 451 of 2600 x 1.15: no factor for size or sharing."""
    header = Header(HeaderKind.ENGINEERED, "1 3/4 x 9 1/4", 2)
    assert checked(header=header).way == "woods.engineered"
    check = checked(header=header, woods=(PLIES,))
    assert lines(check, "Bending")[2:] == ["49.91 in³", "451 psi", "2,990 psi"]
    assert check.wood.source == "maker’s sheet"


def test_boards_that_lie_flat_bend_flat():
    """A 2x4 flat is 3 1/2 wide and 1 1/2 deep: S = 3 1/2 x 1 1/2² / 6 = 1.31; it bears on 3 1/2 x 1 1/2."""
    check = checked("2-0x4-0 @ 9-3", "18-6 2x4", header=Header(HeaderKind.FLAT, None, 1))
    assert lines(check, "Bending")[2] == "1.31 in³"
    assert lines(check, "Bearing")[1] == "5.25 in²"
    assert say(check.notes[-1]) == "Each flat board is assumed to bend by itself."


def test_a_header_that_hangs_has_no_jacks_to_press_on():
    check = checked(jacks=Jacks.HANGERS)
    assert format_exact(check.span.value) == "72"
    assert "Bearing" not in percents(check)
    assert (
        say(check.notes[-1])
        == "It hangs between the kings. The manufacturer of the hanger says what the hanger carries."
    )


def test_too_much_is_never_shown_as_all_of_it():
    """Bending takes 0.47529 of what is allowed at 400; 842 is a hair over all of it."""
    check = checked(
        loads=HeaderLoads(dead=Fraction(300), live=Fraction(542), live_is=LoadTime.SNOW),
        header_wood=WoodKind.DOUGLAS_FIR,
    )
    assert percents(check)["Bending"] == 97  # fb 1107.4 of 900 x 1.15 x 1.1 = 1138.5
    over = checked(loads=HeaderLoads(dead=Fraction(300), live=Fraction(542), live_is=LoadTime.SNOW))
    assert percents(over)["Bending"] == 101
    assert over.governs.is_over


@pytest.mark.parametrize(
    ("ways", "way", "says"),
    [
        ({"loads": HeaderLoads()}, "loads.dead", "Enter the load of this header"),
        ({"loads": HeaderLoads(roof=Fraction(12))}, "loads.dead", "Enter the load of this header"),
        ({"header_wood": None}, "header_wood", "species and grade"),
        ({"header_wood": WoodKind.ENGINEERED}, "header_wood", "species and grade"),
        ({"header_wood": WoodKind.OTHER}, "woods.other", "Enter the design values of the wood"),
        ({"header": Header(HeaderKind.SOLID, "6x10", 1)}, "header_wood", "do not apply to a 6x10"),
    ],
)
def test_what_must_be_said_first(ways, way, says):
    found = checked(**ways)
    assert isinstance(found, NotSaid)
    assert (found.way, says in say(found.sentence)) == (way, True)


def test_timbers_have_figures_of_their_own():
    """A 6x10 is 5 1/2 by 9 1/2: S = 5 1/2 x 9 1/2² / 6 = 82.73."""
    own = read_wood(WoodKind.OTHER, "1350, 170, 625, 1.6, grade stamp")
    check = checked(header=Header(HeaderKind.SOLID, "6x10", 1), header_wood=WoodKind.OTHER, woods=(own,))
    assert lines(check, "Bending")[2] == "82.73 in³"
    assert lines(check, "Bending")[-1] == "1,553 psi"  # 1350 x 1.15


@pytest.mark.parametrize(
    "text",
    [
        "875",
        "875, 135, 425, 1.4",
        "875, 135, 425, 1.4,",
        "a, b, c, d, stamp",
        "9, 135, 425, 1.4, stamp",
        "875, 135, 425, 1400000, stamp",
    ],
)
def test_figures_of_no_wood_are_refused(text):
    with pytest.raises(SettingError):
        read_wood(WoodKind.OTHER, text)


@pytest.mark.parametrize("said", [{"dead": -1}, {"live": 20_001}, {"roof": 101}, {"floor_live": 501}])
def test_loads_no_header_carries_are_refused(said):
    with pytest.raises(SettingError):
        HeaderLoads(**{key: Fraction(value) for key, value in said.items()})


def test_headers_alike_share_a_line_and_the_most_used_comes_first():
    """W1 and W3 are alike; D1 is over 8 ft; W2 is of a wood nobody has named."""
    job = job_of(
        "40-0 2x6",
        *("2-0x4-0 @ 3-0", "2-0x4-0 @ 8-0", "2-0x4-0 @ 13-0", "d 8-0x6-8 @ 25-0"),
        header_wood=WoodKind.SPRUCE,
        loads=SNOW,
    )
    unnamed = replace(job.openings[1], ways=OpeningWays(header_wood=WoodKind.OTHER))
    job = replace(job, openings=(job.openings[0], unnamed, *job.openings[2:]))
    rows = header_table([framed(job)], job.openings)
    assert [[one.id for one in row.openings] for row in rows] == [["D1"], ["W1", "W3"], ["W2"]]
    assert rows[-1].check == NotSaid(
        message("Enter the design values of the wood: bending, shear, bearing, stiffness and the source."),
        "woods.other",
    )


headers = st.one_of(
    st.builds(Header, st.just(HeaderKind.BUILT_UP), st.sampled_from(HEADER_PLIES), st.integers(1, 4)),
    st.builds(Header, st.just(HeaderKind.ENGINEERED), st.sampled_from(ENGINEERED), st.integers(1, 4)),
)
weights = st.integers(1, 3000).map(Fraction)
loads = st.builds(HeaderLoads, dead=weights, live=weights, live_is=st.sampled_from(LoadTime))


def shares(header, feet, lies):
    check = checked(f"{feet}-0x1-0 @ 12-6", "25-0 2x6", header=header, loads=lies, woods=(PLIES,))
    return {say(use.name): use.share for use in check.uses}


@given(headers, st.integers(2, 16), loads)
def test_a_longer_span_is_never_better(header, feet, lies):
    short, long = shares(header, feet, lies), shares(header, feet + 1, lies)
    assert all(long[name] >= share for name, share in short.items())


@given(headers, st.integers(2, 16), loads, weights)
def test_a_heavier_load_is_never_better(header, feet, lies, more):
    light = shares(header, feet, lies)
    heavy = shares(header, feet, HeaderLoads(dead=lies.dead + more, live=lies.live, live_is=lies.live_is))
    assert all(heavy[name] >= share for name, share in light.items())


@given(headers.filter(lambda header: header.plies < 4), st.integers(2, 16), loads)
def test_another_ply_is_never_worse(header, feet, lies):
    few, more = shares(header, feet, lies), shares(Header(header.kind, header.size, header.plies + 1), feet, lies)
    assert all(share <= few[name] for name, share in more.items())


@given(
    st.integers(1, 4),
    st.integers(64, 256),
    st.integers(192, 1024),
    st.integers(1, 600),
    st.integers(24 * 64, 240 * 64),
    weights,
)
def test_a_deeper_board_is_never_stressed_more(boards, breadth, depth, deeper, span, load):
    one, other = (Beam(boards, breadth, deep, span, span) for deep in (depth, depth + deeper))
    for work in (Beam.bending, Beam.shear, lambda beam, load: beam.deflection(load, Fraction(1_000_000))):
        assert work(other, Load(load))[-1].value <= work(one, Load(load))[-1].value


def upper_and_lower(upper="ro 36x40 @ 84 floor 1", lower="ro 72x40 @ 84", **upper_ways):
    """A tall wall with W1 below, three 2x8 under 60 + 40 pounds a foot, and W2 above it under 2,000."""
    job = job_of(
        "180 2x6", studs=WallHeight(inches("206 1/4")), header_wood=WoodKind.DOUGLAS_FIR, wide_opening=ONE_JACK
    )
    job = apply(job, ChangeWall("A", replace(job.walls[0], floors=(inches("109 1/8"),))))
    for line in (f"w {lower}", f"w {upper}"):
        job = apply(job, AddOpening(read_opening(line, job, job.walls[0])))
    even = HeaderLoads(dead=Fraction(60), live=Fraction(40), live_is=LoadTime.SNOW)
    ways = [
        OpeningWays(loads=even, header=Header(size="2x8", plies=3), jack_count=1),
        OpeningWays(**{"loads": UPPER_LOAD, "jack_count": 2, **upper_ways}),
    ]
    return replace(job, openings=tuple(replace(one, ways=own) for one, own in zip(job.openings, ways, strict=True)))


UPPER_LOAD = HeaderLoads(dead=Fraction(500), live=Fraction(1500), live_is=LoadTime.SNOW)


def check_of(job, mark="W1"):
    framing = framed(job)
    return header_check(next(one for one in framing.openings if one.placed.id == mark), framing)


def test_a_header_carries_what_stands_on_it():
    """On paper: W2's header is 36 + 2 x 3 = 42 long, 2,000 x 42/12 / 2 = 3,500 on each pack, whose middle is 19 1/2
    from the middle of the wall and so 36 3/4 - 19 1/2 = 17 1/4 from W1's bearing.

    M = 3,500 x 17.25/12 + 100 x 6.125² / 8 = 5,031 + 469 = 5,500 lb·ft; fb = 12 x 5,500 / 39.42 = 1,674 of
    900 x 1.15 x 1.2 x 1.15 = 1,428. V = 100 x (3.0625 - 7.25/12) + 3,500 = 3,746 on 32.63 in² = 172 of 207.
    R = 100 x 75/24 + 3,500 = 3,813 on 4 1/2 x 1 1/2 = 565 of 625.
    """
    check = check_of(upper_and_lower())
    assert lines(check, "Bending")[:4] == ["100 lb/ft", "3,500 lb", "3,500 lb", "5,500 lb·ft"]
    assert lines(check, "Bending")[5:] == ["1,674 psi", "1,428 psi"]
    assert lines(check, "Shear")[-2:] == ["172 psi", "207 psi"]
    assert lines(check, "Bearing") == ["3,813 lb", "6.75 in²", "565 psi", "625 psi"]
    assert {name: percents(check)[name] for name in ("Bending", "Shear", "Bearing")} == {
        "Bending": 117,
        "Shear": 83,
        "Bearing": 90,
    }
    assert [say(line.name) for line in check.loads[-2:]] == [
        "W2 at 17 1/4 from the bearing",
        "W2 at 56 1/4 from the bearing",
    ]
    assert "what W2 brings down" in say(check.notes[0])


def test_two_points_bend_it_by_superposition():
    """In the middle Pa(3L² - 4a²)/24EI of the pair and 5wL⁴/384EI: a = 17 1/4, L = 73 1/2, I = 3 x 47.63 = 142.9.

    3,500 x 17.25 x (16,206.75 - 1,190.25) / (24 x 1.6M x 142.9) = 0.1652; 5 x 100/12 x 73.5⁴ / (384 x 1.6M x 142.9) =
    0.0138; together 0.179.
    """
    assert lines(check_of(upper_and_lower()), "Deflection, all loads")[-2:] == ["0.179 in", "0.306 in"]


def test_a_pack_beside_the_header_brings_nothing():
    """W2 is as wide as W1's header with its jacks outside it, so both sides run down beside W1."""
    check = check_of(upper_and_lower("ro 75x40 @ 84 floor 1"))
    assert say(check.loads[-1].name) == "Total, w"


def test_one_side_on_the_header_counts_where_it_stands():
    """W2 of RO 36 with its middle at 48 + 12 = 60: its far pack is at 78 to 81, its near pack at 39 to 42.

    W1 is 48 to 120 with jacks from 46 1/2; the bearing's middle is 47 1/4. The near pack is off the header, the far
    one at 79 1/2 - 47 1/4 = 32 1/4.
    """
    check = check_of(upper_and_lower("ro 36x40 @ 60 floor 1"))
    assert [say(line.name) for line in check.loads if "W2" in say(line.name)] == ["W2 at 32 1/4 from the bearing"]


def test_no_share_where_what_stands_on_it_is_not_known():
    missing = check_of(upper_and_lower(loads=HeaderLoads()))
    assert isinstance(missing, NotSaid)
    assert say(missing.sentence) == "W2 stands on this header, and its load is not entered. Enter the load of W2."


def test_no_share_where_a_post_comes_down_on_it():
    job = upper_and_lower()
    wall = replace(job.walls[0], posts=(Post("P1", At(Reference.CENTER, inches(90), FromPlate(End.START))),))
    missing = check_of(replace(job, walls=(wall,)))
    assert isinstance(missing, NotSaid)
    assert "Post P1 comes down on this header" in say(missing.sentence)


def test_plies_that_hang_past_the_jacks_bear_on_nothing():
    """Three 2x10 are 4 1/2, a 2x4 wall's jack 3 1/2: 1,200 x 75/24 = 3,750 on 5 1/4 in² is 714 of 625."""
    ways = {"header": Header(size="2x10", plies=3), "loads": HeaderLoads(live=Fraction(1200))}
    check = checked(wall="18-6 2x4", header_wood=WoodKind.DOUGLAS_FIR, **ways)
    assert lines(check, "Bearing") == ["3,750 lb", "5.25 in²", "714 psi", "625 psi"]
    assert percents(check)["Bearing"] == 114
    four = checked(wall="18-6 2x6", header=Header(size="2x10", plies=4), loads=ways["loads"])
    assert lines(four, "Bearing")[1] == "8.25 in²"  # four plies are 6, the jack 5 1/2


points = st.lists(st.tuples(st.integers(0, 100), st.integers(1, 5000)), max_size=4)


@given(st.integers(0, 2000), points, st.integers(24, 240))
def test_moment_agrees_with_a_walk_along_the_beam(even, at_percent, span):
    """Against the obvious way: the moment at a thousand places. The largest of those is never over the worked one."""
    beam = Beam(2, inches("1 1/2"), inches("9 1/4"), inches(span), inches(span))
    there = sorted((Fraction(span * percent, 100), pounds) for percent, pounds in at_percent)
    load = Load(Fraction(even), tuple(Point("P", int(at * 64), Fraction(pounds)) for at, pounds in there))
    largest = Fraction(0)
    near = Fraction(even) * span / 24 + sum(p.pounds * (1 - Fraction(p.at, span * 64)) for p in load.points)
    for step in range(1001):
        x = Fraction(span * step, 12000)
        beyond = sum(p.pounds * max(x - Fraction(p.at, 768), 0) for p in load.points)
        largest = max(largest, near * x - Fraction(even) * x**2 / 2 - beyond)
    worked = beam.bending(load)[-3].value
    assert largest <= worked <= largest + max(Fraction(1), largest / 100)
