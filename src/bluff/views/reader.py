"""Putting messages into words: the one place where they become text."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cache, lru_cache
from gettext import NullTranslations
from string import Formatter

from bluff.core.job.words import USUAL, Words, plural_of, usual_name, with_article
from bluff.core.measure.aloud import Figures, aloud, spelled
from bluff.core.measure.length import format_feet, format_inches, format_spacing
from bluff.core.measure.slope import format_pitch
from bluff.core.message import Argument, Message
from bluff.views.language import LANGUAGE, catalog


@dataclass(frozen=True, slots=True)
class Reader:
    """Puts messages into words, for a crew and in a language.

    Args:
        words: What the crew calls pieces.
        catalog: Where templates are looked up; that of the language that is read right now without one.
    """

    words: Words = field(default_factory=Words)
    catalog: NullTranslations = field(default_factory=lambda: catalog(LANGUAGE.get()))

    def say(self, message: Message) -> str:
        """A message as text.

        >>> from bluff.core.message import message
        >>> Reader().say(message("{Jack:many} of {opening} at {at:length}", opening="W1", at=96))
        'Jacks of W1 at 1 1/2'
        """
        arguments = dict(message.arguments)
        if message.many is None:
            # What an empty text stands for in a catalog is its header.
            template = message.template and self.catalog.gettext(message.template)
        else:
            count = arguments["count"]
            if not isinstance(count, int):
                raise TypeError(f"a count is a whole number, not {count!r}")
            template = self.catalog.ngettext(message.template, message.many, count)
        return "".join(
            text if name is None else text + self._field(name, form, arguments)
            for text, name, form in _parsed(template)
        )

    def _field(self, name: str, form: str, arguments: Mapping[str, Argument]) -> str:
        key = name.lower()
        value = arguments.get(key, key)
        if isinstance(value, Message):
            text = self.say(value)
        elif form in _ALOUD:
            text = self.say(aloud(_number(value), _ALOUD[form]))
        elif write := _AS_WRITTEN.get(form):
            text = write(value)
        elif key in arguments and not form:
            text = str(value)
        else:
            text = self.piece(str(value), form)
        return text if name == key else text[:1].upper() + text[1:]

    def piece(self, role: str, form: str = "") -> str:
        """What a piece is called, one of it, `many`, with its article (`a`), or one as is `usual` with other crews.

        >>> Reader().piece("top_cripple", "many"), Reader().piece("end_stud", "a")
        ('top cripples', 'an end stud')
        """
        if form == "usual":
            return replace(self, words=Words()).piece(role)
        if role in USUAL and not self.words.of(role).name:
            return self.say(Message(usual_name(role, form)))
        name = self.words.name(role)
        return plural_of(name) if form == "many" else with_article(name) if form == "a" else name


def reader(words: Words) -> Reader:
    """The reader of a crew with these words, in the language that is read right now."""
    return _reader(words, LANGUAGE.get())


@lru_cache(maxsize=256)
def _reader(words: Words, language: str) -> Reader:
    return Reader(words, catalog(language))


@cache
def _parsed(template: str) -> tuple[tuple[str, str | None, str], ...]:
    """Text, the field after it and how that is written, one after the other."""
    return tuple((text, name, form or "") for text, name, form, _ in Formatter().parse(template))


def _length(value: Argument) -> str:
    return format_inches(_number(value))


def _fine(value: Argument) -> str:
    return format_inches(_number(value), 32)


def _feet(value: Argument) -> str:
    return format_feet(_number(value))


def _spacing(value: Argument) -> str:
    return format_spacing(_fraction(value))


def _pitch(value: Argument) -> str:
    return format_pitch(_fraction(value))


def _number(value: Argument) -> int:
    if not isinstance(value, int):
        raise TypeError(f"a length is a whole number of 64ths, not {value!r}")
    return value


def _fraction(value: Argument) -> Fraction:
    if not isinstance(value, int | Fraction):
        raise TypeError(f"a spacing or a pitch is a number, not {value!r}")
    return Fraction(value)


def _spelled(value: Argument) -> str:
    return spelled(_number(value))


_AS_WRITTEN = {
    "length": _length,
    "fine": _fine,
    "feet": _feet,
    "spacing": _spacing,
    "pitch": _pitch,
    "spelled": _spelled,
}
_ALOUD: Mapping[str, Figures] = {"aloud": "inches", "aloud_feet": "feet"}

FORMS = frozenset({"", "one", "many", "a", "usual", *_AS_WRITTEN, *_ALOUD})
"""How a field of a template may be written."""

ROLES = frozenset(USUAL)
"""Pieces a template may name."""
