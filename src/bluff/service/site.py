"""Site entries: kept as they were made, and read together with the job as it is."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import NamedTuple
from uuid import UUID

from psycopg import Connection
from psycopg_pool import ConnectionPool

from bluff.core.crew.strike import StruckPlate
from bluff.core.job.job import Job
from bluff.core.job.schools import End
from bluff.core.measure.length import Length
from bluff.core.message import Message, message
from bluff.core.site.caller import Held, OnPlates, Stop, Walk, stops, strikes
from bluff.core.site.checking import Check, Verdict, verdict
from bluff.core.site.checks import checks
from bluff.core.site.work import read_work
from bluff.core.site.written import OnPlate, PlateEntry, missing, on_plate, strokes_on, to_strike
from bluff.core.wall.framing import Framing
from bluff.core.wall.member import Plate
from bluff.service.errors import NotFound, ServiceError
from bluff.service.framings import framing, framings
from bluff.service.job_state import JobState
from bluff.service.jobs import Jobs
from bluff.service.rights import Right, need
from bluff.service.site_log import Entry, entries
from bluff.store import site as rows
from bluff.store.accounts import Account
from bluff.store.site import SiteRecord, SiteRow


class Unfit(ServiceError):
    """An entry does not fit the job; the message says why."""


@dataclass(frozen=True, slots=True)
class MarkedPlate:
    """A plate that has marks on it.

    Args:
        plate: It, with what is struck from it and added since the plan changed.
        on: What is on it.
        last: Its last entry.
    """

    plate: StruckPlate
    on: OnPlate
    last: SiteRecord


@dataclass(frozen=True, slots=True)
class CalledStop:
    """A stop of a walk: whether it is on the plates, since when and by whom.

    Args:
        stop: It.
        revision: Of the job, by which it is or will be marked.
        is_written: Whether all of its marks are on their plates.
        last: Who wrote it, where it was entered mark by mark.
    """

    stop: Stop
    revision: int
    is_written: bool
    last: SiteRecord | None


class Way(NamedTuple):
    """How somebody holds their tape, which plates they mark, and in which order."""

    held: Held
    on: OnPlates
    walk: Walk


@dataclass(frozen=True, slots=True)
class Walked:
    """A walk along a wall's plates: by which revision of the job, how the tape is held, and its stops."""

    revision: int
    framing: Framing
    held: Held
    stops: list[CalledStop]


@dataclass(frozen=True, slots=True)
class Checked:
    """A check with what was read for it, by measure, in order, and what that says."""

    check: Check
    readings: Mapping[str, tuple[SiteRecord, ...]]
    verdict: Verdict


@dataclass(frozen=True, slots=True)
class WallOnSite:
    """One wall as it is on the site.

    Args:
        framing: It.
        marks: What there is on its plates, each with its plate.
        unwritten: Those of them that are not written.
        to_strike: How many marks on them no longer count.
        checked: Its checks.
        ticks: What is ticked off, with its last entry.
        marked_at: When anything was last written on its plates, or struck.
    """

    framing: Framing
    marks: Mapping[str, Plate]
    unwritten: frozenset[str]
    to_strike: int
    checked: tuple[Checked, ...]
    ticks: Mapping[str, SiteRecord]
    marked_at: datetime | None


@dataclass(frozen=True, slots=True)
class Site:
    """The site of the jobs of one account's crew; nothing of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def keep(self, job: UUID, entries: Iterable[SiteRow]) -> dict[UUID, Message]:
        """Keep site entries, each by itself and once.

        Args:
            job: Of which job.
            entries: In order; one that does not fit keeps none of the others from being kept.

        Returns:
            Why, for each that was not kept, by its key.

        Raises:
            NotAllowed: The account may only view.
            NotFound: The crew has no such job.
        """
        need(self.account, Right.RECORD)
        refused: dict[UUID, Message] = {}
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            for row in entries:
                try:
                    self._fits(connection, state, row)
                except Unfit as error:
                    refused[row.key] = error.message
                else:
                    rows.add_record(connection, self.account, job, row)
        return refused

    def marked(self, job: UUID) -> tuple[Job, list[MarkedPlate]]:
        """A job as it is, and its plates that have marks on them, by wall; as `Jobs.get`."""
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            plates = self._plates(connection, job)
        now = {one.plan.id: one for one in framings(state.job)}
        found = []
        # Top before bottom, as they lie.
        for wall, plate in sorted(plates, key=lambda of: (of[0], of[1] is Plate.BOTTOM)):
            on, records = plates[wall, plate]
            if on.written:
                there = now.get(wall)
                # From the end it was marked from: those figures are on the wood, wherever the tape hooks now.
                struck = StruckPlate(wall, plate, on.hook, strokes_on(plate, there, on))
                found.append(MarkedPlate(struck, on, records[-1]))
        return state.job, found

    def walks(self, job: UUID, wall: str, ways: Iterable[Way]) -> list[Walked]:
        """A wall's stops in each of some ways, what is to be struck first, as `Jobs.get` and `stops`.

        Raises:
            NotFound: The crew has no such job, or the job no such wall.
        """
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            framed = framing(state.job, wall)
            plates = self._plates(connection, job, wall)
        there = {plate: plates.get((wall, plate), (OnPlate(), [])) for plate in Plate}
        return [_walked(state.revision, framed, there, way) for way in ways]

    def checked(self, job: UUID, wall: str) -> tuple[JobState, Framing, list[Checked]]:
        """The checks of a wall with their readings; as `walk`."""
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            framed = framing(state.job, wall)
            read = rows.list_records(connection, self.account.crew_id, job, "reading", wall)
        return state, framed, _checked(framed, read)

    def work(self, job: UUID, wall: str) -> tuple[JobState, Framing, Mapping[str, SiteRecord]]:
        """A wall with what is ticked off on it, by what names the work; as `walk`."""
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            ticked = rows.list_records(connection, self.account.crew_id, job, "tick", wall)
        return state, framing(state.job, wall), {row.about: row for row in ticked if row.about}

    def framing(self, job: UUID, wall: str) -> Framing:
        """A wall as the plan has it; as `walk`."""
        return framing(self._jobs.get(job).job, wall)

    def walls(self, job: UUID) -> tuple[JobState, list[WallOnSite]]:
        """Every wall of a job as it is on the site, in the job's order; as `Jobs.get`."""
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            plates = self._plates(connection, job)
            read = _by_wall(rows.list_records(connection, self.account.crew_id, job, "reading"))
            ticked = _by_wall(rows.list_records(connection, self.account.crew_id, job, "tick"))
        found = []
        for framed in framings(state.job):
            wall = framed.plan.id
            on_plates = {plate: plates.get((wall, plate), (OnPlate(), [])) for plate in Plate}
            there = {plate: on for plate, (on, _) in on_plates.items()}
            marked_at = max((records[-1].made_at for _, records in on_plates.values() if records), default=None)
            marks = {name: mark.plate for name, mark in framed.named_marks.items()}
            left = frozenset(name for plate, on in there.items() for name in missing(plate, framed, on))
            struck = sum(len(to_strike(plate, framed, on)) for plate, on in there.items())
            ticks = {row.about: row for row in ticked.get(wall, ()) if row.about}
            checked = tuple(_checked(framed, read.get(wall, ())))
            found.append(WallOnSite(framed, marks, left, struck, checked, ticks, marked_at))
        return state, found

    def job_ticks(self, job: UUID) -> Mapping[str, SiteRecord]:
        """What is ticked off of the job itself, of no one wall, by what names the work; as `Jobs.get`."""
        with self.pool.connection() as connection:
            self._jobs.get_in(connection, job)
            ticked = rows.list_records(connection, self.account.crew_id, job, "tick")
        return {row.about: row for row in ticked if row.about and row.wall is None}

    def keep_picture(self, job: UUID, key: UUID, jpeg: bytes) -> None:
        """Keep a photograph for the entry under a key; as `keep`."""
        need(self.account, Right.RECORD)
        with self.pool.connection() as connection:
            self._jobs.get_in(connection, job)
            rows.add_picture(connection, self.account, job, key, jpeg)

    def picture(self, job: UUID, key: UUID) -> bytes:
        """The photograph of an entry.

        Raises:
            NotFound: There is none.
        """
        with self.pool.connection() as connection:
            self._jobs.get_in(connection, job)
            jpeg = rows.find_picture(connection, self.account.crew_id, job, key)
        if jpeg is None:
            raise NotFound(message("There is no such photograph."))
        return jpeg

    def log(self, job: UUID, wall: str | None = None, day: date | None = None, words: str = "") -> list[Entry]:
        """The log of a job, the last entry first; as `Jobs.get` and `search_records`."""
        with self.pool.connection() as connection:
            state = self._jobs.get_in(connection, job)
            found = rows.search_records(connection, self.account.crew_id, job, wall, day, words)

            def framing_at(row: SiteRecord) -> Framing | None:
                number = state.revision if row.revision is None else row.revision
                return self._framing_at(connection, job, number, row.wall or "")

            return entries(found, framing_at)

    def _fits(self, connection: Connection, state: JobState, row: SiteRow) -> None:
        """Make sure that a mark was there to be written, and that there is such work; readings and notes are kept as
        they are.

        Raises:
            Unfit: It was not, or there is none.
        """
        if row.kind == "tick" and not read_work(row.about or "").is_known:
            raise Unfit(
                message("There is no work {work} on a wall. Update Bluff, then tick it again.", work=row.about or "")
            )
        if row.kind != "mark":
            return
        if row.revision is None:
            if row.about or row.is_done:
                raise Unfit(message("Give the revision of the job this was marked by."))
            return
        if row.about is None and not row.is_done:
            raise Unfit(message("A plate that is unmarked takes no revision."))
        if row.revision > state.revision:
            raise Unfit(
                message(
                    "This job is at revision {revision}; look at it again before you mark by it.",
                    revision=state.revision,
                )
            )
        marks = self._framing_at(connection, state.id, row.revision, row.wall or "")
        if marks is None:
            raise Unfit(
                message("There is no wall {wall} at revision {revision}.", wall=row.wall or "", revision=row.revision)
            )
        if row.about is not None and row.about not in marks.named_marks:
            raise Unfit(
                message(
                    "Wall {wall} has no such mark at revision {revision}.", wall=row.wall or "", revision=row.revision
                )
            )

    def _plates(
        self, connection: Connection, job: UUID, wall: str | None = None
    ) -> dict[tuple[str, Plate], tuple[OnPlate, list[SiteRecord]]]:
        """What is on each plate, and every entry of it, in order."""
        entries: defaultdict[tuple[str, Plate], list[SiteRecord]] = defaultdict(list)
        for row in rows.list_records(connection, self.account.crew_id, job, "mark", wall):
            entries[row.wall or "", Plate(row.plate or "")].append(row)
        return {
            (of, plate): (on_plate(plate, [self._entry(connection, job, row) for row in records]), records)
            for (of, plate), records in entries.items()
        }

    def _entry(self, connection: Connection, job: UUID, row: SiteRecord) -> PlateEntry:
        if row.revision is None:
            return PlateEntry(row.about, is_written=False)
        framed = self._framing_at(connection, job, row.revision, row.wall or "")
        return PlateEntry(row.about, bool(row.is_done), row.revision, framed, End(row.hook) if row.hook else None)

    def _framing_at(self, connection: Connection, job: UUID, revision: int, wall: str) -> Framing | None:
        found = framings(self._jobs.job_at(connection, job, revision))
        return next((one for one in found if one.plan.id == wall), None)

    @property
    def _jobs(self) -> Jobs:
        return Jobs(self.pool, self.account)


def _by_wall(records: Iterable[SiteRecord]) -> dict[str, list[SiteRecord]]:
    found: defaultdict[str, list[SiteRecord]] = defaultdict(list)
    for row in records:
        if row.wall:
            found[row.wall].append(row)
    return found


_OnWall = Mapping[Plate, tuple[OnPlate, list[SiteRecord]]]


def _walked(revision: int, framed: Framing, on_wall: _OnWall, way: Way) -> Walked:
    """A walk of a wall on whose plates this is written, with its entries."""
    held = replace(way.held, hook=way.held.hook or framed.plan.standard.datum.end)
    there = {plate: on_wall[plate] for plate in way.on.plates}
    latest = {row.about: row for _, last in there.values() for row in last if row.about}
    struck = {name: one for plate, (is_on, _) in there.items() for name, one in to_strike(plate, framed, is_on).items()}
    open_ = {name for plate, (is_on, _) in there.items() for name in missing(plate, framed, is_on)}
    found = [
        CalledStop(stop, struck[stop.id].revision, is_written=True, last=latest.get(stop.id))
        for stop in strikes(struck, held)
    ]
    found += [
        CalledStop(stop, revision, not stop.marks.keys() & open_, latest.get(stop.id))
        for stop in stops(framed, held, way.on, way.walk)
    ]
    return Walked(revision, framed, held, found)


def _checked(framed: Framing, read: Iterable[SiteRecord]) -> list[Checked]:
    by_check: defaultdict[str, defaultdict[str, list[SiteRecord]]] = defaultdict(lambda: defaultdict(list))
    for row in read:
        by_check[row.about or ""][row.measure or ""].append(row)
    found = []
    for check in checks(framed):
        of_check = by_check[check.id]
        readings = {measure.id: tuple(of_check[measure.id]) for measure in check.measures}
        last: dict[str, Length] = {id_: rows_[-1].value or 0 for id_, rows_ in readings.items() if rows_}
        found.append(Checked(check, readings, verdict(check, last)))
    return found
