"""Putting messages into words: the one place where they become text."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from functools import cache, lru_cache
from gettext import NullTranslations
from string import Formatter

from bluff.core.job.words import USUAL, Words
from bluff.core.measure.aloud import aloud
from bluff.core.measure.length import format_feet, format_inches, format_spacing
from bluff.core.measure.slope import format_pitch
from bluff.core.message import Argument, Message


@dataclass(frozen=True, slots=True)
class Reader:
    """Puts messages into words, for a crew and in a language.

    Args:
        words: What the crew calls pieces.
        catalog: Where templates are looked up; English without one.
    """

    words: Words = field(default_factory=Words)
    catalog: NullTranslations = field(default_factory=NullTranslations)

    def say(self, message: Message) -> str:
        """A message as text.

        >>> from bluff.core.message import message
        >>> Reader().say(message("{Jack:many} of {opening} at {at:length}", opening="W1", at=96))
        'Jacks of W1 at 1 1/2'
        """
        arguments = dict(message.arguments)
        if message.many is None:
            template = self.catalog.gettext(message.template)
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
        elif write := _AS_WRITTEN.get(form):
            text = write(value)
        elif key in arguments and not form:
            text = str(value)
        else:
            text = self._piece(str(value), form)
        return text if name == key else text[:1].upper() + text[1:]

    def _piece(self, role: str, form: str) -> str:
        if form == "many":
            return self.words.name_of_many(role)
        return self.words.name_with_article(role) if form == "a" else self.words.name(role)


@lru_cache(maxsize=256)
def reader(words: Words) -> Reader:
    """The reader of a crew with these words."""
    return Reader(words)


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


def _aloud(value: Argument) -> str:
    return aloud(_number(value))


def _aloud_feet(value: Argument) -> str:
    return aloud(_number(value), "feet")


_AS_WRITTEN = {
    "length": _length,
    "fine": _fine,
    "feet": _feet,
    "spacing": _spacing,
    "pitch": _pitch,
    "aloud": _aloud,
    "aloud_feet": _aloud_feet,
}

FORMS = frozenset({"", "one", "many", "a", *_AS_WRITTEN})
"""How a field of a template may be written."""

ROLES = frozenset(USUAL)
"""Pieces a template may name."""
