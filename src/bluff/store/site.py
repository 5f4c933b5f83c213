"""Site entries: an append-only log."""

from dataclasses import dataclass, fields
from datetime import date, datetime
from typing import Literal
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row

from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True, kw_only=True)
class SiteRow:
    """One entry; what does not go with its kind is None. See `migrations/0012.site.sql`
    and what follows it.

    Args:
        key: Made up by the sender.
        kind: A mark written or struck, work ticked off or not done after all, a reading, a note.
        wall: Its mark, None for the whole job.
        about: The mark, step, check or piece, None for a whole plate.
        plate: Of a mark.
        revision: Of the job, as the person who wrote a mark saw it.
        is_done: Of a mark and a tick.
        measure: Of a reading: which of its check.
        value: Of a reading, in 64ths.
        read_by: Of a reading: by hand, or by a tape that sends it.
        words: Of a note.
        people: Of work that is begun: how many do it.
        hook: Of a mark: the end the tape was hooked on, where the entry has it.
        made_at: When, by the phone's clock set right by the server's.
    """

    key: UUID
    kind: Literal["mark", "tick", "reading", "note"]
    made_at: datetime
    wall: str | None = None
    about: str | None = None
    plate: str | None = None
    revision: int | None = None
    is_done: bool | None = None
    measure: str | None = None
    value: int | None = None
    read_by: Literal["hand", "tape"] | None = None
    words: str | None = None
    people: int | None = None
    hook: str | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class SiteRecord(SiteRow):
    """One entry, by whom, and whether a photograph goes with it."""

    name: str
    initials: str
    has_picture: bool


_COLUMNS = tuple(field.name for field in fields(SiteRow))


def add_record(connection: Connection, account: Account, job: UUID, row: SiteRow) -> bool:
    """Keep an entry; False where one with that key is kept already."""
    columns = ", ".join(_COLUMNS)
    values = ", ".join(f"%({name})s" for name in _COLUMNS)
    added = connection.execute(
        f"INSERT INTO site_record (job_id, crew_id, account_id, {columns}) VALUES (%(job)s, %(crew)s, %(by)s, {values})"
        " ON CONFLICT (job_id, key) DO NOTHING",
        {
            "job": job,
            "crew": account.crew_id,
            "by": account.id,
            **{name: getattr(row, name) for name in _COLUMNS},
        },
    )
    return added.rowcount == 1


_RECORDS = f"""
    SELECT {", ".join(f"site_record.{name}" for name in _COLUMNS)}, account.name, account.initials,
           EXISTS (
               SELECT FROM site_picture AS taken
               WHERE taken.job_id = site_record.job_id AND taken.key = site_record.key
           ) AS has_picture
    FROM site_record JOIN account ON account.id = site_record.account_id
    WHERE site_record.job_id = %(job)s AND site_record.crew_id = %(crew)s
"""


def list_records(connection: Connection, crew: UUID, job: UUID, kind: str, wall: str | None = None) -> list[SiteRecord]:
    """Every entry of a kind of a job, or of one wall of it, in order."""
    with connection.cursor(row_factory=class_row(SiteRecord)) as cursor:
        return cursor.execute(
            f"{_RECORDS} AND kind = %(kind)s AND (%(wall)s::text IS NULL OR wall = %(wall)s)"
            " ORDER BY made_at, site_record.id",
            {"job": job, "crew": crew, "kind": kind, "wall": wall},
        ).fetchall()


def begun_walls(connection: Connection, crew: UUID, job: UUID) -> frozenset[str]:
    """The walls of a job that somebody marked, or did any work on."""
    found = connection.execute(
        "SELECT DISTINCT wall FROM site_record"
        " WHERE job_id = %s AND crew_id = %s AND wall IS NOT NULL AND kind IN ('mark', 'tick')",
        (job, crew),
    )
    return frozenset(wall for (wall,) in found)


def add_picture(connection: Connection, account: Account, job: UUID, key: UUID, jpeg: bytes) -> None:
    """Keep a photograph for the entry with a key, which may come later, unless there is one already."""
    connection.execute(
        """
        INSERT INTO site_picture (job_id, crew_id, key, account_id, jpeg) VALUES (%s, %s, %s, %s, %s)
        ON CONFLICT (job_id, key) DO NOTHING
        """,
        (job, account.crew_id, key, account.id, jpeg),
    )


def find_picture(connection: Connection, crew: UUID, job: UUID, key: UUID) -> bytes | None:
    """The photograph of an entry, None where there is none."""
    row = connection.execute(
        "SELECT jpeg FROM site_picture WHERE crew_id = %s AND job_id = %s AND key = %s", (crew, job, key)
    ).fetchone()
    return bytes(row[0]) if row else None


def search_records(
    connection: Connection,
    crew: UUID,
    job: UUID,
    wall: str | None = None,
    day: date | None = None,
    words: str = "",
    most: int = 500,
) -> list[SiteRecord]:
    """The log of a job, the last entry first.

    Args:
        connection: To the store.
        crew: Whose job it is.
        job: Which.
        wall: Only of this one.
        day: Only of this one, as the server counts days.
        words: Only what has all of them in it, by anyone, about anything.
        most: No more than this.
    """
    with connection.cursor(row_factory=class_row(SiteRecord)) as cursor:
        return cursor.execute(
            f"""
            {_RECORDS}
            AND (%(wall)s::text IS NULL OR wall = %(wall)s)
            AND (%(day)s::date IS NULL OR made_at::date = %(day)s)
            AND NOT EXISTS (
                SELECT FROM unnest(%(words)s::text[]) AS sought
                WHERE strpos(lower(concat_ws(' ', kind, wall, about, plate, measure, words, account.name)), sought) = 0
            )
            ORDER BY made_at DESC, site_record.id DESC LIMIT %(most)s
            """,
            {"job": job, "crew": crew, "wall": wall, "day": day, "words": words.lower().split(), "most": most},
        ).fetchall()
