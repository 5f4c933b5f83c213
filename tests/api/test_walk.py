"""Every route there is, walked by everybody who may not: nobody, a guest, another crew, a viewer, a framer.

Walked by the API's own description, so that a new route cannot be forgotten.
"""

import os
from dataclasses import dataclass
from pathlib import Path
from urllib.parse import urlsplit
from uuid import UUID

import pytest
import requests
import schemathesis
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st
from schemathesis import GenerationMode

from bluff.api.app import openapi_schema
from bluff.run.serve import background_server
from bluff.service.people import People
from bluff.service.sessions import begin, ensure_installation, enter
from bluff.service.shares import Shares
from bluff.store.accounts import Role
from bluff.store.database import Pool, open_pool
from people import stranger_of

EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
OPERATIONS = [
    operation
    for result in schemathesis.openapi.from_dict(openapi_schema()).get_all_operations()
    # What is about the person who asks, and nobody else.
    if not (operation := result.ok()).path.startswith("/api/session")
]
AT_THE_GATE = {400, 413, 415, 422}
CASES = 40 if os.environ.get("BLUFF_LONG") else 2
KEPT = (
    "job",
    "revision",
    "crew_standard",
    "crew_stock",
    "cutting",
    "cutting_run",
    "plan_picture",
    "share",
    "account",
    "practice_class",
)
RECORDED = ("cut_record", "site_record", "site_picture")


def of_browser(address, token=None):
    session = requests.Session()
    if token:
        session.cookies.set(f"bluff_session_{urlsplit(address).port}", token)
    return session


@dataclass(frozen=True)
class Walk:
    """A crew with the demo job, and everybody who walks over it, by what they are."""

    pool: Pool
    address: str
    crew: UUID
    known: dict[str, str]
    sent: dict[str, str | int]
    walking: dict[str, requests.Session]


@pytest.fixture(scope="module")
def walk(database_url):
    """One for all operations: nobody may change anything, and each looks whether anybody did."""
    with open_pool(database_url) as pool, background_server(pool) as address:
        with pool.connection() as connection:
            connection.execute("TRUNCATE crew, failed_sign_in CASCADE")
        account = ensure_installation(pool)
        lead = of_browser(address, begin(pool, account))
        job = lead.post(f"{address}/api/jobs/import", data=EXAMPLE, timeout=30).json()["id"]
        other = UUID(lead.post(f"{address}/api/jobs", json={"name": "Other"}, timeout=30).json()["id"])
        tokens = {
            "nobody": None,
            "guest": enter(pool, Shares(pool, account).make(other, None)).token,
            "stranger": begin(pool, stranger_of(pool)),
        }
        for role in (Role.VIEWER, Role.FRAMER):
            tokens[role] = enter(pool, People(pool, account).invite(role, role[:2].upper(), role)).token
        known = {"job_id": job, "wall_id": "A", "opening_id": "W1", "person_id": str(account.id)}
        # What is sent is about the job that is there, so that nothing else keeps it from being done.
        sent = {"job": job, "revision": 0}
        walking = {who: of_browser(address, token) for who, token in tokens.items()}
        yield Walk(pool, address, account.crew_id, known, sent, walking)


def kept(pool, crew, tables):
    """What is kept of a crew, as text."""
    rows = "SELECT string_agg(t::text, '|' ORDER BY t::text) FROM {} AS t WHERE crew_id = %s"
    with pool.connection() as connection:
        return [connection.execute(rows.format(table), (crew,)).fetchone()[0] for table in tables]


def misdeed(who, answer, is_by_link):
    """What is wrong with an answer for the person who asked, None where nothing is."""
    if answer.status_code >= 500:
        return "a fault of ours"
    match who:
        # Who has a link needs no name; who has none finds nothing.
        case "nobody" if answer.status_code not in {404 if is_by_link else 401, *AT_THE_GATE}:
            return "nobody is let in"
        case "guest" if answer.status_code not in {404, *AT_THE_GATE}:
            return "a guest of one job reaches another"
        case "stranger" if "Quill" in answer.text or "LF" in answer.text:
            return "another crew sees it"
    return None


@pytest.mark.parametrize("operation", OPERATIONS, ids=lambda operation: operation.label)
def test_nobody_sees_or_changes_what_is_not_theirs(operation, walk):
    @settings(max_examples=CASES, phases=[Phase.generate], suppress_health_check=list(HealthCheck))
    @given(st.data())
    def walked(data):
        case = data.draw(operation.as_strategy(generation_mode=GenerationMode.POSITIVE))
        case.path_parameters |= {name: walk.known[name] for name in case.path_parameters if name in walk.known}
        if isinstance(case.body, dict):
            case.body |= {name: value for name, value in walk.sent.items() if name in case.body}
        for who, session in walk.walking.items():
            # Both may look, and looking is what takes long.
            if operation.method == "get" and who in {Role.VIEWER, Role.FRAMER}:
                continue
            # What a framer may say was done is all they may.
            tables = KEPT if who == Role.FRAMER else KEPT + RECORDED
            before = kept(walk.pool, walk.crew, tables)
            answer = case.call(base_url=walk.address, session=session, timeout=60)
            is_by_link = operation.path.startswith("/api/classes/")
            assert not misdeed(who, answer, is_by_link), f"{who}: {answer.status_code} {answer.text[:200]}"
            assert kept(walk.pool, walk.crew, tables) == before, f"{who} changed something"

    walked()
