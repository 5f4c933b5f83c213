"""A crew on one job: editors and readers at once, over two servers on one database.

    .local/venv/bin/python benchmarks/crew_on_a_job.py [SECONDS]

Each editor moves an opening to and fro, on the revision they last saw, as fast as a quick hand does; readers look at a
wall's bench every few seconds. Printed is how many edits were made, carried over and refused, and how long answers
took beside those of an empty route. At the end both servers have the same job, at the revision the edits make.
"""

import asyncio
import subprocess
import sys
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

import httpx2
from benchmarks.frame_walls import Series
from numpy.random import Generator, default_rng

from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, ensure_installation
from bluff.store.cluster import throwaway_cluster
from bluff.store.database import migrate, open_pool

_SECONDS = 60.0
_EDITORS, _READERS = 20, 200
_EDIT_EVERY, _LOOK_EVERY, _PROBE_EVERY = 2.0, 10.0, 0.1
"""Seconds, on average."""
_SERVER = (
    "import sys; from bluff.run.serve import background_server; from bluff.store.database import open_pool\n"
    "with open_pool(sys.argv[1]) as pool, background_server(pool) as address:\n"
    "    print(address, flush=True); sys.stdin.read()\n"
)


@dataclass
class Seen:
    """Result."""

    made: int = 0
    carried: int = 0
    refused: int = 0
    errors: list[str] = field(default_factory=list)
    edits: list[float] = field(default_factory=list)
    looks: list[float] = field(default_factory=list)
    empty: list[float] = field(default_factory=list)
    revision: int = 0


@contextmanager
def two_servers(url: str) -> Iterator[list[str]]:
    """The addresses of two servers, each a process of its own."""
    command = [sys.executable, "-c", _SERVER, url]
    servers = [subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True) for _ in range(2)]
    try:
        yield [(server.stdout.readline() if server.stdout else "").strip() for server in servers]
    finally:
        for server in servers:
            server.communicate("", timeout=20)


def crew_on(job: Job, seconds: float, editors: int, readers: int) -> Seen:
    """Let a crew loose on a job."""
    with throwaway_cluster() as url:
        migrate(url)
        with open_pool(url) as pool:
            account = ensure_installation(pool)
            kept, token = Jobs(pool, account).add(job).id, begin(pool, account)
        # In a thread of its own: the caller may run such a loop already.
        with two_servers(url) as addresses, ThreadPoolExecutor(1) as thread:
            crew = _crew(addresses, token, str(kept), job, seconds, editors, readers)
            return thread.submit(asyncio.run, crew).result()


async def _crew(
    addresses: list[str], token: str, kept: str, job: Job, seconds: float, editors: int, readers: int
) -> Seen:
    seen, random = Seen(), default_rng(1)
    until = time.monotonic() + seconds
    limits = httpx2.Limits(max_connections=None)
    clients = [
        httpx2.AsyncClient(
            base_url=address,
            cookies={f"bluff_session_{urlsplit(address).port}": token},
            timeout=60,
            limits=limits,
        )
        for address in addresses
    ]
    openings, walls = [one.id for one in job.openings], [one.id for one in job.walls]
    work = [
        _edits(clients[n % 2], kept, openings[n % len(openings)], until, default_rng(n), seen) for n in range(editors)
    ]
    work += [_looks(clients[n % 2], kept, walls, until, default_rng(1000 + n), seen) for n in range(readers)]
    await asyncio.gather(*work, _probes(clients[0], until, random, seen))
    ends = [(await client.get(f"/api/jobs/{kept}")).json() for client in clients]
    if ends[0] != ends[1]:
        seen.errors.append("the servers have different jobs")
    seen.revision = ends[0]["revision"]
    for client in clients:
        await client.aclose()
    return seen


async def _rested(seconds: float, until: float) -> bool:
    """Whether there is time left after a rest."""
    await asyncio.sleep(max(min(seconds, until - time.monotonic()), 0))
    return time.monotonic() < until


async def _edits(client: Any, job: str, opening: str, until: float, random: Generator, seen: Seen) -> None:
    revision = (await client.get(f"/api/jobs/{job}")).json()["revision"]
    by = "1/16"
    while await _rested(random.exponential(_EDIT_EVERY), until):
        edit = {"edit": "move-opening", "id": opening, "by": by}
        began = time.monotonic()
        answer = await client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": edit})
        seen.edits.append(time.monotonic() - began)
        match answer.status_code:
            case 200:
                seen.made += 1
                seen.carried += bool(answer.json()["over"])
                revision = answer.json()["job"]["revision"]
                by = "-1/16" if by == "1/16" else "1/16"
            case 409:
                seen.refused += 1
                revision = answer.json()["current"]["revision"]
            case other:
                seen.errors.append(f"{other} {answer.text[:200]}")


async def _looks(client: Any, job: str, walls: list[str], until: float, random: Generator, seen: Seen) -> None:
    while await _rested(random.exponential(_LOOK_EVERY), until):
        began = time.monotonic()
        answer = await client.get(f"/api/jobs/{job}/walls/{walls[random.integers(len(walls))]}/bench")
        seen.looks.append(time.monotonic() - began)
        if answer.status_code != 200:
            seen.errors.append(f"{answer.status_code} {answer.text[:200]}")


async def _probes(client: Any, until: float, random: Generator, seen: Seen) -> None:
    while await _rested(random.exponential(_PROBE_EVERY), until):
        began = time.monotonic()
        await client.get("/healthz")
        seen.empty.append(time.monotonic() - began)


def at_percent(times: list[float], percent: int) -> float:
    """Milliseconds within which so many of a hundred were answered."""
    return 1000 * sorted(times)[min(len(times) * percent // 100, len(times) - 1)] if times else 0.0


def _demo(_: int) -> Job:
    return read_job(Path(DEMO_FILE).read_bytes())


def _short(job: Job) -> Seen:
    seen = crew_on(job, 1.5, 3, 4)
    if seen.errors or seen.made != seen.revision:
        raise AssertionError(seen.errors or f"{seen.made} edits made, but revision {seen.revision}")
    return seen


SERIES: list[Series] = [("crew on a job", [1], _demo, _short)]


if __name__ == "__main__":
    found = crew_on(_demo(1), float(sys.argv[1]) if len(sys.argv) > 1 else _SECONDS, _EDITORS, _READERS)
    print(f"{found.made} edits made, {found.carried} of them carried over, {found.refused} refused for both sides")
    print(f"the job is at revision {found.revision}; {len(found.errors)} errors {found.errors[:3]}")
    for name, times in (("edit", found.edits), ("bench", found.looks), ("empty", found.empty)):
        print(
            f"{name:>6} {len(times):6} answers, median {at_percent(times, 50):7.1f} ms, "
            f"p99 {at_percent(times, 99):7.1f} ms"
        )
