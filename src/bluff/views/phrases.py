"""What can be typed, as the list of it shows."""

from collections.abc import Iterator
from dataclasses import dataclass

from bluff.core.message import Message, message
from bluff.core.phrase.grammar import Either, Facet, Many, Maybe, Part, Parts, Rule, Slot, Word
from bluff.core.phrase.opening_line import RULES
from bluff.core.phrase.typed import PHRASES
from bluff.views.reader import Reader


@dataclass(frozen=True, slots=True)
class Listed:
    """A phrase as the list shows it.

    Args:
        does: What it does.
        examples: Lines that are understood so.
        needs: What it must say, by the names of those parts.
        takes: What else it may say, in any order.
    """

    does: str
    examples: tuple[str, ...]
    needs: tuple[str, ...]
    takes: tuple[str, ...]


def phrase_list(reader: Reader) -> Iterator[Listed]:
    """Every phrase there is."""
    for phrase in PHRASES:
        about = [phrase.about] if phrase.about else []
        needs = _named([*about, *phrase.needs], reader)
        takes = [name for name in _named(phrase.may, reader) if name not in needs]
        yield Listed(reader.say(phrase.does), tuple(map(reader.say, phrase.lines)), tuple(needs), tuple(takes))


def _named(facets: list[Facet] | tuple[Facet, ...], reader: Reader) -> list[str]:
    return list(dict.fromkeys(reader.say(message(facet.shown)) for facet in facets))


def part_list(reader: Reader) -> Iterator[tuple[str, tuple[str, ...]]]:
    """The parts that phrases name, and the ways each is written; then what those call by name."""
    forms: dict[Message, dict[str, None]] = {}
    for phrase in PHRASES:
        for facet in phrase.facets:
            forms.setdefault(message(facet.shown), {})[_form(facet.parts, reader)] = None
    for name, ways in forms.items():
        yield reader.say(name), tuple(ways)
    for rule in RULES:
        yield f"<{reader.say(message(rule.shown))}>", (_form(rule.parts, reader),)


def _form(parts: Parts, reader: Reader) -> str:
    """How some parts are written: slots and rules by their names, what may be left out in brackets."""
    return " ".join(_form_of(part, reader) for part in parts)


def _form_of(part: Part, reader: Reader) -> str:
    match part:
        case Word():
            return reader.say(part.shown)
        case Slot(shown=shown) | Rule(shown):
            return f"<{reader.say(message(shown))}>"
        case Maybe(parts):
            return f"[{_form(parts, reader)}]"
        case Either(ways):
            return f"({' | '.join(_form(way, reader) for way in ways)})"
        case Many(parts):
            return f"{_form(parts, reader)} …"
