"""The site log in words, marks written in one go in one line."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from itertools import groupby

from bluff.core.job.schools import End
from bluff.core.message import Message, message, plural
from bluff.core.site.checks import checks
from bluff.core.site.work import read_work
from bluff.core.wall.framing import Framing
from bluff.core.wall.marks import read_mark
from bluff.core.wall.member import Plate
from bluff.store.site import SiteRecord

FramingAt = Callable[[SiteRecord], Framing | None]
"""The wall of an entry, as the job was then; None where it was not there."""


@dataclass(frozen=True, slots=True)
class Entry:
    """A line of the log: its last record, which says who and when, and its words."""

    last: SiteRecord
    says: Message


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


def _says(together: list[SiteRecord], framing_at: FramingAt) -> Message:
    row = together[0]
    match row.kind:
        case "mark":
            return _written(together, framing_at)
        case "tick":
            return _ticked(read_work(row.about or "").called, row)
        case "reading":
            return message(
                "{measure}: {value:fine} by the tape" if row.read_by == "tape" else "{measure}: {value:fine}",
                measure=_measure(row, framing_at),
                value=row.value or 0,
            )
        case "note":
            words = row.words or ""
            if row.about:
                return message("{about}: {words}", about=row.about, words=words)
            return message("{words}", words=words)


def _written(together: list[SiteRecord], framing_at: FramingAt) -> Message:
    """Marks of one go: a whole plate, one mark, or several."""
    row, count = together[0], len(together)
    plate = message("{bottom_plate}") if row.plate == Plate.BOTTOM else message("{top_plate}")
    if row.about is None:
        return message("{Plate} marked" if row.is_done else "{Plate}: marks undone", plate=plate)
    last = _mark(row, framing_at)
    if count == 1:
        return message(
            "{mark} written on the {plate}" if row.is_done else "{mark} struck on the {plate}", mark=last, plate=plate
        )
    return message(
        "{count} marks written, {first} to {last}" if row.is_done else "{count} marks struck, {first} to {last}",
        count=count,
        first=_mark(together[-1], framing_at),
        last=last,
    )


def _ticked(name: Message, row: SiteRecord) -> Message:
    if not row.is_done:
        return message("{work}: undone", work=name)
    if row.people:
        return plural("{work}, by {count} person", "{work}, by {count} people", count=row.people, work=name)
    return message("{work}: done", work=name)


def _mark(row: SiteRecord, framing_at: FramingAt) -> Message:
    framed = framing_at(row)
    mark = framed.named_marks.get(row.about or "") if framed else None
    if framed is None or mark is None:
        return message("{mark}", mark=row.about or "")
    hook = End(row.hook) if row.hook else framed.plan.standard.datum.end
    reading = read_mark(mark, framed.plan.length, hook)
    return message("{letter} at {at:length}", letter=mark.symbol, at=reading.at.value)


def _measure(row: SiteRecord, framing_at: FramingAt) -> Message:
    framed = framing_at(row)
    measure = message("{measure}", measure=row.measure or "")
    for check in checks(framed) if framed else ():
        if check.id == row.about:
            name = next((one.name for one in check.measures if one.id == row.measure), measure)
            return message("{check}, {measure}", check=check.name, measure=name)
    return message("{check}, {measure}", check=row.about or "", measure=measure)
