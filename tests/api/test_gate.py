"""What is refused before anybody looks at it: pages of strangers, bodies without end, what cannot be written."""

from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from bluff.api.app import make_app

OWN = {"Origin": "http://127.0.0.1"}
EXAMPLE = (Path(__file__).parents[2] / "examples" / "quill-harbour.bluff.json").read_bytes()
EMPTY = b'{"format": "bluff-job", "version": 2, "name": "Shed"}'
JSON = {"Content-Type": "application/json"}


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json={"name": "Shed"}).json()["id"]


@pytest.mark.parametrize(
    "headers",
    [
        {"Origin": "http://shelter.example"},
        {"Origin": "null"},
        {"Origin": "http://127.0.0.1:9999"},
        {"Sec-Fetch-Site": "cross-site"},
        {"Sec-Fetch-Site": "same-site", "Origin": "http://127.0.0.1"},
    ],
)
def test_a_page_of_another_site_changes_nothing(client, headers):
    for send in (client.post, client.put, client.delete, client.patch):
        answer = send("/api/jobs", headers=headers)
        assert answer.status_code == 403
        assert "another site" in answer.json()["message"]
    assert client.post("/api/jobs/import", content=EMPTY, headers=headers).status_code == 403
    assert client.get("/api/jobs", headers=headers).json() == []


@pytest.mark.parametrize("headers", [OWN, OWN | {"Sec-Fetch-Site": "same-origin"}, {"Sec-Fetch-Site": "none"}, {}])
def test_its_own_page_and_what_is_no_page_do(client, headers):
    assert client.post("/api/jobs", json={"name": "Shed"}, headers=headers).status_code == 201


@pytest.mark.parametrize("kind", ["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x"])
def test_what_a_form_sends_is_not_taken(client, kind):
    answer = client.post("/api/jobs/import", content=EMPTY, headers={"Content-Type": kind})
    assert answer.status_code == 415
    assert "application/octet-stream" in answer.json()["message"]
    assert client.get("/api/jobs").json() == []


def test_every_answer_protects_its_page(client, pool, tmp_path):
    (tmp_path / "index.html").write_text("<title>Bluff</title>")
    refused = client.post("/api/jobs", headers={"Origin": "http://shelter.example"})
    with TestClient(make_app(pool, web=tmp_path), base_url="http://127.0.0.1") as whole:
        answers = [refused, client.get("/api/jobs/%00"), whole.get("/"), whole.get("/missing.js"), whole.get("/api/x")]
    for answer in answers:
        assert answer.headers["x-content-type-options"] == "nosniff"
        assert "default-src 'self'" in answer.headers["content-security-policy"]
        assert answer.headers["referrer-policy"] == "same-origin"


def pieces(piece, count):
    for _ in range(count):
        yield piece


@pytest.mark.parametrize(
    ("path", "megabytes"), [("drawing", 24), ("pictures", 24), ("edits", 8), ("schedule/read", 1), ("phrase", 1)]
)
def test_a_body_is_counted_as_it_comes_and_cut_off(client, job, path, megabytes):
    """Sent in pieces it says no length, so that only counting helps; with a length it is refused at once."""
    sent = 0

    def counted():
        nonlocal sent
        for piece in pieces(b" " * 1024**2, megabytes + 40):
            sent += 1
            yield piece

    answer = client.post(f"/api/jobs/{job}/{path}", content=counted())
    assert answer.status_code == 413
    assert f"over {megabytes} MB" in answer.json()["message"]
    long = client.post(f"/api/jobs/{job}/{path}", content=b" " * (megabytes * 1024**2 + 1))
    assert long.status_code == 413


@pytest.mark.parametrize("text", ["\\u0000", "\\u001b", "\\ud800", "\\udfff x"])
def test_what_cannot_be_written_is_refused_wherever_it_stands(client, job, text):
    bodies = [
        ("/api/jobs", '{"name": "a%sb"}'),
        (f"/api/jobs/{job}/phrase", '{"text": "%s"}'),
        (f"/api/jobs/{job}/schedule/read", '{"changes": [{"mark": "%s"}]}'),
        (f"/api/jobs/{job}/edits", '{"revision": 0, "edit": {"edit": "rename-job", "name": "%s"}}'),
        ("/api/standards", '{"name": "x", "standard": {"%s": 1}}'),
    ]
    for path, body in bodies:
        send = client.put if path == "/api/standards" else client.post
        answer = send(path, content=body % text, headers=JSON)
        assert answer.status_code == 422, (path, answer.text)
        assert "cannot be written" in answer.json()["message"]


@pytest.mark.parametrize(
    "path",
    ["/api/standards/%00", "/api/jobs/{job}/walls/%00/bench", "/api/jobs/{job}/walls/%ff/bench", "/api/jobs?x=%00"],
)
def test_an_address_that_cannot_be_written_is_refused(client, job, path):
    for method in ("GET", "DELETE"):
        answer = client.request(method, path.format(job=job))
        assert answer.status_code == 400
        assert "in this address" in answer.json()["message"]


def nested(depth):
    edit = {"edit": "rename-job", "name": "x"}
    for _ in range(depth):
        edit = {"edit": "several", "says": "x", "edits": [edit]}
    return edit


@pytest.mark.parametrize("depth", [40, 130, 5000])
def test_edits_in_edits_end_somewhere(client, job, depth):
    text = '{"edit": "several", "says": "x", "edits": [' * depth + '{"edit": "rename-job", "name": "x"}' + "]}" * depth
    body = f'{{"revision": 0, "edit": {text}}}'
    answer = client.post(f"/api/jobs/{job}/edits", content=body, headers=JSON)
    assert answer.status_code == 422
    assert "nested too deeply" in answer.json()["message"]
    assert client.post(f"/api/jobs/{job}/edits", json={"revision": 0, "edit": nested(10)}).status_code == 200


@pytest.mark.parametrize(
    "edit",
    [
        {"edit": "several", "says": "x", "edits": [{"edit": "remove-wall", "id": "A"}] * 20_000},
        {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": 100, "anchor_bolts": [1] * 100_000}},
        {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": 100, "plate_pins": [1] * 3000}},
        {"edit": "check-openings", "ids": ["W1"] * 20_000},
        {"edit": "set-standard", "standard": {"measured": {"heights": [96] * 200}}},
    ],
    ids=["edits", "bolts", "pins", "marks", "readings"],
)
def test_lists_have_an_end(client, job, edit):
    answer = client.post(f"/api/jobs/{job}/edits", json={"revision": 0, "edit": edit})
    assert answer.status_code == 422
    assert "This is too long; at most" in answer.json()["message"]


@pytest.mark.parametrize("revision", [2**31, 2**63, -1])
def test_a_revision_nobody_can_have_is_refused(client, job, revision):
    edit = {"edit": "rename-job", "name": "x"}
    assert client.post(f"/api/jobs/{job}/edits", json={"revision": revision, "edit": edit}).status_code == 422
    for way in ("undo", "redo"):
        assert client.post(f"/api/jobs/{job}/{way}", json={"revision": revision}).status_code == 422


@pytest.mark.parametrize("path", ["schedule/read", "poles/what-if"])
def test_a_line_without_a_mark_says_so(client, job, path):
    answer = client.post(f"/api/jobs/{job}/{path}", json={"changes": [{}]})
    assert answer.status_code == 422
    assert answer.json()["faults"] == [
        {"path": "mark", "message": "is missing. Write the mark of the opening that is meant."}
    ]


def test_tables_of_old_and_broken_spreadsheets(client):
    demo = client.post("/api/jobs/import", content=EXAMPLE).json()["id"]
    address = f"/api/jobs/{demo}/schedule.csv"
    old = client.post(address, content=b"mark,rough\rW1,40 x 50\rW2,41 x 50\r")
    assert old.status_code == 200
    assert len(old.json()["edit"]["edits"]) == 2
    for broken, sentence in [
        (b'mark,rough\nW1,"' + b"x" * 200_000, "is a quote left open"),
        (b"", "There is nothing in it"),
        (b"mark,rough\nW1,\x00", "cannot be written, U+0000"),
        (b"\xff\xfe", "UTF-8"),
    ]:
        answer = client.post(address, content=broken)
        assert answer.status_code == 422
        assert sentence in answer.json()["message"]


def test_a_body_that_is_no_json_says_so(client):
    for body, sentence in [
        (b"{", "This is not JSON"),
        (b"", "There is nothing in it"),
        (b"[NaN]", "NaN is not a number"),
    ]:
        answer = client.post("/api/jobs", content=body, headers=JSON)
        assert answer.status_code == 422
        assert sentence in answer.json()["message"]


def lattice(count):
    """Walls that all cross each other."""
    reach = 24 * (count + 1)
    ways = [
        *(((24 * (i + 1), 0), (24 * (i + 1), reach)) for i in range(count)),
        *(((0, 24 * (i + 1)), (reach, 24 * (i + 1))) for i in range(count)),
    ]
    walls = [
        {"id": f"P{i}", "stud": "2x4", "kind": "partition", "from": start, "to": end}
        for i, (start, end) in enumerate(ways)
    ]
    return {"format": "bluff-job", "version": 2, "name": "Lattice", "walls": walls}


def test_walls_that_cross_without_end_are_not_taken_in(client):
    answer = client.post("/api/jobs/import", json=lattice(150))
    assert answer.status_code == 422
    assert "meet or cross in over 6000 places" in answer.json()["message"]
    assert client.get("/api/jobs").json() == []
