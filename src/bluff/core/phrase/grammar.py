"""A small grammar for typed lines: a phrase is a row of words and slots, read by trying and listed as it is read.

word
    Stands as it is, as the crew says it.
slot
    Is filled by what somebody types: a length, a size, the mark of a wall.
form
    How a phrase is written down, with its slots named: ``[window | door] size @ distance``.

Nothing here knows what is framed. `read` tries the phrases of a table in their order; where none fits, the one that
came furthest says at which word it stopped.
"""

import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Generic, TypeAlias, TypeVar

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job.words import Words

Context = TypeVar("Context")
"""What slots are read in: the job, and the wall that is selected."""
Result = TypeVar("Result")

_TOKEN = re.compile(r"@|[^\s@,;]+")
MOST_WORDS = 200
"""A longer line was pasted by mistake."""


@dataclass(frozen=True, slots=True)
class Word:
    """A word of a phrase.

    Args:
        usual: As it is listed, and said where the crew has another word for it.
        others: What may be typed for it as well.
        gives: What the phrase knows once it is there: a key and a value.
    """

    usual: str
    others: tuple[str, ...] = ()
    gives: tuple[str, Any] | None = None


@dataclass(frozen=True, slots=True)
class Slot:
    """A part of a phrase that somebody fills.

    Args:
        key: What the phrase knows it by.
        shown: What it is called in the list.
        read: Makes a value of the words in it, or raises a `BluffError` that says why not.
        longest: How many words it takes at most.
    """

    key: str
    shown: str
    read: Callable[[str, Any], Any]
    longest: int = 1


@dataclass(frozen=True, slots=True)
class Maybe:
    """Parts that may be left out."""

    parts: "Parts"

    def __init__(self, *parts: "Part") -> None:
        object.__setattr__(self, "parts", parts)


@dataclass(frozen=True, slots=True)
class Either:
    """One of several rows of parts."""

    ways: "tuple[Parts, ...]"

    def __init__(self, *ways: "Parts") -> None:
        object.__setattr__(self, "ways", ways)


@dataclass(frozen=True, slots=True)
class Many:
    """Parts that may come again and again, at least once."""

    parts: "Parts"

    def __init__(self, *parts: "Part") -> None:
        object.__setattr__(self, "parts", parts)


@dataclass(frozen=True, slots=True)
class Rule:
    """Parts with a name, listed once by themselves and called by it wherever they stand."""

    shown: str
    parts: "Parts"


Part: TypeAlias = Word | Slot | Maybe | Either | Many | Rule
Parts: TypeAlias = tuple[Part, ...]
Given: TypeAlias = Mapping[str, list[Any]]
"""What was filled in, by key: every value of a slot that came more than once."""


@dataclass(frozen=True, slots=True)
class Phrase(Generic[Context, Result]):
    """One way of saying something.

    Args:
        does: What it does, for the list.
        parts: What it is made of.
        make: From what was filled in to what it means.
        examples: Lines that are understood so.
    """

    does: str
    parts: Parts
    make: Callable[[Given, Context], Result]
    examples: tuple[str, ...]

    def form(self, words: Words) -> str:
        """How it is written, in the crew's words."""
        return form_of(self.parts, words)


def read(text: str, phrases: Sequence[Phrase[Context, Result]], context: Context, words: Words) -> Result:
    """What a line means: the first phrase that fits it whole says.

    Args:
        text: The line.
        phrases: The table, those that would also fit another's lines behind it.
        context: Given to slots and phrases.
        words: What the crew calls things, which may be typed as well as the usual words.

    Raises:
        PhraseError: None fits; it names the word, and the nearest phrase that would be understood.
        BluffError: The phrase that fits contradicts what is there.
    """
    tokens = _TOKEN.findall(text)
    if not tokens:
        raise PhraseError(f"Nothing is typed yet; write it like {phrases[0].examples[0]}.")
    if len(tokens) > MOST_WORDS:
        raise PhraseError(f"That is {len(tokens)} words; type one thing at a time.")
    attempts = []
    for phrase in phrases:
        attempt = _Attempt(tokens, context, words)
        for at, given in attempt.match(phrase.parts, 0):
            if at == len(tokens):
                return phrase.make(_gathered(given), context)
            attempt.stop(at, "the line to end there")
        attempts.append((attempt, phrase))
    furthest, nearest = max(attempts, key=lambda one: one[0].reached)
    raise PhraseError(furthest.complaint(nearest, words))


_Pairs: TypeAlias = tuple[tuple[str, Any], ...]


@dataclass(slots=True)
class _Attempt:
    """One phrase tried on a line: how far it came, and what it wanted there."""

    tokens: Sequence[str]
    context: Any
    words: Words
    reached: int = 0
    wanted: str = "something else"
    error: BluffError | None = None
    known: dict[tuple[int, int, int], Any] = field(default_factory=dict)

    def match(self, parts: Parts, at: int) -> Iterator[tuple[int, _Pairs]]:
        """Every way the parts fit from a word on: where they end, and what they give."""
        if not parts:
            yield at, ()
            return
        first, rest = parts[0], parts[1:]
        for end, given in self._one(first, at):
            for last, more in self.match(rest, end):
                yield last, (*given, *more)

    def _one(self, part: Part, at: int) -> Iterator[tuple[int, _Pairs]]:
        match part:
            case Word():
                yield from self._word(part, at)
            case Slot():
                yield from self._slot(part, at)
            case Maybe(parts):
                yield from self.match(parts, at)
                yield at, ()
            case Rule(shown, parts):
                yield from self.match(parts, at)
                self.stop(at, self.words.say(shown))
            case Either(ways):
                for way in ways:
                    yield from self.match(way, at)
            case Many(parts):
                for end, given in self.match(parts, at):
                    if end > at:
                        for last, more in self._one(part, end):
                            yield last, (*given, *more)
                    yield end, given

    def _word(self, word: Word, at: int) -> Iterator[tuple[int, _Pairs]]:
        given = (word.gives,) if word.gives else ()
        said = {spelling.lower() for spelling in (word.usual, *word.others, self.words.say(word.usual))}
        # Crews say “king stud” where others say “king”: the longer one first.
        for spelled in sorted((spelling.split() for spelling in said), key=len, reverse=True):
            if [token.lower() for token in self.tokens[at : at + len(spelled)]] == spelled:
                yield at + len(spelled), given
        self.stop(at, f"“{self.words.say(word.usual)}”")

    def _slot(self, slot: Slot, at: int) -> Iterator[tuple[int, _Pairs]]:
        error: BluffError | None = None
        for length in range(min(slot.longest, len(self.tokens) - at), 0, -1):
            value = self._filled(slot, at, length)
            if isinstance(value, BluffError):
                # What is said of the shortest piece speaks of nothing that belongs to the next part.
                error = value
            else:
                yield at + length, ((slot.key, value),)
        self.stop(at, self.words.say(slot.shown), error)

    def _filled(self, slot: Slot, at: int, length: int) -> Any:
        """The value of some words in a slot, or what is wrong with them; read once however often it is tried."""
        key = id(slot), at, length
        if key not in self.known:
            try:
                self.known[key] = slot.read(" ".join(self.tokens[at : at + length]), self.context)
            except BluffError as error:
                self.known[key] = error
        return self.known[key]

    def stop(self, at: int, wanted: str, error: BluffError | None = None) -> None:
        """Remember what did not fit, if nothing came further."""
        # What may be left out is tried first, so the last that did not fit is what has to come; of what is wrong with
        # a word the first says most, since it is the usual next part.
        if at > self.reached:
            self.reached, self.wanted, self.error = at, wanted, error
        elif at == self.reached:
            self.wanted, self.error = wanted, self.error or error

    def complaint(self, nearest: Phrase[Any, Any], words: Words) -> str:
        """What to say when this was the nearest."""
        write = f"To {words.say(nearest.does)} write {words.say(nearest.examples[0])}."
        if self.reached >= len(self.tokens):
            return f"“{' '.join(self.tokens)}” lacks {self.wanted}. {write}"
        why = f": {self.error.message.rstrip('.')}" if self.error else ""
        return f"“{self.tokens[self.reached]}” is not understood{why}. {write}"


def _gathered(given: _Pairs) -> dict[str, list[Any]]:
    values: dict[str, list[Any]] = {}
    for key, value in given:
        values.setdefault(key, []).append(value)
    return values


def form_of(parts: Parts, words: Words) -> str:
    """How some parts are written: slots and rules by their names, what may be left out in brackets."""
    return " ".join(_part_form(part, words) for part in parts)


def _part_form(part: Part, words: Words) -> str:
    match part:
        case Word(usual):
            return words.say(usual)
        case Slot(shown=shown) | Rule(shown):
            return f"<{words.say(shown)}>"
        case Maybe(parts):
            return f"[{form_of(parts, words)}]"
        case Either(ways):
            return f"({' | '.join(form_of(way, words) for way in ways)})"
        case Many(parts):
            return f"{form_of(parts, words)} …"
