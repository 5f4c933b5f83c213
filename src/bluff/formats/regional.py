"""Dates and money as the language that is read right now writes them."""

from datetime import date
from decimal import Decimal
from fractions import Fraction

from babel import Locale, UnknownLocaleError
from babel.dates import format_date
from babel.numbers import format_currency

from bluff.formats.prices import format_price
from bluff.views.language import ENGLISH, LANGUAGE


def money(amount: Fraction, currency: str, *, in_letters: bool = False) -> str:
    """An amount with its currency, to the cent or to as many places as a price has.

    Args:
        amount: How much.
        currency: By its letters (ISO 4217).
        in_letters: Whether they stand in place of its sign.

    >>> money(Fraction("1234.5"), "USD"), money(Fraction("0.8125"), "EUR"), money(Fraction(9), "INR", in_letters=True)
    ('$1,234.50', '€0.8125', 'INR\xa09.00')
    """
    locale = _locale()
    pattern = locale.currency_formats["standard"].pattern
    if in_letters:
        pattern = pattern.replace("¤", "¤¤\N{NO-BREAK SPACE}" if pattern.startswith("¤") else "¤¤")
    exact = Decimal(format_price(amount))
    return format_currency(exact, currency, pattern, locale, currency_digits=False, decimal_quantization=False)


def written_date(day: date, *, weekday: bool = False) -> str:
    """A day, its month written out, with its weekday or without.

    >>> written_date(date(2026, 5, 6)), written_date(date(2026, 5, 6), weekday=True)
    ('May 6, 2026', 'Wednesday, May 6, 2026')
    """
    return format_date(day, "full" if weekday else "long", locale=_locale())


def _locale() -> Locale:
    try:
        return Locale.parse(LANGUAGE.get(), sep="-")
    except UnknownLocaleError:
        return Locale(ENGLISH)
