"""Where something is in a wall, typed: and what every phrase fills its slots with, lengths, counts and marks."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
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
from bluff.core.phrase.grammar import Either, Given, Maybe, Parts, Phrase, Rule, Slot, Word, read


@dataclass(frozen=True, slots=True)
class Reading:
    """What a line is read in: the job, and the wall that is selected. Without a job any mark may be one.

    Args:
        job: What the line is about.
        wall_id: The wall that is selected.
        new_wall: A wall that is not in the job yet, in place of one that is selected.
    """

    job: Job | None
    wall_id: str | None = None
    new_wall: Wall | None = None

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


LinePhrase: TypeAlias = Phrase[Reading, Edit]


def length_slot(key: str, shown: str) -> Slot:
    """A length in a phrase: ``12-6 1/2``."""
    return Slot(key, shown, read_typed_length, longest=4)


def read_typed_length(text: str, _reading: Reading) -> Length:
    """A length, which is never less than nothing: one measures the other way instead."""
    if text.startswith("-"):
        raise PhraseError(
            message("{text} is less than nothing: measure the other way, as 2-0 before W1 or 2-0 from end.", text=text)
        )
    return parse_length(text)


def count_slot(key: str = "count", shown: str = "how many") -> Slot:
    """A small number in a phrase."""
    return Slot(key, shown, read_typed_count)


def read_typed_count(text: str, _reading: Reading) -> int:
    """A number of things, from 1 to 40."""
    if not text.isdecimal() or not 1 <= int(text) <= 40:
        raise PhraseError(message("“{text}” is not a number from 1 to 40.", text=text))
    return int(text)


def _mark_of(what: str, marks: Callable[[Job], Iterable[str]]) -> Callable[[str, Reading], str]:
    """Reads the mark of something that is in the job, however it is capitalised."""

    def reader(text: str, reading: Reading) -> str:
        known = list(marks(reading.here))
        found = next((mark for mark in known if mark == text), None)
        found = found or next((mark for mark in known if mark.lower() == text.lower()), None)
        if found is None:
            have = f"there are {', '.join(known[:12])}" if known else "there are none yet"
            raise PhraseError(message("there is no {what} {text}; {have}.", what=what, text=text, have=have))
        return found

    return reader


read_wall_mark = _mark_of("wall", lambda job: (wall.id for wall in job.walls))
read_opening_mark = _mark_of("opening", lambda job: (opening.id for opening in job.openings))


def wall_slot(key: str = "wall") -> Slot:
    """The mark of a wall that is there."""
    return Slot(key, "wall", read_wall_mark)


THE = Maybe(Word("the"))
AT = Word("@", ("at",))
IN_WALL = Maybe(Word("in"), Maybe(Word("wall")), wall_slot())


def one_of(key: str, *words: Word) -> Either:
    """One of some words, known by what it gives, or by itself."""
    return Either(*((replace(word, gives=word.gives or (key, word.usual)),) for word in words))


_END = one_of("end", Word("start", ("left",), ("end", End.START)), Word("end", ("right",), ("end", End.END)))
_FACE = one_of("face", Word("near"), Word("center", ("centre",)), Word("far"))
_WAY = one_of("way", Word("past"), Word("before"), Word("from"))
_REFERENCE = one_of("reference", Word("center", ("centre",)), Word("edge"))


def _read_thing(text: str, reading: Reading) -> Origin:
    """An opening or a wall something is measured from; out of a job any mark is that of an opening."""
    if reading.job is None:
        return FromOpening(text)
    try:
        return FromOpening(read_opening_mark(text, reading))
    except PhraseError:
        return FromWall(read_wall_mark(text, reading), WallFace.FAR)


def _read_any_wall(text: str, reading: Reading) -> str:
    return text if reading.job is None else read_wall_mark(text, reading)


WHENCE = Rule(
    "from where",
    (
        Either(
            (
                Word("from"),
                THE,
                Maybe(Word("outside", gives=("outside", True)), Maybe(Word("of")), THE),
                _END,
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
            (_WAY, Maybe(Word("wall")), Slot("thing", "opening or wall", _read_thing)),
        ),
    ),
)
_CENTERED = Word("centered", ("centred", "middle"), ("centered", True))
_DISTANCE = length_slot("distance", "distance")
PLACE = Rule("place", (Either((_CENTERED,), (Maybe(_REFERENCE), _DISTANCE, Maybe(WHENCE))),))
"""Where something is in a wall, after an @."""
PLAIN = Rule("plain place", (Either((_CENTERED,), (Maybe(_REFERENCE), _DISTANCE, WHENCE), (_REFERENCE, _DISTANCE)),))
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
    message("where something is in its wall"), (Maybe(AT), PLACE), lambda given, _: position_of(given), ("2-0 past W1",)
)


def place_in_words(position: At | Centered) -> str:
    """Where an opening is, as `read_place` reads it."""
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
    return f"{position.reference} {format_exact(position.distance)} {whence}"
