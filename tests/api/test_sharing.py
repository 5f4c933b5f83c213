"""Links that end, devices that are known, and names that look alike."""

import pytest

from bluff.formats.errors import FaultyData
from bluff.run.sign_in_link import print_link
from bluff.service.names import clean_name
from bluff.service.people import People
from bluff.service.sessions import (
    FREE_TRIES,
    account_of,
    begin,
    choose_password,
    enter,
    is_entered,
    link_for,
    set_password,
)
from bluff.service.shares import Shares
from bluff.store import accounts
from bluff.store.accounts import Role
from people import client_of
from refusals import refused

PASSWORD = "three words do"


@pytest.fixture
def job(client):
    return client.post("/api/jobs", json={"name": "Shed"}).json()["id"]


@pytest.fixture
def anna(pool, account):
    """A lead who chose a password."""
    entered = enter(pool, People(pool, account).invite("Anna", "AN", Role.LEAD))
    choose_password(pool, entered.account, entered.token, "", PASSWORD)
    return entered.account


def sign_in(client, name="Anna", password=PASSWORD):
    return client.post("/api/session", json={"name": name, "password": password})


def link_of(client, job, **wanted):
    return client.post(f"/api/jobs/{job}/shares", json=wanted).json()["path"].partition("#")[2]


def test_a_link_ends_after_thirty_days_unless_said_otherwise(client, pool, job):
    token = link_of(client, job)
    guest = enter(pool, token).token
    (share,) = client.get(f"/api/jobs/{job}/shares").json()
    assert share["expires_at"][:10] > share["created_at"][:10]
    with pool.connection() as connection:
        days = connection.execute("SELECT round(extract(epoch FROM expires_at - created_at) / 86400) FROM share")
        assert days.fetchone() == (30,)
        connection.execute("UPDATE share SET expires_at = now()")
    assert account_of(pool, guest) is None
    assert client.get(f"/api/jobs/{job}/shares").json() == []
    link_of(client, job, days=7)
    with pool.connection() as connection:
        found = connection.execute(
            "SELECT round(extract(epoch FROM expires_at - created_at) / 86400) FROM share WHERE expires_at > now()"
        )
        assert found.fetchone() == (7,)


def test_a_link_ends_when_its_maker_leaves_the_crew(pool, account, anna, client, job):
    guest = enter(pool, Shares(pool, anna).make(job, None)).token
    assert account_of(pool, guest) is not None
    People(pool, account).remove(anna.id)
    assert account_of(pool, guest) is None


def test_a_guest_is_told_no_account(client, pool, job):
    with client_of(pool, enter(pool, link_of(client, job)).token) as guest:
        assert guest.get("/api/session").json()["person"] is None
    assert client.get("/api/session").json()["person"]


def test_who_guesses_elsewhere_does_not_keep_a_known_device_out(pool, anna):
    with client_of(pool) as device, client_of(pool) as guesser:
        assert sign_in(device).status_code == 200
        for _ in range(FREE_TRIES + 1):
            last = sign_in(guesser, password="wrong")
        assert last.status_code == 429
        # A device nobody knows waits with the guesser; the one Anna has signed in on does not.
        with client_of(pool) as new:
            assert sign_in(new).status_code == 429
        assert sign_in(device).status_code == 200


def test_who_guesses_on_a_known_device_waits_there(pool, anna):
    with client_of(pool) as device:
        assert sign_in(device).status_code == 200
        assert [sign_in(device, password="wrong").status_code for _ in range(FREE_TRIES)] == [401] * FREE_TRIES
        assert sign_in(device).status_code == 429


def test_a_device_of_one_is_none_of_another(pool, account, anna):
    other = enter(pool, People(pool, account).invite("Bert", "BT", Role.FRAMER))
    set_password(pool, other.account, PASSWORD)
    with client_of(pool) as device, client_of(pool) as guesser:
        assert sign_in(device).status_code == 200
        for _ in range(FREE_TRIES + 1):
            sign_in(guesser, "Bert", "wrong")
        assert sign_in(device, "Bert").status_code == 429


def test_wrong_current_passwords_are_counted_too(pool, anna):
    with client_of(pool) as device:
        sign_in(device)
        change = {"before": "wrong", "password": "another three words"}
        answers = [device.put("/api/session/password", json=change).status_code for _ in range(FREE_TRIES + 1)]
        assert answers == [422] * FREE_TRIES + [429]


@pytest.mark.parametrize(
    "alike", ["Anna\u200b", "\u2060Anna", "An\u00adna", "\uff21nna", "  Anna ", "ANNA", "Anna\ufe0f"]
)
def test_names_that_look_alike_are_one_name(pool, account, anna, alike):
    with refused(FaultyData, match="is taken"):
        People(pool, account).invite(alike, "AL", Role.FRAMER)
    with client_of(pool) as device:
        assert sign_in(device, alike).status_code == 200


def test_a_name_of_nothing_that_can_be_seen_is_none(pool, account):
    assert clean_name("\u200b\u3164 ") == ""
    assert clean_name("Second   phone") == "Second phone"
    with refused(FaultyData, match="visible characters"):
        People(pool, account).invite("\u200b\u2060", "AL", Role.FRAMER)


def test_two_people_of_a_crew_have_different_initials(pool, account, anna):
    with refused(FaultyData, match=r"Anna has the initials AN\. Add a letter"):
        People(pool, account).invite("Anton", "an", Role.FRAMER)
    with pool.connection() as connection:
        assert accounts.account_called(connection, "Anton") is None


def first_in(pool, account):
    """The person who set Bluff up, in by the very first link."""
    with pool.connection() as connection:
        link = link_for(connection, account.id)
    return enter(pool, link).token


def test_who_set_bluff_up_gives_their_name_and_their_crews(pool, account):
    mine = {"name": "Ro Ash", "initials": "ra", "crew": "Quill Harbour framing"}
    with client_of(pool, first_in(pool, account)) as device:
        assert device.get("/api/session").json()["is_unnamed"]
        short = device.put("/api/session/password", json={"password": "short", "introduces": mine})
        assert short.json()["faults"][0]["path"] == "password"
        assert device.get("/api/session").json()["is_unnamed"], "nothing is kept where any of it is refused"
        bad = device.put("/api/session/password", json={"password": PASSWORD, "introduces": {**mine, "initials": "1"}})
        assert bad.json()["faults"][0]["path"] == "initials"
        session = device.put("/api/session/password", json={"password": PASSWORD, "introduces": mine}).json()
        assert (session["name"], session["initials"], session["crew"]) == ("Ro Ash", "RA", "Quill Harbour framing")
        assert not session["is_unnamed"]
        again = device.put("/api/session/password", json={"before": PASSWORD, "password": PASSWORD, "introduces": mine})
        assert again.status_code == 403
    with client_of(pool) as another:
        assert sign_in(another, "ro ash").status_code == 200


def test_a_session_from_before_people_signed_in_is_no_way_in(pool, account):
    """An installation of an older Bluff has sessions nobody can get in by: the first start says how to."""
    assert not is_entered(pool, account)
    begin(pool, account)
    assert not is_entered(pool, account)
    first_in(pool, account)
    assert is_entered(pool, account)


def test_sign_in_without_a_name_lists_the_names(pool, account, anna, database_url, monkeypatch, capsys):
    monkeypatch.setenv("BLUFF_DATABASE_URL", database_url)
    assert print_link(None) == 0
    assert capsys.readouterr().out == "Run ./bluff sign-in NAME with one of these names:\n  Anna\n  lead\n"
    assert print_link("Berta") == 1
    assert capsys.readouterr().err == "Nobody here has the name Berta. The names are Anna, lead.\n"
    assert print_link("anna\u200b") == 0
    assert "/enter#" in capsys.readouterr().out
