"""What names on drawings say: which opening a block or an element is, which size, which mark."""

import re
from collections.abc import Iterable
from contextlib import suppress

from bluff.core.errors import BluffError
from bluff.core.job.schools import OpeningKind
from bluff.core.measure.size import Size, parse_size

_KINDS: tuple[tuple[OpeningKind, re.Pattern[str]], ...] = tuple(
    (kind, re.compile(words, re.IGNORECASE))
    for kind, words in (
        (OpeningKind.OVERHEAD_DOOR, r"overhead|garage|sectional|roll-?up"),
        (OpeningKind.POCKET_DOOR, r"pocket"),
        (OpeningKind.BYPASS_DOOR, r"by-?pass"),
        (OpeningKind.BIFOLD_DOOR, r"bi-?fold|folding"),
        (OpeningKind.SLIDING_DOOR, r"sliding.?(?:glass.?)?door|door.*slid|slider|patio"),
        (OpeningKind.CASED_OPENING, r"cased"),
        (
            OpeningKind.WINDOW,
            r"window|wndw|wdw|(?<![a-z])win(?![a-z])|glaz|fenster|fen[eê]tre|ventana|casement|awning|sliding",
        ),
        (OpeningKind.DOOR, r"door|(?<![a-z])dr(?![a-z])|t(?:ü|ue)r(?![a-z])|porte|puerta"),
    )
)
"""The first that fits: a sliding patio door is called a door as well."""
_MARK = re.compile(r"(?P<letter>[WD])-?\d{1,3}[A-Z]?", re.IGNORECASE)
_SIZE = re.compile(
    r"\d+\s*'(?:\s*-?\s*[\d /]+\")?\s*[x×]\s*\d+\s*'(?:\s*-?\s*[\d /]+\")?"
    r"|\d{1,2}[-/]\d{1,2}\s*[x×]?\s*\d{1,2}[-/]\d{1,2}"
    r"|(?<!\d)\d{2,3}(?:\.\d+)?\"?\s*[x×]\s*\d{2,3}(?:\.\d+)?\"?(?!\d)"
    r"|(?<!\d)[1-9]\d[1-9]\d(?!\d)",
    re.IGNORECASE,
)
"""3'-6" x 4'-6", 3-6 x 4-6, 36 x 80 or 3068, inside any other text."""


def kind_named(name: str) -> OpeningKind | None:
    """Which opening a name is of, None when it is of none.

    >>> kind_named("A-DOOR-POCKET"), kind_named("M_Fixed Window"), kind_named("Drawer")
    (<OpeningKind.POCKET_DOOR: 'pocket-door'>, <OpeningKind.WINDOW: 'window'>, None)
    """
    return next((kind for kind, words in _KINDS if words.search(name)), None)


def kind_of_mark(text: str) -> OpeningKind | None:
    """What a mark says goes into an opening: W1 a window, D2 a door; None for any other text."""
    found = _MARK.fullmatch(text)
    return None if found is None else OpeningKind.WINDOW if found["letter"].upper() == "W" else OpeningKind.DOOR


def size_named(texts: Iterable[str]) -> Size | None:
    """The first size that is written somewhere in some texts.

    >>> str(size_named(["Single flush", "door 2868 left"]))
    '2-8 x 6-8'
    """
    for text in texts:
        for found in _SIZE.findall(text):
            with suppress(BluffError):
                return parse_size(found)
    return None
