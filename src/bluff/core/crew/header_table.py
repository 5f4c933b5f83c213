"""The header check as a table: every header of a job with how much of it is used, alike ones together."""

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from bluff.core.job.job import Opening
from bluff.core.strength.header_check import HeaderCheck, NotSaid, header_check
from bluff.core.wall.framing import Framing
from bluff.core.wall.placed import PlacedOpening


@dataclass(frozen=True, slots=True)
class HeaderRow:
    """One line of the table: openings whose headers are made and used alike, in the job's order.

    Args:
        openings: Those it stands for.
        check: How much of their headers is used, or what must be entered before that is known.
    """

    openings: tuple[PlacedOpening, ...]
    check: HeaderCheck | NotSaid

    @property
    def first(self) -> PlacedOpening:
        return self.openings[0]


def header_table(framings: Iterable[Framing], entered: Sequence[Opening]) -> list[HeaderRow]:
    """Every header of a job, those used most first; those nothing is known of come last."""
    checked = {
        frame.placed.id: (frame.placed, header_check(frame, framing))
        for framing in framings
        for frame in (*framing.openings, *(refused.frame for refused in framing.refused_openings))
    }
    lines: dict[object, list[PlacedOpening]] = defaultdict(list)
    checks: dict[object, HeaderCheck | NotSaid] = {}
    for opening in entered:
        if opening.id in checked:
            placed, check = checked[opening.id]
            key = (placed.header.choice, str(placed.header), placed.jack_count, placed.rough.width.value, check)
            lines[key].append(placed)
            checks[key] = check
    rows = [HeaderRow(tuple(openings), checks[key]) for key, openings in lines.items()]
    return sorted(rows, key=lambda row: -row.check.governs.share if isinstance(row.check, HeaderCheck) else 0)
