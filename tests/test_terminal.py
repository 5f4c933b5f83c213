"""What is printed in a terminal: in its language, and from any thread."""

import threading

import psycopg

from bluff.core.errors import RunError
from bluff.core.message import message
from bluff.run.terminal import tell, tell_trouble


def test_a_sentence_is_in_the_language_of_the_terminal_in_every_thread(capsys, monkeypatch):
    monkeypatch.setenv("LC_ALL", "en_XA.UTF-8")
    tell(message("Stopped."))
    telling = threading.Thread(target=tell, args=(message("Stopped."),))
    telling.start()
    telling.join()
    first, second = capsys.readouterr().out.splitlines()
    assert first == second
    assert first.startswith("Šţöppéð.")


def test_trouble_goes_to_standard_error_and_names_whose_it_is(capsys):
    tell_trouble(RunError(message("There is no file {file}.", file="jobs {old}.backup")))
    tell_trouble(psycopg.OperationalError("connection refused\n"))
    read = capsys.readouterr()
    assert read.out == ""
    assert read.err.splitlines() == [
        "There is no file jobs {old}.backup.",
        "The database does not answer: connection refused",
    ]
