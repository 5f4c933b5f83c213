from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bluff.core.errors import LengthError
from bluff.core.measure.length import (
    LONGEST,
    PER_INCH,
    format_call_out,
    format_exact,
    format_feet,
    format_inches,
    format_spacing,
    from_inches,
    half,
    inches,
    nearest,
    parse_length,
    parse_signed_length,
    parse_spacing,
    to_inches,
)
from refusals import refused, sentence_of


@pytest.mark.parametrize(
    ("typed", "expected"),
    [
        ("12'6", 150),
        ("12' 6 1/2\"", 150.5),
        ("12-6 1/2", 150.5),
        ("150.5", 150.5),
        ("150 1/2", 150.5),
        ("6 1/2", 6.5),
        ("1/2", 0.5),
        ("3-0", 36),
        ("2-6", 30),
        ("12ft 6in", 150),
        ("12 feet 6 inches", 150),
        ("12'", 144),
        ("12.5'", 150),
        ("12'-6 1/2\"", 150.5),
        ('6"', 6),
        ("6 in", 6),
        (".5", 0.5),
        ("0", 0),
        ("  92   5/8 ", 92.625),
        ("12′ 6½″", 150.5),
        ("12’6”", 150),
        ("12''", 12),
        ("92⅝", 92.625),
    ],
)
def test_reads_what_people_type(typed, expected):
    assert parse_length(typed) == expected * PER_INCH


@pytest.mark.parametrize(("typed", "metric"), [("2.4m", 2400), ("2400mm", 2400), ("240cm", 2400), ("2400 mm", 2400)])
def test_metric_goes_to_the_nearest_64th(typed, metric):
    assert parse_length(typed) == nearest(Fraction(metric * 640, 254))


@pytest.mark.parametrize(
    ("typed", "says"),
    [
        ("3-0-0", "Write 3-0 for 3 feet"),
        ("12'14", "Write 158"),
        ("12-14", "Write 158"),
        ("6-1/2", "Write 6 1/2 for inches, 6' 0 1/2\" for feet"),
        ("", "is missing"),
        ("dozen", "is not a length"),
        ("12'6'", "is not a length"),
        ("6 12", "is not a length"),
        ("61/2", "a fraction of an inch or more"),
        ("6 3/2", "a fraction of an inch or more"),
        ("1/3", "no tape shows"),
        ("1/0", "no tape shows"),
        ("6.5 1/2", "is not a length"),
        ("12.5' 6", "part of a foot"),
        ("-5", "less than nothing"),
        ("1001'", "more than 1000 feet"),
        ("1e9", "is not a length"),
        ("2,4m", "is not a length"),
        ("1" * 5000, "is too long for a length"),
    ],
)
def test_refuses_what_is_not_one_length_and_says_what_to_write(typed, says):
    with pytest.raises(LengthError) as caught:
        parse_length(typed)
    assert says in sentence_of(caught.value)


@given(st.integers(0, LONGEST))
def test_every_length_prints_to_something_that_reads_back(length):
    assert parse_length(format_exact(length)) == length
    assert parse_length(format_feet(length, 64)) == length
    assert parse_length(format_call_out(length)) == length
    assert from_inches(to_inches(length)) == length


@given(st.integers(-LONGEST, LONGEST))
def test_a_signed_length_reads_back(length):
    assert parse_signed_length(format_exact(length)) == length


@given(st.text(max_size=30))
def test_any_text_is_a_length_or_a_sentence(text):
    try:
        assert 0 <= parse_length(text) <= LONGEST
    except LengthError as error:
        assert sentence_of(error).endswith(".")


@pytest.mark.parametrize(
    ("length", "denominator", "printed"),
    [
        (PER_INCH * 86 + 32, 16, "86 1/2"),
        (48, 16, "3/4"),
        (-48, 16, "-3/4"),
        (0, 16, "0"),
        (1, 64, "1/64"),
        (1, 16, "0"),
        # Halfway between two 16ths: to the even one.
        (2, 16, "0"),
        (6, 16, "1/8"),
        (10, 16, "1/8"),
        (63, 16, "1"),
        (1, 32, "0"),
        (3, 32, "1/16"),
    ],
)
def test_shows_16ths_with_ties_to_the_even_one(length, denominator, printed):
    assert format_inches(length, denominator) == printed


def test_prints_feet_and_plain_inches():
    assert format_feet(inches("150 1/2")) == "12'-6 1/2\""
    assert format_inches(inches("150 1/2")) == "150 1/2"
    assert format_feet(-inches(30)) == "-2'-6\""


def test_a_tape_has_no_tenths():
    with refused(LengthError, match="A tape shows no 10ths"):
        format_inches(5, 10)


def test_19_2_is_rounded_line_by_line_and_never_added_up():
    spacing = parse_spacing("19.2")
    assert spacing == Fraction(96, 5)
    assert nearest(5 * spacing * PER_INCH) == inches(96)
    assert 5 * nearest(spacing * PER_INCH) != inches(96)
    assert format_spacing(spacing) == "19.2"
    assert format_spacing(Fraction(51, 4)) == "12 3/4"


@pytest.mark.parametrize("typed", ["1e99999999", "1/3", "9" * 5000, "a lot"])
def test_a_spacing_nobody_can_compute_with_is_refused_at_once(typed):
    with pytest.raises(LengthError):
        parse_spacing(typed)


def test_half_of_an_odd_64th_is_rounded_once():
    assert half(3) == 2
    assert half(1) == 0
    assert half(inches(43)) == inches("21 1/2")
