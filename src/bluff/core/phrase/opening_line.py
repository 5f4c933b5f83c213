"""Typed lines about openings: what they are, where, and what differs behind them.

The phrases themselves are the tables here, in the facets of `bluff.core.phrase.grammar`; all of them together, with
those of walls and specials, are in `bluff.core.phrase.typed`.
"""

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeAlias

from bluff.core.errors import PhraseError
from bluff.core.job.edit import AddOpening, ChangeOpening, Edit, MoveOpening, RemoveOpening, Several
from bluff.core.job.header import MOST_PLIES, HeaderKind, Source
from bluff.core.job.job import MOST_FLOORS, Job, Opening, Sizing, Wall, is_mark
from bluff.core.job.marks import next_opening_id
from bluff.core.job.position import Centered
from bluff.core.job.rough_opening import rough_opening
from bluff.core.job.schools import Jacks, OpeningKind
from bluff.core.measure.length import Length, inches
from bluff.core.measure.size import Size, parse_size
from bluff.core.message import message
from bluff.core.phrase.figures import SURE, Figure, counts, lumbers, sizes
from bluff.core.phrase.grammar import Either, Facet, Given, Many, Maybe, Parts, Phrase, Rule, Slot, Word, read
from bluff.core.phrase.header import read_header
from bluff.core.phrase.lexicon import FILLERS, spellings
from bluff.core.phrase.place import (
    AT,
    IN_WALL,
    IT,
    MOST_COUNTED,
    OF,
    PLACE,
    PLACED,
    PLAIN,
    REMOVE,
    THE,
    THIS,
    WHENCE,
    LinePhrase,
    Reading,
    count_slot,
    figure_run,
    length_slot,
    one_of,
    opening_slot,
    position_of,
    read_typed_length,
    selected,
    wall_slot,
)
from bluff.core.phrase.tokens import Token

_DOOR_HEIGHT = inches("6' 6")
"""Nobody calls out a window this tall without saying so; the preview shows what was taken."""

_KIND = Rule("kind", (one_of("kind", *(Word(kind, ("kind", OpeningKind(kind))) for kind in OpeningKind)),))


_LIKE_A_SIZE = 2
"""Signs; what has no more is some other figure."""


def _read_size(tokens: Sequence[Token], at: int, _reading: object) -> Iterator[Figure]:
    found = list(sizes(tokens, at))
    if not found and at < len(tokens) and len(run := figure_run(tokens, at, spellings("x"))) > _LIKE_A_SIZE:
        # What is written like a size and is none: its own sentence says why.
        parse_size(run)
    yield from found


_SIZE = Slot("size", "width x height", _read_size, is_figure=True)
_SIZED: Parts = (
    Either(
        (Maybe(Either((Word("ro", ("sizing", Sizing.ROUGH)),), (Word("unit", ("sizing", Sizing.UNIT)),))), _SIZE),
        (_SIZE, Either((Word("ro", ("sizing", Sizing.ROUGH)),), (Word("unit", ("sizing", Sizing.UNIT)),))),
    ),
)


def read_kind(word: str | None, size: Size) -> OpeningKind:
    """What a word for a kind of opening means; without one, what its size makes likely.

    Raises:
        PhraseError: There is no such kind.
    """
    if word is None or word.lower() == "ro":
        return OpeningKind.DOOR if size.height >= _DOOR_HEIGHT else OpeningKind.WINDOW
    typed = tuple(word.lower().replace("-", " ").split())
    for kind in OpeningKind:
        if typed in spellings(kind):
            return kind
    known = ", ".join(sorted(OpeningKind))
    raise PhraseError(message("“{word}” is not a kind of opening. Write one of {known}.", word=word, known=known))


@dataclass(frozen=True, slots=True)
class _Way:
    """What differs about one opening: a value, and how it is put into the opening."""

    put: Callable[[Opening, Job, Any], Opening]
    value: Any

    def of(self, opening: Opening, job: Job) -> Opening:
        return self.put(opening, job, self.value)


def _with(opening: Opening, **ways: Any) -> Opening:
    return replace(opening, ways=replace(opening.ways, **ways))


def _put_way(key: str) -> Callable[[Opening, Job, Any], Opening]:
    return lambda opening, _, value: _with(opening, **{key: value})


_SILLS, _JACKS, _JACK_COUNT, _KING_COUNT, _HEAD = map(
    _put_way, ("sills", "jacks", "jack_count", "king_count", "head_height")
)


def _put_header(opening: Opening, job: Job, called: str) -> Opening:
    header = job.standard_of(opening).header
    chosen = read_header(called, header)
    if "ply" not in called and chosen.kind is header.kind is HeaderKind.BUILT_UP:
        # Called without a number it is as many as before: “header 2x10” makes deeper what is there.
        chosen = replace(chosen, plies=header.plies)
    return _with(opening, header=replace(chosen, source=Source.UNVERIFIED))


def _put_sill_height(opening: Opening, job: Job, sill: Length) -> Opening:
    """The head that brings the top of the rough sill to a height."""
    if opening.kind.is_doorway:
        raise PhraseError(message("A {kind} has no {sill}. Set its size instead.", kind=opening.kind.called))
    rough = rough_opening(opening, job.standard_of(opening))
    return _with(opening, head_height=sill + rough.height.value)


def _put_head_by(opening: Opening, job: Job, by: Length) -> Opening:
    return _with(opening, head_height=job.standard_of(opening).head_height + by)


def _put_size_by(opening: Opening, _: Job, by: tuple[Length, Length]) -> Opening:
    return replace(opening, size=Size(opening.size.width + by[0], opening.size.height + by[1]))


def _put_width(opening: Opening, _: Job, width: Length) -> Opening:
    return replace(opening, size=Size(width, opening.size.height))


def _put_height(opening: Opening, _: Job, height: Length) -> Opening:
    return replace(opening, size=Size(opening.size.width, height))


def _put_floor(opening: Opening, _: Job, floor: int) -> Opening:
    return replace(opening, floor=floor)


def _put_kind(opening: Opening, _: Job, kind: OpeningKind) -> Opening:
    return replace(opening, kind=kind)


def _put_wall(opening: Opening, _: Job, wall: str) -> Opening:
    return replace(opening, wall=wall)


_Reader: TypeAlias = Callable[[Sequence[Token], int, Reading], Iterator[Figure]]


def _differs(
    shown: str, put: Callable[[Opening, Job, Any], Opening], read_value: _Reader, *, is_figure: bool = True
) -> Slot:
    """A slot whose value is put into an opening."""

    def reader(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        for end, value, cost in read_value(tokens, at, reading):
            yield Figure(end, _Way(put, value), cost)

    return Slot("differs", shown, reader, is_figure=is_figure)


def _gives(put: Callable[[Opening, Job, Any], Opening], value: Any) -> tuple[str, _Way]:
    return "differs", _Way(put, value)


_LOWEST_SILL = inches(3)
"""A figure before “sill” that is less counts sills."""


def _read_sill_height(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    for found in read_typed_length(tokens, at, reading):
        if isinstance(found.value, int) and found.value >= _LOWEST_SILL:
            yield found


_NUMBERS = {1: "single", 2: "double", 3: "triple"}


def _read_number(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
    """A small number in figures or as double and triple."""
    yield from counts(MOST_COUNTED)(tokens, at)
    for number, word in _NUMBERS.items():
        for spelled in spellings(word):
            if tuple(token.word for token in tokens[at : at + len(spelled)]) == spelled and spelled[0].isalpha():
                yield Figure(at + len(spelled), number)


def _read_plies(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[tuple[int, int]]:
    for end, number, _ in _read_number(tokens, at, reading):
        if isinstance(number, int) and number <= MOST_PLIES:
            is_ply = end < len(tokens) and (tokens[end].word == "-" or (tokens[end].word,) in spellings("ply"))
            yield end + is_ply, number


_AS = {
    ("laid", "flat"): "laid flat",
    ("flat",): "flat",
    ("on", "the", "flat"): "flat",
    ("with", "foam"): "with foam",
    ("foam",): "with foam",
    ("insulated",): "with foam",
    ("box",): "box",
    ("solid",): "",
    ("built", "up"): "",
}
"""What is said of a header behind or before its size, and how it is written there."""


def _read_as(tokens: Sequence[Token], at: int) -> tuple[int, str]:
    for spelled, written in _AS.items():
        if tuple(token.word for token in tokens[at : at + len(spelled)]) == spelled:
            return at + len(spelled), written
    return at, ""


def _read_header(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """A header as it is called: ``2-ply 2x8``, ``double 2x10``, ``(2) 2x10``, ``6x8``, ``2x4 flat``."""
    start, before = _read_as(tokens, at)
    for begin, plies in ((start, None), *_read_plies(tokens, start, reading)):
        for end, size, cost in lumbers(tokens, begin):
            last, behind = _read_as(tokens, end)
            called = " ".join(part for part in (f"{plies}-ply" if plies else "", str(size), behind or before) if part)
            yield Figure(last, called, cost)


_ORDINALS = {"ground": 0, "first": 0, "1st": 0, "second": 1, "2nd": 1, "third": 2, "3rd": 2, "fourth": 3, "fifth": 4}


def _read_floor(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
    if at >= len(tokens):
        return
    text = tokens[at].text
    if not text.isdecimal():
        return
    if int(text) > MOST_FLOORS:
        raise PhraseError(
            message("“{text}” is not a floor; 0 is the one the wall stands on, 1 the next above it.", text=text)
        )
    yield Figure(at + 1, int(text))


def _read_story(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
    if at < len(tokens) and (floor := _ORDINALS.get(tokens[at].word)) is not None:
        yield Figure(at + 1, floor)


def _was(slot: Slot) -> Maybe:
    """What was there before, which a line may say: from 82 1/2 to 80."""
    return Maybe(Maybe(Word("from")), replace(slot, key="was"), Either((Word("→"),), (Word("to"),)))


def _labeled(word: Word, slot: Slot, *, behind: bool = True) -> Parts:
    """A figure with its label before or behind it: head 84, 84 head."""
    before: Parts = (word, _was(slot), slot)
    return (Either(before, (slot, replace(word, is_close=True))),) if behind else before


def _by(width: int, height: int) -> _Reader:
    def reader(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        for end, by, cost in read_typed_length(tokens, at, reading):
            if isinstance(by, int) and cost == SURE:
                yield Figure(end, (width * by, height * by))

    return reader


_MOST_BY = inches(24)
"""By how much a head is raised or lowered; a longer figure is where it comes to."""


def _up(sign: int) -> _Reader:
    def reader(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        for end, by, cost in read_typed_length(tokens, at, reading):
            if isinstance(by, int) and by <= _MOST_BY and cost == SURE:
                yield Figure(end, sign * by)

    return reader


def _of_all_windows(what: str) -> Slot:
    """Heads or sills of all windows at once: ``all heads``, ``window sills``."""
    ways = {
        tuple(f"{every}{window}{what}".split())
        for every in ("", "all ", "all the ", "all of the ")
        for window in ("", "window ", "windows ")
        if every or window
    }

    def reader(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
        for way in ways:
            if tuple(token.word for token in tokens[at : at + len(way)]) == way:
                yield Figure(at + len(way), OpeningKind.WINDOW)

    return Slot("all", "all windows", reader, knows=lambda _: frozenset(word for way in ways for word in way))


_HEAD_HEIGHT = _differs("height", _HEAD, read_typed_length)
_SILL_HEIGHT = _differs("height", _put_sill_height, _read_sill_height)
_WIDTH = _differs("width", _put_width, read_typed_length)
_HEIGHT = _differs("height", _put_height, read_typed_length)
_A_SIDE = Maybe(Word("a side"))

HEAD = Facet(
    (
        Either(
            _labeled(Word("head"), _HEAD_HEIGHT),
            (Word("head"), Either((Word("up"),), (Word("down"),)), Word("to"), _HEAD_HEIGHT),
            (_of_all_windows("heads"), Maybe(Either((AT,), (Word("to"),))), _HEAD_HEIGHT),
        ),
    ),
    "head height",
)
SILL_HEIGHT = Facet(
    (
        Either(
            _labeled(Word("sill", piece="sill"), _SILL_HEIGHT),
            (_of_all_windows("sills"), Maybe(Either((AT,), (Word("to"),))), _SILL_HEIGHT),
        ),
    ),
    "sill height",
)
_HEADER = _differs("{header}", _put_header, _read_header, is_figure=False)
HEADER = Facet(
    (
        Either(
            _labeled(Word("header", piece="header"), _HEADER),
            (_HEADER, Word("over", is_close=True)),
            (Word("header", piece="header"), Word("over"), _HEADER),
        ),
    ),
    "{header}",
)
SILL_COUNT = Facet(
    (
        Either(
            (Word("single", _gives(_SILLS, 1)), Word("sill", piece="sill")),
            (Word("double", _gives(_SILLS, 2)), Word("sill", piece="sill")),
        ),
    ),
    "single or double {sill}",
)
BEARING_ON = Facet(
    (
        Either(
            (Word("floating", _gives(_JACKS, Jacks.FLOATING)),),
            (Word("to-plate", _gives(_JACKS, Jacks.TO_PLATE)),),
            (Word("hangers", _gives(_JACKS, Jacks.HANGERS)),),
        ),
        Maybe(Word("jacks", piece="jack")),
    ),
    "what {header:many} bear on",
)
_JACKS_A_SIDE = _differs("how many", _JACK_COUNT, _read_number, is_figure=False)
_KINGS_A_SIDE = _differs("how many", _KING_COUNT, _read_number, is_figure=False)
JACK_COUNT = Facet((*_labeled(Word("jacks", piece="jack"), _JACKS_A_SIDE), _A_SIDE), "{jack:many} a side")
KING_COUNT = Facet((*_labeled(Word("kings", piece="king"), _KINGS_A_SIDE), _A_SIDE), "{king:many} a side")
FLOOR = Facet(
    (
        Either(
            (Word("floor"), _differs("which", _put_floor, _read_floor)),
            (_differs("which", _put_floor, _read_story, is_figure=False), Word("floor")),
        ),
    ),
    "floor",
)
_DIFFERS = (HEAD, SILL_HEIGHT, HEADER, SILL_COUNT, BEARING_ON, JACK_COUNT, KING_COUNT, FLOOR)
"""What may differ about one opening, each as a line says it."""
RULES = (PLACE, PLAIN, WHENCE, _KIND)
"""What phrases call by name."""

KIND = Facet((_KIND,), "kind")
SIZE = Facet(_SIZED, "width x height")
_PLACE = Facet(PLACED, "place")
_WIDE = Facet(_labeled(Word("wide"), replace(_WIDTH, key="width")), "width")
_TALL = Facet(_labeled(Word("tall"), replace(_HEIGHT, key="height")), "height")


_NEW_SIZE = Facet(
    (
        Either(
            _SIZED,
            (
                *_labeled(Word("wide"), replace(_WIDTH, key="width")),
                Maybe(Word("x")),
                *_labeled(Word("tall"), replace(_HEIGHT, key="height")),
            ),
        ),
    ),
    "width x height",
)


def _size_of(given: Given) -> Size:
    if given.get("size"):
        size: Size = given["size"][0]
        return size
    return Size(given["width"][0].value, given["height"][0].value)


def _opening(given: Given, reading: Reading) -> Opening:
    size = _size_of(given)
    kind = given["kind"][0] if given.get("kind") else read_kind(None, size)
    sizing = next(iter(given.get("sizing", ())), Sizing.UNIT)
    wall = reading.wall(given)
    mark = next(iter(given.get("mark", ())), None) or next_opening_id(reading.here.openings, kind)
    opening = Opening(mark, wall.id, kind, size, sizing, position_of(given))
    # What differs is put into it where it stands, so that the ways of its wall are known.
    job = reading.here
    if wall not in job.walls:
        job = replace(job, walls=(*(other for other in job.walls if other.id != wall.id), wall))
    return _differing(opening, given, job)


def _differing(opening: Opening, given: Given, job: Job) -> Opening:
    """An opening with what a line says differs about it."""
    for way in given.get("differs", ()):
        opening = way.of(opening, job)
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


def _as_one(edits: Sequence[Edit]) -> Edit | None:
    """Some edits as one; None where there is none."""
    return edits[0] if len(edits) == 1 else Several(tuple(edits)) if edits else None


def _named(given: Given, reading: Reading) -> list[Opening]:
    """The openings a line is about, in the order of the job where it names them all at once."""
    job = reading.here
    if given.get("all"):
        kind = given["all"][0]
        wall = reading.wall(given).id if given.get("wall") else None
        found = [opening for opening in job.openings if _is_meant(opening, kind) and wall in (None, opening.wall)]
        if not found:
            raise PhraseError(message("There is no such opening yet."))
        return found
    marks: list[str] = list(given.get("opening", ()))
    if given.get("last"):
        order = [opening.id for opening in job.openings]
        first, last = order.index(given["first"][0]), order.index(given["last"][0])
        marks = order[min(first, last) : max(first, last) + 1]
    if not marks:
        if reading.opening_id is None:
            return []
        marks = [reading.opening_id]
    return [job.opening(mark) for mark in dict.fromkeys(marks)]


def _is_meant(opening: Opening, kind: OpeningKind | None) -> bool:
    """Whether “all doors” means it: every doorway, where no kind of door is named."""
    return kind is None or opening.kind is kind or (kind is OpeningKind.DOOR and opening.kind.is_doorway)


def _change(given: Given, reading: Reading) -> Edit | None:
    return _as_one([edit for opening in _named(given, reading) if (edit := _changed(opening, given, reading))])


def _changed(opening: Opening, given: Given, reading: Reading) -> Edit | None:
    was, job = opening, reading.here
    if given.get("kind"):
        opening = replace(opening, kind=given["kind"][0])
    if given.get("size"):
        opening = replace(opening, size=given["size"][0])
    if given.get("sizing"):
        opening = replace(opening, sizing=given["sizing"][0])
    for way in (*given.get("width", ()), *given.get("height", ())):
        opening = way.of(opening, job)
    if given.get("distance") or given.get("centered"):
        opening = replace(opening, position=position_of(given))
    if given.get("wall") and not given.get("all"):
        opening = replace(opening, wall=given["wall"][0])
    opening = _differing(opening, given, job)
    if given.get("mark"):
        opening = replace(opening, id=given["mark"][0])
    return ChangeOpening(was.id, opening)


def _move(given: Given, reading: Reading) -> Edit | None:
    openings = _named(given, reading)
    if given.get("shift"):
        return _as_one([MoveOpening(opening.id, given["shift"][0] * given["toward"][0]) for opening in openings])
    if len(openings) > 1:
        raise PhraseError(message("Openings cannot all be at one place. Move one, or move them over by a distance."))
    return _change(given, reading)


def _read_new_opening_mark(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    if at >= len(tokens):
        return
    text = tokens[at].text
    if not is_mark(text) or not text[0].isalpha() or tokens[at].word in FILLERS:
        return
    mark = text.upper() if len(text) <= _SHORT_MARK else text
    if mark in {opening.id for opening in reading.here.openings}:
        raise PhraseError(message("There is an opening {text} already.", text=mark))
    yield Figure(at + 1, mark)


def _read_marked(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """The mark of a new opening, where a line says it besides what it is: only one like W7 is known for one."""
    if at < len(tokens) and _LIKE_A_MARK.fullmatch(tokens[at].text):
        yield from _read_new_opening_mark(tokens, at, reading)


_LIKE_A_MARK = re.compile(r"[A-Za-z]{1,2}\d{1,3}")
_SHORT_MARK = 4
"""Marks as short as these are capitals, however a phone writes them."""

_NOUN = Maybe(Either(*((Word(kind),) for kind in OpeningKind)))
_ALL = Either(
    *((Word(kind, ("all", kind)),) for kind in OpeningKind if kind is not OpeningKind.CASED_OPENING),
    (Word("openings", ("all", None)),),
)
_IN = Either((Word("in"),), (Word("on"),))
_SELECTED = Slot("opening", "this opening", lambda _tokens, at, reading: selected(reading.opening_id, at))


def _the_only(kind: OpeningKind) -> Slot:
    """The opening of a kind that is selected, or else the only one in the wall. It takes up no token."""

    def reader(_tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        there = [opening for opening in reading.here.openings if _is_meant(opening, kind)]
        picked = [opening for opening in there if opening.id == reading.opening_id]
        found = picked or [opening for opening in there if opening.wall == reading.wall_id]
        if len(found) != 1:
            if not there:
                raise PhraseError(message("There is no such opening yet."))
            names = ", ".join(opening.id for opening in found or there)
            raise PhraseError(message("Name the one that is meant by its mark; there are {names}.", names=names))
        yield Figure(at, found[0].id)

    return Slot("opening", "opening", reader)


OPENINGS = Facet(
    (
        Either(
            (Maybe(*OF), Word("all"), THE, _ALL, Maybe(Either((Word("in"),), (Word("on"),)), THIS, Word("wall"), IT)),
            (
                Maybe(*OF),
                Word("all"),
                THE,
                _ALL,
                Either((Word("in"),), (Word("on"),)),
                Maybe(Word("wall")),
                wall_slot(),
            ),
            (Maybe(*OF), _NOUN, opening_slot("first"), Word("through"), opening_slot("last")),
            (Maybe(*OF), _NOUN, opening_slot(), Maybe(Many(Maybe(Word("and")), opening_slot()))),
            (Maybe(*OF), Either((Word("it"),), (THIS, Either(*((Word(kind),) for kind in OpeningKind)))), _SELECTED),
            *((Maybe(*OF), Word("the"), Word(kind), _the_only(kind)) for kind in OpeningKind),
        ),
    ),
    "opening",
    counts=False,
)
"""The openings a line is about."""

_EVERY = Facet(
    (
        Either(
            (Word("every"), length_slot("every", "distance")),
            (length_slot("every", "distance"), Either((Word("apart"),), (Word("on center"),))),
        ),
    ),
    "how far apart",
)
_HOW_MANY = Facet((count_slot(), Maybe(Word("of"))), "how many")
_AT_DISTANCE = Facet((Either((PLAIN,), (AT, PLACE), (Word("to"), PLACE)),), "new place")
_SHIFT = Facet(
    (
        Maybe(Either((Word("over"),), (Word("by"),))),
        length_slot("shift", "distance"),
        Maybe(Either((Word("to"),), (Word("toward"),))),
        THE,
        one_of("toward", Word("start", ("toward", -1)), Word("end", ("toward", 1))),
    ),
    "distance and way",
)
_SHIFT_WAY_FIRST = Facet(
    (
        Maybe(Either((Word("to"),), (Word("toward"),))),
        THE,
        one_of("toward", Word("start", ("toward", -1)), Word("end", ("toward", 1))),
        Maybe(Either((Word("over"),), (Word("by"),))),
        length_slot("shift", "distance"),
    ),
    "distance and way",
)
_RESIZED = (("wider", 1, 0), ("narrower", -1, 0), ("taller", 0, 1), ("shorter", 0, -1))
_SIZE_BY = Facet(
    (
        Maybe(Word("by")),
        Either(
            *((_differs("length", _put_size_by, _by(width, height)), Word(word)) for word, width, height in _RESIZED),
            *(
                (Word(word), Word("by"), _differs("length", _put_size_by, _by(width, height)))
                for word, width, height in _RESIZED
            ),
        ),
    ),
    "wider or taller",
)
_HEAD_BY = Facet(
    (
        Either(
            (Word("head"), Word("up"), Maybe(Word("by")), _differs("by", _put_head_by, _up(1))),
            (Word("head"), Word("down"), Maybe(Word("by")), _differs("by", _put_head_by, _up(-1))),
            (Word("raise"), THE, Word("head"), Maybe(Word("by")), _differs("by", _put_head_by, _up(1))),
            (Word("lower"), THE, Word("head"), Maybe(Word("by")), _differs("by", _put_head_by, _up(-1))),
        ),
    ),
    "head up or down",
)
_CALLED = Facet((Word("call"), Slot("mark", "new mark", _read_new_opening_mark)), "new mark")

_CENTER_IT = Facet(
    (Word("center", ("centered", True)), Maybe(Either((Word("in"),), (Word("on"),)), THE, Word("wall"))), "center it"
)
_MARKED = Facet((Slot("mark", "new mark", _read_marked),), "new mark", counts=False)
_INTO_WALL = replace(IN_WALL, counts=True)
_NEW = (*_DIFFERS, KIND)
ADD_OPENING: LinePhrase = Phrase(
    message("put an opening into a wall"),
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
        "put a 3-0 by 4-0 window nine foot three from the left",
    ),
    needs=(_NEW_SIZE, _PLACE),
    may=(*_NEW, _MARKED, IN_WALL),
    verbs=("add", "room"),
)
ADD_SEVERAL: LinePhrase = Phrase(
    message("put openings alike into a wall, evenly apart"),
    _add_several,
    ("3 of 3-0x4-0 @ 6-0 every 8-0", "three 3-0x4-0 windows every 8 feet, the first at 6-0"),
    needs=(_HOW_MANY, _NEW_SIZE, _PLACE, _EVERY),
    may=(*_NEW, IN_WALL),
    verbs=("add", "first"),
)
CHANGE_OPENING: LinePhrase = Phrase(
    message("change an opening"),
    _change,
    (
        "W1 @ 7-0",
        "W1 3-0x4-0",
        "W1 head 84",
        "W1 3-0x4-0 @ 7-0 header 2x10",
        "W1 6-0 from end",
        "W1 2 kings",
        "sill at 36 on W1",
        "drop the head of W1 to 80",
        "W1 is 4 wider",
        "call W1 W7",
    ),
    may=(SIZE, _PLACE, _CENTER_IT, *_NEW, _WIDE, _TALL, _SIZE_BY, _HEAD_BY, _CALLED, _INTO_WALL),
    verbs=("raise", "lower", "move", "bring"),
    about=OPENINGS,
    least=1,
)
MOVE_OPENING: LinePhrase = Phrase(
    message("move an opening"),
    _move,
    ("move W1 to 10-4", "move W1 over 6 to the right"),
    needs=(Facet((Word("move"),), "move", counts=False),),
    may=(_AT_DISTANCE, _SHIFT, _SHIFT_WAY_FIRST, IN_WALL),
    about=OPENINGS,
    least=1,
)
REMOVE_OPENING: LinePhrase = Phrase(
    message("remove an opening"),
    lambda given, reading: _as_one([RemoveOpening(opening.id) for opening in _named(given, reading)]),
    ("W1 gone", "remove W1", "take out W1"),
    needs=(REMOVE,),
    about=OPENINGS,
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
    phrase: Phrase[Reading, Opening] = Phrase(
        ADD_OPENING.does, _opening, ADD_OPENING.examples, ADD_OPENING.needs, _NEW, ADD_OPENING.verbs
    )
    return read(text, (phrase,), Reading(job, new_wall=wall), job.standard.words)
