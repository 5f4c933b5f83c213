"""HTTPS in the local network: an authority made once, certificates for where this machine is, and nothing else."""

import socket
import ssl
import threading
from contextlib import suppress
from datetime import UTC, datetime, timedelta

import pytest
from cryptography import x509
from fastapi.testclient import TestClient

from bluff.api.app import make_app
from bluff.run import lan as module
from bluff.run.lan import LanError, lan
from refusals import refused, sentence_of

HOME = "192.168.7.20"


def names_of(found):
    made = x509.load_pem_x509_certificate(found.certificate.read_bytes())
    names = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return {sentence_of(name.value) for name in names}


def shaken(found, host, authority):
    """Shake hands with a server of that certificate, as a phone that trusts an authority does."""
    context = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    context.load_cert_chain(found.certificate, found.key)
    trusting = ssl.create_default_context(cafile=str(authority))
    with socket.create_server(("127.0.0.1", 0)) as listening:

        def answer():
            connection, _ = listening.accept()
            # Who does not trust it hangs up.
            with connection, suppress(ssl.SSLError, OSError):
                context.wrap_socket(connection, server_side=True).close()

        thread = threading.Thread(target=answer)
        thread.start()
        try:
            with (
                socket.create_connection(listening.getsockname(), timeout=10) as plain,
                trusting.wrap_socket(plain, server_hostname=host) as safe,
            ):
                return safe.version()
        finally:
            thread.join()


def test_anyone_who_trusts_the_authority_trusts_the_server_where_it_is(tmp_path):
    found = lan(tmp_path, HOME)
    assert {HOME, "127.0.0.1", "localhost", found.name} <= names_of(found)
    for host in (HOME, "127.0.0.1", found.name):
        assert shaken(found, host, found.authority) == "TLSv1.3"
    with pytest.raises(ssl.SSLCertVerificationError):
        shaken(found, "192.168.7.21", found.authority)


def test_nobody_else_may_read_what_it_signs_with(tmp_path):
    lan(tmp_path / "ca", HOME)
    assert (tmp_path / "ca").stat().st_mode & 0o077 == 0
    assert all(file.stat().st_mode & 0o077 == 0 for file in (tmp_path / "ca").iterdir())


def test_the_authority_stays_and_the_certificate_follows_the_machine(tmp_path, monkeypatch):
    first = lan(tmp_path, HOME)
    authority, certificate = first.authority.read_bytes(), first.certificate.read_bytes()
    assert lan(tmp_path, HOME).certificate.read_bytes() == certificate
    moved = lan(tmp_path, "10.0.0.5")
    assert moved.authority.read_bytes() == authority
    assert "10.0.0.5" in names_of(moved)
    assert shaken(moved, "10.0.0.5", moved.authority)
    # Two months before its end it is made again.
    certificate = moved.certificate.read_bytes()

    class Later(datetime):
        @classmethod
        def now(cls, tz=None):
            return datetime.now(tz) + timedelta(days=340)

    monkeypatch.setattr(module, "datetime", Later)
    assert lan(tmp_path, "10.0.0.5").certificate.read_bytes() != certificate


def test_it_signs_for_the_local_network_alone(tmp_path):
    """With the authority's own key, a name of the wide world is signed; nobody who trusts it believes that."""
    found = lan(tmp_path, HOME)
    authority, key = module._authority(tmp_path)
    worldwide = module.Lan(HOME, "bank.example", found.authority, tmp_path / "bank.crt", tmp_path / "bank.key")
    module._sign(worldwide, authority, key)
    with refused(ssl.SSLCertVerificationError, match="permitted subtree"):
        shaken(worldwide, "bank.example", found.authority)
    assert authority.not_valid_after_utc > datetime.now(UTC) + timedelta(days=3000)


def test_an_address_of_the_wide_world_is_refused(tmp_path):
    with pytest.raises(LanError, match="reverse proxy"):
        lan(tmp_path, "203.0.113.9")


def test_phones_are_helped_to_trust_it(pool, tmp_path):
    found = lan(tmp_path, HOME)
    app = make_app(pool, web=None, hosts=found.hosts, authority=found.authority)
    with TestClient(app, base_url=f"https://{HOME}") as client:
        assert "Certificate Trust Settings" in client.get("/trust").text
        made_up = client.get("/trust", headers={"Accept-Language": "en-XA"}).text
        assert '<html lang="en-XA">' in made_up
        assert "Ţŕûšţ Bļûff" in made_up
        taken = client.get("/trust/authority.crt")
        assert taken.headers["content-type"] == "application/x-x509-ca-cert"
        assert taken.content == found.authority.read_bytes()
        assert b"PRIVATE" not in taken.content
    with TestClient(make_app(pool, web=None), base_url=f"https://{HOME}") as client:
        assert client.get("/trust").status_code == 404


def test_a_name_that_only_points_here_is_refused_whatever_is_asked(pool, account):
    app = make_app(pool, web=None, hosts=frozenset({"127.0.0.1"}))
    body = {"name": "lead", "password": "three words do"}
    with TestClient(app, base_url="http://shelter.example", client=("127.0.0.1", 5000)) as client:
        answer = client.post("/api/session", json=body)
        assert answer.status_code == 403
        assert answer.json()["message"] == "Host shelter.example is not allowed."
        for path in ("/metrics", "/trust", "/healthz", "/api/jobs"):
            assert client.get(path).status_code == 403
    with TestClient(app, base_url="http://127.0.0.1", client=("127.0.0.1", 5000)) as client:
        assert client.post("/api/session", json=body).status_code == 401
