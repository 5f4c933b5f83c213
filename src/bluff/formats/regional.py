"""Dates and money as the language that is read right now writes them."""

from datetime import date, datetime
from decimal import Decimal
from fractions import Fraction

from babel import Locale, UnknownLocaleError
from babel.dates import format_date, format_time
from babel.numbers import format_currency

from bluff.formats.prices import format_price
from bluff.views.language import ENGLISH, LANGUAGE


def money(amount: Fraction, currency: str) -> str:
    """An amount with its currency, with the decimals the currency has, or as many as a price needs.

    >>> money(Fraction("1234.5"), "USD"), money(Fraction("0.8125"), "EUR")
    ('$1,234.50', '€0.8125')
    """
    return format_currency(Decimal(format_price(amount)), currency, locale=_locale(), decimal_quantization=False)


def written_date(day: date, *, weekday: bool = False) -> str:
    """A day, its month written out, with its weekday or without.

    >>> written_date(date(2026, 5, 6)), written_date(date(2026, 5, 6), weekday=True)
    ('May 6, 2026', 'Wednesday, May 6, 2026')
    """
    return format_date(day, "full" if weekday else "long", locale=_locale())


def written_time(moment: datetime) -> str:
    """A time of day.

    >>> written_time(datetime(2026, 5, 6, 15, 5))
    '3:05\u202fPM'
    """
    return format_time(moment, "short", locale=_locale())


def _locale() -> Locale:
    try:
        return Locale.parse(LANGUAGE.get(), sep="-")
    except UnknownLocaleError:
        return Locale(ENGLISH)
