"""The site log in words, marks written in one go in one line."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from itertools import groupby

from bluff.core.job.schools import End
from bluff.core.measure.length import format_inches
from bluff.core.site.checks import checks
from bluff.core.site.work import work_name
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.store.site import SiteRecord
from bluff.views.reader import Reader

FramingAt = Callable[[SiteRecord], Framing | None]
"""The wall something was said of, as the job was then; None where it was not there."""


@dataclass(frozen=True, slots=True)
class Entry:
    """A line of the log: its last record, which says who and when, and its words."""

    last: SiteRecord
    says: str


def entries(records: Iterable[SiteRecord], framing_at: FramingAt) -> list[Entry]:
    """Entries in words, in the order given."""
    return [
        Entry(together[0], _says(together, framing_at)) for together in (list(group) for _, group in _together(records))
    ]


def _together(records: Iterable[SiteRecord]) -> Iterator[tuple[object, Iterable[SiteRecord]]]:
    """Marks that one person wrote on one wall on one day, one after another; everything else by itself."""

    def key(row: SiteRecord) -> object:
        if row.kind != "mark" or row.about is None:
            return row.key
        return row.wall, row.name, row.is_done, row.made_at.date()

    return groupby(records, key)


def _says(together: list[SiteRecord], framing_at: FramingAt) -> str:
    row = together[0]
    match row.kind:
        case "mark" if row.about is None:
            return f"{row.plate} plate {'marked' if row.is_done else 'not marked after all'}"
        case "mark":
            done = "written" if row.is_done else "struck"
            if len(together) == 1:
                return f"{_mark(row, framing_at)} {done} on the {row.plate} plate"
            return f"{len(together)} marks {done}, {_mark(together[-1], framing_at)} to {_mark(row, framing_at)}"
        case "tick":
            return _ticked(Reader().say(work_name(row.about or "")), row)
        case "reading":
            by = " by the tape" if row.read_by == "tape" else ""
            return f"{_measure(row, framing_at)}: {format_inches(row.value or 0, 32)}{by}"
        case "note":
            return f"{row.about}: {row.words}" if row.about else row.words or ""


def _ticked(name: str, row: SiteRecord) -> str:
    if not row.is_done:
        return f"{name}: not after all"
    return f"{name}, by {row.hands}" if row.hands else f"{name}: done"


def _mark(row: SiteRecord, framing_at: FramingAt) -> str:
    framed = framing_at(row)
    mark = framed.named_marks.get(row.about or "") if framed else None
    if framed is None or mark is None:
        return row.about or ""
    hook = End(row.hook) if row.hook else framed.plan.standard.datum.end
    reading = read_mark(mark, framed.plan.length, hook)
    return f"{mark.symbol} at {format_inches(reading.at.value)}"


def _measure(row: SiteRecord, framing_at: FramingAt) -> str:
    framed = framing_at(row)
    for check in checks(framed) if framed else ():
        if check.id == row.about:
            name = next((one.name for one in check.measures if one.id == row.measure), None)
            return f"{Reader().say(check.name)}, {Reader().say(name) if name else row.measure}"
    return f"{row.about}, {row.measure}"
