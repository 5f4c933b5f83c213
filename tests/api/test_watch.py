"""What the operator of a server is told: that it lives, what it does, and nothing of what anybody typed."""

import json
import logging

from fastapi.testclient import TestClient

from bluff.api.app import make_app
from bluff.api.watch import REQUESTS
from people import client_of


def test_it_says_that_it_lives_to_anyone_who_asks(pool):
    with client_of(pool) as client:
        assert (client.get("/healthz").text, client.get("/readyz").text) == ("alive\n", "ready\n")


def test_figures_are_for_this_machine_alone_and_by_route(pool, client):
    job = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    for path in (f"/api/jobs/{job}", f"/api/jobs/{job}", "/api/nothing"):
        client.get(path)
    # A label is kept for good, so that an invented method is no new one.
    for number in range(20):
        client.request(f"BREW{number}", "/api/jobs")
    figures = client.get("/metrics").text
    assert 'bluff_requests_total{method="GET",route="/api/jobs/{job_id}",status="200"} 2.0' in figures
    assert 'bluff_requests_total{method="GET",route="none",status="404"} 1.0' in figures
    assert job not in figures
    assert "BREW" not in figures
    assert 'method="other"' in figures
    with TestClient(make_app(pool, web=None), base_url="http://127.0.0.1", client=("192.0.2.7", 5000)) as other:
        assert other.get("/metrics").status_code == 404


def test_a_request_is_a_line_without_what_was_in_it(client, caplog):
    with caplog.at_level(logging.INFO, REQUESTS.name):
        client.post("/api/session", json={"name": "lead", "password": "a secret of mine"})
        client.get("/api/jobs?secret=of-mine")
    lines = [json.loads(record.message) for record in caplog.records if record.name == REQUESTS.name]
    assert [(line["method"], line["route"], line["status"]) for line in lines] == [
        ("POST", "/api/session", 401),
        ("GET", "/api/jobs", 200),
    ]
    assert "secret" not in caplog.text
