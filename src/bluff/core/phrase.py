"""Typed lines about openings: where they are, what they are, and what differs behind them.

The phrases themselves are the tables here, in the words of `bluff.core.grammar`; all of them together, with those of
walls and specials, are in `bluff.core.typed`.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace
from itertools import count, product
from string import ascii_uppercase
from typing import TypeAlias

from bluff.core.edit import AddOpening, ChangeOpening, Edit, RemoveOpening, Several
from bluff.core.errors import PhraseError
from bluff.core.grammar import Either, Given, Many, Maybe, Parts, Phrase, Rule, Slot, Word, read
from bluff.core.header import Header, HeaderKind, Source
from bluff.core.header_phrase import read_header
from bluff.core.job import Job, Opening, Sizing, Wall
from bluff.core.length import Length, format_exact, inches, parse_length
from bluff.core.position import (
    At,
    Centred,
    FromOpening,
    FromOutside,
    FromPlate,
    FromWall,
    Origin,
    Reference,
    WallFace,
)
from bluff.core.schools import End, Jacks, OpeningKind
from bluff.core.size import Size, parse_size
from bluff.core.standard import Ways
from bluff.core.words import Words


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
            raise PhraseError("A line that changes something is read in a job.")
        return self.job

    def wall(self, given: Given) -> Wall:
        """The wall a line is about: the one it names, or the one selected."""
        if named := given.get("wall"):
            return self.here.wall(named[0])
        if self.new_wall:
            return self.new_wall
        if self.wall_id is None:
            raise PhraseError("That does not say which wall; select one first, or end the line with “in A”.")
        return self.here.wall(self.wall_id)


LinePhrase: TypeAlias = Phrase[Reading, Edit]

_DOOR_HEIGHT = inches("6' 6")
"""Nobody calls out a window this tall without saying so; the preview shows what was taken."""


def length_slot(key: str, shown: str) -> Slot:
    """A length in a phrase: ``12-6 1/2``."""
    return Slot(key, shown, _read_length, longest=4)


def _read_length(text: str, _reading: Reading) -> Length:
    if text.startswith("-"):
        raise PhraseError(f"{text} is less than nothing: measure the other way, as 2-0 before W1 or 2-0 from end")
    return parse_length(text)


def count_slot(key: str = "count", shown: str = "how many") -> Slot:
    """A small number in a phrase."""
    return Slot(key, shown, _read_count)


def _read_count(text: str, _reading: Reading) -> int:
    if not text.isdecimal() or not 1 <= int(text) <= 40:
        raise PhraseError(f"“{text}” is no number from 1 to 40")
    return int(text)


def _mark_of(what: str, marks: Callable[[Job], Iterable[str]]) -> Callable[[str, Reading], str]:
    """Reads the mark of something that is in the job, however it is capitalised."""

    def reader(text: str, reading: Reading) -> str:
        known = list(marks(reading.here))
        found = next((mark for mark in known if mark == text), None)
        found = found or next((mark for mark in known if mark.lower() == text.lower()), None)
        if found is None:
            have = f"there are {', '.join(known[:12])}" if known else "there are none yet"
            raise PhraseError(f"there is no {what} {text}; {have}")
        return found

    return reader


_read_wall_mark = _mark_of("wall", lambda job: (wall.id for wall in job.walls))
_read_opening_mark = _mark_of("opening", lambda job: (opening.id for opening in job.openings))


def wall_slot(key: str = "wall") -> Slot:
    """The mark of a wall that is there."""
    return Slot(key, "wall", _read_wall_mark)


THE = Maybe(Word("the"))
AT = Word("@", ("at",))
IN_WALL = Maybe(Word("in"), Maybe(Word("wall")), wall_slot())


def _one_of(key: str, *words: Word) -> Either:
    return Either(*((replace(word, gives=word.gives or (key, word.usual)),) for word in words))


_END = _one_of("end", Word("start", ("left",), ("end", End.START)), Word("end", ("right",), ("end", End.END)))
_FACE = _one_of("face", Word("near"), Word("centre", ("center",)), Word("far"))
_WAY = _one_of("way", Word("past"), Word("before"), Word("from"))
_REFERENCE = _one_of("reference", Word("centre", ("center",)), Word("edge"))


def _read_thing(text: str, reading: Reading) -> Origin:
    """An opening or a wall something is measured from; out of a job any mark is that of an opening."""
    if reading.job is None:
        return FromOpening(text)
    try:
        return FromOpening(_read_opening_mark(text, reading))
    except PhraseError:
        return FromWall(_read_wall_mark(text, reading), WallFace.FAR)


def _read_any_wall(text: str, reading: Reading) -> str:
    return text if reading.job is None else _read_wall_mark(text, reading)


_WHENCE = Rule(
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
_CENTRED = Word("centred", ("centered", "middle"), ("centred", True))
_DISTANCE = length_slot("distance", "distance")
PLACE = Rule("place", (Either((_CENTRED,), (Maybe(_REFERENCE), _DISTANCE, Maybe(_WHENCE))),))
"""Where something is in a wall, after an @."""
_PLAIN = Rule("plain place", (Either((_CENTRED,), (Maybe(_REFERENCE), _DISTANCE, _WHENCE), (_REFERENCE, _DISTANCE)),))
"""A place that is plain to be one without an @."""
_PLACED: Parts = (Either((_PLAIN,), (AT, PLACE)),)


def position_of(given: Given) -> At | Centred:
    """The position a place gives."""
    if given.get("centred"):
        return Centred()
    origin: Origin = FromPlate(End.START)
    way = next(iter(given.get("way", ())), "from")
    usual = Reference.CENTRE if way == "from" else Reference.EDGE
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


def read_place(text: str, reading: Reading | None = None) -> At | Centred:
    """Where an opening is: ``9-3``, ``edge 7-2 from outside end``, ``2-0 before W1``, ``centre 3-6 from near of E``.

    Args:
        text: What somebody wrote.
        reading: The job it is in, where its marks must be; without one any mark may be that of an opening.

    Raises:
        BluffError: It is not understood.
    """
    return read(text, (_PLACE_ALONE,), reading or Reading(None), Words())


_PLACE_ALONE: Phrase[Reading, At | Centred] = Phrase(
    "where something is in its wall", (Maybe(AT), PLACE), lambda given, _: position_of(given), ("2-0 past W1",)
)


def place_in_words(position: At | Centred) -> str:
    """Where an opening is, as `read_place` reads it."""
    if isinstance(position, Centred):
        return "centred"
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


_KINDS: dict[str, tuple[str, ...]] = {
    OpeningKind.WINDOW: ("w",),
    OpeningKind.DOOR: ("d",),
    **{kind: (kind.removesuffix("-door"),) for kind in OpeningKind if kind.endswith("-door")},
    OpeningKind.CASED_OPENING: ("cased",),
}
_KIND = Rule(
    "kind",
    (_one_of("kind", *(Word(kind, others, ("kind", OpeningKind(kind))) for kind, others in _KINDS.items())),),
)
_ROUGH = Word("ro", ("rough",), ("rough", True))
_SIZE = Slot("size", "width x height", lambda text, _: parse_size(text), longest=9)
_SIZED: Parts = (Maybe(_ROUGH), _SIZE)


def read_kind(word: str | None, size: Size) -> OpeningKind:
    """What a word for a kind of opening means; without one, what its size makes likely.

    Raises:
        PhraseError: There is no such kind.
    """
    if word is None or word.lower() == "ro":
        return OpeningKind.DOOR if size.height >= _DOOR_HEIGHT else OpeningKind.WINDOW
    for kind, others in _KINDS.items():
        if word.lower() in (kind, *others):
            return OpeningKind(kind)
    known = ", ".join(sorted({*_KINDS, *(other for others in _KINDS.values() for other in others)}))
    raise PhraseError(f"“{word}” is no kind of opening; write one of {known}.")


_Way: TypeAlias = Callable[[Ways, Header], Ways]
"""What differs about one opening: a change of its ways, given the header that holds for it."""


def _read_header(text: str, _reading: Reading) -> _Way:
    called = read_header(text, Header())
    is_counted = "ply" in text.lower()

    def put(ways: Ways, header: Header) -> Ways:
        # Called without a number it is as many as before: “header 2x10” makes deeper what is there.
        plies = header.plies if not is_counted and called.kind is header.kind is HeaderKind.BUILT_UP else called.plies
        chosen = replace(read_header(text, header), plies=plies, source=Source.UNVERIFIED)
        return replace(ways, header=chosen)

    return put


def _read_head(text: str, reading: Reading) -> _Way:
    head = _read_length(text, reading)
    return lambda ways, _: replace(ways, head_height=head)


def _read_jacks(text: str, reading: Reading) -> _Way:
    number = _read_count(text, reading)
    return lambda ways, _: replace(ways, jack_count=number)


def _read_kings(text: str, reading: Reading) -> _Way:
    number = _read_count(text, reading)
    return lambda ways, _: replace(ways, king_count=number)


def _sills(number: int) -> _Way:
    return lambda ways, _: replace(ways, sills=number)


def _jacks(jacks: Jacks) -> _Way:
    return lambda ways, _: replace(ways, jacks=jacks)


_DIFFERS = Rule(
    "what differs",
    (
        Many(
            Either(
                (Word("head"), Slot("differs", "height", _read_head, longest=4)),
                (Word("header"), Slot("differs", "header", _read_header, longest=8)),
                (Word("single", gives=("differs", _sills(1))), Word("sill")),
                (Word("double", gives=("differs", _sills(2))), Word("sill")),
                (Word("floating", gives=("differs", _jacks(Jacks.FLOATING))),),
                (Word("to-plate", gives=("differs", _jacks(Jacks.TO_PLATE))),),
                (Word("hangers", gives=("differs", _jacks(Jacks.HANGERS))),),
                (Slot("differs", "how many", _read_jacks), Word("jacks", ("jack",))),
                (Slot("differs", "how many", _read_kings), Word("kings", ("king",))),
            )
        ),
    ),
)
RULES = (PLACE, _PLAIN, _WHENCE, _KIND, _DIFFERS)
"""What phrases call by name."""


def _opening(given: Given, reading: Reading) -> Opening:
    size = given["size"][0]
    kind = given["kind"][0] if given.get("kind") else read_kind(None, size)
    sizing = Sizing.ROUGH if given.get("rough") else Sizing.UNIT
    wall = reading.wall(given)
    opening = Opening(next_opening_id(reading.here.openings, kind), wall.id, kind, size, sizing, position_of(given))
    return _differing(opening, given, reading.here)


def _differing(opening: Opening, given: Given, job: Job) -> Opening:
    """An opening with what a line says differs about it."""
    for way in given.get("differs", ()):
        header = opening.ways.over(job.wall(opening.wall).ways.over(job.standard)).header
        opening = replace(opening, ways=way(opening.ways, header))
    if opening.kind.is_doorway and opening.ways.head_height is not None:
        raise PhraseError("A doorway's head is its rough height; write its size instead of a head.")
    return opening


def _add(given: Given, reading: Reading) -> Edit:
    return AddOpening(_opening(given, reading))


def _add_several(given: Given, reading: Reading) -> Edit:
    """Openings alike, each so far from the one before it, the way the first is measured."""
    first, number, apart = _opening(given, reading), given["count"][0], given["every"][0]
    position = first.position
    if isinstance(position, Centred):
        raise PhraseError("Several in a row need a distance for the first; write it like 3 of 3-0x4-0 @ 6-0 every 8-0.")
    known = list(reading.here.openings)
    edits = []
    for index in range(number):
        at = replace(position, distance=position.distance + index * apart)
        known.append(replace(first, id=next_opening_id(known, first.kind), position=at))
        edits.append(AddOpening(known[-1]))
    return Several(f"add {number} of {first.size}", tuple(edits))


def _change(given: Given, reading: Reading) -> Edit:
    opening = reading.here.opening(given["opening"][0])
    if given.get("size"):
        sizing = Sizing.ROUGH if given.get("rough") else opening.sizing
        opening = replace(opening, size=given["size"][0], sizing=sizing)
    if given.get("distance") or given.get("centred"):
        opening = replace(opening, position=position_of(given))
    return ChangeOpening(opening.id, _differing(opening, given, reading.here))


_OPENING = Slot("opening", "opening", _read_opening_mark)
_NEW: Parts = (Maybe(_KIND), *_SIZED, *_PLACED, Maybe(_DIFFERS))

ADD_OPENING: LinePhrase = Phrase(
    "put an opening into a wall",
    (*_NEW, IN_WALL),
    _add,
    (
        "3-6x4-6 @ 9-3",
        "3068 at 4-0",
        "w 2640 @ 4-0",
        "2-6 4-0 @ 9-3",
        "2/6 x 4/0 @ 9-3",
        "d 2-10x6-8 @ edge 7-2",
        "w 3-0x3-0 6-0 from right",
        "w 3-0x3-0 @ 4-0 from outside end",
        "w 3-0x3-0 centred head 84",
        "ro 43x55 @ centred double sill",
        "w 3-0x3-0 @ 4-0 header 2x10 floating",
    ),
)
ADD_SEVERAL: LinePhrase = Phrase(
    "put openings alike into a wall, evenly apart",
    (count_slot(), Word("of"), *_NEW, Word("every"), length_slot("every", "distance"), IN_WALL),
    _add_several,
    ("3 of 3-0x4-0 @ 6-0 every 8-0",),
)
CHANGE_OPENING: LinePhrase = Phrase(
    "change an opening",
    (
        _OPENING,
        Either(
            (*_SIZED, Maybe(*_PLACED), Maybe(_DIFFERS)),
            (*_PLACED, Maybe(_DIFFERS)),
            (_DIFFERS,),
        ),
    ),
    _change,
    ("W1 @ 7-0", "W1 3-0x4-0", "W1 head 84", "W1 3-0x4-0 @ 7-0 header 2x10", "W1 6-0 from end", "W1 2 kings"),
)
REMOVE_OPENING: LinePhrase = Phrase(
    "take an opening out",
    (Either((_OPENING, Word("gone")), (Word("remove"), _OPENING)),),
    lambda given, _: RemoveOpening(given["opening"][0]),
    ("W1 gone", "remove W1"),
)


def read_opening(text: str, job: Job, wall: Wall) -> Opening:
    """Understand a typed opening, as `ADD_OPENING` writes it.

    Args:
        text: ``3-6x4-6 @ 9-3`` and the other forms.
        job: Gives the new opening the next free mark, W1 for windows and D1 for the rest.
        wall: The wall it goes into.

    Raises:
        PhraseError: It is not understood; the message says which part and what to write.
    """
    phrase = Phrase(ADD_OPENING.does, _NEW, _opening, ADD_OPENING.examples)
    return read(text, (phrase,), Reading(job, new_wall=wall), job.standard.words)


def opening_in_words(opening: Opening) -> str:
    """An opening's kind, size and place, as `read_opening` reads them."""
    rough = "ro " if opening.sizing is Sizing.ROUGH else ""
    size = f"{format_exact(opening.size.width)} x {format_exact(opening.size.height)}"
    return f"{opening.kind} {rough}{size} @ {place_in_words(opening.position)}"


def next_wall_id(walls: Iterable[Wall]) -> str:
    """The first letter no wall has: A, B … Z, AA."""
    taken = {wall.id for wall in walls}
    letters = ("".join(pair) for size in count(1) for pair in product(ascii_uppercase, repeat=size))
    return next(mark for mark in letters if mark not in taken)


def next_opening_id(openings: Iterable[Opening], kind: OpeningKind) -> str:
    """The first mark no opening has: W1, W2 … for windows, D1, D2 … for everything people walk through."""
    taken = {opening.id for opening in openings}
    letter = "D" if kind.is_doorway else "W"
    return next(mark for number in count(1) if (mark := f"{letter}{number}") not in taken)
