"""Typed lines about walls that are there, or on no plan: how long, of what, what they are, what runs through."""

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from bluff.core.errors import PhraseError
from bluff.core.job.edit import AddWall, ChangeWall, Edit, RemoveWall, RunThrough, SetLength, Several
from bluff.core.job.job import Alone, Job, Wall, WallKind
from bluff.core.job.marks import next_wall_id
from bluff.core.job.schools import End
from bluff.core.job.top import Gable, HeightAt, Rake, Top
from bluff.core.message import message
from bluff.core.phrase.figures import Figure, pitches
from bluff.core.phrase.grammar import Either, Facet, Given, Many, Maybe, Parts, Phrase, Slot, Word, read
from bluff.core.phrase.lexicon import FILLERS
from bluff.core.phrase.place import (
    ABOUT_WALL,
    AT,
    IT,
    PLACE,
    REMOVE,
    THE,
    THIS_OR_THE,
    LinePhrase,
    Reading,
    length_slot,
    one_of,
    position_of,
    wall_slot,
)
from bluff.core.phrase.special_line import lumber_slot
from bluff.core.phrase.tokens import Token
from bluff.core.wall.wall_plan import wall_plan

_MARK = re.compile(r"[A-Z][A-Z0-9]{0,5}|[a-wyz]\d{0,3}")
_OPENING_MARK = re.compile(r"[WD]\d+", re.IGNORECASE)


def _read_new_mark(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    if at >= len(tokens):
        return
    text = tokens[at].text
    if not _MARK.fullmatch(text) or _OPENING_MARK.fullmatch(text) or tokens[at].word in FILLERS:
        return
    mark = text.upper()
    if mark in {wall.id for wall in reading.here.walls}:
        raise PhraseError(message("There is a wall {text} already.", text=mark))
    yield Figure(at + 1, mark)


def _wall(given: Given, reading: Reading) -> Wall:
    mark = given["mark"][0] if given.get("mark") else next_wall_id(reading.here.walls)
    return Wall(mark, given["stud"][0], Alone(given["length"][0]), kind=next(iter(given.get("kind", ())), None))


def _change(given: Given, reading: Reading) -> Edit | None:
    if (given.get("bare_length") or given.get("bare_stud")) and not given.get("wall"):
        # A length or a size alone says nothing of the wall that happens to be selected.
        return None
    if given.get("bare_length") and (given.get("length") or given.get("by")):
        return None
    wall = reading.wall(given)
    changed = replace(
        wall,
        stud=next(iter((*given.get("bare_stud", ()), *given.get("stud", ()))), wall.stud),
        kind=next(iter(given.get("kind", ())), wall.kind),
        bearing=next(iter(given.get("bearing", ())), wall.bearing),
        id=next(iter(given.get("mark", ())), wall.id),
    )
    edits: list[Edit] = [ChangeWall(wall.id, changed)] if changed != wall else []
    length = next(iter((*given.get("bare_length", ()), *given.get("length", ()))), None)
    if given.get("by"):
        length = wall.run.length + given["by"][0] * given["sign"][0]
    if length is not None:
        edits.append(SetLength(changed.id, length))
    return ChangeWall(wall.id, wall) if not edits else edits[0] if len(edits) == 1 else Several(tuple(edits))


def _remove(given: Given, reading: Reading) -> Edit:
    edits = [RemoveWall(reading.here.wall(wall).id) for wall in dict.fromkeys(given["wall"])]
    return edits[0] if len(edits) == 1 else Several(tuple(edits))


def _run_through(given: Given, reading: Reading) -> Edit:
    """The end of the through wall that makes a corner with the other one."""
    first, second = given["wall"]
    through, butt = (first, second) if given.get("through") else (second, first)
    if first == second:
        raise PhraseError(
            message(
                "A wall makes no corner with itself. Name the two that meet, like {through_example}.",
                through_example=_THROUGH_EXAMPLE,
            )
        )
    meetings = wall_plan(reading.here, reading.here.wall(through)).meetings
    for end in End:
        meeting = meetings.at(end)
        if meeting and meeting.other == butt:
            return RunThrough(through, end)
    raise PhraseError(
        message(
            "Wall {through} ends in no corner with wall {butt}, so neither runs through there.",
            through=through,
            butt=butt,
        )
    )


def _top(given: Given, reading: Reading) -> Edit | None:
    wall = reading.wall(given)
    if given.get("level"):
        return ChangeWall(wall.id, replace(wall, top=None))
    if not given.get("pitch"):
        raise PhraseError(message("A top needs its slope. Write the rise in 12 of run, like 5/12."))
    height = next(iter(given.get("height", ())), None)
    height_at = HeightAt.OUTSIDE if given.get("outside") else HeightAt.PLATE
    rise = given["pitch"][0]
    top: Top
    if given.get("ridge") or given.get("gable"):
        ridge = position_of(given) if given.get("distance") else position_of({"centered": [True]})
        top = Gable(rise, ridge, height, height_at)
    elif given.get("low_end") or given.get("tied"):
        top = Rake(rise, _low_end(given, wall, reading), height, height_at, next(iter(given.get("flat", ())), 0))
    else:
        raise PhraseError(
            message(
                "Say at which end the top is low, like “low at start”, or where its ridge is, like “ridge centered”."
            )
        )
    return ChangeWall(wall.id, replace(wall, top=top))


def _floors(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    return ChangeWall(wall.id, replace(wall, floors=tuple(given.get("line", ()))))


def _low_end(given: Given, wall: Wall, reading: Reading) -> End:
    """The end a rake rises from: named, or by the wall it meets there."""
    if given.get("low_end"):
        return End(given["low_end"][0])
    tied = given["tied"][0]
    meetings = wall_plan(reading.here, wall).meetings
    for end in End:
        if (meeting := meetings.at(end)) and meeting.other == tied:
            return end
    raise PhraseError(
        message("Wall {id} ends at no wall {tied}. Write low at start or low at end.", id=wall.id, tied=tied)
    )


_THROUGH_EXAMPLE = "A through at B"
_STUD = lumber_slot(shown="{stud:many}")
_LENGTH = length_slot("length", "length")
_WAS = length_slot("was", "length")
_STUDS = Word("studs", piece="stud")
_KINDS = tuple((Word(kind, ("kind", kind)), Maybe(Word("wall"))) for kind in WallKind)
_KIND = Facet((Either(*_KINDS),), "exterior or partition")
_NEW = (
    Facet((Maybe(Word("wall")), Slot("mark", "mark", _read_new_mark)), "new mark", counts=False),
    Facet((_LENGTH, Maybe(Word("long"))), "length"),
    Facet((_STUD, Maybe(_STUDS)), "{stud:many}"),
)

ADD_WALL: LinePhrase = Phrase(
    message("add a wall that is not on the plan"),
    lambda given, reading: AddWall(_wall(given, reading)),
    ("18-6 2x4", "N 12' 2x6", "add a 2x6 wall 12 foot long"),
    needs=_NEW[1:],
    may=(*_NEW[:1], _KIND),
    verbs=("add", "wall"),
)
_ARROW = Either((Word("→"),), (Word("to"),))
_LONG = Facet(
    (
        Either(
            (Word("long"), Maybe(Maybe(Word("from")), _WAS, _ARROW), _LENGTH),
            (_LENGTH, Word("long")),
            (Word("lengthen", ("sign", 1)), Maybe(Word("by")), length_slot("by", "length")),
            (Word("shorten", ("sign", -1)), Maybe(Word("by")), length_slot("by", "length")),
            (Either((Word("lengthen"),), (Word("shorten"),)), Word("to"), _LENGTH),
            (Maybe(Word("by")), length_slot("by", "length"), Word("longer", ("sign", 1))),
            (Maybe(Word("by")), length_slot("by", "length"), Word("shorter", ("sign", -1))),
        ),
    ),
    "length",
)
_BEARING = Facet(
    (
        Either(
            (Word("not"), Word("bearing", ("bearing", False))),
            (Word("bearing", ("bearing", True)),),
        ),
        Maybe(Word("wall")),
    ),
    "bearing",
)
_CALLED = Facet((Word("call"), Slot("mark", "new mark", _read_new_mark)), "new mark")


CHANGE_WALL: LinePhrase = Phrase(
    message("change a wall"),
    _change,
    (
        "A 24'",
        "A 2x6",
        "A 24' 2x4",
        "A bearing",
        "A not bearing",
        "A partition",
        "wall A is 18-6 long",
        "A is 6 shorter",
        "call E P",
    ),
    may=(
        Facet((replace(_LENGTH, key="bare_length"),), "length"),
        Facet((replace(_STUD, key="bare_stud"),), "{stud:many}"),
        _LONG,
        Facet(
            (
                Either(
                    (_STUD, Either((_STUDS,), (Word("wall"),))),
                    (_STUDS, Maybe(replace(_STUD, key="was"), _ARROW), _STUD),
                ),
            ),
            "{stud:many}",
        ),
        _KIND,
        _BEARING,
        _CALLED,
    ),
    about=ABOUT_WALL,
    least=1,
)
RUN_THROUGH: LinePhrase = Phrase(
    message("set which of two walls runs through at their corner"),
    _run_through,
    (_THROUGH_EXAMPLE, "A butts into B"),
    needs=(
        Facet(
            (
                Maybe(Word("wall")),
                wall_slot(),
                Either(
                    (Word("through", ("through", True)), Maybe(Either((AT,), (Word("into"),), (Word("past"),)))),
                    (Word("butts"), Maybe(Word("into"))),
                ),
                Maybe(Word("wall")),
                wall_slot(),
            ),
            "walls and which runs through",
        ),
    ),
)
REMOVE_WALL: LinePhrase = Phrase(
    message("remove a wall with its openings"),
    _remove,
    ("H gone", "remove H", "remove walls E and H"),
    needs=(
        REMOVE,
        Facet(
            (
                Either(
                    (Maybe(Word("wall")), Many(Maybe(Word("and")), Maybe(Word("wall")), wall_slot())),
                    (THIS_OR_THE, Word("wall"), IT),
                ),
            ),
            "wall",
        ),
    ),
)

_PITCH = Slot("pitch", "slope", lambda tokens, at, _: pitches(tokens, at), is_figure=True)
_LOW_END = one_of("low_end", Word("start", ("low_end", End.START)), Word("end", ("low_end", End.END)))
_AT_OR_ON: Parts = (Maybe(Either((AT,), (Word("on"),), (Word("from"),))), THE)
_TOP_WORD = Facet(
    (
        Either(
            (Word("top"),),
            (Word("rake"), Maybe(Either((Word("top"),), (Word("wall"),)))),
            (Word("gable", ("gable", True)), Maybe(Word("top"))),
            (Word("level", ("level", True)), Word("top")),
        ),
    ),
    "top",
)
TOP: LinePhrase = Phrase(
    message("give a wall a top that is not level"),
    _top,
    (
        "B top 5/12 ridge centered",
        "D top 5/12 low at A",
        "B top 4/12 low at start flat 36 height 97 1/8",
        "B top level",
        "rake 5/12 from 8-1 on the left",
        "gable 9 in 12 ridge in the middle",
    ),
    needs=(_TOP_WORD,),
    may=(
        Facet((Word("level", ("level", True)),), "level"),
        Facet((_PITCH, Maybe(Word("pitch"))), "slope"),
        Facet((Word("ridge", ("ridge", True)), Maybe(AT), PLACE), "ridge"),
        Facet((Word("low"), *_AT_OR_ON, Either((_LOW_END,), (Maybe(Word("wall")), wall_slot("tied")))), "low end"),
        Facet((Either((AT,), (Word("on"),), (Word("from"),)), THE, _LOW_END), "low end"),
        Facet(
            (
                Either(
                    (Either((Word("height"),), (Word("from"),)), length_slot("height", "height")),
                    (length_slot("height", "height"), Maybe(Word("height"))),
                ),
                Maybe(Word("outside", ("outside", True))),
            ),
            "height",
        ),
        Facet((Word("flat"), length_slot("flat", "flat")), "level part"),
    ),
    about=ABOUT_WALL,
    least=1,
)

FLOORS: LinePhrase = Phrase(
    message("set where the stories of a wall begin"),
    _floors,
    ("B floors 109 1/8", "B floors 109 1/8 and 218 1/4", "B one story"),
    needs=(
        Facet(
            (
                Either(
                    (Word("floors"), Maybe(AT), Many(Maybe(Word("and")), length_slot("line", "height"))),
                    (Word("single"), Word("floor")),
                ),
            ),
            "story lines",
        ),
    ),
    verbs=("second",),
    about=ABOUT_WALL,
)


def read_wall(text: str, job: Job) -> Wall:
    """Understand a typed wall: ``18-6 2x4``, or ``C 18-6 2x4`` with its own mark.

    Raises:
        PhraseError: It is not understood.
    """
    phrase: Phrase[Reading, Wall] = Phrase(ADD_WALL.does, _wall, ADD_WALL.examples, _NEW[1:], _NEW[:1], ADD_WALL.verbs)
    return read(text, (phrase,), Reading(job), job.standard.words)
