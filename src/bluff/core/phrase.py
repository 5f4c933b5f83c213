"""Typed lines: a wall or an opening in one breath, as it would be called across the deck.

An opening: what it is, its size, an @, where it is::

    3-6x4-6 @ 9-3            a window (or a door, from 6-6 high up), centre 9-3 from the hooked end
    d 2-10x6-8 @ edge 7-2    a door, its near edge 7-2 from the hooked end
    w 3-0x3-0 @ 4-0 from end its centre 4-0 from the other end
    w 3-0x3-0 @ 4-0 from outside end, or from near of E (a wall that meets this one)
    w 3-0x3-0 @ 2-0 past W1  its near edge 2-0 past the far edge of W1's rough opening
    ro 43x55 @ centred       the rough opening itself, in the middle of the wall

A wall: its length and its studs::

    18-6 2x4
    C 12' 2x6                with a mark of its own
"""

import re
from collections.abc import Iterable
from itertools import count, product
from string import ascii_uppercase

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job import Alone, Job, Opening, Sizing, Wall
from bluff.core.length import format_exact, inches, parse_length
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
from bluff.core.schools import End, OpeningKind
from bluff.core.size import Size, parse_size

_KINDS: dict[str, OpeningKind] = {
    "w": OpeningKind.WINDOW,
    "d": OpeningKind.DOOR,
    **{kind.value: kind for kind in OpeningKind},
    **{kind.value.removesuffix("-door"): kind for kind in OpeningKind if kind.value.endswith("-door")},
    "cased": OpeningKind.CASED_OPENING,
}

_DOOR_HEIGHT = inches("6' 6")
"""Nobody calls out a window this tall without saying so; the preview shows what was taken."""

_OPENING = re.compile(
    r"(?:(?P<kind>[a-z][a-z-]*)\s+)?(?:(?P<rough>ro)\s+)?(?P<size>[^@]*?[x×][^@]*?)\s*@\s*(?P<place>.+)", re.IGNORECASE
)
_PLACE = re.compile(
    r"(?:(?P<reference>centre|center|edge)\s+)?(?P<distance>.+?)"
    r"(?:\s+from\s+(?:the\s+)?(?P<outside>outside[\s-]+(?:of\s+(?:the\s+)?)?)?(?P<end>start|end)"
    r"|\s+(?:past|from)\s+(?:the\s+)?(?P<face>near|centre|center|far)(?:\s+face)?\s+of\s+(?:wall\s+)?(?P<wall>\S+)"
    r"|\s+(?:past|from)\s+(?P<opening>\S+))?",
    re.IGNORECASE,
)
WALL = re.compile(r"(?:(?P<id>[A-Za-z][A-Za-z0-9-]*)\s+)?(?P<length>.+?)\s+(?P<stud>2\s*[x×]\s*\d+)", re.IGNORECASE)

OPENING_EXAMPLE = "3-6x4-6 @ 9-3"
WALL_EXAMPLE = "18-6 2x4"


def read_opening(text: str, job: Job, wall: Wall) -> Opening:
    """Understand a typed opening.

    Args:
        text: ``3-6x4-6 @ 9-3`` and the other forms at the head of this module.
        job: Gives the new opening the next free mark, W1 for windows and D1 for the rest.
        wall: The wall it goes into.

    Raises:
        PhraseError: It is not understood; the message says which part and what to write.
    """
    said = text.strip()
    match = _OPENING.fullmatch(said)
    if match is None:
        part = "where it goes, after an @" if re.search(r"[x×]", said) else "a size and a place"
        raise PhraseError(f"“{said}” lacks {part}; write it like {OPENING_EXAMPLE}.")
    is_rough = bool(match["rough"]) or (match["kind"] or "").lower() == "ro"
    try:
        size = parse_size(match["size"])
        position = read_place(match["place"].strip())
    except BluffError as error:
        raise PhraseError(error.message) from error
    kind = read_kind(match["kind"], size)
    sizing = Sizing.ROUGH if is_rough else Sizing.UNIT
    return Opening(next_opening_id(job.openings, kind), wall.id, kind, size, sizing, position)


def read_wall(text: str, job: Job) -> Wall:
    """Understand a typed wall: ``18-6 2x4``, or ``C 18-6 2x4`` with its own mark.

    Raises:
        PhraseError: It is not understood.
    """
    said = text.strip()
    match = WALL.fullmatch(said)
    if match is None:
        raise PhraseError(f"“{said}” is no wall; write its length and its studs, like {WALL_EXAMPLE}.")
    try:
        length = parse_length(match["length"])
        return Wall(match["id"] or next_wall_id(job.walls), match["stud"], Alone(length))
    except BluffError as error:
        raise PhraseError(error.message) from error


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


def read_kind(word: str | None, size: Size) -> OpeningKind:
    """What a word for a kind of opening means; without one, what its size makes likely.

    Raises:
        PhraseError: There is no such kind.
    """
    if word is None or word.lower() == "ro":
        return OpeningKind.DOOR if size.height >= _DOOR_HEIGHT else OpeningKind.WINDOW
    try:
        return _KINDS[word.lower()]
    except KeyError:
        known = ", ".join(sorted(_KINDS))
        raise PhraseError(f"“{word}” is no kind of opening; write one of {known}.") from None


def read_place(text: str) -> At | Centred:
    """Where an opening is: ``9-3``, ``edge 7-2 from outside end``, ``2-0 past W1``, ``centre 3-6 from near of E``.

    Raises:
        BluffError: It is not understood.
    """
    if text.lower() in {"centred", "centered", "middle"}:
        return Centred()
    match = _PLACE.fullmatch(text)
    if match is None:
        raise PhraseError(f"“{text}” is no place in a wall; write it like 9-3, edge 7-2 from end or 2-0 past W1.")
    usual = Reference.CENTRE
    origin: Origin
    if other := match["opening"]:
        origin, usual = FromOpening(other), Reference.EDGE
    elif wall := match["wall"]:
        origin = FromWall(wall, WallFace(match["face"].lower().replace("center", "centre")))
    else:
        end = End((match["end"] or "start").lower())
        origin = FromOutside(end) if match["outside"] else FromPlate(end)
    word = (match["reference"] or usual).lower().replace("center", "centre")
    return At(Reference(word), parse_length(match["distance"]), origin)


def place_in_words(position: At | Centred) -> str:
    """Where an opening is, as `read_place` reads it."""
    if isinstance(position, Centred):
        return "centred"
    match position.origin:
        case FromPlate(end):
            whence = f"{end}"
        case FromOutside(end):
            whence = f"outside {end}"
        case FromOpening(opening):
            whence = opening
        case FromWall(wall, face):
            whence = f"{face} of {wall}"
    return f"{position.reference} {format_exact(position.distance)} from {whence}"
