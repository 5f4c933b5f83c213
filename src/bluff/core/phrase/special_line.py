"""Typed lines that put specials into a wall: posts, backing, what holds its plate to the slab, where plates break."""

import re
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import replace
from itertools import count
from typing import Any

from bluff.core.job.edit import ChangeWall, Edit
from bluff.core.job.job import Wall
from bluff.core.job.schools import Line
from bluff.core.job.special import Beam, ClearFor, FixtureBacking, KeptClear, Post, usual_plies
from bluff.core.measure.lumber import lumber
from bluff.core.message import message
from bluff.core.phrase.figures import Figure, lumbers
from bluff.core.phrase.grammar import Either, Facet, Given, Many, Maybe, Phrase, Slot, Word
from bluff.core.phrase.lexicon import spellings
from bluff.core.phrase.place import (
    AT,
    IN_WALL,
    PLACE,
    PLAIN,
    REMOVE,
    THE,
    LinePhrase,
    Reading,
    count_slot,
    figure_run,
    length_slot,
    position_of,
    read_typed_length,
)
from bluff.core.phrase.tokens import Token


def lumber_slot(key: str = "stud", shown: str = "lumber") -> Slot:
    """A size of lumber: ``2x6``, ``2 x 6``."""
    return Slot(key, shown, _read_lumber, is_figure=True)


_LIKE_LUMBER = re.compile(r"\d{1,2}\s?x\s?\d{1,2}")


def _read_lumber(tokens: Sequence[Token], at: int, _reading: object) -> Iterator[Figure]:
    found = list(lumbers(tokens, at))
    if not found and at < len(tokens) and _LIKE_LUMBER.fullmatch(run := figure_run(tokens, at, spellings("x"))):
        # What is written like lumber and is none: its own sentence says why.
        lumber(run.replace(" ", ""))
    yield from found


def _read_pair(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
    """A width by a depth."""
    for end, width, cost in read_typed_length(tokens, at, reading):
        if end < len(tokens) and (tokens[end].word,) in spellings("x"):
            for last, depth, dearer in read_typed_length(tokens, end + 1, reading):
                yield Figure(last, (width, depth), cost + dearer)


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


_COUNT = Facet(
    (
        Either(
            (count_slot(shown="how many boards"),),
            *((Word(word, ("count", number)),) for number, word in ((2, "double"), (3, "triple"))),
        ),
        Maybe(Word("ply")),
    ),
    "how many boards",
)
_LUMBER = Facet((lumber_slot(),), "lumber")
_POST = Facet((Word("post", piece="post"),), "{post}", counts=False)
_BEAM = Facet(
    (
        Word("beam"),
        Slot("beam", "width x depth", _read_pair, is_figure=True),
        Word("@"),
        length_slot("under", "underside"),
    ),
    "beam",
)

POST: LinePhrase = Phrase(
    message("stand {post:a} in a wall"),
    _post,
    ("post 3 2x4 @ 9-3", "post @ 5-0", "post 4x4 @ 8-4", "post 2 @ 6-0 beam 3 1/2 x 9 1/4 at 84"),
    needs=(_POST, Facet((Either((PLAIN,), (AT, PLACE)),), "place")),
    may=(_COUNT, _LUMBER, _BEAM, IN_WALL),
    verbs=("add",),
)
_USE = Either(*((Word(use, ("use", use)),) for use in ClearFor))
_CLEAR_FOR = Facet((Maybe(Word("for")), THE, _USE), "duct, riser, panel or cabinet")
KEEP_CLEAR: LinePhrase = Phrase(
    message("keep a bay clear for something"),
    _clear,
    ("clear for duct 12 @ 9-3", "clear for panel 14 1/2 @ edge 3-0 in B", "keep 12 clear for a duct at 9-3"),
    needs=(
        Facet((Word("clear"),), "clear"),
        _CLEAR_FOR,
        Facet((length_slot("width", "width"), Maybe(Word("wide"))), "width"),
        Facet((Either((PLAIN,), (AT, PLACE)),), "place"),
    ),
    may=(IN_WALL,),
    verbs=("add", "keep"),
)
BACKING: LinePhrase = Phrase(
    message("lay {backing} for a fixture between the {stud:many}"),
    _backing,
    ("backing 20 to 60 @ 34", "backing 2x10 20 to 60 @ 34 left", "2x8 backing from 20 to 60, 34 high"),
    needs=(
        Facet((Word("backing", piece="backing"),), "{backing}"),
        Facet((Maybe(Word("from")), length_slot("start", "from"), Word("to"), length_slot("to", "to")), "from and to"),
        Facet(
            (
                Either(
                    (AT, length_slot("height", "height"), Maybe(Word("tall"))),
                    (length_slot("height", "height"), Word("tall")),
                ),
            ),
            "height",
        ),
    ),
    may=(
        _LUMBER,
        Facet(
            (
                Maybe(Word("on")),
                THE,
                Either((Word("left", ("side", Line.LEFT)),), (Word("right", ("side", Line.RIGHT)),)),
                Maybe(Word("face")),
            ),
            "side",
        ),
        IN_WALL,
    ),
    verbs=("add", "fixture"),
)


def _read_either_plate(tokens: Sequence[Token], at: int, _reading: Reading) -> Iterator[Figure]:
    """A plate that is not named: which of them is asked."""
    if at < len(tokens) and tokens[at].word in ("plate", "plates"):
        yield Figure(at + 1, "top_plate")
        yield Figure(at + 1, "bottom_plate")


_PLACES = Facet(
    (
        Maybe(AT),
        Either(
            (
                Word("by"),
                THE,
                Word("rule"),
            ),
            (Many(Maybe(Word("and")), length_slot("at", "place")),),
        ),
    ),
    "places",
)
BOLTS: LinePhrase = Phrase(
    message("set where the anchor bolts are cast in"),
    _bolts,
    ("bolts 12 48 84", "bolts by rule", "anchor bolts at 12, 4-0 and 7-0"),
    needs=(Facet((Word("bolts"),), "bolts"), _PLACES),
    may=(IN_WALL,),
)
PINS: LinePhrase = Phrase(
    message("set where the plate is pinned"),
    _pins,
    ("pins 10 40 70", "pins by rule"),
    needs=(Facet((Word("pins"),), "pins"), _PLACES),
    may=(IN_WALL,),
)
BREAKS: LinePhrase = Phrase(
    message("set where a plate breaks"),
    _breaks,
    ("break bottom 16-0", "break top 10-8 26-8", "break cap by rule", "splice the top plate at 10-8"),
    needs=(
        Facet((Word("break"),), "break"),
        Facet(
            (
                Either(
                    (Word("bottom", ("plate", "bottom_plate")),),
                    (Word("second"), Word("bottom", ("plate", "second_bottom_plate"))),
                    (Word("top", ("plate", "top_plate")),),
                    (Word("cap", ("plate", "cap_plate")),),
                    (THE, Slot("plate", "plate", _read_either_plate)),
                ),
                Maybe(Word("plate")),
            ),
            "plate",
        ),
        _PLACES,
    ),
    may=(IN_WALL,),
)


def _special_slot(key: str, of: Callable[[Wall], Iterable[Any]]) -> Slot:
    """The mark of a special of the wall a line is about."""

    def reader(tokens: Sequence[Token], at: int, reading: Reading) -> Iterator[Figure]:
        if at >= len(tokens):
            return
        for wall in reading.here.walls:
            for special in of(wall):
                if tokens[at].word == special.id.lower():
                    yield Figure(at + 1, (wall.id, special.id))

    def offers(reading: Reading) -> list[str]:
        return [special.id for wall in reading.here.walls for special in of(wall)]

    return Slot(key, "mark", reader, offers)


def _remove_special(given: Given, reading: Reading) -> Edit | None:
    """Take a post, a backing or a bay kept clear out of the wall that is selected or named, or the only one with it."""
    (kind, found), *_ = ((kind, given[kind]) for kind in ("posts", "backing", "clear") if given.get(kind))
    here = given["wall"][0] if given.get("wall") else reading.wall_id
    wall_id, mark = next((one for one in found if one[0] == here), found[0])
    wall = reading.here.wall(wall_id)
    if given.get("wall") and wall.id != given["wall"][0]:
        return None
    kept: dict[str, Any] = {kind: tuple(special for special in getattr(wall, kind) if special.id != mark)}
    return ChangeWall(wall.id, replace(wall, **kept))


REMOVE_SPECIAL: LinePhrase = Phrase(
    message("take out {post:a}, {backing} or a bay kept clear"),
    _remove_special,
    ("remove P1", "R1 gone"),
    needs=(
        REMOVE,
        Facet(
            (
                Either(
                    (Maybe(Word("post", piece="post")), _special_slot("posts", lambda wall: wall.posts)),
                    (Maybe(Word("backing", piece="backing")), _special_slot("backing", lambda wall: wall.backing)),
                    (_special_slot("clear", lambda wall: wall.clear),),
                ),
            ),
            "mark of {post:a}, {backing} or bay",
        ),
    ),
    may=(IN_WALL,),
)


def _next(letter: str, taken: Iterable[str]) -> str:
    known = set(taken)
    return next(mark for number in count(1) if (mark := f"{letter}{number}") not in known)
