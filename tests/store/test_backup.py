"""Backups: restored into an empty database everything is as it was; what is no backup changes nothing."""

from datetime import UTC, datetime, timedelta
from uuid import uuid4

import psycopg
import pytest
from psycopg.conninfo import conninfo_to_dict, make_conninfo
from psycopg.types.json import Jsonb

from bluff.core.job.job import Job
from bluff.formats.job_file import job_data
from bluff.run import backups
from bluff.run.demo import load_demo
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, set_password
from bluff.store.accounts import account_of
from bluff.store.backup import KEPT, BackupError, daily, newest_backup, read_backup, write_backup
from bluff.store.cluster import throwaway_cluster
from bluff.store.database import known_migrations, migrate

NOON = datetime(2026, 5, 1, 12, tzinfo=UTC)


@pytest.fixture(scope="module")
def empty_url():
    """A cluster nothing was ever put in."""
    with throwaway_cluster() as url:
        yield url


def everything(url):
    """Every row of every table, as text."""
    with psycopg.connect(url, options="-c timezone=UTC") as connection:
        tables = connection.execute("SELECT tablename FROM pg_tables WHERE schemaname = 'public'").fetchall()
        return {
            table: connection.execute(f'SELECT t::text FROM "{table}" AS t ORDER BY 1').fetchall()
            for (table,) in tables
        }


def without_logs(rows):
    # What is written of a migration's own run is of the run.
    return {table: found for table, found in rows.items() if table not in {"_yoyo_log", "yoyo_lock"}}


def test_everything_comes_back_into_an_empty_cluster(pool, account, database_url, empty_url, tmp_path):
    load_demo(pool)
    set_password(pool, account, "three words do")
    begin(pool, account)
    jobs = Jobs(pool, account)
    job = jobs.all()[0].id
    jobs.keep_picture(job, "a" * 32, bytes(range(256)) * 400)
    file = tmp_path / "all.backup"
    write_backup(database_url, file)
    before = everything(database_url)
    assert before["plan_picture"]
    assert before["revision"]
    read_backup(empty_url, file)
    assert without_logs(everything(empty_url)) == without_logs(before)
    # Again, over what is there: the same.
    read_backup(empty_url, file)
    assert without_logs(everything(empty_url)) == without_logs(before)
    assert migrate(empty_url) == 0


@pytest.fixture
def old_url(empty_url):
    """A database of its own on that cluster, nothing in it."""
    name = f"old_{uuid4().hex}"
    with psycopg.connect(empty_url, autocommit=True) as connection:
        connection.execute(f"CREATE DATABASE {name}")
    return make_conninfo(empty_url, dbname=name)


def url_of(conninfo):
    """As the migration runner reads it."""
    of = conninfo_to_dict(conninfo)
    return f"postgresql://{of['user']}:{of['password']}@{of['host']}:{of['port']}/{of['dbname']}"


@pytest.mark.parametrize("last", sorted(known_migrations()))
def test_a_backup_of_every_release_comes_back_over_the_present_one(
    last, pool, account, database_url, old_url, tmp_path
):
    """Its crew and its job are there, brought up to date, and nothing is of what was there before."""
    url, job = url_of(old_url), uuid4()
    migrate(url, last)
    with psycopg.connect(url) as connection:
        crew = connection.execute("INSERT INTO crew (name) VALUES ('Old crew') RETURNING id").fetchone()[0]
        who = connection.execute(
            "INSERT INTO account (crew_id, initials) VALUES (%s, 'OC') RETURNING id"
            if last < "0009"
            else "INSERT INTO account (crew_id, initials, name) VALUES (%s, 'OC', 'old lead') RETURNING id",
            (crew,),
        ).fetchone()[0]
        plan = Jsonb(job_data(Job("Old shed")))
        connection.execute("INSERT INTO job (id, crew_id, plan) VALUES (%s, %s, %s)", (job, crew, plan))
        connection.execute(
            "INSERT INTO revision (job_id, crew_id, number, account_id, kind, plan)"
            " VALUES (%s, %s, 0, %s, 'start', %s)",
            (job, crew, who, plan),
        )
    file = tmp_path / "old.backup"
    write_backup(url, file)
    Jobs(pool, account).add(Job("New shed"))
    read_backup(database_url, file)
    assert migrate(database_url) == 0
    with pool.connection() as connection:
        theirs = account_of(connection, who)
        assert connection.execute("SELECT name FROM crew").fetchall() == [("Old crew",)]
    assert [(one.id, one.name) for one in Jobs(pool, theirs).all()] == [(job, "Old shed")]
    assert Jobs(pool, theirs).get(job).job == Job("Old shed")


def test_a_bit_that_flipped_is_said_in_a_sentence(pool, account, database_url, tmp_path):
    """Wherever it is: nothing is restored, or what was written; never a traceback."""
    load_demo(pool)
    whole = tmp_path / "whole"
    write_backup(database_url, whole)
    content, before = whole.read_bytes(), everything(database_url)
    for number in range(12):
        at = len(content) * number // 12 + 7
        damaged = tmp_path / "damaged"
        damaged.write_bytes(content[:at] + bytes([content[at] ^ 0x10]) + content[at + 1 :])
        try:
            read_backup(database_url, damaged)
        except BackupError as error:
            assert str(error)
            assert everything(database_url) == before
        else:
            # It was in what no restore reads, as a date of the archive's own.
            assert without_logs(everything(database_url)) == without_logs(before)


def test_what_is_no_backup_changes_nothing(pool, account, database_url, tmp_path):
    load_demo(pool)
    before = everything(database_url)
    for name, content in (("text", b"no backup at all"), ("empty", b"")):
        (tmp_path / name).write_bytes(content)
        with pytest.raises(BackupError):
            read_backup(database_url, tmp_path / name)
    with pytest.raises(BackupError, match="There is no file"):
        read_backup(database_url, tmp_path / "missing")
    whole = tmp_path / "whole"
    write_backup(database_url, whole)
    cut = tmp_path / "cut"
    cut.write_bytes(whole.read_bytes()[: whole.stat().st_size * 2 // 3])
    with pytest.raises(BackupError):
        read_backup(database_url, cut)
    assert everything(database_url) == before


def test_one_of_a_newer_bluff_is_refused(pool, database_url, tmp_path):
    with pool.connection() as connection:
        connection.execute(
            "INSERT INTO _yoyo_migration (migration_hash, migration_id, applied_at_utc) "
            "VALUES ('x', '9999.later', now())"
        )
    try:
        write_backup(database_url, tmp_path / "newer")
    finally:
        with pool.connection() as connection:
            connection.execute("DELETE FROM _yoyo_migration WHERE migration_id = '9999.later'")
    with pytest.raises(BackupError, match=r"made by a newer Bluff.*9999\.later"):
        read_backup(database_url, tmp_path / "newer")


def test_one_is_made_a_day_and_the_last_ten_are_kept(pool, database_url, tmp_path):
    made = [daily(database_url, tmp_path, NOON + timedelta(hours=13 * step)) for step in range(2 * KEPT + 4)]
    # Every second look is within a day of the one before.
    assert [one is not None for one in made] == [step % 2 == 0 for step in range(2 * KEPT + 4)]
    left = sorted(tmp_path.iterdir())
    assert left == [one for one in made if one][-KEPT:]
    assert newest_backup(tmp_path) == NOON + timedelta(hours=13 * (2 * KEPT + 2))
    assert tmp_path.stat().st_mode & 0o077 == 0


def test_one_that_cannot_be_written_is_said_and_leaves_nothing(database_url, tmp_path):
    with pytest.raises(BackupError):
        write_backup(database_url, tmp_path / "no" / "where")
    assert list(tmp_path.iterdir()) == []


def test_restoring_over_jobs_has_to_be_said(pool, account, database_url, monkeypatch, tmp_path, capsys):
    monkeypatch.setenv("BLUFF_DATABASE_URL", database_url)
    monkeypatch.setattr(backups, "LOCAL", tmp_path)
    file = tmp_path / "one.backup"
    assert backups.back_up(file) == 0
    load_demo(pool)
    assert backups.restore(file, is_over=False) == 1
    assert "restore with --over" in capsys.readouterr().err
    assert backups.restore(file, is_over=True) == 0
    assert Jobs(pool, account).all() == []
