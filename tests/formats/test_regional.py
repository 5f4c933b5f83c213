"""Dates and money as a language writes them, in a file of an order too."""

from datetime import date
from fractions import Fraction

import pytest

from bluff.formats.regional import money, written_date
from bluff.views.language import LANGUAGE, MADE_UP


@pytest.fixture
def reads():
    """Reads in a language until the test ends."""
    tokens = []
    yield lambda language: tokens.append(LANGUAGE.set(language))
    for token in reversed(tokens):
        LANGUAGE.reset(token)


@pytest.mark.parametrize(
    ("language", "dollars", "day"),
    [
        ("en", "$12,345.50", "May 6, 2026"),
        ("es", "12.345,50\N{NO-BREAK SPACE}US$", "6 de mayo de 2026"),
        (MADE_UP, "$12,345.50", "May 6, 2026"),
    ],
)
def test_money_and_days_are_written_as_in_the_language(reads, language, dollars, day):
    reads(language)
    assert (money(Fraction("12345.5"), "USD"), written_date(date(2026, 5, 6))) == (dollars, day)


def test_a_price_keeps_the_places_it_has(reads):
    assert money(Fraction("0.8125"), "USD") == "$0.8125"
    assert money(Fraction(9), "CAD") == "CA$9.00"


def test_letters_stand_for_a_sign_where_the_language_has_it(reads):
    assert money(Fraction(9), "INR", in_letters=True) == "INR\N{NO-BREAK SPACE}9.00"
    reads("es")
    assert money(Fraction(9), "INR", in_letters=True) == "9,00\N{NO-BREAK SPACE}INR"
