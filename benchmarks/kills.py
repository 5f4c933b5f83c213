"""Edits in the middle of whose saving the server or the database is killed: what was answered is there, once.

    .local/venv/bin/python benchmarks/kills.py [KILLS]

One hand moves openings to and fro. In the middle of every save something is killed outright: the server, the database
or both; they are started again, and the same edit is sent again under the same key until it is answered. At the end
the job is what the answered edits make of it, one revision each, in order.
"""

import os
import signal
import subprocess
import sys
import tempfile
import threading
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit
from uuid import UUID, uuid4

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

import httpx2
import psycopg
from benchmarks.frame_walls import Series
from numpy.random import Generator, default_rng

from bluff.core.change.apply import apply
from bluff.core.job.job import Job
from bluff.formats.edits import edit_from_data
from bluff.formats.job_file import job_from_data, read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, ensure_installation
from bluff.store.cluster import Cluster, ClusterError
from bluff.store.database import migrate, open_pool

_KILLS = 1000
_WITHIN = 0.06
"""Seconds after an edit is sent in which the kill falls: an edit and its answer take about as long."""
_PATIENCE = 120.0
"""Seconds in which everything has to be back."""
_MOTHER = (
    # What a server imports is imported once; each server is a child of it, there in a moment.
    "import os, signal, sys, threading; from bluff.run.serve import background_server\n"
    "from bluff.store.database import open_pool\n"
    "signal.signal(signal.SIGCHLD, signal.SIG_IGN)\n"
    "for _ in sys.stdin:\n"
    "    if os.fork() == 0:\n"
    "        with open_pool(sys.argv[1]) as pool, background_server(pool) as address:\n"
    "            print(os.getpid(), address, flush=True); threading.Event().wait()\n"
)


@dataclass
class Machine:
    """A database and a server on it, both of which may be killed at any time and are started again.

    Args:
        cluster: The database; a power cut may lose nothing of it.
        mother: Whose children the servers are.
    """

    cluster: Cluster
    mother: subprocess.Popen[str]
    server: int = 0
    address: str = ""

    def kill(self, what: str) -> None:
        """End the server, the database or both as a power cut does."""
        if what in ("server", "both"):
            os.kill(self.server, signal.SIGKILL)
        if what in ("database", "both"):
            os.kill(int((self.cluster.data / "postmaster.pid").read_text().split()[0]), signal.SIGKILL)

    def restart(self, what: str) -> None:
        """Start again what was killed."""
        if what != "server":
            _start(self.cluster)
        if what != "database":
            self.begin_serving()

    def begin_serving(self) -> None:
        """Start a server."""
        print("serve", file=self.mother.stdin, flush=True)
        number, self.address = (self.mother.stdout.readline() if self.mother.stdout else "").split()
        self.server = int(number)


@dataclass
class Killed:
    """Result: how often what was killed, and which edits were answered, as (key, edit)."""

    kills: Counter[str] = field(default_factory=Counter)
    answered: list[tuple[UUID, dict[str, Any]]] = field(default_factory=list)
    unanswered: int = 0
    sent_again: int = 0
    errors: list[str] = field(default_factory=list)


def kills(count: int) -> Killed:
    """Kill so many times; what is wrong at the end is among the errors."""
    job, random, seen = read_job(Path(DEMO_FILE).read_bytes()), default_rng(7), Killed()
    with _machine() as machine:
        url = machine.cluster.start()
        with open_pool(url) as pool:
            account = ensure_installation(pool)
            kept, token = Jobs(pool, account).add(job).id, begin(pool, account)
        machine.begin_serving()
        openings = [one.id for one in job.openings]
        for number in range(count):
            by = "1/16" if number // len(openings) % 2 == 0 else "-1/16"
            edit = {"edit": "move-opening", "id": openings[number % len(openings)], "by": by}
            what = str(random.choice(["server", "database", "both"]))
            seen.kills[what] += 1
            _save_through(machine, what, kept, token, edit, random, seen)
        seen.errors += _wrong(url, kept, job, seen)
    return seen


def _save_through(
    machine: Machine, what: str, job: UUID, token: str, edit: dict[str, Any], random: Generator, seen: Killed
) -> None:
    """Have one edit answered, while something is killed under it."""
    key, revision = uuid4(), len(seen.answered)
    killer = threading.Timer(random.uniform(0, _WITHIN), machine.kill, [what])
    killer.start()
    is_answered = _sent(machine.address, job, token, revision, key, edit, seen)
    killer.join()
    machine.restart(what)
    seen.unanswered += not is_answered
    until = time.monotonic() + _PATIENCE
    while not is_answered:
        if time.monotonic() > until:
            raise TimeoutError(f"no answer {_PATIENCE} s after {what} was killed")
        seen.sent_again += 1
        is_answered = _sent(machine.address, job, token, revision, key, edit, seen)
        time.sleep(0 if is_answered else 0.05)
    seen.answered.append((key, edit))


def _sent(address: str, job: UUID, token: str, revision: int, key: UUID, edit: dict[str, Any], seen: Killed) -> bool:
    """Send an edit; whether it was answered. Refused it must not be: nobody else edits."""
    cookies = {f"bluff_session_{urlsplit(address).port}": token}
    asked = {"revision": revision, "edit": edit, "key": str(key)}
    try:
        with httpx2.Client(base_url=address, cookies=cookies, timeout=30) as client:
            answer = client.post(f"/api/jobs/{job}/edits", json=asked)
    except httpx2.TransportError:
        return False
    if answer.status_code == 200 and answer.json()["job"]["revision"] == revision + 1:
        return True
    if answer.status_code != 503:
        seen.errors.append(f"{answer.status_code} {answer.text[:200]}")
    return False


def _wrong(url: str, kept: UUID, job: Job, seen: Killed) -> list[str]:
    """Whatever is not as the answered edits make it."""
    with psycopg.connect(url) as connection:
        rows = connection.execute(
            "SELECT number, key, plan FROM revision WHERE job_id = %s ORDER BY number", (kept,)
        ).fetchall()
        row = connection.execute("SELECT revision, plan FROM job WHERE id = %s", (kept,)).fetchone()
    for _, edit in seen.answered:
        job = apply(job, edit_from_data(edit))
    wrong = []
    if [(number, key) for number, key, _ in rows] != [(0, None), *enumerate((key for key, _ in seen.answered), 1)]:
        wrong.append("the revisions are not the edits that were answered, once each and in order")
    if row != (len(seen.answered), rows[-1][2]) or job_from_data(rows[-1][2]) != job:
        wrong.append("the job is not what the answered edits make of it")
    return wrong


@contextmanager
def _machine() -> Iterator[Machine]:
    with tempfile.TemporaryDirectory(prefix="bluff-kills-") as root:
        cluster = Cluster(Path(root) / "postgres")
        try:
            url = cluster.start()
            migrate(url)
            mother = subprocess.Popen(
                [sys.executable, "-c", _MOTHER, url],
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                text=True,
                env={**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)},
            )
            machine = Machine(cluster, mother)
            try:
                yield machine
            finally:
                if machine.server:
                    os.kill(machine.server, signal.SIGKILL)
                mother.communicate("", timeout=20)
        finally:
            cluster.stop()


def _start(cluster: Cluster) -> None:
    """Start a database that was killed, as soon as what is left of it has noticed."""
    until = time.monotonic() + _PATIENCE
    while True:
        try:
            cluster.start()
        except (ClusterError, psycopg.OperationalError):
            if time.monotonic() > until:
                raise
            time.sleep(0.05)
        else:
            return


def _count(size: int) -> int:
    return size


def _short(count: int) -> Killed:
    seen = kills(count)
    if seen.errors:
        raise AssertionError(seen.errors)
    return seen


SERIES: list[Series] = [("kills in mid-save", [4, _KILLS], _count, _short)]


if __name__ == "__main__":
    began = time.monotonic()
    found = kills(int(sys.argv[1]) if len(sys.argv) > 1 else _KILLS)
    killed = ", ".join(f"{what} {times}" for what, times in sorted(found.kills.items()))
    print(f"killed in mid-save: {killed}, in {time.monotonic() - began:.0f} s")
    print(f"{len(found.answered)} edits answered, {found.unanswered} of them not at once, {len(found.errors)} wrong")
    print(*found.errors[:5], sep="\n")
