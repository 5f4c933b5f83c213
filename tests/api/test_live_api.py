"""Live: two servers on one database, and pages on both told of what is done on either."""

import json
import time
from contextlib import contextmanager
from queue import Empty, Queue
from threading import Thread
from urllib.parse import urlsplit
from uuid import uuid4

import pytest
import requests

from bluff.run.serve import background_server
from bluff.service.people import People
from bluff.service.sessions import begin, enter
from bluff.service.shares import Shares
from bluff.store.accounts import Role
from entries import cut_off, now
from people import stranger_of

PATIENT = 20.0


@pytest.fixture
def addresses(pool, monkeypatch):
    """Two servers on one database, whose pages are heard of often: who reads one is not done before that."""
    monkeypatch.setattr("bluff.api.people.live._STILL_HERE", 0.2)
    with background_server(pool) as one, background_server(pool) as other:
        yield one, other


@pytest.fixture
def lead(pool, account, addresses):
    return of_browser(addresses, begin(pool, account))


@pytest.fixture
def framer(pool, account, addresses):
    return of_browser(addresses, enter(pool, People(pool, account).invite("Ro Ash", "RA", Role.FRAMER)).token)


@pytest.fixture
def job(lead, addresses):
    return lead.post(f"{addresses[0]}/api/jobs", json={"name": "Shed"}, timeout=30).json()["id"]


def of_browser(addresses, token):
    session = requests.Session()
    for address in addresses:
        session.cookies.set(f"bluff_session_{urlsplit(address).port}", token)
    return session


class Told:
    """What a page is told, in order."""

    def __init__(self, answer):
        self.events = Queue()
        self.answer = answer
        Thread(target=self._read, daemon=True).start()

    def _read(self):
        name = None
        try:
            for line in self.answer.iter_lines(chunk_size=1, decode_unicode=True):
                if line.startswith("event: "):
                    name = line.removeprefix("event: ")
                elif line.startswith("data: "):
                    self.events.put((name, json.loads(line.removeprefix("data: "))))
        except (requests.RequestException, AttributeError):
            pass
        self.events.put(("end", None))

    def until(self, event):
        """Wait for an event; what else comes before it is not looked at."""
        ends = time.monotonic() + PATIENT
        seen = []
        while (left := ends - time.monotonic()) > 0:
            try:
                seen.append(self.events.get(timeout=left))
            except Empty:
                break
            if seen[-1] == event:
                return
        pytest.fail(f"{event} was not told; only {seen}")


@contextmanager
def page(session, address, job):
    with session.get(f"{address}/api/jobs/{job}/live", stream=True, timeout=PATIENT) as answer:
        assert answer.status_code == 200
        yield Told(answer)


def test_a_page_is_told_of_changes_made_on_another_server(lead, framer, addresses, job):
    one, other = addresses
    with page(framer, other, job) as told:
        told.until(("plan", 0))
        wall = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}}
        lead.post(f"{one}/api/jobs/{job}/edits", json={"revision": 0, "edit": wall}, timeout=30)
        told.until(("plan", 1))
        cutting = lead.get(f"{one}/api/jobs/{job}/cutting", timeout=30).json()
        board = cutting["sections"][0]["boards"][0]
        cut = {"key": str(uuid4()), "at": now().isoformat(), **cut_off(board["number"], board["cuts"][0]["name"])}
        said = {"sent_at": now().isoformat(), "entries": [cut]}
        assert lead.post(f"{one}/api/jobs/{job}/site/entries", json=said, timeout=30).json() == {"refused": []}
        told.until(("cutting", None))


def test_who_else_is_there_is_said_and_who_left_is_not(pool, account, lead, framer, addresses, job):
    one, other = addresses
    with page(lead, one, job) as told:
        told.until(("people", []))
        with page(framer, other, job) as theirs:
            theirs.until(("people", [{"name": "lead", "initials": "LF"}]))
            told.until(("people", [{"name": "Ro Ash", "initials": "RA"}]))
        told.until(("people", []))
        # One's own other pages are nobody else.
        guest = of_browser(addresses, enter(pool, Shares(pool, account).make(job, None)).token)
        with page(lead, other, job), page(guest, other, job):
            told.until(("people", [{"name": "a guest", "initials": "G"}]))


def test_anyone_who_was_signed_out_is_told_no_more(pool, account, lead, framer, addresses, job):
    with page(framer, addresses[0], job) as told:
        told.until(("plan", 0))
        (ro,) = [one for one in People(pool, account).all() if one.name == "Ro Ash"]
        People(pool, account).remove(ro.id)
        told.until(("end", None))


def test_nobody_is_told_of_what_is_not_theirs(pool, addresses, job):
    for token, status in (("nobody", 401), (begin(pool, stranger_of(pool)), 404)):
        with of_browser(addresses, token).get(f"{addresses[0]}/api/jobs/{job}/live", stream=True, timeout=10) as answer:
            assert answer.status_code == status
