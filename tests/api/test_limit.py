"""How much one session or one link may ask for, and what is refused before any work is done for it."""

from dataclasses import replace
from uuid import uuid4

import pytest

from bluff.api.http import limit
from bluff.api.http.limit import Limits
from bluff.service.errors import TooManyRequests
from bluff.service.people import People
from bluff.service.sessions import enter
from bluff.store.accounts import Account, Role
from entries import shed
from people import client_of
from refusals import refused

LEAD = Account(uuid4(), "lead", "LF", Role.LEAD, uuid4(), "Our crew")
GUEST = replace(LEAD, only_job=uuid4())


def ask(limits, account, session, times, path="/api/jobs"):
    for _ in range(times):
        limits.count(account, session, path)


def test_a_session_that_asks_too_much_waits_and_no_other_does():
    limits = Limits()
    ask(limits, LEAD, "one", limit._OF_SESSION.amount)
    with refused(TooManyRequests, match=r"Too many requests in one minute. Try again in \d+ seconds.") as caught:
        ask(limits, LEAD, "one", 1)
    assert 1 <= caught.value.seconds <= 60
    ask(limits, LEAD, "another", 1)


def test_everybody_by_one_link_is_counted_together():
    limits = Limits()
    for number in range(limit._OF_LINK.amount):
        limits.count(GUEST, f"session {number}", "/api/jobs")
    with pytest.raises(TooManyRequests):
        ask(limits, GUEST, "one more", 1)
    ask(limits, LEAD, "the crew", 1)


def test_files_are_counted_for_themselves():
    limits = Limits()
    ask(limits, GUEST, "one", limit._FILES_OF_LINK.amount, "/api/jobs/1/labels.pdf")
    with refused(TooManyRequests, match="Too many files"):
        ask(limits, GUEST, "another", 1, "/api/jobs/1/labels.pdf")
    ask(limits, GUEST, "one", 1, "/api/jobs/1/plan")


def test_what_is_too_much_is_refused_in_a_sentence_with_when(client, monkeypatch):
    monkeypatch.setattr(limit, "_OF_SESSION", limit.RateLimitItemPerMinute(2))
    assert [client.get("/api/jobs").status_code for _ in range(2)] == [200, 200]
    answer = client.get("/api/jobs")
    assert answer.status_code == 429
    assert answer.json()["message"].startswith("Too many requests in one minute.")
    assert 1 <= int(answer.headers["retry-after"]) <= 60


def test_a_file_that_is_being_made_when_the_server_ends_is_refused_at_once(client):
    job = shed(client, "3-0 x 4-0")
    client.app.state.is_ending = lambda: True
    answer = client.get(f"/api/jobs/{job}/cutting.pdf")
    assert answer.status_code == 503
    assert answer.json()["message"] == "Bluff is stopping. Try again once it is back."
    client.app.state.is_ending = lambda: False
    assert client.get(f"/api/jobs/{job}/cutting.pdf").status_code == 200


@pytest.mark.parametrize("where", ["pictures", "drawing"])
def test_who_may_not_use_what_comes_of_a_file_has_no_work_done_for_it(pool, account, client, where, monkeypatch):
    """Nothing is decoded for a viewer, nor for a job that is not there."""
    job = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    monkeypatch.setattr("bluff.api.job.drawing_import.done", lambda *_: pytest.fail("it was decoded"))
    viewer = enter(pool, People(pool, account).invite("Viewer", "VW", Role.VIEWER)).token
    with client_of(pool, viewer) as looking:
        assert looking.post(f"/api/jobs/{job}/{where}", content=b"%PDF-1.4").status_code == 403
    assert client.post(f"/api/jobs/{uuid4()}/{where}", content=b"%PDF-1.4").status_code == 404
