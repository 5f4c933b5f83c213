"""Typed lines about walls that are there, or on no plan: how long, of what, what they are, what runs through."""

import re
from dataclasses import replace
from fractions import Fraction

from bluff.core.errors import PhraseError
from bluff.core.job.edit import AddWall, ChangeWall, Edit, RemoveWall, RunThrough, SetLength, Several
from bluff.core.job.job import Alone, Job, Wall, WallKind
from bluff.core.job.marks import next_wall_id
from bluff.core.job.schools import End
from bluff.core.job.top import Gable, HeightAt, Rake, Top, parse_rise
from bluff.core.message import message
from bluff.core.phrase.grammar import Either, Given, Many, Maybe, Phrase, Slot, Word, read
from bluff.core.phrase.place import AT, PLACE, LinePhrase, Reading, length_slot, position_of, wall_slot
from bluff.core.phrase.special_line import lumber_slot
from bluff.core.wall.wall_plan import wall_plan

_MARK = re.compile(r"[A-Za-z][A-Za-z0-9-]*")
_OPENING_MARK = re.compile(r"[WD]\d+", re.IGNORECASE)


def _read_new_mark(text: str, reading: Reading) -> str:
    if not _MARK.fullmatch(text) or _OPENING_MARK.fullmatch(text):
        raise PhraseError(message("“{text}” is not a mark of a wall.", text=text))
    if text in {wall.id for wall in reading.here.walls}:
        raise PhraseError(message("there is a wall {text} already.", text=text))
    return text


def _wall(given: Given, reading: Reading) -> Wall:
    mark = given["mark"][0] if given.get("mark") else next_wall_id(reading.here.walls)
    return Wall(mark, given["stud"][0], Alone(given["length"][0]))


def _change(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    edits: list[Edit] = []
    if given.get("stud"):
        edits.append(ChangeWall(wall.id, replace(wall, stud=given["stud"][0])))
    if given.get("length"):
        edits.append(SetLength(wall.id, given["length"][0]))
    return edits[0] if len(edits) == 1 else Several(tuple(edits))


def _call(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    if given.get("kind"):
        return ChangeWall(wall.id, replace(wall, kind=given["kind"][0]))
    return ChangeWall(wall.id, replace(wall, bearing=not given.get("not")))


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


def _read_pitch(text: str, _reading: Reading) -> Fraction:
    if "12" not in text:
        raise PhraseError(message("“{text}” is not a pitch. Write the rise in 12 of run, like 5/12.", text=text))
    return parse_rise(text)


def _top(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    if given.get("level"):
        return ChangeWall(wall.id, replace(wall, top=None))
    height = next(iter(given.get("height", ())), None)
    height_at = HeightAt.OUTSIDE if given.get("outside") else HeightAt.PLATE
    rise = given["pitch"][0]
    top: Top
    if given.get("ridge"):
        top = Gable(rise, position_of(given), height, height_at)
    else:
        top = Rake(rise, _low_end(given, wall, reading), height, height_at, next(iter(given.get("flat", ())), 0))
    return ChangeWall(wall.id, replace(wall, top=top))


def _floors(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    return ChangeWall(wall.id, replace(wall, floors=tuple(given.get("line", ()))))


def _low_end(given: Given, wall: Wall, reading: Reading) -> End:
    """The end a rake rises from: named, or by the wall it meets there."""
    if given.get("end"):
        return End(given["end"][0])
    tied = given["tied"][0]
    meetings = wall_plan(reading.here, wall).meetings
    for end in End:
        if (meeting := meetings.at(end)) and meeting.other == tied:
            return end
    raise PhraseError(
        message("Wall {id} ends at no wall {tied}. Write low at start or low at end.", id=wall.id, tied=tied)
    )


_THROUGH_EXAMPLE = "A through at B"
_LENGTH, _STUD = length_slot("length", "length"), lumber_slot(shown="studs")
_NEW = (Maybe(Slot("mark", "mark", _read_new_mark)), _LENGTH, _STUD)

ADD_WALL: LinePhrase = Phrase(
    message("add a wall that is not on the plan"),
    _NEW,
    lambda given, reading: AddWall(_wall(given, reading)),
    ("18-6 2x4", "N 12' 2x6"),
)
CHANGE_WALL: LinePhrase = Phrase(
    message("change a wall"),
    (wall_slot(), Either((_LENGTH, Maybe(_STUD)), (_STUD,))),
    _change,
    ("A 24'", "A 2x6", "A 24' 2x4"),
)
CALL_WALL: LinePhrase = Phrase(
    message("set what a wall is"),
    (
        wall_slot(),
        Either(
            (Maybe(Word("not", gives=("not", True))), Word("bearing")),
            *((Word(kind, gives=("kind", kind)),) for kind in WallKind),
        ),
    ),
    _call,
    ("A bearing", "A not bearing", "A partition"),
)
RUN_THROUGH: LinePhrase = Phrase(
    message("set which of two walls runs through at their corner"),
    (
        wall_slot(),
        Either(
            (Word("through", gives=("through", True)), Word("at")),
            (Word("butts", ("butt",)), Word("into", ("at", "against"))),
        ),
        wall_slot(),
    ),
    _run_through,
    (_THROUGH_EXAMPLE, "A butts into B"),
)
REMOVE_WALL: LinePhrase = Phrase(
    message("remove a wall with its openings"),
    (Either((wall_slot(), Word("gone")), (Word("remove"), wall_slot())),),
    lambda given, _: RemoveWall(given["wall"][0]),
    ("H gone", "remove H"),
)

TOP: LinePhrase = Phrase(
    message("give a wall a top that is not level"),
    (
        Maybe(wall_slot()),
        Word("top"),
        Either(
            (Word("level", gives=("level", True)),),
            (
                Slot("pitch", "pitch", _read_pitch, longest=3),
                Either(
                    (Word("ridge", gives=("ridge", True)), Maybe(AT), PLACE),
                    (
                        Word("low"),
                        Maybe(Word("at")),
                        Either(*((Word(end, gives=("end", end)),) for end in End), (wall_slot("tied"),)),
                        Maybe(Word("flat"), length_slot("flat", "flat")),
                    ),
                ),
                Maybe(Word("height"), length_slot("height", "height"), Maybe(Word("outside", gives=("outside", True)))),
            ),
        ),
    ),
    _top,
    (
        "B top 5/12 ridge centered",
        "D top 5/12 low at A",
        "B top 4/12 low at start flat 36 height 97 1/8",
        "B top level",
    ),
)


FLOORS: LinePhrase = Phrase(
    message("set where the stories of a wall begin"),
    (
        Maybe(wall_slot()),
        Either(
            (
                Word("floors", ("floor", "stories", "story", "storeys"), ("floors", True)),
                Many(Maybe(Word("and")), length_slot("line", "height")),
            ),
            (Word("one", gives=("one", True)), Word("story", ("storey",))),
        ),
    ),
    _floors,
    ("B floors 109 1/8", "B floors 109 1/8 and 218 1/4", "B one story"),
)


def read_wall(text: str, job: Job) -> Wall:
    """Understand a typed wall: ``18-6 2x4``, or ``C 18-6 2x4`` with its own mark.

    Raises:
        PhraseError: It is not understood.
    """
    phrase = Phrase(ADD_WALL.does, _NEW, _wall, ADD_WALL.examples)
    return read(text, (phrase,), Reading(job), job.standard.words)
