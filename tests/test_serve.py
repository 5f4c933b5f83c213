"""The whole program as it is started: a process of its own, its own data."""

import gc
import json
import os
import re
import signal
import socket
import ssl
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

import pytest

from bluff.run import serve

ROOT = Path(__file__).parents[1]


@pytest.fixture
def bluff(own_directory):
    """Starts Bluff with its data in a directory of its own; whatever is left at the end is ended."""
    started = []
    program = (
        "from functools import partial; from pathlib import Path; from bluff.run import serve;"
        # Where this machine is in a network is not for a test to depend on.
        "serve.lan = partial(serve.lan, address='127.0.0.1');"
        f"serve.LOCAL = Path({str(own_directory)!r});"
    )

    def start(*options):
        way = "lan" if "--lan" in options else "local"
        code = program + f"raise SystemExit(serve.serve({'--demo' in options}, {port_in(options)}, serve.Way({way!r})))"
        environment = {**os.environ, "PYTHONUNBUFFERED": "1"}
        environment.pop("BLUFF_DATABASE_URL", None)
        process = subprocess.Popen(
            [sys.executable, "-c", code], stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True, env=environment
        )
        started.append(process)
        return process

    yield start
    for process in started:
        if process.poll() is None:
            process.send_signal(signal.SIGINT)
            process.wait(60)
        process.stdout.close()
        process.stderr.close()


def port_in(options):
    return next((option for option in options if isinstance(option, int)), None)


class Visitor:
    """Somebody who opened the link that Bluff printed, where it printed one."""

    def __init__(self, process, authority=None):
        for line in process.stdout:
            if match := re.search(r"Bluff is at  (https?://\S+)", line):
                self.address = match[1]
                trusting = ssl.create_default_context(cafile=authority)
                self.opener = urllib.request.build_opener(
                    urllib.request.HTTPCookieProcessor(), urllib.request.HTTPSHandler(context=trusting)
                )
            elif match := re.search(r"(https?://\S+)/enter(?:\?demo)?#(\S+)", line):
                assert match[1] == self.address
                self.ask("/api/session/link", {"token": match[2]})
            elif "Ctrl-C" in line:
                return
        pytest.fail(process.stderr.read())

    def ask(self, path, body=None):
        data = None if body is None else json.dumps(body).encode()
        request = urllib.request.Request(
            self.address + path, data, {"Content-Type": "application/json"} if data else {}
        )
        with self.opener.open(request, timeout=10) as answer:
            return answer.read().decode()

    def jobs(self):
        return self.ask("/api/jobs")


def end(process, how=signal.SIGINT):
    process.send_signal(how)
    out, err = process.communicate(timeout=60)
    return process.returncode, out, err


def is_running(directory):
    return (directory / "postgres" / "data" / "postmaster.pid").exists()


def test_it_starts_serves_and_stops_what_it_started(bluff, own_directory):
    process = bluff("--demo")
    assert "Quill Harbour" in Visitor(process).jobs()
    assert is_running(own_directory)
    code, out, err = end(process)
    assert (code, err) == (0, "")
    assert out.splitlines()[-2:] == ["Stopping the database.", "Stopped."]
    assert not is_running(own_directory)


def test_in_the_local_network_it_is_served_by_https_to_anyone_who_trusts_it(bluff, own_directory):
    process = bluff("--demo", "--lan")
    visitor = Visitor(process, own_directory / "authority" / "authority.crt")
    assert visitor.address.startswith("https://127.0.0.1:")
    assert "Quill Harbour" in visitor.jobs()
    assert "Certificate Trust Settings" in visitor.ask("/trust")
    with pytest.raises(urllib.error.URLError):
        urllib.request.urlopen(visitor.address, timeout=10)
    assert end(process)[0] == 0


def test_a_terminal_that_closes_stops_the_database_too(bluff, own_directory):
    process = bluff()
    assert Visitor(process).jobs() == "[]"
    assert end(process, signal.SIGTERM)[0] == 0
    assert not is_running(own_directory)


def test_a_second_one_says_where_the_first_is_and_leaves_it_alone(bluff):
    first = bluff()
    visitor = Visitor(first)
    second = bluff()
    _, err = second.communicate(timeout=60)
    assert second.returncode == 1
    assert err == f"Bluff is already running at {visitor.address}. Use that one, or stop it with Ctrl-C first.\n"
    assert visitor.jobs() == "[]"


def test_one_that_was_killed_leaves_its_database_to_the_next(bluff, own_directory):
    first = bluff("--demo")
    Visitor(first)
    first.kill()
    first.wait(10)
    assert is_running(own_directory)
    second = bluff("--demo")
    assert "Quill Harbour" in Visitor(second).jobs()


def test_a_database_that_dies_is_started_again_where_it_was(bluff, own_directory):
    process = bluff("--demo")
    visitor = Visitor(process)
    number = int((own_directory / "postgres" / "data" / "postmaster.pid").read_text().split()[0])
    os.kill(number, signal.SIGKILL)
    said = set()
    for _ in range(300):
        try:
            assert "Quill Harbour" in visitor.jobs()
            break
        except urllib.error.HTTPError as error:
            said.add((error.code, json.loads(error.read())["message"]))
            time.sleep(0.1)
    else:
        pytest.fail(f"it did not come back: {said}")
    assert said <= {(503, "The database does not answer at the moment. Nothing was changed.")}
    assert end(process)[0] == 0


def test_a_port_that_is_taken_is_said_or_gone_round(bluff):
    with socket.create_server((serve.HOST, 0)) as taken:
        process = bluff(taken.getsockname()[1])
        _, err = process.communicate(timeout=30)
        assert process.returncode == 1
        assert "taken. Choose another with --port" in err


def test_a_database_that_is_not_there_is_said(monkeypatch, own_directory, capsys):
    monkeypatch.setenv("BLUFF_DATABASE_URL", "postgresql://nobody@127.0.0.1:1/none")
    monkeypatch.setattr(serve, "LOCAL", own_directory)
    monkeypatch.setattr(serve, "PORT", 18460 + time.time_ns() % 1000)
    handlers = [signal.getsignal(number) for number in (signal.SIGTERM, signal.SIGHUP)]
    assert serve.serve(with_demo=False, port=None) == 1
    for number, handler in zip((signal.SIGTERM, signal.SIGHUP), handlers, strict=True):
        signal.signal(number, handler)
    assert "onnection" in capsys.readouterr().err
    gc.collect()  # a socket left open warns as it is collected, and a warning fails the run
