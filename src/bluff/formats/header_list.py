"""The header check as CSV: every header with how much of it is used, for checking elsewhere."""

from collections.abc import Sequence

from bluff.core.crew.header_table import HeaderRow
from bluff.core.job.words import Words
from bluff.core.measure.length import format_exact
from bluff.core.message import Message, message
from bluff.core.strength.header_check import HeaderCheck
from bluff.formats.tables import headings, written
from bluff.views.reader import reader

_HEAD = headings("openings", "RO width", "{header}", "from", "wood", "its figures", "governs", "percent used")
CAUTION = message("Indicative only: the drawings, the local code and a licensed designer decide the {header}.")


def header_csv(rows: Sequence[HeaderRow], words: Words) -> str:
    """A line for each row of the table, those used most first; what must be entered first stands where a use would.

    Args:
        rows: Of the table.
        words: The crew's.
    """
    checks = [row.check for row in rows if isinstance(row.check, HeaderCheck)]
    uses = list(dict.fromkeys(use.name for check in checks for use in check.uses))
    say = reader(words).say
    lines = [_line(row, uses, words) for row in rows]
    return written([*_HEAD, *(say(message("{check}, percent used", check=use)) for use in uses)], [*lines, (CAUTION,)])


def _line(row: HeaderRow, uses: Sequence[Message], words: Words) -> tuple[object, ...]:
    placed, check, say = row.first, row.check, reader(words).say
    of = (
        ", ".join(opening.id for opening in row.openings),
        format_exact(placed.rough.width.value),
        say(placed.header.called),
        say(placed.header.choice.source.called),
    )
    if not isinstance(check, HeaderCheck):
        return (*of, "", "", say(check.sentence), "", *("" for _ in uses))
    by_name = {use.name: use.percent for use in check.uses}
    governs = check.governs
    return (
        *of,
        say(check.wood.kind.called),
        str(check.wood),
        say(governs.name),
        governs.percent,
        *(by_name.get(use, "") for use in uses),
    )
