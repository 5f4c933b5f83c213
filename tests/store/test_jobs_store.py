from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from datetime import timedelta
from uuid import uuid4

import psycopg
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from psycopg.types.json import Jsonb

from bluff.core.change.apply import apply
from bluff.core.job.edit import AddOpening, RemoveOpening, RemoveWall, RenameJob
from bluff.core.job.job import Job
from bluff.core.phrase.opening_line import read_opening
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE, SMALL_FILE, TALL_FILE, load_demo
from bluff.service import sessions
from bluff.service.errors import Conflict, NotFound, NothingToDo
from bluff.service.jobs import Jobs
from bluff.store import accounts, pictures
from bluff.store.cluster import Cluster
from bluff.store.database import migrate, open_pool
from framing import job_of, say
from people import stranger_of
from refusals import refused

JOB = job_of("18-6 2x4")
WINDOW = AddOpening(read_opening("3-6x4-6 @ 9-3", JOB, JOB.walls[0]))


@pytest.fixture
def jobs(pool, account):
    return Jobs(pool, account)


@pytest.fixture
def stranger(pool):
    """Somebody of another crew."""
    return Jobs(pool, stranger_of(pool))


def test_a_job_is_there_again_tomorrow(jobs, database_url, account):
    kept = jobs.add(JOB)
    with open_pool(database_url) as tomorrow:
        assert Jobs(tomorrow, account).get(kept.id).job == JOB


def test_every_edit_makes_a_revision(jobs):
    state = jobs.add(JOB)
    state = jobs.edit(state.id, 0, WINDOW)
    assert (state.revision, say(state.undo), state.redo) == (1, "Window W1 added, 3-6 x 4-6", None)
    assert state.job == apply(JOB, WINDOW)


def test_a_lost_race_changes_nothing_and_shows_both_sides(jobs):
    state = jobs.add(JOB)
    jobs.edit(state.id, 0, RenameJob("Theirs"))
    with pytest.raises(Conflict) as lost:
        jobs.edit(state.id, 0, RenameJob("Mine"))
    assert (lost.value.current.job.name, lost.value.yours) == ("Theirs", RenameJob("Mine"))
    assert jobs.get(state.id).revision == 1


def test_of_many_at_once_that_touch_other_things_every_one_is_made(jobs):
    """Twelve walls are removed by twelve people from one revision: each is carried over those before it."""
    walls = tuple(replace(JOB.walls[0], id=f"W{number}") for number in range(12))
    state = jobs.add(Job("Many", walls=walls))

    def remove(number):
        return jobs.edit(state.id, 0, RemoveWall(f"W{number}"), uuid4())

    with ThreadPoolExecutor(6) as threads:
        made = list(threads.map(remove, range(12)))
    assert sorted(one.revision for one in made) == [*range(1, 13)]
    assert all(len(one.over) == one.revision - 1 for one in made)
    assert jobs.get(state.id).job.walls == ()


def test_of_many_at_once_exactly_one_wins(jobs):
    state = jobs.add(JOB)

    def rename(number):
        try:
            return jobs.edit(state.id, 0, RenameJob(f"Name {number}")).revision
        except Conflict:
            return None

    with ThreadPoolExecutor(6) as threads:
        revisions = list(threads.map(rename, range(12)))
    assert [revision for revision in revisions if revision] == [1]


def test_undo_and_redo_walk_through_every_edit_even_after_a_restart(jobs, database_url, account):
    state = jobs.add(JOB)
    for number in range(4):
        state = jobs.edit(state.id, state.revision, RenameJob(f"Name {number}"))
    with open_pool(database_url) as later:
        jobs = Jobs(later, account)
        names = []
        for _ in range(4):
            state = jobs.undo(state.id, state.revision)
            names.append(state.job.name)
        assert names == ["Name 2", "Name 1", "Name 0", JOB.name]
        with refused(NothingToDo, match="nothing left to undo"):
            jobs.undo(state.id, state.revision)
        for number in range(4):
            state = jobs.redo(state.id, state.revision)
            assert state.job.name == f"Name {number}"
        with refused(NothingToDo, match="nothing to redo"):
            jobs.redo(state.id, state.revision)
        assert state.revision == 12


def test_an_edit_after_an_undo_ends_what_could_be_redone(jobs):
    state = jobs.edit(jobs.add(JOB).id, 0, RenameJob("One"))
    state = jobs.undo(state.id, state.revision)
    assert say(state.redo) == "Job renamed One"
    state = jobs.edit(state.id, state.revision, RenameJob("Two"))
    assert (state.redo, say(state.undo)) == (None, "Job renamed Two")
    assert jobs.undo(state.id, state.revision).job == JOB


def test_an_undo_on_an_old_revision_is_a_conflict(jobs):
    state = jobs.edit(jobs.add(JOB).id, 0, WINDOW)
    with pytest.raises(Conflict):
        jobs.undo(state.id, 0)
    with pytest.raises(Conflict):
        jobs.redo(state.id, 0)


@settings(max_examples=15, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.lists(st.sampled_from(["edit", "undo", "redo"]), max_size=14))
def test_undo_and_redo_are_those_of_a_simple_stack(jobs, steps):
    """Against the obvious model: a list of past states and a list of undone ones."""
    state = jobs.add(JOB)
    past, undone = [JOB], []
    for number, step in enumerate(steps):
        try:
            if step == "edit":
                edit = RenameJob(f"Name {number}")
                state = jobs.edit(state.id, state.revision, edit)
                past.append(apply(past[-1], edit))
                undone = []
            elif step == "undo":
                state = jobs.undo(state.id, state.revision)
                undone.append(past.pop())
            else:
                state = jobs.redo(state.id, state.revision)
                past.append(undone.pop())
        except NothingToDo:
            assert len(past) == 1 if step == "undo" else not undone
        assert state.job == past[-1]
        assert (state.undo is None, state.redo is None) == (len(past) == 1, not undone)


def test_a_removed_job_can_be_put_back(jobs):
    state = jobs.add(JOB)
    jobs.remove(state.id)
    assert jobs.all() == []
    with pytest.raises(NotFound):
        jobs.edit(state.id, 0, WINDOW)
    with pytest.raises(NotFound):
        jobs.remove(state.id)
    assert jobs.restore(state.id).job == JOB
    with pytest.raises(NotFound):
        jobs.restore(state.id)


def test_another_crew_sees_and_touches_nothing(jobs, stranger):
    state = jobs.edit(jobs.add(JOB).id, 0, WINDOW)
    assert stranger.all() == []
    for attempt in (
        lambda: stranger.get(state.id),
        lambda: stranger.edit(state.id, 1, RemoveOpening("W1")),
        lambda: stranger.undo(state.id, 1),
        lambda: stranger.redo(state.id, 1),
        lambda: stranger.remove(state.id),
        lambda: stranger.restore(state.id),
    ):
        with pytest.raises(NotFound):
            attempt()
    assert jobs.get(state.id) == state


def test_the_database_itself_keeps_crews_apart(jobs, stranger, pool):
    state = jobs.add(JOB)
    with pytest.raises(psycopg.errors.ForeignKeyViolation), pool.connection() as connection:
        connection.execute(
            "INSERT INTO revision (job_id, crew_id, number, account_id, kind, edit, made_on, plan)"
            " VALUES (%s, %s, 1, %s, 'edit', '{}', 0, '{}')",
            (state.id, jobs.account.crew_id, stranger.account.id),
        )


def test_the_demo_jobs_are_loaded_once_and_stay_removed(jobs, pool):
    load_demo(pool)
    load_demo(pool)
    shelter, loft, shed = jobs.all()
    assert jobs.get(shelter.id).job == read_job(DEMO_FILE.read_bytes())
    assert jobs.get(loft.id).job == read_job(TALL_FILE.read_bytes())
    assert jobs.get(shed.id).job == read_job(SMALL_FILE.read_bytes())
    jobs.remove(shelter.id)
    load_demo(pool)
    assert [line.id for line in jobs.all()] == [loft.id, shed.id]


def test_the_list_shows_figures_that_go_with_every_change(jobs):
    state = jobs.add(JOB)

    def listed():
        (line,) = jobs.all()
        return line.name, line.revision, line.figures.walls, line.figures.openings, line.figures.length

    long = JOB.walls[0].run.length
    assert listed() == (JOB.name, 0, 1, 0, long)
    state = jobs.edit(state.id, 0, WINDOW)
    assert listed() == (JOB.name, 1, 1, 1, long)
    jobs.undo(state.id, 1)
    assert listed() == (JOB.name, 2, 1, 0, long)
    jobs.redo(state.id, 2)
    assert listed() == (JOB.name, 3, 1, 1, long)


def test_the_list_reads_no_plans_but_those_from_before_it_kept_figures(jobs, pool):
    state = jobs.edit(jobs.add(JOB).id, 0, WINDOW)
    kept = jobs.all()
    with pool.connection() as connection:
        connection.execute("UPDATE job SET figures = NULL")
    assert jobs.all() == kept
    with pool.connection() as connection:
        unreadable = {"format": "bluff-job", "name": JOB.name}
        connection.execute("UPDATE job SET plan = %s WHERE id = %s", (Jsonb(unreadable), state.id))
    assert jobs.all() == kept


def test_a_change_whose_answer_was_lost_is_made_once(jobs):
    state, key, undone = jobs.add(JOB), uuid4(), uuid4()
    for _ in range(2):
        after = jobs.edit(state.id, 0, WINDOW, key)
        assert (after.revision, say(after.undo)) == (1, "Window W1 added, 3-6 x 4-6")
    for _ in range(2):
        assert jobs.undo(state.id, 1, undone).revision == 2
    assert jobs.redo(state.id, 2).job == after.job
    with pytest.raises(Conflict):
        jobs.edit(state.id, 0, WINDOW, uuid4())


def test_of_one_change_asked_for_many_times_at_once_one_is_made(jobs):
    for _ in range(25):  # threads meet in another order each time
        state, key, back = jobs.add(JOB), uuid4(), uuid4()
        with ThreadPoolExecutor(8) as threads:
            after = list(threads.map(lambda _, job=state.id, key=key: jobs.edit(job, 0, WINDOW, key), range(8)))
        assert {one.revision for one in after} == {1}
        with ThreadPoolExecutor(8) as threads:
            undone = list(threads.map(lambda _, job=state.id, key=back: jobs.undo(job, 1, key), range(8)))
        assert {one.revision for one in undone} == {2}


def test_a_database_that_is_away_is_said_at_once_and_found_again(own_directory):
    cluster = Cluster(own_directory / "cluster", durable=False)
    url = cluster.start()
    migrate(url)
    try:
        with open_pool(url) as pool:
            sessions.ensure_installation(pool)
            cluster.stop()
            with pytest.raises(psycopg.OperationalError):
                sessions.ensure_installation(pool)
            assert cluster.start() == url
            assert sessions.ensure_installation(pool).initials == "LF"
    finally:
        cluster.stop()


def test_sessions_belong_to_an_account_and_end(pool, account):
    token = sessions.begin(pool, account)
    assert sessions.account_of(pool, token) == account
    assert sessions.account_of(pool, token + "x") is None
    with pool.connection() as connection:
        connection.execute(
            "UPDATE session SET created_at = now() - interval '2 days', expires_at = now() - interval '1 s'"
        )
    assert sessions.account_of(pool, token) is None
    with pool.connection() as connection:
        accounts.add_session(connection, bytes(32), timedelta(days=1), account=account.id)
        assert connection.execute("SELECT count(*) FROM session").fetchone() == (1,)


def test_an_installation_is_made_once(pool, account):
    assert sessions.ensure_installation(pool) == account


def test_a_job_nobody_has_is_not_found(jobs):
    with refused(NotFound, match="no such job"):
        jobs.get(uuid4())


def test_a_picture_is_kept_once_and_for_its_own_crew(jobs, stranger):
    kept = jobs.add(JOB)
    for _ in range(2):
        jobs.keep_picture(kept.id, "a" * 32, b"picture")
    assert jobs.picture(kept.id, "a" * 32) == b"picture"
    with refused(NotFound, match="Import it again"):
        jobs.picture(kept.id, "b" * 32)
    for reach in (lambda: stranger.picture(kept.id, "a" * 32), lambda: stranger.keep_picture(kept.id, "c" * 32, b"")):
        with pytest.raises(NotFound):
            reach()


def test_the_database_refuses_a_picture_without_a_proper_name(pool, account, jobs):
    kept = jobs.add(JOB)
    with pool.connection() as connection, pytest.raises(psycopg.errors.CheckViolation):
        pictures.add_picture(connection, account.crew_id, kept.id, "plan.png", b"")


def test_what_is_kept_parsed_is_the_job_of_its_own_revision(jobs):
    first = jobs.add(JOB)
    second = jobs.edit(first.id, 0, WINDOW)
    assert jobs.get(first.id).job is jobs.get(first.id).job
    assert jobs.get(first.id).job == second.job
    undone = jobs.undo(first.id, 1)
    assert undone.job == JOB
    assert jobs.redo(first.id, 2).job == second.job
