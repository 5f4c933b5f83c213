"""Typed lines that change where walls of the plan lie: moved, set clear of each other, split, joined, turned over."""

from collections.abc import Sequence
from typing import Any

from bluff.core.job.edit import Across, Edit, JoinWalls, MirrorJob, MoveWalls, SetClear, SplitWall
from bluff.core.job.marks import next_wall_id
from bluff.core.message import message
from bluff.core.phrase.grammar import Either, Facet, Given, Many, Maybe, Phrase, Word
from bluff.core.phrase.place import ABOUT_WALL, AT, OF, THE, LinePhrase, Reading, length_slot, wall_slot
from bluff.core.phrase.plan_line import COMPASS, SIDES

_OVER = Maybe(Either((Word("over"),), (Word("by"),)))
_TO = Maybe(Either((Word("to"),), (Word("toward"),)))
_MOVED = Facet(
    (
        Either(
            (_OVER, length_slot("by", "distance"), _TO, THE, SIDES),
            (_TO, THE, SIDES, _OVER, length_slot("by", "distance")),
        ),
    ),
    "how far and which way",
    repeats=True,
)
_WALLS = Facet(
    (Maybe(*OF), Maybe(Word("wall")), wall_slot("walls"), Maybe(Many(Maybe(Word("and")), wall_slot("walls")))),
    "walls",
    counts=False,
)


def _walls(given: Given, reading: Reading) -> tuple[str, ...]:
    named: Sequence[Any] = given.get("walls") or ([reading.wall_id] if reading.wall_id else [])
    return tuple(dict.fromkeys(named))


def _move(given: Given, reading: Reading) -> Edit | None:
    east = sum(by * COMPASS[side][0] for by, side in zip(given["by"], given["side"], strict=True))
    north = sum(by * COMPASS[side][1] for by, side in zip(given["by"], given["side"], strict=True))
    walls = _walls(given, reading)
    return MoveWalls(walls, east, north) if walls else None


MOVE_WALLS: LinePhrase = Phrase(
    message("move walls in the plan"),
    _move,
    ("move E 2-0 east", "move E over 6 to the west"),
    needs=(Facet((Word("move"),), "move", counts=False), _MOVED),
    about=_WALLS,
)
SET_CLEAR: LinePhrase = Phrase(
    message("set a wall clear of another one"),
    lambda given, reading: SetClear(reading.wall(given).id, given["other"][0], given["clear"][0]),
    ("E 11-0 clear of D", "make E 11-0 clear from D"),
    needs=(
        Facet(
            (
                length_slot("clear", "distance"),
                Word("clear"),
                Either((Word("of"),), (Word("from"),), (Word("to"),)),
                THE,
                Maybe(Word("wall")),
                wall_slot("other"),
            ),
            "clear distance and wall",
        ),
    ),
    about=ABOUT_WALL,
)
SPLIT_WALL: LinePhrase = Phrase(
    message("make two walls of one"),
    lambda given, reading: SplitWall(reading.wall(given).id, given["at"][0], next_wall_id(reading.here.walls)),
    ("split A at 16-0",),
    needs=(
        Facet((Word("split"), Maybe(Word("in two"))), "split", counts=False),
        Facet((AT, length_slot("at", "distance"), Maybe(Word("from"), THE, Word("start"))), "distance from its start"),
    ),
    about=ABOUT_WALL,
)
JOIN_WALLS: LinePhrase = Phrase(
    message("make one wall of two in line"),
    lambda given, _: JoinWalls(given["walls"][0], given["walls"][1]),
    ("join H and F",),
    needs=(
        Facet((Word("join"),), "join", counts=False),
        Facet(
            (
                Maybe(Word("wall")),
                wall_slot("walls"),
                Either((Word("and"),), (Word("to"),), (Word("with"),)),
                Maybe(Word("wall")),
                wall_slot("walls"),
            ),
            "walls",
        ),
    ),
)
MIRROR: LinePhrase = Phrase(
    message("turn the plan over"),
    lambda given, _: MirrorJob(given["across"][0]),
    ("mirror east to west", "flip the plan north to south"),
    needs=(
        Facet((Word("mirror"), Maybe(THE, Word("plan"))), "mirror", counts=False),
        Facet(
            (
                Either(
                    (Word("east-west", ("across", Across.EAST_WEST)),),
                    (Word("north-south", ("across", Across.NORTH_SOUTH)),),
                ),
            ),
            "which way",
        ),
    ),
)
