"""Bluff in the language somebody has chosen, or their browser's."""

import pytest
from babel.messages.catalog import Catalog
from babel.messages.mofile import write_mo

from bluff.formats.job_file import read_job
from bluff.run.demo import DEMO_FILE
from bluff.service.jobs import Jobs
from bluff.service.sessions import enter
from bluff.service.shares import Shares
from bluff.views import language, reader
from people import client_of

NO_JOB = "/api/jobs/00000000-0000-4000-8000-000000000000"


@pytest.fixture
def spanish(tmp_path, monkeypatch):
    """A second language there is, with one message and one piece of it."""
    path = tmp_path / "es/LC_MESSAGES/bluff.mo"
    path.parent.mkdir(parents=True)
    messages = Catalog(locale="es")
    messages.add("There is no such job; it may have been removed.", "Ese trabajo ya no existe.")
    messages.add("jack", "soporte")
    path.with_suffix(".po").touch()
    with path.open("wb") as file:
        write_mo(file, messages)
    monkeypatch.setattr(language, "CATALOGS", tmp_path)
    kept = (language.languages, language.catalog, reader._reader)
    for one in kept:
        one.cache_clear()
    yield "es"
    for one in kept:
        one.cache_clear()


def refusal(client, **headers):
    return client.get(NO_JOB, headers=headers).json()["message"]


def test_the_browser_says_what_is_read_until_somebody_chooses(spanish, client):
    english = refusal(client)
    assert refusal(client, **{"Accept-Language": "fr, es-MX;q=0.8, en;q=0.5"}) == "Ese trabajo ya no existe."
    assert refusal(client, **{"Accept-Language": "fr"}) == english
    signed_in = client.get("/api/session").json()
    assert (signed_in["language"], signed_in["languages"]) == (None, ["en", "es"])


def test_what_is_chosen_holds_on_every_device_until_it_is_the_browsers_again(spanish, client, pool, account):
    english = refusal(client)
    chosen = client.put("/api/session/language", json={"language": "es"})
    assert chosen.json()["language"] == "es"
    assert refusal(client, **{"Accept-Language": "en"}) == "Ese trabajo ya no existe."
    # The cookie is set by the first answer another device gets.
    client.cookies.delete("bluff_language")
    assert refusal(client) == english
    client.get("/api/session")
    assert refusal(client) == "Ese trabajo ya no existe."
    assert client.put("/api/session/language", json={"language": None}).json()["language"] is None
    assert refusal(client) == english


def test_pieces_are_called_in_the_language_where_the_crew_has_no_word(spanish, client, pool, account):
    job = Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes()))
    names = client.get(f"/api/jobs/{job.id}", headers={"Accept-Language": "es"}).json()["words"]["names"]
    assert (names["jack"], names["king"]) == ("soporte", "king")


def test_a_language_there_is_not_is_refused(client):
    answer = client.put("/api/session/language", json={"language": "tlh"})
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["message"] == "Bluff does not speak tlh. Choose another."


def test_a_guest_reads_in_their_browsers_language(client, pool, account):
    job = Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes()))
    with client_of(pool, enter(pool, Shares(pool, account).make(job.id, None)).token) as guest:
        assert guest.get("/api/session").json()["language"] is None
        assert guest.put("/api/session/language", json={"language": "en"}).status_code == 403


def test_papers_are_made_in_the_language_of_who_asks_for_them(client, pool, account):
    job = Jobs(pool, account).add(read_job(DEMO_FILE.read_bytes()))
    head, made_up = (
        client.get(f"/api/jobs/{job.id}/cutting.csv", headers={"Accept-Language": tag}).text.split("\n")[0]
        for tag in ("en", language.MADE_UP)
    )
    assert head.isascii()
    assert not any(name.isascii() for name in made_up.strip().split(","))
    assert made_up.count(",") == head.count(",")
