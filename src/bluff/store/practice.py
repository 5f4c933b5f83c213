"""Exercises that were done, classes, and what is known of each topic."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg import Connection
from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class ResultRow:
    """What came of one exercise; `pupil` and `place` in a class, `level` and `seed` where it was made up."""

    pupil: str | None
    place: int | None
    level: str | None
    seed: int | None
    wanted: int
    there: int
    wrong: int
    kinds: list[str]
    seconds: int
    hints: int
    made_at: datetime


@dataclass(frozen=True, slots=True)
class ClassRow:
    """A class: who made it, its exercises and the ways they are framed by; `pupils` who did any of them."""

    id: UUID
    crew_id: UUID
    name: str
    initials: str
    ways: dict[str, Any]
    exercises: list[dict[str, Any]]
    created_at: datetime
    ended_at: datetime | None
    pupils: int


@dataclass(frozen=True, slots=True)
class CardRow:
    """What somebody knows of one topic."""

    topic: str
    box: int
    due_at: datetime
    asked: int
    known: int


_RESULT: Final = "pupil, place, level, seed, wanted, there, wrong, kinds, seconds, hints, made_at"
_CLASS: Final = """
    SELECT of.id, of.crew_id, of.name, account.initials, of.ways, of.exercises, of.created_at, of.ended_at,
           (SELECT count(DISTINCT lower(pupil)) FROM practice_result WHERE class_id = of.id)::int AS pupils
    FROM practice_class AS of JOIN account ON account.id = of.account_id
"""


def add_result(connection: Connection, result: Mapping[str, Any]) -> None:
    """Keep what came of an exercise, by the names of its columns."""
    connection.execute(
        """
        INSERT INTO practice_result
            (account_id, class_id, pupil, place, level, seed, wanted, there, wrong, kinds, seconds, hints)
        VALUES (%(account_id)s, %(class_id)s, %(pupil)s, %(place)s, %(level)s, %(seed)s, %(wanted)s, %(there)s,
                %(wrong)s, %(kinds)s, %(seconds)s, %(hints)s)
        """,
        {"account_id": None, "class_id": None, "pupil": None, "place": None, **result},
    )


def results_of(connection: Connection, account: UUID, most: int) -> list[ResultRow]:
    """What came of somebody's last exercises, the oldest first."""
    with connection.cursor(row_factory=class_row(ResultRow)) as cursor:
        found = cursor.execute(
            f"SELECT {_RESULT} FROM practice_result WHERE account_id = %s ORDER BY made_at DESC LIMIT %s",
            (account, most),
        ).fetchall()
    return found[::-1]


def results_in(connection: Connection, class_: UUID, pupil: str | None = None) -> list[ResultRow]:
    """What came of a class's exercises, or of those of one pupil, the oldest first."""
    with connection.cursor(row_factory=class_row(ResultRow)) as cursor:
        return cursor.execute(
            f"""
            SELECT {_RESULT} FROM practice_result
            WHERE class_id = %(class)s AND (%(pupil)s::text IS NULL OR lower(pupil) = lower(%(pupil)s))
            ORDER BY made_at
            """,
            {"class": class_, "pupil": pupil},
        ).fetchall()


def add_class(
    connection: Connection,
    account: Account,
    token_hash: bytes,
    name: str,
    ways: Mapping[str, Any],
    exercises: Sequence[Mapping[str, Any]],
) -> None:
    """Keep a class."""
    connection.execute(
        """
        INSERT INTO practice_class (token_hash, crew_id, account_id, name, ways, exercises)
        VALUES (%s, %s, %s, %s, %s, %s)
        """,
        (token_hash, account.crew_id, account.id, name, Jsonb(ways), Jsonb(exercises)),
    )


def list_classes(connection: Connection, crew: UUID) -> list[ClassRow]:
    """A crew's classes, the newest first."""
    with connection.cursor(row_factory=class_row(ClassRow)) as cursor:
        return cursor.execute(_CLASS + "WHERE of.crew_id = %s ORDER BY of.created_at DESC", (crew,)).fetchall()


def find_class(connection: Connection, crew: UUID, class_: UUID) -> ClassRow | None:
    """A class of a crew, None where it has none such."""
    with connection.cursor(row_factory=class_row(ClassRow)) as cursor:
        return cursor.execute(_CLASS + "WHERE of.crew_id = %s AND of.id = %s", (crew, class_)).fetchone()


def class_of(connection: Connection, token_hash: bytes) -> ClassRow | None:
    """The class a link leads to, None where there is none or it was ended."""
    with connection.cursor(row_factory=class_row(ClassRow)) as cursor:
        return cursor.execute(_CLASS + "WHERE of.token_hash = %s AND of.ended_at IS NULL", (token_hash,)).fetchone()


def end_class(connection: Connection, crew: UUID, class_: UUID) -> bool:
    """End a class: its link leads nowhere, its results stay. False where there is none that goes on."""
    ended = connection.execute(
        "UPDATE practice_class SET ended_at = now() WHERE crew_id = %s AND id = %s AND ended_at IS NULL",
        (crew, class_),
    )
    return ended.rowcount == 1


def cards_of(connection: Connection, account: UUID) -> list[CardRow]:
    """What somebody knows, topic by topic."""
    with connection.cursor(row_factory=class_row(CardRow)) as cursor:
        return cursor.execute(
            "SELECT topic, box, due_at, asked, known FROM practice_card WHERE account_id = %s", (account,)
        ).fetchall()


def lock_card(connection: Connection, account: UUID, topic: str) -> CardRow | None:
    """What somebody knows of a topic, held until the transaction ends; None where they were never asked."""
    with connection.cursor(row_factory=class_row(CardRow)) as cursor:
        return cursor.execute(
            """
            SELECT topic, box, due_at, asked, known FROM practice_card
            WHERE account_id = %s AND topic = %s FOR UPDATE
            """,
            (account, topic),
        ).fetchone()


def save_card(connection: Connection, account: UUID, card: CardRow) -> None:
    """Keep what somebody knows of a topic, in place of what was kept."""
    connection.execute(
        """
        INSERT INTO practice_card (account_id, topic, box, due_at, asked, known) VALUES (%s, %s, %s, %s, %s, %s)
        ON CONFLICT (account_id, topic) DO UPDATE
        SET box = excluded.box, due_at = excluded.due_at, asked = excluded.asked, known = excluded.known
        """,
        (account, card.topic, card.box, card.due_at, card.asked, card.known),
    )
