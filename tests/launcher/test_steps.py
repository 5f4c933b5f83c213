import sys

import pytest

from launcher import debian, steps
from refusals import refused


@pytest.fixture
def place(tmp_path, monkeypatch):
    monkeypatch.setattr(steps, "ROOT", tmp_path)
    monkeypatch.setattr(steps, "LOG", tmp_path / "log" / "setup.log")
    monkeypatch.setattr(steps, "_STAMPS", tmp_path / "stamps")
    return tmp_path


def test_a_step_is_done_until_what_it_depends_on_changes(place):
    source = place / "web"
    (source / "node_modules").mkdir(parents=True)
    (source / "a.ts").write_text("1")
    before = steps.digest([source])
    assert not steps.is_done("web", before)
    steps.mark_done("web", before)
    assert steps.is_done("web", before)
    (source / "node_modules" / "x").write_text("what is installed does not count")
    assert steps.digest([source]) == before
    (source / "a.ts").write_text("2")
    assert not steps.is_done("web", steps.digest([source]))


def test_a_file_that_moves_is_a_change(place):
    (place / "a").write_text("1")
    before = steps.digest([place / "a"])
    (place / "a").rename(place / "b")
    assert steps.digest([place / "b"]) != before
    assert steps.digest([place / "b"], "other use") != steps.digest([place / "b"])


def test_a_command_that_fails_says_how_it_ended(place):
    with refused(steps.SetupError, match=r"Trying failed:\n    no such luck\n.*log/setup\.log"):
        steps.run("Trying", [sys.executable, "-c", "print('no such luck'); raise SystemExit(3)"], cwd=place)


def test_a_command_says_that_it_lives(place, capsys):
    steps.run("Thinking", [sys.executable, "-c", "pass"], cwd=place)
    assert "Thinking" in capsys.readouterr().err
    assert "Thinking" in (place / "log" / "setup.log").read_text()


def test_without_rights_the_command_to_run_is_named(monkeypatch):
    monkeypatch.setattr(debian.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(debian.shutil, "which", lambda name: None if name == "sudo" else f"/usr/bin/{name}")
    with refused(steps.SetupError, match="apt-get install chromium"):
        debian.install(["chromium"])


def test_nothing_is_installed_where_nothing_is_missing(monkeypatch):
    monkeypatch.setattr(debian, "run", lambda *_: pytest.fail("nothing was to be installed"))
    debian.install([])


def test_on_another_system_it_says_what_is_missing(monkeypatch):
    monkeypatch.setattr(debian.shutil, "which", lambda name: None)
    with refused(steps.SetupError, match="no Debian system"):
        debian.install(["postgresql"])
