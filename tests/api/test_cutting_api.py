"""How a job is cut, as the screen asks for it: boards, ticks, locks, and a worker that looks for better ones."""

import json
import logging
import os
import re
import signal
import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from pathlib import Path
from threading import Barrier, Event, Thread
from uuid import UUID, uuid4

import pytest

from bluff.formats.messages import kept_message
from bluff.service import planning
from bluff.service.cutting import Cuttings
from bluff.service.jobs import left_of
from bluff.service.planning import Wanted, plan_run
from bluff.service.queue import Queue, work
from bluff.store import cutting as kept_boards
from entries import LONG_AGO, cut_off, now, record
from framing import say as in_words
from loops import apart
from people import stranger_of

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
WALL = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "18' 6"}}
WINDOW = {
    "edit": "add-opening",
    "opening": {"id": "W1", "wall": "A", "kind": "window", "unit": "3-6 x 4-6", "at": {"center": "9-3"}},
}


@pytest.fixture
def job(client):
    """A job of one wall without an opening."""
    made = client.post("/api/jobs", json={"name": "Shed"}).json()
    client.post(f"/api/jobs/{made['id']}/edits", json={"revision": 0, "edit": WALL})
    return made["id"]


@pytest.fixture
def ask(client, job):
    """Asks the API about the job's boards; what is sent makes it a change."""

    def asked(path="", body=None, status=200):
        where = f"/api/jobs/{job}/cutting{path}"
        answer = client.get(where) if body is None else client.post(where, json=body)
        assert answer.status_code == status, answer.text
        return answer.json()

    return asked


def edit(client, job, change):
    revision = client.get(f"/api/jobs/{job}").json()["revision"]
    answer = client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": change})
    assert answer.status_code == 200, answer.text


def boards_of(cutting, section="2x4"):
    return next(one["boards"] for one in cutting["sections"] if one["section"] == section)


def ticks_of(board, is_cut=True):
    """What is said once everything is cut off a board."""
    return [cut_off(board["number"], cut["name"], is_cut=is_cut) for cut in board["cuts"]]


def a_cut(board):
    """That the first piece of a board is cut, as the service takes it."""
    return kept_boards.CutRow(uuid4(), board["number"], board["cuts"][0]["name"], True, now())


def test_a_job_nobody_planned_has_boards_at_once(ask):
    """18'-6: three plates of two boards at most, 15 commons and an end stud, all precut; nothing is kept of it yet."""
    cutting = ask()
    assert (cutting["planned"], cutting["cut"], cutting["since"], cutting["run"]) == (False, 0, None, None)
    boards = boards_of(cutting)
    assert [board["number"] for board in boards] == [*range(1, len(boards) + 1)]
    assert sum(len(board["cuts"]) for board in boards) == cutting["pieces"]
    studs = [stop for stop in cutting["sections"][0]["stops"] if stop["length"]["text"] == "92 5/8"]
    assert [stop["count"] for stop in studs] == [15]
    assert ask() == cutting


def test_the_boards_of_one_wall_are_counted_for_it_alone(client, job, ask):
    """Of three walls, B's boards are those with a piece of B, and pieces and stops are counted for B alone."""
    for id_, datum in (("B", "12'"), ("C", "8'")):
        edit(client, job, {"edit": "add-wall", "wall": {"id": id_, "stud": "2x4", "length": datum}})
    every, b, both = ask(), ask("?wall=B"), ask("?wall=B&wall=C")
    walls = {board["number"]: {cut["wall"] for cut in board["cuts"]} for board in boards_of(every)}
    assert {board["number"] for board in boards_of(b)} == {number for number, found in walls.items() if "B" in found}
    pieces = [cut for section in every["sections"] for board in section["boards"] for cut in board["cuts"]]
    assert b["pieces"] == sum(cut["wall"] == "B" for cut in pieces)
    assert both["pieces"] == sum(cut["wall"] in {"B", "C"} for cut in pieces)
    assert sum(stop["count"] for section in b["sections"] for stop in section["stops"]) == b["pieces"]
    refused = ask("?wall=Q", status=404)
    assert refused["message"].startswith("There is no wall Q.")


def test_a_cut_is_ticked_with_who_and_when_and_taken_back(client, job, ask):
    board = boards_of(ask())[0]
    record(client, job, ticks_of(board)[0])
    cutting = ask()
    assert (cutting["planned"], cutting["cut"]) == (True, 1)
    assert boards_of(cutting)[0]["cuts"][0]["cut"]["by"] == "LF"
    record(client, job, ticks_of(board)[0])
    assert ask()["cut"] == 1
    record(client, job, ticks_of(board, is_cut=False)[0])
    cutting = ask()
    assert cutting["cut"] == 0
    assert boards_of(cutting)[0]["cuts"][0]["cut"] is None


def test_a_cut_is_of_when_it_was_made_not_of_when_it_was_sent(client, job, ask):
    """Cut without a signal it is sent hours later, and by a clock that is a day fast it is set right."""
    first, second = ticks_of(boards_of(ask())[0])[0], ticks_of(boards_of(ask())[1])[0]
    record(client, job, first, at=LONG_AGO)
    fast = timedelta(days=1)
    record(client, job, second, at=LONG_AGO + fast, sent_at=now() + fast)
    cuts = [cut for board in boards_of(ask()) for cut in board["cuts"] if cut["cut"]]
    assert len(cuts) == 2
    assert all(abs(datetime.fromisoformat(cut["cut"]["at"]) - LONG_AGO) < timedelta(minutes=1) for cut in cuts)


def test_a_cut_that_is_sent_again_does_not_undo_what_was_said_since(client, job, ask):
    """Sent under its key once more, after somebody said that it was not cut: it stays not cut."""
    cut, taken_back = ticks_of(boards_of(ask())[0])[0], ticks_of(boards_of(ask())[0], is_cut=False)[0]
    key = str(uuid4())
    record(client, job, {**cut, "key": key})
    record(client, job, taken_back)
    assert record(client, job, {**cut, "key": key}) == []
    assert ask()["cut"] == 0


def test_a_cut_that_arrives_late_is_of_when_it_was_made(client, job, ask):
    """Cut an hour ago without a signal, said not to be cut by somebody else since: the later word counts."""
    cut, taken_back = ticks_of(boards_of(ask())[0])[0], ticks_of(boards_of(ask())[0], is_cut=False)[0]
    record(client, job, taken_back, at=now() - timedelta(minutes=10))
    record(client, job, cut, at=now() - timedelta(hours=1))
    assert ask()["cut"] == 0
    record(client, job, cut, at=now() - timedelta(minutes=5))
    assert ask()["cut"] == 1


def test_a_cut_that_is_kept_is_taken_again_though_its_board_is_gone(client, job, ask):
    """Its answer was lost, the wall is gone, and the phone sends it once more: it is kept, and not refused."""
    cut = {**ticks_of(boards_of(ask())[0])[0], "key": str(uuid4())}
    record(client, job, cut)
    record(client, job, {**cut, "is_done": False, "key": str(uuid4())})
    edit(client, job, {"edit": "remove-wall", "id": "A"})
    ask("/settle", {})
    assert record(client, job, cut) == []


def test_only_what_is_affected_is_planned_again_and_it_is_said(client, job, ask):
    """A window takes studs out: boards of whole plates stay, a stud that is cut serves as a king."""
    before = boards_of(ask())
    studs = [board for board in before if board["cuts"][0]["role"] == "stud"]
    gone = next(board for board in studs if board["cuts"][0]["name"] == "A/stud/7")
    record(client, job, *ticks_of(gone))
    edit(client, job, WINDOW)
    cutting = ask()
    after = {board["number"]: board for board in boards_of(cutting)}
    assert cutting["since"]["boards"]
    untouched = [board for board in before if board["number"] not in cutting["since"]["boards"]]
    assert untouched
    assert all(after[board["number"]]["cuts"] == board["cuts"] for board in untouched)
    recut = after[gone["number"]]["cuts"][0]
    assert (recut["name"], recut["cut_as"]) == ("A/stud/7", "A/stud/7")
    assert recut["role"] in {"king", "stud"}
    assert recut["cut"] is not None
    settled = ask("/settle", {})
    assert settled["since"] is None
    assert boards_of(settled) == [board | {"new": False} for board in boards_of(cutting)]


def test_a_piece_that_has_lost_its_place_is_listed_until_something_is_made_of_it(client, job, ask):
    """The plate of a wall that is made shorter was cut: it is no use as it is, and the new one is cut from it."""
    plate = next(board for board in boards_of(ask()) if board["cuts"][0]["role"] == "cap_plate")
    record(client, job, ticks_of(plate)[0])
    edit(client, job, {"edit": "set-length", "id": "A", "length": "4'"})
    cutting = ask()
    recut = [board for board in boards_of(cutting) if board["source"] == "offcut"]
    spare = [one["name"] for one in cutting["spares"]]
    assert recut
    assert recut[0]["of"] == f"{plate['cuts'][0]['name']}, board {plate['number']}"
    assert spare == []
    edit(client, job, {"edit": "remove-wall", "id": "A"})
    assert [one["name"] for one in ask()["spares"]] == [plate["cuts"][0]["name"]]


def test_what_is_no_longer_to_be_cut_is_refused_and_the_rest_is_kept(client, job, ask):
    (refused,) = record(client, job, cut_off(1, "B/stud/1"), *ticks_of(boards_of(ask())[0]))
    assert "planned again a moment ago" in refused
    assert ask()["cut"] == len(boards_of(ask())[0]["cuts"])
    assert "planned again a moment ago" in ask("/locks", {"boards": [999]}, status=409)["message"]


def test_a_locked_board_stays_when_everything_is_planned_again(pool, account, job, ask):
    boards = boards_of(ask())
    cutting = ask("/locks", {"boards": [boards[-1]["number"]]})
    assert [board["number"] for board in boards_of(cutting) if board["locked"]] == [boards[-1]["number"]]
    run_of(pool, account, job, Wanted(seconds=0.5))
    kept = next(board for board in boards_of(ask()) if board["locked"])
    assert kept["cuts"] == boards[-1]["cuts"]
    assert not any(board["locked"] for board in boards_of(ask("/locks", {"boards": [kept["number"]], "locked": False})))


def run_of(pool, account, job, wanted):
    """Ask for better boards and work on it here."""
    runs = []
    Cuttings(pool, account, runs.append).plan(UUID(job), wanted)
    for run in runs:
        plan_run(pool, run, Event())


def test_a_worker_finds_better_boards_and_keeps_them(database_url, pool, job, ask, caplog):
    caplog.set_level(logging.INFO, "bluff.planning")
    assert ask("/run") is None
    run = ask("/run", {"seconds": 1, "by": "boards"})
    assert (run["state"], run["by"], run["boards"]) == ("waiting", "boards", None)
    # Asked for again it is the same run.
    assert ask("/run", {"seconds": 1})["asked_at"] == run["asked_at"]
    apart(work, database_url, pool, is_waiting=False)
    run = ask("/run")
    assert run["state"] == "done"
    cutting = ask()
    assert run["boards"] == sum(section["bought"] for section in cutting["sections"])
    assert run["gap"] >= 0
    assert cutting["planned"]
    (line,) = [json.loads(record.message) for record in caplog.records if record.name == "bluff.planning"]
    assert (line["job"], line["state"]) == (job, "done")


def test_boards_are_never_worse_for_what_was_looked_for(pool, account, job, ask):
    run_of(pool, account, job, Wanted(seconds=1))
    least = ask("/run")["feet"]
    run_of(pool, account, job, Wanted(seconds=0.01))
    assert ask("/run")["feet"] == least


@pytest.fixture
def slab(client, job):
    """Two walls on a slab, 25 and 22 feet, their bottom plates from boards of 16: four by the rule, three at best.

    Broken at 112 and 80 their short ends fit no board together; B broken at 192 leaves 72, which fits beside 112.
    """
    edit(client, job, {"edit": "set-standard", "standard": {"floor": "slab"}})
    edit(client, job, {"edit": "set-stock", "stock": {"stock": {"2x4 treated": {"16'": None}}}})
    edit(client, job, {"edit": "change-wall", "id": "A", "wall": {"id": "A", "stud": "2x4", "length": "25'"}})
    edit(client, job, {"edit": "add-wall", "wall": {"id": "B", "stud": "2x4", "length": "22'"}})
    return job


def first_board(cutting, wall):
    """How long the first board of a wall's bottom plate is, which is where it breaks."""
    cuts = [cut for board in boards_of(cutting, "2x4 treated") for cut in board["cuts"]]
    return next(cut["length"]["text"] for cut in cuts if cut["name"] == f"{wall}/bottom_plate")


def test_plates_break_where_they_cut_best_and_that_is_one_change(client, pool, account, slab, ask):
    before = client.get(f"/api/jobs/{slab}").json()["revision"]
    assert len(boards_of(ask(), "2x4 treated")) == 4
    run_of(pool, account, slab, Wanted(seconds=10))
    cutting = ask()
    assert "B" in cutting["run"]["broken"]
    assert len(boards_of(cutting, "2x4 treated")) == 3
    assert (first_board(cutting, "A"), first_board(cutting, "B")) == ("112", "192")
    # The boards are those of the walls as they are now.
    assert cutting["since"] is None
    job = client.get(f"/api/jobs/{slab}").json()
    assert job["revision"] == before + 1
    assert re.fullmatch("(Wall A: plate splices, )?Wall B: plate splices", job["undo"])
    client.post(f"/api/jobs/{slab}/undo", json={"revision": job["revision"]})
    assert first_board(ask(), "B") == "80"
    assert ask()["since"] is not None


@pytest.mark.parametrize("begun", [True, False])
def test_plates_of_a_wall_that_is_begun_stay_and_all_do_where_nobody_wants_it(client, pool, account, slab, ask, begun):
    if begun:
        record(client, slab, {"kind": "tick", "wall": "B", "work": "framed", "is_done": True})
    run_of(pool, account, slab, Wanted(seconds=10, breaks=begun))
    assert ask()["run"]["broken"] in ([[], ["A"]] if begun else [[]])
    assert first_board(ask(), "B") == "80"
    assert len(boards_of(ask(), "2x4 treated")) == 4


def test_walls_that_change_while_it_is_planned_are_planned_as_they_are(client, pool, account, slab, ask, monkeypatch):
    """The change comes between looking and keeping: nothing of it is lost, and the breaks are found for it."""

    def changed_first(job):
        monkeypatch.setattr(planning, "left_of", left_of)
        edit(client, slab, {"edit": "rename-job", "name": "Long shed"})
        return left_of(job)

    monkeypatch.setattr(planning, "left_of", changed_first)
    run_of(pool, account, slab, Wanted(seconds=10))
    job = client.get(f"/api/jobs/{slab}").json()
    assert job["job"]["name"] == "Long shed"
    assert job["undo"].startswith("Wall A: plate splices")
    assert (ask()["run"]["state"], first_board(ask(), "B")) == ("done", "192")


def test_what_is_cut_while_it_is_planned_stays(client, pool, account, job, ask):
    """The tick comes between looking and keeping: it is planned again with it."""
    board = boards_of(ask())[0]
    runs = []
    Cuttings(pool, account, runs.append).plan(UUID(job), Wanted(seconds=2))
    working = Thread(target=plan_run, args=(pool, runs[0], Event()))
    working.start()
    record(client, job, *ticks_of(board))
    working.join()
    cutting = ask()
    assert cutting["run"]["state"] == "done"
    kept = next(one for one in boards_of(cutting) if one["number"] == board["number"])
    assert all(cut["cut"] for cut in kept["cuts"] if cut["name"] in {one["name"] for one in board["cuts"]})


def test_a_run_is_stopped_before_and_while_it_is_worked_on(client, pool, account, ask):
    ask("/run", {"seconds": 60})
    assert ask("/stop", {})["state"] == "stopped"
    ask("/run", {"seconds": 600})
    (run,) = [one for (one,) in rows(pool, "SELECT id FROM cutting_run WHERE state = 'waiting'")]
    working = Thread(target=plan_run, args=(pool, run, Event()))
    working.start()
    while ask("/run")["state"] == "waiting":
        time.sleep(0.05)
    ask("/stop", {})
    working.join(20)
    assert not working.is_alive()
    assert ask("/run")["state"] in {"stopped", "done"}
    assert ask()["planned"]


def rows(pool, query):
    with pool.connection() as connection:
        return connection.execute(query).fetchall()


def test_by_price_without_prices_is_refused_at_once(ask):
    said = ask("/run", {"by": "price"}, status=422)
    assert said["message"] == "Boards of 2x4 have no prices. Enter them."
    assert ask("/run") is None


def test_a_run_whose_job_is_gone_says_so(client, pool, account, job, ask):
    runs = []
    Cuttings(pool, account, runs.append).plan(UUID(job), Wanted(seconds=1))
    client.delete(f"/api/jobs/{job}")
    plan_run(pool, runs[0], Event())
    assert [
        (state, in_words(kept_message(says))) for state, says in rows(pool, "SELECT state, says FROM cutting_run")
    ] == [("failed", "The job was removed.")]


def test_a_worker_that_is_told_to_end_leaves_its_run_to_the_next(database_url, pool, account, client, job):
    """Told while it looks: nothing is lost, and the next worker takes it at once."""
    big = client.post("/api/jobs/import", content=EXAMPLE).json()
    runs, ending = [], Event()
    Cuttings(pool, account, runs.append).plan(UUID(big["id"]), Wanted(seconds=60))
    working = Thread(target=plan_run, args=(pool, runs[0], ending))
    working.start()
    while not rows(pool, "SELECT 1 FROM cutting_run WHERE found IS NOT NULL"):
        time.sleep(0.05)
    ending.set()
    working.join(20)
    assert rows(pool, "SELECT state FROM cutting_run") == [("waiting",)]
    with pool.connection() as connection:
        connection.execute("UPDATE cutting_run SET wanted = wanted || '{\"seconds\": 0.5}'")
    # It never came to the queue, and is found all the same.
    apart(work, database_url, pool, is_waiting=False)
    assert rows(pool, "SELECT state FROM cutting_run") == [("done",)]


def test_a_worker_that_is_killed_loses_nothing(database_url, pool, account, client):
    """Killed in the middle of a plan; once nobody has heard of it for a while the next one does it."""
    big = client.post("/api/jobs/import", content=EXAMPLE).json()
    environment = {**os.environ, "BLUFF_DATABASE_URL": database_url, "PYTHONPATH": os.pathsep.join(sys.path)}
    worker = subprocess.Popen([sys.executable, "-m", "bluff", "work"], env=environment)
    try:
        Cuttings(pool, account, Queue(pool).plan).plan(UUID(big["id"]), Wanted(seconds=120))
        while not rows(pool, "SELECT 1 FROM cutting_run WHERE found IS NOT NULL"):
            assert worker.poll() is None
            time.sleep(0.05)
    finally:
        worker.send_signal(signal.SIGKILL)
        worker.wait()
    with pool.connection() as connection:
        # As if it were a while ago, and with less to do.
        connection.execute("UPDATE cutting_run SET alive_at = now() - interval '1 minute'")
        connection.execute("UPDATE cutting_run SET wanted = wanted || '{\"seconds\": 0.5}'")
    apart(work, database_url, pool, is_waiting=False)
    assert rows(pool, "SELECT state FROM cutting_run") == [("done",)]
    assert client.get(f"/api/jobs/{big['id']}/cutting").json()["planned"]


def test_two_who_are_the_first_to_change_the_boards_both_do(pool, account, job, monkeypatch):
    """Nobody kept boards yet, so there is nothing to hold: both have looked before either has kept any."""
    find, both = kept_boards.find_cutting, Barrier(2, timeout=20)
    looks = []

    def find_together(*args, for_change=False):
        found = find(*args, for_change=for_change)
        if for_change and len(looks) < 2:
            looks.append(found)
            both.wait()
        return found

    monkeypatch.setattr(kept_boards, "find_cutting", find_together)
    cuttings = Cuttings(pool, account, lambda _: None)
    first, second = cuttings.get(UUID(job)).boards[:2]
    cut = kept_boards.CutRow(uuid4(), first.number, first.cuts[0].name, True, now())
    with ThreadPoolExecutor(2) as both_at_once:
        ticked = both_at_once.submit(cuttings.mark, UUID(job), [cut])
        locked = both_at_once.submit(cuttings.lock, UUID(job), [second.number], is_locked=True)
        ticked.result(), locked.result()
    assert looks == [None, None]
    state = cuttings.get(UUID(job))
    assert [board.number for board in state.boards if board.is_locked] == [second.number]
    assert list(state.ticks) == [first.tick(first.cuts[0])]


def test_another_crew_sees_and_changes_nothing(pool, account, job, ask):
    from bluff.service.errors import NotFound

    board = boards_of(ask())[0]
    theirs = Cuttings(pool, stranger_of(pool), lambda run: None)
    for refused in (
        lambda: theirs.get(UUID(job)),
        lambda: theirs.plan(UUID(job), Wanted()),
        lambda: theirs.settle(UUID(job)),
        lambda: theirs.last_run(UUID(job)),
        lambda: theirs.mark(UUID(job), [a_cut(board)]),
    ):
        with pytest.raises(NotFound):
            refused()
