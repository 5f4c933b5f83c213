"""Headers as they are called and written in a schedule: ``2-ply 2x8``, ``6x8``, ``2x4 flat``."""

import re
from dataclasses import replace

from bluff.core.errors import JobError
from bluff.core.job.header import Header, HeaderKind, Laid
from bluff.core.measure.lumber import ENGINEERED, lumber
from bluff.core.message import message

_HEADER = re.compile(
    r"(?:(?P<plies>\d)\s*-?\s*ply\s+)?(?P<size>[\d /]+?\s*[x×]\s*[\d /]+?)(?:\s+(?P<as>flat|laid flat|with foam|box))?",
    re.IGNORECASE,
)
_KINDS = {"flat": HeaderKind.FLAT, "with foam": HeaderKind.INSULATED, "box": HeaderKind.BOX}


def read_header(text: str, before: Header) -> Header:
    """A header as it is called: ``2-ply 2x8``, ``6x8``, ``2x4 flat``, ``2-ply 1 3/4 x 9 1/2``.

    Args:
        text: What somebody wrote.
        before: The header it takes the place of; who says so and where it sits carry over.

    Raises:
        BluffError: It is no header.
    """
    match = _HEADER.fullmatch(text.strip())
    if match is None:
        raise JobError(
            message("“{text}” is not a {header}. Write it like 2-ply 2x8, 6x8 or 2x4 flat.", text=text), "header"
        )
    size = lumber(match["size"]).nominal
    plies = int(match["plies"] or 1)
    word = (match["as"] or "").lower()
    if word in _KINDS:
        kind = _KINDS[word]
    elif size in ENGINEERED:
        kind = HeaderKind.ENGINEERED
    else:
        kind = HeaderKind.BUILT_UP if plies > 1 or size.startswith("2x") else HeaderKind.SOLID
    laid = Laid.FLAT if word == "laid flat" else Laid.EDGE
    return replace(before, kind=HeaderKind.SOLID if laid is Laid.FLAT else kind, size=size, plies=plies, laid=laid)
