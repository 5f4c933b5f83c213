"""Typed lines that put specials into a wall: posts, backing, what holds its plate to the slab, where plates break."""

import re
from collections.abc import Iterable
from dataclasses import replace
from itertools import count

from bluff.core.errors import PhraseError
from bluff.core.job.edit import ChangeWall, Edit
from bluff.core.job.schools import Line
from bluff.core.job.special import Beam, ClearFor, FixtureBacking, KeptClear, Post, usual_plies
from bluff.core.measure.length import Length, parse_length
from bluff.core.measure.lumber import lumber
from bluff.core.message import message
from bluff.core.phrase.grammar import Either, Given, Many, Maybe, Phrase, Slot, Word
from bluff.core.phrase.place import AT, IN_WALL, PLACE, LinePhrase, Reading, count_slot, length_slot, position_of

_TIMES = re.compile(r"\s*[x×]\s*", re.IGNORECASE)


def lumber_slot(key: str = "stud", shown: str = "lumber") -> Slot:
    """A size of lumber: ``2x6``, ``2 x 6``."""
    return Slot(key, shown, _read_lumber, longest=3)


def _read_lumber(text: str, _reading: Reading) -> str:
    if not re.fullmatch(r"\d+\s*[x×]\s*\d+", text, re.IGNORECASE):
        raise PhraseError(message("“{text}” is not a lumber size.", text=text))
    return lumber(text).nominal


def _read_pair(text: str, _reading: Reading) -> tuple[Length, Length]:
    parts = _TIMES.split(text)
    if len(parts) != 2:
        raise PhraseError(message("“{text}” is not a width by depth.", text=text))
    width, depth = (parse_length(part) for part in parts)
    return width, depth


def _post(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    beam = Beam(given["beam"][0][0], given["under"][0], given["beam"][0][1]) if given.get("beam") else None
    size = next(iter(given.get("stud", ())), None)
    plies = next(iter(given.get("count", ())), usual_plies(size))
    post = Post(_next("P", (post.id for post in wall.posts)), position_of(given), size, plies, beam)
    return ChangeWall(wall.id, replace(wall, posts=(*wall.posts, post)))


def _clear(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    mark = _next("U", (bay.id for bay in wall.clear))
    bay = KeptClear(mark, given["use"][0], position_of(given), given["width"][0])
    return ChangeWall(wall.id, replace(wall, clear=(*wall.clear, bay)))


def _backing(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    board = FixtureBacking(
        _next("R", (board.id for board in wall.backing)),
        given["start"][0],
        given["to"][0],
        given["height"][0],
        next(iter(given.get("stud", ())), "2x8"),
        next(iter(given.get("side", ())), None),
    )
    return ChangeWall(wall.id, replace(wall, backing=(*wall.backing, board)))


def _bolts(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    return ChangeWall(wall.id, replace(wall, bolts=tuple(given["at"]) if given.get("at") else None))


def _pins(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    return ChangeWall(wall.id, replace(wall, pins=tuple(given["at"]) if given.get("at") else None))


def _breaks(given: Given, reading: Reading) -> Edit:
    wall = reading.wall(given)
    plate = given["plate"][0]
    return ChangeWall(wall.id, replace(wall, breaks=wall.breaks.put(plate, given.get("at"))))


POST: LinePhrase = Phrase(
    message("stand {post:a} in a wall"),
    (
        Word("post", piece="post"),
        Maybe(count_slot(shown="how many boards")),
        Maybe(lumber_slot()),
        AT,
        PLACE,
        Maybe(
            Word("beam"),
            Slot("beam", "width x depth", _read_pair, longest=7),
            Word("at"),
            length_slot("under", "underside"),
        ),
        IN_WALL,
    ),
    _post,
    ("post 3 2x4 @ 9-3", "post @ 5-0", "post 4x4 @ 8-4", "post 2 @ 6-0 beam 3 1/2 x 9 1/4 at 84"),
)
KEEP_CLEAR: LinePhrase = Phrase(
    message("keep a bay clear for something"),
    (
        Word("clear"),
        Word("for"),
        Either(*((Word(use, gives=("use", use)),) for use in ClearFor)),
        length_slot("width", "width"),
        AT,
        PLACE,
        IN_WALL,
    ),
    _clear,
    ("clear for duct 12 @ 9-3", "clear for panel 14 1/2 @ edge 3-0 in B"),
)
BACKING: LinePhrase = Phrase(
    message("lay {backing} for a fixture between the {stud:many}"),
    (
        Word("backing", piece="backing"),
        Maybe(lumber_slot()),
        length_slot("start", "from"),
        Word("to"),
        length_slot("to", "to"),
        AT,
        length_slot("height", "height"),
        Maybe(Either((Word("left", gives=("side", Line.LEFT)),), (Word("right", gives=("side", Line.RIGHT)),))),
        IN_WALL,
    ),
    _backing,
    ("backing 20 to 60 @ 34", "backing 2x10 20 to 60 @ 34 left"),
)
_PLACES = Either((Word("by"), Word("rule")), (Many(length_slot("at", "place")),))
BOLTS: LinePhrase = Phrase(
    message("set where the anchor bolts are cast in"),
    (Word("bolts", ("bolt",)), _PLACES, IN_WALL),
    _bolts,
    ("bolts 12 48 84", "bolts by rule"),
)
PINS: LinePhrase = Phrase(
    message("set where the plate is pinned"),
    (Word("pins", ("pin",)), _PLACES, IN_WALL),
    _pins,
    ("pins 10 40 70", "pins by rule"),
)

BREAKS: LinePhrase = Phrase(
    message("set where a plate breaks"),
    (
        Word("break"),
        Either(
            (Word("bottom", gives=("plate", "bottom_plate")),),
            (Word("second"), Word("bottom", gives=("plate", "second_bottom_plate"))),
            (Word("top", gives=("plate", "top_plate")),),
            (Word("cap", gives=("plate", "cap_plate")),),
        ),
        _PLACES,
        IN_WALL,
    ),
    _breaks,
    ("break bottom 16-0", "break top 10-8 26-8", "break cap by rule"),
)


def _next(letter: str, taken: Iterable[str]) -> str:
    known = set(taken)
    return next(mark for number in count(1) if (mark := f"{letter}{number}") not in known)
