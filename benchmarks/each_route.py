"""How long each route that reads a job works in the server process, and how long its answer takes.

    .local/venv/bin/python benchmarks/each_route.py [WALLS]

Every route of the API's own description that only reads is asked twice, of the largest demo job and of one of so many
walls (300). The second answer counts: the first frames the walls. Files are made in
processes of their own: they take little of the server and longer to come.
"""

import sys
import time
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple
from uuid import UUID

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))
sys.path.insert(0, str(Path(__file__).resolve().parents[1] / "src"))

from benchmarks.frame_walls import Series, job_of_walls
from fastapi.testclient import TestClient

from bluff.api.app import make_app, openapi_schema
from bluff.core.job.job import Job
from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import begin, ensure_installation
from bluff.store.cluster import throwaway_cluster
from bluff.store.database import migrate, open_pool

MOST = 0.25
"""Seconds of the server's own that a question should take at most."""


class Asked(NamedTuple):
    """What one route took; sorts by what it took of the server."""

    own: float
    waited: float
    status: int
    path: str


def ask(client: TestClient, job: Job, id_: UUID) -> Iterator[Asked]:
    """Each route that reads the job, and needs nothing but its walls and openings."""
    opening = job.openings[0].id if job.openings else ""
    for path, methods in openapi_schema()["paths"].items():
        if "get" not in methods or not path.startswith("/api/jobs/{job_id}"):
            continue
        at = path.replace("{job_id}", str(id_)).replace("{wall_id}", job.walls[0].id).replace("{wall}", job.walls[0].id)
        at = at.replace("{opening_id}", opening).replace("{number}", "0").replace("{revision}", "0")
        if "{" in at or (not opening and "{opening_id}" in path):
            continue
        client.get(at)
        began, own = time.perf_counter(), time.process_time()
        status = client.get(at).status_code
        yield Asked(time.process_time() - own, time.perf_counter() - began, status, path)


def every_route(job: Job) -> list[Asked]:
    """Each route asked of a job, on a server and a store of its own; what took longest of the server first."""
    with throwaway_cluster() as url:
        migrate(url)
        with open_pool(url) as pool:
            account = ensure_installation(pool)
            cookies = {"bluff_session_80": begin(pool, account)}
            app = make_app(pool, web=None)
            # Any other host would be refused.
            with TestClient(app, "http://127.0.0.1", client=("127.0.0.1", 5000), cookies=cookies) as client:
                return sorted(ask(client, job, Jobs(pool, account).add(job).id), reverse=True)


def _short(job: Job) -> list[Asked]:
    asked = every_route(job)
    if failed := [one for one in asked if one.status >= 500]:
        raise AssertionError(failed)
    return asked


_WALLS = 300
SERIES: list[Series] = [("each route", [2, _WALLS], job_of_walls, _short)]


if __name__ == "__main__":
    walls = int(sys.argv[1]) if len(sys.argv) > 1 else _WALLS
    jobs = {"largest demo": read_job(DEMO_FILE.read_bytes()), f"{walls} walls": job_of_walls(walls)}
    for title, asked_of in jobs.items():
        found = every_route(asked_of)
        print(f"{title}: {sum(one.own > MOST for one in found)} of {len(found)} over {MOST * 1000:g} ms")
        for one in found[:12]:
            print(f"  {one.own * 1000:6.0f} ms  waited {one.waited * 1000:6.0f} ms  {one.status} {one.path}")
