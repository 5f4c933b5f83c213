"""Typed lines about openings: what they are, where, and what differs behind them.

The phrases themselves are the tables here, in the words of `bluff.core.phrase.grammar`; all of them together, with
those of walls and specials, are in `bluff.core.phrase.typed`.
"""

from collections.abc import Callable
from dataclasses import replace
from typing import Any, TypeAlias

from bluff.core.errors import PhraseError
from bluff.core.job.edit import AddOpening, ChangeOpening, Edit, RemoveOpening, Several
from bluff.core.job.header import Header, HeaderKind, Source
from bluff.core.job.job import MOST_FLOORS, Job, Opening, Sizing, Wall
from bluff.core.job.marks import next_opening_id
from bluff.core.job.position import Centered
from bluff.core.job.schools import Jacks, OpeningKind
from bluff.core.measure.length import inches
from bluff.core.measure.size import Size, parse_size
from bluff.core.message import message
from bluff.core.phrase.grammar import Either, Given, Many, Maybe, Parts, Phrase, Rule, Slot, Word, read
from bluff.core.phrase.header import read_header
from bluff.core.phrase.place import (
    IN_WALL,
    PLACE,
    PLACED,
    PLAIN,
    WHENCE,
    LinePhrase,
    Reading,
    count_slot,
    length_slot,
    one_of,
    position_of,
    read_opening_mark,
    read_typed_count,
    read_typed_length,
)

_DOOR_HEIGHT = inches("6' 6")
"""Nobody calls out a window this tall without saying so; the preview shows what was taken."""

_KINDS: dict[str, tuple[str, ...]] = {
    OpeningKind.WINDOW: ("w",),
    OpeningKind.DOOR: ("d",),
    **{kind: (kind.removesuffix("-door"),) for kind in OpeningKind if kind.endswith("-door")},
    OpeningKind.CASED_OPENING: ("cased",),
}
_KIND = Rule(
    "kind",
    (one_of("kind", *(Word(kind, others, ("kind", OpeningKind(kind))) for kind, others in _KINDS.items())),),
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
    raise PhraseError(message("“{word}” is not a kind of opening. Write one of {known}.", word=word, known=known))


_Way: TypeAlias = Callable[[Opening, Header], Opening]
"""What differs about one opening: a change of it, given the header that holds for it."""


def _with(opening: Opening, **ways: Any) -> Opening:
    return replace(opening, ways=replace(opening.ways, **ways))


def _read_header(text: str, _reading: Reading) -> _Way:
    called = read_header(text, Header())
    is_counted = "ply" in text.lower()

    def put(opening: Opening, header: Header) -> Opening:
        # Called without a number it is as many as before: “header 2x10” makes deeper what is there.
        plies = header.plies if not is_counted and called.kind is header.kind is HeaderKind.BUILT_UP else called.plies
        chosen = replace(read_header(text, header), plies=plies, source=Source.UNVERIFIED)
        return _with(opening, header=chosen)

    return put


def _read_head(text: str, reading: Reading) -> _Way:
    head = read_typed_length(text, reading)
    return lambda opening, _: _with(opening, head_height=head)


def _read_jacks(text: str, reading: Reading) -> _Way:
    number = read_typed_count(text, reading)
    return lambda opening, _: _with(opening, jack_count=number)


def _read_kings(text: str, reading: Reading) -> _Way:
    number = read_typed_count(text, reading)
    return lambda opening, _: _with(opening, king_count=number)


def _read_floor(text: str, _reading: Reading) -> _Way:
    if not text.isdecimal() or int(text) > MOST_FLOORS:
        raise PhraseError(
            message("“{text}” is not a floor; 0 is the one the wall stands on, 1 the next above it.", text=text)
        )
    floor = int(text)
    return lambda opening, _: replace(opening, floor=floor)


def _sills(number: int) -> _Way:
    return lambda opening, _: _with(opening, sills=number)


def _jacks(jacks: Jacks) -> _Way:
    return lambda opening, _: _with(opening, jacks=jacks)


_DIFFERS = Rule(
    "what differs",
    (
        Many(
            Either(
                (Word("floor", ("story",)), Slot("differs", "which", _read_floor)),
                (Word("head"), Slot("differs", "height", _read_head, longest=4)),
                (Word("header", piece="header"), Slot("differs", "{header}", _read_header, longest=8)),
                (Word("single", gives=("differs", _sills(1))), Word("sill", piece="sill")),
                (Word("double", gives=("differs", _sills(2))), Word("sill", piece="sill")),
                (Word("floating", gives=("differs", _jacks(Jacks.FLOATING))),),
                (Word("to-plate", gives=("differs", _jacks(Jacks.TO_PLATE))),),
                (Word("hangers", gives=("differs", _jacks(Jacks.HANGERS))),),
                (Slot("differs", "how many", _read_jacks), Word("jacks", ("jack",), piece="jack")),
                (Slot("differs", "how many", _read_kings), Word("kings", ("king",), piece="king")),
            )
        ),
    ),
)
RULES = (PLACE, PLAIN, WHENCE, _KIND, _DIFFERS)
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
        header = job.standard_of(opening).header
        opening = way(opening, header)
    if opening.kind.is_doorway and opening.ways.head_height is not None:
        raise PhraseError(message("A doorway's head is its rough height. Write its size instead of a head."))
    return opening


def _add(given: Given, reading: Reading) -> Edit:
    return AddOpening(_opening(given, reading))


def _add_several(given: Given, reading: Reading) -> Edit:
    """Openings alike, each so far from the one before it, the way the first is measured."""
    first, number, apart = _opening(given, reading), given["count"][0], given["every"][0]
    position = first.position
    if isinstance(position, Centered):
        raise PhraseError(
            message("Several in a row need a distance for the first. Write it like 3 of 3-0x4-0 @ 6-0 every 8-0.")
        )
    known = list(reading.here.openings)
    edits = []
    for index in range(number):
        at = replace(position, distance=position.distance + index * apart)
        known.append(replace(first, id=next_opening_id(known, first.kind), position=at))
        edits.append(AddOpening(known[-1]))
    return Several(tuple(edits))


def _change(given: Given, reading: Reading) -> Edit:
    opening = reading.here.opening(given["opening"][0])
    if given.get("size"):
        sizing = Sizing.ROUGH if given.get("rough") else opening.sizing
        opening = replace(opening, size=given["size"][0], sizing=sizing)
    if given.get("distance") or given.get("centered"):
        opening = replace(opening, position=position_of(given))
    return ChangeOpening(opening.id, _differing(opening, given, reading.here))


_OPENING = Slot("opening", "opening", read_opening_mark)
_NEW: Parts = (Maybe(_KIND), *_SIZED, *PLACED, Maybe(_DIFFERS))

ADD_OPENING: LinePhrase = Phrase(
    message("put an opening into a wall"),
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
        "w 3-0x3-0 centered head 84",
        "ro 43x55 @ centered double sill",
        "w 3-0x3-0 @ 4-0 header 2x10 floating",
        "w 3-0x4-0 @ 9-3 floor 1",
    ),
)
ADD_SEVERAL: LinePhrase = Phrase(
    message("put openings alike into a wall, evenly apart"),
    (count_slot(), Word("of"), *_NEW, Word("every"), length_slot("every", "distance"), IN_WALL),
    _add_several,
    ("3 of 3-0x4-0 @ 6-0 every 8-0",),
)
CHANGE_OPENING: LinePhrase = Phrase(
    message("change an opening"),
    (
        _OPENING,
        Either(
            (*_SIZED, Maybe(*PLACED), Maybe(_DIFFERS)),
            (*PLACED, Maybe(_DIFFERS)),
            (_DIFFERS,),
        ),
    ),
    _change,
    ("W1 @ 7-0", "W1 3-0x4-0", "W1 head 84", "W1 3-0x4-0 @ 7-0 header 2x10", "W1 6-0 from end", "W1 2 kings"),
)
REMOVE_OPENING: LinePhrase = Phrase(
    message("remove an opening"),
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
