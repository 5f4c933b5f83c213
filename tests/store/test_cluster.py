import os
import subprocess
import tempfile

import psycopg
import pytest
from psycopg.conninfo import conninfo_to_dict

from bluff.store.backup import read_backup, write_backup
from bluff.store.cluster import Cluster, ClusterError, throwaway_cluster
from bluff.store.database import MIGRATIONS, migrate
from refusals import refused


@pytest.fixture
def cluster(own_directory):
    cluster = Cluster(own_directory / "postgres", durable=False)
    yield cluster
    cluster.stop()


def answers(url):
    with psycopg.connect(url) as connection:
        return connection.execute("SELECT 1").fetchone() == (1,)


def test_a_cluster_is_made_started_stopped_and_started_again(cluster):
    url = cluster.start()
    assert answers(url)
    cluster.stop()
    assert cluster.running_port() is None
    with pytest.raises(psycopg.OperationalError):
        answers(url)
    assert answers(cluster.start())


def test_a_cluster_left_running_is_taken_over(cluster):
    url = cluster.start()
    assert Cluster(cluster.root, durable=False).start() == url


def test_a_crash_leaves_nothing_in_the_way(cluster):
    with psycopg.connect(cluster.start(), autocommit=True) as connection:
        connection.execute("CREATE TABLE kept AS SELECT 1 AS one")
    with psycopg.connect(cluster.maker_url(), autocommit=True) as connection:
        connection.execute("CHECKPOINT")
    # What a power cut leaves: no clean shutdown, and the file of a process that is no more.
    pid_file = cluster.data / "postmaster.pid"
    left = pid_file.read_text().splitlines()
    cluster._run("pg_ctl", "stop", f"--pgdata={cluster.data}", "--mode=immediate")
    dead = subprocess.Popen(["true"])
    dead.wait()
    pid_file.write_text("\n".join([str(dead.pid), *left[1:]]) + "\n")
    assert cluster.running_port() is None
    with psycopg.connect(cluster.start()) as connection:
        assert connection.execute("SELECT one FROM kept").fetchone() == (1,)


def test_a_half_made_cluster_is_made_again(cluster):
    (cluster.root / "making").mkdir(parents=True)
    (cluster.root / "making" / "rubbish").write_text("cut short")
    cluster.data.mkdir()
    assert answers(cluster.start())


def test_nobody_gets_in_without_the_password(cluster):
    for url in (cluster.start(), cluster.maker_url()):
        password = conninfo_to_dict(url)["password"]
        with refused(psycopg.OperationalError, match="password"):
            psycopg.connect(url.replace(password, "guess")).close()
    assert cluster.root.stat().st_mode & 0o077 == 0


def test_it_listens_on_loopback_only(cluster):
    cluster.start()
    with psycopg.connect(cluster.maker_url()) as connection:
        assert connection.execute("SHOW listen_addresses").fetchone() == ("127.0.0.1",)
        assert connection.execute("SHOW unix_socket_directories").fetchone() == ("",)


RIGHTS = """
SELECT rolsuper, rolcreaterole, rolcreatedb, rolreplication, rolbypassrls FROM pg_roles WHERE rolname = current_user
"""


def test_the_role_that_uses_the_database_may_do_nothing_else(cluster):
    with psycopg.connect(cluster.start()) as connection:
        assert connection.execute(RIGHTS).fetchone() == (False,) * 5
        with pytest.raises(psycopg.errors.InsufficientPrivilege):
            connection.execute("COPY (SELECT 1) TO PROGRAM 'true'")


def test_what_an_older_bluff_kept_under_another_role_is_handed_over(cluster, own_directory):
    """Made, migrated and used by the role that may do anything, as it was before there was another."""
    cluster.start()
    old = cluster.maker_url()
    with psycopg.connect(old) as connection:
        connection.execute("ALTER DATABASE bluff OWNER TO bluff; DROP SCHEMA public; CREATE SCHEMA public")
        connection.execute("DROP OWNED BY bluff_server; DROP ROLE bluff_server")
    next(cluster.root.glob("password-of-*")).unlink()
    migrate(old)
    with psycopg.connect(old) as connection:
        connection.execute("INSERT INTO crew (name) VALUES ('Ours')")
    cluster.stop()
    url = cluster.start()
    backup = own_directory / "bluff.backup"
    write_backup(url, backup)
    with psycopg.connect(url) as connection:
        assert connection.execute(RIGHTS).fetchone() == (False,) * 5
        connection.execute("UPDATE crew SET name = 'Theirs'")
        connection.execute("ALTER TABLE crew ADD COLUMN more text; DROP TABLE job CASCADE")
    read_backup(url, backup)
    with psycopg.connect(url) as connection:
        assert connection.execute("SELECT name FROM crew").fetchall() == [("Ours",)]
    assert cluster.start() == url


def test_the_product_never_turns_durability_off(own_directory):
    durable = Cluster(own_directory / "postgres")
    try:
        with psycopg.connect(durable.start()) as connection:
            assert connection.execute("SHOW fsync").fetchone() == ("on",)
    finally:
        durable.stop()


def test_data_that_cannot_be_started_says_where_its_log_is(cluster):
    cluster.start()
    cluster.stop()
    (cluster.data / "postgresql.conf").write_text("nonsense = true")
    with pytest.raises(ClusterError, match=r"did not start(?s:.*)postgresql\.log"):
        cluster.start()


def test_a_throwaway_cluster_leaves_nothing_behind(own_directory, monkeypatch):
    monkeypatch.setattr(tempfile, "tempdir", str(own_directory))
    with throwaway_cluster() as url:
        assert answers(url)
        assert [*own_directory.iterdir()]
    assert not [*own_directory.iterdir()]


def test_migrations_are_applied_once(database_url):
    assert migrate(database_url) == 0
    numbers = [path.name.split(".")[0] for path in sorted(MIGRATIONS.glob("*.sql"))]
    assert numbers == [f"{number:04}" for number in range(1, len(numbers) + 1)]


@pytest.mark.skipif(os.geteuid() != 0, reason="only root keeps its home from the database's user")
def test_the_databases_user_is_let_through_a_closed_directory(own_directory):
    closed = own_directory / "closed"
    closed.mkdir(mode=0o700)
    cluster = Cluster(closed / "postgres", durable=False)
    try:
        assert answers(cluster.start())
        listing = subprocess.run(
            ["/usr/sbin/runuser", "-u", "postgres", "--", "ls", closed], capture_output=True, check=False
        )
        assert listing.returncode != 0
    finally:
        cluster.stop()
