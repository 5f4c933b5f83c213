"""The language somebody reads: which ones there are, which one is asked for, and where its catalog is.

English stands in the code. Any other language is a catalog in the standard format, compiled when Bluff is set up:
``languages/es/LC_MESSAGES/bluff.po``. A request, or a process that makes something for one, says what it reads in by
`LANGUAGE`, and every `Reader` made meanwhile looks there.
"""

import re
from collections.abc import Sequence
from contextvars import ContextVar
from functools import cache
from gettext import NullTranslations, translation
from pathlib import Path
from string import Formatter

ENGLISH = "en"
MADE_UP = "en-XA"
"""English with accents and longer, for tests of what is translated and what fits."""

CATALOGS = Path(__file__).resolve().parents[1] / "languages"
_DOMAIN = "bluff"

LANGUAGE: ContextVar[str] = ContextVar("language", default=ENGLISH)
"""The language of the person who reads what is made right now."""


@cache
def languages() -> tuple[str, ...]:
    """The languages there are, by their tags, English first."""
    return (ENGLISH, *sorted(found.parts[-3] for found in CATALOGS.glob(f"*/LC_MESSAGES/{_DOMAIN}.po")))


@cache
def catalog(language: str) -> NullTranslations:
    """What stands for English in a language."""
    if language == MADE_UP:
        return _MadeUp()
    return translation(_DOMAIN, CATALOGS, [language], fallback=True)


def best_of(preferred: Sequence[str]) -> str:
    """The first language there is of those somebody prefers, by itself or without its region; English where none is.

    >>> best_of(["fr-CA", "en-US"])
    'en'
    """
    for tag in preferred:
        for one in (tag, tag.partition("-")[0]):
            if one == MADE_UP or one in languages():
                return one
    return ENGLISH


def accepted(header: str) -> list[str]:
    """The languages of an `Accept-Language` header, those liked best first.

    >>> accepted("en;q=0.5, es-MX, *;q=0.1")
    ['es-MX', 'en']
    """
    found = [
        (float(match[2] or 1), match[1]) for part in header.split(",") if (match := _RANGE.fullmatch(part.strip()))
    ]
    return [tag for liked, tag in sorted(found, key=lambda one: -one[0]) if liked > 0]


_RANGE = re.compile(r"([A-Za-z]{2,3}(?:-[A-Za-z0-9]{2,8})*)(?:\s*;\s*q=([01](?:\.\d{0,3})?))?")


class _MadeUp(NullTranslations):
    """English as no language is, as `web/src/language/madeUp.ts` makes it."""

    def gettext(self, message: str) -> str:
        return "".join(
            # Numbers are spelled out in English alone.
            _accented(text)
            + ("" if name is None else f"{{{name}:{form}}}" if form and form != "spelled" else f"{{{name}}}")
            for text, name, form, _ in Formatter().parse(message)
        )

    def ngettext(self, msgid1: str, msgid2: str, n: int) -> str:
        return self.gettext(msgid1 if n == 1 else msgid2)


_LETTERS = str.maketrans(
    "acdeghijklnorstuwyzACDEGHIJKLNORSTUWYZ",
    "åçðéĝĥîĵķļñöŕšţûŵýžÅÇÐÉĜĤÎĴĶĻÑÖŔŠŢÛŴÝŽ",
)


def _accented(text: str) -> str:
    letters = sum(character.isascii() and character.isalpha() for character in text)
    end = text.rstrip()
    return end.translate(_LETTERS) + "·" * round(0.4 * letters) + text[len(end) :]
