"""Typed lines that put specials into a wall.

::

    post 3 2x4 @ 9-3                        three 2x4 as one, centred 9-3 from the hooked end
    post 2 @ 9-3 beam 3 1/2 x 9 1/4 at 84   of the wall's own lumber, a beam lying in a pocket on it at 84
    backing 2x8 20 to 60 @ 34               a flat board between the studs, its middle 34 above the floor
    bolts 12 48 84 132                      the anchor bolts as they are cast; "bolts by rule" lets them follow
"""

import re
from collections.abc import Iterable
from dataclasses import replace
from itertools import count

from bluff.core.errors import BluffError, PhraseError
from bluff.core.job import Wall
from bluff.core.length import parse_length
from bluff.core.phrase import read_place
from bluff.core.special import Beam, FixtureBacking, Post

SPECIAL = re.compile(r"(post|backing|bolts?)\b", re.IGNORECASE)

_POST = re.compile(
    r"post\s+(?P<plies>\d)?\s*(?P<size>\d\s*[x×]\s*\d+)?\s*@\s*(?P<place>.+?)"
    r"(?:\s+beam\s+(?P<width>.+?)\s*[x×]\s*(?P<depth>.+?)\s+at\s+(?P<underside>.+))?",
    re.IGNORECASE,
)
_BACKING = re.compile(
    r"backing\s+(?:(?P<size>2\s*[x×]\s*\d+)\s+)?(?P<start>.+?)\s+to\s+(?P<end>.+?)\s*@\s*(?P<height>.+)", re.IGNORECASE
)
_BOLTS = re.compile(r"bolts?\s+(?P<places>.+)", re.IGNORECASE)


def read_special(text: str, wall: Wall) -> Wall:
    """A wall with the special a typed line asks for.

    Args:
        text: The line, beginning with post, backing or bolts.
        wall: The wall it goes into.

    Raises:
        PhraseError: It is not understood; the message says what to write.
    """
    said = text.strip()
    try:
        if match := _POST.fullmatch(said):
            post = _post(match, _next("P", (post.id for post in wall.posts)))
            return replace(wall, posts=(*wall.posts, post))
        if match := _BACKING.fullmatch(said):
            size = (match["size"] or "2x8").replace(" ", "").replace("×", "x").lower()
            board = FixtureBacking(
                _next("R", (board.id for board in wall.backing)),
                parse_length(match["start"]),
                parse_length(match["end"]),
                parse_length(match["height"]),
                size,
            )
            return replace(wall, backing=(*wall.backing, board))
        if match := _BOLTS.fullmatch(said):
            by_rule = match["places"].strip().lower() == "by rule"
            places = [part for part in re.split(r"[;\s]+", match["places"]) if part]
            return replace(wall, bolts=None if by_rule else tuple(parse_length(place) for place in places))
    except BluffError as error:
        raise PhraseError(error.message) from error
    raise PhraseError(
        f"“{said}” is no special; write it like post 3 2x4 @ 9-3, backing 20 to 60 @ 34, or bolts 12 48 84."
    )


def _post(match: re.Match[str], id_: str) -> Post:
    beam = None
    if match["underside"]:
        width, depth = parse_length(match["width"]), parse_length(match["depth"])
        beam = Beam(width, parse_length(match["underside"]), depth)
    return Post(id_, read_place(match["place"]), match["size"], int(match["plies"] or 2), beam)


def _next(letter: str, taken: Iterable[str]) -> str:
    known = set(taken)
    return next(mark for number in count(1) if (mark := f"{letter}{number}") not in known)
