"""Keeping site entries: set to their right time, each by itself and once."""

from collections.abc import Sequence
from datetime import datetime, timedelta
from uuid import UUID

from bluff.core.errors import BluffError
from bluff.core.measure.length import inches
from bluff.core.message import Message
from bluff.core.site.phone_clock import PhoneClock
from bluff.formats.site_entries import AnyEntry, CutEntry, MarkEntry, NoteEntry, ReadingEntry, TickEntry
from bluff.service.cutting import Cuttings
from bluff.service.errors import Changed
from bluff.service.site import Site
from bluff.store.cutting import CutRow
from bluff.store.site import SiteRow


def keep_entries(
    site: Site, cuttings: Cuttings, job: UUID, entries: Sequence[AnyEntry], clock: PhoneClock
) -> dict[UUID, Message]:
    """Keep site entries of a job; one that does not fit keeps none of the others from being kept.

    Args:
        site: Of the person who made them.
        cuttings: Theirs.
        job: Of which job.
        entries: In order.
        clock: Of the phone it comes from, when it was sent.

    Returns:
        Why, for each that was not kept, by its key.

    Raises:
        NotAllowed: The account may only view.
        NotFound: The crew has no such job.
    """
    times = _times(entries, clock)
    refused: dict[UUID, Message] = {}
    kept: list[SiteRow] = []
    for one in entries:
        try:
            if not isinstance(one, CutEntry):
                kept.append(_row(one, times[one.key]))
        except BluffError as error:
            refused[one.key] = error.message
    refused |= site.keep(job, kept)
    cuts = [
        CutRow(one.key, one.board, one.name, one.is_done, times[one.key])
        for one in entries
        if isinstance(one, CutEntry)
    ]
    return refused | _cut(cuttings, job, cuts)


def _times(entries: Sequence[AnyEntry], clock: PhoneClock) -> dict[UUID, datetime]:
    """When each was made, in the order the phone has them: whatever its clock did, none is before the one before it."""
    times: dict[UUID, datetime] = {}
    latest: datetime | None = None
    for one in entries:
        age = None if one.age is None else timedelta(milliseconds=one.age)
        when = clock.right(one.at, age=age, after=one.after)
        latest = when if latest is None else max(latest, when)
        times[one.key] = latest
    return times


def _cut(cuttings: Cuttings, job: UUID, cuts: Sequence[CutRow]) -> dict[UUID, Message]:
    """Keep entries about cuts; why not, for each whose board was planned again meanwhile, by its key."""
    if not cuts:
        return {}
    refused: dict[UUID, Message] = {}
    try:
        cuttings.mark(job, cuts)
    except Changed:
        for one in cuts:
            try:
                cuttings.mark(job, [one])
            except Changed as error:
                refused[one.key] = error.message
    return refused


def _row(entry: MarkEntry | TickEntry | ReadingEntry | NoteEntry, at: datetime) -> SiteRow:
    match entry:
        case MarkEntry():
            return SiteRow(
                key=entry.key,
                kind="mark",
                made_at=at,
                wall=entry.wall,
                about=entry.mark,
                plate=entry.plate,
                revision=entry.revision,
                is_done=entry.is_done,
                hook=entry.hook and entry.hook.value,
            )
        case TickEntry():
            return SiteRow(
                key=entry.key,
                kind="tick",
                made_at=at,
                wall=entry.wall,
                about=entry.work,
                is_done=entry.is_done,
                people=entry.people,
            )
        case ReadingEntry():
            return SiteRow(
                key=entry.key,
                kind="reading",
                made_at=at,
                wall=entry.wall,
                about=entry.check,
                measure=entry.measure,
                value=inches(entry.value),
                read_by=entry.read_by,
            )
    return SiteRow(key=entry.key, kind="note", made_at=at, wall=entry.wall, about=entry.piece, words=entry.words)
