"""The header check against sums done on paper."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.crew.header_table import header_table
from bluff.core.errors import SettingError
from bluff.core.job.amounts import Allowance, WideOpening
from bluff.core.job.header import Header, HeaderKind
from bluff.core.job.loads import HeaderLoads, LoadTime
from bluff.core.job.schools import Jacks
from bluff.core.job.ways import OpeningWays
from bluff.core.job.wood import Wood, WoodKind, read_wood
from bluff.core.measure.length import format_exact, inches
from bluff.core.measure.lumber import ENGINEERED, HEADER_PLIES
from bluff.core.strength.beam import Beam
from bluff.core.strength.header_check import NotSaid, header_check
from framing import frame_wall, framed, job_of

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
    return header_check(framing.openings[0].placed, framing.plan.stud)


def lines(check, name):
    (use,) = [use for use in check.uses if use.name == name]
    return [line.text for line in use.lines]


def percents(check):
    return {use.name: use.percent for use in check.uses}


def test_two_2x10_over_six_feet():
    """L = 72 + 1 1/2; everything else as on paper."""
    check = checked()
    assert (format_exact(check.span.value), [line.text for line in check.loads]) == (
        "73 1/2",
        ["150 lb/ft", "250 lb/ft", "400 lb/ft"],
    )
    assert lines(check, "Bending") == ["400 lb/ft", "1,876 lb·ft", "42.78 in³", "526 psi", "1,107 psi"]
    assert lines(check, "Shear") == ["400 lb/ft", "917 lb", "27.75 in²", "50 psi", "155.3 psi"]
    assert lines(check, "On its jacks") == ["1,225 lb", "4.5 in²", "272 psi", "425 psi"]
    assert lines(check, "Bends, live load") == ["197.9 in⁴", "0.029 in", "0.204 in"]
    assert lines(check, "Bends, all loads") == ["197.9 in⁴", "0.046 in", "0.306 in"]
    assert percents(check) == {
        "Bending": 48,
        "Shear": 32,
        "On its jacks": 65,
        "Bends, live load": 14,
        "Bends, all loads": 15,
    }
    assert (check.governs.name, check.governs.is_over) == ("On its jacks", False)


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
    assert lines(check, "On its jacks") == ["1,114 lb", "4.5 in²", "248 psi", "405 psi"]
    assert (percents(check)["Bending"], percents(check)["On its jacks"]) == (45, 62)


def test_three_plies_share_and_two_jacks_bear():
    """L = 96 + 3; M = 700 x 8.25² / 8 = 5,955; fb = 753 of 900 x 1.15; A = 3 x 1 1/2 x 3 = 13.5."""
    check = checked(
        "8-0x4-0 @ 9-3",
        header=Header(size="2x12", plies=3),
        header_wood=WoodKind.DOUGLAS_FIR,
        loads=HeaderLoads(dead=Fraction(200), live=Fraction(500)),
        jack_count=2,
    )
    assert lines(check, "Bending") == ["700 lb/ft", "5,955 lb·ft", "94.92 in³", "753 psi", "1,035 psi"]
    assert lines(check, "Shear")[1:4] == ["2,231 lb", "50.63 in²", "66 psi"]
    assert lines(check, "On its jacks") == ["2,888 lb", "13.5 in²", "214 psi", "625 psi"]
    assert (check.governs.name, percents(check)["Bending"]) == ("Bending", 73)


def test_wood_bears_less_of_what_lies_for_good():
    """400 at 0.9 is more to it than 440 at 1.15, so snow that hardly counts is not what it is checked for."""
    check = checked(loads=HeaderLoads(dead=Fraction(400), live=Fraction(40), live_is=LoadTime.SNOW))
    bending = next(use for use in check.uses if use.name == "Bending")
    assert (bending.lines[0].name, bending.lines[-1].text) == ("w of the building alone", "866 psi")
    assert lines(check, "On its jacks")[0] == "1,348 lb"  # 440 x 6.125 / 2: all of it presses on the jacks.


@pytest.mark.parametrize(
    ("loads", "name", "load"),
    [
        # 84 + 180 dead, 280 of floor, 360 of snow: 264 / 0.9, 544 / 1, 904 / 1.15.
        ({"roof_live": 30}, "w with snow", "904 lb/ft"),
        # 60 of snow: 544 / 1 is more than 604 / 1.15.
        ({"roof_live": 5}, "w with a floor", "544 lb/ft"),
        # 360 by whoever works on the roof: 904 / 1.25.
        ({"roof_live": 30, "roof_is": LoadTime.ROOF}, "w with work on a roof", "904 lb/ft"),
    ],
)
def test_loads_that_lie_together_count_by_the_shortest(loads, name, load):
    strips = {"floor": 7, "floor_dead": 12, "floor_live": 40, "roof": 12, "roof_dead": 15}
    made = {
        key: value if isinstance(value, LoadTime) else Fraction(value) for key, value in {**strips, **loads}.items()
    }
    bending = next(use for use in checked(loads=HeaderLoads(**made)).uses if use.name == "Bending")
    assert (bending.lines[0].name, bending.lines[0].text) == (name, load)


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
    assert lines(check, "On its jacks")[1] == "5.25 in²"
    assert check.notes == ("Boards that lie flat on one another are taken to bend each for itself.",)


def test_a_header_that_hangs_has_no_jacks_to_press_on():
    check = checked(jacks=Jacks.HANGERS)
    assert format_exact(check.span.value) == "72"
    assert "On its jacks" not in percents(check)
    assert check.notes == ("It hangs between the kings: what a hanger carries, its maker says.",)


def test_too_much_is_never_shown_as_all_of_it():
    """Bending takes 0.47529 of what is allowed at 400; 842 is a hair over all of it."""
    check = checked(
        loads=HeaderLoads(dead=Fraction(300), live=Fraction(542), live_is=LoadTime.SNOW),
        header_wood=WoodKind.DOUGLAS_FIR,
    )
    assert percents(check)["Bending"] == 98  # fb 1107.4 of 900 x 1.15 x 1.1 = 1138.5
    over = checked(loads=HeaderLoads(dead=Fraction(300), live=Fraction(542), live_is=LoadTime.SNOW))
    assert percents(over)["Bending"] == 101
    assert over.governs.is_over


@pytest.mark.parametrize(
    ("ways", "way", "says"),
    [
        ({"loads": HeaderLoads()}, "loads.dead", "what lies on this header"),
        ({"loads": HeaderLoads(roof=Fraction(12))}, "loads.dead", "what lies on this header"),
        ({"header_wood": None}, "header_wood", "what wood and grade"),
        ({"header_wood": WoodKind.ENGINEERED}, "header_wood", "what wood and grade"),
        ({"header_wood": WoodKind.OTHER}, "woods.other", "Write the figures of the wood"),
        ({"header": Header(HeaderKind.SOLID, "6x10", 1)}, "header_wood", "do not hold for a 6x10"),
    ],
)
def test_what_must_be_said_first(ways, way, says):
    found = checked(**ways)
    assert isinstance(found, NotSaid)
    assert (found.way, says in found.sentence) == (way, True)


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
        "Write the figures of the wood: bending, shear, bearing, stiffness and where from.", "woods.other"
    )


headers = st.one_of(
    st.builds(Header, st.just(HeaderKind.BUILT_UP), st.sampled_from(HEADER_PLIES), st.integers(1, 4)),
    st.builds(Header, st.just(HeaderKind.ENGINEERED), st.sampled_from(ENGINEERED), st.integers(1, 4)),
)
weights = st.integers(1, 3000).map(Fraction)
loads = st.builds(HeaderLoads, dead=weights, live=weights, live_is=st.sampled_from(LoadTime))


def shares(header, feet, lies):
    check = checked(f"{feet}-0x1-0 @ 12-6", "25-0 2x6", header=header, loads=lies, woods=(PLIES,))
    return {use.name: use.share for use in check.uses}


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
    one, other = (Beam(boards, breadth, deep, span) for deep in (depth, depth + deeper))
    for work in (Beam.bending, Beam.shear, lambda beam, load: beam.deflection(load, Fraction(1_000_000))):
        assert work(other, load)[-1].value <= work(one, load)[-1].value
