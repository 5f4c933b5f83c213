"""Where something is in a wall, typed: and what every phrase fills its slots with, lengths, counts and marks."""

import re
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from typing import TypeAlias

from bluff.core.errors import PhraseError
from bluff.core.job.edit import Edit
from bluff.core.job.job import Job, Wall
from bluff.core.job.position import (
    At,
    Centered,
    FromOpening,
    FromOutside,
    FromPlate,
    FromWall,
    Origin,
    Reference,
    WallFace,
)
from bluff.core.job.schools import End
from bluff.core.job.words import Words
from bluff.core.measure.length import Length, format_exact, parse_length
from bluff.core.message import message
from bluff.core.phrase.figures import Figure, counts, lengths
from bluff.core.phrase.grammar import Either, Facet, Given, Maybe, Parts, Phrase, Rule, Slot, Word, read
from bluff.core.phrase.tokens import Token, source_of, tokens_of


@dataclass(frozen=True, slots=True)
class Reading:
    """What a line is read in: the job, and what is selected. Without a job any mark may be one.

    Args:
        job: What the line is about.
        wall_id: The wall that is selected.
        opening_id: The opening that is selected, which `it` and `this window` mean.
        new_wall: A wall that is not in the job yet, in place of one that is selected.
    """

    job: Job | None
    wall_id: str | None = None
    opening_id: str | None = None
    new_wall: Wall | None = None
    _marks: dict[str, "_Marks"] = field(default_factory=dict, compare=False)

    @property
    def here(self) -> Job:
        if self.job is None:
            raise PhraseError(message("A line that changes something is read in a job."))
        return self.job

    def wall(self, given: Given) -> Wall:
        """The wall a line is about: the one it names, or the one selected."""
        if named := given.get("wall"):
            return self.here.wall(named[0])
        if self.new_wall:
            return self.new_wall
        if self.wall_id is None:
            raise PhraseError(message("This line names no wall. Select one first, or end the line with “in A”."))
        return self.here.wall(self.wall_id)

    def marks(self, of: str) -> "_Marks":
        """The marks of the walls or of the openings, as they may be typed."""
        if of not in self._marks:
            parts = self.here.walls if of == "wall" else self.here.openings
            self._marks[of] = _Marks.of([part.id for part in parts])
        return self._marks[of]


LinePhrase: TypeAlias = Phrase[Reading, Edit]


@dataclass(frozen=True, slots=True)
class _Marks:
    """Marks by the words they are typed in."""

    names: tuple[str, ...]
    by_words: dict[tuple[str, ...], str]
    longest: int

    @classmethod
    def of(cls, marks: Sequence[str]) -> "_Marks":
        by_words: dict[tuple[str, ...], str] = {}
        for mark in marks:
            for spelled in _spelled(mark):
                by_words.setdefault(spelled, mark)
        return cls(tuple(marks), by_words, max(map(len, by_words), default=0))

    def at(self, tokens: Sequence[Token], at: int) -> Iterator[Figure]:
        """The marks that begin at a token, the longest first; one in the very letters before one in others."""
        for length in range(min(self.longest, len(tokens) - at), 0, -1):
            words = tuple(token.word for token in tokens[at : at + length])
            exact = "".join(token.text for token in tokens[at : at + length])
            if mark := self.by_words.get(words):
                yield Figure(at + length, exact if exact in self.names else mark)


_LETTER_AND_NUMBER = re.compile(r"([WD])(\d+)")
_CALLED = {"W": "window", "D": "door"}


def _spelled(mark: str) -> Iterator[tuple[str, ...]]:
    """How a mark may be typed: W1 also as W 1 and window 1."""
    yield tuple(token.word for token in tokens_of(mark))
    if parts := _LETTER_AND_NUMBER.fullmatch(mark):
        yield parts[1].lower(), parts[2]
        yield _CALLED[parts[1]], parts[2]


def length_slot(key: str, shown: str) -> Slot:
    """A length in a phrase: ``12-6 1/2``."""
    return Slot(key, shown, read_typed_length, is_figure=True)


_OF_FIGURES = re.compile(r"\d[\d./]*|[-'\"]")


def figure_run(tokens: Sequence[Token], at: int, between: Iterable[tuple[str, ...]] = ()) -> str:
    """What stands without a space from a number on, as far as it is written like a figure; empty where it is none."""
    end, joins = at + 1, {word for (word,) in between}
    if not tokens[at].text[:1].isdigit():
        return ""
    while end < len(tokens) and (_OF_FIGURES.fullmatch(tokens[end].text) or tokens[end].word in joins):
        if tokens[end].is_alone and tokens[end].word not in joins and tokens[end - 1].word not in joins:
            break
        end += 1
    return source_of(tokens[at:end])


def read_typed_length(tokens: Sequence[Token], at: int, _reading: object) -> Iterator[Figure]:
    """A length, which is never less than nothing: one measures the other way instead."""
    if at < len(tokens) and tokens[at].word == "-" and (at == 0 or tokens[at].is_alone or tokens[at - 1].word == "@"):
        figure = "".join(token.text for token in tokens[at : at + 4] if not token.text.isalpha())
        raise PhraseError(
            message(
                "{text} is less than nothing: measure the other way, as 2-0 before W1 or 2-0 from end.", text=figure
            )
        )
    found = list(lengths(tokens, at))
    if not found and at < len(tokens) and tokens[at].text[:1].isdigit():
        # What is written like a length and is none: its own sentence says why.
        parse_length(figure_run(tokens, at))
    yield from found


MOST_COUNTED = 40


def count_slot(key: str = "count", shown: str = "how many", most: int = MOST_COUNTED) -> Slot:
    """A small number in a phrase."""
    return Slot(key, shown, lambda tokens, at, _: counts(most)(tokens, at), is_figure=True)


def _mark_of(of: str, what: str) -> Callable[[Sequence[Token], int, Reading], Iterator[Figure]]:
    """Reads the mark of something that is in the job, however it is capitalized."""

    def reader(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        marks = reading.marks(of)
        if of == "wall" and _is_article(tokens, at):
            return
        found = list(marks.at(tokens, at))
        others = reading.marks("opening" if of == "wall" else "wall")
        is_like_one = at < len(tokens) and _LIKE_A_MARK.fullmatch(tokens[at].text)
        if not found and is_like_one and not list(others.at(tokens, at)):
            raise no_such(what, tokens[at].text, marks.names)
        yield from found

    return reader


_LIKE_A_MARK = re.compile(r"[A-Z]{1,2}\d{0,3}|[wd]\d{1,3}")
"""What somebody means for a mark, where there is none of that name."""
_BEFORE_A_WALL = frozenset(
    [
        "wall",
        "in",
        "of",
        "on",
        "off",
        "from",
        "to",
        "at",
        "against",
        "into",
        "past",
        "before",
        "and",
        "near",
        "far",
        "face",
        "between",
        "@",
    ]
)


def _is_article(tokens: Sequence[Token], at: int) -> bool:
    """Whether an “a” is no wall: a small one in a line, where nothing before it asks for a mark."""
    return 0 < at < len(tokens) and tokens[at].text == "a" and tokens[at - 1].word not in _BEFORE_A_WALL


_MOST_NAMED = 12


def no_such(what: str, mark: str, there: Sequence[str]) -> PhraseError:
    """Why a mark names nothing, and what there is."""
    marks = ", ".join(there[:_MOST_NAMED])
    if not marks:
        return PhraseError(message("There is no {what} {mark}; there are none yet.", what=what, mark=mark))
    return PhraseError(message("There is no {what} {mark}; there are {marks}.", what=what, mark=mark, marks=marks))


read_wall_mark = _mark_of("wall", "wall")
read_opening_mark = _mark_of("opening", "opening")


def wall_slot(key: str = "wall") -> Slot:
    """The mark of a wall that is there."""
    return Slot(key, "wall", read_wall_mark, lambda reading: reading.marks("wall").names)


def opening_slot(key: str = "opening") -> Slot:
    """The mark of an opening that is there."""
    return Slot(key, "opening", read_opening_mark, lambda reading: reading.marks("opening").names)


def one_of(key: str, *words: Word) -> Either:
    """One of some words, known by what it gives, or by itself."""
    return Either(*((replace(word, gives=word.gives or (key, word.usual)),) for word in words))


THE = Maybe(Word("the"))
AT = Word("@")
OF: Parts = (Either(*((Word(word),) for word in ("of", "on", "in", "for", "at", "to"))), THE)
THIS = Either((Word("this"),), (Word("that"),))
THIS_OR_THE = Either(*THIS.ways, (Word("the"),))
IT = Slot("wall", "this wall", lambda _tokens, at, reading: selected(reading.wall_id, at))


def selected(mark: str | None, at: int) -> Iterator[Figure]:
    """What is selected, which takes up no token."""
    if mark is None:
        raise PhraseError(message("Nothing is selected. Name the wall or opening by its mark."))
    yield Figure(at, mark)


REMOVE = Facet((Either((Word("remove"),), (Word("take"), Word("out"))),), "gone", counts=False)
"""That something goes."""
IN_WALL = Facet(
    (
        Either(
            (Maybe(*OF), Word("wall"), wall_slot()),
            (*OF, wall_slot()),
            (Maybe(*OF), THIS_OR_THE, Word("wall"), IT),
        ),
    ),
    "wall",
    counts=False,
)
"""The wall something goes into."""
ABOUT_WALL = Facet(
    (
        Either(
            (Maybe(*OF), Maybe(Word("wall")), wall_slot()),
            (Maybe(*OF), THIS_OR_THE, Word("wall"), IT),
        ),
    ),
    "wall",
    counts=False,
)
"""The wall a line is about."""

_END = one_of("end", Word("start", ("end", End.START)), Word("end", ("end", End.END)))
_FACE = one_of("face", Word("near"), Word("center"), Word("far"))
_WAY = one_of("way", Word("past"), Word("before"), Word("from"))
_REFERENCE = one_of("reference", Word("center"), Word("edge"))


def _read_thing(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """An opening or a wall something is measured from; out of a job any mark is that of an opening."""
    if reading.job is None:
        if at < len(tokens):
            yield Figure(at + 1, FromOpening(tokens[at].text))
        return
    found = [replace_value(one, FromOpening(str(one.value))) for one in reading.marks("opening").at(tokens, at)]
    if not found:
        found = [
            replace_value(one, FromWall(str(one.value), WallFace.FAR)) for one in read_wall_mark(tokens, at, reading)
        ]
    yield from found


def replace_value(figure: Figure, value: object) -> Figure:
    """A figure that means something else."""
    return figure._replace(value=value)


def _read_any_wall(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    if reading.job is not None:
        yield from read_wall_mark(tokens, at, reading)
    elif at < len(tokens):
        yield Figure(at + 1, tokens[at].text)


WHENCE = Rule(
    "from where",
    (
        Either(
            (
                Word("from"),
                THE,
                Maybe(Word("outside", ("outside", True)), Maybe(Word("of")), THE),
                _END,
                Maybe(Word("corner")),
            ),
            (
                _WAY,
                THE,
                _FACE,
                Maybe(Word("face")),
                Word("of"),
                Maybe(Word("wall")),
                Slot("of", "wall", _read_any_wall),
            ),
            (_WAY, THE, Maybe(Word("wall")), Slot("thing", "opening or wall", _read_thing)),
        ),
    ),
)
_CENTERED = Word("centered", ("centered", True))
_DISTANCE = length_slot("distance", "distance")
_TO = Maybe(Either((Word("of"),), (Word("to"),), (AT,), (Word("on"),)))
_TO_WHAT = Either((Word("to"), THE, _REFERENCE), (Word("on center", ("reference", "center")),))
PLACE = Rule(
    "place",
    (
        Either(
            (_CENTERED, Maybe(Either((Word("in"),), (Word("on"),)), THE, Word("wall"))),
            (Word("centered", ("reference", "center")), Either((AT,), (Word("on"),)), _DISTANCE, Maybe(WHENCE)),
            (THE, Maybe(_REFERENCE, _TO), _DISTANCE, Maybe(_TO_WHAT), Maybe(WHENCE)),
            (WHENCE, THE, Maybe(_REFERENCE, _TO), _DISTANCE),
        ),
    ),
)
"""Where something is in a wall, after an @."""
PLAIN = Rule(
    "plain place",
    (
        Either(
            (_CENTERED, Maybe(Either((Word("in"),), (Word("on"),)), THE, Word("wall"))),
            (Word("centered", ("reference", "center")), Either((AT,), (Word("on"),)), _DISTANCE, Maybe(WHENCE)),
            (Maybe(_REFERENCE, _TO), _DISTANCE, Maybe(_TO_WHAT), WHENCE),
            (_REFERENCE, _TO, _DISTANCE),
            (_DISTANCE, Word("to"), THE, _REFERENCE),
        ),
    ),
)
"""A place that is plain to be one without an @."""
PLACED: Parts = (Either((PLAIN,), (AT, PLACE)),)


def position_of(given: Given) -> At | Centered:
    """The position a place gives."""
    if given.get("centered"):
        return Centered()
    origin: Origin = FromPlate(End.START)
    way = next(iter(given.get("way", ())), "from")
    usual = Reference.CENTER if way == "from" else Reference.EDGE
    if given.get("end"):
        origin = FromOutside(given["end"][0]) if given.get("outside") else FromPlate(given["end"][0])
    elif given.get("of"):
        origin = FromWall(given["of"][0], WallFace(given["face"][0]))
    elif given.get("thing"):
        origin = given["thing"][0]
        if isinstance(origin, FromOpening):
            usual = Reference.EDGE
        elif isinstance(origin, FromWall) and way == "before":
            origin = replace(origin, face=WallFace.NEAR)
    reference = Reference(given["reference"][0]) if given.get("reference") else usual
    return At(reference, given["distance"][0], origin, End.START if way == "before" else End.END)


def read_place(text: str, reading: Reading | None = None) -> At | Centered:
    """Where an opening is: ``9-3``, ``edge 7-2 from outside end``, ``2-0 before W1``, ``center 3-6 from near of E``.

    Args:
        text: What somebody wrote.
        reading: The job it is in, where its marks must be; without one any mark may be that of an opening.

    Raises:
        BluffError: It is not understood.
    """
    return read(text, (_PLACE_ALONE,), reading or Reading(None), Words())


_PLACE_ALONE: Phrase[Reading, At | Centered] = Phrase(
    message("say where something is in its wall"),
    lambda given, _: position_of(given),
    ("2-0 past W1",),
    needs=(Facet((Maybe(AT), PLACE), "place"),),
)


def place_in_words(position: At | Centered, write: Callable[[Length], str] = format_exact) -> str:
    """Where an opening is, as `read_place` reads it, with its distance written in inches or otherwise."""
    if isinstance(position, Centered):
        return "centered"
    way = "before" if position.toward is End.START else "past"
    match position.origin:
        case FromPlate(end):
            whence = f"from {end}"
        case FromOutside(end):
            whence = f"from outside {end}"
        case FromOpening(opening):
            whence = f"{way} {opening}"
        case FromWall(wall, face):
            whence = f"{way} {face} of {wall}"
    return f"{position.reference} {write(position.distance)} {whence}"
