"""What can be typed, as the list of it shows."""

from collections.abc import Iterator
from dataclasses import dataclass

from bluff.core.message import message
from bluff.core.phrase.grammar import Either, Many, Maybe, Part, Parts, Rule, Slot, Word
from bluff.core.phrase.opening_line import RULES
from bluff.core.phrase.typed import PHRASES
from bluff.views.reader import Reader


@dataclass(frozen=True, slots=True)
class Listed:
    """A phrase as the list shows it: its form, what it does, and lines that are understood so."""

    form: str
    does: str
    examples: tuple[str, ...]


def phrase_list(reader: Reader) -> Iterator[Listed]:
    """Every phrase there is."""
    for phrase in PHRASES:
        needed = [_form(facet.parts, reader) for facet in phrase.needs]
        free = [f"[{_form(facet.parts, reader)}]" for facet in phrase.facets if facet not in phrase.needs]
        form = " + ".join((*needed, *free))
        yield Listed(form, reader.say(phrase.does), tuple(map(reader.say, phrase.lines)))


def rule_list(reader: Reader) -> Iterator[tuple[str, str]]:
    """What the forms call by name, and how each is written."""
    for rule in RULES:
        yield reader.say(message(rule.shown)), _form(rule.parts, reader)


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
