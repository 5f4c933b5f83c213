import pytest
from fastapi.testclient import TestClient

from bluff.api.app import make_app
from bluff.store import accounts

COOKIE = "bluff_session_80"


def client_from(pool, host="127.0.0.1", to="http://127.0.0.1", **options):
    return TestClient(make_app(pool, web=None, **options), base_url=to, client=(host, 5000))


def sessions_in(pool):
    with pool.connection() as connection:
        return connection.execute("SELECT count(*) FROM session").fetchone()[0]


def test_the_one_account_is_signed_in_by_itself_on_this_machine(pool):
    with client_from(pool) as client:
        answer = client.get("/api/session")
        assert answer.json() == {"initials": "LF", "crew": "Our crew"}
        cookie = answer.headers["set-cookie"]
        assert "HttpOnly" in cookie
        assert "SameSite=strict" in cookie
        assert "set-cookie" not in client.get("/api/session").headers


def test_a_browser_has_one_session_and_what_is_none_has_none(pool):
    with client_from(pool) as client:
        for _ in range(3):
            client.get("/api/session")
            client.get("/api/jobs")
    assert sessions_in(pool) == 1
    with client_from(pool) as script:
        for _ in range(3):
            script.cookies.clear()
            assert script.get("/api/jobs").status_code == 200
    assert sessions_in(pool) == 1


def test_two_on_one_machine_keep_their_sessions_apart(pool):
    with client_from(pool, to="http://127.0.0.1:8461") as client:
        assert list(client.get("/api/session").cookies) == ["bluff_session_8461"]


@pytest.mark.parametrize("header", ["X-Forwarded-For", "Forwarded", "X-Real-IP"])
def test_behind_a_proxy_nobody_is_signed_in_unless_it_was_said_so(pool, header):
    handed_on = {header: "for=192.0.2.7" if header == "Forwarded" else "192.0.2.7"}
    with client_from(pool) as client:
        assert client.get("/api/jobs", headers=handed_on).status_code == 401
    with client_from(pool, is_behind_proxy=True) as client:
        assert client.get("/api/jobs", headers=handed_on).status_code == 200


@pytest.mark.parametrize(
    ("host", "to"),
    [
        ("192.0.2.7", "http://127.0.0.1"),
        # A page elsewhere whose own name points here: its requests come from this machine, but are not for it.
        ("127.0.0.1", "http://shelter.example"),
        ("not-an-address", "http://127.0.0.1"),
    ],
)
def test_nobody_else_is(pool, host, to):
    with client_from(pool, host, to) as client:
        answer = client.get("/api/jobs")
        assert answer.status_code == 401
        assert "sign-in screen" in answer.json()["message"]


def test_a_session_is_good_from_anywhere(pool):
    with client_from(pool) as here:
        token = here.get("/api/session").cookies[COOKIE]
    with client_from(pool, "192.0.2.7") as there:
        there.cookies.set(COOKIE, token)
        assert there.get("/api/jobs").status_code == 200
        there.cookies.set(COOKIE, "guess")
        assert there.get("/api/jobs").status_code == 401


def test_with_two_accounts_somebody_must_say_who_they_are(pool):
    with pool.connection() as connection:
        accounts.add_crew(connection, "Another crew", "AC")
    with client_from(pool) as client:
        assert client.get("/api/session").status_code == 401


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


def test_a_file_that_was_packed_goes_out_so_to_whoever_takes_it(pool, tmp_path):
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
