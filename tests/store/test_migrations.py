"""Every version there was comes forward with what was kept in it."""

from uuid import uuid4

import psycopg
import pytest
from psycopg.types.json import Jsonb
from yoyo import get_backend, read_migrations
from yoyo.migrations import MigrationList

from bluff.formats.job_file import job_data, job_from_data
from bluff.service.history import History
from bluff.service.jobs import Jobs
from bluff.service.sessions import ensure_installation
from bluff.store import accounts
from bluff.store.database import MIGRATIONS, migrate, open_pool
from framing import job_of, say

ALL = list(read_migrations(str(MIGRATIONS)))
JOB = job_of("18-6 2x4")


@pytest.fixture
def empty(database_url):
    """A database of its own in which nothing is."""
    name = f"m{uuid4().hex}"
    with psycopg.connect(database_url, autocommit=True) as connection:
        connection.execute(f"CREATE DATABASE {name}")
        url = database_url.rsplit("/", 1)[0] + f"/{name}"
        yield url
        # Without force: that ends an autovacuum by itself, which by force only a superuser may.
        connection.execute(f"DROP DATABASE {name}")


def apply(url, count):
    """Bring a database to the version of the first migrations."""
    backend = get_backend(url.replace("postgresql://", "postgresql+psycopg://", 1))
    try:
        with backend.lock():
            backend.apply_migrations(MigrationList(ALL[:count]))
    finally:
        backend.connection.close()


@pytest.mark.parametrize("count", range(1, len(ALL) + 1), ids=[migration.id for migration in ALL])
def test_a_job_kept_in_a_version_is_there_in_the_newest(empty, count):
    apply(empty, count)
    job, plan = uuid4(), Jsonb(job_data(JOB))
    with psycopg.connect(empty) as connection:
        (crew,) = connection.execute("INSERT INTO crew (name) VALUES ('Ours') RETURNING id").fetchone()
        columns, values = ("crew_id, initials", [crew, "LF"])
        if count >= 9:
            columns, values = (f"{columns}, name", [*values, "lead"])
        marks = ", ".join(["%s"] * len(values))
        (account,) = connection.execute(
            f"INSERT INTO account ({columns}) VALUES ({marks}) RETURNING id", values
        ).fetchone()
        connection.execute("INSERT INTO job (id, crew_id, plan) VALUES (%s, %s, %s)", (job, crew, plan))
        connection.execute(
            "INSERT INTO revision (job_id, crew_id, number, account_id, kind, plan) "
            "VALUES (%s, %s, 0, %s, 'start', %s)",
            (job, crew, account, plan),
        )
    assert migrate(empty) == len(ALL) - count
    with open_pool(empty) as pool:
        lead = ensure_installation(pool)
        assert (lead.id, lead.name, lead.role) == (account, "lead", "lead")
        (listed,) = Jobs(pool, lead).all()
        assert (listed.id, listed.figures.walls) == (job, 1)
        assert Jobs(pool, lead).get(job).job == JOB
        assert [say(made.says) for made in History(pool, lead).all(job)] == ["Job started"]


def test_what_was_spelled_otherwise_is_spelled_as_now_and_what_was_typed_stays(empty):
    """Keys and values of the file become `center`; a job called by that word keeps its name."""
    old = {
        "format": "bluff-job",
        "version": 1,
        "name": 'The "centre": "centre" job',
        "walls": [{"id": "A", "stud": "2x4", "from": [0, 0], "to": ["18' 6", 0], "line": "centre"}],
        "openings": [
            {"id": "W1", "wall": "A", "kind": "window", "unit": "3-0 x 4-0", "at": "centred"},
            {
                "id": "W2",
                "wall": "A",
                "kind": "window",
                "unit": "2-0 x 4-0",
                "at": {"centre": "3-0", "from": "plate-end"},
            },
        ],
    }
    apply(empty, 17)
    with psycopg.connect(empty) as connection:
        (crew,) = connection.execute("INSERT INTO crew (name) VALUES ('Ours') RETURNING id").fetchone()
        connection.execute("INSERT INTO job (id, crew_id, plan) VALUES (%s, %s, %s)", (uuid4(), crew, Jsonb(old)))
    migrate(empty)
    with psycopg.connect(empty) as connection:
        (plan,) = connection.execute("SELECT plan FROM job").fetchone()
    assert plan["name"] == old["name"]
    assert plan["version"] == 2
    assert [plan["walls"][0]["line"], *(one["at"] for one in plan["openings"])] == [
        "center",
        "centered",
        {"center": "3-0", "from": "plate-end"},
    ]
    assert job_from_data(plan) == job_from_data(old)


def test_hands_become_people_in_jobs_changes_and_entries_and_what_was_typed_stays(empty):
    plan = {
        "format": "bluff-job",
        "version": 2,
        "name": 'A job of "hands": 2',
        "standard": {"day": {"hands": 5, "starts": "7:00"}},
        "walls": [],
    }
    edit = {"edit": "set-way", "way": "day.hands", "text": "5"}
    apply(empty, 19)
    with psycopg.connect(empty) as connection:
        (crew,) = connection.execute("INSERT INTO crew (name) VALUES ('Ours') RETURNING id").fetchone()
        (lead,) = connection.execute(
            "INSERT INTO account (crew_id, initials, name, role) VALUES (%s, 'LF', 'lead', 'lead') RETURNING id",
            (crew,),
        ).fetchone()
        job = uuid4()
        connection.execute("INSERT INTO job (id, crew_id, plan) VALUES (%s, %s, %s)", (job, crew, Jsonb(plan)))
        connection.execute(
            "INSERT INTO revision (job_id, crew_id, number, account_id, kind, plan) VALUES (%s, %s, 0, %s, 'start', "
            "%s)",
            (job, crew, lead, Jsonb(plan)),
        )
        connection.execute(
            "INSERT INTO revision (job_id, crew_id, number, account_id, kind, made_on, plan, edit) "
            "VALUES (%s, %s, 1, %s, 'edit', 0, %s, %s)",
            (job, crew, lead, Jsonb(plan), Jsonb(edit)),
        )
        for about, hands in (("begun/frame", 2), ("raise/hands", None)):
            connection.execute(
                "INSERT INTO site_record (job_id, crew_id, account_id, key, kind, wall, about, is_done, hands, "
                "made_at) VALUES (%s, %s, %s, %s, 'tick', 'A', %s, true, %s, now())",
                (job, crew, lead, uuid4(), about, hands),
            )
    migrate(empty)
    with psycopg.connect(empty) as connection:
        plans = connection.execute("SELECT plan FROM job UNION ALL SELECT plan FROM revision").fetchall()
        (edited,) = connection.execute("SELECT edit FROM revision WHERE number = 1").fetchone()
        ticks = connection.execute("SELECT about, people FROM site_record ORDER BY about").fetchall()
    assert [(one["name"], one["standard"]["day"]["people"]) for (one,) in plans] == [(plan["name"], 5)] * 3
    assert edited == {"edit": "set-way", "way": "day.people", "text": "5"}
    assert ticks == [("begun/frame", 2), ("raise/people", None)]
    assert job_from_data(plans[0][0]) == job_from_data(plan)


def test_accounts_without_a_name_get_one_each(empty):
    apply(empty, 8)
    with psycopg.connect(empty) as connection:
        for crew, initials in (("Ours", "LF"), ("Theirs", "AC")):
            connection.execute(
                "WITH c AS (INSERT INTO crew (name) VALUES (%s) RETURNING id) "
                "INSERT INTO account (crew_id, initials, created_at) "
                "SELECT id, %s, now() + interval '1 s' * %s FROM c",
                (crew, initials, len(initials + crew)),
            )
    migrate(empty)
    with psycopg.connect(empty) as connection:
        called = [accounts.account_called(connection, name) for name in ("Lead", "lead 2")]
    assert [one.initials for one in called] == ["LF", "AC"]
