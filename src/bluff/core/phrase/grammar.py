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
from bluff.core.message import Message, follow, message

Context = TypeVar("Context")
"""What slots are read in: the job, and the wall that is selected."""
Result = TypeVar("Result")

_TOKEN = re.compile(r"@|[^\s@,;]+")
_SOMETHING_ELSE = message("something else")
MOST_WORDS = 200
"""A longer line was pasted by mistake."""


@dataclass(frozen=True, slots=True)
class Word:
    """A word of a phrase.

    Args:
        usual: What may always be typed.
        others: What may be typed for it as well.
        gives: What the phrase knows once it is there: a key and a value.
        piece: The piece it means, which may be typed as the crew calls it.
    """

    usual: str
    others: tuple[str, ...] = ()
    gives: tuple[str, Any] | None = None
    piece: str | None = None

    @property
    def shown(self) -> Message:
        """As it is listed."""
        if self.piece is None:
            return message("{word}", word=self.usual)
        return message("{piece:many}" if self.usual.endswith("s") else "{piece:one}", piece=self.piece)

    def spelled(self, words: Words) -> set[str]:
        """Everything that may be typed for it, in small letters."""
        crew = (words.name(self.piece), words.name_of_many(self.piece)) if self.piece else ()
        return {spelling.lower() for spelling in (self.usual, *self.others, *crew)}


@dataclass(frozen=True, slots=True)
class Slot:
    """A part of a phrase that somebody fills.

    Args:
        key: What the phrase knows it by.
        shown: The template of what it is called in the list.
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
    """Parts with a name, a template, listed once by themselves and called by it wherever they stand."""

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
        does: What it does, for the list: "put an opening into a wall".
        parts: What it is made of.
        make: From what was filled in to what it means.
        examples: Templates of lines that are understood so.
    """

    does: Message
    parts: Parts
    make: Callable[[Given, Context], Result]
    examples: tuple[str, ...]

    @property
    def lines(self) -> tuple[Message, ...]:
        """The examples, with pieces as the crew calls them."""
        return tuple(map(message, self.examples))


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
        raise PhraseError(message("Nothing is typed yet. Write it like {line}.", line=phrases[0].lines[0]))
    if len(tokens) > MOST_WORDS:
        raise PhraseError(message("That is {tokens} words. Type one thing at a time.", tokens=len(tokens)))
    attempts = []
    for phrase in phrases:
        attempt = _Attempt(tokens, context, words)
        for at, given in attempt.match(phrase.parts, 0):
            if at == len(tokens):
                return phrase.make(_gathered(given), context)
            attempt.stop(at, message("the line to end there"))
        attempts.append((attempt, phrase))
    furthest, nearest = max(attempts, key=lambda one: one[0].reached)
    raise PhraseError(furthest.complaint(nearest))


_Pairs: TypeAlias = tuple[tuple[str, Any], ...]


@dataclass(slots=True)
class _Attempt:
    """One phrase tried on a line: how far it came, and what it wanted there."""

    tokens: Sequence[str]
    context: Any
    words: Words
    reached: int = 0
    wanted: Message = _SOMETHING_ELSE
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
                self.stop(at, message(shown))
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
        # Crews say “king stud” where others say “king”: the longer one first.
        spellings = (spelling.split() for spelling in word.spelled(self.words))
        for spelled in sorted(spellings, key=len, reverse=True):
            if [token.lower() for token in self.tokens[at : at + len(spelled)]] == spelled:
                yield at + len(spelled), given
        self.stop(at, message("“{word}”", word=word.shown))

    def _slot(self, slot: Slot, at: int) -> Iterator[tuple[int, _Pairs]]:
        error: BluffError | None = None
        for length in range(min(slot.longest, len(self.tokens) - at), 0, -1):
            value = self._filled(slot, at, length)
            if isinstance(value, BluffError):
                # The reason for the shortest piece speaks of nothing that belongs to the next part.
                error = value
            else:
                yield at + length, ((slot.key, value),)
        self.stop(at, message(slot.shown), error)

    def _filled(self, slot: Slot, at: int, length: int) -> Any:
        """The value of some words in a slot, or what is wrong with them; read once however often it is tried."""
        key = id(slot), at, length
        if key not in self.known:
            try:
                self.known[key] = slot.read(" ".join(self.tokens[at : at + length]), self.context)
            except BluffError as error:
                self.known[key] = error
        return self.known[key]

    def stop(self, at: int, wanted: Message, error: BluffError | None = None) -> None:
        """Remember what did not fit, if nothing came further."""
        # What may be left out is tried first, so the last that did not fit is what has to come; of what is wrong with
        # a word the first says most, since it is the usual next part.
        if at > self.reached:
            self.reached, self.wanted, self.error = at, wanted, error
        elif at == self.reached:
            self.wanted, self.error = wanted, self.error or error

    def complaint(self, nearest: Phrase[Any, Any]) -> Message:
        """What to say when this was the nearest."""
        write = message("To {do}, write {line}.", do=nearest.does, line=nearest.lines[0])
        if self.reached >= len(self.tokens):
            line = " ".join(self.tokens)
            return follow(message("“{line}” is incomplete: {wanted} is missing.", line=line, wanted=self.wanted), write)
        unknown = message("“{word}” is not understood.", word=self.tokens[self.reached])
        return follow(unknown, self.error.message, write) if self.error else follow(unknown, write)


def _gathered(given: _Pairs) -> dict[str, list[Any]]:
    values: dict[str, list[Any]] = {}
    for key, value in given:
        values.setdefault(key, []).append(value)
    return values
