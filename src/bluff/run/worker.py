"""A worker: does what takes longer than a request, in a process of its own, for every server on one database."""

import logging
import os
import signal
import subprocess
import sys
import threading
from collections.abc import Iterator
from contextlib import contextmanager, suppress

import psycopg

from bluff.core.message import message
from bluff.run.terminal import tell_trouble
from bluff.service.queue import work
from bluff.store.database import open_pool

_LOOK_EVERY = 1.0
"""Seconds between looks at whether the worker is alive."""
_LAST_SECONDS = 0.5
"""What a worker has to leave its work in order."""


def work_alone(*, until_input_ends: bool = False) -> int:
    """Work until SIGTERM or Ctrl-C; returns the exit code.

    Args:
        until_input_ends: Whether to end when standard input does, as when the process that started it was killed.
    """
    url = os.environ.get("BLUFF_DATABASE_URL")
    if not url:
        tell_trouble(
            message("Set BLUFF_DATABASE_URL to the database of the servers. ./bluff start runs a worker of its own.")
        )
        return 1
    logging.basicConfig(level=logging.WARNING, format="worker: %(message)s")
    if os.environ.get("BLUFF_LOG") == "requests":
        logging.getLogger("bluff.planning").setLevel(logging.INFO)
    # Said by ourselves where it matters; a worker that is told to end says what it was at besides.
    logging.getLogger("procrastinate").setLevel(logging.ERROR)
    if until_input_ends:
        threading.Thread(target=_end_with_input, daemon=True).start()
    try:
        with open_pool(url) as pool:
            work(url, pool)
    except psycopg.OperationalError as error:
        tell_trouble(error)
        return 1
    return 0


def _end_with_input() -> None:
    # Not through sys.stdin: a thread that holds it keeps the process from ending in order.
    while os.read(0, 1):
        pass
    os.kill(os.getpid(), signal.SIGTERM)


@contextmanager
def worker_beside(url: str) -> Iterator[None]:
    """A worker in a process of its own beside a server, started again when it dies, ended with the block.

    Args:
        url: Of the database.
    """
    ending = threading.Event()
    keeper = threading.Thread(target=_keep, args=(url, ending))
    keeper.start()
    try:
        yield
    finally:
        ending.set()
        keeper.join()


def _keep(url: str, ending: threading.Event) -> None:
    while not ending.is_set():
        # Ctrl-C is for the server, which ends it in its turn; without the server its input ends.
        process = subprocess.Popen(
            [sys.executable, "-m", "bluff", "work", "--until-input-ends"],
            stdin=subprocess.PIPE,
            env={**os.environ, "BLUFF_DATABASE_URL": url, "PYTHONPATH": os.pathsep.join(sys.path)},
            start_new_session=True,
        )
        while not ending.wait(_LOOK_EVERY) and process.poll() is None:
            pass
        process.terminate()
        with suppress(subprocess.TimeoutExpired):
            process.wait(_LAST_SECONDS)
        process.kill()
        process.wait()
        if process.stdin:
            process.stdin.close()
