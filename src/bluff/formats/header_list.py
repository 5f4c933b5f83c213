"""The header check as CSV: every header with how much of it is used, for checking elsewhere."""

from collections.abc import Sequence

from bluff.core.crew.header_table import HeaderRow
from bluff.core.job.words import Words
from bluff.core.measure.length import format_exact
from bluff.core.strength.header_check import HeaderCheck
from bluff.formats.tables import written
from bluff.views.reader import reader

_HEAD = ("openings", "RO width", "header", "from", "wood", "its figures", "governs", "percent used")
CAUTION = "Indicative only: the drawings, the local code and a licensed designer decide the header."


def header_csv(rows: Sequence[HeaderRow], words: Words) -> str:
    """A line for each row of the table, those used most first; what must be said before stands where a use would.

    Args:
        rows: Of the table.
        words: The crew's.
    """
    checks = [row.check for row in rows if isinstance(row.check, HeaderCheck)]
    uses = list(dict.fromkeys(use.name for check in checks for use in check.uses))
    lines = [_line(row, uses, words) for row in rows]
    return written([*_HEAD, *(f"{words.say(use)}, percent" for use in uses)], [*lines, (CAUTION,)])


def _line(row: HeaderRow, uses: Sequence[str], words: Words) -> tuple[object, ...]:
    placed, check = row.first, row.check
    of = (
        ", ".join(opening.id for opening in row.openings),
        format_exact(placed.rough.width.value),
        str(placed.header),
        placed.header.choice.source.called,
    )
    if not isinstance(check, HeaderCheck):
        return (*of, "", "", reader(words).say(check.sentence), "", *("" for _ in uses))
    by_name = {use.name: use.percent for use in check.uses}
    governs = check.governs
    return (
        *of,
        check.wood.kind.called,
        str(check.wood),
        words.say(governs.name),
        governs.percent,
        *(by_name.get(use, "") for use in uses),
    )
