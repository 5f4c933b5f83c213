"""Signing in and out, links, passwords, roles, and what the front end's files are served as."""

from unittest.mock import ANY

import pytest
from fastapi.testclient import TestClient

from bluff.api.app import make_app
from bluff.service import sessions
from bluff.service.people import People
from bluff.service.sessions import FREE_TRIES, begin, link_for, set_password
from bluff.store.accounts import Role
from entries import cut_off, record
from people import client_of

COOKIE = "bluff_session_80"
PASSWORD = "three words do"
LEAD = {"name": "lead", "password": PASSWORD}


@pytest.fixture
def nobody(pool, account):
    """The API as a browser reaches it in which nobody is signed in; the lead has a password."""
    set_password(pool, account, PASSWORD)
    with client_of(pool) as client:
        yield client


def link_of(pool, account):
    with pool.connection() as connection:
        return {"token": link_for(connection, account.id)}


def test_somebody_signs_in_by_name_and_password_and_out_again(nobody):
    assert nobody.get("/api/jobs").status_code == 401
    answer = nobody.post("/api/session", json={"name": " LEAD ", "password": PASSWORD})
    assert answer.json() == {
        "person": ANY,
        "name": "lead",
        "language": None,
        "languages": ["en"],
        "initials": "LF",
        "crew": "Our crew",
        "role": "lead",
        "may": ["change", "look", "people", "record"],
        "only_job": None,
        "wall": None,
        "forgot": False,
        "is_led": True,
        "is_unnamed": False,
    }
    assert nobody.get("/api/session").json() == answer.json()
    assert nobody.get("/api/jobs").status_code == 200
    assert nobody.delete("/api/session").status_code == 204
    assert nobody.get("/api/jobs").status_code == 401


@pytest.mark.parametrize(
    ("to", "is_secure"), [("http://127.0.0.1", False), ("http://localhost", False), ("https://bluff.example", True)]
)
def test_a_session_is_kept_from_scripts_from_other_sites_and_off_the_wire(pool, account, to, is_secure):
    set_password(pool, account, PASSWORD)
    with TestClient(make_app(pool, web=None), base_url=to) as client:
        cookie = client.post("/api/session", json=LEAD).headers["set-cookie"].lower()
    assert ("httponly" in cookie, "samesite=strict" in cookie, "secure" in cookie) == (True, True, is_secure)


def test_two_on_one_machine_keep_their_sessions_apart(pool, account):
    set_password(pool, account, PASSWORD)
    with TestClient(make_app(pool, web=None), base_url="http://127.0.0.1:8461") as client:
        assert sorted(client.post("/api/session", json=LEAD).cookies) == ["bluff_device_8461", "bluff_session_8461"]


@pytest.mark.parametrize("who", [{"name": "lead", "password": "three words"}, {"name": "nobody", "password": PASSWORD}])
def test_who_is_here_and_who_is_not_is_refused_alike(nobody, who):
    answer = nobody.post("/api/session", json=who)
    assert answer.status_code == 401
    assert answer.json()["message"].startswith("The name or the password is wrong.")


def test_anyone_who_guesses_has_to_wait_and_so_has_everybody_at_that_name(nobody, pool):
    wrong = {"name": "Lead", "password": "a guess at it"}
    for _ in range(FREE_TRIES):
        assert nobody.post("/api/session", json=wrong).status_code == 401
    answer = nobody.post("/api/session", json=LEAD)
    assert answer.status_code == 429
    assert f"Wait {answer.headers['retry-after']} seconds" in answer.json()["message"]
    # Another name from there is free still, until four times as many failed.
    assert nobody.post("/api/session", json={"name": "other", "password": PASSWORD}).status_code == 401
    with pool.connection() as connection:
        connection.execute("UPDATE failed_sign_in SET at = at - interval '16 seconds'")
    assert nobody.post("/api/session", json=LEAD).status_code == 200
    with pool.connection() as connection:
        assert connection.execute("SELECT count(*) FROM failed_sign_in WHERE who = 'name lead'").fetchone() == (0,)


@pytest.mark.parametrize(("failed", "seconds"), [(0, 15), (1, 30), (3, 120), (20, 300)])
def test_the_wait_doubles_with_every_failure_up_to_five_minutes(nobody, pool, failed, seconds):
    with pool.connection() as connection:
        for _ in range(FREE_TRIES + failed):
            connection.execute("INSERT INTO failed_sign_in (who) VALUES ('name lead')")
    wait = int(nobody.post("/api/session", json=LEAD).headers["retry-after"])
    assert seconds - 10 < wait <= seconds


def test_a_link_lets_in_once_and_a_password_is_chosen_without_the_one_before(pool, account, nobody):
    link = link_of(pool, account)
    assert nobody.post("/api/session/link", json=link).json()["forgot"] is True
    assert nobody.post("/api/session/link", json=link).status_code == 401
    short = nobody.put("/api/session/password", json={"password": "short"})
    assert short.status_code == 422
    assert short.json()["faults"][0]["path"] == "password"
    chosen = nobody.put("/api/session/password", json={"password": "another three words"})
    assert chosen.json()["forgot"] is False
    assert nobody.get("/api/jobs").status_code == 200
    assert nobody.post("/api/session", json=LEAD).status_code == 401
    assert nobody.post("/api/session", json=LEAD | {"password": "another three words"}).status_code == 200


def test_a_link_ends_with_the_next_and_after_a_week(pool, account, nobody):
    old = link_of(pool, account)
    new = link_of(pool, account)
    assert nobody.post("/api/session/link", json=old).status_code == 401
    with pool.connection() as connection:
        connection.execute("UPDATE sign_in_link SET created_at = now() - interval '8 days', expires_at = now()")
    assert nobody.post("/api/session/link", json=new).status_code == 401


def test_a_password_is_changed_by_anyone_who_knows_it_and_ends_every_other_session(pool, account, nobody):
    elsewhere = begin(pool, account)
    nobody.post("/api/session", json=LEAD)
    refused = nobody.put("/api/session/password", json={"before": "not this", "password": "another three words"})
    assert refused.json()["faults"] == [{"path": "before", "message": "The current password is wrong."}]
    changed = nobody.put("/api/session/password", json={"before": PASSWORD, "password": "another three words"})
    assert changed.status_code == 200
    assert nobody.get("/api/session").status_code == 200
    assert sessions.account_of(pool, elsewhere) is None


def test_signing_out_everywhere_ends_every_session_and_link_of_one_person_alone(pool, account, client):
    token, link = begin(pool, account), link_of(pool, account)
    other = client.post("/api/people", json={"name": "Ro", "initials": "RO"}).json()["path"]
    with client_of(pool) as theirs:
        theirs.post("/api/session/link", json={"token": other.partition("#")[2]})
        assert client.post("/api/session/everywhere").status_code == 204
        assert client.get("/api/jobs").status_code == 401
        assert sessions.account_of(pool, token) is None
        assert client.post("/api/session/link", json=link).status_code == 401
        assert theirs.get("/api/jobs").status_code == 200


def test_somebody_is_invited_made_something_else_and_let_go(pool, client):
    way_in = client.post("/api/people", json={"name": "  Ro   Ash ", "initials": "ra", "role": "framer"}).json()["path"]
    assert way_in.startswith("/enter#")
    people = {one["name"]: one for one in client.get("/api/people").json()}
    assert (people["Ro Ash"]["initials"], people["Ro Ash"]["role"], people["Ro Ash"]["invited"]) == (
        "RA",
        "framer",
        True,
    )
    with client_of(pool) as theirs:
        assert theirs.post("/api/session/link", json={"token": way_in.partition("#")[2]}).json()["role"] == "framer"
        assert theirs.get("/api/jobs").status_code == 200
        assert theirs.post("/api/jobs", json={"name": "Mine"}).status_code == 403
        there = f"/api/people/{people['Ro Ash']['id']}"
        assert client.put(there, json={"role": "lead"}).status_code == 204
        assert theirs.post("/api/jobs", json={"name": "Mine"}).status_code == 201
        assert client.delete(there).status_code == 204
        assert theirs.get("/api/jobs").status_code == 401
    assert "Ro Ash" not in [one["name"] for one in client.get("/api/people").json()]
    # A person who left leaves the name to the next.
    assert client.post("/api/people", json={"name": "ro ash", "initials": "RA"}).status_code == 200


def test_a_crew_keeps_a_lead(client, pool, account):
    there = f"/api/people/{account.id}"
    for answer in (client.delete(there), client.put(there, json={"role": "framer"})):
        assert answer.status_code == 409
        assert answer.json()["message"] == "A crew needs a lead. Make another person one first."
    assert client.put(there, json={"role": "lead"}).status_code == 204


@pytest.mark.parametrize(
    ("person", "path"),
    [
        ({"name": "LEAD", "initials": "L"}, "name"),
        ({"name": " ", "initials": "L"}, "name"),
        ({"name": "x" * 61, "initials": "L"}, "name"),
        ({"name": "Ro", "initials": "R1"}, "initials"),
        ({"name": "Ro", "initials": "ABCDE"}, "initials"),
    ],
)
def test_nobody_is_called_what_cannot_be(client, person, path):
    answer = client.post("/api/people", json=person)
    assert answer.status_code == 422
    assert [fault["path"] for fault in answer.json()["faults"]] == [path]


def test_a_guest_looks_at_one_job_until_the_link_is_ended(client, pool):
    shared, other = (client.post("/api/jobs", json={"name": name}).json()["id"] for name in ("Shared", "Other"))
    wall = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}}
    client.post(f"/api/jobs/{shared}/edits", json={"revision": 0, "edit": wall})
    assert client.post(f"/api/jobs/{shared}/shares", json={"wall": "Q"}).status_code == 404
    token = client.post(f"/api/jobs/{shared}/shares", json={"wall": "A"}).json()["path"].partition("#")[2]
    with client_of(pool) as guest:
        entered = guest.post("/api/session/link", json={"token": token}).json()
        assert (entered["only_job"], entered["wall"], entered["may"]) == (shared, "A", ["look"])
        assert guest.get(f"/api/jobs/{shared}/walls/A/bench").status_code == 200
        assert guest.get(f"/api/jobs/{other}").status_code == 404
        assert guest.get("/api/jobs").status_code == 404
        assert guest.get("/api/people").status_code == 404
        assert guest.post(f"/api/jobs/{shared}/undo", json={"revision": 1}).status_code == 403
        assert guest.get(f"/api/jobs/{shared}/shares").status_code == 403
        assert guest.put("/api/session/password", json={"password": PASSWORD}).status_code == 403
        # It is good for everybody who has it, again and again.
        with client_of(pool) as second:
            assert second.post("/api/session/link", json={"token": token}).status_code == 200
        (link,) = client.get(f"/api/jobs/{shared}/shares").json()
        assert (link["wall"], link["by"]) == ("A", "LF")
        assert client.delete(f"/api/jobs/{shared}/shares/{link['id']}").status_code == 204
        assert guest.get(f"/api/jobs/{shared}").status_code == 401
        assert guest.post("/api/session/link", json={"token": token}).status_code == 401
        assert client.get(f"/api/jobs/{shared}/shares").json() == []


def test_an_address_that_only_names_this_machine_is_nobodys_way_in(pool, account):
    """A page elsewhere whose own name points here: its requests come from this machine, and have no session."""
    with TestClient(make_app(pool, web=None), base_url="http://shelter.example", client=("127.0.0.1", 5000)) as client:
        assert client.get("/api/jobs").status_code == 401


def test_a_viewer_ticks_nothing_and_a_framer_does(pool, client, account):
    job = client.post("/api/jobs", json={"name": "Shed"}).json()["id"]
    wall = {"edit": "add-wall", "wall": {"id": "A", "stud": "2x4", "length": "12'"}}
    client.post(f"/api/jobs/{job}/edits", json={"revision": 0, "edit": wall})
    board = client.get(f"/api/jobs/{job}/cutting").json()["sections"][0]["boards"][0]
    cut = cut_off(board["number"], board["cuts"][0]["name"])
    for role, status in ((Role.VIEWER, 403), (Role.FRAMER, 200)):
        token = People(pool, account).invite(role, role[:2].upper(), role)
        with client_of(pool) as theirs:
            theirs.post("/api/session/link", json={"token": token})
            record(theirs, job, cut, status=status)


def test_nothing_from_elsewhere_is_let_into_the_page(client):
    headers = client.get("/api/session").headers
    assert headers["content-security-policy"].startswith("default-src 'self'")
    assert headers["cache-control"] == "no-store"


def test_the_front_end_answers_its_own_addresses_and_no_others(pool, tmp_path):
    (tmp_path / "index.html").write_text("<title>Bluff</title>")
    with TestClient(make_app(pool, web=tmp_path), base_url="http://127.0.0.1") as client:
        assert "Bluff" in client.get("/jobs/1/bench/A").text
        assert client.get("/missing.js").status_code == 404
        assert client.get("/api/missing").status_code == 404


def test_files_named_by_what_is_in_them_are_kept_for_good_and_the_page_is_not(pool, tmp_path):
    (tmp_path / "index.html").write_text("<title>Bluff</title>")
    (tmp_path / "assets").mkdir()
    (tmp_path / "assets" / "index-a1b2c3.js").write_text("export {}")
    with TestClient(make_app(pool, web=tmp_path), base_url="http://127.0.0.1") as client:
        assert "immutable" in client.get("/assets/index-a1b2c3.js").headers["cache-control"]
        # The page names the files, so an old one would name files that are gone.
        assert client.get("/").headers["cache-control"] == "no-cache"
        assert client.get("/jobs/any/plan").headers["cache-control"] == "no-cache"
        assert client.get("/assets/gone.js").status_code == 404


def test_a_file_that_was_packed_goes_out_so_to_anyone_who_takes_it(pool, tmp_path):
    (tmp_path / "index.html").write_text("<title>Bluff</title>")
    (tmp_path / "assets").mkdir()
    (tmp_path / "assets" / "index-a1b2c3.js").write_text("export {}")
    # Anything will do for what stands in it: nobody unpacks it here.
    (tmp_path / "assets" / "index-a1b2c3.js.br").write_bytes(b"packed")
    address = "/assets/index-a1b2c3.js"
    with TestClient(make_app(pool, web=tmp_path), base_url="http://127.0.0.1") as client:
        with client.stream("GET", address, headers={"Accept-Encoding": "gzip, deflate, br;q=1.0"}) as answer:
            assert b"".join(answer.iter_raw()) == b"packed"
        assert answer.headers["content-encoding"] == "br"
        assert answer.headers["content-type"].startswith(("text/javascript", "application/javascript"))
        assert "immutable" in answer.headers["cache-control"]
        assert answer.headers["vary"] == "Accept-Encoding"
        plain = client.get(address, headers={"Accept-Encoding": "identity"})
        assert plain.text == "export {}"
        assert "content-encoding" not in plain.headers


def test_somebody_new_is_led_through_a_first_wall_until_they_are_through_it(client):
    assert client.get("/api/session").json()["is_led"] is True
    assert client.delete("/api/session/first-wall").status_code == 204
    assert client.get("/api/session").json()["is_led"] is False
    assert client.delete("/api/session/first-wall").status_code == 204
